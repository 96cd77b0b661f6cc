import { joined } from '../../pick.js';
import { formatNumber, type NumberForm } from '../../scale/numberFormat.js';
import { probabilityOf } from '../../statistics/correlation.js';
import { Kept } from '../../statistics/kept.js';
import { fitLine, lineOf } from '../../statistics/line.js';
import { settled } from '../../statistics/settled.js';
import { Summary } from '../../statistics/summary.js';
import { pairOf } from '../../tuple.js';
import type { NoteFact } from '../../words/noteFacts.js';
import type { Words } from '../../words/words.js';
import { componentFacts, componentNumbers } from '../frame/components.js';
import { crossFacts } from '../frame/crossReferences.js';
import { defaultLevel } from '../frame/levels.js';
import { chanceColumn } from '../frame/numberColumns.js';
import type { Drawn } from '../kind.js';
import type { NumbersColumn } from '../plan.js';
import { type DrawnFit, fitFacts } from './fit.js';
import type { Points, ScatterFrame } from './scatterSettings.js';

function summaryOf(values: Float64Array): Summary {
  const summary = new Summary();
  for (const value of values) summary.add(value);
  return summary;
}

/** What is said of two columns of numbers beside each other. */
interface PairSummary {
  meanX: number | undefined;
  sdX: number | undefined;
  meanY: number | undefined;
  sdY: number | undefined;
  line: ReturnType<typeof fitLine>;
}

/** The same of numbers whose rows stand for several cases each. */
function bundledSummary({ moments }: NonNullable<Points['bundled']>): PairSummary & { n: number } {
  const { n, x, y, sxx, syy } = moments;
  const sd = (sum: number, unit: number) => (n < 2 ? undefined : Math.sqrt(sum / (n - 1)) * unit);
  return { n, meanX: x.mean, sdX: sd(sxx, x.unit), meanY: y.mean, sdY: sd(syy, y.unit), line: lineOf(moments) };
}

const pairs = new Kept<PairSummary>();

const pairSummary = (xs: Float64Array, ys: Float64Array): PairSummary =>
  pairs.of('', [xs, ys], () => {
    const [sx, sy] = [summaryOf(xs), summaryOf(ys)];
    return { meanX: sx.mean, sdX: sx.sd, meanY: sy.mean, sdY: sy.sd, line: fitLine(xs, ys) };
  });

