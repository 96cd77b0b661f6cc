import { entryAt } from '../../at.js';
import type { Plan, Series, SliceMark } from '../../chart/plan.js';
import { onPaper } from '../../color/color.js';
import type { Box, PlateItem } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import { type Circle, onCircle, withRadius } from '../ink/circle.js';
import { accentOf, fillOf } from '../ink/fills.js';
import { pathThrough } from '../ink/lineInk.js';
import type { LabelLook } from '../ink/looks.js';
import { sliceColor } from '../ink/seen.js';
import type { Sheet } from '../sheet.js';
import { LabelWriter } from '../words/labelWords.js';
import { spread } from '../words/spread.js';
import { opticalMiddle, paperBehind, textAt, textLabel } from '../words/textAt.js';
import { em, setRole, type Typesetter } from '../words/typesetter.js';

interface Labelled {
  series: Series;
  place: number;
  mark: SliceMark;
  block: TextBlock;
  /** Middle of the slice as a share of the turn. */
  middle: number;
  inside: boolean;
  /** Colour that an accent gives it. */
  color?: string;
}

/** From the edge of a pie to the words beside it, in text sizes: a gap, a leader and a gap. */
const reach = 1.5;

type SliceWords = NonNullable<Plan['sliceLabels']>['shows'];

/** Name and numbers of a slice; a name that comes first has a line of its own. */
function words(mark: SliceMark, shows: SliceWords, writer: LabelWriter, said: LabelLook | undefined): string {
  if (said?.show === false) return '';
  const numbers = shows.filter((part) => part !== 'name');
  const text = said?.text ?? writer.words(mark, numbers);
  if (!shows.includes('name')) return text;
  if (text === '') return mark.name;
  return shows[0] === 'name' ? `${mark.name}\n${text}` : `${text} ${mark.name}`;
}

/** The widest circle in a panel with room for labels of some size beside it. */
function circleIn(panel: Box, beside: { width: number; height: number } | undefined, size: number): Circle {
  const [w, h] = [panel.width / 2, panel.height / 2];
  const room = beside ? Math.min(w - beside.width - reach * size, h - beside.height - 0.4 * size) : Math.min(w, h);
  return { cx: panel.x + w, cy: panel.y + h, radius: Math.max(0, room - 0.75) };
}

/** Whether a label is inside its slice: its corners between the rims and the sides. */
function fitsInside({ mark, block, middle }: Labelled, radius: number, size: number): boolean {
  const at = labelRadius(mark, radius);
  const [x, y] = onCircle({ cx: 0, cy: 0, radius: at }, middle);
  const [w, h] = [block.width / 2 + 0.2 * size, (block.height - block.descent) / 2 + 0.15 * size];
  const half = Math.PI * (mark.to - mark.from);
  return (
    [
      [x - w, y - h],
      [x + w, y - h],
      [x - w, y + h],
      [x + w, y + h],
    ] satisfies [number, number][]
  ).every(([cx, cy]) => {
    const distance = Math.hypot(cx, cy);
    const turned = Math.atan2(cx, -cy) - 2 * Math.PI * middle;
    const off = Math.abs(Math.atan2(Math.sin(turned), Math.cos(turned)));
    return distance < radius && distance > radius * mark.hole && (half >= Math.PI - 1e-6 || off < half);
  });
}

const labelRadius = (mark: SliceMark, radius: number) => radius * (mark.hole > 0 ? (1 + mark.hole) / 2 : 0.64);

const sideOf = ({ middle }: Labelled): 1 | -1 => (Math.sin(2 * Math.PI * middle) >= 0 ? 1 : -1);

/** The labels that have room below each other on their side; where there are too many, those of the smallest slices go. */
function sidesThatFit(slices: readonly Labelled[], panel: Box, size: number): Labelled[] {
  const kept = new Set<Labelled>();
  for (const side of [1, -1]) {
    let left = panel.height;
    const onSide = slices.filter((slice) => sideOf(slice) === side);
    for (const slice of onSide.sort((a, b) => b.mark.to - b.mark.from - (a.mark.to - a.mark.from))) {
      left -= slice.block.height + 0.15 * size;
      if (left < 0) break;
      kept.add(slice);
    }
  }
  return slices.filter((slice) => kept.has(slice));
}

/** The slices with room for their labels, how many labels were wanted, and where the pie stands. */
function labelled(sheet: Sheet, panel: Box): { slices: Labelled[]; wanted: number; circle: Circle } {
  const { plan } = sheet;
  const shown = plan.sliceLabels;
  const size = em(sheet);
  const width = Math.max(size, Math.min(sheet.settings.width * 0.26, panel.width / 2 - reach * size));
  const marks = plan.series.flatMap((series) => series.marks.flatMap((mark) => (mark.type === 'slice' ? [mark] : [])));
  const writer = new LabelWriter(sheet, marks);
  const slices = plan.series.flatMap((series, place): Labelled[] =>
    series.marks.flatMap((mark) => {
      if (mark.type !== 'slice') return [];
      const { label } = accentOf(sheet, mark.cell);
      const text = shown ? words(mark, shown.shows, writer, label) : '';
      if (text === '') return [];
      const wrapping = { width, balanced: true, breakWords: true };
      const block = setRole(sheet, 'dataLabel', text, wrapping, { bold: label?.bold });
      return [
        {
          ...(label?.color === undefined ? {} : { color: label.color }),
          series,
          place,
          mark,
          block,
          middle: mark.start + (mark.from + mark.to) / 2,
          inside: false,
        },
      ];
    }),
  );
  const wanted = slices.length;
  if (!shown) return { slices: [], wanted, circle: circleIn(panel, undefined, size) };
  const around = (outer: readonly Labelled[]) => {
    if (outer.length === 0) return circleIn(panel, undefined, size);
    const beside = {
      width: Math.max(...outer.map(({ block }) => block.width)),
      height: Math.max(...outer.map(({ block }) => block.height)) / 2,
    };
    return circleIn(panel, beside, size);
  };
  const full = around([]);
  const fitting = () =>
    slices.filter((slice) => fitsInside(slice, full.radius, size)).map((slice) => ({ ...slice, inside: true }));
  // Pies side by side have the same size, so their labels are inside or nowhere.
  if (shown.place === 'inside' || sheet.panels > 1) return { slices: fitting(), wanted, circle: full };
  // If one label does not fit into its slice, all are placed beside the pie: a mixture would look like an accident.
  const inner = fitting();
  if (inner.length === slices.length && shown.place === 'auto') return { slices: inner, wanted, circle: full };
  const beside = sidesThatFit(slices, panel, size);
  const outer = around(beside);
  return outer.radius < 0.5 * full.radius
    ? { slices: inner, wanted, circle: full }
    : { slices: beside, wanted, circle: outer };
}

