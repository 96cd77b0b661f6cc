import { lazy, Suspense } from 'react';
import { Tab, TabList, TabPanel, Tabs } from 'react-aria-components';
import { AgainPanel } from './AgainPanel.js';
import { ChangePanel } from './ChangePanel.js';
import { CodebookPanel } from './CodebookPanel.js';
import { FindingsPanel } from './FindingsPanel.js';
import type { Files } from './files.js';
import { NumbersPanel } from './NumbersPanel.js';
import { isBook, isDocument } from './names.js';
import type { ReportView } from './protocol.js';
import { ReportPanel } from './ReportPanel.js';
import type { Screen, ScreenAct } from './screen.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

const NoEditor = () => <p className="hint">{speech.side.ended}</p>;

/** The editor is a quarter of the page's code, and most visits do without it. */
const TextPanel = lazy(() =>
  import('./TextPanel.js').then(
    (module) => ({ default: module.TextPanel }),
    () => ({ default: NoEditor }),
  ),
);

interface Props {
  files: Files;
  thinker: Thinker;
  desk: DeskState;
  screen: Screen;
  change(act: ScreenAct): void;
  report: ReportView | { fault: string } | undefined;
  openFigure(path: string): void;
}

/** A panel with the name of its tab. */
interface Panel {
  id: string;
  words: string;
  content: React.ReactNode;
}

/** The panels that belong to the open file itself. */
function ownPanels({ files, thinker, desk, report, openFigure }: Props): Panel[] {
  const { open } = desk;
  if (open === undefined) return [];
  if (isBook(open)) {
    const content = <CodebookPanel thinker={thinker} desk={desk} path={open} />;
    return [{ id: 'codebook', words: speech.side.codebook, content }];
  }
  if (!isDocument(open)) return [];
  const content = (
    <ReportPanel files={files} thinker={thinker} desk={desk} path={open} view={report} open={openFigure} />
  );
  return [{ id: 'document', words: speech.side.document, content }];
}

/** The text of the open file. */
function OpenText({ desk }: Pick<Props, 'desk'>) {
  const { open, states, was, problems, acts } = desk;
  return (
    <Suspense>
      <TextPanel
        path={open}
        text={open === undefined ? undefined : states[open]?.text}
        before={open === undefined ? undefined : was[open]}
        problems={problems.filter(({ place }) => place?.file === open)}
        change={(text) => open && void acts.type(open, text)}
      />
    </Suspense>
  );
}

/** What can be done with the figure, and with the file that is open. */
export function Side(props: Props) {
  const { thinker, desk, screen, change } = props;
  const { acts, findings = [] } = desk;
  const count = findings.filter((own) => own.waived === undefined).length;
  const preview = (key: string | undefined) => change({ is: 'preview', key });
  const panels: Panel[] = [
    {
      id: 'change',
      words: speech.side.change,
      content: <ChangePanel thinker={thinker} desk={desk} preview={preview} give={(path) => void acts.give(path)} />,
    },
    {
      id: 'findings',
      words: speech.side.findings(count),
      content: <FindingsPanel desk={desk} />,
    },
    { id: 'numbers', words: speech.side.numbers, content: <NumbersPanel thinker={thinker} desk={desk} /> },
    { id: 'again', words: speech.side.again, content: <AgainPanel thinker={thinker} desk={desk} /> },
    { id: 'text', words: speech.side.text, content: <OpenText desk={desk} /> },
    ...ownPanels(props),
  ];
  return (
    <section className="side" aria-label={speech.side.what}>
      <Tabs selectedKey={screen.tab} onSelectionChange={(key) => change({ is: 'tab', tab: String(key) })}>
        <TabList aria-label={speech.side.what}>
          {panels.map(({ id, words }) => (
            <Tab key={id} id={id}>
              {words}
            </Tab>
          ))}
        </TabList>
        {panels.map(({ id, content }) => (
          <TabPanel key={id} id={id}>
            {content}
          </TabPanel>
        ))}
      </Tabs>
    </section>
  );
}
