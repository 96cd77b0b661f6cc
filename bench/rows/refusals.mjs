import { mkdtempSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { peakOf } from '../measure.mjs';

const lines = (count, of) => Array.from({ length: count }, (_, i) => of(i)).join('\n');
const bar = 'chart: { kind: bar, category: g, value: v }';
const figure = (more, data = 't.csv') => `hexis: figure/1\ndata: ${data}\n${more}\n`;
const wide = Array.from({ length: 200_000 }, (_, i) => `c${i}`);

/** Each with its files; the figure file is f.yaml. */
const cases = {
  'a million categories': () => ({ 'f.yaml': figure(bar), 't.csv': `g,v\n${lines(800_000, (i) => `k${i},1`)}` }),
  'ten thousand groups': () => ({
    'f.yaml': figure('chart: { kind: bar, category: g, group: h, value: v }'),
    't.csv': `g,h,v\n${lines(10_000, (i) => `a,k${i},1`)}`,
  }),
  'ten thousand groups of lines': () => ({
    'f.yaml': figure('chart: { kind: line, x: v, value: v2, group: g }'),
    't.csv': `g,v,v2\n${lines(10_000, (i) => `k${i},1,2`)}`,
  }),
  'ten thousand panels': () => ({
    'f.yaml': figure(`${bar}\npanels: { by: h }`),
    't.csv': `g,h,v\n${lines(10_000, (i) => `a,k${i},1`)}`,
  }),
  'a million texts for numbers': () => ({ 'f.yaml': figure(bar), 't.csv': `g,v\n${lines(800_000, (i) => `a,x${i}`)}` }),
  'a million doubtful numbers': () => ({
    'f.yaml': figure(bar),
    't.csv': `g;v\n${lines(700_000, (i) => `a;${1 + (i % 9)},${100 + (i % 900)}`)}`,
  }),
  'two hundred thousand columns': () => ({
    'f.yaml': figure('chart: { kind: bar, values: all }'),
    't.csv': `${wide.join(',')}\n${wide.map(() => 1).join(',')}`,
  }),
  'a column that is not there, among many': () => ({
    'f.yaml': figure(bar),
    't.csv': `${wide.join(',')}\n${wide.map(() => 1).join(',')}`,
  }),
  'a cell of ten megabytes': () => ({ 'f.yaml': figure(bar), 't.csv': `g,v\n"${'x'.repeat(10e6)}",1\n` }),
  'a quotation mark that is not closed': () => ({ 'f.yaml': figure(bar), 't.csv': `g,v\n"${'a,1\n'.repeat(2.4e6)}` }),
  'quotation marks alone': () => ({ 'f.yaml': figure(bar), 't.csv': '"'.repeat(10e6) }),
  'one line': () => ({ 'f.yaml': figure(bar), 't.csv': 'x,'.repeat(5e6) }),
  'ragged lines': () => ({ 'f.yaml': figure(bar), 't.csv': `g,v\n${lines(2e6, (i) => (i % 2 ? 'a,1' : 'a'))}` }),
  'JSON of brackets': () => ({ 'f.yaml': figure(bar, 't.json'), 't.json': '['.repeat(10e6) }),
  'JSON of nested objects': () => ({
    'f.yaml': figure(bar, 't.json'),
    't.json': `${'{"a":'.repeat(1.5e6)}1${'}'.repeat(1.5e6)}`,
  }),
  'a workbook that is none': () => ({ 'f.yaml': figure(bar, 't.xlsx'), 't.xlsx': 'PK\u0003\u0004'.repeat(2e6) }),
  'a title of a megabyte': () => ({
    'f.yaml': figure(`${bar}\ncaption: { title: ${'word '.repeat(200_000)} }`),
    't.csv': 'g,v\na,1\n',
  }),
  'thousands of unknown keys': () => ({ 'f.yaml': `hexis: figure/1\n${lines(19_000, (i) => `key${i}: 1`)}\n` }),
  'thousands of unknown keys in a map of names': () => ({
    'f.yaml': figure(`${bar}\ncolors: { ${Array.from({ length: 19_000 }, (_, i) => `c${i}: nocolor`).join(', ')} }`),
    't.csv': 'g,v\na,1\n',
  }),
  'a nest of lists': () => ({ 'f.yaml': `hexis: figure/1\nchart: ${'['.repeat(5000)}${']'.repeat(5000)}\n` }),
  'a nest of dashes': () => ({ 'f.yaml': `hexis: figure/1\nchart:\n${'- '.repeat(5000)}1\n` }),
  'a nest of indents': () => ({ 'f.yaml': `hexis: figure/1\n${lines(1000, (i) => `${' '.repeat(i)}a:`)}\n` }),
  'aliases that multiply': () => ({
    'f.yaml': `hexis: figure/1\na0: &a0 [1,1,1,1,1,1,1,1,1]\n${lines(12, (i) => `a${i + 1}: &a${i + 1} [${Array(9).fill(`*a${i}`).join(',')}]`)}\n`,
  }),
  'ten thousand reference lines': () => ({
    'f.yaml': figure(
      `chart: { kind: bar, category: g, value: v, references: [${Array.from({ length: 10_000 }, (_, i) => `{ at: ${i} }`).join(', ')}] }`,
    ),
    't.csv': 'g,v\na,1\n',
  }),
  'two thousand callouts': () => ({
    'f.yaml': figure(`${bar}\ncallouts: [${Array.from({ length: 2000 }, () => '{ text: here }').join(', ')}]`),
    't.csv': 'g,v\na,1\n',
  }),
  'ten thousand accents': () => ({
    'f.yaml': figure(
      `${bar}\naccents: [${Array.from({ length: 9_900 }, () => '{ for: { g: b }, fill: red }').join(', ')}]`,
    ),
    't.csv': 'g,v\na,1\n',
  }),
  'rows in the figure file': () => ({
    'f.yaml': figure(bar, `{ rows: [${Array.from({ length: 9_900 }, (_, i) => `{ g: k${i}, v: x }`).join(', ')}] }`),
  }),
  'a codebook of all codes': () => ({
    'f.yaml': figure(`codebook: c.yaml\n${bar}`),
    'c.yaml': `hexis: codebook/1\nvariables: { g: { values: { ${Array.from({ length: 19_000 }, (_, i) => `${i}: n${i}`).join(', ')} } } }\n`,
    't.csv': `g,v\n${lines(60_000, (i) => `${i},1`)}`,
  }),
  'a figure file of 390 000 lines': () => ({ 'f.yaml': 'a: 1\n'.repeat(390_000) }),
  'a figure file of ten megabytes': () => ({ 'f.yaml': `# ${'x'.repeat(10e6)}\n` }),
};

/** A folder with the files of a case, made when it is first asked for. */
function filesOf(name, folder) {
  const own = mkdtempSync(join(folder, 'refused-'));
  for (const [file, text] of Object.entries(cases[name]())) writeFileSync(join(own, file), text);
  return own;
}

/** What the last refusal of each took; its memory is not asked for by a process of its own. */
const last = new Map();

const refused =
  (name) =>
  ({ tree, folder }) => {
    const cwd = filesOf(name, folder);
    return () => {
      const taken = peakOf([tree.command, 'draw', 'f.yaml', '-o', 'out.svg'], { cwd, mayFail: true });
      last.set(name, taken);
      return taken;
    };
  };

/** How long the command takes to refuse each input, and how much memory. */
export const rows = Object.keys(cases).flatMap((name) => [
  {
    name: `refusing ${name}`,
    unit: 's',
    value(context) {
      const refuse = refused(name)(context);
      return () => refuse().time / 1000;
    },
    atMost: 1.5,
  },
  {
    name: `refusing ${name}, peak memory`,
    unit: 'MB',
    value(context) {
      const refuse = refused(name)(context);
      return () => (last.get(name) ?? refuse()).peak;
    },
    atMost: 600,
  },
]);
