import { describe, expect, test } from '@jest/globals';
import { ok, type PlateItem, type TextItem } from 'hexis';
import { disk } from 'hexis/node';
import { overlaid } from '../../src/core/project/read/source.js';
import { codes as codesOf, composed, drawn, small } from '../helpers/figures.js';
import { demoFigure } from '../helpers/hexis.js';

type Drawn = Awaited<ReturnType<typeof composed>>;
const items = ({ plate }: Drawn, role: RegExp) => plate.items.filter((item) => role.test(item.role));
const words = (figure: Drawn, role: RegExp) =>
  items(figure, role).filter((item): item is TextItem => item.type === 'text');
const forms = (figure: Drawn, role: RegExp) =>
  words(figure, role).map(({ text, color, pieces }) => [text, color, pieces[0]?.variant]);
const strokes = (figure: Drawn, role: RegExp) =>
  items(figure, role).map((item) => ('stroke' in item && item.stroke ? [item.stroke.color, item.stroke.width] : []));

describe('single words have a look of their own', () => {
  test('tick labels and legend entries, by the groups that they name', async () => {
    const figure = await composed({
      more: 'accents: [{ for: { bed: Compost }, words: { weight: bold, color: "#aa0011" } }, { for: { season: [spring, autumn] }, words: { slant: italic } }]',
    });
    expect(forms(figure, /^axes\.x\.labels/)).toEqual([
      ['Compost', '#aa0011', 'bold'],
      ['Bare soil', '#1c2126', 'regular'],
    ]);
    expect(forms(figure, /^legend\.entries\[\d\]$/).map((form) => form[2])).toEqual(['italic', 'italic']);
    expect(figure.plate.items.some(({ from }) => from.startsWith('accents'))).toBe(false);
  });

  test('numbers along an axis, by themselves', async () => {
    const figure = await composed({
      chart: '{ kind: bar, category: bed, value: yield }',
      more: 'axes: { value: { looks: { 2: { weight: bold }, 4: { color: signal } } } }',
    });
    const marked = forms(figure, /^axes\.y\.labels/).filter(
      ([, color, face]) => color !== '#1c2126' || face !== 'regular',
    );
    expect(marked).toEqual([
      ['2', '#1c2126', 'bold'],
      ['4', '#b3401f', 'regular'],
    ]);
  });

  test('names at the ends of slopes', async () => {
    const figure = await composed({
      chart: '{ kind: slope, item: bed, values: [a, b] }',
      table: 'bed,a,b\nx,1,2\ny,3,4\n',
      codebook: 'hexis: codebook/1\n',
      more: 'accents: [{ for: { bed: y }, words: { color: "#aa0011" } }]',
    });
    expect(
      forms(figure, /^endLabels\.right/)
        .map(([text, color]) => [text, color])
        .sort(),
    ).toEqual([
      ['2  x', '#1c2126'],
      ['4  y', '#aa0011'],
    ]);
  });
});

describe('several groups in one accent', () => {
  test('and in the spotlight', async () => {
    const colors = async (more: string) =>
      items(await composed({ more }), /^series\[\d\]\.marks\[\d\]$/).map((item) => 'fill' in item && item.fill);
    const one = await colors('accents: [{ for: { bed: [Compost, Bare soil], season: [spring] }, fill: "#aa0011" }]');
    expect(one.filter((fill) => fill === '#aa0011')).toHaveLength(2);
    const all = await colors('accents: [{ for: { bed: [1, 2], season: [spring, autumn] }, fill: "#aa0011" }]');
    expect(new Set(all)).toEqual(new Set(['#aa0011']));
    const { problems } = await small({ more: 'accents: [{ for: { bed: [Compost, Mulsh] }, fill: red }]' });
    expect(problems.map(({ code, place }) => [code, place?.column])).toEqual([['value-unknown', 35]]);
  });
});

