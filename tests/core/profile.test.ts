import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parse } from 'yaml';
import { codebookOf } from '../../src/core/data/codebook.js';
import { readDelimited } from '../../src/core/data/delimited.js';
import { pointNotation } from '../../src/core/data/numberText.js';
import { type ColumnProfile, profileTable } from '../../src/core/data/profile.js';
import { everyColumn } from '../../src/core/data/table.js';
import { draftChart } from '../../src/core/project/begin/draftChart.js';
import { draftCodebook, labelAndUnit, wordsOf } from '../../src/core/project/begin/draftCodebook.js';
import { draftFigure } from '../../src/core/project/begin/draftFigure.js';
import { yamlName } from '../../src/core/project/begin/yamlName.js';
import { readCodebook, readFigure } from '../../src/core/project/read/readFiles.js';
import { codebookTerms } from '../../src/core/words/codebookTerms.js';

function profiles(columns: Record<string, (string | number)[]>): ColumnProfile[] {
  const names = Object.keys(columns);
  const count = columns[names[0] as string]?.length ?? 0;
  const lines = Array.from({ length: count }, (_, i) => names.map((name) => columns[name]?.[i]).join(','));
  const requests = [{ column: everyColumn, as: 'category' as const, path: 'table' }];
  const table = readDelimited(`${names.join(',')}\n${lines.join('\n')}\n`, {
    name: 't.csv',
    codebook: codebookOf({}, codebookTerms()),
    notation: pointNotation,
    requests,
  });
  if (!table.ok) throw new Error(JSON.stringify(table.problems));
  return profileTable(table.value, pointNotation);
}

const one = (values: (string | number)[]) =>
  profiles({ column: values, other: values.map((_, i) => `x${i % 3}`) })[0] as ColumnProfile;
const repeated = <T>(values: readonly T[], times: number): T[] => Array.from({ length: times }, () => values).flat();

/** Whole numbers from one to another. */
const run = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, i) => from + i);

describe('what a column seems to be', () => {
  test.each([
    ['numbers with decimals', [1.5, 2.25, 3, 4.75, 9.125], { looks: 'numeric', decimals: 3, range: [1.5, 9.125] }],
    ['codes from 1', repeated([1, 2, 3], 4), { looks: 'coded', different: 3 }],
    ['a truth value of 0 and 1', repeated([0, 1], 6), { looks: 'coded', different: 2 }],
    ['codes with a 9 for "no value"', [...repeated([1, 2, 3], 4), 9], { looks: 'coded', missing: [], unsure: ['9'] }],
    ['counts that are no codes', [3, 8, 12, 5, 40, 22, 7, 18], { looks: 'numeric', decimals: 0 }],
    ['names of categories', repeated(['north', 'south'], 6), { looks: 'nominal', different: 2 }],
    ['dates', ['2026-01-01', '2026-02-01', '2026-03-01'], { looks: 'date' }],
    ['numbers that rise by one in every row', Array.from({ length: 12 }, (_, i) => i + 1), { isId: true }],
    ['numbers of subjects that were measured three times', repeated(run(1, 40), 3), { isId: true }],
    ['the same numbers with a hole', repeated([...run(1, 20), ...run(22, 40)], 3), { isId: false }],
    ['names of rows', Array.from({ length: 12 }, (_, i) => `plot ${i}`), { looks: 'names', isId: true }],
    [
      'a code far from the rest',
      [12, 15, 11, 14, 999, 13],
      { looks: 'numeric', missing: [], unsure: ['999'], range: [11, 15] },
    ],
    ['a negative code among counts', [2, 5, 3, -9, 8, 7.5], { missing: [], unsure: ['-9'] }],
    ['numbers that go below zero in earnest', [-9, -4.5, 3, 8, -2, 1], { missing: [] }],
    ['words for "no value"', [1.5, 'NA', 2.5, 'n/a', 3.5], { looks: 'numeric', missing: ['NA', 'n/a'] }],
    [
      'signs of official statistics for "no value"',
      [1.5, '..', 2.5, '…', 3.5, ':'],
      { looks: 'numeric', missing: ['..', '…', ':'] },
    ],
    ['nothing', ['', '', ''], { looks: 'empty', empty: 3 }],
    [
      'answers with 8 and 9 above a hole',
      [...repeated([1, 2, 3, 4, 5], 3), 8, 9],
      { looks: 'coded', missing: [], unsure: ['8', '9'] },
    ],
    ['answers with 7 to 9 above a hole', [...repeated([1, 2, 3, 4, 5], 3), 7, 8, 9], { unsure: ['7', '8', '9'] }],
    ['answers from 1 to 9', repeated([1, 2, 3, 4, 5, 6, 7, 8, 9], 2), { missing: [] }],
    ['answers with 99', [...repeated([1, 2, 3], 3), 99], { unsure: ['99'] }],
    ['a -99 among measured values', [2.5, 3.5, -99, 4], { unsure: ['-99'] }],
    ['ages with a 99 that comes again', [20, 35, 60, 90, 99, 99, 41.5], { missing: [], unsure: ['99'] }],
    ['ages up to 99', [20, 35, 60, 97, 98, 99, 96], { missing: [], unsure: [] }],
    [
      'years',
      [2020, 2021, 2022, 2023, 2024, 2025, 2026, 2027, 2028, 2029],
      { looks: 'numeric', isYear: true, isId: false },
    ],
    ['numbers in the thousands', [1850, 2100.5, 1999], { isYear: false }],
    ['dates of eight digits', ['20260501', '20260502', '20260504'], { looks: 'date' }],
    ['dates with the day first', ['13/4/2026', '1/4/2026'], { looks: 'date', dateOrder: 'day-month' }],
    ['dates with the month first', ['4/13/2026', '4/1/2026'], { looks: 'date', dateOrder: 'month-day' }],
    ['dates that say neither', ['4/3/2026', '4/1/2026'], { looks: 'date', dateOrder: 'unsure' }],
  ] as const)('%s', (_, values, expected) => expect(one([...values])).toMatchObject(expected));

  test('what is called an id names the rows, also where they are few; other numbers may run on by chance', () => {
    const found = profiles({ id: [1, 2, 3, 4], beds: [1, 2, 3, 4], case_no: [7, 3, 9, 8] });
    expect(found.map(({ isId }) => isId)).toEqual([true, false, false]);
  });

  test('a sum or a difference of other columns is said to follow from them', () => {
    const [a, b] = [
      [5, 8, 2, 9, 4.5],
      [3, 1, 7, 2, 6.5],
    ];
    const sums = profiles({
      a,
      b,
      both: a.map((v, i) => v + (b[i] as number)),
      change: a.map((v, i) => v - (b[i] as number)),
      grand_total: [1, 9, 9, 9, 2.5],
    });
    expect(sums.map(({ name, isTotal }) => [name, isTotal])).toEqual([
      ['a', false],
      ['b', false],
      ['both', true],
      ['change', true],
      ['grand_total', true],
    ]);
  });
});

