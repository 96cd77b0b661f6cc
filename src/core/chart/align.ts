import type { Category } from '../data/codebook.js';
import type { AxisPlan, EndLabel, LineMark, Mark, Plan, Series, ValueAxis } from './plan.js';

/** Which axes all panels share. */
export interface Shared {
  x: boolean;
  y: boolean;
}

/** The different items of lists, by their keys: in a known order that holds them all, else as they come. */
function merged<T>(
  lists: readonly (readonly T[])[],
  key: (item: T) => string,
  orders: readonly (readonly string[])[],
): T[] {
  const all = new Map<string, T>();
  for (const item of lists.flat()) if (!all.has(key(item))) all.set(key(item), item);
  const order = orders.find((known) => [...all.keys()].every((own) => known.includes(own)));
  const items = [...all.values()];
  return order ? items.sort((a, b) => order.indexOf(key(a)) - order.indexOf(key(b))) : items;
}

const seriesKey = ({ category, quiet }: Series) => (category ? category.code : quiet ? ' quiet' : ' only');

const categoriesOf = (axis: AxisPlan): Category[] => (axis.shows === 'category' ? axis.categories : []);

/** A place along an axis of categories by its new number; offsets and the ends of the axis are kept. */
function movedPlace(at: number, numbers: readonly number[], count: number): number {
  const last = numbers.length - 0.5;
  if (at <= -0.5) return at;
  if (at >= last) return at - last + count - 0.5;
  const category = Math.min(numbers.length - 1, Math.max(0, Math.round(at)));
  return (numbers[category] as number) + (at - category);
}

/** Moves the marks of a plan to new numbers of categories along one axis, and to new places beside each other. */
function movedMark<M extends Mark>(
  mark: M,
  at: 'x' | 'y',
  numbers: readonly number[],
  count: number,
  place: number,
  places: number,
): M {
  const beside = 'places' in mark && (places > 1 || mark.places > 1) ? { place, places } : {};
  if ('category' in mark) return { ...mark, ...beside, category: numbers[mark.category] ?? mark.category };
  const move = (value: number) => movedPlace(value, numbers, count);
  if (mark.type === 'point') return { ...mark, [at]: move(mark[at]) };
  const key = at === 'x' ? 'xs' : 'ys';
  if (mark.type === 'line') return { ...mark, [key]: (mark as LineMark)[key].map(move) };
  if (mark.type === 'cloud') return { ...mark, [key]: mark[key].map(move) };
  if (mark.type === 'band' && at === 'x') return { ...mark, xs: mark.xs.map(move) };
  return mark;
}

/** The axes of all panels as one that covers them all. */
function joinedAxis(axes: readonly AxisPlan[], orders: readonly (readonly string[])[]): AxisPlan {
  const [first] = axes as [AxisPlan];
  if (first.shows === 'value') {
    const values = axes as readonly ValueAxis[];
    const least = values.reduce((a, axis) => Math.min(a, axis.least), Number.POSITIVE_INFINITY);
    const greatest = values.reduce((a, axis) => Math.max(a, axis.greatest), Number.NEGATIVE_INFINITY);
    return { ...first, least, greatest };
  }
  if (first.shows === 'category')
    return { ...first, categories: merged(axes.map(categoriesOf), ({ code }) => code, orders) };
  return first;
}

/**
 * Plans of the same kind for panels beside each other: the same series in the same order, so that a group has the same
 * colour everywhere, and axes that cover what all panels show where they are shared.
 *
 * @param orders codes of variables in the order of the codebook
 */
export function alignPlans(plans: readonly Plan[], shared: Shared, orders: readonly (readonly string[])[]): Plan[] {
  const all = merged(
    plans.map(({ series }) => series),
    seriesKey,
    orders.map((order) => [...order, ' quiet', ' only']),
  );
  const samples = new Map(all.map((series) => [seriesKey(series), series]));
  for (const series of plans.flatMap((plan) => plan.series)) {
    const known = samples.get(seriesKey(series));
    if (known?.marks.length === 0) samples.set(seriesKey(series), series);
  }
  const joined = {
    x: joinedAxis(
      plans.map(({ x }) => x),
      orders,
    ),
    y: joinedAxis(
      plans.map(({ y }) => y),
      orders,
    ),
  };
  const legend = plans.find((plan) => plan.legend)?.legend;
  const entries = all.flatMap(({ category }) => (category ? [category] : []));
  return plans.map((plan): Plan => {
    const at = plan.x.shows === 'category' ? 'x' : 'y';
    const axis = shared[at] ? joined[at] : plan[at];
    const own = categoriesOf(plan[at]);
    const target = categoriesOf(axis);
    const numbers = own.map(({ code }) => target.findIndex((category) => category.code === code));
    const places = plan.stacked ? 1 : all.length;
    const series = all.map((common, place): Series => {
      const found = plan.series.find((candidate) => seriesKey(candidate) === seriesKey(common));
      const sample = samples.get(seriesKey(common))?.marks[0];
      const marks = (found?.marks ?? []).map((mark) =>
        movedMark(mark, at, numbers, target.length, plan.stacked ? 0 : place, places),
      );
      return { ...common, ...found, marks, ...(sample ? { sample } : {}) };
    });
    const numberOf = (series: number) =>
      all.findIndex((common) => seriesKey(common) === seriesKey(plan.series[series] as Series));
    return {
      ...plan,
      x: shared.x ? joined.x : plan.x,
      y: shared.y ? joined.y : plan.y,
      series,
      ...(plan.references
        ? { references: plan.references.map((mark) => movedMark(mark, at, numbers, target.length, 0, 1)) }
        : {}),
      ...(plan.endLabels
        ? { endLabels: plan.endLabels.map((label): EndLabel => ({ ...label, series: numberOf(label.series) })) }
        : {}),
      ...(plan.remarks
        ? {
            remarks: plan.remarks.map((remark) =>
              remark.series === undefined ? remark : { ...remark, series: numberOf(remark.series) },
            ),
          }
        : {}),
      ...(legend ? { legend: { ...legend, entries } } : {}),
    };
  });
}

/** A plan like another one, with nothing drawn: a panel without cases. */
export const emptied = (plan: Plan): Plan => ({
  ...plan,
  series: plan.series.map((series) => ({ ...series, marks: [] })),
  endLabels: [],
  remarks: [],
});
