import { noteOf } from './fields.js';
import { lookShape } from './look.js';
import { partsOf, type Schema } from './schemaParts.js';

/** The notes at the settings of a group that say what a setting needs; those of a part come before those of its group. */
function needsIn(shape: Readonly<Record<string, Schema>>, path: string): [path: string, needs: string][] {
  return Object.entries(shape).flatMap(([key, schema]) => {
    const { innerType, shape: fields } = partsOf(schema);
    if (innerType) return needsIn({ [key]: innerType }, path);
    const at = path === '' ? key : `${path}.${key}`;
    const needs = noteOf(schema)?.needs;
    const parts = fields ? needsIn(fields, at) : [];
    return needs === undefined ? parts : [...parts, [at, needs]];
  });
}

let known: [path: string, needs: string][] | undefined;

/** What a setting of the look needs of a chart to change anything, in words: its own note, or that of a group around it. */
export function settingNeeds(path: string): string | undefined {
  known ??= needsIn(lookShape, '');
  return known.find(([start]) => path === start || path.startsWith(`${start}.`))?.[1];
}
