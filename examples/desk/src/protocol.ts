import type { Box, Finding, Purpose, Severity } from 'hexis';
import type {
  Answers,
  ColumnProfile,
  ComparisonTable,
  Control,
  DraftSettings,
  Drag,
  Edit,
  Exchange,
  Raster,
  Reply,
  Samples,
  VariableKey,
  VariableRow,
  View,
  Words,
} from 'hexis/desk';
import type { FolderCall } from './placeCalls.js';
import type { RasterWish } from './rasterise.js';
import type { Place } from './shelves.js';

/** A problem in words, with its place. */
export interface Told {
  code: string;
  severity: Severity;
  file?: string | undefined;
  line?: number | undefined;
  column?: number | undefined;
  found: string;
  expected?: string | undefined;
  write?: string | undefined;
}

/** A control with its value as it stands in the file. */
export interface Filled extends Control {
  text: string;
}

/** A table as its cells are shown. */
export interface ShownTable {
  title: string;
  columns: { title: string; isNumber: boolean }[];
  rows: string[][];
}

/** A figure as the page shows it. */
export interface Shown {
  id: string;
  svg: string;
  /** Size in points. */
  width: number;
  height: number;
  summary: string;
  altText: string;
  note: string;
  /** Width of a line of text where its style puts it, in points. */
  textWidth: number;
  /** Whether it is one figure, whose settings stand in its own file, and no board. */
  isFigure: boolean;
  /** From where a cloud is seen; none of any other figure. */
  view?: View | undefined;
}

/** A figure in small. */
export interface Small {
  id: string;
  svg: string;
  width: number;
  height: number;
}

/** How far a choice reaches, with the ink that it would change. */
export interface Reach {
  key: string;
  words: string;
  count: number;
  boxes: Box[];
  /** Whether it is a setting of the look, which a style may have too. */
  isLook: boolean;
}

/** Ink that was pointed at. */
export interface Chosen {
  role: string;
  words: string;
  box: Box;
  scopes: Reach[];
  /** The words that it is, where they can be written anew. */
  text?: Words | undefined;
  /** On a board, the file of the figure that it belongs to. */
  file?: string | undefined;
  /** Rows of the numbers that it stands for. */
  rows: number[];
}

/** What a press at a place takes: the ink there, and what can be put elsewhere. */
export interface Taken {
  chosen: Chosen | undefined;
  drag: Drag | undefined;
}

export interface Color {
  color: string;
  /** Contrast with the paper. */
  contrast: number;
}

/** What can be changed of some ink. */
export interface Changeable {
  controls: Filled[];
  palette: Color[];
  paper: string;
  samples: Samples | undefined;
}

/** A change that was drawn before it is written, or why it cannot be. */
export type Tried = { text: string; edits: readonly Edit[]; found: Drawn } | { fault: string };

export interface Drawn {
  shown?: Shown;
  problems: Told[];
}

/** A figure in small, with what differs marked on it. */
export interface Marked extends Small {
  marks: (Box & { as: 'came' | 'went' | 'moved' })[];
}

/** What a figure is now, held against what it was. */
export interface Compared {
  tables: ComparisonTable[];
  ink: string;
  isSame: boolean;
  before: Marked;
  now: Marked;
}

/** A table that a figure is begun from. */
export interface Begun {
  columns: ColumnProfile[];
  rows: number;
  /** Whether these are some of its rows, looked at, and not all. */
  isLook: boolean;
  /** What reading it assumed or left out. */
  remarks: string[];
}

export type KindPicture =
  | { kind: string; purpose: Purpose; settings: DraftSettings; small: Small }
  | { kind: string; why: string };

/** A figure of a report with its place in the document. */
export interface ReportFigure {
  path: string;
  label: string;
  title: string;
  /** Size in the document, in centimetres. */
  size: string;
  /** Width in the document by its width as drawn. */
  placed: number;
  /** Width and height as drawn, in points. */
  width: number;
  height: number;
  /** Its own findings that are not waived. */
  count: number;
}

/** What is wrong across the figures of a report. */
export interface Across {
  finding: Finding;
  /** The file that it would be mended in. */
  file: string;
}

export interface ReportView {
  title: string;
  figures: ReportFigure[];
  across: Across[];
}

/** A setting that is changed: by the ink it was chosen by and how far it reaches, or by its own path. */
export interface Setting {
  role?: string | undefined;
  scope?: string | undefined;
  path: string;
}

