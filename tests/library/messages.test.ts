import { describe, expect, test } from '@jest/globals';
import { problemText, describe as words } from 'hexis';
import { codeAt, codes, type Parts, small } from '../helpers/figures.js';

type Case = [what: string, parts: Parts, codes: string[]];

const bar = (more: string) => `{ kind: bar, category: bed, ${more} }`;

const cases: Case[] = [
  ['an unknown key', { more: 'legnd: { place: top }' }, ['unknown-key:f.yaml:5:1']],
  ['an unknown key of the chart', { chart: bar('value: yield, gruop: season') }, ['unknown-key:f.yaml:4:50']],
  [
    'several at once, of several kinds',
    { more: 'size: { width: 8, heigth: 3cm }\nlegend: { place: middle }' },
    ['length-without-unit:f.yaml:5:16', 'unknown-key:f.yaml:5:19', 'wrong-value:f.yaml:6:18'],
  ],
  ['a kind of chart that does not exist', { chart: '{ kind: bra, category: bed }' }, ['wrong-value:f.yaml:4:16']],
  ['a missing key', { chart: '{ kind: bar, value: yield }' }, ['setting-needed:f.yaml:4:8']],
  [
    'names where numbers are needed',
    { chart: '{ kind: histogram, value: season }' },
    ['names-for-numbers:f.yaml:4:34'],
  ],
  ['one unknown column, once', { chart: '{ kind: line, x: saeson, value: yield }' }, ['column-unknown:f.yaml:4:25']],
  ['a wrong type', { more: 'dataLabels: yes please' }, ['wrong-type:f.yaml:5:13']],
  ['a length without unit', { more: 'size: { height: 8 }' }, ['length-without-unit:f.yaml:5:17']],
  ['a length without unit in quotation marks', { more: 'size: { width: "12" }' }, ['length-without-unit:f.yaml:5:16']],
  ['a width that the style does not name', { more: 'size: { width: colum }' }, ['width-unknown:f.yaml:5:16']],
  ['a colour of a list that is none', { more: 'palette: { groups: [red, bluu] }' }, ['bad-color:f.yaml:5:26']],
  ['a colour that is none', { more: 'accents: [{ for: { bed: 1 }, fill: bleu-ish }]' }, ['bad-color:f.yaml:5:36']],
  ['an unknown column', { chart: bar('value: yeild') }, ['column-unknown:f.yaml:4:43']],
  [
    'a category used as a measured value',
    { chart: '{ kind: bar, category: season, value: bed }' },
    ['category-as-measured:f.yaml:4:46'],
  ],
  ['a mean of nothing', { chart: bar('summary: mean') }, ['value-needed:f.yaml:4:45']],
  ['a count of something', { chart: bar('summary: count, value: yield') }, ['value-idle:f.yaml:4:59']],
  ['error bars of a count', { chart: bar('summary: count, error: { shows: ci }') }, ['error-needs-mean:f.yaml:4:59']],
  ['several rows where values are given', { chart: bar('value: yield, summary: given') }, ['given-many:f.yaml:4:59']],
  ['one variable in two places', { chart: bar('value: yield, group: bed') }, ['same-variable:f.yaml:4:57']],
  [
    'no rows left',
    { chart: bar('value: yield'), table: 'bed,season,yield\n9,spring,1\n1,spring,-9\n' },
    ['no-rows:f.yaml:4:8'],
  ],
  [
    'an unknown value in where',
    { chart: bar('value: yield, where: { season: sping }') },
    ['value-unknown:f.yaml:4:67'],
  ],
  [
    'an accent for a variable that is not shown',
    { more: 'accents: [{ for: { yield: 1 }, fill: red }]' },
    ['variable-unused:f.yaml:5:27'],
  ],
  [
    'a value that the codebook does not name',
    { table: 'bed,season,yield\n1,spring,1\n1,spring,2\n5,spring,3\n5,spring,4\n' },
    ['value-not-named'],
  ],
  [
    'values that are not possible',
    { codebook: 'hexis: codebook/1\nvariables: { yield: { range: [0, 7] } }' },
    ['out-of-range:t.csv:9:10'],
  ],
  ['limits the wrong way round', { more: 'axes: { y: { from: 5, to: 2 } }' }, ['limits-reversed:f.yaml:5:27']],
  [
    'a step that makes thousands of ticks',
    { more: 'axes: { y: { from: 0, to: 9, step: 0.001 } }' },
    ['step-too-small:f.yaml:5:36'],
  ],
  ['limits on an axis of categories', { more: 'axes: { x: { from: 5 } }' }, ['axis-not-measured:f.yaml:5:20']],
  [
    'decimals that the step does not fit in',
    { more: 'axes: { y: { from: 0, to: 10, step: 2.5, format: { decimals: 0 } } }', chart: bar('value: yield') },
    ['decimals-too-few:f.yaml:5:62'],
  ],
  [
    'limits that cut the data',
    { more: 'axes: { y: { to: 4 } }', chart: bar('value: yield') },
    ['data-outside:f.yaml:5:12'],
  ],
  ['a style that does not exist', { more: 'style: appa' }, ['style-missing:f.yaml:5:8']],
  ['a style file that does not exist', { more: 'style: house.yaml' }, ['file-missing:f.yaml:5:8']],
  [
    'styles in a circle',
    {
      more: 'style: a.yaml',
      files: { 'a.yaml': 'hexis: style/1\nextends: b.yaml', 'b.yaml': 'hexis: style/1\nextends: a.yaml' },
    },
    ['style-circle:b.yaml:2:10'],
  ],
  [
    'a fault in a style',
    { more: 'style: a.yaml', files: { 'a.yaml': 'hexis: style/1\ntext:\n  size: 10\n' } },
    ['length-without-unit:a.yaml:3:9'],
  ],
  ['a face that is not at hand', { more: 'text: { face: Garden Sans }' }, ['face-unknown:f.yaml:5:15']],
  [
    'a font file that is none',
    { more: 'faces: { G: { regular: c.yaml } }\ntext: { face: G }' },
    ['font-unreadable:f.yaml:5:24'],
  ],
  ['a letter that the face lacks', { more: 'axes: { x: { title: 畑 } }' }, ['glyph-missing']],
  ['a figure too small for its words', { more: 'size: { width: 9mm, height: 9mm }' }, ['too-small:f.yaml:5:7']],
  ['broken YAML', { more: 'size: { width: 8cm' }, ['yaml-broken:f.yaml:6:1']],
  ['broken YAML by indentation', { more: 'size:\n  width: 8cm\n   height: 3cm' }, ['yaml-broken:f.yaml:6:10']],
  ['a text that a remark ends', { more: 'caption:\n  title: Yield of bed #2' }, ['yaml-broken:f.yaml:6:23']],
  ['the same inside braces', { more: 'caption: { title: Yield of bed #2 }' }, ['yaml-broken:f.yaml:5:32']],
  ['another space for a blank', { more: 'size:\n\u00a0 width: 8cm' }, ['yaml-broken:f.yaml:6:1']],
  ['another space after a colon', { more: 'size:\n  width:\u00a08cm' }, ['yaml-broken:f.yaml:6:9']],
  ['a second document', { more: '---\nhexis: figure/1' }, ['yaml-broken:f.yaml:5:1']],
  ['a key given twice', { more: 'codebook: c.yaml' }, ['yaml-broken:f.yaml:5:1']],
  ['a codebook that is a style', { codebook: 'hexis: style/1' }, ['wrong-file-kind:c.yaml:1:8']],
  ['a codebook that says nothing', { codebook: 'variables: {}' }, ['file-kind-missing:c.yaml:1:1']],
  ['a codebook that is empty', { codebook: '' }, ['file-empty:c.yaml:1:1']],
  ['a codebook of the future', { codebook: 'hexis: codebok/1' }, ['file-kind-unknown:c.yaml:1:8']],
];

