import type { Dash } from '../schema/look/names.js';

/** Dashes in line widths, on and off in turn. */
const patterns: Record<Dash, readonly number[]> = {
  solid: [],
  dashed: [4, 2.2],
  dotted: [1.1, 1.7],
  long: [8, 2.6],
  mixed: [6.5, 2, 1.4, 2],
};

/** A line: its width in points, its colour, and its dashes in points, on and off in turn. */
export interface DashedLine {
  width: number;
  color: string;
  dash?: readonly number[];
}

/** A line with its dashes, whose lengths follow from its width. */
export const dashed = (width: number, color: string, dash: Dash): DashedLine => ({
  width,
  color,
  ...(dash === 'solid' || width === 0 ? {} : { dash: patterns[dash].map((part) => part * Math.max(width, 0.8)) }),
});

/** The same line at another width, its dashes in proportion. */
export const widened = ({ dash, ...line }: DashedLine, width: number): DashedLine => ({
  ...line,
  width,
  ...(dash ? { dash: dash.map((part) => (part * Math.max(width, 0.8)) / Math.max(line.width, 0.8)) } : {}),
});
