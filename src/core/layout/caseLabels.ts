import type { Box, TextItem } from '../plate/plate.js';
import { overlap } from '../plate/plate.js';
import type { Obstacles } from './emptyPlaces.js';
import { accentOf } from './fills.js';
import { boxSpots } from './marks/box.js';
import { sizeOf } from './marks/cloud.js';
import { type PanelScales, panelOf, placeAt, within } from './panelScales.js';
import { textAt } from './place.js';
import { em, type Sheet, setRole } from './sheet.js';

/** Directions in which a name may stand from its marker, the best first: right, left, above, below, then corners. */
const directions = [
  [1, 0],
  [-1, 0],
  [0, -1],
  [0, 1],
  [1, -1],
  [-1, -1],
  [1, 1],
  [-1, 1],
] as const;

export interface CaseLabels {
  items: TextItem[];
  leftOut: number;
}

/** A case whose name is to be written: where its marker stands, and how large that is. */
interface Spot {
  name: string;
  at: readonly [number, number];
  /** Diameter of the marker in sizes of the style. */
  size: number;
  role: string;
  from: string;
}

/** The cases of all series that have names to be written, inside the limits. */
function spotsOf(sheet: Sheet, scales: PanelScales): Spot[] {
  return sheet.plan.series.flatMap(({ marks }, s) =>
    marks.flatMap((mark, m): Spot[] => {
      if (mark.type === 'box') {
        const role = `series[${s}].marks[${m}].names`;
        return boxSpots(sheet, scales, mark).named.map((spot, i) => ({
          ...spot,
          size: 1,
          role: `${role}[${i}]`,
          from: 'chart.id',
        }));
      }
      if (mark.type !== 'cloud') return [];
      return (mark.names ?? []).flatMap((name, i): Spot[] => {
        const [x, y] = [mark.xs[i] as number, mark.ys[i] as number];
        if (name === undefined || !within(scales.x, x) || !within(scales.y, y)) return [];
        const at = [placeAt(scales.x, x), placeAt(scales.y, y)] as const;
        const own =
          mark.ids && accentOf(sheet, { ...mark.cell, [mark.ids.variable]: mark.ids.texts[i] as string }).size;
        const size = sizeOf(mark, i) * (own === undefined ? 1 : own / sheet.settings.markers.size);
        return [{ name, at, size, role: `series[${s}].names[${i}]`, from: 'chart.names' }];
      });
    }),
  );
}

/** The names of cases beside their markers, off other markers and names; those without room are left out. */
export function caseLabels(sheet: Sheet, scales: PanelScales, obstacles: Obstacles): CaseLabels {
  const panel = panelOf(scales);
  const items: TextItem[] = [];
  let leftOut = 0;
  const inside = (box: Box) =>
    box.x >= panel.x + 1 &&
    box.y >= panel.y - 2 &&
    box.x + box.width <= panel.x + panel.width + 2 &&
    box.y + box.height <= panel.y + panel.height - 1;
  const cost = (box: Box) =>
    !inside(box) || items.some((other) => overlap(box, other.box)) ? Number.POSITIVE_INFINITY : obstacles.within(box);
  for (const spot of spotsOf(sheet, scales)) {
    const item = placed(sheet, spot, cost);
    if (item) items.push(item);
    else leftOut += 1;
  }
  return { items, leftOut };
}

function placed(
  sheet: Sheet,
  { name, at: [x, y], size, role, from }: Spot,
  cost: (box: Box) => number,
): TextItem | undefined {
  const block = setRole(sheet, 'dataLabel', name);
  const label = { role, from, color: sheet.settings.text.dataLabel.color };
  const away = (sheet.settings.markers.size * size) / 2 + 0.22 * em(sheet);
  const height = block.capHeight;
  let best: { item: TextItem; cost: number } | undefined;
  for (const [dx, dy] of directions) {
    const reach = dx !== 0 && dy !== 0 ? away * 0.75 : away;
    const left = dx === 0 ? x - block.width / 2 : dx > 0 ? x + reach : x - reach - block.width;
    const top = dy === 0 ? y - height / 2 : dy > 0 ? y + reach : y - reach - height;
    const item = textAt(block, left, top - (block.ascent - block.capHeight), label);
    const box = { x: left, y: top - 1, width: block.width, height: height + 2 };
    const found = cost(box);
    if (found < (best?.cost ?? 3)) best = { item: { ...item, box }, cost: found };
    if (found === 0) break;
  }
  return best?.item;
}
