import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { letterOf } from '../../src/core/chart/frame/letters.js';
import { dotsPath, pathData, pieces, repeatedPath, short } from '../../src/core/export/coordinates.js';
import { clipLine, clipSurface } from '../../src/core/layout/ink/clip.js';
import { hatch } from '../../src/core/layout/ink/hatch.js';
import { smoothed } from '../../src/core/layout/ink/smooth.js';
import { allFinite } from '../../src/core/layout/page/inkProblems.js';
import { spread } from '../../src/core/layout/words/spread.js';
import type { PlateItem } from '../../src/core/plate/plate.js';
import { patternNames } from '../../src/core/schema/look/names.js';

const coordinate = fc.double({ min: -200, max: 300, noNaN: true });
const point = fc.tuple(coordinate, coordinate);
const box = { x: 10, y: 20, width: 80, height: 60 };
const inside = ([x, y]: readonly [number, number], slack = 1e-6) =>
  x >= box.x - slack && x <= box.x + box.width + slack && y >= box.y - slack && y <= box.y + box.height + slack;

const area = (points: readonly (readonly [number, number])[]) =>
  Math.abs(
    points.reduce((sum, [x, y], i) => {
      const [nx, ny] = points[(i + 1) % points.length] as [number, number];
      return sum + (x * ny - nx * y) / 2;
    }, 0),
  );

describe('labels spread along a line', () => {
  const labels = fc.array(
    fc.record({ at: fc.double({ min: 0, max: 100, noNaN: true }), size: fc.double({ min: 1, max: 12, noNaN: true }) }),
    {
      minLength: 1,
      maxLength: 8,
    },
  );

  test('never touch, keep their order, and stay between the ends where they fit', () => {
    fc.assert(
      fc.property(labels, (wanted) => {
        const middles = spread(wanted, 0, 100);
        const order = wanted.map((_, i) => i).sort((a, b) => (wanted[a]?.at ?? 0) - (wanted[b]?.at ?? 0) || a - b);
        for (const [k, i] of order.entries()) {
          const next = order[k + 1];
          if (next === undefined) continue;
          const room = ((wanted[i]?.size ?? 0) + (wanted[next]?.size ?? 0)) / 2;
          expect((middles[next] as number) - (middles[i] as number)).toBeGreaterThanOrEqual(room - 1e-9);
        }
        const whole = wanted.reduce((sum, { size }) => sum + size, 0);
        if (whole <= 100) {
          for (const [i, middle] of middles.entries()) {
            const half = (wanted[i]?.size ?? 0) / 2;
            expect(middle - half >= -1e-9 && middle + half <= 100 + 1e-9).toBe(true);
          }
        }
      }),
    );
  });

  test('stay where they want to stand if nothing is in the way, and share the way if something is', () => {
    expect(
      spread(
        [
          { at: 10, size: 4 },
          { at: 50, size: 4 },
        ],
        0,
        100,
      ),
    ).toEqual([10, 50]);
    expect(
      spread(
        [
          { at: 50, size: 10 },
          { at: 50, size: 10 },
        ],
        0,
        100,
      ),
    ).toEqual([45, 55]);
    expect(
      spread(
        [
          { at: 50, size: 10 },
          { at: 54, size: 10 },
          { at: 40, size: 4 },
        ],
        0,
        100,
      ),
    ).toEqual([47, 57, 40].map((v) => expect.closeTo(v, 9)));
    expect(
      spread(
        [
          { at: 1, size: 10 },
          { at: 99, size: 10 },
        ],
        0,
        100,
      ),
    ).toEqual([5, 95]);
  });

  test('move no further in sum of squares than any other places that do not touch', () => {
    const pair = fc.tuple(fc.double({ min: 20, max: 80, noNaN: true }), fc.double({ min: 20, max: 80, noNaN: true }));
    fc.assert(
      fc.property(pair, fc.double({ min: -5, max: 5, noNaN: true }), ([a, b], shift) => {
        const wanted = [
          { at: a, size: 10 },
          { at: b, size: 10 },
        ];
        const cost = (places: readonly number[]) =>
          places.reduce((sum, place, i) => sum + (place - (wanted[i]?.at ?? 0)) ** 2, 0);
        const found = spread(wanted, 0, 100);
        expect(cost(found)).toBeLessThanOrEqual(cost(found.map((place) => place + shift)) + 1e-9);
      }),
    );
  });
});

