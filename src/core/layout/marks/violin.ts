import type { ViolinMark } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import { straightLine } from '../axes/axisInk.js';
import { type GroupScales, groupScales, held, type PanelScales } from '../axes/panelScales.js';
import { barRect, fillLook, patternInk } from '../ink/fillInk.js';
import type { Shape } from '../ink/inkIndex.js';
import { pathThrough } from '../ink/lineInk.js';
import type { Fill } from '../ink/looks.js';
import { groundOf, seenOf, surfaceOf } from '../ink/seen.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { groupEdges, onCategories } from './group.js';
import { type MarkerLook, markerOf } from './markers.js';
import type { MarkContext, MarkType } from './markType.js';

type Place = [along: number, value: number];

/** Shares of the room of a violin: of its box, and of the strip beside a half. */
const boxShare = 0.12;
const besideShare = { box: 0.2, points: 0.24 } as const;
/** Half of the least width that is drawn, so that a violin holds together where it is thinnest, in points. */
const leastHalf = 0.3;

/** Where a violin stands across the categories. */
interface Across {
  /** The line from which its widths are measured, and how far they reach at most. */
  axis: number;
  reach: number;
  /** Middle and half width of the box, and of the points. */
  box: { middle: number; half: number };
  points: { middle: number; half: number };
}

function acrossOf(sheet: Sheet, scales: GroupScales, { side, ...mark }: ViolinMark): Across {
  const [from, to] = groupEdges(sheet, scales, mark);
  const width = to - from;
  const middle = (from + to) / 2;
  const half = (boxShare * width) / 2;
  if (side === 'whole') {
    return { axis: middle, reach: width / 2, box: { middle, half }, points: { middle, half: width / 6 } };
  }
  const out = side === 'far' ? 1 : -1;
  if (mark.opposed) {
    // The halves of two groups share their axis, each with its box in it.
    const reach = width / 2;
    const box = { middle: middle + out * half * 1.6, half };
    return { axis: middle, reach, box, points: { middle: middle + out * reach * 0.3, half: reach * 0.2 } };
  }
  const [forBox, forPoints] = [mark.box ? besideShare.box : 0, mark.points ? besideShare.points : 0];
  const beside = (forBox + forPoints) * width;
  const axis = side === 'far' ? from + beside : to - beside;
  const strip = (forBox + forPoints / 2) * width;
  return {
    axis,
    reach: width - beside,
    box: { middle: axis - (out * (forBox * width)) / 2, half },
    points: { middle: axis - out * strip, half: forPoints * width * 0.36 },
  };
}

const onPage = ({ vertical }: GroupScales, [along, value]: Place): Place =>
  vertical ? [along, value] : [value, along];

/** The outline of a violin on the page, cut at the limits of its axis. */
function ringOf(scales: GroupScales, { values, widths, side }: ViolinMark, { axis, reach }: Across): Place[] {
  const { low, high } = scales.values;
  const near: Place[] = [];
  const far: Place[] = [];
  for (const [i, value] of values.entries()) {
    if (value < low || value > high) continue;
    const by = Math.max(leastHalf, reach * (widths[i] as number));
    const at = held(scales.values, value);
    near.push([side === 'far' ? axis : axis - by, at]);
    far.push([side === 'near' ? axis : axis + by, at]);
  }
  return [...near, ...far.reverse()].map((place) => onPage(scales, place));
}

function bodyInk(
  { sheet, fill, role }: MarkContext,
  scales: GroupScales,
  mark: ViolinMark,
  across: Across,
): PlateItem[] {
  const ring = ringOf(scales, mark, across);
  if (mark.values.length < 2 || ring.length < 6) {
    // Values that are all equal have no density: a line at their place.
    const { width, color } = sheet.settings.errorBars;
    const at = held(scales.values, mark.median);
    const ends = [across.axis - across.reach * 0.4, across.axis + across.reach * 0.4].map((along) =>
      onPage(scales, [along, at]),
    );
    return [straightLine({ role, from: 'errorBars' }, { width: width * 2, color }, ends[0] as Place, ends[1] as Place)];
  }
  return [
    pathThrough(ring, { role, from: fill.from }, fillLook(sheet, fill), true),
    ...patternInk(sheet, [ring], fill, role),
  ];
}

