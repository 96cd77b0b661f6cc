import { entryAt } from '../../at.js';
import type { BoxMark } from '../../chart/plan.js';
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
import { em, type Typesetter } from '../words/typesetter.js';
import { groupEdges, onCategories } from './group.js';
import { type MarkerLook, markerOf } from './markers.js';
import type { MarkContext, MarkType, NamedCase } from './markType.js';

type Place = [along: number, value: number];

/** Where the parts of a box stand across it: the box, its middle, and the strip of points beside it. */
interface Across {
  a: number;
  b: number;
  middle: number;
  points?: [number, number];
}

/** Share of its room that a box takes beside its points. */
const besidePoints = 0.56;
/** Depth of a notch on each side, as a share of the box. */
const notchDepth = 0.22;

function acrossOf(sheet: Typesetter, scales: GroupScales, mark: BoxMark): Across {
  const [from, to] = groupEdges(sheet, scales, mark);
  const width = to - from;
  const boxWidth = mark.points ? width * besidePoints : width;
  const half = (boxWidth * mark.width) / 2;
  const middle = from + boxWidth / 2;
  return {
    a: middle - half,
    b: middle + half,
    middle,
    ...(mark.points ? { points: [from + boxWidth + width * 0.06, to] satisfies [number, number] } : {}),
  };
}

const onPage = ({ vertical }: GroupScales, place: Place): Place => (vertical ? place : [place[1], place[0]]);

/** A line between two places, each along the categories and along the values. */
const line = (
  scales: GroupScales,
  role: string,
  stroke: { width: number; color: string },
  [a, b]: [Place, Place],
  from = 'errorBars',
) => straightLine({ role, from }, stroke, onPage(scales, a), onPage(scales, b));

/** Whiskers in the lines of error bars, from the box to their ends. */
function whiskerInk(
  { sheet, role }: MarkContext,
  scales: GroupScales,
  mark: BoxMark,
  { a, b, middle }: Across,
): PlateItem[] {
  const { width, color, cap } = sheet.settings.errorBars;
  const half = Math.min(cap * em(sheet), (b - a) * 0.6) / 2;
  const { low, q1, q3, high } = mark.box;
  const stroke = { width, color };
  return [['low', low, q1] as const, ['high', high, q3] as const].flatMap(([name, end, from]) => {
    if (end === from) return [];
    const place = held(scales.values, end);
    const stem = line(scales, `${role}.${name}.stem`, stroke, [
      [middle, held(scales.values, from)],
      [middle, place],
    ]);
    return half > 0
      ? [
          stem,
          line(scales, `${role}.${name}.end`, stroke, [
            [middle - half, place],
            [middle + half, place],
          ]),
        ]
      : [stem];
  });
}

/** The line at the median: in the colour of the paper, but on a box that is too light for it, or a pattern. */
function medianStroke({ sheet, fill }: MarkContext): { width: number; color: string } {
  const { boxes, errorBars, paper } = sheet.settings;
  const { width = 2 * errorBars.width, color } = boxes.median;
  const usual =
    fill.pattern === undefined
      ? seenOf('line', surfaceOf(sheet.settings, fill), paper, errorBars.color)
      : errorBars.color;
  return { width, color: color ?? usual };
}

