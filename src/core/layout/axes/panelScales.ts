import { type CategoryScale, placeOf } from '../../scale/categoryScale.js';
import { clamped, type NumberScale, position } from '../../scale/numberScale.js';
import type { SceneScales } from './sceneScales.js';

/** A dimension of the page along which nothing is measured. */
export interface NoScale {
  shows: 'none';
  from: number;
  to: number;
}

export type AxisScale = ({ shows: 'category' } & CategoryScale) | ({ shows: 'value' } & NumberScale) | NoScale;

/** The scales of both axes of a panel, on the page in points; in space the scene has its own. */
export interface PanelScales {
  x: AxisScale;
  y: AxisScale;
  space?: SceneScales | undefined;
}

/** The scales of a panel whose marks are at categories. */
export interface GroupScales {
  vertical: boolean;
  categories: CategoryScale;
  values: NumberScale;
}

export function groupScales({ x, y }: PanelScales): GroupScales {
  if (x.shows === 'category' && y.shows === 'value') return { vertical: true, categories: x, values: y };
  if (x.shows === 'value' && y.shows === 'category') return { vertical: false, categories: y, values: x };
  throw new Error('this mark needs one axis of categories and one of numbers');
}

/** The scales of a panel with numbers along both axes. */
export function xyScales({ x, y }: PanelScales): { x: NumberScale; y: NumberScale } {
  if (x.shows === 'value' && y.shows === 'value') return { x, y };
  throw new Error('this mark needs numbers along both axes');
}

/** The position of a value, clamped to the limits of its axis. */
export const held = (scale: NumberScale, value: number): number => position(scale, clamped(scale, value));

/** The position of a value, or of a category by number; fractions are offsets from its centre. */
export function placeAt(scale: AxisScale, value: number): number {
  if (scale.shows === 'value') return position(scale, value);
  if (scale.shows === 'none') return scale.from + value * (scale.to - scale.from);
  const category = Math.min(scale.count - 1, Math.max(0, Math.round(value)));
  return placeOf(scale, category, value - category);
}

/** Whether a value lies within the limits of its axis. */
export const within = (scale: AxisScale, value: number): boolean => {
  if (scale.shows !== 'value') return true;
  const slack = 1e-9 * (scale.high - scale.low);
  return value >= scale.low - slack && value <= scale.high + slack;
};

/** The panel that two scales span. */
export const panelOf = ({ x, y }: PanelScales) => ({
  x: Math.min(x.from, x.to),
  y: Math.min(y.from, y.to),
  width: Math.abs(x.to - x.from),
  height: Math.abs(y.to - y.from),
});
