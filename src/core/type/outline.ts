import { entryAt, lastOf } from '../at.js';
/**
 * A shape as a list of drawing commands: `M` move, `L` line, `Q` quadratic, `C` cubic, `Z` close.
 * `commands` holds one letter for each command, `coordinates` their points in turn, x before y:
 * two numbers for `M` and `L`, four for `Q`, six for `C`, none for `Z`.
 */
export interface Outline {
  commands: string;
  coordinates: number[];
}

/** How many numbers each command takes. */
export const arity = { M: 2, L: 2, Q: 4, C: 6, Z: 0 } as const;

export type Command = keyof typeof arity;

/** Calls `visit` for each command of an outline with the index of its first coordinate. */
export function eachCommand(outline: Outline, visit: (command: Command, at: number) => void): void {
  let at = 0;
  for (const command of outline.commands as Iterable<Command>) {
    visit(command, at);
    at += arity[command];
  }
}

type Pair = readonly [x: number, y: number];

/** The outline moved, scaled and mirrored: x' = x·scaleX + dx, y' = y·scaleY + dy. */
export function placed(outline: Outline, [scaleX, scaleY]: Pair, [dx, dy]: Pair): Outline {
  const coordinates = outline.coordinates.map((v, i) => (i % 2 === 0 ? v * scaleX + dx : v * scaleY + dy));
  return { commands: outline.commands, coordinates };
}

/** The same shape without quadratic curves: each is a cubic one with its controls two thirds of the way, which is exact. */
export function withoutQuadratics(outline: Outline): Outline {
  if (!outline.commands.includes('Q')) return outline;
  const coordinates: number[] = [];
  let [x, y, startX, startY] = [0, 0, 0, 0];
  eachCommand(outline, (command, at) => {
    const p = outline.coordinates.slice(at, at + arity[command]);
    if (command === 'Q') {
      const [qx, qy, ex, ey] = [entryAt(p, 0), entryAt(p, 1), entryAt(p, 2), entryAt(p, 3)];
      const third = 2 / 3;
      coordinates.push(x + third * (qx - x), y + third * (qy - y), ex + third * (qx - ex), ey + third * (qy - ey));
      coordinates.push(ex, ey);
    } else coordinates.push(...p);
    if (command === 'Z') [x, y] = [startX, startY];
    else [x, y] = [entryAt(p, p.length - 2), lastOf(p)];
    if (command === 'M') [startX, startY] = [x, y];
  });
  return { commands: outline.commands.replaceAll('Q', 'C'), coordinates };
}
