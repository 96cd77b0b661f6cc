import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Drawing, RectItem, TextItem } from 'hexis';
import { codes, composed } from '../helpers/figures.js';

const scale = '{ 1: Never, 2: Seldom, 3: Sometimes, 4: Often, 5: Always }';
const question = (name: string, label: string) =>
  `  ${name}: { label: ${label}, measure: ordinal, values: ${scale}, missing: [9] }\n`;
const codebook = `hexis: codebook/1
cases: members
variables:
${question('a', 'Asked first')}${question('b', 'Asked second')}${question('none', 'Asked nobody')}  half: { label: Half, values: { x: First, y: Second } }
  stays: { label: Stays, values: { yes: Yes, no: No, open: Undecided } }
  even: { label: Even, measure: ordinal, values: { 1: Low, 2: Rather low, 3: Rather high, 4: High } }
`;
/** Ten members; one leaves b out, one has no answer at all, and nobody answered the last question. */
const table = `a,b,none,half,stays,even,w
1,2,9,x,yes,1,1
2,3,9,x,yes,2,1
3,3,9,x,no,3,2
3,9,9,x,open,4,1
4,4,9,x,yes,4,1
4,5,9,y,no,4,0.5
5,5,9,y,yes,1,1
5,5,9,y,yes,2,1
5,1,9,y,open,3,1
9,9,9,y,no,1,3
`;
const made = (chart: string, more = '', rows = table) =>
  composed({ chart: `{ kind: answers, ${chart} }`, more, table: rows, codebook });
const found = async (chart: string, more = '', rows = table) =>
  (await codes({ chart: `{ kind: answers, ${chart} }`, more, table: rows, codebook })).map((code) =>
    code.replace(/:.*/, ''),
  );

const asked = 'questions: [a, b]';
const percents = ({ numbers }: Drawing) => numbers.rows.map((row) => row.at(-1));
const bars = ({ plate }: Drawing) => plate.items.filter(({ role }) => /marks/.test(role)) as RectItem[];
const texts = ({ plate }: Drawing, pattern: RegExp) =>
  plate.items.flatMap((item) => (pattern.test(item.role) ? [(item as TextItem).text] : []));
const note = ({ note: sentences }: Drawing) => sentences.join(' ');

