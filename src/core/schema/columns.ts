import stringWidth from 'string-width';
import { entryAt } from '../at.js';

interface Columns {
  /** Whether the texts of a column stand at its right, as numbers do. */
  isRight?: (column: number) => boolean;
  /** The most places that a column takes; a longer text pushes what follows it in its row. */
  widest?: number;
}

/** Letters that take one place each are counted; all others are looked up, which is dear to begin with. */
const placesOf = (text: string): number => (/^[ -~]*$/.test(text) ? text.length : stringWidth(text));

/** The widths of columns, in places of a terminal: a letter of a wide script takes two, a combining sign none. */
export const columnWidths = (rows: readonly (readonly string[])[]): number[] =>
  rows.reduce<number[]>((most, row) => row.map((text, i) => Math.max(most[i] ?? 0, placesOf(text))), []);

/** Texts in columns of a terminal, each as wide as its widest text there; a row ends where its last text does. */
export function inColumns(
  rows: readonly (readonly string[])[],
  { isRight = () => false, widest = Number.POSITIVE_INFINITY }: Columns = {},
): string[] {
  const widths = columnWidths(rows).map((width) => Math.min(width, widest));
  const padded = (text: string, column: number) => {
    const blanks = ' '.repeat(Math.max(0, entryAt(widths, column) - placesOf(text)));
    return isRight(column) ? blanks + text : text + blanks;
  };
  return rows.map((row) => row.map(padded).join('  ').trimEnd());
}
