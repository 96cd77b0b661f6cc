import type { Cell, Series } from '../chart/plan.js';
import { byCategory, findCategory } from '../data/categories.js';
import type { PlateItem } from '../plate/plate.js';
import { inCase } from '../type/letterCase.js';
import type { TextBlock } from '../type/textBlock.js';
import { barRect } from './fillInk.js';
import { fillOf } from './fills.js';
import { pathThrough } from './lineInk.js';
import type { Fill } from './looks.js';
import { lineStroke } from './marks/line.js';
import { markerAt } from './marks/markers.js';
import { keyOf, lineKeyOf } from './marks/marks.js';
import { textAt } from './place.js';
import type { Point } from './point.js';
import type { Sheet } from './sheet.js';
import { remembered } from './trace.js';
import { em, setRole } from './typesetter.js';

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
  const { width, height } = sheet.settings.legend.key;
  const side = sheet.settings.space.legendKey * size;
  const lines = sheet.plan.series.some((series) => keyOf(series) === 'line');
  const usual = lines ? Math.max(side, 2.4 * size) : side;
  return { width: width === undefined ? usual : width * size, height: height === undefined ? side : height * size };
}

interface Parts {
  title?: TextBlock;
  entries: TextBlock[];
  key: number;
  keyHeight: number;
  gap: number;
  entryGap: number;
  /** From one entry to the next across, and from the title. */
  columnGap: number;
}

function legendTitle(sheet: Sheet): string {
  const { legend, words } = sheet.settings;
  return legend.title ?? inCase(sheet.plan.legend?.title ?? '', words.case, words.keep);
}

function parts(sheet: Sheet, width: number): Parts {
  const size = em(sheet);
  const { space, words, legend } = sheet.settings;
  const { width: key, height: keyHeight } = keySize(sheet);
  const room = { width: Math.max(size, width - key - keyGap * size), balanced: true, breakWords: true };
  const title = legendTitle(sheet);
  const entries = sheet.plan.legend?.entries ?? [];
  const own = byCategory(entries, legend.names);
  const entryText = (name: string) => (words.case === 'title' ? inCase(name, 'title', words.keep) : name);
  return {
    ...(title === '' ? {} : { title: setRole(sheet, 'legendTitle', title, { ...room, width }) }),
    entries: entries.map(({ name }, i) => setRole(sheet, 'legendEntry', own.get(i) ?? entryText(name), room)),
    key,
    keyHeight,
    gap: keyGap * size,
    entryGap: space.legendEntry * size,
    columnGap: columnGaps * space.legendEntry * size,
  };
}

/** An entry with its text right of its key, the key in the middle of the first line's capitals. */
function entryAt(block: TextBlock, x: number, y: number, { key, keyHeight, gap }: Parts): Placed {
  const middle = y + block.ascent - block.capHeight / 2;
  return { block, x: x + key + gap, y, key: { x, y: middle - keyHeight / 2 } };
}

/** Entries below each other in an order; a further column where the height is used up, or where the author wants one. */
function inColumns(p: Parts, height: number, order: readonly number[], columns?: number): FittedLegend {
  const titleHeight = p.title ? p.title.height + p.entryGap : 0;
  const entries: Placed[] = [];
  let [x, y, columnWidth, bottom] = [0, titleHeight, 0, 0];
  const each = columns ? Math.ceil(order.length / columns) : Number.POSITIVE_INFINITY;
  for (const [place, i] of order.entries()) {
    const block = p.entries[i] as TextBlock;
    const full = columns ? place % each === 0 : y + block.height > height;
    if (y > titleHeight && full) {
      [x, y, columnWidth] = [x + columnWidth + p.columnGap, titleHeight, 0];
    }
    entries[i] = entryAt(block, x, y, p);
    columnWidth = Math.max(columnWidth, p.key + p.gap + block.width);
    bottom = Math.max(bottom, y + block.height);
    y += block.height + p.entryGap;
  }
  const width = Math.max(x + columnWidth, p.title?.width ?? 0);
  return { width, height: bottom, ...(p.title ? { title: { block: p.title, x: 0, y: 0 } } : {}), entries };
}

