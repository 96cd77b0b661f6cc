import type { Category, Variable } from '../data/codebook.js';
import type { Lack } from '../data/lack.js';
import type { Dash, MarkerShape } from '../schema/look/names.js';
import type { View } from '../space/view.js';
import type { BoxSummary } from '../statistics/box.js';
import type { Triple } from '../statistics/density3.js';
import type { Interval } from '../statistics/interval.js';
import type { Mesh } from '../statistics/mesh.js';

/** An axis title, not yet in the form of the style. */
export interface AxisTitle {
  label: string;
  /** The summary that it names, and the label of the variable alone, where it is that of a summary. */
  summary?: { name: string; of: string };
  unit?: string;
  /** The setting that the text comes from. */
  from: string;
}

/** An axis with categories. */
export interface CategoryAxis {
  shows: 'category';
  /** The variable whose values the categories are. */
  variable: string;
  title: AxisTitle;
  categories: Category[];
  /** Numbers of those that are subheadings of what follows. */
  headings?: number[];
}

/** An axis with numbers, and what it must cover. */
export interface ValueAxis {
  shows: 'value';
  title: AxisTitle;
  least: number;
  greatest: number;
  /** Whether it counts cases, so that only whole numbers make sense as ticks. */
  counts?: boolean;
  /** The possible range stated in the codebook. */
  possible?: readonly [number, number];
  /** What its numbers are: plain numbers, days since 1 January 1970, or years, which are never grouped. */
  form?: 'number' | 'date' | 'year';
  /** For dates: whether some have times of day. */
  timed?: boolean;
  /** Whether the limits are those of the data, not the next ticks beyond them. */
  hugs?: boolean;
  /** Whether its limits are exactly what it covers. */
  exact?: boolean;
  /** Whether only its title is shown, as the values are at the marks. */
  quiet?: boolean;
  /** Where the line of the other axis crosses this one. Left out: at its lower end. */
  crossed?: number;
  /** Whether it reads both ways from zero, so that its numbers have no sign. */
  mirrored?: boolean;
  /** The distance of its ticks, where the author of the axis asks for none. */
  step?: number;
  /** How a number is written at such a tick; undefined as all numbers are. */
  text?(value: number): string | undefined;
  /** Where its ticks end, if something without a scale stands beyond. */
  ticksTo?: number;
}

/** No axis: a chart that is not measured along this side of the page. */
export interface NoAxis {
  shows: 'none';
  title: AxisTitle;
}

export type AxisPlan = CategoryAxis | ValueAxis | NoAxis;

/** The codes of the cell that a mark represents, such as `{ bed: '3', season: 'spring' }`. */
export type Cell = Readonly<Record<string, string>>;

/** The part of a whole that a mark shows, from 0 to 1, and the name of the whole, shared by its parts. */
export interface Share {
  part: number;
  whole: string;
}

/** A bar from `base` to `value`, the `place`-th of `places` side by side at its category. */
export interface BarMark {
  type: 'bar';
  cell: Cell;
  category: number;
  place: number;
  places: number;
  base: number;
  value: number;
  /** Its own length if it is stacked on another bar. */
  size?: number;
  /** Whether its axis reads both ways, so that its value has no sign. */
  mirrored?: boolean;
  /** How many cases it represents. */
  count: number;
  share?: Share;
  interval?: Interval;
}

/** A marker at `value` with its interval, the `place`-th of `places` side by side at its category. */
export interface IntervalMark extends Omit<BarMark, 'type' | 'base' | 'size' | 'mirrored'> {
  type: 'interval';
  /** Whether it is a diamond as wide as its interval, as a total is. */
  diamond?: boolean;
  /** The area of its marker beside the largest; left out: all alike. */
  area?: number;
}

/** A thin line from `base` to a marker at `value`, in place of a bar. */
export interface StemMark extends Omit<BarMark, 'type' | 'size'> {
  type: 'stem';
}

/** A bar of a histogram, from edge to edge of its bin. */
export interface BinMark {
  type: 'bin';
  cell: Cell;
  from: number;
  to: number;
  value: number;
  count: number;
  share?: Share;
}

/** A cell of a table of colour: the number of a pair of categories. */
export interface CellMark {
  type: 'cell';
  cell: Cell;
  /** Numbers of its categories. */
  column: number;
  row: number;
  /** None where no case is. */
  value?: number;
  count: number;
  share?: Share;
  /** Its place on the ramp, from 0 to 1; or its area as a square, beside that of the largest. */
  shade?: number;
  area?: number;
}

