import type { PlateItem } from '../plate/plate.js';
import { caseLabels } from './caseLabels.js';
import { dataLabels } from './dataLabels.js';
import { obstaclesOf } from './emptyPlaces.js';
import { endLabelInk } from './endLabels.js';
import { type PanelScales, panelOf } from './panelScales.js';
import { remarkInk } from './remarks.js';
import type { Sheet } from './sheet.js';
import { sliceLabelInk } from './sliceLabels.js';

/** All words at the marks of a panel, and how many had no room. */
export interface Annotations {
  items: PlateItem[];
  /** Data labels set, and those left out. */
  count: number;
  leftOut: number;
  /** Names of cases left out. */
  namesLeftOut: number;
}

/** Sets the words at the marks: data labels, names of cases, words at the ends of lines, remarks, words of a pie. */
export function annotations(sheet: Sheet, scales: PanelScales, decimals: number): Annotations {
  const data = dataLabels(sheet, scales, decimals);
  const { plan } = sheet;
  const named = plan.series.some(({ marks }) => marks.some((mark) => 'names' in mark && mark.names));
  const obstacles = named || plan.remarks ? obstaclesOf(sheet, scales) : undefined;
  const names = obstacles ? caseLabels(sheet, scales, obstacles) : { items: [], leftOut: 0 };
  return {
    items: [
      ...data.items,
      ...names.items,
      ...endLabelInk(sheet, scales),
      ...(obstacles ? remarkInk(sheet, scales, obstacles) : []),
      ...sliceLabelInk(sheet, panelOf(scales)),
    ],
    count: data.items.length + (plan.sliceLabels ? 1 : 0),
    leftOut: data.leftOut,
    namesLeftOut: names.leftOut,
  };
}
