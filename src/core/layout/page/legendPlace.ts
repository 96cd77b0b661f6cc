import { entryAt } from '../../at.js';
import { findCategory } from '../../data/categories.js';
import { type Problem, warning } from '../../problem/problem.js';
import { emptiest } from '../ink/inkIndex.js';
import { type FittedLegend, framePadding } from '../legend/legend.js';
import type { Sheet } from '../sheet.js';
import { em } from '../words/typesetter.js';
import { type Attempt, headingGap } from './attempt.js';
import type { Settled } from './settled.js';

/** The position of a legend inside the panel, in a corner or where the fewest marks are, and how much it covers. */
function insidePlace(
  sheet: Sheet,
  { panels }: Settled,
  { width, height }: FittedLegend,
): { at: [number, number]; covers: number } {
  const { panel, labels } = entryAt(panels, 0);
  const by = framePadding * em(sheet);
  const inset = 0.5 * em(sheet);
  const [w, h] = [width + 2 * by, height + 2 * by];
  const room = {
    x: panel.x + inset,
    y: panel.y + inset,
    width: Math.max(0, panel.width - 2 * inset - w),
    height: Math.max(0, panel.height - 2 * inset - h),
  };
  const { corner } = sheet.settings.legend;
  const { ink } = labels;
  const cornered = {
    x: room.x + (corner.endsWith('right') ? room.width : 0),
    y: room.y + (corner.startsWith('bottom') ? room.height : 0),
    width: w,
    height: h,
  };
  const { box, count } =
    corner === 'emptiest'
      ? emptiest(room, [w, h], ink)
      : { box: cornered, count: ink.marksUnder(cornered) + ink.wordsUnder(cornered) };
  return { at: [box.x + by, box.y + by], covers: count };
}

/** The upper left corner of the legend. */
export function legendPlace(sheet: Sheet, { settled, room, legend, heading, foot: below }: Attempt): [number, number] {
  const size = em(sheet);
  const border = sheet.settings.space.page * size;
  const fitted = legend as FittedLegend;
  const foot = below?.height ?? 0;
  const { width, height } = sheet.settings;
  const top = Math.max(
    border + (heading ? heading.height : 0),
    Math.min(settled.frame.y, height - foot - border - fitted.height),
  );
  switch (sheet.settings.legend.place) {
    case 'inside':
      return insidePlace(sheet, settled, fitted).at;
    case 'left':
      return [border, top];
    case 'right':
      return [width - border - fitted.width, top];
    case 'bottom':
      return [
        Math.max(border, Math.min(settled.frame.x, width - border - fitted.width)),
        height - foot - border - fitted.height,
      ];
    default:
      return [room.x, border + (heading ? heading.height + headingGap(sheet, legend) * size : 0)];
  }
}

/** Problems: a legend that covers marks, and names for missing entries. */
export function legendProblems(sheet: Sheet, settled: Settled, legend: FittedLegend | undefined): Problem[] {
  if (!legend) return [];
  const { place, order, names } = sheet.settings.legend;
  const entries = sheet.plan.legend?.entries ?? [];
  const known = entries.map(({ name }) => name);
  const unknown = (value: string) => findCategory(entries, value) < 0;
  const listed = typeof order === 'string' ? [] : order.map(String).filter(unknown);
  const covers = place === 'inside' ? insidePlace(sheet, settled, legend).covers : 0;
  return [
    ...(covers > 0 ? [warning('legend-on-data', { path: 'legend.place' })] : []),
    ...listed.map((value) => warning('entry-unknown', { path: 'legend.order', value, known })),
    ...Object.keys(names)
      .filter(unknown)
      .map((value) => warning('entry-unknown', { path: `legend.names.${value}`, value, known })),
  ];
}
