import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  check,
  type Drawing,
  memory,
  numbersJson,
  numbersText,
  ok,
  openProject,
  type PlateItem,
  type TextItem,
} from 'hexis';
import { contrast } from '../../src/core/color/color.js';
import { inBox, onPage } from '../../src/core/layout/axes/sceneScales.js';
import { slantedOverlap } from '../../src/core/layout/words/turned.js';
import { overlap } from '../../src/core/plate/plate.js';
import { builtInStyles } from '../../src/core/style/generated/builtIn.js';
import { small } from '../helpers/figures.js';

const cloud = Array.from({ length: 60 }, (_, i) => ({
  id: `c${i}`,
  g: ['one', 'two', 'three'][i % 3] as string,
  x: ((i * 7) % 23) + (i % 2) / 2,
  y: ((i * 11) % 29) / 10,
  z: 100 + ((i * 13) % 31) * 3 + (i % 3) * 20,
  w: (i * 5) % 4,
}));
type Case = (typeof cloud)[number];

const tableOf = (rows: readonly Case[]) =>
  `id,g,x,y,z,w\n${rows.map((row) => Object.values(row).join(',')).join('\n')}\n`;
const codebook = `hexis: codebook/1
variables:
  x: { label: Width, unit: cm, measure: numeric }
  y: { label: Depth, unit: m, measure: numeric }
  z: { label: Weight, unit: g, measure: numeric }
`;

const draw = (chart: string, more = '', rows: readonly Case[] = cloud, caption = false) =>
  small({ chart: `{ kind: space, ${chart} }`, more, table: tableOf(rows), codebook, caption });
const drawn = async (...call: Parameters<typeof draw>): Promise<Drawing> => ok(await draw(...call));

const axes = 'x: x, y: y, z: z';
const itemsOf = ({ plate }: Drawing, role: RegExp) => plate.items.filter((item) => role.test(item.role));
const textOf = (drawing: Drawing, role: RegExp) => itemsOf(drawing, role).map((item) => (item as TextItem).text);
const middleOf = ({ box }: PlateItem) => [box.x + box.width / 2, box.y + box.height / 2] as const;
const sceneOf = ({ parts }: Drawing) =>
  parts[0]?.panels[0]?.space as NonNullable<(typeof parts)[0]['panels'][0]['space']>;
const noteOf = ({ note }: Drawing) => note.join(' ');

/** Turned and tilted by sines and cosines alone, as far as a place of the box goes. */
function seen([x, y, z]: readonly number[], turn: number, tilt: number, distance?: number) {
  const [a, b] = [(turn * Math.PI) / 180, (tilt * Math.PI) / 180];
  const [across, away] = [
    (x as number) * Math.cos(a) - (y as number) * Math.sin(a),
    (x as number) * Math.sin(a) + (y as number) * Math.cos(a),
  ];
  const [up, far] = [
    (z as number) * Math.cos(b) + away * Math.sin(b),
    away * Math.cos(b) - (z as number) * Math.sin(b),
  ];
  const factor = distance === undefined ? 1 : distance / (distance + far);
  return [across * factor, -up * factor] as const;
}

