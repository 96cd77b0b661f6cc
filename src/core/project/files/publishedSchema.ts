import * as z from 'zod/mini';
import { noteOf } from '../../schema/fields.js';
import { type FileKind, fileKinds } from './fileKinds.js';

/** The JSON Schema (draft 2020-12) of a kind of file, as editors read it. */
export function publishedSchema(kind: FileKind): Record<string, unknown> {
  const { schema, title } = fileKinds[kind];
  const made = z.toJSONSchema(schema, {
    io: 'input',
    override({ zodSchema, jsonSchema }) {
      const note = noteOf(zodSchema);
      if (note) jsonSchema.description = note.description;
    },
  }) as Record<string, unknown>;
  return { $schema: made['$schema'], title: `Hexis: ${title}`, ...made };
}
