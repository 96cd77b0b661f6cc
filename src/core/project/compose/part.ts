import type { Asked } from '../../ask/kept.js';
import type { NumbersTable, Plan } from '../../chart/plan.js';
import type { PanelPlace } from '../../check/measure/subject.js';
import type { Codebook } from '../../data/codebook.js';
import type { Table } from '../../data/table.js';
import type { Place } from '../../problem/problem.js';
import type { AxesShow, Layer } from '../../style/layers.js';
import type { Settings } from '../../style/settings.js';
import type { NoteSentence } from '../../words/noteFacts.js';
import type { Words } from '../../words/words.js';
import type { Spoken, SpokenFigure } from '../read/spokenWords.js';

/** One figure of a drawing with everything it was made from. */
export interface Part {
  /** Prefix of the roles of its ink on a board, such as `figures[0].`. Empty for a single figure. */
  prefix: string;
  id: string;
  /** Settings from the bottom up: built-in style, styles over it, the figure file. */
  layers: readonly Layer[];
  /** What each axis shows. */
  shows: AxesShow;
  /** The contents of the figure file. */
  figure: SpokenFigure;
  /** Where its texts in several languages stand in its file. */
  spoken: Spoken;
  /** Locates a setting in the figure file or codebook (`codebook.…`). */
  locate(path: string): Place;
  codebook: Codebook;
  table: Table;
  /** What was asked of sources for the table; nothing where it was read. */
  asked: readonly Asked[];
  /** Rules that its board waives, with the reasons. */
  boardWaives?: Readonly<Record<string, string | undefined>> | undefined;
  /** What each panel draws, in data units. */
  plans: readonly Plan[];
  /** Whether it is laid out from the right: what is set for the left stands at the right. */
  isFromRight: boolean;
  panels: readonly PanelPlace[];
  settings: Settings;
  numbers: NumbersTable;
  note: readonly NoteSentence[];
  /** The words of its language. */
  words: Words;
}
