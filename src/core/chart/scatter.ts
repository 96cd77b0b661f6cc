import type { Categories } from '../data/categories.js';
import type { Category } from '../data/codebook.js';
import { selectionOf } from '../data/selection.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed, warning } from '../document/problem.js';
import { normalEllipse } from '../statistics/ellipse.js';
import { jitter } from '../statistics/jitter.js';
import { type Cases, collectCases, measureProblems } from './cases.js';
import { type DrawnFit, drawFit, fitRemark } from './fit.js';
import { groupingOf } from './grouping.js';
import type { ChartInput, ChartKind } from './kind.js';
import { idsOf, namesOf, namesProblems } from './names.js';
import type { Cell, CloudMark, LineMark, Plan, Remark, Series, Singled, ValueAxis } from './plan.js';
import { namedLine } from './references.js';
import { type ScatterSettings, scatterSchema } from './scatterSettings.js';
import { scatterAltText, scatterNotes, scatterNumbers } from './scatterWords.js';
import { resolveSingled, singledIds } from './singled.js';
import { finenessOf, variableTitle } from './variableTitle.js';
import { whereColumns } from './where.js';

export type ScatterInput = ChartInput<ScatterSettings>;

/** The cases of one group. */
export interface Points {
  category?: Category;
  rows: number[];
  xs: Float64Array;
  ys: Float64Array;
  fit?: DrawnFit | undefined;
}

/** The points of each group that has any, in codebook order. */
function pointsOf({ table, settings }: ScatterInput, cases: Cases, group: Categories | undefined): Points[] {
  const [xs, ys] = [table.number(settings.x).numbers, table.number(settings.y).numbers];
  const rows = (group?.categories ?? [undefined]).map(() => [] as number[]);
  for (const row of cases.rows) rows[group ? group.of(row) : 0]?.push(row);
  return rows.flatMap((own, g): Points[] => {
    const category = group?.categories[g];
    if (own.length === 0) return [];
    return [
      {
        ...(category ? { category } : {}),
        rows: own,
        xs: Float64Array.from(own, (row) => xs[row] as number),
        ys: Float64Array.from(own, (row) => ys[row] as number),
      },
    ];
  });
}

const least = (values: Float64Array) => values.reduce((a, b) => Math.min(a, b), Number.POSITIVE_INFINITY);
const greatest = (values: Float64Array) => values.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);

/** The points of a group with those on the same spot as one, and how many each stands for. */
function counted({ xs, ys, rows }: Points): { at: number[]; counts: number[] } {
  const spots = new Map<string, number>();
  const [at, counts] = [[] as number[], [] as number[]];
  for (let i = 0; i < rows.length; i += 1) {
    const key = `${xs[i]} ${ys[i]}`;
    const spot = spots.get(key);
    if (spot === undefined) {
      spots.set(key, at.push(i) - 1);
      counts.push(1);
    } else counts[spot] = (counts[spot] as number) + 1;
  }
  return { at, counts };
}

/** Moves points that share a spot aside, by at most a hundredth of the range of the axes. */
function movedAside(points: Points, rangeX: number, rangeY: number): { xs: Float64Array; ys: Float64Array } {
  const [dx, dy] = [jitter(points.xs, 0), jitter(points.ys, 0)];
  return {
    xs: points.xs.map((x, i) => x + (dy[i] as number) * 0.02 * rangeX),
    ys: points.ys.map((y, i) => y + (dx[i] as number) * 0.02 * rangeY),
  };
}

/** Areas of the markers in comparison with the largest of all groups. */
function areasOf(
  { settings, table }: ScatterInput,
  points: readonly Points[],
): (group: Points) => Float64Array | undefined {
  if (settings.size === undefined) return () => undefined;
  const { numbers } = table.number(settings.size);
  const most = points.reduce((max, { rows }) => rows.reduce((a, row) => Math.max(a, numbers[row] as number), max), 0);
  return ({ rows }) => Float64Array.from(rows, (row) => (most > 0 ? (numbers[row] as number) / most : 1));
}

function cloudOf(
  input: ScatterInput,
  points: Points,
  cell: Cell,
  all: readonly Points[],
  ranges: [number, number],
  singled: Singled,
): CloudMark {
  const names = namesOf(input, points.rows);
  const ids = singledIds(singled, idsOf(input), points.rows);
  const named = { ...(names ? { names } : {}), ...(ids ? { ids } : {}) };
  if (input.settings.overlap === 'count') {
    const { at, counts } = counted(points);
    const most = Math.max(...all.flatMap((group) => counted(group).counts.reduce((a, b) => Math.max(a, b), 1)));
    const pick = (values: Float64Array) => Float64Array.from(at, (i) => values[i] as number);
    const areas = Float64Array.from(counts, (count) => count / most);
    return {
      type: 'cloud',
      cell,
      xs: pick(points.xs),
      ys: pick(points.ys),
      areas,
      ...(names ? { names: at.map((i) => names[i]) } : {}),
      ...(ids ? { ids: { ...ids, texts: at.map((i) => ids.texts[i] as string) } } : {}),
    };
  }
  const areas = areasOf(input, all)(points);
  const places = input.settings.overlap === 'jitter' ? movedAside(points, ...ranges) : { xs: points.xs, ys: points.ys };
  return { type: 'cloud', cell, ...places, ...(areas ? { areas } : {}), ...named };
}

