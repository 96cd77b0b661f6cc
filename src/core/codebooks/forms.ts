import { type Decoded, decodeText } from '../data/encoding.js';
import { error, fail, type Outcome } from '../problem/problem.js';
import type { CodebookForm, ReadArchive } from './archive.js';
import { csvw } from './csvw.js';
import { ddi } from './ddi.js';
import { tableSchema } from './tableSchema.js';

/** Forms of codebooks beside our own, in the order in which a text is held against them. A new one is a file and a name here. */
export const codebookForms: readonly CodebookForm[] = [ddi, csvw, tableSchema];

/** The encoding that an XML text says of itself. */
function encodingOf(bytes: Uint8Array): string | undefined {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 200));
  return /^(?:\xef\xbb\xbf)?<\?xml[^>]*encoding\s*=\s*["']([\w.:-]+)["']/.exec(head)?.[1];
}

/** The text of a codebook of whatever form; undefined where it is none. */
export function codebookText(bytes: Uint8Array): string | undefined {
  const said = encodingOf(bytes)?.toLowerCase();
  const decoded: Decoded | undefined = decodeText(bytes);
  if (said === undefined || decoded?.encoding === 'utf-8' || decoded?.encoding === 'utf-16') return decoded?.text;
  try {
    return new TextDecoder(said).decode(bytes);
  } catch {
    return decoded?.text;
  }
}

/** The form of a codebook of an archive; undefined where a text is none of these, and so may be one of ours. */
export const formOf = (text: string): CodebookForm | undefined =>
  /"hexis"\s*:/.test(text.slice(0, 2000)) ? undefined : codebookForms.find((form) => form.isOne(text));

/** No codebook is longer. */
const longest = 200e6;

/** Reads a codebook of an archive. */
export async function readArchive(
  form: CodebookForm,
  text: string,
  file: string,
  tables: readonly string[],
): Promise<Outcome<ReadArchive>> {
  if (text.length > longest)
    return fail([error('codebook-broken', { form: form.words, reason: 'it is too long' }, { file })]);
  return form.read(text, file, tables);
}
