import { entryAt } from '../../at.js';
import type { SpacePlan } from '../../chart/plan.js';
import { type Box, boxAround, type PlateItem } from '../../plate/plate.js';
import { Projection, type SpacePoint } from '../../space/view.js';
import { tripleOf } from '../../tuple.js';
import { type SceneScales, type SpaceAxis, spaceAxes } from '../axes/sceneScales.js';
import { valueScale } from '../axes/valueAxis.js';
import { moved } from '../ink/moved.js';
import type { Point } from '../ink/point.js';
import type { Sheet } from '../sheet.js';
import { carried, remembered } from '../trace.js';
import { em } from '../words/typesetter.js';
import { type Edge, edgesOf, type Wall, wallsOf } from './box.js';
import { fitSceneAxis, type SceneAxis, sceneAxis, settingsOf } from './sceneAxis.js';

/** A scene fitted into its panel: its axes with their words, and what stands behind everything. */
export interface Scene {
  /** Sides of the box. */
  sides: SpacePoint;
  scales: SceneScales;
  walls: Wall[];
  edges: Edge[];
  axes: SceneAxis[];
  /** Whether all words have room at this size of text. */
  fits: boolean;
  /** Whether its words are inside the panel. */
  isInside: boolean;
  /** Whether the words leave the box its share of the panel. */
  isLarge: boolean;
}

const mostPasses = 9;
/** The box has at least this share of the size at which it would fill the panel. */
const leastShare = 0.4;

/** How far markers on the outline of the box reach beyond it. */
const overhangOf = ({ plan, settings }: Sheet): number => {
  const largest = plan.series.some(({ marks }) => marks.some((mark) => mark.type === 'spots' && mark.areas)) ? 2 : 1;
  return plan.series.length > 0 ? settings.markers.size * 0.6 * largest : 0;
};

/** The edge along which an axis stands: on the outline, low on the page, and left of it for the upright one. */
function edgeFor(at: SpaceAxis, edges: readonly Edge[], seen: (place: SpacePoint) => Point): Edge | undefined {
  const outlines = edges.filter((edge) => edge.axis === at && edge.isOutline);
  const cost = ({ from, to }: Edge) => {
    const [a, b] = [seen(from), seen(to)];
    const [x, y] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    return at === 'z' ? x - 1e-3 * y : -y + 1e-3 * x;
  };
  return outlines.sort((a, b) => cost(a) - cost(b))[0];
}

/** The scene at a size, its middle at the origin of the page. */
function sceneAt(sheet: Sheet, space: SpacePlan, projection: Projection, unit: number): Scene & { ink: Box } {
  const { sides } = space;
  const walls = wallsOf(projection, sides);
  const edges = edgesOf(walls, sides);
  const seen = (place: SpacePoint): Point => {
    const [x, y] = projection.see(place);
    return [x * unit, y * unit];
  };
  const chosen = tripleOf(spaceAxes, (at) => ({
    at,
    edge:
      edgeFor(at, edges, seen) ??
      entryAt(
        edges.filter(({ axis }) => axis === at),
        0,
      ),
  }));
  const fitted = tripleOf(chosen, ({ at, edge }) => {
    const [a, b] = [seen(edge.from), seen(edge.to)];
    return remembered(sheet, () => fitSceneAxis(sheet, at, space.axes[at], [b[0] - a[0], b[1] - a[1]]));
  });
  const scale = (i: 0 | 1 | 2) =>
    valueScale(settingsOf(sheet, entryAt(spaceAxes, i)), fitted[i].ticks, -sides[i] / 2, sides[i] / 2);
  const scales: SceneScales = {
    axes: { x: scale(0), y: scale(1), z: scale(2) },
    projection,
    unit,
    heights: fitted[2].ticks.values,
    middle: [0, 0],
  };
  const axes: SceneAxis[] = [];
  for (const [i, { at, edge }] of chosen.entries()) {
    const taken = axes.flatMap(({ words }) => words);
    const axis = remembered(sheet, () =>
      sceneAxis({ sheet, scales, at, plan: space.axes[at], fitted: entryAt(fitted, i), edge, taken }),
    );
    axes.push(edge.isOutline ? axis : { ...axis, lines: [], words: [], isEndOn: true, fits: true });
  }
  const by = overhangOf(sheet);
  const corners = edges.flatMap(({ from, to }) => [seen(from), seen(to)]);
  const hull = boxAround(corners.map(([x, y]) => ({ x: x - by, y: y - by, width: 2 * by, height: 2 * by }))) as Box;
  const ink = boxAround([
    hull,
    ...axes.flatMap(({ lines, words }) => [...lines, ...words].map(({ box }) => box)),
  ]) as Box;
  return {
    sides,
    scales,
    walls,
    edges,
    axes,
    fits: axes.every((axis) => axis.fits),
    isInside: true,
    isLarge: true,
    ink,
  };
}

