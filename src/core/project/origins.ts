import type { Place } from '../document/problem.js';
import type { Layer, Shows } from '../style/layers.js';

/** Where the settings of a figure come from. */
export interface Origins {
  /** What the roles of its ink begin with on a board, such as `figures[0].`; empty where it stands alone. */
  prefix: string;
  /** Settings from the bottom up: built-in style, styles over it, the figure file. */
  layers: readonly Layer[];
  /** What each axis shows. */
  shows: { x: Shows; y: Shows };
  /** The figure file as it says things. */
  figure: object;
  /** Where a setting of the figure file or the codebook (`codebook.…`) stands. */
  locate(path: string): Place;
}
