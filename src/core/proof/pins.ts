import { entryAt } from '../at.js';
import type { Point } from '../layout/ink/point.js';
import type { Box } from '../plate/plate.js';
import { pinRadius } from './pen.js';
import type { ProofFigure } from './proved.js';

/** How much a pin at a place would hide: words of the figure, and pins that are there already. */
function hidden([x, y]: Point, words: readonly Box[], pins: readonly Point[]): number {
  const isOn = (box: Box) =>
    x > box.x - pinRadius &&
    x < box.x + box.width + pinRadius &&
    y > box.y - pinRadius &&
    y < box.y + box.height + pinRadius;
  const near = pins.filter(([px, py]) => Math.hypot(px - x, py - y) < 2 * pinRadius + 1).length;
  return words.filter(isOn).length + 10 * near;
}

/** Where the pin of some ink may stand: at the corners of its box, beside it, above and below it, and farther away. */
function pinChoices({ x, y, width, height }: Box): Point[] {
  return [3, 10, 20, 34].flatMap((d): Point[] => {
    const [l, r, t, b] = [x - d, x + width + d, y - d, y + height + d];
    const [cx, cy] = [x + width / 2, y + height / 2];
    const corners: Point[] = [
      [r, t],
      [l, t],
      [r, b],
      [l, b],
    ];
    return [...corners, [r, cy], [l, cy], [cx, t], [cx, b]];
  });
}

/** The ink of each finding on the page, and the place of its pin, where it hides least. @param at the figure on the page */
export function pinPlaces({ plate, findings }: ProofFigure, at: Box): ({ box: Box; pin: Point } | undefined)[] {
  const by = at.width / plate.width;
  const onPage = ({ x, y, width, height }: Box): Box => ({
    x: at.x + x * by,
    y: at.y + y * by,
    width: width * by,
    height: height * by,
  });
  const words = plate.items.filter(({ type }) => type === 'text').map(({ box }) => onPage(box));
  const pins: Point[] = [];
  return findings.map(({ boxes: [first] }) => {
    if (!first) return undefined;
    const box = onPage(first);
    const choices = pinChoices(box);
    const costs = choices.map((choice) => hidden(choice, words, pins));
    const pin = entryAt(choices, costs.indexOf(Math.min(...costs)));
    pins.push(pin);
    return { box, pin };
  });
}
