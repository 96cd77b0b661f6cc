import { entryAt } from '../../at.js';
import type { LineLook, LineMark, LineRole } from '../../chart/plan.js';
import { dashed, widened } from '../../color/dashes.js';
import type { PathItem, PlateItem, PlateStroke } from '../../plate/plate.js';
import { lengthInPoints } from '../../schema/length.js';
import { type PanelScales, panelOf, placeAt, within } from '../axes/panelScales.js';
import { clipLine, clipSurface } from '../ink/clip.js';
import { pathThrough } from '../ink/lineInk.js';
import type { Fill } from '../ink/looks.js';
import type { Point } from '../ink/point.js';
import { lineInk } from '../ink/seen.js';
import { smoothed } from '../ink/smooth.js';
import type { Typesetter } from '../words/typesetter.js';
import { behindMarks, veil } from './band.js';
import { errorSettings } from './group.js';
import { markerOf } from './markers.js';
import type { MarkType } from './markType.js';

/** Width of the line of a further value, in widths of error bars. */
const furtherWidth = 2.2;

/** How the style draws a line of a role, and the setting that says so. */
export function lineStroke(
  { settings }: Typesetter,
  as: LineMark['as'],
  fill: Fill,
  series: number,
): { stroke: PlateStroke; from: string } {
  const { lines, fits, references, errorBars } = settings;
  const { width = lines.width * (fill.quiet ? 0.6 : 1), dash: accented } = fill.line ?? {};
  const dash = accented ?? lines.dashes[series % lines.dashes.length] ?? 'solid';
  switch (as) {
    case 'series':
    case 'curve':
      return {
        stroke: { ...dashed(width, lineInk(settings, fill), dash), cap: lines.cap, join: lines.join },
        from: fill.from,
      };
    case 'reference':
      return { stroke: references, from: 'references' };
    case 'further':
      return { stroke: { width: furtherWidth * errorBars.width, color: errorBars.color }, from: 'errorBars' };
    case 'center':
      return { stroke: { width: 2 * errorBars.width, color: errorBars.color }, from: 'errorBars' };
    case 'normal':
      return { stroke: widened(references, fits.width), from: 'references' };
    case 'density':
    case 'commonFit':
      return { stroke: { width: fits.width, color: references.color }, from: 'references' };
    default:
      return { stroke: { width: fits.width, color: lineInk(settings, fill) }, from: fill.from };
  }
}

/** The stroke of a reference line with a look of its own, whose colour its fill has. */
export function ownStroke({ settings }: Typesetter, look: LineLook, { color }: Fill): PlateStroke {
  const { references, text } = settings;
  const width = (look.width === undefined ? undefined : lengthInPoints(look.width, text.size)) ?? references.width;
  return look.dash === undefined ? { ...widened(references, width), color } : dashed(width, color, look.dash);
}

/** A light edge under lines that run over the marks of their series. */
const halo = (
  { settings }: Typesetter,
  pieces: Point[][],
  { role, from }: Pick<PathItem, 'role' | 'from'>,
  width: number,
): PathItem[] =>
  pieces.map((piece, i) =>
    pathThrough(piece, { role: `${role}.halo[${i}]`, from }, { stroke: { width: width + 1.6, color: settings.paper } }),
  );

/** The places of a line; where a straight one is bent by the scale of an axis, many on its way. */
function bent({ as, xs, ys }: LineMark, { x, y }: PanelScales): Point[] {
  const pairs = xs.map((at, i): Point => [at, entryAt(ys, i)]);
  const straight = !('transform' in x && x.transform) && !('transform' in y && y.transform);
  if (straight || pairs.length !== 2 || as === 'series') return pairs;
  const [[x0, y0], [x1, y1]] = [entryAt(pairs, 0), entryAt(pairs, 1)];
  return Array.from({ length: 201 }, (_, i) => [x0 + ((x1 - x0) * i) / 200, y0 + ((y1 - y0) * i) / 200]);
}

/** Pieces of lines worked out already: they are needed for the ink, and again for texts that keep off it. */
const known = new WeakMap<PanelScales, Map<LineMark, Point[][]>>();

/** The pieces of a line on the page, cut at the limits. */
function piecesOf(mark: LineMark, { settings }: Typesetter, scales: PanelScales): Point[][] {
  const smooth = settings.lines.smooth && mark.as === 'series' && !mark.closed;
  const held = known.get(scales) ?? new Map<LineMark, Point[][]>();
  known.set(scales, held);
  const pieces = held.get(mark) ?? workedOut(mark, scales, smooth);
  held.set(mark, pieces);
  return pieces;
}

function workedOut(mark: LineMark, scales: PanelScales, smooth: boolean): Point[][] {
  const points = bent(mark, scales).map(([x, y]): Point => [placeAt(scales.x, x), placeAt(scales.y, y)]);
  if (mark.closed && points[0]) points.push(points[0]);
  return clipLine(smooth ? smoothed(points) : points, panelOf(scales));
}

