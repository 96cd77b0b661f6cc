/**
 * Measures speed and memory as ratios within one run, so that the machine's own speed falls out.
 *
 *   npm run bench [-- --runs 15]
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { check, openProject } from 'hexis';
import { disk, formats, write } from 'hexis/node';
import { layFigure, planFigure } from '../dist/core/project/compose/compose.js';
import { ready as typed } from '../dist/core/project/compose/ready.js';
import { gather as read } from '../dist/core/project/read/gather.js';
import { Store } from '../dist/core/project/read/store.js';
import { deskTimes } from './desk.mjs';
import { refusals } from './refusals.mjs';
import { reportTimes } from './reports.mjs';
import { turnTimes } from './turn.mjs';

const at = process.argv.indexOf('--runs');
const runs = at > 0 ? Number(process.argv[at + 1]) : 15;
const figure = 'demo/figures/yield-by-bed.figure.yaml';
const folder = mkdtempSync(join(tmpdir(), 'hexis-bench-'));
const rows = [];

const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];
const row = (what, reached, limit) => rows.push({ what, reached, limit });

/** Milliseconds of whole processes, run in turn so that drift strikes all alike. */
function processTimes(calls, count = runs) {
  const times = calls.map(() => []);
  for (let run = 0; run <= count; run += 1) {
    for (const [i, args] of calls.entries()) {
      const start = process.hrtime.bigint();
      const { status, stderr } = spawnSync(process.execPath, args, { stdio: ['ignore', 'ignore', 'pipe'] });
      if (status !== 0) throw new Error(`${args.join(' ')}: ${stderr}`);
      // The first round warms the disk and is not counted.
      if (run > 0) times[i].push(Number(process.hrtime.bigint() - start) / 1e6);
    }
  }
  return times.map(median);
}

/** Milliseconds of a call, the median of many after a warm-up. */
async function callTime(call, count = 300, warmUp = 50) {
  const times = [];
  for (let i = 0; i < count + warmUp; i += 1) {
    const start = process.hrtime.bigint();
    await call();
    if (i >= warmUp) times.push(Number(process.hrtime.bigint() - start) / 1e6);
  }
  return median(times);
}

/** A figure that is read, with its type. */
const gather = async (store, path) => {
  const found = await typed(store, await read(store, path), {});
  return { ...found, value: found.value?.gathered };
};
/** Composes one: planned, and laid out. */
const compose = (gathered) => layFigure(gathered, planFigure(gathered).value);

const ready = await gather(new Store(disk), figure);
if (!ready.ok) throw new Error('the demo figure does not read');
const composed = compose(ready.value);

// Whole processes.
const draw = (as) => ['bin/hexis.cjs', 'draw', figure, '--as', as, '-o', `${folder}/`];
spawnSync(process.execPath, draw('plate'));
const [bare, svg, three, writers] = processTimes([
  ['-e', '0'],
  draw('svg'),
  draw('svg,pdf,png'),
  ['bench/writers.mjs', join(folder, 'yield-by-bed.plate.json')],
]);
row('draw to SVG, whole process, of `node -e 0`', svg / bare, 2.2);
row('draw to SVG, PDF and PNG, of the writers alone on a ready plate with start-up', three / writers, 1.6);

// Composing, warm, against measuring its texts with no cache.
const composing = await callTime(() => compose(ready.value), 300, 600);
const { compiledFace } = await import('../dist/core/type/compiledFace.js');
const { setText } = await import('../dist/core/type/setText.js');
const { typeKit } = await import('../dist/core/type/typeKit.js');
const { table } = await import('../dist/core/type/generated/arimo.regular.js');
const texts = composed.value.plate.items.filter((item) => item.type === 'text');
const kits = Array.from({ length: 350 }, () => typeKit([compiledFace('Arimo', 'regular', table)]));
const uncached = await callTime(() => {
  const kit = kits.pop();
  for (const { text, pieces } of texts)
    setText(kit, text, { family: 'Arimo', size: pieces[0].size, bold: false, italic: false });
});
row('compose, warm, milliseconds', composing, 3);
row(
  `compose, warm, of measuring its ${texts.length} texts uncached (${uncached.toFixed(3)} ms)`,
  composing / uncached,
  4,
);

