import { describe, expect, test } from '@jest/globals';
import { check, memory, mend, ok, openProject } from 'hexis';

const table = `g,v\n${['a,1', 'a,1', 'a,1', 'a,1', 'a,2', 'b,1', 'b,3', 'b,3'].join('\n')}\n`;
const codebook =
  'hexis: codebook/1\nvariables: { g: { label: Group, measure: nominal }, v: { label: Value, measure: numeric } }\n';
const figure = (more: string, data = 't.csv') =>
  `hexis: figure/1\ndata: ${data}\ncodebook: c.yaml\nchart: { kind: points, category: g, value: v${more} }\n`;
const files = (text: string, more = {}) => memory({ 'f.yaml': text, 't.csv': table, 'c.yaml': codebook, ...more });

describe('strips of points that say how many cases a marker stands for', () => {
  test('have one marker for each value of a strip, its area by the number of cases', async () => {
    const { plans, plate, numbers } = await openProject(files(figure(', overlap: count')))
      .draw('f.yaml', { caption: true })
      .then(ok)
      .then(({ parts, ...rest }) => ({ ...rest, plans: parts[0]?.plans ?? [] }));
    const clouds = (plans[0]?.series ?? []).flatMap(({ marks }) =>
      marks.flatMap((mark) => (mark.type === 'cloud' ? [mark] : [])),
    );
    expect(clouds.map(({ xs, ys, areas = [] }) => [[...xs], [...ys], [...areas]])).toEqual([
      [
        [0, 0],
        [1, 2],
        [1, 0.25],
      ],
      [
        [1, 1],
        [1, 3],
        [0.25, 0.5],
      ],
    ]);
    const words = plate.items.flatMap((item) => (item.type === 'text' ? item.pieces.map(({ text }) => text) : []));
    expect(words.join('')).toContain('Larger markers stand for several cases.');
    expect(numbers?.rows.map((row) => row[1])).toEqual([5, 3]);
  });

  test('count rows as often as their frequency says', async () => {
    const rows = 'g,v,k\na,1,3\na,1,2\na,2,1\n';
    const { parts } = ok(
      await openProject(files(figure(', overlap: count, frequency: k', 'k.csv'), { 'k.csv': rows })).draw('f.yaml'),
    );
    const [cloud] = parts[0]?.plans[0]?.series[0]?.marks ?? [];
    expect(cloud?.type === 'cloud' && [...(cloud.areas ?? [])]).toEqual([1, 0.2]);
  });

  test('are what is proposed where markers hide each other, and end that', async () => {
    const many = `g,v\n${Array.from({ length: 3000 }, (_, i) => `${'ab'[i % 2]},${i % 5}`).join('\n')}\n`;
    const hidden = async (text: string) => {
      const drawn = await openProject(files(text, { 'm.csv': many })).draw('f.yaml');
      return check(ok(drawn), drawn.problems).filter(({ rule }) => rule === 'hidden-marks');
    };
    const [found] = await hidden(figure('', 'm.csv'));
    expect(JSON.stringify(found?.mend)).toContain('overlap');
    expect(await hidden(figure(', overlap: count', 'm.csv'))).toEqual([]);
    // It changes what the figure says: mend leaves it to the author.
    const { after } = ok(await mend(files(figure('', 'm.csv'), { 'm.csv': many }), 'f.yaml'));
    expect(after).not.toContain('overlap');
  });
});
