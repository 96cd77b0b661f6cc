import { converter, formatHex, modeLab65, modeRgb, useMode } from 'culori/fn';

let prepared = false;

function prepare(): void {
  if (prepared) return;
  for (const mode of [modeRgb, modeLab65]) useMode(mode as never);
  prepared = true;
}

type Lab = { l: number; a: number; b: number };

/**
 * The colour at a place of a ramp, between its stops in proportion in CIE L*a*b* (D65), so that steps of equal lightness stay
 * equal.
 *
 * @param stops hexadecimal colours at even distances, one or more
 * @param at from 0, at the first stop, to 1, at the last
 */
export function rampColor(stops: readonly string[], at: number): string {
  const [first = '#000000'] = stops;
  if (stops.length < 2) return first;
  prepare();
  const place = Math.min(1, Math.max(0, at)) * (stops.length - 1);
  const i = Math.min(stops.length - 2, Math.floor(place));
  const [a, b] = [stops[i], stops[i + 1]].map((hex) => converter('lab65')(hex as string) as unknown as Lab) as [
    Lab,
    Lab,
  ];
  const t = place - i;
  const between = (key: keyof Lab) => a[key] + t * (b[key] - a[key]);
  return formatHex({ mode: 'lab65', l: between('l'), a: between('a'), b: between('b') }) as string;
}
