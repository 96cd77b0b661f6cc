import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Expression, readExpression } from '../../src/core/expression/expression.js';

const value = (text: string, values: Record<string, number> = {}) => {
  const read = readExpression(text, Object.keys(values));
  return typeof read === 'function' ? read(values) : read.fault;
};

describe('expressions', () => {
  test.each([
    ['1 + 2 * 3', 7],
    ['(1 + 2) * 3', 9],
    ['2 ^ 3 ^ 2', 512],
    ['-2 ^ 2', -4],
    ['(-2) ^ 2', 4],
    ['2 ^ -1', 0.5],
    ['2 ** 3', 8],
    ['10 \u2212 4', 6],
    ['-x * 2', -6],
    ['sin(pi / 2) + cos(0)', 2],
    ['ln(e)', 1],
    ['max(2, min(x, 9))', 3],
    ['mod(-1, 3)', 2],
    ['abs(-x)', 3],
  ])('%s', (text, expected) => expect(value(text, { x: 3 })).toBeCloseTo(expected, 12));

  test.each([
    ['constructor', /not known/],
    ['x.constructor', /only numbers/],
    ['[1]', /only numbers/],
    ['"a"', /not a number/],
    ['sin', /not known/],
    ['toString()', /no function/],
    ['__proto__', /not known/],
    ['hasOwnProperty(1)', /no function/],
    ['x = 2', /./],
    ['(() => 1)()', /./],
    ['sin(1, 2)', /one value/],
    ['1 +', /./],
    ['', /./],
    ['x; x', /only numbers/],
    ['this', /./],
    ['true', /./],
    ['`a`', /./],
  ])('refuse %s', (text, message) => expect(String(value(text, { x: 1 }))).toMatch(message));

  test('give a number or a fault for any text, and nothing else', () => {
    const words = fc.constantFrom(
      'x',
      'a',
      '1',
      '2.5',
      'sin',
      '(',
      ')',
      '+',
      '-',
      '*',
      '/',
      '^',
      ',',
      '.',
      '[',
      ']',
      '"',
      'pi',
      '=',
      '?',
      ':',
      '=>',
      '`',
      'constructor',
    );
    fc.assert(
      fc.property(fc.array(words, { maxLength: 12 }), (parts) => {
        const read = readExpression(parts.join(' '), ['x', 'a']) as Expression | { fault: string };
        if (typeof read === 'function') expect(typeof read({ x: 1, a: 2 })).toBe('number');
        else expect(read.fault).not.toBe('');
      }),
      { numRuns: 2000 },
    );
  });
});
