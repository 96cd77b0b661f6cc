import { describe, expect, test } from '@jest/globals';
import { memory, ok, openProject } from 'hexis';
import { disk } from 'hexis/node';
import { codes, small } from '../helpers/figures.js';
import { demoFigure, demoIds } from '../helpers/hexis.js';

const bars = '{ kind: bar, category: bed, value: yield }';
const idle = async (chart: string, more: string) =>
  (await small({ chart, more })).problems.flatMap(({ code, facts }) => (code === 'setting-idle' ? [facts.path] : []));

describe('a setting that changes nothing says so', () => {
  test('at its place, with what it needs', async () => {
    expect(await codes({ chart: bars, more: 'lines: { width: 2pt }' })).toEqual(['setting-idle:f.yaml:5:17']);
    const { problems } = await small({ chart: bars, more: 'lines: { width: 2pt }' });
    expect(problems[0]?.facts).toEqual({ path: 'lines.width', needs: 'a chart of lines or functions' });
  });

  test.each([
    ['bars', bars, 'markers: { size: 3pt }', 'markers.size'],
    ['bars without error bars', bars, 'errorBars: { cap: 1 }', 'errorBars.cap'],
    ['bars', bars, 'boxes: { median: { width: 2pt } }', 'boxes.median.width'],
    ['bars without groups', bars, 'legend: { place: right }', 'legend.place'],
    ['bars without groups', bars, 'palette: { groups: [red] }', 'palette.groups'],
    ['bars', bars, 'palette: { quiet: red }', 'palette.quiet'],
    ['bars', bars, 'axes: { along: { step: 1 } }', 'axes.along.step'],
    [
      'log axes',
      '{ kind: curve, functions: [{ y: x }], x: { from: 1, to: 9 } }',
      'axes: { x: { step: 1, scale: log } }',
      'axes.x.step',
    ],
    ['axes with places', bars, 'axes: { y: { step: 1, at: [0, 1] } }', 'axes.y.step'],
    [
      'curves with places',
      '{ kind: curve, functions: [{ y: x }], x: { from: 0, to: 1, step: 0.5 } }',
      'axes: { x: { at: [0, 1] } }',
      'chart.x.step',
    ],
    [
      'bands',
      '{ kind: bar, category: bed, value: yield, references: [{ at: 1, to: 2, dash: dotted }] }',
      '',
      'chart.references.0.dash',
    ],
    ['bars without labels', bars, 'dataLabels: { place: base }', 'dataLabels.place'],
    ['bars without labels', bars, 'text: { dataLabel: { size: 12pt } }', 'text.dataLabel.size'],
    ['one panel', bars, 'text: { panelTitle: { size: 12pt } }', 'text.panelTitle.size'],
    ['bars', bars, 'accents: [{ for: { bed: 1 }, marker: star }]', 'accents.0.marker'],
    ['histograms', '{ kind: histogram, value: yield }', 'bars: { gap: 0.2 }', 'bars.gap'],
    [
      'boxes without means',
      '{ kind: box, category: bed, value: yield }',
      'boxes: { mean: { size: 9pt } }',
      'boxes.mean.size',
    ],
    ['strips', '{ kind: points, category: bed, value: yield }', 'errorBars: { cap: 2 }', 'errorBars.cap'],
    ['intervals', '{ kind: interval, category: bed, value: yield }', 'bars: { corner: 2pt }', 'bars.corner'],
    [
      'lines',
      '{ kind: line, x: bed, value: yield, error: { shows: sd } }',
      'errorBars: { color: red }',
      'errorBars.color',
    ],
    ['lines', '{ kind: line, x: bed, value: yield }', 'accents: [{ for: { }, corner: 2pt }]', 'accents.0.corner'],
    [
      'curves',
      '{ kind: curve, functions: [{ y: x }], x: { from: 0, to: 1 } }',
      'lines: { smooth: true }',
      'lines.smooth',
    ],
    [
      'slopes',
      '{ kind: slope, item: bed, time: season, value: yield, where: { } }',
      'slices: { edge: 2pt }',
      'slices.edge',
    ],
    ['pies', '{ kind: pie, category: bed }', 'axes: { x: { title: Beds } }', 'axes.x.title'],
    ['pies', '{ kind: pie, category: bed }', 'bars: { outline: { width: 1pt } }', 'bars.outline.width'],
    ['pies', '{ kind: pie, category: bed }', 'dataLabels: { place: base }', 'dataLabels.place'],
    ['scatter plots', '{ kind: scatter, x: yield, y: bed }', 'fits: { width: 2pt }', 'fits.width'],
    [
      'scatter plots',
      '{ kind: scatter, x: yield, y: bed }',
      'axes: { category: { title: "" } }',
      'axes.category.title',
    ],
  ])('in %s', async (_, chart, more, path) => {
    const kind = /slope/.test(chart)
      ? { table: 'bed,season,yield\n1,spring,2\n1,autumn,3\n', codebook: 'hexis: codebook/1\n' }
      : /scatter/.test(chart)
        ? { codebook: 'hexis: codebook/1\nvariables: { bed: { measure: numeric } }\n' }
        : {};
    const { problems } = await small({ chart: chart.replace(', where: { }', ''), more, ...kind });
    expect(problems.map(({ code, facts }) => [code, (facts as { path?: string }).path])).toEqual([
      ['setting-idle', path],
    ]);
  });

  test('and one that changes something does not', async () => {
    expect(
      await idle(
        '{ kind: bar, category: bed, value: yield, group: season, error: { shows: sd } }',
        'errorBars: { cap: 1, halo: 1pt }\nlegend: { place: right }\npalette: { groups: [red, blue] }\ntext: { legendEntry: { size: 8pt } }',
      ),
    ).toEqual([]);
    expect(
      await idle('{ kind: box, category: bed, value: yield, mean: true }', 'boxes: { mean: { size: 9pt } }'),
    ).toEqual([]);
    expect(
      await idle(
        '{ kind: pie, category: bed }',
        'dataLabels: { percent: { decimals: 2 }, rounding: sum }\nslices: { edge: 3pt }',
      ),
    ).toEqual([]);
  });

  test('another style than that of the author makes none of his settings a fault', async () => {
    const files = {
      'f.yaml':
        'hexis: figure/1\ndata: { rows: [{ a: x, b: 1 }] }\nchart: { kind: bar, category: a, value: b }\ncaption: { title: T }\nheading: { align: middle }\n',
    };
    const codesIn = async (style?: string) =>
      (await openProject(memory(files), { style }).draw('f.yaml')).problems.map(({ code }) => code);
    expect(await codesIn()).toEqual([]);
    expect(await codesIn('apa')).toEqual([]);
  });
});

