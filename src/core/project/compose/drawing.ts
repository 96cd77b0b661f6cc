import type { NumbersTable } from '../../chart/plan.js';
import type { CaptionWords } from '../../layout/page/caption.js';
import type { Plate } from '../../plate/plate.js';
import type { Settings } from '../../style/settings.js';
import type { Faces } from '../../type/faces.js';
import type { Words } from '../../words/words.js';
import type { DrawingOrigin } from '../carry/origin.js';
import type { Part } from './part.js';

/** Identity of a drawing. */
export interface About {
  /** Id of the figure. */
  id: string;
  /** Number of the figure in its document, if its file gives one. */
  number?: number;
  /** Name of the house style. */
  style: string;
  /** Who made it. */
  author?: string;
}

/** A figure, a board or a card, laid out and ready to be written. */
export interface Drawing {
  /** The laid-out figure. */
  plate: Plate;
  /** The faces that its text is set in. */
  faces: Faces;
  /** Its identity. */
  about: About;
  /** The table behind the marks. */
  numbers: NumbersTable;
  /** Sentences for its note, with inline markup. */
  note: string[];
  /** The words of its language. */
  words: Words;
  /** The text of its caption, whether or not it is drawn. */
  caption: CaptionWords;
  /** Every look setting with its resolved value. */
  settings: Settings;
  /** What it was made of, for files that carry it; a card has none. */
  origin?: DrawingOrigin;
  /** Its figures with their sources: one for a figure, several for a board, none for a card. */
  parts: Part[];
}
