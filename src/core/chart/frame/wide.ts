import { longTable } from '../../data/longTable.js';
import type { Where } from '../../data/selection.js';
import { type ColumnRequest, everyColumn } from '../../data/table.js';
import { totalsColumns } from '../../data/totals.js';
import { after, error, fail, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import { choice, columnName, either, listOf, optional } from '../../schema/fields.js';
import type { ChartInput } from '../chartInput.js';

/** The setting for what stands along an axis of categories, where several columns may stand in its place. */
export const placesField = optional(
  columnName('Variable with one place on the axis for each of its values. Left out with "values": the columns.', 'bed'),
);

/** The settings that take several measured columns of a wide table as groups. */
export const wideShape = {
  values: optional(
    either(
      'Several measured columns in place of one: each is a group named after its column. "all" takes every column with numbers.',
      'a list of columns, or all',
      [
        choice('Every column with numbers.', ['all'], 'all'),
        listOf('Columns.', columnName('A column.', 'kale'), '[kale, leek]'),
      ],
      '[kale, leek]',
    ),
  ),
  except: optional(
    listOf('Columns that "values: all" leaves out, such as totals.', columnName('A column.', 'total'), '[total]'),
  ),
};

export interface WideSettings {
  values?: 'all' | string[] | undefined;
  except?: string[] | undefined;
  category?: string | undefined;
  value?: string | undefined;
  group?: string | undefined;
  where?: Where | undefined;
  frequency?: string | undefined;
  weight?: string | undefined;
}

/** The columns that the settings read. */
export function wideColumns({ values, except = [] }: WideSettings): ColumnRequest[] {
  if (values === undefined) return [];
  if (values === 'all') return [{ column: everyColumn, as: 'number', path: 'chart.values', except }];
  return values.map((column, i) => ({ column, as: 'number', path: `chart.values.${i}` }));
}

/**
 * A chart of a wide table as one of a long table: `value` is the value, `group` the column, or `category` where the
 * chart names none.
 *
 * @param grouped whether the columns are groups also where the chart has no `category`
 */
export function asLong<S extends WideSettings>(input: ChartInput<S>, grouped = false): Outcome<ChartInput<S>> {
  const { settings, table, codebook, locate } = input;
  const { values } = settings;
  if (values === undefined) {
    return settings.except === undefined
      ? succeed(input)
      : fail([error('setting-idle', { path: 'chart.except', needs: '"values: all"' }, locate('chart.except'))]);
  }
  for (const key of ['value', 'group'] as const) {
    if (settings[key] === undefined || (key === 'group' && settings.category === undefined && !grouped)) continue;
    const facts = { path: `chart.${key}`, others: ['values'], where: 'chart' };
    return fail([error('one-of-several', facts, locate(`chart.${key}`))]);
  }
  const totals = values === 'all' ? totalsColumns(table, table.measured) : [];
  const columns = values === 'all' ? table.measured.filter((name) => !totals.includes(name)) : values;
  if (columns.length === 0) {
    return fail([error('no-columns', { table: table.name, known: [...table.columnNames] }, locate('chart.values'))]);
  }
  // Rows may be chosen by, and count for, what stands in one of the columns itself.
  const kept = [settings.frequency, settings.weight, ...Object.keys(settings.where ?? {})];
  const long = longTable(
    table,
    codebook,
    columns,
    kept.filter((name) => name !== undefined),
  );
  const along = settings.category === undefined && !grouped;
  const { names, ...made } = long;
  const place = along ? { category: names.group } : { group: names.group };
  const said = totals.map((column) => warning('totals-column', { column, table: table.name }, locate('chart.values')));
  return succeed({ ...input, ...made, settings: { ...settings, ...place, value: names.value } }, said);
}

/** The settings with a category and a value, or what is missing. */
function withCategory<S extends WideSettings>(
  input: ChartInput<S>,
): Outcome<ChartInput<S & { category: string; value: string }>> {
  const { settings, codebook, table, locate } = input;
  const { category, value } = settings;
  if (category !== undefined && value !== undefined) {
    return succeed({ ...input, settings: { ...settings, category, value } });
  }
  const used = Object.values(settings).flat();
  const fitting = (numeric: boolean) => {
    const free = table.columnNames.filter((name) => !used.includes(name));
    const isMeasured = (name: string) => codebook.variable(name).measure === 'numeric';
    const alike = free.filter((name) => isMeasured(name) === numeric);
    return alike.length > 0 ? alike : free.filter((name) => codebook.variable(name).measure === undefined);
  };
  const missing = (path: string, why: string, numeric: boolean): Problem =>
    error('setting-needed', { path, why, columns: fitting(numeric) }, locate('chart'));
  return fail([
    ...(category === undefined ? [missing('chart.category', 'nothing says what stands along the axis', false)] : []),
    ...(value === undefined ? [missing('chart.value', 'nothing says which values are drawn', true)] : []),
  ]);
}

/** The settings of a chart of values by category, over a table with a row for each value. */
export function completeLong<S extends WideSettings>(
  given: ChartInput<S>,
): Outcome<ChartInput<S & { category: string; value: string }>> {
  const long = asLong(given);
  return long.ok ? after(long.problems, withCategory(long.value)) : long;
}
