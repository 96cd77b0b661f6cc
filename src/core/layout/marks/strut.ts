import type { StrutMark } from '../../chart/plan.js';
import type { MarkType } from './markType.js';

/** Straight lines in space through the middle of the cloud, cut at the limits. */
export const strut: MarkType<StrutMark> = {
  ink: () => [],
  ends: ({ from, to }) => ({ x: [from[0], to[0]], y: [from[1], to[1]], z: [from[2], to[2]] }),
  occupies: () => [],
  needsZero: false,
  overhang: () => 0,
  key: 'line',
  uses: () => ['scene', 'fits'],
  accents: [],
};
