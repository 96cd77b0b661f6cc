import { mkdirSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { afterEach, describe, expect, test } from '@jest/globals';
import { openProject, problemText } from 'hexis';
import { disk } from 'hexis/node';
import { folderWith, hexisAlone } from '../helpers/hexis.js';

let folder = folderWith();
afterEach(() => {
  folder.remove();
  folder = folderWith();
});

function put(name: string, content: string | Uint8Array): void {
  mkdirSync(dirname(folder.at(name)), { recursive: true });
  writeFileSync(folder.at(name), content);
}

const rows = 'bed,yield\n1,2.5\n1,3.5\n2,4\n2,5\n';

/** Draws means of a table in the folder. */
async function drawnOf(data: string, chart = 'kind: bar, category: bed, value: yield') {
  put('f.figure.yaml', `hexis: figure/1\ndata: ${data}\nchart: { ${chart} }\n`);
  const { drawing, problems } = await openProject(disk).draw(folder.at('f.figure.yaml'));
  return { rows: drawing?.numbers.rows, codes: problems.map(({ code }) => code), problems };
}

const means = [
  ['1', 2, 3],
  ['2', 2, 4.5],
];
const meansOf = (found: Awaited<ReturnType<typeof drawnOf>>) => found.rows?.map(([bed, n, mean]) => [bed, n, mean]);

describe('files that an engine reads', () => {
  test('are several by a pattern, in one table', async () => {
    put('logs/a.csv', 'bed,yield\n1,2.5\n2,4\n');
    put('logs/b.csv', 'bed,yield\n1,3.5\n2,5\n');
    expect(meansOf(await drawnOf('"logs/*.csv"'))).toEqual(means);
    put('logs/c.csv', 'bed,harvest\n1,3.5\n');
    const { problems } = await drawnOf('"logs/*.csv"');
    expect(problems).toMatchObject([{ code: 'columns-differ', facts: { lacks: ['yield'], more: ['harvest'] } }]);
    expect((await drawnOf('"none/*.csv"')).codes).toEqual(['pattern-empty']);
    put('a [1] (b)/{x}-1.csv', rows);
    expect(meansOf(await drawnOf('"a [1] (b)/{x}-?.csv"'))).toEqual(means);
  });

  test('may be small and have more rows than are read into memory', async () => {
    const { DuckDBInstance } = await import('@duckdb/node-api');
    const engine = await DuckDBInstance.create(':memory:');
    const connection = await engine.connect();
    const rows = 'select 1 + i % 2 as bed, 2.0 + i % 2 as yield from range(5000002) as t(i)';
    await connection.run(`copy (${rows}) to '${folder.at('t.parquet')}' (format parquet)`);
    connection.closeSync();
    engine.closeSync();
    expect(statSync(folder.at('t.parquet')).size).toBeLessThan(20e6);
    expect(meansOf(await drawnOf('t.parquet'))).toEqual([
      ['1', 2_500_001, 2],
      ['2', 2_500_001, 3],
    ]);
    const { problems } = await drawnOf('{ file: t.parquet, engine: memory }');
    expect(problems.map(problemText).join()).toMatch(/5000002 rows.*write engine: embedded beside its file/s);
  });

  test('may have any name', async () => {
    const name = `we'ird; "x".csv`;
    put(name, rows);
    expect(meansOf(await drawnOf(`{ file: ${JSON.stringify(name)}, engine: embedded }`))).toEqual(means);
  });

  test('are told what is told of files that are read', async () => {
    put('t.csv', `written by a program\n# a remark\nbed;yield\n1;2,5\n1;3,5\n# another\n2;4\n2;5\n`);
    const data = '{ file: t.csv, engine: embedded, skip: 1, comment: "#", decimalMark: ",", delimiter: ";" }';
    expect(meansOf(await drawnOf(data))).toEqual(means);
    put('bare.csv', '1,2.5\n1,3.5\n2,4\n2,5\n');
    const bare = await drawnOf(
      '{ file: bare.csv, engine: embedded, header: false }',
      'kind: bar, category: column1, value: column2',
    );
    expect(meansOf(bare)).toEqual(means);
    put('bom.csv', `\ufeff${rows.replaceAll('\n', '\r\n')}`);
    expect(meansOf(await drawnOf('{ file: bom.csv, engine: embedded }'))).toEqual(means);
    put('quoted.csv', 'bed,yield\n"1","2.5"\n1,"3.5"\n2,4\n2,5\n');
    expect(meansOf(await drawnOf('{ file: quoted.csv, engine: embedded }'))).toEqual(means);
  });

  test('lose no line in silence', async () => {
    put('odd.csv', `${rows}1,2,3\n`);
    const { problems } = await drawnOf('{ file: odd.csv, engine: embedded }');
    expect(problems).toMatchObject([{ code: 'engine-failed', place: { line: 6 } }]);
    put('open.csv', 'bed,yield\n1,"2\n2,3\n');
    expect((await drawnOf('{ file: open.csv, engine: embedded }')).codes).toEqual(['engine-failed']);
    put('broken.jsonl', '{"bed": 1, "yield": 2}\n{"bed": 1,\n');
    expect((await drawnOf('{ file: broken.jsonl, engine: embedded }')).codes).toEqual(['json-broken']);
  });

  test.each([
    ['other letters', 'latin.csv', Uint8Array.of(98, 101, 100, 44, 121, 10, 228, 44, 50, 10), 'engine-lacks'],
    ['another form', 'book.xlsx', 'PK', 'engine-lacks'],
    ['no Parquet', 'no.parquet', 'this is none', 'engine-failed'],
    ['a name twice', 'twice.csv', 'bed,bed,yield\n1,1,2\n', 'column-twice'],
  ])('are refused where they hold %s', async (_, name, content, code) => {
    put(name, content);
    expect((await drawnOf(`{ file: ${name}, engine: embedded }`)).codes).toEqual([code]);
  });

  test.each([
    ['blank lines', 'bed,yield\n1,2\n\n1,3\n'],
    ['carriage returns alone', 'bed,yield\r1,2\r1,3\r'],
    ['decimal commas', 'bed;yield\n1;2,5\n1;3,5\n'],
    ['blanks and quotes', 'bed,yield\n" a ",  2 \na,3\n"b\nc",4\n'],
    ['two marks in a number', 'bed\tyield\nx\t2\nx\t1.000,5\n'],
    ['numbers beyond all', 'bed,yield\n1,1e400\n1,2\n'],
    ['infinity', 'bed,yield\n1,inf\n1,2\n'],
    ['marks that programs put between digits', 'bed,yield\n1,1_000\n1,2\n'],
    ['a word for nothing', 'bed,yield\n1,NULL\n1,2\n'],
    ['quoted numbers', 'bed,yield\n1,"2"\n1,"3.5"\n'],
    ['a column without a name', 'bed,yield,\n1,2,\n1,3,\n'],
    ['no end of the last line', '"bed","yield"\n1,2'],
  ])('mean the same as when they are read: %s', async (_, text) => {
    put('t.csv', text);
    const [own, asked] = [await drawnOf('t.csv'), await drawnOf('{ file: t.csv, engine: embedded }')];
    expect(asked.rows).toEqual(own.rows);
    expect(asked.codes).toEqual(own.codes);
    expect(own.rows ?? own.codes).not.toEqual([]);
  });

  test.each(['', '\n', 'bed,yield\n'])('hold a row at least: %j', async (text) => {
    put('t.csv', text);
    expect((await drawnOf('{ file: t.csv, engine: embedded }')).codes).toEqual(['answer-empty']);
  });

  test('are said to be missing as any other', async () => {
    expect((await drawnOf('{ file: none.csv, engine: embedded }')).codes).toEqual(['file-missing']);
  });

  test('are seen through links, and nothing beside them is', async () => {
    put('own/t.csv', rows);
    symlinkSync(folder.at('own/t.csv'), folder.at('link.csv'));
    expect(meansOf(await drawnOf('{ file: link.csv, engine: embedded }'))).toEqual(means);
  });

  test('are drawn again when they change', async () => {
    put('t.csv', rows);
    expect(meansOf(await drawnOf('{ file: t.csv, engine: embedded }'))).toEqual(means);
    put('t.csv', rows.replace('5\n', '7\n').replace('2.5', '2.50'));
    expect(meansOf(await drawnOf('{ file: t.csv, engine: embedded }'))).not.toEqual(means);
  });

  test('begin a first figure by some of their rows', () => {
    put('logs/a.csv', rows);
    const { code, out } = hexisAlone(['start', 'logs/*.csv', '-o', '.'], { cwd: folder.path });
    expect(code).toBe(0);
    expect(out).toContain('looked at 4 rows');
  });
});

describe('JSON lines', () => {
  const lines =
    '{"bed": 1, "yield": 2.5}\r\n{"bed": 1, "yield": 3.5}\n\n{"bed": 2, "yield": 4}\n{"bed": 2, "yield": 5}\n';

  test('are a table', async () => {
    put('t.jsonl', `\ufeff${lines}`);
    expect(meansOf(await drawnOf('t.jsonl'))).toEqual(means);
    put('t.ndjson', lines);
    expect(meansOf(await drawnOf('t.ndjson'))).toEqual(means);
  });

  test.each([
    ['{"bed": 1,', 'json-broken'],
    ['[1, 2]', 'json-no-row'],
    ['"bed"', 'json-no-row'],
    ['null', 'json-no-row'],
    ['{"bed": {"a": 1}, "yield": 2}', 'json-no-row'],
    [`${'['.repeat(200)}`, 'json-no-row'],
  ])('are refused with the line of %s', async (line, code) => {
    put('t.jsonl', `${lines}${line}\n`);
    expect((await drawnOf('t.jsonl')).problems).toMatchObject([{ code, place: { line: 6 } }]);
  });

  test('hold something', async () => {
    put('t.jsonl', '\n\n');
    expect((await drawnOf('t.jsonl')).codes).toEqual(['table-empty']);
  });
});
