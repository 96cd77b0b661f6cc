import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { kernelDensity, silvermanBandwidth } from '../../src/core/statistics/density.js';
import {
  type Distribution,
  kolmogorovDistance,
  pointwiseBounds,
  quantileIn,
} from '../../src/core/statistics/quantilePlot.js';
import { Sample } from '../../src/core/statistics/sample.js';
import { composed } from '../helpers/figures.js';
import { root } from '../helpers/hexis.js';

const fixture = (name: string) => JSON.parse(readFileSync(join(root, 'tests', 'reference', `${name}.json`), 'utf8'));

/** Near in proportion to what it is. */
const near = (value: number, digits = 9) => expect.closeTo(value, digits - Math.ceil(Math.log10(Math.abs(value) || 1)));

describe('statistics of an independent package', () => {
  const tables = fixture('correlations') as {
    name: string;
    rows: (number | null)[][];
    pairs: ({ pair: [number, number] } & Record<string, { n: number; r: number; p: number }>)[];
  }[];
  const ways = ['pearson', 'spearman'].flatMap((kind) => ['pairwise', 'listwise'].map((how) => [kind, how] as const));

  test.each(tables.flatMap((one) => ways.map((way) => [one.name, ...way, one] as const)))(
    'correlations of %s: %s, %s',
    async (_, kind, how, { rows, pairs }) => {
      const columns = ['a', 'b', 'c', 'd'];
      const table = [columns.join(), ...rows.map((row) => row.map((value) => value ?? '').join())].join('\n');
      const { numbers } = await composed({
        chart: `{ kind: matrix, variables: [${columns}], correlation: ${kind}, cases: ${how}, triangle: lower }`,
        table: `${table}\n`,
        codebook: `hexis: codebook/1\nvariables: { ${columns.map((name) => `${name}: { measure: numeric }`).join(', ')} }\n`,
      });
      const at = (title: string) => numbers.columns.findIndex((column) => column.title === title);
      const [r, n, p] = [at('Correlation'), at('n'), at('p')];
      expect(numbers.rows).toHaveLength(pairs.length);
      for (const { pair, ...found } of pairs) {
        const [j, i] = pair;
        const row = numbers.rows.find(
          (one) => [one[0], one[1]].sort().join() === [columns[i], columns[j]].sort().join(),
        );
        const wanted = found[`${kind} ${how}`];
        expect([row?.[n], row?.[r], row?.[p]]).toEqual([wanted?.n, near(wanted?.r ?? 0), near(wanted?.p ?? 0, 7)]);
      }
    },
  );

  test('quantiles of distributions, and bounds of ordered values', () => {
    const { quantiles, pointwise, simultaneous } = fixture('quantilePlots');
    for (const [name, places] of Object.entries(quantiles as Record<string, { p: number; at: number }[]>)) {
      const [distribution, freedom] = name.split(' ');
      for (const { p, at } of places)
        expect(quantileIn(distribution as Distribution, p, Number(freedom ?? 1))).toEqual(near(at));
    }
    for (const { i, n, level, low, high } of pointwise)
      expect(pointwiseBounds(i, n, level)).toEqual({ low: near(low), high: near(high) });
    // The formula for every n comes near the distribution itself, the nearer the more values there are.
    for (const { n, level, distance } of simultaneous)
      expect(Math.abs(kolmogorovDistance(n, level) / distance - 1)).toBeLessThan(n < 20 ? 0.015 : 0.005);
  });

  test('densities of values that stand for several', () => {
    for (const { values, counts, bandwidth, at, density } of fixture('countedDensities')) {
      const sample = new Sample(Float64Array.from(values), { kind: 'frequency', counts: Float64Array.from(counts) });
      expect(silvermanBandwidth(sample)).toEqual(near(bandwidth));
      for (const [i, place] of at.entries()) expect(kernelDensity(sample, bandwidth, place)).toEqual(near(density[i]));
    }
  });
});
