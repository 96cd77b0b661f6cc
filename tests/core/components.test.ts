import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type ComponentsOn, componentsOf, type Rotation } from '../../src/core/statistics/components.js';
import { covarianceOf } from '../../src/core/statistics/covariance.js';
import {
  densityAt,
  densityGrid,
  levelFor,
  silvermanBandwidths,
  type Triple,
} from '../../src/core/statistics/density3.js';
import { normalEllipsoid, radiusFor, shareWithin } from '../../src/core/statistics/ellipsoid.js';
import { isosurface } from '../../src/core/statistics/isosurface.js';
import type { Mesh } from '../../src/core/statistics/mesh.js';
import { root } from '../helpers/hexis.js';

const fixture = (name: string) => JSON.parse(readFileSync(`${root}/tests/reference/${name}.json`, 'utf8'));

interface Found {
  loadings: number[][];
  variances: number[];
  correlations?: number[][];
}

interface ComponentCase extends Record<ComponentsOn, Record<'varimax' | 'promax', Found>> {
  columns: number[][];
  keep: number;
}

const farthest = (a: readonly (readonly number[])[], b: readonly (readonly number[])[]) =>
  Math.max(...a.flat().map((value, i) => Math.abs(value - (b.flat()[i] as number))));

describe('principal components', () => {
  const cases = fixture('components') as (ComponentCase &
    Record<ComponentsOn, { eigenvalues: number[]; loadings: number[][] }>)[];
  const each = cases.flatMap((own) => (['correlation', 'covariance'] as const).map((on) => ({ ...own, on })));

  test.each(each)(
    'of $columns.length columns by $on agree with an independent package',
    ({ columns, keep, on, ...own }) => {
      const expected = own[on];
      const plain = componentsOf(columns, { on });
      expect(
        farthest([plain?.eigenvalues ?? []], [expected.eigenvalues]) / (expected.eigenvalues[0] as number),
      ).toBeLessThan(1e-12);
      expect(farthest(plain?.loadings ?? [], expected.loadings)).toBeLessThan(1e-9);
      for (const rotate of ['varimax', 'promax'] as const) {
        const turned = componentsOf(columns, { on, keep, rotate });
        expect(farthest(turned?.loadings ?? [], expected[rotate].loadings)).toBeLessThan(1e-9);
        expect(farthest([turned?.variances ?? []], [expected[rotate].variances])).toBeLessThan(1e-9);
        if (rotate === 'promax') {
          expect(farthest(turned?.correlations ?? [], expected.promax.correlations ?? [])).toBeLessThan(1e-9);
        }
      }
    },
  );

  test.each(each)(
    'of $columns.length columns by $on have scores with the variances that they say',
    ({ columns, keep, on }) => {
      for (const rotate of ['none', 'varimax', 'promax'] as Rotation[]) {
        const found = componentsOf(columns, { on, rotate, ...(rotate === 'none' ? {} : { keep }) });
        const scores = found?.variances.map((_, k) => found.scores(k)) ?? [];
        const moments = covarianceOf(scores);
        const spreads = scores.map((_, k) => (rotate === 'none' ? Math.sqrt(found?.eigenvalues[k] as number) : 1));
        expect(
          farthest([moments?.sds.map((sd, k) => sd / (spreads[k] as number)) ?? []], [spreads.map(() => 1)]),
        ).toBeLessThan(1e-9);
        const upright = scores.map((_, k) => scores.map((_, l) => (k === l ? 1 : 0)));
        const related = rotate === 'promax' ? (found?.correlations ?? upright) : upright;
        expect(farthest(moments?.correlations ?? [], related)).toBeLessThan(1e-8);
        // Columns hang together with unrotated and upright scores as the loadings say.
        if (rotate !== 'promax')
          expect(farthest(hangingTogether(columns, scores), found?.loadings ?? [])).toBeLessThan(1e-8);
      }
    },
  );

  /** The correlation of each score with each column. */
  const hangingTogether = (columns: readonly number[][], scores: readonly Float64Array[]) =>
    scores.map((score) => columns.map((column) => covarianceOf([column, score])?.correlations[0]?.[1] as number));

  const column = (length: number) =>
    fc.array(fc.integer({ min: -100, max: 100 }), { minLength: length, maxLength: length });
  const clouds = fc.integer({ min: 6, max: 20 }).chain((n) => fc.tuple(column(n), column(n), column(n)));

  test('do not hang on the order of the rows, nor by correlations on units', () => {
    fc.assert(
      fc.property(clouds, (columns) => {
        const found = componentsOf(columns);
        fc.pre(found !== undefined && (found.eigenvalues[0] as number) - (found.eigenvalues[1] as number) > 0.05);
        fc.pre((found?.eigenvalues[1] as number) - (found?.eigenvalues[2] as number) > 0.05);
        // Where two loadings are as large, rounding may decide which gives the sign.
        const sizes = found?.loadings.map((row) => row.map(Math.abs).sort((a, b) => b - a)) ?? [];
        fc.pre(sizes.every(([a, b]) => (a as number) - (b as number) > 1e-6));
        const turned = componentsOf(columns.map((own) => [...own].reverse().map((value) => value * 1000 + 5)));
        expect(farthest(turned?.loadings ?? [], found?.loadings ?? [])).toBeLessThan(1e-6);
      }),
    );
  });

  test('count a case of frequency 3 as three cases, and one of weight 0 not at all', () => {
    const columns = [
      [1, 4, 2, 8, 5],
      [7, 1, 3, 3, 9],
      [2, 2, 6, 1, 8],
    ];
    const counts = [3, 1, 2, 0, 1];
    const repeated = columns.map((own) =>
      own.flatMap((value, i) => new Array<number>(counts[i] as number).fill(value)),
    );
    const weighted = componentsOf(columns, { weights: { kind: 'frequency', counts: Float64Array.from(counts) } });
    expect(farthest(weighted?.loadings ?? [], componentsOf(repeated)?.loadings ?? [])).toBeLessThan(1e-12);
    expect(weighted?.n).toBe(7);
  });

  test('of columns that do not vary, or of one case, are none', () => {
    expect(
      componentsOf([
        [1, 2, 3],
        [4, 4, 4],
      ]),
    ).toBeUndefined();
    expect(componentsOf([[1], [2]])).toBeUndefined();
    expect(
      componentsOf(
        [
          [5, 5],
          [4, 4],
        ],
        { on: 'covariance' },
      ),
    ).toBeUndefined();
    expect(
      componentsOf(
        [
          [1, 2, 3],
          [4, 4, 4],
        ],
        { on: 'covariance' },
      )?.eigenvalues,
    ).toEqual([1, 0]);
  });

  test('of columns with a large offset lose no digits', () => {
    const columns = [
      [1, 4, 2, 8, 5],
      [7, 1, 3, 3, 9],
    ];
    const far = columns.map((own) => own.map((value) => value + 1e9));
    expect(farthest(componentsOf(far)?.loadings ?? [], componentsOf(columns)?.loadings ?? [])).toBeLessThan(1e-12);
  });
});

