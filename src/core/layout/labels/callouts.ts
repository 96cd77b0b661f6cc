import type { Box, PlateItem } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import { type PanelScales, panelOf, placeAt, within } from '../axes/panelScales.js';
import { inBox, isInBox, onPage } from '../axes/sceneScales.js';
import { arrowHead } from '../ink/arrow.js';
import type { InkIndex } from '../ink/inkIndex.js';
import { pathThrough } from '../ink/lineInk.js';
import type { Point } from '../ink/point.js';
import { groundOf } from '../ink/seen.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { opticalMiddle, paperBehind, textAt, textLabel } from '../words/textAt.js';
import { em, setRole, type Typesetter } from '../words/typesetter.js';
import type { Callout, Spot } from './asked.js';

/** The ink of callouts, those that point beyond the limits, those too large, and those that had to be set on marks. */
export interface Callouts {
  items: PlateItem[];
  outside: string[];
  tooLarge: string[];
  covering: string[];
}

/** Words are wrapped at one of these shares of the panel. */
const widths = [0.42, 0.3, 0.2] as const;
/** Steps of places that are tried along each side of the panel. */
const steps = 14;
/** A mark under the words, one that the pointer crosses, and a line of words weigh as much as so many text sizes of distance. */
const weights = { words: 40, pointer: 16, line: 0.6 } as const;
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

/** The words in lines of some width, where they stand, and what speaks against it. */
interface Try {
  block: TextBlock;
  box: Box;
  cost: number;
}

/** What a place costs: marks and words under the box, and on the way of a pointer. */
interface Costs {
  under(box: Box): number;
  crossed(from: Point, to: Point): number;
}

/** A callout to be placed. */
interface Placing {
  sheet: Typesetter;
  callout: Callout;
  /** The part of the panel that it may take. */
  room: Box;
  /** Where the author wants it on the page, and what it points to there. */
  at: Point | undefined;
  to: Point | undefined;
  costs: Costs;
}

/** A little inside the panel. */
function roomIn(sheet: Typesetter, panel: Box): Box {
  const inset = 0.3 * em(sheet);
  const [width, height] = [panel.width - 2 * inset, panel.height - 2 * inset];
  return { x: panel.x + inset, y: panel.y + inset, width, height };
}

/** The best place for some lines near what they point to; in a corner, where they point to nothing. */
function bestPlace({ sheet, room, to, callout: { pointer }, costs }: Placing, block: TextBlock): Try {
  const size = em(sheet);
  const [width, height] = [block.width, block.height];
  const target: Point = to ?? [room.x + room.width, room.y];
  const places: { box: Box; near: Point; cost: number }[] = [];
  for (let i = 0; i <= steps; i += 1) {
    for (let j = 0; j <= steps; j += 1) {
      const x = room.x + (i / steps) * Math.max(0, room.width - width);
      const y = room.y + (j / steps) * Math.max(0, room.height - height);
      const box = { x, y, width, height };
      const near = nearestIn(box, target);
      const away = distance(near, target) / size;
      if (to && away < gaps.between[pointer]) continue;
      places.push({ box, near, cost: away + weights.line * block.lines.length });
    }
  }
  // From the nearest on: once the way alone costs more than the best place, none is better.
  let best: Try | undefined;
  for (const { box, near, cost: way } of places.sort((a, b) => a.cost - b.cost)) {
    const least = best?.cost ?? Number.POSITIVE_INFINITY;
    if (way >= least) break;
    const under = way + costs.under(box) * weights.words;
    if (under >= least) continue;
    const cost = under + (to && pointer !== 'none' ? costs.crossed(near, to) * weights.pointer : 0);
    if (cost < least) best = { block, box, cost };
  }
  return (
    best ?? { block, box: heldIn({ x: target[0], y: target[1], width, height }, room), cost: Number.POSITIVE_INFINITY }
  );
}

/** The words where the author wants them, or in the lines and at the place that cost least. */
function placed(placing: Placing, panel: Box): Try {
  const { sheet, room, at, callout } = placing;
  const set = (share: number) => {
    const width = Math.min(room.width, Math.max(panel.width * share, 6 * em(sheet)));
    return setRole(sheet, 'callout', callout.text, { width, balanced: true, breakWords: true });
  };
  if (at) {
    const block = set(widths[0]);
    const x = at[0] - block.width * shares[callout.align];
    const box = heldIn({ x, y: at[1] - opticalMiddle(block), width: block.width, height: block.height }, room);
    return { block, box, cost: 0 };
  }
  const tries = widths.map((share) => bestPlace(placing, set(share)));
  return tries.reduce((a, b) => (b.cost < a.cost ? b : a));
}