/** How large the box is on the page at a size of 1. */
function extent(projection: Projection, sides: SpacePoint): [number, number] {
  const corners = [-1, 1].flatMap((x) =>
    [-1, 1].flatMap((y) =>
      [-1, 1].map((z) => projection.see([(x * sides[0]) / 2, (y * sides[1]) / 2, (z * sides[2]) / 2])),
    ),
  );
  const of = (k: 0 | 1) =>
    Math.max(...corners.map((corner) => corner[k])) - Math.min(...corners.map((corner) => corner[k]));
  return [of(0), of(1)];
}

const shifted = (axis: SceneAxis, dx: number, dy: number): SceneAxis => ({
  ...axis,
  lines: axis.lines.map((item) => moved(item, dx, dy) as typeof item),
  words: axis.words.map((item) => moved(item, dx, dy) as typeof item),
});

/**
 * The scene as large as its panel lets it be with the words about it, in the middle of the panel. Words do not grow with the box,
 * so its size is found in a few steps, which from the third on only go down.
 */
export function fitScene(sheet: Sheet, space: SpacePlan, panel: Box): Scene {
  const projection = new Projection(space.view);
  const [wide, high] = extent(projection, space.sides);
  let unit = 0.7 * Math.min(panel.width / wide, panel.height / high);
  let best: (Scene & { ink: Box }) | undefined;
  for (let pass = 0; pass < mostPasses; pass += 1) {
    const scene = sceneAt(sheet, space, projection, unit);
    const isInside = scene.ink.width <= panel.width + 0.01 && scene.ink.height <= panel.height + 0.01;
    if (isInside && (!best || unit > best.scales.unit)) best = scene;
    const room = (size: number, ink: number, box: number) => (size - (ink - box * unit)) / box;
    const next = Math.min(room(panel.width, scene.ink.width, wide), room(panel.height, scene.ink.height, high));
    const least = 2 * em(sheet);
    const wanted = Math.max(least, pass < 2 ? next : Math.min(next, unit * (isInside ? 1.02 : 0.985)));
    if (isInside && Math.abs(wanted - unit) < 0.004 * unit) break;
    unit = wanted;
  }
  const isLarge = (best?.scales.unit ?? 0) >= leastShare * Math.min(panel.width / wide, panel.height / high);
  const scene = best ?? { ...sceneAt(sheet, space, projection, unit * 0.97), fits: false };
  const { ink, ...rest } = scene;
  const dx = panel.x + panel.width / 2 - (ink.x + ink.width / 2);
  const dy = panel.y + panel.height / 2 - (ink.y + ink.height / 2);
  const fitted: Scene = {
    ...rest,
    scales: { ...rest.scales, middle: [dx, dy] },
    axes: rest.axes.map((axis) => shifted(axis, dx, dy)),
    fits: rest.fits && best !== undefined && isLarge,
    isInside: best !== undefined,
    isLarge,
  };
  // Where the marks stand hangs on what the axes were fitted with.
  for (const axis of fitted.axes) carried(carried(fitted, axis), axis.fitted);
  return fitted;
}

/** Words and lines of the axes, as ink. */
export const axesInk = (sheet: Sheet, scene: Scene): PlateItem[] =>
  scene.axes.flatMap((axis) => remembered(sheet, (): PlateItem[] => [...axis.lines, ...axis.words], axis, axis.fitted));
