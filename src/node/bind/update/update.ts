import { error, fail, type Outcome, type Problem, succeed, warning } from '../../../core/document/problem.js';
import type { DocumentFigure, DocumentForm } from '../../../core/report/documentForm.js';
import type { Output } from '../../save.js';
import { type BindOptions, type DrawnReport, drawReport } from '../bindReport.js';
import { picturesOf, updateDocx } from './updateDocx.js';
import { updateTex } from './updateTex.js';

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
  /** Whether all of it was as it should be. */
  unchanged: boolean;
  /** Figures that stand at another width there than the report says, with what is found at it. */
  resized: DocumentFigure[];
}

const missing = ({ document }: DrawnReport, found: ReadonlySet<string>, path: string): Problem[] =>
  document.figures
    .filter(({ id }) => !found.has(id))
    .map(({ id, entry }) => warning('figure-not-there', { id, label: entry.label, document: path }));

/** Widths that differ by less are rounding, in points. */
const hair = 0.5;

async function intoDocx(
  report: string,
  form: DocumentForm,
  { path, bytes, output }: Target,
  options: BindOptions,
): Promise<Outcome<UpdatedDocument>> {
  const original = bytes as Uint8Array;
  if (output === undefined)
    return fail([
      error('bad-option', {
        option: '--output',
        found: 'nothing',
        expects: 'the file of the new document',
        example: '-o thesis-updated.docx',
      }),
    ]);
  const placed = picturesOf(original);
  const first = await drawReport(report, form.pictures, options);
  if (!first.ok) return first;
  // What the author resized keeps its width, and is judged at it.
  const widths = new Map<string, number>();
  for (const { id, width } of placed) {
    const own = first.value.document.figures.find((figure) => figure.id === id);
    if (own && Math.abs(own.width - width) > hair)
      widths.set(own.entry.setting, Math.min(width, widths.get(own.entry.setting) ?? width));
  }
  const drawn = widths.size === 0 ? first : await drawReport(report, form.pictures, { ...options, widths });
  if (!drawn.ok) return drawn;
  const { bytes: updated, parts, kept } = updateDocx(original, drawn.value.document.figures);
  const found = new Set(placed.map(({ id }) => id));
  const { figures } = drawn.value.document;
  const said = kept.map(({ id, reason }) =>
    warning('words-kept', { id, label: figures.find((own) => own.id === id)?.entry.label ?? '', reason }),
  );
  return succeed(
    {
      drawn: drawn.value,
      outputs: [{ path: output, bytes: updated, replaces: form.isOwn }],
      resized: figures.filter(({ entry }) => widths.has(entry.setting)),
      unchanged: parts.length === 0,
    },
    [...missing(drawn.value, found, path), ...said],
  );
}

/** Brings the figures of a document up to date; what it does not have is said. @throws {DocumentFault} */
export async function update(
  report: string,
  form: DocumentForm,
  target: Target,
  options: BindOptions,
): Promise<Outcome<UpdatedDocument>> {
  if (target.bytes) return intoDocx(report, form, target, options);
  if (target.output !== undefined)
    return fail([
      error('bad-option', {
        option: '--output',
        found: target.output,
        expects: 'nothing with a folder, whose own files are brought up to date',
        example: `--into ${target.path}`,
      }),
    ]);
  const drawn = await drawReport(report, form.pictures, options);
  if (!drawn.ok) return drawn;
  const { files, found } = await updateTex(target.path, drawn.value.document.figures);
  return succeed(
    { drawn: drawn.value, outputs: files, unchanged: files.length === 0, resized: [] },
    missing(drawn.value, found, target.path),
  );
}
