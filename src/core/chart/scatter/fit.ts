import { entryAt } from '../../at.js';
import { formatNumber, type NumberForm } from '../../scale/numberFormat.js';
import { choice, either, flag, level, listOf, object, optional, share, whole } from '../../schema/fields.js';
import { straightFit } from '../../statistics/line.js';
import { fitLocal } from '../../statistics/localFit.js';
import type { PairMoments } from '../../statistics/pair.js';
import { type Fit, fitPolynomial, type Polynomial } from '../../statistics/polynomial.js';
import type { NoteFact } from '../../words/noteFacts.js';
import type { Words } from '../../words/words.js';
import { defaultLevel } from '../frame/levels.js';
import type { BandMark, Cell, LineMark } from '../plan.js';

/** Default share of the points used at each place of a local regression. */
const defaultShare = 0.6;

/** The setting for a line fitted to points. */
export const fitField = optional(
  object('A line fitted to the points of each group.', {
    degree: either(
      'A polynomial by least squares, from a straight line (1), a parabola (2) and a cubic (3) to degree 5, or a local regression.',
      '1 to 5, or local',
      [whole('A degree.', 5, '1'), choice('Local regression.', ['local'], 'local')],
      '1',
    ),
    share: optional(share('Share of the points that each part of a local regression takes. Left out: 0.6.', '0.5')),
    band: optional(flag('Whether a band shows the confidence interval of the mean.')),
    level: optional(level('Level of the band. Left out: 0.95.', '0.95')),
    over: optional(
      choice('Whether each group has a line of its own, or all have one. Left out: groups.', ['groups', 'all'], 'all'),
    ),
    show: optional(
      listOf(
        'What is written in the panel: R², the equation.',
        choice('A part.', ['r2', 'equation'], 'r2'),
        '[r2, equation]',
      ),
    ),
  }),
);

export interface FitSettings {
  degree: number | 'local';
  share?: number | undefined;
  band?: boolean | undefined;
  level?: number | undefined;
  over?: 'groups' | 'all' | undefined;
  show?: ('r2' | 'equation')[] | undefined;
}

/** A fit drawn over the range of its points. */
export interface DrawnFit {
  /** The line, and the band under it if there is one. */
  marks: (LineMark | BandMark)[];
  line: LineMark;
  /** None where all y are equal. */
  rSquared?: number | undefined;
  /** The coefficients, for polynomials. */
  polynomial?: Polynomial;
}

const places = 120;

/** Where a fit is drawn: at the ends of a straight one, else at many places over the range of its points. */
function placesOver(xs: ArrayLike<number>, steps: number): number[] {
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = 0; i < xs.length; i += 1) {
    least = Math.min(least, entryAt(xs, i));
    greatest = Math.max(greatest, entryAt(xs, i));
  }
  return Array.from({ length: steps + 1 }, (_, i) => least + ((greatest - least) * i) / steps);
}

/** Points to which a line is fitted. */
export interface FittedPoints {
  xs: ArrayLike<number>;
  ys: ArrayLike<number>;
  /** Where each stands for several cases: the moments of all, and the ends of x. Straight lines alone are fitted to these. */
  bundled?: { moments: PairMoments; ends: readonly number[] } | undefined;
}

/** Fits a line to points; undefined if they are too few or do not differ in x. */
export function drawFit(fit: FitSettings, { xs, ys, bundled }: FittedPoints, cell: Cell): DrawnFit | undefined {
  const of = (degree: number) => (bundled ? straightFit(bundled.moments) : fitPolynomial(xs, ys, degree));
  const found = fit.degree === 'local' ? fitLocal(xs, ys, fit.share ?? defaultShare) : of(fit.degree);
  if (!found) return undefined;
  const along = placesOver(bundled?.ends ?? xs, fit.degree === 1 && !fit.band ? 1 : places);
  const fitted = along.map((x): Fit => found.at(x, fit.level ?? defaultLevel));
  const isBanded = fit.band && fitted.every(({ low }) => low !== undefined);
  const band: BandMark = {
    type: 'band',
    cell,
    xs: along,
    low: fitted.map(({ low = Number.NaN }) => low),
    high: fitted.map(({ high = Number.NaN }) => high),
  };
  const line: LineMark = { type: 'line', cell, as: 'fit', xs: along, ys: fitted.map(({ y }) => y) };
  return {
    marks: isBanded ? [band, line] : [line],
    line,
    rSquared: found.rSquared,
    ...('coefficients' in found ? { polynomial: found } : {}),
  };
}

const significant = (value: number, form: NumberForm): string => {
  if (value === 0) return '0';
  const decimals = Math.max(0, Math.min(9, 2 - Math.floor(Math.log10(Math.abs(value)))));
  return formatNumber(value, decimals, form);
};

const powers = ['', '*x*', '*x*^2^', '*x*^3^', '*x*^4^', '*x*^5^'] as const;

/** An equation with three significant digits: *y* = 1.20 + 0.345 *x*. */
export function equation({ coefficients }: Polynomial, form: NumberForm): string {
  const terms = coefficients.map((value, power) => {
    const size = `${significant(Math.abs(value), form)}${power === 0 ? '' : ` ${powers[power]}`}`;
    const sign = value < 0 ? '\u2212' : '+';
    return power === 0 ? `${value < 0 ? '\u2212' : ''}${size}` : `${sign} ${size}`;
  });
  return `*y* = ${terms.join(' ')}`;
}

/** What is written in the panel about a fit. */
export function fitRemark(
  { rSquared, polynomial }: DrawnFit,
  fit: FitSettings,
  form: NumberForm,
  words: Words,
): string | undefined {
  const parts = (fit.show ?? []).flatMap((part) => {
    if (part === 'r2')
      return [`*R*^2^ ${rSquared === undefined ? words.say('r2-undefined') : `= ${formatNumber(rSquared, 2, form)}`}`];
    return polynomial ? [equation(polynomial, form)] : [];
  });
  return parts.length === 0 ? undefined : parts.join(', ');
}

/** What the lines are, for the note. */
export function fitFacts(fit: FitSettings | undefined): NoteFact[] {
  if (!fit) return [];
  const band = fit.band ? { band: fit.level ?? defaultLevel } : {};
  return [{ is: 'fits', degree: fit.degree, share: fit.share ?? defaultShare, ...band }];
}