describe('functions and reference lines', () => {
  const curves = (own: string) =>
    `{ kind: curve, functions: [{ y: x, name: a${own} }, { y: 2*x, name: b }], x: { from: 0, to: 10 } }`;

  test('have a colour, a width, dashes and markers of their own, in the legend too', async () => {
    const figure = await composed({
      chart: curves(', color: "#aa0011", width: 3pt, dash: dotted, markers: [2, 5, 99], marker: star'),
    });
    for (const role of [/^series\[0\]\.marks\[0\]$/, /^legend\.entries\[0\]\.key$/])
      expect(strokes(figure, role)).toEqual([['#aa0011', 3]]);
    expect(strokes(figure, /^series\[1\]\.marks\[0\]$/)).toEqual([['#bd8b40', 1.6]]);
    const markers = items(figure, /^series\[0\]\.marks\[[123]\]$/);
    expect(markers).toHaveLength(2);
    expect((await composed({ chart: curves('') })).plate.items.some(({ role }) => /key\.marker/.test(role))).toBe(
      false,
    );
  });

  test('say where a colour is none', async () => {
    const { problems } = await small({ chart: curves(', color: nocolor') });
    expect(problems.map(({ code, place }) => [code, place?.line])).toEqual([['bad-color', 4]]);
  });

  test('stand in the legend by their names where wished', async () => {
    const figure = await composed({
      chart:
        '{ kind: bar, category: bed, value: yield, references: [{ at: 3, name: target, named: legend, color: "#aa0011", dash: dashed, label: target of the garden }] }',
      caption: true,
      more: 'legend: { place: right }',
    });
    expect(words(figure, /^legend\.entries/).map(({ text }) => text)).toEqual(['target']);
    expect(strokes(figure, /^legend\.entries\[0\]\.key$/)).toEqual(strokes(figure, /^references\[0\]$/));
    expect(words(figure, /references.*name/)).toEqual([]);
    expect(figure.note.join(' ')).toContain('The dashed line at 3 is the target of the garden.');
  });
});

describe('legends', () => {
  const lines = '{ kind: line, x: bed, value: yield, group: season, summary: mean }';
  const keys = async (more: string) =>
    items(await composed({ chart: lines, more }), /^legend.*key/).map(({ role, type }) => [
      role.split('.').slice(2).join('.'),
      type,
    ]);

  test('have no markers where lines have none, and squares where asked', async () => {
    expect((await keys('')).map(([key]) => key)).toEqual(['key', 'key.marker', 'key', 'key.marker']);
    expect((await keys('lines: { markers: false }')).map(([key]) => key)).toEqual(['key', 'key']);
    expect(await keys('legend: { key: { shape: square } }')).toEqual([
      ['key', 'rect'],
      ['key', 'rect'],
    ]);
  });

  test('explain the areas of markers by round values', async () => {
    const table = `x,y,n\n${[1, 4, 9, 16, 30].map((n) => `${n},${n},${n}`).join('\n')}\n`;
    const drawnWith = (sizes: string) =>
      composed({
        chart: `{ kind: scatter, x: x, y: y, size: n${sizes} }`,
        table,
        codebook: 'hexis: codebook/1\nvariables: { n: { label: Plants, unit: each } }\n',
        more: 'legend: { place: right }',
      });
    const figure = await drawnWith('');
    expect(words(figure, /^legend/).map(({ text }) => text)).toEqual(['Plants (each)', '10', '20', '30']);
    const areas = items(figure, /^legend.*key$/).map(({ box }) => (box.width - 0.5) ** 2);
    expect((areas[1] as number) / (areas[0] as number)).toBeCloseTo(2, 1);
    const largest = items(figure, /^series\[0\]\.points\[4\]$/)[0] as PlateItem;
    expect(items(figure, /^legend.*key$/)[2]?.box.width).toBeCloseTo(largest.box.width, 6);
    expect(words(await drawnWith(', sizes: none'), /^legend/)).toEqual([]);
    expect(
      words(await drawnWith(', sizes: [5, 25]'), /^legend/)
        .map(({ text }) => text)
        .slice(1),
    ).toEqual(['5', '25']);
  });
});

