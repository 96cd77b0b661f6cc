import { entryAt } from '../at.js';
import { rowsOf, type Table, type TotalsRow, tableOf } from './table.js';

/** What rows and columns with sums are called, in the languages that figures can be written in. */
const totalWords = new RegExp(
  `^(grand |sub)?(${[
    'totals?|sums?|all|overall|altogether|gesamt|insgesamt|summe|alle|ensemble|toutes?|tous|todos?|todas?|totale|tutti|totaal',
    'suma|ogółem|razem|totalt|samtliga|i alt|yhteensä|kaikki|celkem|součet|összesen|összes|усього|всього|разом|сума',
    'toplam|genel toplam|σύνολο|סך הכול|סך הכל|סה״כ|المجموع|الإجمالي|مجموع|جمع کل|कुल|योग|合计|合計|总计|総計|計|합계|총계',
  ].join('|')})$`,
  'i',
);

/** Whether a name is one of a sum. */
export const isTotalName = (name: string): boolean => totalWords.test(name.trim());

/** The sum of some numbers, how many they are, and how far they lie apart. */
export interface Added {
  sum: number;
  count: number;
  spread: number;
}

export function added(values: readonly number[]): Added {
  let [sum, least, greatest] = [0, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    sum += value;
    least = Math.min(least, value);
    greatest = Math.max(greatest, value);
  }
  return { sum, count: values.length, spread: greatest - least };
}

/**
 * Whether a number is the sum or the mean of others, allowing for rounding of each. Among numbers that hardly differ, such
 * as years, each lies close to the mean: there it has to lie closer.
 */
export function totalOf(value: number, { sum, count, spread }: Added): 'sum' | 'mean' | undefined {
  if (count < 2) return undefined;
  const slack = (expected: number) => 0.005 * Math.max(1e-9, Math.abs(expected));
  if (Math.abs(value - sum) <= slack(sum)) return 'sum';
  const mean = sum / count;
  return Math.abs(value - mean) <= Math.min(slack(mean), Math.max(spread / 10, 1e-9 * Math.abs(mean)))
    ? 'mean'
    : undefined;
}

/** Whether a column is called a sum, alone or among other words: `total`, `total_harvest`. */
export const namesTotal = (name: string): boolean => name.split(/[\s_.-]+/).some(isTotalName);

/** Of some columns of numbers, those that are called sums and hold the sum of the others in every row that has them all. */
export function totalsColumns(table: Table, columns: readonly string[]): string[] {
  return columns.filter((name) => {
    if (!namesTotal(name)) return false;
    const own = table.number(name).numbers;
    const others = columns
      .filter((other) => other !== name && !namesTotal(other))
      .map((other) => table.number(other).numbers);
    let tried = 0;
    for (let row = 0; row < table.rowCount; row += 1) {
      const values = others.map((numbers) => entryAt(numbers, row));
      if ([entryAt(own, row), ...values].some(Number.isNaN)) continue;
      if (totalOf(entryAt(own, row), added(values)) !== 'sum') return false;
      tried += 1;
    }
    return tried > 0;
  });
}

/** A table without its rows of sums, except those asked for, and the rows removed. */
export function withoutTotals(
  table: Table,
  isWanted: (total: TotalsRow) => boolean,
): { table: Table; left: TotalsRow[] } {
  const left = table.totals.filter((total) => !isWanted(total));
  if (left.length === 0) return { table, left };
  const out = new Set(left.map(({ row }) => row));
  const kept = Array.from({ length: table.rowCount }, (_, row) => row).filter((row) => !out.has(row));
  const columns = table.columns.map((column) => rowsOf(column, kept));
  return { table: tableOf({ ...table, rowCount: kept.length, columns, totals: [] }), left };
}
