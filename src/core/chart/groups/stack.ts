import { entryAt } from '../../at.js';
import { error, fail, type Outcome, succeed } from '../../problem/problem.js';
import type { GroupMarks, GroupSeries } from './groupMarks.js';
import type { GroupFrame } from './groupSettings.js';

/** Puts the bars of each category on top of each other, those below zero downwards; as shares they add up to 100. */
export function stack({ settings, mark: type, locate }: GroupFrame, marks: GroupMarks): Outcome<GroupSeries[]> {
  const { arrange = 'clustered' } = settings;
  if (type !== 'bar' || arrange === 'clustered') return succeed(marks.series);
  const all = marks.series.flatMap((series) => series.marks);
  const negative = arrange === 'shares' ? all.find(({ value }) => value < 0) : undefined;
  if (negative) {
    const group = marks.categories[negative.category]?.name ?? '';
    return fail([error('shares-negative', { group, value: negative.value }, locate('chart.arrange'))]);
  }
  const totals = marks.categories.map((_, i) =>
    all.reduce((sum, { category, value }) => sum + (category === i ? value : 0), 0),
  );
  const [up, down] = [marks.categories.map(() => 0), marks.categories.map(() => 0)];
  const stacked = marks.series.map((series) => ({
    ...series,
    marks: series.marks.map((mark) => {
      const total = entryAt(totals, mark.category);
      const size = arrange === 'shares' ? (total === 0 ? 0 : (100 * mark.value) / total) : mark.value;
      const heights = size < 0 ? down : up;
      const base = entryAt(heights, mark.category);
      heights[mark.category] = base + size;
      const share = arrange === 'shares' ? { share: { part: size / 100, whole: `category ${mark.category}` } } : {};
      return { ...mark, ...share, place: 0, places: 1, base, value: base + size, size };
    }),
  }));
  return succeed(stacked);
}
