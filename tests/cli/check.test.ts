import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { rules } from 'hexis';
import { handRules } from 'hexis/report';
import { demo, demoFigure, folderWith, hexis } from '../helpers/hexis.js';
import { pdfPages, pixelsOf } from '../helpers/renderers.js';

const flawed = readFileSync(demo('flawed/first-try.figure.yaml'), 'utf8').replaceAll('../', `${demo('')}/`);
const sound = 'hexis: figure/1\ndata: t.csv\nchart: { kind: histogram, value: Yield }\n';
const table = `Yield\n${Array.from({ length: 30 }, (_, i) => (2 + ((i * 7) % 13) / 4).toFixed(2)).join('\n')}\n`;

describe('hexis check, mend, undo', () => {
  let folder: ReturnType<typeof folderWith>;
  const path = () => folder.at('first.figure.yaml');
  const now = () => readFileSync(path(), 'utf8');
  beforeAll(() => {
    folder = folderWith({ 'first.figure.yaml': flawed, 't.csv': table });
    mkdirSync(folder.at('more'));
    writeFileSync(folder.at('more/sound.figure.yaml'), sound.replace('t.csv', '../t.csv'));
    mkdirSync(folder.at('empty'));
  });
  afterAll(() => folder.remove());

  test('says what is wrong, where, why, and how it is mended; 1 where something is grave', () => {
    const { code, out, err } = hexis(['check', path()]);
    expect([code, err]).toEqual([1, '']);
    expect(out).toContain(`${path()}: 4 errors, 3 warnings\n`);
    expect(out).toMatch(/error zero-base {2}\S+:21:18\n {4}the bars start at 1 instead of zero\n/);
    expect(out).toMatch(/why: Readers compare the lengths/);
    expect(out).toMatch(/mend: sets text.tickLabel.size to 8pt\n/);
    expect(out).toMatch(/mend: sets axes.value.from to 0; this changes what the figure says, so it is yours to do/);
    expect(out.indexOf('error')).toBeLessThan(out.indexOf('  warning '));
  });

  test('takes folders and patterns, and says how all of them are', () => {
    const all = hexis(['check', folder.path]);
    expect(all.code).toBe(1);
    expect(all.out).toMatch(/sound.figure.yaml: nothing found/);
    expect(all.out).toMatch(/2 figures: 4 errors, 3 warnings\n$/);
    const some = hexis(['check', `${folder.path}/more/*.figure.yaml`]);
    expect([some.code, some.out]).toEqual([0, `${folder.at('more/sound.figure.yaml')}: nothing found\n`]);
    const none = hexis(['check', folder.at('empty')]);
    expect([none.code, none.out]).toEqual([2, '']);
    expect(none.err).toMatch(/holds no figure file and no board/);
  });

  test('only some rules, in another style, and at another width', () => {
    const only = hexis(['check', path(), '--only', 'zero-base, resolution']);
    expect(only.out).toMatch(/: 1 error\n {2}error zero-base/);
    const column = hexis(['check', demoFigure('yield-boxes'), '--placed', 'column']);
    expect(column.code).toBe(1);
    expect(column.out).toMatch(/error text-size/);
    expect(hexis(['check', demoFigure('yield-boxes'), '--style', 'apa']).code).toBe(0);
  });

  test.each([
    [['--only', 'zero-bass'], /there is no rule "zero-bass"[\s\S]*write: zero-base/],
    [['--placed', '8 apples'], /--placed is "8 apples"/],
    [['--placed', 'poster'], /a length, or one of text, column/],
    [['--as', 'xml'], /--as is "xml"/],
  ])('refuses %j in words', (words, said) => {
    const { code, out, err } = hexis(['check', demoFigure('yield-boxes'), ...words]);
    expect(err).toMatch(said);
    expect(code).toBe(2);
    expect(out).not.toMatch(/error/);
  });

  test('a file that cannot be drawn is said, and the others are looked at', () => {
    const broken = folderWith({ 'a.figure.yaml': 'hexis: figure/1\nchart: {', 'b.figure.yaml': sound, 't.csv': table });
    const { code, out, err } = hexis(['check', broken.path]);
    expect([code, out.includes('b.figure.yaml: nothing found')]).toEqual([2, true]);
    expect(err).toMatch(/a.figure.yaml:/);
    broken.remove();
  });

  test('as JSON and SARIF, to a file too', () => {
    const json = JSON.parse(hexis(['check', path(), '--as', 'json']).out);
    expect(json).toMatchObject({ errors: 4, warnings: 3, figures: [{ id: 'first-try', problems: [] }] });
    expect(json.figures[0].findings[0]).toMatchObject({
      rule: 'axis-title',
      severity: 'error',
      setting: 'axes.value.unit',
      role: 'axes.y.title',
      mend: { keepsMeaning: false },
    });
    const { code, out } = hexis(['check', path(), '--as', 'sarif', '-o', folder.at('found.sarif')]);
    expect([code, out]).toEqual([1, `${path()}: 4 errors, 3 warnings\n  ${folder.at('found.sarif')}\n`]);
    const [run] = JSON.parse(readFileSync(folder.at('found.sarif'), 'utf8')).runs;
    expect(run.tool.driver.rules).toHaveLength(rules.length + handRules.length);
    const mended = run.results.find(({ ruleId }: { ruleId: string }) => ruleId === 'text-size');
    const [{ deletedRegion, insertedContent }] = mended.fixes[0].artifactChanges[0].replacements;
    const { charOffset: at, charLength: length } = deletedRegion;
    expect(flawed.slice(at, at + length)).toBe('6pt');
    expect(insertedContent.text).toBe('8pt');
  });

  test('draw says that there is something to look at, and refuses where it is told to be strict', () => {
    const drawn = hexis(['draw', path(), '-o', folder.at('a.svg')]);
    expect([drawn.code, drawn.out]).toEqual([
      0,
      expect.stringContaining(`  4 errors, 2 warnings: hexis check ${path()}`),
    ]);
    const strict = hexis(['draw', path(), '--strict', '-o', folder.at('b.svg')]);
    expect([strict.code, existsSync(folder.at('b.svg'))]).toEqual([1, false]);
    expect(strict.err).toMatch(/does not pass the check: 4 errors, 3 warnings/);
    expect(hexis(['draw', demoFigure('yield-boxes'), '--strict', '-o', folder.at('c.svg')])).toMatchObject({
      code: 0,
      err: '',
    });
  });

  test('mend shows the change, makes it, and undo takes it back to the letter', () => {
    const shown = hexis(['mend', path(), '--show']);
    expect(shown.out).toMatch(/5 would be mended; 2 errors left/);
    expect([shown.code, now(), existsSync(folder.at('.hexis'))]).toEqual([0, flawed, false]);
    const { code, out } = hexis(['mend', path()]);
    expect(code).toBe(0);
    expect(out).toMatch(/5 mended; 2 errors left/);
    expect(out).toMatch(
      /yours to decide, zero-base: the bars start at 1 instead of zero\n {4}sets axes.value.from to 0/,
    );
    expect(now()).toContain('# looks better this way');
    expect(now()).toContain('tickLabel: { size: 8pt, least: 5pt }');
    expect(readFileSync(folder.at('.hexis/.gitignore'), 'utf8')).toBe('*\n');
    const again = hexis(['mend', path()]);
    expect(again.out).toMatch(/nothing to mend; 2 errors left/);
    expect(hexis(['check', path()]).out).toContain(': 2 errors\n');
    expect(hexis(['undo', path(), '--show']).out).toMatch(/what mend did would be taken back/);
    expect(hexis(['undo', path()])).toMatchObject({ code: 0, out: expect.stringMatching(/nothing more to take back/) });
    expect(now()).toBe(flawed);
    expect(hexis(['undo', path()]).code).toBe(2);
  });

  test('one change after the other is taken back, those of match too', () => {
    hexis(['mend', path(), '--only', 'idle-setting']);
    const first = now();
    hexis(['match', path(), '--to', demoFigure('yield-boxes')]);
    const second = now();
    expect(new Set([flawed, first, second]).size).toBe(3);
    expect(hexis(['undo', path()]).out).toMatch(/what match did is taken back[\s\S]*1 more to take back/);
    expect(now()).toBe(first);
    hexis(['undo', path()]);
    expect(now()).toBe(flawed);
  });

  test('what a person has changed since is never taken back', () => {
    hexis(['mend', path()]);
    const edited = `${now()}# my own line\n`;
    writeFileSync(path(), edited);
    const { code, err } = hexis(['undo', path()]);
    expect([code, now()]).toEqual([2, edited]);
    expect(err).toMatch(/changed by hand after mend had changed it/);
    writeFileSync(path(), flawed);
  });

  test('a journal that is damaged or not ours loses nothing', () => {
    hexis(['mend', path()]);
    const journal = folder.at(`.hexis/${readdirSync(folder.at('.hexis')).find((name) => name.startsWith('first'))}`);
    for (const text of ['', '{', '[]', '{"hexis":"journal/1","acts":[{"by":7}]}', 'null']) {
      writeFileSync(journal, text);
      expect(hexis(['undo', path()])).toMatchObject({ code: 2, err: expect.stringMatching(/no change of/) });
    }
    writeFileSync(path(), flawed);
  });

  test('several files are taken back at once, as mend says; one that has nothing is named', () => {
    const second = folder.at('second one.figure.yaml');
    writeFileSync(second, flawed);
    const { out } = hexis(['mend', path(), second]);
    expect(out).toContain(`taken back by: hexis undo ${path()} "${second}"`);
    const taken = hexis(['undo', path(), folder.at('more/sound.figure.yaml'), second]);
    expect([taken.code, now(), readFileSync(second, 'utf8')]).toEqual([2, flawed, flawed]);
    expect(taken.err).toMatch(/sound\.figure\.yaml/);
    expect(taken.out.match(/is taken back/g)).toHaveLength(2);
    rmSync(second);
  });

  test('a board is mended figure by figure', () => {
    const { code, err } = hexis(['mend', demo('boards/yield.board.yaml')]);
    expect([code, err]).toEqual([2, expect.stringMatching(/mended in the files of its figures/)]);
  });
});

