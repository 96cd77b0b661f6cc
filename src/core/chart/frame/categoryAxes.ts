import type { CategoryAxis, Mark, Plan, Series, ValueAxis } from '../plan.js';
import type { Grouping } from './grouping.js';
import { variableTitle } from './variableTitle.js';

/** The axis of the categories that are shown. */
export const categoryAxis = ({ variable, categories }: Grouping, path: string): CategoryAxis => ({
  shows: 'category',
  variable: variable.name,
  title: variableTitle({ ...variable, unit: '' }, path),
  categories,
});

/** Both axes of a chart that stands upright or lies. */
export const bothAxes = (
  along: CategoryAxis,
  values: ValueAxis,
  direction: Plan['direction'] = 'vertical',
): Pick<Plan, 'direction' | 'x' | 'y'> =>
  direction === 'vertical' ? { direction, x: along, y: values } : { direction, x: values, y: along };

/** Which axis shows the categories. */
export const showsByDirection = ({ direction }: { direction?: Plan['direction'] | undefined }) =>
  direction === 'horizontal' ? ({ x: 'value', y: 'category' } as const) : ({ x: 'category', y: 'value' } as const);

/** One series for each group shown, with the colour that the codebook assigns to it. A single series if there are no groups. */
export function seriesOf(group: Grouping | undefined, marksOf: (group: number) => Mark[]): Series[] {
  if (!group) return [{ marks: marksOf(0) }];
  return group.categories.map((category, g): Series => {
    const color = group.variable.colors.get(category.code);
    return { category, ...(color === undefined ? {} : { color }), marks: marksOf(g) };
  });
}
