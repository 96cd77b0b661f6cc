import { entryAt } from '../../at.js';
import { chartSetting } from '../../chart/kinds.js';
import type { AxisScale } from '../../layout/axes/panelScales.js';
import { typeOf } from '../../layout/marks/marks.js';
import type { PlateItem } from '../../plate/plate.js';
import { roleOf, seriesOf } from '../../plate/role.js';
import type { Subject } from '../measure/subject.js';
import { mendMeaning, rounded, rule } from '../rule.js';

/** Middles and radii of the markers of single cases, in the order in which they are drawn. */
interface Spots {
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

/** Markers whose middle lies so near that of a later one, in radii, are hidden by it. */
const near = 0.35;

/** The markers that lie under later ones. */
function hiddenIn({ xs, ys, radii, items }: Spots): PlateItem[] {
  const side = Math.max(
    0.5,
    radii.reduce((most, radius) => Math.max(most, radius), 0),
  );
  const cells = new Map<string, number[]>();
  const cellAt = (x: number, y: number) => `${Math.floor(x / side)} ${Math.floor(y / side)}`;
  const hidden: PlateItem[] = [];
  // From the last drawn back: what is in the cells was drawn later.
  for (let i = xs.length - 1; i >= 0; i -= 1) {
    const [x, y, radius] = [entryAt(xs, i), entryAt(ys, i), entryAt(radii, i)];
    let isHidden = false;
    for (const dx of [-side, 0, side])
      for (const dy of [-side, 0, side])
        isHidden ||= (cells.get(cellAt(x + dx, y + dy)) ?? []).some(
          (k) =>
            entryAt(radii, k) >= radius * 0.95 && Math.hypot(entryAt(xs, k) - x, entryAt(ys, k) - y) <= near * radius,
        );
    if (isHidden) hidden.push(entryAt(items, i));
    const own = cells.get(cellAt(x, y));
    if (own) own.push(i);
    else cells.set(cellAt(x, y), [i]);
  }
  return hidden;
}

/** Cases with a marker within the limits of the axes: of thousands on one spot of ink a single one is drawn. */
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
        let own = count;
        for (let i = 0; i < Math.max(xs.length, ys.length); i += 1) if (isIn(x, xs[i]) && isIn(y, ys[i])) own += 1;
        return own;
      }, 0);
    return sum + inPanel;
  }, 0);
}

/** What else shows many cases, in the words of the kind. */
const advice: Readonly<Record<string, string>> = {
  scatter: '"overlap: count", by which larger markers stand for several cases; or smaller or lighter ones',
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
    // Counted markers say how many they stand for, and in space the nearer hides the farther.
    if (plans.some(({ space, sizes }) => space ?? sizes) || chartSetting(figure.chart, 'overlap') === 'count')
      return [];
    const spots = spotsOf(subject);
    const hidden = hiddenIn(spots);
    const cases = Math.max(spots.xs.length, casesIn(subject));
    const count = cases - (spots.xs.length - hidden.length);
    const percent = (100 * count) / cases;
    if (cases < 10 || percent <= share) return [];
    return [
      {
        found: `${count} of ${cases} markers lie under others, and nothing says how many`,
        expected: advice[figure.chart.kind] ?? 'fewer, smaller or lighter markers',
        measured: { value: rounded(percent), unit: '%' },
        limit: { value: share, unit: '%' },
        items: [...new Set(hidden)],
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