describe('hexis rules', () => {
  test('lists them with their limits in a style, and says all about one', () => {
    const plain = hexis(['rules']).out;
    for (const { name } of [...rules, ...handRules]) expect(plain).toMatch(new RegExp(`^${name} `, 'm'));
    expect(plain).toMatch(/^heading +off/m);
    expect(hexis(['rules', '--style', 'apa']).out).toMatch(/^heading +error/m);
    expect(hexis(['rules', 'one-scale']).out).toMatch(
      /^one-scale: [\s\S]*Across the figures of a report: warning[\s\S]*does not: /,
    );
    const one = hexis(['rules', 'text-size', '--style', 'apa']).out;
    expect(one).toMatch(/In apa: error, least: 8 pt, most: 14 pt/);
    expect(one).toMatch(/passes: [\s\S]*does not: /);
    expect(JSON.parse(hexis(['rules', '--json']).out)).toHaveLength(rules.length + handRules.length);
    expect(JSON.parse(hexis(['rules', 'contrast', '--json']).out)).toMatchObject({
      name: 'contrast',
      limits: { words: 4.5 },
    });
    expect(hexis(['rules', 'contast'])).toMatchObject({ code: 2, err: expect.stringMatching(/write: contrast/) });
    expect(hexis(['rules', '--style', 'aap']).code).toBe(2);
  });
});

