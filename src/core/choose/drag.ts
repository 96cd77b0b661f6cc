import { entryAt } from '../at.js';
import type { AxisPlan } from '../chart/plan.js';
import type { PanelPlace } from '../check/measure/subject.js';
import { isoDay } from '../data/calendar.js';
import type { AxisScale } from '../layout/axes/panelScales.js';
import type { Box, PlateItem } from '../plate/plate.js';
import { isOfAxis, roleOf } from '../plate/role.js';
import type { Drawing } from '../project/compose/drawing.js';
import type { Part } from '../project/compose/part.js';
import { centerOf } from '../scale/categoryScale.js';
import { decimalsOf } from '../scale/numberFormat.js';
import { valueAtPlace } from '../scale/numberScale.js';
import type { Edit } from '../schema/patch.js';
import { placeOf } from './controls.js';
import { fieldAt } from './fieldAt.js';
import { axisName, categoryNames } from './inkWords.js';

/** What can be taken by the pointer and put elsewhere. */
export type Drag =
  | { is: 'legend'; words: string }
  | { is: 'callout'; at: number; words: string }
  | { is: 'order'; axis: 'x' | 'y'; code: string; words: string }
  | { is: 'limit'; axis: 'x' | 'y'; end: 'from' | 'to'; words: string };

/** How near to its end the line of an axis is taken by it, in points. */
const grip = 9;

const nearestPanel = ({ panels }: Part, x: number, y: number): number => {
  const far = panels.map(({ box }) => {
    const dx = Math.max(box.x - x, 0, x - box.x - box.width);
    const dy = Math.max(box.y - y, 0, y - box.y - box.height);
    return Math.hypot(dx, dy);
  });
  return far.indexOf(Math.min(...far));
};

const onlyPart = ({ parts }: Drawing): Part | undefined => (parts.length === 1 ? parts[0] : undefined);

/** What a press at a place takes hold of; undefined where nothing can be put elsewhere. Figures on a board are moved in their own files. */
export function dragAt(drawing: Drawing, item: PlateItem | undefined, x: number, y: number): Drag | undefined {
  const part = onlyPart(drawing);
  if (!part) return undefined;
  if (item && roleOf(item).of === 'legend') return { is: 'legend', words: 'place of the legend' };
  const callout = item && /^callouts\.(\d+)/.exec(item.from)?.[1];
  if (callout !== undefined && item?.type === 'text')
    return { is: 'callout', at: Number(callout), words: `place of callout ${Number(callout) + 1}` };
  return limitAt(part, x, y) ?? (item && orderAt(part, item));
}

/** The end of an axis of numbers near a place. */
function limitAt(part: Part, x: number, y: number): Drag | undefined {
  const panel = part.panels[nearestPanel(part, x, y)];
  if (!panel || part.shows.z) return undefined;
  for (const axis of ['x', 'y'] as const) {
    const end = endNear(panel, axis, x, y);
    if (end)
      return { is: 'limit', axis, end, words: `${end === 'to' ? 'upper' : 'lower'} limit of ${axisName(part, axis)}` };
  }
  return undefined;
}

/** Which end of an axis of numbers is near a place on the line of the axis, or on the numbers beside it. */
function endNear({ box, ...scales }: Part['panels'][number], axis: 'x' | 'y', x: number, y: number) {
  const scale = scales[axis];
  if (scale.shows !== 'value') return undefined;
  const [along, across] = axis === 'x' ? [x, y] : [y, x];
  const edges = axis === 'x' ? [box.y, box.y + box.height] : [box.x, box.x + box.width];
  if (!edges.some((edge) => Math.abs(across - edge) <= grip)) return undefined;
  if (Math.abs(along - scale.to) <= grip) return 'to';
  return Math.abs(along - scale.from) <= grip ? 'from' : undefined;
}

/** A mark at a category, which can stand at another place along its axis. */
function orderAt(part: Part, item: PlateItem): Drag | undefined {
  const [plan] = part.plans;
  if (!plan || part.plans.length > 1 || !fieldAt(['chart', 'order'], part.figure.chart.kind)) return undefined;
  const axis = plan.x.shows === 'category' ? 'x' : 'y';
  const shown = plan[axis];
  const variable = shown.shows === 'category' ? shown.variable : undefined;
  const label = isOfAxis(item, axis, 'labels') ? roleOf(item).index : undefined;
  const code =
    (variable && item.shows?.of[variable]) ??
    (label !== undefined && shown.shows === 'category' ? shown.categories[label]?.code : undefined);
  if (code === undefined || variable === undefined) return undefined;
  return { is: 'order', axis, code, words: `place of ${categoryNames(part, { [variable]: code })[0]}` };
}