/** A rectangle between numbers along both axes, with how many cases are in it. */
export interface TileMark {
  type: 'tile';
  cell: Cell;
  x: readonly [from: number, to: number];
  y: readonly [from: number, to: number];
  /** The ends of the numbers of its cases. */
  reach: { x: readonly [least: number, greatest: number]; y: readonly [least: number, greatest: number] };
  count: number;
  /** Its place on the ramp, from 0 to 1; in black ink its share of the area. */
  shade: number;
}

/** A marker at a place, with its interval along y. On an axis of categories the place is the number of one. */
export interface PointMark {
  type: 'point';
  cell: Cell;
  x: number;
  y: number;
  interval?: Interval;
  /** Its shape, where it has one of its own. */
  shape?: MarkerShape;
  /** Whether it is on a line, and whether markers would hide that line; or a short line across it where cases ended. */
  onLine?: 'marked' | 'bare' | 'ended';
  /** How many cases it represents. */
  count?: number;
}

/** Many markers at places: the cases of a scatter plot or a strip. */
export interface CloudMark {
  type: 'cloud';
  cell: Cell;
  xs: Float64Array;
  ys: Float64Array;
  /** Whether they stand in rising order, one at each rank, so that those that touch are counted along the axis. */
  ranked?: boolean;
  /** Relative areas, 1 for the largest. Left out: all the same. */
  areas?: Float64Array;
  /** Position of each marker's colour on the ramp of the style, from 0 to 1. Left out: the colour of the group. */
  shades?: Float64Array;
  /** The name of each case, if names are shown or looked up by row. */
  names?: (string | undefined)[];
  /** The variable that names the cases, with its values, if one of them is singled out. */
  ids?: { variable: string; texts: string[] };
}

/** Many markers in space: the cases of a cloud. */
export interface SpotsMark extends Omit<CloudMark, 'type'> {
  type: 'spots';
  zs: Float64Array;
}

/** A closed surface in space about the cases of a group. */
export interface SkinMark {
  type: 'skin';
  cell: Cell;
  as: 'ellipsoid' | 'shell';
  /** The share of cases it is meant to contain. */
  share: number;
  mesh: Mesh;
  /**
   * Planes that cut lines into it which show its form, each where its normal · place is a number. Left out: at the ticks of the
   * upright axis.
   */
  planes?: { normal: Triple; at: number }[];
}

/** A straight line in space through the middle of a cloud. */
export interface StrutMark {
  type: 'strut';
  cell: Cell;
  from: Triple;
  to: Triple;
  /** Number of the direction, from 0. */
  place: number;
}

/** The role of a line, which decides how the style draws it. */
export type LineRole =
  | 'series'
  | 'fit'
  | 'commonFit'
  | 'ellipse'
  | 'groupCurve'
  | 'reference'
  | 'further'
  | 'normal'
  | 'density'
  | 'curve'
  | 'center';

/** The look of a single line: colour and width as the author writes them, and dashes. */
export interface LineLook {
  color?: string | undefined;
  width?: string | undefined;
  dash?: Dash | undefined;
}

/** A line through points; `NaN` breaks it. On a category axis a position is the number of a category. */
export interface LineMark {
  type: 'line';
  cell: Cell;
  as: LineRole;
  /** The text beside a reference line, or in the legend. */
  name?: string;
  inLegend?: boolean;
  /** The look of a reference line. */
  look?: LineLook;
  /** The other edge, where it is a band. */
  until?: { xs: number[]; ys: number[] };
  /** The shape of the markers that stand at its places, instead of a line. */
  shape?: MarkerShape;
  xs: number[];
  ys: number[];
  closed?: boolean;
}

/** An area between two lines over the same values of x. */
export interface BandMark {
  type: 'band';
  cell: Cell;
  xs: number[];
  low: number[];
  high: number[];
  /** Whether it is filled like a bar, since it is a value itself. */
  solid?: boolean;
}

/** A slice of a pie from one share of the turn to another, both from 0 to 1. */
export interface SliceMark {
  type: 'slice';
  cell: Cell;
  from: number;
  to: number;
  /** Where the first slice begins, as a share of the turn from twelve o'clock. */
  start: number;
  /** The radius of the hole as a share of that of the pie. */
  hole: number;
  name: string;
  value: number;
  count: number;
  share: Share;
}

