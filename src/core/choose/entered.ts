import { parse } from 'yaml';
import { safeParse } from 'zod/mini';
import { partsOf, type Schema } from '../schema/schemaParts.js';
import { fieldIn } from './fieldAt.js';

const yamlOf = (text: string): unknown => {
  try {
    return parse(text) ?? text;
  } catch {
    // No YAML: the words themselves.
    return text;
  }
};

/** What somebody types as the value that a field holds: as YAML has it where the field takes that, else the words themselves. */
export function enteredFor(schema: Schema | undefined, text: string): unknown {
  if (!schema) return text.trim() === '' ? undefined : text;
  // Words that look like a number stay words where words alone are taken.
  const isWords = partsOf(schema).type === 'string';
  if (text.trim() === '') return isWords && safeParse(schema, '').success ? '' : undefined;
  const tried = isWords ? [text] : [yamlOf(text), text];
  return tried.find((value) => safeParse(schema, value).success) ?? text;
}

/** The same for a field at a path of a file. */
export const enteredAs = (file: Schema, path: readonly string[], text: string): unknown =>
  enteredFor(fieldIn(file, path), text);
