import { readFileSync } from 'node:fs';
import { run, timed } from '../measure.mjs';
import { here } from '../tree.mjs';
import { composer, names, pathOf } from './demo.mjs';

/** One figure of the demo for each kind of chart. */
const byKind = new Map(
  names.map((name) => [
    /kind: ([a-z-]+)/.exec(readFileSync(pathOf({ demo: `${here}/demo` }, name), 'utf8'))?.[1],
    name,
  ]),
);

/** Writers on a ready plate of few and of many marks. */
export const rows = ['svg', 'pdf', 'png'].flatMap((as) =>
  [...byKind]
    .filter(([kind]) => ['bar', 'line', 'scatter', 'space'].includes(kind))
    .map(([kind, name]) => ({
      name: `writer: ${as} of ${kind}, warm`,
      of: '`node -e 0`',
      async time({ tree }) {
        const { write } = await tree.load('dist/node/index.js');
        const { value } = (await composer(tree, pathOf(tree, name))).compose();
        return timed(() => write(value, as));
      },
      floor: () => timed(() => run(['-e', '0'])),
      warm: 5,
      count: 5,
      isQuick: kind === 'bar',
    })),
);
