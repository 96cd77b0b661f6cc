import type { TextRole } from '../document/look/names.js';
import { textAt } from '../layout/words/place.js';
import { setRole, type Typesetter } from '../layout/words/typesetter.js';
import type { Box, PlateItem } from '../plate/plate.js';
import type { TextBlock } from '../type/textBlock.js';

/** Words as they are: no sign of them is markup. */
export const plainWords = (text: string): string => text.replace(/([\\*_~^&<>`[\]])/g, '\\$1');

/** How words of a proof look. */
interface WordLook {
  role?: TextRole;
  color?: string;
  bold?: boolean;
  /** Share of the size of their role. */
  further?: number;
  align?: 'start' | 'middle' | 'end';
}

/** Puts words and lines on a sheet, from the top down, and remembers how far it is. */
export class Pen {
  readonly items: PlateItem[] = [];
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

  /** Sets words without putting them anywhere. */
  block(text: string, width: number | undefined, { role = 'legendEntry', bold, further }: WordLook = {}): TextBlock {
    const wrapping = width === undefined ? undefined : { width, breakWords: true };
    return setRole(this.setter, role, text, wrapping, { bold, further });
  }

  /** Puts words at a place, no wider than some width; gives their height. */
  words(text: string, x: number, y: number, width?: number, look: WordLook = {}): number {
    const block = this.block(text, width, look);
    const {
      color = look.role === 'note' || look.role === 'source' ? this.colors.soft : this.colors.ink,
      align = 'start',
    } = look;
    const left = align === 'end' ? x - block.width : align === 'middle' ? x - block.width / 2 : x;
    this.items.push(
      textAt(
        block,
        left,
        y,
        { role: `${this.name}.words[${this.items.length}]`, kind: look.role ?? 'legendEntry', from: 'proof', color },
        align,
      ),
    );
    return block.height;
  }

  rect(box: Box, { fill, stroke, width = 0.6 }: { fill?: string; stroke?: string; width?: number }): void {
    this.items.push({
      type: 'rect',
      role: `${this.name}.box[${this.items.length}]`,
      from: 'proof',
      box,
      ...box,
      ...(fill === undefined ? {} : { fill }),
      ...(stroke === undefined ? {} : { stroke: { color: stroke, width } }),
    });
  }

  line(x1: number, y1: number, x2: number, y2: number, color = this.colors.rule, width = 0.5): void {
    const box = { x: Math.min(x1, x2), y: Math.min(y1, y2), width: Math.abs(x2 - x1), height: Math.abs(y2 - y1) };
    this.items.push({
      type: 'line',
      role: `${this.name}.rule[${this.items.length}]`,
      from: 'proof',
      box,
      x1,
      y1,
      x2,
      y2,
      stroke: { color, width },
    });
  }

  /** A numbered pin with its middle at a place. */
  pin(number: number, x: number, y: number, color: string, radius = 6.5): void {
    const k = 0.5523 * radius;
    const [l, r, t, b] = [x - radius, x + radius, y - radius, y + radius];
    const coordinates = [
      r,
      y,
      r,
      y + k,
      x + k,
      b,
      x,
      b,
      x - k,
      b,
      l,
      y + k,
      l,
      y,
      l,
      y - k,
      x - k,
      t,
      x,
      t,
      x + k,
      t,
      r,
      y - k,
      r,
      y,
    ];
    this.items.push({
      type: 'path',
      role: `${this.name}.pin[${number}]`,
      from: 'proof',
      box: { x: l, y: t, width: 2 * radius, height: 2 * radius },
      outline: { commands: 'MCCCCZ', coordinates },
      fill: color,
      stroke: { color: this.colors.paper, width: 0.8 },
    });
    const block = this.block(String(number), undefined, { bold: true, further: number > 99 ? 0.6 : 0.8 });
    const middle = (block.ascent - block.capHeight + (block.height - block.descent)) / 2;
    this.items.push(
      textAt(block, x - block.width / 2, y - middle, {
        role: `${this.name}.pin[${number}].number`,
        kind: 'legendEntry',
        from: 'proof',
        color: this.colors.paper,
      }),
    );
  }
}
