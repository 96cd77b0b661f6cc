import type { BarMark } from '../chart/plan.js';
import type { TextItem } from '../plate/plate.js';
import { formatNumber } from '../scale/numberFormat.js';
import type { TextBlock } from '../type/textBlock.js';
import { type BarScales, barEdges, barReach } from './bars.js';
import { opticalMiddle, textAt, tight, turnedTextAt } from './place.js';
import { em, type Sheet, setRole } from './sheet.js';

interface Pending {
  mark: BarMark;
  role: string;
  block: TextBlock;
}

/** Data labels at the ends of their bars, and how many had no room. */
export interface DataLabels {
  items: TextItem[];
  leftOut: number;
}

function pendingLabels(sheet: Sheet, decimals: number): Pending[] {
  const { show, decimals: given } = sheet.settings.dataLabels;
  return sheet.plan.series.flatMap((series, s) =>
    series.marks.map((mark, m) => {
      const text =
        show === 'count'
          ? formatNumber(mark.count, 0, sheet.settings.numbers)
          : formatNumber(mark.value, given ?? decimals, sheet.settings.numbers);
      return { mark, role: `series[${s}].labels[${m}]`, block: setRole(sheet, 'dataLabel', text) };
    }),
  );
}

/** Distance from one bar to its neighbour in the same cluster or the next category. */
function pitch(sheet: Sheet, scales: BarScales, mark: BarMark): number {
  const [a, b] = barEdges(sheet, scales, mark);
  const slot = Math.abs(scales.categories.to - scales.categories.from) / scales.categories.count;
  return mark.places > 1 ? (b - a) * (1 + sheet.settings.bars.gap) : slot;
}

/** Sets a label beyond the end of its bar and error bar, away from the base. */
function placed(sheet: Sheet, scales: BarScales, { mark, role, block }: Pending, turned: boolean): TextItem {
  const gap = sheet.settings.space.dataLabel * em(sheet);
  const [a, b] = barEdges(sheet, scales, mark);
  const middle = (a + b) / 2;
  const { least, greatest } = barReach(sheet, scales, mark);
  const down = mark.value < mark.base;
  const label = { role, from: 'dataLabels.show', color: sheet.settings.text.dataLabel.color };
  if (!scales.vertical) {
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

/** Sets the data labels: flat where all fit beside each other, else turned, else none. */
export function dataLabels(sheet: Sheet, scales: BarScales, decimals: number): DataLabels {
  if (sheet.settings.dataLabels.show === 'none') return { items: [], leftOut: 0 };
  const pending = pendingLabels(sheet, decimals);
  const gap = 0.25 * em(sheet);
  const fit = (size: (block: TextBlock) => number) =>
    pending.every(({ block, mark }) => size(block) + gap <= pitch(sheet, scales, mark));
  const flat = fit((block) => (scales.vertical ? block.width : block.capHeight));
  const turned = !flat && scales.vertical && fit((block) => block.capHeight);
  if (!flat && !turned) return { items: [], leftOut: pending.length };
  return { items: pending.map((p) => placed(sheet, scales, p, turned)), leftOut: 0 };
}
