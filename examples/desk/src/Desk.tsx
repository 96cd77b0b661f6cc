import { viewEdits } from 'hexis/desk';
import { reportDraft } from 'hexis/report';
import { useCallback, useEffect, useState } from 'react';
import { Button, Checkbox, Tab, TabList, TabPanel, Tabs, ToggleButton, ToggleButtonGroup } from 'react-aria-components';
import { AgainPanel } from './AgainPanel.js';
import { Begin } from './Begin.js';
import { ChangePanel } from './ChangePanel.js';
import { CodebookPanel } from './CodebookPanel.js';
import { ConflictDialog } from './ConflictDialog.js';
import { CopyMenu } from './CopyMenu.js';
import { FileList } from './FileList.js';
import { FindingsPanel } from './FindingsPanel.js';
import type { Files } from './files.js';
import { NumbersPanel } from './NumbersPanel.js';
import { isDrawn, isReport, isText, pixels } from './names.js';
import { Paper } from './Paper.js';
import { ReportPanel } from './ReportPanel.js';
import { SaveDialog } from './SaveDialog.js';
import { Styles } from './Styles.js';
import { TextPanel } from './TextPanel.js';
import type { Thinker } from './thinker.js';
import { useDesk } from './useDesk.js';
import { useReport } from './useReport.js';
import { Wall } from './Wall.js';

const views = {
  true: 'True size',
  fit: 'Fit',
  half: '1½ ×',
  double: '2 ×',
  page: 'On a page',
  styles: 'Every style',
  wall: 'All figures',
} as const;
type ViewName = keyof typeof views;
const zooms: Partial<Record<ViewName, number>> = { half: 1.5, double: 2 };

/** Pixels left and right of the figure. */
const beside = 52;

/** How large a figure may be shown to be seen whole, at most at its true size. */
const fitting = (room: number, width: number | undefined): number =>
  room > 0 && width !== undefined ? Math.min(1, Math.round(((room - beside) / (width * pixels)) * 100) / 100) : 1;

/** The width of a page of a document, in points. */
const pageWidth = 595;

/** How many times its true size the figure is shown: a page is seen whole across. */
function zoomOf(view: ViewName, room: number, width: number | undefined): number {
  if (view === 'fit') return fitting(room, width);
  return view === 'page' ? fitting(room, pageWidth) : (zooms[view] ?? 1);
}

const isBook = (path: string) => /codebook\.\w+$/.test(path);
const isDocument = (path: string) => /\.report\.\w+$/.test(path);

/** Whether somebody is typing. */
const isTyping = (target: EventTarget | null) =>
  target instanceof Element && target.closest('input, textarea, [contenteditable]') !== null;

interface Props {
  files: Files;
  thinker: Thinker;
  first: string | undefined;
}

