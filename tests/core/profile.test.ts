import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parse } from 'yaml';
import { codebookOf } from '../../src/core/data/codebook.js';
import { readDelimited } from '../../src/core/data/delimited.js';
import { pointNotation } from '../../src/core/data/numberText.js';
import { type ColumnProfile, profileTable } from '../../src/core/data/profile.js';
import { everyColumn } from '../../src/core/data/table.js';
import { draftChart, draftCodebook, draftFigure, wordsOf, yamlName } from '../../src/core/project/draft.js';
import { readCodebook, readFigure } from '../../src/core/project/readDocument.js';

function profiles(columns: Record<string, (string | number)[]>): ColumnProfile[] {
  const names = Object.keys(columns);
  const count = columns[names[0] as string]?.length ?? 0;
  const lines = Array.from({ length: count }, (_, i) => names.map((name) => columns[name]?.[i]).join(','));
  const requests = [{ column: everyColumn, as: 'category' as const, path: 'table' }];
  const table = readDelimited(`${names.join(',')}\n${lines.join('\n')}\n`, {
    name: 't.csv',
    codebook: codebookOf(),
    notation: pointNotation,
    requests,
  });
  if (!table.ok) throw new Error(JSON.stringify(table.problems));
  return profileTable(table.value, pointNotation);
}

const one = (values: (string | number)[]) =>
  profiles({ column: values, other: values.map((_, i) => `x${i % 3}`) })[0] as ColumnProfile;
const repeated = <T>(values: readonly T[], times: number): T[] => Array.from({ length: times }, () => values).flat();

describe('what a column seems to be', () => {
  test.each([
    ['numbers with decimals', [1.5, 2.25, 3, 4.75, 9.125], { looks: 'numeric', decimals: 3, range: [1.5, 9.125] }],
    ['codes from 1', repeated([1, 2, 3], 4), { looks: 'coded', different: 3 }],
    ['a truth value of 0 and 1', repeated([0, 1], 6), { looks: 'coded', different: 2 }],
    ['codes with a 9 for "no value"', [...repeated([1, 2, 3], 4), 9], { looks: 'coded', missing: ['9'] }],
    ['counts that are no codes', [3, 8, 12, 5, 40, 22, 7, 18], { looks: 'numeric', decimals: 0 }],
    ['names of categories', repeated(['north', 'south'], 6), { looks: 'nominal', different: 2 }],
    ['dates', ['2026-01-01', '2026-02-01', '2026-03-01'], { looks: 'date' }],
    ['numbers that rise by one in every row', Array.from({ length: 12 }, (_, i) => i + 1), { isId: true }],
    ['names of rows', Array.from({ length: 12 }, (_, i) => `plot ${i}`), { looks: 'names', isId: true }],
    ['a code far from the rest', [12, 15, 11, 14, 999, 13], { looks: 'numeric', missing: ['999'], range: [11, 15] }],
    ['a negative code among counts', [2, 5, 3, -9, 8, 7.5], { missing: ['-9'] }],
    ['numbers that go below zero in earnest', [-9, -4.5, 3, 8, -2, 1], { missing: [] }],
    ['words for "no value"', [1.5, 'NA', 2.5, 'n/a', 3.5], { looks: 'numeric', missing: ['NA', 'n/a'] }],
    ['nothing', ['', '', ''], { looks: 'empty', empty: 3 }],
  ] as const)('%s', (_, values, expected) => expect(one([...values])).toMatchObject(expected));

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
    return made.ok ? made.value : made.problems.map(({ code }) => code);
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
    [{}, { kind: 'line', x: 'day', value: 'yield', group: 'bed' }],
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
        const codebook = draftCodebook(made, 't.csv', pointNotation, found.value);
        const figure = draftFigure('first', 't.csv', 't.codebook.yaml', found.value);
        expect(readCodebook(codebook, 'c.yaml').problems).toEqual([]);
        expect(readFigure(figure, 'f.yaml').problems).toEqual([]);
        expect(Object.keys(parse(codebook).variables).sort()).toEqual([...names].sort());
        expect(parse(figure).chart).toEqual({ kind: 'bar', ...wish });
      }),
    );
  });

  test('has words for names, and names that YAML gives back', () => {
    expect(['last_year', 'soilMoisture', 'pH', 'x'].map(wordsOf)).toEqual(['Last year', 'Soil Moisture', 'P H', 'X']);
    for (const text of ['yes', 'n', '1', 'a: b', '# no', 'plain name', '', 'null'])
      expect(parse(`v: ${yamlName(text)}`).v).toBe(text);
  });
});
