import type { TextItem } from '../../plate/plate.js';
import { isOfAxis, roleOf } from '../../plate/role.js';
import type { AxisName } from '../../schema/look/names.js';
import { isText } from '../measure/ink.js';
import { axisWords, isOwn, saidAt, valueAxes } from '../measure/scales.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, mendLook, mendMeaning, rule, unmended } from '../rule.js';

/** Tick labels that all end in the same superfluous zeros. */
const idleDecimals = (labels: readonly string[]): boolean =>
  labels.length > 1 && labels.every((label) => /\d[.,]\d*0(?!\d)/.test(label));

/** Too few tick labels to read values, or too many. */
function countFlaws(
  subject: Subject,
  axis: AxisName,
  labels: TextItem[],
  { least, most }: { least: number; most: number },
): Flaw[] {
  const count = labels.length;
  // Inner panels have none.
  const isFew = count < least && !(subject.plans.length > 1 && count === 0);
  if (!isFew && count <= most) return [];
  const chosen = (['step', 'at'] as const).find((key) => isOwn(subject, `axes.${axis}.${key}`));
  const labelled = count === 0 ? 'no labels' : count === 1 ? '1 label' : `${count} labels`;
  return [
    {
      found: `${axisWords(subject, axis)} has ${labelled}, too ${isFew ? 'few' : 'many'} to read values off`,
      measured: { value: count, unit: 'labels' },
      limit: { value: isFew ? least : most, unit: 'labels' },
      items: labels,
      setting: `axes.${axis}.${chosen ?? 'step'}`,
      ...(chosen ? { mend: mendLook(saidAt(subject, `axes.${axis}.${chosen}`)) } : {}),
    },
  ];
}

/** Superfluous decimals. */
function decimalFlaws(subject: Subject, axis: AxisName, labels: TextItem[]): Flaw[] {
  const texts = labels.map(({ text }) => text);
  const decimals = `axes.${axis}.format.decimals`;
  if (!idleDecimals(texts) || !isOwn(subject, decimals)) return [];
  return [
    {
      found: `every label of ${axisWords(subject, axis)} ends in a zero after the decimal mark: ${texts.slice(0, 3).join(', ')}`,
      items: labels,
      setting: decimals,
      mend: mendLook(saidAt(subject, decimals)),
    },
  ];
}

/** Tick labels that mix names and numbers. */
function nameFlaws(subject: Subject, axis: AxisName, labels: TextItem[]): Flaw[] {
  const names = Object.values(subject.settings.axes[axis]?.names ?? {});
  const named = labels.filter(({ text }) => names.includes(text)).length;
  if (names.length < 2 || named === labels.length || named <= labels.length / 2) return [];
  return [
    {
      found: `${named} of ${labels.length} ticks of ${axisWords(subject, axis)} have a name, the others a number`,
      items: labels,
      setting: `axes.${axis}.names`,
      mend: mendMeaning(saidAt(subject, `axes.${axis}.names`)),
    },
  ];
}

export const ticks = rule({
  name: 'ticks',
  asks: 'An axis has as many ticks as readers need, and their labels say no more than they must.',
  measures:
    'How many labels an axis with numbers has, zeros at the end of all of them, and names given to some ticks only.',
  reason:
    'Too few ticks cannot be read between, too many blur into grey, and decimals that are always zero pretend to be exact.',
  source: 'APA (2020), chapter 7: ticks at sensible steps',
  severity: 'warning',
  limits: {
    least: { is: 'number', value: 2, unit: 'labels', what: 'The fewest labels of an axis.' },
    most: { is: 'number', value: 14, unit: 'labels', what: 'The most labels of an axis.' },
  },
  takes: {
    'labels-thinned': unmended,
    'axis-end-on': unmended,
    'decimals-too-few': ({ facts: { path, needed } }) => mendLook(path, needed),
  },
  finds(subject, limits) {
    const endOn = subject.problems.flatMap(({ code, facts }) => (code === 'axis-end-on' ? [facts.axis] : []));
    return valueAxes(subject).flatMap(({ axis, plan }): Flaw[] => {
      if (endOn.includes(axis)) return [];
      const labels = subject.items
        .filter(isText)
        .filter((item) => isOfAxis(item, axis, 'labels') && !roleOf(item).panel);
      return [
        ...countFlaws(subject, axis, labels, limits),
        ...(plan.form === 'date' ? [] : decimalFlaws(subject, axis, labels)),
        ...nameFlaws(subject, axis, labels),
      ];
    });
  },
  examples: {
    ok: [
      { says: 'Ticks as drawn by default', figure: 'chart: { kind: bar, category: bed, value: yield }' },
      {
        says: 'Fourteen labels',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { from: 0, to: 6.5, step: 0.5 } }\nsize: { width: 12cm, height: 12cm }',
      },
    ],
    bad: [
      {
        says: 'Fifteen labels',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { from: 0, to: 7, step: 0.5 } }\nsize: { width: 12cm, height: 12cm }',
      },
      { says: 'One label', figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { at: [0] } }' },
      {
        says: 'Decimals that are always zero',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { format: { decimals: 2 } } }',
      },
    ],
  },
});
