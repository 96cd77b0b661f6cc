import type { Marker } from '../../space/order.js';

/** Cells to the radius of the smallest marker. */
const fineness = 4;

/** The bits of a word from one place to another, as far as they lie in it. */
function bits(from: number, to: number): number {
  const [low, high] = [Math.max(0, from), Math.min(31, to)];
  return low > high ? 0 : (-1 << low) & (-1 >>> (31 - high));
}

/** The cells of a grid that nearer discs cover whole, a bit for each, so that many of a row are looked at and covered at once. */
class Covered {
  private readonly left: number;
  private readonly top: number;
  private readonly side: number;
  /** Words to a row. */
  private readonly words: number;
  private readonly cells: Int32Array;

  constructor(markers: readonly Marker[]) {
    let [least, left, top, right, bottom] = [Infinity, Infinity, Infinity, -Infinity, -Infinity];
    for (const { radius, at } of markers) {
      least = Math.min(least, radius);
      left = Math.min(left, at[0] - radius);
      top = Math.min(top, at[1] - radius);
      right = Math.max(right, at[0] + radius);
      bottom = Math.max(bottom, at[1] + radius);
    }
    this.left = left;
    this.top = top;
    this.side = Math.max(0.2, least / fineness);
    this.words = Math.ceil((right - left) / this.side / 32) + 1;
    this.cells = new Int32Array(this.words * (Math.ceil((bottom - top) / this.side) + 1));
  }

  /** Covers what a disc covers; gives whether any of it was seen before. */
  add({ at, radius }: Marker): boolean {
    const { side } = this;
    const x = at[0] - this.left;
    const y = at[1] - this.top;
    const square = radius * radius;
    const last = Math.floor((y + radius) / side);
    let isSeen = false;
    for (let row = Math.floor((y - radius) / side); row <= last; row += 1) {
      const above = row * side - y;
      const below = above + side;
      const near = Math.max(above, Math.min(below, 0));
      if (near * near >= square) continue;
      // The cells of the row that the disc touches, and among them those that it covers whole.
      const half = Math.sqrt(square - near * near);
      const far = Math.max(-above, below);
      const inner = far * far < square ? Math.sqrt(square - far * far) : 0;
      const from = Math.floor((x - half) / side);
      const to = Math.floor((x + half) / side);
      const first = Math.ceil((x - inner) / side);
      const end = Math.floor((x + inner) / side) - 1;
      for (let word = from >> 5; word <= to >> 5; word += 1) {
        const start = word << 5;
        const cell = row * this.words + word;
        const here = this.cells[cell] as number;
        if ((bits(from - start, to - start) & ~here) === 0) continue;
        isSeen = true;
        if (end >= first) this.cells[cell] = here | bits(first - start, end - start);
      }
    }
    return isSeen;
  }
}

/**
 * Markers that are seen at least in part: of opaque discs those that nearer ones do not cover whole. A place is held for covered
 * only where a nearer disc covers its whole cell of a grid, so that nothing is lost that shows.
 *
 * @param markers from the farthest to the nearest
 */
export function withoutHidden<M extends Marker>(markers: readonly M[]): M[] {
  const covered = new Covered(markers);
  return markers
    .toReversed()
    .filter((marker) => covered.add(marker))
    .reverse();
}
