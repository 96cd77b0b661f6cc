/**
 * Puts small faults into a sample of all rooms of the core, one at a time, and says which of them no test notices.
 *
 *   npm run mutate -- [COUNT] [SEED]     so many faults (default 30) of seed 1
 *   npm run mutate -- FILE…              every fault of these files
 *
 * Those that are tried are built into a copy of the project, each behind a switch. The tests run once with none switched on, which
 * says what suites reach each of them; then every fault is switched on by itself and these suites run, the shortest first, until
 * one fails.
 */
import { spawn } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createInstrumenter } from '@stryker-mutator/instrumenter';

const root = fileURLToPath(new URL('..', import.meta.url));
const copy = mkdtempSync(join(tmpdir(), 'hexis-faults-'));
const atOnce = 2;
const options = '--conditions=@hexis/source --import ./tests/runner/register.mjs --no-warnings';
/** Tests of sources, pages and files would find the faults themselves in them; those of pictures take minutes for each. */
const others = /^(purity|docs\w*|project|work|rooms|face|promises|plain|mono|pixels|items|nasty)\.test/;

const rooms = readdirSync(join(root, 'src/core'), { withFileTypes: true })
  .filter((entry) => entry.isDirectory())
  .map(({ name }) => name);
/** Made by scripts, or words and types alone: a fault there would say nothing of the tests. */
const left = /^generated\/|\/generated\/|^wording\/|fileKinds\.ts$|\.d\.ts$/;
/** Texts and regular expressions have tests of their own; what is left out here are faults that say the same in other words. */
const excludedMutations = ['StringLiteral', 'Regex'];

/** Numbers from 0 to 1, the same for a seed (a linear congruence). */
function chance(seed) {
  let state = (seed * 2_654_435_761) % 4_294_967_296;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return state / 4_294_967_296;
  };
}