interface CloudCase {
  columns: [number[], number[], number[]];
  middle: number[];
  inverse: number[][];
  levels: { share: number; radius: number; inside: number }[];
  bandwidths: number[];
  places: Triple[];
  densities: number[];
}
const clouds = fixture('clouds') as CloudCase[];

/** How far a place is from the middle by the covariance, squared. */
const distanceOf = ({ middle, inverse }: CloudCase, place: readonly number[]) => {
  const d = place.map((value, i) => value - (middle[i] as number));
  return d.reduce(
    (sum, a, i) => sum + d.reduce((inner, b, j) => inner + a * b * ((inverse[i] as number[])[j] as number), 0),
    0,
  );
};

/** Volume of a closed surface by its triangles; above 0 where they are counter-clockwise from outside. */
function volumeOf({ corners, triangles }: Mesh): number {
  let sum = 0;
  const at = (i: number) => [corners[3 * i], corners[3 * i + 1], corners[3 * i + 2]] as Triple;
  for (let t = 0; t < triangles.length; t += 3) {
    const [[ax, ay, az], [bx, by, bz], [cx, cy, cz]] = [...triangles.subarray(t, t + 3)].map(at) as [
      Triple,
      Triple,
      Triple,
    ];
    sum += (ax * (by * cz - bz * cy) - ay * (bx * cz - bz * cx) + az * (bx * cy - by * cx)) / 6;
  }
  return sum;
}

