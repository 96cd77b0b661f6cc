import type { BandMark } from '../../chart/plan.js';
import { clipSurface } from '../clip.js';
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
    const opacity = fill.opacity ?? sheet.settings.bands.opacity;
    return [[pathThrough(points, { role, from: fill.from }, { fill: fill.color, opacity }, true)]];
  },
  ends: () => ({ x: [], y: [] }),
  key: 'fill',
};
