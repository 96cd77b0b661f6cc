import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';

const ids = ['yield-by-bed', 'yield-boxes', 'yield-and-water', 'weekly-harvest', 'yield-intervals'];

/** A report of so many figures, copies of a few of the demo under names of their own. */
function reportOf(folder, count) {
  const list = Array.from({ length: count }, (_, i) => {
    const text = readFileSync(join('demo/figures', `${ids[i % ids.length]}.figure.yaml`), 'utf8');
    const name = `f${i}.figure.yaml`;
    writeFileSync(join(folder, 'figures', name), text.replace(/^id:.*$/m, `id: f${i}`));
    return `  - figures/${name}`;
  });
  const path = join(folder, `r${count}.report.yaml`);
  writeFileSync(path, `hexis: report/1\nstyle: apa\nfigures:\n${list.join('\n')}\n`);
  return path;
}

/** Milliseconds of a call, and the most memory of it in MB. */
function timed(args) {
  const start = process.hrtime.bigint();
  const { status, stderr } = spawnSync('/usr/bin/time', ['-v', process.execPath, 'bin/hexis.cjs', ...args], {
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(`${args.join(' ')}: ${stderr}`);
  const peak = Number(/Maximum resident set size \(kbytes\): (\d+)/.exec(stderr)?.[1]) / 1000;
  return { time: Number(process.hrtime.bigint() - start) / 1e6, peak };
}

/**
 * Fifty figures bound into three forms, against drawing their pictures one after the other; one of them changed, against binding
 * all anew; and the memory of fifty against that of ten.
 */
export function reportTimes() {
  const folder = mkdtempSync(join(tmpdir(), 'hexis-report-'));
  try {
    for (const part of ['figures', 'data', 'garden.codebook.yaml'])
      cpSync(join('demo', part), join(folder, part), { recursive: true });
    const [ten, fifty] = [reportOf(folder, 10), reportOf(folder, 50)];
    const bind = (report) =>
      timed(['bind', report, '--as', 'docx,html,pdf', '-o', `${folder}/`, '--replace', '--fresh']);
    const figures = readdirSync(join(folder, 'figures'))
      .filter((name) => /^f\d/.test(name))
      .map((name) => join(folder, 'figures', name));
    const draw = timed([
      'draw',
      ...figures,
      '--as',
      'svg,png,plate',
      '--dpi',
      '220',
      '--style',
      'apa',
      '-o',
      `${folder}/`,
      '--replace',
    ]);
    const [small, all] = [bind(ten), bind(fifty)];
    const again = () => timed(['bind', fifty, '--as', 'docx,html,pdf', '-o', `${folder}/`, '--replace']);
    again();
    const one = join(folder, 'figures', 'f7.figure.yaml');
    writeFileSync(one, `${readFileSync(one, 'utf8')}# changed\n`);
    const changed = again();
    return {
      bound: all.time / (draw.time / availableParallelism()),
      changed: changed.time / all.time,
      memory: all.peak / small.peak,
      peak: all.peak,
    };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
