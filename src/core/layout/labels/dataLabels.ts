import type { LabelPart } from '../../chart/chartInput.js';
import type { Mark, Series } from '../../chart/plan.js';
import { onPaper } from '../../color/color.js';
import type { RectItem, Shown, TextItem } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import type { PanelScales } from '../axes/panelScales.js';
import { accentOf, fillOf } from '../ink/fills.js';
import type { InkIndex } from '../ink/inkIndex.js';
import { surfaceOf } from '../ink/seen.js';
import { typeOf } from '../marks/marks.js';
import type { LabelAnchor } from '../marks/markType.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { LabelWriter, labelParts } from '../words/labelWords.js';
import { opticalMiddle, paperBehind, textAt, tight, turnedTextAt } from '../words/textAt.js';
import { em, setRole, type Typesetter } from '../words/typesetter.js';

interface Pending {
  anchor: LabelAnchor;
  /** Where in its bar it stands; none for those beyond their marks. */
  within?: 'inside' | 'center' | 'base';
  /** Colour of the mark, for labels inside. */
  ground?: string;
  /** Colour that an accent gives it. */
  color?: string;
  /** Whether it stands on a pattern. */
  patterned?: boolean;
  role: string;
  shows: Shown;
  block: TextBlock;
}

/** Data labels at the ends of their marks, and how many had no room. */
export interface DataLabels {
  items: TextItem[];
  /** Backgrounds of labels on patterns. */
  grounds: RectItem[];
  leftOut: number;
}

/** A mark that may have a label, and where that goes. */
interface Anchored {
  series: Series;
  place: number;
  mark: Mark;
  role: string;
  anchor: LabelAnchor;
}

function anchored(sheet: Sheet, scales: PanelScales): Anchored[] {
  return sheet.plan.series.flatMap((series, place) =>
    series.marks.flatMap((mark, m): Anchored[] => {
      const { anchor: anchorOf } = typeOf(mark);
      if (!anchorOf) return [];
      const anchor = remembered(sheet, () => anchorOf(mark, sheet, scales), scales);
      if (Number.isNaN(anchor.value)) return [];
      return [{ series, place, mark, anchor, role: `series[${place}].labels[${m}]` }];
    }),
  );
}

/** What labels say: what the author asks for, else what the chart shows anyway. */
function partsOf({ settings, plan }: Sheet): LabelPart[] {
  const asked = labelParts(settings);
  return asked.length === 0 && plan.labelsShow ? [plan.labelsShow] : asked;
}

/** The label of a mark with its words, ready to be placed; none where it is not shown. */
function pendingLabel(sheet: Sheet, one: Anchored, writer: LabelWriter): Pending | undefined {
  const { dataLabels } = sheet.settings;
  const { mark, anchor, role, series, place } = one;
  const { label } = accentOf(sheet, mark.cell);
  const parts = partsOf(sheet);
  if (!(label?.show ?? parts.length > 0)) return undefined;
  const { least = 0 } = dataLabels;
  if (anchor.share && !label?.show && 100 * anchor.share.part < least) return undefined;
  const words = label?.text ?? writer.words(anchor, parts.length > 0 ? parts : ['value']);
  if (words === '') return undefined;
  const block = setRole(sheet, 'dataLabel', words, undefined, { bold: label?.bold });
  const shows = { of: mark.cell, value: anchor.value };
  const common = { anchor, role, block, shows, ...(label?.color === undefined ? {} : { color: label.color }) };
  const { inside } = anchor;
  const asked = dataLabels.place ?? (inside?.stacked ? 'center' : 'end');
  if (!inside || (asked === 'end' && !inside.stacked)) return common;
  // The end of a stacked bar is the beginning of the next: its label stays inside.
  const within = asked === 'end' ? 'inside' : asked;
  const fill = fillOf(sheet, series, place, mark.cell);
  const patterned = anchor.ground === undefined && fill.pattern !== undefined && fill.pattern !== 'open';
  return { ...common, within, ground: anchor.ground ?? surfaceOf(sheet.settings, fill), patterned };
}

function pendingLabels(sheet: Sheet, scales: PanelScales): Pending[] {
  const all = anchored(sheet, scales);
  const writer = remembered(sheet, () => {
    const anchors = all.map(({ anchor }) => anchor);
    return new LabelWriter(sheet, anchors);
  });
  return all.flatMap((one) => remembered(sheet, () => pendingLabel(sheet, one, writer), one.anchor, writer) ?? []);
}

/** Sets a label inside its bar, in the ink or the paper, whichever stands out. */
function insideBar(sheet: Typesetter, pending: Pending, turned: boolean): TextItem {
  const { anchor, within, role, block, ground = sheet.settings.paper, color: chosen, shows } = pending;
  const { middle, vertical } = anchor;
  const { foot, tip } = anchor.inside ?? { foot: 0, tip: 0 };
  const color = chosen ?? onPaper(ground, sheet.settings.text.dataLabel.color, sheet.settings.paper);
  const half = (vertical && !turned ? block.capHeight : block.width) / 2;
  const off = Math.sign(tip - foot) * (insideGap(sheet) + half);
  const along = within === 'center' ? (foot + tip) / 2 : within === 'base' ? foot + off : tip - off;
  const label = { role, kind: 'dataLabel', from: 'dataLabels.show', color, shows } as const;
  if (turned) return tight(turnedTextAt(block, [middle - opticalMiddle(block), along - half], label), block);
  const [x, y] = vertical ? [middle, along] : [along, middle];
  return tight(textAt(block, [x - block.width / 2, y - opticalMiddle(block)], label), block);
}

