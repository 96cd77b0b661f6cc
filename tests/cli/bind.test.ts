import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { unzipSync } from 'fflate';
import { demoFolder, hexis } from '../helpers/hexis.js';

const folder = demoFolder('garden.report.yaml');
const at = folder.at;
/** A few figures are enough for most of it; more are drawn in several threads. */
const report = at('few.report.yaml');
const whole = at('garden.report.yaml');

beforeAll(() => {
  writeFileSync(
    report,
    'hexis: report/1\nid: garden\ntitle: Yield in the garden\nstyle: apa\nfigures: [figures/yield-by-bed.figure.yaml, figures/yield-boxes.figure.yaml, figures/weekly-harvest.figure.yaml]\n',
  );
});
afterAll(() => folder.remove());

const bind = (...args: string[]) => hexis(['bind', report, ...args], { cwd: folder.path });
const json = (...args: string[]) => JSON.parse(bind(...args, '--json').out) as Record<string, never>;

describe('hexis bind', () => {
  test.each([
    ['docx', /^PK/],
    ['odt', /^PK/],
    ['html', /^<!doctype html>/],
    ['tex', /^% Figures by hexis bind/],
    ['md', /^<!-- Figures by hexis bind -->/],
    ['pdf', /^%PDF-1\.7/],
  ])('makes %s, twice the same to the byte, and may write over its own', (ending, head) => {
    const { code, out, err } = bind('-o', `out/g.${ending}`);
    expect([code, err]).toEqual([0, '']);
    expect(out).toContain(`out/g.${ending}`);
    const first = readFileSync(at(`out/g.${ending}`));
    expect(first.toString('latin1', 0, 60)).toMatch(head);
    expect(bind('-o', `out/g.${ending}`, '--fresh').code).toBe(0);
    expect(Buffer.compare(readFileSync(at(`out/g.${ending}`)), first)).toBe(0);
  });

  test('writes several forms into a folder, named after the report', () => {
    expect(bind('-o', 'both/', '--as', 'html,pdf').code).toBe(0);
    expect(readdirSync(at('both')).sort()).toEqual(['garden.html', 'garden.pdf']);
  });

  test.each(['html,md', 'md,html'])('gives each of %s the paper that it has by itself', (forms) => {
    const style = readFileSync(at('figures/yield-by-bed.figure.yaml'), 'utf8');
    writeFileSync(at('figures/papered.figure.yaml'), `${style}\nexport: { ground: paper }\n`);
    const papered = at('papered.report.yaml');
    writeFileSync(papered, 'hexis: report/1\nid: papered\nfigures: [figures/papered.figure.yaml]\n');
    const run = (...args: string[]) => expect(hexis(['bind', papered, ...args], { cwd: folder.path }).code).toBe(0);
    const made = (path: string) => [
      readFileSync(at(`${path}/papered.html`), 'utf8'),
      ...readdirSync(at(`${path}/figures`)).map((file) => readFileSync(at(`${path}/figures/${file}`), 'utf8')),
    ];
    run('-o', 'alone/', '--as', 'html');
    run('-o', 'alone/', '--as', 'markdown');
    run('-o', 'together/', '--as', forms.replace('md', 'markdown'), '--fresh');
    expect(made('together')).toEqual(made('alone'));
    for (const name of ['alone', 'together']) rmSync(at(name), { recursive: true });
  });

  test('lists numbers, titles, files, sizes and findings, and writes nothing', () => {
    const before = readdirSync(folder.path);
    const { code, out } = bind('--list');
    expect(code).toBe(0);
    expect(out).toMatch(/^no\. +title +file +size +findings\n1 +Mean yield by type of bed and season/);
    expect(out).toContain('11.0 × 8.0 cm');
    expect(readdirSync(folder.path)).toEqual(before);
    const listed = json('--list') as unknown as { figures: { number: string; id: string }[] };
    expect(listed.figures.map(({ number }) => number)).toEqual(['1', '2', '3']);
  });

  test('binds some figures by number and by id, with the numbers that they have', () => {
    expect(bind('-o', 'some.md', '--only', '2,weekly-harvest').code).toBe(0);
    const text = readFileSync(at('some.md'), 'utf8');
    expect([...text.matchAll(/\*\*Figure (\d)\*\*/g)].map(([, number]) => number)).toEqual(['2', '3']);
  });

  test.each([
    [['-o', 'x.rtf'], 2, '--output is "x.rtf"'],
    [['--as', 'wrod'], 2, '--as is "wrod"'],
    [['-o', 'x.pdf', '--as', 'pdf,html'], 2, '-o names one file, x.pdf'],
    [['-o', 'x.pdf', '--only', '9'], 2, 'the report has no figure 9'],
    [['--into', 'nothing.docx', '-o', 'x.docx'], 3, 'there is no file nothing.docx'],
    [['--into', 'garden.codebook.yaml', '-o', 'x.docx'], 2, 'it is no document of a word processor'],
    [['-o', 'garden.codebook.yaml', '--as', 'docx'], 2, 'garden.codebook.yaml'],
    [['-o', 'data/plots.csv', '--as', 'html', '--replace'], 2, 'data/plots.csv'],
  ])('%j is refused in words, and writes nothing', (args, code, message) => {
    const before = readFileSync(at('garden.codebook.yaml'), 'utf8') + readFileSync(at('data/plots.csv'), 'utf8');
    const found = bind(...args);
    expect([found.code, found.out]).toEqual([code, '']);
    expect(found.err).toContain(message);
    expect(found.err).toContain('nothing was written');
    expect(existsSync(at('x.docx')) || existsSync(at('x.pdf'))).toBe(false);
    expect(readFileSync(at('garden.codebook.yaml'), 'utf8') + readFileSync(at('data/plots.csv'), 'utf8')).toBe(before);
  });

  test('a fault of a figure is said at its line, and no document is written', () => {
    const path = at('figures/yield-boxes.figure.yaml');
    const text = readFileSync(path, 'utf8');
    writeFileSync(path, text.replace('kind: box', 'kind: bocks'));
    const found = bind('-o', 'broken.docx');
    writeFileSync(path, text);
    expect([found.code, found.out]).toEqual([2, '']);
    expect(found.err).toMatch(/figures\/yield-boxes\.figure\.yaml:\d+:\d+: /);
    expect(existsSync(at('broken.docx'))).toBe(false);
  });

  test('two figures of one name are refused', () => {
    const twice = at('twice.report.yaml');
    writeFileSync(
      twice,
      'hexis: report/1\nfigures: [figures/yield-plain.figure.yaml, figures/yield-plain.figure.yaml]\n',
    );
    const found = hexis(['bind', twice, '-o', at('twice.html')]);
    expect([found.code, found.err.split('\n')[0]]).toEqual([
      2,
      `error: ${twice}:2:44: two figures of the report are called "yield-plain", so that neither could be found again in a document`,
    ]);
  });
});

