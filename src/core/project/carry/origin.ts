import type { Outcome } from '../../problem/problem.js';
import type { Layer } from '../../style/layers.js';
import type { AuthoredFile } from '../read/gatherer.js';

/** What a call, a board or a document says of a figure in place of its files. */
export interface Taken {
  style?: string | undefined;
  language?: string | undefined;
  number?: string | undefined;
  /** Settings below those of the figure file. */
  shared?: Layer | undefined;
}

/** The cells of one table of a figure, those of its columns that are drawn. */
export interface DrawnRows {
  /** Path of its file; undefined for rows that stand in the figure file. */
  file?: string;
  columns: readonly string[];
  rows: readonly (readonly string[])[];
}

/** What a figure was made of. */
export interface FigureOrigin {
  id: string;
  file: AuthoredFile;
  /** Its codebook and its styles. */
  others: readonly AuthoredFile[];
  /** The variables that it reads: of a codebook no others are carried. */
  variables: ReadonlySet<string>;
  taken: Taken;
  /** The rows that it draws, table by table. */
  rows(): Promise<Outcome<DrawnRows[]>>;
  /** The path of a file that another file names. */
  join(from: string, reference: string): string;
}

/** What a drawing was made of. */
export interface DrawingOrigin {
  /** Where it is a board: its file. */
  board?: { file: AuthoredFile; taken: Taken };
  figures: readonly FigureOrigin[];
  /** Whether its caption is drawn with it. */
  caption: boolean;
}
