import { crossEnds } from '../frame/crossReferences.js';
import type { ValueAxis } from '../plan.js';
import type { CurveLong } from './curveSettings.js';

/** A title in words; a bare letter is a variable and stands in italics. */
const titleOf = (label: string | undefined, letter: string, unit: string | undefined, from: string) => ({
  label: label ?? `*${letter}*`,
  ...(unit === undefined ? {} : { unit }),
  from,
});

/** Ticks at multiples of a step, written as fractions of π where the step is one. */
function ticksOf({ x: { step, isOfPi } }: CurveLong): Pick<ValueAxis, 'step' | 'text'> {
  if (step === undefined) return {};
  return { step, ...(isOfPi && piText(step) !== undefined ? { text: piText } : {}) };
}

/** The greatest number that a multiple of π is divided by. */
const mostBelow = 24;

/** A multiple of a fraction of π, such as 3π/2; undefined if it is no simple fraction. */
function piText(value: number): string | undefined {
  if (Math.abs(value) < 1e-9) return '0';
  for (let below = 1; below <= mostBelow; below += 1) {
    const above = (value / Math.PI) * below;
    const whole = Math.round(above);
    if (Math.abs(above - whole) > 1e-9 * Math.max(1, Math.abs(above))) continue;
    const size = Math.abs(whole) === 1 ? '' : String(Math.abs(whole));
    return `${whole < 0 ? '\u2212' : ''}${size}π${below === 1 ? '' : `/${below}`}`;
  }
  return undefined;
}

/** Both axes of the functions. @param range the least and greatest value that they have */
export function curveAxes(
  settings: CurveLong,
  [least, greatest]: readonly [number, number],
): { x: ValueAxis; y: ValueAxis } {
  const { cross } = settings;
  const at = cross === 'origin' ? { x: 0, y: 0 } : typeof cross === 'object' ? cross : undefined;
  const zero = settings.area && settings.area.to === undefined ? 0 : least;
  const lines = crossEnds(settings.references, 'y');
  return {
    x: {
      shows: 'value',
      title: titleOf(settings.x.label, 'x', settings.x.unit, 'chart.x.label'),
      least: Math.min(settings.x.from, at?.x ?? settings.x.from),
      greatest: Math.max(settings.x.to, at?.x ?? settings.x.to),
      exact: true,
      ...ticksOf(settings),
      ...(at ? { crossed: at.x } : {}),
    },
    y: {
      shows: 'value',
      title: titleOf(settings.y?.label, 'y', settings.y?.unit, 'chart.y.label'),
      least: Math.min(least, at?.y ?? least, zero, ...lines),
      greatest: Math.max(greatest, at?.y ?? greatest, ...lines),
      ...(at ? { crossed: at.y } : {}),
    },
  };
}
