import type { Category, Variable } from '../data/codebook.js';
import type { Box } from '../statistics/box.js';
import type { Interval } from '../statistics/interval.js';

/** An axis title before the style gives it its form. */
export interface AxisTitle {
  /** A word of the summary before the label, such as "Mean". */
  lead?: string;
  label: string;
  unit?: string;
  /** The setting that the words come from. */
  from: string;
}

/** An axis with categories. */
export interface CategoryAxis {
  shows: 'category';
  title: AxisTitle;
  categories: Category[];
}

/** An axis with numbers: what it must cover, and how finely its values were measured. */
export interface ValueAxis {
  shows: 'value';
  title: AxisTitle;
  least: number;
  greatest: number;
  decimals?: number;
  /** Whether it counts cases, so that ticks between whole numbers make no sense. */
  counts?: boolean;
}

export type AxisPlan = CategoryAxis | ValueAxis;

/** The codes of the variables that a mark stands for, such as `{ bed: '3', season: 'spring' }`. */
export type Cell = Readonly<Record<string, string>>;

/** A bar from `base` to `value`, the `place`-th of `places` side by side at its category. */
export interface BarMark {
  type: 'bar';
  cell: Cell;
  category: number;
  place: number;
  places: number;
  base: number;
  value: number;
  /** How many cases it stands for. */
  count: number;
  interval?: Interval;
}

/** A marker at `value` with its interval, the `place`-th of `places` side by side at its category. */
export interface IntervalMark extends Omit<BarMark, 'type' | 'base'> {
  type: 'interval';
}

/** A bar of a histogram, from edge to edge of its bin. */
export interface BinMark {
  type: 'bin';
  cell: Cell;
  from: number;
  to: number;
  value: number;
  count: number;
}

/** A marker at a place. */
export interface PointMark {
  type: 'point';
  cell: Cell;
  x: number;
  y: number;
}

/** A box with its whiskers and the values beyond, the `place`-th of `places` side by side at its category. */
export interface BoxMark {
  type: 'box';
  cell: Cell;
  category: number;
  place: number;
  places: number;
  box: Box;
  mean?: number;
}

export type Mark = BarMark | IntervalMark | BinMark | PointMark | BoxMark;
/** Marks that stand side by side at a category. */
export type GroupMark = BarMark | IntervalMark;

export interface Series {
  /** The category of the second variable that the series shows; none where there is one series. */
  category?: Category;
  /** Colour tied to it in the codebook. */
  color?: string;
  marks: Mark[];
}

export interface LegendPlan {
  variable: Variable;
  entries: Category[];
}

/** How many rows were left out, and why. */
export interface LeftOut {
  variable: Variable;
  reason: string;
  count: number;
}

export interface NumbersColumn {
  /** Name for programs. */
  key: string;
  /** Name for people. */
  title: string;
  /** Decimals of its numbers; none for texts. */
  decimals?: number;
}

/** The table behind the marks. */
export interface NumbersTable {
  columns: NumbersColumn[];
  rows: (string | number | undefined)[][];
  /** What one row of the data is, in the plural. */
  cases: string;
  /** Rows of the table, those that `where` chose, and those that were used. */
  read: number;
  chosen: number;
  used: number;
  leftOut: LeftOut[];
}

/** A chart in data units. */
export interface Plan {
  direction: 'vertical' | 'horizontal';
  x: AxisPlan;
  y: AxisPlan;
  series: Series[];
  legend?: LegendPlan;
  /** Accents with their groups as codes, in the order of the figure file. */
  accents: { cell: Cell; index: number }[];
  /** Colour tied in the codebook to a category of the first variable, by code, where there is one series. */
  categoryColors: ReadonlyMap<string, string>;
  numbers: NumbersTable;
  /** Sentences that a note needs, with inline markup. */
  note: string[];
  /** The figure in words. */
  altText: string;
}
