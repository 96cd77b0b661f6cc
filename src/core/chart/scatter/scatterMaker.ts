import { numberAt } from '../../at.js';
import { joined, picked } from '../../pick.js';
import { error, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import { pairOf } from '../../tuple.js';
import type { ChartInput } from '../chartInput.js';
import { seriesOf } from '../frame/categoryAxes.js';
import { shadeKeys, sizeKeys, zeroSizes } from '../frame/cloudKeys.js';
import { completeComponents, componentTitle } from '../frame/components.js';
import { crossEnds, crossLines, crossProblems } from '../frame/crossReferences.js';
import { cellOf, filled } from '../frame/frame.js';
import { namesProblems } from '../frame/names.js';
import { possibleOf, variableTitle } from '../frame/variableTitle.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { LineMark, Remark, Series, ValueAxis } from '../plan.js';
import { bundledPairs } from './bundledPairs.js';
import { type DrawnFit, drawFit, fitRemark } from './fit.js';
import { cloudOf, ellipseOf } from './scatterMarks.js';
import type { Points, ScatterAxes, ScatterFrame, ScatterSettings } from './scatterSettings.js';
import { scatterAltText, scatterFacts, scatterNumbers } from './scatterWords.js';
import { endsOf, spanOf, type Tiling, tileKeys, tilesOf, tilingOf } from './tiles.js';

/** The points of each group that has any, in codebook order, each with its fit. */
function pointsOf(frame: ScatterFrame): Points[] {
  const group = frame.sorted('group');
  const { fit } = frame.settings;
  const [xs, ys] = pairOf(['x', 'y'], (role) => filled(frame.measured(role), role).column.numbers);
  const rows = (group?.categories ?? [undefined]).map((): number[] => []);
  for (const row of frame.rows) rows[group ? group.of(row) : 0]?.push(row);
  const alone = fit?.over !== 'all' || rows.filter((own) => own.length > 0).length === 1;
  return rows.flatMap((own, g): Points[] => {
    const category = group?.categories[g];
    if (own.length === 0) return [];
    const points = {
      ...(category ? { category } : {}),
      group: g,
      rows: own,
      xs: picked(xs, own),
      ys: picked(ys, own),
      bundled: bundledPairs(frame, own),
    };
    return [{ ...points, fit: fit && alone ? drawFit(fit, points, cellOf(frame, { group: g })) : undefined }];
  });
}

/** An axis that holds some values. */
function axisOf(frame: ScatterFrame, role: 'x' | 'y', values: readonly ArrayLike<number>[]): ValueAxis {
  const { variable } = filled(frame.measured(role), role);
  const label = componentTitle(frame.settings, frame.settings[role], frame.words);
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const numbers of values) {
    for (let i = 0; i < numbers.length; i += 1) {
      least = Math.min(least, numberAt(numbers, i));
      greatest = Math.max(greatest, numberAt(numbers, i));
    }
  }
  return {
    shows: 'value',
    title: label === undefined ? variableTitle(variable, `chart.${role}`) : { label, from: 'chart.components' },
    least,
    greatest,
    ...(variable.measure === 'date' ? { form: 'date' } : {}),
    ...possibleOf(variable),
  };
}

const mostLocal = 20_000;

function fitProblems({ settings: { fit }, locate, rows }: ScatterFrame): Problem[] {
  if (!fit) return [];
  const { degree, share } = fit;
  const [atDegree, atShare] = ['chart.fit.degree', 'chart.fit.share'];
  const zero = { path: atDegree, found: '0', expects: '1, 2, 3 or local', example: '1' };
  const idle = { path: atShare, needs: '"degree: local"' };
  const many = { count: rows.length, most: mostLocal };
  return [
    ...(degree === 0 ? [error('wrong-type', zero, locate(atDegree))] : []),
    ...(share !== undefined && degree !== 'local' ? [error('setting-idle', idle, locate(atShare))] : []),
    ...(degree === 'local' && rows.length > mostLocal ? [error('too-many-for-local', many, locate('chart.fit'))] : []),
  ];
}

/** Problems: cells of a table that is asked along an axis that is not linear. */
const bentCells = ({ measured, limits, locate }: ScatterFrame): Problem[] =>
  (['x', 'y'] as const).flatMap((role) => {
    const found = measured(role);
    if (!found?.column.bundles?.step || !limits[role].transform) return [];
    const path = `axes.${role}.scale`;
    return [error('cells-bent', { path, column: found.variable.name }, locate(path))];
  });

/** Problems: things that a marker cannot show at the same time, or a cell of a grid. */
function clashes(frame: ScatterFrame): Problem[] {
  const { settings, locate } = frame;
  const { color, group, size, overlap, cellsAlong } = settings;
  const clash = (path: string, others: string[]) =>
    error('one-of-several', { path, others, where: 'chart' }, locate(path));
  if (overlap === 'cells') {
    const others = (['group', 'color', 'size', 'id'] as const).filter((key) => settings[key] !== undefined);
    return others.length > 0 ? [clash('chart.overlap', others)] : bentCells(frame);
  }
  const idle = { path: 'chart.cellsAlong', needs: '"overlap: cells"' };
  const isCounted = overlap === 'count';
  const beside = [...(group === undefined ? [] : ['group']), ...(isCounted ? ['overlap: count'] : [])];
  return [
    ...(cellsAlong === undefined ? [] : [error('setting-idle', idle, locate(idle.path))]),
    ...(color !== undefined && beside.length > 0 ? [clash('chart.color', beside)] : []),
    ...(size !== undefined && isCounted ? [clash('chart.overlap', ['size'])] : []),
  ];
}