describe('lines and surfaces cut to a box', () => {
  test('have nothing outside, and lose nothing inside', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 12 }), (points) => {
        const parts = clipLine(points, box);
        for (const piece of parts) for (const place of piece) expect(inside(place)).toBe(true);
        const kept = parts.flat();
        for (const [i, place] of points.entries()) {
          const neighbour = points[i === 0 ? 1 : i - 1] as [number, number];
          const proper = Math.hypot(neighbour[0] - place[0], neighbour[1] - place[1]) > 1e-6;
          if (inside(place, -1e-6) && proper)
            expect(kept.some(([x, y]) => Math.hypot(x - place[0], y - place[1]) < 1e-6)).toBe(true);
        }
      }),
    );
    const break_ = clipLine(
      [
        [20, 30],
        [30, 30],
        [Number.NaN, 1],
        [40, 30],
        [50, 30],
      ],
      box,
    );
    expect(break_).toEqual([
      [
        [20, 30],
        [30, 30],
      ],
      [
        [40, 30],
        [50, 30],
      ],
    ]);
    expect(
      clipLine(
        [
          [0, 0],
          [5, 5],
        ],
        box,
      ),
    ).toEqual([]);
  });

  test('of a triangle over the box is the part that they share', () => {
    expect(
      area(
        clipSurface(
          [
            [-1000, -1000],
            [1000, -1000],
            [0, 5000],
          ],
          box,
        ),
      ),
    ).toBeCloseTo(box.width * box.height, 6);
    expect(
      clipSurface(
        [
          [200, 200],
          [300, 200],
          [250, 300],
        ],
        box,
      ),
    ).toEqual([]);
    fc.assert(
      fc.property(point, point, point, (a, b, c) => {
        const cut = clipSurface([a, b, c], box);
        for (const place of cut) expect(inside(place)).toBe(true);
        expect(area(cut)).toBeLessThanOrEqual(Math.min(area([a, b, c]), box.width * box.height) + 1e-6);
      }),
    );
  });
});

describe('patterns', () => {
  const look = { color: '#000000', width: 0.6, step: 3 };
  const label = { role: 'r', from: 'f' };

  test('stay inside any triangle, and never run through a hole', () => {
    fc.assert(
      fc.property(point, point, point, fc.constantFrom(...patternNames), (a, b, c, name) => {
        const found = hatch([[a, b, c]], name, look, label);
        const [left, right] = [Math.min(a[0], b[0], c[0]), Math.max(a[0], b[0], c[0])];
        for (const { outline } of found) {
          outline.coordinates.forEach((v, i) => {
            if (i % 2 === 0) expect(v >= left - 1e-6 && v <= right + 1e-6).toBe(true);
          });
        }
        if (name === 'solid' || name === 'open') expect(found).toEqual([]);
      }),
    );
    const square = (from: number, to: number): [number, number][] => [
      [from, from],
      [to, from],
      [to, to],
      [from, to],
    ];
    const [ring] = hatch([square(0, 60), square(20, 40)], 'level', look, label);
    const c = ring?.outline.coordinates ?? [];
    for (let i = 0; i < c.length; i += 4) {
      const [x1, y, x2] = [c[i], c[i + 1], c[i + 2]] as [number, number, number];
      if (y > 20 && y < 40) expect(x2 <= 20 + 1e-9 || x1 >= 40 - 1e-9).toBe(true);
    }
    expect(c.length).toBeGreaterThan(40);
  });
});

describe('many markers as one path', () => {
  const square = { commands: 'MLLLZ', coordinates: [-1, -1, 1, -1, 1, 1, -1, 1] };

  test('are the outline at each place', () => {
    expect(repeatedPath(square, [10, 20], [5, 6])).toBe('M9 4l2 0l0 2l-2 0zM19 5l2 0l0 2l-2 0z');
    expect(repeatedPath(square, [], [])).toBe('');
    expect(dotsPath([1.5, 2], [3, 4.25])).toBe('M1.5 3h0M2 4.25h0');
    expect(pathData({ commands: 'ML', coordinates: [0, -0.0001, 1, 2] })).toBe('M0 0L1 2');
  });

  test('come in pieces that hold all of them', () => {
    const [xs, ys] = [Float64Array.from({ length: 25 }, (_, i) => i), new Float64Array(25)];
    const parts = [...pieces({ xs, ys }, 10)];
    expect(parts.map((part) => part.xs.length)).toEqual([10, 10, 5]);
    expect(parts.flatMap((part) => [...part.xs])).toEqual([...xs]);
  });
});

