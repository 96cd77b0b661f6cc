import type { Box } from '../../plate/plate.js';
import { movedBox } from '../ink/moved.js';
import type { AxisScale, PanelScales } from './panelScales.js';
import { movedScene } from './sceneScales.js';

/** A scale moved on the page. */
const movedScale = (scale: AxisScale, by: number): AxisScale => ({
  ...scale,
  from: scale.from + by,
  to: scale.to + by,
});

/** A panel moved on the page with its scales. */
export const movedPanel = ({ box, x, y, space }: { box: Box } & PanelScales, dx: number, dy: number) => ({
  box: movedBox(box, dx, dy),
  x: movedScale(x, dx),
  y: movedScale(y, dy),
  ...(space ? { space: movedScene(space, dx, dy) } : {}),
});
