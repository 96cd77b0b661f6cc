import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { contrast } from '../../src/core/color/color.js';
import { distanceIn, seenAs } from '../../src/core/color/views.js';

type Lab = readonly [number, number, number];

const radians = (degrees: number) => (degrees * Math.PI) / 180;
const hue = (a: number, b: number) => (a === 0 && b === 0 ? 0 : ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360);

/** CIEDE2000 by the formulas of ISO/CIE 11664-6, worked out here once more. */
function ciede2000([l1, a1, b1]: Lab, [l2, a2, b2]: Lab): number {
  const [c1, c2] = [Math.hypot(a1, b1), Math.hypot(a2, b2)];
  const c7 = ((c1 + c2) / 2) ** 7;
  const g = 0.5 * (1 - Math.sqrt(c7 / (c7 + 25 ** 7)));
  const [p1, p2] = [a1 * (1 + g), a2 * (1 + g)];
  const [d1, d2] = [Math.hypot(p1, b1), Math.hypot(p2, b2)];
  const [h1, h2] = [hue(p1, b1), hue(p2, b2)];
  let dh = h2 - h1;
  if (d1 * d2 === 0) dh = 0;
  else if (dh > 180) dh -= 360;
  else if (dh < -180) dh += 360;
  const [dL, dC, dH] = [l2 - l1, d2 - d1, 2 * Math.sqrt(d1 * d2) * Math.sin(radians(dh / 2))];
  const [l, c] = [(l1 + l2) / 2, (d1 + d2) / 2];
  let h = h1 + h2;
  if (d1 * d2 !== 0) {
    if (Math.abs(h1 - h2) <= 180) h /= 2;
    else h = h < 360 ? (h + 360) / 2 : (h - 360) / 2;
  }
  const t =
    1 -
    0.17 * Math.cos(radians(h - 30)) +
    0.24 * Math.cos(radians(2 * h)) +
    0.32 * Math.cos(radians(3 * h + 6)) -
    0.2 * Math.cos(radians(4 * h - 63));
  const sL = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2);
  const [sC, sH] = [1 + 0.045 * c, 1 + 0.015 * c * t];
  const rC = 2 * Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7));
  const rT = -Math.sin(radians(60 * Math.exp(-(((h - 275) / 25) ** 2)))) * rC;
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + rT * (dC / sC) * (dH / sH));
}

/** The pairs by which implementations are tried (Sharma, Wu & Dalal 2005, table 1). */
const published: readonly (readonly [Lab, Lab, number])[] = [
  [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
  [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
  [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
  [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
  [[50, -1.1848, -84.8006], [50, 0, -82.7485], 1],
  [[50, -0.9009, -85.5211], [50, 0, -82.7485], 1],
  [[50, 0, 0], [50, -1, 2], 2.3669],
  [[50, -1, 2], [50, 0, 0], 2.3669],
  [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
  [[50, 2.49, -0.001], [50, -2.49, 0.0012], 7.2195],
  [[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.001, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.0011, -2.49], 4.7461],
  [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
  [[50, 2.5, 0], [73, 25, -18], 27.1492],
  [[50, 2.5, 0], [61, -5, 29], 22.8977],
  [[50, 2.5, 0], [56, -27, -3], 31.903],
  [[50, 2.5, 0], [58, 24, 15], 19.4535],
  [[50, 2.5, 0], [50, 3.1736, 0.5854], 1],
  [[50, 2.5, 0], [50, 3.2972, 0], 1],
  [[50, 2.5, 0], [50, 1.8634, 0.5757], 1],
  [[50, 2.5, 0], [50, 3.2592, 0.335], 1],
  [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  [[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
  [[61.2901, 3.7196, -5.3901], [61.4292, 2.248, -4.962], 1.8731],
  [[35.0831, -44.1164, 3.7933], [35.0232, -40.0716, 1.5901], 1.8645],
  [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
  [[36.4612, 47.858, 18.3852], [36.2715, 50.5065, 21.2231], 1.4146],
  [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
  [[90.9257, -0.5406, -0.9208], [88.6381, -0.8985, -0.7239], 1.5381],
  [[6.7747, -0.2908, -2.4247], [5.8714, -0.0985, -2.2286], 0.6377],
  [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
];

const parts = (hex: string) => [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16) / 255);
const linear = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
const curved = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);

/** CIE L*a*b* of an sRGB colour (IEC 61966-2-1), with the white of D65. */
function labOf(hex: string): Lab {
  const [r, g, b] = parts(hex).map(linear) as [number, number, number];
  const xyz = [
    (0.4123908 * r + 0.3575843 * g + 0.1804808 * b) / 0.9504559,
    0.212639 * r + 0.7151687 * g + 0.0721923 * b,
    (0.0193308 * r + 0.1191948 * g + 0.9505322 * b) / 1.0890578,
  ];
  const f = (t: number) => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);
  const [x, y, z] = xyz.map(f) as [number, number, number];
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** The published matrices for whole deficiencies, on linear light (Machado, Oliveira & Fernandes 2009). */
const matrices = {
  protan: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deutan: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritan: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
} as const;

const anyHex = fc.integer({ min: 0, max: 0xffffff }).map((value) => `#${value.toString(16).padStart(6, '0')}`);

describe('colours, held against measures that are not ours', () => {
  test.each(published)('the formula gives the published distance of %j and %j', (a, b, distance) => {
    expect(ciede2000(a, b)).toBeCloseTo(distance, 4);
    expect(ciede2000(b, a)).toBeCloseTo(distance, 4);
  });

  test('distances are those of the formula, and in grey those of lightness', () => {
    fc.assert(
      fc.property(anyHex, anyHex, (a, b) => {
        expect(distanceIn('normal', a, b)).toBeCloseTo(ciede2000(labOf(a), labOf(b)), 2);
        expect(distanceIn('grey', a, b)).toBeCloseTo(Math.abs(labOf(a)[0] - labOf(b)[0]), 2);
      }),
    );
  });

  test.each(['protan', 'deutan', 'tritan'] as const)('%s readers see what the matrices of the paper give', (view) => {
    fc.assert(
      fc.property(anyHex, (hex) => {
        const light = parts(hex).map(linear);
        const seen = matrices[view].map((row) =>
          row.reduce((sum, weight, i) => sum + weight * (light[i] as number), 0),
        );
        const expected = seen.map((v) =>
          Math.round(255 * Math.min(1, Math.max(0, curved(Math.min(1, Math.max(0, v)))))),
        );
        const found = parts(seenAs(hex, view)).map((v) => Math.round(255 * v));
        for (const [i, value] of expected.entries())
          expect(Math.abs((found[i] as number) - value)).toBeLessThanOrEqual(1);
      }),
    );
  });

  test.each([
    ['#000000', '#ffffff', 21],
    ['#777777', '#ffffff', 4.48],
    ['#767676', '#ffffff', 4.54],
    ['#949494', '#ffffff', 3.03],
    ['#ff0000', '#ffffff', 4.0],
    ['#0000ff', '#ffffff', 8.59],
    ['#00ff00', '#ffffff', 1.37],
    ['#123456', '#123456', 1],
  ])('the contrast of %s and %s is %d (WCAG 2.2)', (a, b, ratio) => {
    expect(contrast(a, b)).toBeCloseTo(ratio, 1);
    expect(contrast(b, a)).toBeCloseTo(ratio, 1);
  });
});
