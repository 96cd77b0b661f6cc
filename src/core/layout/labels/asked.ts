/** A bracket between two categories, or between two groups at one category, with its mark. */
export interface Bracket {
  /** Numbers of the categories, or of the groups at the category `at`. */
  between: readonly [number, number];
  at?: number;
  mark: string;
  from: string;
}

/** A place in data units; in space with its third number. */
export interface Spot {
  x: number;
  y: number;
  z?: number;
}

/** Free words in a panel, and what they point to; places in data units, on an axis of categories by number. */
export interface Callout {
  text: string;
  /** Where the words stand; left out: where there is room. */
  at?: Spot;
  to?: Spot;
  /** Which end of the words stands at `at`. */
  align: 'start' | 'middle' | 'end';
  pointer: 'line' | 'arrow' | 'none';
  from: string;
}
