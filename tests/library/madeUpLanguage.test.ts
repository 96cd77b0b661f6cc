import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc, { type Arbitrary } from 'fast-check';
import { bind } from 'hexis/node';
import { chartKinds } from '../../src/core/chart/kinds.js';
import type { Finding } from '../../src/core/check/finding.js';
import type { Lack } from '../../src/core/data/lack.js';
import { ok } from '../../src/core/problem/ok.js';
import { proof } from '../../src/core/project/acts/proof.js';
import type { Drawing } from '../../src/core/project/compose/drawing.js';
import { memory } from '../../src/core/project/read/source.js';
import { language as english } from '../../src/core/words/en.js';
import { lackText } from '../../src/core/words/lackWords.js';
import type { Language } from '../../src/core/words/language.js';
import { languages } from '../../src/core/words/languages.js';
import { type NoteFact, noteSentence } from '../../src/core/words/noteFacts.js';
import { sentenceKeys } from '../../src/core/words/sentenceNames.js';
import type { SentenceKey, Sentences } from '../../src/core/words/sentences.js';
import { Words } from '../../src/core/words/words.js';
import { disk } from '../../src/node/disk.js';
import { writeProof } from '../../src/node/writeProof.js';
import { drawn } from '../helpers/figures.js';
import { folderWith } from '../helpers/hexis.js';
import { noteFacts } from '../helpers/noteFacts.js';
import { partsOf, textOf } from '../helpers/words.js';

/** Ends every word of the made-up language, and none of any other. */
const mark = 'ž';

const marked = (text: string): string =>
  text
    .split(/(\{\w+\})/)
    .map((part, i) => (i % 2 === 0 ? part.replace(/\p{L}+\d?/gu, (word) => `${word}${mark}`) : part))
    .join('');

/** All reasons why rows are left out. */
const lacks: Record<Lack['is'], string> = {
  empty: '',
  missing: 'q',
  notComputed: 'q',
  noNumber: '',
  outsideBands: '',
  undefined: '',
  none: '',
  uncounted: '',
  beyond: '',
  weightless: '',
};

/** The sentences that were asked for. */
const said = new Set<string>();

/** English with a mark at the end of each of its words. */
const madeUp: Language = {
  ...english,
  code: 'qzz',
  titleCase: false,
  list: { between: ', ', last: ` and${mark} ` },
  months: english.months.map(marked),
  sentences: new Proxy(
    Object.fromEntries(
      Object.entries(english.sentences).map(([key, text]) => [
        key,
        typeof text === 'string'
          ? marked(text)
          : Object.fromEntries(Object.entries(text).map(([form, one]) => [form, marked(one)])),
      ]),
    ) as unknown as Sentences,
    {
      get: (own, key) => {
        said.add(String(key));
        return own[key as SentenceKey];
      },
    },
  ),
};

const all = languages as Record<string, (typeof languages)[string]>;
beforeAll(() => {
  all['qzz'] = { name: 'Made up', own: 'Made up', load: () => ({ language: madeUp }) };
});
afterAll(() => {
  delete all['qzz'];
});

/** All that the author says begins with a q, and all that is drawn of the table. */
const codebook = `hexis: codebook/1
cases: qcases
variables:
  g: { label: Qgroup, values: { 1: qone, 2: qtwo, 3: qthree, 4: qfour } }
  h: { label: Qhalf, values: { a: qalpha, b: qbeta } }
  v: { label: Qvalue, unit: qunits, measure: numeric, missing: [-9] }
  w: { label: Qwide, unit: qunits, measure: numeric }
  u: { label: Quse, measure: numeric }
  age: { label: Qage, measure: numeric, bands: [0, 10, 20, 40] }
  day: { label: Qday, measure: date }
  weight: { label: Qweight, measure: numeric }
  id: { label: Qid }
`;