/** The places of the markers of a line that is none, inside the limits. */
const markersOf = ({ xs, ys }: LineMark, { x, y }: PanelScales): Point[] =>
  xs.flatMap((at, i): Point[] => {
    const value = entryAt(ys, i);
    const isInside = within(x, at) && within(y, value) && !Number.isNaN(at + value);
    return isInside ? [[placeAt(x, at), placeAt(y, value)]] : [];
  });

/** A place on or beyond the page that can be reckoned with. */
const near = (place: number): number => Math.max(-1e6, Math.min(1e6, place));

/** The surface of a band, cut at the limits. */
function bandOf({ xs, ys, until }: LineMark, { x, y }: PanelScales): Point[] {
  const edge = (own: Pick<LineMark, 'xs' | 'ys'>) =>
    own.xs.map((at, i): Point => [near(placeAt(x, at)), near(placeAt(y, entryAt(own.ys, i)))]);
  return clipSurface([...edge({ xs, ys }), ...(until ? edge(until).reverse() : [])], panelOf({ x, y }));
}

/** The layer of a line, by role: what others are drawn over comes first. */
const depths: Record<LineRole, number> = {
  reference: 0,
  further: 2,
  series: 1,
  curve: 1,
  fit: 1,
  commonFit: 1,
  ellipse: 1,
  groupCurve: 1,
  normal: 1,
  density: 1,
  center: 2,
};

/** The settings that a line depends on, by role. */
const settingsOf: Record<LineRole, readonly string[]> = {
  series: ['lines'],
  curve: ['lines.width', 'lines.dashes', 'lines.cap', 'lines.join'],
  reference: ['references'],
  further: errorSettings.slice(0, 2),
  center: errorSettings.slice(0, 2),
  normal: ['references', 'fits'],
  density: ['references.color', 'fits'],
  commonFit: ['references.color', 'fits'],
  fit: ['fits'],
  ellipse: ['fits'],
  groupCurve: ['fits'],
};

/** Lines that run over the marks of their series have a light edge. */
const edged: readonly LineRole[] = ['further', 'normal', 'density', 'fit', 'commonFit', 'ellipse', 'groupCurve'];

/** A line through places, cut at the limits of the axes. */
export const line: MarkType<LineMark> = {
  ink(mark, { sheet, scales, fill, series, role }) {
    const under = Array.from({ length: depths[mark.as] }, (): PlateItem[] => []);
    const { shape } = mark;
    if (shape) {
      const markers = markersOf(mark, scales).map((at, i) =>
        markerOf(sheet, { shape, fill }, `${role}.pieces[${i}]`, at),
      );
      return [...under, markers];
    }
    if (mark.until) {
      const points = bandOf(mark, scales);
      return points.length < 3 ? [] : [...under, veil(sheet, points, fill, { role, share: behindMarks })];
    }
    const { stroke, from } = mark.look
      ? { stroke: ownStroke(sheet, mark.look, fill), from: fill.from }
      : lineStroke(sheet, mark.as, fill, series);
    if (stroke.width === 0) return [];
    const pieces = piecesOf(mark, sheet, scales);
    const look = { stroke, ...(fill.opacity === undefined ? {} : { opacity: fill.opacity }) };
    const ink = pieces.map((piece, i) =>
      pathThrough(piece, { role: pieces.length > 1 ? `${role}.pieces[${i}]` : role, from }, look),
    );
    const halos = edged.includes(mark.as) ? halo(sheet, pieces, { role, from }, stroke.width) : [];
    return [...under, [...halos, ...ink]];
  },
  ends: ({ as, ys }, plan) => ({
    x: [],
    y: as === 'series' && plan.y.shows === 'value' ? ys.filter(Number.isFinite) : [],
  }),
  occupies(mark, sheet, scales) {
    if (mark.shape) {
      const radius = sheet.settings.markers.size / 2;
      return markersOf(mark, scales).map(([x, y]) => ({ is: 'disc', x, y, radius }));
    }
    if (mark.until) {
      // Words are read on a plain band as on paper, but not on a patterned one.
      const isPlain = sheet.settings.bands.pattern === 'solid';
      return isPlain ? [] : [{ is: 'area', points: bandOf(mark, scales), light: true }];
    }
    const width = mark.as === 'reference' ? sheet.settings.references.width : sheet.settings.lines.width;
    if (width === 0) return [];
    return piecesOf(mark, sheet, scales).map((points) => ({ is: 'line', points, half: width / 2 }));
  },
  needsZero: false,
  secondCue: 'dashes',
  overhang: ({ shape }) => (shape ? 1 : 0),
  key: 'line',
  uses: ({ as, shape, until }) =>
    until
      ? ['bands', 'references.color']
      : shape
        ? ['markers.size', 'markers.edge', 'errorBars.color']
        : settingsOf[as],
  accents: ['fill', 'line', 'opacity'],
  lineRole: ({ as }) => as,
};
