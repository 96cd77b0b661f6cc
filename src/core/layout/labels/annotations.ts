import type { PlateItem } from '../../plate/plate.js';
import { type PanelScales, panelOf } from '../axes/panelScales.js';
import { InkIndex } from '../ink/inkIndex.js';
import { shapesOf } from '../marks/marks.js';
import { sliceLabelInk } from '../marks/sliceLabels.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { bracketInk } from './brackets.js';
import { type Callouts, calloutInk } from './callouts.js';
import { caseLabels } from './caseLabels.js';
import { type DataLabels, dataLabels } from './dataLabels.js';
import { endLabelInk } from './endLabels.js';
import { referenceLabelInk } from './referenceLabels.js';
import { remarkInk } from './remarks.js';
import { textColumnInk } from './textColumns.js';

/** All texts at the marks of a panel, and how many had no room. */
export interface Annotations {
  items: PlateItem[];
  /** Words in the room of an axis, between the panel and the names of its categories. */
  inset: PlateItem[];
  /** Where marks and words stand. */
  ink: InkIndex;
  /** Data labels set, and those left out. */
  count: number;
  leftOut: number;
  /** Names of cases left out. */
  namesLeftOut: number;
  /** Callouts that point beyond the limits, are too large, or stand on marks. */
  callouts: Omit<Callouts, 'items'>;
}

const boxes = (items: readonly PlateItem[]) => items.flatMap(({ type, box }) => (type === 'text' ? [box] : []));

const noLabels: DataLabels = { items: [], grounds: [], leftOut: 0 };

/** Texts that may need room outside the panel: data labels, and labels at the ends of lines. */
export function outerAnnotations(sheet: Sheet, scales: PanelScales): Annotations {
  const ink = new InkIndex(() => shapesOf(sheet, scales));
  const data = sheet.plan.labelsInside ? noLabels : dataLabels(sheet, scales, ink);
  const ends = endLabelInk(sheet, scales);
  const brackets = remembered(sheet, () => bracketInk(sheet, scales, ink));
  ink.add(...boxes(ends.items));
  const remarks = remembered(sheet, () => remarkInk(sheet, scales, ink, 'above'));
  const columns = textColumnInk(sheet, scales);
  return {
    items: [...data.grounds, ...data.items, ...ends.items, ...brackets, ...remarks, ...columns.outer],
    inset: columns.inset,
    ink,
    count: data.items.length + (sheet.plan.sliceLabels ? 1 : 0),
    leftOut: data.leftOut + ends.leftOut + columns.leftOut,
    namesLeftOut: 0,
    callouts: { outside: [], tooLarge: [], covering: [] },
  };
}

/** Adds the words that stand inside the panel: names of cases and of reference lines, remarks, those of a pie, and callouts. */
export function withInner(outer: Annotations, sheet: Sheet, scales: PanelScales): Annotations {
  const { ink } = outer;
  const data = sheet.plan.labelsInside ? dataLabels(sheet, scales, ink) : noLabels;
  const slices = sliceLabelInk(sheet, panelOf(scales));
  ink.add(...boxes(slices.items));
  const names = caseLabels(sheet, scales, ink);
  const inner = [
    ...names.items,
    ...remembered(sheet, () => remarkInk(sheet, scales, ink, 'inside')),
    ...slices.items,
    ...remembered(sheet, () => referenceLabelInk(sheet, scales, ink)),
  ];
  const { items: callouts, ...found } = calloutInk(sheet, scales, ink);
  return {
    ...outer,
    count: outer.count + data.items.length,
    leftOut: outer.leftOut + slices.leftOut + data.leftOut,
    items: [...outer.items, ...data.grounds, ...data.items, ...inner, ...callouts],
    namesLeftOut: names.leftOut,
    callouts: found,
  };
}
