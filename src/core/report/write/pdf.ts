import { entryAt } from '../../at.js';
import { type DocumentBlock, type DocumentSheet, pdfDocument } from '../../export/pdf.js';
import { mirrored } from '../../layout/ink/mirrored.js';
import { moved, scaled } from '../../layout/ink/moved.js';
import type { Plate, PlateItem } from '../../plate/plate.js';
import { readPlate } from '../../plate/readPlate.js';
import { roomOf } from '../../style/documentPage.js';
import { unmarked } from '../../type/markup.js';
import { type BoundDocument, type DocumentFigure, numberText, titleText } from '../documentForm.js';
import type { Stack } from '../leaf.js';

/** Between two figures, in points. */
const between = 30;

/** What the figures carry of what they were made of. */
const carriedBy = (figures: readonly DocumentFigure[]): { id: string; text: string }[] =>
  figures.flatMap(({ id, pictures }) => {
    const plate = readPlate(String(pictures['plate']));
    return plate.ok && plate.value.carries !== undefined ? [{ id, text: plate.value.carries }] : [];
  });

/** Where blocks stand on a page, in points from its left. */
interface Column {
  x: number;
  width: number;
  /** Whether its language runs from the right. */
  isTurned: boolean;
}

/** Words of a stack in a column, from the side from which they are read. */
const at = ({ items }: Pick<Stack, 'items'>, { x, width, isTurned }: Column, y: number): PlateItem[] =>
  items.map((item) => moved(isTurned ? mirrored(item, width) : item, x, y));

/** A figure with its caption as blocks one below the other; an image that is too high for the page is made smaller. */
function blocksOf(
  figure: DocumentFigure,
  room: number,
): { blocks: (y: number, column: Column) => DocumentBlock[]; height: number } {
  const plate = readPlate(String(figure.pictures['plate']));
  if (!plate.ok) throw new Error('a plate of its own could not be read back');
  const { leaf, width } = figure;
  const { before, above, below, gap } = leaf;
  const words =
    before.height + above.height + below.height + gap * (Number(above.height > 0) + Number(below.height > 0));
  const full = (width * plate.value.height) / plate.value.width;
  const share = Math.min(1, Math.max(0.1, (room - words) / full));
  const by = (width / plate.value.width) * share;
  const height = full * share;
  const alt = figure.altText;
  const bookmark = `${numberText(figure)} ${titleText(figure)}`.trim();
  const blocks = (top: number, column: Column): DocumentBlock[] => {
    const captionTop = top + before.height;
    const imageTop = captionTop + above.height + (above.height > 0 ? gap : 0);
    const noteTop = imageTop + height + gap;
    const left = column.isTurned ? column.x + column.width - plate.value.width * by : column.x;
    const image = plate.value.items.map((item) => scaled(item, by, left, imageTop));
    return [
      ...before.items.map((item): DocumentBlock => ({ tag: 'P', items: at({ items: [item] }, column, top) })),
      ...(above.items.length > 0 ? [{ tag: 'Caption' as const, items: at(above, column, captionTop), bookmark }] : []),
      {
        tag: 'Figure',
        alt,
        items: image,
        ...(above.items.length > 0 ? {} : { bookmark }),
      },
      ...(below.items.length > 0 ? [{ tag: 'Caption' as const, items: at(below, column, noteTop) }] : []),
    ];
  };
  return { blocks, height: words + height };
}

/** A document as PDF: the figures with their captions in order, none of them parted by the end of a page. */
export async function pdfOfDocument({
  title,
  author,
  language,
  words,
  page,
  figures,
  fontBytes,
  shaper,
}: BoundDocument): Promise<Uint8Array> {
  const { width, height: room } = roomOf(page);
  const isTurned = words.language.direction === 'rtl';
  const column: Column = { x: page.left, width, isTurned };
  const sheets: DocumentSheet[] = [];
  const { head } = entryAt(figures, 0).leaf;
  let top = page.top + head.height;
  const firstTop = top;
  const headed: DocumentBlock[] = head.items.map((item) => ({
    tag: 'P',
    items: at({ items: [item] }, column, page.top),
  }));
  sheets.push({ width: page.width, height: page.height, blocks: headed });
  for (const figure of figures) {
    const { blocks, height } = blocksOf(figure, sheets.length === 1 && top === firstTop ? room - head.height : room);
    if (top + height > page.height - page.bottom + 0.01) {
      sheets.push({ width: page.width, height: page.height, blocks: [] });
      top = page.top;
    }
    sheets.at(-1)?.blocks.push(...blocks(top, column));
    top += height + between;
  }
  const name = title === undefined ? figures[0]?.title || words.say('figures') : await unmarked(title);
  const info: Pick<Plate, 'title' | 'description' | 'author'> = {
    title: name,
    description: words.say('figuresInDocument', { count: figures.length }),
    ...(author === undefined ? {} : { author }),
  };
  return pdfDocument(
    sheets,
    { ...info, language, bookmarks: true, carries: carriedBy(figures) },
    { fontBytes, shaper },
  );
}
