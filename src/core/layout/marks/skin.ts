import type { SkinMark } from '../../chart/plan.js';
import type { MarkType } from './markType.js';

/** Closed surfaces in space: a light veil in the colour of the group, an outline, and lines that show the form. */
export const skin: MarkType<SkinMark> = {
  ink: () => [],
  ends: ({ mesh: { corners } }) => {
    const every = (start: number) => corners.filter((_, i) => i % 3 === start);
    return { x: every(0), y: every(1), z: every(2) };
  },
  occupies: () => [],
  needsZero: false,
  overhang: () => 0,
  key: 'marker',
  uses: () => ['scene'],
  accents: ['fill'],
};
