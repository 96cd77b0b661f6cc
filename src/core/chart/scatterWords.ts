import type { Categories } from '../data/categories.js';
import { decimalsOf, formatNumber } from '../scale/numberFormat.js';
import { fitLine } from '../statistics/line.js';
import { Summary } from '../statistics/summary.js';
import { lowered } from '../type/letterCase.js';
import { type Cases, countsOf } from './cases.js';
import { type DrawnFit, fitSentence } from './fit.js';
import { levelText } from './groupWords.js';
import { caseSentences } from './notes.js';
import type { NumbersColumn, NumbersTable } from './plan.js';
import type { Points, ScatterInput } from './scatter.js';

function summaryOf(values: Float64Array): Summary {
  const summary = new Summary();
  for (const value of values) summary.add(value);
  return summary;
}

/** The coefficients of fits above the straight line, with their standard errors. */
function fitColumns(degree: number | 'local' | undefined): NumbersColumn[] {
  if (degree === undefined) return [];
  const rest: NumbersColumn[] = [{ key: 'rSquared', title: 'R²', decimals: 3 }];
  if (degree === 'local' || degree === 1) return rest;
  const names = ['b0', 'b1', 'b2', 'b3'].slice(0, (degree as number) + 1);
  return [
    ...rest,
    ...names.flatMap((key) => [
      { key, title: key, decimals: 5 },
      { key: `${key}Se`, title: 'SE', decimals: 5 },
    ]),
  ];
}

function fitCells(fit: DrawnFit | undefined, columns: readonly NumbersColumn[]): (number | undefined)[] {
  const { coefficients = [], errors = [] } = fit?.polynomial ?? {};
  const pairs = coefficients.flatMap((value, i) => [value, errors[i]]);
  return columns.map((_, i) => (i === 0 ? fit?.rSquared : pairs[i - 1]));
}

/** What stands behind the points: means, spread, correlation and line of each group. */
export function scatterNumbers(
  { codebook, settings }: ScatterInput,
  points: readonly Points[],
  cases: Cases,
  group: Categories | undefined,
  common: DrawnFit | undefined,
): NumbersTable {
  const [x, y] = [codebook.variable(settings.x), codebook.variable(settings.y)];
  const [dx, dy] = [(x.decimals ?? 2) + 2, (y.decimals ?? 2) + 2];
  const fits = fitColumns(settings.fit?.degree);
  const row = (name: string | undefined, { xs, ys, fit }: Pick<Points, 'xs' | 'ys' | 'fit'>) => {
    const [sx, sy, line] = [summaryOf(xs), summaryOf(ys), fitLine(xs, ys)];
    const found = [line?.r, line?.slope, line?.slopeSe, line?.intercept, line?.interceptSe];
    return [...(group ? [name] : []), xs.length, sx.mean, sx.sd, sy.mean, sy.sd, ...found, ...fitCells(fit, fits)];
  };
  const join = (key: 'xs' | 'ys') => Float64Array.from(points.flatMap((own) => [...own[key]]));
  return {
    columns: [
      ...(group ? [{ key: group.variable.name, title: group.variable.label }] : []),
      { key: 'n', title: 'n', decimals: 0 },
      { key: 'meanX', title: `Mean ${lowered(x.label)}`, decimals: dx },
      { key: 'sdX', title: 'SD', decimals: dx },
      { key: 'meanY', title: `Mean ${lowered(y.label)}`, decimals: dy },
      { key: 'sdY', title: 'SD', decimals: dy },
      { key: 'r', title: 'r', decimals: 3 },
      { key: 'slope', title: 'Slope', decimals: 4 },
      { key: 'slopeSe', title: 'SE', decimals: 4 },
      { key: 'intercept', title: 'Intercept', decimals: dy },
      { key: 'interceptSe', title: 'SE', decimals: dy },
      ...fits,
    ],
    rows: [
      ...points.map((own) => row(own.category?.name, own)),
      ...(common ? [row('All', { xs: join('xs'), ys: join('ys'), fit: common })] : []),
    ],
    cases: codebook.cases,
    ...countsOf(cases),
  };
}

/** What lines, bands, ellipses and areas of markers mean. */
export function scatterNotes(input: ScatterInput, numbers: NumbersTable): string[] {
  const { settings, codebook } = input;
  const write = (value: number) => formatNumber(value, decimalsOf(value), input.numbers);
  const lines = (settings.references ?? []).flatMap(({ x, y, label }) => {
    if (label === undefined) return [];
    const at = x === undefined ? (y === undefined ? '' : ` at ${write(y)}`) : ` at ${write(x)}`;
    return [`The dashed line${at} is the ${label}.`];
  });
  return [
    ...fitSentence(settings.fit),
    ...(settings.ellipse
      ? [
          `Ellipses hold ${levelText(settings.ellipse.level ?? 0.95)} of normal distributions with the means and covariances of the points.`,
        ]
      : []),
    ...(settings.size === undefined
      ? []
      : [`The area of the markers shows ${lowered(codebook.variable(settings.size).label)}.`]),
    ...(settings.overlap === 'count' ? [`Larger markers stand for several ${codebook.cases}.`] : []),
    ...(settings.overlap === 'jitter' ? ['Points on the same spot stand aside a little.'] : []),
    ...lines,
    ...caseSentences(input, numbers),
  ];
}

export function scatterAltText(
  { codebook, settings, numbers }: ScatterInput,
  points: readonly Points[],
  count: number,
): string {
  const [x, y] = [codebook.variable(settings.x), codebook.variable(settings.y)];
  const [xs, ys] = (['xs', 'ys'] as const).map((key) => {
    const all = new Float64Array(count);
    let at = 0;
    for (const own of points) {
      all.set(own[key], at);
      at += own[key].length;
    }
    return all;
  }) as [Float64Array, Float64Array];
  const r = fitLine(xs, ys)?.r;
  const correlation = r === undefined ? '' : `; their correlation is ${formatNumber(r, 2, numbers)}`;
  return `Scatter plot of ${lowered(y.label)} against ${lowered(x.label)} of ${count} ${codebook.cases}${correlation}.`;
}
