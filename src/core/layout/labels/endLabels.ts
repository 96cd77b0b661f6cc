import { entryAt } from '../../at.js';
import type { EndLabel } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import { straightLine } from '../axes/axisInk.js';
import { held, type PanelScales, panelOf, placeAt, within } from '../axes/panelScales.js';
import { fillOf, wordsOf } from '../ink/fills.js';
import type { Point } from '../ink/point.js';
import { lineInk } from '../ink/seen.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { LabelWriter } from '../words/labelWords.js';
import { spread } from '../words/spread.js';
import { opticalMiddle, textAt } from '../words/textAt.js';
import { em, setRole } from '../words/typesetter.js';

/** Greatest share of the figure that labels at one side take. */
const mostBeside = 0.3;

/** Words at the ends of lines, and how many had no room. */
export interface EndLabels {
  items: PlateItem[];
  leftOut: number;
}

/** One side of the lines, and whether their axis runs the other way. */
interface Side {
  side: EndLabel['side'];
  /** Whether labels name the lines at their other ends. */
  stays: boolean;
  onRight: boolean;
}

/**
 * Where the axis runs the other way, its last place is on the left. Labels follow it there, unless the axis of values
 * stands there with labels of its own: then they name the lines at their other ends.
 */
function sideOf({ plan }: Sheet, scales: PanelScales, side: EndLabel['side']): Side {
  const flipped = scales.x.from > scales.x.to;
  const stays = flipped && !(plan.y.shows === 'value' && plan.y.quiet);
  return { side, stays, onRight: (side === 'right') === (stays || !flipped) };
}

interface SetLabel {
  label: EndLabel;
  block: TextBlock;
  /** Colour that an accent gives it. */
  color?: string;
}

/** The words of a label, its value next to the line. */
function textOf({ text, value }: EndLabel, writer: LabelWriter, onRight: boolean): string {
  if (value === undefined) return text;
  const number = writer.value({ value, count: 1 });
  return onRight ? `${number}  ${text}` : `${text}  ${number}`;
}

/** The labels of a side in lines. Those that would leave the panel at its foot would stand on those of the axis. */
function fitting(
  sheet: Sheet,
  labels: readonly EndLabel[],
  { height, room, onRight }: { height: number; room: number; onRight: boolean },
): SetLabel[] {
  const width = sheet.settings.width * mostBeside;
  const writer = new LabelWriter(sheet, []);
  let left = height;
  return labels
    .map((label) => {
      const text = textOf(label, writer, onRight);
      const { color, ...face } = wordsOf(sheet, label.cell);
      const block = setRole(sheet, 'dataLabel', text, { width, balanced: true }, face);
      return { label, block, ...(color === undefined ? {} : { color }) };
    })
    .filter(({ block }) => {
      left -= block.height + room;
      return left >= 0;
    });
}

function sideLabels(sheet: Sheet, scales: PanelScales, name: EndLabel['side']): EndLabels {
  const place = sideOf(sheet, scales, name);
  const { side, stays, onRight } = place;
  const all = (sheet.plan.endLabels ?? [])
    .map((label) => (stays ? { ...label, y: label.other ?? label.y } : label))
    .filter((label) => label.side === side && within(scales.y, label.y));
  if (all.length === 0) return { items: [], leftOut: 0 };
  const size = em(sheet);
  const panel = panelOf(scales);
  const above = sheet.titled ? 0 : 0.6 * size;
  const room = 0.16 * size;
  const kept = fitting(sheet, all, { height: panel.height + above, room, onRight });
  const places = kept.map(({ label, block }) => ({ at: placeAt(scales.y, label.y), size: block.height + room }));
  const middles = spread(places, panel.y - above, panel.y + panel.height + 0.05 * size);
  // A label that had to move is connected with the end of its line.
  const moved = middles.some((middle, i) => Math.abs(middle - entryAt(places, i).at) > 0.6 * size);
  const items = remembered(sheet, () =>
    kept.flatMap((one, i): PlateItem[] => {
      const levels = { at: entryAt(places, i).at, middle: entryAt(middles, i) };
      const edge = onRight ? panel.x + panel.width : panel.x;
      return labelInk(sheet, one, { ...place, ...levels, moved, ends: endOf(sheet, scales, place, edge) }, i);
    }),
  );
  return { items, leftOut: all.length - kept.length };
}

/** Where a label stands: beside the end of its line, or moved off its neighbours. */
interface LabelSpot extends Side {
  /** Where lines end at this side. */
  ends: number;
  /** The level of the end of the line, and that of the label. */
  at: number;
  middle: number;
  /** Whether any label of this side had to leave its place. */
  moved: boolean;
}

/** A label at the end of its line, with a short line to it where it had to leave its place. */
function labelInk(sheet: Sheet, { label, block, color: own }: SetLabel, spot: LabelSpot, i: number): PlateItem[] {
  const { side, onRight, ends, at, middle, moved } = spot;
  const { color } = sheet.settings.text.dataLabel;
  const size = em(sheet);
  const markers = sheet.settings.lines.markers ? sheet.settings.markers.size / 2 : 0;
  const out = onRight ? 1 : -1;
  const series = sheet.plan.series[label.series];
  const fill = series ? fillOf(sheet, series, label.series, label.cell) : { color, from: 'text' };
  const role = `endLabels.${side}[${i}]`;
  const near = ends + out * (0.35 * size + markers + (moved ? 0.9 * size : 0));
  const words = {
    role,
    kind: 'dataLabel' as const,
    from: label.from,
    color: own ?? color,
    shows: { of: label.cell },
  };
  const align = onRight ? 'start' : 'end';
  const text = textAt(block, [onRight ? near : near - block.width, middle - opticalMiddle(block)], words, align);
  if (!moved) return [text];
  const lead = { role: `${role}.lead`, from: label.from };
  const start: Point = [ends + out * (markers + 0.15 * size), at];
  const end: Point = [near - out * 0.2 * size, middle];
  return [straightLine(lead, { width: 0.5, color: lineInk(sheet.settings, fill) }, start, end), text];
}

/** Where lines end at a side: at the middle of the last category, or at the border. */
function endOf(sheet: Sheet, scales: PanelScales, { side: named, stays }: Side, edge: number): number {
  const side = stays ? (named === 'right' ? 'left' : 'right') : named;
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
