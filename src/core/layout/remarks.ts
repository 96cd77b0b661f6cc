import type { Box, PlateItem } from '../plate/plate.js';
import { fillOf } from './fills.js';
import { emptiest, type InkIndex } from './inkIndex.js';
import { pathThrough } from './lineInk.js';
import { lineStroke } from './marks/line.js';
import { type PanelScales, panelOf } from './panelScales.js';
import { textAt } from './place.js';
import type { Point } from './point.js';
import type { Sheet } from './sheet.js';
import { em, setRole } from './typesetter.js';

/** Remarks such as equations, set below each other at the place in the panel with the fewest marks. */
export function remarkInk(sheet: Sheet, scales: PanelScales, ink: InkIndex): PlateItem[] {
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
  const { box: best } = emptiest(room, width, height, ink);
  ink.add(best);
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
    const ends: Point[] = [
      [best.x, middle],
      [best.x + key - 0.4 * size, middle],
    ];
    return [pathThrough(ends, { role: `${role}.key`, from: fill.from }, { stroke }), item];
  });
}
