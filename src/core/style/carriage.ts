import { error } from '../problem/problem.js';
import { type CarriedPart, carriedParts } from '../schema/look/names.js';
import type { Layer } from './layers.js';
import type { Reader } from './reader.js';
import type { HeldLook } from './settings.js';

/** How much files carry, as a number that grows with it. */
const amount = (part: CarriedPart): number => carriedParts.indexOf(part);

/** The lesser of what two parties let files carry. */
export const lesserPart = (one: CarriedPart, other: CarriedPart): CarriedPart =>
  amount(one) < amount(other) ? one : other;

/** Whether files would carry more than they may. */
export const carriesBeyond = (wanted: CarriedPart, most: CarriedPart): boolean => amount(wanted) > amount(most);

/**
 * How files are written: they carry no more than each layer lets them. A house that only says how much is lessened in silence;
 * a figure file that asks for more is told.
 */
export function exportForm(reader: Reader, layers: readonly Layer[], held: HeldLook['export']): HeldLook['export'] {
  const carriesAtMost = layers.reduce<CarriedPart>(
    (most, { look }) => lesserPart(most, look.export?.carriesAtMost ?? 'all'),
    'all',
  );
  const asked = layers.at(-1)?.look.export?.carries;
  if (asked && carriesBeyond(asked, carriesAtMost)) {
    const path = 'export.carries';
    reader.report((place) => error('carries-beyond', { path, found: asked, most: carriesAtMost }, place), path);
  }
  return { ...held, carries: lesserPart(held.carries, carriesAtMost), carriesAtMost };
}
