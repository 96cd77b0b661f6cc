import type { Box } from '../plate/plate.js';
import { boxSpots } from './marks/box.js';
import { groupSpots } from './marks/group.js';
import { type PanelScales, placeAt } from './panelScales.js';
import type { Sheet } from './sheet.js';

/** Where markers and lines of a panel stand on the page, for words that must keep off them. */
export interface Obstacles {
  /** How many places lie in a box. */
  within(box: Box): number;
}

const cell = 12;

/** The place for a block with the fewest marks under it; corners come first, and the top before the foot. */
export function emptiest(room: Box, width: number, height: number, obstacles: Obstacles): { box: Box; count: number } {
  let best: { box: Box; count: number } | undefined;
  for (const down of [...tries].map((step) => 1 - step)) {
    for (const right of tries) {
      const box = { x: room.x + right * room.width, y: room.y + down * room.height, width, height };
      const count = obstacles.within(box);
      if (count === 0) return { box, count };
      if (!best || count < best.count) best = { box, count };
    }
  }
  return best as { box: Box; count: number };
}

/** Steps of places tried along each side, from the corners inwards. */
const tries = [1, 0, 0.85, 0.15, 0.7, 0.3, 0.5];

/** A grid of the places that marks and words take, so that thousands of them are looked up fast. */
export function obstaclesOf(sheet: Sheet, scales: PanelScales, words: readonly Box[] = []): Obstacles {
  const grid = new Map<number, number[]>();
  const key = (column: number, row: number) => row * 100_000 + column;
  const add = (x: number, y: number) => {
    if (!Number.isFinite(x + y)) return;
    const at = key(Math.floor(x / cell), Math.floor(y / cell));
    const places = grid.get(at);
    if (places) places.push(x, y);
    else grid.set(at, [x, y]);
  };
  const place = (x: number, y: number) => [placeAt(scales.x, x), placeAt(scales.y, y)] as const;
  for (const mark of [...sheet.plan.series.flatMap(({ marks }) => marks), ...(sheet.plan.references ?? [])]) {
    if (mark.type === 'point') add(...place(mark.x, mark.y));
    if (mark.type === 'cloud')
      for (let i = 0; i < mark.xs.length; i += 1) add(...place(mark.xs[i] as number, mark.ys[i] as number));
    if (mark.type === 'bin' && mark.value > 0) {
      const middle = (mark.from + mark.to) / 2;
      for (let i = 0; i <= 8; i += 1) add(...place(middle, (mark.value * i) / 8));
    }
    if (mark.type === 'bar' || mark.type === 'interval') {
      for (const spot of groupSpots(sheet, scales, mark)) add(...spot);
    }
    if (mark.type === 'box') for (const spot of boxSpots(sheet, scales, mark).taken) add(...spot);
    if (mark.type !== 'line') continue;
    for (let i = 1; i < mark.xs.length; i += 1) {
      const [a, b] = [i - 1, i].map((j) => place(mark.xs[j] as number, mark.ys[j] as number)) as [
        readonly [number, number],
        readonly [number, number],
      ];
      const steps = Math.min(200, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / 3));
      for (let t = 0; t <= steps; t += 1) add(a[0] + ((b[0] - a[0]) * t) / steps, a[1] + ((b[1] - a[1]) * t) / steps);
    }
  }
  for (const { x, y, width, height } of words) {
    for (let i = 0; i <= 8; i += 1) {
      add(x + (width * i) / 8, y);
      add(x + (width * i) / 8, y + height);
    }
  }
  return {
    within(box) {
      let count = 0;
      for (let row = Math.floor(box.y / cell); row <= Math.floor((box.y + box.height) / cell); row += 1) {
        for (let column = Math.floor(box.x / cell); column <= Math.floor((box.x + box.width) / cell); column += 1) {
          const places = grid.get(key(column, row)) ?? [];
          for (let i = 0; i < places.length; i += 2) {
            const [x, y] = [places[i] as number, places[i + 1] as number];
            if (x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height) count += 1;
          }
        }
      }
      return count;
    },
  };
}
