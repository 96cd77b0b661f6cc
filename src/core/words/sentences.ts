import type { PluralCategory } from './plurals.js';

/**
 * All sentences and terms that a figure, its note, its description, its table of numbers and its document can show, each with
 * what it has to name. A language gives every one of them, and none that lacks a name compiles. A new sentence is a line here
 * and a line in each language.
 */
export interface SentenceNames {
  // Titles of axes that follow from a summary.
  'title-mean': 'label';
  'title-median': 'label';
  'title-total': 'label';
  'title-least': 'label';
  'title-greatest': 'label';
  'title-range': 'label';
  'title-first': 'label';
  'title-last': 'label';
  'title-cumulative': 'label';
  'title-number': 'cases';
  'title-share': 'cases';
  'title-shareOfAll': 'cases';
  'title-shareWithin': 'cases' | 'group';
  'title-shareAnswering': 'cases' | 'answer';
  'title-quantile': 'distribution';
  'distribution-normal': never;
  'distribution-t': 'freedom';
  'distribution-uniform': never;
  'distribution-exponential': never;
  'title-component': 'number';
  'title-componentShare': 'number' | 'percent';

  // The note under a figure.
  'errorBars-ci': 'level';
  'errorBars-ciOfShare': 'level';
  'errorBars-se': never;
  'errorBars-sd': never;
  'errorBars-given': never;
  'errorBars-givenLevel': 'level';
  'bands-ci': 'level';
  'bands-se': never;
  'bands-sd': never;
  reference: 'line' | 'label';
  'reference-at': 'line' | 'at' | 'label';
  'reference-band': 'from' | 'to' | 'label';
  'line-solid': never;
  'line-dashed': never;
  'line-dotted': never;
  'line-mixed': never;
  weighted: 'label';
  'boxes-lengths': 'lengths';
  'boxes-range': never;
  'boxes-percentiles': 'low' | 'high';
  outliers: 'markers';
  extremes: 'markers';
  'markers-circle': never;
  'markers-square': never;
  'markers-triangle': never;
  'markers-diamond': never;
  'markers-wedge': never;
  'markers-pentagon': never;
  'markers-star': never;
  'markers-plus': never;
  'markers-cross': never;
  'markers-open-circle': never;
  'markers-open-square': never;
  'markers-open-triangle': never;
  'markers-open-diamond': never;
  'markers-open-wedge': never;
  violins: never;
  'violins-cases': never;
  'violins-equal': never;
  notches: never;
  widths: never;
  'means-markers': 'markers';
  weightedQuartiles: never;
  'center-mean': never;
  'center-median': never;
  'curves-normal': never;
  'curves-density': never;
  'curves-both': never;
  'fits-line': never;
  'fits-parabola': never;
  'fits-cubic': never;
  'fits-quartic': never;
  'fits-quintic': never;
  'fits-local': 'share';
  'fits-lineBand': 'level';
  'fits-parabolaBand': 'level';
  'fits-cubicBand': 'level';
  'fits-quarticBand': 'level';
  'fits-quinticBand': 'level';
  'fits-localBand': 'share' | 'level';
  ellipses: 'level';
  sizes: 'label';
  'sizes-depth': 'label';
  'view-parallel': 'turn' | 'tilt';
  'view-perspective': 'turn' | 'tilt' | 'distance';
  'ellipsoids-one': 'level';
  'ellipsoids-each': 'level';
  'shells-one': 'shares' | 'cases';
  'shells-each': 'shares' | 'cases';
  directions: never;
  shadows: 'walls' | 'cases';
  'wall-floor': never;
  'wall-side': never;
  'wall-back': never;
  'drops-floor': never;
  'drops-side': never;
  'drops-back': never;
  'components-correlation': 'variables';
  'components-covariance': 'variables';
  'components-correlationTurned': 'variables' | 'kept' | 'rotation';
  'components-covarianceTurned': 'variables' | 'kept' | 'rotation';
  'components-many': 'count';
  shades: 'label';
  stacked: 'cases';
  tiles: 'cases';
  aside: never;
  cases: 'count' | 'cases';
  'leftOut-one': 'cases' | 'label';
  leftOut: 'count' | 'cases' | 'label';
  'leftOut-several': 'count' | 'cases' | 'reasons';
  'leftOut-first': 'count' | 'label';
  'leftOut-next': 'count' | 'label';
  'weightless-one': 'cases' | 'label';
  weightless: 'count' | 'cases' | 'label';
  'beyond-one': 'cases';
  beyond: 'count' | 'cases';
  sampled: 'count' | 'total' | 'cases' | 'seed';
  roundedShares: never;
  answered: 'range' | 'cases';
  'middleAnswer-split': 'answer';
  'middleAnswer-apart': 'answer';
  'middleAnswer-hidden': 'answer';
  ended: 'cases';
  'positions-blom': never;
  'positions-hazen': never;
  'positions-weibull': never;
  'positions-tukey': never;
  quartileLine: never;
  'quantileBand-pointwise': 'level';
  'quantileBand-simultaneous': 'level';
  answerSums: never;
  'correlations-pearson-pairwise': 'range';
  'correlations-pearson-listwise': never;
  'correlations-spearman-pairwise': 'range';
  'correlations-spearman-listwise': never;
  squares: 'value';
  'squares-negative': 'value';

