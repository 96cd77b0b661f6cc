import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { memory, ok, openProject } from 'hexis';
import { drawn } from '../helpers/figures.js';
import { demo } from '../helpers/hexis.js';
import { odsCells, rawOds, odsRow as row, odsRows as rows } from '../helpers/rawOds.js';

const { text, number, percent, date, time, flag, fault, formula, empty, covered } = odsCells;
const bar = { kind: 'bar', category: 'g', value: 'v' };
const head = row(text('g'), text('v'));

async function sheetDrawn(bytes: Uint8Array, chart: object, more: object = {}) {
  const figure = JSON.stringify({ hexis: 'figure/1', data: 't.ods', chart, ...more });
  const made = await drawn(memory({ 'f.yaml': figure, 't.ods': bytes }), 'f.yaml');
  return { rows: made.drawing?.numbers.rows, problems: made.problems };
}

describe('a spreadsheet of OpenDocument', () => {
  test('gives the figure that the same table gives as text', async () => {
    const csv = readFileSync(demo('data/plots.csv'), 'utf8');
    const lines = csv
      .trim()
      .split('\n')
      .map((line) => line.split(','));
    const sheet = lines.map((cells) =>
      row(...cells.map((cell) => (cell === '' ? empty() : Number.isNaN(Number(cell)) ? text(cell) : number(cell)))),
    );
    const figure = (data: string) =>
      JSON.stringify({
        hexis: 'figure/1',
        data,
        codebook: 'c.yaml',
        chart: { kind: 'bar', category: 'bed', value: 'yield', group: 'season', error: { shows: 'ci' } },
      });
    const source = memory({
      'a.yaml': figure('t.csv'),
      'b.yaml': figure('t.ods'),
      'c.yaml': readFileSync(demo('garden.codebook.yaml'), 'utf8'),
      't.csv': csv,
      't.ods': rawOds({ plots: sheet.join('') }),
    });
    const [asText, asSheet] = [
      ok(await openProject(source).draw('a.yaml')),
      ok(await openProject(source).draw('b.yaml')),
    ];
    expect(asSheet.numbers).toEqual(asText.numbers);
  });

  test('has cells and rows that stand many times, and empty ones to the far corner', async () => {
    const sheet =
      row(text('g'), text('v'), empty(16_000)) +
      rows(2, text('a'), number(2), empty(3)) +
      rows(3, empty(16_384)) +
      row(number(7, 'table:number-columns-repeated="2"')) +
      rows(1_048_560, empty(16_384));
    const made = await sheetDrawn(rawOds({ s: sheet }), bar);
    expect(made.problems).toEqual([]);
    expect(made.rows?.map((own) => own.slice(0, 3))).toEqual([
      ['a', 2, 2],
      ['7', 1, 7],
    ]);
  });

  test('is read by what is stored and not by what is shown: dates, times, shares, truth values', async () => {
    const sheet =
      row(text('d'), text('v'), text('t'), text('f')) +
      row(date('2026-03-01'), percent(0.25), time('PT09H05M00S'), flag(true)) +
      row(date('2026-03-02T12:30:00'), percent(0.5), time('PT25H00M07.50S'), flag(false));
    const by = async (category: string) =>
      (await sheetDrawn(rawOds({ s: sheet }), { kind: 'bar', category, value: 'v' })).rows;
    expect((await by('d'))?.map(([name]) => name)).toEqual(['2026-03-01', '2026-03-02T12:30:00']);
    expect((await by('t'))?.map(([name]) => name)).toEqual(['09:05:00', '25:00:07.50']);
    expect((await by('f'))?.map(([name, , value]) => [name, value])).toEqual([
      ['TRUE', 0.25],
      ['FALSE', 0.5],
    ]);
  });

  test('has words over several lines, without remarks and readings beside them', async () => {
    const remark = '<office:annotation><text:p>a remark</text:p></office:annotation>';
    const words = `<table:table-cell office:value-type="string">${remark}<text:p>Bare<text:s text:c="2"/>soil</text:p><text:p>&amp; <text:span>stones</text:span></text:p></table:table-cell>`;
    const { rows: found } = await sheetDrawn(rawOds({ s: head + row(words, number(1)) }), bar);
    expect(found?.[0]?.[0]).toBe('Bare  soil\n& stones');
  });

  test('takes cells that others cover for empty, and the sheet and range that are asked for', async () => {
    const sheet =
      row(text('a title', 'table:number-columns-spanned="2"'), covered()) +
      head +
      row(text('a'), number(1)) +
      row(text('b'), number(3));
    const bytes = rawOds({ first: row(text('x')), second: sheet });
    const asked = { data: { file: 't.ods', sheet: 'second', range: 'A2:B4' } };
    expect((await sheetDrawn(bytes, bar, asked)).rows?.map(([name]) => name)).toEqual(['a', 'b']);
    const { problems } = await sheetDrawn(bytes, bar, { data: { file: 't.ods', sheet: 'secnd' } });
    expect(problems).toMatchObject([{ code: 'sheet-unknown', facts: { nearest: 'second' } }]);
  });

  test.each([
    ['a formula that was never computed', head + row(text('a'), formula('of:=SUM([.C2:.$F$2])')), 'not-a-number'],
    ['an error of another program', head + row(text('a'), fault('Err:508')), 'cell-broken'],
    ['a cell that could not be computed', head + row(text('a'), fault('#DIV/0!')), 'cell-broken'],
    ['a cell that says it stands for ever', head + rows(1_000_000_000, text('a'), number(1)), 'workbook-broken'],
    ['a cell beyond the last column', head + row(empty(16_384), number(1)), 'workbook-broken'],
  ])('says what is wrong with %s', async (_, sheet, code) => {
    const { problems } = await sheetDrawn(rawOds({ s: sheet }), bar);
    expect(problems[0]?.code).toBe(code);
    expect(problems.map((problem) => JSON.stringify(problem.facts)).join()).not.toContain('of:=');
  });

  test.each([
    ['a password', rawOds({ s: head }, { entry: '<manifest:encryption-data/>' }), /locked with a password/],
    ['a text', rawOds({ s: head }, { kind: 'text' }), /no sheets/],
    ['damage', rawOds({ s: head }).slice(0, 300), /damaged/],
    ['a cell that is not closed', rawOds({ s: '<table:table-row><table:table-cell>' }), /content\.xml is damaged/],
  ])('is refused where it has %s', async (_, bytes, wanted) => {
    const { problems } = await sheetDrawn(bytes, bar);
    expect([problems[0]?.code, JSON.stringify(problems[0]?.facts)]).toEqual([
      'workbook-broken',
      expect.stringMatching(wanted),
    ]);
  });
});
