import type { NumbersTable, Plan } from '../../chart/plan.js';
import type { PanelPlace } from '../../check/measure/subject.js';
import type { Codebook } from '../../data/codebook.js';
import type { Table } from '../../data/table.js';
import type { Place } from '../../problem/problem.js';
import type { AxesShow, Layer } from '../../style/layers.js';
import type { Settings } from '../../style/settings.js';
import type { FigureContents } from '../files/figureFile.js';

/** A figure of a drawing with all that it was made of: the only one, or one of those on a board. */
export interface Part {
  /** What the roles of its ink begin with on a board, such as `figures[0].`; empty where it stands alone. */
  prefix: string;
  id: string;
  /** Settings from the bottom up: built-in style, styles over it, the figure file. */
  layers: readonly Layer[];
  /** What each axis shows. */
  shows: AxesShow;
  /** The figure file as it says things. */
  figure: FigureContents;
  /** Where a setting of the figure file or the codebook (`codebook.…`) stands. */
  locate(path: string): Place;
  codebook: Codebook;
  table: Table;
  /** Rules that the board does not follow on which it stands, each with the reason. */
  boardWaives?: Readonly<Record<string, string | undefined>> | undefined;
  /** What each panel draws, in data units. */
  plans: readonly Plan[];
  panels: readonly PanelPlace[];
  settings: Settings;
  numbers: NumbersTable;
  note: readonly string[];
}
