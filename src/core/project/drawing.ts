import type { NumbersTable } from '../chart/plan.js';
import type { Plate } from '../plate/plate.js';
import type { Settings } from '../style/settings.js';
import type { Faces } from '../type/faces.js';
import type { Origins } from './origins.js';

/** What a drawing is called, and what it was made with. */
export interface About {
  id: string;
  /** Number of the figure in its document, where its file gives one. */
  number?: number;
  /** Name of the house style. */
  style: string;
  author?: string;
}

/** A figure, a board or a card, laid out and ready to be written. */
export interface Drawing {
  plate: Plate;
  faces: Faces;
  about: About;
  /** The table behind the marks. */
  numbers: NumbersTable;
  /** Sentences that a note needs, with inline markup. */
  note: string[];
  /** Every setting of its look, explicit. */
  settings: Settings;
  /** Where its settings come from; of a board, figure by figure. */
  origins: Origins[];
}
