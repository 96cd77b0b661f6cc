import type { DashedLine } from '../color/dashes.js';
import type { Dash, MarkerShape, PatternName, TextRole } from '../document/look/names.js';

export type { MarkerShape } from '../document/look/names.js';

import type { NumberForm, TickFormat } from '../scale/numberFormat.js';
import type { LetterCase } from '../type/letterCase.js';

/** A line with its dashes. A width of 0 draws none. */
export type Stroke = DashedLine;

/** How a kind of text is set; sizes in points. */
export interface TextStyle {
  size: number;
  least: number;
  bold: boolean;
  italic: boolean;
  color: string;
}

export interface AxisSettings {
  title?: string;
  unit?: string;
  from?: number | 'possible' | 'data';
  to?: number | 'possible' | 'data';
  step?: number;
  decimals?: number;
  at?: number[];
  minor: number;
  names: Readonly<Record<string, string>>;
  scale: 'linear' | 'log' | 'power';
  base: number;
  exponent: number;
  reverse: boolean;
  /** Empty shares at the lower and upper end; none where the author gives none. */
  gap?: readonly [number, number];
  crosses?: number;
  /** Angle of its tick labels; left out: as fits. */
  angle?: 0 | 90;
  second?: SecondUnit;
  format: TickFormat;
  line: Stroke;
  arrow: boolean;
  ticks: 'outside' | 'inside' | 'across' | 'none';
  /** In base text sizes. */
  tickLength: number;
  grid: Stroke;
  minorGrid: Stroke;
}

/** A second unit for the numbers of an axis: shown = factor × number + offset. */
export interface SecondUnit {
  unit: string;
  factor: number;
  offset: number;
  title?: string;
  step?: number;
}

/** Files of a typeface that an author names. */
export interface FaceFiles {
  regular: string;
  bold?: string | undefined;
  italic?: string | undefined;
  boldItalic?: string | undefined;
}

export interface Space {
  page: number;
  heading: number;
  tickLabel: number;
  axisTitle: number;
  legend: number;
  legendEntry: number;
  legendKey: number;
  dataLabel: number;
  caption: number;
}

/** Every setting of a figure's look, explicit: lengths in points, colours as `#rrggbb`. */
export interface Settings {
  face: string;
  baseSize: number;
  text: Record<TextRole, TextStyle>;
  words: { case: LetterCase; titleCase: LetterCase; unit: 'parentheses' | 'slash' | 'brackets'; keep: string[] };
  numbers: NumberForm;
  /** Distances in base text sizes. */
  space: Space;
  width: number;
  height: number;
  /** Width in the document by width as drawn. */
  placed: number;
  /** Whether text is drawn larger, so that it has its size in the document. */
  grown: boolean;
  panelLeast: number;
  /** Ground and frame of the panel; no ground where there is no colour. */
  panel: { fill?: string; frame: Stroke; equalScales: boolean };
  /** From the sides of the page to the panel, where the author says so. */
  margins: { left?: number; right?: number; top?: number; bottom?: number };
  axes: { x: AxisSettings; y: AxisSettings };
  bars: { share: number; widest: number; gap: number; outline: Stroke; opacity: number; corner: number };
  markers: { size: number; edge: number; shapes: MarkerShape[]; opacity: number };
  patterns: { width: number; step: number };
  lines: {
    width: number;
    dashes: Dash[];
    markers: boolean;
    cap: 'butt' | 'round' | 'square';
    join: 'round' | 'miter' | 'bevel';
    smooth: boolean;
  };
  fits: { width: number };
  bands: { opacity: number; pattern: PatternName };
  references: Stroke;
  pointers: Stroke;
  slices: { edge: number };
  errorBars: { width: number; color: string; cap: number; halo: number };
  palette: {
    single: string;
    pattern: PatternName;
    quiet: string;
    quietPattern: PatternName;
    groups: string[];
    use: 'groups' | 'sequential' | 'diverging';
    /** The ramp in use, by the number of series. */
    ramps: Readonly<Record<string, readonly string[]>>;
    patterns: PatternName[];
  };
  legend: {
    place: 'right' | 'left' | 'top' | 'bottom' | 'inside' | 'none';
    corner: 'emptiest' | 'top-left' | 'top-right' | 'bottom-left' | 'bottom-right';
    title?: string;
    names: Readonly<Record<string, string>>;
    order: 'marks' | 'reverse' | readonly (string | number | boolean)[];
    columns?: number;
    frame: Stroke;
    /** Sides in text sizes, corners in points. */
    key: { width?: number | undefined; height?: number | undefined; corner: number };
  };
  dataLabels: { show: 'none' | 'value' | 'count'; decimals?: number; format: TickFormat };
  heading: { show: boolean; over: 'page' | 'panel'; align: 'start' | 'middle' | 'end'; rule: Stroke };
  captionForm: { number: string; arrange: 'stacked' | 'run-in'; noteLead: string };
  export: {
    /** Who made the figure, in the files. */
    author?: string;
    /** The name of files, with {id} and what else may stand in it. */
    name: string;
    text: 'outlines' | 'live';
    dpi: number;
    inks: 'color' | 'grey' | 'black';
    ground: 'auto' | 'paper' | 'none';
  };
  /** Colour of the ground that marks stand on. */
  paper: string;
}