/** The box, with a notch about its median where there is one. */
function bodyInk(context: MarkContext, scales: GroupScales, { box, notch }: BoxMark, { a, b }: Across): PlateItem[] {
  const { sheet, fill, role } = context;
  const at = (value: number) => held(scales.values, value);
  const [q1, q3, median] = [at(box.q1), at(box.q3), at(box.median)];
  const stroke = medianStroke(context);
  const medianLine = (from: number, to: number) => {
    const places: [Place, Place] = [
      [from, median],
      [to, median],
    ];
    return stroke.width > 0 ? [line(scales, `${role}.median`, stroke, places, 'boxes.median')] : [];
  };
  if (!notch) {
    const [low, high] = [Math.min(q1, q3), Math.max(q1, q3)];
    const rect = scales.vertical
      ? { x: a, y: low, width: b - a, height: high - low }
      : { x: low, y: a, width: high - low, height: b - a };
    return [...barRect(sheet, { rect, rounded: ['top', 'bottom'] }, fill, role), ...medianLine(a, b)];
  }
  const depth = (b - a) * notchDepth;
  const [low, high] = [at(notch.low), at(notch.high)];
  const side = (edge: number, waist: number): Place[] => [
    [edge, q1],
    [edge, low],
    [waist, median],
    [edge, high],
    [edge, q3],
  ];
  const points = [...side(a, a + depth), ...side(b, b - depth).reverse()];
  const look = fillLook(sheet, fill);
  const ring = points.map((place) => onPage(scales, place));
  const body = pathThrough(ring, { role, from: fill.from }, look, true);
  return [body, ...patternInk(sheet, [ring], fill, role), ...medianLine(a + depth, b - depth)];
}

/** Markers of single values: those beyond the whiskers the mean, and all points beside the box. */
function pointInk(
  { sheet, fill, role, fillOf }: MarkContext,
  scales: GroupScales,
  mark: BoxMark,
  { middle, points }: Across,
): PlateItem[] {
  const { low, high } = scales.values;
  const inside = (value: number) => value >= low && value <= high;
  const marker = (name: string, value: number, look: MarkerLook, along = middle) =>
    markerOf(sheet, look, `${role}.${name}`, onPage(scales, [along, held(scales.values, value)]));
  const { boxes, errorBars } = sheet.settings;
  const ink = { color: errorBars.color, from: 'errorBars.color' };
  const beyond = [
    ...mark.box.outliers.map((value) => ['outliers', value] as const),
    ...mark.box.extremes.map((value) => ['extremes', value] as const),
  ];
  const seen = (look: Fill): Fill => {
    const color = seenOf('line', groundOf(sheet.settings), look.color, errorBars.color);
    return color === look.color ? look : { ...look, color, from: 'errorBars.color' };
  };
  // The look of a part, unless an accent names the very case.
  const single = (part: 'outliers' | 'extremes' | 'mean', look: Fill, isOwn = false): MarkerLook => {
    const { marker: shape, size, color } = boxes[part];
    const sized = size === undefined || look.size !== undefined ? look : { ...look, size };
    return {
      shape,
      fill: color === undefined || isOwn ? seen(sized) : { ...sized, color, from: `boxes.${part}.color` },
    };
  };
  const cases = beyond.flatMap(([name, value], i): PlateItem[] => {
    const index = name === 'outliers' ? i : i - mark.box.outliers.length;
    const { ids } = mark;
    const look = ids ? fillOf({ ...mark.cell, [ids.variable]: entryAt(ids.texts, i) }) : fill;
    const isOwn = look.color !== fill.color;
    return inside(value) ? [marker(`${name}[${index}]`, value, single(name, look, isOwn))] : [];
  });
  const beside = points
    ? [...(mark.points?.values ?? [])].flatMap((value, i): PlateItem[] => {
        if (!inside(value)) return [];
        const offset = mark.points?.offsets[i] ?? 0;
        const along = (points[0] + points[1]) / 2 + offset * (points[1] - points[0]);
        return [marker(`points[${i}]`, value, { shape: 'circle', fill: seen(fill), times: 0.62 }, along)];
      })
    : [];
  const mean = mark.mean !== undefined && inside(mark.mean) ? [marker('mean[0]', mark.mean, single('mean', ink))] : [];
  return [...beside, ...cases, ...mean];
}

/** Diameter of the markers of values beyond the whiskers. */
const sizeOf = ({ settings: { boxes, markers } }: Typesetter, part: 'outliers' | 'extremes'): number =>
  boxes[part].size ?? markers.size;