/** A box with its whiskers and the values beyond, the `place`-th of `places` side by side at its category. */
export interface BoxMark {
  type: 'box';
  cell: Cell;
  category: number;
  place: number;
  places: number;
  box: BoxSummary;
  mean?: number;
  /** Ends of the notch around the median. */
  notch?: Interval;
  /** Share of the full width of a box. */
  width: number;
  /** All values, each with its position across the box from −0.5 to 0.5. */
  points?: { values: Float64Array; offsets: Float64Array };
  /** Names of the values beyond the whiskers, if shown: those of the outliers in order, then of the extremes. */
  names?: string[];
  /** The variable that names the cases, with its value for each case beyond the whiskers. */
  ids?: { variable: string; texts: string[] };
}

/** The density of values along their axis, the `place`-th of `places` side by side at its category. */
export interface ViolinMark {
  type: 'violin';
  cell: Cell;
  category: number;
  place: number;
  places: number;
  /** Whether it is whole, or the half before or after its line. */
  side: 'whole' | 'near' | 'far';
  /** Whether the half of another group stands at its back. */
  opposed?: boolean;
  /** Values along it, and how wide it is there, as a share of its room. One value alone where all are equal. */
  values: Float64Array;
  widths: Float64Array;
  median: number;
  count: number;
  box?: BoxSummary;
  mean?: number;
  /** All values, each with its position across from −0.5 to 0.5. */
  points?: { values: Float64Array; offsets: Float64Array };
}

export type Mark =
  | BarMark
  | StemMark
  | IntervalMark
  | BinMark
  | CellMark
  | TileMark
  | PointMark
  | CloudMark
  | LineMark
  | BandMark
  | SliceMark
  | BoxMark
  | ViolinMark
  | SpotsMark
  | SkinMark
  | StrutMark;
/** Marks side by side at a category. */
export type GroupMark = BarMark | StemMark | IntervalMark;

export interface Series {
  /** The category of the second variable that the series shows; none if there is only one series. */
  category?: Category;
  /** Its colour in the codebook. */
  color?: string;
  /** Whether it stands back behind series that are singled out. */
  quiet?: boolean;
  /** The side of the middle on which all its marks stand, where that tells it apart from those of the other side. */
  side?: 'low' | 'high';
  /** Its own look, if it is not a group of the table that an accent could name. */
  look?: LineLook & { marker?: MarkerShape | undefined };
  /** A mark of it in another panel, for the legend, if it has none in this one. */
  sample?: Mark;
  marks: Mark[];
}

export interface LegendPlan {
  /** Its title, unless the author gives one; empty for none. */
  title: string;
  /** The variable whose values the entries are; none for functions. */
  by?: string;
  entries: Category[];
}

/** What the areas of markers mean: some values of a variable with their relative areas, 1 for the largest. */
export interface SizeKeys {
  label: string;
  unit?: string | undefined;
  variable: string;
  entries: { value: number; area: number }[];
}

/** What the colours of markers mean: some values of a variable in order, each with its place on the ramp, from 0 to 1. */
export interface ShadeKeys {
  label: string;
  unit?: string | undefined;
  variable: string;
  entries: { value: number; shade: number }[];
  /** The ramp; left out: from light to dark. */
  ramp?: 'sequential' | 'diverging';
  /** Whether it colours surfaces, whose light end may be as light as paper. */
  surfaces?: boolean;
  /** Whether in black ink the share that is inked shows the numbers; left out: surfaces then say theirs. */
  inked?: boolean;
  /** The setting that asks for it; left out: `chart.color`. */
  from?: string;
}

/** A label at an end of a line, beside the panel. */
export interface EndLabel {
  side: 'left' | 'right';
  /** Number of the series that it names. */
  series: number;
  cell: Cell;
  y: number;
  /** The value at the other end, used if the axis is reversed. */
  other?: number;
  text: string;
  /** A value written between the line and the text. */
  value?: number;
  from: string;
}

/** Words beside the categories of a vertical axis, one below the other: between their names and the panel, or on its right. */
export interface TextColumn {
  side: 'left' | 'right';
  /** What stands above it. */
  head?: string;
  /** Its words by category; none where a category has none. */
  cells: (string | undefined)[];
  align: 'start' | 'middle' | 'end';
  /** The setting that it comes from. */
  from: string;
}

/** Numbers under the axis of a chart, at its ticks. */
export interface AxisTable {
  title?: string;
  /** A row for each series, in their order. */
  rows: AxisTableRow[];
  /** Decimals of its numbers. */
  decimals: number;
  /** Whether a tick has the number of its own place alone, not of the next one. */
  exact?: boolean;
  from: string;
}

/** The numbers of a series: those of places along the axis, in rising order. */
export interface AxisTableRow {
  name?: string;
  series: number;
  xs: number[];
  values: number[];
}

/** Text in an empty corner of the panel, such as the equation of a fitted line. */
export interface Remark {
  text: string;
  /** Number of the series that it is about. */
  series?: number;
  from: string;
}

