import type * as z from 'zod/mini';
import type { Outcome, Problem } from '../problem/problem.js';
import type { ChartInput } from './chartInput.js';
import type { Frame } from './frame/frame.js';
import type { NoteFact } from './frame/noteFacts.js';
import type { Roles } from './frame/roles.js';
import type { AxisPlan, LegendPlan, NumbersTable, Plan } from './plan.js';

/** What an axis shows, which decides which settings of the style speak of it. */
export type AxisShows = AxisPlan['shows'] | 'along';

/** A chart as its kind draws it; the frame adds counts of cases, the legend of the groups, and what is singled out. */
export interface Drawn {
  plan: Omit<Plan, 'legend' | 'singled' | 'categoryColors'>;
  /** Left out: that of the groups, where there are any. */
  legend?: LegendPlan | 'none';
  numbers: Pick<NumbersTable, 'columns' | 'rows' | 'sums' | 'further'>;
  /** What its rows are called, where they are none of the table's cases. */
  cases?: string;
  /** What a note must say beside how many cases there are. */
  note: NoteFact[];
  /** Whether the note leaves the number of cases out, since each is drawn. */
  isComplete?: boolean;
  /** The figure in words. */
  altText: string;
  problems?: Problem[];
}

/**
 * A kind of chart: the settings that name its columns, and its marks over the rows that the frame hands it.
 *
 * @typeParam S its settings as the author writes them
 * @typeParam L the same with all that follows from them
 * @typeParam C what all panels share beside their categories, such as the edges of bins
 */
export interface ChartKind<S extends object, L extends object = S, C = unknown> {
  name: string;
  /** What one of its marks is called, and several. */
  nouns: readonly [one: string, many: string];
  /** One sentence for the docs. */
  description: string;
  schema: z.core.$ZodType<S>;
  roles: Roles;
  /** What each axis shows. @param measured whether a column holds numbers or dates */
  shows(settings: S, measured: (column: string) => boolean): { x: AxisShows; y: AxisShows; z?: AxisShows };
  /** Settings that name columns and that these lack, though the schema does not ask for them. */
  lacks?(settings: S): string[];
  /** The settings with all that follows from them, over a table with a row for each value; left out: as they are. */
  complete?(input: ChartInput<S>): Outcome<ChartInput<L>>;
  /** What is wrong with the settings, whichever rows there are. */
  check?(frame: Frame<L>): Problem[];
  /** What all panels share, from the rows of all. */
  share?(frame: Frame<L>): Outcome<C>;
  draw(frame: Frame<L>, shared: C): Outcome<Drawn>;
}
