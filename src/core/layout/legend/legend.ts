import { entryAt } from '../../at.js';
import type { Series } from '../../chart/plan.js';
import { findCategory } from '../../data/categories.js';
import type { PlateItem } from '../../plate/plate.js';
import { inCase } from '../../type/letterCase.js';
import type { TextBlock } from '../../type/textBlock.js';
import { barRect } from '../ink/fillInk.js';
import { fillOf, wordsOf } from '../ink/fills.js';
import { pathThrough } from '../ink/lineInk.js';
import type { Fill } from '../ink/looks.js';
import type { Point } from '../ink/point.js';
import { shadedFill } from '../ink/shades.js';
import { behindMarks, veil } from '../marks/band.js';
import { diameterFor } from '../marks/cloud.js';
import { lineStroke, ownStroke } from '../marks/line.js';
import { markerAt, markerOf } from '../marks/markers.js';
import { keyOf, lineKeyOf, referenceFill } from '../marks/marks.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { textAt, textLabel } from '../words/textAt.js';
import { caseForm, em, setRole } from '../words/typesetter.js';
import { type LegendEntry, legendEntries } from './legendEntries.js';

interface Placed {
  block: TextBlock;
  /** Upper left corner of the text within the legend. */
  x: number;
  y: number;
  /** The key's upper left corner; the title has none. */
  key?: { x: number; y: number };
}

/** A legend set in a room: its size, and where its parts stand in it. */
export interface FittedLegend {
  width: number;
  height: number;
  title?: Placed;
  entries: Placed[];
}

/** Greatest share of the figure's width that a legend beside the panel takes. */
const mostBeside = 0.32;
const keyGap = 0.45;
/** Between a legend and its frame, in text sizes. */
export const framePadding = 0.4;
/** From one entry to the next in a row, and from column to column, in gaps between entries of a column. */
const columnGaps = 2.6;

/** A key is a square, or a stretch long enough to show the dashes of a line. */
function keySize(sheet: Sheet): { width: number; height: number } {
  const size = em(sheet);
  const { width, height, shape } = sheet.settings.legend.key;
  const side = sheet.settings.space.legendKey * size;
  const lines = sheet.plan.series.some((series) => keyOf(series) === 'line');
  const isLine = lines && shape === 'marks';
  const areas = sheet.plan.sizes?.entries.map(({ area }) => diameterFor(area) * sheet.settings.markers.size) ?? [];
  const inReference =
    sheet.plan.references?.some(({ inLegend, shape, until }) => inLegend && !shape && !until) ?? false;
  const usual = Math.max(isLine || inReference ? Math.max(side, 2.4 * size) : side, ...areas);
  return { width: width === undefined ? usual : width * size, height: height === undefined ? side : height * size };
}

interface Parts {
  title?: TextBlock;
  entries: TextBlock[];
  /** Those that have no key. */
  headings: ReadonlySet<number>;
  key: number;
  keyHeight: number;
  gap: number;
  entryGap: number;
  /** Horizontal gap between entries, and from the title. */
  columnGap: number;
}

function legendTitle(sheet: Sheet): string {
  const { legend, words } = sheet.settings;
  return legend.title ?? inCase(sheet.plan.legend?.title ?? '', words.case, caseForm(sheet.settings));
}

function parts(sheet: Sheet, width: number): Parts {
  const size = em(sheet);
  const { space } = sheet.settings;
  const { width: key, height: keyHeight } = keySize(sheet);
  const room = { width: Math.max(size, width - key - keyGap * size), balanced: true, breakWords: true };
  const title = legendTitle(sheet);
  const entries = legendEntries(sheet);
  const block = (entry: LegendEntry): TextBlock => {
    if (entry.is === 'heading') return setRole(sheet, 'legendTitle', entry.text, { ...room, width });
    const { color: _, ...face } = entry.is === 'group' ? wordsOf(sheet, entry.of) : {};
    return setRole(sheet, 'legendEntry', entry.text, room, face);
  };
  return {
    ...(title === '' ? {} : { title: setRole(sheet, 'legendTitle', title, { ...room, width }) }),
    headings: new Set(entries.flatMap(({ is }, i) => (is === 'heading' ? [i] : []))),
    entries: entries.map(block),
    key,
    keyHeight,
    gap: keyGap * size,
    entryGap: space.legendEntry * size,
    columnGap: columnGaps * space.legendEntry * size,
  };
}

/** An entry with its text right of its key, the key in the middle of the first line's capitals; a heading by itself. */
function placedEntry(i: number, x: number, y: number, { entries, headings, key, keyHeight, gap }: Parts): Placed {
  const block = entryAt(entries, i);
  if (headings.has(i)) return { block, x, y };
  const middle = y + block.ascent - block.capHeight / 2;
  return { block, x: x + key + gap, y, key: { x, y: middle - keyHeight / 2 } };
}

