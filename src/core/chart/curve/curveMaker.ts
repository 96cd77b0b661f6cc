import { entryAt, lastOf } from '../../at.js';
import { functionNames, readExpression } from '../../expression/expression.js';
import { extremeBetween, finite, type RealFunction, sample } from '../../expression/sample.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import type { MarkerShape } from '../../schema/look/names.js';
import { crossFacts, crossLines, crossProblems } from '../frame/crossReferences.js';
import type { Frame } from '../frame/frame.js';
import { lineLook } from '../frame/lineLook.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { BandMark, EndLabel, LineMark, PointMark, Series } from '../plan.js';
import { curveAxes } from './curveAxes.js';
import { completeCurve } from './curveLimits.js';
import type { CurveLong, CurveSettings } from './curveSettings.js';

type CurveFrame = Frame<CurveLong>;

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
  const curves = settings.functions.flatMap(({ y: given, name, ...domain }, i): Sampled[] => {
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
    const [from, to] = [Math.max(x.from, domain.from ?? x.from), Math.min(x.to, domain.to ?? x.to)];
    const found = sample(of, from, to, Math.max(2, samples));
    if (found.ys.every(Number.isNaN)) {
      problems.push(error('nowhere-defined', { text: y, from, to }, locate(path)));
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

function settingsProblems(frame: CurveFrame): Problem[] {
  const { settings, locate } = frame;
  const { x, area, functions, parameters = {} } = settings;
  const problems = crossProblems(frame);
  if (!(x.from < x.to))
    problems.push(error('domain-reversed', { path: 'chart.x', from: x.from, to: x.to }, locate('chart.x')));
  for (const [i, { from = x.from, to = x.to }] of functions.entries()) {
    const path = `chart.functions.${i}`;
    const isOutside = Math.max(from, x.from) >= Math.min(to, x.to);
    if (x.from < x.to && isOutside) {
      const within = from < to ? { within: { from: x.from, to: x.to } } : {};
      problems.push(error('domain-reversed', { path, from, to, ...within }, locate(path)));
    }
  }
  if (x.step !== undefined && !(x.step > 0)) {
    const facts = { path: 'chart.x.step', found: String(x.step), expects: 'a number above zero', example: 'pi/2' };
    problems.push(error('wrong-type', facts, locate('chart.x.step')));
  }
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
function areaMark({ area }: CurveLong, curves: readonly Sampled[]): BandMark[] {
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
      const at = (place: number, y: number | undefined) => (own.xs.includes(place) ? defined(y) : undefined);
      const ends = [at(x.from, ys[0]), at(x.to, ys.at(-1))];
      return [name, extremeOf(own, -1), extremeOf(own, 1), ...ends, breaks];
    }),
  };
}

/** The look of a function: that of its line, and the shape of its markers. */
function lookOf({ marker, ...line }: CurveLong['functions'][number]): Pick<Series, 'look'> {
  const { look } = lineLook(line);
  return marker === undefined && !look ? {} : { look: { ...look, ...(marker === undefined ? {} : { marker }) } };
}

/** Markers on a curve at the places that the author gives, and at the ends of its domain, where it has values. */
function markersOn({ of, xs }: Sampled, { markers = [], ends = {}, ...domain }: CurveLong['functions'][number]) {
  const [from, to] = [entryAt(xs, 0), lastOf(xs)];
  const at = (x: number, shape?: MarkerShape): PointMark[] => {
    const y = x >= from && x <= to ? of(x) : Number.NaN;
    return Number.isFinite(y) ? [{ type: 'point', cell: {}, x, y, ...(shape ? { shape } : {}) }] : [];
  };
  const shapes = { closed: 'circle', open: 'open-circle' } as const;
  const named = markers.map(({ x, shape }, i) => ({ path: `markers.${i}`, made: at(x, shape) }));
  // An end beyond the axis is not seen.
  const atEnd = (key: 'from' | 'to', seen: number) => {
    const kind = ends[key];
    if (!kind) return [];
    return [{ path: `ends.${key}`, made: (domain[key] ?? seen) === seen ? at(seen, shapes[kind]) : [] }];
  };
  const all = [...named, ...atEnd('from', from), ...atEnd('to', to)];
  return {
    marks: all.flatMap(({ made }) => made),
    idle: all.flatMap(({ made, path }) => (made.length === 0 ? [path] : [])),
  };
}

function draw(frame: CurveFrame): Outcome<Drawn> {
  const { settings, locate, words } = frame;
  const { curves, problems } = sampled(frame);
  if (hasErrors(problems)) return fail(problems);
  const several = curves.length > 1 || settings.functions.some(({ name }) => name !== undefined);
  const area = areaMark(settings, curves);
  const idle: Problem[] = [];
  const idleAt = (path: string, needs: string) => idle.push(warning('setting-idle', { path, needs }, locate(path)));
  const series = curves.map((own, i): Series => {
    const { name, xs, ys } = own;
    const line: LineMark = { type: 'line', cell: {}, as: 'curve', xs, ys };
    const said = entryAt(settings.functions, i);
    const markers = markersOn(own, said);
    for (const path of markers.idle) {
      idleAt(`chart.functions.${i}.${path}`, 'a value of x at which the function is defined and drawn');
    }
    return {
      ...(several ? { category: { code: String(i + 1), name } } : {}),
      ...lookOf(said),
      marks: [line, ...(settings.area?.of === i + 1 ? area : []), ...markers.marks],
    };
  });
  if (settings.area && area.length === 0) idleAt('chart.area', 'a stretch where the functions have values');
  const atEnds = settings.names === 'ends';
  const both = curveAxes(settings, yRange(curves));
  const references = crossLines(settings.references, both.x, both.y);
  const entries = series.flatMap(({ category }) => (category ? [category] : []));
  return succeed({
    plan: {
      direction: 'vertical',
      ...both,
      series,
      ...(references.length > 0 ? { references } : {}),
      ...(atEnds ? { endLabels: endLabelsOf(curves) } : {}),
    },
    legend: several && !atEnds ? { title: '', entries } : 'none',
    numbers: numbersOf(frame, curves),
    cases: words.say('functions'),
    note: crossFacts(settings.references, frame.looks.references),
    isComplete: true,
    altText: words.say('alt-curves', {
      names: words.row(curves.map(({ name }) => name)),
      from: settings.x.from,
      to: settings.x.to,
    }),
    problems: [...problems, ...idle],
  });
}

/** Makes the marks of curve. */
export const curveMaker: ChartMaker<CurveSettings, CurveLong> = {
  complete: completeCurve,
  check: settingsProblems,
  draw,
};
