import { join } from 'node:path';
import { error, fail, type Outcome, succeed } from '../../core/problem/problem.js';
import { documentWriter, picturesFor, replacedBy } from '../../core/report/boundDocument.js';
import type { BoundDocument, DocumentFile, DocumentForm } from '../../core/report/documentForm.js';
import { formats } from '../formats.js';
import type { Output } from '../save.js';
import { type BindOptions, drawReport } from './bindReport.js';
import { type DocumentName, documents } from './documents.js';
import { formOfDocument, intoDocument } from './update/update.js';
import { DocumentFault } from './update/wordPackage.js';

const formNamed = (name: DocumentName): DocumentForm => documents.find((form) => form.name === name) as DocumentForm;

export { picturesFor };

/** Where a document is saved: its folder, the base name of its files, and its main file. */
export interface DocumentPlace {
  folder: string;
  name: string;
  main: string;
}

/** A document as files to be saved. Some replace only files of their own kind, others any file. */
export async function documentOutputs(
  form: DocumentForm,
  document: BoundDocument,
  { folder, name, main }: DocumentPlace,
  replacesAny = false,
): Promise<Outcome<Output[]>> {
  const writer = await documentWriter(form);
  if (!writer.ok) return writer;
  const files = await writer.value(document, name);
  return succeed(
    files.map(({ path, bytes }, i) => {
      const isOwn = replacedBy(form, formats, path, i === 0);
      return { path: i === 0 ? main : join(folder, path), bytes, replaces: replacesAny ? undefined : isOwn };
    }),
  );
}

/**
 * Makes a document of a report.
 *
 * @param report path of the report file
 * @returns its files, with their paths from the folder in which it will stand; the first is the document itself
 */
export async function bind(
  report: string,
  form: DocumentName,
  options: BindOptions = {},
): Promise<Outcome<DocumentFile[]>> {
  const own = formNamed(form);
  const drawn = await drawReport(report, own.pictures, options);
  if (!drawn.ok) return drawn;
  const writer = await documentWriter(own);
  if (!writer.ok) return writer;
  return succeed(await writer.value(drawn.value.document, drawn.value.document.id), drawn.problems);
}

/**
 * Brings the figures of a document (DOCX, ODT) up to date: pictures that have a name of ours, their alternative texts, and the words
 * beside them where they stand in our form. All else stays as it is to the byte.
 *
 * @param report path of the report file
 * @returns the new document; warnings name figures that it does not have and words that stayed as they were
 */
export async function bindInto(
  report: string,
  document: Uint8Array,
  options: BindOptions = {},
): Promise<Outcome<Uint8Array>> {
  try {
    const updated = await intoDocument(
      report,
      formNamed(formOfDocument(document)),
      { path: 'the document', bytes: document },
      options,
    );
    return updated.ok ? succeed(updated.value.bytes, updated.problems) : updated;
  } catch (fault) {
    if (!(fault instanceof DocumentFault)) throw fault;
    return fail([error('document-foreign', { path: 'the document', reason: fault.message, expects: fault.expects })]);
  }
}
