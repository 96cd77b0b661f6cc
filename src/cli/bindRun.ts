import { readFile, stat } from 'node:fs/promises';
import { basename, dirname, extname, join } from 'node:path';
import { countText, findingText } from '../core/check/findingText.js';
import { numberText } from '../core/compare/comparisonText.js';
import { compareNumbers, type NumberDifference } from '../core/compare/numbers.js';
import { nearest } from '../core/problem/nearest.js';
import { error, hasErrors, type Problem } from '../core/problem/problem.js';
import { plural } from '../core/problem/wording/phrases.js';
import type { DocumentFigure, DocumentForm } from '../core/report/documentForm.js';
import { inColumns } from '../core/schema/columns.js';
import { documentOutputs, picturesFor } from '../node/bind/bind.js';
import { type BindOptions, type DrawnReport, drawReport } from '../node/bind/bindReport.js';
import { documents } from '../node/bind/documents.js';
import { DocumentFault } from '../node/bind/update/wordPackage.js';
import { disk, systemReason } from '../node/disk.js';
import { filesRead } from '../node/filesRead.js';
import { changeOutputs, clearContents } from '../node/journal.js';
import { inputProblems, type Output, save } from '../node/save.js';
import { type Edited, editedSince, editedText } from './bindEdited.js';
import { progress } from './checkRun.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say, sayJson } from './report.js';

interface BindCall {
  output?: string;
  as?: string;
  into?: string;
  only?: string;
  language?: string;
  captions?: string;
  list?: boolean;
  fresh?: boolean;
  replace?: boolean;
  json?: boolean;
}

const names = documents.map(({ name }) => name);

const split = (words: string | undefined): string[] | undefined =>
  words
    ?.split(',')
    .map((word) => word.trim())
    .filter((word) => word !== '');

const isForm = (value: DocumentForm | Problem): value is DocumentForm => 'load' in value;

function formNamed(found: string): DocumentForm | Problem {
  const own = documents.find(({ name, ending }) => name === found.toLowerCase() || ending === found.toLowerCase());
  const facts = {
    option: '--as',
    found,
    expects: names.join(', '),
    example: `--as ${nearest(found, names) ?? 'docx'}`,
  };
  return own ?? error('bad-option', facts);
}

/** The forms of a call: those of `--as`, else that of the file's ending, else DOCX. */
function wantedForms({ as, output }: BindCall, toFolder: boolean): (DocumentForm | Problem)[] {
  const said = split(as);
  if (said) return [...new Set(said)].map(formNamed);
  if (output === undefined || toFolder) return [formNamed('docx')];
  const ending = extname(output).slice(1).toLowerCase();
  const own = documents.find((form) => form.ending === ending);
  const endings = documents.map((form) => `.${form.ending}`).join(', ');
  return [
    own ??
      error('bad-option', {
        option: '--output',
        found: output,
        expects: `a file that ends in ${endings}, or --as`,
        example: '-o garden.docx',
      }),
  ];
}

const isFolder = async (path: string): Promise<boolean> =>
  /[/\\]$/.test(path) || ((await stat(path).catch(() => undefined))?.isDirectory() ?? false);

const bindOptions = (call: BindCall): BindOptions => {
  let shown: ReturnType<typeof progress> | undefined;
  return {
    only: split(call.only),
    language: call.language,
    isFresh: call.fresh,
    oursAlways: call.captions === 'ours',
    progress: (done, total, path) => {
      shown ??= progress(total);
      shown.at(done, path);
      if (done === total) shown.end();
    },
  };
};

const centimetres = (points: number) => ((points / 72) * 2.54).toFixed(1);

/** All findings of a report, of its figures and across them. */
const findingsOf = ({ document, hand }: DrawnReport) => [
  ...document.figures.flatMap(({ findings }) => findings),
  ...hand,
];

function listText(drawn: DrawnReport): string {
  const rows = drawn.document.figures.map(({ entry, title, width, height, findings }) => [
    entry.label,
    title.length > 60 ? `${title.slice(0, 59)}…` : title,
    entry.path,
    `${centimetres(width)} × ${centimetres(height)} cm`,
    countText(findings),
  ]);
  const across = drawn.hand.length === 0 ? [] : ['', `across the figures: ${countText(drawn.hand)}`];
  return [...inColumns([['no.', 'title', 'file', 'size', 'findings'], ...rows], {}), ...across].join('\n');
}

const kilobytes = (bytes: Uint8Array | string) => `${Math.max(1, Math.round(Buffer.byteLength(bytes) / 1000))} kB`;

