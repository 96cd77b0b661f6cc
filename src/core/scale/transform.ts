/** A rising function that turns numbers into lengths. */
export type Transform = (value: number) => number;

/** How numbers become lengths on an axis; none where that is in proportion. */
export const transformFor = (scale: 'linear' | 'log' | 'power', exponent: number): Transform | undefined =>
  scale === 'log' ? logarithmic : scale === 'power' ? powerOf(exponent) : undefined;

/** Logarithms: equal ratios take equal lengths. The base is that of the ticks and changes no length. */
export const logarithmic: Transform = Math.log;

/** Powers: `exponent` 0.5 is a root scale. Numbers below zero keep their sign. */
export const powerOf =
  (exponent: number): Transform =>
  (value) =>
    Math.sign(value) * Math.abs(value) ** exponent;
