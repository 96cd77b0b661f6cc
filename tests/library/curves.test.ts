import { describe, expect, test } from '@jest/globals';
import { type Box, memory, ok } from 'hexis';
import { readExpression } from '../../src/core/expression/expression.js';
import { overlap } from '../../src/core/plate/plate.js';
import { drawn } from '../helpers/figures.js';
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

/** A figure of functions as it is drawn. */
const made = (chart: object, more: object = {}) =>
  drawn(
    memory({ 'f.yaml': JSON.stringify({ hexis: 'figure/1', chart: { kind: 'curve', ...chart }, ...more }) }),
    'f.yaml',
  );

const inkOf = async (chart: object, more: object = {}) => {
  const { plate } = ok(await made(chart, more));
  return {
    plate,
    boxes: (role: RegExp) => plate.items.filter((item) => role.test(item.role)).map(({ box }) => box),
    texts: (role: RegExp) =>
      plate.items.flatMap((item) => (item.type === 'text' && role.test(item.role) ? [item] : [])),
  };
};

const middleOf = ({ x, y, width, height }: Box) => [x + width / 2, y + height / 2] as const;

describe('domains, ends and ticks', () => {
  const steps = {
    functions: [
      { y: '2 + sin(x)', name: 'before', to: 'pi', ends: { to: 'open' } },
      { y: 1, name: 'after', from: 'pi', ends: { from: 'closed' }, markers: [{ x: '3*pi/2', shape: 'diamond' }] },
    ],
    x: { from: '-pi', to: 'turns*2*pi', step: 'pi/2' },
    parameters: { turns: 1 },
  };

  test('each function is drawn inside its own domain, with markers at its ends', async () => {
    const { plate, boxes } = await inkOf(steps);
    const { x, width } = plate.panel;
    const at = (value: number) => x + (width * (value + Math.PI)) / (3 * Math.PI);
    const [before, after] = [boxes(/^series\[0\]\.marks\[0\]/)[0] as Box, boxes(/^series\[1\]\.marks\[0\]/)[0] as Box];
    expect(before.x).toBeCloseTo(at(-Math.PI), -0.5);
    expect(before.x + before.width).toBeCloseTo(at(Math.PI), -0.5);
    expect(after.x).toBeCloseTo(at(Math.PI), -0.5);
    expect(after.x + after.width).toBeCloseTo(at(2 * Math.PI), -0.5);
    const ends = [/^series\[0\]\.marks\[1\]/, /^series\[1\]\.marks\[1\]/, /^series\[1\]\.marks\[2\]/];
    const places = ends.map((role) => middleOf(boxes(role)[0] as Box)[0]);
    for (const [i, value] of [Math.PI, (3 * Math.PI) / 2, Math.PI].entries())
      expect(places[i]).toBeCloseTo(at(value), 1);
  });

  test('markers of their own shapes are no key of their function', async () => {
    const keys = async (more: object) =>
      (await inkOf({ ...steps, functions: steps.functions.map((own) => ({ ...own, ...more })) })).boxes(/key\.marker/)
        .length;
    expect(await keys({})).toBe(0);
    expect(await keys({ markers: [3.14] })).toBeGreaterThan(0);
  });

  test('the numbers are those of the domain', async () => {
    const [before, after] = ok(await made(steps)).numbers.rows;
    expect([before?.[3], before?.[4]]).toEqual([expect.closeTo(2), undefined]);
    expect([after?.[3], after?.[4]]).toEqual([undefined, 1]);
  });

  test.each([
    ['pi/2', ['−π', '−π/2', '0', 'π/2', 'π', '3π/2', '2π']],
    ['pi', ['−π', '0', 'π', '2π']],
    ['2*pi/3', ['−2π/3', '0', '2π/3', '4π/3', '2π']],
    [2.5, ['−2.5', '0.0', '2.5', '5.0']],
  ])('a step of %s', async (step, labels) => {
    const { texts } = await inkOf({ ...steps, x: { ...steps.x, step } });
    expect(texts(/^axes\.x\.labels/).map(({ text }) => text)).toEqual(labels);
  });

  test('a step holds on the whole of the axis, and where its labels would touch only some are shown', async () => {
    const wide = await inkOf(
      { functions: [{ y: 'x' }], x: { from: 0, to: 3, step: 'pi/2' } },
      { axes: { x: { to: 7 } } },
    );
    expect(wide.texts(/^axes\.x\.labels/).map(({ text }) => text)).toEqual(['0', 'π/2', 'π', '3π/2', '2π']);
    const close = await inkOf({ functions: [{ y: 'x' }], x: { from: 0, to: 30, step: 'pi/4' } });
    const boxes = close.boxes(/^axes\.x\.labels/);
    expect(boxes.length).toBeGreaterThan(3);
    for (const [i, box] of boxes.entries()) if (i > 0) expect(overlap(box, boxes[i - 1] as Box)).toBe(false);
  });

  test('what the author asks of the axis rules', async () => {
    const { texts } = await inkOf(steps, { axes: { x: { step: 3 } } });
    expect(texts(/^axes\.x\.labels/).map(({ text }) => text)).toEqual(['−3', '0', '3', '6']);
  });

  test.each([
    [{ x: { from: 'q', to: 5 } }, ['expression-wrong']],
    [{ x: { from: '1/0', to: 5 } }, ['expression-wrong']],
    [{ x: { from: 'pi', to: 0 } }, ['domain-reversed']],
    [{ x: { from: 0, to: 5, step: '-pi' } }, ['wrong-type']],
    [{ functions: [{ y: 'x', from: 9 }], x: { from: 0, to: 5 } }, ['domain-reversed']],
    [{ functions: [{ y: 'x', to: 3, markers: [2, 4] }], x: { from: 0, to: 5 } }, ['setting-idle']],
    [{ functions: [{ y: 'ln(x)', markers: [-1] }], x: { from: -2, to: 5 } }, ['setting-idle']],
    [{ functions: [{ y: 'x', from: -9, ends: { from: 'open' } }], x: { from: 0, to: 5 } }, ['setting-idle']],
    [{ functions: [{ y: 'x', ends: { from: 'open', to: 'closed' } }], x: { from: 0, to: 5 } }, []],
  ])('%j is said: %j', async (more, codes) => {
    const { problems } = await made({ functions: [{ y: 'x' }], ...more });
    expect(problems.map(({ code }) => code)).toEqual(codes);
  });
});