/** A report that was drawn, and what a call has to say of it. */
interface Bound {
  report: string;
  drawn: DrawnReport;
  call: BindCall;
  problems: Problem[];
  /** Of a document that is brought up to date, the figures that became others. */
  brought?: readonly DocumentFigure[];
  /** What was written otherwise in those. */
  edited?: readonly Edited[];
}

/** Figures by their numbers. */
const labelsOf = (figures: readonly DocumentFigure[]): string => figures.map(({ entry }) => entry.label).join(', ');

/** Numbers behind a figure that are others than when the report was last bound here. */
interface Moved {
  figure: DocumentFigure;
  numbers: NumberDifference[];
}

/** The numbers that moved since the report was last bound in this folder; none where it never was. */
async function movedNumbers({ cache, document }: DrawnReport): Promise<Moved[]> {
  const before = await cache.numbers();
  return document.figures.flatMap((figure) => {
    const was = before.get(figure.id);
    const numbers = was ? compareNumbers(was, figure.numbers).numbers : [];
    return numbers.length > 0 ? [{ figure, numbers }] : [];
  });
}

/** So many numbers of a figure are named each; more are counted. */
const mostMoved = 12;

/** The numbers of a figure that moved, in words. */
function movedText({ figure, numbers }: Moved): string {
  const more = numbers.length - mostMoved;
  return [
    `  figure ${figure.entry.label}, numbers since it was last bound:`,
    ...numbers.slice(0, mostMoved).map((own) => `  ${numberText(own)}`),
    ...(more > 0 ? [`    and ${more} more`] : []),
  ].join('\n');
}

function said(
  { report, drawn, call, problems, brought, edited = [] }: Bound,
  outputs: readonly Output[],
  moved: readonly Moved[],
): void {
  const { figures } = drawn.document;
  const findings = findingsOf(drawn);
  if (call.json) {
    const written = outputs.map(({ path }) => path);
    const listed = figures.map(({ entry, id, title, width, height, findings: own }) => ({
      number: entry.label,
      id,
      title,
      file: entry.path,
      width,
      height,
      findings: own,
    }));
    const result = {
      written,
      figures: listed,
      across: drawn.hand,
      drawn: drawn.drawn,
      ...(brought ? { brought: brought.map(({ id }) => id) } : {}),
      ...(moved.length > 0 ? { numbers: moved.map(({ figure, numbers }) => ({ figure: figure.id, numbers })) } : {}),
      ...(edited.length > 0
        ? { edited: edited.map(({ figure, written: own }) => ({ figure: figure.id, written: own })) }
        : {}),
      problems: problemsJson(problems),
    };
    sayJson(result);
    return;
  }
  reportProblems(problems);
  const how = brought && brought.length > 0 ? `, brought up to date: ${labelsOf(brought)}` : '';
  say(`${drawn.document.title ?? drawn.document.id}: ${plural(figures.length, 'figure')}${how}`);
  for (const { path, bytes } of outputs.slice(0, 12)) say(`  ${path}  ${kilobytes(bytes)}`);
  if (outputs.length > 12) say(`  and ${outputs.length - 12} more`);
  for (const own of edited) say(editedText(own));
  for (const own of moved) say(movedText(own));
  if (findings.length > 0) say(`  ${countText(findings)}: hexis check ${report}`);
}

/** All files that a document is made of, those of figures that were drawn before too. */
const inputsOf = ({ report, inputs }: DrawnReport): string[] => [
  ...filesRead.keys(),
  report.file,
  ...Object.values(inputs).flatMap((own) => own.map(({ file }) => file)),
];

async function finish(bound: Bound, outputs: readonly Output[]): Promise<number> {
  const { drawn, call, problems } = bound;
  if (!hasErrors(problems)) problems.push(...(await inputProblems(outputs, inputsOf(drawn))));
  if (!hasErrors(problems)) problems.push(...(await save(outputs)));
  if (hasErrors(problems)) return failed(problems, call);
  const moved = bound.brought ? await movedNumbers(drawn) : [];
  await drawn.cache.remember(drawn.document.figures, drawn.inputs);
  // Journals are none of its business who wants to see what was written.
  const shown = outputs.filter(({ isOwnFolder }) => !isOwnFolder);
  said(bound, shown, moved);
  return exit.done;
}

function failed(problems: readonly Problem[], call: BindCall): number {
  if (call.json) sayJson({ written: [], problems: problemsJson(problems) });
  else {
    reportProblems(problems);
    process.stderr.write('nothing was written\n');
  }
  return exitCode(problems);
}

/** What is found in a figure at the width that its author gave it in a document. */
function resizedText({ entry, width, findings }: DocumentFigure, document: string): string {
  const open = findings.filter(({ waived }) => waived === undefined);
  const head = `  figure ${entry.label} stands ${centimetres(width)} cm wide in ${document}: ${countText(open)}`;
  return [head, ...open.map((finding) => findingText(finding).replace(/^/gm, '  '))].join('\n');
}

