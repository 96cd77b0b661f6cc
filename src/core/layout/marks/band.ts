import type { BandMark } from '../../chart/plan.js';
import { clipSurface } from '../clip.js';
import { patternInk } from '../fillInk.js';
import { pathThrough } from '../lineInk.js';
import { panelOf, placeAt } from '../panelScales.js';
import type { MarkDrawer } from './markDrawer.js';

/** A surface between two lines, cut at the limits of the axes. */
export const bandDrawer: MarkDrawer<BandMark> = {
  layers({ xs, low, high }, { sheet, scales, fill, role }) {
    const at = (x: number, y: number): [number, number] => [placeAt(scales.x, x), placeAt(scales.y, y)];
    const upper = xs.map((x, i) => at(x, high[i] as number));
    const lower = xs.map((x, i) => at(x, low[i] as number)).reverse();
    const points = clipSurface([...upper, ...lower], panelOf(scales));
    if (points.length < 3) return [];
    const { opacity: usual, pattern: lines } = sheet.settings.bands;
    const pattern = fill.pattern === undefined || fill.pattern === 'open' ? lines : fill.pattern;
    if (lines !== 'solid') return [patternInk(sheet, [points], { ...fill, pattern }, role)];
    const opacity = fill.opacity ?? usual;
    return [[pathThrough(points, { role, from: fill.from }, { fill: fill.color, opacity }, true)]];
  },
  ends: () => ({ x: [], y: [] }),
  key: 'fill',
};
