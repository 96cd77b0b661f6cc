import type * as z from 'zod/mini';
import type { DashedLine } from '../color/dashes.js';
import type { NumberForm } from '../scale/numberFormat.js';
import type { Open, Reading } from '../schema/fields.js';
import type { axisShape } from '../schema/look/axes.js';
import type { lookShape } from '../schema/look.js';

export type { MarkerShape } from '../schema/look/names.js';

/** A line with its dashes. A width of 0 draws none. */
export type Stroke = DashedLine;

/** How a kind of text is set; sizes in points. */
export interface TextStyle {
  size: number;
  least: number;
  bold: boolean;
  italic: boolean;
  color: string;
  /** Its typeface, where it is not that of all text. */
  face?: string;
}

/** What the values of fields become: lengths in points, or in text sizes, colours as `#rrggbb`, shares at the lower and the upper end. */
export interface Readings {
  length: number;
  sizes: number;
  width: number;
  color: string;
  /** A colour, or `none`. */
  fill: string;
  stroke: Stroke;
  textStyle: TextStyle;
  ends: readonly [number, number];
}

/** What is held of a field. */
export type Held<S> =
  S extends Reading<infer N>
    ? Readings[N]
    : S extends z.ZodMiniOptional<infer Inner>
      ? Held<Inner>
      : S extends z.ZodMiniObject<infer Shape>
        ? HeldShape<Shape>
        : S extends z.ZodMiniArray<infer Item>
          ? Held<Item>[]
          : S extends z.ZodMiniRecord<infer _Key, infer Value>
            ? Readonly<Record<string, Held<Value>>>
            : z.infer<S>;

export type OpenKeys<Shape> = { [K in keyof Shape]: Shape[K] extends Open ? K : never }[keyof Shape];

/** What is held of a group of fields: each that is not open, and of the open ones those that somebody gives. */
export type HeldShape<Shape> = { [K in Exclude<keyof Shape, OpenKeys<Shape>>]: Held<Shape[K]> } & {
  [K in OpenKeys<Shape>]?: Held<Shape[K]>;
};

/** What the style at the bottom has to give: a value for each field that is not open. */
type Default<S> =
  S extends z.ZodMiniOptional<infer Inner>
    ? Default<Inner>
    : S extends z.ZodMiniObject<infer Shape>
      ? DefaultShape<Shape>
      : z.infer<S>;
type DefaultShape<Shape> = { [K in Exclude<keyof Shape, OpenKeys<Shape>>]: Default<Shape[K]> } & {
  [K in OpenKeys<Shape>]?: Shape[K] extends z.ZodMiniOptional<infer Inner> ? z.infer<Inner> : never;
};
/** The look of the style that all others build on: without one of its values no figure could be drawn. */
export type DefaultLook = DefaultShape<typeof lookShape>;

export type AxisSettings = HeldShape<typeof axisShape>;
export type SecondUnit = NonNullable<AxisSettings['second']>;
export type HeldLook = HeldShape<typeof lookShape>;

/** Every setting of a figure's look, explicit, and what follows from several of them. */
export interface Settings extends Omit<HeldLook, 'axes' | 'numbers' | 'legend'> {
  /** The legend, at the place where it stands. */
  legend: Omit<HeldLook['legend'], 'place'> & { place: Exclude<HeldLook['legend']['place'], 'fitting'> };
  /** How each axis looks and what its limits are. */
  axes: { x: AxisSettings; y: AxisSettings; z?: AxisSettings };
  /** How numbers are written. */
  numbers: NumberForm;
  /** Sides of the page in points. */
  width: number;
  /** Height of the figure, in points. */
  height: number;
  /** Width in the document by width as drawn. */
  placed: number;
  /** Whether text is drawn larger, so that it has its size in the document. */
  grown: boolean;
  /** Colour of the ground that marks stand on. */
  paper: string;
}