describe('normal ellipsoids', () => {
  test.each(clouds)('hold the shares of a normal distribution, and the cases that are counted', (own) => {
    for (const { share, radius, inside } of own.levels) {
      expect(radiusFor(share)).toBeCloseTo(radius, 12);
      expect(shareWithin(radius)).toBeCloseTo(share, 12);
      const found = normalEllipsoid(own.columns, share);
      // Each end of a half axis, and each sum of them on the sphere, has the distance of the quantile.
      for (const [a, b, c] of [
        [1, 0, 0],
        [0, -1, 0],
        [0, 0, 1],
        [0.6, 0, -0.8],
        [0.48, 0.64, 0.6],
      ] as const) {
        const place = [0, 1, 2].map(
          (axis) =>
            (found?.middle[axis] as number) +
            [a, b, c].reduce<number>((sum, t, k) => sum + t * (found?.halves[k]?.[axis] as number), 0),
        );
        expect(distanceOf(own, place) / radius ** 2).toBeCloseTo(1, 7);
      }
      const count = own.columns[0].filter(
        (_, i) =>
          distanceOf(
            own,
            own.columns.map((x) => x[i] as number),
          ) <
          radius ** 2,
      ).length;
      expect(count).toBe(inside);
    }
  });

  test('are none about a plane, a line, three cases or one', () => {
    const grid = Array.from({ length: 12 }, (_, i) => [i % 4, Math.floor(i / 4)] as const);
    const [xs, ys] = [grid.map(([x]) => x), grid.map(([, y]) => y)];
    expect(normalEllipsoid([xs, ys, xs.map((x, i) => 2 * x - (ys[i] as number))], 0.5)).toBeUndefined();
    expect(normalEllipsoid([xs, xs, ys], 0.5)).toBeUndefined();
    expect(
      normalEllipsoid(
        [
          [1, 2, 4],
          [2, 5, 1],
          [3, 3, 9],
        ],
        0.5,
      ),
    ).toBeUndefined();
    expect(normalEllipsoid([[1], [2], [3]], 0.5)).toBeUndefined();
  });
});

describe('shells of density', () => {
  test.each(clouds)('follow the density of an independent package', (own) => {
    expect(
      silvermanBandwidths(covarianceOf(own.columns)?.sds ?? [], own.columns[0].length).map(
        (h, i) => h / (own.bandwidths[i] as number),
      ),
    ).toEqual([expect.closeTo(1, 12), expect.closeTo(1, 12), expect.closeTo(1, 12)]);
    // At the places of the grid the kernel is whole but for a millionth; between them the density is straight.
    const most = Math.max(...own.densities);
    const error = (resolution: number) => {
      const grid = densityGrid(own.columns, { resolution });
      return (
        Math.max(
          ...own.places.map((place, i) => Math.abs(densityAt(grid as never, place) - (own.densities[i] as number))),
        ) / most
      );
    };
    expect(error(26)).toBeLessThan(0.06);
    expect(error(80)).toBeLessThan(0.005);
  });

  test.each([0.1, 0.5, 0.9])('enclose a share of %d of the cases or hardly more, by counting', (share) => {
    for (const { columns } of clouds) {
      const grid = densityGrid(columns, { resolution: 24 });
      if (!grid) throw new Error('no density');
      const places = columns[0].map((_, i) => columns.map((x) => x[i]) as Triple);
      const densities = places.map((place) => densityAt(grid, place));
      const found = levelFor(densities, share);
      if (!found) throw new Error('no level');
      const inside = densities.filter((density) => density > found.level).length;
      expect(inside / places.length).toBe(found.inside);
      expect(inside).toBe(Math.ceil(share * places.length - 1e-9));
      const mesh = isosurface(grid, found.level);
      // Closed: each edge is that of two triangles, which run along it in opposite ways; and they face outwards.
      const edges = new Set<string>();
      for (let t = 0; t < mesh.triangles.length; t += 3) {
        for (const [a, b] of [
          [0, 1],
          [1, 2],
          [2, 0],
        ] as const)
          edges.add(`${mesh.triangles[t + a]} ${mesh.triangles[t + b]}`);
      }
      expect(edges.size).toBe(mesh.triangles.length);
      expect([...edges].every((edge) => edges.has(edge.split(' ').reverse().join(' ')))).toBe(true);
      expect(volumeOf(mesh)).toBeGreaterThan(0);
      // On the surface the density is the level.
      const most = Math.max(...densities);
      for (let i = 0; i < mesh.corners.length; i += 3) {
        const at = densityAt(grid, [...mesh.corners.subarray(i, i + 3)] as Triple);
        expect(Math.abs(at - found.level)).toBeLessThan(2e-3 * most);
      }
    }
  });

  test('has cases of one density inside together, and none where nothing spreads', () => {
    expect(levelFor([3, 3, 3, 1], 0.5)).toEqual({ level: 2, inside: 0.75 });
    expect(levelFor([3, 2, 1, 1], 0.5, [1, 0, 1, 2])).toEqual({ level: 0.75, inside: 1 });
    expect(
      densityGrid(
        [
          [1, 1],
          [2, 2],
          [3, 3],
        ],
        { resolution: 12 },
      ),
    ).toBeUndefined();
    expect(densityGrid([[1], [2], [3]], { resolution: 12 })).toBeUndefined();
  });
});
