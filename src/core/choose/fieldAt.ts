import { figureSchema } from '../project/files/figureFile.js';
import { partsOf, required, type Schema } from '../schema/schemaParts.js';

/** What a number may be at least and at most; none of a field without limits. */
export function limitsOf(schema: Schema): { least?: number; most?: number } {
  const limits: { least?: number; most?: number } = {};
  for (const { _zod } of partsOf(schema).checks ?? []) {
    const { check, value } = _zod.def;
    if (typeof value !== 'number') continue;
    if (check === 'greater_than') limits.least = value;
    if (check === 'less_than') limits.most = value;
  }
  return limits;
}

/** Whether a field of several kinds of chart is that of another kind. */
const isOther = (schema: Schema, kind: string | undefined): boolean => {
  const kindField = partsOf(schema).shape?.['kind'];
  if (kind === undefined || kindField === undefined) return false;
  const { values, entries } = partsOf(required(kindField));
  return ![...(values ?? []), ...Object.values(entries ?? {})].includes(kind);
};

/** The field at a path below a schema; none where there is none. */
export function fieldIn(from: Schema, path: readonly string[], kind?: string): Schema | undefined {
  const [key, ...rest] = path;
  const schema = required(from);
  if (key === undefined) return schema;
  const { shape, valueType, element, options } = partsOf(schema);
  const next = shape?.[key] ?? valueType ?? (/^\d+$/.test(key) ? element : undefined);
  if (next) return fieldIn(next, rest, kind);
  for (const option of options ?? []) {
    const found = isOther(required(option), kind) ? undefined : fieldIn(option, path, kind);
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
  Object.entries(partsOf(figureSchema).shape ?? {}).flatMap(([key, schema]) => {
    if (key !== 'chart') return leavesAt([key], schema);
    const chosen = partsOf(required(schema)).options?.find((option) => !isOther(required(option), kind));
    return chosen ? leavesAt([key], chosen) : [];
  });

/** The single settings of a field, each by its path. */
export function leavesAt(path: readonly string[], schema: Schema): { path: string[]; schema: Schema }[] {
  const { shape } = partsOf(required(schema));
  if (!shape) return [{ path: [...path], schema: required(schema) }];
  return Object.entries(shape).flatMap(([key, inner]) => leavesAt([...path, key], inner));
}
