import { entryAt, lastOf } from '../../at.js';
import type { LineMark } from '../../chart/plan.js';
import type { Box, PlateItem } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import { type PanelScales, panelOf, placeAt } from '../axes/panelScales.js';
import { clipLine } from '../ink/clip.js';
import type { InkIndex } from '../ink/inkIndex.js';
import type { Point } from '../ink/point.js';
import { groundOf } from '../ink/seen.js';
import type { Sheet } from '../sheet.js';
import { paperBehind, textAt } from '../words/textAt.js';
import { em, setRole, type Typesetter } from '../words/typesetter.js';

/** Places along a line that are tried, as shares of its length from its upper or right end. */
const tries = [0, 1, ...Array.from({ length: 19 }, (_, i) => (i + 1) / 20)];

/** The part of a reference line inside the panel, from its left or lower end to the other. */
function shownPart(mark: LineMark, scales: PanelScales): [Point, Point] | undefined {
  const points = mark.xs.map((x, i): Point => [placeAt(scales.x, x), placeAt(scales.y, entryAt(mark.ys, i))]);
  const [piece] = clipLine(points, panelOf(scales));
  return piece?.length ? [entryAt(piece, 0), lastOf(piece)] : undefined;
}

/** The words of a line with their box beside it at some share of its length: above it, or right of an upright one. */
function besideLine(
  sheet: Typesetter,
  panel: Box,
  { part: [a, b], block: { width, height } }: { part: [Point, Point]; block: TextBlock },
  share: number,
): Box {
  const gap = 0.25 * em(sheet);
  const upright = Math.abs(b[0] - a[0]) < 0.01;
  const [x, y] = [b[0] + (a[0] - b[0]) * share, b[1] + (a[1] - b[1]) * share];
  const within = (low: number, value: number, size: number, room: number) =>
    Math.max(low, Math.min(value, low + room - size));
  if (upright) {
    const right = x + gap + width <= panel.x + panel.width;
    return {
      x: right ? x + gap : x - gap - width,
      y: within(panel.y, y - height / 2, height, panel.height),
      width,
      height,
    };
  }
  const left = within(panel.x + gap, x - width * (1 - share), width, panel.width - 2 * gap);
  // Above the line at both ends of the words.
  const slope = (b[1] - a[1]) / (b[0] - a[0]);
  const top = Math.min(y + slope * (left - x), y + slope * (left + width - x)) - gap - height;
  return { x: left, y: within(panel.y, top, height, panel.height), width, height };
}

/** The names of reference lines beside them in the panel, where the fewest marks and no other words are. */
export function referenceLabelInk(sheet: Sheet, scales: PanelScales, ink: InkIndex): PlateItem[] {
  const panel = panelOf(scales);
  const items: PlateItem[] = [];
  for (const [i, mark] of (sheet.plan.references ?? []).entries()) {
    const part = mark.name === undefined || mark.inLegend ? undefined : shownPart(mark, scales);
    if (!part || mark.name === undefined) continue;
    const block = setRole(sheet, 'dataLabel', mark.name, { width: panel.width * 0.5, balanced: true });
    const cost = (box: Box) => ink.marksUnder({ ...box, height: box.height - 1 }) + 50 * ink.wordsUnder(box);
    const places = tries.map((share) => besideLine(sheet, panel, { part, block }, share));
    const best = places.reduce((a, b) => (cost(b) < cost(a) ? b : a));
    const label = {
      role: `references[${i}].name`,
      from: `chart.references.${i}.name`,
      kind: 'dataLabel' as const,
      color: sheet.settings.text.dataLabel.color,
    };
    const item = textAt(block, [best.x, best.y], label);
    const covers = cost(best) > 0;
    ink.add(item.box);
    // If no place is empty, it gets a background in the colour of the paper.
    items.push(...(covers ? [paperBehind(item, groundOf(sheet.settings))] : []), item);
  }
  return items;
}
