import * as z from 'zod/mini';
import { entryAt, lastOf } from '../../at.js';
import { functionNames, readExpression } from '../../expression/expression.js';
import { extremeBetween, finite, type RealFunction, sample } from '../../expression/sample.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import { choice, either, listOf, named, number, object, optional, text, whole } from '../../schema/fields.js';
import { markerShapes } from '../../schema/look/names.js';
import type { Frame } from '../frame/frame.js';
import { lineLook, lineLookShape } from '../frame/lineLook.js';
import type { ChartKind, Drawn } from '../kind.js';
import type { BandMark, EndLabel, LineMark, PointMark, Series, ValueAxis } from '../plan.js';

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['curve'], 'curve'),
  functions: listOf(
    'Functions of x, drawn on the same axes.',
    object('A function.', {
      y: either(
        'Its expression in x: + - * / ^, brackets, functions, pi, e and the parameters; or a number.',
        'an expression in x, or a number',
        [text('An expression.', 'a*sin(x)'), number('The same everywhere.', '1')],
        'a*sin(x)',
      ),
      name: optional(text('Its name in the legend. Left out: the expression.', 'Growth')),
      ...lineLookShape,
      markers: optional(
        listOf('Values of x at which markers stand on it.', number('A value of x.', '2.5'), '[0, 2.5]'),
      ),
      marker: optional(choice('Their shape. Left out: as the style has it.', markerShapes, 'diamond')),
    }),
    '[{ y: a*sin(x), name: Growth }]',
    40,
  ),
  x: object('The domain.', {
    from: number('Lower end.', '-5'),
    to: number('Upper end.', '5'),
    label: optional(text('What x is, for the axis title. Left out: *x*.', 'Time')),
    unit: optional(text('Its unit.', 's')),
  }),
  y: optional(
    object('What the functions give, for the axis title.', {
      label: optional(text('What y is. Left out: *y*.', 'Height')),
      unit: optional(text('Its unit.', 'm')),
    }),
  ),
  parameters: optional(named('Numbers that the expressions use by name.', number('A value.', '2'), '{ a: 2 }')),
  samples: optional(whole('Values of x at which each function is computed. Left out: 300.', 20_000, '500')),
  cross: optional(
    either(
      'Where the axes cross: at the origin, or at the edge. Left out: edge.',
      'origin, edge, or { x: …, y: … }',
      [
        choice('A place.', ['origin', 'edge'], 'origin'),
        object('A place by its values.', { x: number('Value of x.', '0'), y: number('Value of y.', '1') }),
      ],
      'origin',
    ),
  ),
  area: optional(
    object('A shaded surface between a function and zero, or between two functions.', {
      of: whole('Number of the function, from 1.', 100, '1'),
      to: optional(whole('Number of the other function. Left out: zero.', 100, '2')),
      from: optional(number('Where it begins. Left out: at the lower end.', '0')),
      until: optional(number('Where it ends. Left out: at the upper end.', '3')),
    }),
  ),
  names: optional(
    choice('Where the names stand: in a legend, or at the ends of the curves.', ['legend', 'ends'], 'ends'),
  ),
});

export type CurveSettings = z.infer<typeof schema>;
type CurveFrame = Frame<CurveSettings>;

const defaultSamples = 300;

interface Sampled {
  text: string;
  name: string;
  xs: number[];
  /** Values; `NaN` breaks the curve. */
  ys: number[];
  of: RealFunction;
}

/** The expressions read and sampled, or what is wrong with them. */
function sampled({ settings, locate }: CurveFrame): { curves: Sampled[]; problems: Problem[] } {
  const { parameters = {}, x, samples = defaultSamples } = settings;
  const problems: Problem[] = [];
  const curves = settings.functions.flatMap(({ y: given, name }, i): Sampled[] => {
    const y = String(given);
    const path = `chart.functions.${i}.y`;
    const read = readExpression(y, ['x', ...Object.keys(parameters)]);
    if (typeof read !== 'function') {
      problems.push(error('expression-wrong', { path, text: y, functions: functionNames, ...read }, locate(path)));
      return [];
    }
    const values: Record<string, number> = { ...parameters };
    const of = (value: number) => {
      values['x'] = value;
      return read(values);
    };
    const found = sample(of, x.from, x.to, Math.max(2, samples));
    if (found.ys.every(Number.isNaN)) {
      problems.push(error('nowhere-defined', { text: y, from: x.from, to: x.to }, locate(path)));
    }
    return [{ text: y, name: name ?? y, ...found, of }];
  });
  return { curves, problems };
}

/**
 * What the axis of y shows: all of smooth curves; of curves with poles, what lies about the middle four fifths of the
 * values, for the rest runs to infinity.
 */