describe('the first chart of a table', () => {
  const table = profiles({
    day: ['2026-01-01', '2026-01-02', '2026-01-03', '2026-01-04'],
    bed: ['mulch', 'soil', 'mulch', 'soil'],
    yield: [1.5, 2.5, 3.25, 2.75],
    water: [10.5, 20, 15.25, 30],
  });
  const chart = (wish: Parameters<typeof draftChart>[0]) => {
    const made = draftChart(wish, table, 't.csv');
    return made.ok ? made.value.settings : made.problems.map(({ code }) => code);
  };

  test.each([
    [{ category: 'bed' }, { kind: 'bar', category: 'bed' }],
    [
      { category: 'bed', value: 'yield' },
      { kind: 'bar', category: 'bed', value: 'yield' },
    ],
    [{ value: 'yield' }, { kind: 'histogram', value: 'yield' }],
    [
      { x: 'water', y: 'yield' },
      { kind: 'scatter', x: 'water', y: 'yield' },
    ],
    [
      { x: 'day', y: 'yield' },
      { kind: 'line', x: 'day', value: 'yield' },
    ],
    [
      { category: 'bed', value: 'yield', kind: 'box' },
      { kind: 'box', category: 'bed', value: 'yield' },
    ],
    [{}, { kind: 'line', x: 'day', values: ['yield', 'water'] }],
    [{ category: 'yield' }, { kind: 'bar', category: 'yield' }],
    [{ values: 'yield, water' }, { kind: 'bar', values: ['yield', 'water'] }],
    [
      { values: 'yield', x: 'day' },
      { kind: 'line', x: 'day', values: ['yield'] },
    ],
    [{ values: 'yeild' }, ['column-unknown']],
    [{ value: 'bed' }, ['kind-misfit']],
    [{ x: 'water', y: 'yield', kind: 'pie' }, ['kind-misfit']],
    [{ kind: 'pei' }, ['kind-unknown']],
    [{ value: 'yeild' }, ['column-unknown']],
  ] as const)('for %j is %j', (wish, expected) => expect(chart(wish)).toEqual(expected));

  test('and its codebook are files that Hexis reads, whatever the columns are called', () => {
    const name = fc.string({ minLength: 1, maxLength: 12, unit: fc.constantFrom(...'abcXYZ 019_-:#{}[]*&!>%@yesno') });
    const trimmed = name.map((text) => text.trim()).filter((text) => text !== '' && !/["']/.test(text));
    fc.assert(
      fc.property(fc.uniqueArray(trimmed, { minLength: 2, maxLength: 4 }), (names) => {
        const made = profiles(
          Object.fromEntries(names.map((key, i) => [key, i === 0 ? ['p', 'q', 'p'] : [1.5, 2.5, 4]])),
        );
        const wish = { category: names[0] as string, value: names[1] as string };
        const found = draftChart(wish, made, 't.csv');
        if (!found.ok) throw new Error(JSON.stringify(found.problems));
        const codebook = draftCodebook(made, { table: 't.csv', notation: pointNotation }, found.value.settings);
        const figure = draftFigure('first', { file: 't.csv' }, { codebook: 't.codebook.yaml' }, found.value.settings);
        expect(readCodebook(codebook, 'c.yaml').problems).toEqual([]);
        expect(readFigure(figure, 'f.yaml').problems).toEqual([]);
        expect(Object.keys(parse(codebook).variables).sort()).toEqual([...names].sort());
        expect(parse(figure).chart).toEqual({ kind: 'bar', ...wish });
      }),
    );
  });

  test('has words for names, and names that YAML gives back', () => {
    const names = { last_year: 'Last year', soilMoisture: 'Soil moisture', 'plot.size': 'Plot size', Q3: 'Q3' };
    const kept = ['pH', 'x', 'mRNA', 'St. No.', 'v2.5', 'Self-esteem'].map((name) => [name, name]);
    for (const [name, words] of [...Object.entries(names), ...kept]) expect(wordsOf(name ?? '')).toBe(words);
    expect([wordsOf('ilçe', 'tr'), wordsOf('ilçe'), wordsOf('ijs', 'nl-BE')]).toEqual(['İlçe', 'Ilçe', 'IJs']);
    const texts = [
      'yes',
      'n',
      '1',
      'a: b',
      '# no',
      'plain name',
      'two  blanks',
      ' a',
      'a ',
      '',
      'null',
      'ilçe 2',
      '季節',
    ];
    for (const text of texts) {
      expect(parse(`v: ${yamlName(text)}`).v).toBe(text);
      expect(parse(`${yamlName(text)}: v`)).toEqual({ [text]: 'v' });
    }
    expect([yamlName('ilçe 2'), yamlName('季節')]).toEqual(['ilçe 2', '季節']);
  });
});

test('a table with letters of Turkish has its capitals', () => {
  const found = profiles({ ilçe: ['izmir', 'ısırgan', 'izmir'], v: [1.5, 2.5, 3.25] });
  const { variables } = parse(draftCodebook(found, { table: 't.csv', notation: pointNotation }, { kind: 'bar' }));
  expect(variables['ilçe']).toMatchObject({ label: 'İlçe', values: { izmir: 'İzmir', ısırgan: 'Isırgan' } });
});

test('values are called what the table calls them', () => {
  const values = {
    'age group': ['18-24', '25-34', '35+'],
    where: ['St. Mary', 'McDonald', 'pH'],
    when: ['pre-test', 'post_test', '10.5'],
    row: ['plot_1', 'plot 1', 'plot'],
  };
  const codebook = draftCodebook(profiles(values), { table: 't.csv', notation: pointNotation }, { kind: 'bar' });
  const drafted: Record<string, { values: object }> = parse(codebook).variables;
  expect(Object.values(drafted).map((own) => Object.values(own.values))).toEqual([
    ['18-24', '25-34', '35+'],
    ['St. Mary', 'McDonald', 'pH'],
    ['Pre-test', 'Post test', '10.5'],
    ['plot_1', 'plot 1', 'Plot'],
  ]);
});

test('a number among words is asked about where people write it for "no value"', () => {
  const unsure = (texts: string[]) => profiles({ answer: texts })[0]?.unsure;
  expect(unsure(['yes', '-99', 'no', 'perhaps', '-98', 'yes'])).toEqual(['-99', '-98']);
  expect(unsure(['yes', '12', 'no', '-99'])).toEqual([]);
  expect(unsure(['under 10', '99', '10 to 20'])).toEqual(['99']);
});

describe('among many numbers', () => {
  const numbers = Array.from({ length: 40 }, (_, i) => String(10 + i / 10));
  const profileWith = (...more: string[]) => profiles({ yield: [...numbers, ...more] })[0];

  test('a word stands for no value, and what looks like a slip is asked about', () => {
    expect(profileWith('refused', '1o.5')).toMatchObject({
      looks: 'numeric',
      range: [10, 13.9],
      missing: ['refused'],
      unsure: ['1o.5'],
      odd: ['1o.5'],
    });
    const found = { name: 'yield', ...profileWith('1o.5', '12*') } as ColumnProfile;
    const codebook = draftCodebook([found], { table: 't.csv', notation: pointNotation }, { kind: 'histogram' });
    expect(codebook).toContain(
      '# no numbers: 1o.5 and 12*; mend the table, or add missing: ["1o.5", "12*"] where no value is meant',
    );
  });

  test('many other texts, and numbers with the other mark, are none of them', () => {
    expect(profileWith('a', 'b', 'c', 'd')?.looks).toBe('names');
    expect(profileWith('1.234,5')?.odd).toEqual([]);
    expect(profiles({ children: ['0', '1', '2', '3', '4 or more'] })[0]?.looks).toBe('nominal');
  });
});

describe('what most would draw', () => {
  const shown = (columns: Record<string, (string | number)[]>) => {
    const made = draftChart({}, profiles(columns), 't.csv');
    return made.ok ? made.value : undefined;
  };
  const twenty = Array.from({ length: 20 }, (_, i) => i);
  const beds = ['a', 'b', 'c'];

  test.each([
    [
      'times and a column',
      { day: twenty.map((i) => `2026-05-${String(i + 1).padStart(2, '0')}`), rain: twenty.map((i) => i + 0.5) },
      { kind: 'line', x: 'day', value: 'rain' },
    ],
    [
      'years and alike columns',
      { year: [2020, 2021, 2022, 2023], kale: [3, 5, 4, 6.5], leek: [2, 4, 3, 5.5] },
      { kind: 'line', x: 'year', values: ['kale', 'leek'] },
    ],
    [
      'years again and again',
      { year: [2020, 2021, 2022, 2020, 2021, 2022], bed: ['a', 'a', 'a', 'b', 'b', 'b'], v: [1.5, 2, 3, 4, 5, 6] },
      { kind: 'line', x: 'year', value: 'v', group: 'bed' },
    ],
    [
      'a row for each name',
      { bed: beds, v: [3.5, 1, 2] },
      { kind: 'bar', category: 'bed', value: 'v', summary: 'given', order: 'falling' },
    ],
    [
      'names with alike columns',
      { bed: beds, last: [3.5, 1, 2], now: [4, 2, 2.5] },
      { kind: 'bar', category: 'bed', values: ['last', 'now'], summary: 'given' },
    ],
    [
      'names with unlike columns',
      { bed: beds, area: [350, 100, 200], ph: [6.4, 7, 6.5] },
      { kind: 'bar', category: 'bed', value: 'area', summary: 'given', order: 'falling' },
    ],
    [
      'a category',
      { bed: repeated(beds, 5), v: twenty.slice(0, 15).map((i) => i * 1.5) },
      { kind: 'bar', category: 'bed', value: 'v', error: { shows: 'ci' } },
    ],
    [
      'two of them',
      { bed: repeated(beds, 6), dry: repeated(['x', 'y'], 9), v: twenty.slice(0, 18).map((i) => i * 1.5) },
      { kind: 'bar', category: 'bed', value: 'v', group: 'dry', error: { shows: 'ci' } },
    ],
    [
      'answers',
      { q1: repeated([1, 2, 3, 4, 5], 4), q2: repeated([5, 1, 2, 3, 4], 4), q3: repeated([1, 3, 2, 5, 4], 4) },
      { kind: 'answers', questions: ['q1', 'q2', 'q3'] },
    ],
    [
      'numbers',
      { depth: twenty.map((i) => i * 0.5), oxygen: twenty.map((i) => 9 - i * 0.25) },
      { kind: 'scatter', x: 'depth', y: 'oxygen' },
    ],
    [
      'running numbers and a column',
      { depth: twenty, oxygen: twenty.map((i) => 9 - i * 0.25) },
      { kind: 'scatter', x: 'depth', y: 'oxygen' },
    ],
    [
      'an id and a column',
      { id: twenty, oxygen: twenty.map((i) => 9 - i * 0.25) },
      { kind: 'histogram', value: 'oxygen' },
    ],
    [
      'categories alone',
      { bed: repeated(beds, 6), dry: repeated(['x', 'y'], 9) },
      { kind: 'bar', category: 'bed', group: 'dry' },
    ],
  ])('of %s', (_, columns, expected) => {
    const made = shown(columns as Record<string, (string | number)[]>);
    expect(made?.settings).toEqual(expected);
    expect(made?.rule).toMatch(/: /);
  });

  test('units in the names of columns are units', () => {
    expect(
      ['Depth (m)', 'Oxygen [mg/L]', 'rain_(mm)', 'Share (of all plots in the garden)', 'plain'].map((name) =>
        labelAndUnit(name),
      ),
    ).toEqual([
      { label: 'Depth', unit: 'm' },
      { label: 'Oxygen', unit: 'mg/L' },
      { label: 'Rain', unit: 'mm' },
      { label: 'Share (of all plots in the garden)' },
      { label: 'Plain' },
    ]);
  });
});
