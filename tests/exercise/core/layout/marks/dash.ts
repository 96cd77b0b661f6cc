import type { Mark } from '../../chart/plan.js';
import { straightLine } from '../axes/axisInk.js';
import { groupScales, held, type PanelScales } from '../axes/panelScales.js';
import type { Point } from '../ink/point.js';
import type { Typesetter } from '../words/typesetter.js';
import { groupEdges, onCategories } from './group.js';
import type { MarkType } from './markType.js';

type DashMark = Extract<Mark, { type: 'dash' }>;

/** The ends of a dash on the page. */
function ends(mark: DashMark, sheet: Typesetter, panelScales: PanelScales): [Point, Point] {
  const scales = groupScales(panelScales);
  const [a, b] = groupEdges(sheet, scales, mark);
  const middle = (a + b) / 2;
  const half = sheet.settings.dashes.length / 2;
  const y = held(scales.values, mark.value);
  return [
    [middle - half, y],
    [middle + half, y],
  ];
}

/** A dash at a value. */
export const dash: MarkType<DashMark> = {
  ink(mark, { sheet, scales, fill, role }) {
    const [from, to] = ends(mark, sheet, scales);
    return [[straightLine({ role, from: fill.from }, { width: 1, color: fill.color }, from, to)]];
  },
  ends: ({ value }) => ({ x: [], y: [value] }),
  occupies: (mark, sheet, scales) => [{ is: 'line', points: ends(mark, sheet, scales), half: 0.5 }],
  onCategories,
  value: ({ value }) => value,
  needsZero: false,
  overhang: () => 0,
  key: 'line',
  uses: () => ['dashes', 'bars.share', 'bars.gap', 'bars.widest'],
  accents: ['fill'],
};
