import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { timed } from '../measure.mjs';
import { composer } from './demo.mjs';

/** Numbers that look random and are the same on every run. */
function* numbers(seed) {
  let state = seed;
  while (true) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    yield state / 2 ** 32;
  }
}

/** The files of a figure: its table, and the chart over it. */
const figures = {
  'a table of 50 x 50': (next) => ({
    rows: ['r,c,v', ...Array.from({ length: 5000 }, (_, i) => `r${i % 50},c${Math.floor(i / 50) % 50},${next()}`)],
    chart: '{ kind: matrix, row: r, column: c, value: v }',
    bars: '{ kind: bar, category: r, group: c, value: v }',
    size: '{ width: 20cm, height: 20cm }',
  }),
  'answers to 30 questions': (next) => {
    const names = Array.from({ length: 30 }, (_, i) => `q${i}`);
    const row = () => names.map(() => 1 + Math.floor(5 * next())).join(',');
    return {
      rows: [names.join(','), ...Array.from({ length: 500 }, row)],
      chart: `{ kind: answers, questions: [${names.join(', ')}], around: middle }`,
      bars: `{ kind: bar, values: [${names.join(', ')}], direction: horizontal }`,
      size: '{ width: 16cm, height: 22cm }',
    };
  },
  '12 violins of 10 000 values': (next) => ({
    rows: ['k,v', ...Array.from({ length: 120_000 }, (_, i) => `k${i % 12},${(next() + next() + next()).toFixed(4)}`)],
    chart: '{ kind: violin, category: k, value: v }',
    bars: '{ kind: bar, category: k, value: v, summary: median }',
    size: '{ width: 16cm, height: 9cm }',
  }),
};

const composing =
  (name, as) =>
  async ({ tree, folder }) => {
    const generator = numbers(7);
    const { rows, [as]: chart, size } = figures[name](() => generator.next().value);
    const id = `${as}-${name.replace(/\W+/g, '-')}`;
    writeFileSync(join(folder, `${id}.csv`), `${rows.join('\n')}\n`);
    const path = join(folder, `${id}.figure.yaml`);
    writeFileSync(path, `hexis: figure/1\ndata: ${id}.csv\nstyle: plain\nchart: ${chart}\nsize: ${size}\n`);
    return timed((await composer(tree, path)).compose);
  };

/** Kinds with much in them, warm. */
export const rows = Object.keys(figures).map((name) => ({
  name: `compose ${name}, warm`,
  of: 'composing bars of the same table',
  time: composing(name, 'chart'),
  floor: composing(name, 'bars'),
  atMost: 3,
  warm: 20,
  budget: 3000,
}));
