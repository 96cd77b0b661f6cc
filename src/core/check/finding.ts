import type { Box } from '../plate/plate.js';
import type { Place } from '../problem/problem.js';
import type { Edit } from '../schema/patch.js';

/** How much a style minds: an error it does not bear, a warning it does. */
export type Severity = 'error' | 'warning';

/** A number with its unit; of a ratio, such as a contrast of 3 to 1, the unit is `:1`, of a plain number it is empty. */
export interface Measure {
  /** The number. */
  value: number;
  /** Its unit, such as `pt`. */
  unit: string;
}

/** How a figure file can be changed so that a finding is gone. */
export interface Mend {
  /** What it does, such as `sets text.tickLabel.size to 8pt`. */
  says: string;
  /** Settings of the figure file; without a value they are taken away. */
  edits: readonly Edit[];
  /** Whether what readers take from the figure stays the same: only such mends are made without being asked for. */
  keepsMeaning: boolean;
}

/** One thing that the check has to say about a finished figure. */
export interface Finding {
  /** Name of the rule that speaks. */
  rule: string;
  /** Whether the style does not bear it, or warns of it. */
  severity: Severity;
  /** What was found, as a sentence without its full stop. */
  found: string;
  /** What would do, where that needs words. */
  expected?: string;
  /** What was measured, where it is a number. */
  measured?: Measure;
  /** What it was held against. */
  limit?: Measure;
  /** What the ink is, the first where there are several pieces. */
  role?: string;
  /** The ink on the page in points. */
  boxes: Box[];
  /** The setting that decides it, and where that stands, or would. */
  setting: string;
  /** Where it is written: file, line and column. */
  place?: Place;
  /** The layer that has the last word on it, such as `style apa`. */
  layer?: string;
  /** Why the rule is there. */
  why: string;
  /** Where the rule comes from, such as a paragraph of the manual. */
  source: string;
  /** The change that mends it, where there is one. */
  mend?: Mend;
  /** The reason for which the figure does not follow the rule. */
  waived?: string;
}

export const measureText = ({ value, unit }: Measure): string =>
  unit === '' || unit.startsWith(':') || unit === '%' ? `${value}${unit}` : `${value} ${unit}`;
