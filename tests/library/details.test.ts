import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { check, type Drawing, type LineItem, ok, type PlateItem, type TextItem } from 'hexis';
import { dateText } from '../../src/core/data/workbook/dates.js';
import { hatch } from '../../src/core/layout/ink/hatch.js';
import type { PatternName } from '../../src/core/schema/look/names.js';
import { boxOfSample } from '../../src/core/statistics/box.js';
import { codes, composed, small } from '../helpers/figures.js';

const find = ({ plate }: Drawing, role: RegExp) => plate.items.filter((item) => role.test(item.role));
const only = (made: Drawing, role: RegExp): PlateItem => {
  const found = find(made, role);
  expect([role.source, found.length]).toEqual([role.source, 1]);
  return found[0] as PlateItem;
};

describe('fences', () => {
  const whiskers = { rule: 'fences', lengths: 1.5 } as const;
  const box = (values: readonly number[], q1: number, q3: number) => {
    const quarters = { q1, median: (q1 + q3) / 2, q3 };
    return boxOfSample({ values, quarters, percentile: () => 0 }, whiskers);
  };

  test('a value on a fence is within it, below as above, however the fence is rounded', () => {
    fc.assert(
      fc.property(fc.integer({ min: -400, max: 400 }), fc.integer({ min: 1, max: 300 }), (from, length) => {
        // In tenths: the fences are whole hundredths by hand, and whatever sums of binary fractions give here.
        const [q1, q3] = [from / 10, (from + length) / 10];
        const [least, greatest] = [(from * 10 - 15 * length) / 100, ((from + length) * 10 + 15 * length) / 100];
        const on = box([least, q1, q3, greatest], q1, q3);
        expect([on.low, on.high, on.outliers]).toEqual([least, greatest, []]);
        const [below, above] = [least - 0.001, greatest + 0.001];
        const beyond = box([below, q1, q3, above], q1, q3);
        expect([beyond.low, beyond.high, beyond.outliers]).toEqual([q1, q3, [below, above]]);
      }),
    );
  });
});

test('days of sheets go past the leap day that 1900 did not have', () => {
  const days = [1, 31, 58, 59, 60, 61, 62, 366, 367].map((day) => dateText(day, false));
  expect(days).toEqual([
    '1900-01-01',
    '1900-01-31',
    '1900-02-27',
    '1900-02-28',
    '1900-02-28',
    '1900-03-01',
    '1900-03-02',
    '1900-12-31',
    '1901-01-01',
  ]);
});

describe('patterns', () => {
  const square = [
    [
      [0, 0],
      [40, 0],
      [40, 40],
      [0, 40],
    ],
  ] as const;
  /** The slope of each line as a reader sees it, upwards to the right. */
  const slopes = (pattern: PatternName) => {
    const look = { color: 'black', width: 0.5, step: 4 };
    return hatch(square, pattern, look, { role: 'r', from: 'f' }).flatMap(({ outline: { coordinates } }) => {
      const all: number[] = [];
      for (let i = 0; i < coordinates.length; i += 4) {
        const [x1, y1, x2, y2] = coordinates.slice(i, i + 4) as [number, number, number, number];
        all.push(Math.round((10 * -(y2 - y1)) / (x2 - x1)) / 10);
      }
      return all;
    });
  };

  test('rise and fall as their names say', () => {
    for (const [pattern, slope] of [
      ['rising', 1],
      ['falling', -1],
      ['level', 0],
      ['dense', 1],
    ] as const) {
      const found = slopes(pattern);
      expect(found.length).toBeGreaterThan(8);
      expect([pattern, new Set(found.map((own) => own || 0))]).toEqual([pattern, new Set([slope])]);
    }
    expect(new Set(slopes('diamonds'))).toEqual(new Set([1, -1]));
  });
});

