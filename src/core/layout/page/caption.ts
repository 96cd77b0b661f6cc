import type { Box, PlateItem, TextItem } from '../../plate/plate.js';
import { inDigits } from '../../scale/numberFormat.js';
import type { TextRole } from '../../schema/look/names.js';
import { inCase } from '../../type/letterCase.js';
import type { TextBlock } from '../../type/textBlock.js';
import { moved, movedBox } from '../ink/moved.js';
import { remembered } from '../trace.js';
import { textAt, textLabel } from '../words/textAt.js';
import { caseForm, em, setRole, type Typesetter } from '../words/typesetter.js';

/** The texts of a caption as the author gave them; the note is complete. */
export interface CaptionWords {
  /** The number in the document, such as 3.2, or the one in the figure file. */
  number?: number | string | undefined;
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

export const titleWords = ({ settings }: Pick<Typesetter, 'settings'>, title: string): string =>
  inCase(title, settings.words.titleCase, caseForm(settings));

export const noteWords = ({ settings }: Pick<Typesetter, 'settings'>, note: string): string =>
  [settings.captionForm.noteLead, note].filter(Boolean).join(' ');

export const numberWords = ({ settings }: Pick<Typesetter, 'settings'>, number: number | string): string =>
  settings.captionForm.number.replace('{number}', () => inDigits(String(number), settings.numbers));

/** The number as markup with its weight and slant, so that number and title form one block. */
export function numberRun(sheet: Pick<Typesetter, 'settings'>, number: number | string): string {
  const { bold, italic } = sheet.settings.text.captionNumber;
  const marks = `${bold ? '**' : ''}${italic ? '*' : ''}`;
  return `${marks}${numberWords(sheet, number)}${[...marks].reverse().join('')}`;
}

/** Sets the caption in the form of the style: on lines of its own above the image, or in one run below it. */
export function fitCaption(sheet: Typesetter, words: CaptionWords, width: number): FittedCaption {
  const { arrange } = sheet.settings.captionForm;
  const { number, title, note } = words;
  const part = (role: TextRole, name: string, from: string, words: () => string): Part =>
    remembered(sheet, () => ({ block: setRole(sheet, role, words(), { width, breakWords: true }), role, name, from }));
  const notes =
    note === undefined || note === ''
      ? []
      : [part('note', 'caption.note', words.noteFrom, () => noteWords(sheet, note))];
  const shownTitle = title === undefined || sheet.settings.heading.show ? undefined : title;
  const lead = (write: (sheet: Typesetter, number: number | string) => string) =>
    number === undefined ? undefined : write(sheet, number);
  if (arrange === 'stacked') {
    const ofNumber = () => lead(numberWords) ?? '';
    const ofTitle = () => titleWords(sheet, shownTitle ?? '');
    return {
      above: [
        ...(number === undefined ? [] : [part('captionNumber', 'caption.number', 'caption.number', ofNumber)]),
        ...(shownTitle === undefined ? [] : [part('captionTitle', 'caption.title', 'caption.title', ofTitle)]),
      ],
      below: notes,
    };
  }
  const run = () => {
    const titled = shownTitle === undefined ? undefined : titleWords(sheet, shownTitle);
    return [lead(numberRun), titled].filter((text) => text !== undefined).join(' ');
  };
  const isEmpty = number === undefined && (shownTitle === undefined || shownTitle === '');
  return {
    above: [],
    below: [...(isEmpty ? [] : [part('captionTitle', 'caption.title', 'caption.title', run)]), ...notes],
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
  return parts.map((part) => {
    const { block, role, name, from } = part;
    const item = remembered(sheet, () => textAt(block, [x, top], textLabel(sheet, role, { role: name, from })), part);
    top += block.height + lineGap * em(sheet);
    return item;
  });
}

/** Puts the caption above and below an image. The page grows by its height. */
export function captioned(
  sheet: Typesetter,
  words: CaptionWords,
  items: PlateItem[],
  panel: Box,
): { items: PlateItem[]; panel: Box; height: number; down: number } {
  const { settings } = sheet;
  const unscaled = { ...sheet, scale: 1 };
  const border = settings.space.page * em(unscaled);
  const gap = settings.space.caption * em(unscaled);
  const fitted = remembered(unscaled, () => fitCaption(unscaled, words, settings.width - 2 * border));
  const { above, below } = fitted;
  const ink = (parts: readonly Part[], y: number) =>
    remembered(unscaled, () => partsInk(unscaled, parts, border, y), fitted);
  const top = above.length > 0 ? border + partsHeight(unscaled, above) + gap - border : 0;
  const foot = top + settings.height + (below.length > 0 ? gap - border : 0);
  const bottom = below.length > 0 ? partsHeight(unscaled, below) + border : 0;
  return {
    items: [...ink(above, border), ...items.map((item) => moved(item, 0, top)), ...ink(below, foot)],
    panel: movedBox(panel, 0, top),
    height: foot + bottom,
    down: top,
  };
}
