import { createHash } from 'node:crypto';
import { type Outcome, succeed } from '../../core/problem/problem.js';
import type { PictureForm } from '../../core/report/documentForm.js';
import type { DrawnEntry, EntryDrawer } from '../../core/report/drawnEntry.js';
import type { Report, ReportEntry } from '../../core/report/openReport.js';
import { disk } from '../disk.js';
import { filesRead } from '../filesRead.js';
import { formats as known } from '../formats.js';

/** What to make of each figure: its pictures, and how thoroughly to check it. */
export interface Work {
  /** Its pictures, by names. */
  pictures: Readonly<Record<string, PictureForm>>;
  /** Whether to run the rules that have to draw it again. */
  isDeep: boolean;
  /** The language of the document, where the report or the call names one. */
  language?: string | undefined;
}

/** A file that a figure is made of, with its SHA-256; without one if it was looked for and is missing. */
export interface Input {
  /** Path of the file. */
  file: string;
  /** The hash of its content. */
  sha256: string | undefined;
}

/** A figure with the hashes of the files it was made of. */
export interface HashedEntry extends DrawnEntry {
  /** The files it is made of. */
  inputs: Input[];
  /** Whether the files did not change between reading and hashing; otherwise the hashes describe another figure. */
  isSettled: boolean;
}

export const hashOf = (content: string | Uint8Array): string => createHash('sha256').update(content).digest('hex');

/** Draws a figure of a report, and hashes the files it was made of. @param drawer for files on disk */
export async function drawOne(
  drawer: EntryDrawer,
  report: Report,
  entry: ReportEntry,
  work: Work,
): Promise<Outcome<HashedEntry>> {
  const drawn = await drawer.draw(report, entry, { pictures: work.pictures, known, isDeep: work.isDeep });
  if (!drawn.ok) return drawn;
  const { files } = drawn.value;
  const read = files.map((file) => filesRead.get(file));
  const inputs: Input[] = [];
  for (const file of files) {
    const bytes = await disk.bytes(file).catch(() => undefined);
    inputs.push({ file, sha256: bytes && hashOf(bytes) });
  }
  const isSettled = files.every((file, i) => filesRead.get(file) === read[i]);
  return succeed({ ...drawn.value, inputs, isSettled }, drawn.problems);
}