test('letters go from A to Z and on', () => {
  expect([0, 25, 26, 51, 52].map(letterOf)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA']);
});

test('coordinates are written with at most three decimals, as short as they can be', () => {
  fc.assert(
    fc.property(fc.double({ min: -1e12, max: 1e12, noNaN: true }), (value) => {
      for (const own of [value, value / 1e6, value / 1e9, value / 1e13]) {
        const rounded = Math.round(own * 1000) / 1000;
        expect(short(own)).toBe(Object.is(rounded, -0) ? '0' : String(rounded));
      }
    }),
  );
  expect([0.0004, -0.0004, -0, 0.1, -12.34, 999.9996, 7, 1e-9].map(short)).toEqual([
    '0',
    '0',
    '0',
    '0.1',
    '-12.34',
    '1000',
    '7',
    '0',
  ]);
});

describe('a smooth line through points', () => {
  // The slope in the middle by the published formula: (w1 + w2) / (w1 / d1 + w2 / d2), w1 = 2 h2 + h1, w2 = h2 + 2 h1.
  test.each([
    [100, 200, 1, 0.5],
    [200, 100, 0.3, 2],
    [50, 50, -1, -4],
  ])('has at each the weighted harmonic mean of the slopes about it (%d, %d, %d, %d)', (h1, h2, d1, d2) => {
    const middle = [h1, h1 * d1] as const;
    const line = smoothed([[0, 0], [...middle], [h1 + h2, h1 * d1 + h2 * d2]]);
    const [w1, w2] = [2 * h2 + h1, h2 + 2 * h1];
    const m1 = (w1 + w2) / (w1 / d1 + w2 / d2);
    const inFirst = line.filter(([x]) => x > 0 && x < h1);
    expect(inFirst.length).toBeGreaterThan(10);
    for (const [x, y] of inFirst) {
      const t = x / h1;
      const wanted =
        (t ** 3 - 2 * t ** 2 + t) * h1 * d1 + (3 * t ** 2 - 2 * t ** 3) * middle[1] + (t ** 3 - t ** 2) * h1 * m1;
      expect(y).toBeCloseTo(wanted, 9);
    }
  });
});

test('ink with a number that no page can hold is found, wherever it stands', () => {
  const box = { x: 1, y: 2, width: 3, height: 4 };
  const common = { role: 'frame', from: '', box };
  const outline = { commands: 'ML', coordinates: [0, 0, 1, 1] };
  const stroke = { color: '#000000', width: 1 };
  const whole = [
    { ...common, type: 'rect', x: 1, y: 2, width: 3, height: 4 },
    { ...common, type: 'line', x1: 1, y1: 2, x2: 3, y2: 4, stroke },
    { ...common, type: 'path', outline, stroke },
    { ...common, type: 'markers', outline, xs: Float64Array.of(1, 2), ys: Float64Array.of(3, 4), fill: '#000000' },
    { ...common, type: 'text', x: 1, y: 2, pieces: [{ x: 0, y: 0, width: 5 }] },
  ];
  /** The item with each of its numbers replaced in turn. */
  const broken = (value: unknown): unknown[] => {
    if (typeof value === 'number') return [Number.NaN];
    if (value instanceof Float64Array)
      return [...value].map((_, i) => Float64Array.from(value, (own, k) => (k === i ? Number.POSITIVE_INFINITY : own)));
    if (Array.isArray(value)) return value.flatMap((inner, i) => broken(inner).map((own) => value.with(i, own)));
    if (typeof value !== 'object' || value === null) return [];
    return Object.entries(value).flatMap(([key, inner]) => broken(inner).map((own) => ({ ...value, [key]: own })));
  };
  const isFine = (item: unknown) => allFinite([item as PlateItem]);
  for (const item of whole) {
    expect([item.type, isFine(item)]).toEqual([item.type, true]);
    const others = broken(item).filter(
      (own) => JSON.stringify(own) !== JSON.stringify(item) || item.type === 'markers',
    );
    expect(others.length).toBeGreaterThan(4);
    // Where a text stands is decided by its pieces along the line alone, and the width of a line by its style.
    const loose = /"y":null,"width":5|"width":null\}\}$/;
    for (const own of others) if (!loose.test(JSON.stringify(own))) expect([own, isFine(own)]).toEqual([own, false]);
  }
});
