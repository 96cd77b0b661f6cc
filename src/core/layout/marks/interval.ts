import type { IntervalMark } from '../../chart/plan.js';
import { besideRole } from '../../plate/role.js';
import { groupScales, held } from '../axes/panelScales.js';
import { errorInk, errorSettings, errorShapes, groupAnchor, groupEdges, groupEnds, onCategories } from './group.js';
import { markerAt, markerSettings } from './markers.js';
import type { MarkType } from './markType.js';

/** A marker on its interval. A marker beyond the limits is not drawn. */
export const interval: MarkType<IntervalMark> = {
  ink(mark, context) {
    const { sheet, scales: panelScales, role } = context;
    const scales = groupScales(panelScales);
    const [a, b] = groupEdges(sheet, scales, mark);
    const middle = (a + b) / 2;
    const { low, high } = scales.values;
    const place = held(scales.values, mark.value);
    const [x, y] = scales.vertical ? [middle, place] : [place, middle];
    const marker = mark.value < low || mark.value > high ? [] : [markerAt(context, role, [x, y])];
    return [errorInk(sheet, scales, mark, { role: besideRole(role, 'errors', 'same') }), marker];
  },
  ends: (mark, { direction }) => groupEnds(mark, direction),
  occupies(mark, sheet, panelScales) {
    const scales = groupScales(panelScales);
    const { low, high } = scales.values;
    const [a, b] = groupEdges(sheet, scales, mark);
    const [across, along] = [(a + b) / 2, held(scales.values, mark.value)];
    const [x, y] = scales.vertical ? [across, along] : [along, across];
    const shown = mark.value >= low && mark.value <= high;
    const radius = sheet.settings.markers.size / 2;
    return [...(shown ? [{ is: 'disc', x, y, radius } as const] : []), ...errorShapes(sheet, scales, mark)];
  },
  anchor: (mark, sheet, scales) => groupAnchor(mark, sheet, scales, mark.value),
  onCategories,
  value: ({ value }) => value,
  needsZero: false,
  overhang: () => 1,
  key: 'marker',
  uses: ({ interval: own }) => [
    'bars.share',
    'bars.widest',
    'bars.gap',
    'dataLabels.show',
    'dataLabels.format',
    'dataLabels.percent',
    'dataLabels.rounding',
    ...markerSettings,
    ...(own ? errorSettings : []),
  ],
  accents: ['fill', 'marker', 'size', 'outline', 'opacity', 'label'],
};
