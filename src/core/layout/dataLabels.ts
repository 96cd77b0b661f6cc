import type { TextItem } from '../plate/plate.js';
import { formatNumber } from '../scale/numberFormat.js';
import type { TextBlock } from '../type/textBlock.js';
import type { LabelAnchor } from './marks/markDrawer.js';
import { drawerOf } from './marks/marks.js';
import type { PanelScales } from './panelScales.js';
import { opticalMiddle, textAt, tight, turnedTextAt } from './place.js';
import { em, type Sheet, setRole } from './sheet.js';

interface Pending {
  anchor: LabelAnchor;
  role: string;
  block: TextBlock;
}

/** Data labels at the ends of their marks, and how many had no room. */
export interface DataLabels {
  items: TextItem[];
  leftOut: number;
}

function pendingLabels(sheet: Sheet, scales: PanelScales, decimals: number): Pending[] {
  const { show, decimals: given } = sheet.settings.dataLabels;
  return sheet.plan.series.flatMap((series, s) =>
    series.marks.flatMap((mark, m) => {
      const anchor = drawerOf(mark).anchor?.(mark, sheet, scales);
      if (!anchor) return [];
      const [value, places] = show === 'count' ? [anchor.count, 0] : [anchor.value, given ?? decimals];
      const block = setRole(sheet, 'dataLabel', formatNumber(value, places, sheet.settings.numbers));
      return [{ anchor, role: `series[${s}].labels[${m}]`, block }];
    }),
  );
}

/** Sets a label beyond the end of its mark, away from the base. */
function placed(sheet: Sheet, { anchor, role, block }: Pending, turned: boolean): TextItem {
  const gap = sheet.settings.space.dataLabel * em(sheet);
  const { middle, least, greatest, down, vertical } = anchor;
  const label = { role, from: 'dataLabels.show', color: sheet.settings.text.dataLabel.color };
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

/** Sets the data labels: flat where all fit beside each other, else turned, else none. */
export function dataLabels(sheet: Sheet, scales: PanelScales, decimals: number): DataLabels {
  if (sheet.settings.dataLabels.show === 'none') return { items: [], leftOut: 0 };
  const pending = pendingLabels(sheet, scales, decimals);
  const gap = 0.25 * em(sheet);
  const fit = (size: (block: TextBlock, anchor: LabelAnchor) => number) =>
    pending.every(({ block, anchor }) => size(block, anchor) + gap <= anchor.pitch);
  const flat = fit((block, { vertical }) => (vertical ? block.width : block.capHeight));
  const turned = !flat && pending.every(({ anchor }) => anchor.vertical) && fit((block) => block.capHeight);
  if (!flat && !turned) return { items: [], leftOut: pending.length };
  return { items: pending.map((p) => placed(sheet, p, turned)), leftOut: 0 };
}