describe('a cloud in space', () => {
  test.each([
    ['turn: 0, tilt: 90', 0, 90, undefined],
    ['turn: 35, tilt: 22', 35, 22, undefined],
    ['turn: -120, tilt: -40', -120, -40, undefined],
    ['turn: 75, tilt: 10, distance: 2', 75, 10, 2],
  ] as const)('has each case where %s sees it, in data units to 1e-9', async (view, turn, tilt, distance) => {
    const drawing = await drawn(`${axes}, view: { ${view} }`);
    const scene = sceneOf(drawing);
    const t = ({ low, high }: { low: number; high: number }, value: number) => (value - low) / (high - low) - 0.5;
    const [x, y, z] = [scene.axes.x, scene.axes.y, scene.axes.z];
    const points = itemsOf(drawing, /^series\[0\]\.points/);
    expect(points).toHaveLength(cloud.length);
    // From a place on the page and two of its values, the third.
    for (const item of points) {
      const row = cloud[Number(/\[(\d+)\]$/.exec(item.role)?.[1])] as Case;
      const [px, py] = middleOf(item);
      const at = (own: Case) => {
        const [u, v] = seen([t(x, own.x), t(y, own.y), t(z, own.z)], turn, tilt, distance);
        return [scene.middle[0] + u * scene.unit, scene.middle[1] + v * scene.unit] as const;
      };
      expect(Math.hypot(at(row)[0] - px, at(row)[1] - py)).toBeLessThan(1e-9 * scene.unit);
    }
  });

  test('does not hang on the order of the rows', async () => {
    const places = async (rows: readonly Case[]) =>
      itemsOf(await drawn(`${axes}, group: g, ellipsoid: {}, shells: {}, view: best`, '', rows), /points/)
        .map((item) =>
          middleOf(item)
            .map((v) => v.toFixed(6))
            .join(),
        )
        .sort();
    const shuffled = [...cloud].sort((a, b) => ((a.x * 37) % 11) - ((b.x * 37) % 11));
    expect(await places(shuffled)).toEqual(await places([...cloud].sort((a, b) => a.id.localeCompare(b.id))));
  });

  test('has the nearer marker over the farther one', async () => {
    const drawing = await drawn(`${axes}, group: g, view: { turn: 20, tilt: 30 }`);
    const scene = sceneOf(drawing);
    const near = itemsOf(drawing, /points\[/).map((item) => {
      const [, s, row] = /series\[(\d)\]\.points\[(\d+)\]/.exec(item.role) as RegExpExecArray;
      const own = cloud.filter(({ g }) => g === ['one', 'two', 'three'][Number(s)])[Number(row)] as Case;
      return onPage(scene, inBox(scene, [own.x, own.y, own.z]))[2];
    });
    expect(near).toEqual([...near].sort((a, b) => a - b));
  });

  test('says its view, and what sizes, colours, surfaces and lines mean', async () => {
    const note = noteOf(
      await drawn(
        `${axes}, color: y, size: w, view: { turn: 50, tilt: 20, distance: 3 }, ellipsoid: { level: 0.75 }, shells: { shares: [0.5, 0.9] }, shadows: [floor, back], drop: side, directions: true`,
      ),
    );
    expect(note).toContain(
      'The cloud is turned by 50° and tilted by 20°, in a perspective view from 3 box lengths away.',
    );
    expect(note).toContain('The area of the markers shows w; farther ones are smaller.');
    expect(note).toContain('The colour of the markers shows depth.');
    expect(note).toContain('The ellipsoid holds 75% of a normal distribution');
    expect(note).toContain('Surfaces of equal density enclose 50% and 90% of the cases.');
    expect(note).toContain('Small marks on the floor and back wall show the cases as seen straight on.');
    expect(note).toContain('Lines lead to the side wall.');
    expect(note).toContain('directions of greatest spread, two standard deviations to each side');
    expect(noteOf(await drawn(axes))).toContain('The cloud is turned by 35° and tilted by 22°, in a parallel view.');
  });

  test('has its numbers: means, spread, correlations, and the share inside each shell', async () => {
    const { numbers, plate } = await drawn(`${axes}, group: g, shells: { shares: [0.5] }`);
    expect(numbers.columns.map(({ key }) => key)).toEqual([
      'g',
      'n',
      'meanX',
      'sdX',
      'meanY',
      'sdY',
      'meanZ',
      'sdZ',
      'rXY',
      'rXZ',
      'rYZ',
      'inside',
    ]);
    for (const [i, name] of ['one', 'two', 'three'].entries()) {
      const own = cloud.filter(({ g }) => g === name);
      const mean = own.reduce((sum, { z }) => sum + z, 0) / own.length;
      expect(numbers.rows[i]?.slice(0, 2)).toEqual([name, 20]);
      expect(numbers.rows[i]?.[6]).toBeCloseTo(mean, 9);
      expect(numbers.rows[i]?.[11]).toBe(50);
    }
    expect(plate.description).toMatch(
      /^Points in space of 60 cases by width, depth and weight\. Correlations: width and depth −?0\.\d\d;/,
    );
  });

  test('counts a case of frequency 0 nowhere, and one of frequency 3 three times', async () => {
    const { numbers } = await drawn(`${axes}, frequency: w`);
    expect(numbers.used).toBe(cloud.reduce((sum, { w }) => sum + w, 0));
    const repeated = cloud.flatMap((row) => Array.from({ length: row.w }, () => row));
    const alone = await drawn(axes, '', repeated);
    for (const [i, value] of (numbers.rows[0] ?? []).entries())
      expect(value).toBeCloseTo(alone.numbers.rows[0]?.[i] as number, 9);
    expect(noteOf(await drawn(`${axes}, weight: w`))).toContain('Cases are weighted by w.');
  });

  test('is seen from one side in all panels, in boxes of the same limits', async () => {
    const drawing = await drawn(`${axes}, view: best, ellipsoid: {}`, 'panels: { by: g }');
    const { plans = [], panels = [] } = drawing.parts[0] ?? {};
    expect(new Set(plans.map(({ space }) => JSON.stringify([space?.view, space?.axes]))).size).toBe(1);
    const units = panels.map(({ space }) => space?.unit as number);
    expect(Math.max(...units) / Math.min(...units)).toBeLessThan(1.02);
  });

  test('has drop lines that end straight below on the floor, shadows there, and no marker on a wall', async () => {
    const drawing = await drawn(`${axes}, drop: floor, shadows: [floor], view: { turn: 30, tilt: 25 }`);
    const scene = sceneOf(drawing);
    const [shadows] = itemsOf(drawing, /shadows/) as Extract<PlateItem, { type: 'markers' }>[];
    const drops = itemsOf(drawing, /scene\.drops/) as Extract<PlateItem, { type: 'path' }>[];
    const ends = drops.flatMap(({ outline: { coordinates } }) =>
      Array.from({ length: coordinates.length / 4 }, (_, i) => coordinates.slice(4 * i, 4 * i + 4)),
    );
    for (const row of cloud) {
      const [x, y] = onPage(scene, [
        inBox(scene, [row.x, row.y, row.z])[0],
        inBox(scene, [row.x, row.y, row.z])[1],
        -0.5,
      ]);
      expect(
        [...(shadows?.xs ?? [])].some((own, i) => Math.hypot(own - x, (shadows?.ys[i] as number) - y) < 1e-9),
      ).toBe(true);
      expect(ends.some(([, , ex, ey]) => Math.hypot((ex as number) - x, (ey as number) - y) < 1e-6)).toBe(true);
    }
    // In a parallel view all of them are upright on the page.
    for (const [x1, , x2] of ends) expect(x1).toBeCloseTo(x2 as number, 9);
  });

  test('shows depth by size and by fading, and never fades below what is seen', async () => {
    const widths = (drawing: Drawing) => itemsOf(drawing, /points\[/).map(({ box }) => box.width);
    const sized = widths(await drawn(`${axes}, depth: size`));
    expect(Math.max(...sized) / Math.min(...sized)).toBeGreaterThan(1.2);
    expect(sized.at(-1)).toBeGreaterThan(sized[0] as number);
    expect(new Set(widths(await drawn(axes)).map((w) => w.toFixed(6))).size).toBe(1);
    for (const style of Object.keys(builtInStyles)) {
      const fills = itemsOf(await drawn(`${axes}, depth: fade, group: g`, `style: ${style}`), /points\[/).flatMap(
        (item) => (item.type === 'path' && item.fill ? [item.fill] : []),
      );
      const { groups } = (await drawn(`${axes}, group: g`, `style: ${style}`)).settings.palette;
      const least = Math.min(3, ...groups.slice(0, 3).map((color) => contrast(color, '#ffffff')));
      if (style !== 'mono')
        for (const fill of fills) expect(contrast(fill, '#ffffff')).toBeGreaterThanOrEqual(least - 1e-9);
    }
    const near = widths(await drawn(`${axes}, view: { turn: 30, tilt: 10, distance: 2 }`));
    expect(Math.max(...near) / Math.min(...near)).toBeGreaterThan(1.3);
  });

  test('names cases, singles them out, and has callouts at places in space', async () => {
    const drawing = await drawn(
      `${axes}, id: id, names: [c7, c9]`,
      `accents: [{ for: { id: c7 }, fill: "#aa0011", size: 9pt }]\ncallouts: [{ text: here, to: { x: 10, y: 1, z: 150 } }]`,
    );
    expect(textOf(drawing, /names\[/).sort()).toEqual(['c7', 'c9']);
    const marked = itemsOf(drawing, /points\[7\]/)[0] as Extract<PlateItem, { type: 'path' }>;
    expect([marked.fill, marked.box.width > 9]).toEqual(['#aa0011', true]);
    const [x, y] = onPage(sceneOf(drawing), inBox(sceneOf(drawing), [10, 1, 150]));
    const [pointer] = itemsOf(drawing, /callouts\[0\]\.pointer/) as Extract<PlateItem, { type: 'path' }>[];
    const [ex, ey] = (pointer as { outline: { coordinates: number[] } }).outline.coordinates.slice(-2) as [
      number,
      number,
    ];
    expect(Math.hypot(ex - x, ey - y)).toBeLessThan(12);
    expect((await draw(axes, 'callouts: [{ text: a, to: { x: 1, y: 1 } }]')).problems.map(({ code }) => code)).toEqual([
      'setting-needed',
    ]);
    expect(
      (await draw(axes, 'callouts: [{ text: a, to: { x: 1, y: 1, z: 999 } }]')).problems.map(({ code }) => code),
    ).toEqual(['callout-outside']);
  });

  test('takes limits, steps, scales and titles for each axis, and counts what it cuts off', async () => {
    const drawing = await drawn(
      axes,
      'axes: { x: { from: 0, to: 30, step: 10 }, z: { scale: log, title: Load, unit: kg } }',
    );
    expect(textOf(drawing, /axes\.x\.labels/)).toEqual(['0', '10', '20', '30']);
    expect(textOf(drawing, /axes\.\w\.title/).sort()).toEqual(['Depth (m)', 'Load (kg)', 'Width (cm)']);
    const [low, high] = [sceneOf(drawing).axes.z.low, sceneOf(drawing).axes.z.high];
    expect(inBox(sceneOf(drawing), [0, 0, Math.sqrt(low * high)])[2]).toBeCloseTo(0, 9);
    const cut = await draw(axes, 'axes: { z: { to: 150 } }');
    expect(cut.problems.map(({ code, facts }) => [code, (facts as { axis: string }).axis])).toEqual([
      ['data-outside', 'z'],
    ]);
    const kept = ok(await draw(`${axes}, beyond: left-out`, 'axes: { z: { to: 150 } }'));
    expect(kept.numbers.used).toBe(cloud.filter(({ z }) => z <= 150).length);
    expect(
      (await draw(axes, 'axes: { x: { second: { unit: m } }, all: { angle: 45 } }')).problems.map(({ code }) => code),
    ).toEqual(['setting-idle', 'setting-idle']);
    expect(
      (await draw('x: x, y: y')).problems.map(({ code, facts }) => [code, (facts as { key: string }).key]),
    ).toEqual([['missing-key', 'z']]);
  });

  test('says that an axis is seen end-on', async () => {
    for (const [view, axis] of [
      ['front', 'y'],
      ['side', 'x'],
      ['above', 'z'],
    ]) {
      const outcome = await draw(`${axes}, view: ${view}`);
      expect(outcome.problems.map(({ code, facts }) => [code, (facts as { axis: string }).axis])).toEqual([
        ['axis-end-on', axis],
      ]);
      expect(check(ok(outcome), outcome.problems).map(({ rule }) => rule)).toContain('ticks');
    }
  });

  const views = fc.record({
    turn: fc.integer({ min: -180, max: 180 }),
    tilt: fc.integer({ min: -90, max: 90 }),
    distance: fc.option(fc.integer({ min: 2, max: 9 }), { nil: undefined }),
    style: fc.constantFrom(...Object.keys(builtInStyles)),
    group: fc.boolean(),
    width: fc.integer({ min: 70, max: 160 }),
    height: fc.integer({ min: 60, max: 120 }),
    sides: fc.constantFrom('[1, 1, 1]', '[1, 1, 0.5]', '[1, 0.4, 0.4]'),
  });

  test('has no word on another or beyond the page, from any side', async () => {
    await fc.assert(
      fc.asyncProperty(views, async ({ turn, tilt, distance, style, group, width, height, sides }) => {
        const view = `view: { turn: ${turn}, tilt: ${tilt}${distance === undefined ? '' : `, distance: ${distance}`} }`;
        const { plate } = await drawn(
          `${axes}, ${view}, proportions: ${sides}${group ? ', group: g' : ''}`,
          `style: ${style}\nsize: { width: ${width}mm, height: ${height}mm }`,
        );
        const words = plate.items.filter((item): item is TextItem => item.type === 'text');
        for (const [i, word] of words.entries()) {
          const { x, y, width: w, height: h } = word.box;
          expect([x > -0.01, y > -0.01, x + w < plate.width + 0.01, y + h < plate.height + 0.01]).toEqual([
            true,
            true,
            true,
            true,
          ]);
          for (const other of words.slice(i + 1)) {
            if (overlap(word.box, other.box) && slantedOverlap(word, other))
              throw new Error(`${word.text} on ${other.text}`);
          }
        }
      }),
      { numRuns: 120, seed: 20261127 },
    );
  });

  const flat = (rows: [number, number, number][]) =>
    rows.map(([x, y, z], i) => ({ ...(cloud[0] as Case), id: `p${i}`, g: i % 2 === 0 ? 'one' : 'two', x, y, z }));
  test.each([
    ['a plane', flat(Array.from({ length: 20 }, (_, i) => [i % 5, Math.floor(i / 5), (i % 5) + Math.floor(i / 5)]))],
    ['a line', flat(Array.from({ length: 20 }, (_, i) => [i, 2 * i, 3 * i]))],
    ['one point', flat([[1, 2, 3]])],
    [
      'two cases',
      flat([
        [1, 2, 3],
        [4, 4, 4],
      ]),
    ],
    ['a constant column', flat(Array.from({ length: 20 }, (_, i) => [i, 5, (i * 7) % 11]))],
    ['a thousand equal points', flat(Array.from({ length: 1000 }, () => [1, 2, 3]))],
    [
      'sizes far apart',
      flat(Array.from({ length: 20 }, (_, i) => [1e200 * (i % 5), 1e-200 * (i % 7), 1e9 + ((i * 7) % 11)])),
    ],
  ])('of %s is drawn, and what cannot be about it is said', async (_, rows) => {
    const outcome = await draw(
      `${axes}, group: g, ellipsoid: {}, shells: {}, directions: true, drop: floor, shadows: [side], view: best`,
      '',
      rows,
    );
    const { plate } = ok(outcome);
    expect(plate.items.some(({ role }) => /points/.test(role))).toBe(true);
    expect(plate.items.every(({ box }) => Number.isFinite(box.x + box.y + box.width + box.height))).toBe(true);
    const said = outcome.problems.map(({ code }) => code).filter((code) => code !== 'text-shrunk');
    expect(new Set(said)).toEqual(new Set(_ === 'sizes far apart' ? said : ['surface-missing']));
  });

  test('of thousands is a few pieces of ink, in order', async () => {
    const many = Array.from({ length: 4000 }, (_, i) => ({
      ...(cloud[i % 60] as Case),
      x: (i * 7919) % 1009,
      y: (i * 104_729) % 997,
      z: (i * 1_299_709) % 991,
    }));
    const drawing = await drawn(`${axes}, depth: fade`, '', many);
    const { plate } = drawing;
    const markers = plate.items.filter((item) => item.type === 'markers');
    expect(markers.length).toBeLessThan(40);
    // Those that nearer ones hide whole are left out, and no other: what is left covers every place that any covers.
    const shown = markers.flatMap(({ xs, ys }) => [...xs].map((x, i) => [x, ys[i] as number] as const));
    expect(shown.length).toBeLessThan(4000);
    const scene = sceneOf(drawing);
    const radius = drawing.settings.markers.size / 2;
    for (const row of many) {
      const [x, y] = onPage(scene, inBox(scene, [row.x, row.y, row.z]));
      if (shown.some(([a, b]) => Math.hypot(a - x, b - y) < 1e-9)) continue;
      for (const [u, v] of [
        [0, 0],
        [0.99, 0],
        [-0.99, 0],
        [0, 0.99],
        [0, -0.99],
        [0.7, 0.7],
        [-0.7, 0.7],
      ] as const) {
        expect(shown.some(([a, b]) => Math.hypot(a - x - u * radius, b - y - v * radius) < radius)).toBe(true);
      }
    }
  });
});

describe('components as axes', () => {
  const of = 'components: { of: [x, y, z, w] }';

  test('stand for the columns that are not named, in space and flat, with their shares', async () => {
    const inSpace = await drawn(of);
    expect(
      textOf(inSpace, /axes\.\w\.title/)
        .map((text) => text.replace(/[\d.]+%/, '#%'))
        .sort(),
    ).toEqual(['Component 1 (#%)', 'Component 2 (#%)', 'Component 3 (#%)']);
    const flatChart = ok(await small({ chart: `{ kind: scatter, ${of} }`, table: tableOf(cloud), codebook }));
    expect(textOf(flatChart, /axes\.\w\.title/)[0]).toMatch(/^Component 2 \(\d/);
    const chosen = ok(
      await small({
        chart: `{ kind: scatter, x: component 3, y: z, color: component 1, ${of} }`,
        table: tableOf(cloud),
        codebook,
      }),
    );
    expect(textOf(chosen, /axes\.\w\.title/).sort()).toEqual([expect.stringMatching(/^Component 3/), 'Weight (g)']);
    expect(noteOf(inSpace)).toContain(
      'Axes show principal components of width, depth, weight and w, by their correlations.',
    );
  });

  test('have eigenvalues, shares and loadings in the numbers, for people and for programs', async () => {
    const { numbers } = await drawn('components: { of: [x, y, z, w], rotate: promax, keep: 3 }, group: g');
    const [found, loadings, related] = numbers.further ?? [];
    expect(found?.rows.reduce((sum, row) => sum + (row[1] as number), 0)).toBeCloseTo(4, 9);
    expect(found?.rows.at(-1)?.[3]).toBeCloseTo(100, 9);
    expect(loadings?.rows.map(([name]) => name)).toEqual(['Width', 'Depth', 'Weight', 'w']);
    expect(related?.rows.map((row, k) => row[k + 1])).toEqual([
      expect.closeTo(1, 9),
      expect.closeTo(1, 9),
      expect.closeTo(1, 9),
    ]);
    expect(numbersText(numbers)).toMatch(/\n\nComponents, before and after rotation\nComponent +Eigenvalue/);
    expect(numbersJson('f', numbers)).toMatchObject({
      further: [{ key: 'components' }, { key: 'loadings' }, { key: 'componentCorrelations' }],
    });
  });

  test('are found of the cases that are chosen and have a value of all columns', async () => {
    const holed = cloud.map((row, i) => (i % 10 === 0 ? { ...row, w: '' as unknown as number } : row));
    const some = await drawn(`${of}, where: { g: [one, two] }`, '', holed);
    const kept = holed.filter((row) => row.g !== 'three' && (row.w as unknown) !== '');
    const alone = await drawn(of, '', kept);
    expect(some.numbers.further).toEqual(alone.numbers.further);
    expect(some.numbers.used).toBe(kept.length);
    expect(some.numbers.leftOut.length).toBeGreaterThan(0);
  });

  test.each([
    ['components: { of: [x, x] }', 'component-twice'],
    ['components: { of: [x, y], keep: 2 }', 'setting-idle'],
    ['components: { of: [x, y] }', 'component-beyond'],
    ['components: { of: [x, y, z], rotate: varimax, keep: 2 }', 'component-beyond'],
    ['components: { of: [x, y, z, q] }', 'column-unknown'],
    ['components: { of: [x] }', 'too-short'],
  ])('%s is refused', async (chart, code) => {
    const outcome = await draw(chart);
    expect([outcome.ok, outcome.problems[0]?.code]).toEqual([
      false,
      code === 'too-short' ? outcome.problems[0]?.code : code,
    ]);
  });

  test('of columns that do not vary are refused, and of those that follow from others said to be flat', async () => {
    const same = cloud.map((row) => ({ ...row, y: 1 }));
    expect((await draw(of, '', same)).problems.map(({ code }) => code)).toEqual(['components-none']);
    const sum = cloud.map((row) => ({ ...row, w: row.x + row.y }));
    expect((await draw(of, '', sum)).problems.map(({ code }) => code)).toEqual(['components-flat']);
  });
});

test('a project in memory draws a cloud with nothing but three columns', async () => {
  const files = {
    'f.yaml': `hexis: figure/1\ndata: { rows: ${JSON.stringify(cloud)} }\nchart: { kind: space, ${axes} }\n`,
  };
  const outcome = await openProject(memory(files)).draw('f.yaml');
  expect([outcome.ok, outcome.problems]).toEqual([true, []]);
});
