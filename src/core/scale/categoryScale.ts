/**
 * Categories laid evenly on a stretch of the page, in points. A mark stands at `category + offset`, where the offset
 * runs from −0.5 to 0.5 over the room of one category.
 */
export interface CategoryScale {
  count: number;
  from: number;
  to: number;
  /** Size on the page of one unit of offset; at most the distance from category to category. */
  unit: number;
}

/** The signed distance from one category to the next. */
export const slotOf = (scale: CategoryScale): number => (scale.to - scale.from) / scale.count;

/** The middle of a category. */
export const centerOf = (scale: CategoryScale, category: number): number =>
  scale.from + (category + 0.5) * slotOf(scale);

/** The place of a mark at a category with an offset from its middle. */
export const placeOf = (scale: CategoryScale, category: number, offset: number): number =>
  centerOf(scale, category) + Math.sign(scale.to - scale.from) * offset * scale.unit;
