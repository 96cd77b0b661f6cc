import fc, { type Arbitrary } from 'fast-check';
import { dashes, markerShapes } from '../../src/core/schema/look/names.js';
import type { NoteFact } from '../../src/core/words/noteFacts.js';

/** Names that no sentence has of itself. */
const name = fc.stringMatching(/^[qxz]{3,8}$/);
const level = fc.constantFrom(0.5, 0.68, 0.9, 0.95, 0.99);
const count = fc.integer({ min: 1, max: 999 });
const marker = fc.constantFrom(...markerShapes);
const wall = fc.constantFrom('floor' as const, 'side' as const, 'back' as const);

type Facts = { [K in NoteFact['is']]: Arbitrary<Omit<Extract<NoteFact, { is: K }>, 'is'>> };

/** Facts of every sort: one more in the list of facts does not compile without a line here. */
export const noteFacts: Facts = {
  errors: fc.record({
    of: fc.constantFrom('mean', 'share'),
    shows: fc.constantFrom('ci', 'se', 'sd'),
    level,
    as: fc.constantFrom('bars', 'bands'),
  }),
  givenIntervals: fc.record({ level: fc.option(level, { nil: undefined }) }),
  reference: fc.record({ at: fc.option(count, { nil: undefined }), label: name, dash: fc.constantFrom(...dashes) }),
  referenceBand: fc.record({ from: count, to: count, label: name }),
  weighted: fc.record({ by: name }),
  boxes: fc.record({
    whiskers: fc.oneof(
      fc.constant({ rule: 'range' as const }),
      fc.record({
        rule: fc.constant('percentiles' as const),
        low: fc.integer({ min: 1, max: 10 }),
        high: fc.constant(95),
      }),
      fc.record({ rule: fc.constant('fences' as const), lengths: fc.constantFrom(1.5, 2, 3) }),
    ),
  }),
  outliers: fc.record({ marker }),
  extremes: fc.record({ marker }),
  notches: fc.constant({}),
  widths: fc.constant({}),
  means: fc.record({ marker }),
  weightedQuartiles: fc.constant({}),
  center: fc.record({ shows: fc.constantFrom('mean', 'median') }),
  curves: fc.record({ names: fc.subarray(['normal', 'density'] as const, { minLength: 1 }) }),
  fits: fc.record({
    degree: fc.constantFrom<number | 'local'>(1, 2, 3, 4, 5, 'local'),
    share: level,
    band: fc.option(level, { nil: undefined }),
  }),
  ellipses: fc.record({ level }),
  sizes: fc.record({ of: name, depth: fc.boolean() }),
  view: fc.record({ turn: count, tilt: count, distance: fc.option(count, { nil: undefined }) }),
  ellipsoids: fc.record({ level, each: fc.boolean() }),
  shells: fc.record({ shares: fc.array(level, { minLength: 1, maxLength: 3 }), each: fc.boolean(), cases: name }),
  directions: fc.constant({}),
  shadows: fc.record({ walls: fc.uniqueArray(wall, { minLength: 1 }), cases: name }),
  drops: fc.record({ wall }),
  components: fc.record({
    of: fc.uniqueArray(name, { minLength: 2, maxLength: 6 }),
    on: fc.constantFrom('correlation', 'covariance'),
    rotate: fc.constantFrom('none', 'varimax', 'promax'),
    kept: fc.integer({ min: 2, max: 5 }),
  }),
  shades: fc.record({ of: name }),
  stacked: fc.record({ cases: name }),
  tiles: fc.record({ cases: name }),
  sampled: fc.record({ count, total: count, cases: name, seed: count }),
  aside: fc.constant({}),
  cases: fc.record({ used: count, cases: name }),
  leftOut: fc.record({
    leftOut: fc.array(fc.record({ label: name, count: fc.oneof(fc.constant(1), count) }), {
      minLength: 1,
      maxLength: 3,
    }),
    cases: name,
  }),
  weightless: fc.record({ count, cases: name, by: name }),
  beyond: fc.record({ count, cases: name }),
  roundedShares: fc.constant({}),
  answered: fc.record({ from: count, to: count, total: count, isAll: fc.boolean(), cases: name }),
  middleAnswer: fc.record({ answer: name, stands: fc.constantFrom('split', 'apart', 'hidden') }),
  answerSums: fc.constant({}),
  positions: fc.record({ rule: fc.constantFrom('blom', 'hazen', 'weibull', 'tukey') }),
  quartileLine: fc.constant({}),
  quantileBand: fc.record({ holds: fc.constantFrom('pointwise', 'simultaneous'), level }),
  ended: fc.record({ cases: name }),
  violins: fc.record({ width: fc.constantFrom('density', 'cases', 'equal') }),
  correlations: fc.record({
    of: fc.constantFrom('pearson', 'spearman'),
    cases: fc.constantFrom('pairwise', 'listwise'),
    from: count,
    to: count,
  }),
  squares: fc.record({ isNegative: fc.boolean(), greatest: fc.constantFrom(1, 2.5) }),
};

/** All names in a fact. */
export function namesIn(value: unknown): string[] {
  if (typeof value === 'string') return /^[qxz]+$/.test(value) ? [value] : [];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(namesIn) : [];
}
