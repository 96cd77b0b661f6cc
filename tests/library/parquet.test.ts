import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type DrawnFigure, memory, openProject, type Source } from 'hexis';
import { lookInto } from 'hexis/desk';
import { disk } from 'hexis/node';
import { drawn } from '../helpers/figures.js';
import { demoFigure, demoIds, root } from '../helpers/hexis.js';
import { type Column, parquetOf, parquetOfCsv } from '../helpers/parquet.js';

/** What readers see of a figure. */
const seen = ({ drawing, problems }: DrawnFigure) => ({
  problems,
  items: drawing?.plate.items,
  description: drawing?.plate.description,
  numbers: drawing?.numbers,
  note: drawing?.note,
});

/** The demo with its tables as Parquet files. */
const converted: Source = {
  ...disk,
  text: async (path) => (await disk.text(path)).replace(/^(data: .*)\.csv$/m, '$1.parquet'),
  bytes: async (path) =>
    path.endsWith('.parquet') ? parquetOfCsv(await disk.text(path.replace(/parquet$/, 'csv'))) : disk.bytes(path),
  stamp: async () => undefined,
};

test.each(demoIds)('the figure %s is the same from a CSV and from a Parquet file', async (id) => {
  const own = await drawn(disk, demoFigure(id));
  const other = await drawn(converted, demoFigure(id));
  expect(own.ok).toBe(true);
  expect(seen(other)).toEqual(seen(own));
});

const written = (name: string) => new Uint8Array(readFileSync(join(root, 'tests/library/parquet', `${name}.parquet`)));

async function looked(bytes: Uint8Array) {
  const found = await lookInto(openProject(memory({ 't.parquet': bytes })), 't.parquet');
  if (!found.ok) throw new Error(found.problems.map(({ code }) => code).join());
  const columns = found.value.columns.map(({ name, values, range, empty }) => [
    name,
    range ?? values.map(({ text }) => text),
    empty,
  ]);
  return { columns, problems: found.problems };
}

const figureOf = async (bytes: Uint8Array, chart: object, codebook: object = {}) =>
  drawn(
    memory({ 'f.yaml': JSON.stringify({ hexis: 'figure/1', data: 't.parquet', codebook, chart }), 't.parquet': bytes }),
    'f.yaml',
  );

describe('files of another program', () => {
  test.each(['uncompressed', 'snappy', 'gzip', 'zstd', 'brotli', 'lz4_raw', 'v2'])('are read: %s', async (name) => {
    const { columns, problems } = await looked(written(name));
    expect(columns).toEqual([
      ['bed', ['Mulch', 'Compost', 'Größe, "x"'], 0],
      ['season', ['Spring', 'Autumn'], 0],
      ['yield', [2.4, 4.5], 1],
      ['f', [0.1, 2.25], 1],
      ['n', [-3, 4], 1],
      ['dec', [-0.01, 100], 1],
      ['day', ['2024-03-05', '1999-12-31', '2024-02-29', '2024-07-01'], 1],
      ['at', ['2024-03-05T10:20:30.500', '1999-12-31T00:00:00', '2024-02-29T23:59:59.999', '2024-07-01T12:00:00'], 1],
      [
        'instant',
        ['2024-03-05T08:20:30Z', '1999-12-31T00:00:00Z', '2024-02-29T23:59:59.999Z', '2024-07-01T12:00:00Z'],
        1,
      ],
      ['ok', ['true', 'false'], 1],
      ['big', [-5, 2 ** 53], 1],
      ['clock', ['08:15:00', '23:59:59.250', '00:00:00', '12:00:00'], 1],
      ['id', ['11111111-2222-3333-4444-555555555555', '11111111-2222-3333-4444-555555555556'], 3],
      ['small', [0, 255], 1],
      ['raw', ['x', 'y', 'z'], 2],
    ]);
    expect(problems).toMatchObject([
      {
        code: 'columns-nested',
        severity: 'warning',
        facts: { columns: ['tags (lists)', 'nest (groups of values)', 'span (spans of time)'] },
      },
    ]);
  });

  test('say what a column holds that no chart draws', async () => {
    const { problems } = await figureOf(written('zstd'), { kind: 'bar', category: 'bed', value: 'tags' });
    expect(problems).toEqual([
      expect.objectContaining({
        code: 'column-nested',
        severity: 'error',
        facts: { column: 'tags', holds: 'lists' },
        place: expect.objectContaining({ file: 'f.yaml' }),
      }),
    ]);
  });

  test('have missing codes and decimals as the codebook says', async () => {
    const codebook = { cases: 'plots', variables: { yield: { missing: ['NaN'] }, n: { missing: [-3] } } };
    const of = async (value: string) =>
      (await figureOf(written('snappy'), { kind: 'bar', category: 'bed', value }, codebook)).drawing?.numbers;
    expect(await of('yield')).toMatchObject({
      used: 3,
      leftOut: [
        { reason: 'yield is NaN (missing)', count: 1 },
        { reason: 'yield is empty', count: 1 },
      ],
    });
    expect(await of('n')).toMatchObject({ used: 3 });
    const unsaid = await figureOf(written('snappy'), { kind: 'bar', category: 'bed', value: 'yield' });
    expect(unsaid.problems.map(({ code, place }) => [code, place?.line])).toEqual([['not-a-number', 4]]);
  });
});