describe('what was drawn before', () => {
  const drawn = (...args: string[]) => Number(json('-o', 'c.docx', ...args)['drawn']);
  const cache = at('.hexis-cache');
  const entries = () => readdirSync(cache).filter((name) => name.endsWith('.figure'));

  test('is not drawn again, until a file changes that it was made of', () => {
    rmSync(cache, { recursive: true, force: true });
    expect([drawn(), drawn()]).toEqual([3, 0]);
    const plots = readFileSync(at('data/plots.csv'), 'utf8');
    writeFileSync(at('data/plots.csv'), `${plots.trimEnd()}\n`.replace(/2\.4/, '2.5'));
    // The weekly harvest is of another table.
    expect(drawn()).toBe(2);
    writeFileSync(at('data/plots.csv'), plots);
    const codebook = readFileSync(at('garden.codebook.yaml'), 'utf8');
    writeFileSync(at('garden.codebook.yaml'), `${codebook}# a remark\n`);
    expect(drawn()).toBe(3);
    writeFileSync(at('garden.codebook.yaml'), codebook);
  });

  test('is drawn again where the report says otherwise, or the call', () => {
    drawn();
    const text = readFileSync(report, 'utf8');
    writeFileSync(report, text.replace('style: apa', 'style: apa\nshared: { legend: { place: top } }'));
    expect(drawn()).toBe(3);
    writeFileSync(report, text);
    expect([drawn(), drawn('--fresh')]).toEqual([0, 3]);
  });

  test('is drawn again where it was damaged, and where all of it was deleted', () => {
    drawn();
    const [first, second] = entries() as [string, string];
    const bytes = readFileSync(join(cache, first));
    bytes[bytes.length - 5] = (bytes[bytes.length - 5] as number) ^ 1;
    writeFileSync(join(cache, first), bytes);
    writeFileSync(join(cache, second), '');
    const before = readFileSync(at('c.docx'));
    expect(drawn()).toBeLessThanOrEqual(2);
    expect(Buffer.compare(readFileSync(at('c.docx')), before)).toBe(0);
    rmSync(cache, { recursive: true });
    expect(drawn()).toBe(3);
    expect(Buffer.compare(readFileSync(at('c.docx')), before)).toBe(0);
  });

  test.each(['docx', 'odt'])('tells what is written otherwise than in the pictures of a %s document', (form) => {
    const file = at('figures/yield-by-bed.figure.yaml');
    const text = readFileSync(file, 'utf8');
    expect(bind('-o', `edited.${form}`).code).toBe(0);
    expect(bind('--into', `edited.${form}`, '-o', `edited2.${form}`).out).not.toContain('written otherwise');
    writeFileSync(file, text.replace('to: 6', 'to: 8'));
    const { out } = bind('--into', `edited.${form}`, '-o', `edited3.${form}`);
    expect(out).toContain(
      'figure 1, written otherwise than in the picture before:\n    upper limit of the value axis (axes.value.to): 6 → 8\n',
    );
    expect(out).not.toContain('figure 2, written otherwise');
    const edited = json('--into', `edited.${form}`, '-o', `edited4.${form}`)['edited'] as unknown as {
      figure: string;
      written: { path: string }[];
    }[];
    expect(edited.map(({ figure, written }) => [figure, written.map((own) => own.path)])).toEqual([
      ['yield-by-bed', ['axes.value.to']],
    ]);
    writeFileSync(file, text);
  });

  test('tells which numbers moved when a document is brought up to date', () => {
    const table = at('data/plots.csv');
    const text = readFileSync(table, 'utf8');
    expect(bind('-o', 'moved.odt').code).toBe(0);
    expect(bind('--into', 'moved.odt', '-o', 'moved2.odt').out).not.toContain('numbers since');
    writeFileSync(
      table,
      text
        .split('\n')
        .filter((line) => !line.startsWith('L002,'))
        .join('\n'),
    );
    const { out } = bind('--into', 'moved.odt', '-o', 'moved3.odt');
    expect(out).toMatch(/brought up to date: 1, 2\n/);
    expect(out).toMatch(
      /figure 1, numbers since it was last bound:\n(?: {4}.*\n)*? {4}[\w ]+, \w+: n \d+ → \d+ \(−1\)\n/,
    );
    // They are told once.
    expect(bind('--into', 'moved.odt', '-o', 'moved4.odt').out).not.toContain('numbers since');
    writeFileSync(table, text);
    const moved = json('--into', 'moved.odt', '-o', 'moved5.odt')['numbers'] as unknown as {
      figure: string;
      numbers: object[];
    }[];
    expect(moved.map(({ figure }) => figure)).toEqual(['yield-by-bed', 'yield-boxes']);
    expect(moved[0]?.numbers[0]).toMatchObject({ row: expect.any(String), column: 'n', difference: 1 });
  });

  test('does without a place to keep it', () => {
    rmSync(cache, { recursive: true, force: true });
    writeFileSync(cache, 'a file in its place');
    const found = bind('-o', 'c.docx');
    rmSync(cache);
    expect([found.code, found.err]).toEqual([0, '']);
  });
});