const widthOf = ({ entries, headings, key, gap }: Parts, i: number): number =>
  (headings.has(i) ? 0 : key + gap) + entryAt(entries, i).width;

/** Entries in columns. A new column begins when the height is used up, or where the author wants one. */
function inColumns(p: Parts, height: number, order: readonly number[], columns?: number): FittedLegend {
  const titleHeight = p.title ? p.title.height + p.entryGap : 0;
  const entries: Placed[] = [];
  let [x, y, columnWidth, bottom] = [0, titleHeight, 0, 0];
  const each = columns ? Math.ceil(order.length / columns) : Number.POSITIVE_INFINITY;
  for (const [place, i] of order.entries()) {
    const block = entryAt(p.entries, i);
    const full = columns ? place % each === 0 : y + block.height > height;
    if (y > titleHeight && full) {
      [x, y, columnWidth] = [x + columnWidth + p.columnGap, titleHeight, 0];
    }
    // A heading between entries stands apart from those before it.
    if (p.headings.has(i) && y > titleHeight) y += p.entryGap;
    entries[i] = placedEntry(i, x, y, p);
    columnWidth = Math.max(columnWidth, widthOf(p, i));
    bottom = Math.max(bottom, y + block.height);
    y += block.height + p.entryGap;
  }
  const width = Math.max(x + columnWidth, p.title?.width ?? 0);
  return { width, height: bottom, ...(p.title ? { title: { block: p.title, x: 0, y: 0 } } : {}), entries };
}

/** Entries in rows after the title. A new row begins when the width is used up. */
function inRows(p: Parts, width: number, order: readonly number[]): FittedLegend {
  const rowHeight = Math.max(...[...p.entries, ...(p.title ? [p.title] : [])].map((block) => block.height));
  const entries: Placed[] = [];
  const titleWidth = p.title ? p.title.width + p.columnGap : 0;
  let [x, y, right] = [titleWidth, 0, p.title?.width ?? 0];
  for (const i of order) {
    const entryWidth = widthOf(p, i);
    if (x > titleWidth && x + entryWidth > width) [x, y] = [titleWidth, y + rowHeight + p.entryGap * 0.6];
    if (x === titleWidth && x + entryWidth > width && p.title && y === 0) [x, y] = [0, rowHeight + p.entryGap * 0.6];
    entries[i] = placedEntry(i, x, y, p);
    right = Math.max(right, x + entryWidth);
    x += entryWidth + p.columnGap;
  }
  return {
    width: right,
    height: y + rowHeight,
    ...(p.title ? { title: { block: p.title, x: 0, y: 0 } } : {}),
    entries,
  };
}

/**
 * The order of the entries: that of the marks, from above where they are stacked, or the author's own; what is no group comes
 * last.
 */
function entryOrder(sheet: Sheet, beside: boolean): number[] {
  const { plan, settings } = sheet;
  const { order } = settings.legend;
  const entries = plan.legend?.entries ?? [];
  const all = [...entries.keys()];
  const others = legendEntries(sheet).flatMap(({ is }, i) => (is === 'group' ? [] : [i]));
  const turned = order === 'marks' && beside && plan.stacked === true && plan.direction === 'vertical';
  if (order === 'reverse' || turned) return [...all.reverse(), ...others];
  if (order === 'marks') return [...all, ...others];
  const wanted = order.map(String);
  const named = wanted.flatMap((value) => {
    const at = findCategory(entries, value);
    return at < 0 ? [] : [at];
  });
  return [...new Set([...named, ...all]), ...others];
}

/** Sets the legend in the available room; undefined if there is nothing to tell apart. */
export const fitLegend = (sheet: Sheet, room: { width: number; height: number }): FittedLegend | undefined =>
  remembered(sheet, () => fittedLegend(sheet, room));

function fittedLegend(sheet: Sheet, room: { width: number; height: number }): FittedLegend | undefined {
  const { place, columns } = sheet.settings.legend;
  if (!sheet.plan.legend || place === 'none') return undefined;
  if (place === 'top' || place === 'bottom')
    return inRows(parts(sheet, room.width), room.width, entryOrder(sheet, false));
  const width = Math.min(room.width, sheet.settings.width * (place === 'inside' ? 0.45 : mostBeside));
  return inColumns(parts(sheet, width), room.height, entryOrder(sheet, true), columns);
}