function ellipseOf({ settings }: ScatterInput, { xs, ys }: Points, cell: Cell): LineMark[] {
  if (!settings.ellipse) return [];
  const found = normalEllipse(xs, ys, settings.ellipse.level ?? 0.95);
  return found ? [{ type: 'line', cell, as: 'fit', xs: found.xs, ys: found.ys, closed: true }] : [];
}

function axisOf(
  { codebook }: ScatterInput,
  column: string,
  path: string,
  values: Float64Array[],
  further: readonly number[],
): ValueAxis {
  const variable = codebook.variable(column);
  return {
    shows: 'value',
    title: variableTitle(variable, path),
    least: Math.min(...values.map(least), ...further),
    greatest: Math.max(...values.map(greatest), ...further),
    ...(variable.measure === 'date' ? { form: 'date' } : {}),
    ...finenessOf(variable),
  };
}

/** Reference lines, long enough to cross any panel. */
function referencesOf({ settings }: ScatterInput, x: ValueAxis, y: ValueAxis): LineMark[] {
  const reach = (axis: ValueAxis) => {
    const span = axis.greatest - axis.least || 1;
    return [axis.least - span, axis.greatest + span];
  };
  return (settings.references ?? []).map((given): LineMark => {
    const line = { type: 'line', cell: {}, as: 'reference', ...namedLine(given.name) } as const;
    if (given.x !== undefined) return { ...line, xs: [given.x, given.x], ys: reach(y) };
    if (given.y !== undefined) return { ...line, xs: reach(x), ys: [given.y, given.y] };
    const xs = reach(x);
    return { ...line, xs, ys: xs.map((at) => (given.intercept ?? 0) + (given.slope ?? 1) * at) };
  });
}

const mostLocal = 20_000;

function settingsProblems({ settings, locate, table, codebook }: ScatterInput, cases: Cases): Problem[] {
  const problems: Problem[] = [];
  for (const [i, line] of (settings.references ?? []).entries()) {
    const given = (['x', 'y', 'slope'] as const).filter((key) => line[key] !== undefined);
    if (given.length === 1) continue;
    const path = `chart.references.${i}`;
    problems.push(error('one-line', { path, given }, locate(path)));
  }
  const { fit } = settings;
  if (fit?.degree === 0) {
    problems.push(
      error(
        'wrong-type',
        { path: 'chart.fit.degree', found: '0', expects: '1, 2, 3 or local', example: '1' },
        locate('chart.fit.degree'),
      ),
    );
  }
  if (fit?.share !== undefined && fit.degree !== 'local') {
    problems.push(
      error('setting-idle', { path: 'chart.fit.share', needs: '"degree: local"' }, locate('chart.fit.share')),
    );
  }
  if (fit?.degree === 'local' && cases.rows.length > mostLocal) {
    problems.push(error('too-many-for-local', { count: cases.rows.length, most: mostLocal }, locate('chart.fit')));
  }
  if (settings.size !== undefined) {
    if (settings.overlap === 'count') {
      problems.push(
        error('one-of-several', { path: 'chart.overlap', others: ['size'], where: 'chart' }, locate('chart.overlap')),
      );
    }
    const { numbers } = table.number(settings.size);
    const negative = cases.rows.find((row) => (numbers[row] as number) < 0);
    if (negative !== undefined) {
      problems.push(
        error(
          'size-negative',
          { column: codebook.variable(settings.size).name, value: numbers[negative] as number },
          locate('chart.size'),
        ),
      );
    }
  }
  return problems;
}

/** One fit for all groups, beside their own points. */
function commonFit({ settings }: ScatterInput, points: readonly Points[]): DrawnFit | undefined {
  const { fit } = settings;
  if (fit?.over !== 'all' || points.length < 2) return undefined;
  const join = (key: 'xs' | 'ys') => Float64Array.from(points.flatMap((group) => [...group[key]]));
  return drawFit(fit, join('xs'), join('ys'), {});
}