/** What the page asks of the worker, and what it gets. */
export interface Calls {
  /** Stops what is asked of tables now. */
  stop: { ask: object; get: undefined };
  files: {
    /** `base`: the address of the page, beside which a site has its faces. */
    ask: { base: string } & ({ served: { token: string } } | { place: Place });
    get: undefined;
  };
  /** What is asked about the files of a place that no server has. */
  folder: { ask: { call: FolderCall; ask: Record<string, unknown> }; get: Reply };
  /** When each file of a folder was changed last, in milliseconds. */
  times: { ask: Record<string, never>; get: Record<string, number> };
  /** All files of the place, with their journals, in a ZIP file. */
  packed: { ask: Record<string, never>; get: Uint8Array };
  /** Puts files into the place, as they are. */
  taken: { ask: { files: Record<string, Uint8Array> }; get: { fault?: string } };
  changed: { ask: { path: string; text?: string; bytes?: Uint8Array }; get: undefined };
  draw: { ask: { path: string; caption: boolean }; get: Drawn };
  try: { ask: { path: string; figure: string; caption: boolean; edits: readonly Edit[] }; get: Tried };
  enter: {
    ask: { path: string; caption: boolean; setting: Setting; text?: string; value?: unknown };
    get: Tried;
  };
  /** A figure in small; `report`: as it stands in that one. */
  small: { ask: { path: string; style?: string; report?: string }; get: Small | { fault: string } };
  findings: { ask: { path: string }; get: Finding[] };
  hit: { ask: { x: number; y: number; slack: number }; get: Taken };
  again: { ask: { role: string }; get: Chosen | undefined };
  next: { ask: { role?: string | undefined; by: 1 | -1 }; get: Chosen | undefined };
  controls: { ask: { role?: string; scope?: string }; get: Changeable };
  /** The numbers behind the figure: the table of its marks first. */
  tables: { ask: Record<string, never>; get: ShownTable[] };
  /** What differs from the figure as some texts had it. */
  compare: { ask: { path: string; texts: Record<string, string> }; get: Compared | { fault: string } };
  /** Where a drag would put something: the edits, and their values in words. */
  drag: { ask: { drag: Drag; x: number; y: number }; get: { edits: Edit[]; would: string } };
  turn: { ask: { path: string; caption: boolean; view: View }; get: Shown | undefined };
  look: { ask: { path: string }; get: Begun | { fault: string } };
  kinds: { ask: { path: string; chosen: string[]; answers: Answers }; get: KindPicture[] };
  drafts: {
    ask: { path: string; settings: DraftSettings; answers: Answers; id: string };
    get: { codebook: string; figure: string } | { fault: string };
  };
  others: {
    ask: { path: string };
    get: {
      exchanges: Exchange[];
      subsets: { column: string; label: string; values: { code: string; name: string }[] }[];
    };
  };
  variant: {
    ask: { path: string; setting?: string; label?: string; column: string; code?: string };
    get: { text: string; left: string[]; problems: Told[] };
  };
  match: {
    ask: { path: string; model: string; scales: boolean };
    get: { text: string; left: string[] } | { fault: string };
  };
  codebook: { ask: { path: string }; get: VariableRow[] };
  /** The edit that fills in one cell of a codebook. */
  cell: { ask: { name: string; key: VariableKey; text: string }; get: Edit };
  give: {
    ask: { path: string; setting: string; figures: string[]; styles: string[] };
    get: { style: string; changes: { path: string; edits?: Edit[]; text?: string }[] } | { fault: string };
  };
  report: { ask: { path: string }; get: ReportView | { fault: string } };
  moved: { ask: { path: string; from: number; to: number }; get: string };
  pathFrom: { ask: { target: string; from: string }; get: string };
}

export type CallName = keyof Calls;

export interface Question<N extends CallName = CallName> {
  id: number;
  name: N;
  ask: Calls[N]['ask'];
}

/** What the worker tells without being asked: how many questions of tables wait for an answer. */
export interface Waiting {
  waiting: number;
}

/** The same: how far a document is. */
export interface Progress {
  progress: { done: number; total: number };
}

/** What the worker asks of the page: dots of a drawing. */
export interface Rastering {
  raster: number;
  wish: RasterWish;
}

/** What the page answers. */
export interface Rastered {
  rastered: number;
  made?: Raster;
  fault?: string;
}

/** All that a worker says. */
export type FromWorker = Answer | Waiting | Progress | Rastering;

export interface Answer {
  id: number;
  get?: unknown;
  fault?: string;
}
