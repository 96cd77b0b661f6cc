import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Box, Plate, PlateItem } from 'hexis';
import { root } from '../helpers/hexis.js';

/** The lines by which the files of this folder become part of the product: file, the text before the line, the line. */
const lines = {
  kind: [
    [
      'src/core/chart/kinds.ts',
      "import { points } from './points/points.js';\n",
      "import { rug } from './rug/rug.js';\n",
    ],
    ['src/core/chart/kinds.ts', 'chartKinds = [', 'rug, '],
  ],
  mark: [
    [
      'src/core/chart/plan.ts',
      'export type Mark =\n',
      "  | ({ type: 'dash'; cell: Cell; value: number } & Record<'category' | 'place' | 'places', number>)\n",
    ],
    ['src/core/layout/marks/marks.ts', "import { cloud } from './cloud.js';\n", "import { dash } from './dash.js';\n"],
    ['src/core/layout/marks/marks.ts', 'markTypes = {\n', '  dash,\n'],
  ],
  setting: [
    [
      'src/core/schema/look/marks.ts',
      'export const marksShape = {\n',
      "dashes: styled(object('Dashes of a rug.', { length: styled(length('Length of a dash.', '10pt')) })),\n",
    ],
    ['src/core/style/plain.style.yaml', '  corner: 0pt\n', 'dashes: { length: 12pt }\n'],
  ],
  format: [
    [
      'src/core/export/formats.ts',
      'coreList = [\n',
      "{ name: 'words', ending: 'txt', description: 'its words alone', isOwn: () => false, load: async () => (await import('./words.js')).writeWords },\n",
    ],
  ],
} as const;

/** What a copy needs to be built; the rest of the tree is not looked at. */
const tree = ['bin', 'src', 'scripts', 'demo', 'docs', 'schemas', 'assets', 'package.json', 'README.md'];
const settings = ['tsconfig.base.json', 'tsconfig.json'];

const figure = (more = '') => `hexis: figure/1
id: rug
data: plots.csv
codebook: garden.codebook.yaml
chart: { kind: rug, category: bed, value: yield }
${more}`;

const middleOf = ({ x, y, width, height }: Box) => [x + width / 2, y + height / 2] as const;

describe('a kind, a type of mark, a setting and a format are each a file or a field, and a line', () => {
  let folder = '';
  const at = (...parts: string[]) => join(folder, ...parts);
  const run = (args: string[], cwd = folder) => {
    const { status, stdout, stderr } = spawnSync(process.execPath, args, { cwd, encoding: 'utf8' });
    return { code: status, out: stdout, err: stderr };
  };
  const hexis = (...args: string[]) => run([at('bin', 'hexis.cjs'), ...args], at('work'));
  const drawn = (more = ''): Plate => {
    writeFileSync(at('work', 'rug.yaml'), figure(more));
    const { code, err } = hexis('draw', 'rug.yaml', '--as', 'plate', '-o', 'rug.json', '--replace');
    expect([code, err]).toEqual([0, '']);
    return JSON.parse(readFileSync(at('work', 'rug.json'), 'utf8'));
  };
  const dashes = ({ items }: Plate) => items.filter(({ role }) => /^series\[0\]\.marks\[\d+\]$/.test(role));

  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'hexis-exercise-'));
    for (const name of [...tree, ...settings]) cpSync(join(root, name), at(name), { recursive: true });
    symlinkSync(join(root, 'node_modules'), at('node_modules'));
    cpSync(join(root, 'tests', 'exercise', 'core'), at('src', 'core'), { recursive: true });
    for (const [file, before, line] of Object.values(lines).flat()) {
      const text = readFileSync(at(file), 'utf8');
      expect([file, text.split(before)]).toEqual([file, [expect.any(String), expect.any(String)]]);
      writeFileSync(
        at(file),
        text.replace(before, () => `${before}${line}`),
      );
    }
    mkdirSync(at('dist'));
    cpSync(join(root, 'dist', 'faces'), at('dist', 'faces'), { recursive: true });
    mkdirSync(at('work'));
    cpSync(at('demo', 'data', 'plots.csv'), at('work', 'plots.csv'));
    cpSync(at('demo', 'garden.codebook.yaml'), at('work', 'garden.codebook.yaml'));
    for (const step of [
      ['scripts/compileStyles.mjs'],
      ['node_modules/typescript/bin/tsc', '-b'],
      ['scripts/bundle.mjs'],
      ['scripts/writeDocs.mjs'],
    ]) {
      const { code, out, err } = run(step);
      if (code !== 0) throw new Error(`${step.join(' ')}:\n${out}${err}`);
    }
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  test('it is drawn, as long as the setting says', () => {
    const lengths = (plate: Plate) =>
      new Set(dashes(plate).map((item) => Math.round((item as PlateItem & { box: Box }).box.width)));
    const [usual, own] = [drawn(), drawn('dashes: { length: 20pt }\n')];
    expect(dashes(usual)).toHaveLength(230);
    const [a, b] = [[...lengths(usual)], [...lengths(own)]];
    expect([a.length, b.length]).toEqual([1, 1]);
    expect((b[0] as number) - (a[0] as number)).toBe(8);
  });

  test('a table is drafted as it', () => {
    const { code, out } = hexis(
      'start',
      'plots.csv',
      '--kind',
      'rug',
      '--value',
      'yield',
      '--category',
      'bed',
      '-o',
      'own',
    );
    expect([code, out]).toEqual([0, expect.any(String)]);
    const made = readdirSync(at('work', 'own')).find((name) => name.endsWith('.figure.yaml')) as string;
    expect(readFileSync(at('work', 'own', made), 'utf8')).toMatch(/kind: rug\n\s+category: bed\n\s+value: yield/);
    expect(hexis('draw', join('own', made), '-o', 'own.svg').code).toBe(0);
  });

  test('brackets stand above its ink, and callouts beside it', () => {
    const plate = drawn(
      'brackets: [{ between: [1, 4], mark: "*p* < .05" }]\ncallouts: [{ text: The best, to: { x: 4, y: 5 } }]\n',
    );
    const boxOf = (role: RegExp) => (plate.items.find((item) => role.test(item.role)) as PlateItem & { box: Box }).box;
    const bracket = boxOf(/^brackets\[0\]/);
    const note = boxOf(/^callouts\[0\]$/);
    for (const item of dashes(plate)) {
      const [x, y] = middleOf((item as PlateItem & { box: Box }).box);
      expect(y).toBeGreaterThan(bracket.y);
      const within = x > note.x && x < note.x + note.width && y > note.y && y < note.y + note.height;
      expect([item.role, within]).toEqual([item.role, false]);
    }
  });

  test('--explain, help and the pages know it', () => {
    writeFileSync(at('work', 'rug.yaml'), figure());
    expect(hexis('draw', 'rug.yaml', '--explain', 'dashes.length').out).toMatch(
      /^dashes\.length +12pt +style plain\nink: series\[0\]\.marks\[0\]/,
    );
    expect(hexis('draw', '--help').out).toMatch(/words/);
    expect(hexis('draw', 'rug.yaml', '--as', 'words', '-o', 'rug.txt').code).toBe(0);
    expect(readFileSync(at('work', 'rug.txt'), 'utf8')).toMatch(/^Raised bed$/im);
    const page = readFileSync(at('docs', 'figure-file.md'), 'utf8');
    for (const words of ['Variable with one rug for each of its values.', '| `dashes.length` | Length of a dash.'])
      expect(page).toContain(words);
    expect(readFileSync(at('schemas', 'style.schema.json'), 'utf8')).toContain('Dashes of a rug.');
  });
});
