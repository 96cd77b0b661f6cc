import type { PlateItem } from '../plate/plate.js';
import { bracketInk } from './brackets.js';
import { type Callouts, calloutInk } from './callouts.js';
import { caseLabels } from './caseLabels.js';
import { dataLabels } from './dataLabels.js';
import { obstaclesOf } from './emptyPlaces.js';
import { endLabelInk } from './endLabels.js';
import { type PanelScales, panelOf } from './panelScales.js';
import { referenceLabelInk } from './referenceLabels.js';
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
  /** Callouts that point beyond the limits, are too large, or stand on marks. */
  callouts: Omit<Callouts, 'items'>;
}

/** Words that may need room beyond the panel: data labels, and those at the ends of lines. */
export function outerAnnotations(sheet: Sheet, scales: PanelScales, decimals: number): Annotations {
  const data = dataLabels(sheet, scales, decimals);
  const ends = endLabelInk(sheet, scales);
  return {
    items: [...data.grounds, ...data.items, ...ends.items, ...bracketInk(sheet, scales)],
    count: data.items.length + (sheet.plan.sliceLabels ? 1 : 0),
    leftOut: data.leftOut + ends.leftOut,
    namesLeftOut: 0,
    callouts: { outside: [], tooLarge: [], covering: [] },
  };
}

/** Adds the words that stand inside the panel: names of cases and of reference lines, remarks, those of a pie, and callouts. */
export function withInner(outer: Annotations, sheet: Sheet, scales: PanelScales): Annotations {
  const { plan } = sheet;
  const named = plan.series.some(({ marks }) => marks.some((mark) => 'names' in mark && mark.names));
  const spoken = plan.references?.some(({ name }) => name !== undefined) || (sheet.callouts ?? []).length > 0;
  const obstacles = named || plan.remarks || spoken ? obstaclesOf(sheet, scales) : undefined;
  const names = obstacles ? caseLabels(sheet, scales, obstacles) : { items: [], leftOut: 0 };
  const slices = sliceLabelInk(sheet, panelOf(scales));
  const remarks = obstacles ? remarkInk(sheet, scales, obstacles) : [];
  const boxes = (items: readonly PlateItem[]) => items.map(({ box }) => box);
  const before = [...outer.items, ...names.items, ...remarks, ...slices.items];
  const items = [...before, ...referenceLabelInk(sheet, scales, obstacles, boxes(before))];
  const { items: callouts, ...found } = calloutInk(sheet, scales, obstacles, boxes(items));
  return {
    ...outer,
    leftOut: outer.leftOut + slices.leftOut,
    items: [...items, ...callouts],
    namesLeftOut: names.leftOut,
    callouts: found,
  };
}