describe('what ink hangs on', () => {
  /** Every setting of marks that is read for any mark of a figure. */
  const read = async (id: string) => {
    const { plate } = ok(await openProject(disk, { trace: true }).draw(demoFigure(id)));
    const marks = plate.items.filter(({ role }) =>
      /(series|references)\[\d+\]\.(marks|points|errors|pieces)/.test(role),
    );
    const groups = /^(bars|boxes|markers|lines|fits|bands|references|slices|errorBars)\./;
    return [...new Set(marks.flatMap(({ settings = [] }) => settings))].filter((path) => groups.test(path));
  };

  test.each(demoIds)('in %s is never called idle', async (id) => {
    const paths = await read(id);
    const values: Record<string, unknown> = {
      color: '#aa0011',
      width: '1.7pt',
      size: '6.5pt',
      dash: 'dotted',
      marker: 'star',
    };
    const own = new Map<string, unknown>([
      ['bars.share', 0.5],
      ['bars.gap', 0.2],
      ['bars.opacity', 0.7],
      ['bands.opacity', 0.7],
      ['bars.corner', '2pt'],
      ['bars.widest', '50pt'],
      ['errorBars.cap', 0.4],
      ['errorBars.halo', '1pt'],
      ['markers.edge', '1pt'],
      ['slices.edge', '2pt'],
      ['lines.join', 'bevel'],
    ]);
    const said = paths.flatMap((path) => {
      const value = own.get(path) ?? values[path.split('.').at(-1) as string];
      return value === undefined ? [] : [[path, value] as const];
    });
    const more = said.map(([path, value]) =>
      path.split('.').reduceRight<unknown>((inner, key) => ({ [key]: inner }), value),
    );
    const figure = demoFigure(id);
    for (const [i, look] of more.entries()) {
      const file = (await disk.text(figure)).replace(
        /^(bars|markers|lines|fits|bands|references|slices|errorBars|boxes):.*$/gm,
        '',
      );
      const source = {
        ...disk,
        text: async (path: string) =>
          path === figure ? `${file}\n${JSON.stringify(look).slice(1, -1)}\n` : disk.text(path),
      };
      const { problems } = await openProject(source).draw(figure);
      const idle = problems.flatMap(({ code, facts }) => (code === 'setting-idle' ? [facts.path] : []));
      expect([said[i]?.[0], idle.filter((path) => path === said[i]?.[0])]).toEqual([said[i]?.[0], []]);
    }
    expect(more.length).toBeGreaterThan(0);
  });
});
