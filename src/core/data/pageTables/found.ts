import type { GridLine } from '../gridTable.js';

/** A table of a document. */
export interface FoundTable {
  /** Its caption, or the heading above it; empty where it has neither. */
  caption: string;
  /** Its lines, the names of the columns first; all have as many cells. */
  lines: GridLine[];
  /** Texts that stand in a cell across the whole table: notes and headings between the rows. */
  across: string[];
}

/** Documents in which tables are found, by what they are called. */
export type DocumentName = 'Markdown' | 'HTML';

/** A text in one line. */
export const tidied = (text: string): string => text.replace(/\s+/g, ' ').trim();
