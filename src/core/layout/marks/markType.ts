import type { Cell, LineRole, Mark, Plan, Share } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import type { PanelScales } from '../axes/panelScales.js';
import type { Shape } from '../ink/inkIndex.js';
import type { AccentLook, Fill } from '../ink/looks.js';
import type { Sheet } from '../sheet.js';

/** Everything needed to draw a mark. */
export interface MarkContext {
  sheet: Sheet;
  scales: PanelScales;
  fill: Fill;
  /** How a single case of the mark is drawn. */
  fillOf(cell: Cell): Fill;
  /** Number of its series among all, which decides its marker. */
  series: number;
  /** Role of the mark, such as `series[0].marks[2]`. */
  role: string;
}

/** Where a data label of a mark goes: beyond its end along the axis of values. */
export interface LabelAnchor {
  vertical: boolean;
  /** Middle across the axis of values. */
  middle: number;
  /** Reach of the mark along the axis of values, as places on the page. */
  least: number;
  greatest: number;
  /** Whether the label goes beyond the lower end. */
  down: boolean;
  /** Distance to the next mark. */
  pitch: number;
  value: number;
  count: number;
  share?: Share | undefined;
  /** The colour under labels inside, where it is not that of its series. */
  ground?: string;
  /** The inside of a bar, where labels may stand as well. */
  inside?: {
    /** Its ends along the axis of values: at the base, and at the value, or where an error bar begins. */
    foot: number;
    tip: number;
    /** How wide it is across. */
    width: number;
    /** Whether others stand on top of it, so that its label belongs inside. */
    stacked: boolean;
  };
}

/** A case whose name is to be written beside its marker. */
export interface NamedCase {
  name: string;
  /** Where its marker stands on the page. */
  at: readonly [x: number, y: number];
  /** Diameter of the marker in points. */
  size: number;
  /** Number of the case in its mark. */
  index: number;
}

/** What stands for a series in a legend. */
export type LegendKey = 'fill' | 'marker' | 'line';

/** A type of mark. Whatever other code needs to know about a type is a member here. */
export interface MarkType<M extends Mark> {
  /** Ink in layers: those of all marks are drawn before the next of any. */
  ink(mark: M, context: MarkContext): PlateItem[][];
  /** The values that it reaches along each axis that shows numbers. */
  ends(mark: M, plan: Plan): { x: ArrayLike<number>; y: ArrayLike<number>; z?: ArrayLike<number> };
  /** Those of its ends whose leaving the panel it does not show; left out: all. */
  inside?(mark: M, plan: Plan): ReturnType<MarkType<M>['ends']>;
  /** What it covers on the page, for words that must keep off it. */
  occupies(mark: M, sheet: Sheet, scales: PanelScales): Shape[];
  /** The value that its ink shows; left out where it shows many. */
  value?(mark: M): number | undefined;
  /** Whether each of its ends is a case of its own. */
  isMany?: boolean;
  /** Its cases with names to be written. */
  cases?(mark: M, sheet: Sheet, scales: PanelScales): NamedCase[];
  /** The role of the name of one of its cases. */
  caseRole?(role: string, index: number): { role: string; from: string };
  /** Where its data label goes; a type without has none. */
  anchor?(mark: M, sheet: Sheet, scales: PanelScales): LabelAnchor;
  /** The category at which it stands, and its middle across the categories on the page. */
  onCategories?(mark: M, sheet: Sheet, scales: PanelScales): { category: number; middle: number };
  /** Whether its length is the value, so that its axis must hold zero. */
  needsZero: boolean;
  /** How many diameters of a marker it may stand out beyond its panel on both sides together. */
  overhang(mark: M): number;
  /** The key that stands for it in a legend. */
  key: LegendKey;
  /** The settings that its ink depends on besides colours and patterns: paths, or beginnings of paths. */
  uses(mark: M): readonly string[];
  /** What accents may change about it. */
  accents: readonly (keyof AccentLook)[];
  /** What tells marks of this type apart where their colours do not; left out: the shape of their markers. */
  secondCue?: 'patterns' | 'dashes';
  /** Whether it stands for several cases, though it is drawn as one. */
  ofCases?: true;
  /** The part of a whole that it is: of all marks together, or of those at its category; undefined where it is none. */
  part?(mark: M, plan: Pick<Plan, 'stacked'>): { of: 'all' | number; value: number; isShare: boolean } | undefined;
  /** What a line is, where its key is one. */
  lineRole?(mark: M): LineRole;
}
