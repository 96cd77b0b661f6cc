import { describe, expect, test } from '@jest/globals';
import { readExpression } from '../../src/core/expression/expression.js';
import { numbersOf } from '../helpers/rows.js';

const curve = async (y: string, from: number, to: number, more: object = {}) =>
  (await numbersOf([], { kind: 'curve', functions: [{ y }], x: { from, to }, ...more }, { data: { rows: [{ a: 1 }] } }))
    .json.rows[0] as Record<string, number>;

describe('curves break at poles and jumps, and nowhere else', () => {
  test.each([
    ['sin(x)^2 + cos(x)^2', -5, 5, 0],
    ['sin(pi*x)', 0, 3, 0],
    ['1e8 + sin(x) - 1e8', 0, 6, 0],
    ['tanh(1000000*x)', -1, 1, 0],
    ['sqrt(abs(x))', -1, 1, 0],
    ['x^3', -1e100, 1e100, 0],
    ['1/x', -1, 1, 1],
    ['1/(x-0.1234)^2', -1, 1, 1],
    ['tan(x)', -7, 7, 4],
    ['floor(x)', 0.5, 3.5, 3],
    ['sign(x)', -1, 1.31, 1],
    ['exp(-(1000*x)^2)', -1, 1.1, 0],
    ['cbrt(abs(x-0.123))', -1, 1, 0],
    ['1/(x^2+0.001)', -1, 1, 0],
    ['ln(abs(x-0.3))', -1, 1, 1],
  ])('%s from %d to %d: %d', async (y, from, to, breaks) => expect((await curve(y, from, to))['breaks']).toBe(breaks));
});

test('a surface ends where it is told to', async () => {
  const { svgInput } = await numbersOf(
    [],
    {
      kind: 'curve',
      functions: [{ y: 'x' }],
      x: { from: 0, to: 10 },
      samples: 11,
      area: { of: 1, from: 2.5, until: 7.25 },
    },
    { data: { rows: [{ a: 1 }] } },
  );
  const { items, panel } = JSON.parse(svgInput);
  const band = items.find(({ type, fill }: { type: string; fill?: string }) => type === 'path' && fill !== undefined);
  const xs = band.outline.coordinates.filter((_: number, i: number) => i % 2 === 0) as number[];
  const at = (x: number) => panel.x + (x / 10) * panel.width;
  expect(Math.min(...xs)).toBeCloseTo(at(2.5), 1);
  expect(Math.max(...xs)).toBeCloseTo(at(7.25), 1);
});

describe('signs and brackets', () => {
  const value = (text: string, x = 3) => {
    const read = readExpression(text, ['x']);
    return typeof read === 'function' ? read({ x }) : read.fault;
  };
  test.each([
    ['-x^2', -9],
    ['--x^2', 9],
    ['+-x^2', -9],
    ['-+-x^2', 9],
    ['(-x)^2', 9],
    ['( -x)^2', 9],
    ['(\t-x)^2', 9],
    ['(\n - x)^2', 9],
    ['((-x))^2', 9],
    ['2^-x', 0.125],
    ['2^-x^2', 2 ** -9],
    ['-(x)^2', -9],
    ['3 - -x^2', 12],
    ['max(-x, (-2)^2)', 4],
    ['\u2212x^2', -9],
  ])('%j', (text, expected) => expect(value(text)).toBe(expected));

  test.each([
    ['((x)', /./],
    ['2(x)', /./],
    ['x +', /character/],
    ['$(x)', /no meaning/],
    [`${'('.repeat(200)}x${')'.repeat(200)}`, /deep/],
    ['-'.repeat(500), /signs/],
    ['x+'.repeat(2000), /characters/],
  ])('%.20s is refused in words', (text, fault) => expect(value(text)).toMatch(fault));
});

test('a function may be a number', async () => {
  const of = async (y: unknown) =>
    (await numbersOf([], { kind: 'curve', functions: [{ y }], x: { from: 0, to: 2 } }, { data: { rows: [{ a: 1 }] } }))
      .json.rows[0];
  for (const y of [1, -0.5, 0, 1e-7]) expect(await of(y)).toEqual(await of(String(y)));
});