  // The figure in words.
  inUnit: 'what' | 'unit';
  'alt-bars': 'what' | 'by' | 'values';
  'alt-bars-many': 'what' | 'by' | 'count';
  'alt-intervals': 'what' | 'by' | 'values';
  'alt-intervals-many': 'what' | 'by' | 'count';
  'alt-boxes': 'what' | 'by' | 'values';
  'alt-boxes-many': 'what' | 'by' | 'count';
  'alt-violins': 'what' | 'by' | 'values';
  'alt-violins-many': 'what' | 'by' | 'count';
  'alt-points': 'what' | 'by' | 'values';
  'alt-points-many': 'what' | 'by' | 'count';
  'alt-lines': 'what' | 'by' | 'values';
  'alt-lines-many': 'what' | 'by' | 'count';
  'alt-line': 'first' | 'start' | 'last' | 'end';
  'alt-line-named': 'name' | 'first' | 'start' | 'last' | 'end';
  'alt-quantiles': 'what' | 'distribution' | 'count' | 'cases';
  'alt-pie': 'what' | 'by' | 'values';
  'alt-answers': 'answers' | 'by' | 'side' | 'values';
  'alt-answers-many': 'answers' | 'by';
  'alt-questions': 'count';
  'alt-matrix': 'what' | 'by' | 'values';
  'alt-matrix-many': 'what' | 'by' | 'count' | 'least' | 'greatest';
  'alt-value': 'name' | 'value';
  'alt-histogram': 'what' | 'from' | 'to' | 'count' | 'low' | 'high' | 'most' | 'cases';
  'alt-slopes': 'what' | 'first' | 'last' | 'rise' | 'fall' | 'count' | 'most';
  'alt-slopes-most': 'name' | 'before' | 'after';
  'alt-nothing': never;
  'alt-scatter': 'y' | 'x' | 'count' | 'cases' | 'more';
  'alt-scatter-correlation': 'r' | 'p';
  'alt-scatter-color': 'label';
  'alt-space': 'count' | 'cases' | 'variables';
  'alt-correlations': 'values';
  'alt-correlation': 'pair' | 'r';
  'alt-groups': 'label' | 'names';
  'alt-color': 'label';
  'alt-size': 'label';
  'alt-curves': 'names' | 'from' | 'to';
  'alt-panels': 'count' | 'by';
  'alt-part': 'name' | 'words';

  // Legends and labels that follow from the data.
  rise: never;
  fall: never;
  noChange: never;
  other: never;
  value: never;
  values: never;
  file: never;
  column: never;
  density: never;
  band: 'from' | 'to';
  'band-last': 'from' | 'to';
  'cases-usual': never;
  functions: never;
  'r2-undefined': never;

