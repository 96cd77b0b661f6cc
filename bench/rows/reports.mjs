import { cpSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { peakOf } from '../measure.mjs';

const ids = ['yield-by-bed', 'yield-boxes', 'yield-and-water', 'weekly-harvest', 'yield-intervals'];

/** A report of so many figures, copies of a few of the demo under names of their own, in a folder of its own. */
function reportOf({ tree, folder }, count) {
  const own = mkdtempSync(join(folder, 'report-'));
  for (const part of ['figures', 'data', 'garden.codebook.yaml'])
    cpSync(join(tree.demo, part), join(own, part), { recursive: true });
  const list = Array.from({ length: count }, (_, i) => {
    const text = readFileSync(join(tree.demo, 'figures', `${ids[i % ids.length]}.figure.yaml`), 'utf8');
    writeFileSync(join(own, 'figures', `f${i}.figure.yaml`), text.replace(/^id:.*$/m, `id: f${i}`));
    return `  - figures/f${i}.figure.yaml`;
  });
  const report = join(own, 'r.report.yaml');
  writeFileSync(report, `hexis: report/1\nstyle: apa\nfigures:\n${list.join('\n')}\n`);
  const bind = (...more) =>
    peakOf([tree.command, 'bind', report, '--as', 'docx,html,pdf', '-o', `${own}/`, '--replace', ...more]);
  return { own, bind };
}

/** Fifty figures bound into three forms. */
export const rows = [
  {
    name: '50 figures bound as DOCX, HTML and PDF, a process',
    of: 'drawing their pictures, divided by the cores',
    time(context) {
      const { bind } = reportOf(context, 50);
      return () => bind('--fresh').time;
    },
    floor({ tree, folder }) {
      const { own } = reportOf({ tree, folder }, 50);
      const figures = readdirSync(join(own, 'figures'))
        .filter((name) => /^f\d/.test(name))
        .map((name) => join(own, 'figures', name));
      const how = ['--as', 'svg,png,plate', '--dpi', '220', '--style', 'apa', '-o', `${own}/`, '--replace'];
      return () => peakOf([tree.command, 'draw', ...figures, ...how]).time / availableParallelism();
    },
    atMost: 1.15,
    count: 1,
  },
  {
    name: 'the same where one of them has changed',
    of: 'binding all anew',
    time(context) {
      const { own, bind } = reportOf(context, 50);
      bind();
      const one = join(own, 'figures', 'f7.figure.yaml');
      return () => {
        writeFileSync(one, `${readFileSync(one, 'utf8')}# changed\n`);
        return bind().time;
      };
    },
    floor(context) {
      const { bind } = reportOf(context, 50);
      return () => bind('--fresh').time;
    },
    atMost: 0.5,
    count: 1,
  },
  {
    name: 'peak memory of binding 50 figures',
    of: 'that of binding 10',
    unit: 'MB',
    value(context) {
      const { bind } = reportOf(context, 50);
      return () => bind('--fresh').peak;
    },
    floor(context) {
      const { bind } = reportOf(context, 10);
      return () => bind('--fresh').peak;
    },
    atMost: 1.3,
  },
];
