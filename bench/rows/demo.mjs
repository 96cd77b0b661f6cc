/** Figures of the demo as rows measure them. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';

const figures = readdirSync(new URL('../../demo/figures', import.meta.url)).sort();
/** The names of all figures of the demo. */
export const names = figures.map((file) => file.replace('.figure.yaml', ''));
export const bars = 'yield-by-bed';

export const pathOf = (tree, name) => join(tree.demo, 'figures', `${name}.figure.yaml`);

/** A figure that is read, with its type; and a call that composes it: plans it, and lays it out. */
export async function composer(tree, path) {
  const [{ layFigure, planFigure }, { ready }, { gather }, { Store }, { disk }] = await Promise.all([
    tree.load('dist/core/project/compose/compose.js'),
    tree.load('dist/core/project/compose/ready.js'),
    tree.load('dist/core/project/read/gather.js'),
    tree.load('dist/core/project/read/store.js'),
    tree.load('dist/node/index.js'),
  ]);
  const store = new Store(disk);
  const read = await gather(store, path);
  // Revisions differ in what they take: what was read, or what reads it.
  const found = await ready(
    store,
    Object.assign(() => read, read),
    {},
  );
  if (!found.ok) throw new Error(`${path} does not read: ${JSON.stringify(found.problems)}`);
  const { gathered } = found.value;
  return { gathered, compose: () => layFigure(gathered, planFigure(gathered).value) };
}
