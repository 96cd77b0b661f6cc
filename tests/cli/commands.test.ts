import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { commands } from '../../src/cli/commands.js';
import { demo, demoFigure, demoFigures, demoIds, folderWith, hexis, hexisAlone, root } from '../helpers/hexis.js';

const figure = demo('figures/yield-by-bed.figure.yaml');
const severalIds = ['bed-shares', 'experience', 'kale-season', 'yield-by-bed'];
const several = severalIds.map(demoFigure);

/** The exit code of a command that serves, asked to stop once it has said its address. */
function servedFor(words: readonly string[], cwd: string): Promise<number | null> {
  const child = spawn(process.execPath, [join(root, 'bin', 'hexis.cjs'), ...words], { cwd });
  child.stdout.on('data', (part: Buffer) => {
    if (part.toString('utf8').includes('http://127.0.0.1:')) child.kill('SIGTERM');
  });
  return new Promise((resolve) => child.on('exit', resolve));
}

describe('the command', () => {
  let project: ReturnType<typeof folderWith>;
  beforeAll(() => {
    project = folderWith();
    const made = hexisAlone(['demo', 'lanternfield'], { cwd: project.path });
    expect([made.code, made.err]).toEqual([0, '']);
    expect(made.out).toContain(`${demoIds.length} figure files`);
  });
  afterAll(() => project.remove());

  test('says its version and its commands', () => {
    const { version } = JSON.parse(readFileSync(demo('../package.json'), 'utf8'));
    expect(hexisAlone(['--version'])).toEqual({ code: 0, out: `${version}\n`, err: '' });
    const help = hexisAlone(['--help']);
    for (const { name } of commands) expect(help.out).toMatch(new RegExp(`^  ${name} `, 'm'));
  });

  test.each(commands.map(({ name, example, summary, options }) => ({ name, example, summary, options })))(
    '$name has a help whose example works',
    async ({ name, example, options }) => {
      const { code, out } = hexis([name, '--help']);
      expect(code).toBe(0);
      expect(out).toContain(`Example:\n  ${example}`);
      for (const [flags] of options) expect(out).toContain(flags);
      const [, ...words] = example.split(' ');
      const cwd = join(project.path, 'lanternfield');
      // What is served goes on until it is stopped; the project of all others was made by the example of this one.
      if (name === 'desk') expect(await servedFor(words, cwd)).toBe(0);
      else if (name === 'demo') expect(words).toEqual(['demo', 'lanternfield']);
      else expect(hexisAlone(words, { cwd })).toMatchObject({ code: 0, err: '' });
    },
  );

  test('draws several figures in several formats into a folder', () => {
    const folder = folderWith();
    const { code, out } = hexis(['draw', ...several, '--as', 'svg,pdf,png,plate', '-o', `${folder.path}/`]);
    expect(code).toBe(0);
    const endings = ['pdf', 'plate.json', 'png', 'svg'];
    expect(readdirSync(folder.path).sort()).toEqual(severalIds.flatMap((id) => endings.map((e) => `${id}.${e}`)));
    expect(out).toContain('yield-by-bed: 228 of 240 plots; 12 left out');
    const plate = JSON.parse(readFileSync(folder.at('experience.plate.json'), 'utf8'));
    expect(plate).toMatchObject({ hexis: 'plate/1', id: 'experience' });
    folder.remove();
  });

  test('takes the format from the ending of a file', () => {
    const folder = folderWith();
    for (const [name, start] of [
      ['a.pdf', '%PDF-1.7'],
      ['a.png', '\x89PNG'],
      ['a.svg', '<?xml'],
      ['a.json', '{'],
    ] as const) {
      expect(hexis(['draw', figure, '-o', folder.at(name)]).code).toBe(0);
      expect(readFileSync(folder.at(name), 'latin1').startsWith(start)).toBe(true);
    }
    folder.remove();
  });

  test('draws in another style, with the caption, at another resolution, with live text', () => {
    const folder = folderWith();
    const svg = (...more: string[]) => {
      expect(hexis(['draw', figure, '-o', folder.at('a.svg'), ...more]).code).toBe(0);
      return readFileSync(folder.at('a.svg'), 'utf8');
    };
    const plain = svg();
    expect(svg('--style', 'plain')).not.toBe(plain);
    expect(svg('--style', demo('lanternfield.style.yaml'))).not.toBe(svg('--style', 'plain'));
    expect(Number(/height="([\d.]+)pt"/.exec(svg('--caption'))?.[1])).toBeGreaterThan(
      Number(/height="([\d.]+)pt"/.exec(plain)?.[1]),
    );
    expect(svg('--text', 'live')).toContain('<tspan');
    const width = (dpi: string) => {
      hexis(['draw', figure, '-o', folder.at('a.png'), '--dpi', dpi]);
      return readFileSync(folder.at('a.png')).readUInt32BE(16);
    };
    expect([width('72'), width('144')]).toEqual([468, 936]);
    folder.remove();
  });

  test('gives the same bytes in other processes, under other locales and time zones', () => {
    const folder = folderWith();
    const environments = [
      { LANG: 'C', TZ: 'UTC' },
      { LANG: 'de_DE.UTF-8', LC_ALL: 'tr_TR.UTF-8', TZ: 'Pacific/Auckland' },
    ];
    const bytes = environments.map((env, i) => {
      mkdirSync(folder.at(String(i)));
      expect(
        hexisAlone(['draw', ...several, '--caption', '--as', 'svg,pdf,png,plate', '-o', `${folder.at(String(i))}/`], {
          env,
        }).code,
      ).toBe(0);
      return readdirSync(folder.at(String(i))).map((name) =>
        readFileSync(folder.at(`${i}/${name}`)).toString('base64'),
      );
    });
    expect(bytes[0]).toEqual(bytes[1]);
    folder.remove();
  });

  test('prints the numbers for people, as CSV and as JSON', () => {
    const text = hexis(['numbers', figure]).out;
    expect(text).toMatch(/Type of bed +Season +n +Mean +SD +SE +95% CI, low +95% CI, high/);
    expect(text).toMatch(/228 of 240 plots used\n {2}5 left out: yield is -9 \(missing\)/);
    const csv = hexis(['numbers', figure, '--csv']).out.trim().split('\n');
    expect(csv[0]).toBe('bed,season,n,mean,sd,se,low,high');
    expect(csv).toHaveLength(13);
    const json = JSON.parse(hexis(['numbers', figure, '--json']).out);
    expect(json.rows[0]).toMatchObject({ bed: 'Bare soil', season: 'Spring', n: 28 });
    expect(String(json.rows[0].mean)).toBe(csv[1]?.split(',')[3]);
    expect(json.cases).toEqual({ named: 'plots', read: 240, chosen: 240, used: 228 });
  });

  test('prints one of several tables, and says which there are', () => {
    const path = project.at('parts.figure.yaml');
    writeFileSync(
      path,
      `hexis: figure/1\ndata: ${demo('data/plots.csv')}\nchart: { kind: scatter, x: component 1, y: component 2, components: { of: [water, ph, yield] } }\n`,
    );
    const of = (...args: string[]) => hexis(['numbers', path, ...args]);
    expect(of('--csv')).toMatchObject({
      out: expect.stringMatching(/^n,/),
      err: expect.stringContaining('others: --table components, --table loadings'),
    });
    const loadings = of('--csv', '--table', 'loadings');
    expect([loadings.err, loadings.out.split('\n').map((line) => line.split(',').length)]).toEqual([
      expect.not.stringContaining('--table'),
      [4, 4, 4, 4, 1],
    ]);
    const json = JSON.parse(of('--json').out);
    const rows = json.further.find(({ key }: { key: string }) => key === 'loadings').rows;
    expect(loadings.out.split('\n')[1]?.split(',').slice(1)).toEqual(
      ['component1', 'component2', 'component3'].map((key) => String(rows[0][key])),
    );
    expect(of('--table', 'components').out).toMatch(/Components\nComponent +Eigenvalue/);
    expect(of('--table', 'components').out).not.toContain('Loadings');
    expect(of('--table', 'marks').out).not.toContain('Components');
    expect(of('--table', 'loading')).toMatchObject({ code: 2, err: expect.stringMatching(/write: loadings/) });
    expect(of('--table', 'loadings', '--json')).toMatchObject({
      code: 2,
      err: expect.stringMatching(/one of --table and --json/),
    });
  });

  test('keeps what an author changed in the demo project', () => {
    const path = join(project.path, 'lanternfield/garden.codebook.yaml');
    writeFileSync(path, readFileSync(path, 'utf8').replace('Bare soil', 'Open soil'));
    const again = hexis(['demo', 'lanternfield'], { cwd: project.path });
    expect(again.out).toContain('kept your own lanternfield/garden.codebook.yaml');
    expect(readFileSync(path, 'utf8')).toContain('Open soil');
  });
});

