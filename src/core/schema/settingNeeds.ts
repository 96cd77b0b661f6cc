import type * as z from 'zod/mini';
import { notes } from './fields.js';
import { lookShape } from './look.js';

type Schema = z.core.$ZodType;
interface Definition {
  innerType?: Schema;
  shape?: Record<string, Schema>;
}

/** The notes at the settings of a group that say what a setting needs; those of a part come before those of its group. */
function needsIn(shape: Record<string, Schema>, path: string): [path: string, needs: string][] {
  return Object.entries(shape).flatMap(([key, schema]) => {
    const { innerType, ...own } = schema._zod.def as Definition;
    if (innerType) return needsIn({ [key]: innerType }, path);
    const at = path === '' ? key : `${path}.${key}`;
    const needs = (notes.get(schema) as { needs?: string } | undefined)?.needs;
    const parts = own.shape ? needsIn(own.shape, at) : [];
    return needs === undefined ? parts : [...parts, [at, needs]];
  });
}

let known: [path: string, needs: string][] | undefined;

/** What a setting of the look needs of a chart to change anything, in words: its own note, or that of a group around it. */
export function settingNeeds(path: string): string | undefined {
  known ??= needsIn(lookShape, '');
  return known.find(([start]) => path === start || path.startsWith(`${start}.`))?.[1];
}
