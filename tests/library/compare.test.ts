import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { afterAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { memory, ok, openProject, type Source } from 'hexis';
import { patched, patchFor } from 'hexis/desk';
import { disk } from 'hexis/node';
import { compareFigures, type Side } from '../../src/core/compare/compare.js';
import { checkDrawn } from '../../src/core/project/acts/checkFile.js';
import { overlaid } from '../../src/core/project/read/source.js';
import { demo, demoFigure, demoFolder, demoIds, folderWith, hexis } from '../helpers/hexis.js';

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

  test('differ by what a style says otherwise that has got another name too', async () => {
    const files = (style: string) => ({
      'f.yaml': 'hexis: figure/1\nstyle: house.style.yaml\ndata: t.csv\nchart: { kind: bar, category: a, value: b }\n',
      'house.style.yaml': `hexis: style/1\nextends: plain\n${style}\n`,
      't.csv': 'a,b\nx,1\ny,2\n',
    });
    const side = (style: string) => sideOf(memory(files(style)), 'f.yaml');
    const found = compareFigures(await side('name: House'), await side('name: House 2\nbars: { gap: 0.2 }'));
    expect(found.written.map(({ path }) => path)).toEqual(['name', 'bars.gap']);
  });
});

describe('edits of any kind at once', () => {
  const beds = ['Soil', 'Mulch', 'Compost', 'Raised'];
  const rowsOf = Array.from({ length: 32 }, (_, i) => `${i % 4},${i % 8 < 4 ? 'spring' : 'autumn'},${(i * 7) % 11}.5`);
  /** The files of a figure as lists of lines, so that their order can be another one. */
  interface World {
    rows: string[];
    names: string[];
    figure: string[];
    style: string[];
  }
  const world = (): World => ({
    rows: [...rowsOf],
    names: [...beds],
    figure: [
      'data: t.csv',
      'codebook: c.yaml',
      'style: house.style.yaml',
      'chart: { kind: bar, category: bed, value: yield, group: season, summary: mean }',
      'caption: { title: Yield, note: A note. }',
    ],
    style: ['extends: plain', 'bars: { gap: 0.1 }', 'lines: { width: 1pt }'],
  });
  const sideFor = ({ rows, names, figure, style }: World) =>
    sideOf(
      memory({
        'f.yaml': `hexis: figure/1\n${figure.join('\n')}\n`,
        'c.yaml': `hexis: codebook/1\nvariables:\n  bed: { values: { ${names.map((name, i) => `${i}: ${name}`).join(', ')} } }\n  yield: { measure: numeric }\n`,
        'house.style.yaml': `hexis: style/1\nname: House\n${style.join('\n')}\n`,
        't.csv': `bed,season,yield\n${rows.join('\n')}\n`,
      }),
      'f.yaml',
    );
  const settings = [
    ['size', 'height', '7.7cm'],
    ['legend', 'title', 'Season of the year'],
    ['margins', 'left', '2cm'],
    ['panel', 'fill', '#eeeeee'],
    ['heading', 'show', false],
    ['text', 'size', '9pt'],
  ] as const;
  const styles = ['bars: { gap: 0.2 }', 'bars: { gap: 0.3 }'];
  const wish = fc.record({
    settings: fc.subarray([...settings], { maxLength: 3 }),
    title: fc.option(fc.constantFrom('Harvest', 'Two seasons'), { nil: undefined }),
    style: fc.option(fc.constantFrom(...styles), { nil: undefined }),
    renamed: fc.option(fc.integer({ min: 0, max: 3 }), { nil: undefined }),
    removed: fc.option(fc.integer({ min: 0, max: 31 }), { nil: undefined }),
    turned: fc.boolean(),
    reordered: fc.boolean(),
  });

  type Wish = typeof wish extends fc.Arbitrary<infer W> ? W : never;

  /** The files after some edits, and what of them is to be named. */
  function edited({ settings: set, title, style, renamed, removed, turned, reordered }: Wish) {
    const now = world();
    const expected: unknown[] = set.map(([group, key, value]) => ['figure', `${group}.${key}`, value]);
    for (const [group, key, value] of set) now.figure.push(`${group}: { ${key}: ${JSON.stringify(value)} }`);
    if (title !== undefined) {
      now.figure[4] = `caption: { title: ${title}, note: A note. }`;
      expected.push(['figure', 'caption.title', title]);
    }
    if (style !== undefined) {
      now.style[1] = style;
      expected.push(['style', 'bars.gap', Number(/[\d.]+/.exec(style)?.[0])]);
    }
    if (renamed !== undefined) {
      now.names[renamed] = 'Renamed';
      expected.push(['codebook', 'variables.bed.values', now.names.map((name, i) => `${i}: ${name}`)]);
    }
    if (removed !== undefined) now.rows.splice(removed, 1);
    if (turned) now.rows.reverse();
    for (const list of reordered ? [now.figure, now.style] : []) list.reverse();
    return { now, expected };
  }

  test('are each named once, and nothing else is; order alone is no difference', async () => {
    const before = await sideFor(world());
    await fc.assert(
      fc.asyncProperty(wish, async (own) => {
        const { now, expected } = edited(own);
        const { renamed, removed } = own;
        const found = compareFigures(before, await sideFor(now));
        const sorted = (all: unknown[]) => all.map((one) => JSON.stringify(one)).sort();
        expect(sorted(found.written.map((one) => [one.in, one.path, one.after]))).toEqual(sorted(expected));
        for (const { words } of found.written) expect(words).toMatch(/^\p{L}/u);
        const isLess = removed !== undefined;
        const fewer = (what: string) => ({ what, before: 32, after: 31 });
        expect(found.counts).toEqual(isLess ? ['read', 'chosen', 'used'].map(fewer) : []);
        const isNamed = isLess && removed % 4 !== renamed;
        const counted = found.numbers.filter(({ column }) => column === 'n');
        expect(counted.map(({ difference }) => difference)).toEqual(isNamed ? [-1] : []);
        if (!isLess) expect(found.numbers).toEqual([]);
        expect([found.rows.came.length, found.rows.went.length]).toEqual(renamed === undefined ? [0, 0] : [2, 2]);
        expect(found.isSame).toBe(expected.length === 0 && !isLess);
      }),
      { numRuns: 300 },
    );
  });
});

