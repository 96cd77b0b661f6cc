import { entryAt } from '../at.js';
import type { Box } from '../plate/plate.js';
import type { Pen } from './pen.js';
import { pinPlaces } from './pins.js';
import { markOf, type ProofFigure } from './proved.js';
import { seenItems } from './seenItems.js';

/** Margins of the page, in points. */
export const pageMargin = 50;

/** How many paragraphs follow the figure at most. */
const mostParagraphs = 7;

/** Some paragraphs of a document in a box, as far as there is room for whole ones; gives where they end. */
function paragraphs(pen: Pen, box: Box, texts: readonly string[], from: number, most: number): number {
  const look = { role: 'captionTitle', further: 1.06, color: '#4a5158' } as const;
  let top = box.y;
  for (let i = from; i < from + most; i += 1) {
    const text = entryAt(texts, i % texts.length);
    const block = pen.block(text, box.width, look);
    if (top + block.height > box.y + box.height) break;
    pen.words(text, { x: box.x, top, width: box.width }, look);
    top += block.height + 6;
  }
  return top;
}

/** The page of the document with the figure in it, at its true size, and a pin at the ink of each finding. */
export function documentPage(pen: Pen, figure: ProofFigure, page: Box): void {
  const { plate, placed, textWidth, words } = figure;
  const passage = words.say('proof-passage').split('\n');
  pen.rect(page, { fill: '#ffffff', stroke: '#c6cbd0', width: 0.5 });
  const column = { x: page.x + (page.width - textWidth) / 2, y: page.y + pageMargin, width: textWidth };
  const [width, height] = [plate.width * placed, plate.height * placed];
  const before = height > 480 ? 1 : 2;
  const above = paragraphs(pen, { ...column, height: page.height }, passage, 0, before);
  const at = { x: width > textWidth ? page.x + (page.width - width) / 2 : column.x, y: above + 8, width, height };
  if (plate.paper !== '#ffffff') pen.rect(at, { fill: plate.paper });
  pen.items.push(...seenItems(plate, at, 'normal', 'proof.figure'));
  const foot = at.y + height + 14;
  const room = page.y + page.height - pageMargin - foot;
  paragraphs(pen, { ...column, y: foot, height: room }, passage, before, mostParagraphs);
  const pinned = pinPlaces(figure, at).flatMap((place, i) =>
    place ? [{ ...place, number: i + 1, color: markOf(entryAt(figure.findings, i)) }] : [],
  );
  for (const { box, color } of pinned) {
    const around = { x: box.x - 1.5, y: box.y - 1.5, width: box.width + 3, height: box.height + 3 };
    pen.rect(around, { stroke: color, width: 0.7 });
  }
  for (const { pin, number, color } of pinned) pen.pin(number, pin, color);
}
