import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { timed, timeOf } from '../measure.mjs';
import { bars, composer, names, pathOf } from './demo.mjs';

const composing =
  (name) =>
  async ({ tree }) =>
    timed((await composer(tree, pathOf(tree, name))).compose);

/** Measures each text of the figure of bars in a kit that knows none: what no cache can save. */
async function uncached({ tree }) {
  const [{ compiledFace }, { setText }, { typeKit }, { table }] = await Promise.all(
    ['compiledFace', 'setText', 'typeKit', 'generated/arimo.regular'].map((file) =>
      tree.load(`dist/core/type/${file}.js`),
    ),
  );
  const { compose } = await composer(tree, pathOf(tree, bars));
  const texts = compose().value.plate.items.filter(({ type }) => type === 'text');
  let kits = [];
  return async () => {
    if (kits.length === 0) kits = Array.from({ length: 60 }, () => typeKit([compiledFace('Arimo', 'regular', table)]));
    const kit = kits.pop();
    return timeOf(() => {
      for (const { text, pieces } of texts)
        setText(kit, text, { family: 'Arimo', size: pieces[0].size, bold: false, italic: false });
    });
  };
}

/** Fifty figures of one table, each with its file; and the first of them alone. */
export function fiftyOf(tree, folder) {
  return Array.from({ length: 50 }, (_, i) => {
    const path = join(folder, `fifty${i}.figure.yaml`);
    const value = ['yield', 'water', 'ph'][i % 3];
    const files = `data: ${tree.demo}/data/plots.csv\ncodebook: ${tree.demo}/garden.codebook.yaml\nstyle: ${tree.demo}/lanternfield.style.yaml\n`;
    const chart = `chart: { kind: bar, category: bed, value: ${value}, group: season }\n`;
    writeFileSync(path, `hexis: figure/1\nid: fifty${i}\n${files}${chart}`);
    return path;
  });
}

/** Composing, warm. */
export const rows = [
  {
    name: `compose ${bars}, warm`,
    of: 'measuring its texts uncached',
    time: composing(bars),
    floor: uncached,
    atMost: 4,
    isQuick: true,
    warm: 300,
    budget: 3000,
  },
  ...names
    .filter((name) => name !== bars)
    .map((name) => ({
      name: `compose ${name}, warm`,
      of: `composing ${bars}`,
      time: composing(name),
      floor: composing(bars),
      atMost: name === 'plots-in-space' ? 5 : 2,
      warm: 30,
      budget: 1000,
      isQuick: ['plots-in-space', 'yield-panels', 'satisfaction'].includes(name),
    })),
  {
    name: 'fifty figures of one table, less one reading',
    of: 'fifty composings',
    async time({ tree, folder }) {
      const paths = fiftyOf(tree, folder);
      const [{ openProject }, { disk }] = [
        await tree.load('dist/core/index.js'),
        await tree.load('dist/node/index.js'),
      ];
      return async () => {
        const first = await timeOf(() => openProject(disk).draw(paths[0]));
        const all = await timeOf(async () => {
          for await (const { ok } of openProject(disk).drawings(paths))
            if (!ok) throw new Error('a figure of fifty fails');
        });
        return all - first;
      };
    },
    async floor({ tree, folder }) {
      const made = await Promise.all(fiftyOf(tree, folder).map((path) => composer(tree, path)));
      return timed(() => {
        for (const { compose } of made) compose();
      });
    },
    atMost: 1.2,
    warm: 3,
    count: 9,
  },
];
