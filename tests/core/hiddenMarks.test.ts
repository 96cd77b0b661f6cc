import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { hiddenIn } from '../../src/core/check/rules/hiddenMarks.js';
import type { PlateItem } from '../../src/core/plate/plate.js';

interface Spot {
  x: number;
  y: number;
  radius: number;
}

/** Each marker held against each later one: what is looked for in cells, said plainly. */
const hiddenByAll = (spots: readonly Spot[]): number[] =>
  spots.flatMap(({ x, y, radius }, i) => {
    const isUnder = (own: Spot) => own.radius >= radius * 0.95 && Math.hypot(own.x - x, own.y - y) <= 0.35 * radius;
    return spots.slice(i + 1).some(isUnder) ? [i] : [];
  });

test('markers under later ones are those that a look at all pairs finds', () => {
  const spot = (radii: fc.Arbitrary<number>) =>
    fc.record({
      x: fc.double({ min: -4, max: 30, noNaN: true }),
      y: fc.double({ min: -4, max: 20, noNaN: true }),
      radius: radii,
    });
  const sets = fc.oneof(
    fc.array(spot(fc.constant(2.5)), { maxLength: 120 }),
    fc.array(spot(fc.constantFrom(2, 2.05, 2.5, 6)), { maxLength: 120 }),
    fc.array(spot(fc.constantFrom(0.2, 0.2, 0.3, 40)), { maxLength: 120 }),
  );
  let hidden = 0;
  fc.assert(
    fc.property(sets, (spots) => {
      const items = spots.map((_, i) => ({ role: String(i) }) as PlateItem);
      const of = (pick: (spot: Spot) => number) => spots.map(pick);
      const found = hiddenIn({ xs: of(({ x }) => x), ys: of(({ y }) => y), radii: of(({ radius }) => radius), items });
      const wanted = hiddenByAll(spots);
      hidden += wanted.length;
      expect(found.count).toBe(wanted.length);
      expect(found.items.map(({ role }) => Number(role)).sort((a, b) => a - b)).toEqual(wanted);
    }),
    { numRuns: 300 },
  );
  expect(hidden).toBeGreaterThan(500);
});
