import { csvOf } from 'hexis/desk';
import Papa from 'papaparse';

/** Cells of a table on a page; one that stands over several columns fills the first. */
const cellsOf = (row: HTMLTableRowElement): string[] =>
  [...row.cells].flatMap((cell) => [
    (cell.textContent ?? '').replace(/\s+/g, ' ').trim(),
    ...Array.from({ length: Math.min(cell.colSpan, 1000) - 1 }, () => ''),
  ]);

/** The rows of the first table of a page; its scripts and pictures are nothing. */
function rowsOfHtml(html: string): string[][] {
  const page = new DOMParser().parseFromString(html, 'text/html');
  for (const own of page.querySelectorAll('script, style')) own.remove();
  const table = page.querySelector('table');
  return table ? [...table.rows].map(cellsOf) : [];
}

/** Rows as spreadsheets put them on the clipboard: a tab between cells, those with line breaks in quotation marks. */
const rowsOfText = (text: string): string[][] =>
  Papa.parse(text.replace(/\r\n?/g, '\n'), { delimiter: '\t', skipEmptyLines: 'greedy' }).data;

const isTable = (rows: readonly string[][]): boolean =>
  rows.length > 1 && rows.some((row) => row.some((cell) => cell !== ''));

/** What somebody pastes as the text of a table (CSV); undefined where it is none. */
export function pastedTable({ text, html }: { text: string; html: string }): string | undefined {
  const inCells = text.includes('\t') ? rowsOfText(text) : rowsOfHtml(html);
  const rows = isTable(inCells) ? inCells : rowsOfText(text);
  if (!isTable(rows)) return undefined;
  const width = Math.max(...rows.map((row) => row.length));
  return csvOf(rows.map((row) => [...row, ...Array.from({ length: width - row.length }, () => '')]));
}
