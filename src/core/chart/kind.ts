import type * as z from 'zod/mini';
import type { Detail } from '../ask/question.js';
import type { ColumnRequest } from '../data/table.js';
import type { Outcome, Problem } from '../problem/problem.js';
import type { NoteFact } from '../words/noteFacts.js';
import type { ChartInput } from './chartInput.js';
import type { CaseCounts } from './frame/cases.js';
import type { Frame } from './frame/frame.js';
import type { Accepts, Roles } from './frame/roles.js';
import type { AxisPlan, LegendPlan, NumbersTable, Plan } from './plan.js';
import type { Purpose } from './purposes.js';

/** What an axis shows, which decides which settings of the style apply to it. */
export type AxisShows = AxisPlan['shows'] | 'along';

/** A chart as its kind draws it; the frame adds counts of cases, the legend of the groups, and what is singled out. */
export interface Drawn {
  plan: Omit<Plan, 'legend' | 'singled' | 'categoryColors'>;
  /** Left out: that of the groups, where there are any. */
  legend?: LegendPlan | 'none';
  numbers: Pick<NumbersTable, 'columns' | 'rows' | 'sums' | 'further'>;
  /** What its rows are called, if they are not the cases of the table. */
  cases?: string;
  /** What a note must state besides the number of cases. */
  note: NoteFact[];
  /** Whether the note may omit the number of cases, as each is drawn. */
  isComplete?: boolean;
  /** The figure in words. */
  altText: string;
  problems?: Problem[];
}

/**
 * What makes the marks of a kind, over the rows that the frame hands it. It is loaded once a figure names the kind.
 *
 * @typeParam S its settings as the author writes them
 * @typeParam L the same with all that follows from them
 * @typeParam C what all panels share beside their categories, such as the edges of bins
 */
export interface ChartMaker<S extends object, L extends object = S, C = unknown> {
  /** The settings completed, over a table with a row for each value. Left out: the settings as they are. */
  complete?(input: ChartInput<S>): Outcome<ChartInput<L>>;
  /** What is wrong with the settings, whatever the rows. */
  check?(frame: Frame<L>): Problem[];
  /** What all panels share, from the rows of all, and of each. */
  share?(frame: Frame<L>, panels: readonly Frame<L>[]): Outcome<C>;
  draw(frame: Frame<L>, shared: C): Outcome<Drawn>;
  /** What is counted, and how often, where the rows of the frame are not the cases: of all panels together. */
  counts?(frame: Frame<L>): CaseCounts & { cases: string };
}

/**
 * A kind of chart: the settings that name its columns, what it reads, and what makes its marks.
 *
 * @typeParam S its settings as the author writes them
 * @typeParam L the same with all that follows from them
 */
export interface ChartKind<S extends object, L extends object = S> {
  name: string;
  /** What one of its marks is called, and several. */
  nouns: readonly [one: string, many: string];
  /** One sentence for the docs. */
  description: string;
  /** What one wants to show with it. */
  purpose: Purpose;
  /** The setting that takes several columns that share a scale in place of the columns of roles, what these are, and how few. */
  wide?: { setting: string; accepts: Accepts; least: number };
  /** Where several measured columns may stand side by side, under "values", in place of one: the role that stands beside them. */
  sideBySide?: { role: string; isNeeded: boolean };
  schema: z.core.$ZodType<S>;
  roles: Roles;
  /** What each axis shows. @param measured whether a column holds numbers or dates */
  shows(
    settings: S,
    measured: (column: string) => boolean,
  ): { x: AxisShows; y: AxisShows; z?: AxisShows; legend?: 'top' };
  /** Columns that it reads beside those of its roles. */
  columns?(settings: S): ColumnRequest[];
  /** Columns beside those of its roles whose numbers a row needs to be drawn; undefined of a kind that has roles alone. */
  needs?(settings: L): string[] | undefined;
  /** How much of a table it needs. Left out: each row by itself. */
  reads?(settings: S): Detail;
  /** About how many cells of a grid lie along x and y, where cases are counted in these. */
  cells?(settings: S): number | undefined;
  /** Missing settings for columns that the schema does not require. */
  lacks?(settings: S): string[];
  /** What makes its marks, by itself, as a figure has one kind alone. */
  load(): Promise<ChartMaker<S, L>>;
}

/** A kind with what makes its marks. */
export type LoadedKind<S extends object, L extends object = S> = ChartKind<S, L> & ChartMaker<S, L>;
