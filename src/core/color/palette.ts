import { converter, differenceCiede2000, formatHex, inGamut, modeLab65, modeLrgb, modeOklch, modeRgb } from 'culori/fn';
import { entryAt } from '../at.js';
import { contrast } from './color.js';
import { setUp } from './spaces.js';
import { seenAs, views } from './views.js';

/**
 * Palettes from stated constraints. Every colour has at least 3:1 on white (WCAG 2.2, graphics), is inside sRGB, and keeps to
 * the band of chroma and lightness that is asked for. Pairs are as far apart as can be had in the worst of four views (normal
 * vision and three simulated deficiencies, CIEDE2000) and in grey (CIE L*). All is sought over grids of OKLCH colours, so that
 * it is the same on every run.
 */

type Lab = { mode: 'lab65'; l: number; a: number; b: number };

/** A colour with all that it is held against. */
export interface Candidate {
  hex: string;
  /** Its lightness in grey print (CIE L*). */
  grey: number;
  /** How it is seen in each view but grey. */
  seen: readonly Lab[];
}

/** A place in OKLCH: lightness and chroma from 0, hue in degrees. */
export type Oklch = readonly [lightness: number, chroma: number, hue: number];

/** Bands of chroma and lightness (OKLCH) that colours keep to. */
export interface Band {
  chroma: readonly [least: number, most: number];
  lightness: readonly [dark: number, light: number];
}

let prepared = false;

function prepare(): void {
  if (prepared) return;
  setUp([modeRgb, modeLrgb, modeLab65, modeOklch]);
  prepared = true;
}

const labOf = (hex: string): Lab => converter('lab65')(hex) ?? { mode: 'lab65', l: 0, a: 0, b: 0 };

const hues = views.filter((view) => view !== 'grey');

/** What graphics need on white. */
const leastContrast = 3;

export const isSeenOnWhite = (hex: string): boolean => contrast(hex, '#ffffff') >= leastContrast;

/** A colour by its hexadecimal form. */
export function candidateOf(hex: string): Candidate {
  prepare();
  return { hex, grey: labOf(hex).l, seen: hues.map((view) => labOf(seenAs(hex, view))) };
}

const hexAt = ([l, c, h]: Oklch): string => formatHex({ mode: 'oklch', l, c, h });

const isShown = ([l, c, h]: Oklch): boolean => inGamut('rgb')({ mode: 'oklch', l, c, h });

/** The colour at a place of OKLCH. */
export function colorAt(place: Oklch): Candidate {
  prepare();
  return candidateOf(hexAt(place));
}

/** The place of a colour in OKLCH. A grey has hue 0. */
export function placeOf(hex: string): Oklch {
  prepare();
  const { l, c, h = 0 } = converter('oklch')(hex) ?? { l: 0, c: 0 };
  return [l, c, h];
}

/** How far apart two colours are: in the worst view (CIEDE2000), and in grey (CIE L*). */
export function apart(a: Candidate, b: Candidate): [worst: number, grey: number] {
  const distance = differenceCiede2000();
  const worst = Math.min(...a.seen.map((lab, i) => distance(lab, entryAt(b.seen, i))));
  return [worst, Math.abs(a.grey - b.grey)];
}

/** How unlike two colours are to most readers (CIEDE2000). */
export const unlike = (a: Candidate, b: Candidate): number =>
  differenceCiede2000()(entryAt(a.seen, 0), entryAt(b.seen, 0));

/** All colours of a band, on a grid. */
export function colorsIn({ chroma: [least, most], lightness: [dark, light] }: Band): Candidate[] {
  prepare();
  const found: Candidate[] = [];
  for (let l = dark; l <= light + 1e-9; l += 0.02) {
    for (let c = least; c <= most + 1e-9; c += (most - least) / 4) {
      for (let h = 0; h < 360; h += 12)
        if (isShown([l, c, h]) && isSeenOnWhite(hexAt([l, c, h]))) found.push(colorAt([l, c, h]));
    }
  }
  return found;
}

/** Distances that are known to be feasible for the first k colours: CIEDE2000 and steps of L*. */
const goals: Readonly<Record<number, readonly [number, number]>> = {
  2: [38, 20],
  3: [32, 17],
  4: [28, 13],
  5: [22, 11],
  6: [18, 9],
  7: [14, 7],
  8: [12, 5.5],
};

/** How well the first two, the first three and so on of some colours tell apart. */
export function prefixScores(colors: readonly Candidate[]): { worst: number; grey: number; score: number }[] {
  const least: [number, number] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
  return colors.slice(1).map((color, i) => {
    for (const other of colors.slice(0, i + 1)) {
      const [worst, grey] = apart(color, other);
      least[0] = Math.min(least[0], worst);
      least[1] = Math.min(least[1], grey);
    }
    const [goal, greyGoal] = goals[i + 2] ?? [12, 5.5];
    const score = Math.min(1.15, least[0] / goal) + Math.min(1.15, least[1] / greyGoal);
    return { worst: least[0], grey: least[1], score };
  });
}

const total = (colors: readonly Candidate[]): number => prefixScores(colors).reduce((sum, { score }) => sum + score, 0);

