import type { Outcome } from '../problem/problem.js';
import { type GridLine, tableOfLines } from './gridTable.js';
import type { TableReading } from './readTable.js';
import type { Table } from './table.js';

const cell = /"([^"]*)"|\S+/g;

/**
 * Reads a table whose cells stand apart by blanks; texts with blanks stand in quotation marks. Lines that begin with the
 * comment sign are left out. `skip` lines have been left out before, which counts in the places of problems.
 */
export function readBlanks(
  text: string,
  reading: TableReading & {
    header?: boolean | undefined;
    comment?: string | undefined;
    skip?: number | undefined;
  },
): Outcome<Table> {
  const { comment = '#', skip = 0 } = reading;
  const lines = text.split(/\r\n|\r|\n/).flatMap((content, i): GridLine[] => {
    const trimmed = content.trim();
    if (trimmed === '' || (comment !== '' && trimmed.startsWith(comment))) return [];
    return [{ cells: [...trimmed.matchAll(cell)].map(([whole, quoted]) => quoted ?? whole), line: i + 1 + skip }];
  });
  return tableOfLines(lines, reading, reading.header ?? true);
}

/** Whether a text looks like a table of blanks: no separator in its first line, but blanks. */
export function looksBlank(source: string, comment = '#'): boolean {
  const first = source.split(/\r\n|\r|\n/).find((line) => line.trim() !== '' && !line.trim().startsWith(comment)) ?? '';
  return !/[\t;,|]/.test(first) && /\S\s+\S/.test(first.trim());
}
