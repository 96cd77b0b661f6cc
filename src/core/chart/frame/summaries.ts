import type { Detail } from '../../ask/question.js';
import type { Variable } from '../../data/codebook.js';
import { keysOf } from '../../keys.js';
import { type Interval, meanInterval, shareInterval } from '../../statistics/interval.js';
import type { Sample } from '../../statistics/sample.js';
import type { Summary } from '../../statistics/summary.js';
import { oneOrMore } from '../../tuple.js';
import type { Words } from '../../words/words.js';
import type { AxisTitle } from '../plan.js';
import type { LabelDecimals } from './labelDecimals.js';
import { defaultLevel } from './levels.js';
import { variableTitle } from './variableTitle.js';

/** What a share is taken of: what its cases count for, and how many would carry as much if all counted alike. */
export interface Whole {
  size: number;
  effective: number;
}

/** The cases that stand at one place. */
export interface PlaceCases {
  summary: Summary;
  /** Their values as the rows have them, for summaries that ask for single ones. */
  values(): ArrayLike<number>;
  /** The same in rising order, with their weights. */
  sample(): Sample;
  whole: Whole;
}

export type ErrorName = 'ci' | 'se' | 'sd';

/** The interval about a summary; undefined where the cases do not give one. */
type IntervalOf = (cases: PlaceCases, level: number) => Interval | undefined;

/** Titles that name a summary. */
type SummaryTitle =
  | 'title-mean'
  | 'title-median'
  | 'title-total'
  | 'title-number'
  | 'title-share'
  | 'title-least'
  | 'title-greatest'
  | 'title-range'
  | 'title-first'
  | 'title-last';

/** Heads of columns that hold one. */
type SummaryHead =
  | 'head-least'
  | 'head-greatest'
  | 'head-range'
  | 'head-first'
  | 'head-last'
  | 'head-mean'
  | 'head-median'
  | 'head-sum'
  | 'head-count'
  | 'head-percent'
  | 'value';

/** The statistics that charts can show for the cases at each place. To add one, write an object here and add it to the list. */
export interface SummaryType {
  /** What it asks for: the values of a variable, or how many cases there are. */
  asks: 'values' | 'cases';
  of(cases: PlaceCases): number;
  /** Whether it needs single values, not their sums alone. */
  keepsRows?: true;
  /** Whether it hangs on the order of the rows. */
  ordered?: true;
  /** Whether it draws a value as the table gives it, so that there is one row for each place. */
  asGiven?: true;
  /** Whether it is a part of a whole of several places. */
  ofWhole?: true;
  /** Measures of variables that it is defined for. */
  measures: readonly string[];
  /** Whether the values of several places are one together, so that they may be stacked and are shares of it. */
  addsUp: boolean;
  /** Its intervals by what error bars may show. */
  intervals?: Partial<Record<ErrorName, IntervalOf>>;
  /** The title of an axis that shows it: of a variable, or of cases. */
  title?: SummaryTitle;
  unit?: string;
  /** What its axis can hold: what the variable can, shares, or whole numbers of cases from 0 on. */
  holds: 'values' | 'shares' | 'counts' | 'sums';
  labels: LabelDecimals;
  /** Its column in a table of numbers: key, title, and the decimals to add to those of the variable, if there is one. */
  column: { key: string; head: SummaryHead; decimals: number };
  /** Whether mean, SD and SE stand beside it. */
  spread?: true;
}

const meanErrors: SummaryType['intervals'] = {
  ci: ({ summary }, level) => meanInterval(summary, level),
  se: ({ summary }) => around(summary.mean, summary.se),
  sd: ({ summary }) => around(summary.mean, summary.sd),
};

const around = (middle: number, half: number | undefined): Interval | undefined =>
  half === undefined ? undefined : { low: middle - half, high: middle + half };

const mean = {
  asks: 'values',
  of: ({ summary }) => summary.mean,
  measures: ['numeric'],
  addsUp: false,
  intervals: meanErrors,
  title: 'title-mean',
  holds: 'values',
  labels: 'mean',
  column: { key: 'mean', head: 'head-mean', decimals: 2 },
  spread: true,
} satisfies SummaryType;

const middle = {
  asks: 'values',
  of(cases) {
    const sample = cases.sample();
    return sample.values.length === 0 ? Number.NaN : sample.quantile(0.5);
  },
  keepsRows: true,
  measures: ['numeric', 'ordinal'],
  addsUp: false,
  title: 'title-median',
  holds: 'values',
  labels: 'median',
  column: { key: 'median', head: 'head-median', decimals: 2 },
  spread: true,
} satisfies SummaryType;

const sum = {
  asks: 'values',
  of: ({ summary }) => summary.sum,
  measures: ['numeric'],
  addsUp: true,
  title: 'title-total',
  holds: 'sums',
  labels: 'data',
  column: { key: 'sum', head: 'head-sum', decimals: 0 },
} satisfies SummaryType;

