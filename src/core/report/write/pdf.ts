import { entryAt } from '../../at.js';
import { type DocumentBlock, type DocumentSheet, pdfDocument } from '../../export/pdf.js';
import { moved, scaled } from '../../layout/ink/moved.js';
import type { Plate, PlateItem } from '../../plate/plate.js';
import { readPlate } from '../../plate/readPlate.js';
import { unmarked } from '../../type/markup.js';
import { type BoundDocument, type DocumentFigure, numberText, titleText } from '../documentForm.js';
import type { Stack } from '../leaf.js';

/** Between two figures, in points. */
const between = 30;

const at = ({ items }: Stack, x: number, y: number): PlateItem[] => items.map((item) => moved(item, x, y));

/** A figure with its caption as blocks one below the other; an image that is too high for the page is made smaller. */
function blocksOf(
  figure: DocumentFigure,
  room: number,
): { blocks: (y: number, x: number) => DocumentBlock[]; height: number } {
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
  const blocks = (top: number, x: number): DocumentBlock[] => {
    const captionTop = top + before.height;
    const imageTop = captionTop + above.height + (above.height > 0 ? gap : 0);
    const noteTop = imageTop + height + gap;
    const image = plate.value.items.map((item) => scaled(item, by, x, imageTop));
    return [
      ...before.items.map((item): DocumentBlock => ({ tag: 'P', items: [moved(item, x, top)] })),
      ...(above.items.length > 0 ? [{ tag: 'Caption' as const, items: at(above, x, captionTop), bookmark }] : []),
      {
        tag: 'Figure',
        alt,
        items: image,
        ...(above.items.length > 0 ? {} : { bookmark }),
      },
      ...(below.items.length > 0 ? [{ tag: 'Caption' as const, items: at(below, x, noteTop) }] : []),
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
}: BoundDocument): Promise<Uint8Array> {
  const room = page.height - 2 * page.margin;
  const sheets: DocumentSheet[] = [];
  const { head } = entryAt(figures, 0).leaf;
  let top = page.margin + head.height;
  const firstTop = top;
  const headed: DocumentBlock[] = head.items.map((item) => ({
    tag: 'P',
    items: [moved(item, page.margin, page.margin)],
  }));
  sheets.push({ width: page.width, height: page.height, blocks: headed });
  for (const figure of figures) {
    const { blocks, height } = blocksOf(figure, sheets.length === 1 && top === firstTop ? room - head.height : room);
    if (top + height > page.height - page.margin + 0.01) {
      sheets.push({ width: page.width, height: page.height, blocks: [] });
      top = page.margin;
    }
    sheets.at(-1)?.blocks.push(...blocks(top, page.margin));
    top += height + between;
  }
  const name = title === undefined ? (figures[0]?.title ?? words.say('figures')) : await unmarked(title);
  const info: Pick<Plate, 'title' | 'description' | 'author'> = {
    title: name,
    description: words.say('figuresInDocument', { count: figures.length }),
    ...(author === undefined ? {} : { author }),
  };
  return pdfDocument(sheets, { ...info, language, bookmarks: true }, { fontBytes });
}
