import { describe, expect, test } from '@jest/globals';
import { composed } from '../helpers/figures.js';
import { numbersOfText } from '../helpers/rows.js';

const bar = { kind: 'bar', category: 'g', value: 'v' };
const numeric = (more: object = {}) => ({ variables: { v: { measure: 'numeric', ...more } } });
const column = (...cells: string[]) => `g;v\n${cells.map((cell) => `a;${cell}`).join('\n')}\n`;

describe('numbers are read the same everywhere', () => {
  test.each([
    ['true minus signs', column('\u22121.5', '3.5'), {}, 1],
    ['blanks between thousands', column('1 000', '3\u202f000'), {}, 2000],
    ['apostrophes between thousands', column("1'000", '3’000'), {}, 2000],
    ['two groups of three', column('1,234,000', '2,000'), {}, 618000],
    ['thousands beside decimals', column('1,000.5', '12,345'), {}, 6672.75],
    ['a decimal point elsewhere in the column', column('12,345', '0.5'), {}, 6172.75],
    ['decimal commas that are told', column('1,5', '2,5'), { decimalMark: ',' }, 2],
    ['points that part thousands where commas are decimals', column('1.234', '0,5'), { decimalMark: ',' }, 617.25],
    ['a thousands mark that is told', column('12,345', '12,347'), { thousandsMark: ',' }, 12346],
    ['no thousands mark, which is told', column('1.234', '1.236'), { thousandsMark: 'none' }, 1.235],
  ])('%s', async (_, table, codebook, mean) => {
    const { rows } = await numbersOfText(table, bar, { ...numeric(), ...codebook });
    expect(rows?.[0]?.[2]).toBeCloseTo(mean, 9);
  });

  test.each([
    ['a decimal comma', column('1,5', '2,25'), {}, 'decimal-comma'],
    ['a comma after zero', column('0,123', '0,456'), {}, 'decimal-comma'],
    ['groups that may be thousands or decimals', column('12,345', '10,250'), {}, 'thousands-unsure'],
    ['a point where commas are decimals', column('1.5', '2,5'), { decimalMark: ',' }, 'decimal-point'],
    ['percent signs', column('45 %', '55 %'), {}, 'number-with-unit'],
    ['money', column('€12', '€13'), {}, 'number-with-unit'],
    ['a number beyond all numbers', column('1e400', '2'), {}, 'not-a-number'],
    ['a number too large to be drawn', column('1e308', '2'), {}, 'number-too-large'],
    ['a cell that was not computed', column('#DIV/0!', '2'), {}, 'cell-broken'],
    ['a mean with its deviation', column('1.2 ± 0.3', '2'), {}, 'number-dressed'],
    ['the same in brackets', column('1.2 (0.3)', '2'), {}, 'number-dressed'],
    ['a span', column('12–15', '2'), {}, 'number-dressed'],
    ['a mark of significance', column('1.2*', '2'), {}, 'number-dressed'],
    ['the same behind groups of digits', column('1 399.0*', '2'), {}, 'number-dressed'],
    ['a number in brackets', column('(33.2)', '2'), {}, 'number-dressed'],
    ['a bound', column('<0.01', '2'), {}, 'number-dressed'],
    ['digits of another script', column('٣٫٥', '2'), {}, 'number-dressed'],
    ['a date', column('12-05-2024', '2'), {}, 'not-a-number'],
  ])('or asked about: %s', async (_, table, codebook, code) => {
    expect((await numbersOfText(table, bar, { ...numeric(), ...codebook })).codes).toContain(code);
  });

  test('a unit that the codebook gives is read with its numbers', async () => {
    const means = async (table: string, unit: string) =>
      (await numbersOfText(table, bar, numeric({ unit }))).rows?.[0]?.[2];
    expect(await means(column('45 %', '55%'), '%')).toBe(50);
    expect(await means(column('€1,000.50', '\u2212€2'), '€')).toBe(499.25);
    expect(await means(column('3.5 kg', '4'), 'kg')).toBe(3.75);
  });

  test('missing codes are numbers however they are written', async () => {
    const missing = async (cells: string[], codebook: object) =>
      (await numbersOfText(column(...cells), bar, codebook)).leftOut?.map(({ count }) => count);
    expect(await missing(['\u22129', '-9.0', '2'], numeric({ missing: [-9] }))).toEqual([1, 1]);
    expect(await missing(['-9,9', '2'], { decimalMark: ',', ...numeric({ missing: [-9.9] }) })).toEqual([1]);
    expect(await missing(['1 000', '2'], numeric({ missing: [1000] }))).toEqual([1]);
  });

  test('bands and choices of rows read decimal commas too', async () => {
    const codebook = { decimalMark: ',', variables: { v: { bands: [0, 2, 4] } } };
    const { rows } = await numbersOfText(column('1,5', '2,5', '3,9'), { kind: 'bar', category: 'v' }, codebook);
    expect(rows?.map((row) => row[1])).toEqual([1, 2]);
    const chosen = await numbersOfText(
      column('1,5', '2,5'),
      { ...bar, where: { v: 1.5 } },
      { decimalMark: ',', ...numeric() },
    );
    expect(chosen.rows?.[0]?.[1]).toBe(1);
  });
});

