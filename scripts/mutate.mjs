/**
 * Puts small faults into a sample of all rooms of the core, one at a time, and says which of them no test notices.
 *
 *   npm run mutate -- [COUNT] [SEED]     a sample of so many lines (default 30) of seed 1
 *   npm run mutate -- FILE[:LINE-LINE]…  the lines of these files
 */
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const rooms = readdirSync(join(root, 'src/core'), { withFileTypes: true })
  .filter((entry) => entry.isDirectory())
  .map(({ name }) => name);
/** Made by scripts, or words and types alone: a fault there would say nothing of the tests. */
const left = /^generated\/|\/generated\/|^wording\/|fileKinds\.ts$|\.d\.ts$/;

/** Numbers from 0 to 1, the same for a seed (a linear congruence). */
function chance(seed) {
  let state = (seed * 2_654_435_761) % 4_294_967_296;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return state / 4_294_967_296;
  };
}

/** Lines that do something. */
function linesOf(file) {
  const works = (line) =>
    /[=?<>+*/&|!-]|return|\(/.test(line) &&
    !/^\s*(\/?\*|\/\/|import|export (type|interface)|type |interface )/.test(line);
  return readFileSync(join(root, file), 'utf8')
    .split('\n')
    .flatMap((line, i) => (works(line) ? [`${file}:${i + 1}-${i + 1}`] : []));
}

function sampleOf(count, seed) {
  const files = rooms.flatMap((room) =>
    readdirSync(join(root, 'src/core', room), { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.ts') && !left.test(name))
      .sort()
      .map((name) => `src/core/${room}/${name}`),
  );
  const lines = files.flatMap(linesOf);
  const next = chance(seed);
  return Array.from({ length: Math.min(count, lines.length) }, () =>
    lines.splice(Math.floor(next() * lines.length), 1).join(),
  );
}

const given = process.argv.slice(2);
const named = given.filter((word) => !/^\d+$/.test(word));
const [count = 30, seed = 1] = given.filter((word) => /^\d+$/.test(word)).map(Number);
const mutate = named.length > 0 ? named : sampleOf(count, seed);
const { status } = spawnSync('npx', ['stryker', 'run', 'stryker.config.mjs', '--mutate', mutate.join(',')], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, NODE_OPTIONS: '--experimental-vm-modules' },
});
process.exitCode = status ?? 1;