/** A number as short as the pixels of its axis tell it apart. */
function shortest(scale: AxisScale, value: number): number {
  if (scale.shows !== 'value') return value;
  const point = Math.abs((scale.high - scale.low) / (scale.to - scale.from));
  const step = 10 ** Math.floor(Math.log10(point * 4));
  return Number((Math.round(value / step) * step).toFixed(Math.max(0, Math.min(12, decimalsOf(step)))));
}

const writtenAt = (axis: AxisPlan, scale: AxisScale, at: number): string | number => {
  if (scale.shows === 'value') {
    const value = valueAtPlace(scale, at);
    return axis.shows === 'value' && axis.form === 'date' ? isoDay(value) : shortest(scale, value);
  }
  if (scale.shows === 'category' && axis.shows === 'category') {
    const far = axis.categories.map((_, i) => Math.abs(centerOf(scale, i) - at));
    return entryAt(axis.categories, far.indexOf(Math.min(...far))).name;
  }
  return Number(((at - scale.from) / (scale.to - scale.from)).toFixed(2));
};

/** Where a legend stands that is put at a place: inside the panel in the corner that is nearest, or at the side beyond it. */
function legendEdits(box: Box, x: number, y: number): Edit[] {
  const sides = { left: box.x - x, right: x - box.x - box.width, top: box.y - y, bottom: y - box.y - box.height };
  const [side, beyond] = entryAt(
    Object.entries(sides).sort((a, b) => b[1] - a[1]),
    0,
  );
  if (beyond > 0) {
    return [
      { path: ['legend', 'corner'], value: undefined },
      { path: ['legend', 'place'], value: side },
    ];
  }
  const corner = `${y < box.y + box.height / 2 ? 'top' : 'bottom'}-${x < box.x + box.width / 2 ? 'left' : 'right'}`;
  return [
    { path: ['legend', 'place'], value: 'inside' },
    { path: ['legend', 'corner'], value: corner },
  ];
}

function orderEdits(part: Part, { axis, code }: Drag & { is: 'order' }, panel: PanelPlace, at: number): Edit[] {
  const shown = part.plans[0]?.[axis];
  const scale = panel[axis];
  if (shown?.shows !== 'category' || scale.shows !== 'category') return [];
  const others = shown.categories.filter((own) => own.code !== code);
  const self = shown.categories.find((own) => own.code === code);
  if (!self) return [];
  const far = shown.categories.map((_, i) => Math.abs(centerOf(scale, i) - at));
  const place = far.indexOf(Math.min(...far));
  if (place === shown.categories.indexOf(self)) return [];
  const order = [...others.slice(0, place), self, ...others.slice(place)];
  return [{ path: ['chart', 'order'], value: order.map(({ name }) => name) }];
}

/** The change of the figure file by which what was taken is put at a place; none where it stands there already. */
export function dragEdits(drawing: Drawing, drag: Drag, x: number, y: number): Edit[] {
  const part = onlyPart(drawing);
  const panel = part?.panels[nearestPanel(part, x, y)];
  const plan = part?.plans[nearestPanel(part, x, y)] ?? part?.plans[0];
  if (!part || !panel || !plan) return [];
  if (drag.is === 'legend') {
    const all = hull(part.panels.map(({ box }) => box));
    // Where figures are laid out from the right, left is right.
    return legendEdits(all, part.isFromRight ? 2 * all.x + all.width - x : x, y);
  }
  if (drag.is === 'order') return orderEdits(part, drag, panel, drag.axis === 'x' ? x : y);
  if (drag.is === 'limit') {
    const scale = panel[drag.axis];
    if (scale.shows !== 'value') return [];
    const at = drag.axis === 'x' ? x : y;
    const value = writtenAt(plan[drag.axis], scale, at);
    return [{ path: placeOf(part, `axes.${drag.axis}.${drag.end}`), value }];
  }
  if (part.shows.z) return [];
  const at = { x: writtenAt(plan.x, panel.x, x), y: writtenAt(plan.y, panel.y, y) };
  return [{ path: ['callouts', drag.at, 'at'], value: at }];
}

const hull = (boxes: readonly Box[]): Box => {
  const x = Math.min(...boxes.map((box) => box.x));
  const y = Math.min(...boxes.map((box) => box.y));
  return {
    x,
    y,
    width: Math.max(...boxes.map((box) => box.x + box.width)) - x,
    height: Math.max(...boxes.map((box) => box.y + box.height)) - y,
  };
};

/** Sizes that a figure may be dragged to, in centimetres. */
const [smallest, largest] = [2, 60];

/** The change by which a figure has a size, in points; to a tenth of a centimetre. */
export function sizeEdits({ width, height }: { width: number; height: number }): Edit[] {
  const length = (points: number) =>
    `${Number(Math.min(largest, Math.max(smallest, (points / 72) * 2.54)).toFixed(1))}cm`;
  return [
    { path: ['size', 'width'], value: length(width) },
    { path: ['size', 'height'], value: length(height) },
  ];
}