describe('categories are texts', () => {
  const counts = { kind: 'bar', category: 'g' };
  const table = (...cells: string[]) => `g,n\n${cells.map((cell) => `${cell},1`).join('\n')}\n`;
  const names = async (text: string, variable: object = {}) =>
    (await numbersOfText(text, counts, { variables: { g: variable } })).rows?.map(([name, n]) => `${name}:${n}`);

  test('whose forms stay apart, unless the codebook joins them; a measured variable is none', async () => {
    const given = table('007', '7', '07', '1.0', '1', '1e3', '1000');
    expect(await names(given)).toEqual(['1:1', '1.0:1', '7:1', '07:1', '007:1', '1e3:1', '1000:1']);
    expect(await names(given, { measure: 'numeric' })).toBeUndefined();
    expect(await names(given, { measure: 'numeric', bands: [0, 5, 1000] })).toEqual(['0 to under 5:2', '5 to 1000:5']);
    expect(await names(table('1.0', '1', '2'), { values: { 1: 'A', 2: 'B' } })).toEqual(['A:2', 'B:1']);
    expect(await names(table('1.0', '1'), { values: { 1: 'A', '1.0': 'B' } })).toEqual(['A:1', 'B:1']);
  });

  test('found by code before name', async () => {
    const values = { 0: '1', 1: '2', 2: '3' };
    expect(await names(table('0', '0', '1', '2'), { values })).toEqual(['1:2', '2:1', '3:1']);
    const chosen = await numbersOfText(
      table('0', '1', '1'),
      { ...counts, where: { g: 1 } },
      { variables: { g: { values } } },
    );
    expect(chosen.rows).toEqual([['2', 2]]);
  });

  test('and not what a spreadsheet could not compute', async () => {
    const { rows, leftOut } = await numbersOfText(table('a', '#N/A'), counts);
    expect(rows).toHaveLength(1);
    expect(leftOut?.[0]?.reason).toBe('g is #N/A (not computed)');
  });
});