const rows = Array.from({ length: 48 }, (_, i) => {
  const spread = ((i * 37) % 17) / 4;
  const value = i === 5 ? -9 : i === 7 ? '' : i === 9 ? 40 : 3 + spread + (i % 4);
  const day = new Date(Date.UTC(2026, i % 12, 1 + (i % 3) * 9)).toISOString().slice(0, 10);
  return [
    (i % 4) + 1,
    i % 3 ? 'a' : 'b',
    value,
    5 + spread * 2 + (i % 5),
    2 + ((i * 7) % 11),
    i % 40,
    day,
    i === 3 ? 0 : 1 + (i % 3) / 2,
    `q${i}`,
  ];
});
const table = `g,h,v,w,u,age,day,weight,id\n${rows.map((row) => row.join(',')).join('\n')}\n`;
const slopes = 'id,q2025,q2026\nqa,1,4\nqb,3,2\nqc,5,5\n';

const others = {
  'slopes.csv': slopes,
  'asked.csv': 'id,q1,q2,q3\nqa,qyes,qno,qno\nqb,qno,qperhaps,qyes\nqc,qperhaps,,qyes\nqd,qyes,qyes,qno\n',
  'gaps.csv': 'id,q2025,q2026\nqa,1,\nqb,,20\nqc,5,6\n',
  'given.csv': 'id,v,low,high\nqa,3,2,4\nqb,4,3,6\n',
  'level.csv': 'u,v\n1,4\n2,4\n3,4\n',
};

