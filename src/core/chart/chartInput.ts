import type { Codebook } from '../data/codebook.js';
import type { Table } from '../data/table.js';
import type { Dash, MarkerShape } from '../document/look/names.js';
import type { Place } from '../document/problem.js';
import type { NumberForm } from '../scale/numberFormat.js';

/** A group or a case as the author names it: variables with a value each. */
export type Named = Readonly<Record<string, string | number | boolean>>;

/** A group that has a look of its own. */
export interface Accent {
  for: Named;
}

/** What a label at a mark may say. */
export type LabelPart = 'value' | 'count' | 'percent';

/** What a chart works with. */
export interface ChartInput<S> {
  settings: S;
  table: Table;
  codebook: Codebook;
  accents: readonly Accent[];
  /** What is singled out; the rest stands back. */
  spotlight: readonly Named[];
  numbers: NumberForm;
  /** What labels at the marks say. */
  labels: readonly LabelPart[];
  /** Looks that notes speak of: the markers of single values, and the dashes of reference lines. */
  looks: Readonly<Record<'outliers' | 'extremes' | 'mean', MarkerShape> & { references: Dash }>;
  /** Where a setting of the figure file stands. */
  locate(path: string): Place | undefined;
}