/** Brings the figures of a document up to date. */
async function runInto(report: string, into: string, call: BindCall): Promise<number> {
  const toTex = (await stat(into).catch(() => undefined))?.isDirectory() ?? false;
  const { formOfDocument, update } = await import('../node/bind/update/update.js');
  try {
    const bytes = toTex ? undefined : await readFile(into);
    const own = bytes ? formOfDocument(bytes) : 'tex';
    const form = documents.find(({ name }) => name === own) as DocumentForm;
    const updated = await update(report, form, { path: into, bytes, output: call.output }, bindOptions(call));
    if (!updated.ok) return failed(updated.problems, call);
    const { drawn, outputs, changes, unchanged, resized, brought } = updated.value;
    // What is there already is changed so that it can be taken back; a drawing of the report itself is not.
    const all = [...outputs, ...(await changeOutputs(changes, true))];
    const edited = bytes ? await editedSince(bytes, brought) : [];
    const code = await finish({ report, drawn, call, problems: updated.problems, brought, edited }, all);
    if (code === exit.done) for (const { path } of changes) await clearContents(path);
    if (code !== exit.done || call.json) return code;
    const [first] = changes;
    if (first) say(`  taken back by: hexis undo ${first.path}`);
    if (unchanged) say(`  ${into} is up to date`);
    for (const figure of resized) say(resizedText(figure, into));
    return code;
  } catch (fault) {
    if (fault instanceof DocumentFault)
      return failed([error('document-foreign', { path: into, reason: fault.message, expects: fault.expects })], call);
    if ((fault as NodeJS.ErrnoException).code === undefined) throw fault;
    const missing = (fault as NodeJS.ErrnoException).code === 'ENOENT';
    return failed(
      [
        missing
          ? error('file-missing', {
              path: into,
              what: 'a document (DOCX, ODT) or a LaTeX folder',
              named: false,
              nearest: nearest(into, await disk.near(into)),
            })
          : error('file-unreadable', { path: into, reason: systemReason(fault) }),
      ],
      call,
    );
  }
}

const noCaptions = (found: string) =>
  error('bad-option', {
    option: '--captions',
    found,
    expects: '"ours": the words of the figure files in place of those that you have rewritten in the document',
    example: '--captions ours',
  });

/** The files of a document in its forms; what is wrong is added to the problems. */
async function outputsOf(
  { document }: DrawnReport,
  forms: readonly DocumentForm[],
  to: { output: string; isNamed: boolean; replace: boolean | undefined; problems: Problem[] },
): Promise<Output[]> {
  const outputs: Output[] = [];
  for (const form of forms) {
    const name = basename(to.output, `.${form.ending}`);
    const main = to.isNamed ? to.output : `${to.output}.${form.ending}`;
    const written = await documentOutputs(form, document, { folder: dirname(to.output), name, main }, to.replace);
    to.problems.push(...written.problems);
    if (written.ok) outputs.push(...written.value);
  }
  return outputs;
}

/** Makes a document of a report, or brings one up to date. */
export async function runBind(report: string, call: BindCall): Promise<number> {
  if (call.captions !== undefined && call.captions !== 'ours') return failed([noCaptions(call.captions)], call);
  if (call.into !== undefined && !call.list) return runInto(report, call.into, call);
  const toFolder = call.output !== undefined && (await isFolder(call.output));
  const wanted = call.list ? [] : wantedForms(call, toFolder);
  const problems = wanted.filter((value): value is Problem => !isForm(value));
  const forms = wanted.filter(isForm);
  if (call.output !== undefined && !toFolder && forms.length > 1)
    problems.push(error('one-file-many', { path: call.output, count: forms.length, what: 'format' }));
  if (problems.length > 0) return failed(problems, call);
  const drawn = await drawReport(report, picturesFor(forms), bindOptions(call));
  if (!drawn.ok) return failed(drawn.problems, call);
  if (call.list) {
    if (call.json) said({ report, drawn: drawn.value, call, problems: [] }, [], []);
    else say(listText(drawn.value));
    return exit.done;
  }
  const { id } = drawn.value.document;
  const output = call.output === undefined ? id : toFolder ? join(call.output, id) : call.output;
  // A file that the call names is written under that name, whatever its ending.
  const isNamed = call.output !== undefined && !toFolder;
  const outputs = await outputsOf(drawn.value, forms, { output, isNamed, replace: call.replace, problems });
  return finish({ report, drawn: drawn.value, call, problems }, outputs);
}
