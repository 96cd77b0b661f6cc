import type { AnsweredColumn } from '../answerer.js';
import { cellMakers } from './cells.js';
import { ident } from './params.js';
import type { SqlSource } from './source.js';

/** The text of a value, in SQL. */
export const textOf = (column: string): string => `cast(${ident(column)} as varchar)`;

/** What stands in the rows of a column whose values tell them apart. */
export function columnApart(
  column: string,
  rows: readonly (string | null | undefined)[],
  source: SqlSource,
): AnsweredColumn {
  const { holds = 'text' } = source.columns.find(({ name }) => name === column) ?? {};
  const cell = cellMakers[holds];
  return { column, cells: rows.map((text) => (text ? cell(text) : '')) };
}
