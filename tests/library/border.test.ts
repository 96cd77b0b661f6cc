import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import { describe, expect, test } from '@jest/globals';
import { check, checkFile, type Drawing, memory, ok, openProject, describe as words } from 'hexis';
import { disk, write as writeInNode } from 'hexis/node';
import { chartKinds } from '../../src/core/chart/kinds.js';
import { extremeBetween, sample } from '../../src/core/expression/sample.js';
import { shippedFamilies } from '../../src/core/type/families.js';
import { openTypeFace } from '../../src/core/type/openTypeFace.js';
import { root } from '../helpers/hexis.js';

const codebook = (variables: string) => `hexis: codebook/1\nvariables:\n${variables}\n`;

/** Draws a figure of a table and a codebook. */
async function drawn(figure: string, table: string, variables = '  none: { label: None }') {
  const files = { 'f.yaml': `hexis: figure/1\ndata: t.csv\ncodebook: c.yaml\n${figure}\n`, 't.csv': table };
  return openProject(memory({ ...files, 'c.yaml': codebook(variables) })).draw('f.yaml');
}
const rows = async (...args: Parameters<typeof drawn>) => ok(await drawn(...args)).numbers.rows;
const codes = async (...args: Parameters<typeof drawn>) => (await drawn(...args)).problems.map(({ code }) => code);

describe('codes for "no value"', () => {
  test.each(['NA', '.', '-', 'n/a', '-9'])('%s takes no other cell along', async (code) => {
    const table = `k,v\na,"1,234.5"\na,${code}\na,2.5\n`;
    expect(
      (
        await rows(
          'chart: { kind: bar, category: k, value: v }',
          table,
          `  v: { measure: numeric, missing: ["${code}"] }`,
        )
      )[0]?.slice(0, 3),
    ).toEqual(['a', 2, 618.5]);
    const units = `k,v\na,3 kg\na,${code}\na,5 kg\n`;
    expect(
      (
        await rows('chart: { kind: bar, category: k, value: v }', units, `  v: { unit: kg, missing: ["${code}"] }`)
      )[0]?.slice(0, 3),
    ).toEqual(['a', 2, 4]);
    const dates = `k,v\n2026-01-02,1\n${code},2\n3.1.2026,3\n`;
    expect(
      await rows('chart: { kind: line, x: k, value: v }', dates, `  k: { measure: date, missing: ["${code}"] }`),
    ).toHaveLength(2);
    const categories = `k,v\nx,1\n${code},2\ny,3\n`;
    expect(
      (await rows('chart: { kind: bar, category: k, value: v }', categories, `  k: { missing: ["${code}"] }`)).map(
        ([k]) => k,
      ),
    ).toEqual(['x', 'y']);
    const bands = `k,v\n1,1\n${code},2\n"1,200.5",3\n`;
    expect(
      (
        await rows(
          'chart: { kind: bar, category: k, value: v }',
          bands,
          `  k: { bands: [0, 10, 2000], missing: ["${code}"] }`,
        )
      ).map(([, n]) => n),
    ).toEqual([1, 1]);
  });

  test('that nobody declared are drawn, and said', async () => {
    const figure = 'chart: { kind: bar, category: k, value: v }';
    const values = [2, 3.5, 4, 2.5, 3, 4.5, 3.2];
    const table = (...more: number[]) => `k,v\n${[...values, ...more].map((v) => `a,${v}`).join('\n')}\n`;
    expect(await codes(figure, table(-9), '  v: { measure: numeric }')).toEqual(['code-suspect']);
    expect(await codes(figure, table(999, 999), '  v: { measure: numeric }')).toEqual(['code-suspect']);
    expect(await codes(figure, table(7), '  v: { measure: numeric }\n  w: { missing: [7] }')).toEqual(['code-suspect']);
    const listed = '  v: { measure: numeric, values: { 2: little, 3: some } }';
    expect(await codes(figure, table(-9), listed)).toEqual(['code-suspect']);
    expect(await codes(figure, table(-9), listed.replace('3: some', '"-9": none'))).toEqual([]);
    // What is possible, declared, or near the rest is none.
    expect(await codes(figure, table(-9), '  v: { measure: numeric, range: [-10, 10] }')).toEqual([]);
    expect(await codes(figure, table(-9), '  v: { measure: numeric, missing: [-9] }')).toEqual([]);
    expect(await codes(figure, table(5), '  v: { measure: numeric }\n  w: { missing: [5] }')).toEqual([]);
    expect(await codes(figure, table(-1, -3), '  v: { measure: numeric }')).toEqual([]);
  });

  test('under a name that is a slip away from that of the column are said', async () => {
    const found = await drawn(
      'chart: { kind: bar, category: k, value: yield }',
      'k,yield\na,1\n',
      '  yeild: { missing: [-9] }',
    );
    expect(found.problems.map((own) => [own.code, own.place?.line])).toEqual([['codebook-stray', 3]]);
    expect(
      await codes('chart: { kind: bar, category: k, value: yield }', 'k,yield\na,1\n', '  water: { missing: [-9] }'),
    ).toEqual([]);
  });
});