/** What stands for a series: its fill, its marker, or its line with the marker that stands on it. */
function keyInk(
  sheet: Sheet,
  { series, index, fill }: { series: Series; index: number; fill: Fill },
  corner: { x: number; y: number },
  role: string,
): PlateItem[] {
  const { width, height } = keySize(sheet);
  const [middle, level] = [corner.x + width / 2, corner.y + height / 2];
  const key = keyOf(series);
  if (sheet.settings.legend.key.shape === 'square') {
    const side = Math.min(width, height);
    const rect = { x: middle - side / 2, y: level - side / 2, width: side, height: side };
    return barRect(
      sheet,
      { rect, rounded: ['top', 'bottom'] },
      { ...fill, corner: sheet.settings.legend.key.corner },
      role,
    );
  }
  if (key === 'fill') {
    const { corner: radius, width: edge } = sheet.settings.legend.key;
    // Beside keys of lines, which are longer, those of fills keep their own width.
    const wide = edge === undefined ? Math.min(width, sheet.settings.space.legendKey * em(sheet)) : width;
    const rect = { x: middle - wide / 2, y: corner.y, width: wide, height };
    return barRect(sheet, { rect, rounded: ['top', 'bottom'] }, { ...fill, corner: radius }, role);
  }
  const marker = (name: string) => markerAt({ sheet, series: index, fill }, name, [middle, level]);
  if (key === 'marker') return [marker(role)];
  const { as, marked } = lineKeyOf(series, sheet);
  const { stroke, from } = lineStroke(sheet, as, fill, index);
  const ends: Point[] = [
    [corner.x, level],
    [corner.x + width, level],
  ];
  return [pathThrough(ends, { role, from }, { stroke }), ...(marked ? [marker(`${role}.marker`)] : [])];
}

/** The ground of a legend that stands on the panel, and its frame. */
function frameInk(sheet: Sheet, legend: FittedLegend, x: number, y: number): PlateItem[] {
  const { settings } = sheet;
  const { frame, place, fill = place === 'inside' ? settings.paper : undefined } = settings.legend;
  if (frame.width === 0 && (fill === undefined || fill === 'none')) return [];
  const by = framePadding * em(sheet);
  const box = { x: x - by, y: y - by, width: legend.width + 2 * by, height: legend.height + 2 * by };
  const ground = {
    ...(fill === undefined || fill === 'none' ? {} : { fill }),
    ...(frame.width > 0 ? { stroke: frame } : {}),
  };
  return [{ type: 'rect', role: 'legend.frame', from: 'legend.frame', box, ...box, ...ground }];
}

function titleInk(sheet: Sheet, { title }: FittedLegend, x: number, y: number): PlateItem[] {
  if (!title) return [];
  const { plan, settings } = sheet;
  const by = plan.legend?.by;
  const decidedBy = by === undefined ? 'chart' : `codebook.variables.${by}.label`;
  const from = settings.legend.title === undefined ? decidedBy : 'legend.title';
  const label = textLabel(sheet, 'legendTitle', { role: 'legend.title', from });
  return [textAt(title.block, [x + title.x, y + title.y], label)];
}

const plainFill = (sheet: Sheet): Fill => ({ color: sheet.settings.palette.single, from: 'palette.sequential' });

/** What stands for a reference line, or for the area of a marker. */
function otherKey(
  sheet: Sheet,
  entry: Extract<LegendEntry, { is: 'reference' | 'size' | 'shade' }>,
  corner: { x: number; y: number },
  role: string,
): PlateItem[] {
  const { width, height } = keySize(sheet);
  const level = corner.y + height / 2;
  if (entry.is === 'shade') {
    const side = Math.min(width, height);
    const own = entry.isInked ? side * Math.sqrt(entry.shade) : side;
    const rect = { x: corner.x + (side - own) / 2, y: corner.y + (height - own) / 2, width: own, height: own };
    if (entry.isInked) {
      const { color, from } = plainFill(sheet);
      return [{ type: 'rect', role, from, box: rect, ...rect, fill: color }];
    }
    return barRect(sheet, { rect }, { ...shadedFill(sheet, plainFill(sheet), entry.shade), opacity: 1 }, role);
  }
  if (entry.is === 'size') {
    const fill: Fill = { color: sheet.settings.palette.quiet, from: 'palette.quiet' };
    const look = { shape: 'circle', fill, times: diameterFor(entry.area) } as const;
    return [markerOf(sheet, look, role, [corner.x + width / 2, level])];
  }
  const fill = referenceFill(sheet, entry.mark, entry.place);
  const { shape, until } = entry.mark;
  if (until) {
    const wide = Math.min(width, sheet.settings.space.legendKey * em(sheet));
    const [left, right] = [corner.x + (width - wide) / 2, corner.x + (width + wide) / 2];
    const corners: Point[] = [
      [left, corner.y],
      [right, corner.y],
      [right, corner.y + height],
      [left, corner.y + height],
    ];
    return veil(sheet, corners, fill, { role, share: behindMarks });
  }
  if (shape) return [markerOf(sheet, { shape, fill }, role, [corner.x + width / 2, level])];
  const stroke = entry.mark.look
    ? ownStroke(sheet, entry.mark.look, fill)
    : lineStroke(sheet, entry.mark.as, fill, entry.place).stroke;
  const ends: Point[] = [
    [corner.x, level],
    [corner.x + width, level],
  ];
  return [pathThrough(ends, { role, from: fill.from }, { stroke })];
}

