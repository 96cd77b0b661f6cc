/**
 * What may happen to a disk while Hexis writes: kills, a full disk, a read-only folder, two programs at once, files that
 * change while they are watched. Prints what was tried, and fails where anything was lost.
 *
 *   npm run faults            200 kills of each kind
 *   npm run faults -- 20      fewer
 */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  symlinkSync,
  unlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { randomOf } from '../fuzz/random.mjs';

const root = fileURLToPath(new URL('../..', import.meta.url));
const program = join(root, 'bin', 'hexis.cjs');
const folder = mkdtempSync(join(tmpdir(), 'hexis-faults-'));
const formats = ['svg', 'pdf', 'eps', 'png', 'tiff', 'plate'];
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const count = Number(process.argv[2] ?? 200);
/** Fewer kills, fewer of the rest: the tests take a sample. */
const share = count < 50 ? 0.2 : 1;
let failed = 0;

function check(what, fine, more = '') {
  if (!fine) failed += 1;
  console.log(`${fine ? 'held' : 'FAILED'}: ${what}${fine ? '' : ` ${more}`}`);
}

cpSync(join(root, 'demo'), folder, { recursive: true });
const figure = join(folder, 'figures', 'yield-by-bed.figure.yaml');
const original = readFileSync(figure, 'utf8');
const draw = (...args) => spawnSync(process.execPath, [program, 'draw', ...args], { cwd: folder, encoding: 'utf8' });
const hash = (path) => (existsSync(path) ? createHash('sha256').update(readFileSync(path)).digest('hex') : 'none');
const names = formats.map((name) => `yield-by-bed.${name === 'plate' ? 'plate.json' : name}`);
const hashes = (out) => names.map((name) => hash(join(folder, out, name)));
const left = (out) => readdirSync(join(folder, out)).filter((name) => /^\.hexis-.*\.(part|old|new|set)$/.test(name));

/** The files of the figure as it is, and with another title. */
async function kills() {
  const versions = [
    original,
    original.replace('Mean yield by type of bed and season', 'Yield of the beds, season by season'),
  ];
  const whole = versions.map((text, i) => {
    writeFileSync(figure, text);
    draw(figure, '--as', formats.join(), '--caption', '-o', `whole${i}/`);
    return hashes(`whole${i}`);
  });
  const random = randomOf(1, 1);
  let [torn, mixed, stale, killed, writing] = [0, 0, 0, 0, 0];
  mkdirSync(join(folder, 'out'), { recursive: true });
  for (let k = 0; k < count; k += 1) {
    writeFileSync(figure, versions[k % 2]);
    const child = spawn(
      process.execPath,
      [program, 'draw', figure, '--as', formats.join(), '--caption', '-o', 'out/'],
      { cwd: folder, stdio: 'ignore' },
    );
    // Most kills come just while files are written and moved, which takes some milliseconds.
    if (random.chance(0.15)) await pause(random.int(1200));
    else {
      while (child.exitCode === null && left('out').length === 0) await pause(1);
      if (child.exitCode === null) writing += 1;
      await pause(random.int(25));
    }
    if (child.exitCode === null) killed += 1;
    child.kill('SIGKILL');
    await new Promise((resolve) =>
      child.exitCode !== null || child.signalCode ? resolve() : child.once('exit', resolve),
    );
    const now = hashes('out');
    if (now.some((own, i) => own !== 'none' && own !== whole[0][i] && own !== whole[1][i])) torn += 1;
    // The next drawing finishes a set that was being moved, or clears it away.
    writeFileSync(figure, versions[(k + 1) % 2]);
    if (k % 10 === 9 || k === count - 1) {
      draw(figure, '--as', formats.join(), '--caption', '-o', 'out/');
      if (hashes('out').join() !== whole[(k + 1) % 2].join()) mixed += 1;
      stale += left('out').length;
    }
  }
  check(
    `${killed} kills, ${writing} of them while writing, in ${count} drawings of ${formats.length} formats: every file is the old or the new one`,
    torn === 0,
    `${torn} torn`,
  );
  check('after the next drawing all files are of one set', mixed === 0, `${mixed} mixed`);
  check('nothing of ours is left behind', stale === 0, `${stale} left`);
  writeFileSync(figure, original);
}

