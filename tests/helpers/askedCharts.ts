import { expect } from '@jest/globals';
import type { DrawnFigure } from 'hexis';

/** Numbers to nine digits: moments lose what is beyond. */
const rounded = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value ?? null, (_, own) =>
      typeof own === 'number' ? Number((Math.abs(own) < 1e-12 ? 0 : own).toPrecision(9)) : own,
    ),
  );

/** What readers see of a figure. */
export const seen = ({ drawing, problems }: DrawnFigure) =>
  rounded({
    // Of a cell that stands for several, nobody knows the place, and which is the first of its kind; tables have
    // other names.
    problems: problems.map(({ code, facts }) => ({ code, facts: { ...facts, text: undefined, table: undefined } })),
    items: drawing?.plate.items,
    description: drawing?.plate.description,
    numbers: drawing?.numbers,
    note: drawing?.note,
  });

/** Figures whose marks show in which order the rows stand. */
export const showsOrder = (figure: string) => /kind: points|points: true|yield-points/.test(figure);

/** Expects that two drawings show the same. */
export function expectSame(own: DrawnFigure, other: DrawnFigure, isOrdered: boolean): void {
  expect(own.problems.filter(({ severity }) => severity === 'error')).toEqual([]);
  const [a, b] = [seen(own), seen(other)] as Record<string, unknown>[];
  expect({ ...b, ...(isOrdered ? { items: a?.['items'] } : {}) }).toEqual(a);
}

/** A table with all that is awkward: repeated rows, missing codes, empty cells, weights, frequencies, numbers to be cut. */
export const awkward = [
  'bed,season,yield,water,n,w,day,year,season2,half',
  ...Array.from({ length: 240 }, (_, i) => {
    const season = ['spring', 'summer', 'autumn', ''][i % 4];
    const value = i % 17 === 0 ? '-9' : i % 23 === 0 ? '' : String(((i * 37) % 41) / 10);
    const day = `2026-0${1 + (i % 3)}-1${i % 5}`;
    const [second, half] = [['autumn', 'spring', ''][i % 3], i % 7 < 3 ? 'a' : 'b'];
    const measured = [value, (i * 7) % 60, i % 6, 0.5 + (i % 4) / 4, day, 2019 + (i % 6)];
    return [1 + (i % 5), season, ...measured, second, half].join(',');
  }),
].join('\n');

export const variables = {
  bed: { label: 'Type of bed', measure: 'nominal', values: { 1: 'Bare soil', 2: 'Compost', 3: 'Mulch' }, missing: [5] },
  season: { label: 'Season', values: ['spring', 'summer', 'autumn'] },
  half: { label: 'Half', values: ['a', 'b'] },
  season2: { label: 'Next season', values: ['spring', 'summer', 'autumn'] },
  yield: { label: 'Yield', unit: 'kg', measure: 'numeric', missing: [-9] },
  water: { label: 'Water', measure: 'numeric', range: [0, 50], bands: [0, 20, 40, 60] },
  day: { label: 'Day', measure: 'date' },
  each: { label: 'Yield of each', measure: 'numeric', formula: 'yield / (1 + n)' },
};

