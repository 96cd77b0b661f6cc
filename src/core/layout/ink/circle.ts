import type { Point } from './point.js';

const turn = 2 * Math.PI;

/** A circle on the page. */
export interface Circle {
  cx: number;
  cy: number;
  radius: number;
}

/** The same circle with another radius. */
export const withRadius = ({ cx, cy }: Circle, radius: number): Circle => ({ cx, cy, radius });

/** A place on a circle by its share of the turn, clockwise from twelve o'clock. */
export const onCircle = ({ cx, cy, radius }: Circle, share: number): Point => [
  cx + radius * Math.sin(turn * share),
  cy - radius * Math.cos(turn * share),
];
