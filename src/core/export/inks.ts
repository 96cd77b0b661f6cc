import { greyOf } from '../color/color.js';
import type { Plate, PlateItem, PlateStroke } from '../plate/plate.js';
import { roleOf } from '../plate/role.js';
import { type Place, type Problem, warning } from '../problem/problem.js';

/** What a file is printed with: all colours, greys of the same lightness, or black alone. */
export type Inks = 'color' | 'grey' | 'black';

/** Lighter than this a colour is paper where there is black alone, as a share of white. */
const paperFrom = 0.92;

function inked(color: string, inks: Inks): string {
  const grey = greyOf(color);
  if (inks === 'grey') return grey.hex;
  return grey.lightness >= paperFrom ? '#ffffff' : '#000000';
}

/** Items with each colour in place of another one. */
export function recolored(items: readonly PlateItem[], to: (color: string) => string): PlateItem[] {
  const known = new Map<string, string>();
  const map = (color: string): string => {
    const found = known.get(color) ?? to(color);
    known.set(color, found);
    return found;
  };
  const stroked = (stroke: PlateStroke): PlateStroke => ({ ...stroke, color: map(stroke.color) });
  return items.map((item): PlateItem => {
    if (item.type === 'text') return { ...item, color: map(item.color) };
    if (item.type === 'line') return { ...item, stroke: stroked(item.stroke) };
    if (item.type === 'markers') return { ...item, fill: map(item.fill) };
    return {
      ...item,
      ...(item.fill === undefined ? {} : { fill: map(item.fill) }),
      ...(item.stroke ? { stroke: stroked(item.stroke) } : {}),
    };
  });
}

/** The colour that ink shows its data by; none of words. */
const colorOf = (item: PlateItem): string | undefined =>
  item.type === 'text'
    ? undefined
    : (('fill' in item ? item.fill : undefined) ?? ('stroke' in item ? item.stroke?.color : undefined));

/** No marker is as large, in points: of larger surfaces the colour speaks, not the outline. */
const surfaceFrom = 16;

/** What ink looks like apart from its colour: outlines in their own coordinates, and dashes. */
function formOf(item: PlateItem): string {
  const dash = 'stroke' in item ? (item.stroke?.dash ?? []).join() : '';
  const { width, height } = item.box;
  if (item.type === 'path' && item.fill !== undefined && Math.min(width, height) > surfaceFrom) return 'surface';
  if (item.type !== 'path' && item.type !== 'markers') return `${item.type} ${dash}`;
  const { x, y } = item.type === 'path' ? item.box : { x: 0, y: 0 };
  const places = item.outline.coordinates.map((at, i) => Math.round(2 * (at - (i % 2 === 0 ? x : y))));
  return `${item.type} ${dash} ${item.outline.commands} ${places}`;
}

/**
 * How many colours that stand for different data become one black, in ink of one form: bars, cells, lines or markers that black
 * ink alone leaves alike; 1 or fewer where there are none.
 */
function blackAlike({ items }: Pick<Plate, 'items'>): number {
  const colors = new Map<string, Set<string>>();
  for (const item of items) {
    const color = colorOf(item);
    const { of, part, piece } = roleOf(item);
    const isKey = of === 'legend' && part === 'entries';
    if (color === undefined || (!item.shows && !isKey) || inked(color, 'black') !== '#000000') continue;
    const key = `${of} ${part} ${piece} ${formOf(item)}`;
    colors.set(key, (colors.get(key) ?? new Set()).add(color));
  }
  return Math.max(0, ...[...colors.values()].map(({ size }) => size));
}

/** What a plate loses in other inks. */
export function inkLosses(plate: Pick<Plate, 'items'>, inks: Inks, place?: Place): Problem[] {
  const count = inks === 'black' ? blackAlike(plate) : 0;
  return count > 1 ? [warning('inks-alike', { count }, place)] : [];
}

/** A plate in other inks. */
export function inInks(plate: Plate, inks: Inks): Plate {
  if (inks === 'color') return plate;
  const to = (color: string) => inked(color, inks);
  return { ...plate, paper: to(plate.paper), items: recolored(plate.items, to) };
}
