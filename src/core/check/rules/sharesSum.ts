import type { Mark } from '../../chart/plan.js';
import { type Flaw, rounded, rule, unmended } from '../rule.js';

/** Percentages given as they are that make a whole together: of a pie, of a bar on top of bars. */
function wholesOf(marks: readonly Mark[], stacked: boolean): Map<string, number[]> {
  const wholes = new Map<string, number[]>();
  const add = (key: string, value: number) => wholes.set(key, [...(wholes.get(key) ?? []), value]);
  for (const mark of marks) {
    if (mark.type === 'slice') add('the pie', mark.value);
    if (mark.type === 'bar' && stacked)
      add(`the bar of category ${mark.category + 1}`, mark.size ?? mark.value - mark.base);
  }
  return wholes;
}

export const sharesSum = rule({
  name: 'shares-sum',
  asks: 'Percentages that make a whole add up to 100.',
  measures:
    'The sum of percentages that the table gives for the slices of a pie or the parts of a bar, where each may be rounded by half a unit.',
  reason: 'Parts that do not add up are wrong, or some are missing, and a pie hides which.',
  source: 'good practice',
  severity: 'warning',
  takes: { 'share-alone': unmended },
  limits: { slack: { is: 'number', value: 0.5, unit: '% a part', what: 'By how much each part may be rounded.' } },
  finds({ plans, codebook, figure }, { slack }) {
    const chart = figure.chart as { value?: unknown; summary?: unknown };
    const unit = typeof chart.value === 'string' ? codebook.variable(chart.value).unit : undefined;
    if (unit !== '%') return [];
    return plans.flatMap(({ series, stacked = false }): Flaw[] => {
      const wholes = wholesOf(
        series.flatMap(({ marks }) => marks),
        stacked,
      );
      return [...wholes].flatMap(([whole, parts]): Flaw[] => {
        const sum = parts.reduce((a, b) => a + b, 0);
        if (parts.length < 2 || Math.abs(sum - 100) <= slack * parts.length + 1e-9) return [];
        return [
          {
            found: `the percentages of ${whole} add up to ${rounded(sum, 2)}`,
            measured: { value: rounded(sum, 2), unit: '%' },
            limit: { value: 100, unit: '%' },
            setting: 'chart.value',
          },
        ];
      });
    });
  },
  examples: {
    ok: [
      {
        says: 'Rounded parts',
        figure:
          'data: { rows: [{ a: Kale, v: 33 }, { a: Leek, v: 33 }, { a: Peas, v: 33 }] }\ncodebook: { variables: { a: { label: Crop }, v: { label: Share, unit: "%" } } }\nchart: { kind: pie, category: a, value: v, labels: { show: [name, value] } }',
      },
    ],
    bad: [
      {
        says: 'A part is missing',
        figure:
          'data: { rows: [{ a: Kale, v: 33 }, { a: Leek, v: 33 }, { a: Peas, v: 32 }] }\ncodebook: { variables: { a: { label: Crop }, v: { label: Share, unit: "%" } } }\nchart: { kind: pie, category: a, value: v, labels: { show: [name, value] } }',
      },
    ],
  },
});
