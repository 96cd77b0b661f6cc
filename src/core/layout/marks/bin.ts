import type { BinMark } from '../../chart/plan.js';
import { held, xyScales } from '../axes/panelScales.js';
import { barRect } from '../ink/fillInk.js';
import type { MarkType } from './markType.js';

/** White between neighbouring bars of a histogram, in points: they touch in data, and are told apart in print. */
const seam = 0.5;

/** Bars of a histogram, edge to edge. */
export const bin: MarkType<BinMark> = {
  ink(mark, { sheet, scales: panelScales, fill, role }) {
    const { x, y } = xyScales(panelScales);
    if (mark.to <= x.low || mark.from >= x.high) return [];
    const [left, right] = [held(x, mark.from), held(x, mark.to)];
    const [foot, top] = [held(y, 0), held(y, mark.value)];
    // Bins narrower than the gap leave no space between them.
    const width = right - left > 2 * seam ? right - left - seam : right - left;
    const rect = { x: left + (right - left - width) / 2, y: top, width, height: foot - top };
    return [barRect(sheet, { rect, rounded: ['top'] }, fill, role)];
  },
  ends: (mark) => (mark.count === 0 ? { x: [], y: [] } : { x: [mark.from, mark.to], y: [mark.value] }),
  occupies(mark, _, panelScales) {
    const { x, y } = xyScales(panelScales);
    if (mark.to <= x.low || mark.from >= x.high || mark.value === 0) return [];
    const [left, right] = [held(x, mark.from), held(x, mark.to)];
    const [foot, top] = [held(y, 0), held(y, mark.value)];
    const box = {
      x: Math.min(left, right),
      y: Math.min(foot, top),
      width: Math.abs(right - left),
      height: Math.abs(foot - top),
    };
    return [{ is: 'box', box }];
  },
  anchor(mark, _, panelScales) {
    const { x, y } = xyScales(panelScales);
    const [left, right] = [held(x, mark.from), held(x, mark.to)];
    const [foot, tip] = [held(y, 0), held(y, mark.value)];
    return {
      inside: { foot, tip, width: Math.abs(right - left), stacked: false },
      share: mark.share,
      vertical: true,
      middle: (left + right) / 2,
      least: held(y, mark.value),
      greatest: held(y, 0),
      down: false,
      pitch: right - left,
      value: mark.value,
      count: mark.count,
    };
  },
  value: ({ value }) => value,
  needsZero: true,
  secondCue: 'patterns',
  overhang: () => 0,
  key: 'fill',
  uses: () => ['bars.outline', 'bars.opacity', 'bars.corner', 'dataLabels'],
  accents: ['fill', 'pattern', 'outline', 'opacity', 'corner', 'label'],
};
