import type { Box } from '../../plate/plate.js';
import { mirroredBox } from '../ink/mirrored.js';
import type { AxisScale, PanelScales } from './panelScales.js';

const mirroredScale = (scale: AxisScale, width: number): AxisScale => ({
  ...scale,
  from: width - scale.from,
  to: width - scale.to,
});

/** A panel with its scales, seen in a mirror that stands beside a page of some width. */
export const mirroredPanel = ({ box, x, y }: { box: Box } & PanelScales, width: number) => ({
  box: mirroredBox(box, width),
  x: mirroredScale(x, width),
  y,
});