// A million rows.
const big = join(folder, 'big.csv');
let text = 'bed,season,yield,note\n';
for (let i = 0; i < 1e6; i += 1)
  text += `${1 + (i % 4)},${['spring', 'summer', 'autumn'][i % 3]},${((i * 7919) % 1000) / 100},plot ${i}\n`;
writeFileSync(big, text);
text = '';
writeFileSync(
  join(folder, 'big.figure.yaml'),
  'hexis: figure/1\ndata: big.csv\nchart: { kind: bar, category: bed, group: season, value: yield, error: { shows: ci } }\n',
);
const bigDraw = ['bin/hexis.cjs', 'draw', join(folder, 'big.figure.yaml'), '-o', `${folder}/`];
const [parser, million] = processTimes([['bench/parser.mjs', big], bigDraw], 3);
row('1 million CSV rows to a bar of means, of the CSV parser alone on that file', million / parser, 1.5);
/** The most memory of a process, in MB. */
function peakMemory(args) {
  const { stderr } = spawnSync('/usr/bin/time', ['-v', process.execPath, ...args], { encoding: 'utf8' });
  const peak = /Maximum resident set size \(kbytes\): (\d+)/.exec(stderr ?? '')?.[1];
  return Number(peak ?? execFileSync(process.execPath, ['bench/peak.mjs', ...args], { encoding: 'utf8' })) / 1000;
}
row('the same, peak memory in MB', peakMemory(bigDraw), 600);