function plan(input: ScatterInput): Outcome<Plan> {
  const { settings, table, codebook } = input;
  const names = [settings.x, settings.y, ...(settings.size === undefined ? [] : [settings.size])];
  const columns = names.map((name) => ({ variable: codebook.variable(name), column: table.number(name) }));
  const selection = selectionOf(settings.where, table, codebook, input.locate);
  const group = settings.group === undefined ? undefined : groupingOf(input, settings.group, 'chart.group', selection);
  const cases = collectCases(input, selection, { columns, groupings: group ? [group] : [] });
  const singled = resolveSingled(input, group ? [group.all] : [], idsOf(input));
  const problems = [
    ...measureProblems(input, settings.x, 'chart.x', ['date']),
    ...measureProblems(input, settings.y, 'chart.y'),
    ...(group?.problems ?? []),
    ...singled.problems,
    ...cases.problems,
    ...namesProblems(input),
    ...settingsProblems(input, cases),
  ];
  if (hasErrors(problems)) return fail(problems);
  const points = pointsOf(input, cases, group);
  const lines = settings.references ?? [];
  const given = (key: 'x' | 'y') => lines.flatMap((line) => (line[key] === undefined ? [] : [line[key]]));
  const x = axisOf(
    input,
    settings.x,
    'chart.x',
    points.map(({ xs }) => xs),
    given('x'),
  );
  const y = axisOf(
    input,
    settings.y,
    'chart.y',
    points.map(({ ys }) => ys),
    given('y'),
  );
  const common = commonFit(input, points);
  const remarks: Remark[] = [];
  const series = points.map((own, s): Series => {
    const { category } = own;
    const cell: Cell = group && category ? { [group.variable.name]: category.code } : {};
    const alone = settings.fit?.over !== 'all' || points.length === 1;
    own.fit = settings.fit && alone ? drawFit(settings.fit, own.xs, own.ys, cell) : undefined;
    const words = settings.fit && own.fit ? fitRemark(own.fit, settings.fit, input.numbers) : undefined;
    if (words !== undefined) remarks.push({ text: words, series: s, from: 'chart.fit.show' });
    const color = category && group?.variable.colors.get(category.code);
    return {
      ...(category ? { category } : {}),
      ...(color === undefined ? {} : { color }),
      marks: [
        cloudOf(input, own, cell, points, [x.greatest - x.least, y.greatest - y.least], singled.singled),
        ...(own.fit?.marks ?? []),
        ...ellipseOf(input, own, cell),
      ],
    };
  });
  const drawnLines = series.flatMap(({ marks }) => marks.flatMap((mark) => (mark.type === 'line' ? [mark] : [])));
  const widened = (axis: ValueAxis, key: 'xs' | 'ys'): ValueAxis => ({
    ...axis,
    least: Math.min(axis.least, ...drawnLines.flatMap((mark) => mark[key])),
    greatest: Math.max(axis.greatest, ...drawnLines.flatMap((mark) => mark[key])),
  });
  if (settings.fit) {
    const drawn = common ? [common] : points.map(({ fit }) => fit);
    const without = points.filter((_, i) => drawn.length > 1 && !drawn[i]).map(({ category }) => category?.name ?? '');
    if (drawn.every((fit) => !fit)) problems.push(warning('fit-missing', { groups: [] }, input.locate('chart.fit')));
    else if (without.length > 0) problems.push(warning('fit-missing', { groups: without }, input.locate('chart.fit')));
  }
  const commonWords = common && settings.fit ? fitRemark(common, settings.fit, input.numbers) : undefined;
  if (commonWords !== undefined) remarks.push({ text: commonWords, from: 'chart.fit.show' });
  const numbers = scatterNumbers(input, points, cases, group, common);
  const entries = points.flatMap(({ category }) => (category ? [category] : []));
  const commonLines =
    common?.marks.flatMap((mark) => (mark.type === 'line' ? [{ ...mark, as: 'density' as const }] : [])) ?? [];
  const references = [...referencesOf(input, x, y), ...commonLines];
  return succeed(
    {
      direction: 'vertical',
      x: widened(x, 'xs'),
      y: widened(y, 'ys'),
      series,
      ...(references.length > 0 ? { references } : {}),
      ...(remarks.length > 0 ? { remarks } : {}),
      ...(group ? { legend: { variable: group.variable, entries } } : {}),
      singled: singled.singled,
      categoryColors: new Map(),
      numbers,
      note: scatterNotes(input, numbers),
      altText: scatterAltText(input, points, cases.rows.length),
    },
    problems,
  );
}

/** Every case as a point by two measured variables. */
export const scatter = {
  name: 'scatter',
  description: 'Every case as a point by two measured variables, groups by colour and marker.',
  schema: scatterSchema,
  columns: ({ x, y, group, size, id, where }) => [
    { column: x, as: 'number', path: 'chart.x' },
    { column: y, as: 'number', path: 'chart.y' },
    ...(group === undefined ? [] : [{ column: group, as: 'category', path: 'chart.group' } as const]),
    ...(size === undefined ? [] : [{ column: size, as: 'number', path: 'chart.size' } as const]),
    ...(id === undefined ? [] : [{ column: id, as: 'category', path: 'chart.id' } as const]),
    ...whereColumns(where),
  ],
  shows: () => ({ x: 'value', y: 'value' }),
  texts: ({ fit }) => (fit?.show ? ['*R*^2^ = 0.12, *y* = \u22121 + 2 *x*^3^'] : []),
  plan,
} satisfies ChartKind<ScatterSettings>;
