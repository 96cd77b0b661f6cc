import type { NumbersTable } from '../chart/plan.js';
import { cellForm, cellText, countCell, leftOutTexts, sampledTexts } from '../export/numbers.js';
import type { Words } from '../words/words.js';
import type { Column } from './column.js';
import { type Pen, verbatim } from './pen.js';
import type { ProofFigure } from './proved.js';

type Table = Pick<NumbersTable, 'columns' | 'rows'>;

const mostRows = 14;
/** Distance between columns of the table, in points. */
const gap = 12;
const cellLook = { role: 'note', further: 0.92 } as const;

/** The numbers behind the figure, those of its marks and the tables beside it, as far as there is room. */
export function numbersPart(column: Column, { numbers, words }: ProofFigure): void {
  const { used, read, cases } = numbers;
  column.part(words.say('proof-numbers', { used: countCell(used, words), read: countCell(read, words), cases }));
  if (numbers.columns.length === 0) return;
  tableRows(column, numbers, words, [...sampledTexts(numbers, words), ...leftOutTexts(numbers.leftOut, words)]);
  for (const { title, ...table } of numbers.further ?? []) {
    column.gap(4);
    column.words(verbatim(title), { role: 'note' }, 3);
    tableRows(column, table, words);
  }
}

/** A table, the first of its rows and as many of its columns as there is room for, with words on what is left. */
function tableRows(column: Column, table: Table, words: Words, said: readonly string[] = []): void {
  const shown = table.rows.slice(0, mostRows);
  const form = cellForm(words);
  const cells = [
    table.columns.map(({ title }) => title),
    ...shown.map((row) => row.map((value, i) => cellText(table, value, i, form))),
  ];
  const widths = widthsOf(column.pen, cells);
  const fitting = widths.slice(0, fittingCount(widths, column.width));
  for (const [r, row] of cells.entries()) tableRow(column, table, row, { widths: fitting, isHead: r === 0 });
  const left = [
    ...(table.rows.length > shown.length ? [words.say('proof-rows', { count: table.rows.length - shown.length })] : []),
    ...(fitting.length < widths.length ? [words.say('proof-columns', { count: widths.length - fitting.length })] : []),
    ...said,
  ];
  if (left.length > 0) {
    column.gap(2);
    column.words(verbatim(left.join('; ')), { role: 'source' }, 2);
  }
  column.gap(6);
}

/** How wide each column is: as wide as its widest cell. */
function widthsOf(pen: Pen, cells: readonly (readonly string[])[]): number[] {
  const blocks = cells.map((row) => row.map((text) => pen.block(verbatim(text), undefined, cellLook)));
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
    height = Math.max(height, pen.words(verbatim(row[i] ?? ''), place, look));
    left += width + gap;
  }
  column.gap(height + 2.5);
  if (!isHead) return;
  pen.line([x, column.top], [x + width, column.top], { color: '#c6cbd0', width: 0.4 });
  column.gap(3);
}