  // Heads of the tables of numbers.
  'head-all': never;
  'head-n': never;
  'head-weightedN': never;
  'head-mean': never;
  'head-meanOf': 'label';
  'head-median': never;
  'head-sd': never;
  'head-se': never;
  'head-sum': never;
  'head-count': never;
  'head-percent': never;
  'head-share': never;
  'head-low': never;
  'head-high': never;
  'head-ci': 'level';
  'head-meanSe': never;
  'head-meanSd': never;
  'head-interval': never;
  'head-lowOf': 'what';
  'head-highOf': 'what';
  'head-least': never;
  'head-greatest': never;
  'head-range': never;
  'head-first': never;
  'head-last': never;
  'head-whisker': never;
  'head-q1': never;
  'head-q3': never;
  'head-beyond': never;
  'head-column': never;
  'head-correlation': never;
  'head-question': never;
  'head-answer': never;
  'head-function': never;
  'head-at': 'x';
  'head-breaks': never;
  'head-gathered': never;
  'head-from': 'label';
  'head-to': never;
  'head-change': never;
  'head-changePercent': never;
  'head-slope': never;
  'head-intercept': never;
  'head-inside': never;
  'head-outside': never;
  'head-component': never;
  'head-components': never;
  'head-componentsTurned': never;
  'head-eigenvalue': never;
  'head-cumulative': never;
  'head-rotated': never;
  'head-variable': never;
  'head-loadings': never;
  'head-loadingsTurned': 'rotation';
  'head-componentCorrelations': never;
  'head-figure': never;
  'head-used': never;
  'head-read': never;
  'cases-ofAll': never;

  // Captions and documents.
  figure: 'number';
  'figure-word': never;
  note: never;
  figures: never;
  listOfFigures: never;
  numbersOf: 'figure';
  firstRows: 'shown' | 'count';
  figuresInDocument: 'count';

  // Why rows have no value, and how many are used.
  'lack-empty': 'column';
  'lack-missing': 'column' | 'text';
  'lack-notComputed': 'column' | 'text';
  'lack-noNumber': 'column';
  'lack-outsideBands': 'column';
  'lack-undefined': 'column';
  'lack-none': 'column';
  'lack-uncounted': never;
  'lack-beyond': 'column';
  'lack-weightless': 'column';
  'rows-used': 'used' | 'read' | 'cases';
  'rows-unchosen': 'count';
  'rows-leftOut': 'count' | 'reason';
  sums: never;

  // A proof.
  'proof-one': 'title';
  'proof-several': 'count';
  'proof-scale': 'percent';
  'proof-across': never;
  'proof-findings': 'counts';
  errors: 'count';
  warnings: 'count';
  waived: 'count';
  noneFound: never;
  'severity-error': never;
  'severity-warning': never;
  'severity-waived': never;
  'proof-waived': 'why';
  'proof-expected': 'what';
  'proof-mend': 'how';
  'proof-decide': 'how';
  'proof-line': 'line';
  'proof-style': 'style';
  'proof-size': 'width' | 'height';
  'proof-views': never;
  'view-grey': never;
  'view-protan': never;
  'view-deutan': never;
  'view-tritan': never;
  'proof-numbers': 'used' | 'read' | 'cases';
  'proof-rows': 'count';
  'proof-columns': 'count';
  'proof-inputs': never;
  'proof-passage': never;
}

export type SentenceKey = keyof SentenceNames;

/** What a sentence has to name. */
export type NamesOf<K extends SentenceKey> = SentenceNames[K];

/** What is each member of a union at once. */
export type Meet<U> = (U extends unknown ? (one: U) => void : never) extends (all: infer A) => void ? A : never;

/** A text that holds each of some names in braces. */
export type Naming<N extends string> = [N] extends [never]
  ? string
  : Meet<N extends string ? { text: `${string}{${N}}${string}` } : never> extends { text: infer T extends string }
    ? T
    : never;

/** Forms of a sentence by the plural category of its `{count}` (CLDR); `other` stands for those that are not given. */
export type Plurals<T> = Partial<Record<Exclude<PluralCategory, 'other'>, T>> & { other: T };

/** A sentence of a language, or its forms where it counts something. */
export type Sentence<K extends SentenceKey> =
  | Naming<NamesOf<K>>
  | ('count' extends NamesOf<K> ? Plurals<Naming<NamesOf<K>>> : never);

export type Sentences = { readonly [K in SentenceKey]: Sentence<K> };
