import { error, fail, type Outcome } from '../problem/problem.js';
import { looksBlank, readBlanks } from './blanks.js';
import { readDelimited } from './delimited.js';
import type { Encoding } from './encoding.js';
import type { TableReading } from './readTable.js';
import type { Table } from './table.js';

/** What an author may say of a file with a table. */
export interface FileReading extends TableReading {
  delimiter?: string | undefined;
  header?: boolean | undefined;
  comment?: string | undefined;
  sheet?: string | undefined;
  range?: string | undefined;
  /** Lines above the header that are left out. */
  skip?: number | undefined;
  encoding?: Encoding | undefined;
}

const lineEnd = /\r\n|\r|\n/g;

/** Where a text begins once some of its lines are left out; undefined where it has no more of them. */
function afterLines(text: string, count: number): number | undefined {
  lineEnd.lastIndex = 0;
  for (let i = 0; i < count; i += 1) if (!lineEnd.exec(text)) return undefined;
  return count === 0 ? 0 : lineEnd.lastIndex;
}

/** Reads a table from the lines of a file, by its name and what the author says of it. */
export function readTableText(whole: string, path: string, reading: FileReading): Outcome<Table> {
  const { skip = 0 } = reading;
  const start = afterLines(whole, skip);
  if (start === undefined || (skip > 0 && start >= whole.length)) {
    const facts = { skip, lines: whole.split(/\r\n|\r|\n/).length };
    return fail([error('skip-beyond', facts, reading.locate?.('data.skip'))]);
  }
  const text = whole.slice(start);
  const plain = reading.delimiter === undefined && !/\.(csv|tsv)$/i.test(path);
  if (reading.delimiter === 'blanks' || (plain && looksBlank(text, reading.comment))) {
    return readBlanks(text, reading);
  }
  return readDelimited(text, reading);
}
