import { typeOf } from '../../layout/marks/marks.js';
import { isMarkShape } from '../../plate/role.js';
import { saidAt, valueAxes } from '../measure/scales.js';
import { type Flaw, mendMeaning, rounded, rule } from '../rule.js';

export const zeroBase = rule({
  name: 'zero-base',
  asks: 'Bars start at zero.',
  measures: 'Whether zero lies within the limits of the axis along which bars grow.',
  reason:
    'Readers compare the lengths of bars; cut off at the foot, a bar that is a little longer looks many times as long.',
  source: 'Huff (1954)',
  severity: 'error',
  limits: {},
  finds(subject) {
    return valueAxes(subject).flatMap(({ axis, scale }): Flaw[] => {
      const vertical = subject.plans[0]?.direction !== 'horizontal';
      if ((axis === 'y') !== vertical) return [];
      const bars = subject.plans
        .flatMap(({ series }) => series.flatMap(({ marks }) => marks))
        .filter((mark) => typeOf(mark).needsZero);
      if (bars.length === 0 || (scale.low <= 0 && scale.high >= 0)) return [];
      const end = scale.low > 0 ? 'from' : 'to';
      const start = scale.low > 0 ? scale.low : scale.high;
      return [
        {
          found: `the bars start at ${rounded(start, 4)} instead of zero`,
          measured: { value: rounded(start, 4), unit: '' },
          limit: { value: 0, unit: '' },
          items: subject.items.filter(isMarkShape),
          setting: `axes.${axis}.${end}`,
          mend: mendMeaning(saidAt(subject, `axes.${axis}.${end}`), 0),
        },
      ];
    });
  },
  examples: {
    ok: [
      {
        says: 'Bars from zero',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { from: 0 } }',
      },
      {
        says: 'Markers need no zero',
        figure: 'chart: { kind: interval, category: bed, value: yield }\naxes: { value: { from: 2, to: 6 } }',
      },
    ],
    bad: [
      {
        says: 'Bars from one',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { from: 1, to: 6 } }',
      },
    ],
  },
});