describe('a file that is none', () => {
  const reason = async (bytes: Uint8Array) =>
    (await figureOf(bytes, { kind: 'bar', category: 'bed' })).problems.map(({ code, facts }) => [
      code,
      'reason' in facts && facts.reason,
    ]);

  test('is refused in words', async () => {
    const whole = written('snappy');
    const isCut = [['parquet-broken', 'it does not end as such a file does; it may be cut off']];
    expect(await reason(whole.slice(0, 900))).toEqual(isCut);
    expect(await reason(new Uint8Array())).toEqual(isCut);
    expect(await reason(new TextEncoder().encode('bed,yield\na,1\n'))).toEqual(isCut);
  });

  test('never ends in anything but a table or a problem, whichever bytes are broken', async () => {
    const files = ['uncompressed', 'snappy', 'gzip', 'zstd', 'brotli', 'lz4_raw'].map(written);
    const broken = fc.record({
      file: fc.constantFrom(...files),
      at: fc.array(fc.tuple(fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }), fc.nat(255)), {
        minLength: 1,
        maxLength: 4,
      }),
    });
    await fc.assert(
      fc.asyncProperty(broken, async ({ file, at }) => {
        const bytes = file.slice();
        for (const [share, value] of at) bytes[Math.floor(share * bytes.length)] = value;
        const found = await lookInto(openProject(memory({ 't.parquet': bytes })), 't.parquet');
        for (const { code, facts } of found.problems)
          if (code === 'parquet-broken') expect('reason' in facts && facts.reason).not.toMatch(/undefined|function|\[/);
      }),
      { numRuns: 300, seed: 2026 },
    );
  });
});

test('of many rows only what is asked for is read, group by group', async () => {
  const rows = 60_000;
  const values = Array.from({ length: rows }, (_, i) => (i % 10) / 4);
  const columns: Column[] = [
    { name: 'g', data: values.map((_, i) => (i % 3 === 0 ? 'a' : 'b')), type: 'STRING' },
    { name: 'v', data: values, type: 'DOUBLE' },
    { name: 'unused', data: values.map((_, i) => `text ${i}`), type: 'STRING' },
  ];
  const { drawing, problems } = await figureOf(parquetOf(columns), { kind: 'bar', category: 'g', value: 'v' });
  expect(problems).toEqual([]);
  expect(drawing?.numbers.rows.map((row) => row.slice(0, 3))).toEqual([
    ['a', 20_000, expect.closeTo(1.125, 3)],
    ['b', 40_000, expect.closeTo(1.125, 3)],
  ]);
});

test('a file of more rows than fit is refused before they are read', async () => {
  const rows = 5_000_001;
  const column: Column = { name: 'g', data: new Array(rows).fill('a'), type: 'STRING' };
  const { problems } = await figureOf(parquetOf([column]), { kind: 'bar', category: 'g' });
  expect(problems.map(({ code, facts }) => [code, facts])).toEqual([
    ['table-too-long', { rows, columns: 1, most: 5_000_000 }],
  ]);
});