describe('entries of a codebook', () => {
  const known = 'hexis: codebook/1\nvariables:\n  k: { measure: nominal }\n  v: { measure: numeric }\n';
  const figure = (data: string) =>
    `hexis: figure/1\ndata: ${data}\ncodebook: c.codebook.yaml\nchart: { kind: bar, category: k, value: v }\n`;
  const table = 'k,v\na,1\na,2\nb,3\nb,5\n';
  /** The entries that are said to have no column, each with its line and the column meant. */
  const strays = async (entries: string, files: Record<string, string | Uint8Array> = {}, data = 't.csv') => {
    const all = {
      'f.figure.yaml': figure(data),
      'c.codebook.yaml': known + entries,
      't.csv': table,
      ...files,
    };
    const source = { ...memory(all), folder: async () => Object.keys(all) };
    const found = ok(await checkFile(openProject(source), 'f.figure.yaml'));
    return found.findings.flatMap(({ rule, found: said, place }) =>
      rule === 'reading' && /no table here/.test(said) ? [[place?.line, /speaks of "(.*?)"/.exec(said)?.[1]]] : [],
    );
  };

  test('that no table of the project has a column for are said where they stand', async () => {
    expect(await strays('  water: { missing: [-9] }\n')).toEqual([[5, 'water']]);
    expect(await strays('  w: {}\n  water.min: { missing: [-9] }\n')).toEqual([
      [5, 'w'],
      [6, 'water.min'],
    ]);
    expect(await strays('  water: { formula: v * 2 }\n')).toEqual([]);
  });

  test('that another table has a column for are in force there', async () => {
    const other = 'k;water\na;1\n';
    expect(await strays('  water: { missing: [-9] }\n', { 'other.csv': other })).toEqual([]);
    // Also in a folder that a figure beside this one draws from, or as a word in the cells of a long table.
    const beside = { 'g.figure.yaml': figure('far/u.csv'), 'far/u.csv': other };
    expect(await strays('  water: { missing: [-9] }\n', beside)).toEqual([]);
    expect(await strays('  water: { missing: [-9] }\n', { 'long.csv': 'what,v\nwater,1\n' })).toEqual([]);
    // Windows-1251 and Windows-1254, of which the files say nothing: юг, ısı
    for (const [name, bytes] of [
      ['юг', [0xfe, 0xe3]],
      ['ısı', [0xfd, 0x73, 0xfd]],
    ] as const) {
      const files = { 'abroad.csv': new Uint8Array([...bytes, 0x0a, 0x31, 0x0a]) };
      expect(await strays(`  ${name}: { missing: [-9] }\n`, files)).toEqual([]);
      expect(await strays('  water: { missing: [-9] }\n', files)).toEqual([[5, 'water']]);
    }
  });

  test.each([
    ['doubled quotation marks', '  \'a "b"\': {}\n', 'x,"a ""b"""\n1,2\n'],
    ['an accent written in two', '  h\u00f6he: {}\n', 'x,ho\u0308he\n1,2\n'],
    ['the column of several files', '  file: { label: Year }\n', 'x\n1\n'],
    ['a column of a table without names', '  column7: { label: Height }\n', '1,2,3\n'],
  ])('are found by their letters, or are in no file: %s', async (_, entry, other) => {
    expect(await strays(entry, { 'other.csv': other })).toEqual([]);
  });

  test('are found in JSON with escapes', async () => {
    const other = '[{ "h\\u00f6he": 1 }]';
    expect(await strays('  h\u00f6he: {}\n', { 'other.json': other })).toEqual([]);
    expect(await strays('  h\u00f6hen: {}\n', { 'other.json': other })).toEqual([[5, 'h\u00f6hen']]);
  });

  test('that nothing rules out are not: where a table cannot be read, or the rows stand in the figure file', async () => {
    expect(await strays('  water: { missing: [-9] }\n', { 'other.xlsx': 'no workbook' })).toEqual([]);
    expect(
      await strays('  water: {}\n', { 'other.csv': 'water\n1\n' }, '{ rows: [{ k: a, v: 1 }, { k: b, v: 2 }] }'),
    ).toEqual([]);
  });
});