/** The coefficients of fits above the straight line, with their standard errors. */
function fitColumns(degree: number | 'local' | undefined, words: Words): NumbersColumn[] {
  if (degree === undefined) return [];
  const rest: NumbersColumn[] = [{ key: 'rSquared', title: 'R²', decimals: 3 }];
  if (degree === 'local' || degree === 1) return rest;
  const names = ['b0', 'b1', 'b2', 'b3', 'b4', 'b5'].slice(0, degree + 1);
  return [
    ...rest,
    ...names.flatMap((key) => [
      { key, title: key, decimals: 5 },
      { key: `${key}Se`, title: words.say('head-se'), decimals: 5 },
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
  frame: ScatterFrame,
  points: readonly Points[],
  common: DrawnFit | undefined,
): Drawn['numbers'] {
  const { codebook, settings, sorted, words } = frame;
  const group = sorted('group');
  const [x, y] = [codebook.variable(settings.x), codebook.variable(settings.y)];
  const [dx, dy] = [(x.decimals ?? 2) + 2, (y.decimals ?? 2) + 2];
  const fits = fitColumns(settings.fit?.degree, words);
  const row = (name: string | undefined, { xs, ys, fit, bundled }: Pick<Points, 'xs' | 'ys' | 'fit' | 'bundled'>) => {
    const summary = bundled ? bundledSummary(bundled) : { n: xs.length, ...pairSummary(xs, ys) };
    const { n, meanX, sdX, meanY, sdY, line } = summary;
    const slope = settled(line?.slope, sdX && sdY && sdY / sdX);
    const r = settled(line?.r, 1);
    const p = r === undefined ? undefined : chanceOf(r, n);
    const found = [r, p, slope, line?.slopeSe, settled(line?.intercept, sdY), line?.interceptSe];
    const moments = [settled(meanX, sdX), sdX, settled(meanY, sdY), sdY];
    return [...(group ? [name] : []), n, ...moments, ...found, ...fitCells(fit, fits)];
  };
  const join = (key: 'xs' | 'ys') => joined(points.map((own) => own[key]));
  return {
    columns: [
      ...(group ? [{ key: group.variable.name, title: group.variable.label }] : []),
      { key: 'n', title: words.say('head-n'), decimals: 0 },
      { key: 'meanX', title: words.say('head-meanOf', { label: x }), decimals: dx },
      { key: 'sdX', title: words.say('head-sd'), decimals: dx },
      { key: 'meanY', title: words.say('head-meanOf', { label: y }), decimals: dy },
      { key: 'sdY', title: words.say('head-sd'), decimals: dy },
      { key: 'r', title: 'r', decimals: 3 },
      chanceColumn,
      { key: 'slope', title: words.say('head-slope'), decimals: 4 },
      { key: 'slopeSe', title: words.say('head-se'), decimals: 4 },
      { key: 'intercept', title: words.say('head-intercept'), decimals: dy },
      { key: 'interceptSe', title: words.say('head-se'), decimals: dy },
      ...fits,
    ],
    rows: [
      ...points.map((own) => row(own.category?.name, own)),
      ...(common ? [row(words.say('head-all'), { xs: join('xs'), ys: join('ys'), fit: common })] : []),
    ],
    ...(settings.components ? { further: componentNumbers(settings, words) } : {}),
  };
}

/** What lines, bands, ellipses and areas of markers mean. */
export function scatterFacts({ settings, codebook, looks }: ScatterFrame): NoteFact[] {
  const { color, ellipse, size, overlap, references } = settings;
  return [
    ...fitFacts(settings.fit),
    ...(ellipse ? [{ is: 'ellipses', level: ellipse.level ?? defaultLevel } as const] : []),
    ...(size === undefined ? [] : [{ is: 'sizes', of: codebook.variable(size).label } as const]),
    ...(color === undefined ? [] : [{ is: 'shades', of: codebook.variable(color).label } as const]),
    ...componentFacts(settings),
    ...(overlap === 'count' ? [{ is: 'stacked', cases: codebook.cases } as const] : []),
    ...(overlap === 'cells' ? [{ is: 'tiles', cases: codebook.cases } as const] : []),
    ...(overlap === 'jitter' ? [{ is: 'aside' } as const] : []),
    ...crossFacts(references, looks.references),
  ];
}

/** The probability of a correlation of so many cases where there is none; of fewer than three it says nothing. */
const chanceOf = (r: number, n: number): number | undefined => (n < 3 ? undefined : probabilityOf(r, n));

/** It in words: `p = .012`, or `p < .001`. */
const chanceText = (p: number, numbers: NumberForm): string =>
  p < 0.001 ? `p < ${formatNumber(0.001, 3, numbers)}` : `p = ${formatNumber(p, 3, numbers)}`;

export function scatterAltText(
  { codebook, settings, numbers, rows, words, counts }: ScatterFrame,
  points: readonly Points[],
): string {
  const count = rows.length;
  const [x, y] = [codebook.variable(settings.x), codebook.variable(settings.y)];
  const [xs, ys] = pairOf<'xs' | 'ys', Float64Array>(['xs', 'ys'], (key) => {
    const all = new Float64Array(count);
    let at = 0;
    for (const group of points) {
      all.set(group[key], at);
      at += group[key].length;
    }
    return all;
  });
  const [{ bundled } = {}] = points;
  const line = bundled ? lineOf(bundled.moments) : pairSummary(xs, ys).line;
  const r = line?.r;
  const p = r === undefined ? undefined : chanceOf(r, counts.used);
  const correlation =
    r === undefined
      ? ''
      : words.say('alt-scatter-correlation', {
          r: formatNumber(r, 2, numbers),
          p: p === undefined ? '' : `, ${chanceText(p, numbers)}`,
        });
  const { color } = settings;
  const colored = color === undefined ? '' : words.say('alt-scatter-color', { label: codebook.variable(color) });
  return words.say('alt-scatter', { y, x, count: counts.used, cases: codebook.cases, more: correlation + colored });
}
