import type { Box, PlateItem } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import { straightLine } from '../axes/axisInk.js';
import { type PanelScales, panelOf } from '../axes/panelScales.js';
import type { InkIndex } from '../ink/inkIndex.js';
import type { Point } from '../ink/point.js';
import { typeOf } from '../marks/marks.js';
import type { NamedCase } from '../marks/markType.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { type Label, textAt } from '../words/textAt.js';
import { em, setRole } from '../words/typesetter.js';

/**
 * Directions in which a name may stand from its marker, in the order of preference of Imhof (1975): right, left, above,
 * below, then corners.
 */
const directions: readonly Point[] = [
  [1, 0],
  [-1, 0],
  [0, -1],
  [0, 1],
  [1, -1],
  [-1, -1],
  [1, 1],
  [-1, 1],
];

/** From a marker to its name, in text sizes; from the second on a line leads from the one to the other. */
const distances = [0.22, 1.1, 2, 3.2] as const;
/** The gap between a leader line and what it joins, and its width, in points. */
const leadGap = 1;
const leadWidth = 0.5;

export interface CaseLabels {
  items: PlateItem[];
  leftOut: number;
}

/** A name set in its lines, with where it may stand, the nearest first. */
interface Wanted {
  spot: NamedCase;
  label: Label;
  block: TextBlock;
  places: Place[];
}

/** A box beside a marker, and the line that leads to it where they stand apart. */
interface Place {
  box: Box;
  lead?: readonly [Point, Point];
}

/** The box of a name in a direction, at a distance from the edge of its marker. */
function beside(block: TextBlock, { at: [x, y] }: NamedCase, [dx, dy]: Point, away: number): Box {
  const { width, capHeight: height } = block;
  const reach = dx !== 0 && dy !== 0 ? away * 0.75 : away;
  const left = dx === 0 ? x - width / 2 : dx > 0 ? x + reach : x - reach - width;
  const top = dy === 0 ? y - height / 2 : dy > 0 ? y + reach : y - reach - height;
  return { x: left, y: top - 1, width, height: height + 2 };
}

/** The line from the edge of a marker to the nearest place of a box. */
function leadTo({ at: [x, y], size }: NamedCase, box: Box): readonly [Point, Point] {
  const near: Point = [
    Math.min(box.x + box.width, Math.max(box.x, x)),
    Math.min(box.y + box.height, Math.max(box.y, y)),
  ];
  const length = Math.hypot(near[0] - x, near[1] - y) || 1;
  const on = (along: number): Point => [x + ((near[0] - x) * along) / length, y + ((near[1] - y) * along) / length];
  return [on(Math.min(length, size / 2 + leadGap)), on(Math.max(0, length - leadGap))];
}

const isInside = (panel: Box, box: Box): boolean =>
  box.x >= panel.x + 1 &&
  box.y >= panel.y - 2 &&
  box.x + box.width <= panel.x + panel.width + 2 &&
  box.y + box.height <= panel.y + panel.height - 1;

function placesFor(sheet: Sheet, panel: Box, spot: NamedCase, block: TextBlock): Place[] {
  return distances.flatMap((distance, ring) =>
    directions.flatMap((direction): Place[] => {
      const box = beside(block, spot, direction, spot.size / 2 + distance * em(sheet));
      if (!isInside(panel, box)) return [];
      return [ring === 0 ? { box } : { box, lead: leadTo(spot, box) }];
    }),
  );
}

/** The cases of all series that have names to be written. */
function wantedNames(sheet: Sheet, scales: PanelScales): Wanted[] {
  const panel = panelOf(scales);
  const { color } = sheet.settings.text.dataLabel;
  return sheet.plan.series.flatMap(({ marks }, s) =>
    marks.flatMap((mark, m) => {
      const { cases, caseRole } = typeOf(mark);
      if (!cases || !caseRole) return [];
      return cases(mark, sheet, scales).map((spot): Wanted => {
        const block = setRole(sheet, 'dataLabel', spot.name);
        const label: Label = { ...caseRole(`series[${s}].marks[${m}]`, spot.index), kind: 'dataLabel', color };
        return { spot, label, block, places: placesFor(sheet, panel, spot, block) };
      });
    }),
  );
}

/** Whether a straight line touches a box (Liang & Barsky 1984). */
function runsThrough([[ax, ay], [bx, by]]: readonly [Point, Point], { x, y, width, height }: Box): boolean {
  let [from, to] = [0, 1];
  const edges = [
    [ax - bx, ax - x],
    [bx - ax, x + width - ax],
    [ay - by, ay - y],
    [by - ay, y + height - ay],
  ] as const;
  for (const [along, room] of edges) {
    if (along === 0 && room < 0) return false;
    if (along < 0) from = Math.max(from, room / along);
    if (along > 0) to = Math.min(to, room / along);
  }
  return from <= to;
}

/**
 * The names of cases beside their markers, off other markers, lines and names: those with the fewest places first, each
 * at the nearest place that is free, with a leading line where that is not beside its marker. Names without a free place
 * are left out.
 */
export function caseLabels(sheet: Sheet, scales: PanelScales, ink: InkIndex): CaseLabels {
  const wanted = wantedNames(sheet, scales).map((name) => ({
    ...name,
    places: name.places.filter(({ box }) => ink.marksUnder(box, 'without-light') === 0),
  }));
  const stroke = { width: leadWidth, color: sheet.settings.references.color };
  const set = new Map<Wanted, PlateItem[]>();
  // Lines that lead to names touch no other name.
  const [boxes, leads]: [Box[], (readonly [Point, Point])[]] = [[], []];
  for (const name of [...wanted].sort((a, b) => a.places.length - b.places.length)) {
    const isClear = ({ box, lead }: Place) =>
      !leads.some((other) => runsThrough(other, box)) && !(lead && boxes.some((other) => runsThrough(lead, other)));
    const isFree = (place: Place) =>
      ink.wordsUnder(place.box) === 0 && !(place.lead && ink.isCrossed(...place.lead)) && isClear(place);
    const place = name.places.find(isFree);
    if (!place) continue;
    const { block, label } = name;
    const { box, lead } = place;
    const item = remembered(sheet, () => ({
      ...textAt(block, [box.x, box.y + 1 - (block.ascent - block.capHeight)], label),
      box,
    }));
    const leading = lead
      ? [straightLine({ role: `${label.role}.lead`, from: label.from }, stroke, lead[0], lead[1])]
      : [];
    ink.add(box);
    boxes.push(box);
    if (lead) leads.push(lead);
    set.set(name, [...leading, item]);
  }
  return { items: wanted.flatMap((name) => set.get(name) ?? []), leftOut: wanted.length - set.size };
}