/** What a box with its whiskers and the values beyond covers. */
function shapesOf(mark: BoxMark, sheet: Sheet, panelScales: PanelScales): Shape[] {
  const scales = groupScales(panelScales);
  const { a, b, middle, points } = acrossOf(sheet, scales, mark);
  const at = (value: number) => held(scales.values, value);
  const { low, q1, q3, high, outliers, extremes } = mark.box;
  const { markers } = sheet.settings;
  const disc = (along: number, value: number, radius = markers.size / 2): Shape => {
    const [x, y] = onPage(scales, [along, at(value)]);
    return { is: 'disc', x, y, radius };
  };
  const corners = [onPage(scales, [a, at(q1)]), onPage(scales, [b, at(q3)])] as const;
  const box = {
    x: Math.min(corners[0][0], corners[1][0]),
    y: Math.min(corners[0][1], corners[1][1]),
    width: Math.abs(corners[1][0] - corners[0][0]),
    height: Math.abs(corners[1][1] - corners[0][1]),
  };
  const stem = [onPage(scales, [middle, at(low)]), onPage(scales, [middle, at(high)])];
  return [
    { is: 'box', box },
    { is: 'line', points: stem, half: sheet.settings.errorBars.width / 2 },
    ...outliers.map((value) => disc(middle, value, sizeOf(sheet, 'outliers') / 2)),
    ...extremes.map((value) => disc(middle, value, sizeOf(sheet, 'extremes') / 2)),
    ...Array.from(points ? (mark.points?.values ?? []) : [], (value, i) => {
      const [from, to] = points ?? [middle, middle];
      return disc((from + to) / 2 + (mark.points?.offsets[i] ?? 0) * (to - from), value);
    }),
  ];
}

/** The cases beyond the whiskers that have names, inside the limits. */
function namedOf(mark: BoxMark, sheet: Sheet, panelScales: PanelScales): NamedCase[] {
  const scales = groupScales(panelScales);
  const { middle } = acrossOf(sheet, scales, mark);
  const { low, high } = scales.values;
  return [...mark.box.outliers, ...mark.box.extremes].flatMap((value, index): NamedCase[] => {
    const name = mark.names?.[index];
    if (name === undefined || value < low || value > high) return [];
    const at = onPage(scales, [middle, held(scales.values, value)]);
    const part = index < mark.box.outliers.length ? 'outliers' : 'extremes';
    return [{ name, at, size: sizeOf(sheet, part), index }];
  });
}

/** A box from quartile to quartile, its median in the colour of the paper, whiskers, and the values beyond. */
export const box: MarkType<BoxMark> = {
  ink(mark, context) {
    const { sheet } = context;
    const scales = groupScales(context.scales);
    const across = acrossOf(sheet, scales, mark);
    return [
      remembered(sheet, () => whiskerInk(context, scales, mark, across)),
      remembered(sheet, () => bodyInk(context, scales, mark, across)),
      remembered(sheet, () => pointInk(context, scales, mark, across)),
    ];
  },
  ends({ box: { low, high, outliers, extremes } }, { direction }) {
    const values = [low, high, ...outliers, ...extremes];
    return direction === 'vertical' ? { x: [], y: values } : { x: values, y: [] };
  },
  occupies: shapesOf,
  cases: namedOf,
  caseRole: (role, index) => ({ role: `${role}.names[${index}]`, from: 'chart.id' }),
  onCategories,
  value: ({ box }) => box.median,
  needsZero: false,
  ofCases: true,
  overhang: () => 1,
  key: 'fill',
  uses: ({ mean }) => [
    'bars',
    'errorBars.width',
    'errorBars.color',
    'errorBars.cap',
    'markers.size',
    'markers.edge',
    ...['median', 'outliers', 'extremes', ...(mean === undefined ? [] : ['mean'])].map((part) => `boxes.${part}`),
  ],
  accents: ['fill', 'pattern', 'outline', 'opacity', 'corner', 'marker', 'size'],
};
