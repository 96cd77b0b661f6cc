import { type DashedLine, dashed } from '../../color/dashes.js';
import type { Box, PathItem, PlateItem, RectItem } from '../../plate/plate.js';
import type { Typesetter } from '../words/typesetter.js';
import { hatch } from './hatch.js';
import type { Fill } from './looks.js';
import type { Point } from './point.js';
import { ringsOf, roundedRect, type Side } from './roundedRect.js';
import { groundOf, isSeen, lineInk, surfaceOf } from './seen.js';

/** Default width of an outline that an accent asks for, or that keeps a light fill visible. */
const plainOutline = 0.75;

/** The outline of a fill: that of the style with what an accent changes; a fill that would melt into its ground has one. */
function outlineOf({ settings }: Typesetter, fill: Fill): DashedLine | undefined {
  const { outline: accented } = fill;
  const { outline } = settings.bars;
  if (!accented) {
    if (outline.width > 0) return outline;
    const isPlain = fill.pattern === undefined;
    const isLost = isPlain && (fill.held || !isSeen('surface', surfaceOf(settings, fill), groundOf(settings)));
    return isLost ? { ...outline, width: plainOutline } : undefined;
  }
  const width = accented.width ?? (outline.width > 0 ? outline.width : plainOutline);
  if (width === 0) return undefined;
  const color = accented.color ?? outline.color;
  if (accented.dash !== undefined) return dashed(width, color, accented.dash);
  return { ...outline, width, color };
}

/** How a fill is drawn: in its colour, or as its pattern on paper with an outline that holds it together. */
export function fillLook(sheet: Typesetter, fill: Fill): { fill?: string; stroke?: DashedLine } {
  const outline = outlineOf(sheet, fill);
  if (fill.hollow) return outline ? { stroke: outline } : {};
  if (fill.pattern === undefined) return { fill: fill.color, ...(outline ? { stroke: outline } : {}) };
  const { width } = sheet.settings.patterns;
  const line = outline
    ? { ...outline, width: Math.max(outline.width, width) }
    : { width, color: lineInk(sheet.settings, fill) };
  return { fill: sheet.settings.paper, stroke: line };
}

/** The pattern of a fill in a shape, a second ring being a hole. */
export function patternInk(sheet: Typesetter, rings: Point[][], fill: Fill, role: string): PathItem[] {
  if (fill.pattern === undefined) return [];
  const look = { color: lineInk(sheet.settings, fill), ...sheet.settings.patterns };
  return hatch(rings, fill.pattern, look, { role: `${role}.pattern`, from: 'palette.patterns' });
}

/** A filled rectangle, its corners rounded at some sides where the style or an accent asks for it. */
export function barRect(
  sheet: Typesetter,
  { rect, rounded = [] }: { rect: Box; rounded?: readonly Side[] },
  fill: Fill,
  role: string,
): PlateItem[] {
  const look = fillLook(sheet, fill);
  const { bars } = sheet.settings;
  const radius = rounded.length > 0 ? (fill.corner ?? bars.corner) : 0;
  const opacity = fill.opacity ?? bars.opacity;
  const by = (look.stroke?.width ?? 0) / 2;
  const box = { x: rect.x - by, y: rect.y - by, width: rect.width + 2 * by, height: rect.height + 2 * by };
  if (radius === 0 && opacity === 1 && fill.pattern === undefined) {
    return [{ type: 'rect', role, from: fill.from, box, ...rect, ...look }];
  }
  const outline = roundedRect(rect, radius, rounded);
  const item: RectItem | PathItem =
    radius === 0 && opacity === 1
      ? { type: 'rect', role, from: fill.from, box, ...rect, ...look }
      : { type: 'path', role, from: fill.from, box, outline, ...look, ...(opacity < 1 ? { opacity } : {}) };
  return [item, ...patternInk(sheet, ringsOf(outline), fill, role)];
}
