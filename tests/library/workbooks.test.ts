import { describe, expect, test } from '@jest/globals';
import { memory } from 'hexis';
import { drawn } from '../helpers/figures.js';
import { rawWorkbook } from '../helpers/rawWorkbook.js';

async function sheetDrawn(bytes: Uint8Array, chart: object, codebook: object = {}) {
  const figure = JSON.stringify({ hexis: 'figure/1', data: 't.xlsx', codebook, chart });
  const made = await drawn(memory({ 'f.yaml': figure, 't.xlsx': bytes }), 'f.yaml');
  return { rows: made.drawing?.numbers.rows, problems: made.problems };
}

const text = (value: string) => `<c t="inlineStr"><is><t>${value}</t></is></c>`;
const number = (value: number | string, style = 0) => `<c s="${style}"><v>${value}</v></c>`;
const row = (...cells: string[]) => `<row>${cells.join('')}</row>`;
const bar = { kind: 'bar', category: 'g', value: 'v' };
const head = row(text('g'), text('v'));

describe('a workbook is read as the standard has it', () => {
  test('rows and cells without references stand after each other', async () => {
    const { rows, problems } = await sheetDrawn(
      rawWorkbook(head + row(text('a'), number(2)) + row(text('a'), number(4))),
      bar,
    );
    expect(problems).toEqual([]);
    expect(rows?.[0]?.slice(0, 3)).toEqual(['a', 2, 3]);
  });

  test('shared texts without the readings beside them, and escapes', async () => {
    const strings =
      '<si><t>g</t></si><si><t>v</t></si><si><r><t>Ri</t></r><r><t>ce</t></r><rPh><t>kome</t></rPh></si><si><t>a_x0041_</t></si>';
    const cell = (index: number) => `<c t="s"><v>${index}</v></c>`;
    const { rows } = await sheetDrawn(
      rawWorkbook(row(cell(0), cell(1)) + row(cell(2), number(1)) + row(cell(3), number(2)), { strings }),
      bar,
    );
    expect(rows?.map(([name]) => name)).toEqual(['Rice', 'aA']);
  });

  test.each([
    ['days', 1, '46082', '2026-03-01'],
    ['times of a format of its own', 2, '46082.520833333336', '2026-03-01 12:30'],
    ['days before the one that there was not', 1, '59', '1900-02-28'],
  ])('dates: %s', async (_, style, value, expected) => {
    const sheet = row(text('d'), text('v')) + row(number(value, style), number(1)) + row(number(47000, 1), number(2));
    const line = { kind: 'line', x: 'd', value: 'v' };
    const { rows } = await sheetDrawn(rawWorkbook(sheet), line, { variables: { d: { measure: 'date' } } });
    expect(rows?.[0]?.[0]).toBe(expected);
  });

  test('dates that count from 1904, and formats that only look like dates', async () => {
    const sheet =
      row(text('d'), text('v')) + row(number(44620, 1), number(2.5, 3)) + row(number(44621, 1), number(3.5, 3));
    const { rows } = await sheetDrawn(
      rawWorkbook(sheet, { date1904: true }),
      { kind: 'line', x: 'd', value: 'v' },
      { variables: { d: { measure: 'date' } } },
    );
    expect(rows?.map((own) => [own[0], own[2]])).toEqual([
      ['2026-03-01', 2.5],
      ['2026-03-02', 3.5],
    ]);
  });
});

describe('what is wrong in a workbook is said', () => {
  const codesOf = async (bytes: Uint8Array) => (await sheetDrawn(bytes, bar)).problems.map(({ code }) => code);

  test('cells that could not be computed, and formulas that never were', async () => {
    expect(await codesOf(rawWorkbook(head + row(text('a'), '<c t="e"><v>#DIV/0!</v></c>')))).toEqual(['cell-broken']);
    const { problems } = await sheetDrawn(rawWorkbook(head + row(text('a'), '<c><f>SUM(C2:F2)</f></c>')), bar);
    expect(problems[0]?.facts).toMatchObject({ text: '=SUM(C2:F2)' });
    // The sum of the rows above is a total, computed or not.
    const values = row(text('a'), '<c><v>1</v></c>') + row(text('b'), '<c><v>2</v></c>');
    const total = row(text('both'), '<c><f>SUBTOTAL(9,B2:B3)</f></c>');
    const made = await sheetDrawn(rawWorkbook(head + values + total), bar);
    expect(made.problems).toMatchObject([{ code: 'totals-row', severity: 'warning' }]);
  });

  test('a stray cell at the far corner, which does not widen the table', async () => {
    const far = '<row r="1048576"><c r="XFD1048576"><v>1</v></c></row>';
    const { rows, problems } = await sheetDrawn(rawWorkbook(head + row(text('a'), number(2)) + far), bar);
    expect(problems.map(({ code }) => code)).toEqual(['cells-outside']);
    expect(rows).toHaveLength(1);
  });

  test('damage, by its checksums', async () => {
    const whole = rawWorkbook(head + row(text('a'), number(2)));
    expect(await codesOf(whole)).toEqual([]);
    let found = 0;
    for (let at = 40; at < whole.length; at += 97) {
      const damaged = whole.slice();
      damaged[at] = (damaged[at] as number) ^ 0x55;
      const codes = await codesOf(damaged);
      if (codes.length > 0) found += 1;
      for (const code of codes) expect(['workbook-broken', 'sheet-unknown', 'table-empty']).toContain(code);
    }
    expect(found).toBeGreaterThan(5);
    expect(await codesOf(new Uint8Array([0xd0, 0xcf, 0x11, 0xe0]))).toEqual(['workbook-broken']);
  });

  test('parts that unpack beyond all sheets; others are not unpacked', async () => {
    const unused = rawWorkbook(head + row(text('a'), number(2)), {
      parts: { 'xl/media/huge.bin': new Uint8Array(60e6) },
    });
    expect(unused.length).toBeLessThan(1e6);
    const started = process.memoryUsage().rss;
    expect(await codesOf(unused)).toEqual([]);
    expect(process.memoryUsage().rss - started).toBeLessThan(50e6);
  });
});
