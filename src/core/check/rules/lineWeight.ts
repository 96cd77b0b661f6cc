import { entryAt } from '../../at.js';
import type { PlateItem } from '../../plate/plate.js';
import { type RolePiece, roleOf, seriesOf } from '../../plate/role.js';
import { type Flaw, many, mendLook, rounded, rule } from '../rule.js';

const markers: readonly RolePiece[] = ['points', 'outliers', 'extremes', 'mean'];

const isMarker = (item: PlateItem): boolean => markers.includes(roleOf(item).piece);

/** The setting for the width of a line. */
function widthSetting(item: PlateItem): string {
  const { from } = item;
  if (/\.(grid|minorGrid|line)$|^(pointers|references|errorBars|fits)$/.test(from)) return `${from}.width`;
  if (seriesOf(item) === undefined || item.type === 'text') return from;
  if ('fill' in item && item.fill !== undefined) return isMarker(item) ? 'markers.edge' : 'bars.outline.width';
  return 'lines.width';
}

export const lineWeight = rule({
  name: 'line-weight',
  asks: 'Lines are neither too thin to print nor too thick.',
  measures: 'The width of every line in points, at the width of the figure in its document.',
  reason: 'Thinner than a quarter of a point a line breaks up in print; thick ones hide what lies beside them.',
  source: 'journals ask for 0.25 to 1.5 pt and more',
  severity: 'warning',
  limits: {
    least: { is: 'length', value: 0.25, what: 'The thinnest lines.' },
    most: { is: 'length', value: 8, what: 'The thickest lines.' },
  },
  finds({ items, placed, page }, { least, most }) {
    const kinds = new Map<string, { items: PlateItem[]; width: number; thin: boolean }>();
    for (const item of items) {
      const stroke = 'stroke' in item ? item.stroke : undefined;
      const width = (stroke?.width ?? 0) * placed;
      // Edges in the colour of the paper only separate marks.
      if (!stroke || width === 0 || stroke.color === page.paper || (width >= least - 1e-6 && width <= most + 1e-6))
        continue;
      const thin = width < least;
      const known = kinds.get(`${item.from} ${thin}`);
      kinds.set(`${item.from} ${thin}`, {
        items: [...(known?.items ?? []), item],
        width: thin ? Math.min(width, known?.width ?? width) : Math.max(width, known?.width ?? width),
        thin,
      });
    }
    return [...kinds.values()].map(({ items: own, width, thin }): Flaw => {
      const limit = thin ? least : most;
      const path = widthSetting(entryAt(own, 0));
      return {
        found: `${many(own.length, 'line')} ${own.length === 1 ? 'is' : 'are'} printed ${rounded(width, 2)} pt wide`,
        measured: { value: rounded(width, 3), unit: 'pt' },
        limit: { value: limit, unit: 'pt' },
        items: own,
        setting: path,
        ...(/\.(width|edge)$/.test(path)
          ? { mend: mendLook(path, `${Math.ceil((limit / placed) * 100) / 100}pt`) }
          : {}),
      };
    });
  },
  examples: {
    ok: [
      {
        says: 'A quarter of a point',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { grid: { width: 0.25pt } } }',
      },
    ],
    bad: [
      {
        says: 'Thinner than a quarter of a point',
        figure: 'chart: { kind: bar, category: bed, value: yield }\naxes: { value: { grid: { width: 0.2pt } } }',
      },
    ],
  },
});