/** Entries beside each other after the title; a further row where the width is used up. */
function inRows(p: Parts, width: number, order: readonly number[]): FittedLegend {
  const rowHeight = Math.max(...[...p.entries, ...(p.title ? [p.title] : [])].map((block) => block.height));
  const entries: Placed[] = [];
  const titleWidth = p.title ? p.title.width + p.columnGap : 0;
  let [x, y, right] = [titleWidth, 0, p.title?.width ?? 0];
  for (const i of order) {
    const block = p.entries[i] as TextBlock;
    const entryWidth = p.key + p.gap + block.width;
    if (x > titleWidth && x + entryWidth > width) [x, y] = [titleWidth, y + rowHeight + p.entryGap * 0.6];
    if (x === titleWidth && x + entryWidth > width && p.title && y === 0) [x, y] = [0, rowHeight + p.entryGap * 0.6];
    entries[i] = entryAt(block, x, y, p);
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

/** The order of the entries: that of the marks, from above where they are stacked, or the author's own. */
function entryOrder({ plan, settings }: Sheet, beside: boolean): number[] {
  const { order } = settings.legend;
  const entries = plan.legend?.entries ?? [];
  const all = [...entries.keys()];
  if (order === 'marks') return beside && plan.stacked === true && plan.direction === 'vertical' ? all.reverse() : all;
  if (order === 'reverse') return all.reverse();
  const wanted = order.map(String);
  const named = wanted.flatMap((value) => {
    const at = findCategory(entries, value);
    return at < 0 ? [] : [at];
  });
  return [...new Set([...named, ...all])];
}

/** Sets the legend in the room that it may take; none where there is nothing to tell apart. */
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
  if (key === 'fill') {
    const look = { ...fill, corner: sheet.settings.legend.key.corner };
    return barRect(sheet, { rect: { ...corner, width, height }, rounded: ['top', 'bottom'] }, look, role);
  }
  const marker = (name: string) => markerAt({ sheet, series: index, fill }, name, [middle, level]);
  if (key === 'marker') return [marker(role)];
  const { as, marked } = lineKeyOf(series);
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
  const { frame, place } = settings.legend;
  if (frame.width === 0 && place !== 'inside') return [];
  const by = framePadding * em(sheet);
  const box = { x: x - by, y: y - by, width: legend.width + 2 * by, height: legend.height + 2 * by };
  const ground = {
    ...(place === 'inside' ? { fill: settings.paper } : {}),
    ...(frame.width > 0 ? { stroke: frame } : {}),
  };
  return [{ type: 'rect', role: 'legend.frame', from: 'legend.frame', box, ...box, ...ground }];
}

function titleInk({ plan, settings }: Sheet, { title }: FittedLegend, x: number, y: number): PlateItem[] {
  if (!title) return [];
  const by = plan.legend?.by;
  const own = by === undefined ? 'chart' : `codebook.variables.${by}.label`;
  const from = settings.legend.title === undefined ? own : 'legend.title';
  const label = { role: 'legend.title', from, color: settings.text.legendTitle.color };
  return [textAt(title.block, x + title.x, y + title.y, label)];
}

/** The ink of a legend whose upper left corner is at (x, y). */
export function legendInk(sheet: Sheet, legend: FittedLegend, x: number, y: number): PlateItem[] {
  const { plan } = sheet;
  const by = plan.legend?.by;
  const part = (ink: () => PlateItem[]) => remembered(sheet, ink, legend);
  const entries = legend.entries.flatMap((entry, i): PlateItem[] => {
    const category = plan.legend?.entries[i];
    const series = plan.series[i];
    const { key } = entry;
    if (!category || !series || !key) return [];
    const role = `legend.entries[${i}]`;
    const of: Cell = by === undefined ? {} : { [by]: category.code };
    const from = by === undefined ? 'chart' : `codebook.variables.${by}.values.${category.code}`;
    const keyInkOf = () =>
      keyInk(
        sheet,
        { series, index: i, fill: fillOf(sheet, series, i, of) },
        { x: x + key.x, y: y + key.y },
        `${role}.key`,
      );
    const words = () => {
      const label = { role, from, color: sheet.settings.text.legendEntry.color, shows: { of } };
      return [textAt(entry.block, x + entry.x, y + entry.y, label)];
    };
    return [...part(keyInkOf).map((item) => Object.assign(item, { shows: { of } })), ...part(words)];
  });
  return [...part(() => frameInk(sheet, legend, x, y)), ...part(() => titleInk(sheet, legend, x, y)), ...entries];
}