/** The box with its whiskers and median, small in the violin, or beside its half. */
function boxInk(
  { sheet, fill, role }: MarkContext,
  scales: GroupScales,
  mark: ViolinMark,
  across: Across,
): PlateItem[] {
  if (!mark.box) return [];
  const { settings } = sheet;
  const { low, q1, median, q3, high } = mark.box;
  const { middle, half } = across.box;
  const at = (value: number) => held(scales.values, value);
  const isInside = mark.side === 'whole' || mark.opposed === true;
  const ground = isInside && fill.pattern === undefined ? surfaceOf(settings, fill) : groundOf(settings);
  const color = seenOf('line', ground, settings.errorBars.color, settings.paper);
  const stem = straightLine(
    { role: `${role}.high.stem`, from: 'errorBars' },
    { width: settings.errorBars.width, color },
    onPage(scales, [middle, at(low)]),
    onPage(scales, [middle, at(high)]),
  );
  const [a, b] = [Math.min(at(q1), at(q3)), Math.max(at(q1), at(q3))];
  const rect = scales.vertical
    ? { x: middle - half, y: a, width: 2 * half, height: b - a }
    : { x: a, y: middle - half, width: b - a, height: 2 * half };
  const body: Fill = { color, from: 'errorBars.color' };
  const inner = seenOf('line', color, settings.paper, settings.errorBars.color);
  const place = at(median);
  return [
    stem,
    ...barRect(sheet, { rect }, body, `${role}.lines`),
    straightLine(
      { role: `${role}.median`, from: 'boxes.median' },
      { width: Math.max(1, 2 * settings.errorBars.width), color: settings.boxes.median.color ?? inner },
      onPage(scales, [middle - half, place]),
      onPage(scales, [middle + half, place]),
    ),
  ];
}

function pointInk(
  { sheet, fill, role }: MarkContext,
  scales: GroupScales,
  mark: ViolinMark,
  across: Across,
): PlateItem[] {
  const { low, high } = scales.values;
  const { settings } = sheet;
  const isOn = mark.side === 'whole' || mark.opposed === true;
  const ground = isOn && fill.pattern === undefined ? surfaceOf(settings, fill) : groundOf(settings);
  const dot: MarkerLook = {
    shape: 'circle',
    fill: {
      color: seenOf('line', ground, isOn ? settings.errorBars.color : fill.color, settings.paper),
      from: fill.from,
    },
    times: 0.5,
  };
  const { middle, half } = across.points;
  const points = [...(mark.points?.values ?? [])].flatMap((value, i): PlateItem[] => {
    if (value < low || value > high) return [];
    const along = middle + 2 * half * (mark.points?.offsets[i] ?? 0);
    return [markerOf(sheet, dot, `${role}.points[${i}]`, onPage(scales, [along, held(scales.values, value)]))];
  });
  const { mean } = mark;
  if (mean === undefined || mean < low || mean > high) return points;
  const { marker: shape, color, size } = settings.boxes.mean;
  const usual = seenOf('line', settings.errorBars.color, settings.paper, settings.errorBars.color);
  const look: MarkerLook = {
    shape,
    fill: {
      color: color ?? (mark.box ? usual : settings.errorBars.color),
      from: 'boxes.mean',
      ...(size === undefined ? {} : { size }),
    },
  };
  const along = mark.box ? across.box.middle : across.axis;
  return [...points, markerOf(sheet, look, `${role}.mean[0]`, onPage(scales, [along, held(scales.values, mean)]))];
}

function shapesOf(mark: ViolinMark, sheet: Sheet, panelScales: PanelScales): Shape[] {
  const scales = groupScales(panelScales);
  const ring = ringOf(scales, mark, acrossOf(sheet, scales, mark));
  if (ring.length < 3) return [];
  const [xs, ys] = [ring.map(([x]) => x), ring.map(([, y]) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return [{ is: 'box', box: { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y } }];
}

/** A violin: the density of values along their axis, mirrored or as a half, with box, mean and points. */
export const violin: MarkType<ViolinMark> = {
  ink(mark, context) {
    const { sheet } = context;
    const scales = groupScales(context.scales);
    const across = acrossOf(sheet, scales, mark);
    return [
      remembered(sheet, () => bodyInk(context, scales, mark, across)),
      remembered(sheet, () => boxInk(context, scales, mark, across)),
      remembered(sheet, () => pointInk(context, scales, mark, across)),
    ];
  },
  ends({ values }, { direction }) {
    const ends = [values[0] as number, values[values.length - 1] as number];
    return direction === 'vertical' ? { x: [], y: ends } : { x: ends, y: [] };
  },
  occupies: shapesOf,
  onCategories,
  value: ({ median }) => median,
  needsZero: false,
  ofCases: true,
  overhang: () => 0,
  key: 'fill',
  secondCue: 'patterns',
  uses: ({ box, mean, points }) => [
    'bars',
    ...(box ? ['errorBars.width', 'errorBars.color', 'boxes.median'] : []),
    ...(mean === undefined ? [] : ['boxes.mean', 'markers.size', 'markers.edge']),
    ...(points ? ['markers.size', 'markers.edge'] : []),
  ],
  accents: ['fill', 'pattern', 'outline', 'opacity'],
};
