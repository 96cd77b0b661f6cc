import type { Mark } from '../../chart/plan.js';
import { typeOf } from '../../layout/marks/marks.js';
import { isMarkShape } from '../../plate/role.js';
import { type Flaw, rule, unmended } from '../rule.js';

export const seriesCount = rule({
  name: 'series-count',
  asks: 'There are no more slices, lines or colours than readers can hold apart.',
  measures:
    'The slices of a pie, the lines of a panel that are not set back behind others, and the entries of the legend.',
  reason: 'Beyond about seven readers look every group up instead of seeing it.',
  source: 'Miller (1956)',
  severity: 'warning',
  limits: {
    slices: { is: 'number', value: 7, unit: 'slices', what: 'The most slices of a pie.' },
    lines: { is: 'number', value: 8, unit: 'lines', what: 'The most lines of a panel.' },
    groups: { is: 'number', value: 8, unit: 'groups', what: 'The most groups of a legend.' },
  },
  takes: { 'colors-repeat': unmended },
  finds({ plans, settings, items }, { slices, lines, groups }) {
    return plans.slice(0, 1).flatMap((plan): Flaw[] => {
      const { series, legend, singled } = plan;
      const loud = singled.spotlight.length > 0 ? 1 : series.filter(({ quiet }) => !quiet).length;
      const marks = series.flatMap((own) => own.marks);
      const isSlice = (mark: Mark) => typeOf(mark).part?.(mark, plan)?.of === 'all';
      const [first] = marks;
      const isLine = first !== undefined && typeOf(first).key === 'line';
      const isOther = first !== undefined && !isLine && !isSlice(first);
      const named = isOther && legend && settings.legend.place !== 'none' ? legend.entries.length : 0;
      const counts = [
        ['slices', marks.filter(isSlice).length, slices, 'chart.category'],
        ['lines', isLine ? loud : 0, lines, 'chart.group'],
        ['groups', named, groups, 'chart.group'],
      ] as const;
      return counts.flatMap(([what, count, most, setting]): Flaw[] =>
        count <= most
          ? []
          : [
              {
                found: `there are ${count} ${what}, more than readers hold apart`,
                expected: what === 'slices' ? 'bars, or fewer slices' : 'panels, a spotlight on some, or fewer groups',
                measured: { value: count, unit: what },
                limit: { value: most, unit: what },
                items: items.filter(isMarkShape),
                setting,
              },
            ],
      );
    });
  },
  examples: {
    ok: [
      { says: 'Four slices', figure: 'chart: { kind: pie, category: bed }' },
      {
        says: 'Seven slices',
        figure:
          'data: crops.csv\nchart: { kind: pie, category: crop, value: this_year, where: { crop: [kale, beans, squash, leek, chard, onions, peas] } }',
      },
    ],
    bad: [
      {
        says: 'Eight slices',
        figure:
          'data: crops.csv\nchart: { kind: pie, category: crop, value: this_year, where: { crop: [kale, beans, squash, leek, chard, onions, peas, beetroot] }, labels: { show: [name, value] } }',
      },
    ],
  },
});