describe('dates', () => {
  const line = { kind: 'line', x: 'd', value: 'v', summary: 'given' };
  const dated = { variables: { d: { measure: 'date' } } };
  const places = async (cells: string[], chart: object = line) => {
    const table = `d,v\n${cells.map((cell, i) => `"${cell}",${i}`).join('\n')}\n`;
    const { rows, codes } = await numbersOfText(table, chart, dated);
    return rows?.map(([at]) => at) ?? codes;
  };

  test.each([
    ['2026-03-01', '2026-03-01'],
    ['20260301', '2026-03-01'],
    ['2026-W09-7', '2026-03-01'],
    ['2026W097', '2026-03-01'],
    ['2026-060', '2026-03-01'],
    ['2026-03', '2026-03-01'],
    ['0079-08-24', '0079-08-24'],
    ['0004-02-29', '0004-02-29'],
    ['2026-03-01T15:30', '2026-03-01 15:30'],
    ['20260301T153045Z', '2026-03-01 15:30:45'],
    ['2026-03-01 23:59:59.5', '2026-03-01 23:59:59.500'],
    ['2026-03-01T00:30+02:00', '2026-03-01 00:30'],
    ['2026-03-01T24:00', '2026-03-02'],
    ['1.3.2026', '2026-03-01'],
  ])('%s is %s', async (cell, expected) => expect(await places([cell, '2026-12-31'])).toContain(expected));

  test.each([
    '2026-13-01',
    '2026-02-30',
    '2026-03-01T99:99',
    '2026-03-01T24:01',
    '2026-W54',
    '2026-366',
    'soon',
    '1/2/2026',
  ])('%s is none, and the line is not drawn', async (cell) =>
    expect(await places(['2026-01-01', cell, '2026-01-03'])).toEqual(['not-a-date']),
  );

  test('times of one day stand apart', async () => {
    expect(await places(['2026-03-01T08:00', '2026-03-01T13:00'])).toEqual(['2026-03-01 08:00', '2026-03-01 13:00']);
  });

  test('in several time zones are turned into UTC, and that is said', async () => {
    const table = 'd,v\n2026-03-01T01:00+02:00,1\n2026-03-01T01:00+01:00,2\n';
    const { rows, codes } = await numbersOfText(table, line, dated);
    expect(codes).toEqual(['zones-differ']);
    expect(rows?.map(([at]) => at)).toEqual(['2026-02-28 23:00', '2026-03-01']);
  });

  test('are no categories', async () => {
    for (const chart of [
      { kind: 'bar', category: 'd' },
      { kind: 'box', category: 'd', value: 'v' },
      { kind: 'points', category: 'd', value: 'v' },
      { kind: 'pie', category: 'd' },
      { kind: 'slope', item: 'v', time: 'd', value: 'v' },
      { kind: 'scatter', x: 'v', y: 'v', group: 'd' },
    ])
      expect(await places(['2026-01-01', '2026-01-02'], chart)).toContain('date-as-category');
  });
});

test('lines above the names are skipped, in the places of faults too', async () => {
  const table = 'Harvest of the garden\n\ng,v\na,1\na,x\n';
  const { codes } = await numbersOfText(table, bar, numeric(), { skip: 2 });
  expect(codes).toEqual(['not-a-number']);
  expect((await numbersOfText(table.replace('x', '3'), bar, numeric(), { skip: 2 })).rows?.[0]?.[2]).toBe(2);
  expect((await numbersOfText(table, bar, numeric(), { skip: 9 })).codes).toEqual(['skip-beyond']);
});

test('columns that a spreadsheet leaves empty are none, and lines may end by carriage returns alone', async () => {
  expect((await numbersOfText('g,v,,\na,1,,\na,3,,\n', bar, numeric())).rows?.[0]?.[2]).toBe(2);
  expect((await numbersOfText('g,v\ra,1\ra,3\r', bar, numeric())).rows?.[0]?.[2]).toBe(2);
});

test('names for the legend and the axis, and their order, mean a code before a name', async () => {
  const values = { 0: '1', 1: '2', 2: '3' };
  const codebook = `hexis: codebook/1\nvariables: { g: { values: ${JSON.stringify(values)} }, c: { values: ${JSON.stringify(values)} } }\n`;
  const { plate } = await composed({
    table: 'g,c,v\n0,0,1\n1,1,2\n2,2,3\n',
    codebook,
    chart: '{ kind: bar, category: c, group: g, value: v }',
    more: 'legend: { names: { 1: One }, order: [2, 1, 0] }\naxes: { x: { names: { 1: Uno } } }',
  });
  const texts = (role: RegExp) =>
    plate.items.flatMap((item) => (item.type === 'text' && role.test(item.role) ? [item] : []));
  const entries = texts(/^legend\.entries\[\d\]$/).sort((a, b) => a.box.x + a.box.y - b.box.x - b.box.y);
  expect(entries.map(({ text }) => text)).toEqual(['3', 'One', '1']);
  expect(texts(/axes\.x\.labels/).map(({ text }) => text)).toEqual(['1', 'Uno', '3']);
});
