import type { Box } from '../plate/plate.js';
import type { Place } from '../problem/problem.js';
import type { Edit } from '../schema/patch.js';

/** How serious a finding is for the style. */
export type Severity = 'error' | 'warning';

/** A number with its unit. Ratios, such as a contrast of 3 to 1, have the unit `:1`; plain numbers have none. */
export interface Measure {
  /** The number. */
  value: number;
  /** Its unit, such as `pt`. */
  unit: string;
}

/** A change to the figure file that resolves a finding. */
export interface Mend {
  /** What it does, such as `sets text.tickLabel.size to 8pt`. */
  says: string;
  /** Settings to change in the figure file. Those without a value are removed. */
  edits: readonly Edit[];
  /** Whether readers would take the same from the figure. Only such mends are made automatically. */
  keepsMeaning: boolean;
}

/** A finding of the check. */
export interface Finding {
  /** Name of the rule. */
  rule: string;
  /** Error or warning, as the style decides. */
  severity: Severity;
  /** What was found, as a sentence without its full stop. */
  found: string;
  /** What was expected, if it needs saying. */
  expected?: string;
  /** The measured value, if it is a number. */
  measured?: Measure;
  /** The limit that it was compared with. */
  limit?: Measure;
  /** Role of the ink; of the first piece if there are several. */
  role?: string;
  /** Boxes of the ink on the page, in points. */
  boxes: Box[];
  /** The setting responsible, and the path where it is or would be written. */
  setting: string;
  /** Where it is written: file, line and column. */
  place?: Place;
  /** The layer that decides it, such as `style apa`. */
  layer?: string;
  /** Why the rule exists. */
  why: string;
  /** Where the rule comes from, such as a paragraph of the manual. */
  source: string;
  /** The change that resolves it, if there is one. */
  mend?: Mend;
  /** The reason given for waiving the rule. */
  waived?: string;
}

export const measureText = ({ value, unit }: Measure): string =>
  unit === '' || unit.startsWith(':') || unit === '%' ? `${value}${unit}` : `${value} ${unit}`;
