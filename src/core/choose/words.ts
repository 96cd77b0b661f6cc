import { valueAt } from '../document/settingTree.js';
import type { PlateItem } from '../plate/plate.js';
import type { Drawing } from '../project/drawing.js';
import type { Part } from '../project/part.js';
import { bareRole } from './inkWords.js';

/** Words of a figure that can be written anew where they stand. */
export interface Words {
  /** The setting that holds them, as a path of the figure file. */
  path: (string | number)[];
  /** What they say now, with the markup of the file. */
  text: string;
}

/** Keys of an axis that hold words, of the widest that speaks of it. */
const keyed = (part: Part, at: string, key: string): string[] => {
  const shown = part.shows[at as 'x' | 'y' | 'z'];
  const own = part.layers.at(-1)?.look;
  const given = [at, shown, 'all'].find((name) => name && valueAt(own, ['axes', name, key]) !== undefined);
  return ['axes', given ?? at, key];
};

const textOf = (item: PlateItem) => (item.type === 'text' ? item.text : '');

/** What each kind of words is set by. */
const places: readonly (readonly [
  RegExp,
  (found: RegExpExecArray, part: Part, item: PlateItem) => Words['path'] | undefined,
])[] = [
  [/^axes\.(\w)\.title$/, ([, at = ''], part) => keyed(part, at, 'title')],
  [
    /^axes\.([xy])\.labels\[(\d+)\]$/,
    ([, at, i], part) => {
      const axis = part.plans[0]?.[at as 'x' | 'y'];
      const code = axis?.shows === 'category' ? axis.categories[Number(i)]?.code : undefined;
      return code === undefined ? undefined : [...keyed(part, at as string, 'names'), code];
    },
  ],
  [/^heading$/, () => ['caption', 'title']],
  [/^subtitle$/, () => ['caption', 'subtitle']],
  [/^source$/, () => ['caption', 'source']],
  [/^middle$/, () => ['chart', 'middle']],
  [/^legend\.title$/, () => ['legend', 'title']],
  [
    /^legend\.entries\[\d+\]$/,
    (_, part, item) => {
      const shown = textOf(item);
      const names = part.figure.legend?.names ?? {};
      const series = part.plans.flatMap(({ series: own }) => own.flatMap(({ category }) => category ?? []));
      const own = series.find(({ code, name }) => (names[code] ?? names[name] ?? name) === shown);
      if (!own) return undefined;
      return ['legend', 'names', Object.hasOwn(names, own.name) ? own.name : own.code];
    },
  ],
  [
    /^callouts\[\d+\]$/,
    (_, __, { from }) => {
      const at = /^callouts\.(\d+)/.exec(from)?.[1];
      return at === undefined ? undefined : ['callouts', Number(at), 'text'];
    },
  ],
];

/** The words that a piece of ink is, where they can be written anew; undefined of all other ink. */
export function wordsAt({ parts }: Pick<Drawing, 'parts'>, item: PlateItem): Words | undefined {
  const part = parts.find(({ prefix }) => item.role.startsWith(prefix));
  if (!part || part.prefix !== '' || item.type !== 'text') return undefined;
  const role = bareRole(item);
  for (const [pattern, pathOf] of places) {
    const found = pattern.exec(role);
    const path = found && pathOf(found, part, item);
    if (!path) continue;
    const given = path.reduce<unknown>(
      (inner, key) => (inner as Record<string, unknown> | undefined)?.[key],
      part.figure,
    );
    return { path, text: typeof given === 'string' ? given : textOf(item) };
  }
  return undefined;
}