describe('several figures', () => {
  const figure = (title: string, more = '') =>
    `hexis: figure/1\n${more}data: t.csv\ncaption: { title: ${title} }\nchart: { kind: bar, category: a, value: b }\n`;
  const table = 'a,b\nx,1\ny,2\n';
  /** A folder with the files of two states. */
  function states(old: Record<string, string>, now: Record<string, string>) {
    const own = folderWith();
    for (const [state, files] of Object.entries({ old, new: now }))
      for (const [name, text] of Object.entries(files)) {
        mkdirSync(dirname(own.at(`${state}/${name}`)), { recursive: true });
        writeFileSync(own.at(`${state}/${name}`), text);
      }
    return own;
  }

  const compared = (old: Record<string, string>, now: Record<string, string>, path: string, ...more: string[]) => {
    const own = states(old, now);
    const said = hexis(['compare', `old/${path}`, `new/${path}`, ...more], { cwd: own.at('') });
    own.remove();
    return said;
  };

  test('of a folder are known again by path, id, or what they say; others came or went', () => {
    const old = {
      't.csv': table,
      'a.figure.yaml': figure('A'),
      'b.figure.yaml': figure('B'),
      'c.figure.yaml': figure('C', 'id: see\n'),
      'd.figure.yaml': figure('D'),
    };
    const now = {
      't.csv': table,
      'a.figure.yaml': figure('A2'),
      'moved/b.figure.yaml': figure('B').replace('t.csv', '../t.csv'),
      'e.figure.yaml': figure('C', 'id: see\n'),
      'f.figure.yaml': figure('D'),
      'g.figure.yaml': figure('G'),
    };
    const { figures, count } = JSON.parse(compared(old, now, '', '--json').out);
    expect(count).toBe(5);
    expect(
      figures.map((own: { before?: { path: string }; after?: { path: string } }) => [
        own.before?.path,
        own.after?.path,
      ]),
    ).toEqual(
      [
        ['a.figure.yaml', 'a.figure.yaml'],
        ['c.figure.yaml', 'e.figure.yaml'],
        ['d.figure.yaml', 'f.figure.yaml'],
        [undefined, 'g.figure.yaml'],
        ['b.figure.yaml', 'moved/b.figure.yaml'],
      ].sort((x, y) => String(x[1]).localeCompare(String(y[1]))),
    );
    const { out } = compared(old, now, '');
    expect(out).toMatch(/^5 of 5 figures differ\n/);
    expect(out).toContain('f.figure.yaml, before d.figure.yaml\n  the figure is the same');
    expect(out).toContain('g.figure.yaml: new');
    expect(compared(old, old, '').out).toBe('nothing differs in 4 figures\n');
  });

  test('of a report differ by what it says for all, and stand under their numbers', () => {
    const files = (report: string, title = 'A') => ({
      't.csv': table,
      'a.figure.yaml': figure(title),
      'b.figure.yaml': figure('B'),
      'r.report.yaml': `hexis: report/1\n${report}\n`,
    });
    const old = files('title: One\nfigures: [a.figure.yaml, b.figure.yaml]');
    const now = files('title: Two\nstyle: mono\nfigures: [b.figure.yaml, a.figure.yaml]', 'Another');
    const { out, code } = compared(old, now, 'r.report.yaml');
    expect(code).toBe(0);
    expect(out).toMatch(/report: title \(title\): One → Two\n.*report: style \(style\): nothing → mono/);
    expect(out).toContain('figure 1, b, before figure 2, b');
    expect(out).toContain('title of the figure (caption.title): A → Another');
    // That another style stands below a figure is said, and what follows is not.
    expect(out.match(/ style: .*/g)).toEqual([
      ' style: style (style): plain → mono',
      ' style: style (style): plain → mono',
    ]);
    expect(compared(old, old, 'r.report.yaml').out).toBe('nothing differs in 2 figures\n');
  });

  test('of a board differ under their letters, and so do their numbers', () => {
    const board = (gap: string) =>
      `hexis: board/1\nsize: { width: 16cm, height: ${gap} }\nfigures: [a.figure.yaml, b.figure.yaml]\nacross: 2\n`;
    const files = (height: string, value: number) => ({
      't.csv': `a,b\nx,${value}\ny,2\n`,
      'a.figure.yaml': figure('A'),
      'b.figure.yaml': figure('B').replace('t.csv', 'u.csv'),
      'u.csv': table,
      'x.board.yaml': board(height),
    });
    const found = compared(files('8cm', 1), files('9cm', 3), 'x.board.yaml');
    if (found.code !== 0) throw new Error(found.err);
    expect(found.out).toMatch(/board: height.* \(size\.height\): 8cm → 9cm/);
    expect(found.out).toMatch(/A, x: Mean 1\.0+ → 3\.0+ \(\+2\.0+\)/);
    expect(found.out).not.toContain('B, ');
  });

  test('and numbers beside those of the marks are compared too', async () => {
    const lessRows = (text: string) =>
      text
        .split('\n')
        .filter((_, i) => i < 5 || i > 30)
        .join('\n');
    const beside = await Promise.all(
      demoIds.map(async (id) => {
        const { numbers } = (await sideOf(disk, demoFigure(id))).drawing;
        return numbers.further?.length ? [id] : [];
      }),
    );
    const ids = beside.flat();
    expect(ids.length).toBeGreaterThan(0);
    for (const id of ids) {
      const [file = ''] = /data: (\S+\.csv)/.exec(readFileSync(demoFigure(id), 'utf8'))?.slice(1) ?? [];
      const found = await changed(id, join(dirname(demoFigure(id)), file), lessRows);
      expect([id, found.numbers.some(({ table: own }) => own !== undefined)]).toEqual([id, true]);
    }
  });

  test('stand on a page side by side, which says what the words say and needs no other file', () => {
    const old = { 't.csv': table, 'a.figure.yaml': figure('"A <b> & c"'), 'b.figure.yaml': figure('B') };
    const now = {
      't.csv': 'a,b\nx,4\ny,2\n',
      'a.figure.yaml': figure('"A </style><script>alert(1)</script>"'),
      'b.figure.yaml': figure('B'),
    };
    const own = states(old, now);
    const call = ['compare', 'old', 'new', '-o', 'changes.html'];
    expect(hexis(call, { cwd: own.at('') })).toMatchObject({ code: 0, err: '' });
    const page = readFileSync(own.at('changes.html'), 'utf8');
    expect(page.match(/<div class="sheet"><svg/g)).toHaveLength(4);
    expect(page).toContain('A &lt;b&gt; &amp; c');
    expect(page).not.toMatch(/<script|(?:src|href)="(?!#)/);
    expect(page).toContain('>+3');
    expect(hexis(call, { cwd: own.at('') })).toMatchObject({ code: 2 });
    expect(hexis([...call.slice(0, 4), 'changes.docx'], { cwd: own.at('') }).err).toContain('a page');
    own.remove();
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

describe('pictures and documents', () => {
  const own = demoFolder('garden.report.yaml');
  const call = (...args: string[]) => hexis(['compare', ...args], { cwd: own.path });
  const draw = (name: string, ...options: string[]) =>
    hexis(['draw', 'figures/yield-by-bed.figure.yaml', '-o', name, ...options], { cwd: own.path });
  const edit = (name: string, from: string | RegExp, to: string) =>
    writeFileSync(own.at(name), readFileSync(own.at(name), 'utf8').replace(from, to));
  afterAll(() => own.remove());

  test('are the same as the files that they were drawn from, whatever folders these name', () => {
    draw('before.svg');
    draw('before.png', '--carries', 'all');
    expect(call('before.svg', 'figures/yield-by-bed.figure.yaml').out).toMatch(/^nothing that is written differs\n/);
    expect(call('before.png', 'figures/yield-by-bed.figure.yaml').out).toBe('nothing differs\n');
    expect(call('before.png', 'before.svg').out).toMatch(/^nothing that is written differs\n/);
  });

  test('differ by settings alone where one carries no rows, and by numbers and ink where both do', () => {
    edit('figures/yield-by-bed.figure.yaml', 'to: 6', 'to: 7');
    edit('garden.codebook.yaml', '2: Compost', '2: Heap');
    edit('data/plots.csv', /^(L004,1,summer),[\d.]+,/m, '$1,9.9,');
    const settings = call('before.svg', 'figures/yield-by-bed.figure.yaml').out;
    expect(settings).toContain('upper limit of the value axis (axes.value.to): 6 → 7');
    expect(settings).toContain('codebook: values of bed (variables.bed.values)');
    expect(settings.match(/→/g)).toHaveLength(2);
    expect(settings).toContain('Numbers and ink are not compared');
    const whole = JSON.parse(call('before.png', 'figures/yield-by-bed.figure.yaml', '--json').out);
    expect(whole.written.map(({ path }: { path: string }) => path)).toEqual(['axes.value.to', 'variables.bed.values']);
    expect(whole.numbers.map(({ column }: { column: string }) => column)).toContain('Mean');
    expect(whole.only).toBeUndefined();
    // Of two pictures that both carry their rows as well.
    draw('after.pdf', '--carries', 'all');
    expect(JSON.parse(call('before.png', 'after.pdf', '--json').out).numbers).toEqual(whole.numbers);
  });

  test('of several figures are told apart by these', () => {
    const bind = (folder: string) =>
      hexis(['bind', 'garden.report.yaml', '--as', 'docx,html', '-o', folder], { cwd: own.path });
    expect(bind('old/').code).toBe(0);
    expect(call('old/garden.docx', 'old/garden.html').out).toMatch(/^nothing differs in 5 figures\n/);
    edit('figures/yield-by-bed.figure.yaml', 'to: 7', 'to: 8');
    expect(bind('new/').code).toBe(0);
    const { out } = call('old/garden.docx', 'new/garden.html');
    expect(out).toMatch(/^2 of 5 figures differ\n\nfigure 1, yield-by-bed\n {2}Written\n/);
    expect(out).toMatch(/figure 5, yield-board\n {2}Written\n {4}A: upper limit/);
    const mixed = call('old/garden.docx', 'before.svg');
    expect([mixed.code, mixed.err]).toEqual([2, expect.stringContaining('two figures or pictures, or two reports')]);
  });

  test('are printed side by side, with the tables below', () => {
    expect(call('before.png', 'figures/yield-by-bed.figure.yaml', '-o', 'changes.pdf').code).toBe(0);
    const text = spawnSync('pdftotext', ['-layout', own.at('changes.pdf'), '-'], { encoding: 'utf8' }).stdout;
    expect(text).toMatch(/Before\s+After/);
    expect(text).toMatch(/upper limit of the value axis \(axes\.value\.to\)\s+6\s+8/);
    expect(text).toMatch(/Bare soil, Summer\s+Mean\s+3\.850\s+4\.058\s+\+0\.208/);
    expect(call('before.png', 'before.png', '-o', 'none.pdf').code).toBe(0);
    const none = spawnSync('pdftotext', [own.at('none.pdf'), '-'], { encoding: 'utf8' }).stdout;
    expect(none).toContain('Nothing differs.');
    const wrong = call('before.png', 'before.png', '-o', 'changes.docx');
    expect([wrong.code, wrong.err]).toEqual([2, expect.stringContaining('a page (HTML) or pages (PDF)')]);
  });

  test('that carry nothing are said to', () => {
    draw('bare.svg', '--carries', 'nothing');
    const { code, err } = call('bare.svg', 'figures/yield-by-bed.figure.yaml');
    expect([code, err]).toEqual([2, expect.stringContaining('bare.svg: the file carries nothing')]);
  });
});
