import type { CellMark } from '../../chart/plan.js';
import type { Box, PlateItem } from '../../plate/plate.js';
import { type CategoryScale, centerOf, slotOf } from '../../scale/categoryScale.js';
import { straightLine } from '../axes/axisInk.js';
import type { PanelScales } from '../axes/panelScales.js';
import { barRect } from '../ink/fillInk.js';
import type { Fill } from '../ink/looks.js';
import { hasShades, shadedFill } from '../ink/shades.js';
import type { Sheet } from '../sheet.js';
import { em } from '../words/typesetter.js';
import type { MarkType } from './markType.js';

/** Share of a cell that the largest square takes along its sides. */
const squareShare = 0.86;
/** Half of the line that marks a cell without cases, in text sizes. */
const dashHalf = 0.3;

function categoryScales({ x, y }: PanelScales): { columns: CategoryScale; rows: CategoryScale } {
  if (x.shows === 'category' && y.shows === 'category') return { columns: x, rows: y };
  throw new Error('a cell needs categories along both axes');
}

/** The room of a cell on the page. */
function cellBox({ column, row }: CellMark, scales: PanelScales): Box {
  const { columns, rows } = categoryScales(scales);
  const [width, height] = [Math.abs(slotOf(columns)), Math.abs(slotOf(rows))];
  return { x: centerOf(columns, column) - width / 2, y: centerOf(rows, row) - height / 2, width, height };
}

/** A square whose area shows a number, in the middle of its cell. */
function squareBox(cell: Box, area: number): Box {
  const side = Math.min(cell.width, cell.height) * squareShare * Math.sqrt(Math.abs(area));
  return { x: cell.x + (cell.width - side) / 2, y: cell.y + (cell.height - side) / 2, width: side, height: side };
}

/** The fill of a cell: its colour on the ramp, or paper where the style has no ramp. */
function fillOfCell(sheet: Sheet, { shade }: CellMark, fill: Fill): Fill {
  const { pattern: _, ...plain } = fill;
  const isOwn = fill.from.startsWith('accents');
  if (isOwn || fill.quiet) return plain;
  return shade !== undefined && hasShades(sheet)
    ? shadedFill(sheet, plain, shade)
    : { ...plain, color: sheet.settings.paper, from: 'palette.sequential' };
}

/** The line around a cell: that between cells in the colour of the paper, or a frame where cells have no colour. */
function frameOf({ settings }: Sheet, isColored: boolean): { width: number; color: string } {
  return isColored
    ? { width: 0.75, color: settings.paper }
    : { width: Math.max(0.5, settings.bars.outline.width), color: settings.bars.outline.color };
}

function rectOf(box: Box, fill: Fill, role: string, stroke?: { width: number; color: string }): PlateItem {
  return { type: 'rect', role, from: fill.from, box, ...box, fill: fill.color, ...(stroke ? { stroke } : {}) };
}

/** A short line in the middle of a cell without cases. */
function noneInk(sheet: Sheet, box: Box, role: string): PlateItem {
  const half = Math.min(dashHalf * em(sheet), box.width / 4);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const stroke = { width: 0.75, color: sheet.settings.text.tickLabel.color };
  return straightLine({ role: `${role}.break`, from: 'chart' }, stroke, [x - half, y], [x + half, y]);
}

/** Cells of a table of colour: surfaces, or squares whose areas show the numbers; a short line where there is no case. */
export const cell: MarkType<CellMark> = {
  ink(mark, { sheet, scales, fill, role }) {
    const box = cellBox(mark, scales);
    if (mark.value === undefined) return [[noneInk(sheet, box, role)]];
    const isArea = mark.area !== undefined;
    if (!isArea) {
      const own = fillOfCell(sheet, mark, fill);
      const isColored = own.color !== sheet.settings.paper;
      return [[rectOf(box, own, role, frameOf(sheet, isColored))]];
    }
    const { area = 0 } = mark;
    const square = squareBox(box, area);
    if (square.width <= 0) return [[]];
    const { pattern: _, ...plain } = fill;
    const isOpen = area < 0;
    return [barRect(sheet, { rect: square }, isOpen ? { ...plain, hollow: true } : plain, role)];
  },
  ends: () => ({ x: [], y: [] }),
  occupies: (mark, _, scales) => [{ is: 'box', box: cellBox(mark, scales) }],
  anchor(mark, sheet, scales) {
    const box = cellBox(mark, scales);
    const middle = box.x + box.width / 2;
    return {
      vertical: true,
      middle,
      least: box.y,
      greatest: box.y + box.height,
      down: false,
      pitch: box.width,
      value: mark.value ?? Number.NaN,
      count: mark.count,
      share: mark.share,
      ground: groundOf(sheet, mark),
      // A square may be smaller than its number: then there is no room for it.
      inside: { foot: box.y + box.height, tip: box.y, width: mark.area === undefined ? box.width : 0, stacked: true },
    };
  },
  value: ({ value }) => value,
  needsZero: false,
  overhang: () => 0,
  key: 'fill',
  uses: ({ area }) => ['dataLabels', ...(area === undefined ? ['palette.sequential', 'palette.diverging'] : [])],
  accents: ['fill', 'label'],
};

/** The colour under the number of a cell. */
function groundOf(sheet: Sheet, mark: CellMark): string {
  if (mark.area !== undefined) return sheet.settings.paper;
  return fillOfCell(sheet, mark, { color: sheet.settings.palette.single, from: 'palette.single' }).color;
}
