import { entryAt, heldBy } from '../at.js';
import type { CodebookContents, VariableFile } from '../schema/codebook.js';
import type { ThousandsMark } from '../schema/thousandsMarks.js';
import type { DateOrder } from './dates.js';

export type Measure = 'nominal' | 'ordinal' | 'numeric' | 'date';

export interface Category {
  code: string;
  name: string;
}

/** What the codebook says about a column. A column it does not mention has only its name. */
export interface Variable {
  name: string;
  label: string;
  /** Whether the codebook gives the label, so that no raw column name shows. */
  labelled: boolean;
  unit?: string;
  measure?: Measure;
  /** The categories in their order, where the codebook lists them. */
  categories: Category[];
  colors: ReadonlyMap<string, string>;
  missing: ReadonlySet<string>;
  decimals?: number;
  range?: readonly [number, number];
  dateOrder?: DateOrder;
  /** Rising edges that cut its numbers into categories. */
  bands?: readonly number[];
  /** What it is computed from, where the table has no such column. */
  formula?: string;
}

export interface Codebook {
  /** What one row is, in the plural. */
  cases: string;
  decimalMark?: '.' | ',';
  thousandsMark?: ThousandsMark;
  variables: readonly string[];
  variable(name: string): Variable;
}

type KeyOrder = (variable: string) => readonly string[];

function categoriesOf(file: VariableFile, order: readonly string[]): Category[] {
  const { values } = file;
  if (values === undefined) return [];
  if (Array.isArray(values)) return values.map((value) => ({ code: String(value), name: String(value) }));
  const names = new Map(Object.entries(values));
  return order.map((code) => ({ code, name: heldBy(names, code) }));
}

function variableOf(name: string, file: VariableFile, order: readonly string[]): Variable {
  const { label, unit, measure, colors, missing, decimals, range, dateOrder, bands, formula } = file;
  const categories = categoriesOf(file, order);
  const implied = measure ?? (categories.length > 0 ? 'nominal' : undefined);
  return {
    name,
    label: label ?? name,
    labelled: label !== undefined,
    ...(unit === undefined ? {} : { unit }),
    ...(implied === undefined ? {} : { measure: implied }),
    categories,
    colors: new Map(Object.entries(colors ?? {})),
    missing: new Set((missing ?? []).map(String)),
    ...(decimals === undefined ? {} : { decimals }),
    ...(dateOrder === undefined ? {} : { dateOrder }),
    ...(bands === undefined ? {} : { bands }),
    ...(formula === undefined ? {} : { formula }),
    ...(range === undefined ? {} : { range: [entryAt(range, 0), entryAt(range, 1)] }),
  };
}

/**
 * The codebook of a figure.
 *
 * @param keyOrder gives the codes of a variable's `values` in the order of the file; plain objects put whole
 *   numbers first. Left out: the order of the object.
 */
export function codebookOf(file: Partial<CodebookContents> = {}, keyOrder?: KeyOrder): Codebook {
  const files = file.variables ?? {};
  const variables = new Map(
    Object.entries(files).map(([name, variable]) => {
      const order = keyOrder?.(name) ?? Object.keys(variable.values ?? {});
      return [name, variableOf(name, variable, order)];
    }),
  );
  return {
    cases: file.cases ?? 'cases',
    ...(file.decimalMark === undefined ? {} : { decimalMark: file.decimalMark }),
    ...(file.thousandsMark === undefined ? {} : { thousandsMark: file.thousandsMark }),
    variables: [...variables.keys()],
    variable: (name) => variables.get(name) ?? variableOf(name, {}, []),
  };
}
