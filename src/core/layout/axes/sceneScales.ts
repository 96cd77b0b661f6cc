import { entryAt } from '../../at.js';
import { type NumberScale, position } from '../../scale/numberScale.js';
import type { Projection, Seen, SpacePoint } from '../../space/view.js';

export type SpaceAxis = 'x' | 'y' | 'z';
export const spaceAxes: readonly [SpaceAxis, SpaceAxis, SpaceAxis] = ['x', 'y', 'z'];

/** The scales of a scene: from data units into its box, centred at the origin, and from there to the page. */
export interface SceneScales {
  /** From data units to positions in the box, relative to its centre. */
  axes: Record<SpaceAxis, NumberScale>;
  projection: Projection;
  /** Points on the page for a length of 1 in the middle of the box. */
  unit: number;
  /** The ticks of the upright axis. */
  heights: readonly number[];
  /** Where the middle of the box is on the page. */
  middle: readonly [x: number, y: number];
}

/** The place in the box of values along its axes. */
export const inBox = ({ axes }: Pick<SceneScales, 'axes'>, [x, y, z]: SpacePoint): SpacePoint => [
  position(axes.x, x),
  position(axes.y, y),
  position(axes.z, z),
];

/** A place of the box on the page in points, with how near it is. */
export function onPage({ projection, unit, middle }: SceneScales, place: SpacePoint): Seen {
  const [x, y, near] = projection.see(place);
  return [middle[0] + x * unit, middle[1] + y * unit, near * unit];
}

/** Whether values lie within the limits of all axes. */
export const isInBox = ({ axes }: Pick<SceneScales, 'axes'>, values: SpacePoint): boolean =>
  spaceAxes.every((axis, i) => {
    const { low, high } = axes[axis];
    const slack = 1e-9 * (high - low);
    const value = entryAt(values, i);
    return value >= low - slack && value <= high + slack;
  });

/** The scene moved on its page. */
export const movedScene = (scene: SceneScales, dx: number, dy: number): SceneScales => ({
  ...scene,
  middle: [scene.middle[0] + dx, scene.middle[1] + dy],
});