describe('careless calls', () => {
  let folder: ReturnType<typeof folderWith>;
  beforeAll(() => {
    folder = folderWith({
      'bad.yaml': 'hexis: figure/1\nchart: [',
      'picture.csv': new Uint8Array([0x89, 0x50, 0, 0]),
      'latin.csv': new Uint8Array([0x61, 0xe4, 0x0a]),
    });
    mkdirSync(folder.at('full'));
  });
  afterAll(() => folder.remove());

  const calls: [what: string, args: () => string[], code: number, message: RegExp][] = [
    ['no command', () => [], 2, /Usage: hexis/],
    ['an unknown command', () => ['drwa', figure], 2, /unknown command 'drwa'/],
    ['no figure', () => ['draw'], 2, /missing required argument/],
    ['an unknown option', () => ['draw', figure, '--dip', '3'], 2, /unknown option '--dip'/],
    [
      'a figure that does not exist',
      () => ['draw', `${figure}x`],
      3,
      /there is no file .*\n.*\n {2}write: .*yield-by-bed\.figure\.yaml/,
    ],
    ['a folder for a figure', () => ['draw', folder.path], 3, /it is a folder/],
    ['broken YAML', () => ['draw', folder.at('bad.yaml')], 2, /bad\.yaml:\d+:\d+/],
    ['a table for a figure', () => ['numbers', demo('data/plots.csv')], 2, /plots\.csv/],
    ['a picture for a figure', () => ['draw', folder.at('picture.csv')], 3, /it is not a text file/],
    ['letters that are not UTF-8', () => ['draw', folder.at('latin.csv')], 3, /not in UTF-8/],
    [
      'an output folder in the place of a file',
      () => ['draw', figure, '-o', folder.at('bad.yaml/a.svg')],
      3,
      /a\.svg cannot be written: a part of its path is a file/,
    ],
    ['an unknown format', () => ['draw', figure, '--as', 'svg,pgn'], 2, /"pgn" is no format[\s\S]*write: png/],
    ['an unknown ending', () => ['draw', figure, '-o', folder.at('a.docx')], 2, /"docx" is no format/],
    [
      'no ending',
      () => ['draw', figure, '-o', folder.at('drawing')],
      2,
      /the ending of .*drawing does not say the format/,
    ],
    [
      'one file for several figures',
      () => ['draw', ...demoFigures, '-o', folder.at('a.svg')],
      2,
      /one file, .*a\.svg, for \d+ figures/,
    ],
    [
      'one file for several formats',
      () => ['draw', figure, '--as', 'svg,pdf', '-o', folder.at('a.svg')],
      2,
      /for 2 formats/,
    ],
    ['a resolution that is none', () => ['draw', figure, '--dpi', 'high'], 2, /--dpi is "high"/],
    [
      'a resolution of millions of pixels',
      () => ['draw', figure, '--as', 'png', '--dpi', '4000'],
      2,
      /26000 × 14173 pixels/,
    ],
    ['a form of text that is none', () => ['draw', figure, '--text', 'dead'], 2, /--text is "dead"/],
    ['a style that does not exist', () => ['draw', figure, '--style', 'pla1n'], 2, /no house style "pla1n"/],
    [
      'the same figure twice',
      () => ['draw', figure, figure, '-o', `${folder.path}/`],
      2,
      /two figures would be written to/,
    ],
    ['two forms of numbers', () => ['numbers', figure, '--csv', '--json'], 2, /one of --csv and --json/],
    ['a demo in the place of a file', () => ['demo', folder.at('bad.yaml')], 3, /cannot be written/],
  ];

  test.each(calls)('%s', (_, args, code, message) => {
    const cwd = folder.at('full');
    const result = hexis(args(), { cwd });
    expect(result.err + result.out).toMatch(message);
    expect(result.code).toBe(code);
    expect(result.err).not.toMatch(/\n\s+at .*:\d+:\d+|Error:|undefined/);
    expect(readdirSync(cwd)).toEqual([]);
  });

  test('write nothing at all where one figure of several is wrong', () => {
    const result = hexis(['draw', figure, folder.at('bad.yaml'), '-o', `${folder.at('full')}/`]);
    expect(result.code).toBe(2);
    expect(readdirSync(folder.at('full'))).toEqual([]);
  });

  test('leave a file as it was where a new one cannot take its place', () => {
    const place = folder.at('taken.svg');
    mkdirSync(place);
    expect(hexis(['draw', figure, '--as', 'svg', '-o', `${place}`]).code).toBe(0);
    expect(existsSync(join(place, 'yield-by-bed.svg'))).toBe(true);
    rmSync(place, { recursive: true });
  });

  test('tell programs the same as JSON', () => {
    const { code, out, err } = hexis(['draw', folder.at('bad.yaml'), '--json']);
    expect([code, err]).toEqual([2, '']);
    const said = JSON.parse(out);
    expect(said.written).toEqual([]);
    expect(said.problems[0]).toMatchObject({ code: 'yaml-broken', severity: 'error', place: { line: 2 } });
  });
});
