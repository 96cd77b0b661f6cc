import { entryAt, lastOf } from '../at.js';
import { arity, eachCommand, type Outline, withoutQuadratics } from '../type/outline.js';

/** Each number of thousandths below one as it is written behind a whole number. */
const thousandths = Array.from({ length: 1000 }, (_, i) =>
  i === 0 ? '' : `.${String(i).padStart(3, '0').replace(/0+$/, '')}`,
);

/** A number with at most three decimals, as short as it can be written. Whole numbers are written much faster than others. */
export function short(value: number): string {
  const all = Math.round(value * 1000);
  const size = Math.abs(all);
  if (!(size < 1e9)) return String(all / 1000);
  const rest = size % 1000;
  return `${all < 0 ? '-' : ''}${(size - rest) / 1000}${thousandths[rest]}`;
}

/** An outline as the path data of SVG. */
export function pathData(outline: Outline): string {
  let data = '';
  eachCommand(outline, (command, at) => {
    const numbers = outline.coordinates.slice(at, at + arity[command]).map(short);
    data += command + numbers.join(' ').replaceAll(' -', '-');
  });
  return data;
}

/** An outline about the origin drawn at many places, as one path: after each start, distances say the rest. */
export function repeatedPath(outline: Outline, xs: ArrayLike<number>, ys: ArrayLike<number>): string {
  const [x0 = 0, y0 = 0] = outline.coordinates;
  let rest = '';
  let [x, y] = [x0, y0];
  eachCommand(outline, (command, at) => {
    if (command === 'M') return;
    const points = outline.coordinates.slice(at, at + arity[command]);
    const steps = points.map((value, i) => short(value - (i % 2 === 0 ? x : y)));
    if (points.length > 0) [x, y] = [entryAt(points, points.length - 2), lastOf(points)];
    rest += command.toLowerCase() + steps.join(' ').replaceAll(' -', '-');
  });
  const parts = new Array<string>(xs.length);
  for (let i = 0; i < xs.length; i += 1) {
    parts[i] = `M${short(entryAt(xs, i) + x0)} ${short(entryAt(ys, i) + y0)}`;
  }
  return xs.length === 0 ? '' : parts.join(rest) + rest;
}

/** Lines without length at many places: with round ends, each is a dot. */
export function dotsPath(xs: ArrayLike<number>, ys: ArrayLike<number>): string {
  const parts = new Array<string>(xs.length);
  for (let i = 0; i < xs.length; i += 1) parts[i] = `M${short(entryAt(xs, i))} ${short(entryAt(ys, i))}h0`;
  return parts.join('');
}

/** Pieces of long lists of places: what draws them needs room for a piece and not for all. */
export function* pieces(
  { xs, ys }: { xs: Float64Array; ys: Float64Array },
  size = 20_000,
): Generator<{ xs: Float64Array; ys: Float64Array }> {
  for (let i = 0; i < xs.length; i += size) yield { xs: xs.subarray(i, i + size), ys: ys.subarray(i, i + size) };
}

const operators: Readonly<Record<string, string>> = { M: 'm', L: 'l', C: 'c', Z: 'h' };

/** An outline moved to a place, in the path operators that PostScript and PDF share: they know cubic curves alone. */
export function pathOperators(outline: Outline, x = 0, y = 0): string[] {
  const shape = withoutQuadratics(outline);
  const parts: string[] = [];
  eachCommand(shape, (command, at) => {
    const points = shape.coordinates.slice(at, at + arity[command]);
    const numbers = points.map((value, i) => short(value + (i % 2 === 0 ? x : y)));
    parts.push([...numbers, operators[command]].join(' '));
  });
  return parts;
}
