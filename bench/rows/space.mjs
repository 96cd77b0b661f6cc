import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chance, timed } from '../measure.mjs';
import { composer } from './demo.mjs';

/** A figure of so many cases of three normal columns, the second like the first. */
export function cloudFile(folder, count, chart, name = 'space') {
  const { normal } = chance(11);
  const lines = Array.from({ length: count }, () => {
    const x = normal();
    return `${x.toFixed(4)},${(0.6 * x + normal()).toFixed(4)},${normal().toFixed(4)}`;
  });
  const path = join(folder, `${name}${count}`);
  writeFileSync(`${path}.csv`, `x,y,z\n${lines.join('\n')}\n`);
  writeFileSync(`${path}.figure.yaml`, `hexis: figure/1\ndata: ${name}${count}.csv\nchart: ${chart}\n`);
  return `${path}.figure.yaml`;
}

const composing =
  (count, chart, name) =>
  async ({ tree, folder }) =>
    timed((await composer(tree, cloudFile(folder, count, chart, name))).compose);

const rowOf = (count, more, atMost, words = '') => ({
  name: `compose ${count} points in space${words}`,
  of: 'the flat scatter of them',
  time: composing(count, `{ kind: space, x: x, y: y, z: z${more} }`, `space${words.replaceAll(/\W/g, '')}`),
  floor: composing(count, '{ kind: scatter, x: x, y: y }', 'flat'),
  atMost,
  warm: 15,
  budget: 3000,
  isQuick: more === '',
});

export const rows = [
  rowOf(1000, '', 1.8),
  rowOf(10_000, '', 3),
  rowOf(1000, ', shells: {}', 10, ' with shells'),
  rowOf(1000, ', ellipsoid: {}', 10, ' with an ellipsoid'),
  rowOf(1000, ', drop: floor', 10, ' with drop lines'),
];
