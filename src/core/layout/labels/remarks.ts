import { entryAt } from '../../at.js';
import type { Box, PlateItem } from '../../plate/plate.js';
import type { TextBlock } from '../../type/textBlock.js';
import { type PanelScales, panelOf } from '../axes/panelScales.js';
import { fillOf } from '../ink/fills.js';
import { emptiest, type InkIndex } from '../ink/inkIndex.js';
import { pathThrough } from '../ink/lineInk.js';
import type { Point } from '../ink/point.js';
import { lineStroke } from '../marks/line.js';
import type { Sheet } from '../sheet.js';
import { textAt, textLabel } from '../words/textAt.js';
import { em, setRole } from '../words/typesetter.js';

/** Remarks set in their lines below each other. */
interface SetRemarks {
  blocks: TextBlock[];
  width: number;
  height: number;
  /** Width of the keys before them; 0 where there are none. */
  key: number;
  gap: number;
}

function setRemarks(sheet: Sheet, panel: Box): SetRemarks {
  const { remarks = [] } = sheet.plan;
  const size = em(sheet);
  const key = remarks.length > 1 ? 1.5 * size : 0;
  const blocks = remarks.map(({ text }) =>
    setRole(sheet, 'dataLabel', text, { width: panel.width - key - 1.2 * size, balanced: true }),
  );
  const gap = 0.2 * size;
  const width = key + Math.max(...blocks.map((block) => block.width));
  const height = blocks.reduce((sum, block) => sum + block.height + gap, -gap);
  return { blocks, width, height, key, gap };
}

/** The place in the panel with the least ink, and how much ink that is. */
function insidePanel(sheet: Sheet, panel: Box, { width, height }: SetRemarks, ink: InkIndex) {
  const apart = 0.25 * em(sheet);
  // The words with the empty strip about them that keeps them off points.
  const [wide, high] = [width + 2 * apart, height + 2 * apart];
  const room: Box = {
    x: panel.x + apart,
    y: panel.y,
    width: panel.width - 2 * apart - wide,
    height: panel.height - apart - high,
  };
  const { box, count } = emptiest(room, [wide, high], ink, 'closely');
  return { box: { x: box.x + apart, y: box.y + apart, width, height }, count };
}

/** The remarks at a place, each with the key of the line that it speaks of where there are several. */
function inkAt(sheet: Sheet, { blocks, key, gap }: SetRemarks, { x, y: top }: { x: number; y: number }): PlateItem[] {
  const { remarks = [], series } = sheet.plan;
  const size = em(sheet);
  let y = top;
  return remarks.flatMap(({ series: of, from }, i): PlateItem[] => {
    const block = entryAt(blocks, i);
    const role = `remarks[${i}]`;
    const item = textAt(block, [x + key, y], textLabel(sheet, 'dataLabel', { role, from }));
    const middle = y + block.ascent - block.capHeight / 2;
    y += block.height + gap;
    const one = of === undefined ? undefined : series[of];
    if (key === 0 || !one || of === undefined) return [item];
    const fill = fillOf(sheet, one, of, one.marks[0]?.cell ?? {});
    const { stroke } = lineStroke(sheet, 'fit', fill, of);
    const ends: Point[] = [
      [x, middle],
      [x + key - 0.4 * size, middle],
    ];
    return [pathThrough(ends, { role: `${role}.key`, from: fill.from }, { stroke }), item];
  });
}

/**
 * Remarks such as equations at a place in the panel without marks. Where there is none they stand above the panel, which
 * makes room; under a title of its own they stay inside, where the fewest marks are.
 *
 * @param where the ones inside the panel are wanted, or those above it
 */
export function remarkInk(sheet: Sheet, scales: PanelScales, ink: InkIndex, where: 'inside' | 'above'): PlateItem[] {
  if ((sheet.plan.remarks ?? []).length === 0 || (where === 'above' && sheet.titled)) return [];
  const panel = panelOf(scales);
  const set = setRemarks(sheet, panel);
  const { box, count } = insidePanel(sheet, panel, set, ink);
  const isInside = count === 0 || sheet.titled;
  if (isInside !== (where === 'inside')) return [];
  const { width, height } = set;
  const place = isInside
    ? box
    : { x: panel.x + panel.width - width, y: panel.y - 0.5 * em(sheet) - height, width, height };
  ink.add(place);
  return inkAt(sheet, set, place);
}
