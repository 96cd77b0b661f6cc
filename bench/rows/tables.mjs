import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parquetWriteBuffer } from 'hyparquet-writer';
import { peakOf, run, timed } from '../measure.mjs';
import { here } from '../tree.mjs';

/** A table of a million rows, and a figure of its means. */
function millionOf(folder) {
  const csv = join(folder, 'million.csv');
  const figure = join(folder, 'million.figure.yaml');
  if (!existsSync(figure)) {
    const line = (i) =>
      `${1 + (i % 4)},${['spring', 'summer', 'autumn'][i % 3]},${((i * 7919) % 1000) / 100},plot ${i}\n`;
    writeFileSync(csv, `bed,season,yield,note\n${Array.from({ length: 1e6 }, (_, i) => line(i)).join('')}`);
    const chart = '{ kind: bar, category: bed, group: season, value: yield, error: { shows: ci } }';
    writeFileSync(figure, `hexis: figure/1\ndata: million.csv\nchart: ${chart}\n`);
  }
  return { csv, draw: (tree) => [tree.command, 'draw', figure, '--replace', '-o', `${folder}/`] };
}

/** The same table as a Parquet file, and a figure of the same means. */
function parquetOf(folder) {
  const figure = join(folder, 'packed.figure.yaml');
  if (!existsSync(figure)) {
    const numbers = Array.from({ length: 1e6 }, (_, i) => i);
    const columnData = [
      { name: 'bed', type: 'INT32', data: numbers.map((i) => 1 + (i % 4)) },
      { name: 'season', type: 'STRING', data: numbers.map((i) => ['spring', 'summer', 'autumn'][i % 3]) },
      { name: 'yield', type: 'DOUBLE', data: numbers.map((i) => ((i * 7919) % 1000) / 100) },
      { name: 'note', type: 'STRING', data: numbers.map((i) => `plot ${i}`) },
    ];
    writeFileSync(join(folder, 'million.parquet'), new Uint8Array(parquetWriteBuffer({ columnData })));
    const chart = '{ kind: bar, category: bed, group: season, value: yield, error: { shows: ci } }';
    writeFileSync(figure, `hexis: figure/1\ndata: million.parquet\nchart: ${chart}\n`);
  }
  return (tree) => [tree.command, 'draw', figure, '--replace', '-o', `${folder}/`];
}

/** A million rows of CSV; the parser that they are held against stays what it is, whatever the product reads with. */
export const rows = [
  {
    name: 'a million CSV rows to bars of means, a process',
    of: '`papaparse` alone on that file, a process',
    time: ({ tree, folder }) => timed(() => run(millionOf(folder).draw(tree))),
    floor: ({ folder }) => timed(() => run([join(here, 'bench/parser.mjs'), millionOf(folder).csv])),
    atMost: 0.7,
    isQuick: true,
    count: 3,
  },
  {
    name: 'the same million rows, peak memory',
    unit: 'MB',
    value:
      ({ tree, folder }) =>
      () =>
        peakOf(millionOf(folder).draw(tree)).peak,
    atMost: 200,
    isQuick: true,
  },
  {
    name: 'the same million rows from a Parquet file, a process',
    of: 'those of the CSV file, a process',
    time: ({ tree, folder }) => timed(() => run(parquetOf(folder)(tree))),
    floor: ({ tree, folder }) => timed(() => run(millionOf(folder).draw(tree))),
    atMost: 1.5,
    count: 3,
  },
  {
    name: 'the same million rows from a Parquet file, peak memory',
    unit: 'MB',
    value:
      ({ tree, folder }) =>
      () =>
        peakOf(parquetOf(folder)(tree)).peak,
    atMost: 250,
  },
];
