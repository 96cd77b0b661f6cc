import { useState } from 'react';
import { Button, GridList, GridListItem, Input, Label, TextField, useDragAndDrop } from 'react-aria-components';
import { Choices } from './Choices.js';
import type { Files } from './files.js';
import { handOver } from './handOver.js';
import { shortName } from './names.js';
import type { ReportFigure, ReportView } from './protocol.js';
import { speech } from './speech.js';
import type { Thinker } from './thinker.js';
import type { DeskState } from './useDesk.js';

const forms: Readonly<Record<string, string>> = {
  docx: speech.report.docx,
  odt: speech.report.odt,
  html: speech.report.html,
  tex: speech.report.tex,
  markdown: speech.report.markdown,
  pdf: speech.report.pdf,
};

/** What the forms are called in which reports can be bound here. */
const formWords = ({ documents }: Files): Record<string, string> =>
  Object.fromEntries(documents.map(({ name, description }) => [name, forms[name] ?? description]));

interface Props {
  files: Files;
  thinker: Thinker;
  desk: DeskState;
  path: string;
  view: ReportView | { fault: string } | undefined;
  open(path: string): void;
}

/** Binds the report into the folder, in several forms at once, by the code of the command. */
function Binding({ files, thinker, desk, path }: Pick<Props, 'files' | 'thinker' | 'desk' | 'path'>) {
  const [progress, setProgress] = useState('');
  const [as, setAs] = useState<string[]>(['docx']);
  const [into, setInto] = useState('');
  const [isBusy, setBusy] = useState(false);
  const [said, setSaid] = useState<{ text: string; isFault: boolean }>();
  const bind = async () => {
    setBusy(true);
    setSaid(undefined);
    thinker.progress = (done, total) => setProgress(speech.report.drawn(done, total));
    const bound = await files.bind(path, as, into).catch((own) => ({ fault: String(own) }));
    setBusy(false);
    setProgress('');
    if ('fault' in bound) setSaid({ text: bound.fault, isFault: true });
    else {
      const names = bound.files.filter((name) => !name.includes('/'));
      if (bound.handed?.length) await handOver(bound.handed, shortName(path));
      setSaid({
        text: speech.report.boundInto(
          names.join(', '),
          files.isHanded ? speech.report.downloads : into === '' ? speech.report.folderHere : into,
        ),
        isFault: false,
      });
      desk.acts.say(speech.report.bound(names.join(', ')));
    }
  };
  return (
    <div className="binding">
      <Choices label={speech.report.as} words={formWords(files)} chosen={as} choose={setAs} />
      {!files.isHanded && (
        <TextField value={into} onChange={setInto}>
          <Label>{speech.report.folder}</Label>
          <Input placeholder={speech.report.folderHint} />
        </TextField>
      )}
      <Button id="bind" className="main" isDisabled={as.length === 0 || isBusy} onPress={() => void bind()}>
        {isBusy ? progress || speech.report.binding : speech.report.bind}
      </Button>
      {said && (
        <p className={said.isFault ? 'fault' : 'hint'} role="status">
          {said.text}
        </p>
      )}
    </div>
  );
}

/** What does not go together across the figures, each with the mend that can be made at once. */
function Across({ desk, view }: { desk: DeskState; view: ReportView }) {
  if (view.across.length === 0) return <p className="hint">{speech.report.nothing}</p>;
  return (
    <ol id="across" className="findings">
      {view.across.map(({ finding, file }, i) => {
        const { rule, severity, waived, found, expected, mend } = finding;
        return (
          <li key={i} className={waived === undefined ? severity : 'waived'}>
            <strong>{rule}</strong> {found}
            {expected !== undefined && <p className="why">{speech.findings.expected(expected)}</p>}
            {waived !== undefined && <p>{speech.findings.waived(waived)}</p>}
            {mend && waived === undefined && (
              <Button onPress={() => void desk.acts.write(file, speech.findings.by(rule), { edits: mend.edits })}>
                {mend.says.charAt(0).toUpperCase() + mend.says.slice(1)}
              </Button>
            )}
          </li>
        );
      })}
    </ol>
  );
}

/** A report: its figures in order, which are dragged into another one, what differs across them, and its documents. */
export function ReportPanel({ files, thinker, desk, path, view, open }: Props) {
  const figures: ReportFigure[] = view && !('fault' in view) ? view.figures : [];
  const move = async (from: number, to: number) => {
    const text = await thinker.ask('moved', { path, from, to });
    await desk.acts.write(path, speech.report.order, { text });
  };
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': String(key) })),
    onReorder({ keys, target }) {
      const [key] = [...keys];
      const from = figures.findIndex((own) => own.path === key);
      const at = figures.findIndex((own) => own.path === target.key) + (target.dropPosition === 'after' ? 1 : 0);
      if (from >= 0) void move(from, at > from ? at - 1 : at);
    },
  });
  if (!view) return <p className="hint">{speech.report.looking}</p>;
  if ('fault' in view) return <p className="fault">{view.fault}</p>;
  return (
    <>
      <h2>{view.title}</h2>
      <GridList
        aria-label={speech.report.figures}
        className="order"
        items={figures.map((own) => ({ ...own, id: own.path }))}
        dragAndDropHooks={dragAndDropHooks}
        selectionMode="none"
      >
        {({ label, title, size, count, path: own }) => (
          <GridListItem id={own} textValue={speech.report.figureOf(label, title)}>
            <span className="count">{label}</span>
            <span className="what">
              <Button className="link" onPress={() => open(own)}>
                {title}
              </Button>
              <span className="hint">
                {size}
                {count > 0 ? `, ${count} ${count === 1 ? 'finding' : 'findings'}` : ''}
              </span>
            </span>
            <Button slot="drag" className="drag" aria-label={speech.report.moveOf(label)}>
              {speech.report.move}
            </Button>
          </GridListItem>
        )}
      </GridList>
      <h2>{speech.report.across}</h2>
      <Across desk={desk} view={view} />
      <h2>{speech.report.document}</h2>
      <Binding files={files} thinker={thinker} desk={desk} path={path} />
    </>
  );
}
