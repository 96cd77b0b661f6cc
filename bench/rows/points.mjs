import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chance, peakOf, timed } from '../measure.mjs';
import { composer } from './demo.mjs';

function scatterFile(folder, count) {
  const { normal } = chance(7);
  const lines = Array.from({ length: count }, () => {
    const x = normal();
    return `${x.toFixed(4)},${(0.6 * x + normal()).toFixed(4)}`;
  });
  const path = join(folder, `points${count}`);
  writeFileSync(`${path}.csv`, `x,y\n${lines.join('\n')}\n`);
  writeFileSync(
    `${path}.figure.yaml`,
    `hexis: figure/1\ndata: points${count}.csv\nchart: { kind: scatter, x: x, y: y }\n`,
  );
  return `${path}.figure.yaml`;
}

/** A hundred thousand points, composed: the drawing, its coordinates and the markers that show. */
async function cloudOf({ tree, folder }) {
  const { gathered, compose } = await composer(tree, scatterFile(folder, 100_000));
  const { value } = compose();
  const [xs, ys] = ['x', 'y'].map((name) => gathered.table.number(name).numbers);
  const markers = value.plate.items.find(({ type }) => type === 'markers');
  const { write } = await tree.load('dist/node/index.js');
  const bytes = async (as) => (await write(value, as)).value.length;
  return { value, xs, ys, shown: markers.xs.length, write, bytes };
}

const bytesOf = (as) => async (context) => {
  const { shown, bytes } = await cloudOf(context);
  return async () => (await bytes(as)) / shown;
};

export const rows = [
  {
    name: '100 000 points: SVG writer, warm',
    of: 'a loop that joins the coordinates of all',
    async time(context) {
      const { value, write } = await cloudOf(context);
      return timed(() => write(value, 'svg'));
    },
    async floor(context) {
      const { xs, ys } = await cloudOf(context);
      return timed(() => {
        let data = '';
        for (let i = 0; i < xs.length; i += 1) data += `M${xs[i]} ${ys[i]}h0`;
        return data.length;
      });
    },
    atMost: 2,
    warm: 5,
    isQuick: true,
  },
  {
    name: '100 000 points: SVG, bytes of the coordinates of all',
    unit: 'bytes',
    async value(context) {
      const { xs, ys, bytes } = await cloudOf(context);
      const all = xs.reduce((sum, x, i) => sum + `M${x} ${ys[i]}h0`.length, 0);
      return async () => (await bytes('svg')) / all;
    },
    atMost: 1.2,
  },
  {
    name: '100 000 points: PDF, bytes for each spot of ink that shows',
    unit: 'bytes',
    value: bytesOf('pdf'),
    atMost: 15,
  },
  {
    name: '100 000 points: PNG, bytes for each spot of ink that shows',
    unit: 'bytes',
    value: bytesOf('png'),
    atMost: 4,
  },
  {
    name: 'a million points to PNG, peak memory',
    unit: 'MB',
    value({ tree, folder }) {
      const figure = scatterFile(folder, 1_000_000);
      return () => peakOf([tree.command, 'draw', figure, '--as', 'png', '--replace', '-o', `${folder}/`]).peak;
    },
    atMost: 250,
  },
];