/** The line from the words to what they speak of, with its head. */
function pointerInk({ sheet, callout: { pointer, from } }: Placing, box: Box, to: Point, role: string): PlateItem[] {
  const stroke = sheet.settings.pointers;
  if (pointer === 'none' || stroke.width === 0) return [];
  const size = em(sheet);
  const near = nearestIn(box, to);
  const reach = distance(near, to);
  const [start, stop] = [gaps.words * size, gaps.mark * size + sheet.settings.markers.size / 2];
  if (reach <= start + stop + 1) return [];
  const on = (along: number): Point => [
    near[0] + ((to[0] - near[0]) * along) / reach,
    near[1] + ((to[1] - near[1]) * along) / reach,
  ];
  const label = { role: `${role}.pointer`, from };
  const [a, b] = [on(start), on(reach - stop)];
  const head =
    pointer === 'arrow'
      ? [arrowHead(sheet, { tip: b, from: a }, { role: `${role}.head`, from, color: stroke.color })]
      : [];
  return [pathThrough([a, pointer === 'arrow' ? on(reach - stop - 0.35 * size) : b], label, { stroke }), ...head];
}

/** Whether a place is within the limits of all axes. */
const isWithin = ({ x, y, space }: PanelScales, at: Spot): boolean =>
  space ? isInBox(space, [at.x, at.y, at.z ?? 0]) : within(x, at.x) && within(y, at.y);

/** Where a place of the data is on the page. */
function pointAt({ x, y, space }: PanelScales, at: Spot): Point {
  if (!space) return [placeAt(x, at.x), placeAt(y, at.y)];
  const [across, down] = onPage(space, inBox(space, [at.x, at.y, at.z ?? 0]));
  return [across, down];
}

/** What places cost by the ink that is there. */
function costsOf(sheet: Typesetter, ink: InkIndex): Costs {
  const by = sheet.settings.markers.size / 2 + 2;
  const under = (box: Box) => {
    const roomy = { x: box.x - by, y: box.y - by, width: box.width + 2 * by, height: box.height + 2 * by };
    return ink.marksUnder(roomy) + 50 * ink.wordsUnder(roomy);
  };
  // Marks on the way of a pointer, but for those about its end, which it speaks of.
  const crossed = (from: Point, to: Point): number => {
    const [reach, end] = [distance(from, to), 1.1 * em(sheet)];
    let count = 0;
    for (let along = 3; along < reach - end; along += 3) {
      const on = (k: 0 | 1) => from[k] + ((to[k] - from[k]) * along) / reach;
      if (under({ x: on(0), y: on(1), width: 0, height: 0 }) > 0) count += 1;
    }
    return count;
  };
  return { under, crossed };
}

/**
 * Sets callouts in a panel one after the other, each off marks and other words where the author gives it no place.

 */
export function calloutInk(sheet: Sheet, scales: PanelScales, ink: InkIndex): Callouts {
  const panel = panelOf(scales);
  const made: Callouts = { items: [], outside: [], tooLarge: [], covering: [] };
  const room = roomIn(sheet, panel);
  const costs = costsOf(sheet, ink);
  for (const [i, callout] of (sheet.callouts ?? []).entries()) {
    const { at, to, from } = callout;
    if (to && !isWithin(scales, to)) {
      made.outside.push(from);
      continue;
    }
    const role = `callouts[${i}]`;
    const point = (place: Spot | undefined): Point | undefined => place && pointAt(scales, place);
    const target = point(to);
    const placing = { sheet, callout, room, at: point(at), to: target, costs };
    const { block, box } = placed(placing, panel);
    if (box.width > room.width + 0.01 || box.height > room.height + 0.01) {
      made.tooLarge.push(from);
      continue;
    }
    if (!at && costs.under(box) > 0) made.covering.push(from);
    const item = remembered(sheet, () => {
      const label = textLabel(sheet, 'callout', { role, from });
      return textAt(block, [box.x, box.y], label, callout.align);
    });
    // No grid line runs through the words.
    const ground = () => paperBehind(item, groundOf(sheet.settings));
    made.items.push(remembered(sheet, ground), item);
    if (target) made.items.push(...remembered(sheet, () => pointerInk(placing, box, target, role)));
    ink.add(box);
  }
  return made;
}
