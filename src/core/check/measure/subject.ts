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
import type { NoteSentence } from '../../words/noteFacts.js';
import type { Words } from '../../words/words.js';

/** A panel on the page in points, with the scales of its axes. */
export interface PanelPlace {
  box: Box;
  x: AxisScale;
  y: AxisScale;
  /** In space: the scales of the scene. */
  space?: SceneScales | undefined;
}

/** What the figure file says. */
export interface FigureWords {
  caption?: { title?: string | undefined; note?: string | undefined } | undefined;
  altText?: string | undefined;
  chart: ChartSettings;
  /** How it is split into panels. */
  panels?: object | undefined;
  /** Waived rules, each with the reason. */
  waive?: Readonly<Record<string, string | undefined>> | undefined;
}

/** A figure as rules see it: what was drawn, its numbers, and everything it was drawn from. */
export interface Subject {
  /** Id of the figure. */
  id: string;
  /** Its page: size in points, and colour. */
  page: { width: number; height: number; paper: string };
  /** Its items in drawing order. On a board: those of this figure, on the page of the board. */
  items: readonly PlateItem[];
  /** Its panels, with their scales. */
  panels: readonly PanelPlace[];
  /** What it draws, in data units: a plan for each panel. */
  plans: readonly Plan[];
  /** Its settings, with every default filled in. */
  settings: Settings;
  /** The numbers behind it. */
  numbers: NumbersTable;
  /** Sentences that a note needs. */
  note: readonly NoteSentence[];
  /** The words of its language. */
  words: Words;
  /** Its file. */
  figure: FigureWords;
  /** Where its texts in several languages stand in its file, by the paths of their settings. */
  spoken: ReadonlyMap<string, string>;
  /** The codebook of its columns. */
  codebook: Codebook;
  /** The table. */
  table: Table;
  /** Its layers of settings, the figure file last. */
  layers: readonly Layer[];
  /** What its axes show. */
  shows: AxesShow;
  /** Where a setting of the figure file or codebook (`codebook.…`) is written, or would be. */
  locate(path: string): Place;
  /** Rules that its board waives, each with the reason. */
  boardWaives?: Readonly<Record<string, string | undefined>> | undefined;
  /** The ratio of its width in the document to its width as drawn. */
  placed: number;
  /** Whether the caption is drawn with the image. */
  captioned: boolean;
  /** The problems reported while it was drawn. */
  problems: readonly Problem[];
}
