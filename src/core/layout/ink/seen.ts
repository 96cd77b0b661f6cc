import { blended, contrast } from '../../color/color.js';
import type { Settings } from '../../style/settings.js';
import type { Fill } from './looks.js';

/**
 * Contrasts below which parts of marks that must be found are lost on their ground (a median, an outlier), surfaces melt into it,
 * and lines that the author wants pale are seen no more.
 */
const least = { line: 2, surface: 1.5, pale: 1.25 } as const;

/** The colour that marks stand on. */
export const groundOf = ({ panel: { fill = 'none' }, paper }: Settings): string => (fill === 'none' ? paper : fill);

/** Whether ink of a kind stands out from what lies under it. */
export const isSeen = (kind: keyof typeof least, ink: string, ground: string): boolean =>
  contrast(ink, ground) >= least[kind];

/** The first of two inks where it stands out, else the other one. */
export const seenOf = (kind: keyof typeof least, ground: string, first: string, other: string): string =>
  isSeen(kind, first, ground) ? first : other;

/** The colour that a filled surface has on the page: between the lines of a pattern, that of the paper. */
export function surfaceOf(
  settings: Settings,
  { color, pattern, hollow, opacity = settings.bars.opacity }: Fill,
): string {
  if (hollow) return groundOf(settings);
  return pattern === undefined ? blended(color, groundOf(settings), opacity) : settings.paper;
}

/** The colour of a slice on the page: the opacity of bars is none of its own. */
export const sliceColor = (settings: Settings, fill: Fill): string =>
  surfaceOf(settings, { ...fill, opacity: fill.opacity ?? 1 });

/** The ink of lines in the colour of a fill: that colour, or that of error bars where it would not be seen at all. */
export const lineInk = (settings: Settings, { color }: Fill): string =>
  seenOf('pale', groundOf(settings), color, settings.errorBars.color);