const count = {
  asks: 'cases',
  of: ({ summary }) => summary.size,
  measures: [],
  addsUp: true,
  title: 'title-number',
  holds: 'counts',
  labels: 'counts',
  column: { key: 'count', head: 'head-count', decimals: 0 },
} satisfies SummaryType;

const percent = {
  asks: 'cases',
  of: ({ summary, whole }) => (100 * summary.size) / whole.size,
  ofWhole: true,
  measures: [],
  addsUp: true,
  intervals: {
    ci({ summary, whole: { size, effective } }, level) {
      // Weighted cases count for as many as would carry as much if all counted alike.
      if (effective < 1 - 1e-9) return undefined;
      const share = shareInterval((summary.size / size) * effective, effective, level);
      return share && { low: 100 * share.low, high: 100 * share.high };
    },
  },
  title: 'title-share',
  unit: '%',
  holds: 'shares',
  labels: 'shares',
  column: { key: 'percent', head: 'head-percent', decimals: 1 },
} satisfies SummaryType;

const given = {
  asks: 'values',
  of: ({ summary }) => summary.mean,
  asGiven: true,
  measures: ['numeric', 'ordinal'],
  addsUp: true,
  holds: 'values',
  labels: 'data',
  column: { key: 'value', head: 'value', decimals: 0 },
} satisfies SummaryType;

const extreme = (
  of: (ends: readonly [least: number, greatest: number]) => number,
  name: 'least' | 'greatest' | 'range',
) =>
  ({
    asks: 'values',
    of: (cases) => of(cases.sample().ends),
    keepsRows: true,
    measures: name === 'range' ? ['numeric'] : ['numeric', 'ordinal'],
    addsUp: false,
    title: `title-${name}`,
    holds: 'values',
    labels: 'data',
    column: { key: name, head: `head-${name}`, decimals: 0 },
  }) satisfies SummaryType;

/** The value of the first or the last row, as the table has them. */
const ofRow = (name: 'first' | 'last') =>
  ({
    asks: 'values',
    of(cases) {
      const values = cases.values();
      return values[name === 'first' ? 0 : values.length - 1] ?? Number.NaN;
    },
    keepsRows: true,
    ordered: true,
    measures: ['numeric', 'ordinal'],
    addsUp: false,
    title: `title-${name}`,
    holds: 'values',
    labels: 'data',
    column: { key: name, head: `head-${name}`, decimals: 0 },
  }) satisfies SummaryType;

/** All summaries. */
export const summaries = {
  mean,
  median: middle,
  sum,
  count,
  percent,
  least: extreme(([least]) => least, 'least'),
  greatest: extreme(([, greatest]) => greatest, 'greatest'),
  range: extreme(([least, greatest]) => greatest - least, 'range'),
  first: ofRow('first'),
  last: ofRow('last'),
  given,
};

export type SummaryName = keyof typeof summaries;

/** Summaries that need more than the cases of their own place. */
type WholeName = {
  [N in SummaryName]: (typeof summaries)[N] extends { ofWhole: true } ? N : never;
}[SummaryName];

/** Summaries of the cases at one place alone. */
export type PlaceSummaryName = Exclude<SummaryName, WholeName>;

export const summaryType = (name: SummaryName): SummaryType => summaries[name];

/** How much of a table a summary needs. */
export function detailOf(name: SummaryName): Detail {
  const { asGiven, ordered, keepsRows } = summaryType(name);
  return asGiven || ordered ? 'rows' : keepsRows ? 'spread' : 'moments';
}

/** The title of an axis of a summary of a variable. */
export function titleOfSummary(name: SummaryName, variable: Variable, path: string, words: Words): AxisTitle {
  const { title } = summaryType(name);
  const plain = variableTitle(variable, path);
  if (title === undefined || title === 'title-number' || title === 'title-share') return plain;
  return { ...plain, label: words.say(title, { label: plain }), summary: { name, of: plain.label } };
}

/** The title of an axis of numbers or shares of cases. */
export const titleOfCases = (name: SummaryName, cases: string, words: Words): string =>
  words.say(summaryType(name).title === 'title-share' ? 'title-share' : 'title-number', { cases });

export const summaryNames = oneOrMore(keysOf(summaries));
const isOfPlace = (name: SummaryName): name is PlaceSummaryName => !summaryType(name).ofWhole;
export const placeSummaryNames = oneOrMore(summaryNames.filter(isOfPlace));

/** The interval of error bars about a summary. */
export const errorInterval = (
  name: SummaryName,
  { shows, level = defaultLevel }: { shows: ErrorName; level?: number | undefined },
  cases: PlaceCases,
): Interval | undefined => summaryType(name).intervals?.[shows]?.(cases, level);
