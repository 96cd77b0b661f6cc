import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { decimalsOf, formatNumber } from '../../src/core/scale/numberFormat.js';
import { chooseTicks, type TickRequest } from '../../src/core/scale/ticks.js';

const request = (more: Partial<TickRequest>): TickRequest => ({
  least: 0,
  greatest: 10,
  length: 200,
  comfort: 2.4,
  labelRoom: () => 14,
  ...more,
});

const values = (more: Partial<TickRequest>) => chooseTicks(request(more)).values;

describe('ticks', () => {
  test.each([
    [{ greatest: 5.07 }, [0, 1, 2, 3, 4, 5, 6]],
    [{ greatest: 0.93 }, [0, 0.2, 0.4, 0.6, 0.8, 1]],
    [{ greatest: 97 }, [0, 20, 40, 60, 80, 100]],
    [{ least: -3.2, greatest: 4.1 }, [-4, -3, -2, -1, 0, 1, 2, 3, 4, 5]],
    [{ from: 0, to: 6, step: 1.5 }, [0, 1.5, 3, 4.5, 6]],
    [{ from: 2, to: 5, step: 2 }, [2, 4]],
    [{ least: 0, greatest: 0 }, [0, 0.2, 0.4, 0.6, 0.8, 1]],
  ])('for %j', (more, expected) => {
    expect(values(more)).toEqual(expected);
  });

  test('keep to the decimals that are asked for', () => {
    expect(chooseTicks(request({ greatest: 2.2, decimals: 0, length: 400 })).values).toEqual([0, 1, 2, 3]);
  });

  test('cover the data, keep their distance in print and step by 1, 2, 2.5 or 5', () => {
    const magnitude = fc.integer({ min: -8, max: 8 });
    const data = fc.record({
      least: fc.double({ min: -1, max: 1, noNaN: true }),
      span: fc.double({ min: 0.01, max: 2, noNaN: true }),
      magnitude,
      length: fc.double({ min: 60, max: 800, noNaN: true }),
      room: fc.double({ min: 8, max: 40, noNaN: true }),
    });
    fc.assert(
      fc.property(data, ({ least, span, magnitude: m, length, room }) => {
        fc.pre(length > 2.5 * room);
        const [low, high] = [least * 10 ** m, (least + span) * 10 ** m];
        const ticks = chooseTicks(request({ least: low, greatest: high, length, labelRoom: () => room }));
        const slack = 1e-9 * (ticks.high - ticks.low);
        expect(ticks.low).toBeLessThanOrEqual(low + slack);
        expect(ticks.high).toBeGreaterThanOrEqual(high - slack);
        const mantissa = Number((ticks.step / 10 ** Math.floor(Math.log10(ticks.step) + 1e-9)).toPrecision(6));
        expect([1, 2, 2.5, 5]).toContain(mantissa);
        expect(ticks.values.length).toBeGreaterThanOrEqual(1);
        if (ticks.values.length > 1)
          expect((length * ticks.step) / (ticks.high - ticks.low)).toBeGreaterThanOrEqual(room - 1e-6);
        const written = ticks.values.map((value) =>
          formatNumber(value, ticks.decimals, { decimalMark: '.', grouping: 'none' }),
        );
        expect(new Set(written).size).toBe(ticks.values.length);
      }),
    );
  });
});

describe('numbers', () => {
  const point = { decimalMark: '.', grouping: 'space' } as const;
  test.each([
    [-2.5, 1, '−2.5'],
    [-0.04, 1, '0.0'],
    // Grouped as longer ones are, so that one figure does not have both.
    [1234, 0, '1\u202f234'],
    [999, 0, '999'],
    // Ties go by the decimal text, away from zero.
    [2.675, 2, '2.68'],
    [1.005, 2, '1.01'],
    [-1.005, 2, '\u22121.01'],
    [0.5, 0, '1'],
    [2.5, 0, '3'],
    [9.995, 2, '10.00'],
    [0.1 + 0.2 - 0.25, 1, '0.1'],
    [1e-7, 3, '0.000'],
    [12345.678, 2, '12\u202f345.68'],
    [1234567, 0, '1\u202f234\u202f567'],
    [2.5e15, 0, '2.5 × 10¹⁵'],
    [3e-12, 12, '3 × 10⁻¹²'],
  ])('%d with %d decimals', (value, decimals, expected) => {
    expect(formatNumber(value, decimals, point)).toBe(expected);
  });

  test('take the marks of the style', () => {
    expect(formatNumber(1234567.5, 1, { decimalMark: ',', grouping: 'point' })).toBe('1.234.567,5');
    expect(formatNumber(12345, 0, { decimalMark: '.', grouping: 'none' })).toBe('12345');
  });

  test('need as many decimals as they have', () => {
    expect([1, 0.5, 2.25, 1e-6, 1200, 0.1 + 0.2].map(decimalsOf)).toEqual([0, 1, 2, 6, 0, 1]);
  });
});
