import type { Codebook } from '../data/codebook.js';
import type { Table } from '../data/table.js';
import type { Place } from '../problem/problem.js';
import type { NumberForm } from '../scale/numberFormat.js';
import type { Transform } from '../scale/transform.js';
import type { Dash, MarkerShape } from '../schema/look/names.js';
import type { Words } from '../words/words.js';

type NamedValue = string | number | boolean;
/** Groups or cases as the author names them: variables with a value, or with several. */
export type Named = Readonly<Record<string, NamedValue | readonly NamedValue[]>>;

/** A group that has a look of its own. */
export interface Accent {
  for: Named;
}

/** What a label at a mark may say. */
export type LabelPart = 'value' | 'count' | 'percent';

/** The limits of an axis, as far as given: numbers, dates as text, or "possible". */
export interface AxisLimits {
  from?: number | string | undefined;
  to?: number | string | undefined;
  /** How numbers become lengths. Left out: linearly. */
  transform?: Transform | undefined;
}

/** What a chart works with. */
export interface ChartInput<S> {
  settings: S;
  table: Table;
  codebook: Codebook;
  accents: readonly Accent[];
  /** What is singled out. The rest stands back. */
  spotlight: readonly Named[];
  numbers: NumberForm;
  /** The words of its language. */
  words: Words;
  /** The limits that the author gives the axes: numbers, or the possible ones of the variable there. */
  limits: Readonly<Record<'x' | 'y', AxisLimits> & { z?: AxisLimits }>;
  /** What labels at the marks say. */
  labels: readonly LabelPart[];
  /** Looks that notes mention: the markers of single values, and the dashes of reference lines. */
  looks: Readonly<Record<'outliers' | 'extremes' | 'mean', MarkerShape> & { references: Dash }>;
  /** Where a setting of the figure file stands. */
  locate(path: string): Place | undefined;
}
