import { isOfAxis, roleOf } from '../../plate/role.js';
import { isText } from '../measure/ink.js';
import { axisWords, isOwn, saidAt, valueAxes } from '../measure/scales.js';
import { type Flaw, mendLook, mendMeaning, rule, unmended } from '../rule.js';

/** Labels that all end in zeros which say nothing. */
const idleDecimals = (labels: readonly string[]): boolean =>
  labels.length > 1 && labels.every((label) => /\d[.,]\d*0(?!\d)/.test(label));

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
  finds(subject, { least, most }) {
    const { items, settings } = subject;
    const endOn = subject.problems.flatMap(({ code, facts }) => (code === 'axis-end-on' ? [facts.axis] : []));
    return valueAxes(subject).flatMap(({ axis, plan }): Flaw[] => {
      if (endOn.includes(axis)) return [];
      const labels = items.filter(isText).filter((item) => isOfAxis(item, axis, 'labels') && !roleOf(item).panel);
      const several = subject.plans.length > 1;
      const flaws: Flaw[] = [];
      const texts = labels.map(({ text }) => text);
      if (labels.length > most || (labels.length < least && !(several && labels.length === 0))) {
        const few = labels.length < least;
        const chosen = (['step', 'at'] as const).find((key) => isOwn(subject, `axes.${axis}.${key}`));
        flaws.push({
          found: `${axisWords(subject, axis)} has ${labels.length === 0 ? 'no labels' : labels.length === 1 ? '1 label' : `${labels.length} labels`}, too ${few ? 'few' : 'many'} to read values off`,
          measured: { value: labels.length, unit: 'labels' },
          limit: { value: few ? least : most, unit: 'labels' },
          items: labels,
          setting: `axes.${axis}.${chosen ?? 'step'}`,
          ...(chosen ? { mend: mendLook(saidAt(subject, `axes.${axis}.${chosen}`)) } : {}),
        });
      }
      const decimals = `axes.${axis}.format.decimals`;
      if (plan.form !== 'date' && idleDecimals(texts) && isOwn(subject, decimals)) {
        flaws.push({
          found: `every label of ${axisWords(subject, axis)} ends in a zero after the decimal mark: ${texts.slice(0, 3).join(', ')}`,
          items: labels,
          setting: decimals,
          mend: mendLook(saidAt(subject, decimals)),
        });
      }
      const names = Object.keys(settings.axes[axis]?.names ?? {});
      const isOwnName = (text: string) => Object.values(settings.axes[axis]?.names ?? {}).includes(text);
      const named = texts.filter(isOwnName).length;
      if (names.length > 1 && named > 0 && named < texts.length && named > texts.length / 2) {
        flaws.push({
          found: `${named} of ${texts.length} ticks of ${axisWords(subject, axis)} have a name, the others a number`,
          items: labels,
          setting: `axes.${axis}.names`,
          mend: mendMeaning(saidAt(subject, `axes.${axis}.names`)),
        });
      }
      return flaws;
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