describe('labels and titles at an angle', () => {
  const long = 'bed,yield\nAn early compost,1\nA late compost,2\nStraw and mulch,3\nA raised bed of oak,4\n';
  const at = (angle: number, more = '') =>
    composed({
      chart: '{ kind: bar, category: bed, value: yield }',
      table: long,
      codebook: 'hexis: codebook/1\n',
      more: `axes: { category: { angle: ${angle} } ${more} }\nsize: { width: 9cm, height: 7cm }`,
    });

  test.each([-90, -60, -30, 0, 20, 45, 70, 90])(
    'tick labels at %s° keep to the page and off each other, below their ticks',
    async (angle) => {
      const figure = await at(angle);
      const labels = words(figure, /^axes\.x\.labels/);
      expect(labels.map((label) => Math.round(label.angle))).toEqual([angle, angle, angle, angle]);
      const { panel, width, height } = figure.plate;
      for (const { box } of labels) {
        expect(box.y).toBeGreaterThan(panel.y + panel.height);
        expect([box.x >= 0, box.x + box.width <= width, box.y + box.height <= height]).toEqual([true, true, true]);
      }
      const { problems } = await small({
        chart: '{ kind: bar, category: bed, value: yield }',
        table: long,
        codebook: 'hexis: codebook/1\n',
        more: `axes: { category: { angle: ${angle} } }\nsize: { width: 9cm, height: 7cm }`,
      });
      expect(problems.map(({ code }) => code)).not.toContain('words-touch');
    },
  );

  test('an end of a slanted label is at its tick', async () => {
    const [up, down] = [await at(45), await at(-45)].map((figure) => ({
      label: words(figure, /^axes\.x\.labels\[1\]/)[0] as TextItem,
      bar: items(figure, /marks\[1\]$/)[0] as PlateItem,
    }));
    const middle = (item: PlateItem) => item.box.x + item.box.width / 2;
    expect(Math.abs((up?.label.box.x ?? 0) + (up?.label.box.width ?? 0) - middle(up?.bar as PlateItem))).toBeLessThan(
      6,
    );
    expect(Math.abs((down?.label.box.x ?? 0) - middle(down?.bar as PlateItem))).toBeLessThan(6);
  });

  test('titles of vertical axes lie across the page, beside or above it', async () => {
    const title = async (more: string) => {
      const figure = await composed({ more: `axes: { value: { ${more} } }` });
      const item = words(figure, /^axes\.y\.title/)[0] as TextItem;
      return {
        ...item,
        panel: figure.plate.panel,
        first: Math.min(...words(figure, /^axes\.y\.labels/).map(({ box }) => box.x)),
      };
    };
    const [beside, above, end] = [
      await title('titleAngle: 0'),
      await title('titleAngle: 0, titlePlace: end'),
      await title('titlePlace: end'),
    ];
    expect([beside.angle, above.angle, end.angle]).toEqual([0, 0, 90]);
    expect(beside.box.x + beside.box.width).toBeLessThan(beside.first);
    expect(above.box.y + above.box.height).toBeLessThan(above.panel.y);
    expect(Math.abs(above.box.x - above.first)).toBeLessThan(2);
    expect(Math.abs(end.box.y - end.panel.y)).toBeLessThan(1);
  });
});

describe('lengths', () => {
  test('are given in text sizes or as lengths, wherever either may stand', async () => {
    const tick = async (more: string) => {
      const { box } = items(await composed({ more: `style: apa\n${more}` }), /^axes\.y\.ticks\[0\]$/)[0] as PlateItem;
      return Number(box.width.toFixed(3));
    };
    expect(await tick('axes: { value: { tickLength: 1 } }')).toBe(10);
    expect(await tick('axes: { value: { tickLength: 6pt } }')).toBe(6);
    expect(await tick('axes: { value: { tickLength: 0.5em } }')).toBe(5);
    const { settings } = await composed({
      more: 'text: { size: 10pt, tickLabel: { size: 1.2em } }\nmarkers: { size: 0.5em }\nspace: { axisTitle: 5pt }',
    });
    expect([settings.text.tickLabel.size, settings.markers.size, settings.space.axisTitle]).toEqual([12, 5, 0.5]);
    const { problems } = await small({ more: 'text: { size: 2em }' });
    expect(problems.map(({ code }) => code)).toEqual(['bad-length']);
  });
});

