import type { Series } from '../../chart/plan.js';
import { distanceIn, type View, views } from '../../color/views.js';
import { typeOf } from '../../layout/marks/marks.js';
import type { PlateItem } from '../../plate/plate.js';
import { roleOf } from '../../plate/role.js';
import { colorsOf, isText, polygonsOf } from '../measure/ink.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, mendLook, rounded, rule } from '../rule.js';

/** One entry of a legend as drawn. */
interface Entry {
  name: string;
  items: PlateItem[];
  colors: string[];
  form: string;
  /** The side of the middle on which its marks stand. */
  side: Series['side'];
}

/** What a key looks like apart from colour: outlines in its own coordinates, dashes, patterns, filled or not. */
function formOf(items: readonly PlateItem[]): string {
  return items
    .map((item) => {
      const { x, y } = item.box;
      const stroke =
        'stroke' in item && item.stroke ? (item.stroke.dash ?? []).map((part) => part.toFixed(1)).join() : 'none';
      const filled = 'fill' in item && item.fill !== undefined ? (white(item.fill) ? 'open' : 'full') : 'none';
      const outline =
        item.type === 'path'
          ? polygonsOf(item.outline)
              .map((points) =>
                points.map(([px, py]) => `${Math.round((px - x) * 2)},${Math.round((py - y) * 2)}`).join(' '),
              )
              .join('|')
          : '';
      return [item.type, filled, stroke, outline].join(':');
    })
    .join(';');
}

const white = (color: string) => color.toLowerCase() === '#ffffff';

/** The entries of the legend, as drawn. */
function entriesOf({ items, plans }: Subject): Entry[] {
  const sides = new Map(
    plans.flatMap(({ series }) => series.map(({ category, side }) => [category?.name.toLowerCase(), side])),
  );
  const keys = new Map<number, PlateItem[]>();
  const names = new Map<number, string>();
  for (const item of items) {
    const { of, part, index: number } = roleOf(item);
    if (of !== 'legend' || part !== 'entries' || number === undefined) continue;
    if (isText(item)) names.set(number, item.text);
    else keys.set(number, [...(keys.get(number) ?? []), item]);
  }
  return [...keys].map(([number, own]) => {
    const colors = own.flatMap(colorsOf);
    const inked = colors.filter((color) => !white(color));
    const name = names.get(number) ?? '';
    return {
      name,
      items: own,
      colors: inked.length > 0 ? inked : colors,
      form: formOf(own),
      side: sides.get(name.toLowerCase()),
    };
  });
}

/** How a kind of colour vision is called. */
const viewWords: Record<View, string> = {
  normal: 'by any reader',
  protan: 'by readers without red cones',
  deutan: 'by readers without green cones',
  tritan: 'by readers without blue cones',
  grey: 'in grey',
};

const mostPairs = 3;

/** The first pairs of entries that look alike, as text. */
function pairsText(alike: readonly { pair: string }[]): string {
  const shown = alike.slice(0, mostPairs).map(({ pair }) => pair);
  const more = alike.length - shown.length;
  return [...shown, ...(more > 0 ? [`${more} pairs more`] : [])].join('; ');
}

export const tellApart = rule({
  name: 'tell-apart',
  asks: 'All groups of a legend can be told apart, by every reader and in grey.',
  measures:
    'For every pair of entries the distance of their colours as drawn: CIEDE2000 in normal sight and without one kind of cones (Machado et al. 2009), and the difference of lightness in grey. A pattern, marker or dash of another form counts as a second cue; of a figure in black ink alone, whether colours become one black; lines named at their ends need no legend, and answers on different sides of the middle of a scale are told apart by their side.',
  reason: 'One reader in twelve men sees some hues alike, and most pages are printed in black.',
  source: 'CIE 142-2001; Machado, Oliveira & Fernandes (2009)',
  severity: 'warning',
  limits: {
    distance: { is: 'number', value: 8, unit: 'ΔE', what: 'The least distance of two colours, by any reader.' },
    grey: { is: 'number', value: 4, unit: 'L*', what: 'The least difference of lightness in grey.' },
  },
  takes: {
    'inks-alike': () => mendLook('export.inks', 'grey'),
  },
  finds(subject, { distance, grey }) {
    const entries = entriesOf(subject);
    const alike: { pair: string; view: View; by: number; items: PlateItem[]; ratio: number }[] = [];
    for (const [i, a] of entries.entries()) {
      for (const b of entries.slice(i + 1)) {
        if (a.form !== b.form || (a.side && b.side && a.side !== b.side)) continue;
        const worst = views
          .map((view) => ({
            view,
            by: distanceIn(view, a.colors[0] ?? '#000000', b.colors[0] ?? '#000000'),
            least: view === 'grey' ? grey : distance,
          }))
          .map((one) => ({ ...one, ratio: one.by / one.least }))
          .sort((p, q) => p.ratio - q.ratio)[0];
        if (!worst || worst.ratio >= 1) continue;
        alike.push({ ...worst, pair: `${a.name} and ${b.name}`, items: [...a.items, ...b.items] });
      }
    }
    const [worst] = alike.sort((p, q) => p.ratio - q.ratio);
    if (!worst) return [];
    const isGrey = worst.view === 'grey';
    const flaw: Flaw = {
      found: `${pairsText(alike)} cannot be told apart ${viewWords[worst.view]}`,
      expected: 'other colours, or patterns, markers or dashes beside them',
      measured: { value: rounded(worst.by), unit: isGrey ? 'L*' : 'ΔE' },
      limit: { value: isGrey ? grey : distance, unit: isGrey ? 'L*' : 'ΔE' },
      items: worst.items,
      setting: worst.items[0]?.from ?? 'palette.groups',
      ...secondCue(subject),
    };
    return [flaw];
  },
  examples: {
    ok: [
      { says: 'The colours of the style', figure: 'chart: { kind: bar, category: bed, value: yield, group: season }' },
      {
        says: 'Alike colours with patterns',
        figure:
          'chart: { kind: bar, category: bed, value: yield, group: season }\npalette: { groups: ["#35618c", "#36628d", "#37638e"], patterns: [solid, rising, dots] }',
      },
    ],
    bad: [
      {
        says: 'Red and green of one lightness',
        figure:
          'chart: { kind: bar, category: bed, value: yield, group: season }\npalette: { groups: ["#b3401f", "#35618c", "#5c6f1c"] }',
      },
    ],
  },
});

/** A second cue that leaves colours unchanged: patterns for filled marks, dashes for lines. */
function secondCue({ plans, settings }: Subject): Pick<Flaw, 'mend'> {
  const mark = plans[0]?.series[0]?.marks[0];
  if (!mark) return {};
  const { secondCue: cue } = typeOf(mark);
  if (cue === 'dashes' && settings.lines.dashes.length < 2)
    return { mend: mendLook('lines.dashes', ['solid', 'dashed', 'dotted', 'long', 'mixed']) };
  if (cue === 'patterns' && settings.palette.patterns.length < 2) {
    return {
      mend: mendLook('palette.patterns', [
        'solid',
        'rising',
        'dots',
        'level',
        'diamonds',
        'falling',
        'squares',
        'upright',
      ]),
    };
  }
  return {};
}
