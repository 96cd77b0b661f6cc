import { fail, hasErrors, type Outcome, succeed } from '../../problem/problem.js';
import type { Layer } from '../../style/layers.js';
import { Gatherer } from './gatherer.js';
import type { Store } from './store.js';
import { gatherStyles } from './styleChain.js';

/** A house style and all that it extends, the most basic first. */
export async function readStyleLayers(store: Store, name: string): Promise<Outcome<Layer[]>> {
  const gatherer = new Gatherer(store);
  const styles = await gatherStyles(gatherer, name);
  const { problems } = gatherer;
  return hasErrors(problems)
    ? fail(problems)
    : succeed(
        styles.map(({ layer }) => layer),
        problems,
      );
}
