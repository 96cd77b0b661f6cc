import type { CategoryScale } from '../scale/categoryScale.js';
import { clamped, type LinearScale, position } from '../scale/linearScale.js';

export type AxisScale = ({ shows: 'category' } & CategoryScale) | ({ shows: 'value' } & LinearScale);

/** The scales of both axes of a panel, on the page in points. */
export interface PanelScales {
  x: AxisScale;
  y: AxisScale;
}

/** The scales of a panel whose marks stand at categories. */
export interface GroupScales {
  vertical: boolean;
  categories: CategoryScale;
  values: LinearScale;
}

export function groupScales({ x, y }: PanelScales): GroupScales {
  if (x.shows === 'category' && y.shows === 'value') return { vertical: true, categories: x, values: y };
  if (x.shows === 'value' && y.shows === 'category') return { vertical: false, categories: y, values: x };
  throw new Error('this mark needs one axis of categories and one of numbers');
}

/** The scales of a panel with numbers along both axes. */
export function xyScales({ x, y }: PanelScales): { x: LinearScale; y: LinearScale } {
  if (x.shows === 'value' && y.shows === 'value') return { x, y };
  throw new Error('this mark needs numbers along both axes');
}

/** The place of a value, held within the limits of its axis. */
export const held = (scale: LinearScale, value: number): number => position(scale, clamped(scale, value));
