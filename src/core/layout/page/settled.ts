import type { Box } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import type { AnyAxis } from '../axes/anyAxis.js';
import type { FittedTitle } from '../axes/axis.js';
import type { PanelScales } from '../axes/panelScales.js';
import type { SecondAxis } from '../axes/secondAxis.js';
import type { Annotations } from '../labels/annotations.js';
import type { FittedTable } from '../labels/axisTable.js';
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
  /** The table under its horizontal axis, with the places of its columns. */
  table?: { fitted: FittedTable; places: readonly number[] } | undefined;
  title?: TextBlock;
  /** Second units on the opposite sides. */
  second: { x?: SecondAxis | undefined; y?: SecondAxis | undefined };
  /** Which axes cross the other one inside the panel, labels included. */
  crossing: { x: boolean; y: boolean };
  /** Which axes show their tick labels. */
  labelled: { x: boolean; y: boolean };
}

/** All panels, placed in the room that the texts around them leave. */
export interface Settled {
  panels: SettledPanel[];
  titles: { x?: FittedTitle | undefined; y?: FittedTitle | undefined };
  /** Distance from the panels to their axis titles. */
  depths: { x: number; y: number };
  /** Distance from the panels to the titles of second units. */
  farDepths: { x: number; y: number };
  /** Room between the panels and a title above them. */
  aboveTitle: number;
  /** Margins set by the author that are too small for their texts, with the room needed in points. */
  tightMargins: { side: keyof Margins; needed: number }[];
  /** The box around all panels. */
  frame: Box;
  /** Whether everything is inside its room, at this size of text. */
  fits: boolean;
}
