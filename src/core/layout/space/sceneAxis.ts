import { entryAt } from '../../at.js';
import type { ValueAxis } from '../../chart/plan.js';
import { type LineItem, overlap, type TextItem } from '../../plate/plate.js';
import { position } from '../../scale/numberScale.js';
import type { SpacePoint } from '../../space/view.js';
import { placeBy } from '../../space/view.js';
import type { AxisSettings } from '../../style/settings.js';
import { minorPlaces, straightLine } from '../axes/axisInk.js';
import { axisTitle } from '../axes/axisTitle.js';
import { onPage, type SceneScales, type SpaceAxis, spaceAxes } from '../axes/sceneScales.js';
import { type FittedValueAxis, fitValueAxis } from '../axes/valueAxis.js';
import type { Point } from '../ink/point.js';
import type { Sheet } from '../sheet.js';
import { tight } from '../words/textAt.js';
import { centredAt, slantedOverlap } from '../words/turned.js';
import { em, type Typesetter } from '../words/typesetter.js';
import type { Edge } from './box.js';

/** An axis of a scene with its words on the page. */
export interface SceneAxis {
  at: SpaceAxis;
  fitted: FittedValueAxis;
  /** Its line, tick marks, labels and title; none where it is seen end-on. */
  lines: LineItem[];
  words: TextItem[];
  /** Whether its title found no place that is free. */
  isUntitled?: boolean;
  /** Whether it is seen so nearly end-on that nothing can be read from it. */
  isEndOn: boolean;
  /** Whether all its words have room. */
  fits: boolean;
}

/** The settings of an axis in space. */
export const settingsOf = ({ settings }: Pick<Typesetter, 'settings'>, at: SpaceAxis): AxisSettings =>
  settings.axes[at] as AxisSettings;

/** Settings with some of their parts replaced; the others are read where they stand, so that what is read can be traced. */
const withPart = <T extends object>(settings: T, parts: Partial<T>): T =>
  Object.create(settings, Object.getOwnPropertyDescriptors(parts)) as T;

/** A sheet whose axes have the settings of one in space. */
const flatSheet = (sheet: Sheet, axis: AxisSettings): Sheet => ({
  ...sheet,
  settings: withPart(sheet.settings, { axes: { x: axis, y: axis } }),
});

/** An axis shorter than this many text sizes on the page cannot be read … */
const leastLength = 2.2;
/** … if it is also foreshortened to less than this share of its length. */
const endOn = 0.3;
/** An axis this much more level than upright is fitted as one across the page. */
const level = 0.5;

/**
 * The ticks of an axis in space: those of a level or an upright axis as long as its edge is wide or high on the page, whichever it
 * is more like.
 */
export function fitSceneAxis(sheet: Sheet, at: SpaceAxis, plan: ValueAxis, [dx, dy]: Point): FittedValueAxis {
  const like = Math.abs(dy) < level * Math.abs(dx) ? 'x' : 'y';
  // Labels stand upright beside a slanted edge.
  const alone = flatSheet(sheet, withPart(settingsOf(sheet, at), { angle: 0 }));
  const length = Math.max(1, like === 'x' ? Math.abs(dx) : Math.abs(dy));
  // A short edge may have room for one label alone; labels that touch are left out later.
  let fitted = fitValueAxis({ sheet: alone, plan, at: like, length, tickScale: 1 });
  for (let times = 1.5; fitted.ticks.values.length < 2 && times < 12; times *= 1.5) {
    fitted = fitValueAxis({ sheet: alone, plan, at: like, length: length * times, tickScale: 1 });
  }
  const problems = fitted.problems.map(({ facts, ...problem }) => ({
    ...problem,
    facts: { ...facts, path: `axes.${at}.format.decimals` },
  })) as typeof fitted.problems;
  return { ...fitted, problems };
}

const add = (a: Point, b: Point, times = 1): Point => [a[0] + b[0] * times, a[1] + b[1] * times];
const length = (a: Point): number => Math.hypot(a[0], a[1]);
const unit = (a: Point): Point => {
  const size = length(a) || 1;
  return [a[0] / size, a[1] / size];
};
const length3 = (a: SpacePoint, b: SpacePoint): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1];

/** Least distance between texts of two axes, in points, so that two numbers never read as one. */
const apart = 3.5;

/** Whether two words share ink, or are so near that they read as one. */
const isOn = (a: TextItem, b: TextItem): boolean => overlap(a.box, b.box, -apart) && slantedOverlap(a, b, apart);

/** How far a box reaches from its middle in a direction. */
const reach = (width: number, height: number, direction: Point): number =>
  (Math.abs(direction[0]) * width + Math.abs(direction[1]) * height) / 2;

/** Titles along edges this steep read upwards, whichever way the edge leans. */
const steep = 60;