describe('typefaces', () => {
  test('differ from one kind of text to another', async () => {
    const figure = demoFigure('yield-plain');
    const more = 'text: { tickLabel: { face: Tinos, weight: bold }, axisTitle: { face: Carlito } }\n';
    const text = (await disk.text(figure)).replace(/^text:.*$/m, '');
    const outcome = await drawn(overlaid(disk, { [figure]: `${text}\n${more}` }), figure);
    expect(outcome.ok).toBe(true);
    if (!outcome.ok) return;
    const families = (role: RegExp) => [
      ...new Set(
        words(outcome.value, role).flatMap(({ pieces }) => pieces.map(({ family, variant }) => `${family} ${variant}`)),
      ),
    ];
    expect(families(/^axes\.[xy]\.labels/)).toEqual(['Tinos bold']);
    expect(families(/^axes\.[xy]\.title/)).toEqual(['Carlito regular']);
    expect(families(/^heading/)).toEqual(['Arimo bold']);
    const unknown = await drawn(overlaid(disk, { [figure]: `${text}\ntext: { note: { face: Nothing } }\n` }), figure, {
      caption: true,
    });
    expect(unknown.problems.map(({ code }) => code)).toEqual(['face-unknown']);
  });
});

describe('no fill', () => {
  test.each(['none', 'transparent'])('%s leaves an outline, and what lies under it shows', async (fill) => {
    const bars = await composed({
      more: `palette: { groups: [${fill}, red] }\npanel: { fill: ${fill} }\nlegend: { fill: ${fill}, place: inside }`,
    });
    const bar = items(bars, /^series\[0\]\.marks\[0\]$/)[0] as PlateItem;
    expect('fill' in bar ? bar.fill : undefined).toBeUndefined();
    expect(strokes(bars, /^series\[0\]\.marks\[0\]$/)).toEqual([['#1c2126', 0.75]]);
    expect(items(bars, /^panel\.ground|^legend\.frame/)).toEqual([]);
    expect(items(bars, /errors.*halo/).filter(({ role }) => role.startsWith('series[0]'))).toEqual([]);
    const pie = await composed({
      chart: '{ kind: pie, category: bed }',
      more: `accents: [{ for: { bed: 1 }, fill: ${fill} }]`,
    });
    expect(strokes(pie, /marks/).filter(([color]) => color === '#1c2126')).toHaveLength(1);
    const points = await composed({
      chart: '{ kind: interval, category: bed, value: yield }',
      more: `palette: { single: ${fill} }`,
    });
    expect(items(points, /marks/).every((item) => !('fill' in item && item.fill) && 'stroke' in item)).toBe(true);
  });
});

describe('axes', () => {
  test('point out titles that stand on the wrong one', async () => {
    const said = async (axes: string) =>
      (await small({ more: `axes: ${axes}` })).problems.map(({ code, place }) => [code, place?.column]);
    expect(await said('{ x: { title: Yield }, y: { title: Type of bed } }')).toEqual([
      ['titles-swapped', 21],
      ['titles-swapped', 42],
    ]);
    expect(await said('{ x: { title: "Type of bed" } }')).toEqual([]);
    expect(await said('{ category: { title: "" }, value: { title: Harvest } }')).toEqual([]);
  });
});

