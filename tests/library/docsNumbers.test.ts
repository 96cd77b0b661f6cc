import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { kinds as chartKinds, check, memory, ok, openProject, rules } from 'hexis';
import { disk } from 'hexis/node';
import { handRules } from '../../src/core/check/hand/handRules.js';
import { overlaid } from '../../src/core/project/read/source.js';
import { dashes, markerShapes, patternNames } from '../../src/core/schema/look/names.js';
import { demo, root } from '../helpers/hexis.js';

// The numbers of the examples, found once more by the shortest way there is, from the text of the table.
const [names = [], ...lines] = readFileSync(demo('data/plots.csv'), 'utf8')
  .trim()
  .split('\n')
  .map((line) => line.split(','));
const missing: Record<string, string> = { bed: '9', yield: '-9', satisfaction: '9' };
type Case = Record<string, string | undefined>;
const cases: Case[] = lines.map((cells) =>
  Object.fromEntries(
    names.map((name, i) => [name, cells[i] === '' || cells[i] === missing[name] ? undefined : cells[i]]),
  ),
);
const beds: Record<string, string> = { 1: 'Bare soil', 2: 'Compost', 3: 'Mulch', 4: 'Raised bed' };
const seasons = ['spring', 'summer', 'autumn'];
const named = (text = '') => text.charAt(0).toUpperCase() + text.slice(1);
const having = (...columns: string[]) => cases.filter((one) => columns.every((column) => one[column] !== undefined));
const of = (rows: readonly Case[], column: string) => rows.map((one) => Number(one[column]));
const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
const mean = (values: readonly number[]) => sum(values) / values.length;
const sd = (values: readonly number[]) => {
  const middle = mean(values);
  return Math.sqrt(sum(values.map((value) => (value - middle) ** 2)) / (values.length - 1));
};

/** Quantile of Student's t by bisection of its integral. */
function studentT(share: number, df: number): number {
  const density = (t: number) => (1 + (t * t) / df) ** (-(df + 1) / 2);
  const area = (to: number) => {
    const steps = 2000;
    const h = to / steps;
    return (
      (h / 3) *
      sum(Array.from({ length: steps + 1 }, (_, i) => density(i * h) * (i % steps === 0 ? 1 : 2 + 2 * (i % 2))))
    );
  };
  const whole = 2 * area(400);
  let [low, high] = [0, 20];
  for (let k = 0; k < 60; k += 1) {
    const middle = (low + high) / 2;
    if (0.5 + area(middle) / whole < share) low = middle;
    else high = middle;
  }
  return low;
}

const pages = readFileSync(join(root, 'docs/charts.md'), 'utf8');
const block = (start: string) => {
  const found = [...pages.matchAll(/```yaml\n([\s\S]*?)```/g)].map(([, text]) => text as string);
  return found.find((text) => text.startsWith(start)) as string;
};

/** The rows of the table behind an example, by the keys of its columns. */
async function rowsOf(start: string) {
  const text = `hexis: figure/1\ndata: ${demo('data/plots.csv')}\ncodebook: ${demo('garden.codebook.yaml')}\nchart:\n${block(start).replace(/^/gm, '  ')}`;
  const { numbers } = ok(await openProject(overlaid(disk, { 'f.yaml': text })).draw('f.yaml'));
  if (!numbers) throw new Error('there are no numbers');
  return numbers.rows.map((row) => Object.fromEntries(numbers.columns.map(({ key }, i) => [key, row[i]])));
}

const near = (found: unknown, wanted: number) => expect(found).toBeCloseTo(wanted, 9);

