import type { Box } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import type { AnyAxis } from '../axes/anyAxis.js';
import type { FittedTitle } from '../axes/axis.js';
import type { PanelScales } from '../axes/panelScales.js';
import type { SecondAxis } from '../axes/secondAxis.js';
import type { Annotations } from '../labels/annotations.js';
import type { Margins, Sheet } from '../sheet.js';
import type { Scene } from '../space/scene.js';
import type { GridPlace } from './grid.js';

/** A panel with its axes. */
export interface SettledPanel {
  sheet: Sheet;
  place: GridPlace;
  panel: Box;
  x: AnyAxis;
  y: AnyAxis;
  scales: PanelScales;
  /** In space: the scene in the panel. */
  scene?: Scene | undefined;
  labels: Annotations;
  title?: TextBlock;
  /** Second units on the far sides. */
  second: { x?: SecondAxis | undefined; y?: SecondAxis | undefined };
  /** Which axes cross the other inside the panel, with their labels. */
  crossing: { x: boolean; y: boolean };
  /** Which axes show their tick labels. */
  labelled: { x: boolean; y: boolean };
}

/** All panels, settled in the room that the words around them leave. */
export interface Settled {
  panels: SettledPanel[];
  titles: { x?: FittedTitle | undefined; y?: FittedTitle | undefined };
  /** From the panels to their axis titles. */
  depths: { x: number; y: number };
  /** From the panels to the titles of second units on the far sides. */
  farDepths: { x: number; y: number };
  /** What stands between the panels and a title above them. */
  aboveTitle: number;
  /** Margins by hand that are too small for the words there, with what they need in points. */
  tightMargins: { side: keyof Margins; needed: number }[];
  /** The box around all panels. */
  frame: Box;
  /** Whether everything is inside its room, at this size of text. */
  fits: boolean;
}
