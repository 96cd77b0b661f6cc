import type { StemMark } from '../../chart/plan.js';
import { besideRole } from '../../plate/role.js';
import { straightLine } from '../axes/axisInk.js';
import { groupScales, held } from '../axes/panelScales.js';
import { lineInk } from '../ink/seen.js';
import { errorInk, errorSettings, errorShapes, groupAnchor, groupEdges, groupEnds, onCategories } from './group.js';
import { markerAt, markerSettings } from './markers.js';
import type { MarkType } from './markType.js';

const shownValue = ({ value, mirrored }: StemMark): number => (mirrored ? Math.abs(value) : value);

/** A thin line from its base to a marker at the value. A marker beyond the limits is not drawn. */
export const stem: MarkType<StemMark> = {
  ink(mark, context) {
    const { sheet, scales: panelScales, role, fill } = context;
    const scales = groupScales(panelScales);
    const [a, b] = groupEdges(sheet, scales, mark);
    const middle = (a + b) / 2;
    const [foot, tip] = [held(scales.values, mark.base), held(scales.values, mark.value)];
    const at = (place: number): [number, number] => (scales.vertical ? [middle, place] : [place, middle]);
    const stroke = { width: sheet.settings.lines.width, color: lineInk(sheet.settings, fill) };
    const line = straightLine({ role: `${role}.lines`, from: fill.from }, stroke, at(foot), at(tip));
    const { low, high } = scales.values;
    const marker = mark.value < low || mark.value > high ? [] : [markerAt(context, role, at(tip))];
    return [[line], errorInk(sheet, scales, mark, { role: besideRole(role, 'errors', 'same') }), marker];
  },
  ends: (mark, { direction }) => groupEnds(mark, direction),
  occupies(mark, sheet, panelScales) {
    const scales = groupScales(panelScales);
    const [a, b] = groupEdges(sheet, scales, mark);
    const middle = (a + b) / 2;
    const places = [held(scales.values, mark.base), held(scales.values, mark.value)];
    const radius = sheet.settings.markers.size / 2;
    const [low, length] = [Math.min(...places), Math.abs((places[0] as number) - (places[1] as number))];
    const box = scales.vertical
      ? { x: middle - radius, y: low, width: 2 * radius, height: length }
      : { x: low, y: middle - radius, width: length, height: 2 * radius };
    return [{ is: 'box', box }, ...errorShapes(sheet, scales, mark)];
  },
  anchor(mark, sheet, scales) {
    const anchor = groupAnchor(mark, sheet, scales, mark.base);
    const half = sheet.settings.markers.size / 2;
    return { ...anchor, value: shownValue(mark), least: anchor.least - half, greatest: anchor.greatest + half };
  },
  onCategories,
  value: shownValue,
  needsZero: true,
  overhang: () => 1,
  key: 'marker',
  uses: ({ interval }) => [
    'bars.share',
    'bars.widest',
    'bars.gap',
    'lines.width',
    'dataLabels',
    ...markerSettings,
    ...(interval ? errorSettings : []),
  ],
  accents: ['fill', 'marker', 'size', 'outline', 'opacity', 'label'],
};
