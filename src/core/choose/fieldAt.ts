import type * as z from 'zod/mini';
import { figureSchema } from '../project/files/figureFile.js';
import { type FieldNotes, notes } from '../schema/fields.js';

/** A field of a schema. */
export type Schema = z.core.$ZodType;

interface Def {
  type: string;
  innerType?: Schema;
  shape?: Readonly<Record<string, Schema>>;
  entries?: Readonly<Record<string, string>>;
  options?: readonly Schema[];
  valueType?: Schema;
  element?: Schema;
  values?: readonly unknown[];
  checks?: readonly { _zod: { def: { check: string; value?: unknown; inclusive?: boolean } } }[];
}

export const defOf = (schema: Schema): Def => schema._zod.def as unknown as Def;
export const plain = (schema: Schema): Schema => {
  const { innerType } = defOf(schema);
  return innerType ? plain(innerType) : schema;
};
export const noteOf = (schema: Schema): FieldNotes | undefined => notes.get(schema as never) as FieldNotes | undefined;

/** What a number may be at least and at most; none of a field without limits. */
export function limitsOf(schema: Schema): { least?: number; most?: number } {
  const limits: { least?: number; most?: number } = {};
  for (const { _zod } of defOf(schema).checks ?? []) {
    const { check, value } = _zod.def;
    if (typeof value !== 'number') continue;
    if (check === 'greater_than') limits.least = value;
    if (check === 'less_than') limits.most = value;
  }
  return limits;
}

/** Whether a field of several kinds of chart is that of another kind. */
const isOther = (schema: Schema, kind: string | undefined): boolean => {
  const own = defOf(schema).shape?.['kind'];
  if (kind === undefined || own === undefined) return false;
  const { values, entries } = defOf(plain(own));
  return ![...(values ?? []), ...Object.values(entries ?? {})].includes(kind);
};

/** The field at a path below a schema; none where there is none. */
export function fieldIn(from: Schema, path: readonly string[], kind?: string): Schema | undefined {
  const [key, ...rest] = path;
  const schema = plain(from);
  if (key === undefined) return schema;
  const { shape, valueType, element, options } = defOf(schema);
  const next = shape?.[key] ?? valueType ?? (/^\d+$/.test(key) ? element : undefined);
  if (next) return fieldIn(next, rest, kind);
  for (const option of options ?? []) {
    const found = isOther(plain(option), kind) ? undefined : fieldIn(option, path, kind);
    if (found) return found;
  }
  return undefined;
}

/**
 * The field at a path of a figure file; none where there is none.
 *
 * @param kind the kind of chart that it is of; left out: any
 */
export const fieldAt = (path: readonly string[], kind?: string): Schema | undefined =>
  fieldIn(figureSchema, path, kind);

/** Every single setting of a figure file with a chart of a kind. */
export const everyLeaf = (kind: string): { path: string[]; schema: Schema }[] =>
  Object.entries(defOf(figureSchema).shape ?? {}).flatMap(([key, schema]) => {
    if (key !== 'chart') return leavesAt([key], schema);
    const own = defOf(plain(schema)).options?.find((option) => !isOther(plain(option), kind));
    return own ? leavesAt([key], own) : [];
  });

/** The single settings of a field, each by its path. */
export function leavesAt(path: readonly string[], schema: Schema): { path: string[]; schema: Schema }[] {
  const { shape } = defOf(plain(schema));
  if (!shape) return [{ path: [...path], schema: plain(schema) }];
  return Object.entries(shape).flatMap(([key, inner]) => leavesAt([...path, key], inner));
}
