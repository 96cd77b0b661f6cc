import type { Mark } from '../chart/plan.js';
import type { PlateItem } from '../plate/plate.js';
import { pathThrough } from './lineInk.js';
import { boxSpots } from './marks/box.js';
import { groupEdges, groupSpots } from './marks/group.js';
import { groupScales, type PanelScales, placeAt } from './panelScales.js';
import { textAt } from './place.js';
import { em, type Sheet, setRole } from './sheet.js';

/** A bracket between two categories, or between two groups at one category, with its mark. */
export interface Bracket {
  /** Numbers of the categories, or of the groups at the category `at`. */
  between: readonly [number, number];
  at?: number;
  mark: string;
  from: string;
}

/** The places on the page that a mark takes. */
function spotsOf(sheet: Sheet, scales: PanelScales, mark: Mark): readonly (readonly [number, number])[] {
  if (mark.type === 'bar' || mark.type === 'interval') return groupSpots(sheet, scales, mark);
  if (mark.type === 'box') return boxSpots(sheet, scales, mark).taken;
  if (mark.type === 'point') {
    const ends = [mark.y, ...(mark.interval ? [mark.interval.high] : [])];
    return ends.map((y) => [placeAt(scales.x, mark.x), placeAt(scales.y, y)] as const);
  }
  if (mark.type !== 'cloud') return [];
  return Array.from(mark.xs, (x, i) => [placeAt(scales.x, x), placeAt(scales.y, mark.ys[i] as number)] as const);
}

/** Where one end of a bracket stands along the axis of categories. */
function endOf(sheet: Sheet, scales: PanelScales, { at }: Bracket, end: number): number {
  if (at === undefined) return placeAt(scales.x, end);
  const mark = sheet.plan.series[end]?.marks.find((own) => 'category' in own && own.category === at);
  if (!mark || !('places' in mark)) return placeAt(scales.x, at);
  const [a, b] = groupEdges(sheet, groupScales(scales), mark);
  return (a + b) / 2;
}

interface Placed {
  left: number;
  right: number;
  top: number;
}

/**
 * Brackets over the marks that they span, the narrow ones first, each above what it would touch. Where the panel is too
 * low for them they stand above it, and the panel makes room.
 */
export function bracketInk(sheet: Sheet, scales: PanelScales): PlateItem[] {
  const { brackets = [] } = sheet;
  if (brackets.length === 0 || scales.x.shows !== 'category') return [];
  const size = em(sheet);
  const stroke = { width: sheet.settings.errorBars.width, color: sheet.settings.errorBars.color };
  const spots = sheet.plan.series.flatMap(({ marks }) => marks.flatMap((mark) => spotsOf(sheet, scales, mark)));
  const slot = Math.abs(scales.x.to - scales.x.from) / scales.x.count;
  const half = sheet.settings.markers.size / 2;
  const taken: Placed[] = spots.map(([x, y]) => ({ left: x, right: x, top: y - half }));
  const wanted = brackets.map((bracket, i) => {
    const [a, b] = bracket.between.map((end) => endOf(sheet, scales, bracket, end)) as [number, number];
    return { bracket, i, left: Math.min(a, b), right: Math.max(a, b) };
  });
  const items: PlateItem[] = [];
  for (const { bracket, i, left, right } of wanted.sort((a, b) => a.right - a.left - (b.right - b.left))) {
    const block = setRole(sheet, 'dataLabel', bracket.mark);
    const middle = (left + right) / 2;
    const reach = bracket.at === undefined ? slot * 0.3 : slot * 0.02;
    const [from, to] = [
      Math.min(left - reach, middle - block.width / 2),
      Math.max(right + reach, middle + block.width / 2),
    ];
    const under = taken
      .filter((own) => own.right >= from && own.left <= to)
      .reduce((top, own) => Math.min(top, own.top), Infinity);
    const foot = Math.min(under, placeAt(scales.y, scales.y.shows === 'value' ? scales.y.low : 0)) - 0.45 * size;
    const line = foot - 0.35 * size;
    const label = { role: `brackets[${i}].mark`, from: bracket.from, color: sheet.settings.text.dataLabel.color };
    const ends: [number, number][] = [
      [left, foot],
      [left, line],
      [right, line],
      [right, foot],
    ];
    const top = line - block.height - 0.05 * size;
    items.push(pathThrough(ends, { role: `brackets[${i}]`, from: bracket.from }, { stroke }));
    items.push(textAt(block, middle - block.width / 2, top, label));
    taken.push({ left: from, right: to, top: top - 0.1 * size });
  }
  return items;
}