describe('axes that cross inside the panel', () => {
  const crossed = {
    functions: [{ y: 'x^3/10 - x' }, { y: 'sin(x)' }],
    x: { from: -5, to: 5, label: 'Time', unit: 'weeks' },
    cross: 'origin',
  };

  test('titles stand at the ends of their lines', async () => {
    const { boxes } = await inkOf(crossed);
    const [x, y] = [boxes(/^axes\.x\.title/)[0] as Box, boxes(/^axes\.y\.title/)[0] as Box];
    const [across, upright] = [boxes(/^axes\.x\.line/)[0] as Box, boxes(/^axes\.y\.line/)[0] as Box];
    expect(x.x).toBeGreaterThan(across.x + across.width);
    expect(middleOf(x)[1]).toBeCloseTo(middleOf(across)[1], 0);
    expect(y.y + y.height).toBeLessThan(upright.y);
    expect(middleOf(y)[0]).toBeCloseTo(middleOf(upright)[0], 0);
  });

  test.each([
    ['a long one', { ...crossed, x: { ...crossed.x, label: 'Time since the seeds were sown in spring' } }, {}],
    ['by the author', crossed, { axes: { x: { titlePlace: 'end' } } }],
    ['an axis from right to left', crossed, { axes: { x: { reverse: true } } }],
  ])('or below the panel: %s', async (_, chart, more) => {
    const { plate, boxes } = await inkOf(chart, more);
    expect((boxes(/^axes\.x\.title/)[0] as Box).y).toBeGreaterThan(plate.panel.y + plate.panel.height);
  });

  test('labels keep off the curves, or stand on paper', async () => {
    const { plate, boxes } = await inkOf({ ...crossed, names: 'ends' });
    const labels = plate.items.filter(({ role }) => /^axes\.[xy]\.labels\[\d+\]$/.test(role));
    expect(labels.length).toBeGreaterThan(5);
    const grounds = boxes(/labels\[\d+\]\.ground/);
    const points = plate.items.flatMap((item) =>
      item.type === 'path' && /^series\[\d\]\.marks/.test(item.role) ? pointsOf(item.outline.coordinates) : [],
    );
    const isOn = ({ x, y, width, height }: Box) =>
      points.some(([px, py]) => px > x && px < x + width && py > y && py < y + height);
    const struck = labels.filter(({ box }) => isOn(box));
    expect(struck.length).toBeGreaterThan(0);
    for (const { box } of struck) expect(grounds.some((ground) => overlap(ground, box))).toBe(true);
  });
});

const pointsOf = (coordinates: ArrayLike<number>) =>
  Array.from(
    { length: coordinates.length / 2 },
    (_, i) => [coordinates[2 * i] ?? 0, coordinates[2 * i + 1] ?? 0] as const,
  );
