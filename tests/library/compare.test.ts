import { spawnSync } from 'node:child_process';
import { cpSync, readFileSync, writeFileSync } from 'node:fs';
import { afterAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { memory, ok, openProject, type Source } from 'hexis';
import { patched, patchFor } from 'hexis/desk';
import { disk } from 'hexis/node';
import { compareFigures, type Side } from '../../src/core/compare/compare.js';
import { checkDrawn } from '../../src/core/project/acts/checkFile.js';
import { overlaid } from '../../src/core/project/read/source.js';
import { demo, demoFigure, demoIds, folderWith, hexis } from '../helpers/hexis.js';

const folder = folderWith();
afterAll(() => folder.remove());

async function sideOf(source: Source, path: string): Promise<Side> {
  const project = openProject(source);
  const drawn = await project.draw(path);
  const drawing = ok(drawn);
  return { drawing, findings: await checkDrawn(project, path, { drawing, problems: drawn.problems }, {}) };
}

/** What a change of one file makes of a figure of the demo. */
async function changed(id: string, file: string, change: (text: string) => string) {
  const path = demoFigure(id);
  const text = change(readFileSync(file, 'utf8'));
  return compareFigures(await sideOf(disk, path), await sideOf(overlaid(disk, { [file]: text }), path));
}

/** Settings that every figure may have. */
const edits: readonly (readonly [path: string, value: unknown])[] = [
  ['size.height', '7.77cm'],
  ['text.size', '8.5pt'],
  ['legend.title', 'Another'],
  ['caption.title', 'Another title'],
  ['caption.note', 'A note of its own.'],
  ['altText', 'What is shown'],
  ['language', 'de'],
  ['style', 'mono'],
  ['panel.fill', '#eeeeee'],
  ['palette.single', '#224466'],
  ['lines.width', '2pt'],
  ['margins.left', '2cm'],
  ['heading.show', false],
  ['export.author', 'A garden'],
];

describe('two states of a figure', () => {
  test('that are equal are said to be', async () => {
    for (const id of demoIds) expect((await changed(id, demoFigure(id), (text) => text)).isSame).toBe(true);
  });

  test('differ by what was edited, which is named once, with what it was and is', async () => {
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...demoIds), fc.constantFrom(...edits), async (id, [path, value]) => {
        const keys = path.split('.');
        const found = await changed(id, demoFigure(id), (text) =>
          patched(text, patchFor(text, [{ path: keys, value }])),
        );
        expect(found.written.map((own) => [own.in, own.path, own.after])).toEqual([['figure', path, value]]);
        expect(found.written[0]?.words).toMatch(/^\p{L}/u);
        expect([found.counts, found.rows.came, found.rows.went]).toEqual([[], [], []]);
        expect(found.numbers).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  test('differ by what the codebook says of the columns that they show, and of no others', async () => {
    const codebook = demo('garden.codebook.yaml');
    const label = (text: string) => text.replace('label: Yield,', 'label: Harvest per plot,');
    expect((await changed('yield-by-bed', codebook, label)).written).toEqual([
      {
        in: 'codebook',
        path: 'variables.yield.label',
        words: 'label of yield',
        before: 'Yield',
        after: 'Harvest per plot',
      },
    ]);
    expect((await changed('soil-sensor', codebook, label)).isSame).toBe(true);
    const missing = await changed('yield-by-bed', codebook, (text) => text.replace('missing: [9]', 'missing: [9, 4]'));
    expect(missing.written.map(({ path }) => path)).toContain('variables.bed.missing');
    expect(missing.counts.map(({ what }) => what)).toEqual(['used']);
    expect(missing.rows.went).toEqual(['Raised bed, Spring', 'Raised bed, Summer', 'Raised bed, Autumn']);
  });

  test('differ by the rows of their table: counts, and each number by how much', async () => {
    const table = demo('data/plots.csv');
    const found = await changed('yield-by-bed', table, (text) =>
      text
        .split('\n')
        .filter((line) => !line.startsWith('L002,'))
        .join('\n'),
    );
    expect(found.counts).toContainEqual({ what: 'read', before: 240, after: 239 });
    const n = found.numbers.filter(({ column }) => column === 'n');
    expect(n).toHaveLength(1);
    expect(n[0]).toMatchObject({ difference: -1 });
    for (const { before = 0, after = 0, difference } of found.numbers)
      expect(difference).toBeCloseTo(after - before, 12);
    expect([found.written, found.findings.came]).toEqual([[], []]);
  });

  test('differ by findings that came and went', async () => {
    const small = (text: string) => patched(text, patchFor(text, [{ path: ['text', 'size'], value: '4pt' }]));
    const came = await changed('yield-by-bed', demoFigure('yield-by-bed'), small);
    expect(came.findings.came.map(({ rule }) => rule)).toContain('text-size');
    expect(came.findings.went).toEqual([]);
  });

  test('differ by what a style of the house says otherwise, and not by what follows from another one', async () => {
    const files = (style: string) => ({
      'f.yaml': 'hexis: figure/1\nstyle: house.style.yaml\ndata: t.csv\nchart: { kind: bar, category: a, value: b }\n',
      'house.style.yaml': `hexis: style/1\nname: House\nextends: plain\n${style}\n`,
      't.csv': 'a,b\nx,1\ny,2\n',
    });
    const side = (style: string) => sideOf(memory(files(style)), 'f.yaml');
    const found = compareFigures(
      await side('bars: { gap: 0.1 }'),
      await side('bars: { gap: 0.2 }\nmargins: { left: 2cm }'),
    );
    expect(found.written.map((own) => [own.in, own.path, own.after])).toEqual([
      ['style', 'bars.gap', 0.2],
      ['style', 'margins.left', '2cm'],
    ]);
  });
});

describe('the command', () => {
  test('says what differs from an earlier revision, and reads all files as they were then', () => {
    cpSync(demo(''), folder.at('demo'), { recursive: true });
    const git = (...words: string[]) =>
      spawnSync('git', ['-c', 'user.email=g@garden.example', '-c', 'user.name=Garden', ...words], {
        cwd: folder.at('demo'),
      });
    for (const words of [
      ['init', '-q'],
      ['add', '-A'],
      ['commit', '-q', '-m', 'first'],
    ])
      expect(git(...words).status).toBe(0);
    const figure = folder.at('demo/figures/yield-by-bed.figure.yaml');
    expect(hexis(['compare', figure, '--git', 'HEAD']).out).toBe('nothing differs\n');
    const table = folder.at('demo/data/plots.csv');
    writeFileSync(
      table,
      readFileSync(table, 'utf8')
        .split('\n')
        .filter((line) => !line.startsWith('L002,'))
        .join('\n'),
    );
    const { code, out } = hexis(['compare', figure, '--git', 'HEAD']);
    expect(code).toBe(0);
    expect(out).toContain('rows read: 240 → 239');
    expect(out).toMatch(/: n \d+ → \d+ \(−1\)/);
    const json = JSON.parse(hexis(['compare', figure, '--git', 'HEAD', '--json']).out);
    expect(json.counts).toContainEqual({ what: 'read', before: 240, after: 239 });
    for (const revision of ['nope', '--output=x', 'HEAD:data']) {
      const failed = hexis(['compare', figure, `--git=${revision}`]);
      expect([failed.code, failed.err]).toEqual([2, expect.stringContaining('a revision that git knows')]);
    }
  });

  test('says what is missing in a call', () => {
    expect(hexis(['compare', demoFigure('yield-by-bed')]).err).toContain('a second file, or --git with a revision');
    expect(hexis(['compare', demoFigure('yield-by-bed'), demo('nope.figure.yaml')]).err).toContain('there is no file');
  });
});
