import type { PlateItem } from '../plate/plate.js';
import { type Role, roleOf } from '../plate/role.js';
import type { Drawing } from '../project/compose/drawing.js';
import type { Part } from '../project/compose/part.js';
import type { TextRole } from '../schema/look/names.js';
import { valueAt } from '../schema/settingTree.js';
import { spokenPath } from '../schema/spokenPath.js';

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
  const look = part.layers.at(-1)?.look;
  const given = [at, shown, 'all'].find((name) => name && valueAt(look, ['axes', name, key]) !== undefined);
  return ['axes', given ?? at, key];
};

const textOf = (item: PlateItem) => (item.type === 'text' ? item.text : '');

type PathOf = (role: Role, part: Part, item: PlateItem) => Words['path'] | undefined;

/** The setting that holds the label of a category along an axis. */
const labelPath: PathOf = ({ axis, index = 0 }, part) => {
  const shown = axis && part.plans[0]?.[axis as 'x' | 'y'];
  const code = shown?.shows === 'category' ? shown.categories[index]?.code : undefined;
  return code === undefined || !axis ? undefined : [...keyed(part, axis, 'names'), code];
};

/** The setting that holds the name of a group in the legend. */
const entryPath: PathOf = ({ part: what, piece }, part, item) => {
  if (what !== 'entries' || piece !== 'entries') return undefined;
  const shown = textOf(item);
  const names = part.figure.legend?.names ?? {};
  const series = part.plans.flatMap(({ series: all }) => all.flatMap(({ category }) => category ?? []));
  const named = series.find(({ code, name }) => (names[code] ?? names[name] ?? name) === shown);
  if (!named) return undefined;
  return ['legend', 'names', Object.hasOwn(names, named.name) ? named.name : named.code];
};

/** What each kind of words is set by; the others cannot be written where they stand. */
const paths: Partial<Record<TextRole, PathOf>> = {
  axisTitle: ({ axis = 'x', second }, part) => (second ? undefined : keyed(part, axis, 'title')),
  tickLabel: (role, part, item) => (role.second ? undefined : labelPath(role, part, item)),
  heading: ({ of }) => (of === 'middle' ? ['chart', 'middle'] : ['caption', 'title']),
  subtitle: () => ['caption', 'subtitle'],
  source: () => ['caption', 'source'],
  legendTitle: ({ part }) => (part === 'title' ? ['legend', 'title'] : undefined),
  legendEntry: entryPath,
  callout: (_, __, { from }) => {
    const at = /^callouts\.(\d+)/.exec(from)?.[1];
    return at === undefined ? undefined : ['callouts', Number(at), 'text'];
  },
};

/** The words that a piece of ink is, where they can be written anew; undefined of all other ink. */
export function wordsAt({ parts }: Pick<Drawing, 'parts'>, item: PlateItem): Words | undefined {
  const part = parts.find(({ prefix }) => item.role.startsWith(prefix));
  if (part?.prefix !== '' || item.type !== 'text') return undefined;
  const path = paths[item.kind]?.(roleOf(item), part, item);
  if (!path) return undefined;
  const given = valueAt(part.figure, path);
  return { path: spokenPath(part.spoken, path), text: typeof given === 'string' ? given : textOf(item) };
}