describe('the numbers behind the examples of the pages are right', () => {
  test('bars: n, means, SDs and intervals', async () => {
    const rows = await rowsOf('kind: bar\ncategory: bed\nvalue: yield');
    const all = having('bed', 'season', 'yield');
    expect(rows).toHaveLength(12);
    for (const row of rows) {
      const own = of(
        all.filter((one) => beds[one['bed'] as string] === row['bed'] && named(one['season']) === row['season']),
        'yield',
      );
      near(row['n'], own.length);
      near(row['mean'], mean(own));
      near(row['sd'], sd(own));
      const half = (studentT(0.975, own.length - 1) * sd(own)) / Math.sqrt(own.length);
      expect(row['low']).toBeCloseTo(mean(own) - half, 5);
      expect(row['high']).toBeCloseTo(mean(own) + half, 5);
    }
  });

  test('bars: percentages of each bed', async () => {
    const rows = await rowsOf('kind: bar\ncategory: bed\ngroup: season\nsummary: percent');
    const all = having('bed', 'season');
    for (const row of rows) {
      const ofBed = all.filter((one) => beds[one['bed'] as string] === row['bed']);
      near(row['percent'], (100 * ofBed.filter((one) => named(one['season']) === row['season']).length) / ofBed.length);
    }
  });

  test('intervals: shares with those of Wilson', async () => {
    const rows = await rowsOf('kind: interval');
    const all = having('season', 'experience');
    const labels = ['Less than 1', '1 to 3', '4 to 9', '10 or more'];
    const z = 1.6448536269514722;
    for (const row of rows) {
      const ofSeason = all.filter((one) => named(one['season']) === row['season']);
      const n = ofSeason.length;
      const p = ofSeason.filter((one) => labels[Number(one['experience']) - 1] === row['experience']).length / n;
      const [middle, half] = [
        (p + z ** 2 / (2 * n)) / (1 + z ** 2 / n),
        (z / (1 + z ** 2 / n)) * Math.sqrt((p * (1 - p)) / n + z ** 2 / (4 * n * n)),
      ];
      near(row['percent'], 100 * p);
      near(row['low'], 100 * (middle - half));
      near(row['high'], 100 * (middle + half));
    }
  });

  test('bins: counts and percentages', async () => {
    const rows = await rowsOf('kind: histogram');
    const all = of(having('yield'), 'yield');
    for (const row of rows) {
      const [from, to] = [row['from'], row['to']] as [number, number];
      const isLast = row === rows.at(-1);
      const count = all.filter((value) => value >= from && (value < to || (isLast && value <= to))).length;
      expect(row['n']).toBe(count);
      near(row['percent'], (100 * count) / all.length);
    }
    expect(sum(rows.map((row) => row['n'] as number))).toBe(all.length);
  });

  test('boxes: quartiles', async () => {
    const rows = await rowsOf('kind: box');
    for (const row of rows) {
      const own = of(
        having('bed', 'yield').filter((one) => beds[one['bed'] as string] === row['bed']),
        'yield',
      ).sort((a, b) => a - b);
      const quantile = (p: number) => {
        const at = (own.length - 1) * p;
        const [low, high] = [own[Math.floor(at)], own[Math.ceil(at)]] as [number, number];
        return low + (at - Math.floor(at)) * (high - low);
      };
      near(row['q1'], quantile(0.25));
      near(row['median'], quantile(0.5));
      near(row['q3'], quantile(0.75));
      near(row['mean'], mean(own));
    }
  });

  test('points of two variables: means and correlations', async () => {
    const rows = await rowsOf('kind: scatter');
    expect(rows.map((row) => row['season'])).toEqual(seasons.map(named));
    for (const row of rows) {
      const own = having('water', 'yield', 'season').filter((one) => named(one['season']) === row['season']);
      const [x, y] = [of(own, 'water'), of(own, 'yield')];
      const shared = sum(x.map((value, i) => (value - mean(x)) * ((y[i] as number) - mean(y)))) / (x.length - 1);
      near(row['meanX'], mean(x));
      near(row['meanY'], mean(y));
      near(row['r'], shared / (sd(x) * sd(y)));
    }
  });

  test('slices: sums and shares', async () => {
    const rows = await rowsOf('kind: pie');
    const all = having('bed', 'total');
    for (const row of rows) {
      const own = sum(
        of(
          all.filter((one) => beds[one['bed'] as string] === row['bed']),
          'total',
        ),
      );
      expect(row['value']).toBeCloseTo(own, 6);
      expect(row['percent']).toBeCloseTo((100 * own) / sum(of(all, 'total')), 6);
    }
  });
});

const words = [
  'zero',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
  'thirteen',
  'fourteen',
  'fifteen',
];

describe('what the pages count is so', () => {
  const readme = readFileSync(join(root, 'README.md'), 'utf8').replace(/\s+/g, ' ');

  test('rules, kinds, patterns, markers, dashes and mistakes', async () => {
    expect(readme).toContain(`finished figures against ${rules.length} rules`);
    expect(readme).toContain(`${words[handRules.length]} more rules see whether its figures fit together`);
    expect(readme).toContain(`There are [${words[chartKinds.length]} kinds of chart]`);
    expect(readme).toContain(
      `${words[patternNames.length]} patterns, ${words[markerShapes.length]} markers, ${words[dashes.length]} dashes`,
    );
    const first = await openProject(disk).draw(demo('flawed/first-try.figure.yaml'));
    expect(readme).toContain(`a first try with ${words[check(ok(first), first.problems).length]} mistakes`);
  });

  test('sums and halves of the page of tables', async () => {
    const tables = readFileSync(join(root, 'docs/tables.md'), 'utf8').replace(/\s+/g, ' ');
    const labels = async (values: string, more: string) => {
      const text = `hexis: figure/1\ndata: t.csv\nchart: { kind: bar, category: g, value: v${more} }\ndataLabels: { show: value, format: { decimals: 2 } }\n`;
      const { plate } = ok(await openProject(memory({ 'f.yaml': text, 't.csv': `g,v\n${values}\n` })).draw('f.yaml'));
      return plate.items.flatMap((item) =>
        item.type === 'text' && item.kind === 'dataLabel' ? [item.pieces.map(({ text: own }) => own).join('')] : [],
      );
    };
    expect(tables).toContain('(1e16 + 1 − 1e16 is 1)');
    expect(await labels('a,1e16\na,1\na,-1e16\nb,2', ', summary: sum')).toEqual(['1.00', '2.00']);
    expect(tables).toContain('0.125 becomes 0.13 and 2.675 becomes 2.68');
    expect(await labels('a,0.125\nb,2.675', '')).toEqual(['0.13', '2.68']);
  });
});
