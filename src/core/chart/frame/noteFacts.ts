import { entryAt } from '../../at.js';
import { decimalsOf, formatNumber, type NumberForm } from '../../scale/numberFormat.js';
import type { Dash, MarkerShape } from '../../schema/look/names.js';
import type { Whiskers } from '../../statistics/box.js';
import { lowered } from '../../type/letterCase.js';
import type { LeftOut } from '../plan.js';

/** A level such as 0.95 as `95%`. */
export const levelText = (level: number): string => `${Number((level * 100).toPrecision(10))}%`;

/** What a reader must know beside the image, by what it is; `noteWords` puts it into words. */
interface Facts {
  errors: { of: 'mean' | 'share'; shows: 'ci' | 'se' | 'sd'; level: number; as: 'bars' | 'bands' };
  givenIntervals: { level?: number | undefined };
  reference: { at?: number | undefined; label: string; dash?: Dash };
  weighted: { by: string };
  boxes: { whiskers: Whiskers };
  outliers: { marker: MarkerShape };
  extremes: { marker: MarkerShape };
  notches: object;
  widths: object;
  means: { marker: MarkerShape };
  weightedQuartiles: object;
  center: { shows: 'mean' | 'median' };
  curves: { names: readonly ('normal' | 'density')[] };
  fits: { degree: number | 'local'; share: number; band?: number | undefined };
  ellipses: { level: number };
  sizes: { of: string; depth?: boolean };
  view: { turn: number; tilt: number; distance?: number | undefined };
  ellipsoids: { level: number; each: boolean };
  shells: { shares: readonly number[]; each: boolean; cases: string };
  directions: object;
  shadows: { walls: readonly ('floor' | 'side' | 'back')[]; cases: string };
  drops: { wall: 'floor' | 'side' | 'back' };
  components: {
    of: readonly string[];
    on: 'correlation' | 'covariance';
    rotate: 'none' | 'varimax' | 'promax';
    kept: number;
  };
  shades: { of: string };
  stacked: { cases: string };
  aside: object;
  cases: { used: number; cases: string };
  leftOut: { leftOut: readonly { label: string; count: number }[]; cases: string };
  weightless: { count: number; cases: string; by: string };
  beyond: { count: number; cases: string };
}

export type NoteFact = { [K in keyof Facts]: { is: K } & Facts[K] }[keyof Facts];

const spreads = {
  ci: (of: string, level: number) =>
    of === 'share'
      ? `${levelText(level)} confidence intervals of the share (Wilson)`
      : `${levelText(level)} confidence intervals of the mean`,
  se: () => 'one standard error on either side of the mean',
  sd: () => 'one standard deviation on either side of the mean',
};

function whiskerWords(whiskers: Whiskers): string {
  if (whiskers.rule === 'range') return 'whiskers reach to the least and greatest values';
  if (whiskers.rule === 'percentiles')
    return `whiskers reach from percentile ${whiskers.low} to percentile ${whiskers.high}`;
  return `whiskers reach to the farthest values within ${whiskers.lengths} box lengths`;
}

/** How many rows are not shown, and for want of which variables. */
function leftOutWords({ leftOut, cases }: Facts['leftOut'], form: NumberForm): string {
  const count = (value: number) => formatNumber(value, 0, form);
  const sorted = [...leftOut].sort((a, b) => b.count - a.count);
  const [first, others] = [entryAt(sorted, 0), sorted.slice(1)];
  const without = `without a value for ${lowered(first.label)}`;
  if (others.length === 0 && first.count === 1) return `Not shown: one of the ${cases}, ${without}.`;
  if (others.length === 0) return `Not shown: ${count(first.count)}\u00a0${cases} ${without}.`;
  const total = leftOut.reduce((sum, own) => sum + own.count, 0);
  const parts = [
    `${count(first.count)}\u00a0${without}`,
    ...others.map(({ label, count: rows }) => `${count(rows)}\u00a0for ${lowered(label)}`),
  ];
  return `Not shown: ${count(total)}\u00a0${cases} (${parts.join(', ')}).`;
}

const fitNames = ['Straight lines', 'Parabolas', 'Cubics'] as const;
const curveNames = {
  normal: 'the normal curve with the mean and standard deviation of the values',
  density: 'the kernel density of the values',
} as const;

const dashWords: Record<Dash, string> = {
  solid: '',
  dashed: 'dashed ',
  dotted: 'dotted ',
  long: 'dashed ',
  mixed: 'dashed and dotted ',
};

/** Markers in the plural, at the beginning of a sentence. */
function markersInWords(marker: MarkerShape): string {
  const name = marker.replace('open-', '');
  const plural = name === 'cross' ? 'crosses' : name === 'plus' ? 'plus signs' : `${name}s`;
  const words = marker.startsWith('open-') ? `open ${plural}` : plural;
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
}

/** Things in a row, the last after "and". */
const listed = (parts: readonly string[]): string =>
  parts.length > 1 ? `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}` : (parts[0] ?? '');

const wallWords = (walls: readonly ('floor' | 'side' | 'back')[]): string =>
  listed(walls.map((wall) => ({ floor: 'floor', side: 'side wall', back: 'back wall' })[wall]));

