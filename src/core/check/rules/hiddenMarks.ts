import { entryAt, numberAt } from '../../at.js';
import { chartSetting } from '../../chart/kinds.js';
import type { AxisScale } from '../../layout/axes/panelScales.js';
import { typeOf } from '../../layout/marks/marks.js';
import type { PlateItem } from '../../plate/plate.js';
import { roleOf, seriesOf } from '../../plate/role.js';
import type { Subject } from '../measure/subject.js';
import { mendMeaning, rounded, rule } from '../rule.js';

/** Centres and radii of the markers of single cases, in drawing order. */
export interface Spots {
  xs: number[];
  ys: number[];
  radii: number[];
  items: PlateItem[];
}

const isCase = (item: PlateItem): boolean => seriesOf(item) !== undefined && roleOf(item).piece === 'points';

function spotsOf({ items }: Subject): Spots {
  const spots: Spots = { xs: [], ys: [], radii: [], items: [] };
  const add = (x: number, y: number, radius: number, item: PlateItem) => {
    spots.xs.push(x);
    spots.ys.push(y);
    spots.radii.push(radius);
    spots.items.push(item);
  };
  for (const item of items) {
    if (item.type === 'markers' && seriesOf(item) !== undefined) {
      const radius = (item.round ?? 4) / 2;
      for (let i = 0; i < item.xs.length; i += 1) add(entryAt(item.xs, i), entryAt(item.ys, i), radius, item);
    } else if (item.type === 'path' && isCase(item)) {
      const { x, y, width, height } = item.box;
      add(x + width / 2, y + height / 2, Math.min(width, height) / 2, item);
    }
  }
  return spots;
}

/** A marker is hidden if the centre of a later one is nearer than this, in radii. */
const near = 0.35;

/** How many cells away, at most, the largest marker is searched for. */
const mostSteps = 8;

/** Drawn markers, indexed by the position of their centres. */
class Drawn {
  private readonly spots: Spots;
  private readonly side: number;
  private readonly from: { x: number; y: number };
  private readonly across: number;
  /** For each cell its last marker; for each marker the previous one in its cell, and the largest radius so far. */
  private readonly last = new Map<number, number>();
  private readonly before: Int32Array;
  private readonly largest: Float64Array;

  constructor(spots: Spots) {
    const { xs, ys, radii } = spots;
    this.spots = spots;
    // So large that only the cells around need to be searched. With much larger markers around, cells are larger, as those
    // would have to search too many.
    const smallest = radii.reduce((all, radius) => Math.min(all, radius), 1000);
    const largest = radii.reduce((all, radius) => Math.max(all, radius), 0.1);
    this.side = near * Math.max(smallest, largest / mostSteps);
    const least = (values: readonly number[]) => values.reduce((all, value) => Math.min(all, value), 0);
    this.from = { x: least(xs), y: least(ys) };
    this.across = 1 + Math.ceil((ys.reduce((all, y) => Math.max(all, y), 0) - this.from.y) / this.side);
    this.before = new Int32Array(xs.length);
    this.largest = new Float64Array(xs.length);
  }

  private cell(i: number): [across: number, down: number] {
    const { xs, ys } = this.spots;
    return [
      Math.floor((numberAt(xs, i) - this.from.x) / this.side),
      Math.floor((numberAt(ys, i) - this.from.y) / this.side),
    ];
  }

  add(i: number): void {
    const [x, y] = this.cell(i);
    const at = x * this.across + y;
    const before = this.last.get(at) ?? -1;
    this.last.set(at, i);
    this.before[i] = before;
    this.largest[i] = Math.max(numberAt(this.spots.radii, i), before < 0 ? 0 : numberAt(this.largest, before));
  }

  /** Whether the centre of a marker of at least about the same size is near. */
  covers(i: number): boolean {
    const [x, y] = this.cell(i);
    // Where thousands coincide, the first look finds one.
    if (this.isCoveredFrom(this.last.get(x * this.across + y), i)) return true;
    const reach = Math.ceil((near * numberAt(this.spots.radii, i)) / this.side);
    for (let column = Math.max(0, x - reach); column <= x + reach; column += 1)
      for (let row = Math.max(0, y - reach); row <= Math.min(this.across - 1, y + reach); row += 1)
        if (this.isCoveredFrom(this.last.get(column * this.across + row), i)) return true;
    return false;
  }

  /** Whether one of the markers of a cell covers another. Those before the last one that is as large are smaller. */
  private isCoveredFrom(last: number | undefined, i: number): boolean {
    if (last === undefined) return false;
    const { xs, ys, radii } = this.spots;
    const [x, y, least] = [numberAt(xs, i), numberAt(ys, i), numberAt(radii, i) * 0.95];
    const reach = near * numberAt(radii, i);
    for (let k = last; k >= 0 && numberAt(this.largest, k) >= least; k = numberAt(this.before, k)) {
      const [dx, dy] = [numberAt(xs, k) - x, numberAt(ys, k) - y];
      const isAt = Math.abs(dx) <= reach && Math.abs(dy) <= reach && numberAt(radii, k) >= least;
      if (isAt && Math.hypot(dx, dy) <= reach) return true;
    }
    return false;
  }
}

