import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { demo, folderWith, hexis } from '../helpers/hexis.js';
import { parquetOf } from '../helpers/parquet.js';
import { workbook } from '../helpers/workbook.js';

const awkward = `id,when,ward,age,score,part_a,part_b,total,note
${Array.from({ length: 30 }, (_, i) => `P${i},2026-0${1 + (i % 9)}-15,${i % 3 === 2 ? 9 : 1 + (i % 2)},${i === 4 ? 999 : 20 + ((i * 7) % 50)},${i === 5 ? 'NA' : (i / 4).toFixed(2)},${i},${2 * i},${3 * i},${i === 0 ? '' : 'seen'}`).join('\n')}
`;

describe('start', () => {
  let folder: ReturnType<typeof folderWith>;
  beforeAll(() => {
    folder = folderWith({
      'plots.csv': readFileSync(demo('data/plots.csv')),
      'awkward.csv': awkward,
      'comma.csv': 'bed;yield\na;1,5\nb;2,5\nb;2,25\n',
      'book.xlsx': workbook({
        First: [['a'], [1]],
        Second: [
          ['bed', 'yield'],
          ['x', 1.5],
          ['y', 2],
          ['x', 2.5],
        ],
      }),
      'empty.csv': '',
    });
  });
  afterAll(() => folder.remove());

  test('writes the encoding of a table that is not in UTF-8, with a word to look at', () => {
    // Windows-1251: грядка;урожай, север, юг
    const cells = 'e3f0ffe4eae0 3b f3f0eee6e0e9 0a f1e5e2e5f0 3b33 0a fee3 3b34 0a f1e5e2e5f0 3b35 0a fee3 3b36 0a';
    writeFileSync(folder.at('gryadka.csv'), Buffer.from(cells.replaceAll(' ', ''), 'hex'));
    const { code, err, out } = hexis(['start', folder.at('gryadka.csv')]);
    expect([code, err]).toEqual([
      0,
      expect.stringMatching(/is read as windows-1251 \(“грядка”\)[\s\S]*koi8-r \(“ЦПЪДЙЮ”\)/),
    ]);
    expect(out).toContain('category грядка, value урожай');
    const figure = readFileSync(folder.at('gryadka.figure.yaml'), 'utf8');
    expect(figure).toContain('data: { file: "gryadka.csv", encoding: windows-1251 }');
    expect(hexis(['draw', folder.at('gryadka.figure.yaml'), '-o', folder.at('g.svg')]).err).not.toContain('UTF-8');
    const told = hexis(['start', folder.at('gryadka.csv'), '--encoding', 'koi8-r', '--replace']);
    expect([told.err, told.out]).toEqual(['', expect.stringContaining('ЦПЪДЙЮ')]);
    expect(hexis(['start', folder.at('gryadka.csv'), '--encoding', 'cp1251', '--replace']).err).toMatch(
      /--encoding is "cp1251"[\s\S]*windows-1251/,
    );
    expect(hexis(['start', folder.at('book.xlsx'), '--encoding', 'koi8-r']).err).toContain('--encoding');
  });

  test('says what a table holds, and writes a codebook and a figure that draw', () => {
    const { code, out, err } = hexis(['start', folder.at('plots.csv'), '--value', 'yield', '--category', 'bed']);
    expect([code, err]).toEqual([0, '']);
    expect(out).toContain('240 rows, 11 columns');
    expect(out).toMatch(/yield +measured +238 +0\.2 to 9\.8 +-9: no value\?; 2 empty/);
    expect(out).toMatch(/bed +codes\? +240 +1, 2, 3, 4 +9: no value\?/);
    expect(out).toMatch(/plot +names .*names the rows\?/);
    expect(out).toMatch(/total +measured .*total or difference\?/);
    expect(readFileSync(folder.at('plots.figure.yaml'), 'utf8')).toContain(
      'kind: bar\n  category: bed\n  value: yield',
    );
    const drawn = hexis(['draw', folder.at('plots.figure.yaml'), '-o', `${folder.path}/`]);
    // What may stand for no value is drawn until the author says so, and that is said.
    expect([drawn.code, drawn.err]).toEqual([0, expect.stringContaining('yield is -9 in 5 rows')]);
    expect(existsSync(folder.at('plots.svg'))).toBe(true);
  });

  test('keeps files that are there, unless told to replace them', () => {
    writeFileSync(folder.at('comma.figure.yaml'), 'mine');
    const kept = hexis(['start', folder.at('comma.csv')]);
    expect([kept.code, readFileSync(folder.at('comma.figure.yaml'), 'utf8')]).toEqual([2, 'mine']);
    expect(kept.err).toContain('--replace');
    expect(existsSync(folder.at('comma.codebook.yaml'))).toBe(false);
    const replaced = hexis(['start', folder.at('comma.csv'), '--replace']);
    expect(replaced).toMatchObject({
      code: 0,
      out: expect.stringMatching(/decimal commas.*speaks English: --language de/),
    });
    expect(hexis(['start', folder.at('comma.csv'), '--replace', '--language', 'de']).out).not.toContain('English');
    expect(readFileSync(folder.at('comma.codebook.yaml'), 'utf8')).toContain('decimalMark: ","');
    expect(hexis(['draw', folder.at('comma.figure.yaml'), '-o', `${folder.path}/`]).code).toBe(0);
  });

  test('finds missing codes, dates, ids, totals and differences, and asks in the codebook', () => {
    const { out } = hexis(['start', folder.at('awkward.csv'), '--json', '-o', folder.path]);
    const { columns, chart } = JSON.parse(out);
    const column = (name: string) => columns.find((own: { name: string }) => own.name === name);
    expect(column('when').looks).toBe('date');
    expect(column('id')).toMatchObject({ looks: 'names', isId: true });
    expect(column('ward')).toMatchObject({ looks: 'coded', missing: [], unsure: ['9'] });
    expect(column('age')).toMatchObject({ looks: 'numeric', missing: [], unsure: ['999'], range: [20, 69] });
    expect(column('score')).toMatchObject({ looks: 'numeric', missing: ['NA'], decimals: 2 });
    expect(column('total').isTotal).toBe(true);
    expect(column('note').empty).toBe(1);
    expect(chart).toMatchObject({ kind: 'line', x: 'when', value: 'age' });
    const codebook = readFileSync(folder.at('awkward.codebook.yaml'), 'utf8');
    expect(codebook).toMatch(/# .*does 999 stand for "no value"\? then add missing: \[999\].*\n(.*\n)*? {2}age:/);
  });

  test.each(['bar', 'interval', 'histogram', 'box', 'points', 'scatter', 'space', 'line', 'pie'])(
    'chooses columns for the kind %s that is asked for without any',
    (kind) => {
      const { code, err } = hexis(['start', folder.at('plots.csv'), '--kind', kind, '--replace']);
      expect([code, err]).toEqual([0, '']);
      expect(readFileSync(folder.at('plots.figure.yaml'), 'utf8')).toContain(`kind: ${kind}\n`);
    },
  );

  test('reads a named sheet of a workbook', () => {
    const { code, out } = hexis(['start', folder.at('book.xlsx'), '--sheet', 'Second']);
    expect([code, /3 rows, 2 columns/.test(out)]).toEqual([0, true]);
  });

  test.each([
    [['plots.csv', '--value', 'bed', '--kind', 'histogram'], 2, /bed holds codes of categories/],
    [['plots.csv', '--x', 'yield', '--y', 'water', '--kind', 'bar'], 2, /one of the kinds that they fit: scatter/],
    [['plots.csv', '--value', 'yeild'], 2, /write: yield/],
    [['plots.csv', '--kind', 'bra'], 2, /no kind of chart "bra"/],
    [['plot.csv'], 3, /plots\.csv/],
    [['empty.csv'], 2, /no rows/],
    [['plots.csv', '--decimal-mark', ';'], 2, /a point or a comma/],
    [['book.xlsx', '--sheet', 'Third'], 2, /no sheet "Third"/],
  ])('%j ends with code %i and a message', (args, expected, message) => {
    const { code, err } = hexis(['start', folder.at(args[0] as string), ...args.slice(1)]);
    expect(code).toBe(expected);
    expect(err).toMatch(message);
    expect(err).not.toMatch(/\bat .*:\d+:\d+/);
  });
});

describe('start takes tables as they come', () => {
  const folder = folderWith({
    'bare.txt': '0 1.5\n1 2.25\n2 3\n3 3.5\n',
    'totals.csv': 'crop,harvest (kg)\nkale,10\nleek,8.5\nTotal,18.5\n',
    'ages.csv': `age,region\n${Array.from({ length: 12 }, (_, i) => `${20 + i * 3},${'NS'[i % 2]}`).join('\n')}\n`,
    'slashes.csv': 'when,n\n3/4/2026,5.5\n5/4/2026,7\n',
  });
  afterAll(() => folder.remove());
  const started = (name: string, ...args: string[]) => {
    const { code, out, err } = hexis(['start', folder.at(name), '--replace', ...args]);
    expect([code, err]).toEqual([0, '']);
    const file = (kind: string) => readFileSync(folder.at(`${name.replace(/\..*/, '')}.${kind}.yaml`), 'utf8');
    const drawn = hexis([
      'draw',
      folder.at(`${name.replace(/\..*/, '')}.figure.yaml`),
      '-o',
      `${folder.path}/`,
      '--replace',
    ]);
    return { out, codebook: file('codebook'), figure: file('figure'), drawn };
  };

  test('without names of columns', () => {
    const { out, figure, drawn } = started('bare.txt');
    expect(out).toContain('The first line holds numbers and names no columns');
    expect(figure).toContain('header: false');
    expect([drawn.code, drawn.err]).toEqual([0, '']);
    expect(drawn.out).toContain('4 of 4 cases');
    expect(started('bare.txt', '--no-header').figure).toContain('header: false');
  });

  test('with a row of totals and a unit beside the name of a column', () => {
    const { out, codebook, figure, drawn } = started('totals.csv');
    expect(out).toContain('"Total" in crop is the sum or mean of the other rows');
    expect(codebook).toContain('label: Harvest\n    unit: "kg"');
    expect(codebook).not.toContain('# unit');
    expect(figure).toContain('summary: given');
    expect([drawn.code, drawn.out]).toEqual([0, expect.stringContaining('2 of 2 cases')]);
    expect(drawn.err).toContain('is the sum of the others, and is left out');
  });

  test('as the call says: numbers as categories', () => {
    const { codebook, figure, drawn } = started('ages.csv', '--category', 'age');
    expect(figure).toContain('category: age');
    expect(codebook).toMatch(/age:\n {4}label: Age\n {4}measure: ordinal/);
    expect([drawn.code, drawn.err]).toEqual([0, '']);
  });

  test('and asks which number of a date is the day', () => {
    const { codebook, drawn } = started('slashes.csv');
    expect(codebook).toMatch(
      /# day first, or month first\? the dates do not say\n {2}when:(\n.*)*dateOrder: day-month/,
    );
    expect(drawn.code).toBe(0);
  });
});

describe('start asks what a table cannot say', () => {
  const folder = folderWith({
    'thousands.csv': 'bed,n\nA,"12,345"\nB,"10,250"\n',
    'long.csv': 'bed,v\nA,0.12345678901234567\nA,0.2\nB,1\n',
    'percent.csv': 'bed,part\nA,45 %\nA,55 %\nB,12.5 %\n',
    'book.xlsx': workbook({
      First: [['a'], [1]],
      'The second': [
        ['bed', 'v'],
        ['A', 1],
        ['B', 2.5],
      ],
    }),
  });
  afterAll(() => folder.remove());
  const draft = (name: string) => readFileSync(folder.at(name), 'utf8');

  test('whether a comma parts thousands', () => {
    const asked = hexis(['start', folder.at('thousands.csv')]);
    expect([asked.code, asked.err]).toEqual([2, expect.stringMatching(/may be 12345 or 12\.345/)]);
    expect(hexis(['start', folder.at('thousands.csv'), '--thousands-mark', ',']).code).toBe(0);
    expect(draft('thousands.codebook.yaml')).toContain('thousandsMark: ","');
    expect(hexis(['numbers', folder.at('thousands.figure.yaml'), '--csv']).out).toContain('A,1,12345');
    expect(hexis(['start', folder.at('thousands.csv'), '--decimal-mark', ',', '--replace']).code).toBe(0);
    expect(hexis(['numbers', folder.at('thousands.figure.yaml'), '--csv']).out).toContain('A,1,12.345');
  });

  test('and drafts what can be drawn: decimals as measured, units, the sheet', () => {
    for (const [name, args] of [
      ['long.csv', []],
      ['percent.csv', []],
      ['book.xlsx', ['--sheet', 'The second']],
    ] as const) {
      expect(hexis(['start', folder.at(name), ...args, '-o', folder.at('new/folder')]).code).toBe(0);
      const figure = folder.at(`new/folder/${name.replace(/\..*/, '')}.figure.yaml`);
      expect(hexis(['draw', figure, '-o', folder.at('new/out/')])).toMatchObject({ code: 0, err: '' });
    }
    expect(draft('new/folder/long.codebook.yaml')).toContain('decimals: 4');
    expect(draft('new/folder/percent.codebook.yaml')).toContain('unit: "%"');
    expect(draft('new/folder/book.figure.yaml')).toContain('sheet: "The second"');
  });
});

describe('start finds the table in what stands around it', () => {
  const folder = folderWith({
    'titled.csv': 'Harvest of the garden 2026,,\n,,\ncrop,harvest,loss\nkale,10,1\nleek,8,2\nbeans,5,1\n',
    'note.csv': 'Harvest of the garden 2026\ncrop;harvest;loss\nkale;10;1\nleek;8;2\nbeans;5;1\n',
    'subjects.csv': `individual,yield\n${Array.from({ length: 40 }, (_, i) => `${1 + Math.floor(i / 4)},${(i * 37) % 11}.${i % 7}`).join('\n')}\n`,
    'book.xlsx': workbook({
      Notes: [['Read me first'], ['crop', 'harvest'], ['kale', 10], ['leek', 8]],
      Data: [
        ['crop', 'harvest'],
        ['kale', 10],
      ],
    }),
  });
  const years = { 2025: [1.5, 2.5, 3.5], 2026: [2, 3, 4] };
  writeFileSync(folder.at('years.json'), JSON.stringify({ columns: years }));
  writeFileSync(
    folder.at('packed.parquet'),
    parquetOf(Object.entries(years).map(([name, data]) => ({ name, data, type: 'DOUBLE' }))),
  );
  afterAll(() => folder.remove());
  const start = (...args: string[]) => hexis(['start', ...args], { cwd: folder.path });
  const figure = (name: string) => readFileSync(folder.at(`${name}.figure.yaml`), 'utf8');

  test('below a title or a remark, which is said', () => {
    expect(start('titled.csv').out).toContain('2 lines above the names of the columns are left out');
    expect(figure('titled')).toContain('data: { file: "titled.csv", skip: 2 }');
    expect(start('note.csv').out).toMatch(/3 rows, 3 columns[\s\S]*1 line above the names/);
    expect(hexis(['draw', 'note.figure.yaml'], { cwd: folder.path }).code).toBe(0);
    expect(start('titled.csv', '--skip', '2', '--replace').out).toContain('3 rows, 3 columns');
    expect(start('titled.csv', '--skip', 'two').err).toContain('write: --skip 2');
    expect(start('titled.csv', '--sheet', 'A').err).toContain('--sheet has nothing to act on');
  });

  test.each(['years.json', 'packed.parquet'])('with columns that are called by numbers: %s', (table) => {
    expect(start(table).out).toMatch(/3 rows, 2 columns[\s\S]*2025 [\s\S]*kind scatter, x 2025, y 2026/);
    expect(figure(table.replace(/\..*/, ''))).toContain(`data: "${table}"`);
    expect(hexis(['draw', table.replace(/\..*/, '.figure.yaml')], { cwd: folder.path }).code).toBe(0);
    expect(start(table, '--no-header', '--replace').err).toContain('--no-header has nothing to act on');
  });

  test.each([
    ['a page that a program calls a workbook', 'page.xls', '\n<html>\n<table><tr><td>a', 'the ending .html'],
    ['a workbook of the old form', 'old.xls', '\xd0\xcf\x11\xe0\xa1', 'XLSX'],
    ['a workbook by another name', 'book.csv', 'PK\x03\x04\x14', 'the ending .xlsx'],
    ['XML', 'flat.fods', '\xef\xbb\xbf<?xml version="1.0"?>\n<a/>', 'XLSX'],
  ])('not in %s, which is said', (_, name, bytes, what) => {
    writeFileSync(folder.at(name), Buffer.from(bytes, 'latin1'));
    expect(start(name)).toMatchObject({ code: 3, err: expect.stringContaining(what) });
    expect(existsSync(folder.at(name.replace(/\..*/, '.codebook.yaml')))).toBe(false);
  });

  test('though a column is called like the sign of a packed file', () => {
    writeFileSync(folder.at('par.csv'), 'PAR1,PAR2\n1.5,2\n2.5,4\n4,3\n');
    expect(start('par.csv').out).toContain('3 rows, 2 columns');
  });

  test('in a sheet and a range of it, the other sheets named', () => {
    const { out } = start('book.xlsx');
    expect(out).toContain('This is the sheet Notes of Notes, Data; --sheet "Data" reads another one');
    expect(start('book.xlsx', '--range', 'A2:B4', '--replace').out).toContain('2 rows, 2 columns');
    expect(figure('book')).toContain('range: "A2:B4"');
  });

  test('numbers of subjects are no measured variable, each once or several times', () => {
    expect(start('subjects.csv').out).toMatch(/individual .*names the rows\?/);
    expect(figure('subjects')).toContain('kind: histogram\n  value: yield');
  });

  describe('answers in words that columns share', () => {
    const rows = (words: readonly string[]) =>
      Array.from({ length: 24 }, (_, i) => {
        const word = (by: number) => words[(i + Math.floor((i * by) / 4)) % words.length] ?? '';
        return [
          `${1 + (i % 9)}.5.2026`,
          20 + i,
          ['w', 'm', 'd'][i % 3],
          word(1),
          word(2),
          i % 7 ? word(3) : 'k. A.',
        ].join(';');
      });
    const survey = (words: readonly string[]) =>
      `day;age;sex;Paths are wide.;Beds are tidy.;Tools are there.\n${rows(words).join('\n')}\n`;

    test('are drawn as such, whatever else was asked; the codebook asks for their order, and has one for all', () => {
      writeFileSync(folder.at('survey.csv'), survey(['agree', 'disagree', 'so-so', 'fully agree']));
      expect(start('survey.csv').out).toContain('columns share their answers, which the codebook should have in order');
      expect(figure('survey')).toContain(
        'kind: answers\n  questions: ["Paths are wide.", "Beds are tidy.", "Tools are there."]',
      );
      const codebook = readFileSync(folder.at('survey.codebook.yaml'), 'utf8');
      expect(codebook.match(/# answers: put them in order/g)).toHaveLength(3);
      const scales = codebook.match(/values: .*so-so.*/g) ?? [];
      expect([scales.length, new Set(scales).size]).toEqual([3, 1]);
      expect(hexis(['draw', folder.at('survey.figure.yaml'), '-o', `${folder.path}/`])).toMatchObject({
        code: 0,
        err: '',
      });
    });

    test('with a number before each stand in that order; other kinds are there to be asked for', () => {
      writeFileSync(folder.at('numbered.csv'), survey(['2 - so-so', '10 - agree', '1 - disagree']));
      start('numbered.csv', '--kind', 'answers');
      const codebook = readFileSync(folder.at('numbered.codebook.yaml'), 'utf8');
      expect(codebook).toMatch(/measure: ordinal\n +values: \{ "1 - dis.*"2 - so.*"10 - agree/);
      start('numbered.csv', '--value', 'age', '--category', 'sex', '--replace');
      expect(figure('numbered')).toContain('kind: bar\n  category: sex\n  value: age');
      expect(readFileSync(folder.at('numbered.codebook.yaml'), 'utf8')).not.toContain('ordinal');
    });

    test('two columns are none, nor are other words in each', () => {
      const two = survey(['a', 'b', 'c']).replace(/;[^;\n]*$/gm, '');
      writeFileSync(folder.at('two.csv'), two);
      start('two.csv');
      expect(figure('two')).not.toContain('answers');
    });
  });
});