/**
 * An ordered list of colours, so that the first group keeps its colour whether there are two groups or eight: the given ones,
 * and each further one that tells apart best from those before it.
 *
 * @param rounds how often each further colour is sought again with those behind it in place (coordinate ascent)
 */
export function groupColors(
  first: readonly Candidate[],
  { count = 8, rounds, ...band }: Band & { count?: number; rounds: number },
): Candidate[] {
  const pool = colorsIn(band);
  let colors = [...first];
  while (colors.length < count) {
    const scored = pool.map((one) => ({ one, score: total([...colors, one]) }));
    colors = [...colors, scored.reduce((a, b) => (b.score > a.score ? b : a)).one];
  }
  for (let round = 0; round < rounds; round += 1) {
    for (let at = first.length; at < count; at += 1) {
      let best = total(colors);
      for (const one of pool) {
        const tried = colors.with(at, one);
        const score = total(tried);
        if (score > best + 1e-9) [best, colors] = [score, tried];
      }
    }
  }
  return colors;
}

/** OKLCH lightness that gives a CIE lightness, by halving. */
function toLightness(lightness: number, c: number, h: number): number {
  let [low, high] = [0, 1];
  for (let i = 0; i < 30; i += 1) {
    const middle = (low + high) / 2;
    const { l } = converter('lab65')({ mode: 'oklch', l: middle, c, h });
    if (l < lightness) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** A colour of some CIE lightness, with as much of the chroma as the screen can show. */
function atLightness(lightness: number, chroma: number, h: number): Candidate {
  prepare();
  for (let c = chroma; c > 0; c -= 0.004) {
    const l = toLightness(lightness, c, h);
    if (isShown([l, c, h])) return colorAt([l, c, h]);
  }
  return colorAt([toLightness(lightness, 0, h), 0, h]);
}

const between = (a: number, b: number, t: number) => a + (b - a) * t;

/** Numbers of colours that ramps are given for. */
export const rampSizes = [2, 3, 4, 5, 6, 7, 8] as const;

/** A ramp for any number of colours. */
export type Ramp = (count: number) => Candidate[];

/** The distance of the two nearest neighbours of a ramp in the worst view. */
export const neighbours = (colors: readonly Candidate[]): number =>
  Math.min(...colors.slice(1).map((color, i) => apart(color, entryAt(colors, i))[0]));

/**
 * A ramp for groups that have an order: steps of equal lightness (CIE L*), so that the order also shows in grey; hue and chroma
 * drift evenly from end to end, on the path on which neighbours of the longest ramp are farthest apart in the worst view.
 */
export function sequentialRamp({ hues: starts, chroma }: { hues: readonly number[]; chroma: number }): Ramp {
  const [light, dark] = [60, 18];
  const along = (from: readonly [number, number], to: readonly [number, number], n: number): Candidate[] =>
    Array.from({ length: n }, (_, i) => {
      // Two or three colours keep off the ends of the ramp, which are as dark as ink.
      const inset = n < 4 ? 0.5 / n : 0;
      const t = n === 1 ? 0.5 : between(inset, 1 - inset, i / (n - 1));
      return atLightness(between(light, dark, t), between(from[0], to[0], t), between(from[1], to[1], t));
    });
  let best: { make: Ramp; score: number } | undefined;
  for (const h of starts) {
    for (const drift of [-60, -40, -20, 0, 20, 40, 60]) {
      for (const c of [chroma, chroma * 0.7]) {
        const make: Ramp = (n) => along([chroma, h], [c, h + drift], n);
        const score = neighbours(make(8));
        if (!best || score > best.score + 1e-9) best = { make, score };
      }
    }
  }
  return best?.make ?? (() => []);
}

/** Two ramps that meet in the lightest grey; of the pairs of hues, the one whose ends are farthest apart in the worst view. */
export function divergingRamp({
  pairs,
  chroma,
}: {
  pairs: readonly (readonly [number, number])[];
  chroma: number;
}): Ramp {
  const [light, dark] = [60, 22];
  const arm = (h: number, n: number, withMiddle: boolean, reach: number) =>
    Array.from({ length: n }, (_, i) => {
      const t = reach * (withMiddle ? (i + 1) / n : (i + 0.5) / (n - 0.5));
      return atLightness(between(light, dark, t), between(0.35 * chroma, chroma, t), h);
    });
  const of = ([a, b]: readonly [number, number], n: number): Candidate[] => {
    const [half, isOdd, reach] = [Math.floor(n / 2), n % 2 === 1, n < 4 ? 0.6 : 1];
    const middle = isOdd ? [atLightness(light, 0, 0)] : [];
    return [...arm(a, half, isOdd, reach).reverse(), ...middle, ...arm(b, half, isOdd, reach)];
  };
  const score = (pair: readonly [number, number]) => {
    const [one, other] = of(pair, 2) as [Candidate, Candidate];
    return apart(one, other)[0];
  };
  const best = pairs.map((pair) => ({ pair, score: score(pair) })).reduce((a, b) => (b.score > a.score ? b : a));
  return (n) => of(best.pair, n);
}
