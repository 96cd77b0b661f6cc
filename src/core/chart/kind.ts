import type * as z from 'zod/mini';
import type { Codebook } from '../data/codebook.js';
import type { ColumnRequest, Table } from '../data/table.js';
import type { Outcome, Place } from '../document/problem.js';
import type { NumberForm } from '../scale/numberFormat.js';
import type { AxisPlan, Plan } from './plan.js';

/** A group or a case as the author names it: variables with a value each. */
export type Named = Readonly<Record<string, string | number | boolean>>;

/** A group that has a look of its own. */
export interface Accent {
  for: Named;
}

/** What a chart works with. */
export interface ChartInput<S> {
  settings: S;
  table: Table;
  codebook: Codebook;
  accents: readonly Accent[];
  /** What is singled out; the rest stands back. */
  spotlight: readonly Named[];
  numbers: NumberForm;
  /** Where a setting of the figure file stands. */
  locate(path: string): Place | undefined;
}

/** A kind of chart: its settings, the columns it reads, and how they become a plan. */
export interface ChartKind<S = never> {
  name: string;
  /** One sentence for the docs. */
  description: string;
  schema: z.core.$ZodType<S>;
  columns(settings: S): ColumnRequest[];
  /**
   * What each axis shows, which decides which settings of the style speak of it.
   *
   * @param measured whether a column holds numbers or dates
   */
  shows(
    settings: S,
    measured: (column: string) => boolean,
  ): { x: AxisPlan['shows'] | 'bins'; y: AxisPlan['shows'] | 'bins' };
  /** Words of its own that the figure will show, so that their faces and markup are at hand. */
  texts?(settings: S): string[];
  /** Settings that all panels must share, such as the bins over all their values. */
  common?(input: ChartInput<S>): S;
  plan(input: ChartInput<S>): Outcome<Plan>;
}
