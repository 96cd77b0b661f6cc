import { entryAt } from '../at.js';
import type { Dash, MarkerShape } from '../schema/look/names.js';
import type { Whiskers } from '../statistics/box.js';
import type { PositionRule } from '../statistics/quantilePlot.js';
import type { Words } from './words.js';

/** What a reader must know beside the image, by what it is; `noteWords` puts it into words. */
export interface NoteFacts {
  errors: { of: 'mean' | 'share'; shows: 'ci' | 'se' | 'sd'; level: number; as: 'bars' | 'bands' };
  givenIntervals: { level?: number | undefined };
  reference: { at?: number | undefined; label: string; dash?: Dash };
  referenceBand: { from: number; to: number; label: string };
  weighted: { by: string };
  boxes: { whiskers: Whiskers };
  outliers: { marker: MarkerShape };
  extremes: { marker: MarkerShape };
  violins: { width: 'density' | 'cases' | 'equal' };
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
  tiles: { cases: string };
  aside: object;
  cases: { used: number; cases: string };
  leftOut: { leftOut: readonly { label: string; count: number }[]; cases: string };
  weightless: { count: number; cases: string; by: string };
  beyond: { count: number; cases: string };
  /** So many of all cases were drawn by lot. */
  sampled: { count: number; total: number; cases: string; seed: number };
  roundedShares: object;
  /** How many answered each question, at least and at most, and whether all questions were answered by all. */
  answered: { from: number; to: number; total: number; isAll: boolean; cases: string };
  middleAnswer: { answer: string; stands: 'split' | 'apart' | 'hidden' };
  ended: { cases: string };
  positions: { rule: PositionRule };
  quartileLine: object;
  quantileBand: { holds: 'pointwise' | 'simultaneous'; level: number };
  answerSums: object;
  correlations: { of: 'pearson' | 'spearman'; cases: 'pairwise' | 'listwise'; from: number; to: number };
  squares: { isNegative: boolean; greatest: number };
}

export type NoteFact = { [K in keyof NoteFacts]: { is: K } & NoteFacts[K] }[keyof NoteFacts];

/** A sentence of a note, with inline markup, and the fact that it states. */
export interface NoteSentence {
  is: NoteFact['is'];
  text: string;
  /** The level of intervals that it names, in percent. */
  level?: string;
}

/** How many rows are not shown, and for want of which variables. */
function leftOutWords({ leftOut, cases }: NoteFacts['leftOut'], words: Words): string {
  const sorted = [...leftOut].sort((a, b) => b.count - a.count);
  const [{ label, count }, others] = [entryAt(sorted, 0), sorted.slice(1)];
  const name = { label };
  if (others.length === 0) {
    return count === 1
      ? words.say('leftOut-one', { cases, label: name })
      : words.say('leftOut', { count, cases, label: name });
  }
  const reasons = words.row([
    words.say('leftOut-first', { count, label: words.lowered(label) }),
    ...others.map((own) => words.say('leftOut-next', { count: own.count, label: words.lowered(own.label) })),
  ]);
  const total = leftOut.reduce((sum, own) => sum + own.count, 0);
  return words.say('leftOut-several', { count: total, cases, reasons });
}

const dashes: Record<Dash, 'solid' | 'dashed' | 'dotted' | 'mixed'> = {
  solid: 'solid',
  dashed: 'dashed',
  dotted: 'dotted',
  long: 'dashed',
  mixed: 'mixed',
};

const fitKeys = ['line', 'parabola', 'cubic', 'quartic', 'quintic'] as const;

function fitWords({ degree, share, band }: NoteFacts['fits'], words: Words): string {
  if (degree === 'local') {
    const over = { share: words.level(share) };
    return band === undefined
      ? words.say('fits-local', over)
      : words.say('fits-localBand', { ...over, level: words.level(band) });
  }
  const key = entryAt(fitKeys, degree - 1);
  return band === undefined ? words.say(`fits-${key}`) : words.say(`fits-${key}Band`, { level: words.level(band) });
}

