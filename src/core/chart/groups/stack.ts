import { entryAt } from '../../at.js';
import { error, fail, type Outcome, succeed } from '../../problem/problem.js';
import type { GroupMark } from '../plan.js';
import type { GroupMarks, GroupSeries } from './groupMarks.js';
import type { GroupFrame } from './groupSettings.js';

/** The bars of each group added up along the axis. */
const addedUp = (series: readonly GroupSeries[]): GroupSeries[] =>
  series.map((own) => {
    let sum = 0;
    const rising = [...own.marks].sort((a, b) => a.category - b.category);
    return {
      ...own,
      marks: rising.map((mark) => {
        sum += mark.value;
        return { ...mark, value: sum };
      }),
    };
  });

/** The marks of all groups at one place of their category. */
const inOnePlace = (series: readonly GroupSeries[]): GroupSeries[] =>
  series.map((own) => ({ ...own, marks: own.marks.map((mark) => ({ ...mark, place: 0, places: 1 })) }));

/** Bars of two groups back to back, those of the first turned round. */
function opposed({ series, categories }: GroupMarks, locate: GroupFrame['locate']): Outcome<GroupSeries[]> {
  const negative = series.flatMap(({ marks }) => marks).find(({ value }) => value < 0);
  if (negative) {
    const group = categories[negative.category]?.name ?? '';
    return fail([error('opposed-negative', { group, value: negative.value }, locate('chart.arrange'))]);
  }
  const turned = ({ interval, ...mark }: GroupMark, sign: 1 | -1): GroupMark => {
    const ends = interval && (sign < 0 ? { low: -interval.high, high: -interval.low } : interval);
    const own = { ...mark, value: sign * mark.value, place: 0, places: 1, ...(ends ? { interval: ends } : {}) };
    return own.type === 'interval' ? own : { ...own, mirrored: true };
  };
  return succeed(series.map((own, s) => ({ ...own, marks: own.marks.map((mark) => turned(mark, s === 0 ? -1 : 1)) })));
}

/** Puts the bars of each category on top of each other, those below zero downwards; as shares they add up to 100. */
export function stack({ settings, mark: type, locate }: GroupFrame, marks: GroupMarks): Outcome<GroupSeries[]> {
  const { arrange = 'clustered' } = settings;
  if (arrange === 'opposed') return opposed(marks, locate);
  if (settings.cumulative) return succeed(addedUp(marks.series));
  if (settings.join) return succeed(inOnePlace(marks.series));
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