/** The angle at which a title reads along an edge: from −60 up to 120. */
function readingAngle(direction: Point): number {
  let angle = (Math.atan2(-direction[1], direction[0]) * 180) / Math.PI;
  if (angle > 90) angle -= 180;
  if (angle < -steep) angle += 180;
  if (Math.abs(angle - 90) < 0.5) return 90;
  return Math.abs(angle) < 0.5 ? 0 : angle;
}

/** Steps outwards that a title may take until it stands on nothing, in text sizes. */
const mostSteps = 24;

/** What an axis is drawn with. */
interface Drawing {
  sheet: Sheet;
  scales: SceneScales;
  at: SpaceAxis;
  plan: ValueAxis;
  fitted: FittedValueAxis;
  edge: Edge;
  /** Texts placed already. */
  taken: readonly TextItem[];
}

/** Where an edge lies on the page, and which way is outwards from it. */
function edgeOnPage({ scales, edge }: Drawing) {
  const [a, b] = [onPage(scales, edge.from), onPage(scales, edge.to)];
  const [start, end]: [Point, Point] = [
    [a[0], a[1]],
    [b[0], b[1]],
  ];
  const direction = unit(add(end, start, -1));
  const middle: Point = [(start[0] + end[0]) / 2, (start[1] + end[1]) / 2];
  const across: Point = [-direction[1], direction[0]];
  const outward = dot(across, add(middle, scales.middle, -1)) < 0 ? ([-across[0], -across[1]] satisfies Point) : across;
  return { start, end, direction, middle, outward };
}

/** The way that tick marks go: on from the grid lines of the wall that is seen, where that leads outwards. */
function tickDirection({ scales, edge, at }: Drawing, outward: Point): Point {
  const seen = edge.walls.find(({ isBack }) => isBack);
  const other = edge.walls.find((wall) => wall !== seen);
  if (!seen || !other) return outward;
  const step = (place: SpacePoint) =>
    placeBy((i) => (spaceAxes[i] === other.axis ? place[i] + other.end * 0.05 : place[i]));
  const middle = placeBy((i) => (edge.from[i] + edge.to[i]) / 2);
  const [from, to] = [onPage(scales, middle), onPage(scales, step(middle))];
  const way = unit([to[0] - from[0], to[1] - from[1]]);
  return at !== other.axis && dot(way, outward) > 0.6 ? way : outward;
}

/** The shares of tick marks inside and outside the box. */
const tickShares: Record<AxisSettings['ticks'], readonly [number, number]> = {
  outside: [0, 1],
  inside: [1, 0],
  across: [0.5, 0.5],
  none: [0, 0],
};

/** The lines and words of an axis along an edge of the box. */
export function sceneAxis(drawing: Drawing): SceneAxis {
  const { sheet, scales, at, fitted, edge, taken } = drawing;
  const { start, end, direction, middle, outward } = edgeOnPage(drawing);
  const size = em(sheet);
  const look = settingsOf(sheet, at);
  const along = length(add(end, start, -1));
  const side = length3(edge.from, edge.to) * scales.unit;
  if (along < leastLength * size && along < endOn * side)
    return { at, fitted, lines: [], words: [], isEndOn: true, fits: true };
  const name = `axes.${at}`;
  const placeOf = (value: number): Point => {
    const place = placeBy((i) => (spaceAxes[i] === at ? value : edge.from[i]));
    const [x, y] = onPage(scales, place);
    return [x, y];
  };
  const tick = tickDirection(drawing, outward);
  const marks = look.ticks === 'none' ? 0 : look.tickLength * size;
  const [inward, out] = tickShares[look.ticks];
  const stroke = {
    width: look.tickMarks?.width ?? Math.max(look.line.width, 0.5),
    color: look.tickMarks?.color ?? look.line.color,
  };
  const mark = (value: number, i: number, kind: 'ticks' | 'minorTicks', by: number): LineItem => {
    const p = placeOf(value);
    const ink = { role: `${name}.${kind}[${i}]`, from: `${name}.${kind === 'ticks' ? 'ticks' : 'minor'}` };
    return slanted(straightLine(ink, stroke, add(p, tick, -inward * marks * by), add(p, tick, out * marks * by)));
  };
  const scale = scales.axes[at];
  const values = fitted.ticks.values.map((value) => position(scale, value));
  const minor = minorPlaces(fitted, scale, look.minor);
  const lines = [
    ...(look.line.width > 0
      ? [slanted(straightLine({ role: `${name}.line`, from: `${name}.line` }, look.line, start, end))]
      : []),
    ...(marks > 0 ? minor.map((value, i) => mark(value, i, 'minorTicks', 0.6)) : []),
    ...(marks > 0 ? values.map((value, i) => mark(value, i, 'ticks', 1)) : []),
  ];
  const labels = labelsOf(drawing, { values, placeOf, tick, outward, depth: out * marks + look.line.width / 2 });
  const depth = labels.words.reduce(
    (most, { box }) => {
      const centre: Point = [box.x + box.width / 2, box.y + box.height / 2];
      return Math.max(most, dot(add(centre, start, -1), outward) + reach(box.width, box.height, outward));
    },
    out * marks + look.line.width / 2,
  );
  const title = titleOf(drawing, [...taken, ...labels.words], { middle, direction, outward, depth, along });
  return {
    at,
    fitted,
    lines,
    words: [...labels.words, ...(title === 'none' || title === 'crowded' ? [] : [title])],
    isEndOn: false,
    isUntitled: title === 'crowded',
    fits: labels.fits && title !== 'crowded',
  };
}