/** The position of a pie in its panel. */
export const pieCircle = (sheet: Sheet, panel: Box): Circle => labelled(sheet, panel).circle;

/** Labels beside the pie on one side, spread so that none touch, each with a line to its slice. */
function outerLabels(
  sheet: Typesetter,
  { panel, circle }: { panel: Box; circle: Circle },
  slices: readonly Labelled[],
  side: 1 | -1,
): PlateItem[] {
  const { cx, cy, radius } = circle;
  const size = em(sheet);
  const outside = slices.filter((slice) => !slice.inside && sideOf(slice) === side);
  const middles = spread(
    outside.map(({ middle, block }) => ({
      at: onCircle(withRadius(circle, radius + 0.7 * size), middle)[1],
      size: block.height + 0.15 * size,
    })),
    panel.y,
    panel.y + panel.height,
  );
  return outside.flatMap(({ block, middle, place, color }, i): PlateItem[] => {
    const y = entryAt(middles, i);
    const [edge, bend] = [
      onCircle(withRadius(circle, radius + 0.15 * size), middle),
      onCircle(withRadius(circle, radius + 0.6 * size), middle),
    ];
    // The edge of the block that is nearer to the middle of the pie has to clear its rim.
    const near = Math.max(0, Math.abs(y - cy) - block.height / 2);
    const away = near < radius ? Math.sqrt(radius ** 2 - near ** 2) : 0;
    const x = cx + side * Math.max(Math.abs(bend[0] - cx) + 0.35 * size, away + 0.95 * size);
    const left = side > 0 ? x + 0.25 * size : x - 0.25 * size - block.width;
    const held = Math.max(panel.x, Math.min(left, panel.x + panel.width - block.width));
    const label = {
      role: `series[${place}].labels[0]`,
      from: 'chart.labels',
      kind: 'dataLabel' as const,
      color: color ?? sheet.settings.text.dataLabel.color,
    };
    const stroke = { width: 0.5, color: sheet.settings.references.color };
    const lead = pathThrough([edge, bend, [x, y]], { role: `${label.role}.lead`, from: 'chart.labels' }, { stroke });
    return [lead, textAt(block, [held, y - opticalMiddle(block)], label, side > 0 ? 'start' : 'end')];
  });
}

/** The words in and around a pie, and in its hole. */
export function sliceLabelInk(sheet: Sheet, panel: Box): { items: PlateItem[]; leftOut: number } {
  const { plan, settings } = sheet;
  if (!plan.sliceLabels && plan.middle === undefined) return { items: [], leftOut: 0 };
  const { slices, wanted, circle } = labelled(sheet, panel);
  const inner = slices.flatMap(({ series, place, mark, block, middle, inside, color: said }): PlateItem[] => {
    if (!inside) return [];
    const [x, y] = onCircle(withRadius(circle, labelRadius(mark, circle.radius)), middle);
    const fill = fillOf(sheet, series, place, mark.cell);
    const { pattern } = fill;
    const label = {
      role: `series[${place}].labels[0]`,
      from: 'chart.labels',
      kind: 'dataLabel' as const,
      color: said ?? onPaper(sliceColor(settings, fill), settings.text.dataLabel.color, settings.paper),
    };
    const text = textAt(block, [x - block.width / 2, y - opticalMiddle(block)], label, 'middle');
    const patterned = pattern !== undefined && pattern !== 'open';
    return patterned ? [paperBehind(text, settings.paper), text] : [text];
  });
  const hole = plan.series[0]?.marks[0];
  const middle: PlateItem[] = [];
  if (plan.middle !== undefined && hole?.type === 'slice') {
    const block = setRole(
      sheet,
      'heading',
      plan.middle,
      { width: 1.6 * circle.radius * hole.hole, balanced: true, breakWords: true },
      { further: 0.85 },
    );
    const label = textLabel(sheet, 'heading', { role: 'middle', from: 'chart.middle' });
    const room = circle.radius * hole.hole;
    const fits = Math.hypot(block.width / 2, block.height / 2) < room;
    if (fits)
      middle.push(textAt(block, [circle.cx - block.width / 2, circle.cy - opticalMiddle(block)], label, 'middle'));
  }
  const outer = ([1, -1] as const).flatMap((side) => outerLabels(sheet, { panel, circle }, slices, side));
  const missing = plan.middle === undefined ? 0 : 1 - middle.length;
  return { items: [...inner, ...outer, ...middle], leftOut: Math.max(0, wanted - slices.length) + missing };
}
