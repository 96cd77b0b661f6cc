import { entryAt } from '../../at.js';
import type { Series, SpacePlan, SpotsMark } from '../../chart/plan.js';
import { blended } from '../../color/color.js';
import type { Box, LineItem, MarkersItem, PathItem, PlateItem } from '../../plate/plate.js';
import { position } from '../../scale/numberScale.js';
import { type Marker, paintOrder } from '../../space/order.js';
import type { Seen, SpacePoint } from '../../space/view.js';
import { placeBy } from '../../space/view.js';
import { minorPlaces } from '../axes/axisInk.js';
import { inBox, isInBox, onPage, type SpaceAxis, spaceAxes } from '../axes/sceneScales.js';
import { fillOf } from '../ink/fills.js';
import type { Point } from '../ink/point.js';
import { groundOf, lineInk } from '../ink/seen.js';
import { markerOf, markerOutline, shapeOf } from '../marks/markers.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { cornersOf, lineAcross, type Wall } from './box.js';
import { withoutHidden } from './hidden.js';
import type { Scene } from './scene.js';
import { type SceneAxis, settingsOf } from './sceneAxis.js';
import type { SceneInk, ScenePiece } from './scenePiece.js';

const isBackWall = ({ isBack }: Wall): boolean => isBack;

type GridKind = 'grid' | 'minorGrid';

function boxAbout(points: readonly (readonly [number, number, ...unknown[]])[], by: number): Box {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  return { x: left - by, y: top - by, width: right - left + 2 * by, height: bottom - top + 2 * by };
}

/** A straight line between two places of the page. */
function lineBetween(ink: { role: string; from: string }, stroke: LineItem['stroke'], a: Seen, b: Seen): LineItem {
  const box = boxAbout([a, b], stroke.width / 2);
  return { type: 'line', ...ink, box, x1: a[0], y1: a[1], x2: b[0], y2: b[1], stroke };
}

/** A surface of straight edges, filled. */
function surface(ink: { role: string; from: string }, points: readonly Seen[], fill: string): PathItem {
  return {
    type: 'path',
    ...ink,
    box: boxAbout(points, 0),
    outline: {
      commands: `M${'L'.repeat(points.length - 1)}Z`,
      coordinates: points.flatMap((point) => point.slice(0, 2)),
    },
    fill,
  };
}

/** The back walls, filled. */
function wallFills(sheet: Sheet, { sides, scales, walls }: Scene): PlateItem[] {
  const look = sheet.settings.scene;
  return walls.filter(isBackWall).flatMap((wall): PlateItem[] => {
    const part = wall.axis === 'z' && wall.end < 0 ? 'floor' : 'walls';
    const fill = look[part];
    if (fill === 'none') return [];
    const ink = { role: `scene.${part}.${wall.axis}`, from: `scene.${part}` };
    const corners = cornersOf(wall, sides).map((place) => onPage(scales, place));
    return [surface(ink, corners, fill)];
  });
}

/** The lines of one axis across the back walls. */
function gridLines(sheet: Sheet, { sides, scales, walls }: Scene, own: SceneAxis, kind: GridKind): PlateItem[] {
  const { at: axis, fitted, isEndOn } = own;
  // What is read here is what the lines are said to hang on.
  const look = settingsOf(sheet, axis);
  const stroke = kind === 'grid' ? sheet.settings.scene.grid : look.minorGrid;
  if (stroke.width === 0 || isEndOn) return [];
  const scale = scales.axes[axis];
  const places =
    kind === 'grid'
      ? fitted.ticks.values.map((value) => position(scale, value))
      : minorPlaces(fitted, scale, look.minor);
  const from = kind === 'grid' ? 'scene.grid' : `axes.${axis}.minorGrid`;
  return walls
    .filter((wall) => isBackWall(wall) && wall.axis !== axis)
    .flatMap((wall) =>
      places.map((place, i) => {
        const [a, b] = lineAcross(wall, axis, place, sides);
        const ink = { role: `scene.${kind}.${axis}.${wall.axis}[${i}]`, from };
        return lineBetween(ink, stroke, onPage(scales, a), onPage(scales, b));
      }),
    );
}

/** The edges of the back walls. */
function backEdges({ settings }: Sheet, { scales, edges }: Scene): PlateItem[] {
  const look = settings.scene;
  if (look.box === 'none' || look.edges.width === 0) return [];
  return edges
    .filter(({ walls }) => walls.some(isBackWall))
    .map(({ from, to }, i) => {
      const ink = { role: `scene.edges[${i}]`, from: 'scene.edges' };
      return lineBetween(ink, look.edges, onPage(scales, from), onPage(scales, to));
    });
}

