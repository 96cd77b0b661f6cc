import { describe, expect, test } from '@jest/globals';
import { memory } from 'hexis';
import { codes, composed, drawn } from '../helpers/figures.js';
import { workbook } from '../helpers/workbook.js';

const codebook = `hexis: codebook/1
variables:
  bed: { measure: nominal, values: { 1: Compost, 2: Mulch } }
  yield: { label: Yield, unit: kg, measure: numeric, decimals: 1, missing: [-9] }
`;

/** Means of yield by bed from a file of any kind. */
async function means(file: string, content: string | Uint8Array, data = file) {
  const figure = `hexis: figure/1\ndata: ${data}\ncodebook: c.yaml\nchart: { kind: bar, category: bed, value: yield }\n`;
  const made = await drawn(memory({ 'f.yaml': figure, 'c.yaml': codebook, [file]: content }), 'f.yaml');
  if (!made.ok) return made.problems.map(({ code, place }) => [code, place?.line, place?.column].join(':'));
  return made.value.numbers.rows.map((row) => row.slice(0, 3));
}

const expected = [
  ['Compost', 2, 3],
  ['Mulch', 1, 5],
];

test.each([
  ['{ file: t.csv, sheet: A }', ['setting-idle:2:29']],
  ['{ file: t.json, skip: 1 }', ['setting-idle:2:29']],
  ['{ files: [t.csv, t.json], range: A1:B2 }', ['setting-idle:2:40']],
  ['[t.csv, { file: t.json, header: false }]', ['setting-idle:2:39']],
  // One of the files is read by it.
  ['{ files: [t.csv, t.json], delimiter: "," }', []],
])('what is said of a file that is not read by it is refused: %s', async (data, problems) => {
  const files = { 't.csv': 'bed,yield\n1,2\n', 't.json': '[{"bed":1,"yield":2}]' };
  const figure = `hexis: figure/1\ndata: ${data}\nchart: { kind: bar, category: bed, value: yield }\n`;
  const made = await drawn(memory({ ...files, 'f.yaml': figure }), 'f.yaml');
  expect(
    made.problems
      .filter(({ severity }) => severity === 'error')
      .map(({ code, place }) => [code, place?.line, place?.column].join(':')),
  ).toEqual(problems);
});

const rows = [
  ['bed', 'yield', 'note'],
  [1, 2, 'x'],
  [1, 4, 'y'],
  [2, 5, 'z'],
  [2, -9, ''],
] as const;

describe('a table is read from', () => {
  test.each([
    [
      'a list of rows in JSON',
      't.json',
      '[{"bed":1,"yield":2},{"bed":1,"yield":4},{"bed":2,"yield":5},{"bed":2,"yield":null}]',
    ],
    ['rows under a key', 't.json', '{"rows":[{"bed":1,"yield":2},{"bed":1,"yield":4},{"bed":2,"yield":5}]}'],
    ['columns in JSON', 't.json', '{"bed":[1,1,2,2],"yield":[2,4,5,-9]}'],
    ['columns under a key', 't.json', '{"columns":{"bed":[1,1,2],"yield":[2,4,5]}}'],
    [
      'cells between blanks',
      't.dat',
      '# plots of 2026\nbed   yield note\n1 2 "a b"\n1 4 c\n# a line of remarks\n2 5 d\n',
    ],
  ])('%s', async (_, file, content) => {
    expect(await means(file, content)).toEqual(expected);
  });

  test('cells between blanks without a first line of names', async () => {
    const figure =
      'hexis: figure/1\ndata: { file: t.txt, header: false }\nchart: { kind: bar, category: column1, value: column2 }\n';
    const made = await drawn(memory({ 'f.yaml': figure, 't.txt': 'a 2\na 4\nb 5\n' }), 'f.yaml');
    expect(made.ok && made.value.numbers.rows.map((row) => row.slice(0, 3))).toEqual([
      ['a', 2, 3],
      ['b', 1, 5],
    ]);
  });

  test('separated cells with lines of remarks', async () => {
    const data = '{ file: t.csv, comment: "#" }';
    expect(await means('t.csv', '# remarks, with a comma\nbed,yield\n1,2\n1,4\n# more\n2,5\n', data)).toEqual(expected);
  });

  test('a workbook: its first sheet, a named one, and a range', async () => {
    const other = [['left'], [1]] as const;
    const shifted = [[null, 'Yields of the garden'], [], ...rows.map((row) => [null, ...row])];
    expect(await means('t.xlsx', workbook({ Plots: rows, Other: other }))).toEqual(expected);
    expect(await means('t.xlsx', workbook({ Other: other, Plots: rows }), '{ file: t.xlsx, sheet: Plots }')).toEqual(
      expected,
    );
    const range = '{ file: t.xlsx, range: "B3:D7" }';
    expect(await means('t.xlsx', workbook({ Plots: shifted }), range)).toEqual(expected);
  });

  test.each([
    ['t.json', '[1, 2', ['json-broken:1:']],
    ['t.json', '{"bed":[1,2],"yield":[1]}', ['json-no-table:1:1']],
    ['t.json', '[]', ['table-empty:1:1']],
    ['t.dat', 'bed yield\n1 2\n1\n', ['table-ragged:3:1']],
    ['t.xlsx', new Uint8Array([1, 2, 3]), ['workbook-broken::']],
  ])('%s that is broken, with a message', async (file, content, expectedCodes) => {
    const said = await means(file, content);
    expect(said).toHaveLength(expectedCodes.length);
    for (const [i, text] of said.entries()) expect(String(text)).toContain(expectedCodes[i] as string);
  });

  test('a sheet that is not there, and a range that is none', async () => {
    const book = workbook({ Plots: rows });
    expect(await means('t.xlsx', book, '{ file: t.xlsx, sheet: Plot }')).toEqual(['sheet-unknown:2:30']);
    expect(await means('t.xlsx', book, '{ file: t.xlsx, range: B3 }')).toEqual(['range-wrong:2:30']);
  });
});

