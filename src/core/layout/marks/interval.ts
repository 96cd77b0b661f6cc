import type { IntervalMark } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import { besideRole } from '../../plate/role.js';
import { type GroupScales, groupScales, held } from '../axes/panelScales.js';
import { fillLook } from '../ink/fillInk.js';
import { pathThrough } from '../ink/lineInk.js';
import type { Point } from '../ink/point.js';
import { em } from '../words/typesetter.js';
import { errorInk, errorSettings, errorShapes, groupAnchor, groupEdges, groupEnds, onCategories } from './group.js';
import { markerAt, markerSettings } from './markers.js';
import type { MarkContext, MarkType } from './markType.js';

/** Diameters of markers whose area shows a number, beside the usual one: the largest, and the least that is still seen. */
const diameters = { most: 2, least: 0.5 } as const;

const diameterOf = (area: number): number => Math.max(diameters.least, diameters.most * Math.sqrt(area));

/** Share of the room of a row that a diamond takes. */
const diamondShare = 0.72;

/** A diamond from end to end of an interval, its corners above and below at the value. */
function diamondInk(
  { sheet, fill, role }: MarkContext,
  scales: GroupScales,
  { value, interval }: IntervalMark,
  [a, b]: readonly [number, number],
): PlateItem[] {
  if (!interval) return [];
  const half = ((b - a) * diamondShare) / 2;
  const middle = (a + b) / 2;
  const at = (along: number, across: number): Point => (scales.vertical ? [across, along] : [along, across]);
  const [low, top, high] = [interval.low, value, interval.high].map((end) => held(scales.values, end)) as [
    number,
    number,
    number,
  ];
  const ring = [at(low, middle), at(top, middle - half), at(high, middle), at(top, middle + half)];
  return [pathThrough(ring, { role, from: fill.from }, fillLook(sheet, fill), true)];
}

/** An arrow where an interval leaves the panel. */
function arrowInk(
  { sheet, role }: MarkContext,
  scales: GroupScales,
  { interval }: IntervalMark,
  middle: number,
): PlateItem[] {
  if (!interval) return [];
  const { low: least, high: greatest, from, to } = scales.values;
  const { width, color } = sheet.settings.errorBars;
  const size = 0.28 * em(sheet);
  const forward = Math.sign(to - from);
  const arrow = (name: 'low' | 'high', limit: number, out: number): PlateItem[] => {
    const tip = held(scales.values, limit);
    const at = (along: number, across: number): Point => (scales.vertical ? [across, along] : [along, across]);
    const ends = [-1, 1].map((side) => at(tip - out * size * 1.4, middle + side * size));
    return [
      pathThrough(
        [ends[0] as Point, at(tip, middle), ends[1] as Point],
        { role: `${role}.${name}.end`, from: 'errorBars' },
        { stroke: { width, color } },
      ),
    ];
  };
  return [
    ...(interval.low < least && interval.high >= least ? arrow('low', least, -forward) : []),
    ...(interval.high > greatest && interval.low <= greatest ? arrow('high', greatest, forward) : []),
  ];
}

/** A marker on its interval. A marker beyond the limits is not drawn. */
export const interval: MarkType<IntervalMark> = {
  ink(mark, context) {
    const { sheet, scales: panelScales, role } = context;
    const scales = groupScales(panelScales);
    const [a, b] = groupEdges(sheet, scales, mark);
    const middle = (a + b) / 2;
    const { low, high } = scales.values;
    const place = held(scales.values, mark.value);
    const [x, y] = scales.vertical ? [middle, place] : [place, middle];
    if (mark.diamond && mark.interval) return [[], [], diamondInk(context, scales, mark, [a, b])];
    const isOff = mark.value < low || mark.value > high;
    const marker = isOff ? [] : [markerAt(context, role, [x, y], mark.area === undefined ? 1 : diameterOf(mark.area))];
    return [
      [...arrowInk(context, scales, mark, middle)],
      errorInk(sheet, scales, mark, { role: besideRole(role, 'errors', 'same') }),
      marker,
    ];
  },
  ends: (mark, { direction }) => groupEnds(mark, direction),
  // An interval that leaves the panel ends in an arrow.
  inside: ({ interval: _, ...mark }, { direction }) => groupEnds(mark, direction),
  occupies(mark, sheet, panelScales) {
    const scales = groupScales(panelScales);
    const { low, high } = scales.values;
    const [a, b] = groupEdges(sheet, scales, mark);
    const [across, along] = [(a + b) / 2, held(scales.values, mark.value)];
    const [x, y] = scales.vertical ? [across, along] : [along, across];
    const shown = mark.value >= low && mark.value <= high;
    const radius = (sheet.settings.markers.size / 2) * (mark.area === undefined ? 1 : diameterOf(mark.area));
    return [...(shown ? [{ is: 'disc', x, y, radius } as const] : []), ...errorShapes(sheet, scales, mark)];
  },
  anchor: (mark, sheet, scales) => groupAnchor(mark, sheet, scales, mark.value),
  onCategories,
  value: ({ value }) => value,
  needsZero: false,
  overhang: () => 1,
  key: 'marker',
  uses: ({ interval: own }) => [
    'bars.share',
    'bars.widest',
    'bars.gap',
    'dataLabels.show',
    'dataLabels.format',
    'dataLabels.percent',
    'dataLabels.rounding',
    ...markerSettings,
    ...(own ? errorSettings : []),
  ],
  accents: ['fill', 'marker', 'size', 'outline', 'opacity', 'label'],
};
