import { describe, expect, test } from '@jest/globals';
import { type Box, type Drawing, kinds, memory, ok } from 'hexis';
import { codes, composed, drawn } from '../helpers/figures.js';

const codebook = `hexis: codebook/1
cases: plots
variables:
  k: { label: Kind, values: { 1: One, 2: Two } }
  g: { label: Bed, values: { a: Mulch, b: Bare } }
  v: { label: Weight, unit: kg, measure: numeric }
  x: { label: Time, unit: weeks, measure: numeric }
  id: { label: Plant, measure: nominal }
`;
const table = `k,g,v,x,id\n${[2, 3, 5, 7, 6, 4, 8, 9].map((v, i) => `${(i % 2) + 1},${i < 4 ? 'a' : 'b'},${v},${i},${i >> 1}`).join('\n')}\n`;

/** A figure of each kind whose panel has an axis of numbers, and the form of its references. */
const figures: Record<string, { chart: string; form?: 'crossed'; axis?: 'x' }> = {
  bar: { chart: 'kind: bar, category: k, value: v' },
  interval: { chart: 'kind: interval, category: k, value: v' },
  box: { chart: 'kind: box, category: k, value: v' },
  'box across': { chart: 'kind: box, category: k, value: v, direction: horizontal', axis: 'x' },
  points: { chart: 'kind: points, category: k, value: v' },
  violin: { chart: 'kind: violin, category: k, value: v' },
  line: { chart: 'kind: line, x: x, value: v' },
  slope: { chart: 'kind: slope, item: id, time: k, value: v' },
  histogram: { chart: 'kind: histogram, value: v', axis: 'x' },
  answers: { chart: 'kind: answers, answer: k, category: g, around: start', axis: 'x' },
  quantiles: { chart: 'kind: quantiles, value: v', form: 'crossed' },
  scatter: { chart: 'kind: scatter, x: x, y: v', form: 'crossed' },
  curve: { chart: 'kind: curve, functions: [{ y: x }], x: { from: 0, to: 9 }', form: 'crossed' },
};

const withReferences = (name: string, written: string, more = '') => {
  const { chart } = figures[name] as { chart: string };
  const whole = `{ ${chart}, references: [${written}] }`;
  return name === 'curve'
    ? drawn(memory({ 'f.yaml': `hexis: figure/1\nchart: ${whole}\n${more}` }), 'f.yaml').then(ok)
    : composed({ chart: whole, table, codebook, more });
};

const reference = (name: string, from: number, to?: number, more = '') => {
  const { form } = figures[name] as { form?: string };
  return `{ ${form === 'crossed' ? 'y' : 'at'}: ${from}${to === undefined ? '' : `, to: ${to}`}${more} }`;
};

const inkOf = ({ plate }: Drawing): Box[] =>
  plate.items.flatMap(({ role, box }) => (/^references\[0\]/.test(role) ? [box] : []));

const isFlat = ['pie', 'matrix', 'space', 'cloud', 'components'];

test('every kind with an axis of numbers has lines and bands', () => {
  const tried = new Set(Object.keys(figures).map((name) => name.replace(/ .*/, '')));
  const left = kinds.map(({ name }) => name).filter((name) => !tried.has(name));
  expect(left.filter((name) => !isFlat.includes(name))).toEqual([]);
});

describe.each(Object.keys(figures))('a band of %s', (name) => {
  const { axis = 'y' } = figures[name] as { axis?: 'x' };

  test('reaches from one value to the other, either way round, and the axis holds both', async () => {
    const [band] = inkOf(await withReferences(name, reference(name, 3, 12)));
    const [turned] = inkOf(await withReferences(name, reference(name, 12, 3)));
    expect(turned).toEqual(band);
    const made = await withReferences(name, reference(name, 3, 12));
    const { panel } = made.plate;
    const lines = await Promise.all(
      [3, 12].map(async (at) => {
        const both = `${reference(name, at)}, ${reference(name, 3, 12, ', name: usual, named: legend')}`;
        return inkOf(await withReferences(name, both, 'legend: { place: none }'))[0] as Box;
      }),
    );
    const middle = (box: Box) => (axis === 'x' ? box.x + box.width / 2 : box.y + box.height / 2);
    const [from, to] = lines.map(middle).sort((a, b) => a - b) as [number, number];
    const start = axis === 'x' ? band?.x : band?.y;
    const length = axis === 'x' ? band?.width : band?.height;
    expect(start).toBeCloseTo(from, 1);
    expect(length).toBeCloseTo(to - from, 1);
    expect(axis === 'x' ? band?.height : band?.width).toBeCloseTo(axis === 'x' ? panel.height : panel.width, 0);
  });

  test('is said in the note, and stands in the legend where it should', async () => {
    const written = reference(name, 4, 6, ', label: usual range, name: usual, named: legend');
    const made = await withReferences(name, written);
    expect(made.note.join(' ')).toMatch(/band from 4 to 6 is the usual range/i);
    const keys = made.plate.items.filter(({ role }) => /^legend\.entries\[\d+\]\.key$/.test(role));
    expect(keys.length).toBeGreaterThan(0);
  });
});

test.each([
  ['{ slope: 1, to: 3 }', 'setting-idle'],
  ['{ x: 1, y: 2, to: 3 }', 'one-line'],
  ['{ to: 3 }', 'one-line'],
])('%s is no band: %s', async (written, code) => {
  const found = await codes({ chart: `{ kind: scatter, x: x, y: v, references: [${written}] }`, table, codebook });
  expect(found.join(' ')).toContain(code);
});
