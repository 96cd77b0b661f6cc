import type { PlateItem } from './plate.js';

/** How each type of ink is drawn, with what it is drawn by. */
export type Drawers<With, Drawn> = {
  [T in PlateItem['type']]: (item: Extract<PlateItem, { type: T }>, by: With) => Drawn;
};

/** A piece of ink drawn as its type is. */
export const drawnBy = <With, Drawn>(drawers: Drawers<With, Drawn>, item: PlateItem, by: With): Drawn =>
  (drawers[item.type] as (item: PlateItem, by: With) => Drawn)(item, by);