function yRange(curves: readonly Sampled[]): [number, number] {
  const poles = curves.some(({ ys }) =>
    ys.slice(1, -1).some((y, i) => Number.isNaN(y) && !Number.isNaN(entryAt(ys, i))),
  );
  const values = curves.flatMap(({ ys }) => ys.filter((y) => !Number.isNaN(y))).sort((a, b) => a - b);
  const at = (share: number) => entryAt(values, Math.round(share * (values.length - 1)));
  if (!poles) return [at(0), at(1)];
  const [low, high] = [at(0.1), at(0.9)];
  const room = 0.5 * (high - low);
  return [Math.max(at(0), low - room), Math.min(at(1), high + room)];
}

function settingsProblems({ settings, locate }: CurveFrame): Problem[] {
  const { x, area, functions, parameters = {} } = settings;
  const problems: Problem[] = [];
  if (!(x.from < x.to)) problems.push(error('domain-reversed', { from: x.from, to: x.to }, locate('chart.x')));
  if (functions.length === 0)
    problems.push(
      error(
        'setting-needed',
        { path: 'chart.functions', why: 'there is nothing to draw', columns: ['{ y: sin(x) }'] },
        locate('chart.functions'),
      ),
    );
  const reserved = Object.keys(parameters).find((name) => name === 'x' || !/^[A-Za-z_]\w*$/.test(name));
  if (reserved !== undefined) {
    const path = `chart.parameters.${reserved}`;
    problems.push(error('parameter-name', { path, name: reserved }, locate(path)));
  }
  for (const key of ['of', 'to'] as const) {
    const place = area?.[key];
    if (place === undefined || (place >= 1 && place <= functions.length)) continue;
    const path = `chart.area.${key}`;
    problems.push(error('function-missing', { path, number: place, count: functions.length }, locate(path)));
  }
  return problems;
}

/** The shaded surface: between two curves, or one and zero, over the places of the first. */
function areaMark({ area }: CurveSettings, curves: readonly Sampled[]): BandMark[] {
  if (!area) return [];
  const first = entryAt(curves, area.of - 1);
  const other = area.to === undefined ? undefined : curves[area.to - 1];
  const [start, end] = [entryAt(first.xs, 0), lastOf(first.xs)];
  const from = Math.max(start, area.from ?? start);
  const until = Math.min(end, area.until ?? end);
  const within = first.xs.flatMap((x, i): [number, number][] =>
    x > from && x < until ? [[x, entryAt(first.ys, i)]] : [],
  );
  // The surface ends where it is told to, which may lie between two places of the curve.
  const along: [number, number][] = [[from, finite(first.of)(from)], ...within, [until, finite(first.of)(until)]];
  const places = along.flatMap(([x, a]): [number, number, number][] => {
    const b = other ? other.of(x) : 0;
    return Number.isFinite(a) && Number.isFinite(b) ? [[x, a, b]] : [];
  });
  if (!(from < until) || places.length < 2) return [];
  return [
    {
      type: 'band',
      cell: {},
      xs: places.map(([x]) => x),
      low: places.map(([, , b]) => b),
      high: places.map(([, a]) => a),
    },
  ];
}

/** A title in words; a bare letter is a variable and stands in italics. */
const titleOf = (label: string | undefined, letter: string, unit: string | undefined, from: string) => ({
  label: label ?? `*${letter}*`,
  ...(unit === undefined ? {} : { unit }),
  from,
});

function axes(settings: CurveSettings, curves: readonly Sampled[]): { x: ValueAxis; y: ValueAxis } {
  const { cross } = settings;
  const at = cross === 'origin' ? { x: 0, y: 0 } : typeof cross === 'object' ? cross : undefined;
  const [least, greatest] = yRange(curves);
  const zero = settings.area && settings.area.to === undefined ? 0 : least;
  return {
    x: {
      shows: 'value',
      title: titleOf(settings.x.label, 'x', settings.x.unit, 'chart.x.label'),
      least: Math.min(settings.x.from, at?.x ?? settings.x.from),
      greatest: Math.max(settings.x.to, at?.x ?? settings.x.to),
      exact: true,
      ...(at ? { crossed: at.x } : {}),
    },
    y: {
      shows: 'value',
      title: titleOf(settings.y?.label, 'y', settings.y?.unit, 'chart.y.label'),
      least: Math.min(least, at?.y ?? least, zero),
      greatest: Math.max(greatest, at?.y ?? greatest),
      ...(at ? { crossed: at.y } : {}),
    },
  };
}

/** The names at the ends of the curves. */
const endLabelsOf = (curves: readonly Sampled[]): EndLabel[] =>
  curves.map(({ name, ys }, series) => {
    const drawn = ys.filter((y) => !Number.isNaN(y));
    return {
      side: 'right',
      series,
      cell: {},
      y: lastOf(drawn),
      other: entryAt(drawn, 0),
      text: name,
      from: 'chart.names',
    };
  });