function disks() {
  const small = join(folder, 'small');
  mkdirSync(small);
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=120k', 'tmpfs', small]).status === 0;
  if (mounted) {
    draw(figure, '-o', 'small/a.svg');
    const before = hash(join(small, 'a.svg'));
    const full = draw(figure, '--as', 'svg,pdf,tiff', '--name', 'a', '-o', 'small/');
    check(
      'a full disk: said, the old file whole, nothing left behind',
      full.status === 3 &&
        /full/.test(full.stderr) &&
        hash(join(small, 'a.svg')) === before &&
        readdirSync(small).length === 1,
      full.stderr + readdirSync(small),
    );
    spawnSync('mount', ['-o', 'remount,ro', small]);
    const readOnly = draw(figure, '-o', 'small/b.svg');
    check('a read-only disk: said', readOnly.status === 3 && /read-only/.test(readOnly.stderr), readOnly.stderr);
    spawnSync('umount', [small]);
  } else console.log('not tried: a full disk and a read-only one, which only an administrator can mount');
  if (process.getuid?.() !== 0) {
    mkdirSync(join(folder, 'locked'));
    chmodSync(join(folder, 'locked'), 0o555);
    const locked = draw(figure, '-o', 'locked/a.svg');
    check('a read-only folder: said', locked.status === 3 && /denied/.test(locked.stderr), locked.stderr);
  }
}

async function together() {
  const run = () =>
    new Promise((resolve) =>
      spawn(process.execPath, [program, 'draw', figure, '--as', formats.join(), '-o', 'both/'], {
        cwd: folder,
        stdio: 'ignore',
      }).once('exit', resolve),
    );
  let uneven = 0;
  for (let k = 0; k < 8 * share; k += 1) {
    const codes = await Promise.all([run(), run()]);
    if (codes.some((code) => code !== 0) || left('both').length > 0) uneven += 1;
  }
  const after = hashes('both');
  draw(figure, '--as', formats.join(), '-o', 'alone/');
  check(
    'two drawings of one figure at once: both done, the files whole',
    uneven === 0 && after.join() === hashes('alone').join(),
    `${uneven} uneven`,
  );
}

function keeps() {
  const at = (name) => join(folder, name);
  const refused = (what, ...args) => {
    const before = hash(args.at(-1));
    const { status, stderr } = draw(...args.slice(0, -1));
    check(what, status !== 0 && hash(args.at(-1)) === before, stderr);
  };
  refused('an output that is a figure file of the call', '--as', 'svg', figure, '-o', figure, figure);
  refused('an output that is the table', figure, '-o', at('data/plots.csv'), '--as', 'svg', at('data/plots.csv'));
  writeFileSync(at('own.json'), '{"mine":1}');
  refused('a file of another kind', figure, '-o', at('own.json'), at('own.json'));
  check('unless --replace is said', draw(figure, '--replace', '-o', at('own.json')).status === 0);
  writeFileSync(at('target.svg'), '<svg/>');
  symlinkSync(at('target.svg'), at('link.svg'));
  chmodSync(at('target.svg'), 0o600);
  draw(figure, '-o', at('link.svg'));
  check(
    'a link is written through, and the mode kept',
    readFileSync(at('target.svg')).length > 1000 && (statSync(at('target.svg')).mode & 0o777) === 0o600,
  );
  chmodSync(at('target.svg'), 0o444);
  refused('a read-only file', figure, '-o', at('target.svg'), at('target.svg'));
  const long = `${'n'.repeat(251)}.svg`;
  check('a name as long as the disk allows', draw(figure, '-o', at(long)).status === 0 && existsSync(at(long)));
  if (spawnSync('mkfifo', [at('pipe.csv')]).status === 0) {
    writeFileSync(at('p.figure.yaml'), original.replace('../data/plots.csv', 'pipe.csv').replaceAll('../', ''));
    const waiting = spawnSync(process.execPath, [program, 'draw', at('p.figure.yaml'), '-o', at('p.svg')], {
      timeout: 60_000,
      encoding: 'utf8',
    });
    check(
      'a pipe as data is refused, not waited for',
      waiting.status === 3 && /pipe/.test(waiting.stderr),
      waiting.stderr,
    );
    const replaced = draw(figure, '-o', at('pipe.csv'), '--as', 'svg', '--replace');
    check(
      'a pipe as output is not replaced',
      replaced.status === 3 && statSync(at('pipe.csv')).isFIFO(),
      replaced.stderr,
    );
  }
  check('folders are made', draw(figure, '-o', at('new/folders/a.svg')).status === 0);
}

