import type { Cell, LineRole, Mark, Plan, Series } from '../../chart/plan.js';
import type { PlateItem } from '../../plate/plate.js';
import { fillOf } from '../fills.js';
import type { Shape } from '../inkIndex.js';
import type { PanelScales } from '../panelScales.js';
import type { Sheet } from '../sheet.js';
import { band } from './band.js';
import { bar } from './bar.js';
import { bin } from './bin.js';
import { box } from './box.js';
import { cloud } from './cloud.js';
import { interval } from './interval.js';
import { line } from './line.js';
import type { LegendKey, MarkContext, MarkType } from './markType.js';
import { point } from './point.js';
import { slice } from './slice.js';

/** Every type of mark. A new one is a file of its own and a line here. */
const markTypes = { bar, interval, bin, point, cloud, line, band, slice, box } as const satisfies {
  [T in Mark['type']]: MarkType<Extract<Mark, { type: T }>>;
};

/** All that is known of the type of a mark. */
export const typeOf = (mark: Mark): MarkType<Mark> => markTypes[mark.type];

/** The marks of a panel, those of its series and its reference lines. */
const marksOf = ({ series, references = [] }: Plan): Mark[] => [...series.flatMap(({ marks }) => marks), ...references];

/** What all marks of a panel cover. */
export const shapesOf = (sheet: Sheet, scales: PanelScales): Shape[] =>
  marksOf(sheet.plan).flatMap((mark) => typeOf(mark).occupies(mark, sheet, scales));

/** The marks that stand for a series in a legend: its own, and one of another panel where it has none. */
const standing = ({ marks, sample }: Series): Mark[] => (sample ? [...marks, sample] : marks);

/** The key that stands for a series in a legend. */
export function keyOf(series: Series): LegendKey {
  const [mark] = standing(series);
  return mark ? typeOf(mark).key : 'fill';
}

/** What the line of a series is, and whether markers stand on it. */
export function lineKeyOf(series: Series): { as: LineRole; marked: boolean } {
  const marks = standing(series);
  const [as] = marks.flatMap((mark) => typeOf(mark).lineRole?.(mark) ?? []);
  return { as: as ?? 'series', marked: marks.some((mark) => typeOf(mark).key === 'marker') };
}

/** The ink of marks, layer by layer: what lies on top of one lies on top of all. */
class Layers {
  private readonly layers: PlateItem[][] = [];

  draw(mark: Mark, context: MarkContext): void {
    for (const [depth, ink] of typeOf(mark).ink(mark, context).entries()) {
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