/** The sentence of each fact, with inline markup. */
const sentences: { [K in keyof Facts]: (fact: Facts[K], form: NumberForm) => string } = {
  errors: ({ of, shows, level, as }) => `${as === 'bars' ? 'Error bars' : 'Bands'} show ${spreads[shows](of, level)}.`,
  givenIntervals: ({ level }) =>
    `Error bars show the ${level === undefined ? '' : `${levelText(level)} `}intervals as given in the table.`,
  reference: ({ at, label, dash }, form) => {
    const place = at === undefined ? '' : ` at ${formatNumber(at, decimalsOf(at), form)}`;
    return `The ${dash ? dashWords[dash] : ''}line${place} is the ${label}.`;
  },
  weighted: ({ by }) => `Cases are weighted by ${lowered(by)}.`,
  boxes: ({ whiskers }) => `Boxes show the median and the quartiles; ${whiskerWords(whiskers)}.`,
  outliers: ({ marker }) => `${markersInWords(marker)} are values beyond the whiskers.`,
  extremes: ({ marker }) => `${markersInWords(marker)} are values more than three box lengths from the box.`,
  notches: () => 'Notches about the medians that do not overlap speak for a difference.',
  widths: () => 'Boxes are as wide as the square root of their number of cases.',
  means: ({ marker }) => `${markersInWords(marker)} show the mean.`,
  weightedQuartiles: () =>
    'Quartiles are those of the weighted cases, the mean of two values where a weight ends between them.',
  center: ({ shows }) => `Bars show the ${shows}.`,
  curves: ({ names }) =>
    `${names.length > 1 ? 'Lines show' : 'The line shows'} ${names.map((name) => curveNames[name]).join(' and ')}.`,
  fits: ({ degree, share, band }) => {
    const what =
      degree === 'local'
        ? `Local regressions over ${levelText(share)} of the points`
        : `${entryAt(fitNames, degree - 1)} by least squares`;
    return band === undefined ? `${what}.` : `${what}, with ${levelText(band)} confidence bands of the mean.`;
  },
  ellipses: ({ level }) =>
    `Ellipses hold ${levelText(level)} of normal distributions with the means and covariances of the points.`,
  sizes: ({ of, depth }) => `The area of the markers shows ${lowered(of)}${depth ? '; farther ones are smaller' : ''}.`,
  view: ({ turn, tilt, distance }, form) => {
    const degrees = (value: number) => `${formatNumber(value, decimalsOf(value), form)}°`;
    const eye =
      distance === undefined
        ? 'in a parallel view'
        : `in a perspective view from ${formatNumber(distance, decimalsOf(distance), form)} box lengths away`;
    return `The cloud is turned by ${degrees(turn)} and tilted by ${degrees(tilt)}, ${eye}.`;
  },
  ellipsoids: ({ level, each }) =>
    each
      ? `Ellipsoids hold ${levelText(level)} of normal distributions with the means and covariances of the groups.`
      : `The ellipsoid holds ${levelText(level)} of a normal distribution with the means and covariances of the points.`,
  shells: ({ shares, each, cases }) => {
    return `Surfaces of equal density enclose ${listed(shares.map(levelText))} of the ${cases}${each ? ' of each group' : ''}.`;
  },
  directions: () =>
    'Lines through the middle show the directions of greatest spread, two standard deviations to each side.',
  shadows: ({ walls, cases }) => `Small marks on the ${wallWords(walls)} show the ${cases} as seen straight on.`,
  drops: ({ wall }) => `Lines lead to the ${wallWords([wall])}.`,
  components: ({ of, on, rotate, kept }) => {
    const columns = of.length > 6 ? `${of.length} variables` : listed(of.map((label) => lowered(label)));
    const way = `principal components of ${columns}, by their ${on}s`;
    const turned = rotate === 'none' ? '' : `; ${kept} are kept and rotated (${rotate})`;
    return `Axes show ${way}${turned}.`;
  },
  shades: ({ of }) => `The colour of the markers shows ${lowered(of)}.`,
  stacked: ({ cases }) => `Larger markers stand for several ${cases}.`,
  aside: () => 'Points on the same spot stand aside a little.',
  cases: ({ used, cases }, form) => `*N*\u00a0=\u00a0${formatNumber(used, 0, form)} ${cases}.`,
  leftOut: leftOutWords,
  weightless: ({ count, cases, by }, form) => `Not counted: ${countedCases(count, cases, form)} with ${lowered(by)} 0.`,
  beyond: ({ count, cases }, form) => `Left out: ${countedCases(count, cases, form)} beyond the limits of the axes.`,
};

const countedCases = (count: number, cases: string, form: NumberForm): string =>
  count === 1 ? `one of the ${cases},` : `${formatNumber(count, 0, form)}\u00a0${cases}`;

/** From where a cloud is seen, in words. */
export const viewWords = (view: Omit<Facts['view'], 'is'>, form: NumberForm): string => sentences.view(view, form);

/** Facts in words, each said once. */
export const noteWords = (facts: readonly NoteFact[], form: NumberForm): string[] => [
  ...new Set(facts.map((fact) => (sentences[fact.is] as (fact: NoteFact, form: NumberForm) => string)(fact, form))),
];

/** How many cases a chart shows, and how many it does not: what every note says. */
export function caseFacts(cases: string, { used, leftOut }: { used: number; leftOut: readonly LeftOut[] }): NoteFact[] {
  const byVariable = new Map<string, number>();
  const total = (why: LeftOut['why']) =>
    leftOut.reduce((sum, own) => sum + (why !== undefined && own.why === why ? own.count : 0), 0);
  const weightless = leftOut.find(({ why }) => why === 'weightless');
  for (const { variable, count, why } of leftOut) {
    if (why) continue;
    byVariable.set(variable.label, (byVariable.get(variable.label) ?? 0) + count);
  }
  const lacking = [...byVariable].map(([label, count]) => ({ label, count }));
  return [
    { is: 'cases', used, cases },
    ...(lacking.length > 0 ? [{ is: 'leftOut', leftOut: lacking, cases } as const] : []),
    ...(weightless
      ? [{ is: 'weightless', count: total('weightless'), cases, by: weightless.variable.label } as const]
      : []),
    ...(total('beyond') > 0 ? [{ is: 'beyond', count: total('beyond'), cases } as const] : []),
  ];
}
