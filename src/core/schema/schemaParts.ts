import type * as z from 'zod/mini';

/** A schema of a file, or of a part of one. */
export type Schema = z.core.$ZodType;

/** What a schema is made of, as far as anything here walks down it. */
export interface SchemaParts {
  type: string;
  /** The schema of what may be left out. */
  innerType?: Schema;
  shape?: Readonly<Record<string, Schema>>;
  /** The texts of a choice, and those of a fixed value. */
  entries?: Readonly<Record<string, string>>;
  values?: readonly unknown[];
  options?: readonly Schema[];
  discriminator?: string;
  valueType?: Schema;
  element?: Schema;
  checks?: readonly { _zod: { def: { check: string; value?: unknown } } }[];
}

export const partsOf = (schema: Schema): SchemaParts => schema._zod.def as unknown as SchemaParts;

/** A schema without the leave to be left out. */
export function required(schema: Schema): Schema {
  const { innerType } = partsOf(schema);
  return innerType ? required(innerType) : schema;
}

/** The texts that a choice, or a fixed value, may be. */
export function textsOf(schema: Schema): string[] {
  const { entries, values = [] } = partsOf(required(schema));
  return entries ? Object.values(entries) : values.map(String);
}
