import { describe, expect, test } from '@jest/globals';
import { type Drawing, memory, ok, openProject, type Problem, type TextItem } from 'hexis';

const codebook = (variables = '') => `hexis: codebook/1\nvariables:\n  v: { label: V, measure: numeric }\n${variables}`;

/** Draws a figure of files that stand beside it. */
async function draw(figure: string, files: Record<string, string>) {
  const all = { 'c.yaml': codebook(), 'f.yaml': `hexis: figure/1\ncodebook: c.yaml\n${figure}\n`, ...files };
  return openProject(memory(all)).draw('f.yaml');
}
const drawing = async (figure: string, files: Record<string, string>): Promise<Drawing> =>
  ok(await draw(figure, files));
const rows = async (figure: string, files: Record<string, string>) => (await drawing(figure, files)).numbers.rows;
const said = (problems: readonly Problem[]) => problems.map(({ code, place }) => [code, place?.line]);
const legend = ({ plate }: Drawing) =>
  plate.items.filter((item): item is TextItem => /^legend\.entries\[\d\]$/.test(item.role)).map(({ text }) => text);

describe('several files', () => {
  const files = { 'spring.csv': 'bed,v\na,1\nb,2\n', 'autumn.csv': 'bed,v\nb,3\na,5\n' };
  const chart = 'chart: { kind: bar, category: bed, value: v, summary: given }';

  test('are the groups of a chart, in their order, by their names', async () => {
    const figure = await drawing(`data: [spring.csv, { file: autumn.csv, name: Autumn 2026 }]\n${chart}`, files);
    expect(legend(figure)).toEqual(['spring', 'Autumn 2026']);
    expect(figure.plate.items.some(({ role }) => role === 'legend.title')).toBe(false);
    expect(figure.numbers.rows.map(([bed, file, , v]) => [bed, file, v])).toEqual([
      ['a', 'spring', 1],
      ['a', 'Autumn 2026', 5],
      ['b', 'spring', 2],
      ['b', 'Autumn 2026', 3],
    ]);
    expect(figure.plate.description).toContain('by bed and file');
  });

  test('may stand along the axis, in panels, in accents and in "where"', async () => {
    const along = 'data: [spring.csv, autumn.csv]\nchart: { kind: box, category: file, value: v }';
    expect((await rows(along, files)).map(([file]) => file)).toEqual(['spring', 'autumn']);
    const panels = await drawing(
      `data: [spring.csv, autumn.csv]\n${chart.replace('value', 'where: { file: autumn }, value')}\nlegend: { place: right }`,
      files,
    );
    expect(legend(panels)).toEqual(['autumn']);
    const accent = await draw(
      `data: [spring.csv, autumn.csv]\n${chart}\naccents: [{ for: { file: autumn }, fill: red }]`,
      files,
    );
    expect(said(accent.problems)).toEqual([]);
  });

  test('are not the groups where the chart names others', async () => {
    const texts = { 'a.csv': 'bed,g,v\na,x,1\nb,y,2\n', 'b.csv': 'bed,g,v\na,y,3\nb,x,4\n' };
    const grouped = 'data: [a.csv, b.csv]\nchart: { kind: bar, category: bed, value: v, group: g }';
    expect(legend(await drawing(grouped, texts))).toEqual(['x', 'y']);
    const wide = { 'a.csv': 'p,q\n1,2\n', 'b.csv': 'p,q\n3,4\n' };
    const columns = await rows('data: [a.csv, b.csv]\nchart: { kind: bar, values: [p, q] }', wide);
    expect(columns.map(([name]) => name)).toEqual(['p', 'q']);
  });

  test('of numbers alone are read without a header, all in one way', async () => {
    const texts = { 'a.txt': '# depth\n0 1.5\n1 2.5\n', 'b.txt': '0 3\n1 4\n' };
    const figure = await drawing(
      'data: { files: [a.txt, { file: b.txt, name: below }], header: false }\nchart: { kind: line, x: column1, value: column2 }',
      texts,
    );
    expect(legend(figure)).toEqual(['a', 'below']);
    expect(figure.numbers.rows.map((row) => row.at(-1))).toEqual([1.5, 2.5, 3, 4]);
  });

  test('that are not there, or lack a column, are named', async () => {
    expect(said((await draw(`data:\n  - spring.csv\n  - winter.csv\n${chart}`, files)).problems)).toEqual([
      ['file-missing', 5],
    ]);
    const other = { ...files, 'autumn.csv': 'plot,v\na,1\n' };
    const { problems } = await draw(`data: [spring.csv, autumn.csv]\n${chart}`, other);
    expect(problems.map(({ facts }) => (facts as { table?: string }).table)).toEqual(['autumn.csv']);
  });
});

