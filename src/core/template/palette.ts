import { entryAt } from '../at.js';
import {
  apart,
  type Candidate,
  candidateOf,
  colorAt,
  divergingRamp,
  groupColors,
  isSeenOnWhite,
  placeOf,
  rampSizes,
  sequentialRamp,
  unlike,
} from '../color/palette.js';
import type { Found } from './found.js';

/** A colour of a document as it stands in the style, and why it is another one. */
export interface DraftColor {
  /** What the document calls it, and its colour there; left out where it was found beside those. */
  own?: { name: string; hex: string };
  hex: string;
  /** Why it was moved, in words. */
  why?: string;
}

/** Colours for a style, from those of a document. */
export interface DraftPalette {
  groups: DraftColor[];
  /** Colours of the document that no further room was found for. */
  left: { name: string; hex: string }[];
  /** Ramps by their number of colours. */
  sequential: Readonly<Record<string, readonly string[]>>;
  diverging: Readonly<Record<string, readonly string[]>>;
}

/** Distance (CIEDE2000, worst view) that the check of a style asks of two groups, with room to spare, and in grey (L*). */
const wanted = [12, 4] as const;
/** What colours that are found beside those of the document have at least. */
const least = 10.5;
/** Groups beyond this many are told apart by their names. */
const mostGroups = 8;
/** Below this chroma a colour is a grey, and has no hue. */
const leastChroma = 0.02;
/** Neither paper nor ink: colours that marks may have. */
const lightness = [0.3, 0.68] as const;

const isApart = (one: Candidate, before: readonly Candidate[], [worst, grey]: readonly [number, number]): boolean =>
  before.every((other) => {
    const [ownWorst, ownGrey] = apart(one, other);
    return ownWorst >= worst && ownGrey >= grey;
  });

/** Steps of hue to either side, the nearest first. */
const turns = [0, 8, -8, 16, -16, 24, -24, 36, -36];

/** Colours near another one: of all lightnesses that marks may have, of more and less chroma, of hues beside it. */
function near(hex: string): Candidate[] {
  const [, c, h] = placeOf(hex);
  const found: Candidate[] = [];
  const isGrey = c < leastChroma;
  for (let l: number = lightness[0]; l <= lightness[1] + 1e-9; l += 0.02) {
    for (const share of isGrey ? [1] : [1, 0.8, 0.6])
      for (const turn of isGrey ? [0] : turns) found.push(colorAt([l, c * share, h + turn]));
  }
  return found.filter((one) => isSeenOnWhite(one.hex));
}

/** The colour nearest to one that can be seen on white and told from those before it; undefined where there is none. */
function settled(hex: string, before: readonly Candidate[]): Candidate | undefined {
  const own = candidateOf(hex);
  if (isSeenOnWhite(hex) && isApart(own, before, [wanted[0], 0])) return own;
  const pool = near(hex);
  for (const least of [wanted, [wanted[0], 0]] as const) {
    const good = pool.filter((one) => isApart(one, before, least));
    if (good.length > 0) return good.reduce((a, b) => (unlike(b, own) < unlike(a, own) ? b : a));
  }
  return undefined;
}

function whyMoved(hex: string, before: readonly DraftColor[]): string {
  if (!isSeenOnWhite(hex)) return 'too pale to be seen on white';
  const own = candidateOf(hex);
  const near = before.findIndex((other) => apart(own, candidateOf(other.hex))[0] < wanted[0]);
  const name = before[near]?.own?.name;
  return `too near to ${name ?? 'the one before'} for some readers`;
}

/** The hues of the colours that have one, in their order. */
const huesOf = (colors: readonly DraftColor[]): { hue: number; chroma: number }[] =>
  colors.flatMap(({ hex }) => {
    const [, chroma, hue] = placeOf(hex);
    return chroma < leastChroma ? [] : [{ hue, chroma }];
  });

const between = (value: number, [least, most]: readonly [number, number]) => Math.min(most, Math.max(least, value));

const rampsOf = (make: (count: number) => Candidate[]): Record<string, string[]> =>
  Object.fromEntries(rampSizes.map((count) => [String(count), make(count).map(({ hex }) => hex)]));

/** Colours for a style from those of a document, made to be seen on white and told apart; undefined where it has none with a hue. */
export function paletteFrom(colors: readonly Found<{ name: string; hex: string }>[]): DraftPalette | undefined {
  // Paper and ink are no colours of marks.
  const usable = colors.filter(({ value: { hex } }) => {
    const [l, c] = placeOf(hex);
    return l < 0.93 && (l > 0.28 || c > 0.05);
  });
  const groups: DraftColor[] = [];
  const left: DraftPalette['left'] = [];
  for (const { value } of usable) {
    const found =
      groups.length < mostGroups
        ? settled(
            value.hex,
            groups.map(({ hex }) => candidateOf(hex)),
          )
        : undefined;
    if (!found) left.push(value);
    else
      groups.push({
        own: value,
        hex: found.hex,
        ...(found.hex === value.hex ? {} : { why: whyMoved(value.hex, groups) }),
      });
  }
  const hues = huesOf(groups);
  const [first] = hues;
  if (!first) return undefined;
  const chroma = between(first.chroma, [0.05, 0.12]);
  const own = groups.map(({ hex }) => candidateOf(hex));
  const sought = groupColors(own, {
    count: Math.max(groups.length, mostGroups),
    rounds: 0,
    chroma: [0.4 * chroma, 1.1 * chroma],
    lightness: [0.36, 0.67],
  });
  // Where no room is left, there are fewer.
  const count = sought.findIndex((one, i) => i >= own.length && !isApart(one, sought.slice(0, i), [least, 0]));
  const further = sought.slice(own.length, count < 0 ? undefined : count);
  const others = hues.slice(1).map(({ hue }) => hue);
  const opposite = [first.hue + 180, first.hue + 150, first.hue - 150];
  const pairs = [...others, ...opposite].map((hue) => [first.hue, hue] as const);
  return {
    groups: [...groups, ...further.map(({ hex }) => ({ hex }))],
    left,
    sequential: rampsOf(sequentialRamp({ hues: [first.hue], chroma: between(chroma, [0.05, 0.1]) })),
    diverging: rampsOf(divergingRamp({ pairs, chroma: between(chroma, [0.05, 0.1]) })),
  };
}

/** The colour nearest to one, of its hue and darker, that has at least some contrast with white. */
export function shadeOf(hex: string, least: number, contrast: (hex: string) => number): string {
  if (contrast(hex) >= least) return hex;
  const [l, c, h] = placeOf(hex);
  const steps = Array.from({ length: 100 }, (_, i) => colorAt([l * (1 - i / 100), c * (1 - i / 100) ** 0.5, h]).hex);
  return steps.find((own) => contrast(own) >= least) ?? '#000000';
}

/** A tint of an ink that has at least some contrast with white. */
export function tintOf(ink: string, least: number, contrast: (hex: string) => number): string {
  const [l, c, h] = placeOf(ink);
  const steps = Array.from({ length: 100 }, (_, i) => colorAt([l + (1 - l) * (i / 100), c * (1 - i / 100), h]).hex);
  return steps.filter((hex) => contrast(hex) >= least).at(-1) ?? entryAt(steps, 0);
}