/** How many markers are hidden by later ones, and the items they belong to. */
export function hiddenIn(spots: Spots): { count: number; items: PlateItem[] } {
  const drawn = new Drawn(spots);
  const items = new Set<PlateItem>();
  let count = 0;
  // From last to first: those already in the index were drawn later.
  for (let i = spots.xs.length - 1; i >= 0; i -= 1) {
    if (drawn.covers(i)) {
      count += 1;
      items.add(entryAt(spots.items, i));
    }
    drawn.add(i);
  }
  return { count, items: [...items] };
}

/** Cases with a marker inside the limits of the axes. Of thousands that coincide, only one is drawn. */
function casesIn({ plans, panels, items }: Subject): number {
  if (!items.some((item) => item.type === 'markers' && seriesOf(item) !== undefined)) return 0;
  return plans.reduce((sum, plan, at) => {
    const { x, y } = panels[at] ?? {};
    const isIn = (scale: AxisScale | undefined, value: number | undefined) =>
      scale?.shows !== 'value' ||
      value === undefined ||
      (value >= Math.min(scale.low, scale.high) && value <= Math.max(scale.low, scale.high));
    const inPanel = plan.series
      .flatMap(({ marks }) => marks)
      .reduce((count, mark) => {
        if (!typeOf(mark).isMany || plan.space) return count;
        const { x: xs, y: ys } = typeOf(mark).ends(mark, plan);
        let left = count;
        for (let i = 0; i < Math.max(xs.length, ys.length); i += 1) if (isIn(x, xs[i]) && isIn(y, ys[i])) left += 1;
        return left;
      }, 0);
    return sum + inPanel;
  }, 0);
}

/** What the kind of chart suggests for many cases. */
const advice: Readonly<Record<string, string>> = {
  scatter:
    '"overlap: count", by which larger markers stand for several cases; of thousands "overlap: cells", which counts them in a grid; or smaller or lighter ones',
  points:
    '"overlap: count", by which larger markers stand for several cases; a box plot; or smaller or lighter markers',
};

export const hiddenMarks = rule({
  name: 'hidden-marks',
  asks: 'Markers of cases do not hide each other.',
  measures:
    'Of the markers as drawn, how many lie under a later one: their middles nearer than a third of a radius. Those that let ink through are counted alike, for three and thirty look the same.',
  reason:
    'A reader counts what is seen: where one marker stands for forty cases, the figure shows another distribution.',
  source: 'good practice',
  severity: 'warning',
  limits: { share: { is: 'number', value: 15, unit: '%', what: 'The largest share of markers that are hidden.' } },
  finds(subject, { share }) {
    const { plans, figure } = subject;
    // Counted markers show how many they stand for; in space, nearer markers hide farther ones.
    // Ranked ones stand one at each rank: they are counted along the axis.
    const isRanked = plans.some(({ series }) =>
      series.some(({ marks }) => marks.some((mark) => mark.type === 'cloud' && mark.ranked)),
    );
    if (
      isRanked ||
      plans.some(({ space, sizes }) => space ?? sizes) ||
      chartSetting(figure.chart, 'overlap') === 'count'
    )
      return [];
    const spots = spotsOf(subject);
    const hidden = hiddenIn(spots);
    const cases = Math.max(spots.xs.length, casesIn(subject));
    const count = cases - (spots.xs.length - hidden.count);
    const percent = (100 * count) / cases;
    if (cases < 10 || percent <= share) return [];
    return [
      {
        found: `${count} of ${cases} markers lie under others, and nothing says how many`,
        expected: advice[figure.chart.kind] ?? 'fewer, smaller or lighter markers',
        measured: { value: rounded(percent), unit: '%' },
        limit: { value: share, unit: '%' },
        items: hidden.items,
        setting: 'chart.kind',
        ...(Object.hasOwn(advice, figure.chart.kind) ? { mend: mendMeaning('chart.overlap', 'count') } : {}),
      },
    ];
  },
  examples: {
    ok: [
      { says: 'Cases that stand apart', figure: 'chart: { kind: scatter, x: water, y: yield }' },
      {
        says: 'Markers that say how many they stand for',
        figure:
          'chart: { kind: scatter, x: experience, y: satisfaction, overlap: count }\ncodebook: { variables: { experience: { label: Experience, measure: numeric }, satisfaction: { label: Satisfaction, measure: numeric, missing: [9] } } }',
      },
    ],
    bad: [
      {
        says: 'Whole numbers on whole numbers',
        figure:
          'codebook: { variables: { experience: { label: Experience, measure: numeric }, satisfaction: { label: Satisfaction, measure: numeric, missing: [9] } } }\nchart: { kind: scatter, x: experience, y: satisfaction }',
      },
    ],
  },
});