function boxWords({ whiskers }: NoteFacts['boxes'], words: Words): string {
  if (whiskers.rule === 'range') return words.say('boxes-range');
  if (whiskers.rule === 'percentiles')
    return words.say('boxes-percentiles', { low: whiskers.low, high: whiskers.high });
  return words.say('boxes-lengths', { lengths: whiskers.lengths });
}

function errorWords({ of, shows, level, as }: NoteFacts['errors'], words: Words): string {
  if (shows !== 'ci') return words.say(as === 'bars' ? `errorBars-${shows}` : `bands-${shows}`);
  const key = as === 'bands' ? 'bands-ci' : of === 'share' ? 'errorBars-ciOfShare' : 'errorBars-ci';
  return words.say(key, { level: words.level(level) });
}

/** More variables than this are counted, not named. */
const mostNamed = 6;

function componentWords({ of, on, rotate, kept }: NoteFacts['components'], words: Words): string {
  const variables =
    of.length > mostNamed
      ? words.say('components-many', { count: of.length })
      : words.list(of.map((label) => words.lowered(label)));
  return rotate === 'none'
    ? words.say(`components-${on}`, { variables })
    : words.say(`components-${on}Turned`, { variables, kept, rotation: rotate });
}

const rangeText = (from: number, to: number, words: Words): string =>
  from === to ? words.number(from) : `${words.number(from)}–${words.number(to)}`;

function answeredWords({ from, to, total, isAll, cases }: NoteFacts['answered'], words: Words): string {
  if (isAll) return words.say('cases', { count: total, cases });
  return words.say('answered', { range: rangeText(from, to, words), cases });
}

/** What panels say of their answers as one. */
function joinedAnswers(facts: readonly NoteFact[]): NoteFact[] {
  const all = facts.flatMap((fact) => (fact.is === 'answered' ? [fact] : []));
  const [first, ...others] = all;
  if (!first || others.length === 0) return [...facts];
  const joined = {
    ...first,
    from: Math.min(...all.map(({ from }) => from)),
    to: Math.max(...all.map(({ to }) => to)),
    total: all.reduce((sum, { total }) => sum + total, 0),
    isAll: all.every(({ isAll }) => isAll),
  };
  return facts.flatMap((fact): NoteFact[] => (fact === first ? [joined] : fact.is === 'answered' ? [] : [fact]));
}

