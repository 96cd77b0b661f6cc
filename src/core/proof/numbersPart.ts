import type { NumbersTable } from '../chart/plan.js';
import { cellText } from '../export/numbers.js';
import type { Column } from './column.js';
import { type Pen, plainWords } from './pen.js';
import type { ProofFigure } from './proved.js';

type Table = Pick<NumbersTable, 'columns' | 'rows'>;

const mostRows = 14;
/** Distance between columns of the table, in points. */
const gap = 12;
const cellLook = { role: 'note', further: 0.92 } as const;

/** The numbers behind the figure, those of its marks and the tables beside it, as far as there is room. */
export function numbersPart(column: Column, { numbers }: ProofFigure): void {
  column.part(`The numbers behind it: ${numbers.used} of ${numbers.read} ${numbers.cases}`);
  if (numbers.columns.length === 0) return;
  const leftOut = numbers.leftOut.map(({ reason, count }) => `${count} left out: ${reason}`);
  tableRows(column, numbers, leftOut);
  for (const { title, ...table } of numbers.further ?? []) {
    column.gap(4);
    column.words(plainWords(title), { role: 'note' }, 3);
    tableRows(column, table, []);
  }
}

/** A table, the first of its rows and as many of its columns as there is room for, with words on what is left. */
function tableRows(column: Column, table: Table, said: readonly string[]): void {
  const shown = table.rows.slice(0, mostRows);
  const cells = [
    table.columns.map(({ title }) => title),
    ...shown.map((row) => row.map((value, i) => cellText(table, value, i))),
  ];
  const widths = widthsOf(column.pen, cells);
  const fitting = widths.slice(0, fittingCount(widths, column.width));
  for (const [r, row] of cells.entries()) tableRow(column, table, row, { widths: fitting, isHead: r === 0 });
  const left = [
    ...(table.rows.length > shown.length ? [`${table.rows.length - shown.length} more rows`] : []),
    ...(fitting.length < widths.length ? [`${widths.length - fitting.length} more columns`] : []),
    ...said,
  ];
  if (left.length > 0) {
    column.gap(2);
    column.words(plainWords(left.join('; ')), { role: 'source' }, 2);
  }
  column.gap(6);
}

/** How wide each column is: as wide as its widest cell. */
function widthsOf(pen: Pen, cells: readonly (readonly string[])[]): number[] {
  const blocks = cells.map((row) => row.map((text) => pen.block(plainWords(text), undefined, cellLook)));
  return (cells[0] ?? []).map((_, i) => Math.max(...blocks.map((row) => row[i]?.width ?? 0)));
}

/** How many columns find room. */
function fittingCount(widths: readonly number[], width: number): number {
  let room = width + gap;
  const tooWide = widths.findIndex((own) => {
    room -= own + gap;
    return room < 0;
  });
  return tooWide < 0 ? widths.length : tooWide;
}

/** A row of cells, numbers to the right; the head is softer and has a line below it. */
function tableRow(
  column: Column,
  table: Table,
  row: readonly string[],
  { widths, isHead }: { widths: readonly number[]; isHead: boolean },
): void {
  const { pen, x, top, width } = column;
  let left = x;
  let height = 0;
  for (const [i, width] of widths.entries()) {
    const isNumber = table.columns[i]?.decimals !== undefined;
    const place = { x: isNumber ? left + width : left, top };
    const look = {
      ...cellLook,
      align: isNumber ? 'end' : 'start',
      ...(isHead ? {} : { color: pen.colors.ink }),
    } as const;
    height = Math.max(height, pen.words(plainWords(row[i] ?? ''), place, look));
    left += width + gap;
  }
  column.gap(height + 2.5);
  if (!isHead) return;
  pen.line([x, column.top], [x + width, column.top], { color: '#c6cbd0', width: 0.4 });
  column.gap(3);
}
