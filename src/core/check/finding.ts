import type { Edit } from '../document/patch.js';
import type { Place } from '../document/problem.js';
import type { Box } from '../plate/plate.js';

export type Severity = 'error' | 'warning';

/** A number with its unit; of a ratio, such as a contrast of 3 to 1, the unit is `:1`, of a plain number it is empty. */
export interface Measure {
  value: number;
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
  rule: string;
  severity: Severity;
  /** What was found, as a sentence without its full stop. */
  found: string;
  /** What would do, where that needs words. */
  expected?: string;
  measured?: Measure;
  limit?: Measure;
  /** What the ink is, the first where there are several pieces. */
  role?: string;
  /** The ink on the page in points. */
  boxes: Box[];
  /** The setting that decides it, and where that stands, or would. */
  setting: string;
  place?: Place;
  /** The layer that has the last word on it, such as `style apa`. */
  layer?: string;
  why: string;
  source: string;
  mend?: Mend;
  /** The reason for which the figure does not follow the rule. */
  waived?: string;
}

export const measureText = ({ value, unit }: Measure): string =>
  unit === '' || unit.startsWith(':') || unit === '%' ? `${value}${unit}` : `${value} ${unit}`;
