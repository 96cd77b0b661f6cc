import type { Cell, Mark, Series } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import { fillOf } from '../fills.js';
import type { PanelScales } from '../panelScales.js';
import type { Sheet } from '../sheet.js';
import { bandDrawer } from './band.js';
import { barDrawer } from './bar.js';
import { binDrawer } from './bin.js';
import { boxDrawer } from './box.js';
import { cloudDrawer } from './cloud.js';
import { intervalDrawer } from './interval.js';
import { lineDrawer } from './line.js';
import type { LegendKey, MarkContext, MarkDrawer } from './markDrawer.js';
import { pointDrawer } from './point.js';
import { sliceDrawer } from './slice.js';

/** How each type of mark is drawn. A new type is a file of its own and a line here. */
const drawers = {
  bar: barDrawer,
  interval: intervalDrawer,
  bin: binDrawer,
  point: pointDrawer,
  cloud: cloudDrawer,
  line: lineDrawer,
  band: bandDrawer,
  slice: sliceDrawer,
  box: boxDrawer,
} as const satisfies { [T in Mark['type']]: MarkDrawer<Extract<Mark, { type: T }>> };

export const drawerOf = (mark: Mark): MarkDrawer<Mark> => drawers[mark.type] as unknown as MarkDrawer<Mark>;

/** The key that stands for a series in a legend. */
export function keyOf({ marks, sample }: Series): LegendKey {
  const mark = marks[0] ?? sample;
  return mark ? drawerOf(mark).key : 'fill';
}

/** The ink of marks, layer by layer: what lies on top of one lies on top of all. */
class Layers {
  private readonly layers: PlateItem[][] = [];

  draw(mark: Mark, context: MarkContext): void {
    for (const [depth, ink] of drawerOf(mark).layers(mark, context).entries()) {
      this.layers[depth] ??= [];
      for (const item of ink) this.layers[depth].push(item);
    }
  }

  get ink(): PlateItem[] {
    return this.layers.flat();
  }
}

/** The ink of all marks; those that stand back lie under the others. */
export function marksInk(sheet: Sheet, scales: PanelScales): PlateItem[] {
  const [back, front] = [new Layers(), new Layers()];
  const ink = { color: sheet.settings.references.color, from: 'references.color' };
  for (const [i, mark] of (sheet.plan.references ?? []).entries()) {
    back.draw(mark, { sheet, scales, fill: ink, fillOf: () => ink, series: 0, role: `references[${i}]` });
  }
  for (const [s, series] of sheet.plan.series.entries()) {
    const look = (cell: Cell) => fillOf(sheet, series, s, cell);
    for (const [m, mark] of series.marks.entries()) {
      const fill = look(mark.cell);
      const own = { sheet, scales, fill, fillOf: look, series: series.quiet ? 0 : s };
      (fill.quiet ? back : front).draw(mark, { ...own, role: `series[${s}].marks[${m}]` });
    }
  }
  return [...back.ink, ...front.ink];
}
