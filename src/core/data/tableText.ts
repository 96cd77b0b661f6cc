import type { Outcome } from '../document/problem.js';
import { looksBlank, readBlanks } from './blanks.js';
import { readDelimited } from './delimited.js';
import { readJson } from './json.js';
import type { TableReading } from './readTable.js';
import type { Table } from './table.js';

/** What an author may say of a file with a table. */
export interface FileReading extends TableReading {
  delimiter?: string | undefined;
  header?: boolean | undefined;
  comment?: string | undefined;
  sheet?: string | undefined;
  range?: string | undefined;
}

/** Reads a table from the text of a file, by its name and what the author says of it. */
export function readTableText(text: string, path: string, reading: FileReading): Outcome<Table> {
  if (/\.json$/i.test(path)) return readJson(text, reading);
  const plain = reading.delimiter === undefined && !/\.(csv|tsv)$/i.test(path);
  if (reading.delimiter === 'blanks' || (plain && looksBlank(text, reading.comment))) {
    return readBlanks(text, reading);
  }
  return readDelimited(text, reading);
}