describe('rows are chosen', () => {
  const files = {
    't.csv': 'id,bed,v,day\n1,a,1,2026-05-01\n2,a,2,2026-05-02\n3,b,3,2026-05-03\n4,,4,2026-05-04\n5,b,,2026-05-05\n',
    'c.yaml': codebook('  day: { measure: date }\n'),
  };
  const used = async (where: string) => {
    const { numbers } = await drawing(
      `data: t.csv\nchart: { kind: points, category: id, value: v, where: ${where} }`,
      files,
    );
    return numbers.rows.map(([id]) => Number(id));
  };

  test.each([
    ['{ bed: { not: a } }', [3, 4]],
    ['{ id: { not: [2, 4] } }', [1, 3]],
    ['{ v: { from: 2 } }', [2, 3, 4]],
    ['{ v: { from: 2, to: 3 } }', [2, 3]],
    ['{ day: { from: 2026-05-02, to: 2026-05-03 } }', [2, 3]],
    ['{ v: { to: 3 }, bed: { not: b } }', [1, 2]],
    ['{ id: { not: 1, from: 1, to: 3 } }', [2, 3]],
    ['{ bed: [a, b] }', [1, 2, 3]],
  ])('by %s', async (where, ids) => {
    expect(await used(where)).toEqual(ids);
  });

  test('and what is no value, number or date is said', async () => {
    const problems = async (where: string) =>
      said(
        (await draw(`data: t.csv\nchart: { kind: points, category: id, value: v, where: ${where} }`, files)).problems,
      );
    expect(await problems('{ bed: { not: c } }')).toEqual([['value-unknown', 4]]);
    expect(await problems('{ v: { from: many } }')).toEqual([['wrong-type', 4]]);
    expect(await problems('{ day: { from: soon } }')).toEqual([['wrong-type', 4]]);
    expect(await problems('{ bed: { from: 1 } }')).toEqual([['names-for-numbers', 4]]);
  });
});

describe('totals', () => {
  test('rows with the sum or the mean of the others are left out, with a sentence', async () => {
    const chart = 'data: t.csv\nchart: { kind: bar, category: bed, value: v, summary: given }';
    const table = (total: string, value: number) => ({ 't.csv': `bed,v\na,1\nb,2\nc,4\n${total},${value}\n` });
    const beds = async (total: string, value: number, more = '') => {
      const outcome = await draw(`${chart}${more}`, table(total, value));
      return [
        ok(outcome)
          .numbers.rows.map(([bed]) => bed)
          .join(''),
        said(outcome.problems)
          .map(([code]) => code)
          .join(),
      ];
    };
    expect(await beds('Total', 7)).toEqual(['abc', 'totals-row']);
    expect(await beds('Gesamt', 7)).toEqual(['abc', 'totals-row']);
    expect(await beds('All', 2.33)).toEqual(['abc', 'totals-row']);
    expect(await beds('Total', 9)).toEqual(['abcTotal', '']);
    expect(await beds('d', 7)).toEqual(['abcd', '']);
    const kept = { ...table('Total', 7), 'c.yaml': codebook('  bed: { values: [a, b, c, Total] }\n') };
    expect((await rows(chart, kept)).length).toBe(4);
    expect((await draw(chart.replace('value: v', 'value: v, where: { bed: [a, Total] }'), table('Total', 7))).ok).toBe(
      true,
    );
  });

  test('a year near the mean of the years makes no sum', async () => {
    const table = { 't.csv': 'bed,v,year\na,1,2019\nb,2,2021\nc,4,2022\nAll,3,2021\n' };
    const outcome = await draw('data: t.csv\nchart: { kind: bar, category: bed, value: v, summary: given }', table);
    expect([ok(outcome).numbers.rows.map(([bed]) => bed), outcome.problems]).toEqual([['a', 'b', 'c', 'All'], []]);
  });

  test('of each group, in every order of the rows', async () => {
    const lines = ['a,x,1', 'b,x,2', 'Total,x,3', 'a,y,5', 'b,y,6', 'Total,y,11'];
    for (const order of [lines, [...lines].reverse()]) {
      const table = { 't.csv': `bed,g,v\n${order.join('\n')}\n` };
      const figure = await drawing(
        'data: t.csv\nchart: { kind: bar, category: bed, group: g, value: v, summary: given }',
        table,
      );
      expect(figure.numbers.rows).toHaveLength(4);
    }
  });

  test('columns with the sum of the others are no column of all', async () => {
    const outcome = await draw('data: t.csv\nchart: { kind: bar, category: bed, values: all, summary: given }', {
      't.csv': 'bed,x,y,total_harvest\na,1,2,3\nb,2,4,6\n',
    });
    expect(legend(ok(outcome))).toEqual(['x', 'y']);
    expect(said(outcome.problems)).toEqual([['totals-column', 4]]);
  });
});

