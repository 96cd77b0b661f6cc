import { entryAt } from '../../at.js';
import type { BandMark } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import { type PanelScales, panelOf, placeAt } from '../axes/panelScales.js';
import { clipSurface } from '../ink/clip.js';
import { fillLook, patternInk } from '../ink/fillInk.js';
import { pathThrough } from '../ink/lineInk.js';
import type { Fill } from '../ink/looks.js';
import type { Point } from '../ink/point.js';
import { lineInk } from '../ink/seen.js';
import type { Typesetter } from '../words/typesetter.js';
import type { MarkType } from './markType.js';

/** The surface on the page, cut at the limits. */
function surfaceOf({ xs, low, high }: BandMark, scales: PanelScales): Point[] {
  const at = (x: number, y: number): Point => [placeAt(scales.x, x), placeAt(scales.y, y)];
  const upper = xs.map((x, i) => at(x, entryAt(high, i)));
  const lower = xs.map((x, i) => at(x, entryAt(low, i))).reverse();
  return clipSurface([...upper, ...lower], panelOf(scales));
}

/** What a surface is, and what share it has of the opacity of bands. */
interface Veil {
  role: string;
  share?: number;
}

/** The share of that opacity that bands to compare with have, since marks stand on them. */
export const behindMarks = 0.5;

/** A surface that lets what is behind it through, as the style draws bands. */
export function veil(sheet: Typesetter, points: Point[], fill: Fill, { role, share = 1 }: Veil): PlateItem[] {
  if (fill.hollow) return [];
  const { opacity: usual, pattern: lines } = sheet.settings.bands;
  const pattern = fill.pattern === undefined || fill.pattern === 'open' ? lines : fill.pattern;
  if (lines !== 'solid') return patternInk(sheet, [points], { ...fill, pattern }, role);
  const look = { fill: lineInk(sheet.settings, fill), opacity: fill.opacity ?? share * usual };
  return [pathThrough(points, { role, from: fill.from }, look, true)];
}

/** A surface between two lines, cut at the limits of the axes. */
export const band: MarkType<BandMark> = {
  ink(mark, { sheet, scales, fill, role }) {
    const points = surfaceOf(mark, scales);
    if (points.length < 3) return [];
    if (mark.solid) {
      const body = pathThrough(points, { role, from: fill.from }, fillLook(sheet, fill), true);
      return [[body, ...patternInk(sheet, [points], fill, role)]];
    }
    return [veil(sheet, points, fill, { role })];
  },
  ends: ({ solid, high }) => ({ x: [], y: solid ? high : [] }),
  occupies: (mark, _, scales) => [{ is: 'area', points: surfaceOf(mark, scales), light: !mark.solid }],
  needsZero: false,
  secondCue: 'patterns',
  overhang: () => 0,
  key: 'fill',
  uses: ({ solid }) => (solid ? ['bars'] : ['bands']),
  accents: ['fill', 'pattern', 'opacity'],
};
