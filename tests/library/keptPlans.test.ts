import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { memory, openProject } from 'hexis';
import { root } from '../helpers/hexis.js';

const plots = readFileSync(join(root, 'demo', 'data', 'plots.csv'), 'utf8');
const codebook = readFileSync(join(root, 'demo', 'garden.codebook.yaml'), 'utf8');

/** What an author may set, each in one way or another. */
const choices = {
  chart: [
    { kind: 'bar', category: 'bed', value: 'yield', group: 'season' },
    { kind: 'bar', category: 'bed', group: 'season', summary: 'count', of: 'category' },
    { kind: 'interval', category: 'bed', value: 'yield' },
    { kind: 'histogram', value: 'yield', bins: { about: 8, over: 'limits' } },
    { kind: 'box', category: 'bed', value: 'yield', points: true },
    { kind: 'violin', category: 'bed', value: 'yield', inside: ['box', 'mean'] },
    { kind: 'points', category: 'bed', value: 'yield', group: 'season' },
    { kind: 'quantiles', value: 'yield' },
    { kind: 'scatter', x: 'water', y: 'yield', group: 'season', fit: { degree: 1 }, beyond: 'left-out' },
    { kind: 'space', x: 'water', y: 'ph', z: 'yield', group: 'season' },
    { kind: 'line', x: 'bed', value: 'yield', group: 'season' },
    { kind: 'pie', category: 'bed' },
    { kind: 'matrix', row: 'bed', column: 'season', value: 'yield' },
    { kind: 'curve', functions: [{ y: 'a*x^2' }], x: { from: -1, to: 2 }, parameters: { a: 2 } },
  ],
  panels: [undefined, { by: 'season' }, { by: 'season', across: 1 }],
  accents: [undefined, [{ for: { season: 'spring' }, fill: '#a03020' }], [{ for: { bed: '1' }, fill: 'black' }]],
  spotlight: [undefined, [{ season: 'summer' }]],
  axes: [
    undefined,
    { y: { from: 0 } },
    { y: { to: 5 } },
    { x: { from: 2 } },
    { y: { scale: 'log' } },
    { y: { step: 2 } },
  ],
  language: ['en', 'de', 'fr'],
  numbers: [undefined, { decimalMark: ',' }],
  words: [undefined, { keep: ['Yield', 'Type of bed'] }],
  dataLabels: [undefined, { show: 'value' }, { show: ['value', 'percent'] }],
  boxes: [undefined, { outliers: { marker: 'open-square' } }],
  references: [undefined, { dash: 'dotted' }],
  size: [undefined, { width: '9cm', height: '8cm' }],
  caption: [undefined, { title: 'What the beds give' }],
  style: ['plain', 'apa'],
  table: [plots, plots.split('\n').slice(0, 60).join('\n')],
  codebook: [codebook, codebook.replace('label: Yield', 'label: What was picked')],
} as const;

type Key = keyof typeof choices;
const keys = Object.keys(choices) as Key[];

/** The files of a figure with the settings chosen. */
function filesOf(chosen: Readonly<Record<Key, number>>): Record<string, string> {
  const {
    table,
    codebook: book,
    ...figure
  } = Object.fromEntries(keys.map((key) => [key, choices[key][chosen[key] % choices[key].length]]));
  const head = { hexis: 'figure/1', data: 'plots.csv', codebook: 'garden.codebook.yaml' };
  return {
    'a.figure.yaml': JSON.stringify({ ...head, ...figure }, undefined, 1),
    'plots.csv': table as string,
    'garden.codebook.yaml': book as string,
  };
}

type Chosen = Record<Key, number>;

const first = (chart: number): Chosen =>
  Object.fromEntries(keys.map((key) => [key, key === 'chart' ? chart : 0])) as Chosen;

/** Draws a figure again and again while its files change, each time by a project that knows it and by one that does not. */
class Author {
  /** How many were drawn, and each fault. */
  readonly drawn = { right: 0, wrong: [] as string[] };
  private readonly files: Record<string, string>;
  private readonly project;

  constructor(chosen: Chosen) {
    this.files = filesOf(chosen);
    this.project = openProject(memory(this.files));
  }

  async draws(chosen: Chosen): Promise<void> {
    Object.assign(this.files, filesOf(chosen));
    const [own, anew] = [this.project, openProject(memory({ ...this.files }))];
    const [kept, made] = [await own.draw('a.figure.yaml'), await anew.draw('a.figure.yaml')];
    const shown = ({ drawing, problems }: typeof kept) =>
      JSON.stringify([problems, drawing && [drawing.plate, drawing.numbers, drawing.note]]);
    if (shown(kept) !== shown(made)) this.drawn.wrong.push(JSON.stringify(chosen));
    else if (kept.drawing) this.drawn.right += 1;
  }
}

test.each(choices.chart.map((chart, i) => [chart.kind, i] as const))(
  'of %s, nothing is kept that hangs on what its author changes',
  async (_, chart) => {
    const base = first(chart);
    const author = new Author(base);
    for (const key of keys.filter((own) => own !== 'chart')) {
      for (let to = 1; to < choices[key].length; to += 1) {
        // What the change is from is known by then.
        await author.draws({ ...base, [key]: to - 1 });
        await author.draws({ ...base, [key]: to });
      }
    }
    expect(author.drawn.wrong).toEqual([]);
    expect(author.drawn.right).toBeGreaterThan(30);
  },
);

test('of whatever an author changes, one after the other, nothing is kept that is not made anew', async () => {
  const edit = fc.record({ key: fc.constantFrom(...keys), to: fc.nat(12) });
  const walk = async (chart: number, edits: readonly { key: Key; to: number }[]) => {
    const chosen = first(chart);
    const author = new Author(chosen);
    for (const { key, to } of edits) {
      chosen[key] = to;
      await author.draws(chosen);
      await author.draws(chosen);
    }
    expect(author.drawn.wrong).toEqual([]);
  };
  await fc.assert(fc.asyncProperty(fc.nat(12), fc.array(edit, { minLength: 12, maxLength: 12 }), walk), {
    numRuns: 10,
  });
});
