import { recordOf } from '../keys.js';
import type { CodebookContents } from '../schema/codebook.js';
import { codebookSchema } from '../schema/codebook.js';
import { type Edit, flowText } from '../schema/patch.js';
import { enteredAs } from './entered.js';

/** The columns of a codebook that are filled in as a table. */
export const variableKeys = ['label', 'unit', 'measure', 'values', 'missing', 'decimals', 'range'] as const;
/** What a codebook says of a variable. */
export type VariableKey = (typeof variableKeys)[number];

/** A variable of a codebook, each of its settings as it stands in the file; empty where it says nothing. */
export type VariableRow = { name: string } & Record<VariableKey, string>;

/** A list or group without the brackets around the whole of it. */
const unwrapped = (text: string): string => text.replace(/^(?:\[([\s\S]*)\]|\{([\s\S]*)\})$/, '$1$2').trim();

/** Texts in several languages keep their brackets, by which they are told from a text. */
function shown(key: VariableKey, value: unknown): string {
  if (value === undefined || typeof value === 'string') return value ?? '';
  return key in brackets ? unwrapped(flowText(value)) : flowText(value);
}

/** A codebook as a table to fill in. */
export const codebookRows = ({ variables = {} }: CodebookContents): VariableRow[] =>
  Object.entries(variables).map(([name, variable]) => ({
    name,
    ...recordOf(variableKeys, (key) => shown(key, variable[key])),
  }));

/** What stands in brackets in the file, and is written without them in the table. */
const brackets: Partial<Record<VariableKey, (text: string) => string>> = {
  missing: (text) => `[${text}]`,
  range: (text) => `[${text}]`,
  values: (text) => (/:/.test(text) ? `{ ${text} }` : `[${text}]`),
};

/** The edit of a codebook file that fills in one cell of its table; empty takes the setting away. */
export function codebookEdit(name: string, key: VariableKey, text: string): Edit {
  const path = ['variables', name, key];
  if (text.trim() === '') return { path, value: undefined };
  const written = brackets[key]?.(unwrapped(text.trim())) ?? text.trim();
  return { path, value: enteredAs(codebookSchema, path, written) };
}