describe('the codebook', () => {
  const numbers =
    'age,yield,day,late\n5,1,2026-03-01,3.4.2026\n19,2,2026-03-02,4.4.2026\n20,3,2026-03-05,5.4.2026\n60,4,2026-13-01,x\n,5,2026-03-05,\n';

  test('cuts a variable into bands, each with its lower edge and the last with both', async () => {
    const banded = 'hexis: codebook/1\nvariables: { age: { measure: numeric, bands: [0, 20, 60] } }\n';
    const made = await composed({ chart: '{ kind: bar, category: age }', table: numbers, codebook: banded });
    expect(made.numbers.rows).toEqual([
      ['0 to under 20', 2],
      ['20 to 60', 2],
    ]);
    const wrong = banded.replace('[0, 20, 60]', '[20, 0]');
    expect(await codes({ chart: '{ kind: bar, category: age }', table: numbers, codebook: wrong })).toEqual([
      'bands-not-rising',
    ]);
  });

  test('tells dates, which stand where they are and are checked against the calendar', async () => {
    const dated =
      'hexis: codebook/1\nvariables: { day: { measure: date }, late: { measure: date }, yield: { measure: numeric } }\n';
    expect(
      await codes({
        chart: '{ kind: line, x: day, value: yield }',
        table: numbers.replace('2026-13-01', '2026-03-09'),
        codebook: dated,
      }),
    ).toEqual([]);
    const made = await composed({
      chart: '{ kind: line, x: day, value: yield, summary: mean }',
      table: numbers.replace('2026-13-01', '2026-03-09'),
      codebook: dated,
    });
    expect(made.numbers.rows.map((row) => row.slice(0, 3))).toEqual([
      ['2026-03-01', 1, 1],
      ['2026-03-02', 1, 2],
      ['2026-03-05', 2, 4],
      ['2026-03-09', 1, 4],
    ]);
    expect(await codes({ chart: '{ kind: scatter, x: late, y: yield }', table: numbers, codebook: dated })).toEqual([
      'not-a-date:t.csv:5:17',
    ]);
  });

  test.each([
    ['quarters', ['2026-Q2', '2025-Q4', '2026-Q1'], ['2025-Q4', '2026-Q1', '2026-Q2']],
    ['days', ['1.3.2026', '24.12.2025', '2.1.2026'], ['24.12.2025', '2.1.2026', '1.3.2026']],
    ['months', ['2026-02', '2025-11', '2026-01'], ['2025-11', '2026-01', '2026-02']],
    ['dates among other words, as they come', ['2026-02', 'later', '2025-11'], ['2026-02', 'later', '2025-11']],
  ])('that are categories stand in their order: %s', async (_, given, order) => {
    const table = ['when,kg', ...given.map((text, i) => `${text},${i + 1}`)].join('\n');
    for (const chart of ['{ kind: bar, category: when, value: kg }', '{ kind: box, category: when, value: kg }']) {
      const { numbers } = await composed({ chart, table: `${table}\n`, codebook: 'hexis: codebook/1\n' });
      expect(numbers.rows.map(([name]) => name)).toEqual(order);
    }
  });
});