/** The back walls with their grid and edges, behind all that is in the box. */
export function wallsInk(sheet: Sheet, scene: Scene): PlateItem[] {
  const gridOf = (kind: GridKind) => scene.axes.flatMap((axis) => gridLines(sheet, scene, axis, kind));
  return [
    ...remembered(sheet, () => wallFills(sheet, scene), scene),
    ...remembered(sheet, () => gridOf('minorGrid'), scene),
    ...remembered(sheet, () => gridOf('grid'), scene),
    ...remembered(sheet, () => backEdges(sheet, scene), scene),
  ];
}

/** The edges in front of all that is in the box, where they are wanted. */
export function frontInk(sheet: Sheet, { scales, edges }: Scene): PlateItem[] {
  const look = sheet.settings.scene;
  if (look.box !== 'whole' || look.edges.width === 0) return [];
  return edges
    .filter(({ walls }) => walls.every(({ isBack }) => !isBack))
    .map(({ from, to }, i) =>
      lineBetween(
        { role: `scene.front[${i}]`, from: 'scene.edges' },
        look.edges,
        onPage(scales, from),
        onPage(scales, to),
      ),
    );
}

/** The place on a back wall straight across from a place; the floor is below also where it is no back wall. */
function onWall({ sides, walls }: Scene, axis: SpaceAxis, place: SpacePoint): SpacePoint {
  const i = spaceAxes.indexOf(axis);
  const across = walls.filter((wall) => wall.axis === axis);
  const end = (axis === 'z' ? across.find((wall) => wall.end < 0) : across.find(({ isBack }) => isBack))?.end ?? -1;
  return placeBy((k) => (k === i ? (end * sides[k]) / 2 : place[k]));
}

/** Small marks of all cases on the walls. */
export function shadowsInk(sheet: Sheet, { shadows }: SpacePlan, scene: Scene): PlateItem[] {
  return shadows.flatMap((axis) =>
    sheet.plan.series.flatMap((series, s) =>
      series.marks.flatMap((mark): PlateItem[] =>
        mark.type === 'spots' ? remembered(sheet, () => shadowsOf(sheet, scene, axis, { series, s, mark }), scene) : [],
      ),
    ),
  );
}

/** The marks of a group of cases on the wall across one axis. */
function shadowsOf(
  sheet: Sheet,
  scene: Scene,
  axis: SpaceAxis,
  { series, s, mark }: { series: Series; s: number; mark: SpotsMark },
): MarkersItem[] {
  const { settings } = sheet;
  const fill = fillOf(sheet, series, s, mark.cell);
  const size = (fill.size ?? settings.markers.size) * settings.scene.shadows;
  const points: Point[] = [];
  for (let i = 0; i < mark.xs.length; i += 1) {
    const values: SpacePoint = [mark.xs[i] as number, mark.ys[i] as number, mark.zs[i] as number];
    if (!isInBox(scene.scales, values)) continue;
    const [x, y] = onPage(scene.scales, onWall(scene, axis, inBox(scene.scales, values)));
    points.push([x, y]);
  }
  if (points.length === 0) return [];
  const shape = fill.marker ?? shapeOf(sheet, s);
  return [
    {
      type: 'markers',
      role: `series[${s}].shadows.${axis}`,
      from: 'chart.shadows',
      box: boxAbout(points, size / 2),
      outline: markerOutline(shape, size),
      ...(shape === 'circle' || shape === 'open-circle' ? { round: size } : {}),
      xs: Float64Array.from(points, ([x]) => x),
      ys: Float64Array.from(points, ([, y]) => y),
      fill: blended(lineInk(settings, fill), groundOf(settings), settings.scene.tint),
    },
  ];
}

/** Pieces of drop lines: one from each marker to its wall. */
export function dropPieces(
  sheet: Sheet,
  { drop }: SpacePlan,
  scene: Scene,
  pieces: readonly ScenePiece[],
  next: () => number,
): ScenePiece[] {
  const { drops } = sheet.settings.scene;
  if (!drop || drops.width === 0) return [];
  return pieces.flatMap(({ id: owner, place }): ScenePiece[] => {
    if (!place) return [];
    const [a, b] = [onPage(scene.scales, place), onPage(scene.scales, onWall(scene, drop, place))];
    const half = drops.width / 2;
    const { x, y, width, height } = boxAbout([a, b], half);
    return [
      {
        is: 'line',
        id: next(),
        rank: 0,
        group: 'drops',
        a,
        b,
        half,
        owner,
        box: [x, y, x + width, y + height],
        ink: { is: 'line', stroke: drops, role: 'scene.drops', from: 'scene.drops' },
      },
    ];
  });
}