describe('a second unit', () => {
  test('adds its offset after the factor, whatever both are', async () => {
    const table = `t,v\n${[0, 10, 20, 30, 40].map((t) => `${t},${t / 2}`).join('\n')}\n`;
    for (const [factor, offset] of [
      [1.8, 32],
      [1, 273],
      [-2, 5],
    ] as const) {
      const made = await composed({
        chart: '{ kind: scatter, x: v, y: t }',
        table,
        codebook: 'hexis: codebook/1\nvariables: { t: { measure: numeric }, v: { measure: numeric } }\n',
        more: `axes: { y: { from: 0, to: 40, second: { unit: u, factor: ${factor}, offset: ${offset} } } }`,
      });
      const { y, height } = made.plate.panel;
      const labels = find(made, /^axes\.y\.second\.labels/) as TextItem[];
      expect(labels.length).toBeGreaterThan(2);
      const places = labels.map(({ box }) => 40 * (1 - (box.y + box.height / 2 - y) / height));
      // From end to end of the axis, and not beyond.
      expect(Math.max(...places) - Math.min(...places)).toBeGreaterThan(20);
      expect([Math.min(...places) > -2, Math.max(...places) < 42]).toEqual([true, true]);
      for (const [i, { text }] of labels.entries()) {
        const at = places[i] as number;
        expect(Math.abs(Number(text.replace('\u2212', '-')) - (factor * at + offset))).toBeLessThan(
          0.8 * Math.abs(factor),
        );
      }
    }
  });

  test('is none of dates, and that is said', async () => {
    const parts = {
      chart: '{ kind: line, x: day, value: v, summary: given }',
      table: 'day,v\n2026-05-01,1\n2026-05-09,4\n2026-05-20,2\n',
      codebook: 'hexis: codebook/1\nvariables: { day: { measure: date }, v: { measure: numeric } }\n',
      more: 'axes: { x: { second: { unit: d, factor: 2 } } }',
    };
    expect(find(await composed(parts), /second/)).toEqual([]);
    expect((await codes(parts)).map((code) => code.split(':')[0])).toEqual(['setting-idle']);
  });
});

describe('a legend', () => {
  const inside = (corner: string, more = '') =>
    composed({
      more: `legend: { place: inside, corner: ${corner}, frame: { width: 1pt, color: ink }${more} }\nsize: { width: 16cm, height: 12cm }`,
    });

  test('stands in the corner that is named, as far from both sides of it', async () => {
    for (const [corner, isRight, isBottom] of [
      ['top-left', false, false],
      ['top-right', true, false],
      ['bottom-left', false, true],
      ['bottom-right', true, true],
    ] as const) {
      const made = await inside(corner);
      const { panel } = made.plate;
      const { box } = only(made, /^legend\.frame$/);
      const [left, right] = [box.x - panel.x, panel.x + panel.width - box.x - box.width];
      const [top, bottom] = [box.y - panel.y, panel.y + panel.height - box.y - box.height];
      expect([corner, right < left, bottom < top]).toEqual([corner, isRight, isBottom]);
      const [beside, below] = [isRight ? right : left, isBottom ? bottom : top];
      expect(beside).toBeCloseTo(below, 6);
      const size = made.settings.text.size;
      expect(beside / size).toBeGreaterThan(0.3);
      expect(beside / size).toBeLessThan(0.8);
    }
  });

  const entries = (made: Drawing) =>
    (find(made, /^legend\.entries\[\d+\]/) as TextItem[])
      .filter(({ type }) => type === 'text')
      .sort((a, b) => a.box.y - b.box.y || a.box.x - b.box.x)
      .map(({ text }) => text);
  const stacked = (direction: string) =>
    composed({
      chart: `{ kind: bar, category: bed, group: season, summary: count, arrange: stacked, direction: ${direction} }`,
      more: 'legend: { place: right }',
    });

  test('names the parts of a stack in the order in which they are met: from above, or from the left', async () => {
    expect(entries(await stacked('vertical'))).toEqual(['autumn', 'spring']);
    expect(entries(await stacked('horizontal'))).toEqual(['spring', 'autumn']);
  });
});

describe('shares', () => {
  const table = `bed,season\n${'1,spring\n'.repeat(3)}${'1,autumn\n'.repeat(1)}${'2,spring\n'.repeat(6)}${'2,autumn\n'.repeat(10)}`;
  const values = async (of: string) => {
    const made = await composed({
      chart: `{ kind: bar, category: bed, group: season, summary: percent${of}, error: { shows: ci } }`,
      table,
    });
    const [bed, season, percent, low] = ['bed', 'season', 'percent', 'low'].map((key) =>
      made.numbers.columns.findIndex((column) => column.key === key),
    ) as [number, number, number, number];
    return Object.fromEntries(
      made.numbers.rows.map((row) => [`${row[bed]} ${row[season]}`, [row[percent] as number, row[low] as number]]),
    );
  };
  /** The lower end of the interval of Wilson (1927), written out. */
  const low = (count: number, n: number) => {
    const [z, p] = [1.959963984540054, count / n];
    return (100 * (p + z ** 2 / (2 * n) - z * Math.sqrt((p * (1 - p)) / n + z ** 2 / (4 * n ** 2)))) / (1 + z ** 2 / n);
  };

  test.each([
    ['', [9, 11]],
    [', of: group', [9, 11]],
    [', of: category', [4, 16]],
    [', of: all', [20, 20]],
  ] as const)('are of the whole that is asked for%s, and so are their intervals', async (of, wholes) => {
    const found = await values(of);
    const isCategory = of.includes('category');
    for (const [name, count, k] of [
      ['Bare soil spring', 3, 0],
      ['Bare soil autumn', 1, isCategory ? 0 : 1],
      ['Compost spring', 6, isCategory ? 1 : 0],
      ['Compost autumn', 10, 1],
    ] as const) {
      const n = wholes[k];
      const [share, lower] = found[name] as [number, number];
      expect([name, share]).toEqual([name, expect.closeTo((100 * count) / n, 9)]);
      expect([name, lower]).toEqual([name, expect.closeTo(low(count, n), 6)]);
    }
  });
});

