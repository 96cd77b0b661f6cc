import { greyOf } from '../color/color.js';
import type { Plate, PlateItem, PlateStroke } from '../plate/plate.js';

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

/** A plate in other inks. */
export function inInks(plate: Plate, inks: Inks): Plate {
  if (inks === 'color') return plate;
  const to = (color: string) => inked(color, inks);
  return { ...plate, paper: to(plate.paper), items: recolored(plate.items, to) };
}
