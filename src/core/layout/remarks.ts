import type { Box, PlateItem } from '../plate/plate.js';
import type { Obstacles } from './emptyPlaces.js';
import { fillOf } from './fills.js';
import { pathThrough } from './lineInk.js';
import { lineStroke } from './marks/line.js';
import { type PanelScales, panelOf } from './panelScales.js';
import { textAt } from './place.js';
import { em, type Sheet, setRole } from './sheet.js';

/** Steps of places tried along each side, from the corners inwards. */
const steps = [1, 0, 0.85, 0.15, 0.7, 0.3, 0.5];

/** The place for a block with the fewest marks under it; corners come first, and the top before the foot. */
function emptiest(room: Box, width: number, height: number, obstacles: Obstacles): Box {
  let best: { box: Box; count: number } | undefined;
  for (const down of [...steps].map((step) => 1 - step)) {
    for (const right of steps) {
      const box = { x: room.x + right * room.width, y: room.y + down * room.height, width, height };
      const count = obstacles.within(box);
      if (count === 0) return box;
      if (!best || count < best.count) best = { box, count };
    }
  }
  return (best as { box: Box }).box;
}

/** Remarks such as equations, set below each other at the place in the panel with the fewest marks. */
export function remarkInk(sheet: Sheet, scales: PanelScales, obstacles: Obstacles): PlateItem[] {
  const { remarks = [], series } = sheet.plan;
  if (remarks.length === 0) return [];
  const size = em(sheet);
  const panel = panelOf(scales);
  const keyed = remarks.length > 1;
  const key = keyed ? 1.5 * size : 0;
  const blocks = remarks.map(({ text }) =>
    setRole(sheet, 'dataLabel', text, { width: panel.width - key - 1.2 * size, balanced: true }),
  );
  const gap = 0.2 * size;
  const width = key + Math.max(...blocks.map((block) => block.width));
  const height = blocks.reduce((sum, block) => sum + block.height + gap, -gap);
  const inset = 0.5 * size;
  const room: Box = {
    x: panel.x + inset,
    y: panel.y + inset * 0.5,
    width: panel.width - 2 * inset - width,
    height: panel.height - 1.5 * inset - height,
  };
  const best = emptiest(room, width, height, obstacles);
  let y = best.y;
  return remarks.flatMap(({ text: _, series: of, from }, i): PlateItem[] => {
    const block = blocks[i] as (typeof blocks)[number];
    const role = `remarks[${i}]`;
    const item = textAt(block, best.x + key, y, { role, from, color: sheet.settings.text.dataLabel.color });
    const middle = y + block.ascent - block.capHeight / 2;
    y += block.height + gap;
    const own = of === undefined ? undefined : series[of];
    if (!keyed || !own || of === undefined) return [item];
    const fill = fillOf(sheet, own, of, own.marks[0]?.cell ?? {});
    const { stroke } = lineStroke(sheet, 'fit', fill, of);
    const ends: [number, number][] = [
      [best.x, middle],
      [best.x + key - 0.4 * size, middle],
    ];
    return [pathThrough(ends, { role: `${role}.key`, from: fill.from }, { stroke }), item];
  });
}