/** From this many markers on, those of one look that are drawn one after the other are one piece of ink. */
const many = 3000;

/** A run of pieces of one look as one piece of ink. */
function runInk(run: readonly ScenePiece[], k: number): PlateItem {
  const { ink } = entryAt(run, 0);
  const commands: string[] = [];
  const coordinates: number[] = [];
  const all: Seen[] = [];
  for (const piece of run) {
    const points = piece.is === 'face' ? piece.points : piece.is === 'line' ? [piece.a, piece.b] : [];
    commands.push(`M${'L'.repeat(points.length - 1)}${piece.is === 'face' ? 'Z' : ''}`);
    for (const [x, y] of points) coordinates.push(x, y);
    all.push(...points);
  }
  const outline = { commands: commands.join(''), coordinates };
  if (ink.is === 'face') {
    const { role, from, fill, opacity } = ink;
    return { type: 'path', role: `${role}[${k}]`, from, box: boxAbout(all, 0), outline, fill, opacity };
  }
  const { stroke, role, from } = ink as Extract<SceneInk, { is: 'line' }>;
  const box = boxAbout(all, stroke.width / 2);
  return { type: 'path', role: `${role}[${k}]`, from, box, outline, stroke: { ...stroke, cap: 'round' } };
}

/** The role of the marker of a case. */
const roleOf = ({ ink, row }: ScenePiece): string => (row === undefined ? ink.role : `${ink.role}[${row}]`);

/** Markers of one look in one piece of ink. */
function markersInk(sheet: Sheet, run: readonly ScenePiece[]): PlateItem {
  const first = entryAt(run, 0);
  const { fill, shape, times } = first.ink as Extract<SceneInk, { is: 'marker' }>;
  const size = (fill.size ?? sheet.settings.markers.size) * times;
  const places = run.map((piece) => (piece as Marker).at);
  const opacity = fill.opacity ?? sheet.settings.markers.opacity;
  const name = fill.marker ?? shape;
  return {
    type: 'markers',
    role: roleOf(first),
    from: fill.from,
    box: boxAbout(places, size * 0.8),
    outline: markerOutline(name, size),
    ...(name === 'circle' || name === 'open-circle' ? { round: size } : {}),
    xs: Float64Array.from(places, ([x]) => x),
    ys: Float64Array.from(places, ([, y]) => y),
    fill: lineInk(sheet.settings, fill),
    ...(opacity < 1 ? { opacity } : {}),
  };
}

/** Whether two pieces may be one piece of ink. */
function looksAlike(a: ScenePiece, b: ScenePiece): boolean {
  if (a.group !== b.group) return false;
  const [first, second] = [a.ink, b.ink];
  if (first === second || first.is !== 'marker' || second.is !== 'marker') return true;
  const isSame = first.fill.color === second.fill.color && first.fill.marker === second.fill.marker;
  return isSame && first.times === second.times;
}

/** Whether a piece is an opaque disc, which hides all that lies behind it. */
function isDisc({ settings }: Sheet, piece: ScenePiece): piece is ScenePiece & Marker {
  if (piece.ink.is !== 'marker') return false;
  const { fill, shape } = piece.ink;
  return (fill.marker ?? shape) === 'circle' && !fill.hollow && (fill.opacity ?? settings.markers.opacity) === 1;
}

/** All pieces of a scene as ink, the farthest first. */
export function piecesInk(sheet: Sheet, pieces: readonly ScenePiece[]): PlateItem[] {
  const isMany = pieces.reduce((count, { is }) => count + (is === 'marker' ? 1 : 0), 0) > many;
  const items: PlateItem[] = [];
  let run: ScenePiece[] = [];
  const counts = new Map<string, number>();
  const end = () => {
    const [first] = run;
    if (!first) return;
    if (first.is === 'marker') items.push(markersInk(sheet, run));
    else {
      const k = counts.get(first.ink.role) ?? 0;
      counts.set(first.ink.role, k + 1);
      items.push(runInk(run, k));
    }
    run = [];
  };
  const order = paintOrder(pieces);
  const shown =
    isMany && order.every((piece) => isDisc(sheet, piece)) ? withoutHidden(order as (ScenePiece & Marker)[]) : order;
  for (const piece of shown) {
    const { ink } = piece;
    if (ink.is === 'marker' && !isMany) {
      end();
      const { fill, shape, times } = ink;
      const [x, y] = (piece as Marker).at;
      items.push(markerOf(sheet, { shape, fill, times, among: 'many' }, roleOf(piece), [x, y]));
      continue;
    }
    if (run[0] && !looksAlike(run[0], piece)) end();
    run.push(piece);
  }
  end();
  return items;
}
