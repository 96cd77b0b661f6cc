import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { disk } from './dist/node/index.js';
import { compose } from './dist/core/project/compose.js';
import { gather } from './dist/core/project/gather.js';
import { Store } from './dist/core/project/store.js';
const folder = mkdtempSync(join(tmpdir(), 'hexis-prof-'));
const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];
async function callTime(call, count, warmUp) {
  const times = [];
  for (let i = 0; i < count + warmUp; i += 1) {
    const start = process.hrtime.bigint();
    await call();
    if (i >= warmUp) times.push(Number(process.hrtime.bigint() - start) / 1e6);
  }
  return median(times);
}
function cloud(count, chart) {
  const path = join(folder, `space${count}`);
  let state = 11;
  const random = () => { state = (Math.imul(state, 1103515245) + 12345) >>> 0; return state / 4294967296; };
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const lines = Array.from({ length: count }, () => { const x = normal(); return `${x.toFixed(4)},${(0.6 * x + normal()).toFixed(4)},${normal().toFixed(4)}`; });
  writeFileSync(`${path}.csv`, `x,y,z\n${lines.join('\n')}\n`);
  writeFileSync(`${path}.figure.yaml`, `hexis: figure/1\ndata: space${count}.csv\nchart: ${chart}\n`);
  return `${path}.figure.yaml`;
}
const charts = { flat: '{ kind: scatter, x: x, y: y }', space: '{ kind: space, x: x, y: y, z: z }', shells: '{ kind: space, x: x, y: y, z: z, shells: {} }', ellipsoid: '{ kind: space, x: x, y: y, z: z, ellipsoid: {} }', drop: '{ kind: space, x: x, y: y, z: z, drop: floor }' };
const n = Number(process.argv[2] ?? 1000);
const names = process.argv.slice(3);
for (const name of names.length ? names : Object.keys(charts)) {
  const one = await gather(new Store(disk), cloud(n, charts[name]));
  if (!one.ok) throw new Error(JSON.stringify(one));
  console.log(name, (await callTime(() => compose(one.value), 25, 15)).toFixed(2));
}