const insideGap = (sheet: Typesetter): number => sheet.settings.space.dataLabel * em(sheet);

/** Space on both sides of a label inside its bar, together, in points. */
const sidePadding = 4;

/** Whether a label has room inside its bar, flat or turned. */
function hasRoom({ anchor, block, within }: Pending, sheet: Typesetter, turned: boolean): boolean {
  const { inside, vertical } = anchor;
  if (!inside) return true;
  const room = within === 'center' ? 2 : insideGap(sheet) + 1;
  const isAlong = vertical === turned;
  const [along, across] = isAlong ? [block.width, block.capHeight] : [block.capHeight, block.width];
  // Words on a dark bar are light: they must not stand out beyond its sides.
  return Math.abs(inside.tip - inside.foot) >= along + room && inside.width >= across + sidePadding;
}

/** Labels that do not fit into their bars are placed beyond them; in a stack they are left out. */
function kept(sheet: Typesetter, all: readonly Pending[], turned: boolean): Pending[] {
  return all.flatMap((pending): Pending[] => {
    if (!pending.within || hasRoom(pending, sheet, turned)) return [pending];
    if (pending.anchor.inside?.stacked) return [];
    const { within: _, ground: __, patterned: ___, ...beyond } = pending;
    return [beyond];
  });
}

/** Sets a label beyond the end of its mark, away from the base. */
function beyondEnd(sheet: Typesetter, pending: Pending, turned: boolean): TextItem {
  const { anchor, role, block, shows, color = sheet.settings.text.dataLabel.color } = pending;
  const gap = sheet.settings.space.dataLabel * em(sheet);
  const { middle, least, greatest, down, vertical } = anchor;
  const label = { role, kind: 'dataLabel', from: 'dataLabels.show', color, shows } as const;
  if (!vertical) {
    const x = down ? least - gap - block.width : greatest + gap;
    return tight(textAt(block, [x, middle - opticalMiddle(block)], label), block);
  }
  if (turned) {
    const y = down ? greatest + gap : least - gap - block.width;
    return tight(turnedTextAt(block, [middle - opticalMiddle(block), y], label), block);
  }
  const y = down ? greatest + gap - (block.ascent - block.capHeight) : least - gap - (block.height - block.descent);
  return tight(textAt(block, [middle - block.width / 2, y], label), block);
}

/** Labels in open space, such as along lines: one that would touch another is left out. */
function apart(items: readonly TextItem[], ink: InkIndex): TextItem[] {
  return items.filter(({ box }) => {
    const free = ink.wordsUnder(box) === 0;
    if (free) ink.add(box);
    return free;
  });
}

/** Whether labels inside vertical bars read upwards: where some are too wide for their bars, and turned more have room. */
function turnsInside(sheet: Typesetter, inner: readonly Pending[]): boolean {
  if (inner.length === 0 || !inner.every(({ anchor }) => anchor.vertical)) return false;
  const fitting = (turned: boolean) => inner.filter((pending) => hasRoom(pending, sheet, turned)).length;
  return fitting(false) < inner.length && fitting(true) > fitting(false);
}

/** Sets the data labels: horizontal if all fit, else turned, else none. */
export function dataLabels(sheet: Sheet, scales: PanelScales, ink: InkIndex): DataLabels {
  const { colors } = sheet;
  const asked = partsOf(sheet).length > 0 || colors.accents.some(({ label }) => label?.show);
  const all = asked ? pendingLabels(sheet, scales) : [];
  if (all.length === 0) return { items: [], grounds: [], leftOut: 0 };
  const innerTurned = turnsInside(
    sheet,
    all.filter(({ within }) => within),
  );
  const pending = kept(sheet, all, innerTurned);
  const outer = pending.filter(({ within }) => !within);
  const gap = 0.25 * em(sheet);
  const fit = (size: (block: TextBlock, anchor: LabelAnchor) => number) =>
    outer.every(({ block, anchor }) => size(block, anchor) + gap <= anchor.pitch);
  const flat = fit((block, { vertical }) => (vertical ? block.width : block.capHeight));
  const turned = !flat && outer.every(({ anchor }) => anchor.vertical) && fit((block) => block.capHeight);
  const shown = flat || turned ? pending : pending.filter(({ within }) => within);
  const items = apart(
    shown.map((one) =>
      remembered(sheet, () => (one.within ? insideBar(sheet, one, innerTurned) : beyondEnd(sheet, one, turned)), one),
    ),
    ink,
  );
  const onPatterns = new Set(shown.filter(({ patterned }) => patterned).map(({ role }) => role));
  const grounds = items
    .filter(({ role }) => onPatterns.has(role))
    .map((item) => paperBehind(item, sheet.settings.paper));
  return { items, grounds, leftOut: sheet.plan.labelsInRoom ? 0 : all.length - items.length };
}
