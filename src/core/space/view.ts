import { entryAt } from '../at.js';

/** A place in space: to the right, away from who looks, and upwards at a turn and a tilt of 0. */
export type SpacePoint = readonly [x: number, y: number, z: number];

/** A place, from what it is along each axis. */
export const placeBy = (along: (axis: 0 | 1 | 2) => number): SpacePoint => [along(0), along(1), along(2)];

/** A place as it is seen: right and down on the page, and how near it is, greater for what is nearer. */
export type Seen = readonly [x: number, y: number, near: number];

/** From where a scene is looked at, its middle at the origin. */
export interface View {
  /** Degrees by which the scene is turned about its upright axis, counter-clockwise as seen from above. */
  turn: number;
  /** Degrees by which the eye looks down on it; below 0 it looks up. */
  tilt: number;
  /** From the eye to the middle of the scene; left out: so far that all lines of sight are parallel. */
  distance?: number | undefined;
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** Sines and cosines of right angles are exact, so that what is seen edge-on has no width at all. */
function exact(value: number): number {
  for (const whole of [-1, 0, 1]) if (Math.abs(value - whole) < 1e-12) return whole;
  return value;
}

/** What a view does to places and directions. */
export class Projection {
  readonly view: View;
  /** The directions on the page and towards the eye, as rows: right, up, near. */
  private readonly right: SpacePoint;
  private readonly up: SpacePoint;
  private readonly toEye: SpacePoint;

  constructor(view: View) {
    this.view = view;
    const [cos, sin] = [exact(Math.cos(radians(view.turn))), exact(Math.sin(radians(view.turn)))];
    const [level, down] = [exact(Math.cos(radians(view.tilt))), exact(Math.sin(radians(view.tilt)))];
    this.right = [cos, -sin, 0];
    this.up = [sin * down, cos * down, level];
    this.toEye = [-sin * level, -cos * level, down];
  }

  /**
   * A place as it is seen. In a perspective view nearness is what sizes are multiplied by, distance / (distance − depth): along
   * straight lines and on planes it changes in proportion to the place on the page, as depth does in a parallel view.
   */
  see([x, y, z]: SpacePoint): Seen {
    const { right, up, toEye, view } = this;
    const across = x * right[0] + y * right[1] + z * right[2];
    const high = x * up[0] + y * up[1] + z * up[2];
    const near = x * toEye[0] + y * toEye[1] + z * toEye[2];
    if (view.distance === undefined) return [across, -high, near];
    const factor = view.distance / (view.distance - near);
    return [across * factor, -high * factor, factor];
  }

  /** By how much sizes at a place are seen larger than those in the middle; 1 in a parallel view. */
  sizeAt(place: SpacePoint): number {
    return this.view.distance === undefined ? 1 : this.see(place)[2];
  }

  /** How far a surface at a place, with a direction outwards, faces the eye: above 0 its outer side is seen. */
  facing(place: SpacePoint, outward: SpacePoint): number {
    const { toEye, view } = this;
    const straight = outward[0] * toEye[0] + outward[1] * toEye[1] + outward[2] * toEye[2];
    if (view.distance === undefined) return Math.abs(straight) < 1e-12 ? 0 : straight;
    const toPlace = outward[0] * place[0] + outward[1] * place[1] + outward[2] * place[2];
    const facing = straight * view.distance - toPlace;
    return Math.abs(facing) < 1e-12 ? 0 : facing;
  }
}

/** The views that have a name. */
export const namedViews = {
  corner: { turn: 35, tilt: 22 },
  front: { turn: 0, tilt: 0 },
  side: { turn: 90, tilt: 0 },
  above: { turn: 0, tilt: 90 },
} as const satisfies Record<string, View>;

/** The views that `bestView` looks through, those like the usual one first. */
const turns = Array.from({ length: 24 }, (_, i) => 35 + 15 * (i % 2 === 0 ? i / 2 : -(i + 1) / 2));
const tilts = [22, 30, 15, 40];
/** Each axis of a view has at least this share of its length on the page. */
const readable = 0.3;
/** Cells that a side of the box has on the page. */
const cells = 60;

/** The angle from 0 up to 360. */
export const wrapped = (degrees: number): number => ((degrees % 360) + 360) % 360;

/**
 * The view on which places hide each other least, among every 15 degrees of turn at four tilts from above: the one on which
 * they stand on the most different cells of a sixtieth of the box. On each the axes are readable: none is shorter on the page than
 * three tenths of its length. Between views that are as good, the one nearest to the usual one.
 *
 * @param places in a box with sides of about 1 about the origin
 */
export function bestView(places: readonly Float64Array[], distance?: number): View {
  const [xs, ys, zs] = [entryAt(places, 0), entryAt(places, 1), entryAt(places, 2)];
  let best: View = { ...namedViews.corner, distance };
  let most = -1;
  const side = 4 * cells;
  for (const tilt of tilts) {
    for (const turn of turns) {
      const view = { turn: wrapped(turn), tilt, distance };
      const projection = new Projection(view);
      const flat = new Projection({ turn: view.turn, tilt });
      const lengths = (
        [
          [1, 0, 0],
          [0, 1, 0],
          [0, 0, 1],
        ] as const
      ).map((axis) => Math.hypot(...flat.see(axis).slice(0, 2)));
      if (Math.min(...lengths) < readable) continue;
      const taken = new Uint8Array(side * side);
      let count = 0;
      for (let i = 0; i < xs.length; i += 1) {
        const [x, y] = projection.see([entryAt(xs, i), entryAt(ys, i), entryAt(zs, i)]);
        const column = Math.max(0, Math.min(side - 1, Math.round(x * cells) + side / 2));
        const row = Math.max(0, Math.min(side - 1, Math.round(y * cells) + side / 2));
        const at = row * side + column;
        if (taken[at] === 1) continue;
        taken[at] = 1;
        count += 1;
      }
      if (count > most) {
        most = count;
        best = view;
      }
    }
  }
  return best;
}
