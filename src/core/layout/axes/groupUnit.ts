import type { Plan } from '../../chart/plan.js';
import type { Sheet } from '../sheet.js';

/** How many marks are side by side at a category. */
const placesOf = ({ series }: Plan): number =>
  series.reduce(
    (most, { marks }) =>
      marks.reduce((places, mark) => ('places' in mark ? Math.max(places, mark.places) : places), most),
    1,
  );

/** The size of one unit of offset: the distance between categories, less where bars would get too wide. */
export function groupUnit(sheet: Sheet, slot: number): number {
  const { share, widest, gap } = sheet.settings.bars;
  const places = placesOf(sheet.plan);
  return Math.min(slot, (widest * (places + gap * (places - 1))) / share);
}