/** A slanted line has the box of both its ends. */
function slanted(item: LineItem): LineItem {
  const half = item.stroke.width / 2;
  const box = {
    x: Math.min(item.x1, item.x2) - half,
    y: Math.min(item.y1, item.y2) - half,
    width: Math.abs(item.x2 - item.x1) + item.stroke.width,
    height: Math.abs(item.y2 - item.y1) + item.stroke.width,
  };
  return { ...item, box };
}

interface LabelPlaces {
  values: readonly number[];
  placeOf(value: number): Point;
  tick: Point;
  outward: Point;
  depth: number;
}

/**
 * Labels beyond the tick marks, each in the middle of what its tick points to; one that would stand on other words is left out.
 */
function labelsOf({ sheet, at, fitted, taken }: Drawing, { values, placeOf, tick, outward, depth }: LabelPlaces) {
  const gap = sheet.settings.space.tickLabel * em(sheet);
  const kept: TextItem[] = [];
  for (const { block, index, color } of fitted.labels) {
    const [width, height] = [block.width, block.capHeight];
    const p = placeOf(entryAt(values, index));
    const clear = depth + gap + reach(width, height, outward);
    const centre = add(p, tick, clear / Math.max(0.6, dot(tick, outward)));
    const label = {
      role: `axes.${at}.labels[${index}]`,
      from: `axes.${at}.format`,
      kind: 'tickLabel' as const,
      color: color ?? sheet.settings.text.tickLabel.color,
    };
    const rise = (block.ascent - block.capHeight + block.height - block.descent) / 2 - block.height / 2;
    const item = tight(centredAt(block, 0, [centre[0], centre[1] - rise], label), block);
    if (![...taken, ...kept].some((other) => isOn(item, other))) kept.push(item);
  }
  const wanted = settingsOf(sheet, at).at ? fitted.labels.length : 2;
  return { words: kept, fits: kept.length >= Math.min(wanted, fitted.labels.length) && fitted.labels.length > 0 };
}

interface TitlePlaces {
  middle: Point;
  direction: Point;
  outward: Point;
  depth: number;
  along: number;
}

/**
 * The title along the edge beyond the labels; further out where other words stand, or across the page where the author wants it
 * so.
 */
function titleOf(
  { sheet, at, plan }: Drawing,
  taken: readonly TextItem[],
  { middle, direction, outward, depth, along }: TitlePlaces,
): TextItem | 'none' | 'crowded' {
  const size = em(sheet);
  const look = settingsOf(sheet, at);
  const { settings } = sheet;
  const alone = flatSheet(sheet, look);
  const room = Math.max(along, 7 * size);
  const set = axisTitle(plan, 'x', at === 'z' && look.titleAngle === 0 ? 6 * size : room, alone);
  if (!set) return 'none';
  const { block } = set;
  const from = look.title === undefined ? set.label.from : `axes.${at}.title`;
  const label = { ...set.label, role: `axes.${at}.title`, from };
  const angle = at === 'z' && look.titleAngle === 0 ? 0 : readingAngle(direction);
  const turned: Point = [Math.cos((angle * Math.PI) / 180), -Math.sin((angle * Math.PI) / 180)];
  const half =
    Math.abs(dot(turned, outward)) * (block.width / 2) +
    Math.abs(dot([-turned[1], turned[0]], outward)) * (block.height / 2);
  const gap = settings.space.axisTitle * size;
  // Towards an end of the axis, as reading goes along it.
  const slide = { start: -1, middle: 0, end: 1 }[look.titlePlace] * Math.max(0, (along - block.width) / 2);
  const toEnd = at === 'z' ? add([0, 0], direction) : turned;
  const place = add(middle, toEnd, slide);
  for (let step = 0; step < mostSteps; step += 1) {
    for (const aside of [0, -1, 1]) {
      const base = add(place, direction, (aside * step * size) / 3);
      const centre = add(base, outward, depth + gap + half + (step * size) / 4);
      const item = centredAt(block, angle, centre, label);
      if (!taken.some((other) => isOn(item, other))) return item;
    }
  }
  return 'crowded';
}
