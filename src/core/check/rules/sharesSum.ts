import { chartSetting } from '../../chart/kinds.js';
import type { Plan } from '../../chart/plan.js';
import { typeOf } from '../../layout/marks/marks.js';
import { type Flaw, rounded, rule, unmended } from '../rule.js';

/** Given percentages that should add up to a whole: in a pie, or in a stacked bar. */
function wholesOf(plan: Plan): Map<string, number[]> {
  const wholes = new Map<string, number[]>();
  for (const mark of plan.series.flatMap(({ marks }) => marks)) {
    const part = typeOf(mark).part?.(mark, plan);
    if (!part) continue;
    const whole = part.of === 'all' ? 'the pie' : `the bar of category ${part.of + 1}`;
    wholes.set(whole, [...(wholes.get(whole) ?? []), part.value]);
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
    const value = chartSetting(figure.chart, 'value');
    const unit = value === undefined ? undefined : codebook.variable(value).unit;
    if (unit !== '%') return [];
    return plans.flatMap((plan): Flaw[] => {
      return [...wholesOf(plan)].flatMap(([whole, parts]): Flaw[] => {
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
