import { nearest } from '../../problem/nearest.js';
import { error, type Place } from '../../problem/problem.js';
import type { HouseStyle } from '../../schema/houseStyle.js';
import type { Look } from '../../schema/look.js';
import { builtInStyles } from '../../style/generated/builtIn.js';
import type { Layer } from '../../style/layers.js';
import type { Gatherer } from './gatherer.js';

export const isBuiltIn = (name: string) => Object.hasOwn(builtInStyles, name);

/** The file that names a style, where in it, and the styles that led there. */
interface Extender {
  file?: string;
  place?: Place;
  chain?: readonly string[];
}

/** A style and all that it extends, the most basic first. */
export async function gatherStyles(
  gatherer: Gatherer,
  name: string,
  by: Extender = {},
): Promise<{ layer: Layer; file: string }[]> {
  const { file: from = '', place, chain = [] } = by;
  if (isBuiltIn(name)) {
    const look = builtInStyles[name] as HouseStyle;
    const layer: Layer = { name: `style ${name}`, look: look as Look, check: look.check };
    const below = look.extends ?? (name === 'plain' ? undefined : 'plain');
    return [...(below ? await gatherStyles(gatherer, below, by) : []), { layer, file: '' }];
  }
  const path = gatherer.join(from, name);
  if (chain.includes(path)) {
    gatherer.problems.push(error('style-circle', { chain: [...chain, path] }, place));
    return [];
  }
  if (!/[./\\]/.test(name)) {
    const known = Object.keys(builtInStyles);
    gatherer.problems.push(error('style-missing', { name, known, nearest: nearest(name, known) }, place));
    return [];
  }
  const found = await gatherer.document('style', path, place);
  if (!found) return [];
  const { reading } = found;
  const below = await gatherStyles(gatherer, reading.value.extends ?? 'plain', {
    file: path,
    place: reading.source.locate(['extends']),
    chain: [...chain, path],
  });
  const layer: Layer = {
    name: `style ${reading.value.name ?? path}`,
    look: reading.value as Look,
    check: reading.value.check,
    locate: reading.source.locate,
  };
  return [...below, { layer, file: path }];
}
