import type { Point } from '../layout/ink/point.js';
import { textAt } from '../layout/words/textAt.js';
import { setRole, type Typesetter } from '../layout/words/typesetter.js';
import type { Box, LineItem, PlateItem } from '../plate/plate.js';
import type { TextRole } from '../schema/look/names.js';
import type { TextBlock } from '../type/textBlock.js';

/** Words as they are: no sign of them is markup. */
export const verbatim = (text: string): string => text.replace(/([\\*_~^&<>`[\]])/g, '\\$1');

/** How words of a proof look. */
export interface WordLook {
  role?: TextRole;
  color?: string;
  bold?: boolean;
  /** Share of the size of their role. */
  further?: number;
  align?: 'start' | 'middle' | 'end';
}

/** Where words begin, or end where they are aligned so, and how wide they may be. */
interface WordPlace {
  x: number;
  top: number;
  width?: number;
}

/** Radius of a pin, in points. */
export const pinRadius = 6.5;

/** How far the handles of four curves that make a circle lie from its quarters, in radii. */
const handle = 0.5523;

/** Puts words and lines on a page. */
export class Pen {
  readonly items: PlateItem[] = [];
  /** Ink below all of its own. */
  readonly ground: PlateItem[] = [];
  private readonly setter: Typesetter;
  private readonly name: string;

  constructor(setter: Typesetter, name: string) {
    this.setter = setter;
    this.name = name;
  }

  get colors() {
    const { text, references, paper } = this.setter.settings;
    return { ink: text.legendEntry.color, soft: text.note.color, rule: references.color, paper };
  }

  private role(kind: string): string {
    return `${this.name}.${kind}[${this.items.length}]`;
  }

  /** Sets words without putting them anywhere. */
  block(text: string, width: number | undefined, { role = 'legendEntry', bold, further }: WordLook = {}): TextBlock {
    const wrapping = width === undefined ? undefined : { width, breakWords: true };
    return setRole(this.setter, role, text, wrapping, { bold, further });
  }

  /** Puts words at a place; gives their height. */
  words(text: string, { x, top, width }: WordPlace, look: WordLook = {}): number {
    const { role: kind = 'legendEntry', align = 'start' } = look;
    const { color = kind === 'note' || kind === 'source' ? this.colors.soft : this.colors.ink } = look;
    const block = this.block(text, width, look);
    const left = align === 'end' ? x - block.width : align === 'middle' ? x - block.width / 2 : x;
    this.items.push(textAt(block, [left, top], { role: this.role('words'), kind, from: 'proof', color }, align));
    return block.height;
  }

  rect(box: Box, { fill, stroke, width = 0.6 }: { fill?: string; stroke?: string; width?: number }): void {
    this.items.push({
      type: 'rect',
      role: this.role('box'),
      from: 'proof',
      box,
      ...box,
      ...(fill === undefined ? {} : { fill }),
      ...(stroke === undefined ? {} : { stroke: { color: stroke, width } }),
    });
  }

  /** A straight line. */
  line([x1, y1]: Point, [x2, y2]: Point, stroke: LineItem['stroke']): void {
    const box = { x: Math.min(x1, x2), y: Math.min(y1, y2), width: Math.abs(x2 - x1), height: Math.abs(y2 - y1) };
    this.items.push({ type: 'line', role: this.role('rule'), from: 'proof', box, x1, y1, x2, y2, stroke });
  }

  /** A numbered pin with its middle at a place. */
  pin(number: number, middle: Point, color: string): void {
    this.items.push(this.disc(number, middle, color));
    const block = this.block(String(number), undefined, { bold: true, further: number > 99 ? 0.6 : 0.8 });
    const down = (block.ascent - block.capHeight + (block.height - block.descent)) / 2;
    this.items.push(
      textAt(block, [middle[0] - block.width / 2, middle[1] - down], {
        role: `${this.name}.pin[${number}].number`,
        kind: 'legendEntry',
        from: 'proof',
        color: this.colors.paper,
      }),
    );
  }

  private disc(number: number, [x, y]: Point, color: string): PlateItem {
    const [r, k] = [pinRadius, handle * pinRadius];
    // From the right, by the bottom, the left and the top: two handles and an end for each quarter.
    const points: readonly Point[] = [
      [r, 0],
      ...([
        [r, k],
        [k, r],
        [0, r],
      ] as const),
      ...([
        [-k, r],
        [-r, k],
        [-r, 0],
      ] as const),
      ...([
        [-r, -k],
        [-k, -r],
        [0, -r],
      ] as const),
      ...([
        [k, -r],
        [r, -k],
        [r, 0],
      ] as const),
    ];
    return {
      type: 'path',
      role: `${this.name}.pin[${number}]`,
      from: 'proof',
      box: { x: x - r, y: y - r, width: 2 * r, height: 2 * r },
      outline: { commands: 'MCCCCZ', coordinates: points.flatMap(([dx, dy]) => [x + dx, y + dy]) },
      fill: color,
      stroke: { color: this.colors.paper, width: 0.8 },
    };
  }
}
