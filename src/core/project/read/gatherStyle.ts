import { fail, hasErrors, type Outcome, succeed } from '../../problem/problem.js';
import type { Layer } from '../../style/layers.js';
import { joinedLook, type Resolved, resolve } from '../../style/resolve.js';
import type { Faces } from '../../type/faces.js';
import { language as english } from '../../words/en.js';
import { Gatherer } from './gatherer.js';
import { fontReader, loadType, withFaces } from './loadType.js';
import type { Store } from './store.js';
import { gatherStyles } from './styleChain.js';

/** A house style with all that it builds on, and with its faces. */
export interface GatheredStyle {
  layers: Layer[];
  resolved: Resolved;
  faces: Faces;
}

/** What an axis shows decides which settings apply to it. A style without a figure is read as if for a bar chart. */
const shows = { x: 'category', y: 'value' } as const;

/** Reads a house style. @param texts that will be set in its faces */
export async function gatherStyle(
  store: Store,
  name: string,
  texts: readonly string[],
): Promise<Outcome<GatheredStyle>> {
  const gatherer = new Gatherer(store);
  const styles = await gatherStyles(gatherer, name);
  const layers = styles.map(({ layer }) => layer);
  if (layers[0]?.name !== 'style plain' || hasErrors(gatherer.problems)) return fail(gatherer.problems);
  const resolved = resolve([...layers, { name: 'no figure', look: {} }], shows);
  gatherer.problems.push(...resolved.problems);
  const look = joinedLook(layers);
  const faceBase = (face: string) => styles.findLast(({ layer }) => layer.look.faces?.[face])?.file ?? name;
  const request = { store, look, faceBase, texts, caption: false, language: english, locate: () => undefined };
  const type = await loadType(request);
  gatherer.problems.push(...type.problems);
  if (!type.kit || hasErrors(gatherer.problems)) return fail(gatherer.problems);
  const settings = withFaces(resolved.settings, type.families);
  const faces = { kit: type.kit, fontBytes: fontReader(request, type.fonts), subsetFont: store.source.subsetFont };
  return succeed({ layers, resolved: { ...resolved, settings }, faces }, gatherer.problems);
}
