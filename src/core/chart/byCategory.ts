import type { Categories } from '../data/categories.js';
import type { Category, Variable } from '../data/codebook.js';
import { selectionOf } from '../data/selection.js';
import { fail, hasErrors, type Outcome, type Problem, succeed } from '../document/problem.js';
import { type Cases, collectCases, measureProblems } from './cases.js';
import { type Grouping, groupingOf } from './grouping.js';
import type { ChartInput } from './kind.js';
import { idsOf } from './names.js';
import type { CategoryAxis, LegendPlan, Plan, Series, Singled, ValueAxis } from './plan.js';
import { resolveSingled } from './singled.js';
import { finenessOf, variableTitle } from './variableTitle.js';
import { type WeightColumn, type WeightSettings, weightOf, weightProblems } from './weights.js';
import { asLong, type WideSettings, withCategory } from './wide.js';

interface Settings extends WideSettings, WeightSettings {
  direction?: 'vertical' | 'horizontal' | undefined;
}

/** The cases of a chart that draws the values of a variable at each category, and what they are sorted by. */
export interface ByCategory<S> {
  input: ChartInput<S & { category: string; value: string }>;
  variable: Variable;
  category: Grouping;
  group?: Grouping | undefined;
  weight?: WeightColumn | undefined;
  cases: Cases;
  singled: Singled;
}

/**
 * Reads the cases of such a chart, from a long table or a wide one.
 *
 * @param further what else may be wrong with the settings
 */
export function readByCategory<S extends Settings>(
  given: ChartInput<S>,
  further: (input: ChartInput<S & { category: string; value: string }>) => Problem[],
): Outcome<ByCategory<S>> {
  const long = asLong(given);
  if (!long.ok) return long;
  const complete = withCategory(long.value);
  if (!complete.ok) return complete;
  const input = complete.value;
  const { settings, table, codebook, locate } = input;
  const variable = codebook.variable(settings.value);
  const selection = selectionOf(settings.where, table, codebook, locate);
  const category = groupingOf(input, settings.category, 'chart.category', selection);
  const group = settings.group === undefined ? undefined : groupingOf(input, settings.group, 'chart.group', selection);
  const groupings = [category, ...(group ? [group] : [])];
  const weight = weightOf(input);
  const columns = [{ variable, column: table.number(settings.value) }];
  const cases = collectCases(input, selection, { columns, groupings, weight });
  const shown = groupings.map(({ all }) => all);
  const { singled, problems: singledProblems } = resolveSingled(input, shown, idsOf(input));
  const problems = [
    ...measureProblems(input, settings.value, 'chart.value'),
    ...further(input),
    ...weightProblems(input),
    ...groupings.flatMap((grouping) => grouping.problems),
    ...singledProblems,
    ...cases.problems,
  ];
  if (hasErrors(problems)) return fail(problems);
  return succeed({ input, variable, category, group, weight, cases, singled }, problems);
}

/** The axes of such a chart: the categories that are shown, and what the values cover. */
export function axesByCategory<S extends Settings>(
  { input, variable, category }: ByCategory<S>,
  { categories, least, greatest }: { categories: Category[]; least: number; greatest: number },
): Pick<Plan, 'direction' | 'x' | 'y'> {
  const along: CategoryAxis = {
    shows: 'category',
    title: variableTitle({ ...category.variable, unit: '' }, 'chart.category'),
    categories,
  };
  const values: ValueAxis = {
    shows: 'value',
    title: variableTitle(variable, 'chart.value'),
    least,
    greatest,
    ...finenessOf(variable),
  };
  const direction = input.settings.direction ?? 'vertical';
  return direction === 'vertical' ? { direction, x: along, y: values } : { direction, x: values, y: along };
}

/** The legend of the groups that are shown. */
export const legendOf = (group: Categories | undefined, series: readonly Series[]): { legend?: LegendPlan } =>
  group
    ? { legend: { variable: group.variable, entries: series.flatMap(({ category }) => (category ? [category] : [])) } }
    : {};
