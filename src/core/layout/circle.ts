import type { Point } from './point.js';

const turn = 2 * Math.PI;

/** A place on a circle by its share of the turn, clockwise from twelve o'clock. */
export const onCircle = (cx: number, cy: number, radius: number, share: number): Point => [
  cx + radius * Math.sin(turn * share),
  cy - radius * Math.cos(turn * share),
];
