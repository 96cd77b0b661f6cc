import type { Place } from '../problem/problem.js';
import type { CheckLook } from '../schema/houseStyle.js';
import type { AxisName } from '../schema/look/names.js';
import type { Look } from '../schema/look.js';
import { isGroup, valueAt } from '../schema/settingTree.js';

/** One source of settings: a house style, or the figure file above all styles. */
export interface Layer {
  /** As messages name it: `the figure file`, `style apa`. */
  name: string;
  look: Look;
  /** What it says of the rules of the check. */
  check?: CheckLook | undefined;
  /** Where a setting stands; built-in styles have no place. */
  locate?: (path: readonly (string | number)[]) => Place;
}

/** Where the value of a setting comes from. */
export interface Origin {
  layer: string;
  path: string;
  place?: Place;
}

/** The second group over the first: groups within groups are joined, all else is replaced. */
export function over(below: unknown, above: unknown): unknown {
  if (above === undefined) return below;
  if (!isGroup(below) || !isGroup(above)) return above;
  const joined: Record<string, unknown> = { ...below };
  for (const [key, value] of Object.entries(above)) joined[key] = over(joined[key], value);
  return joined;
}

/** What an axis shows: categories, numbers that are read off, numbers that marks stand along, or nothing. */
export type Shows = 'category' | 'value' | 'along' | 'none';

/** What each axis shows; there is no z but in space. */
export interface AxesShow {
  x: Shows;
  y: Shows;
  z?: Shows;
  /** Where its legend stands, if the style leaves it to the chart; left out: on the right. */
  legend?: 'top';
}

/** The axes of a figure. */
export const axisNames = ({ z }: AxesShow): readonly AxisName[] => (z === undefined ? ['x', 'y'] : ['x', 'y', 'z']);

/** The keys of `axes` that speak of one axis, widest first. Where marks stand is no value that is read off. */
export const axisKeys = (axis: AxisName, shows: Shows) =>
  shows === 'none' ? (['all', axis] as const) : (['all', shows, axis] as const);

/**
 * The layer that has the last word on a setting. Paths of axes are asked for as `axes.x…` and found
 * under any of the keys that speak of that axis.
 */
export function originOf(layers: readonly Layer[], path: string, shows: AxesShow): Origin | undefined {
  const [first, axis, ...rest] = path.split('.');
  const shown = first === 'axes' && (axis === 'x' || axis === 'y' || axis === 'z') ? shows[axis] : undefined;
  const paths = shown
    ? [...axisKeys(axis as AxisName, shown)].reverse().map((key) => ['axes', key, ...rest])
    : [path.split('.')];
  // A value of a list comes from the layer that has the list.
  const listOf = (candidate: readonly string[]) =>
    /^\d+$/.test(candidate.at(-1) ?? '') ? candidate.slice(0, -1) : candidate;
  for (const layer of [...layers].reverse()) {
    const found = paths.find(
      (candidate) =>
        valueAt(layer.look, candidate) !== undefined || Array.isArray(valueAt(layer.look, listOf(candidate))),
    );
    if (found) {
      return { layer: layer.name, path: found.join('.'), ...(layer.locate ? { place: layer.locate(found) } : {}) };
    }
  }
  return undefined;
}
