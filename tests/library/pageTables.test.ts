import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { memory, ok, openProject } from 'hexis';
import { nastyTexts } from '../fuzz/nasty.mjs';
import { drawn } from '../helpers/figures.js';
import { demo, folderWith, hexis } from '../helpers/hexis.js';

const bar = { kind: 'bar', category: 'g', value: 'v' };

/** The rows that a bar chart has of a table in a document, and what was said. */
async function rowsOf(text: string, { file = 't.md', chart = bar, ...more }: Record<string, unknown> = {}) {
  const figure = JSON.stringify({ hexis: 'figure/1', data: { file, ...more }, chart });
  const made = await drawn(memory({ 'f.yaml': figure, [file as string]: text }), 'f.yaml');
  return { rows: made.drawing?.numbers.rows.map((own) => own.slice(0, 3)), problems: made.problems };
}
const page = (inner: string) => `<!doctype html><html><head><title>x</title></head><body>${inner}</body></html>`;
const html = { file: 't.html' };

describe('a table in Markdown or in a page', () => {
  test('gives the figure that the same table gives as CSV', async () => {
    const csv = readFileSync(demo('data/plots.csv'), 'utf8');
    const lines = csv
      .trim()
      .split('\n')
      .map((line) => line.split(','));
    const [head = [], ...rows] = lines;
    const cells = (row: readonly string[], tag: string) =>
      `<tr>${row.map((cell) => `<${tag}>${cell}</${tag}>`).join('')}</tr>`;
    const figure = (data: string) =>
      JSON.stringify({
        hexis: 'figure/1',
        data,
        codebook: 'c.yaml',
        chart: { kind: 'bar', category: 'bed', value: 'yield', group: 'season', error: { shows: 'ci' } },
      });
    const source = memory({
      'a.yaml': figure('t.csv'),
      'b.yaml': figure('t.md'),
      'd.yaml': figure('t.html'),
      'c.yaml': readFileSync(demo('garden.codebook.yaml'), 'utf8'),
      't.csv': csv,
      't.md': `Plots\n\n| ${head.join(' | ')} |\n|${head.map(() => '---|').join('')}\n${rows.map((row) => `| ${row.join(' | ')} |`).join('\n')}\n`,
      't.html': page(
        `<table><thead>${cells(head, 'th')}</thead><tbody>${rows.map((row) => cells(row, 'td')).join('')}</tbody></table>`,
      ),
    });
    const project = openProject(source);
    const numbers = ok(await project.draw('a.yaml')).numbers;
    expect(ok(await project.draw('b.yaml')).numbers).toEqual(numbers);
    expect(ok(await project.draw('d.yaml')).numbers).toEqual(numbers);
  });

  test('has words without their markup, and numbers by the rules of all tables', async () => {
    const text = '| g | v |\n|:--|--:|\n| *a* &amp; `b` | 2,5 |\n| [c](x.html) \\| d | −1,25 |\n';
    const { rows, problems } = await rowsOf(text, { decimalMark: ',' });
    expect(problems).toEqual([]);
    expect(rows).toEqual([
      ['a & b', 1, 2.5],
      ['c | d', 1, -1.25],
    ]);
  });

  const several =
    '# One\n\n|g|v|\n|-|-|\n|a|1|\n\n# Two\n\n|g|v|\n|-|-|\n|a|2|\n\nTable 3: Of *lanterns*\n\nwords\n\nTable: Third\n\n|g|v|\n|-|-|\n|a|3|\n';
  test.each([
    ['One', 1],
    ['of lanterns', 2],
    ['Third', 3],
    [2, 2],
    ['3', 3],
  ])('is the one that is asked for: %s', async (sheet, value) => {
    expect((await rowsOf(several, { sheet })).rows).toEqual([['a', 1, value]]);
  });

  test('is asked for where a document has several, and said where it is not there', async () => {
    expect((await rowsOf(several)).problems.map(({ code, place }) => [code, place?.line])).toEqual([
      ['tables-many', 1],
    ]);
    const [unknown] = (await rowsOf(several, { sheet: 'Of lantern' })).problems;
    expect(unknown).toMatchObject({
      code: 'sheet-unknown',
      facts: { known: ['One', 'Of lanterns', 'Third'], nearest: 'Of lanterns' },
    });
    expect((await rowsOf('words', {})).problems.map(({ code }) => code)).toEqual(['no-table-there']);
    expect((await rowsOf(several, { sheet: 4 })).problems.map(({ code }) => code)).toEqual(['sheet-unknown']);
  });

  test('of a page spans rows and columns, has heads of two rows, and notes between its rows, which are said', async () => {
    const text = page(
      `<table><caption>Yields <sup>1</sup></caption><thead><tr><th rowspan="2">g</th><th colspan="2">v</th></tr><tr><th>a</th><th>b</th></tr></thead>
       <tbody><tr><td rowspan=2>x</td><td>1</td><td>2</td></tr><tr><td>3<td>4</tr>
       <tr><td colspan=3>Below: by hand</td></tr><tr><td>y</td><td colspan=2>5</td></tr></tbody></table>`,
    );
    const found = await rowsOf(text, { ...html, chart: { ...bar, value: 'v b' } });
    expect(found.rows).toEqual([
      ['x', 2, 3],
      ['y', 1, 5],
    ]);
    expect(found.problems).toMatchObject([{ code: 'rows-across', facts: { text: 'Below: by hand', count: 1 } }]);
  });

  test('of a page is none of what nobody sees, and a table in a cell is one by itself', async () => {
    const text = page(
      `<template><table><tr><td>g</td></tr></table></template><script>'<table>'</script><table hidden><tr><td>g<td>v</table>
       <h2>Outer</h2><table><tr><td>g<td>v<tr><td>a<td>1<tr><td><table><caption>Inner</caption><tr><td>g<td>v<tr><td>z<td>9</table><td>2</table>`,
    );
    const inner = await rowsOf(text, { ...html, sheet: 'Inner' });
    expect(inner.rows).toEqual([['z', 1, 9]]);
    const many = await rowsOf(text, html);
    expect(many.problems).toMatchObject([{ code: 'tables-many', facts: { known: ['Outer', 'Inner'] } }]);
  });

  test('says in which line a cell is that is no number', async () => {
    const { problems } = await rowsOf('words\n\n|g|v|\n|-|-|\n|a|1|\n|b|x1|\n|c|3|\n|d|4|\n|e|5|\n|f|6|\n|h|7|\n');
    expect(problems).toMatchObject([{ code: 'not-a-number', place: { file: 't.md', line: 6, column: 2 } }]);
  });

  test('is read or refused in words, whatever stands in it', async () => {
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...nastyTexts), fc.constantFrom('t.md', 't.html'), async (nasty, file) => {
        const own =
          file === 't.md' ? `|g|v|\n|-|-|\n|${nasty}|1|\n` : page(`<table><tr><td>g<td>v<tr><td>${nasty}<td>1</table>`);
        const { rows, problems } = await rowsOf(own, { file });
        expect(rows !== undefined || problems.length > 0).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  test.each([
    ['spans without end', '<table><tr><td colspan=99999999 rowspan=99999999>g<td>v</tr><tr><td>1</tr></table>'],
    ['tables in tables', '<table><tr><td>'.repeat(3000)],
    ['a span of nothing', '<table><tr><td colspan=0 rowspan=-1>g<td>v<tr><td>a<td>1</table>'],
  ])('does not end with a fault of its own: %s', async (_, inner) => {
    const { rows, problems } = await rowsOf(page(inner), { ...html, sheet: 1 });
    expect(rows !== undefined || problems.length > 0).toBe(true);
  });

  test('is begun from by the command, and drawn', () => {
    const folder = folderWith({ 'notes.md': several });
    const { code, err } = hexis(['start', 'notes.md'], { cwd: folder.at('') });
    expect(code).toBe(2);
    expect(err).toMatch(/notes\.md has 3 tables\n.*One, Of lanterns or Third\n.*--sheet "One"/);
    expect(hexis(['start', 'notes.md', '--sheet', 'Third'], { cwd: folder.at('') }).code).toBe(0);
    expect(hexis(['draw', 'notes.figure.yaml', '-o', 'n.svg'], { cwd: folder.at('') })).toMatchObject({
      code: 0,
      err: '',
    });
    folder.remove();
  });
});
