import type { Pen, WordLook } from './pen.js';

/** Where a column stands, in points. */
interface ColumnPlace {
  x: number;
  /** Where it begins. */
  top: number;
  width: number;
}

/** A column of a page that is written from the top down, and knows how far it is. */
export class Column {
  readonly pen: Pen;
  readonly x: number;
  readonly width: number;
  top: number;

  constructor(pen: Pen, { x, top, width }: ColumnPlace) {
    this.pen = pen;
    this.x = x;
    this.width = width;
    this.top = top;
  }

  /** Leaves room. */
  gap(height: number): void {
    this.top += height;
  }

  /** Words over the width of the column, and some room below them. */
  words(text: string, look: WordLook = {}, below = 0): void {
    this.top += this.pen.words(text, this, look) + below;
  }

  /** A heading with a line above it. */
  part(title: string): void {
    const { pen, x, width } = this;
    pen.line([x, this.top], [x + width, this.top], { color: '#8b949c', width: 0.6 });
    this.gap(5);
    this.words(title, { bold: true }, 5);
  }
}