/** Charts of every kind, so that each sentence of the room is said by one of them. */
const charts: Record<string, string> = {
  bar: 'chart: { kind: bar, category: g, value: v, group: h, error: { shows: ci } }\nreferences: ~',
  'bar, standard errors':
    'chart: { kind: bar, category: g, value: v, error: { shows: se }, references: [{ at: 4, label: qtarget, dash: dashed }] }',
  'bar, medians': 'chart: { kind: bar, category: g, value: v, summary: median }',
  'bar, sums': 'chart: { kind: bar, category: g, value: w, summary: sum, order: falling }',
  'bar, counts': 'chart: { kind: bar, category: age, summary: count, weight: weight }',
  'bar, shares':
    'chart: { kind: bar, category: g, summary: count, group: h, arrange: shares }\ndataLabels: { show: percent, rounding: sum }',
  'bar, many': 'chart: { kind: bar, category: id, value: v, summary: given }',
  interval: 'chart: { kind: interval, category: g, group: h, summary: percent, error: { shows: ci } }',
  'interval of all': 'chart: { kind: interval, category: g, group: h, summary: percent, of: all }',
  histogram: 'chart: { kind: histogram, value: v, curves: [normal, density] }',
  'histogram, shares': 'chart: { kind: histogram, value: v, measure: percent, group: h, curves: [normal] }',
  'histogram, density': 'chart: { kind: histogram, value: v, measure: density, curves: [density], weight: weight }',
  box: 'chart: { kind: box, category: g, value: v, notch: true, mean: true, width: count }',
  'box, weighted': 'chart: { kind: box, category: g, value: v, weight: weight, whiskers: { rule: range } }',
  'box, percentiles': 'chart: { kind: box, category: g, value: v, whiskers: { rule: percentiles, low: 5, high: 95 } }',
  'box, many': 'chart: { kind: box, category: id, value: v }',
  violin: 'chart: { kind: violin, category: g, value: v, inside: [box, mean, points] }',
  'violin by size': 'chart: { kind: violin, category: g, value: v, width: cases, weight: weight }',
  'violin of one width': 'chart: { kind: violin, category: id, value: v, width: equal }',
  'line in areas':
    'chart: { kind: line, x: day, value: v, summary: sum, group: h, arrange: stacked, axisTable: { title: qrisk } }',
  'line of shares': 'chart: { kind: line, x: g, group: h, summary: count, arrange: shares }',
  'line with ends': 'chart: { kind: line, x: u, value: w, summary: mean, ends: weight, arrange: area }',
  'bar, added up': 'chart: { kind: bar, category: g, summary: count, cumulative: true }',
  'bar, opposed': 'chart: { kind: bar, category: g, group: h, arrange: opposed, value: v, further: { value: w } }',
  'bar, extremes': 'chart: { kind: bar, category: g, value: v, summary: range, shape: stem, axisTable: {} }',
  'bar, least': 'chart: { kind: bar, category: g, value: v, summary: least }',
  'bar, greatest': 'chart: { kind: bar, category: g, value: v, summary: greatest }',
  'bar, first': 'chart: { kind: bar, category: g, value: v, summary: first }',
  'interval, last': 'chart: { kind: interval, category: g, group: h, value: v, summary: last, join: true }',
  'histogram, added up': 'chart: { kind: histogram, value: v, cumulative: steps, measure: percent }',
  'scatter, degree 4': 'chart: { kind: scatter, x: w, y: v, fit: { degree: 4, show: [equation] } }',
  quantiles: 'chart: { kind: quantiles, value: v, band: { holds: pointwise } }',
  'quantiles of t': 'chart: { kind: quantiles, value: v, distribution: t, freedom: 5, group: h }',
  'interval in a table':
    'data: given.csv\nchart: { kind: interval, category: id, value: v, low: low, high: high, direction: horizontal, size: v, beside: { estimate: right, left: [v] } }',
  'interval of means in a table':
    'chart: { kind: interval, category: g, value: v, direction: horizontal, sections: h, totals: [qone], beside: { estimate: left } }',
  points: 'chart: { kind: points, category: g, value: v, center: mean, overlap: count }',
  'points, beyond':
    'chart: { kind: points, category: g, value: v, beyond: left-out }\naxes: { value: { from: 0, to: 12 } }',
  'points of wide columns': 'chart: { kind: points, values: [v, w] }',
  scatter: 'chart: { kind: scatter, x: w, y: v, fit: { degree: 1, band: true, show: [r2, equation] }, ellipse: {} }',
  'scatter, local': 'chart: { kind: scatter, x: w, y: v, fit: { degree: local }, size: u, overlap: jitter }',
  'scatter, colours': 'chart: { kind: scatter, x: w, y: v, color: u, fit: { degree: 2 } }',
  'scatter of components': 'chart: { kind: scatter, components: { of: [v, w, u], rotate: varimax } }',
  space: 'chart: { kind: space, x: v, y: w, z: u, group: h, ellipsoid: {}, drop: floor, shadows: [floor, back] }',
  'space, shells':
    'chart: { kind: space, x: v, y: w, z: u, shells: { shares: [0.5, 0.9] }, directions: true, size: age, view: { turn: 20, tilt: 10, distance: 4 } }',
  'space, colours': 'chart: { kind: space, x: v, y: w, z: u, color: age, ellipsoid: {} }',
  line: 'chart: { kind: line, x: day, value: v, summary: mean, group: h, error: { shows: sd, as: band } }',
  'line of counts': 'chart: { kind: line, x: g, summary: count }',
  'line of wide columns': 'chart: { kind: line, x: g, values: [v, w], summary: mean }',
  'bar, deviations': 'chart: { kind: bar, category: g, value: v, error: { shows: sd } }',
  'bar, intervals of the table':
    'data: given.csv\nchart: { kind: bar, category: id, value: v, summary: given, low: low, high: high }',
  'interval, many': 'chart: { kind: interval, category: id, value: w, summary: given }',
  'points, many': 'chart: { kind: points, category: id, value: w }',
  'line, many': 'chart: { kind: line, x: u, value: w, summary: mean, group: id }',
  'scatter, all alike': 'data: level.csv\nchart: { kind: scatter, x: u, y: v, fit: { degree: 1, show: [r2] } }',
  'scatter of plain components': 'chart: { kind: scatter, components: { of: [v, w, u] } }',
  'scatter of oblique components': 'chart: { kind: scatter, components: { of: [v, w, u], rotate: promax } }',
  'slope with a gap': 'data: gaps.csv\nchart: { kind: slope, item: id, values: [q2025, q2026] }',
  slope: 'data: slopes.csv\nchart: { kind: slope, item: id, values: [q2025, q2026], change: true }',
  answers: 'chart: { kind: answers, answer: g, category: h, around: middle, sums: true }',
  'answers from the left': 'chart: { kind: answers, answer: h, category: g }',
  'answers of one kind': 'chart: { kind: answers, answer: h, category: g, only: a }',
  'answers to questions':
    'data: asked.csv\nchart: { kind: answers, questions: [q1, q2, q3], around: middle, middle: apart }',
  'answers to questions by all':
    'data: asked.csv\nchart: { kind: answers, questions: [q1, q3], around: middle, middle: hidden, where: { id: { not: qc } } }',
  'answers to many questions': 'chart: { kind: answers, answer: h, category: id }',
  matrix: 'chart: { kind: matrix, row: g, column: h, value: v }',
  'matrix of many cells': 'chart: { kind: matrix, row: g, column: age, summary: percent, of: row }',
  'matrix of correlations': 'chart: { kind: matrix, variables: [v, w, u] }',
  'matrix of ranks':
    'chart: { kind: matrix, variables: [v, w, u, age], cases: listwise, correlation: spearman, cells: area }',
  'matrix of areas': 'chart: { kind: matrix, row: g, column: h, value: v, cells: area }',
  pie: 'chart: { kind: pie, category: g, gather: { below: 0.3 } }',
  'pie of values': 'chart: { kind: pie, category: g, value: w }',
  curve:
    'chart: { kind: curve, functions: [{ y: x^2, name: qsquare }, { y: 2*x, name: qdouble }], x: { from: 0, to: 3, label: Qx }, y: { label: Qy } }',
  panels: 'chart: { kind: histogram, value: v }\npanels: { by: h }',
  'several files':
    'data: [{ file: t.csv, name: qfirst }, { file: t.csv, name: qsecond }]\nchart: { kind: bar, category: g, value: w }',
};

