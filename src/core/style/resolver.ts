import { hexOf } from '../color/color.js';
import { dashed } from '../color/dashes.js';
import { lengthInPoints } from '../document/length.js';
import type { Dash, TextRole } from '../document/look/names.js';
import type { Look } from '../document/look.js';
import { nearest } from '../document/nearest.js';
import { error, type Place, type Problem } from '../document/problem.js';
import type { Origin } from './layers.js';
import type { Stroke, TextStyle } from './settings.js';

/** The look as it is once all layers are joined: the style at the bottom sets every key. */
export type Complete<T> = T extends readonly unknown[]
  ? T
  : T extends object
    ? { [K in keyof T]-?: Complete<NonNullable<T[K]>> }
    : T;
export type CompleteLook = Complete<Look>;

/** Sides of a page, as PDF 1.7 allows them (ISO 32000-1, annex C), and what a line and a letter may measure, in points. */
export const longestSide = 14_400;
export const widestLine = 72;
export const largestText = 300;
export const smallestText = 0.5;

/** Reads the values of settings: colours and widths by the names of the style, lengths in points. */
export class Resolver {
  readonly problems: Problem[] = [];

  private readonly look: CompleteLook;
  readonly origin: (path: string) => Origin | undefined;

  constructor(look: CompleteLook, origin: (path: string) => Origin | undefined) {
    this.look = look;
    this.origin = origin;
  }

  report(problem: (place: Place | undefined) => Problem, path: string): void {
    this.problems.push(problem(this.origin(path)?.place));
  }

  color(value: string, path: string): string {
    const named = Object.hasOwn(this.look.colors, value) ? (this.look.colors[value] as string) : undefined;
    const hex = hexOf(named ?? value);
    if (hex !== undefined) return hex;
    const known = Object.keys(this.look.colors);
    this.report(
      (place) => error('bad-color', { path, found: named ?? value, known, nearest: nearest(value, known) }, place),
      path,
    );
    return '#000000';
  }

  /**
   * A length in points.
   *
   * @param most what no line, text or page can be larger than
   * @param least what it cannot be smaller than
   */
  points(value: string, path: string, most = longestSide, least = 0): number {
    const points = lengthInPoints(value);
    if (points !== undefined && points <= most && points >= least) return points;
    if (points !== undefined) {
      this.report((place) => error('length-beyond', { path, found: value, least, most }, place), path);
      return Math.max(1, least);
    }
    this.report((place) => error('bad-length', { path, found: `"${value}"` }, place), path);
    return 1;
  }

  stroke(value: { width: string; color: string; dash?: Dash }, path: string): Stroke {
    const width = this.points(value.width, `${path}.width`, widestLine);
    return dashed(width, this.color(value.color, `${path}.color`), value.dash ?? 'solid');
  }

  textStyle(role: TextRole): TextStyle {
    const style = this.look.text[role];
    const size = this.points(style.size, `text.${role}.size`, largestText, smallestText);
    return {
      size,
      least: 'least' in style ? Math.min(size, this.points(style.least, `text.${role}.least`)) : size,
      bold: style.weight === 'bold',
      italic: style.slant === 'italic',
      color: this.color(style.color, `text.${role}.color`),
    };
  }

  /** A width: a length, or one of the widths that the style names. */
  width(value: string, path = 'size.width'): number {
    const named = Object.hasOwn(this.look.widths, value) ? (this.look.widths[value] as string) : undefined;
    const points = lengthInPoints(named ?? value);
    if (points !== undefined && points <= longestSide) return points;
    const known = Object.keys(this.look.widths);
    const problem = /^[\d.]+$/.test(value)
      ? (place?: Place) => error('length-without-unit', { path, found: value }, place)
      : (place?: Place) => error('width-unknown', { path, found: value, known, nearest: nearest(value, known) }, place);
    this.report(problem, path);
    return 100;
  }
}