// Many points.
function writePoints(count) {
  let state = 7;
  const random = () => {
    state = (Math.imul(state, 1103515245) + 12345) >>> 0;
    return state / 4294967296;
  };
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
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
const points = await gather(new Store(disk), writePoints(100_000));
const cloud = compose(points.value);
const markers = cloud.value.plate.items.find(({ type }) => type === 'markers');
const xy = points.value.table;
const [xs, ys] = [xy.number('x').numbers, xy.number('y').numbers];
const plain = await callTime(
  () => {
    let data = '';
    for (let i = 0; i < xs.length; i += 1) data += `M${xs[i]} ${ys[i]}h0`;
    return data.length;
  },
  20,
  5,
);
const written = await callTime(() => write(cloud.value, 'svg'), 20, 5);
row('100 000 points: SVG writer, of a loop that joins the coordinates of all', written / plain, 2);
row(
  'the same, of their coordinates in bytes',
  (await write(cloud.value, 'svg')).value.length / [...xs].reduce((sum, x, i) => sum + `M${x} ${ys[i]}h0`.length, 0),
  1.2,
);
for (const name of ['pdf', 'png']) {
  const bytes = await write(cloud.value, name);
  row(
    `the same, ${name.toUpperCase()} bytes for each spot of ink that shows (${markers.xs.length})`,
    bytes.value.length / markers.xs.length,
    name === 'pdf' ? 15 : 4,
  );
}
const millionPoints = ['bin/hexis.cjs', 'draw', writePoints(1_000_000), '--as', 'png', '-o', `${folder}/`];
row('1 million points to PNG, peak memory in MB', peakMemory(millionPoints), 500);

// Clouds in space against the flat cloud of the same cases.
function cloudTimes(count, chart) {
  const path = join(folder, `space${count}`);
  let state = 11;
  const random = () => {
    state = (Math.imul(state, 1103515245) + 12345) >>> 0;
    return state / 4294967296;
  };
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const lines = Array.from({ length: count }, () => {
    const x = normal();
    return `${x.toFixed(4)},${(0.6 * x + normal()).toFixed(4)},${normal().toFixed(4)}`;
  });
  writeFileSync(`${path}.csv`, `x,y,z\n${lines.join('\n')}\n`);
  writeFileSync(`${path}.figure.yaml`, `hexis: figure/1\ndata: space${count}.csv\nchart: ${chart}\n`);
  return `${path}.figure.yaml`;
}
for (const count of [1000, 10_000]) {
  const time = async (chart) => {
    const one = await gather(new Store(disk), cloudTimes(count, chart));
    return callTime(() => compose(one.value), 25, 15);
  };
  const flat = await time('{ kind: scatter, x: x, y: y }');
  row(
    `${count} points in space: compose, of the flat scatter`,
    (await time('{ kind: space, x: x, y: y, z: z }')) / flat,
    4,
  );
  if (count > 1000) continue;
  row('the same with shells', (await time('{ kind: space, x: x, y: y, z: z, shells: {} }')) / flat, 10);
  row('the same with an ellipsoid', (await time('{ kind: space, x: x, y: y, z: z, ellipsoid: {} }')) / flat, 10);
  row('the same with drop lines', (await time('{ kind: space, x: x, y: y, z: z, drop: floor }')) / flat, 10);
}

// Turning in the browser, from a new view to the painted figure.
const turns = (
  await turnTimes(readFileSync(join(folder, 'space10000.csv'), 'utf8'), '{ kind: space, x: x, y: y, z: z }')
).toSorted((a, b) => a - b);
row(
  'turn of 10 000 points in Chromium, a view to the painted figure: p95 in frames of 60 a second',
  turns[Math.floor(turns.length * 0.95)] / (1000 / 60),
  3,
);

// The desk in the browser, from a key to the painted figure; and a folder of 200 figures.
const desk = await deskTimes();
const worst = (times) => times.toSorted((a, b) => a - b)[Math.floor(times.length * 0.95)] / (1000 / 60);
row('desk, a key to the painted bars: p95 in frames of 60 a second', worst(desk.bars), 1);
row('desk, a key to 10 000 painted points: p95 in frames', worst(desk.points), 3);
row('desk, a key to a painted board of four: p95 in frames', worst(desk.board), 3);
row('desk, memory of the page once 200 small figures went by / before', desk.heap[1] / desk.heap[0], 3);

// Fifty figures of one table, as one project: one reading, and fifty times composing.
const fifty = Array.from({ length: 50 }, (_, i) => {
  const path = join(folder, `fifty${i}.figure.yaml`);
  const value = ['yield', 'water', 'ph'][i % 3];
  const own = `hexis: figure/1\nid: fifty${i}\ndata: ${process.cwd()}/demo/data/plots.csv\n`;
  const names = `codebook: ${process.cwd()}/demo/garden.codebook.yaml\nstyle: ${process.cwd()}/demo/lanternfield.style.yaml\n`;
  writeFileSync(path, `${own}${names}chart: { kind: bar, category: bed, value: ${value}, group: season }\n`);
  return path;
});
const whole = await callTime(
  async () => {
    for await (const { ok } of openProject(disk).drawings(fifty)) if (!ok) throw new Error('a figure of fifty fails');
  },
  7,
  2,
);
const first = await callTime(() => openProject(disk).draw(fifty[0]), 15, 3);
const stores = await Promise.all(fifty.map((path) => gather(new Store(disk), path)));
const alone = await callTime(() => stores.map(({ value }) => compose(value)), 9, 3);
row('fifty figures of one table, less one reading, of fifty composings', (whole - first) / alone, 1.2);

// Each figure of the demo.
for (const name of readdirSync('demo/figures')) {
  const one = await gather(new Store(disk), `demo/figures/${name}`);
  row(
    `compose, warm, milliseconds: ${name.replace('.figure.yaml', '')}`,
    await callTime(() => compose(one.value), 40, 40),
    10,
  );
}

// The check: of each figure of the demo against composing it, in a cold process against the whole drawing, and of many.
const checks = [];
for (const name of readdirSync('demo/figures')) {
  const one = await gather(new Store(disk), `demo/figures/${name}`);
  const { value, problems } = compose(one.value);
  const [checking, making] = [
    await callTime(() => check(value, problems), 60, 60),
    await callTime(() => compose(one.value), 60, 60),
  ];
  checks.push(checking / making);
}
row('check of a figure of the demo, warm, of composing it: median', median(checks), 1);
row('the same: most', Math.max(...checks), 1.5);
const cold = Array.from({ length: runs }, () =>
  Number(execFileSync(process.execPath, ['bench/coldCheck.mjs', figure], { encoding: 'utf8' })),
);
row('check in a cold process, of the whole drawing to SVG', median(cold) / svg, 0.05);
const twoHundred = fifty.flatMap((path) =>
  ['a', 'b', 'c', 'd'].map((name) => {
    const copy = path.replace('.figure.yaml', `${name}.figure.yaml`);
    writeFileSync(copy, readFileSync(path));
    return copy;
  }),
);
row(
  'check of 200 figures in one call, peak memory, of 100',
  peakMemory(['bin/hexis.cjs', 'check', ...twoHundred]) /
    peakMemory(['bin/hexis.cjs', 'check', ...twoHundred.slice(0, 100)]),
  1.3,
);
const [proofs, tens] = processTimes(
  [
    ['bin/hexis.cjs', 'proof', ...fifty.slice(0, 10), '--replace', '-o', join(folder, 'proof.pdf')],
    ['bin/hexis.cjs', 'draw', ...fifty.slice(0, 10), '--as', 'pdf', '--replace', '-o', `${folder}/`],
  ],
  Math.min(runs, 5),
);
row('proof of ten figures to PDF, of writing the ten to PDF', proofs / tens, 4);

// Writers on a ready plate of each kind of chart.
const byKind = new Map();
for (const name of readdirSync('demo/figures')) {
  const one = await gather(new Store(disk), `demo/figures/${name}`);
  byKind.set(one.value.figure.chart.kind, one.value);
}
for (const format of formats.filter(({ name }) => ['svg', 'pdf', 'png'].includes(name))) {
  for (const [kind, one] of byKind) {
    const made = compose(one);
    const time = await callTime(() => write(made.value, format.name), format.name === 'png' ? 5 : 15, 3);
    row(`writer: ${format.name} of a ${kind} chart, of \`node -e 0\``, time / bare, undefined);
  }
}

// The whole demo project (`npm start`), and how much of it the writers take.
const [start] = processTimes([['bin/hexis.cjs', 'demo', join(folder, 'demo')]], 3);
let writing = 0;
for (const name of readdirSync('demo/figures')) {
  const one = await gather(new Store(disk), `demo/figures/${name}`);
  const made = compose(one.value);
  for (const as of ['svg', 'pdf', 'png']) {
    writing += await callTime(() => write(made.value, as), 3, 1);
  }
}
// Inputs of up to 10 MB that cannot be drawn.
const refused = refusals();
const slowest = refused.reduce((a, b) => (b.seconds > a.seconds ? b : a));
const largest = refused.reduce((a, b) => (b.peak > a.peak ? b : a));
row(`slowest of ${refused.length} refusals, in seconds (${slowest.name})`, slowest.seconds, 5);
row(`their greatest memory in MB (${largest.name})`, largest.peak, 600);

const reports = reportTimes();
row('50 figures bound as DOCX, HTML and PDF, of drawing their pictures divided by the cores', reports.bound, 1.5);
row('the same where one of them has changed, of binding all anew', reports.changed, 0.5);
row('peak memory of binding 50 figures, of binding 10', reports.memory, 1.3);

row('npm start: the demo in SVG, PDF and PNG, of `node -e 0`', start / bare, undefined);
row('npm start: the writers alone, warm, of the whole', writing / start, undefined);

const width = Math.max(...rows.map(({ what }) => what.length));
console.log(`${'what'.padEnd(width)}  reached  at most`);
for (const { what, reached, limit } of rows) {
  const over = limit !== undefined && reached > limit ? '  over' : '';
  console.log(
    `${what.padEnd(width)}  ${reached.toFixed(2).padStart(7)}  ${(limit === undefined ? '' : String(limit)).padStart(7)}${over}`,
  );
}
rmSync(folder, { recursive: true });