describe('cases beyond the limits of an axis', () => {
  const table = `v\n${[1, 2, 3, 4, 5, 50].join('\n')}\n`;
  const histogram = async (more: string, axes = '{ along: { from: 0, to: 10 } }') => {
    const { value, problems } = (await small({
      chart: `{ kind: histogram, value: v${more} }`,
      table,
      codebook: 'hexis: codebook/1\n',
      more: `axes: ${axes}`,
    })) as never as { value: Drawn; problems: { code: string; facts: object }[] };
    return { numbers: value.numbers, codes: problems.map(({ code }) => code), problems };
  };

  test('are counted unless the author leaves them out, which is said', async () => {
    const hidden = await histogram('');
    expect([hidden.numbers.used, hidden.codes]).toEqual([6, ['data-outside']]);
    const scatter = (more: string) =>
      small({
        chart: `{ kind: scatter, x: v, y: v, fit: { degree: 1 }${more} }`.replace('y: v', 'y: w'),
        table: 'v,w\n1,1\n2,2\n3,3\n9,1\n',
        codebook: 'hexis: codebook/1\n',
        more: 'axes: { x: { from: 0, to: 5 } }',
      });
    const counted = await scatter('');
    expect(counted.problems.map(({ facts }) => (facts as { isCounted?: boolean }).isCounted)).toEqual([true]);
    const without = await scatter(', beyond: left-out');
    expect(without.problems).toEqual([]);
    expect(without.ok && without.value.numbers.rows[0]?.slice(0, 2)).toEqual(
      without.ok && [3, ...(without.value.numbers.rows[0]?.slice(1, 2) ?? [])],
    );
    expect(without.ok && without.value.numbers.leftOut.map(({ reason }) => reason)).toEqual(['v is beyond its axis']);
    expect((await histogram(', beyond: left-out')).numbers.used).toBe(5);
    expect((await histogram(', beyond: left-out', '{ along: { title: V } }')).codes).toEqual(['setting-idle']);
  });

  test('bins are about as many as asked, at round edges, and follow the limits where asked', async () => {
    const rows = async (bins: string, axes?: string) => (await histogram(`, bins: ${bins}`, axes)).numbers.rows;
    const about = await rows('{ about: 20 }', '{ along: { title: V } }');
    expect(about[0]?.slice(0, 2)).toEqual([0, 2.5]);
    expect(about).toHaveLength(20);
    const limited = await rows('{ count: 5, over: limits }');
    expect(limited.map(([from, to]) => [from, to])).toEqual([
      [0, 2],
      [2, 4],
      [4, 6],
      [6, 8],
      [8, 10],
    ]);
    expect((await histogram(', bins: { over: limits }', '{ along: { title: V } }')).codes).toEqual(['setting-idle']);
  });
});

describe('words are made ready wherever they were written', () => {
  const style = (more: string) => ({ 's.style.yaml': `hexis: style/1\nname: s\nextends: plain\n${more}\n` });
  const drawnWith = (more: string, caption = false) =>
    small({ more: 'style: s.style.yaml\ncaption: { number: 3, title: Yield }', files: style(more), caption });

  test.each([
    ['the title of an axis', 'axes: { value: { title: "*M* yield, H~2~O" } }', 'axes.y.title', 'M yield, H2O (kg/m²)'],
    ['a unit', 'axes: { value: { unit: "m^2^" } }', 'axes.y.title', 'Mean yield (m2)'],
    ['the title of the legend', 'legend: { title: "*Season*" }', 'legend.title', 'Season'],
  ])('%s of a house style', async (_, more, role, text) => {
    const { plate } = ok(await drawnWith(more));
    const item = plate.items.find((own) => own.role === role) as TextItem;
    expect(item.pieces.map((piece) => piece.text).join('')).toBe(text);
  });

  test.each([
    'axes: { value: { title: "日" } }',
    'axes: { value: { format: { suffix: "日" } } }',
    'dataLabels: { show: value, format: { prefix: "日" } }',
    'legend: { title: "日" }',
  ])('a character that the face lacks is said: %s', async (more) => {
    const { problems } = await drawnWith(more);
    expect(problems.map(({ code, facts }) => (code === 'glyph-missing' ? facts.characters : code))).toEqual([['日']]);
  });

  test('the form of the caption, where the caption is drawn', async () => {
    const more = 'captionForm: { number: "Abb. {number} 日", arrange: run-in }';
    const codes = (made: Awaited<ReturnType<typeof drawnWith>>) => made.problems.map(({ code }) => code);
    expect(codes(await drawnWith(more, true))).toEqual(['glyph-missing']);
    expect(codes(await drawnWith(more))).toEqual([]);
    // What is not shown asks for no face: neither codes nor names of columns.
    const table = 'bed,season,日\n1,spring,2\n1,autumn,3\n2,spring,4\n2,autumn,2\n';
    const codebook = 'hexis: codebook/1\nvariables: { 日: { label: Yield, measure: numeric } }\n';
    expect(await codesOf({ chart: '{ kind: bar, category: bed, value: 日, group: season }', table, codebook })).toEqual(
      [],
    );
  });

  test('the faces of a figure that cannot be drawn are looked at as well', async () => {
    const made = await small({
      chart: '{ kind: bar, category: bed, value: yield, group: bed }',
      more: 'text: { face: Nowhere }',
    });
    expect(made.problems.map(({ code }) => code)).toEqual(['face-unknown', 'same-variable']);
  });
});