describe('rows of totals', () => {
  const table = 'k,y,v,w\na,2020,1,2\nb,2021,2,3\nc,2022,4,7\nTotal,Total,7,12\n';
  const settings: Record<string, string> = {
    bar: 'category: k, value: v, summary: sum',
    interval: 'category: k, value: v, summary: given, low: v, high: v',
    histogram: 'value: v',
    box: 'category: k, value: v',
    points: 'category: k, value: v',
    violin: 'category: k, value: v',
    quantiles: 'value: v',
    scatter: 'x: v, y: w',
    space: 'x: v, y: w, z: v',
    line: 'x: y, value: v',
    slope: 'item: k, values: [v, w]',
    pie: 'category: k, value: v',
    answers: 'answer: v, category: k',
    matrix: 'row: k, column: w, value: v, summary: sum',
  };

  test.each(chartKinds.map(({ name }) => name).filter((name) => name !== 'curve'))(
    'are no cases of the kind %s',
    async (kind) => {
      const found = await drawn(`chart: { kind: ${kind}, ${settings[kind]} }`, table, '  y: { measure: date }');
      expect(found.problems.map(({ code }) => code)).toContain('totals-row');
      expect(ok(found).numbers.read).toBe(kind === 'slope' ? 6 : 3);
    },
  );

  test('are found in wide tables, counts, panels and with decimal commas; what is no sum stays, and is no number', async () => {
    expect(await rows('chart: { kind: bar, category: k, values: [v, w] }', table)).toHaveLength(6);
    expect(await rows('chart: { kind: pie, category: k }', table)).toHaveLength(3);
    const commas = 'k;v\na;1,5\nb;2,5\nGesamt;4\n';
    expect(await rows('chart: { kind: bar, category: k, value: v }', commas.replaceAll(',', '.'))).toHaveLength(2);
    expect(
      await codes('chart: { kind: line, x: y, value: v }', table.replace('7,12', '9,13'), '  y: { measure: date }'),
    ).toEqual(['not-a-date']);
    expect(await rows('chart: { kind: bar, category: k, value: v }', table.replace('7,12', '9,13'))).toHaveLength(4);
  });
});

describe('dates mean all of a day, a month or a year', () => {
  const table = 'day,v\n2026-06-01,1\n2026-06-15T10:00,2\n2026-06-30T08:00,3\n2026-07-01,4\n';
  const dates = '  day: { measure: date }';
  const chosen = async (where: string, own = table) =>
    (await rows(`chart: { kind: line, x: day, value: v, where: { day: ${where} } }`, own, dates)).map((row) =>
      row.at(-1),
    );

  test.each([
    ['{ to: 2026-06-30 }', [1, 2, 3]],
    ['{ to: 2026-06 }', [1, 2, 3]],
    ['{ from: 2026-06, to: 2026-06 }', [1, 2, 3]],
    ['{ from: 2026-06-30 }', [3, 4]],
    ['{ from: 2026, to: 2026 }', [1, 2, 3, 4]],
    ['{ from: 2026-W25-1, to: 2026-W25 }', [2]],
    ['{ to: "2026-06-15T10" }', [1, 2]],
    ['{ to: "2026-06-15T09:59" }', [1]],
    ['15.6.2026', [2]],
    ['2026-06', [1, 2, 3]],
    ['[2026-06-15, 2026-07]', [2, 4]],
    ['{ not: 2026-06-15 }', [1, 3, 4]],
  ])('where %s', async (where, expected) => {
    expect(await chosen(where)).toEqual(expected);
  });

  test('zones are moments: the limit means the same one as the cell', async () => {
    const zoned = table.replace(/(\d\d-\d\d)(T\d\d:\d\d)?,/g, (_, day, time = 'T00:00') => `${day}${time}+02:00,`);
    expect(await chosen('{ to: "2026-06-30T06:00Z" }', zoned)).toEqual([1, 2, 3]);
    expect(await chosen('{ to: "2026-06-30T05:00Z" }', zoned)).toEqual([1, 2]);
    expect(await chosen('"2026-06-30T06:00Z"', zoned)).toEqual([3]);
    expect(
      await codes('chart: { kind: line, x: day, value: v, where: { day: { to: "2026-06-30T08:00Z" } } }', table, dates),
    ).toEqual(['wrong-type']);
  });

  test('along an axis too', async () => {
    const cut = async (x: string) => {
      const found = await drawn(`chart: { kind: line, x: day, value: v }\naxes: { x: ${x} }`, table, dates);
      return found.problems.map((own) => words(own).found);
    };
    expect(await cut('{ from: 2026-06-01, to: 2026-06-30 }')).toEqual([expect.stringContaining('cut 1 mark off')]);
    expect(await cut('{ from: 2026-06, to: 2026-07 }')).toEqual([]);
    expect(await cut('{ from: 2026 }')).toEqual([]);
    expect(await cut('{ from: 5 }')).toEqual(['axes.x.from is 5']);
    expect(await cut('{ from: 2026-07, to: 2026-06 }')).toEqual(['axes.x runs from 2026-07 to 2026-06']);
    expect(
      await codes('chart: { kind: line, x: day, value: v }\naxes: { y: { to: 2026-07 } }', table, dates),
    ).toContain('wrong-type');
  });
});

