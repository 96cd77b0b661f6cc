import { entryAt, heldBy } from '../at.js';
import type { CodebookContents, VariableFile } from '../schema/codebook.js';
import type { ThousandsMark } from '../schema/thousandsMarks.js';
import type { DateOrder } from './dates.js';

export type Measure = 'nominal' | 'ordinal' | 'numeric' | 'date';

export interface Category {
  code: string;
  name: string;
  /** Its names in other languages, by which authors and tables may call it. */
  also?: readonly string[];
}

/** What the codebook says about a column. A column it does not mention has only its name. */
export interface Variable {
  name: string;
  label: string;
  /** What sentences call it where it has no label. */
  spoken?: string;
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
  /** Rising edges that cut its numbers into categories, and the names of these. */
  bands?: readonly number[];
  bandNames?: readonly string[];
  /** What it is computed from, where the table has no such column. */
  formula?: string;
}

export interface Codebook {
  /** What one row is, in the plural. */
  cases: string;
  /** What it says of its own accord. */
  terms: CodebookTerms;
  /** What it says in another language than that of these terms. */
  lacking: readonly LackingWords[];
  decimalMark?: '.' | ',';
  thousandsMark?: ThousandsMark;
  variables: readonly string[];
  variable(name: string): Variable;
}

/** What a codebook says of its own accord, in the language of the figure. */
export interface CodebookTerms {
  /** Code of the language. */
  language: string;
  /** Whether a tag of a text in several languages is one of this. */
  isOwn(tag: string): boolean;
  /** What rows are called where nobody says. */
  cases: string;
  /** The label of values that stood in several columns, and what such rows are called. */
  value: string;
  values: string;
  /** What sentences call the file or the column that a value comes from. */
  file: string;
  column: string;
  /** The name of a band by its edges. */
  band(from: number, to: number, isLast: boolean): string;
}

type KeyOrder = (variable: string) => readonly string[];

/** A text in several languages, by their codes. */
type InLanguages = string | Readonly<Record<string, string>>;

/** What a codebook says in another language than that of the figure, as it lacks the words: where, and in which. */
export interface LackingWords {
  /** Path of the words in the codebook, such as `variables.yield.label`. */
  path: string;
  /** The variable whose words they are; none for what all rows are called. */
  variable?: string;
  /** The language that was taken in its place. */
  taken: string;
}

/** Picks the words of a language: those of its tag, of its code, else the first that are given. */
class InLanguage {
  readonly lacking: LackingWords[] = [];
  private readonly terms: CodebookTerms;

  constructor(terms: CodebookTerms) {
    this.terms = terms;
  }

  /** @param path of the words in the codebook, and the variable that they belong to */
  pick(text: InLanguages, path: string, variable?: string): string {
    if (typeof text === 'string') return text;
    const known = Object.entries(text);
    const { language, isOwn } = this.terms;
    const own = known.find(([tag]) => tag === language) ?? known.find(([tag]) => isOwn(tag));
    if (own) return own[1];
    const [taken, words] = known[0] ?? ['', ''];
    this.lacking.push({ path, taken, ...(variable === undefined ? {} : { variable }) });
    return words;
  }
}

function categoriesOf(file: VariableFile, order: readonly string[], name: string, texts: InLanguage): Category[] {
  const { values } = file;
  if (values === undefined) return [];
  if (Array.isArray(values)) return values.map((value) => ({ code: String(value), name: String(value) }));
  const names = new Map(Object.entries(values));
  const path = `variables.${name}.values`;
  return order.map((code) => {
    const text = heldBy(names, code);
    const shown = texts.pick(text, `${path}.${code}`, name);
    if (typeof text === 'string') return { code, name: shown };
    return { code, name: shown, also: Object.values(text).filter((other) => other !== shown) };
  });
}

/** Bands by their edges: each ends before the next begins. */
const bandNamesOf = (edges: readonly number[], { band }: CodebookTerms): string[] =>
  edges.slice(0, -1).map((from, i) => band(from, entryAt(edges, i + 1), i === edges.length - 2));

function variableOf(
  name: string,
  file: VariableFile,
  order: readonly string[],
  terms: CodebookTerms,
  texts: InLanguage,
): Variable {
  const { measure, colors, missing, decimals, range, dateOrder, bands, formula } = file;
  const [label, unit] = (['label', 'unit'] as const).map((key) => {
    const text = file[key];
    return text === undefined ? undefined : texts.pick(text, `variables.${name}.${key}`, name);
  });
  const categories = categoriesOf(file, order, name, texts);
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
    ...(bands === undefined ? {} : { bands, bandNames: bandNamesOf(bands, terms) }),
    ...(formula === undefined ? {} : { formula }),
    ...(range === undefined ? {} : { range: [entryAt(range, 0), entryAt(range, 1)] }),
  };
}

/**
 * The codebook of a figure.
 *
 * @param keyOrder gives the codes of a variable's `values` in the order of the file; plain objects put whole
 *   numbers first. Left out: the order of the object.
 * @param terms in the language of the figure
 */
export function codebookOf(file: Partial<CodebookContents>, terms: CodebookTerms, keyOrder?: KeyOrder): Codebook {
  const files = file.variables ?? {};
  const texts = new InLanguage(terms);
  const variables = new Map(
    Object.entries(files).map(([name, variable]) => {
      const order = keyOrder?.(name) ?? Object.keys(variable.values ?? {});
      return [name, variableOf(name, variable, order, terms, texts)];
    }),
  );
  return {
    cases: file.cases === undefined ? terms.cases : texts.pick(file.cases, 'cases'),
    lacking: texts.lacking,
    terms,
    ...(file.decimalMark === undefined ? {} : { decimalMark: file.decimalMark }),
    ...(file.thousandsMark === undefined ? {} : { thousandsMark: file.thousandsMark }),
    variables: [...variables.keys()],
    variable: (name) => variables.get(name) ?? variableOf(name, {}, [], terms, texts),
  };
}