/** What the parts of a legend are called that are no entries with a key. */
const partNames: Partial<Record<LegendEntry['is'], string>> = { heading: 'headings', shade: 'shades' };

/** The number of slices of a ramp at which no steps are visible. */
const rampSlices = 64;
/** Length of the ticks of a ramp, in text sizes: shorter than a minus sign, for which nobody must take them. */
const rampTick = 0.15;

/** The ramp of colours beside its values, with a tick at each; none where these stand beside each other, each with a key. */
function rampInk(sheet: Sheet, legend: FittedLegend, x: number, y: number): PlateItem[] {
  const { height, width } = keySize(sheet);
  const places = legendEntries(sheet).flatMap((entry, i) => {
    const key = legend.entries[i]?.key;
    return entry.is === 'shade' && !entry.isInked && key
      ? [{ shade: entry.shade, x: x + key.x, level: y + key.y + height / 2 }]
      : [];
  });
  const [first, last] = [places[0], places.at(-1)];
  if (!first || !last || places.length < 2 || places.some((place) => place.x !== first.x)) return [];
  const side = Math.min(width, height);
  const slice = (last.level - first.level) / rampSlices;
  const fill = plainFill(sheet);
  const slices = Array.from({ length: rampSlices }, (_, i): PlateItem => {
    const t = (i + 0.5) / rampSlices;
    const { color, from } = shadedFill(sheet, fill, first.shade + t * (last.shade - first.shade));
    // Each reaches to the end and is covered by the next, so that no edge shows between them.
    const box = { x: first.x, y: first.level + i * slice, width: side, height: (rampSlices - i) * slice };
    return { type: 'rect', role: `legend.shades.ramp[${i}]`, from, box: box, ...box, fill: color };
  });
  const color = sheet.settings.text.legendEntry.color;
  const end = first.x + side + rampTick * em(sheet);
  const ticks = places.map(({ level }, i): PlateItem => {
    const [x1, stroke] = [first.x + side, { width: 0.5, color }];
    const box = { x: x1, y: level - 0.25, width: end - x1, height: 0.5 };
    return {
      type: 'line',
      role: `legend.shades.ticks[${i}]`,
      from: 'chart.color',
      box,
      x1,
      y1: level,
      x2: end,
      y2: level,
      stroke,
    };
  });
  return [...slices, ...ticks];
}

/** The ink of a legend whose upper left corner is at (x, y). */
export function legendInk(sheet: Sheet, legend: FittedLegend, x: number, y: number): PlateItem[] {
  const part = (ink: () => PlateItem[]) => remembered(sheet, ink, legend);
  const ramp = part(() => rampInk(sheet, legend, x, y));
  const entries = legendEntries(sheet).flatMap((entry, i): PlateItem[] => {
    const placed = legend.entries[i];
    if (!placed) return [];
    const role = `legend.${partNames[entry.is] ?? 'entries'}[${i}]`;
    const { key } = placed;
    const corner = key && { x: x + key.x, y: y + key.y };
    const keyInkOf = (): PlateItem[] => {
      if (!corner || entry.is === 'heading' || (entry.is === 'shade' && ramp.length > 0)) return [];
      if (entry.is !== 'group') return otherKey(sheet, entry, corner, `${role}.key`);
      const { series, place, of } = entry;
      return keyInk(sheet, { series, index: place, fill: fillOf(sheet, series, place, of) }, corner, `${role}.key`);
    };
    const of = entry.is === 'group' ? entry.of : {};
    const words = () => {
      const kind = entry.is === 'heading' ? 'legendTitle' : 'legendEntry';
      const label = textLabel(sheet, kind, { role, from: entry.from, shows: { of } });
      const { color = label.color } = entry.is === 'group' ? wordsOf(sheet, entry.of) : {};
      return [textAt(placed.block, [x + placed.x, y + placed.y], { ...label, color })];
    };
    return [...part(keyInkOf).map((item) => Object.assign(item, { shows: { of } })), ...part(words)];
  });
  return [
    ...part(() => frameInk(sheet, legend, x, y)),
    ...part(() => titleInk(sheet, legend, x, y)),
    ...ramp,
    ...entries,
  ];
}
