import type { Cell, Mark, Plan } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import type { Fill } from '../fills.js';
import type { PanelScales } from '../panelScales.js';
import type { Sheet } from '../sheet.js';

/** What a mark is drawn with. */
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
  /** Whether the label stands in the middle of the mark, as in a bar with another on top of it. */
  inside?: boolean;
}

/** What stands for a series in a legend. */
export type LegendKey = 'fill' | 'marker' | 'line';

/** How one type of mark is drawn. */
export interface MarkDrawer<M extends Mark> {
  /** Ink in layers: those of all marks are drawn before the next of any. */
  layers(mark: M, context: MarkContext): PlateItem[][];
  /** The values that it reaches along each axis that shows numbers. */
  ends(mark: M, plan: Plan): { x: ArrayLike<number>; y: ArrayLike<number> };
  anchor?(mark: M, sheet: Sheet, scales: PanelScales): LabelAnchor;
  /** The key that stands for it in a legend. */
  key: LegendKey;
}