describe('formulas', () => {
  test.each([
    ['e*2', [20, 40]],
    ['2*pi', [2 * Math.PI, 2 * Math.PI]],
    ['2.5e3*a', [2500, 5000]],
    ['höhe*2', [10, 12]],
    ['min(a,höhe)+(min)', [4, 6]],
    ['a-1', [undefined, 1]],
  ])('%s', async (formula, expected) => {
    const table = 'k,a,e,höhe,min\nx,1,10,5,3\ny,2,20,6,4\n';
    const found = await rows(
      'chart: { kind: bar, category: k, value: z, summary: given }',
      table,
      `  z: { formula: "${formula}", missing: [0] }`,
    );
    const of = (name: string) => found.find(([k]) => k === name)?.at(-1);
    expect([of('x'), of('y')]).toEqual(expected);
  });

  test('and limits are read as cells are', async () => {
    const chart = (from: string) => `chart: { kind: bar, category: k, value: v, where: { v: { from: ${from} } } }`;
    expect(await rows(chart('2 kg'), 'k,v\nx,1 kg\ny,3 kg\n', '  v: { unit: kg }')).toHaveLength(1);
    expect(await rows(chart('"1,234.5"'), 'k,v\nx,"1,000"\ny,"3,000.5"\n')).toHaveLength(1);
    expect(await codes(chart('"2,024"'), 'k,v\nx,1\ny,3\n')).toEqual(['thousands-unsure']);
    expect(
      await rows(
        'chart: { kind: bar, category: k, values: [v, w], where: { v: { from: 2 } } }',
        'k,v,w\nx,1,5\ny,3,6\n',
      ),
    ).toHaveLength(2);
  });
});

