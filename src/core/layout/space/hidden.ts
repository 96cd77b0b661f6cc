import type { Marker } from '../../space/order.js';

/** Cells to the radius of the smallest marker. */
const fineness = 4;

/**
 * Markers that are seen at least in part: of opaque discs those that nearer ones do not cover whole. A place is held for covered
 * only where a nearer disc covers its whole cell of a grid, so that nothing is lost that shows.
 *
 * @param markers from the farthest to the nearest
 */
export function withoutHidden<M extends Marker>(markers: readonly M[]): M[] {
  let [least, left, top, right, bottom] = [Infinity, Infinity, Infinity, -Infinity, -Infinity];
  for (const { radius, at } of markers) {
    least = Math.min(least, radius);
    left = Math.min(left, at[0] - radius);
    top = Math.min(top, at[1] - radius);
    right = Math.max(right, at[0] + radius);
    bottom = Math.max(bottom, at[1] + radius);
  }
  const side = Math.max(0.2, least / fineness);
  const columns = Math.ceil((right - left) / side) + 1;
  const covered = new Uint8Array(columns * (Math.ceil((bottom - top) / side) + 1));
  const kept: M[] = [];
  for (let i = markers.length - 1; i >= 0; i -= 1) {
    const marker = markers[i] as M;
    const { at, radius } = marker;
    const [x, y, square] = [at[0] - left, at[1] - top, radius * radius];
    const last = Math.floor((y + radius) / side);
    let isSeen = false;
    for (let row = Math.floor((y - radius) / side); row <= last; row += 1) {
      const [above, below] = [row * side - y, (row + 1) * side - y];
      const near = Math.max(above, Math.min(below, 0));
      if (near * near >= square) continue;
      // The cells of the row that the disc touches, and among them those that it covers whole.
      const half = Math.sqrt(square - near * near);
      const far = Math.max(-above, below);
      const inner = far * far < square ? Math.sqrt(square - far * far) : 0;
      const [first, end] = [Math.ceil((x - inner) / side), Math.floor((x + inner) / side)];
      const start = row * columns;
      for (let column = Math.floor((x - half) / side); column <= (x + half) / side; column += 1) {
        if (covered[start + column] === 1) continue;
        isSeen = true;
        if (column >= first && column < end) covered[start + column] = 1;
      }
    }
    if (isSeen) kept.push(marker);
  }
  return kept.reverse();
}
