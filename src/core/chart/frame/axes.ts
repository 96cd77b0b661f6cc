import type { AxisName } from '../../schema/look/names.js';
import type { AxisPlan, Plan } from '../plan.js';

/** The axes of a chart by their names: two on the page, or three in space. */
export const axesOf = ({ x, y, space }: Pick<Plan, 'x' | 'y' | 'space'>): [AxisName, AxisPlan][] =>
  space
    ? [
        ['x', space.axes.x],
        ['y', space.axes.y],
        ['z', space.axes.z],
      ]
    : [
        ['x', x],
        ['y', y],
      ];