describe('numbers of a figure say what is there', () => {
  test('a share of none has its row and its interval, as the formula of Wilson gives it', async () => {
    const found = await rows(
      'chart: { kind: bar, category: a, group: g, summary: percent, error: { shows: ci } }',
      'a,g\nyes,m\nno,m\nno,f\nno,f\n',
    );
    const [row] = found.filter(([a, g]) => a === 'yes' && g === 'f');
    const z = 1.959963984540054;
    expect(row?.slice(2, 5)).toEqual([0, 0, 0]);
    expect(row?.[5]).toBeCloseTo((100 * z * z) / (2 + z * z), 9);
  });

  test('one answer alone is said to be all of itself', async () => {
    const table = 'a,g\nyes,m\nno,m\nyes,f\nno,f\n';
    for (const chart of [
      'bar, category: g, group: a, summary: percent, of: category',
      'bar, category: g, group: a, arrange: shares, summary: count',
      'pie, category: a',
    ]) {
      expect(await codes(`chart: { kind: ${chart}, where: { a: yes } }`, table)).toContain('share-alone');
      expect(await codes(`chart: { kind: ${chart} }`, table)).not.toContain('share-alone');
    }
  });

  test('alternative texts of shares give shares', async () => {
    const found = await drawn(
      'chart: { kind: bar, category: g, group: a, summary: count, arrange: shares }',
      'a,g\nyes,m\nyes,m\nyes,m\nno,m\n',
    );
    expect(ok(found).plate.description).toContain('m, yes 75; m, no 25');
  });

  test('cases that count for nothing, or lie beyond an axis, are no missing values', async () => {
    const note = async (...args: Parameters<typeof drawn>) => ok(await drawn(...args)).note.join(' ');
    expect(
      await note('chart: { kind: bar, category: k, value: v, weight: w }', 'k,v,w\na,1,1\na,2,0\na,5,1\n'),
    ).toContain('Not counted: one of the cases, with w 0.');
    const beyond = await note(
      'chart: { kind: scatter, x: v, y: w, beyond: left-out }\naxes: { x: { to: 4 } }',
      'k,v,w\na,1,1\na,2,0\na,5,1\na,3,3\n',
    );
    expect(beyond).toContain('Left out: one of the cases, beyond the limits of the axes.');
    expect(beyond).not.toContain('without a value');
  });

  test('a marker of no size has no ink, and that is said', async () => {
    const found = await drawn('chart: { kind: scatter, x: v, y: w, size: s }', 'v,w,s\n1,1,0\n2,3,1\n3,2,4\n');
    expect(found.problems.map(({ code }) => code)).toEqual(['sizes-zero']);
    expect(ok(found).plate.items.filter(({ role }) => /points?\[/.test(role)).length).toBe(2);
  });

  test('a label that says 0 of something is a finding', async () => {
    const found = ok(
      await drawn(
        'chart: { kind: bar, category: k, value: v, summary: given }\ndataLabels: { show: value, format: { decimals: 0 } }',
        'k,v\na,12\nb,0.4\n',
      ),
    );
    expect(check(found, []).map(({ found: said }) => said)).toContain('the label "0" stands for 0.4');
  });

  test('words in a column of bands are no missing values', async () => {
    expect(
      await codes('chart: { kind: bar, category: k, value: v }', 'k,v\n1,1\nmany,3\n', '  k: { bands: [0, 3, 10] }'),
    ).toEqual(['not-a-number']);
  });

  test('steep curves far from zero are whole, and their extremes are those of the function', async () => {
    const { ys } = sample((x) => (x - 1e12) ** 2, 1e12 - 5, 1e12 + 5, 300);
    expect(ys.some(Number.isNaN)).toBe(false);
    expect(sample(Math.sign, -1, 1, 300).ys.some(Number.isNaN)).toBe(true);
    expect(extremeBetween(Math.sin, 1.4, 1.7, 1)).toBe(1);
    expect(extremeBetween((x) => (x - 0.3) ** 2 + 2, 0, 1, -1)).toBeCloseTo(2, 14);
  });

  test('more closed surfaces than anybody can tell apart are refused', async () => {
    const table = `x,y,z,g\n${Array.from({ length: 80 }, (_, i) => `${Math.sin(i)},${Math.cos(3 * i)},${Math.sin(7 * i)},${'abcd'[i % 4]}`).join('\n')}\n`;
    const chart = (shares: string) =>
      `chart: { kind: space, x: x, y: y, z: z, group: g, shells: { shares: ${shares} } }`;
    expect(await codes(chart('[0.2, 0.5]'), table)).toEqual(['shells-many']);
  });
});

describe('every face that ships', () => {
  const variants = ['regular', 'bold', 'italic', 'boldItalic'] as const;
  const bytesOf = (family: string, variant: string) =>
    new Uint8Array(
      brotliDecompressSync(readFileSync(join(root, 'dist', 'faces', family.toLowerCase(), `${variant}.ttf.br`))),
    );
  /** Latin, Greek, Cyrillic and punctuation. */
  const letters = Array.from({ length: 0x2300 - 0x20 }, (_, i) => String.fromCodePoint(0x20 + i));

  test.each(shippedFamilies.flatMap((family) => variants.map((variant) => [family, variant] as const)))(
    'sets each of its letters: %s %s',
    async (family, variant) => {
      const face = await openTypeFace(family, variant, bytesOf(family, variant));
      const own = letters.filter((letter) => face.covers(letter));
      expect(own.length).toBeGreaterThan(400);
      for (const letter of own) expect(Number.isFinite(face.advance(letter))).toBe(true);
      expect(face.outline(own.join('')).coordinates.every(Number.isFinite)).toBe(true);
    },
  );

  test.each(shippedFamilies)('is embedded in PDF with all that our notes write: %s', async (family) => {
    const figure = {
      data: { rows: [1, 2, 3, 4, null].map((v, i) => ({ k: i % 2 ? 'a\u00a0b' : 'Größe \u202f µ', v })) },
      style: 'apa' as const,
      chart: { kind: 'bar' as const, category: 'k', value: 'v', error: { shows: 'ci' as const } },
      text: { face: family },
      caption: { title: 'x\u00a0y', note: 'auto' },
    };
    const { drawing } = await openProject(disk, { caption: true }).draw(figure);
    for (const format of ['svg', 'eps', 'pdf'] as const)
      expect(ok(await writeInNode(drawing as Drawing, format)).length).toBeGreaterThan(1000);
  });
});