describe('columns are computed by the codebook', () => {
  const files = (formula: string, more = '') => ({
    't.csv': 'crop,last,now,heads\nkale,10,15,5\nleek,8,6,2\nbeans,,7,0\n',
    'c.yaml': codebook(`  change: { label: Change, formula: "${formula}" }\n  last: { measure: numeric }\n${more}`),
  });
  const chart = (value = 'change') =>
    `data: t.csv\nchart: { kind: bar, category: crop, value: ${value}, summary: given }`;
  const values = async (formula: string, more = '') =>
    (await rows(chart(), files(formula, more))).map((row) => row.at(-1));

  test('by differences, percentages and sums, from others that are computed too', async () => {
    expect(await values('now - last')).toEqual([5, -2]);
    expect(await values('100 * (now - last) / last')).toEqual([50, -25]);
    expect(await values('double + 1', '  double: { formula: "2 * last" }\n')).toEqual([21, 17]);
  });

  test('and are missing where a part of them is, or where they are undefined, which is counted', async () => {
    const perHead = await drawing(chart(), files('now / heads'));
    expect(perHead.numbers.rows.map((row) => row.at(-1))).toEqual([3, 3]);
    expect(perHead.numbers.leftOut.map(({ reason, count }) => [reason, count])).toEqual([['change is undefined', 1]]);
    const difference = await drawing(chart(), files('now - last'));
    expect(difference.numbers.leftOut.map(({ reason }) => reason)).toEqual(['last is empty']);
  });

  test('may be cut into bands, and chosen by', async () => {
    const bands = {
      ...files('now - last'),
      'c.yaml': codebook('  change: { formula: "now - last", bands: [-10, 0, 10] }\n'),
    };
    expect(
      (await rows('data: t.csv\nchart: { kind: bar, category: change }', bands)).map(([name, n]) => [name, n]),
    ).toEqual([
      ['-10 to under 0', 1],
      ['0 to 10', 1],
    ]);
    expect(
      await rows(chart().replace('summary', 'where: { change: { from: 0 } }, summary'), files('now - last')),
    ).toHaveLength(1);
  });

  test('and what cannot be read is said at its line', async () => {
    const problems = async (formula: string) => said((await draw(chart(), files(formula))).problems);
    expect(await problems('now -')).toEqual([['expression-wrong', 4]]);
    expect(await problems('now - before')).toEqual([['column-unknown', 4]]);
    expect(await problems('change + 1')).toEqual([['column-unknown', 4]]);
    const round = {
      ...files('other + 1'),
      'c.yaml': codebook('  change: { formula: "other + 1" }\n  other: { formula: "change + 1" }\n'),
    };
    expect((await draw(chart(), round)).problems[0]?.code).toMatch(/expression-wrong|column-unknown/);
  });
});

describe('a long table becomes wide where a chart needs columns', () => {
  const files = {
    't.csv': 'crop,year,harvest\nkale,2025,10\nleek,2025,8\nkale,2026,15\nleek,2026,6\nbeans,2026,7\n',
    'c.yaml': codebook('  harvest: { label: Harvest, unit: kg, measure: numeric }\n'),
  };
  const data = 'data: { file: t.csv, spread: { of: harvest, by: year, for: crop } }';

  test('one column for each value, by its name', async () => {
    const figure = await drawing(
      `${data}\nchart: { kind: scatter, x: "2025", y: "2026", id: crop, names: all }`,
      files,
    );
    expect(figure.numbers.used).toBe(2);
    const titles = figure.plate.items
      .filter((item): item is TextItem => /axes\.[xy]\.title/.test(item.role))
      .map(({ text }) => text);
    expect(titles.sort()).toEqual(['Harvest, 2025 (kg)', 'Harvest, 2026 (kg)']);
    expect(figure.numbers.leftOut.map(({ reason }) => reason)).toEqual(['2025 has no value']);
  });

  test('and says what has several values, or is no column then', async () => {
    const twice = { ...files, 't.csv': `${files['t.csv']}kale,2025,11\n` };
    expect(said((await draw(`${data}\nchart: { kind: scatter, x: "2025", y: "2026" }`, twice)).problems)).toEqual([
      ['spread-twice', 3],
    ]);
    expect(said((await draw(`${data}\nchart: { kind: scatter, x: "2024", y: "2026" }`, files)).problems)).toEqual([
      ['column-unknown', 4],
    ]);
  });
});