/** What is singled out, as codes. */
export interface Singled {
  /** Accents in the order of the figure file. */
  accents: { cell: Cell; index: number }[];
  /** What is in the spotlight; if anything is, the rest stands back. */
  spotlight: Cell[];
}

/** How many rows were left out, and why. */
export interface LeftOut {
  variable: Variable;
  lack: Lack;
  /** The reason in the words of the figure. */
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
  /** Numbers below it are written as being less than it, such as chances that would round to nothing. */
  least?: number;
}

/** A table beside the one behind the marks, such as the loadings of components. */
export interface FurtherNumbers {
  /** Name for programs. */
  key: string;
  title: string;
  columns: NumbersColumn[];
  rows: (string | number | undefined)[][];
}

/** A sum over a part of a cross table. */
export interface NumbersSum {
  name: string;
  n: number;
  percent?: number;
}

/** The table behind the marks. */
export interface NumbersTable {
  /** The columns, in the order in which they stand. */
  columns: NumbersColumn[];
  /** The rows, a cell for each column; undefined where there is none. */
  rows: (string | number | undefined)[][];
  /** Sums over the parts of a cross table, as a check. */
  sums?: NumbersSum[];
  /** Tables beside it, such as those of components. */
  further?: FurtherNumbers[];
  /** What one row of the data is, in the plural. */
  cases: string;
  /** Rows of the table. */
  read: number;
  /** Of how many rows those of the table were drawn by lot, and by which seed, where they were. */
  sampled?: { total: number; seed: number };
  /** Cases that `where` chose. */
  chosen: number;
  /** Cases that the figure shows. */
  used: number;
  /** How many cases were left out, and why. */
  leftOut: LeftOut[];
}

/** Walls of a box, by the axis that they stand across. */
export type WallName = 'x' | 'y' | 'z';

/** What a chart in space needs besides marks: three axes and a view. */
export interface SpacePlan {
  axes: { x: ValueAxis; y: ValueAxis; z: ValueAxis };
  view: View;
  /** Lengths of the box along its axes, the longest 1. */
  sides: Triple;
  /** The wall that lines from the markers drop to. */
  drop?: WallName | undefined;
  /** The walls that small marks show the cases on. */
  shadows: WallName[];
  /** How depth is shown. */
  depth: { size: boolean; fade: boolean };
  /** Marks about all cases, which belong to no series. */
  common: (SkinMark | StrutMark)[];
}

/** A chart in data units. */
export interface Plan {
  direction: 'vertical' | 'horizontal';
  x: AxisPlan;
  y: AxisPlan;
  series: Series[];
  /** In space: its axes, where x and y show none. */
  space?: SpacePlan;
  /** Lines that belong to no series: values to compare with. */
  references?: LineMark[];
  endLabels?: EndLabel[];
  textColumns?: TextColumn[];
  axisTable?: AxisTable;
  /** Decimals that show the values of the marks as precisely as the data are, worked out on demand. */
  labelDecimals?: () => number;
  /** Whether parts that have no room for their label do without, where others are known by them. */
  labelsInRoom?: boolean;
  /** Whether all labels stand inside their marks, so that no room around the panel hangs on them. */
  labelsInside?: boolean;
  /** What labels say where the author does not ask for any. */
  labelsShow?: 'value';
  /** Decimals of shares in labels; left out: none where shares add up without, else one. */
  shareDecimals?: number;
  remarks?: Remark[];
  /** Words in the middle of the hole of a pie. */
  middle?: string;
  /** Words at the slices of a pie. */
  sliceLabels?: { shows: ('name' | 'percent' | 'value' | 'count')[]; place: 'inside' | 'outside' | 'auto' };
  /** Whether the series are stacked, the first at the bottom. */
  stacked?: boolean;
  /** The ramp that fits series with an order, where the style leaves it to the chart. */
  ramp?: 'sequential' | 'diverging';
  legend?: LegendPlan;
  /** What the areas of markers mean, for the legend. */
  sizes?: SizeKeys;
  /** What the colours of markers mean, where they show numbers. */
  shades?: ShadeKeys;
  singled: Singled;
  /** Colours from the codebook for categories of the first variable, by code, if there is only one series. */
  categoryColors: ReadonlyMap<string, string>;
}

/** The rows and columns of panels. */
export interface PanelGrid {
  columns: number;
  /** The text above each panel; none if there is only one. */
  titles?: string[];
  /** Whether all panels have the same axis, so that only the outer ones need its labels. */
  shared: { x: boolean; y: boolean };
}
