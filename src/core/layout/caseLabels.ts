import type { CloudMark } from '../chart/plan.js';
import type { Box, TextItem } from '../plate/plate.js';
import { overlap } from '../plate/plate.js';
import type { Obstacles } from './emptyPlaces.js';
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

/** The names of cases beside their markers, off other markers and names; those without room are left out. */
export function caseLabels(sheet: Sheet, scales: PanelScales, obstacles: Obstacles): CaseLabels {
  const panel = panelOf(scales);
  const items: TextItem[] = [];
  const taken: Box[] = [];
  let leftOut = 0;
  const label = { color: sheet.settings.text.dataLabel.color, from: 'chart.names' };
  for (const [s, series] of sheet.plan.series.entries()) {
    for (const mark of series.marks) {
      if (mark.type !== 'cloud' || !mark.names) continue;
      for (const [i, name] of mark.names.entries()) {
        const [x, y] = [mark.xs[i] as number, mark.ys[i] as number];
        if (name === undefined || !within(scales.x, x) || !within(scales.y, y)) continue;
        const item = placed(sheet, mark, i, name, { ...label, role: `series[${s}].names[${i}]` }, scales, (box) => {
          const inside =
            box.x >= panel.x &&
            box.y >= panel.y - 2 &&
            box.x + box.width <= panel.x + panel.width + 2 &&
            box.y + box.height <= panel.y + panel.height;
          if (!inside || taken.some((other) => overlap(box, other))) return Infinity;
          return obstacles.within(box);
        });
        if (item) {
          items.push(item);
          taken.push(item.box);
        } else leftOut += 1;
      }
    }
  }
  return { items, leftOut };
}

function placed(
  sheet: Sheet,
  mark: CloudMark,
  i: number,
  name: string,
  label: { role: string; from: string; color: string },
  scales: PanelScales,
  cost: (box: Box) => number,
): TextItem | undefined {
  const block = setRole(sheet, 'dataLabel', name);
  const [x, y] = [placeAt(scales.x, mark.xs[i] as number), placeAt(scales.y, mark.ys[i] as number)];
  const away = (sheet.settings.markers.size * sizeOf(mark, i)) / 2 + 0.22 * em(sheet);
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