describe('hexis proof', () => {
  let folder: ReturnType<typeof folderWith>;
  beforeAll(() => {
    folder = folderWith({ 'first.figure.yaml': flawed });
  });
  afterAll(() => folder.remove());
  const two = () => [folder.at('first.figure.yaml'), demoFigure('bed-shares')];

  test('as PDF: a page for each figure after one that shows all, with bookmarks and the words of the findings', () => {
    const { code, out } = hexis(['proof', ...two(), '-o', folder.at('p.pdf')]);
    expect([code, out]).toEqual([
      1,
      expect.stringMatching(/first.figure.yaml: 4 errors, 3 warnings\n[\s\S]*p.pdf, 3 pages\n$/),
    ]);
    const pages = pdfPages(folder.at('p.pdf'));
    expect(pages).toHaveLength(3);
    expect(pages[0]).toMatch(/Proof of 2 figures/);
    expect(pages[1]).toMatch(/the bars start at 1 instead of zero/);
    expect(pages[1]).toMatch(/SHA-256 [0-9a-f]{32}/);
    expect(pages[1]).toMatch(/without red cones/);
    expect(pages[2]).toMatch(/Findings: none/);
  });

  test('as HTML: one file that asks for no other, with the findings in words', () => {
    expect(hexis(['proof', ...two(), '-o', folder.at('p.html')]).code).toBe(1);
    const html = readFileSync(folder.at('p.html'), 'utf8');
    expect(html.match(/<section /g)).toHaveLength(2);
    expect(html.match(/<li class="error">/g)).toHaveLength(4);
    expect(html).not.toMatch(/(src|href)="(?!data:|#)/);
    expect(html).not.toMatch(/<script/);
  });

  test('as PNG, and never over a file of another kind', () => {
    expect(hexis(['proof', demoFigure('bed-shares'), '-o', folder.at('p.png'), '--dpi', '60']).code).toBe(0);
    const { width, height } = pixelsOf(folder.at('p.png'));
    expect(width).toBeGreaterThan(900);
    expect(height).toBeGreaterThan(650);
    writeFileSync(folder.at('mine.pdf'), 'my own words');
    const { code, err } = hexis(['proof', demoFigure('bed-shares'), '-o', folder.at('mine.pdf')]);
    expect([code, err]).toEqual([2, expect.stringMatching(/mine.pdf/)]);
    expect(hexis(['proof', demoFigure('bed-shares'), '-o', folder.at('p.docx')]).code).toBe(2);
  });
});
