import type { PlateItem } from '../../plate/plate.js';
import { nearest } from '../../problem/nearest.js';
import type { Place } from '../../problem/problem.js';
import { isGroup, valueAt } from '../../schema/settingTree.js';
import { type AxesShow, axisKeys, type Layer } from '../../style/layers.js';
import type { Drawing } from '../compose/drawing.js';
import type { Part } from '../compose/part.js';

/** One layer's word on a setting. */
export interface Said {
  layer: string;
  /** The setting as it stands there, such as `axes.value.line.width` for `axes.y.line.width`. */
  path: string;
  value: unknown;
  place?: Place;
}

/** A setting with all that the layers say of it; the first has the last word. */
export interface SettingOrigin {
  path: string;
  said: Said[];
}

/** Why a setting is as it is and what ink hangs on it, or which settings make some ink look as it does. */
export interface Explanation {
  /** Each setting that was read while the figure was drawn, with where its value comes from. */
  settings: SettingOrigin[];
  /** The ink that was asked for. */
  items: PlateItem[];
}

/** The paths under which a setting may stand: those of one axis also under the keys that speak of several. */
function pathsOf(path: string, shows: AxesShow): string[][] {
  const [first, axis, ...rest] = path.split('.');
  // The base size takes along the sizes that stand in layers below it.
  if (first === 'text' && rest.join() === 'size') return [path.split('.'), ['text', 'size']];
  const name = first === 'axes' && (axis === 'x' || axis === 'y' || axis === 'z') ? axis : undefined;
  const shown = name && shows[name];
  if (!shown) return [path.split('.')];
  return [...axisKeys(name, shown)].reverse().map((key) => ['axes', key, ...rest]);
}

function saidOf(layers: readonly Layer[], path: string, shows: AxesShow): Said[] {
  return [...layers].reverse().flatMap(({ name, look, locate }) =>
    pathsOf(path, shows).flatMap((candidate): Said[] => {
      const value = valueAt(look, candidate);
      if (value === undefined) return [];
      return [{ layer: name, path: candidate.join('.'), value, ...(locate ? { place: locate(candidate) } : {}) }];
    }),
  );
}

/** The single settings below a path, as far as any layer has them. */
function settingsBelow(layers: readonly Layer[], path: string, shows: AxesShow): string[] {
  const values = layers.flatMap(({ look }) => pathsOf(path, shows).map((candidate) => valueAt(look, candidate)));
  const groups = values.filter(isGroup);
  if (groups.length === 0) return values.some((value) => value !== undefined) ? [path] : [];
  const keys = [...new Set(groups.flatMap((group) => Object.keys(group)))];
  return keys.flatMap((key) => settingsBelow(layers, `${path}.${key}`, shows));
}

/** What a part of the files beside the look begins with. */
const besideLook = /^(accents|caption|codebook|chart|callouts|brackets|panels)\b/;

/** The look settings that an item was drawn with, as recorded while tracing. */
const readFor = ({ from, settings = [] }: PlateItem): string[] =>
  besideLook.test(from) ? [...settings] : [from.replace(/^(palette\..*)\.\d+$/, '$1'), ...settings];

/** What explains a setting or a piece of ink of one figure, whose items are those of a board that are its own. */
function explainIn(own: Part, items: readonly PlateItem[], what: string): Explanation | undefined {
  const { layers, shows } = own;
  const origins = (paths: readonly string[]) =>
    [...new Set(paths.flatMap((path) => settingsBelow(layers, path, shows)))].map(
      (path): SettingOrigin => ({ path, said: saidOf(layers, path, shows) }),
    );
  const inked = items.filter(({ role }) => role === what || role.startsWith(`${what}.`) || role.startsWith(`${what}[`));
  if (inked.length > 0) {
    const outside = inked.map(({ from }) => from).filter((from) => besideLook.test(from));
    const beside = [...new Set(outside)].flatMap((path) => outsideLook(own, path));
    return { settings: [...beside, ...origins(inked.flatMap(readFor))], items: inked };
  }
  const settings = origins([what]);
  if (settings.length === 0) return undefined;
  const bears = (read: string) => read === what || read.startsWith(`${what}.`) || what.startsWith(`${read}.`);
  return { settings, items: items.filter((item) => readFor(item).some(bears)) };
}

/**
 * Explains a setting, such as `bars.corner` or `axes.y`, or a piece of ink by its role, such as `series[0].marks[2]`, of a
 * drawing that was traced; of another one the ink names its first setting alone.
 * Undefined where there is neither; `nearestTo` finds what may have been meant.
 */
export function explain({ plate, parts }: Drawing, what: string): Explanation | undefined {
  const found = parts.flatMap((own) => {
    const items = plate.items.filter(({ role }) => role.startsWith(own.prefix));
    return explainIn(own, items, what) ?? [];
  });
  if (found.length === 0) return undefined;
  return { settings: found.flatMap(({ settings }) => settings), items: found.flatMap(({ items }) => items) };
}

/** What the figure file or the codebook say beside the look; an accent with all that it names. */
function outsideLook({ figure, locate }: Part, path: string): SettingOrigin[] {
  const [place, layer] = [locate(path), path.startsWith('codebook') ? 'the codebook' : 'the figure file'];
  const keys = path.replace(/^(accents\.\d+)\.fill$/, '$1').split('.');
  const value = valueAt(figure, keys);
  if (!path.startsWith('accents') || !isGroup(value)) return [{ path, said: [{ layer, path, value, place }] }];
  return Object.entries(value).map(([key, own]) => {
    const setting = `${keys.join('.')}.${key}`;
    return { path: setting, said: [{ layer, path: setting, value: own, place: locate(setting) }] };
  });
}

/** The setting or role that may have been meant. */
export function nearestTo({ parts, plate }: Drawing, what: string): string | undefined {
  const paths = (value: unknown, path: string): string[] =>
    isGroup(value)
      ? Object.entries(value).flatMap(([key, inner]) => [path, ...paths(inner, path === '' ? key : `${path}.${key}`)])
      : [path];
  const known = new Set([
    ...parts.flatMap(({ layers }) => paths(layers[0]?.look, '')),
    ...plate.items.map(({ role }) => role),
  ]);
  return nearest(
    what,
    [...known].filter((name) => name !== ''),
  );
}
