import type { NumbersTable } from '../../chart/plan.js';
import type { CaptionWords } from '../../layout/page/caption.js';
import type { Plate } from '../../plate/plate.js';
import type { Settings } from '../../style/settings.js';
import type { Faces } from '../../type/faces.js';
import type { Part } from './part.js';

/** What a drawing is called, and what it was made with. */
export interface About {
  /** Id of the figure. */
  id: string;
  /** Number of the figure in its document, where its file gives one. */
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
  /** The faces that its words need. */
  faces: Faces;
  /** What it is called. */
  about: About;
  /** The table behind the marks. */
  numbers: NumbersTable;
  /** Sentences that a note needs, with inline markup. */
  note: string[];
  /** The words of its caption, drawn with it or not. */
  caption: CaptionWords;
  /** Every setting of its look, explicit. */
  settings: Settings;
  /** Its figures with what they were made of: one, or those of a board; none of a card. */
  parts: Part[];
}
