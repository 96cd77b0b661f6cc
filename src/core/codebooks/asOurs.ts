import { type Outcome, succeed } from '../problem/problem.js';
import type { CodebookForm, ReadArchive } from './archive.js';
import { codebookText, formOf, readArchive } from './forms.js';
import { ownText } from './own.js';

/** A codebook of an archive, and the same in our own form. */
export interface AsOurs extends ReadArchive {
  form: CodebookForm;
  text: string;
}

/**
 * A codebook of an archive as one of ours; undefined where the file holds none, and so may hold one of ours.
 *
 * @param tables paths or names of the tables that are meant, where it may describe others too
 */
export async function asOurs(
  bytes: Uint8Array,
  file: string,
  tables: readonly string[],
): Promise<Outcome<AsOurs> | undefined> {
  const given = codebookText(bytes);
  const form = given === undefined ? undefined : formOf(given);
  if (given === undefined || form === undefined) return undefined;
  const read = await readArchive(form, given, file, tables);
  return read.ok ? succeed({ ...read.value, form, text: ownText(read.value.archive) }, read.problems) : read;
}
