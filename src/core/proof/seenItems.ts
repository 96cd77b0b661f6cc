import { seenAs, type View } from '../color/views.js';
import { recolored } from '../export/inks.js';
import { scaled } from '../layout/ink/moved.js';
import type { Box, Plate, PlateItem } from '../plate/plate.js';

/** The ink of a figure in a box of its own width, seen by some eyes. */
export function seenItems({ items, width }: Plate, { x, y, width: room }: Box, view: View, role: string): PlateItem[] {
  const by = room / width;
  const shown = view === 'normal' ? items : recolored(items, (color) => seenAs(color, view));
  return shown.map((item) => ({ ...scaled(item, by, x, y), role: `${role}.${item.role}` }));
}
