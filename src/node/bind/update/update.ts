import { error, fail, type Outcome, type Problem, succeed, warning } from '../../../core/problem/problem.js';
import type { DocumentFigure, DocumentForm } from '../../../core/report/documentForm.js';
import { isOpenText } from '../../../core/report/write/openTextType.js';
import { patchBetween } from '../../../core/schema/patch.js';
import { ownContent } from '../../disk.js';
import type { ByteChange, Change } from '../../journal.js';
import type { Output } from '../../save.js';
import { type BindOptions, type DrawnReport, drawReport } from '../bindReport.js';
import { documentLanguage, otherLanguage } from './documentLanguage.js';
import { type PlacedPicture, picturesOf, type Updated, type UpdateOptions, updateDocx } from './updateDocx.js';
import { languageOfOdt, picturesOfOdt, updateOdt } from './updateOdt.js';
import { type UpdatedTex, updateTex } from './updateTex.js';

/** A document that is to be brought up to date. */
interface Target {
  path: string;
  /** Its bytes; none of a folder. */
  bytes: Uint8Array | undefined;
  output: string | undefined;
}

export interface UpdatedDocument {
  drawn: DrawnReport;
  outputs: Output[];
  /** Files that were there and become others, which "undo" takes back. */
  changes: (Change | ByteChange)[];
  /** The figures whose pictures or words became others in it, in their order. */
  brought: DocumentFigure[];
  /** Whether all of it was as it should be. */
  unchanged: boolean;
  /** Figures that stand at another width there than the report says, with what is found at it. */
  resized: DocumentFigure[];
}

const missing = ({ document }: DrawnReport, found: ReadonlySet<string>, path: string): Problem[] =>
  document.figures
    .filter(({ id }) => !found.has(id))
    .map(({ id, entry }) => warning('figure-not-there', { id, label: entry.label, document: path }));

/** A document as a new file, or as the change of one that is there. */
async function documentChange(
  path: string,
  after: Uint8Array,
  { isOwn }: DocumentForm,
): Promise<Pick<UpdatedDocument, 'outputs' | 'changes'>> {
  const before = await ownContent(path).then(
    (bytes) => new Uint8Array(bytes),
    () => undefined,
  );
  if (!before || !isOwn(before)) return { outputs: [{ path, bytes: after, replaces: isOwn }], changes: [] };
  if (Buffer.compare(before, after) === 0) return { outputs: [], changes: [] };
  return { outputs: [], changes: [{ path, before, after, by: 'bind' }] };
}

/** What stays as it is, said once for all copies. */
const wordsKept = (
  kept: readonly (Updated['kept'] | UpdatedTex['kept'])[number][],
  figures: readonly DocumentFigure[],
): Problem[] =>
  [...new Map(kept.map((one) => [`${one.id} ${one.part} ${one.reason}`, one])).values()].map((one) =>
    warning('words-kept', { ...one, label: figures.find(({ id }) => id === one.id)?.entry.label ?? '' }),
  );

/** Widths that differ by less are rounding, in points. */
const hair = 0.5;

/** A document that was brought up to date, before it is written. */
interface UpdatedBytes extends Pick<UpdatedDocument, 'drawn' | 'unchanged' | 'resized' | 'brought'> {
  bytes: Uint8Array;
}

/** How documents of one form are brought up to date. */
interface Updater {
  /** Our pictures in a document. */
  placed(bytes: Uint8Array, ids: readonly string[]): PlacedPicture[];
  /** The language that a document says it is written in. */
  language(bytes: Uint8Array): string | undefined;
  update(bytes: Uint8Array, figures: readonly DocumentFigure[], options: UpdateOptions): Updated;
}

const docx: Updater = { placed: picturesOf, language: documentLanguage, update: updateDocx };
const odt: Updater = { placed: picturesOfOdt, language: languageOfOdt, update: updateOdt };

/** The name of the form of a document that is to be brought up to date, by its first bytes. */
export const formOfDocument = (bytes: Uint8Array): 'docx' | 'odt' => (isOpenText(bytes) ? 'odt' : 'docx');