const sources = () =>
  rooms.flatMap((room) =>
    readdirSync(join(root, 'src/core', room), { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.ts') && !left.test(name))
      .sort()
      .map((name) => `src/core/${room}/${name}`),
  );

const silent = { isDebugEnabled: () => false, debug() {}, info() {}, warn() {}, trace() {}, error() {} };

/** The instrumenter asks for its parts by a container; these are the few words of one that it needs. */
function instrumenter() {
  const values = {};
  const container = {
    provideValue(token, value) {
      values[token] = value;
      return container;
    },
    injectClass: (Type) => new Type(silent, ...Type.inject.slice(1).map((token) => values[token])),
  };
  return createInstrumenter(container);
}

/** The files with their possible faults built in, all or those in some places, and the faults. */
function instrumented(files, placesOf = () => true) {
  return instrumenter().instrument(
    files.map((name) => ({ name, mutate: placesOf(name), content: readFileSync(join(root, name), 'utf8') })),
    { plugins: null, excludedMutations, ignorers: [], noHeader: false },
  );
}

/** A sample of the faults, no two of them in one line. */
function sampleOf(mutants, count, seed) {
  const next = chance(seed);
  const rest = [...mutants];
  const lines = new Set();
  const chosen = [];
  while (chosen.length < count && rest.length > 0) {
    const [one] = rest.splice(Math.floor(next() * rest.length), 1);
    const line = `${one.fileName}:${one.location.start.line}`;
    if (!lines.has(line)) chosen.push(one);
    lines.add(line);
  }
  return chosen;
}

/** Runs suites of the copy in one process. @returns how it ended: all well, a test that failed, or no end in time */
function run(suites, env, patience) {
  const args = [
    join(root, 'node_modules/jest/bin/jest.js'),
    '-c',
    'tests/mutation/jest.config.mjs',
    '-i',
    '--bail',
    '--runTestsByPath',
    ...suites,
  ];
  const child = spawn(process.execPath, args, {
    cwd: copy,
    stdio: 'ignore',
    env: { ...process.env, NODE_OPTIONS: options, ...env },
  });
  return new Promise((resolve) => {
    const timer = setTimeout(() => child.kill('SIGKILL'), patience);
    child.on('close', (code, signal) => {
      clearTimeout(timer);
      resolve(signal ? 'no end' : code === 0 ? 'well' : 'failed');
    });
  });
}

/** Does something for each of a list, two at a time. */
async function each(list, act) {
  const queue = [...list];
  const work = async () => {
    for (let one = queue.shift(); one !== undefined; one = queue.shift()) await act(one);
  };
  await Promise.all(Array.from({ length: atOnce }, work));
}

const given = process.argv.slice(2);
const named = given.filter((word) => !/^\d+$/.test(word));
const [count = 30, seed = 1] = given.filter((word) => /^\d+$/.test(word)).map(Number);
const all = await instrumented(named.length > 0 ? named : sources());
const mutants = all.mutants.filter(({ status }) => status !== 'Ignored');
const sample = named.length > 0 ? mutants : sampleOf(mutants, count, seed);
// Only those that are tried are built in: each switch takes time, also where it is off.
const nameOf = ({ fileName, location, mutatorName, replacement }) =>
  JSON.stringify([fileName, location, mutatorName, replacement]);
const wanted = new Set(sample.map(nameOf));
const built = await instrumented([...new Set(sample.map(({ fileName }) => fileName))], (name) =>
  sample.flatMap(({ fileName, location }) => (fileName === name ? [location] : [])),
);
const chosen = built.mutants.filter((mutant) => wanted.has(nameOf(mutant)));

for (const part of [
  'src',
  'tests',
  'demo',
  'docs',
  'assets',
  'schemas',
  'scripts',
  'package.json',
  'jest.config.mjs',
  'README.md',
  'CONTRIBUTING.md',
])
  if (existsSync(join(root, part))) cpSync(join(root, part), join(copy, part), { recursive: true });
// The command is the one without faults: tests that ask it look at other things by it.
for (const part of ['node_modules', 'dist', 'bin']) symlinkSync(join(root, part), join(copy, part));
for (const { name, content } of built.files) writeFileSync(join(copy, name), content);

console.log(`${chosen.length} of ${mutants.length} possible faults; each suite runs once without any`);
const suites = [];
const paths = ['core', 'library', 'formats'].flatMap((folder) =>
  readdirSync(join(copy, 'tests', folder))
    .filter((name) => name.endsWith('.test.ts') && !others.test(name))
    .map((name) => join(copy, 'tests', folder, name)),
);
await each(paths, async (path) => {
  const seen = join(copy, `${basename(path)}.json`);
  const began = performance.now();
  const ended = await run([path], { HEXIS_SEEN: seen }, 600_000);
  if (ended === 'well')
    suites.push({ path, took: performance.now() - began, hits: JSON.parse(readFileSync(seen, 'utf8')) });
  else console.log(`left out, since it does not pass without a fault: ${basename(path)}`);
});
suites.sort((a, b) => a.took - b.took);

/** How a fault is met: by no suite at all, or as the suites that reach it end. */
async function metBy({ id }) {
  const reaching = suites.filter(({ hits }) => hits[id]);
  if (reaching.length === 0) return 'not reached';
  const sum = (of) => reaching.reduce((total, own) => total + of(own), 0);
  const paths = reaching.map(({ path }) => path);
  const hits = 100 * sum((own) => own.hits[id]) + 10_000;
  const env = { __STRYKER_ACTIVE_MUTANT__: id, HEXIS_ORDER: paths.join(), HEXIS_HITS: String(hits) };
  const ended = await run(paths, env, 60_000 + 3 * sum(({ took }) => took));
  return ended === 'well' ? 'NOT NOTICED' : ended === 'failed' ? 'noticed' : 'noticed, since it did not end';
}

const whatOf = ({ fileName, location: { start, end }, replacement }) => {
  const lines = readFileSync(join(root, fileName), 'utf8').split('\n');
  const first = lines[start.line].slice(start.column, start.line === end.line ? end.column : undefined);
  return `${fileName}:${start.line + 1}: ${first.trim()} -> ${replacement.replace(/\s+/g, ' ').slice(0, 80)}`;
};

const missed = [];
let done = 0;
await each(chosen, async (fault) => {
  const met = await metBy(fault);
  if (met === 'NOT NOTICED' || met === 'not reached') missed.push(fault);
  done += 1;
  console.log(`${done} ${met}: ${whatOf(fault)}`);
});
rmSync(copy, { recursive: true, force: true });
console.log(
  `\n${missed.length} of ${chosen.length} faults were not noticed (${((100 * missed.length) / chosen.length).toFixed(1)} %)`,
);
for (const fault of missed) console.log(`  ${whatOf(fault)}`);