describe('messages', () => {
  test.each(cases)('name the place of %s', async (_, parts, expected) => {
    expect(await codes(parts)).toEqual(expected);
  });

  test('count the rows of a value that the codebook does not name', async () => {
    const rows = ['1,spring,1', '5,spring,3', '5,spring,4', '5,autumn,4', '7,spring,2'];
    const { problems } = await small({ table: `bed,season,yield\n${rows.join('\n')}\n` });
    const unnamed = problems.flatMap((problem) => (problem.code === 'value-not-named' ? [problem.facts] : []));
    expect(unnamed.map(({ value, count }) => [value, count])).toEqual([
      ['5', 3],
      ['7', 1],
    ]);
  });

  test.each(cases)('say what was found and what was expected of %s', async (_, parts) => {
    for (const problem of (await small(parts)).problems) {
      const { found, expected } = words(problem);
      expect(found).not.toMatch(/undefined|NaN|\[object|null/);
      if (problem.severity === 'error' && problem.code !== 'yaml-broken' && problem.code !== 'file-unreadable')
        expect(expected).toBeTruthy();
      expect(problemText(problem)).toMatch(/^(error|warning): /);
    }
  });

  test('suggest the nearest name', async () => {
    const written = async (parts: Parts) => (await small(parts)).problems.map((problem) => words(problem).write);
    expect(await written({ chart: bar('value: yeild') })).toEqual(['yield']);
    expect(await written({ more: 'legnd: {}' })).toEqual(['legend']);
    expect(await written({ more: 'style: appa' })).toEqual(['style: apa']);
    expect(await written({ more: 'size: { height: 8 }' })).toEqual(['height: 8cm']);
    expect(await written({ chart: bar('value: yield, where: { season: sping }') })).toEqual(['spring']);
  });

  test('show what was found, a short list of numbers as it is written', async () => {
    const found = async (share: string) => {
      const { problems } = await small({ more: `bars: { share: ${share} }` });
      return problems.map((problem) => words(problem).found);
    };
    expect(await found('[1, 2]')).toEqual(['bars.share is [1, 2]']);
    for (const list of ['[]', '[1, 2, 3, 4, 5, 6, 7]', '[a]'])
      expect(await found(list)).toEqual([expect.stringMatching(/^bars\.share is a list/)]);
    expect(await found('{ a: 1 }')).toEqual([expect.stringMatching(/^bars\.share is a group of settings/)]);
    expect(await found('wide')).toEqual(['bars.share is "wide"']);
  });

  test('report every problem of every file in one go', async () => {
    const found = await small({
      more: 'style: a.yaml',
      codebook: 'hexis: codebook/1\nvariabels: {}',
      files: { 'a.yaml': 'hexis: style/1\nbars: { share: 2 }' },
      table: '',
    });
    expect(found.problems.map(codeAt)).toEqual([
      'wrong-type:a.yaml:2:16',
      'unknown-key:c.yaml:2:1',
      'table-empty:t.csv:1:1',
    ]);
  });
});
