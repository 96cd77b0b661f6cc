import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { codebookOf } from '../../src/core/data/codebook.js';
import { readDelimited } from '../../src/core/data/delimited.js';
import { ColumnNotation } from '../../src/core/data/numberText.js';
import { eachPlainRow } from '../../src/core/data/plainLines.js';
import { problemText } from '../../src/core/problem/problem.js';
import { codebookTerms } from '../../src/core/words/codebookTerms.js';

/** The cells of the first columns of each row, and how many it has. */
function plainRows(text: string, how: { delimiter: string; newline: string }, columns: number) {
  const rows: { cells: string[]; count: number }[] = [];
  eachPlainRow(text, 0, how, columns, (own, places, count) => {
    const cells = Array.from({ length: Math.min(columns, count) }, (_, i) =>
      own.slice(places[2 * i], places[2 * i + 1]),
    );
    rows.push({ cells, count });
  });
  return rows;
}

describe('rows without quotation marks', () => {
  test('are those that the parser finds', () => {
    const cell = fc.string({ maxLength: 5, unit: fc.constantFrom(...'ab1.- é\u2028') });
    fc.assert(
      fc.property(
        fc.array(fc.array(cell, { minLength: 1, maxLength: 5 }), { maxLength: 12 }),
        fc.constantFrom(',', ';', '\t', '|'),
        fc.constantFrom('\n', '\r\n', '\r'),
        fc.integer({ min: 1, max: 6 }),
        fc.boolean(),
        (rows, delimiter, newline, columns, isEnded) => {
          const text = rows.map((cells) => cells.join(delimiter)).join(newline) + (isEnded ? newline : '');
          const found = Papa.parse(text, { delimiter, newline }).data.filter(
            (cells) => cells.length > 1 || cells.join('').trim() !== '',
          );
          expect(plainRows(text, { delimiter, newline }, columns)).toEqual(
            found.map((cells) => ({ cells: cells.slice(0, columns), count: cells.length })),
          );
        },
      ),
      { numRuns: 500 },
    );
  });

  test('hold numbers that are read where they stand as they are read alone', () => {
    const digits = fc.string({ maxLength: 18, unit: fc.constantFrom(...'0123456789012345678901234567890.,-+e ') });
    const number = fc.double({ noNaN: true, noDefaultInfinity: true }).map(String);
    let read = 0;
    fc.assert(
      fc.property(fc.oneof(digits, number), fc.constantFrom('.' as const, ',' as const), (text, decimalMark) => {
        const notation = { decimalMark, told: false };
        const [inText, alone] = [new ColumnNotation(notation), new ColumnNotation(notation)];
        const found = inText.directIn(`x${text}y`, 1, 1 + text.length);
        if (Number.isNaN(found)) return;
        read += 1;
        expect(found).toBe(alone.direct(text));
        // What it tells of the other cells of its column is the same.
        const doubtful = decimalMark === '.' ? '12,345' : '12.345';
        const [one, other] = [inText.resolve([doubtful]), alone.resolve([doubtful])];
        expect([one.value(doubtful), one.fault]).toEqual([other.value(doubtful), other.fault]);
      }),
      { numRuns: 3000 },
    );
    expect(read).toBeGreaterThan(300);
  });
});

describe('a table of more than a megabyte', () => {
  const names = ['a', ' b', 'c ', 'Total', 'é', '', 'a long name of a category, no', 'NA'].map((name) =>
    name.replace(',', ''),
  );
  const values = ['1', '2.5', '-3', '+4', '', '1e3', '.5', '7.', '99', '−8', '12345678901234567890', '0.1', '-0'];
  const lines = Array.from({ length: 40_000 }, (_, i) => {
    const [name, value] = [names[(i * 7) % names.length], values[(i * 5) % values.length]];
    return `${name},${value},a remark that makes the line longer ${i}`;
  });
  const read = (rows: readonly string[], newline: string) =>
    readDelimited(`${['name,v,remark', ...rows].join(newline)}${newline}`, {
      name: 't.csv',
      codebook: codebookOf({ variables: { v: { missing: [99] } } }, codebookTerms()),
      notation: { decimalMark: '.', told: false },
      requests: [
        { column: 'name', as: 'category', path: 'chart.category' },
        { column: 'v', as: 'number', path: 'chart.value' },
        { column: 'v', as: 'category', path: 'chart.group' },
      ],
    });
  /** The same rows, read by the parser: a quotation mark stands in the first of them. */
  const parsed = (rows: readonly string[], newline: string) =>
    read([`"${names[0]}"${(rows[0] as string).slice((names[0] as string).length)}`, ...rows.slice(1)], newline);

  test.each(['\n', '\r\n', '\r'])('is read as the parser reads it, whatever its line ends are (%j)', (newline) => {
    const [own, other] = [read(lines, newline), parsed(lines, newline)];
    if (!own.ok || !other.ok) throw new Error(JSON.stringify([own.problems, other.problems]));
    expect(own.problems).toEqual(other.problems);
    for (const table of [own.value, other.value]) expect(table.rowCount).toBe(40_000);
    for (const [i, column] of own.value.columns.entries()) expect(column).toEqual(other.value.columns[i]);
    expect(own.value.columns).toHaveLength(3);
  });

  test.each([
    ['a row that is too short', 39_990, 'a'],
    ['a row that is too long', 39_990, 'a,1,x,y'],
    ['a cell that is too long', 39_990, `${'x'.repeat(3000)},1,x`],
    ['a text among numbers', 39_990, 'a,many,x'],
  ])('says the same of %s', (_, at, line) => {
    const rows = lines.with(at, line);
    const said = ({ problems }: ReturnType<typeof read>) => problems.map(problemText);
    expect(said(read(rows, '\n'))).toEqual(said(parsed(rows, '\n')));
    expect(said(read(rows, '\n'))).toHaveLength(1);
  });
});