const draw = async (name: string): Promise<Drawing> => {
  const more = (charts[name] as string).replace('\nreferences: ~', '');
  const data = /^data:/.test(more) ? '' : 'data: t.csv\n';
  const files = {
    'f.yaml': `hexis: figure/1\nlanguage: qzz\n${data}codebook: c.yaml\n${more}\n`,
    'c.yaml': codebook,
    't.csv': table,
    ...others,
  };
  return ok(await drawn({ ...memory(files), shippedFont: disk.shippedFont }, 'f.yaml', { caption: true }));
};

/** All that a drawing shows or says. */
function wordsOf({ plate, note, numbers }: Drawing): string[] {
  const shown = plate.items.flatMap((item) => (item.type === 'text' ? [item.text] : []));
  const heads = [numbers, ...(numbers.further ?? [])].flatMap(({ columns, rows }) => [
    ...columns.map(({ title }) => title),
    ...rows.flat().flatMap((cell) => (typeof cell === 'string' ? [cell] : [])),
  ]);
  const further = (numbers.further ?? []).map(({ title }) => title);
  return [
    ...shown,
    plate.description,
    ...note,
    ...heads,
    ...further,
    numbers.cases,
    ...(numbers.sums ?? []).map(({ name }) => name),
  ];
}

/** Symbols of variables and statistics, the names of rotations, and dates by ISO 8601, which are no words. */
const isSymbol = (word: string) => /^(x[2-5]?|y|z|R2?|r|p|b[0-5]|varimax|promax)$/.test(word);

const strange = (texts: readonly string[]): string[] =>
  texts.flatMap((text) =>
    (text.match(/[\p{L}][\p{L}\d]*/gu) ?? []).filter(
      (word) => !word.endsWith(mark) && !/^q/i.test(word) && !isSymbol(word),
    ),
  );

