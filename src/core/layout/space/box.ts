import { entryAt } from '../../at.js';
import type { Projection, SpacePoint } from '../../space/view.js';
import { placeBy } from '../../space/view.js';
import { type SpaceAxis, spaceAxes } from '../axes/sceneScales.js';

/** A wall of the box: across an axis, at its lower (−1) or upper (1) end. */
export interface Wall {
  axis: SpaceAxis;
  end: -1 | 1;
  /** Whether its inner side is seen, so that all that is in the box stands before it. */
  isBack: boolean;
}

/** An edge of the box along an axis, with the two walls that it joins. */
export interface Edge {
  axis: SpaceAxis;
  from: SpacePoint;
  to: SpacePoint;
  walls: readonly [Wall, Wall];
  /** Whether it is part of the outline of the box on the page. */
  isOutline: boolean;
}

const ends = [-1, 1] as const;
const others: Record<SpaceAxis, readonly [SpaceAxis, SpaceAxis]> = { x: ['y', 'z'], y: ['x', 'z'], z: ['x', 'y'] };

const placeAt = (at: Readonly<Partial<Record<SpaceAxis, number>>>): SpacePoint => [at.x ?? 0, at.y ?? 0, at.z ?? 0];

/** The walls of a box as they are seen. @param sides lengths of the box */
export function wallsOf(projection: Projection, sides: SpacePoint): Wall[] {
  return spaceAxes.flatMap((axis, i) =>
    ends.map((end): Wall => {
      const outward = placeBy((i) => (spaceAxes[i] === axis ? end : 0));
      const middle = placeBy((k) => (outward[k] * entryAt(sides, i)) / 2);
      return { axis, end, isBack: projection.facing(middle, outward) <= 0 };
    }),
  );
}

/** The edges of a box as they are seen. */
export function edgesOf(walls: readonly Wall[], sides: SpacePoint): Edge[] {
  const half = { x: sides[0] / 2, y: sides[1] / 2, z: sides[2] / 2 };
  const wall = (axis: SpaceAxis, end: -1 | 1) =>
    entryAt(
      walls.filter((own) => own.axis === axis && own.end === end),
      0,
    );
  return spaceAxes.flatMap((axis) => {
    const [first, second] = others[axis];
    return ends.flatMap((a) =>
      ends.map((b): Edge => {
        const at = { [first]: a * half[first], [second]: b * half[second] };
        const place = (end: number) => placeAt({ ...at, [axis]: end * half[axis] });
        const joined = [wall(first, a), wall(second, b)] as const;
        return { axis, from: place(-1), to: place(1), walls: joined, isOutline: joined[0].isBack !== joined[1].isBack };
      }),
    );
  });
}

/** The corners of a wall, in the order about it. */
export function cornersOf({ axis, end }: Wall, sides: SpacePoint): SpacePoint[] {
  const half = { x: sides[0] / 2, y: sides[1] / 2, z: sides[2] / 2 };
  const [first, second] = others[axis];
  return (
    [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ] satisfies [number, number][]
  ).map(([a, b]) =>
    placeAt({
      [axis]: end * half[axis],
      [first]: a * half[first],
      [second]: b * half[second],
    }),
  );
}

/** The line across a wall at a place along one of the axes that lie in it. */
export function lineAcross(wall: Wall, along: SpaceAxis, at: number, sides: SpacePoint): [SpacePoint, SpacePoint] {
  const half = { x: sides[0] / 2, y: sides[1] / 2, z: sides[2] / 2 };
  const [first, second] = others[wall.axis];
  const across = along === first ? second : first;
  const place = (end: number) =>
    placeAt({ [wall.axis]: wall.end * half[wall.axis], [along]: at, [across]: end * half[across] });
  return [place(-1), place(1)];
}
