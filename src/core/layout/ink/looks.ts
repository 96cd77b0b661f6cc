import type { Dash, MarkerShape, PatternName } from '../../schema/look/names.js';

/** What an accent says of a data label. */
export interface LabelLook {
  show?: boolean;
  text?: string;
  color?: string;
  bold?: boolean;
}

/** The look of single words among others of their kind. */
export interface WordLook {
  color?: string;
  bold?: boolean;
  italic?: boolean;
}

/** What an accent changes: colours as `#rrggbb`, lengths in points. Anything left out stays as it was. */
export interface AccentLook {
  fill?: string;
  pattern?: PatternName;
  outline?: { width?: number; color?: string; dash?: Dash };
  opacity?: number;
  /** Radius of the corners of bars. */
  corner?: number;
  marker?: MarkerShape;
  /** Diameter of markers. */
  size?: number;
  line?: { width?: number; dash?: Dash };
  label?: LabelLook;
  /** The words that name it. */
  words?: WordLook;
}

/** How a mark is drawn: its colour with the setting it comes from, and where it differs from the style. */
export interface Fill extends Omit<AccentLook, 'fill'> {
  color: string;
  from: string;
  /** Whether it has an outline and no fill; its colour is that of the outline. */
  hollow?: boolean;
  /** Whether it has an outline since others of its figure need one to be seen. */
  held?: boolean;
  /** Whether it stands back behind marks that are singled out. */
  quiet?: boolean;
}

/** Looks of accents in the order of the figure file, and colours by the names of the style. */
export interface Colors {
  accents: readonly AccentLook[];
  read(value: string): string | undefined;
}
