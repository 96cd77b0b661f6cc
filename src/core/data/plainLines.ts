/**
 * Rows of a text without quotation marks, where a cell is what stands between two separators. The parser of all other texts
 * makes a list of every row and a text of every cell; where a million rows are read that takes several times as long as this,
 * which says where cells stand and makes nothing. A test holds both to the same rows.
 */

/** How the rows of a text are told apart: by a separator of one sign and by a line end. */
export interface PlainLines {
  delimiter: string;
  newline: string;
}

/** Takes a row by the places of its cells. */
export type PlainRow = (text: string, places: Int32Array, count: number) => void;

/** Whether a line holds anything. */
const isRow = (text: string, start: number, end: number, cells: number): boolean =>
  cells > 1 || text.slice(start, end).trim() !== '';

/**
 * Finds all rows from a place on. A line of blanks alone is none.
 *
 * @param columns of so many columns the cells are told
 * @param add takes a row: the text that it stands in, where each of these cells begins and ends, in pairs, and how many cells it
 *   has. The list is used again; of a row that is too short it still has places of another one.
 */
export function eachPlainRow(text: string, from: number, how: PlainLines, columns: number, add: PlainRow): void {
  const { delimiter, newline } = how;
  const [stop, end] = [delimiter.charCodeAt(0), newline.charCodeAt(newline.length - 1)];
  // What stands before the last sign of a line end that has two.
  const before = newline.length === 2 ? newline.charCodeAt(0) : undefined;
  const places = new Int32Array(2 * columns);
  let [row, start, column] = [from, from, 0];
  for (let at = from; at < text.length; at += 1) {
    const sign = text.charCodeAt(at);
    const isEnd = sign === end && (before === undefined || text.charCodeAt(at - 1) === before);
    if (!isEnd && sign !== stop) continue;
    const cut = isEnd ? at + 1 - newline.length : at;
    if (column < columns) {
      places[2 * column] = start;
      places[2 * column + 1] = cut;
    }
    column += 1;
    start = at + 1;
    if (!isEnd) continue;
    if (isRow(text, row, cut, column)) add(text, places, column);
    [row, column] = [start, 0];
  }
  // The last line may lack its end.
  if (row < text.length) eachPlainRow(text.slice(row) + newline, 0, how, columns, add);
}
