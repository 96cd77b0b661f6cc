import { enoughDecimals } from '../../scale/enoughDecimals.js';
import type { NumbersColumn, NumbersTable } from '../plan.js';

/** The chance of a correlation at least as far from nothing where there is none: below the last decimal it is less than that. */
export const chanceColumn: NumbersColumn = { key: 'p', title: 'p', decimals: 4, least: 0.0001 };

/** The columns with as many decimals as their numbers need. */
export function withEnoughDecimals<Of extends Pick<NumbersTable, 'columns' | 'rows'>>(table: Of): Of {
  const columns = table.columns.map((column, i) => {
    const { decimals, least } = column;
    if (decimals === undefined || least !== undefined) return column;
    const numbers = table.rows.map((row) => (typeof row[i] === 'number' ? row[i] : undefined));
    return { ...column, decimals: enoughDecimals(numbers, decimals) };
  });
  return { ...table, columns };
}