/** Brings the figures of a document (DOCX, ODT) up to date. @throws {DocumentFault} */
export async function intoDocument(
  report: string,
  form: DocumentForm,
  { path, bytes: original }: { path: string; bytes: Uint8Array },
  options: BindOptions,
): Promise<Outcome<UpdatedBytes>> {
  const updater = formOfDocument(original) === 'odt' ? odt : docx;
  // What is no document is refused before anything is drawn.
  updater.placed(original, []);
  const first = await drawReport(report, form.pictures, options);
  if (!first.ok) return first;
  const placed = updater.placed(
    original,
    first.value.document.figures.map(({ id }) => id),
  );
  // What the author resized keeps its width, and is judged at it.
  const widths = new Map<string, number>();
  for (const { id, width } of placed) {
    const own = first.value.document.figures.find((figure) => figure.id === id);
    if (own && Math.abs(own.width - width) > hair)
      widths.set(own.entry.setting, Math.min(width, widths.get(own.entry.setting) ?? width));
  }
  const drawn = widths.size === 0 ? first : await drawReport(report, form.pictures, { ...options, widths });
  if (!drawn.ok) return drawn;
  const {
    bytes: updated,
    parts,
    kept,
    figures: others,
  } = updater.update(original, drawn.value.document.figures, options);
  const found = new Set(placed.map(({ id }) => id));
  const { figures } = drawn.value.document;
  const said = wordsKept(kept, figures);
  const { language } = drawn.value.document;
  const isTold = drawn.value.report.language !== undefined;
  return succeed(
    {
      drawn: drawn.value,
      bytes: updated,
      brought: figures.filter(({ id }) => others.has(id)),
      resized: figures.filter(({ entry }) => widths.has(entry.setting)),
      unchanged: parts.length === 0 && kept.length === 0,
    },
    [
      ...missing(drawn.value, found, path),
      ...said,
      ...otherLanguage(updater.language(original), language, { path, isTold }),
    ],
  );
}

const noOutput = error('bad-option', {
  option: '--output',
  found: 'nothing',
  expects: 'the file of the new document',
  example: '-o thesis-updated.docx',
});

/** Brings the figures of a document up to date; what it does not have is said. @throws {DocumentFault} */
export async function update(
  report: string,
  form: DocumentForm,
  target: Target,
  options: BindOptions,
): Promise<Outcome<UpdatedDocument>> {
  const { path, bytes, output } = target;
  if (bytes) {
    if (output === undefined) return fail([noOutput]);
    const updated = await intoDocument(report, form, { path, bytes }, options);
    if (!updated.ok) return updated;
    const files = await documentChange(output, updated.value.bytes, form);
    return succeed({ ...updated.value, ...files }, updated.problems);
  }
  if (output !== undefined)
    return fail([
      error('bad-option', {
        option: '--output',
        found: output,
        expects: 'nothing with a folder, whose own files are brought up to date',
        example: `--into ${path}`,
      }),
    ]);
  const drawn = await drawReport(report, form.pictures, options);
  if (!drawn.ok) return drawn;
  const { figures } = drawn.value.document;
  const { changes, found, kept, outside, figures: others } = await updateTex(path, figures, options.oursAlways);
  return succeed(
    {
      drawn: drawn.value,
      outputs: [],
      brought: figures.filter(({ id }) => others.has(id)),
      changes: changes.map(({ path: file, before, after }) =>
        typeof before === 'string' && typeof after === 'string'
          ? { path: file, before, after, patch: patchBetween(before, after), by: 'bind' }
          : { path: file, before: before as Uint8Array, after: after as Uint8Array, by: 'bind' },
      ),
      unchanged: changes.length === 0 && kept.length === 0,
      resized: [],
    },
    [
      ...missing(drawn.value, found, path),
      ...wordsKept(kept, figures),
      ...outside.map((file) => warning('document-outside', { path: file, folder: path })),
    ],
  );
}
