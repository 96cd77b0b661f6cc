import { entryAt } from '../../at.js';
import type { Cell, LineMark, LineRole, Mark, Plan, Series } from '../../chart/plan.js';
import type { PlateItem, Shown } from '../../plate/plate.js';
import type { PanelScales } from '../axes/panelScales.js';
import { fillOf } from '../ink/fills.js';
import type { Shape } from '../ink/inkIndex.js';
import type { Fill } from '../ink/looks.js';
import type { Sheet } from '../sheet.js';
import { remembered } from '../trace.js';
import { band } from './band.js';
import { bar } from './bar.js';
import { bin } from './bin.js';
import { box } from './box.js';
import { cell } from './cell.js';
import { cloud } from './cloud.js';
import { interval } from './interval.js';
import { line } from './line.js';
import type { LegendKey, MarkContext, MarkType } from './markType.js';
import { point } from './point.js';
import { skin } from './skin.js';
import { slice } from './slice.js';
import { spots } from './spots.js';
import { stem } from './stem.js';
import { strut } from './strut.js';
import { tile } from './tile.js';
import { violin } from './violin.js';

/** All types of marks. To add one, write its file and add it here. */
const markTypes = {
  bar,
  stem,
  interval,
  bin,
  cell,
  tile,
  point,
  cloud,
  line,
  band,
  slice,
  box,
  spots,
  skin,
  strut,
  violin,
} as const satisfies {
  [T in Mark['type']]: MarkType<Extract<Mark, { type: T }>>;
};

/** The type of a mark. */
export const typeOf = (mark: Mark): MarkType<Mark> => markTypes[mark.type];

/** The marks of a panel, those of its series and its reference lines. */
const marksOf = ({ series, references = [], space }: Plan): Mark[] => [
  ...series.flatMap(({ marks }) => marks),
  ...references,
  ...(space?.common ?? []),
];

/** The area that all marks of a panel cover. */
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
export function lineKeyOf(series: Series, { settings }: Pick<Sheet, 'settings'>): { as: LineRole; marked: boolean } {
  const marks = standing(series);
  const [as] = marks.flatMap((mark) => typeOf(mark).lineRole?.(mark) ?? []);
  // A marker of its own shape is no key to the others.
  const isShown = (mark: Mark) =>
    mark.type !== 'point' || (mark.shape === undefined && (settings.lines.markers || mark.onLine === undefined));
  return { as: as ?? 'series', marked: marks.some((mark) => typeOf(mark).key === 'marker' && isShown(mark)) };
}

/** What of the data a mark shows; none for one that stands for no variable. */
function shownBy(mark: Mark, { value }: MarkType<Mark>): Shown | undefined {
  const shown = value?.(mark);
  if (shown === undefined && Object.keys(mark.cell).length === 0) return undefined;
  return { of: mark.cell, ...(shown === undefined ? {} : { value: shown }) };
}

/** A mark to be drawn, with what it is drawn with once its fill is known. */
interface Drawing {
  mark: Mark;
  context(): MarkContext;
}

/**
 * The ink of marks, layer by layer: the top layer of one is above all other marks. Marks that stand back are under the others.
 */
class Layers {
  private readonly back: PlateItem[][] = [];
  private readonly front: PlateItem[][] = [];
  private readonly sheet: Sheet;
  private readonly scales: PanelScales;

  constructor(sheet: Sheet, scales: PanelScales) {
    this.sheet = sheet;
    this.scales = scales;
  }

  draw({ mark, context }: Drawing, isBack = false): void {
    const type = typeOf(mark);
    const shows = shownBy(mark, type);
    let layers = isBack ? this.back : this.front;
    const depths: number[] = [];
    const items = remembered(
      this.sheet,
      () => {
        const given = context();
        if (given.fill.quiet) layers = this.back;
        return type.ink(mark, given).flatMap((ink, depth) => {
          for (const _ of ink) depths.push(depth);
          return ink;
        });
      },
      this.scales,
    );
    for (const [i, item] of items.entries()) {
      const depth = entryAt(depths, i);
      for (let deeper = layers.length; deeper <= depth; deeper += 1) layers.push([]);
      if (shows && !item.shows) item.shows = shows;
      layers[depth]?.push(item);
    }
  }

  get ink(): PlateItem[] {
    return [...this.back, ...this.front].flat();
  }
}

/** The colour of a reference line: its own, or that of the style. */
export function referenceFill({ settings, colors }: Sheet, { as, look }: LineMark, i: number): Fill {
  const color = look?.color === undefined ? undefined : colors.read(look.color);
  if (as === 'further') {
    return color === undefined
      ? { color: settings.errorBars.color, from: 'errorBars.color' }
      : { color, from: 'chart.further.color' };
  }
  if (color !== undefined) return { color: color, from: `chart.references.${i}.color` };
  return { color: settings.references.color, from: 'references.color' };
}

/** The ink of all marks. */
export function marksInk(sheet: Sheet, scales: PanelScales): PlateItem[] {
  const layers = new Layers(sheet, scales);
  for (const [i, mark] of (sheet.plan.references ?? []).entries()) {
    const context = () => {
      const fill = referenceFill(sheet, mark, i);
      return { sheet, scales, fill, fillOf: () => fill, series: 0, role: `references[${i}]` };
    };
    layers.draw({ mark, context }, mark.as !== 'further');
  }
  for (const [s, series] of sheet.plan.series.entries()) {
    const look = (cell: Cell) => fillOf(sheet, series, s, cell);
    for (const [m, mark] of series.marks.entries()) {
      const context = { sheet, scales, fillOf: look, series: series.quiet ? 0 : s, role: `series[${s}].marks[${m}]` };
      layers.draw({ mark, context: () => ({ ...context, fill: look(mark.cell) }) });
    }
  }
  return layers.ink;
}