/** The least or greatest value of a curve: looked for between the places about its farthest sample. */
function extremeOf({ xs, ys, of }: Sampled, sign: 1 | -1): number {
  let at = -1;
  for (const [i, y] of ys.entries()) if (!Number.isNaN(y) && (at < 0 || sign * y > sign * entryAt(ys, at))) at = i;
  const known = (i: number) => i >= 0 && i < ys.length && !Number.isNaN(ys[i]);
  const [from, to] = [known(at - 1) ? at - 1 : at, known(at + 1) ? at + 1 : at];
  const found = from === to ? entryAt(ys, at) : extremeBetween(finite(of), entryAt(xs, from), entryAt(xs, to), sign);
  return Number.isNaN(found) ? entryAt(ys, at) : found;
}

/** What each function comes to. */
function numbersOf({ settings: { x }, words }: CurveFrame, curves: readonly Sampled[]): Drawn['numbers'] {
  const defined = (y: number | undefined) => (y === undefined || Number.isNaN(y) ? undefined : y);
  return {
    columns: [
      { key: 'function', title: words.say('head-function') },
      { key: 'least', title: words.say('head-least'), decimals: 4 },
      { key: 'greatest', title: words.say('head-greatest'), decimals: 4 },
      { key: 'atStart', title: words.say('head-at', { x: x.from }), decimals: 4 },
      { key: 'atEnd', title: words.say('head-at', { x: x.to }), decimals: 4 },
      { key: 'breaks', title: words.say('head-breaks'), decimals: 0 },
    ],
    rows: curves.map((own) => {
      const { text: name, ys } = own;
      const breaks = ys.filter((y, i) => Number.isNaN(y) && i > 0 && !Number.isNaN(entryAt(ys, i - 1))).length;
      return [name, extremeOf(own, -1), extremeOf(own, 1), defined(ys[0]), defined(ys.at(-1)), breaks];
    }),
  };
}

/** The look of a function: that of its line, and the shape of its markers. */
function lookOf({ marker, ...line }: CurveSettings['functions'][number]): Pick<Series, 'look'> {
  const { look } = lineLook(line);
  return marker === undefined && !look ? {} : { look: { ...look, ...(marker === undefined ? {} : { marker }) } };
}

/** Markers on a curve at the places that the author gives, where it has values. */
const markersOn = ({ of }: Sampled, { markers = [] }: CurveSettings['functions'][number]): PointMark[] =>
  markers.flatMap((x): PointMark[] => {
    const y = of(x);
    return Number.isFinite(y) ? [{ type: 'point', cell: {}, x, y }] : [];
  });

function draw(frame: CurveFrame): Outcome<Drawn> {
  const { settings, locate, words } = frame;
  const { curves, problems } = sampled(frame);
  if (hasErrors(problems)) return fail(problems);
  const several = curves.length > 1 || settings.functions.some(({ name }) => name !== undefined);
  const area = areaMark(settings, curves);
  const series = curves.map((own, i): Series => {
    const { name, xs, ys } = own;
    const line: LineMark = { type: 'line', cell: {}, as: 'curve', xs, ys };
    const said = entryAt(settings.functions, i);
    return {
      ...(several ? { category: { code: String(i + 1), name } } : {}),
      ...lookOf(said),
      marks: [line, ...(settings.area?.of === i + 1 ? area : []), ...markersOn(own, said)],
    };
  });
  const isEmpty = settings.area && area.length === 0;
  const facts = { path: 'chart.area', needs: 'a stretch where the functions have values' };
  const atEnds = settings.names === 'ends';
  const entries = series.flatMap(({ category }) => (category ? [category] : []));
  return succeed({
    plan: {
      direction: 'vertical',
      ...axes(settings, curves),
      series,
      ...(atEnds ? { endLabels: endLabelsOf(curves) } : {}),
    },
    legend: several && !atEnds ? { title: '', entries } : 'none',
    numbers: numbersOf(frame, curves),
    cases: words.say('functions'),
    note: [],
    isComplete: true,
    altText: words.say('alt-curves', {
      names: words.row(curves.map(({ name }) => name)),
      from: settings.x.from,
      to: settings.x.to,
    }),
    problems: [...problems, ...(isEmpty ? [warning('setting-idle', facts, locate('chart.area'))] : [])],
  });
}

/** Functions of x by their expressions. */
export const curve = {
  name: 'curve',
  nouns: ['line', 'lines'],
  purpose: 'relation',
  description: 'Functions of x by their expressions, with parameters from the figure file.',
  schema,
  roles: {},
  shows: () => ({ x: 'along', y: 'along' }),
  check: settingsProblems,
  draw,
} satisfies ChartKind<CurveSettings>;