describe('in a made-up language', () => {
  test.each(Object.keys(charts))('%s has no word of any other', async (name) => {
    expect(strange(wordsOf(await draw(name)))).toEqual([]);
  });

  test('nor has a board', async () => {
    const figure = (name: string) => `hexis: figure/1\ndata: t.csv\ncodebook: c.yaml\n${charts[name]}\n`;
    const files = {
      'a.yaml': figure('bar, medians'),
      'b.yaml': figure('histogram'),
      'f.yaml':
        'hexis: board/1\nid: qboard\nlanguage: qzz\nfigures: [a.yaml, b.yaml]\nsize: { width: 16cm, height: 8cm }\n',
      'c.yaml': codebook,
      't.csv': table,
    };
    const board = ok(await drawn({ ...memory(files), shippedFont: disk.shippedFont }, 'f.yaml', { caption: true }));
    expect(strange(wordsOf(board)).filter((word) => !/^[ABab]$/.test(word))).toEqual([]);
  });

  test('nor has a document in any form', async () => {
    const many = Array.from({ length: 410 }, (_, i) => `${i},${i % 7}`).join('\n');
    const folder = folderWith({
      ...others,
      'c.yaml': codebook,
      't.csv': table,
      'many.csv': `u,w\n${many}\n`,
      'qa.yaml': `hexis: figure/1\nstyle: apa\ndata: t.csv\ncodebook: c.yaml\n${charts['scatter of components']}\ncaption: { title: Qtitle }\n`,
      'qb.yaml':
        'hexis: figure/1\ndata: many.csv\ncodebook: c.yaml\nchart: { kind: line, x: u, value: w, summary: given }\ncaption: { title: Qtitle }\n',
      'q.report.yaml': 'hexis: report/1\nfigures: [qa.yaml, qb.yaml]\n',
    });
    const bound = async (form: Parameters<typeof bind>[1]) =>
      ok(await bind(folder.at('q.report.yaml'), form, { language: 'qzz' })).map(({ bytes }) => bytes);
    const [page] = await bound('html');
    const html = String(page)
      .replace(/<style>[\s\S]*?<\/style>|<svg [\s\S]*?<\/svg>|<meta [^>]*>/g, ' ')
      .replace(
        /<[^>]*>/g,
        (tag) => ` ${[...tag.matchAll(/(?:aria-label|title|alt)="([^"]*)"/g)].map(([, text]) => text).join(' ')} `,
      );
    expect(strange([html])).toEqual([]);
    expect(String(page)).toMatch(/<html lang="qzz">/);
    const [packed] = await bound('docx');
    const text = textOf(partsOf(packed as Uint8Array)['word/document.xml']);
    const shown = [...text.matchAll(/<w:t[ >][^<]*|descr="[^"]*"/g)].map(([part]) =>
      part.replace(/^<w:t[^>]*>|^descr=/, ''),
    );
    expect(shown.length).toBeGreaterThan(5);
    expect(strange(shown)).toEqual([]);
    expect(text).toContain(`SEQ Figure${mark} `);
    const [pdf] = await bound('pdf');
    expect((pdf as Uint8Array).length).toBeGreaterThan(1000);
    for (const form of ['markdown', 'tex'] as const) {
      const [main] = await bound(form);
      const lines = String(main).replace(
        /<!--.*?-->|\]\([^)]*\)|%.*|\\[a-zA-Z@]+|[\d.]+bp|\.pdf|figures\/[\w-]+|\b(htbp|figure|fig|bp|alt|width|captions\w*|KV@Gin@alt|Gin)\b/g,
        ' ',
      );
      expect(strange([lines]).filter((word) => !['english', 'textit', 'graphicx'].includes(word))).toEqual([]);
    }
    folder.remove();
  });

  test('a proof has no word of any other but those of its findings', async () => {
    const files = {
      'f.yaml': `hexis: figure/1
language: qzz
data: t.csv
codebook: c.yaml
chart: { kind: bar, category: g, value: v, where: { h: [a] } }
text: { tickLabel: { size: 5pt, least: 4pt } }
axes: { value: { from: 4, grid: { width: 0.1pt } } }
waive: { text-size: qreason of the author }
caption: { title: Qtitle }
`,
      'g.yaml':
        'hexis: figure/1\nlanguage: qzz\ndata: t.csv\ncodebook: c.yaml\nchart: { kind: line, x: u, value: w, summary: mean, group: id }\ncaption: { title: Qtitle }\n',
      'c.yaml': codebook,
      't.csv': table,
    };
    const source = { ...memory(files), shippedFont: disk.shippedFont, subsetFont: disk.subsetFont };
    const drawn = ok(await proof(source, ['f.yaml']));
    const across = drawn.figures.flatMap(({ findings }) => findings);
    expect(new Set(across.map(({ severity, waived }) => waived !== undefined || severity)).size).toBe(3);
    const wordsIn = (findings: readonly Finding[]) =>
      findings.flatMap(({ found, expected = '', why, waived = '', mend, rule, place }) =>
        [found, expected, why, waived, mend?.says ?? '', mend?.says.replace(/\.$/, '') ?? '', rule, place?.file ?? '']
          .flatMap((text) => [text, text.replace(/([\\*_~^&<>`[\]])/g, '\\$1')])
          .filter((text) => text !== ''),
      );
    const without = (text: string, findings: readonly Finding[]) =>
      [...wordsIn(findings), 'f.yaml', 'g.yaml', 'c.yaml', 't.csv']
        .sort((a, b) => b.length - a.length)
        .reduce((rest, said) => rest.replaceAll(said, ' '), text)
        .replace(/SHA-256 [\da-f]+/g, ' ');
    for (const options of [{}, { across }]) {
      const made = ok(await proof(source, options.across ? ['f.yaml', 'g.yaml'] : ['f.yaml'], options));
      const shown = made.pages.map(({ items }) => items.flatMap((item) => (item.type === 'text' ? [item.text] : [])));
      const page = String(ok(await writeProof(made, 'html')));
      const told = page
        .replace(/<style>[\s\S]*?<\/style>|src="[^"]*"|<meta [^>]*>/g, ' ')
        .replace(/<[^>]*>/g, (tag) => ` ${/alt="([^"]*)"/.exec(tag)?.[1] ?? ''} `)
        .replaceAll('&quot;', '"')
        .replaceAll('&amp;', '&');
      const all = [...shown.map((texts) => texts.join(' ')), ...made.pages.map(({ description }) => description), told];
      expect(
        strange(
          all.map((text) =>
            without(
              text,
              made.figures.flatMap(({ findings }) => findings),
            ),
          ),
        ).filter((word) => !/^(plain|v)$/.test(word)),
      ).toEqual([]);
      expect(page).toMatch(/<html lang="qzz">/);
    }
  });

  test('every sentence is said', () => {
    // What kinds state as facts has forms by what is drawn.
    const words = new Words(madeUp);
    for (const [is, arbitrary] of Object.entries(noteFacts)) {
      const facts = fc.sample(arbitrary as Arbitrary<object>, { numRuns: 300, seed: 7 });
      for (const fact of facts) noteSentence({ is, ...fact } as NoteFact, words);
    }
    for (const [is, text] of Object.entries(lacks)) lackText({ column: 'q', is: is as Lack['is'], text }, words);
    const of = Array.from({ length: 9 }, (_, i) => `q${i}`);
    noteSentence({ is: 'components', of, on: 'correlation', rotate: 'none', kept: 2 }, words);
    expect(sentenceKeys.filter((key) => !said.has(key))).toEqual([]);
  });

  test('charts of every kind are drawn', () => {
    const tried = Object.values(charts).map((text) => /kind: (\w+)/.exec(text)?.[1]);
    expect(chartKinds.map(({ name }) => name).filter((name) => !tried.includes(name))).toEqual([]);
  });
});
