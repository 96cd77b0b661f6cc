import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { codebookOf } from '../../src/core/data/codebook.js';
import { readDelimited } from '../../src/core/data/delimited.js';
import { codebookTerms } from '../../src/core/words/codebookTerms.js';
import { codeAt } from '../helpers/figures.js';

const request = [
  { column: 'name', as: 'category', path: 'chart.category' },
  { column: 'v', as: 'number', path: 'chart.value' },
] as const;

const read = (
  text: string,
  more: { decimalMark?: '.' | ','; delimiter?: string; missing?: (string | number)[] } = {},
) =>
  readDelimited(text, {
    name: 't.csv',
    codebook: codebookOf({ variables: { v: { missing: more.missing ?? [] } } }, codebookTerms()),
    notation: { decimalMark: more.decimalMark ?? '.', told: more.decimalMark !== undefined },
    requests: [...request],
    delimiter: more.delimiter,
  });

function table(text: string, more: Parameters<typeof read>[1] = {}) {
  const outcome = read(text, more);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems));
  const names = outcome.value.category('name');
  return {
    names: [...names.codes].map((code) => names.texts[code]),
    values: [...outcome.value.number('v').numbers],
  };
}

describe('tables with separators', () => {
  test.each([
    ['commas', 'name,v\na,1\nb,2.5\n', {}],
    ['semicolons and decimal commas', 'name;v\na;1\nb;2,5\n', { decimalMark: ',' as const }],
    ['tabs', 'name\tv\na\t1\nb\t2.5\n', {}],
    ['bars', 'name|v\na|1\nb|2.5\n', {}],
    ['a byte order mark', '\ufeffname,v\na,1\nb,2.5\n', {}],
    ['line ends of two signs', 'name,v\r\na,1\r\nb,2.5\r\n', {}],
    ['old line ends', 'name,v\ra,1\rb,2.5', {}],
    ['blanks and blank lines', ' name , v \na, 1\n\nb,2.5 \n\n', {}],
    ['quoted numbers', '"name","v"\n"a","1"\n"b","2.5"\n', {}],
    ['a separator that was told', 'name:v\na:1\nb:2.5\n', { delimiter: ':' }],
  ])('with %s', (_, text, more) => {
    expect(table(text, more)).toEqual({ names: ['a', 'b'], values: [1, 2.5] });
  });

  test('keep separators, quotation marks and line breaks inside quoted cells', () => {
    expect(table('name,v\n"a, ""b""\nc",1\n').names).toEqual(['a, "b"\nc']);
  });

  test('read numbers in every common form', () => {
    expect(table('name,v\na,1e3\na,-.5\na,+2.\na,−4\n').values).toEqual([1000, -0.5, 2, -4]);
  });

  test('set missing codes and empty cells aside', () => {
    expect(table('name,v\na,-9\na,\na,-9.0\na,x\na,3\n', { missing: [-9, 'x'] }).values).toEqual([
      NaN,
      NaN,
      NaN,
      NaN,
      3,
    ]);
  });

  test('come back as they were written, whatever their cells hold', () => {
    const cell = fc.string({ maxLength: 8, unit: fc.constantFrom(...'ab ",;\n\r\t|é') });
    const rows = fc.array(fc.tuple(cell, fc.integer()), { minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(rows, (list) => {
        const text =
          Papa.parse('') && (Papa as unknown as { unparse(rows: unknown[]): string }).unparse([['name', 'v'], ...list]);
        const found = table(text);
        expect(found.names).toEqual(list.map(([name]) => name.trim()));
        expect(found.values).toEqual(list.map(([, value]) => value));
      }),
    );
  });

  test('say where they are broken', () => {
    const problems = (text: string, more = {}) => read(text, more).problems.map(codeAt);
    expect(problems('')).toEqual(['table-empty:t.csv:1:1']);
    expect(problems('name,v\n')).toEqual(['table-empty:t.csv']);
    expect(problems('name,v\na,1\nb,2,3\nc\n')).toEqual(['table-ragged:t.csv:3:1']);
    expect(problems('name,v\na,1\n"b,2\nc,3\n')).toEqual(['table-quote-open:t.csv:3:1']);
    expect(problems('name,v\n"x\ny",1\nb,abc\nc,n/a\n')).toEqual(['not-a-number:t.csv:4:3']);
    expect(problems('name;v\na;2,5\n')).toEqual(['decimal-comma:t.csv:2:3']);
    expect(problems('name,v,v\na,1,2\n')).toEqual(['column-twice:t.csv:1']);
    expect(problems('nam,v\na,1\n')).toEqual(['column-unknown']);
  });
});
