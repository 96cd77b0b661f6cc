import type { Mark } from '../chart/plan.js';
import { onPaper } from '../color/color.js';
import type { RectItem, Shown, TextItem } from '../plate/plate.js';
import { formatTick, plainFormat } from '../scale/numberFormat.js';
import type { TextBlock } from '../type/textBlock.js';
import { accentOf, fillOf } from './fills.js';
import type { InkIndex } from './inkIndex.js';
import type { Fill } from './looks.js';
import { typeOf } from './marks/marks.js';
import type { LabelAnchor } from './marks/markType.js';
import type { PanelScales } from './panelScales.js';
import { opticalMiddle, paperBehind, textAt, tight, turnedTextAt } from './place.js';
import type { Sheet } from './sheet.js';
import { remembered } from './trace.js';
import { em, setRole, type Typesetter } from './typesetter.js';

interface Pending {
  /** Colour of the mark that it stands on, where it stands inside. */
  ground?: string;
  /** Colour that an accent gives it. */
  color?: string;
  /** Whether it stands on a pattern. */
  patterned?: boolean;
  anchor: LabelAnchor;
  role: string;
  shows: Shown;
  block: TextBlock;
}

/** Data labels at the ends of their marks, and how many had no room. */
export interface DataLabels {
  items: TextItem[];
  /** Paper under those that stand on patterns. */
  grounds: RectItem[];
  leftOut: number;
}

/** What a label inside a mark stands on: its colour, or the paper between the lines of a pattern. */
const groundOf = ({ settings }: Typesetter, { color, pattern }: Fill): string =>
  pattern === undefined ? color : settings.paper;

/** The label of a mark with its words, ready to be placed; none where it is not shown. */
function pendingLabel(
  sheet: Sheet,
  mark: Mark,
  anchor: LabelAnchor,
  decimals: number,
): Pick<Pending, 'anchor' | 'block' | 'color'> | undefined {
  const { show, format } = sheet.settings.dataLabels;
  const { label } = accentOf(sheet, mark.cell);
  if (!(label?.show ?? show !== 'none')) return undefined;
  const [value, places] = show === 'count' ? [anchor.count, 0] : [anchor.value, format.decimals ?? decimals];
  const words =
    label?.text ?? formatTick(value, places, sheet.settings.numbers, show === 'count' ? plainFormat : format);
  const block = setRole(sheet, 'dataLabel', words, undefined, { bold: label?.bold });
  return { anchor, block, ...(label?.color === undefined ? {} : { color: label.color }) };
}

function pendingLabels(sheet: Sheet, scales: PanelScales, decimals: number): Pending[] {
  return sheet.plan.series.flatMap((series, s) =>
    series.marks.flatMap((mark, m): Pending[] => {
      const label = remembered(
        sheet,
        () => {
          const anchor = typeOf(mark).anchor?.(mark, sheet, scales);
          return anchor && pendingLabel(sheet, mark, anchor, decimals);
        },
        scales,
      );
      if (!label) return [];
      const { anchor } = label;
      const fill = anchor.inside ? fillOf(sheet, series, s, mark.cell) : undefined;
      const patterned = fill?.pattern !== undefined && fill.pattern !== 'open';
      const ground = fill ? { ground: groundOf(sheet, fill), patterned } : {};
      const shows = { of: mark.cell, value: anchor.value };
      return [{ ...ground, ...label, role: `series[${s}].labels[${m}]`, shows }];
    }),
  );
}

/** Sets a label in the middle of its mark, in the ink or the paper, whichever stands out. */
function insideMark(
  sheet: Typesetter,
  { anchor, role, block, ground, color: own, shows }: Pending & { ground: string },
): TextItem {
  const { middle, least, greatest, vertical } = anchor;
  const color = own ?? onPaper(ground, sheet.settings.text.dataLabel.color, sheet.settings.paper);
  const [x, y] = vertical ? [middle, (least + greatest) / 2] : [(least + greatest) / 2, middle];
  return tight(
    textAt(block, x - block.width / 2, y - opticalMiddle(block), { role, from: 'dataLabels.show', color, shows }),
    block,
  );
}

/** Whether a label inside its mark has room there. */
function hasRoom({ anchor, block }: Pending): boolean {
  if (!anchor.inside) return true;
  return anchor.greatest - anchor.least >= (anchor.vertical ? block.capHeight : block.width) + 2;
}

/** Sets a label beyond the end of its mark, away from the base. */
function placed(sheet: Typesetter, pending: Pending, turned: boolean): TextItem {
  const { anchor, role, block, ground, shows, color = sheet.settings.text.dataLabel.color } = pending;
  const gap = sheet.settings.space.dataLabel * em(sheet);
  const { middle, least, greatest, down, vertical } = anchor;
  if (ground !== undefined) return insideMark(sheet, { ...pending, ground });
  const label = { role, from: 'dataLabels.show', color, shows };
  if (!vertical) {
    const x = down ? least - gap - block.width : greatest + gap;
    return tight(textAt(block, x, middle - opticalMiddle(block), label), block);
  }
  if (turned) {
    const y = down ? greatest + gap : least - gap - block.width;
    return tight(turnedTextAt(block, middle - opticalMiddle(block), y, label), block);
  }
  const y = down ? greatest + gap - (block.ascent - block.capHeight) : least - gap - (block.height - block.descent);
  return tight(textAt(block, middle - block.width / 2, y, label), block);
}

/** Labels that stand free, such as those along lines: one that would touch another is left out. */
function apart(items: readonly TextItem[], ink: InkIndex): TextItem[] {
  return items.filter(({ box }) => {
    const free = ink.wordsUnder(box) === 0;
    if (free) ink.add(box);
    return free;
  });
}

/** Sets the data labels: flat where all fit beside each other, else turned, else none. */
export function dataLabels(sheet: Sheet, scales: PanelScales, decimals: number, ink: InkIndex): DataLabels {
  const { settings, colors } = sheet;
  const asked = settings.dataLabels.show !== 'none' || colors.accents.some(({ label }) => label?.show);
  const all = asked ? pendingLabels(sheet, scales, decimals) : [];
  if (all.length === 0) return { items: [], grounds: [], leftOut: 0 };
  const pending = all.filter(hasRoom);
  const gap = 0.25 * em(sheet);
  const fit = (size: (block: TextBlock, anchor: LabelAnchor) => number) =>
    pending.every(({ block, anchor }) => size(block, anchor) + gap <= anchor.pitch);
  const flat = fit((block, { vertical }) => (vertical ? block.width : block.capHeight));
  const turned = !flat && pending.every(({ anchor }) => anchor.vertical) && fit((block) => block.capHeight);
  if (!flat && !turned) return { items: [], grounds: [], leftOut: all.length };
  const items = apart(
    pending.map((p) => remembered(sheet, () => placed(sheet, p, turned), p)),
    ink,
  );
  const onPatterns = new Set(pending.filter(({ patterned }) => patterned).map(({ role }) => role));
  const grounds = items
    .filter(({ role }) => onPatterns.has(role))
    .map((item) => paperBehind(item, sheet.settings.paper));
  return { items, grounds, leftOut: all.length - items.length };
}
