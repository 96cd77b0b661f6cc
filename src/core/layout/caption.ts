import type { TextRole } from '../document/look/names.js';
import type { Box, PlateItem, TextItem } from '../plate/plate.js';
import { inCase } from '../type/letterCase.js';
import type { TextBlock } from '../type/textBlock.js';
import { moved, movedBox } from './moved.js';
import { textAt } from './place.js';
import { em, setRole, type Typesetter } from './typesetter.js';

/** The words of a caption as the author gave them; the note is ready. */
export interface CaptionWords {
  number?: number | undefined;
  title?: string | undefined;
  note?: string | undefined;
  noteFrom: string;
}

interface Part {
  block: TextBlock;
  role: TextRole;
  name: string;
  from: string;
}

/** The parts of a caption above and below the image. */
export interface FittedCaption {
  above: Part[];
  below: Part[];
}

export const titleWords = (sheet: Typesetter, title: string): string =>
  inCase(title, sheet.settings.words.titleCase, sheet.settings.words.keep);

const numberWords = (sheet: Typesetter, number: number) =>
  sheet.settings.captionForm.number.replace('{number}', String(number));

/** The number in its weight and slant as markup, so that it runs on into the title in one block. */
function numberRun(sheet: Typesetter, number: number): string {
  const { bold, italic } = sheet.settings.text.captionNumber;
  const marks = `${bold ? '**' : ''}${italic ? '*' : ''}`;
  return `${marks}${numberWords(sheet, number)}${[...marks].reverse().join('')}`;
}

/** Sets the caption in the form of the style: on lines of its own above the image, or in one run below it. */
export function fitCaption(sheet: Typesetter, words: CaptionWords, width: number): FittedCaption {
  const { arrange, noteLead } = sheet.settings.captionForm;
  const { number, title, note } = words;
  const part = (role: TextRole, name: string, from: string, text: string): Part => ({
    block: setRole(sheet, role, text, { width, breakWords: true }),
    role,
    name,
    from,
  });
  const noteText = note === undefined || note === '' ? undefined : [noteLead, note].filter(Boolean).join(' ');
  const notes = noteText === undefined ? [] : [part('note', 'caption.note', words.noteFrom, noteText)];
  const shownTitle = title === undefined || sheet.settings.heading.show ? undefined : titleWords(sheet, title);
  if (arrange === 'stacked') {
    return {
      above: [
        ...(number === undefined
          ? []
          : [part('captionNumber', 'caption.number', 'caption.number', numberWords(sheet, number))]),
        ...(shownTitle === undefined ? [] : [part('captionTitle', 'caption.title', 'caption.title', shownTitle)]),
      ],
      below: notes,
    };
  }
  const lead = number === undefined ? undefined : numberRun(sheet, number);
  const run = [lead, shownTitle].filter((text) => text !== undefined).join(' ');
  return {
    above: [],
    below: [...(run === '' ? [] : [part('captionTitle', 'caption.title', 'caption.title', run)]), ...notes],
  };
}

const lineGap = 0.35;

/** Height of stacked parts in points. */
export function partsHeight(sheet: Typesetter, parts: readonly Part[]): number {
  return parts.reduce((sum, { block }) => sum + block.height, 0) + Math.max(0, parts.length - 1) * lineGap * em(sheet);
}

/** Stacked parts with their upper left corner at (x, y). */
export function partsInk(sheet: Typesetter, parts: readonly Part[], x: number, y: number): TextItem[] {
  let top = y;
  return parts.map(({ block, role, name, from }) => {
    const item = textAt(block, x, top, { role: name, from, color: sheet.settings.text[role].color });
    top += block.height + lineGap * em(sheet);
    return item;
  });
}

/** Puts the caption above and below an image; the page grows by what it takes. */
export function captioned(
  sheet: Typesetter,
  words: CaptionWords,
  items: PlateItem[],
  panel: Box,
): { items: PlateItem[]; panel: Box; height: number } {
  const { settings } = sheet;
  const unscaled = { ...sheet, scale: 1 };
  const border = settings.space.page * em(unscaled);
  const gap = settings.space.caption * em(unscaled);
  const { above, below } = fitCaption(unscaled, words, settings.width - 2 * border);
  const top = above.length > 0 ? border + partsHeight(unscaled, above) + gap - border : 0;
  const foot = top + settings.height + (below.length > 0 ? gap - border : 0);
  const bottom = below.length > 0 ? partsHeight(unscaled, below) + border : 0;
  return {
    items: [
      ...partsInk(unscaled, above, border, border),
      ...items.map((item) => moved(item, 0, top)),
      ...partsInk(unscaled, below, border, foot),
    ],
    panel: movedBox(panel, 0, top),
    height: foot + bottom,
  };
}
