import type { ChartSettings } from '../../chart/kinds.js';
import type { NumbersTable, Plan } from '../../chart/plan.js';
import type { Codebook } from '../../data/codebook.js';
import type { Table } from '../../data/table.js';
import type { AxisScale } from '../../layout/axes/panelScales.js';
import type { SceneScales } from '../../layout/axes/sceneScales.js';
import type { Box, PlateItem } from '../../plate/plate.js';
import type { Place, Problem } from '../../problem/problem.js';
import type { AxesShow, Layer } from '../../style/layers.js';
import type { Settings } from '../../style/settings.js';

/** A panel on the page in points, with the scales of its axes. */
export interface PanelPlace {
  box: Box;
  x: AxisScale;
  y: AxisScale;
  /** In space: the scales of the scene. */
  space?: SceneScales | undefined;
}

/** What the figure file says in words, and what it asks of its chart. */
export interface FigureWords {
  caption?: { title?: string | undefined; note?: string | undefined } | undefined;
  altText?: string | undefined;
  chart: ChartSettings;
  /** How it is split into panels. */
  panels?: object | undefined;
  /** Rules that it does not follow, each with the reason. */
  waive?: Readonly<Record<string, string | undefined>> | undefined;
}

/** A figure as rules look at it: what was drawn, the numbers behind it, and all that it was drawn by. */
export interface Subject {
  /** Id of the figure. */
  id: string;
  /** The page that it is drawn on, in points, and its colour. */
  page: { width: number; height: number; paper: string };
  /** Its ink in drawing order; on a board, that of this figure, on the page of the board. */
  items: readonly PlateItem[];
  /** Its panels, with their scales. */
  panels: readonly PanelPlace[];
  /** What it draws, in data units: a plan for each panel. */
  plans: readonly Plan[];
  /** Its settings, all made explicit. */
  settings: Settings;
  /** The numbers behind it. */
  numbers: NumbersTable;
  /** Sentences that a note needs, with inline markup. */
  note: readonly string[];
  /** What its file says. */
  figure: FigureWords;
  /** What is known of the columns. */
  codebook: Codebook;
  /** The table as it was read. */
  table: Table;
  /** Settings from the bottom up, the figure file last. */
  layers: readonly Layer[];
  /** What its axes show. */
  shows: AxesShow;
  /** Where a setting of the figure file or the codebook (`codebook.…`) stands, or would. */
  locate(path: string): Place;
  /** Rules that the board does not follow on which it stands, each with the reason. */
  boardWaives?: Readonly<Record<string, string | undefined>> | undefined;
  /** Width of the figure in its document by its width as drawn. */
  placed: number;
  /** Whether the caption is drawn with the image. */
  captioned: boolean;
  /** What was said while it was drawn. */
  problems: readonly Problem[];
}
