import { entryAt } from '../../at.js';
import type { AxisPlan } from '../../chart/plan.js';
import { typeOf } from '../../layout/marks/marks.js';
import { position } from '../../scale/numberScale.js';
import type { AxisName } from '../../schema/look/names.js';
import { axisWords, isOwn, saidAt, valueAxes } from '../measure/scales.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, mendMeaning, rounded, rule } from '../rule.js';

/** The range of values along an axis that marks occupy. */
function reachOf(plans: Subject['plans'], axis: AxisName, { shows }: Pick<AxisPlan, 'shows'>) {
  const reach = { least: Number.POSITIVE_INFINITY, greatest: Number.NEGATIVE_INFINITY };
  const marks = plans.flatMap((plan) => {
    const all = [...plan.series.flatMap((own) => own.marks), ...(plan.references ?? [])];
    return all.map((mark) => ({ mark, plan }));
  });
  for (const { mark, plan } of marks) {
    // Bars start at zero.
    if (typeOf(mark).needsZero && shows === 'value') reach.least = Math.min(reach.least, 0);
    const ends = typeOf(mark).ends(mark, plan)[axis] ?? [];
    for (let i = 0; i < ends.length; i += 1) {
      const end = entryAt(ends, i);
      if (!Number.isFinite(end)) continue;
      reach.least = Math.min(reach.least, end);
      reach.greatest = Math.max(reach.greatest, end);
    }
  }
  return reach;
}

export const emptyScale = rule({
  name: 'empty-scale',
  asks: 'An axis is not mostly empty.',
  measures: 'The largest share of an axis at either end at which nothing stands, where its limits were chosen by hand.',
  reason: 'Marks pressed into a part of the panel are hard to tell apart, and readers look for what is missing.',
  source: 'Cleveland (1985)',
  severity: 'warning',
  limits: { most: { is: 'number', value: 0.5, unit: 'of the axis', what: 'The largest empty share at an end.' } },
  finds(subject, { most }) {
    const { plans } = subject;
    return valueAxes(subject).flatMap(({ axis, scale, plan: shown }): Flaw[] => {
      const { least, greatest } = reachOf(plans, axis, shown);
      const length = Math.abs(scale.to - scale.from);
      if (!(least <= greatest) || !(length > 0)) return [];
      const ends = [
        ['from', position(scale, Math.max(least, scale.low)), scale.from],
        ['to', position(scale, Math.min(greatest, scale.high)), scale.to],
      ] as const;
      return ends.flatMap(([end, data, edge]): Flaw[] => {
        const share = Math.abs(data - edge) / length;
        const limit = subject.settings.axes[axis]?.[end];
        const isPossible = limit === 'possible' || (typeof limit === 'number' && shown.possible?.includes(limit));
        if (share <= most + 1e-9 || isPossible || !isOwn(subject, `axes.${axis}.${end}`)) return [];
        const path = `axes.${axis}.${end}`;
        return [
          {
            found: `${Math.round(share * 100)}% of ${axisWords(subject, axis)} is empty at its ${end === 'from' ? 'lower' : 'upper'} end`,
            measured: { value: rounded(share, 3), unit: 'of the axis' },
            limit: { value: most, unit: 'of the axis' },
            setting: path,
            mend: mendMeaning(saidAt(subject, path)),
          },
        ];
      });
    });
  },
  examples: {
    ok: [
      {
        says: 'The same axis as in another figure, less than half of it empty',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { to: 7.5 } }',
      },
    ],
    bad: [
      {
        says: 'More than half of the axis empty',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { to: 8.5 } }',
      },
    ],
  },
});
