import { entryAt } from '../../at.js';
import type { AxisTable, AxisTableRow } from '../../chart/plan.js';
import type { PlateItem, TextItem } from '../../plate/plate.js';
import { formatNumber } from '../../scale/numberFormat.js';
import type { TextBlock } from '../../type/textBlock.js';
import type { PanelScales } from '../axes/panelScales.js';
import { panelOf } from '../axes/panelScales.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { textAt, textLabel } from '../words/textAt.js';
import { em, setRole } from '../words/typesetter.js';

/** Spaces around a table under the axis, and between its names and the panel, in text sizes. */
const gap = { above: 0.55, names: 0.7, line: 0.12 } as const;

/** A table under the axis with its rows set, and the room that it takes. */
export interface FittedTable {
  title?: TextBlock;
  rows: { name?: TextBlock; cells: { block: TextBlock; tick: number }[]; series: number }[];
  /** Below the tick labels, and to the left of the panel. */
  height: number;
  left: number;
  /** How far the outer numbers reach beyond the first and the last tick. */
  overhang: { before: number; after: number };
}

/** The number of a row at a place: its own, or that of the next place. */
function valueAt({ xs, values }: AxisTableRow, x: number, isExact: boolean): number | undefined {
  const slack = 1e-9 * Math.max(1, Math.abs(x));
  const next = xs.findIndex((own) => (isExact ? Math.abs(own - x) <= slack : own >= x - slack));
  return next < 0 ? undefined : values[next];
}

/** Sets the numbers at the ticks of an axis. @param ticks values, or numbers of categories */
export function fitTable(sheet: Sheet, table: AxisTable, ticks: readonly number[]): FittedTable {
  const { numbers } = sheet.settings;
  const set = (text: string) => setRole(sheet, 'tickLabel', text);
  const rows = table.rows.map((row) => ({
    ...(row.name === undefined ? {} : { name: set(row.name) }),
    series: row.series,
    cells: ticks.flatMap((x, tick) => {
      const value = valueAt(row, x, table.exact === true);
      return value === undefined ? [] : [{ block: set(formatNumber(value, table.decimals, numbers)), tick }];
    }),
  }));
  const title =
    table.title === undefined ? undefined : setRole(sheet, 'tickLabel', table.title, undefined, { bold: true });
  const size = em(sheet);
  const line = lineOf(sheet);
  const names = rows.reduce((most, { name }) => Math.max(most, name?.width ?? 0), 0);
  const ends = (tick: number) =>
    rows.reduce(
      (most, { cells }) => Math.max(most, (cells.find((cell) => cell.tick === tick)?.block.width ?? 0) / 2),
      0,
    );
  return {
    ...(title ? { title } : {}),
    rows,
    height: gap.above * size + (rows.length + (title ? 1 : 0)) * line,
    left: names > 0 ? names + gap.names * size : 0,
    overhang: { before: ends(0), after: ends(ticks.length - 1) },
  };
}

/** The height of a row. */
function lineOf(sheet: Sheet): number {
  const { height } = setRole(sheet, 'tickLabel', '0');
  return height + gap.line * em(sheet);
}

/** The ink of a table whose first row begins below the tick labels. @param places of the ticks on the page */
export function tableInk(
  sheet: Sheet,
  scales: PanelScales,
  { fitted, places, depth }: { fitted: FittedTable; places: readonly number[]; depth: number },
): PlateItem[] {
  return remembered(sheet, () => {
    const panel = panelOf(scales);
    const size = em(sheet);
    const from = sheet.plan.axisTable?.from ?? 'chart';
    const top = panel.y + panel.height + depth + gap.above * size;
    const line = lineOf(sheet);
    const label = (role: string) => textLabel(sheet, 'tickLabel', { role: `axisTable.${role}`, from });
    const left = panel.x - fitted.left;
    const items: TextItem[] = [];
    if (fitted.title) items.push(textAt(fitted.title, [left, top], label('head')));
    for (const [r, { name, cells }] of fitted.rows.entries()) {
      const y = top + (r + (fitted.title ? 1 : 0)) * line;
      if (name) items.push(textAt(name, [panel.x - gap.names * size - name.width, y], label(`names[${r}]`), 'end'));
      for (const { block, tick } of cells) {
        const x = entryAt(places, tick) - block.width / 2;
        items.push(textAt(block, [x, y], label(`cells[${r * places.length + tick}]`)));
      }
    }
    return items;
  });
}