async function watching() {
  const child = spawn(process.execPath, [program, 'draw', figure, '--watch', '-o', 'watched/'], {
    cwd: folder,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const out = join(folder, 'watched', 'yield-by-bed.svg');
  const until = async (fine) => {
    for (let k = 0; k < 300; k += 1) {
      if (fine()) return true;
      await pause(100);
    }
    return false;
  };
  await until(() => existsSync(out));
  let missed = 0;
  const titled = (word) => original.replace('Mean yield by type of bed and season', word);
  for (let k = 0; k < 20 * share; k += 1) {
    const word = `Title number ${k}`;
    // Two changes close together: the second one comes while the first is drawn.
    writeFileSync(figure, titled(`half of ${word}`));
    await pause(220 + 17 * k);
    if (k % 4 === 1) unlinkSync(figure);
    if (k % 4 === 2) writeFileSync(figure, titled(word).slice(0, 200));
    if (k % 4 === 3) {
      writeFileSync(`${figure}.new`, titled(word));
      renameSync(`${figure}.new`, figure);
    } else {
      await pause(30);
      writeFileSync(figure, titled(word));
    }
    if (!(await until(() => existsSync(out) && readFileSync(out, 'utf8').includes(`<title>${word}</title>`))))
      missed += 1;
  }
  check(
    `${20 * share} changes while a figure is watched, some while it is drawn, deleted, half-written, replaced: all seen`,
    missed === 0 && child.exitCode === null,
    `${missed} missed`,
  );
  child.kill();
  writeFileSync(figure, original);
}

/** Kills while a document is brought up to date: it is the old or the new one, whole, and the old one comes back. */
async function documentKills() {
  const run = (...args) => spawnSync(process.execPath, [program, ...args], { cwd: folder, encoding: 'utf8' });
  const document = join(folder, 'thesis.docx');
  run('bind', 'garden.report.yaml', '-o', 'thesis.docx');
  const old = readFileSync(document);
  writeFileSync(
    figure,
    original.replace('Mean yield by type of bed and season', 'Yield of the beds, season by season'),
  );
  run('bind', 'garden.report.yaml', '--into', 'thesis.docx', '-o', 'thesis.docx');
  const wanted = hash(document);
  run('undo', 'thesis.docx');
  check(
    'what bind --into did is taken back to the byte',
    readFileSync(document).equals(old) && wanted !== hash(document),
  );
  const random = randomOf(3, 3);
  let [torn, lost, stale, killed] = [0, 0, 0, 0];
  const parts = () => left('');
  const times = Math.max(2, Math.round(count / 4));
  for (let k = 0; k < times; k += 1) {
    const child = spawn(
      process.execPath,
      [program, 'bind', 'garden.report.yaml', '--into', 'thesis.docx', '-o', 'thesis.docx'],
      { cwd: folder, stdio: 'ignore' },
    );
    if (random.chance(0.1)) await pause(random.int(900));
    else {
      while (child.exitCode === null && parts().length === 0) await pause(1);
      await pause(random.int(8));
    }
    if (child.exitCode === null) killed += 1;
    child.kill('SIGKILL');
    await new Promise((resolve) =>
      child.exitCode !== null || child.signalCode ? resolve() : child.once('exit', resolve),
    );
    if (hash(document) !== wanted && !readFileSync(document).equals(old)) torn += 1;
    run('bind', 'garden.report.yaml', '--into', 'thesis.docx', '-o', 'thesis.docx');
    if (hash(document) !== wanted) lost += 1;
    for (let i = 0; i < 3 && !readFileSync(document).equals(old); i += 1) run('undo', 'thesis.docx');
    if (!readFileSync(document).equals(old)) lost += 1;
    stale += parts().length;
  }
  writeFileSync(figure, original);
  const what = `${times} documents brought up to date, ${killed} of them killed`;
  check(`${what}: the document is the old or the new one`, torn === 0, `${torn} torn`);
  check(`${what}: the new one is made afterwards, and the old one comes back`, lost === 0, `${lost} lost`);
  check(`${what}: nothing of them is left`, stale === 0, `${stale} left`);
}

/** Sets of moves that somebody else left in a folder: nothing of them is done. */
function foreignSets() {
  const victims = ['data/plots.csv', 'garden.codebook.yaml', '../outside.txt'].map((name) => join(folder, name));
  writeFileSync(victims[2], 'mine');
  const before = victims.map(hash);
  const random = randomOf(4, 4);
  const dead = spawnSync(process.execPath, ['-e', '0']).pid;
  const word = { a: 'planted', b: 'set' };
  for (let k = 0; k < 60 * share; k += 1) {
    const to = random.pick([...victims, ...victims.map((path) => path.replace(folder, '.'))]);
    const saving = `.hexis-${dead}-1x.0-${k}`;
    const from = join(folder, `${saving}-0.part`);
    writeFileSync(from, word.a);
    const move = { from: random.pick([from, '/etc/hostname', 'data/plots.csv']), to, was: hash(to), will: hash(from) };
    const body = JSON.stringify(
      random.pick([{ hexis: 'set/1', moves: [move] }, [move], { moves: [move], seal: hash(from) }]),
    );
    writeFileSync(
      join(folder, `${saving}.set`),
      random.pick([body, `${hash(from)}\n${body}`, body.slice(0, 40), word.b]),
    );
  }
  const drawn = draw(figure, '-o', join(folder, 'own.svg'));
  check(
    'sets of moves that somebody else wrote: none is done, and the drawing is made',
    drawn.status === 0 && victims.map(hash).join() === before.join(),
    drawn.stderr,
  );
  for (const name of left('')) rmSync(join(folder, name));
  rmSync(victims[2]);
}

/** Two desks on one folder that change one file at once: each change that was said to be made is there. */
async function twoDesks() {
  const path = 'both.figure.yaml';
  writeFileSync(join(folder, path), original.replaceAll('../', ''));
  const desks = await Promise.all([0, 1].map(() => openDesk()));
  const made = [];
  let refused = 0;
  const write = async (desk, k) => {
    for (let n = 0; n < 40 * share; n += 1) {
      const now = await desk.ask(`/api/file?path=${path}`);
      const line = `# desk ${k}, change ${n}`;
      const changes = [{ path, was: now.body.sha256, text: `${now.body.text}${line}\n` }];
      const answer = await desk.ask('/api/change', { by: line, changes });
      if (answer.status === 200) made.push(line);
      else refused += 1;
    }
  };
  await Promise.all(desks.map(write));
  const text = readFileSync(join(folder, path), 'utf8');
  const gone = made.filter((line) => !text.includes(`${line}\n`));
  check(
    `two desks on one folder: ${made.length} changes made, ${refused} refused since the other was first; all that were made are there`,
    gone.length === 0 && made.length > 10 * share,
    `${gone.length} lost`,
  );
  for (const { child } of desks) child.kill();
}

/** A desk on the folder, by its command. */
async function openDesk() {
  const child = spawn(process.execPath, [program, 'desk', folder, '--no-open'], { stdio: ['ignore', 'pipe', 'pipe'] });
  const url = await new Promise((resolve) => {
    let said = '';
    child.stdout.on('data', (part) => {
      said += part;
      const found = /http:\/\/\S+/.exec(said);
      if (found) resolve(new URL(found[0]));
    });
  });
  const [token] = url.hash.slice(1).split('/');
  const headers = { authorization: `Bearer ${token}`, 'content-type': 'application/json' };
  const ask = async (to, body) => {
    const answer = await fetch(new URL(to, url.origin), {
      headers,
      ...(body === undefined ? {} : { method: 'POST', body: JSON.stringify(body) }),
    });
    return { status: answer.status, body: await answer.json().catch(() => ({})) };
  };
  return { child, ask };
}

try {
  keeps();
  disks();
  await together();
  await watching();
  /** Kills while a figure file is mended: the file is the old or the new one, whole, and what was mended can be taken back. */
  async function mendKills() {
    const flawed = join(folder, 'flawed', 'first-try.figure.yaml');
    const old = readFileSync(flawed, 'utf8');
    const run = (...args) => spawnSync(process.execPath, [program, ...args, flawed], { cwd: folder, encoding: 'utf8' });
    run('mend');
    const mended = readFileSync(flawed, 'utf8');
    run('undo');
    check('what mend did is taken back to the letter', readFileSync(flawed, 'utf8') === old && mended !== old);
    const random = randomOf(2, 2);
    const inFlawed = (pattern) =>
      [join(folder, 'flawed'), join(folder, 'flawed', '.hexis')].flatMap((path) =>
        existsSync(path) ? readdirSync(path).filter((name) => pattern.test(name)) : [],
      );
    let [torn, lost, stale, killed, made] = [0, 0, 0, 0, 0];
    for (let k = 0; k < count; k += 1) {
      const child = spawn(process.execPath, [program, 'mend', flawed], { cwd: folder, stdio: 'ignore' });
      if (random.chance(0.1)) await pause(random.int(600));
      else {
        while (child.exitCode === null && inFlawed(/^\.hexis-/).length === 0) await pause(1);
        await pause(random.int(8));
      }
      if (child.exitCode === null) killed += 1;
      child.kill('SIGKILL');
      await new Promise((resolve) =>
        child.exitCode !== null || child.signalCode ? resolve() : child.once('exit', resolve),
      );
      // A call that writes there finishes what was being moved, or clears it away.
      const now = readFileSync(flawed, 'utf8');
      if (now !== old && now !== mended) torn += 1;
      run('mend');
      if (readFileSync(flawed, 'utf8') !== mended) lost += 1;
      else made += 1;
      for (let i = 0; i < 3 && readFileSync(flawed, 'utf8') !== old; i += 1) run('undo');
      if (readFileSync(flawed, 'utf8') !== old) lost += 1;
      stale += inFlawed(/^\.hexis-.*\.(part|old|new|set)$/).length;
    }
    const what = `${count} mends, ${killed} of them killed`;
    check(`${what}: the figure file is the old or the new one`, torn === 0, `${torn} torn`);
    check(`${what}: what was mended is mended again, and taken back`, lost === 0 && made === count, `${lost} lost`);
    check(`${what}: nothing of them is left`, stale === 0, `${stale} left`);
  }

  await kills();
  await mendKills();
  await documentKills();
  foreignSets();
  await twoDesks();
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.exitCode = failed > 0 ? 1 : 0;