describe('answers to several questions', () => {
  test('are shares of those who answered each', async () => {
    const figure = await made(asked);
    expect(figure.numbers.rows.map((row) => row.slice(0, 3))).toEqual([
      ['Asked first', 'Never', 1],
      ['Asked first', 'Seldom', 1],
      ['Asked first', 'Sometimes', 2],
      ['Asked first', 'Often', 2],
      ['Asked first', 'Always', 3],
      ['Asked second', 'Never', 1],
      ['Asked second', 'Seldom', 1],
      ['Asked second', 'Sometimes', 2],
      ['Asked second', 'Often', 1],
      ['Asked second', 'Always', 3],
    ]);
    const first = [1, 1, 2, 2, 3].map((n) => (100 * n) / 9);
    const second = [1, 1, 2, 1, 3].map((n) => (100 * n) / 8);
    expect(percents(figure)).toEqual([...first, ...second].map((share) => expect.closeTo(share, 12)));
    expect(figure.numbers.further?.[0]?.rows).toEqual([
      ['Asked first', 9, expect.closeTo(200 / 9, 12), expect.closeTo(200 / 9, 12), expect.closeTo(500 / 9, 12)],
      ['Asked second', 8, 25, 25, 50],
    ]);
    expect(note(figure)).toContain('(*n*\u00a0=\u00a08–9 members)');
    const { read, used, leftOut, cases } = figure.numbers;
    expect([read, used, cases, leftOut.map(({ count }) => count)]).toEqual([10, 9, 'members', [1]]);
  });

  test('stand around the middle of their scale, whose answer is split, apart or hidden', async () => {
    const middles = async (middle: string) => {
      const figure = await made(`${asked}, middle: ${middle}`, 'axes: { x: { from: -100, to: 150 } }');
      const of = (series: number, row: number) =>
        bars(figure).find(({ role }) => role === `series[${series}].marks[${row}]`) as RectItem;
      return { figure, of };
    };
    const split = await middles('split');
    const [low, neutral, high] = [split.of(1, 0), split.of(2, 0), split.of(3, 0)];
    const zero = neutral.x + neutral.width / 2;
    expect(low.x + low.width).toBeCloseTo(neutral.x, 6);
    expect(high.x).toBeCloseTo(neutral.x + neutral.width, 6);
    // Both rows have the middle of their middle answer at the same place.
    const other = split.of(2, 1);
    expect(other.x + other.width / 2).toBeCloseTo(zero, 6);
    expect(note(split.figure)).toContain('Half of “Sometimes” stands on either side of the middle.');

    const apart = await middles('apart');
    expect(apart.of(1, 0).x + apart.of(1, 0).width).toBeCloseTo(apart.of(3, 0).x, 6);
    expect(apart.of(2, 0).x).toBeCloseTo(apart.of(2, 1).x, 6);
    expect(apart.of(2, 0).x).toBeGreaterThan(apart.of(4, 0).x + apart.of(4, 0).width);

    const hidden = await middles('hidden');
    expect(bars(hidden.figure)).toHaveLength(8);
    expect(percents(hidden.figure)).toEqual(percents(split.figure));
    expect(note(hidden.figure)).toContain('The answer “Sometimes” is counted but not shown.');
  });

  test('the axis reads both ways', async () => {
    const labels = texts(await made(asked), /^axes\.x\.labels/).map(Number);
    expect(labels.length).toBeGreaterThan(2);
    expect(labels.every((label) => label >= 0)).toBe(true);
    expect(labels.indexOf(0)).toBeGreaterThan(0);
  });

  test('sums of both sides and n stand beside the rows, under their heads', async () => {
    const figure = await made(`${asked}, sums: { low: Rarely, high: Mostly }`);
    expect(texts(figure, /^columns\[\d\]\.head$/)).toEqual(['Mostly', 'n', 'Rarely']);
    expect(texts(figure, /^columns\[0\]\.cells/)).toEqual(['22%', '25%']);
    expect(texts(figure, /^columns\[1\]\.cells/)).toEqual(['56%', '50%']);
    expect(texts(figure, /^columns\[2\]\.cells/)).toEqual(['9', '8']);
    expect(texts(await made(`${asked}, counts: false`), /^columns/)).toEqual([]);
    const even = 'a,b\n1,2\n2,1\n';
    expect(texts(await made(asked, '', even), /^columns/)).toEqual([]);
    expect(texts(await made(`${asked}, counts: true`, '', even), /^columns\[0\]\.cells/)).toEqual(['2', '2']);
  });

  test('rows are in the order given, by the upper side, or by hand', async () => {
    const order = async (wanted: string) =>
      texts(await made(`questions: [a, b, none], order: ${wanted}`), /^axes\.y\.labels/);
    expect(await order('codebook')).toEqual(['Asked first', 'Asked second', 'Asked nobody']);
    expect(await order('rising')).toEqual(['Asked nobody', 'Asked second', 'Asked first']);
    expect(await order('falling')).toEqual(['Asked first', 'Asked second', 'Asked nobody']);
    expect(await order('[none]')).toEqual(['Asked nobody', 'Asked first', 'Asked second']);
  });

  test('a question nobody answered has its row, n of 0 and no shares', async () => {
    const figure = await made('questions: [a, none]');
    expect(percents(figure).slice(5)).toEqual(Array(5).fill(undefined));
    expect(texts(figure, /^columns\[0\]\.cells/)).toEqual(['9', '0']);
  });

  test('an even scale has no middle', async () => {
    const figure = await made('answer: even, category: half');
    expect(bars(figure).length).toBeGreaterThan(0);
    expect(note(figure)).not.toMatch(/middle/);
    const sides = figure.numbers.further?.[0];
    expect(sides?.columns.map(({ key }) => key)).toEqual(['question', 'n', 'low', 'high']);
    expect(sides?.rows[0]?.slice(1)).toEqual([5, 40, 60]);
  });

  test('one answer alone keeps its base', async () => {
    const figure = await made('answer: stays, category: half, only: Yes', 'dataLabels: { show: percent }');
    expect(texts(figure, /labels\[\d\]$/).filter((text) => text.includes('%'))).toEqual(['60%', '40%']);
    expect(texts(figure, /^axes\.x\.title/)).toEqual(['Share of members answering “Yes” (%)']);
    expect(texts(figure, /^legend/)).toEqual([]);
    expect(figure.plate.description).toContain('First 60%; Second 40%');
  });

  test('frequencies are repeated rows, and weights may be scaled', async () => {
    const counted = await made('answer: a, category: half, frequency: n', '', 'a,half,n\n1,x,3\n5,x,1\n3,y,2\n');
    const repeated = await made('answer: a, category: half', '', 'a,half\n1,x\n1,x\n1,x\n5,x\n3,y\n3,y\n');
    expect(counted.numbers.rows).toEqual(repeated.numbers.rows);
    const weighted = await made(`${asked}, weight: w`);
    const [size, low] = [9 - 0.5 + 1 - 1, 1];
    expect(size).toBe(8.5);
    expect(percents(weighted)[0]).toBeCloseTo((100 * low) / 9.5, 12);
  });

  test('all panels have the same rows, answers and axis', async () => {
    const figure = await made(`${asked}, middle: apart`, 'panels: { by: half }');
    const labels = (panel: number) => texts(figure, new RegExp(`^panels\\[${panel}\\]\\.axes\\.x\\.labels`));
    expect(labels(0).length).toBeGreaterThan(1);
    expect(labels(1)).toEqual(labels(0));
    expect(texts(figure, /^legend\.entries\[\d\]$/)).toHaveLength(5);
    expect(note(figure).match(/answered each question/g)).toHaveLength(1);
  });

  test('what does not fit is said', async () => {
    expect(await found('answer: a')).toEqual(['setting-needed']);
    expect(await found('category: half')).toEqual(['setting-needed']);
    expect(await found(`${asked}, answer: even`)).toEqual(['one-of-several']);
    expect(await found('questions: [a, a]')).toEqual(['same-variable']);
    expect(await found('questions: [a, even]')).toEqual(['answers-unlike']);
    expect(await found('answer: a, category: a')).toContain('same-variable');
    expect(await found('answer: a, category: half, neutral: 7')).toContain('value-unknown');
    expect(await found('answer: stays, category: half, sums: true')).toContain('setting-idle');
    expect(await found('answer: even, category: half, middle: apart')).toContain('setting-idle');
    const many = `m,half\n${Array.from({ length: 13 }, (_, i) => `answer ${i},x`).join('\n')}\n`;
    expect(await found('answer: m, category: half', '', many)).toContain('answers-many');
  });

  test('the order of rows does not show, and shares of each question add up to 100', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 5 })), {
          minLength: 1,
          maxLength: 30,
        }),
        fc.constantFrom('split', 'apart', 'hidden'),
        async (rows, middle) => {
          const text = (all: typeof rows) => `a,b\n${all.map((row) => row.join(',')).join('\n')}\n`;
          const [figure, turned] = [
            await made(`${asked}, middle: ${middle}`, '', text(rows)),
            await made(`${asked}, middle: ${middle}`, '', text([...rows].reverse())),
          ];
          expect(turned.plate).toEqual(figure.plate);
          const shares = percents(figure) as number[];
          for (const at of [0, 5]) {
            expect(shares.slice(at, at + 5).reduce((sum, share) => sum + share, 0)).toBeCloseTo(100, 9);
          }
        },
      ),
      { numRuns: 15, seed: 7 },
    );
  });
});
