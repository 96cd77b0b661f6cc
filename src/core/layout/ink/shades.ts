import { entryAt } from '../../at.js';
import { blended } from '../../color/color.js';
import { rampColor } from '../../color/ramp.js';
import type { Sheet } from '../sheet.js';
import type { Fill } from './looks.js';

type Ramp = 'sequential' | 'diverging';

/** How much of its colour the light end of a ramp of surfaces has, and the middle of one that goes to both sides. */
const light = { sequential: 0.12, diverging: 0.1 } as const;

const stopsOf = (ramps: Readonly<Record<string, readonly string[]>>, fits: (size: number) => boolean) => {
  const most = Math.max(...Object.keys(ramps).map(Number).filter(fits));
  return ramps[String(most)] ?? [];
};

/** The stops of the longest ramp of the style: that of markers, which must be seen on paper throughout, or of surfaces, which need not. */
export function shadeStops({
  settings: { palette, paper },
  plan,
}: Pick<Sheet, 'settings' | 'plan'>): readonly string[] {
  const { ramp = 'sequential', surfaces } = plan.shades ?? {};
  const stops =
    ramp === 'sequential'
      ? stopsOf(palette.sequential, () => true)
      : stopsOf(palette.diverging, (size) => size % 2 === 1);
  if (stops.length === 0) return [palette.single];
  if (!surfaces || new Set(stops).size < 2) return stops;
  if (ramp === 'sequential') {
    // Few stops between light and dark keep the steps of lightness even.
    const [first, middle, last] = [0, Math.floor((stops.length - 1) / 2), stops.length - 1].map((i) =>
      entryAt(stops, i),
    );
    return [blended(first as string, paper, light.sequential), first, middle, last] as string[];
  }
  const half = (stops.length - 1) / 2;
  return stops.map((color, i) => (i === half ? blended(color, paper, light.diverging) : color));
}

/** Whether the style has colours that show numbers; black ink alone has none. */
export const hasShades = (sheet: Pick<Sheet, 'settings' | 'plan'>): boolean => new Set(shadeStops(sheet)).size > 1;

/** A fill in the colour that a value has on the ramp. */
export function shadedFill(sheet: Sheet, fill: Fill, shade: number): Fill {
  const { ramp = 'sequential' } = sheet.plan.shades ?? {};
  return { ...fill, color: rampColor(shadeStops(sheet), shade), from: `palette.${ramp satisfies Ramp}` };
}
