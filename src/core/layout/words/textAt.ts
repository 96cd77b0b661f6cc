import type { RectItem, Shown, TextItem, TextPiece } from '../../plate/plate.js';
import type { TextRole } from '../../schema/look/names.js';
import type { TextBlock } from '../../type/textBlock.js';
import { carried } from '../trace.js';
import type { Typesetter } from './typesetter.js';

/** What a piece of text is, and which setting made it. */
export interface Label {
  role: string;
  kind: TextRole;
  from: string;
  color: string;
  shows?: Shown;
}

/** A label in the colour of the words of its kind. */
export const textLabel = (
  { settings }: Pick<Typesetter, 'settings'>,
  kind: TextRole,
  label: Omit<Label, 'kind' | 'color'>,
): Label => ({ ...label, kind, color: settings.text[kind].color });

const inkOf = ({ role, kind, from, shows }: Label) => ({ role, kind, from, ...(shows ? { shows } : {}) });

export type Align = 'start' | 'middle' | 'end';

const share = { start: 0, middle: 0.5, end: 1 } as const;

const aligned = (block: TextBlock, align: Align): TextPiece[] =>
  block.lines.flatMap((line) => {
    const dx = (block.width - line.width) * share[align];
    return line.pieces.map((piece) => ({ ...piece, x: piece.x + dx }));
  });

/** The upper left corner of a block, in points from that of the page. */
type Corner = readonly [x: number, y: number];

/** A block with its upper left corner at (x, y); its lines aligned among each other. */
export function textAt(block: TextBlock, [x, y]: Corner, label: Label, align: Align = 'start'): TextItem {
  const item: TextItem = {
    type: 'text',
    ...inkOf(label),
    box: { x, y, width: block.width, height: block.height },
    text: block.text,
    x,
    y: y + block.ascent,
    angle: 0,
    color: label.color,
    pieces: aligned(block, align),
  };
  return carried(item, block);
}

/** A block that reads upwards; (x, y) is the upper left corner of its box on the page. */
export function turnedTextAt(block: TextBlock, [x, y]: Corner, label: Label, align: Align = 'start'): TextItem {
  const item: TextItem = {
    type: 'text',
    ...inkOf(label),
    box: { x, y, width: block.height, height: block.width },
    text: block.text,
    x: x + block.ascent,
    y: y + block.width,
    angle: 90,
    color: label.color,
    pieces: aligned(block, align),
  };
  return carried(item, block);
}

/** How far the middle of the capitals of the first to the last line lies below the top of a block. */
export const opticalMiddle = (block: TextBlock): number =>
  (block.ascent - block.capHeight + (block.height - block.descent)) / 2;

/** A number with the box of its digits, which stand on the baseline and are as high as capitals. */
export function tight(item: TextItem, block: TextBlock): TextItem {
  const { box } = item;
  const above = block.ascent - block.capHeight;
  return item.angle === 90
    ? { ...item, box: { ...box, x: box.x + above, width: block.capHeight } }
    : { ...item, box: { ...box, y: box.y + above, height: block.capHeight } };
}

/** Paper under a text that stands on a pattern, so that no line runs through its letters. */
export function paperBehind(item: TextItem, paper: string): RectItem {
  const { x, y, width, height } = item.box;
  const rect = { x: x - 1.5, y: y - 1.5, width: width + 3, height: height + 3 };
  return { type: 'rect', role: `${item.role}.ground`, from: item.from, box: rect, ...rect, fill: paper };
}
