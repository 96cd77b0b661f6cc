import { converter, formatHex, modeLab65, modeRgb } from 'culori/fn';
import { entryAt } from '../at.js';
import { setUp } from './spaces.js';

let prepared = false;

function prepare(): void {
  if (prepared) return;
  setUp([modeRgb, modeLab65]);
  prepared = true;
}

type Lab = { l: number; a: number; b: number };

const labOf = (hex: string): Lab => converter('lab65')(hex) ?? { l: 0, a: 0, b: 0 };

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
  const [a, b] = [labOf(entryAt(stops, i)), labOf(entryAt(stops, i + 1))];
  const t = place - i;
  const between = (key: keyof Lab) => a[key] + t * (b[key] - a[key]);
  return formatHex({ mode: 'lab65', l: between('l'), a: between('a'), b: between('b') });
}
