import { betaQuantile } from './beta.js';
import { normalQuantile } from './normalQuantile.js';
import { tQuantile } from './studentT.js';

/** Distributions that values can be held against. */
export const distributions = ['normal', 't', 'uniform', 'exponential'] as const;
export type Distribution = (typeof distributions)[number];

/** Rules for plotting positions, each by its constant a in (i − a) / (n + 1 − 2a). */
export type PositionRule = 'blom' | 'hazen' | 'weibull' | 'tukey';
export const positionRules: Readonly<Record<PositionRule, number>> = {
  blom: 3 / 8,
  hazen: 1 / 2,
  weibull: 0,
  tukey: 1 / 3,
};

/** The plotting position of the i-th of n values in rising order, i from 1 (Blom 1958; Hazen 1914; Weibull 1939; Tukey 1962). */
export const positionOf = (rule: PositionRule, i: number, n: number): number =>
  (i - positionRules[rule]) / (n + 1 - 2 * positionRules[rule]);

/** Quantile of a distribution in its standard form. @param p 0 < p < 1 @param freedom degrees of freedom of t */
export function quantileIn(distribution: Distribution, p: number, freedom = 1): number {
  switch (distribution) {
    case 'normal':
      return normalQuantile(p);
    case 't':
      return tQuantile(p, freedom);
    case 'uniform':
      return p;
    default:
      return -Math.log1p(-p);
  }
}

/** The ends between which a probability lies, for the i-th of n values. */
export interface Bounds {
  low: number;
  high: number;
}

/** Between which the i-th of n values from a uniform distribution lies with some probability: a beta distribution (David & Nagaraja 2003). */
export const pointwiseBounds = (i: number, n: number, level: number): Bounds => ({
  low: betaQuantile((1 - level) / 2, i, n + 1 - i),
  high: betaQuantile((1 + level) / 2, i, n + 1 - i),
});

/**
 * The distance that no empirical distribution of n values exceeds with some probability: that of Kolmogorov, for small n with
 * the correction of Stephens (1974): of five values within 1.3 % of the distribution itself, of twenty within 0.5 %.
 */
export function kolmogorovDistance(n: number, level: number): number {
  const root = Math.sqrt(n);
  return Math.sqrt(-Math.log((1 - level) / 2) / 2) / (root + 0.12 + 0.11 / root);
}