/** The page on which a figure is finished by hand: its figures, the one that is worked on, and what can be done with it. */
export function Desk({ files, thinker, first }: Props) {
  const desk = useDesk(files, thinker, first);
  const { list, figure, open, states, chosen } = desk;
  const [view, setView] = useState<ViewName>('true');
  const [tab, setTab] = useState('change');
  const [isBeginning, setBeginning] = useState(false);
  const [isBefore, setBefore] = useState(false);
  const [preview, setPreview] = useState<string>();
  const [room, setRoom] = useState(0);
  const [middle, setMiddle] = useState<HTMLElement | null>(null);
  const document = open !== undefined && isDocument(open) ? open : undefined;
  const report = useReport(thinker, desk, document);
  const target = open ?? figure;
  const state = target === undefined ? undefined : states[target];

  const { openFigure: opened, openShared: shared } = desk;
  const openFigure = useCallback(
    (path: string) => {
      setBeginning(false);
      setView((own) => (own === 'wall' ? 'true' : own));
      setTab((own) => (own === 'document' || own === 'codebook' ? 'change' : own));
      void opened(path);
    },
    [opened],
  );
  const openShared = useCallback(
    (path: string) => {
      setTab(isBook(path) ? 'codebook' : isDocument(path) ? 'document' : 'text');
      if (isDocument(path)) setView('wall');
      void shared(path);
    },
    [shared],
  );

  // An address may name a report, or what figures share, in place of a figure.
  const isListed = list !== undefined;
  useEffect(() => {
    if (first !== undefined && list?.some((file) => file.path === first && isText(file) && !isDrawn(file)))
      openShared(first);
  }, [isListed]);

  useEffect(() => {
    if (!middle) return undefined;
    const watcher = new ResizeObserver(() => setRoom(middle.clientWidth));
    watcher.observe(middle);
    return () => watcher.disconnect();
  }, [middle]);

  // While B is held, the figure is as it was before; Ctrl+Z takes back, with Shift makes again.
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (isTyping(event.target)) return;
      if (event.key === 'b' && !event.ctrlKey && !event.metaKey) setBefore(true);
      if (event.key.toLowerCase() === 'z' && (event.ctrlKey || event.metaKey) && target) {
        event.preventDefault();
        void desk.step(event.shiftKey ? 'redo' : 'undo', target);
      }
    };
    const up = (event: KeyboardEvent) => {
      if (event.key === 'b') setBefore(false);
    };
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
    };
  }, [desk, target]);

  if (!list) return <p className="hint waiting">{desk.said || 'Opening the folder …'}</p>;
  const drawn = list.filter(isDrawn);
  const isNew = isBeginning || drawn.length === 0;
  const allInOne = async () => {
    const paths = drawn.filter(({ kind }) => kind === 'figure').map(({ path }) => path);
    const path = 'document.report.yaml';
    if (await desk.make([{ path, text: reportDraft(files.name, paths) }], false)) openShared(path);
  };
  const waived = (desk.findings ?? []).filter((own) => own.waived === undefined).length;
  const reach = preview === undefined ? undefined : chosen?.scopes.find(({ key }) => key === preview);

  return (
    <>
      <header>
        <h1>Hexis desk</h1>
        <Button
          className="act"
          isDisabled={!state?.undo.length}
          onPress={() => target && void desk.step('undo', target)}
        >
          {state?.undo.length ? `Undo: ${state.undo.at(-1)}` : 'Undo'}
        </Button>
        <Button
          className="act"
          isDisabled={!state?.redo.length}
          onPress={() => target && void desk.step('redo', target)}
        >
          {state?.redo.length ? `Redo: ${state.redo.at(-1)}` : 'Redo'}
        </Button>
        <Button
          className="act"
          isDisabled={desk.sinceStart === 0}
          onPress={() => target && void desk.step('undo', target, desk.sinceStart)}
        >
          Back to the start
        </Button>
        <span className="grow" />
        <Checkbox className="check" isSelected={desk.caption} onChange={desk.setCaption}>
          <span className="box" aria-hidden="true" />
          With caption
        </Checkbox>
        <CopyMenu thinker={thinker} desk={desk} />
        <SaveDialog files={files} desk={desk} />
      </header>
      <main>
        <nav aria-label="Files">
          <Button className="act main" onPress={() => setBeginning(true)} isDisabled={isNew}>
            New figure …
          </Button>
          {drawn.length > 0 && !list.some(isReport) && (
            <Button className="act" onPress={() => void allInOne()}>
              All into a document
            </Button>
          )}
          <FileList
            thinker={thinker}
            list={list}
            figure={figure}
            shared={open === figure ? undefined : open}
            turnOf={desk.turnOf}
            openFigure={openFigure}
            openShared={openShared}
          />
        </nav>
        {isNew ? (
          <Begin
            files={files}
            thinker={thinker}
            desk={desk}
            leave={drawn.length === 0 ? undefined : () => setBeginning(false)}
          />
        ) : (
          <div className="middle" ref={setMiddle}>
            <div className="bar">
              <ToggleButtonGroup
                aria-label="What is shown"
                selectionMode="single"
                disallowEmptySelection
                selectedKeys={[view]}
                onSelectionChange={(keys) => {
                  const [key] = [...keys];
                  if (key !== undefined) setView(key as ViewName);
                }}
              >
                {Object.entries(views).map(([key, words]) => (
                  <ToggleButton key={key} id={key}>
                    {words}
                  </ToggleButton>
                ))}
              </ToggleButtonGroup>
              <span className="grow" />
              <Button
                className="act"
                isDisabled={!desk.before}
                onPressStart={() => setBefore(true)}
                onPressEnd={() => setBefore(false)}
              >
                Before (hold B)
              </Button>
            </div>
            {view === 'wall' && (
              <Wall
                thinker={thinker}
                list={list}
                figure={figure}
                report={document && report && !('fault' in report) ? { path: document, view: report } : undefined}
                turnOf={desk.turnOf}
                open={openFigure}
              />
            )}
            {view === 'styles' && <Styles thinker={thinker} desk={desk} />}
            {view !== 'wall' && view !== 'styles' && (
              <Paper
                thinker={thinker}
                desk={desk}
                zoom={zoomOf(view, room, desk.shown?.width)}
                isOnPage={view === 'page'}
                isBefore={isBefore}
                findings={tab === 'findings' ? (desk.findings ?? []) : []}
                preview={reach}
                chosen={(next) => {
                  desk.choose(next);
                  if (next && tab !== 'numbers') setTab('change');
                }}
                turned={(to) => figure && void desk.act(figure, 'view of the cloud', viewEdits(to))}
              />
            )}
          </div>
        )}
        {!isNew && (
          <section className="side" aria-label="What can be done">
            <Tabs selectedKey={tab} onSelectionChange={(key) => setTab(String(key))}>
              <TabList aria-label="What can be done">
                <Tab id="change">Change</Tab>
                <Tab id="findings">Findings{waived > 0 ? ` (${waived})` : ''}</Tab>
                <Tab id="numbers">Numbers</Tab>
                <Tab id="again">Again</Tab>
                <Tab id="text">Text</Tab>
                {open && isBook(open) && <Tab id="codebook">Codebook</Tab>}
                {open && isDocument(open) && <Tab id="document">Document</Tab>}
              </TabList>
              <TabPanel id="change">
                <ChangePanel thinker={thinker} desk={desk} preview={setPreview} give={(path) => void desk.give(path)} />
              </TabPanel>
              <TabPanel id="findings">
                <FindingsPanel desk={desk} />
              </TabPanel>
              <TabPanel id="numbers">
                <NumbersPanel thinker={thinker} desk={desk} />
              </TabPanel>
              <TabPanel id="again">
                <AgainPanel thinker={thinker} desk={desk} />
              </TabPanel>
              <TabPanel id="text">
                <TextPanel
                  path={open}
                  text={state?.text}
                  before={open === undefined ? undefined : desk.was[open]}
                  problems={desk.problems.filter(({ place }) => place?.file === open)}
                  change={(text) => open && void desk.type(open, text)}
                />
              </TabPanel>
              {open && isDocument(open) && (
                <TabPanel id="document">
                  <ReportPanel
                    files={files}
                    thinker={thinker}
                    desk={desk}
                    path={open}
                    view={report}
                    open={openFigure}
                  />
                </TabPanel>
              )}
              {open && isBook(open) && (
                <TabPanel id="codebook">
                  <CodebookPanel thinker={thinker} desk={desk} path={open} />
                </TabPanel>
              )}
            </Tabs>
          </section>
        )}
      </main>
      <ConflictDialog desk={desk} />
    </>
  );
}