test('a row that does not say how often it stands is one case, not none', async () => {
  const made = await composed({
    chart: '{ kind: box, category: bed, value: yield, frequency: times }',
    table: 'bed,yield,times\n1,1,1\n1,2,\n1,3,1\n1,4,1\n1,90,\n',
    codebook: 'hexis: codebook/1\nvariables: { bed: {}, yield: { measure: numeric }, times: { measure: numeric } }\n',
  });
  const [n] = made.numbers.columns.flatMap(({ key }, i) => (key === 'n' ? [i] : [])) as [number];
  const counted = Number(made.numbers.rows[0]?.[n]);
  expect(counted).toBe(3);
  expect(made.note.join(' ')).toMatch(/2\s+cases without a value for times/);
});

test.each([
  ['#c8c8c8', '#b0b0b0'],
  ['#b0b0b0', '#c8c8c8'],
])('of marks %s and %s of one series the contrast of the paler one is said', async (first, second) => {
  const made = await small({
    chart: '{ kind: bar, category: bed, value: yield }',
    more: `style: plain\nbars: { outline: { width: 0pt } }\naccents: [{ for: { bed: 1 }, fill: "${first}", outline: { width: 0pt } }, { for: { bed: 2 }, fill: "${second}", outline: { width: 0pt } }]`,
  });
  const findings = check(ok(made), made.problems).filter(({ rule }) => rule === 'contrast');
  // By the formula of WCAG 2.2 #c8c8c8 has 1.67 on white, and #b0b0b0 has 2.17.
  expect(findings.map(({ measured }) => measured?.value)).toEqual([1.67]);
});

describe('the contrast of words', () => {
  /** Of grey words on white: what the rule says. */
  const found = async (color: string) => {
    const made = await small({ more: `text: { tickLabel: { color: "${color}" } }` });
    const findings = check(ok(made), made.problems);
    return findings.filter(({ rule, setting }) => rule === 'contrast' && /tickLabel/.test(setting)).length > 0;
  };

  test('may not be less than 4.5 to 1: the last grey that does, and the first that does not', async () => {
    // By the formula of WCAG 2.2 #767676 has 4.54 and #777777 has 4.48 on white.
    expect([await found('#767676'), await found('#777777')]).toEqual([false, true]);
  });
});

describe('callouts', () => {
  const gap = async (pointer: string) => {
    const made = await composed({
      chart: '{ kind: scatter, x: v, y: w }',
      table: 'v,w\n0,0\n50,50\n100,100\n',
      codebook: 'hexis: codebook/1\nvariables: { v: { measure: numeric }, w: { measure: numeric } }\n',
      more: `callouts: [{ text: here, to: { x: 50, y: 50 }, pointer: ${pointer} }]\nsize: { width: 16cm, height: 12cm }`,
    });
    const { box } = only(made, /^callouts\[0\]$/);
    const { size } = made.settings.text;
    const { panel } = made.plate;
    const mark = find(made, /markers?\[/)[1]?.box ?? panel;
    const [x, y] = [mark.x + mark.width / 2, mark.y + mark.height / 2];
    const away = Math.hypot(
      Math.max(box.x - x, 0, x - box.x - box.width),
      Math.max(box.y - y, 0, y - box.y - box.height),
    );
    const line = find(made, /^callouts\[0\]\.pointer$/)[0] as LineItem | undefined;
    return { away: away / size, line };
  };

  test('keep far enough from what they speak of for their pointer to be seen, and no farther', async () => {
    const [none, line, arrow] = [await gap('none'), await gap('line'), await gap('arrow')];
    for (const [{ away }, least] of [
      [none, 1.1],
      [line, 1.7],
      [arrow, 2.1],
    ] as const) {
      expect(away).toBeGreaterThanOrEqual(least * 0.99);
      expect(away).toBeLessThan(least + 1.2);
    }
    expect([none.line, line.line?.type, arrow.line?.type]).toEqual([undefined, 'path', 'path']);
  });
});
