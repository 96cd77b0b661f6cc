import type { SliceMark } from '../../chart/plan.js';
import type { Box, PathItem } from '../../plate/plate.js';
import type { Outline } from '../../type/outline.js';
import { panelOf } from '../axes/panelScales.js';
import { type Circle, onCircle, withRadius } from '../ink/circle.js';
import { fillLook, patternInk } from '../ink/fillInk.js';
import type { Point } from '../ink/point.js';
import { ringsOf } from '../ink/roundedRect.js';
import { groundOf, isSeen, sliceColor } from '../ink/seen.js';
import type { MarkType } from './markType.js';
import { pieCircle } from './sliceLabels.js';

const turn = 2 * Math.PI;

/** An arc as cubic curves, each at most an eighth of the turn, without its first place. */
function arc({ cx, cy, radius }: Circle, from: number, to: number): number[] {
  const parts = Math.max(1, Math.ceil(Math.abs(to - from) * 8));
  const step = (to - from) / parts;
  const handle = (4 / 3) * Math.tan((turn * step) / 4) * radius;
  return Array.from({ length: parts }, (_, i) => {
    const [a, b] = [turn * (from + i * step), turn * (from + (i + 1) * step)];
    const [x1, y1] = [cx + radius * Math.sin(a), cy - radius * Math.cos(a)];
    const [x2, y2] = [cx + radius * Math.sin(b), cy - radius * Math.cos(b)];
    return [
      x1 + handle * Math.cos(a),
      y1 + handle * Math.sin(a),
      x2 - handle * Math.cos(b),
      y2 - handle * Math.sin(b),
      x2,
      y2,
    ];
  }).flat();
}

/** The outline of a slice, or of a ring where it is the whole turn. */
function sliceOutline(circle: Circle, hole: number, from: number, to: number): Outline {
  const within = withRadius(circle, hole);
  const outer = arc(circle, from, to);
  const inner = hole > 0 ? arc(within, to, from) : [];
  const [start, back] = [onCircle(circle, from), onCircle(within, to)];
  const curves = (points: number[]) => 'C'.repeat(points.length / 6);
  if (to - from > 1 - 1e-9) {
    const rest = hole > 0 ? { commands: `M${curves(inner)}Z`, coordinates: [...back, ...inner] } : undefined;
    return {
      commands: `M${curves(outer)}Z${rest?.commands ?? ''}`,
      coordinates: [...start, ...outer, ...(rest?.coordinates ?? [])],
    };
  }
  return { commands: `M${curves(outer)}L${curves(inner)}Z`, coordinates: [...start, ...outer, ...back, ...inner] };
}

/** Slices of a circle, or of a ring, with a line in the colour of the paper between them. */
export const slice: MarkType<SliceMark> = {
  ink(mark, { sheet, scales, fill, role }) {
    const circle = pieCircle(sheet, panelOf(scales));
    const { cx, cy, radius } = circle;
    if (mark.to <= mark.from || radius <= 0) return [];
    const [from, to] = [mark.start + mark.from, mark.start + mark.to];
    const { edge } = sheet.settings.slices;
    const half = edge / 2;
    const box: Box = {
      x: cx - radius - half,
      y: cy - radius - half,
      width: 2 * radius + edge,
      height: 2 * radius + edge,
    };
    const item: PathItem = {
      type: 'path',
      role,
      from: fill.from,
      box,
      outline: sliceOutline(circle, radius * mark.hole, from, to),
      ...(fill.pattern === undefined &&
      !fill.outline &&
      !fill.hollow &&
      !fill.held &&
      isSeen('surface', sliceColor(sheet.settings, fill), groundOf(sheet.settings))
        ? { fill: fill.color, ...(edge > 0 ? { stroke: { width: edge, color: sheet.settings.paper } } : {}) }
        : fillLook(sheet, { ...fill, opacity: fill.opacity ?? 1 })),
      ...(fill.opacity === undefined ? {} : { opacity: fill.opacity }),
    };
    return [[item, ...patternInk(sheet, ringsOf(item.outline), fill, role)]];
  },
  ends: () => ({ x: [], y: [] }),
  occupies(mark, sheet, scales) {
    const circle = pieCircle(sheet, panelOf(scales));
    const [from, to] = [mark.start + mark.from, mark.start + mark.to];
    const steps = Math.max(2, Math.ceil((to - from) * 48));
    const along = (r: number): Point[] =>
      Array.from({ length: steps + 1 }, (_, i) => onCircle(withRadius(circle, r), from + ((to - from) * i) / steps));
    return [{ is: 'area', points: [...along(circle.radius), ...along(circle.radius * mark.hole).reverse()] }];
  },
  value: ({ value }) => value,
  needsZero: false,
  secondCue: 'patterns',
  part: ({ value }) => ({ of: 'all', value, isShare: true }),
  overhang: () => 0,
  key: 'fill',
  uses: () => ['slices', 'dataLabels.format', 'dataLabels.percent', 'dataLabels.rounding'],
  accents: ['fill', 'pattern', 'outline', 'opacity', 'label'],
};
