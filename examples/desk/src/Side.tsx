import { createContext, lazy, memo, Suspense, useContext } from 'react';
import { Tab, TabList, TabPanel, Tabs } from 'react-aria-components';
import { AgainPanel } from './AgainPanel.js';
import { ChangePanel } from './ChangePanel.js';
import { CodebookPanel } from './CodebookPanel.js';
import { EarlierPanel } from './EarlierPanel.js';
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

/** What the panels are told; they look at it by themselves, so that the tabs stay as they are. */
const Told = createContext<Props | undefined>(undefined);

/** The text of the open file. */
function OpenText({ desk }: Pick<Props, 'desk'>) {
  const { open, states, was, problems, acts } = desk;
  return (
    <Suspense>
      <TextPanel
        path={open}
        text={open === undefined ? undefined : states[open]?.text}
        before={open === undefined ? undefined : was[open]}
        problems={problems.filter(({ file }) => file === open)}
        change={(text) => open && void acts.type(open, text)}
      />
    </Suspense>
  );
}

/** The panels in the order of their tabs; the last two belong to a codebook or a report that is open. */
const panels = {
  change: ({ thinker, desk, change }: Props) => (
    <ChangePanel
      thinker={thinker}
      desk={desk}
      preview={(key) => change({ is: 'preview', key })}
      give={(path) => void desk.acts.give(path)}
    />
  ),
  findings: ({ desk }: Props) => <FindingsPanel desk={desk} />,
  numbers: ({ thinker, desk }: Props) => <NumbersPanel thinker={thinker} desk={desk} />,
  again: ({ thinker, desk }: Props) => <AgainPanel thinker={thinker} desk={desk} />,
  earlier: ({ files, thinker, desk }: Props) => <EarlierPanel files={files} thinker={thinker} desk={desk} />,
  text: ({ desk }: Props) => <OpenText desk={desk} />,
  codebook: ({ thinker, desk }: Props) =>
    desk.open !== undefined && <CodebookPanel thinker={thinker} desk={desk} path={desk.open} />,
  document: ({ files, thinker, desk, report, openFigure }: Props) =>
    desk.open !== undefined && (
      <ReportPanel files={files} thinker={thinker} desk={desk} path={desk.open} view={report} open={openFigure} />
    ),
} as const;

type PanelName = keyof typeof panels;

const usual: readonly PanelName[] = ['change', 'findings', 'numbers', 'again', 'earlier', 'text'];

function Content({ name }: { name: PanelName }) {
  const told = useContext(Told);
  return told && panels[name](told);
}

interface PanelsProps extends Pick<Props, 'change'> {
  tab: string;
  /** How many findings there are. */
  count: number;
  /** The panel of the open file itself. */
  own: PanelName | undefined;
}

/** The tabs, which are made anew only where they are others. */
const Panels = memo(function Panels({ tab, change, count, own }: PanelsProps) {
  const names = own ? [...usual, own] : usual;
  return (
    <Tabs selectedKey={tab} onSelectionChange={(key) => change({ is: 'tab', tab: String(key) })}>
      <TabList aria-label={speech.side.what}>
        {names.map((name) => (
          <Tab key={name} id={name}>
            {name === 'findings' ? speech.side.findings(count) : speech.side[name]}
          </Tab>
        ))}
      </TabList>
      {names.map((name) => (
        <TabPanel key={name} id={name}>
          <Content name={name} />
        </TabPanel>
      ))}
    </Tabs>
  );
});

/** The panel that belongs to a file by its kind. */
const panelOf = (open: string | undefined): PanelName | undefined => {
  if (open === undefined) return undefined;
  return isBook(open) ? 'codebook' : isDocument(open) ? 'document' : undefined;
};

/** What can be done with the figure, and with the file that is open. */
export function Side(props: Props) {
  const { desk, screen, change } = props;
  const count = (desk.findings ?? []).filter((own) => own.waived === undefined).length;
  return (
    <section className="side" aria-label={speech.side.what}>
      <Told.Provider value={props}>
        <Panels tab={screen.tab} change={change} count={count} own={panelOf(desk.open)} />
      </Told.Provider>
    </section>
  );
}