/** The sentence of each fact, with inline markup. */
const sentenceOf: { [K in keyof NoteFacts]: (fact: NoteFacts[K], words: Words) => string } = {
  errors: errorWords,
  givenIntervals: ({ level }, words) =>
    level === undefined
      ? words.say('errorBars-given')
      : words.say('errorBars-givenLevel', { level: words.level(level) }),
  reference: ({ at, label, dash }, words) => {
    const line = words.say(`line-${dash ? dashes[dash] : 'solid'}`);
    return at === undefined ? words.say('reference', { line, label }) : words.say('reference-at', { line, at, label });
  },
  referenceBand: (facts, words) => words.say('reference-band', facts),
  weighted: ({ by }, words) => words.say('weighted', { label: { label: by } }),
  boxes: boxWords,
  outliers: ({ marker }, words) => words.say('outliers', { markers: words.say(`markers-${marker}`) }),
  extremes: ({ marker }, words) => words.say('extremes', { markers: words.say(`markers-${marker}`) }),
  violins: ({ width }, words) => words.say(width === 'density' ? 'violins' : `violins-${width}`),
  notches: (_, words) => words.say('notches'),
  widths: (_, words) => words.say('widths'),
  means: ({ marker }, words) => words.say('means-markers', { markers: words.say(`markers-${marker}`) }),
  weightedQuartiles: (_, words) => words.say('weightedQuartiles'),
  center: ({ shows }, words) => words.say(`center-${shows}`),
  curves: ({ names }, words) => words.say(names.length > 1 ? 'curves-both' : `curves-${entryAt(names, 0)}`),
  fits: fitWords,
  ellipses: ({ level }, words) => words.say('ellipses', { level: words.level(level) }),
  sizes: ({ of, depth }, words) => words.say(depth ? 'sizes-depth' : 'sizes', { label: { label: of } }),
  view: ({ turn, tilt, distance }, words) =>
    distance === undefined
      ? words.say('view-parallel', { turn, tilt })
      : words.say('view-perspective', { turn, tilt, distance }),
  ellipsoids: ({ level, each }, words) =>
    words.say(each ? 'ellipsoids-each' : 'ellipsoids-one', { level: words.level(level) }),
  shells: ({ shares, each, cases }, words) => {
    const percents = words.list(shares.map((share) => words.percent(100 * share)));
    return words.say(each ? 'shells-each' : 'shells-one', { shares: percents, cases });
  },
  directions: (_, words) => words.say('directions'),
  shadows: ({ walls, cases }, words) =>
    words.say('shadows', { walls: words.list(walls.map((wall) => words.say(`wall-${wall}`))), cases }),
  drops: ({ wall }, words) => words.say(`drops-${wall}`),
  components: componentWords,
  shades: ({ of }, words) => words.say('shades', { label: { label: of } }),
  stacked: ({ cases }, words) => words.say('stacked', { cases }),
  tiles: ({ cases }, words) => words.say('tiles', { cases }),
  aside: (_, words) => words.say('aside'),
  cases: ({ used, cases }, words) => words.say('cases', { count: used, cases }),
  leftOut: leftOutWords,
  weightless: ({ count, cases, by }, words) =>
    count === 1
      ? words.say('weightless-one', { cases, label: { label: by } })
      : words.say('weightless', { count, cases, label: { label: by } }),
  beyond: ({ count, cases }, words) =>
    count === 1 ? words.say('beyond-one', { cases }) : words.say('beyond', { count, cases }),
  sampled: ({ seed, ...counts }, words) => words.say('sampled', { ...counts, seed: String(seed) }),
  roundedShares: (_, words) => words.say('roundedShares'),
  answered: answeredWords,
  middleAnswer: ({ answer, stands }, words) => words.say(`middleAnswer-${stands}`, { answer }),
  ended: ({ cases }, words) => words.say('ended', { cases }),
  positions: ({ rule }, words) => words.say(`positions-${rule}`),
  quartileLine: (_, words) => words.say('quartileLine'),
  quantileBand: ({ holds, level }, words) => words.say(`quantileBand-${holds}`, { level: words.level(level) }),
  answerSums: (_, words) => words.say('answerSums'),
  correlations: ({ of, cases, from, to }, words) =>
    cases === 'listwise'
      ? words.say(`correlations-${of}-listwise`)
      : words.say(`correlations-${of}-pairwise`, { range: rangeText(from, to, words) }),
  squares: ({ isNegative, greatest }, words) =>
    words.say(isNegative ? 'squares-negative' : 'squares', { value: greatest }),
};

/** A fact in words. */
export function noteSentence(fact: NoteFact, words: Words): NoteSentence {
  const level = levelOf(fact);
  const text = (sentenceOf[fact.is] as (fact: NoteFact, words: Words) => string)(fact, words);
  return { is: fact.is, text, ...(level === undefined ? {} : { level: words.level(level) }) };
}

/** The level of the intervals that a fact speaks of. */
function levelOf(fact: NoteFact): number | undefined {
  if (fact.is === 'errors') return fact.shows === 'ci' ? fact.level : undefined;
  if (fact.is === 'givenIntervals') return fact.level;
  return fact.is === 'fits' ? fact.band : undefined;
}

/** Facts in words, each said once. */
export function noteSentences(facts: readonly NoteFact[], words: Words): NoteSentence[] {
  const said = new Map<string, NoteSentence>();
  for (const fact of joinedAnswers(facts)) {
    const sentence = noteSentence(fact, words);
    if (!said.has(sentence.text)) said.set(sentence.text, sentence);
  }
  return [...said.values()];
}
