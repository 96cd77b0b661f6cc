import { type Box, overlap, type PlateItem } from '../plate/plate.js';
import type { TextBlock } from '../type/textBlock.js';
import { arrowHead } from './arrow.js';
import type { Obstacles } from './emptyPlaces.js';
import { pathThrough } from './lineInk.js';
import { type PanelScales, panelOf, placeAt, within } from './panelScales.js';
import { opticalMiddle, textAt } from './place.js';
import { em, type Sheet, setRole } from './sheet.js';

/** Free words in a panel, and what they point to; places in data units, on an axis of categories by number. */
export interface Callout {
  text: string;
  /** Where the words stand; left out: where there is room. */
  at?: { x: number; y: number };
  to?: { x: number; y: number };
  /** Which end of the words stands at `at`. */
  align: 'start' | 'middle' | 'end';
  pointer: 'line' | 'arrow' | 'none';
  from: string;
}

/** The ink of callouts, those that point beyond the limits, and those that had to be set on marks. */
export interface Callouts {
  items: PlateItem[];
  outside: string[];
  covering: string[];
}

type Point = readonly [number, number];

/** Words are wrapped at this share of the panel. */
const widest = 0.42;
/** Steps of places that are tried along each side of the panel. */
const steps = 14;
/** A mark under the words weighs as much as this many text sizes of distance. */
const markWeight = 40;
/** From the words to their pointer, from the pointer to what it speaks of, and the least between the two, in text sizes. */
const gaps = { words: 0.3, mark: 0.35, between: { line: 1.7, arrow: 2.1, none: 1.1 } } as const;

const shares = { start: 0, middle: 0.5, end: 1 } as const;

/** The place of a box that is nearest to a point. */
const nearestIn = ({ x, y, width, height }: Box, [px, py]: Point): Point => [
  Math.min(x + width, Math.max(x, px)),
  Math.min(y + height, Math.max(y, py)),
];

const distance = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** A box held inside another one, as far as it is not larger. */
const heldIn = (box: Box, room: Box): Box => ({
  ...box,
  x: Math.max(room.x, Math.min(box.x, room.x + room.width - box.width)),
  y: Math.max(room.y, Math.min(box.y, room.y + room.height - box.height)),
});

/** The box of the words: where the author wants them, or the place with the fewest marks near what they point to. */
function boxFor(
  sheet: Sheet,
  block: TextBlock,
  panel: Box,
  at: Point | undefined,
  to: Point | undefined,
  { align, pointer }: Callout,
  cost: (box: Box) => number,
): Box {
  const size = em(sheet);
  const [width, height] = [block.width, block.height];
  const inset = 0.3 * size;
  const room = {
    x: panel.x + inset,
    y: panel.y + inset,
    width: panel.width - 2 * inset,
    height: panel.height - 2 * inset,
  };
  if (at) {
    return heldIn({ x: at[0] - width * shares[align], y: at[1] - opticalMiddle(block), width, height }, room);
  }
  const target: Point = to ?? [panel.x + panel.width, panel.y];
  let best: { box: Box; cost: number } | undefined;
  for (let i = 0; i <= steps; i += 1) {
    for (let j = 0; j <= steps; j += 1) {
      const x = room.x + (i / steps) * Math.max(0, room.width - width);
      const y = room.y + (j / steps) * Math.max(0, room.height - height);
      const box = { x, y, width, height };
      const away = distance(nearestIn(box, target), target) / size;
      if (to && away < gaps.between[pointer]) continue;
      const total = cost(box) * markWeight + away;
      if (!best || total < best.cost) best = { box, cost: total };
    }
  }
  return best?.box ?? heldIn({ x: target[0], y: target[1], width, height }, room);
}

/** The line from the words to what they speak of, with its head. */
function pointerInk(sheet: Sheet, { pointer, from }: Callout, box: Box, to: Point, role: string): PlateItem[] {
  const stroke = sheet.settings.pointers;
  if (pointer === 'none' || stroke.width === 0) return [];
  const size = em(sheet);
  const near = nearestIn(box, to);
  const reach = distance(near, to);
  const [start, stop] = [gaps.words * size, gaps.mark * size + sheet.settings.markers.size / 2];
  if (reach <= start + stop + 1) return [];
  const on = (along: number): [number, number] => [
    near[0] + ((to[0] - near[0]) * along) / reach,
    near[1] + ((to[1] - near[1]) * along) / reach,
  ];
  const label = { role: `${role}.pointer`, from };
  const [a, b] = [on(start), on(reach - stop)];
  const head = pointer === 'arrow' ? [arrowHead(sheet, b, a, stroke.color, { role: `${role}.head`, from })] : [];
  return [pathThrough([a, pointer === 'arrow' ? on(reach - stop - 0.35 * size) : b], label, { stroke }), ...head];
}

/**
 * Sets callouts in a panel one after the other, each off marks and other words where the author gives it no place.
 *
 * @param words boxes that are taken already
 */
export function calloutInk(
  sheet: Sheet,
  scales: PanelScales,
  obstacles: Obstacles | undefined,
  words: readonly Box[],
): Callouts {
  const panel = panelOf(scales);
  const made: Callouts = { items: [], outside: [], covering: [] };
  const taken = [...words];
  const by = sheet.settings.markers.size / 2 + 2;
  const cost = (box: Box) => {
    const roomy = { x: box.x - by, y: box.y - by, width: box.width + 2 * by, height: box.height + 2 * by };
    return (obstacles?.within(roomy) ?? 0) + 50 * taken.filter((other) => overlap(other, roomy)).length;
  };
  for (const [i, callout] of (sheet.callouts ?? []).entries()) {
    const { at, to, from } = callout;
    if (to && !(within(scales.x, to.x) && within(scales.y, to.y))) {
      made.outside.push(from);
      continue;
    }
    const role = `callouts[${i}]`;
    const width = Math.max(panel.width * widest, 6 * em(sheet));
    const block = setRole(sheet, 'callout', callout.text, { width, balanced: true, breakWords: true });
    const point = (place: { x: number; y: number } | undefined): Point | undefined =>
      place && [placeAt(scales.x, place.x), placeAt(scales.y, place.y)];
    const target = point(to);
    const box = boxFor(sheet, block, panel, point(at), target, callout, cost);
    if (!at && cost(box) > 0) made.covering.push(from);
    const label = { role, from, color: sheet.settings.text.callout.color };
    made.items.push(textAt(block, box.x, box.y, label, callout.align));
    if (target) made.items.push(...pointerInk(sheet, callout, box, target, role));
    taken.push(box);
  }
  return made;
}
