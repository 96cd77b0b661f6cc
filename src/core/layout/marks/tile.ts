import type { TileMark } from '../../chart/plan.js';
import type { Box, PlateItem } from '../../plate/plate.js';
import { held, type PanelScales, within, xyScales } from '../axes/panelScales.js';
import type { Fill } from '../ink/looks.js';
import { hasShades, shadedFill } from '../ink/shades.js';
import type { MarkType } from './markType.js';

/** Paper between neighbouring cells, in points, and the share of a small cell that it may take. */
const [seam, mostSeam] = [0.5, 0.08];

/** Cells are seen, however short the distance between their edges is. */
const leastSide = 0.75;

/** Whether nothing of a cell lies in the panel. */
function isOutside(mark: TileMark, panelScales: PanelScales): boolean {
  const { x, y } = xyScales(panelScales);
  return mark.x[1] <= x.low || mark.x[0] >= x.high || mark.y[1] <= y.low || mark.y[0] >= y.high;
}

/** The room of a cell on the page, as far as it lies in the panel. */
function boxOf(mark: TileMark, panelScales: PanelScales): Box {
  const { x, y } = xyScales(panelScales);
  const [left, right] = mark.x.map((value) => held(x, value)).sort((a, b) => a - b) as [number, number];
  const [top, bottom] = mark.y.map((value) => held(y, value)).sort((a, b) => a - b) as [number, number];
  return { x: left, y: top, width: right - left, height: bottom - top };
}

const middleOf = ([from, to]: readonly [number, number]): number => (from + to) / 2;

/** A box made smaller on all sides about its middle. */
function shrunk({ x, y, width, height }: Box, [across, down]: readonly [number, number]): Box {
  return { x: x + (width - across) / 2, y: y + (height - down) / 2, width: across, height: down };
}

/** Cells of a grid over numbers along both axes: their colour, or in black ink the share that is inked, shows how many cases are in each. */
export const tile: MarkType<TileMark> = {
  ink(mark, { sheet, scales, fill, role }) {
    const box = boxOf(mark, scales);
    if (isOutside(mark, scales)) return [];
    const rect = (own: Box, { color, from }: Pick<Fill, 'color' | 'from'>): PlateItem[][] => [
      [{ type: 'rect', role, from, box: own, ...own, fill: color }],
    ];
    const gap = Math.min(seam, mostSeam * Math.min(box.width, box.height));
    const [across, down] = [box.width - gap, box.height - gap].map((side) => Math.max(leastSide, side)) as [
      number,
      number,
    ];
    if (hasShades(sheet)) return rect(shrunk(box, [across, down]), shadedFill(sheet, fill, mark.shade));
    const side = Math.sqrt(mark.shade);
    return rect(shrunk(box, [across * side, down * side]), fill);
  },
  ends: ({ reach }) => reach,
  occupies(mark, _, scales) {
    const isInside = within(scales.x, middleOf(mark.x)) && within(scales.y, middleOf(mark.y));
    return isInside ? [{ is: 'box', box: boxOf(mark, scales) }] : [];
  },
  value: ({ count }) => count,
  needsZero: false,
  overhang: () => 0,
  key: 'fill',
  uses: () => ['palette.sequential'],
  accents: [],
  ofCases: true,
};
