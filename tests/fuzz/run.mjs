/**
 * Tries many figures, tables and files that nobody would write, each of which must be drawn or refused in words, soon:
 *
 *   npm run fuzz -- 10000 7          ten thousand cases of seed 7
 *   npm run fuzz -- 10000 7 120      the same, where a case hangs after two minutes: for a machine that is busy
 *   npm run fuzz -- --one 7 123      case 123 of seed 7 alone, with its files made as small as they can be
 */
import { fork } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';

const worker = fileURLToPath(new URL('worker.mjs', import.meta.url));

/** A kind of fault, whatever its numbers and names are. */
const kindOf = (fault) =>
  fault
    .split('\n')
    .slice(0, 3)
    .join(' ')
    .replace(/"[^"]*"/g, '"…"')
    .replace(/[\d.e+-]+/g, '#')
    .slice(0, 160);

/**
 * Runs cases and gives the faults by kind, each with the first case that has it.
 *
 * @param patience how long a case may take, in seconds: it may be drawn and mended several times
 */
export async function fuzz(count, seed, patience, report = () => {}) {
  const found = new Map();
  const totals = { done: 0, drawn: 0 };
  let next = 0;
  const add = (index, fault) => {
    const kind = kindOf(fault);
    const entry = found.get(kind) ?? { index, fault, times: 0 };
    entry.times += 1;
    found.set(kind, entry);
  };
  const lane = () =>
    new Promise((resolve) => {
      let child;
      let timer;
      let before = 0;
      let isFirst = true;
      const start = () => {
        child = fork(worker, {
          stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
          execArgv: ['--max-old-space-size=1500'],
        });
        before = 0;
        isFirst = true;
        child.on('message', ({ index, faults, drawn }) => {
          clearTimeout(timer);
          isFirst = false;
          for (const fault of faults) add(index, fault);
          totals.done += 1;
          totals.drawn += drawn - before;
          before = drawn;
          if (totals.done % 500 === 0) report(totals, found);
          give();
        });
      };
      const give = () => {
        if (next >= count) {
          child.removeAllListeners('exit');
          child.kill();
          resolve();
          return;
        }
        const index = next;
        next += 1;
        const over = (reason) => {
          clearTimeout(timer);
          isFirst = false;
          child.removeAllListeners();
          child.kill('SIGKILL');
          add(index, reason);
          totals.done += 1;
          start();
          give();
        };
        // The first case of a process loads all that is needed.
        timer = setTimeout(() => over(`hang: over ${patience} s`), patience * 1000 + (isFirst ? 20_000 : 0));
        child.removeAllListeners('exit');
        child.once('exit', (code) => over(`the process ended (${code})`));
        child.send({ seed, index });
      };
      start();
      give();
    });
  await Promise.all(Array.from({ length: availableParallelism() }, lane));
  return { ...totals, found };
}

async function one(seed, index) {
  const [{ caseOf }, { judge }] = await Promise.all([import('./cases.mjs'), import('./judge.mjs')]);
  const made = caseOf(seed, index);
  const faultsOf = async (given) => judge(given).catch((fault) => [`exception: ${fault.stack}`]);
  const faults = await faultsOf(made);
  console.log(faults.join('\n') || 'nothing is wrong');
  if (faults.length === 0 || !made.files) return;
  const kind = kindOf(faults[0]);
  const { smaller } = await import('./smaller.mjs');
  const small = await smaller(made, async (given) => (await faultsOf(given)).some((fault) => kindOf(fault) === kind));
  console.log(JSON.stringify({ ...small, files: undefined }));
  for (const [name, text] of Object.entries(small.files)) if (text !== '') console.log(`--- ${name}\n${text}`);
}

async function main(args) {
  if (args[0] === '--one') return one(Number(args[1]), Number(args[2]));
  const [count = 2000, seed = 1, patience = 10] = args.map(Number);
  const started = Date.now();
  const { done, drawn, found } = await fuzz(count, seed, patience, (totals, faults) =>
    process.stderr.write(`${totals.done} of ${count}, ${totals.drawn} drawn, ${faults.size} kinds of faults\n`),
  );
  for (const [, { index, fault, times }] of [...found].sort((a, b) => b[1].times - a[1].times)) {
    console.log(`${times} × case ${index}: ${fault}\n`);
  }
  console.log(
    `${done} cases of seed ${seed}, ${drawn} figures drawn, ${found.size} kinds of faults, ${Math.round((Date.now() - started) / 1000)} s`,
  );
  process.exitCode = found.size > 0 ? 1 : 0;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await main(process.argv.slice(2));