/** Problem: negative values for the areas of markers. */
function sizeProblems({ rows, measured, locate }: ScatterFrame): Problem[] {
  const size = measured('size');
  const value = rows.map((row) => size?.column.numbers[row] ?? 0).find((own) => own < 0);
  if (!size || value === undefined) return [];
  return [error('size-negative', { column: size.variable.name, value }, locate('chart.size'))];
}

const settingsProblems = (frame: ScatterFrame): Problem[] => [
  ...crossProblems(frame),
  ...fitProblems(frame),
  ...clashes(frame),
  ...sizeProblems(frame),
];

/** One fit for all groups, beside their own points. */
function commonFit({ settings: { fit } }: ScatterFrame, points: readonly Points[]): DrawnFit | undefined {
  if (fit?.over !== 'all' || points.length < 2) return undefined;
  const join = (key: 'xs' | 'ys') => joined(points.map((group) => group[key]));
  return drawFit(fit, { xs: join('xs'), ys: join('ys') }, {});
}

/** Problem: groups to whose points no line can be fitted. */
function missingFits({ settings, locate }: ScatterFrame, points: readonly Points[], common?: DrawnFit): Problem[] {
  if (!settings.fit) return [];
  const drawn = common ? [common] : points.map(({ fit }) => fit);
  const without = points.filter((_, i) => drawn.length > 1 && !drawn[i]).map(({ category }) => category?.name ?? '');
  const none = drawn.every((fit) => !fit);
  return none || without.length > 0
    ? [warning('fit-missing', { groups: none ? [] : without }, locate('chart.fit'))]
    : [];
}

/** What is written in the panel about the fits. */
function remarksOf(
  { settings: { fit }, numbers, words }: ScatterFrame,
  points: readonly Points[],
  common?: DrawnFit,
): Remark[] {
  if (!fit) return [];
  const of = (drawn: DrawnFit | undefined, series?: number): Remark[] => {
    const text = drawn && fitRemark(drawn, fit, numbers, words);
    if (text === undefined) return [];
    return [{ text, ...(series === undefined ? {} : { series }), from: 'chart.fit.show' }];
  };
  return [...points.flatMap((own) => of(own.fit, own.group)), ...of(common)];
}

/** The series of the groups. Coinciding points are moved apart by a share of the range of the axes. */
const drawnSeries = (
  frame: ScatterFrame,
  points: readonly Points[],
  ranges: readonly [number, number],
  tiling: Tiling | undefined,
): Series[] =>
  seriesOf(frame.sorted('group'), (g) => {
    const found = points.find(({ group }) => group === g);
    if (!found) return [];
    const cell = cellOf(frame, { group: g });
    const cases = tiling ? tilesOf(frame, found, tiling) : [cloudOf(frame, found, cell, { all: points, ranges })];
    return [...cases, ...(found.fit?.marks ?? []), ...ellipseOf(frame, found, cell)];
  });

function draw(frame: ScatterFrame, tiling: Tiling | undefined): Outcome<Drawn> {
  const points = pointsOf(frame);
  const held = (role: 'x' | 'y', key: 'xs' | 'ys') => [
    ...points.map((own) => own[key]),
    crossEnds(frame.settings.references, role),
    ...(tiling ? [endsOf(tiling[role]), spanOf(filled(frame.measured(role), role).column, frame.rows)] : []),
  ];
  const [x, y] = [axisOf(frame, 'x', held('x', 'xs')), axisOf(frame, 'y', held('y', 'ys'))];
  const series = drawnSeries(frame, points, [x.greatest - x.least, y.greatest - y.least], tiling);
  const drawnLines = series.flatMap(({ marks }) => marks.flatMap((mark) => (mark.type === 'line' ? [mark] : [])));
  const common = commonFit(frame, points);
  const references: LineMark[] = [
    ...crossLines(frame.settings.references, x, y),
    ...(common ? [{ ...common.line, as: 'commonFit' } as const] : []),
  ];
  const remarks = remarksOf(frame, points, common);
  return succeed({
    plan: {
      direction: 'vertical',
      x: axisOf(frame, 'x', [...held('x', 'xs'), ...drawnLines.map(({ xs }) => xs)]),
      y: axisOf(frame, 'y', [...held('y', 'ys'), ...drawnLines.map(({ ys }) => ys)]),
      series,
      ...(references.length > 0 ? { references } : {}),
      ...(remarks.length > 0 ? { remarks } : {}),
      ...sizeKeys(frame),
      ...(tiling ? tileKeys(frame, tiling) : shadeKeys(frame)),
    },
    numbers: scatterNumbers(frame, points, common),
    note: scatterFacts(frame),
    altText: scatterAltText(frame, points),
    problems: [...missingFits(frame, points, common), ...zeroSizes(frame)],
  });
}

/** Makes the marks of scatter. */
export const scatterMaker: ChartMaker<ScatterSettings, ScatterAxes, Tiling | undefined> = {
  complete: (input: ChartInput<ScatterSettings>) => completeComponents(input, 2) as Outcome<ChartInput<ScatterAxes>>,
  check: (frame) => [...namesProblems(frame), ...settingsProblems(frame)],
  share: (whole, panels) => succeed(whole.settings.overlap === 'cells' ? tilingOf(whole, panels) : undefined),
  draw,
};
