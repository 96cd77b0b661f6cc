import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { drawnByLot } from '../../src/core/data/drawnByLot.js';

describe('numbers drawn by lot', () => {
  test('are so many different ones, in their order, and the same by the same seed', () => {
    fc.assert(
      fc.property(fc.nat(400), fc.nat(400), fc.nat(2 ** 31 - 1), (more, count, seed) => {
        const total = count + more;
        const found = [...drawnByLot(total, count, seed)];
        expect(found).toHaveLength(count);
        expect(new Set(found).size).toBe(count);
        expect(found).toEqual([...found].sort((a, b) => a - b));
        for (const one of found) expect(one).toBeLessThan(total);
        expect([...drawnByLot(total, count, seed)]).toEqual(found);
      }),
    );
  });

  test('are drawn equally often, whatever the seed', () => {
    const [total, count, times] = [40, 10, 4000];
    const often = new Float64Array(total);
    for (let seed = 0; seed < times; seed += 1)
      for (const one of drawnByLot(total, count, seed)) often[one] = (often[one] ?? 0) + 1;
    const expected = (times * count) / total;
    // The sum of squares over what a binomial count spreads: 40 degrees of freedom, beyond 80 once in 10 000.
    const spread = often.reduce((sum, found) => sum + (found - expected) ** 2 / (expected * (1 - count / total)), 0);
    expect(spread).toBeLessThan(80);
    expect(spread).toBeGreaterThan(12);
  });
});
