import { isOfAxis } from '../../plate/role.js';
import { choseLimits, saidAt, valueAxes } from '../measure/scales.js';
import { type Flaw, mendMeaning, rounded, rule } from '../rule.js';

export const scaleHonesty = rule({
  name: 'scale-honesty',
  asks: 'Limits chosen by hand do not make differences look larger than they are.',
  measures:
    'How many times as large a difference looks as it would over all values that are possible by the codebook: the possible range over the shown one.',
  reason: 'A difference of a tenth of the scale that fills the whole panel is seen as the whole scale.',
  source: 'Huff (1954)',
  severity: 'warning',
  limits: {
    most: { is: 'number', value: 3, unit: 'times', what: 'How many times as large as over the possible range.' },
  },
  finds(subject, { most }) {
    return valueAxes(subject).flatMap(({ axis, plan, scale }): Flaw[] => {
      const { possible } = plan;
      if (!possible || scale.transform || plan.form === 'date' || !choseLimits(subject, axis)) return [];
      const times = (possible[1] - possible[0]) / (scale.high - scale.low);
      if (!(times > most + 1e-9)) return [];
      const shown = `${rounded(scale.low, 3)} to ${rounded(scale.high, 3)}`;
      return [
        {
          found: `differences look ${rounded(times)} times as large as over what is possible: the axis runs from ${shown}, and values from ${possible[0]} to ${possible[1]} are possible`,
          measured: { value: rounded(times, 2), unit: 'times' },
          limit: { value: most, unit: 'times' },
          items: subject.items.filter((item) => isOfAxis(item, axis, 'line')),
          setting: `axes.${axis}.from`,
          mend: mendMeaning(saidAt(subject, `axes.${axis}.from`), 'possible'),
        },
      ];
    });
  },
  examples: {
    ok: [
      {
        says: 'A third of the possible range',
        figure: 'chart: { kind: interval, category: bed, value: yield }\naxes: { value: { from: 2, to: 6 } }',
      },
    ],
    bad: [
      {
        says: 'Less than a third of the possible range',
        figure: 'chart: { kind: interval, category: bed, value: yield }\naxes: { value: { from: 2.1, to: 6 } }',
      },
    ],
  },
});
