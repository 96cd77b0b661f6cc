import { entryAt } from '../../at.js';
import { nearest } from '../../problem/nearest.js';
import { error, type Problem } from '../../problem/problem.js';
import { choice, code, columnName, either, listOf, optional } from '../../schema/fields.js';
import type { ChartInput } from '../chartInput.js';

/** The settings that write the names of cases beside their markers. */
export const namesShape = {
  id: optional(columnName('Variable that names the cases.', 'plot')),
  names: optional(
    either(
      'Which cases have their name beside their marker, by "id": all, or those named.',
      'all, or a list of names',
      [choice('Every case.', ['all'], 'all'), listOf('Cases.', code('A name.', 'L058'), '[L058, L172]')],
      '[L058, L172]',
    ),
  ),
};

export interface NamesSettings {
  id?: string | undefined;
  names?: 'all' | (string | number | boolean)[] | undefined;
}

/** The names to write beside the cases of some rows; none where none are asked for. */
export function namesOf(
  { settings, table }: ChartInput<NamesSettings>,
  rows: readonly number[],
): (string | undefined)[] | undefined {
  const { id, names } = settings;
  if (id === undefined || names === undefined) return undefined;
  const column = table.category(id);
  const wanted = names === 'all' ? undefined : new Set(names.map(String));
  const found = rows.map((row) => {
    const name = entryAt(column.texts, entryAt(column.codes, row));
    return wanted === undefined || wanted.has(name) ? name : undefined;
  });
  return found.some((name) => name !== undefined) ? found : undefined;
}

/** Names that nothing carries, and names asked for without a variable that holds them. */
export function namesProblems({ settings, table, locate }: ChartInput<NamesSettings>): Problem[] {
  const { id, names } = settings;
  if (names === undefined) return [];
  if (id === undefined) {
    const facts = {
      path: 'chart.id',
      why: '"names" writes names, and nothing says which variable holds them',
      columns: [...table.columnNames],
    };
    return [error('setting-needed', facts, locate('chart.names'))];
  }
  if (names === 'all') return [];
  const known = table.category(id).texts;
  return names.flatMap((name, i) => {
    const value = String(name);
    if (known.includes(value)) return [];
    const path = `chart.names.${i}`;
    return [error('value-unknown', { column: id, value, path, known, nearest: nearest(value, known) }, locate(path))];
  });
}
