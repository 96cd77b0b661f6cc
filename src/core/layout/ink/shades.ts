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
export function shadeStops(sheet: Pick<Sheet, 'settings' | 'plan'>): readonly string[] {
  const { settings, plan } = sheet;
  const of = known.get(plan) ?? new WeakMap<Sheet['settings'], readonly string[]>();
  known.set(plan, of);
  // Read again even where they are known, so that what is drawn hangs on them.
  const { palette, paper } = settings;
  const found = of.get(settings) ?? stopsFor(palette, paper, plan);
  of.set(settings, found);
  return found;
}

/** The stops of plans in some settings, which thousands of cells ask for. */
const known = new WeakMap<Sheet['plan'], WeakMap<Sheet['settings'], readonly string[]>>();

function stopsFor(palette: Sheet['settings']['palette'], paper: string, plan: Sheet['plan']): readonly string[] {
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
