import type { Box, PlateItem } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import { straightLine } from '../axes/axisInk.js';
import { remembered } from '../trace.js';
import { textAt, textLabel } from '../words/textAt.js';
import { em, setRole, type Typesetter } from '../words/typesetter.js';
import { titleWords } from './caption.js';

/** Texts above the image and at its foot, as written by the author. */
export interface HeadingWords {
  heading?: string | undefined;
  subtitle?: string | undefined;
  /** Where the data come from, at the foot. */
  source?: string | undefined;
}

/** The heading, the line under it and the rule beneath both, set to a width. */
export interface FittedHeading {
  title: TextBlock;
  subtitle?: TextBlock;
  /** Height down to the lower edge of the rule. */
  height: number;
}

/** The line at the foot with the space above it. */
export interface FittedFoot {
  block: TextBlock;
  height: number;
}

/** The gap between the heading and the line under it, in text sizes; three times as much above the rule. */
const lineGap = 0.2;
const ruleGap = 0.45;

/** Sets the heading to a width; undefined if there is none. */
export function fitHeading(sheet: Typesetter, words: HeadingWords, width: number): FittedHeading | undefined {
  if (words.heading === undefined) return undefined;
  const wrapping = { width, breakWords: true };
  const { heading } = words;
  const title = remembered(sheet, () => setRole(sheet, 'heading', titleWords(sheet, heading), wrapping));
  const subtitle =
    words.subtitle === undefined || words.subtitle === ''
      ? undefined
      : setRole(sheet, 'subtitle', words.subtitle, wrapping);
  const size = em(sheet);
  const { rule } = sheet.settings.heading;
  const ruled = rule.width > 0 ? ruleGap * size + rule.width : 0;
  const height = title.height + (subtitle ? subtitle.height + lineGap * size : 0) + ruled;
  return { title, ...(subtitle ? { subtitle } : {}), height };
}

/** Sets the line at the foot to a width; undefined if there is none. */
export function fitFoot(sheet: Typesetter, words: HeadingWords, width: number): FittedFoot | undefined {
  if (words.source === undefined || words.source === '') return undefined;
  const block = setRole(sheet, 'source', words.source, { width, breakWords: true });
  return { block, height: block.height + 2.5 * lineGap * em(sheet) };
}

const shares = { start: 0, middle: 0.5, end: 1 } as const;

/** The position of a line of some width over a range, kept inside the page. */
function alignedAt(sheet: Typesetter, width: number, over: { x: number; width: number }): number {
  const border = sheet.settings.space.page * em(sheet);
  const x = over.x + (over.width - width) * shares[sheet.settings.heading.align];
  return Math.max(border, Math.min(x, sheet.settings.width - border - width));
}

/**
 * The ink of the heading at the top of the page.
 *
 * @param frame the box around all panels, which the heading may stand over in place of the page
 */
export function headingInk(sheet: Typesetter, { title, subtitle, height }: FittedHeading, frame: Box): PlateItem[] {
  const { settings } = sheet;
  const border = settings.space.page * em(sheet);
  const { align, over, rule } = settings.heading;
  const stretch = over === 'panel' ? frame : { x: border, width: settings.width - 2 * border };
  const label = (role: 'heading' | 'subtitle', from: string) => textLabel(sheet, role, { role, from });
  const items: PlateItem[] = remembered(sheet, () => [
    textAt(title, [alignedAt(sheet, title.width, stretch), border], label('heading', 'caption.title'), align),
  ]);
  if (subtitle) {
    const y = border + title.height + lineGap * em(sheet);
    const words = () => {
      const x = alignedAt(sheet, subtitle.width, stretch);
      return textAt(subtitle, [x, y], label('subtitle', 'caption.subtitle'), align);
    };
    items.push(remembered(sheet, words));
  }
  if (rule.width > 0) {
    const y = border + height - rule.width / 2;
    const line = () => {
      const stroke = settings.heading.rule;
      return straightLine(
        { role: 'heading.rule', from: 'heading.rule' },
        stroke,
        [stretch.x, y],
        [stretch.x + stretch.width, y],
      );
    };
    items.push(remembered(sheet, line));
  }
  return items;
}

/** The ink of the line at the foot. */
export const footInk = (sheet: Typesetter, foot: FittedFoot): PlateItem =>
  remembered(sheet, () => footText(sheet, foot));

function footText(sheet: Typesetter, { block }: FittedFoot): PlateItem {
  const { settings } = sheet;
  const border = settings.space.page * em(sheet);
  const label = textLabel(sheet, 'source', { role: 'source', from: 'caption.source' });
  return textAt(block, [border, settings.height - border - block.height], label);
}