export const charts = {
  'means with intervals': 'kind: bar, category: bed, value: yield, group: season, error: { shows: ci }',
  'means of a formula': 'kind: bar, category: bed, value: each, error: { shows: sd }',
  medians: 'kind: bar, category: bed, value: yield, summary: median',
  sums: 'kind: bar, category: bed, value: yield, summary: sum, group: season, arrange: stacked',
  counts: 'kind: bar, category: bed, group: season, arrange: shares',
  'shares with intervals': 'kind: interval, category: season, summary: percent, error: { shows: ci }',
  'a choice of rows':
    'kind: bar, category: bed, value: yield, where: { season: [spring, summer], water: { from: 5, to: 40 } }',
  'a choice by the value itself':
    'kind: bar, category: bed, value: yield, where: { yield: { from: 0.5, to: 3.1 }, w: { to: 1 } }, error: { shows: ci }',
  'rows left out': 'kind: bar, category: bed, value: yield, where: { bed: { not: [1] } }',
  frequencies: 'kind: bar, category: bed, value: yield, frequency: n, error: { shows: ci }',
  weights: 'kind: bar, category: bed, value: yield, weight: w, error: { shows: ci }',
  'weighted shares': 'kind: bar, category: bed, summary: percent, weight: w',
  bands: 'kind: interval, category: water, value: yield',
  'several columns': 'kind: bar, category: bed, values: [yield, w]',
  'every column': 'kind: bar, values: all, except: [season, day, season2, half]',
  'a histogram': 'kind: histogram, value: yield, curves: [normal, density]',
  'histograms by group': 'kind: histogram, value: yield, group: season, frequency: n',
  'a weighted histogram': 'kind: histogram, value: yield, weight: w',
  boxes: 'kind: box, category: bed, value: yield, group: season',
  'boxes of frequencies': 'kind: box, category: bed, value: yield, frequency: n, notch: true',
  'weighted boxes': 'kind: box, category: bed, value: yield, weight: w',
  'boxes with points': 'kind: box, category: bed, value: yield, points: true',
  strips: 'kind: points, category: bed, value: yield',
  'counted strips': 'kind: points, category: bed, value: yield, overlap: count',
  'lines of means by date': 'kind: line, x: day, value: yield, group: season, error: { shows: se, as: band }',
  'lines by year': 'kind: line, x: year, value: yield',
  'lines of counts': 'kind: line, x: season, summary: count',
  'lines of medians': 'kind: line, x: year, value: yield, summary: median',
  violins: 'kind: violin, category: bed, value: yield, group: season',
  'violins of frequencies': 'kind: violin, category: bed, value: yield, frequency: n, inside: [mean]',
  'answers by group': 'kind: answers, answer: season, category: bed, order: falling',
  'weighted answers': 'kind: answers, answer: season, category: bed, weight: w',
  'answers to several questions': 'kind: answers, questions: [season, season2]',
  'a table of means': 'kind: matrix, row: bed, column: season, value: yield',
  'a table of shares': 'kind: matrix, row: bed, column: season, summary: percent, of: column',
  'a table of correlations': 'kind: matrix, variables: [yield, w, n, water]',
  'correlations of whole cases': 'kind: matrix, variables: [yield, water, w, year], cases: listwise, arrange: likeness',
  'correlations of frequencies': 'kind: matrix, variables: [yield, water, w], frequency: n',
  'weighted correlations': 'kind: matrix, variables: [yield, water, n], weight: w',
  'correlations of a choice':
    'kind: matrix, variables: [yield, water, w], where: { season: [spring], yield: { from: 0.5 } }',
  'correlations of ranks': 'kind: matrix, variables: [yield, w, n], correlation: spearman',
  'quantiles of a normal distribution': 'kind: quantiles, value: yield, band: { holds: pointwise }',
  'bars added up': 'kind: bar, category: bed, summary: count, cumulative: true',
  'bars back to back': 'kind: bar, category: bed, group: half, summary: percent, arrange: opposed',
  'greatest values': 'kind: bar, category: bed, value: yield, summary: greatest',
  areas: 'kind: line, x: year, value: w, group: season, summary: sum, arrange: stacked',
  'a histogram added up': 'kind: histogram, value: yield, cumulative: bars',
  'intervals in a table':
    'kind: interval, category: bed, value: yield, direction: horizontal, beside: { estimate: right }',
  'a pie of counts': 'kind: pie, category: bed',
  'a pie of sums': 'kind: pie, category: season, value: yield',
  points: 'kind: scatter, x: water, y: yield, group: season, fit: { degree: 1 }',
  'points in space': 'kind: space, x: water, y: yield, z: w, frequency: n, ellipsoid: { level: 0.9 }',
};
