import type { PlateItem } from '../../plate/plate.js';
import { roleOf, seriesOf } from '../../plate/role.js';
import { quoted } from '../measure/ink.js';
import { contrastsOfMarks, contrastsOfWords } from '../measure/seenInk.js';
import type { Subject } from '../measure/subject.js';
import { below, type Flaw, rounded, rule } from '../rule.js';

/** Text against its background; the worst of each kind. */
function wordFlaws(subject: Subject, least: number, seen: number): Flaw[] {
  const worst = new Map<string, Flaw & { ratio: number }>();
  for (const { item, ratios } of contrastsOfWords(subject)) {
    const ratio = Math.min(...ratios);
    if (ratio >= least || ratio < seen) continue;
    const kind = item.kind;
    if (ratio >= (worst.get(kind)?.ratio ?? Number.POSITIVE_INFINITY)) continue;
    worst.set(kind, {
      ratio,
      found: `${quoted(item)} stands out from its ground by ${below(ratio, least)}:1, and words need ${least}:1`,
      measured: { value: rounded(ratio, 2), unit: ':1' },
      limit: { value: least, unit: ':1' },
      items: [item],
      setting: kind === 'dataLabel' ? item.from : `text.${kind}.color`,
    });
  }
  return [...worst.values()].map(({ ratio: _, ...flaw }) => flaw);
}

/** The setting that makes an item pale: its opacity, if set, else its colour. */
function settingOfInk(item: PlateItem): string {
  const opacity = 'opacity' in item ? (item.opacity ?? 1) : 1;
  if (opacity >= 1) return item.from;
  return roleOf(item).part === 'points' || item.type === 'markers' ? 'markers.opacity' : 'bars.opacity';
}

/** Marks against their background; the worst of each series. */
function markFlaws(subject: Subject, least: number, seen: number): Flaw[] {
  const worst = new Map<number, Flaw & { ratio: number }>();
  for (const [key, { ratio, items }] of contrastsOfMarks(subject)) {
    const series = seriesOf({ role: key }) ?? 0;
    const quiet = subject.plans.some((plan) => plan.series[series]?.quiet || plan.singled.spotlight.length > 0);
    if (ratio >= least || ratio < seen || quiet || ratio >= (worst.get(series)?.ratio ?? Number.POSITIVE_INFINITY))
      continue;
    const [first] = items;
    if (!first) continue;
    worst.set(series, {
      ratio,
      found: `marks stand out from their ground by ${below(ratio, least)}:1, and marks need ${least}:1`,
      measured: { value: rounded(ratio, 2), unit: ':1' },
      limit: { value: least, unit: ':1' },
      items,
      setting: settingOfInk(first),
    });
  }
  return [...worst.values()].map(({ ratio: _, ...flaw }) => flaw);
}

export const contrast = rule({
  name: 'contrast',
  asks: 'Words and marks stand out from what lies under them.',
  measures:
    'The WCAG contrast of each word with its ground at places all over its letters, and of each mark, by the best of its fill and its outline, with what lies under and beside it.',
  reason: 'Pale ink is lost in print, on a projector, and to readers with low vision.',
  source: 'WCAG 2.2, 1.4.3 (words) and 1.4.11 (graphics)',
  severity: 'error',
  limits: {
    words: { is: 'number', value: 4.5, unit: ':1', what: 'The least contrast of words.' },
    marks: { is: 'number', value: 3, unit: ':1', what: 'The least contrast of marks.' },
  },
  finds: (subject, { words, marks }) => [
    ...wordFlaws(subject, words, notSeen.words),
    ...markFlaws(subject, marks, notSeen.marks),
  ],
  examples: {
    ok: [
      {
        says: 'Bars at 3:1',
        figure: 'chart: { kind: bar, category: bed, value: yield }\npalette: { single: "#949494" }',
      },
      {
        says: 'Light bars with an outline',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\npalette: { single: "#dddddd" }\nbars: { outline: { width: 0.75pt, color: ink } }',
      },
    ],
    bad: [
      {
        says: 'Bars below 3:1',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\npalette: { single: "#969696" }\nbars: { outline: { width: 0pt } }',
      },
      {
        says: 'Grey words',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ntext: { tickLabel: { color: "#8a8a8a" } }',
      },
    ],
  },
});

/** Contrasts below which an item is practically invisible, which another rule reports. */
export const notSeen = { words: 1.6, marks: 1.3 } as const;
