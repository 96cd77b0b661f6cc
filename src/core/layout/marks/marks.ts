import type { Mark, Series } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import { type Colors, fillOf } from '../fills.js';
import type { PanelScales } from '../panelScales.js';
import type { Sheet } from '../sheet.js';
import { barDrawer } from './bar.js';
import { binDrawer } from './bin.js';
import { boxDrawer } from './box.js';
import { intervalDrawer } from './interval.js';
import type { MarkDrawer } from './markDrawer.js';
import { pointDrawer } from './point.js';

/** How each type of mark is drawn. A new type is a file of its own and a line here. */
const drawers = {
  bar: barDrawer,
  interval: intervalDrawer,
  bin: binDrawer,
  point: pointDrawer,
  box: boxDrawer,
} as const satisfies { [T in Mark['type']]: MarkDrawer<Extract<Mark, { type: T }>> };

export const drawerOf = (mark: Mark): MarkDrawer<Mark> => drawers[mark.type] as unknown as MarkDrawer<Mark>;

/** The key that stands for a series in a legend. */
export const keyOf = ({ marks }: Series): 'fill' | 'marker' => (marks[0] ? drawerOf(marks[0]).key : 'fill');

/** The ink of all marks, layer by layer: what lies on top of one lies on top of all. */
export function marksInk(sheet: Sheet, scales: PanelScales, colors: Colors): PlateItem[] {
  const layers: PlateItem[][] = [];
  for (const [s, series] of sheet.plan.series.entries()) {
    for (const [m, mark] of series.marks.entries()) {
      const fill = fillOf(sheet.plan, sheet.settings, colors, series, s, mark.cell);
      const context = { sheet, scales, fill, series: s, role: `series[${s}].marks[${m}]` };
      for (const [depth, ink] of drawerOf(mark).layers(mark, context).entries()) {
        layers[depth] ??= [];
        for (const item of ink) layers[depth].push(item);
      }
    }
  }
  return layers.flat();
}
