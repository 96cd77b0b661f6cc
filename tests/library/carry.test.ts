import { readdirSync, readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { zlibSync } from 'fflate';
import { memory, ok, openProject, type Project } from 'hexis';
import { disk, formats, write } from 'hexis/node';
import { carriedInPng, carriedInXml } from '../../src/core/export/carriedIn.js';
import type { Carried } from '../../src/core/project/carry/readCarried.js';
import { readCarried } from '../../src/core/project/carry/readCarried.js';
import { together } from '../../src/core/project/carry/together.js';
import { carriedInPicture } from '../../src/node/unpack/carriedBy.js';
import { demo, demoFigures } from '../helpers/hexis.js';

type Part = 'nothing' | 'settings' | 'all';
type Name = (typeof formats)[number]['name'];

const bytesOf = (value: string | Uint8Array) => (typeof value === 'string' ? new TextEncoder().encode(value) : value);

const textsIn = async (value: string | Uint8Array): Promise<string[]> => (await carriedInPicture(bytesOf(value))) ?? [];

async function carriedIn(value: string | Uint8Array): Promise<Carried> {
  const [text = '', ...others] = await textsIn(value);
  expect(others).toEqual([]);
  return ok(readCarried(text, 'picture'));
}

async function written(project: Project, path: string, carries?: Part, format: Name = 'svg') {
  const drawing = ok(await project.draw(path));
  return ok(await write(drawing, format, carries === undefined ? {} : { carries }));
}

const boards = readdirSync(demo('boards')).map((name) => demo(`boards/${name}`));
const data = Object.fromEntries(readdirSync(demo('data')).map((name) => [name, readFileSync(demo(`data/${name}`))]));

/** What was unpacked, with the tables of the demo beside it. */
const abilities = { shippedFont: disk.shippedFont, subsetFont: disk.subsetFont };
const unpackedSource = (files: ReadonlyMap<string, string>) =>
  memory({ ...data, ...Object.fromEntries(files) }, abilities);

describe('a picture gives back what it was made of', () => {
  const names: Record<string, string> = { settings: 'the table is given', all: 'the rows are carried' };
  for (const part of ['settings', 'all'] as const) {
    test.each([...demoFigures, ...boards].map((path) => [basename(path), path]))(
      `%s draws the same bytes again where ${names[part]}`,
      async (_, path) => {
        const picture = await written(openProject(disk), path, part);
        const { figures, files } = together([await carriedIn(picture)]);
        expect(figures[0]?.lacking.map(({ kind }) => kind).filter((kind) => kind !== 'table')).toEqual([]);
        if (part === 'all') expect(figures[0]?.lacking).toEqual([]);
        const tables = part === 'all' ? memory(Object.fromEntries(files)) : unpackedSource(files);
        const again = await written(openProject(tables), figures[0]?.file ?? '', part);
        expect(again).toBe(picture);
      },
    );
  }

  test('in every format, by the same text', async () => {
    const [path = ''] = demoFigures;
    const drawing = ok(await openProject(disk).draw(path));
    const texts = new Set<string>();
    for (const { name } of formats) {
      const picture = ok(await write(drawing, name));
      const found = await textsIn(picture);
      expect([name, found.length]).toEqual([name, 1]);
      texts.add(found[0] ?? '');
      const { figures, files } = together([await carriedIn(picture)]);
      const project = openProject(unpackedSource(files));
      const again = await written(project, figures[0]?.file ?? '', undefined, name);
      expect([name, Buffer.compare(bytesOf(again), bytesOf(picture))]).toEqual([name, 0]);
    }
    expect(texts.size).toBe(1);
  });

  test('as the call drew it: with its style, its language and its caption, and how it was written', async () => {
    const [path = ''] = demoFigures;
    const project = openProject(disk, { style: demo('lanternfield.style.yaml'), language: 'de', caption: true });
    const drawing = ok(await project.draw(path));
    const picture = ok(await write(drawing, 'svg', { inks: 'grey' }));
    const carried = await carriedIn(picture);
    const { figures, files } = together([carried]);
    expect(figures[0]?.options).toEqual(['--caption', '--inks grey']);
    expect(files.get(carried.draw)).toMatch(/\nstyle: lanternfield.style.yaml\n[\s\S]*\nlanguage: de\n/);
    const again = ok(await openProject(unpackedSource(files), { caption: true }).draw(carried.draw));
    expect(ok(await write(again, 'svg', { inks: 'grey' }))).toBe(picture);
  });
});

const figure = `hexis: figure/1
# nobody is to read this
data: ../anna's secret/answers.csv # nor this
codebook: words/garden.codebook.yaml
style: house.style.yaml
chart: { kind: bar, category: bed, value: yield, where: { season: spring } }
`;
const files = {
  'project/a/f.figure.yaml': figure,
  "project/anna's secret/answers.csv":
    'bed,yield,season,person\n1,2.5,spring,Anna\n1,3.5,spring,Bert\n2,4,spring,Cleo\n2,5,spring,Dora\n2,7,autumn,Dora\n',
  'project/a/words/garden.codebook.yaml':
    'hexis: codebook/1\nvariables:\n  person: { label: Name of the person }\n  bed: { label: Bed, values: { 2: Compost, 1: Soil } }\n  yield: { label: Yield, measure: numeric }\n  season: { label: Season }\n',
  'project/a/house.style.yaml': 'hexis: style/1\n# a remark\nextends: base/base.style.yaml\ncheck: { ticks: off }\n',
  'project/a/base/base.style.yaml': 'hexis: style/1\nextends: plain\ntext: { size: 9pt }\n',
};
const drawn = async (more: Record<string, string> = {}, path = 'project/a/f.figure.yaml') =>
  ok(await openProject(memory({ ...files, ...more }, abilities)).draw(path));

describe('what travels', () => {
  const secrets = /anna|bert|cleo|dora|person|nobody|nor this|remark|words\/|base\/|project|secret/i;

  test('is settings alone unless rows are asked for: no folder, no remark, no row, no variable that is not drawn', async () => {
    const drawing = await drawn();
    for (const { name } of formats) {
      const picture = ok(await write(drawing, name));
      const [text = ''] = await textsIn(picture);
      expect([name, secrets.exec(text)?.[0]]).toEqual([name, undefined]);
      const letters = new TextDecoder('latin1').decode(bytesOf(picture));
      expect([name, /anna|person|nobody|secret/i.exec(letters)?.[0]]).toEqual([name, undefined]);
    }
    const { figures, files: given } = together([await carriedIn(ok(await write(drawing, 'svg')))]);
    expect([...given.keys()].sort()).toEqual([
      'base.style.yaml',
      'f.figure.yaml',
      'garden.codebook.yaml',
      'house.style.yaml',
    ]);
    expect(figures[0]?.lacking).toEqual([{ kind: 'table', name: 'answers.csv', in: 'f.figure.yaml' }]);
    // Codes keep their order, which is that of the bars.
    expect(given.get('garden.codebook.yaml')).toContain('{ 2: Compost, 1: Soil }');
  });

  test('are with "all" the columns that are drawn, and no others', async () => {
    const picture = ok(await write(await drawn(), 'svg', { carries: 'all' }));
    const { files: given } = together([await carriedIn(picture)]);
    expect(given.get('answers.csv')).toBe(
      'bed,yield,season\n1,2.5,spring\n1,3.5,spring\n2,4,spring\n2,5,spring\n2,7,autumn\n',
    );
    expect(secrets.exec(String(picture))?.[0]).toBeUndefined();
  });

  test('is nothing where nothing is to; the file then says of which text it was made', async () => {
    const drawing = await drawn({ 'project/a/f.figure.yaml': `${figure}export: { carries: nothing }\n` });
    for (const { name } of formats) {
      const picture = ok(await write(drawing, name));
      expect([name, await textsIn(picture)]).toEqual([name, []]);
    }
    expect(ok(await write(drawing, 'svg'))).toMatch(/Made from f\.figure\.yaml, SHA-256 [0-9a-f]{64}</);
    expect(ok(await write(drawing, 'svg', { carries: 'settings' }))).toMatch(/Made from f\.figure\.yaml</);
  });

  test('is no more than a house allows', async () => {
    const house = (most: string) => ({
      'project/a/base/base.style.yaml': `hexis: style/1\nexport: { carriesAtMost: ${most} }\n`,
    });
    const lessened = await drawn(house('nothing'));
    expect(await textsIn(ok(await write(lessened, 'svg')))).toEqual([]);
    const refused = await write(await drawn(house('settings')), 'svg', { carries: 'all' });
    expect(refused.problems.map(({ code }) => code)).toEqual(['carries-beyond']);
    const told = await openProject(
      memory({
        ...files,
        ...house('settings'),
        'project/a/f.figure.yaml': `${figure}export: { carries: all, carriesAtMost: all }\n`,
      }),
    ).draw('project/a/f.figure.yaml');
    expect(told.problems.map(({ code, place }) => [code, place?.line])).toEqual([['carries-beyond', 7]]);
  });

  test('are cells as they stood there: empty rows, codes, quotation marks, decimal commas, numbers of workbooks', async () => {
    const rows = [
      { bed: 'a "b", c', yield: 2.5 },
      { bed: 'a "b", c', yield: -9 },
      { bed: '=x', yield: 1234.5 },
      { bed: '', yield: null },
      { bed: '=x', yield: '1,25' },
    ];
    const text = JSON.stringify({
      hexis: 'figure/1',
      data: { rows },
      codebook: { decimalMark: ',', variables: { yield: { measure: 'numeric', missing: [-9] } } },
      chart: { kind: 'points', category: 'bed', value: 'yield' },
    });
    const drawing = await drawn({ 'r.figure.json': text }, 'r.figure.json');
    const picture = ok(await write(drawing, 'svg', { carries: 'all' }));
    const { figures, files: given } = together([await carriedIn(picture)]);
    expect(given.get('r.csv')).toContain('""b""');
    const again = ok(await openProject(memory(Object.fromEntries(given))).draw(figures[0]?.file ?? ''));
    expect(again.numbers).toEqual(drawing.numbers);
    expect(ok(await write(again, 'svg', { carries: 'all' }))).toBe(picture);
  });

  test('figures of a board that draw other columns of one table carry them all, each once', async () => {
    const board = 'hexis: board/1\nfigures: [a/f.figure.yaml, a/g.figure.yaml]\nsize: { width: 16cm, height: 8cm }\n';
    const other = figure.replace(/chart:.*/, 'chart: { kind: bar, category: season, summary: count }');
    const more = { 'project/all.board.yaml': board, 'project/a/g.figure.yaml': other };
    const drawing = await drawn(more, 'project/all.board.yaml');
    const picture = ok(await write(drawing, 'svg', { carries: 'all' }));
    const { figures, files: given } = together([await carriedIn(picture)]);
    expect(given.get('answers.csv')?.split('\n')[0]).toBe('bed,yield,season');
    const turned = await drawn(
      {
        ...more,
        'project/all.board.yaml': board.replace('a/f.figure.yaml, a/g.figure.yaml', 'a/g.figure.yaml, a/f.figure.yaml'),
      },
      'project/all.board.yaml',
    );
    const { files: again } = together([await carriedIn(ok(await write(turned, 'svg', { carries: 'all' })))]);
    expect(again.get('answers.csv')?.split('\n')[0]?.split(',').sort()).toEqual(['bed', 'season', 'yield']);
    const redrawn = ok(await openProject(memory(Object.fromEntries(given))).draw(figures[0]?.file ?? ''));
    expect(ok(await write(redrawn, 'svg', { carries: 'all' }))).toBe(picture);
  });

  test('two figures of one name from two folders are two files, each with its id', async () => {
    const board = 'hexis: board/1\nfigures: [a/f.figure.yaml, b/f.figure.yaml]\nsize: { width: 16cm, height: 8cm }\n';
    const other = figure
      .replace('kind: bar', 'kind: points')
      .replace(/style.*\n/, '')
      .replace('words/', '../a/words/');
    const drawing = await drawn(
      { 'project/all.board.yaml': board, 'project/b/f.figure.yaml': other },
      'project/all.board.yaml',
    );
    const picture = ok(await write(drawing, 'svg', { carries: 'all' }));
    const { figures, files: given } = together([await carriedIn(picture)]);
    expect(given.get('f-2.figure.yaml')).toContain('id: f\n');
    const again = ok(await openProject(memory(Object.fromEntries(given))).draw(figures[0]?.file ?? ''));
    expect(ok(await write(again, 'svg', { carries: 'all' }))).toBe(picture);
  });
});

describe('several pictures', () => {
  const carriedOf = async (path: string) => carriedIn(await written(openProject(disk), path, 'settings'));

  test('share their codebook, put together in its own order', async () => {
    const paths = demoFigures
      .filter((path) => readFileSync(path, 'utf8').includes('../garden.codebook.yaml'))
      .slice(0, 6);
    const all = await Promise.all(paths.map(carriedOf));
    const { files: given, figures } = together([...all, ...all]);
    expect(figures.map(({ folder }) => folder)).toEqual(paths.map(() => ''));
    const whole = readFileSync(demo('garden.codebook.yaml'), 'utf8');
    const variables = given.get('garden.codebook.yaml')?.match(/^ {2}(\w+):/gm) ?? [];
    expect(variables.length).toBeGreaterThan(3);
    const places = variables.map((name) => whole.search(new RegExp(`^ *${name.trim()}`, 'm')));
    expect(Math.min(...places)).toBeGreaterThan(0);
    for (const one of all) {
      const { files: own } = together([one]);
      expect(given.get(one.draw)).toBe(own.get(one.draw));
    }
  });

  test('of one name and another content stand in folders of their own', async () => {
    const one = await carriedIn(ok(await write(await drawn(), 'svg')));
    const other = await drawn({ 'project/a/base/base.style.yaml': 'hexis: style/1\ntext: { size: 12pt }\n' });
    const { files: given, figures } = together([one, await carriedIn(ok(await write(other, 'svg')))]);
    expect(figures.map(({ file }) => file)).toEqual(['f.figure.yaml', 'f/f.figure.yaml']);
    expect(given.get('base.style.yaml')).toContain('9pt');
    expect(given.get('f/base.style.yaml')).toContain('12pt');
  });
});

describe('what comes from outside', () => {
  const own = { hexis: 'figure/1', chart: { kind: 'bar', category: 'bed', value: 'yield' }, data: 't.csv' };
  const whole = (more: object = {}, figureMore: object = {}) =>
    JSON.stringify({ hexis: 'carried/1', draw: 'f.yaml', files: { 'f.yaml': { ...own, ...figureMore } }, ...more });

  test('is taken where it is as it should be', () => {
    expect(ok(readCarried(whole(), 'x')).draw).toBe('f.yaml');
  });

  test.each([
    ['no JSON', '{"hexis": "carried/1",'],
    ['YAML in its place', 'hexis: carried/1\nfiles: &a { f.yaml: *a }'],
    ['another version', whole({ hexis: 'carried/9' })],
    ['a file above the folder', whole({ files: { '../f.yaml': own }, draw: '../f.yaml' })],
    ['an absolute file', whole({ files: { '/etc/f.yaml': own }, draw: '/etc/f.yaml' })],
    ['a drive', whole({ files: { 'C:f.yaml': own }, draw: 'C:f.yaml' })],
    ['a hidden file', whole({ files: { '.f.yaml': own }, draw: '.f.yaml' })],
    ['a device', whole({ files: { 'con.yaml': own }, draw: 'con.yaml' })],
    ['a program', whole({ files: { 'f.sh': own }, draw: 'f.sh' })],
    ['a file that is drawn and not there', whole({ draw: 'g.yaml' })],
    ['a report', whole({ files: { 'f.yaml': { hexis: 'report/1', figures: [] } } })],
    ['two files that are one on some disks', whole({ files: { 'f.yaml': own, 'F.yaml': own } })],
    ['a table that is none', whole({ tables: { 't.sh': 'rm' } })],
    ['a table above the folder', whole({ tables: { '../t.csv': 'a' } })],
    ['a setting that there is not', whole({}, { runs: 'x' })],
    ['a table of another folder', whole({}, { data: '../../t.csv' })],
    ['a table of this machine', whole({}, { data: { file: '/etc/passwd' } })],
    ['a style of another folder', whole({}, { style: '../x.style.yaml' })],
    ['a typeface of another folder', whole({}, { faces: { Own: { regular: '/usr/share/fonts/x.ttf' } } })],
    ['a statement of another folder', whole({}, { data: { connection: 'c', query: '../q.sql' } })],
    ['options that there are not', whole({ written: { output: '/etc/x' } })],
    ['an option with a tail', whole({ written: { dpi: '300; rm x' } })],
    ['brackets without end', `${'['.repeat(20_000)}${']'.repeat(20_000)}`],
  ])('is refused in words: %s', (_, text) => {
    const read = readCarried(text, 'x.svg');
    expect(read.problems.map(({ code, place }) => [code, place?.file])).toEqual([['carried-broken', 'x.svg']]);
  });

  test('is never made of little to much', () => {
    const bomb = zlibSync(new Uint8Array(200e6), { level: 9 });
    const data = new Uint8Array([...new TextEncoder().encode('Hexis carried\0\u0001\0\0\0'), ...bomb]);
    const chunk = new Uint8Array(8 + 12 + data.length);
    const view = new DataView(chunk.buffer);
    view.setUint32(8, data.length);
    chunk.set(new TextEncoder().encode('iTXt'), 12);
    chunk.set(data, 16);
    expect(carriedInPng(chunk)).toEqual([]);
    view.setUint32(8, 0xffffffff);
    expect(carriedInPng(chunk)).toEqual([]);
  });

  test('is found where another program gave the element another prefix', async () => {
    const svg = String(ok(await write(await drawn(), 'svg')));
    const other = svg.replaceAll('hexis:carried', 'ns7:carried').replaceAll('xmlns:hexis', 'xmlns:ns7');
    expect(carriedInXml(other)).toEqual(carriedInXml(svg));
    expect(carriedInXml(other)).toHaveLength(1);
  });
});