describe('a report that is checked, proved and mended', () => {
  test('has the findings of its figures, and those across them where they would be mended', () => {
    const path = at('figures/yield-boxes.figure.yaml');
    const text = readFileSync(path, 'utf8');
    writeFileSync(
      path,
      `${text.trimEnd()}\n`.replace(/^size:.*$/m, 'size: { width: 11cm, height: 8cm }\nlegend: { title: Bed }'),
    );
    const odd = at('odd.report.yaml');
    writeFileSync(
      odd,
      'hexis: report/1\nstyle: apa\nfigures:\n  - figures/yield-by-bed.figure.yaml\n  - { file: figures/yield-boxes.figure.yaml, width: text }\n',
    );
    const { code, out } = hexis(['check', odd]);
    expect(code).toBeLessThan(2);
    expect(out).toContain('warning one-text-size');
    expect(out).toMatch(/figure 2: .* printed at/);
    const sarif = JSON.parse(hexis(['check', odd, '--as', 'sarif', '--only', 'one-text-size']).out);
    expect(sarif.runs[0].results.map((one: { ruleId: string }) => one.ruleId)).toEqual(['one-text-size']);
    expect(sarif.runs[0].results[0].fixes[0].artifactChanges[0].artifactLocation.uri).toMatch(/yield-boxes/);
    expect(hexis(['mend', '--show', odd]).out).toMatch(
      /odd\.report\.yaml, across its figures: 1 would be mended[\s\S]*one-text-size: sets size\.width to 16\.51cm in .*yield-boxes/,
    );
    const before = readFileSync(path, 'utf8');
    const mended = hexis(['mend', odd, '--only', 'one-text-size']);
    expect([mended.code, mended.out]).toEqual([0, expect.stringMatching(/1 mended; nothing found/)]);
    expect(readFileSync(path, 'utf8')).toBe(before.replace('width: 11cm', 'width: 16.51cm'));
    expect(hexis(['mend', odd, '--only', 'one-text-size']).out).toContain('across its figures: nothing to mend');
    hexis(['undo', path]);
    expect(readFileSync(path, 'utf8')).toBe(before);
    writeFileSync(path, text);
  });

  test('finds nothing across the figures of the demo', () => {
    const { out, code } = hexis(['check', whole]);
    expect([code, out.trim().split('\n').at(-1)]).toEqual([0, '6 figures: nothing found']);
  });

  test('says which figures are not up to date with the document', () => {
    expect(bind('-o', 'd.html').code).toBe(0);
    expect(hexis(['check', report, '--only', 'up-to-date']).out).not.toContain('up-to-date');
    const text = readFileSync(at('data/harvest.csv'), 'utf8');
    writeFileSync(at('data/harvest.csv'), `${text.trimEnd()}\n\n`);
    const { out } = hexis(['check', report, '--only', 'up-to-date']);
    writeFileSync(at('data/harvest.csv'), text);
    expect(out.match(/warning up-to-date/g)).toHaveLength(1);
    expect(out).toMatch(/figure 3: .*harvest\.csv is not as when the document was bound/);
  });

  test('is proved on pages, all figures at one scale first', () => {
    const { code, out } = hexis(['proof', report, '-o', at('proof.html')]);
    expect([code, out.includes('proof.html, 4 pages')]).toEqual([0, true]);
    expect(statSync(at('proof.html')).size).toBeGreaterThan(100_000);
  });
});

test('a document that is made has every figure once, under its name', () => {
  expect(hexis(['bind', whole, '-o', at('n.docx')]).code).toBe(0);
  const parts = unzipSync(readFileSync(at('n.docx')));
  const text = new TextDecoder().decode(parts['word/document.xml']);
  expect(
    [...text.matchAll(/<wp:docPr id="(\d+)" name="hexis-([^"]+)"/g)].map(([, id, name]) => `${id} ${name}`),
  ).toEqual(['1 yield-by-bed', '2 yield-boxes', '3 yield-and-water', '4 weekly-harvest', '5 yield-board']);
});
