import type { Look } from '../document/look.js';
import { error } from '../document/problem.js';
import type { CompleteLook, Resolver } from './resolver.js';

/** Greatest side of a page in points. */
const greatestPage = 5 * 72 * 12;

/** Width and height: where a figure file gives one, the other keeps the proportions. */
export function pageSize(resolver: Resolver, look: CompleteLook, figure: Look): { width: number; height: number } {
  const { ratio } = look.size;
  const height = look.size.height as string | undefined;
  const given = figure.size ?? {};
  const sides =
    given.height !== undefined && given.width === undefined
      ? {
          width: resolver.points(given.height, 'size.height') * ratio,
          height: resolver.points(given.height, 'size.height'),
        }
      : { width: resolver.width(look.size.width), height: 0 };
  const ownHeight = given.width !== undefined && given.height === undefined ? undefined : height;
  if (sides.height === 0)
    sides.height = ownHeight === undefined ? sides.width / ratio : resolver.points(ownHeight, 'size.height');
  for (const side of ['width', 'height'] as const) {
    if (sides[side] > 0 && sides[side] <= greatestPage) continue;
    const size = (sides[side] / 72) * 2.54;
    const found = size < 1e6 ? `${size.toFixed(1)} cm` : 'longer than any page';
    resolver.report(
      (place) =>
        error(
          'bad-length',
          { path: `size.${side}`, found: `${found}, and a page side is above 0 and at most 150 cm` },
          place,
        ),
      `size.${side}`,
    );
    sides[side] = 100;
  }
  return sides;
}
