import type { Format } from '../export/writer.js';
import { fail, hasErrors, type Outcome, type Problem, succeed } from '../problem/problem.js';
import { openProject } from '../project/project.js';
import { remembering } from '../project/read/inputs.js';
import type { Source } from '../project/read/source.js';
import { boundDocument, documentWriter, picturesFor, replacedBy } from '../report/boundDocument.js';
import type { BoundDocument, DocumentFile, DocumentForm } from '../report/documentForm.js';
import { type DrawnEntry, EntryDrawer } from '../report/drawnEntry.js';
import { fileSafe } from '../report/fileSafe.js';
import { openReport } from '../report/openReport.js';

/** A file of a document, and which file it may take the place of. */
export interface BoundFile extends DocumentFile {
  replaces: ((head: Uint8Array) => boolean) | undefined;
}

/** What binding needs to know besides the report. */
export interface Binding {
  forms: readonly DocumentForm[];
  /** The formats that pictures can be written in here. */
  formats: readonly Format[];
  /** Hears of each figure that is drawn. */
  progress?(done: number, total: number): void;
}

/** A document as files beside each other. */
export async function documentFiles(
  form: DocumentForm,
  document: BoundDocument,
  formats: readonly Format[],
): Promise<Outcome<BoundFile[]>> {
  const writer = await documentWriter(form);
  if (!writer.ok) return writer;
  const files = await writer.value(document, document.id);
  return succeed(
    files.map(({ path, bytes }, i) => ({
      path: i === 0 ? `${fileSafe(document.id)}.${form.ending}` : path,
      bytes,
      replaces: replacedBy(form, formats, path, i === 0),
    })),
  );
}

/** Makes documents of a report, one after the other, in this thread. */
export async function bindFiles(
  from: Source,
  path: string,
  { forms, formats, progress }: Binding,
): Promise<Outcome<{ files: BoundFile[]; read: string[] }>> {
  const { source, asked } = remembering(from);
  const report = await openReport(openProject(source).store, path);
  if (!report.ok) return report;
  const { entries } = report.value;
  const drawer = new EntryDrawer(source);
  const drawn: DrawnEntry[] = [];
  const problems: Problem[] = [];
  for (const entry of entries) {
    const made = await drawer.draw(report.value, entry, { pictures: picturesFor(forms), known: formats });
    problems.push(...made.problems);
    if (made.ok) drawn.push(made.value);
    progress?.(drawn.length, entries.length);
  }
  // What figures share is reported once.
  const errors = new Map(
    problems.filter(({ severity }) => severity === 'error').map((one) => [JSON.stringify(one), one]),
  );
  if (hasErrors(problems)) return fail([...errors.values()]);
  const document = await boundDocument(report.value, drawn, source);
  if (!document.ok) return document;
  const files: BoundFile[] = [];
  for (const form of forms) {
    const own = await documentFiles(form, document.value, formats);
    if (!own.ok) return own;
    files.push(...own.value);
  }
  return succeed({ files, read: [...asked, path] });
}
