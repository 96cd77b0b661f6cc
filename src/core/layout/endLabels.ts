import type { EndLabel } from '../chart/plan.js';
import type { PlateItem } from '../plate/plate.js';
import { straightLine } from './axisInk.js';
import { fillOf } from './fills.js';
import { held, type PanelScales, panelOf, placeAt, within } from './panelScales.js';
import { opticalMiddle, textAt } from './place.js';
import type { Point } from './point.js';
import type { Sheet } from './sheet.js';
import { spread } from './spread.js';
import { remembered } from './trace.js';
import { em, setRole } from './typesetter.js';

/** Greatest share of the figure that labels at one side take. */
const mostBeside = 0.3;

/** Words at the ends of lines, and how many had no room. */
export interface EndLabels {
  items: PlateItem[];
  leftOut: number;
}

function sideLabels(sheet: Sheet, scales: PanelScales, side: EndLabel['side']): EndLabels {
  // Where the axis runs the other way, its last place is on the left. Labels follow it there, unless the axis of values
  // stands there with labels of its own: then they name the lines at their other ends.
  const flipped = scales.x.from > scales.x.to;
  const stays = flipped && !(sheet.plan.y.shows === 'value' && sheet.plan.y.quiet);
  const all = (sheet.plan.endLabels ?? [])
    .map((label) => (stays ? { ...label, y: label.other ?? label.y } : label))
    .filter((label) => label.side === side && within(scales.y, label.y));
  if (all.length === 0) return { items: [], leftOut: 0 };
  const size = em(sheet);
  const panel = panelOf(scales);
  const style = sheet.settings.text.dataLabel;
  const markers = sheet.settings.lines.markers ? sheet.settings.markers.size / 2 : 0;
  const gap = 0.35 * size + markers;
  const width = sheet.settings.width * mostBeside;
  const room = 0.16 * size;
  let left = panel.height + (sheet.titled ? 0 : 0.6 * size);
  const set = all.map((label) => ({
    label,
    block: setRole(sheet, 'dataLabel', label.text, { width, balanced: true }),
  }));
  // Labels that would leave the panel at its foot would stand on those of the axis.
  const kept = set.filter(({ block }) => {
    left -= block.height + room;
    return left >= 0;
  });
  const [wanted, blocks] = [kept.map(({ label }) => label), kept.map(({ block }) => block)];
  const places = wanted.map(({ y }, i) => ({
    at: placeAt(scales.y, y),
    size: (blocks[i]?.height ?? 0) + room,
  }));
  const middles = spread(places, panel.y - (sheet.titled ? 0 : 0.6 * size), panel.y + panel.height + 0.05 * size);
  // Where a label had to leave its place, a short line leads from the one to the other.
  const moved = middles.some((middle, i) => Math.abs(middle - (places[i]?.at as number)) > 0.6 * size);
  const lead = moved ? 0.9 * size : 0;
  const onRight = (side === 'right') === (stays || !flipped);
  const out = onRight ? 1 : -1;
  const edge = onRight ? panel.x + panel.width : panel.x;
  const ends = endOf(sheet, scales, stays ? (side === 'right' ? 'left' : 'right') : side, edge);
  const items = remembered(sheet, () =>
    wanted.flatMap((label, i): PlateItem[] => {
      const block = blocks[i] as NonNullable<(typeof blocks)[number]>;
      const series = sheet.plan.series[label.series];
      const fill = series ? fillOf(sheet, series, label.series, label.cell) : { color: style.color, from: 'text' };
      const [at, middle] = [places[i]?.at as number, middles[i] as number];
      const role = `endLabels.${side}[${i}]`;
      const near = ends + out * (gap + lead);
      const x = onRight ? near : near - block.width;
      const text = textAt(
        block,
        x,
        middle - opticalMiddle(block),
        { role, from: label.from, color: style.color, shows: { of: label.cell } },
        onRight ? 'start' : 'end',
      );
      if (!moved) return [text];
      const stroke = { width: 0.5, color: fill.color };
      const a: Point = [ends + out * (markers + 0.15 * size), at];
      return [
        straightLine({ role: `${role}.lead`, from: label.from }, stroke, a, [near - out * 0.2 * size, middle]),
        text,
      ];
    }),
  );
  return { items, leftOut: all.length - wanted.length };
}

/** Where lines end at a side: at the middle of the last category, or at the border. */
function endOf(sheet: Sheet, scales: PanelScales, side: EndLabel['side'], edge: number): number {
  if (scales.x.shows === 'category') return placeAt(scales.x, side === 'right' ? scales.x.count - 1 : 0);
  const { x } = sheet.plan;
  return x.shows === 'value' && scales.x.shows === 'value'
    ? held(scales.x, side === 'right' ? x.greatest : x.least)
    : edge;
}

/** Words at the ends of lines, spread so that none touch. */
export function endLabelInk(sheet: Sheet, scales: PanelScales): EndLabels {
  const sides = (['left', 'right'] as const).map((side) => sideLabels(sheet, scales, side));
  return { items: sides.flatMap(({ items }) => items), leftOut: sides.reduce((sum, { leftOut }) => sum + leftOut, 0) };
}
