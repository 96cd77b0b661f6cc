/** Where a row takes its time: a profile of its samples, and the places that take the longest, each with its room. */
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { Session } from 'node:inspector/promises';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { last, run } from './measure.mjs';
import { here, opened } from './tree.mjs';
import { partOf } from './trial.mjs';

const shown = 20;

/** The room of a place: that of the core, the library of another, or Node's own. */
function roomOf(url) {
  if (url === '') return 'engine';
  if (url.startsWith('node:')) return 'node';
  const path = url.startsWith('file:') ? relative(here, fileURLToPath(url)) : url;
  const library = /node_modules\/((?:@[^/]+\/)?[^/]+)/.exec(path)?.[1];
  if (library) return library;
  const [, room, inner] = /dist\/(?:core\/)?([^/]+)\/(?:([^/.]+)\/)?/.exec(path) ?? [];
  return room === undefined ? path : inner === undefined ? room : `${room}/${inner}`;
}

/** Milliseconds that each place takes by itself, the longest first. */
function places({ nodes, samples, timeDeltas }) {
  const byId = new Map(nodes.map((node) => [node.id, node]));
  const own = new Map();
  for (const [i, id] of samples.entries()) {
    const { functionName, url, lineNumber } = byId.get(id).callFrame;
    const key = `${functionName || '(of a module)'}\t${url}\t${lineNumber + 1}`;
    own.set(key, (own.get(key) ?? 0) + timeDeltas[i] / 1000);
  }
  return [...own]
    .map(([key, time]) => {
      const [name, url, line] = key.split('\t');
      return { name, room: roomOf(url), at: url === '' ? '' : `${url.split('/').at(-1)}:${line}`, time };
    })
    .filter(({ name }) => name !== '(idle)' && name !== '(program)')
    .sort((a, b) => b.time - a.time);
}

/** Of the samples of a row, for a few seconds, in this process. */
async function ofSamples(row, sample) {
  for (let i = 0; i < (row.warm ?? 0); i += 1) await sample();
  const session = new Session();
  session.connect();
  await session.post('Profiler.enable');
  await session.post('Profiler.setSamplingInterval', { interval: 200 });
  await session.post('Profiler.start');
  const end = performance.now() + 4000;
  let count = 0;
  do {
    await sample();
    count += 1;
  } while (performance.now() < end);
  return { found: (await session.post('Profiler.stop')).profile, count };
}

/** Of the process that a row runs last: the command from its modules and not from the bundle, so that each place has a name. */
function ofProcess({ args, options }, { tree, folder }) {
  const how = ['--cpu-prof', '--cpu-prof-interval', '200', '--cpu-prof-dir', folder];
  const at = args.indexOf(tree.command);
  run([...how, ...(at < 0 ? args : [join(here, 'dist/cli/start.js'), ...args.slice(at + 1)])], options);
  const texts = readdirSync(folder)
    .filter((name) => name.endsWith('.cpuprofile'))
    .map((name) => readFileSync(join(folder, name), 'utf8'));
  // Threads have profiles of their own.
  const longest = texts.toSorted((one, other) => other.length - one.length)[0];
  return { found: JSON.parse(longest), count: 1 };
}

/** Writes a profile of a row, and says where it takes its time. */
export async function profile(row) {
  const context = { tree: opened(here), folder: mkdtempSync(join(tmpdir(), 'hexis-bench-')) };
  const sample = await row[partOf(row)](context);
  await sample();
  const { found, count } = last.args ? ofProcess(last, context) : await ofSamples(row, sample);
  const file = 'bench.cpuprofile';
  writeFileSync(file, JSON.stringify(found));
  const all = places(found);
  const sum = all.reduce((total, { time }) => total + time, 0);
  const share = (time) => `${((100 * time) / sum).toFixed(1)} %`.padStart(7);
  console.log(`${row.name}: ${(sum / count).toFixed(2)} ms, ${count} times; the profile is in ${file}\n`);
  const rooms = new Map();
  for (const { room, time } of all) rooms.set(room, (rooms.get(room) ?? 0) + time);
  for (const { name, room, at, time } of all.slice(0, shown))
    console.log(`${share(time)}  ${room.padEnd(20)} ${name}  ${at}`);
  console.log('\nby room');
  for (const [room, time] of [...rooms].sort((a, b) => b[1] - a[1]).slice(0, 12))
    console.log(`${share(time)}  ${room}`);
  rmSync(context.folder, { recursive: true, force: true });
  process.exit();
}
