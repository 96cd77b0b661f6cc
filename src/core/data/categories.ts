import { entryAt } from '../at.js';
import { error, type Problem, warning } from '../problem/problem.js';
import type { Category, Variable } from './codebook.js';
import { parseDate } from './dates.js';
import type { Lack } from './lack.js';
import { missingCodes } from './missingCodes.js';
import { isBroken, numberProblem } from './numberProblem.js';
import { ColumnNotation, type NumberNotation, pointNotation, readCode } from './numberText.js';
import { type CategoryColumn, sizeOf, type Table } from './table.js';

/** The rows of a column as categories in their order. */
export interface Categories {
  variable: Variable;
  categories: Category[];
  /** The index of a row's category in `categories`, or -1 if it has none. */
  of(row: number): number;
  /** Why a row has none. */
  reason(row: number): Lack;
  problems: Problem[];
}

/**
 * Finds categories by what an author or a table calls them. The code of any goes before the name of any; a number finds
 * the code of the same number written otherwise (1.0 for 1), where just one is.
 */
export class CategoryIndex {
  private readonly codes = new Map<string, number>();
  private readonly numbers = new Map<number, number>();
  private readonly names = new Map<string, number>();
  private readonly lowered = new Map<string, number>();

  private readonly notation: NumberNotation;

  constructor(categories: readonly Category[], notation: NumberNotation) {
    this.notation = notation;
    const keep = <K>(map: Map<K, number>, key: K, at: number) => map.has(key) || map.set(key, at);
    for (const [at, { code, name }] of categories.entries()) {
      keep(this.codes, code, at);
      const value = readCode(code, notation);
      if (!Number.isNaN(value)) this.numbers.set(value, this.numbers.has(value) ? -1 : at);
      keep(this.names, name, at);
      keep(this.lowered, name.toLowerCase(), at);
    }
    // Names in other languages come after those of this one.
    for (const [at, { also = [] }] of categories.entries()) {
      for (const name of also) {
        keep(this.names, name, at);
        keep(this.lowered, name.toLowerCase(), at);
      }
    }
  }

  /** Whether a text is a code as it is written. */
  hasCode(text: string): boolean {
    return this.codes.has(text);
  }

  /** The place of the category with a code: as it is written, or as the same number. */
  coded(text: string): number {
    return this.codes.get(text) ?? this.numbers.get(readCode(text, this.notation)) ?? -1;
  }

  /** The place of the category with a name. */
  named(text: string): number {
    return this.names.get(text) ?? -1;
  }

  /** The place of the category that a code or name means; -1 where there is none. */
  find(wanted: string): number {
    const coded = this.coded(wanted);
    if (coded >= 0) return coded;
    return this.names.get(wanted) ?? this.lowered.get(wanted.trim().toLowerCase()) ?? -1;
  }
}

/** The place of the category that a code or name of the author means, or -1. */
export const findCategory = (
  categories: readonly Category[],
  wanted: string,
  notation: NumberNotation = pointNotation,
): number => new CategoryIndex(categories, notation).find(wanted);

/** What an author assigns to categories, by index. A key is taken as a code first, then as a name. */
export function byCategory<T>(categories: readonly Category[], given: Readonly<Record<string, T>>): Map<number, T> {
  const index = new CategoryIndex(categories, pointNotation);
  return new Map(
    Object.entries(given).flatMap(([key, value]): [number, T][] => {
      const at = index.find(key);
      return at < 0 ? [] : [[at, value]];
    }),
  );
}

/** Texts by what each is read as; undefined where one is nothing of that. */
function sortedBy(texts: readonly string[], read: (text: string) => number): string[] | undefined {
  const values = new Map<string, number>();
  for (const text of texts) {
    const value = read(text);
    if (Number.isNaN(value)) return undefined;
    values.set(text, value);
  }
  const value = (text: string) => values.get(text) as number;
  return [...texts].sort((a, b) => value(a) - value(b) || a.length - b.length || (a < b ? -1 : 1));
}

/** Numbers and dates in order, other texts as they come. */
const bySize = (texts: readonly string[], notation: NumberNotation, { dateOrder }: Variable): string[] =>
  sortedBy(texts, (text) => readCode(text, notation)) ??
  sortedBy(texts, (text) => parseDate(text, dateOrder)) ?? [...texts];

/** How the texts of a column stand for its categories. */
interface Placed {
  categories: Category[];
  /** The place of each text, or -1. */
  places: number[];
  /** Why each text has none. */
  reasons: (Lack | undefined)[];
  /** Values that the codebook does not list. */
  others: Category[];
}

/**
 * Categories are texts: 007, 7 and 7.0 are three. The codebook joins them where it lists 7 alone, and a numeric measure
 * joins those of one value; what the codebook lists is kept apart.
 */
function placed(texts: readonly string[], variable: Variable, notation: NumberNotation): Placed {
  const { name: column, categories: listed } = variable;
  const index = new CategoryIndex(listed, notation);
  const codes = missingCodes(variable, notation);
  const reasons: (Lack | undefined)[] = [];
  const places: number[] = [];
  const waiting: number[] = [];
  for (const [id, text] of texts.entries()) {
    const absent =
      codes.hasText(text) || (!codes.isEmpty && !index.hasCode(text) && codes.hasNumber(readCode(text, notation)));
    if (text === '') reasons[id] = { column, is: 'empty' };
    else if (absent) reasons[id] = { column, is: 'missing', text };
    else if (isBroken(text) && !index.hasCode(text)) reasons[id] = { column, is: 'notComputed', text };
    const coded = reasons[id] === undefined ? index.coded(text) : -1;
    const at = coded >= 0 || reasons[id] !== undefined ? coded : index.named(text);
    places[id] = at;
    if (at < 0 && reasons[id] === undefined) waiting.push(id);
  }
  const nameOf = (text: string) => {
    const value = variable.measure === 'numeric' ? readCode(text, notation) : Number.NaN;
    return Number.isNaN(value) ? text : String(value);
  };
  const names = bySize([...new Set(waiting.map((id) => nameOf(texts[id] as string)))], notation, variable);
  const order = new Map(names.map((text, i) => [text, listed.length + i]));
  for (const id of waiting) places[id] = order.get(nameOf(texts[id] as string)) as number;
  const others = names.map((text): Category => ({ code: text, name: text }));
  return { categories: [...listed, ...others], places, reasons, others };
}

const byRow = (column: CategoryColumn, { places, reasons }: Pick<Placed, 'places' | 'reasons'>) => ({
  of: (row: number) => places[column.codes[row] as number] as number,
  reason: (row: number) => reasons[column.codes[row] as number] as Lack,
});

/** How many rows have each category. */
function countsOf(table: Table, column: CategoryColumn, places: readonly number[], categories: number): Float64Array {
  const counts = new Float64Array(categories);
  for (const [row, code] of column.codes.entries()) {
    const place = places[code] as number;
    if (place >= 0) counts[place] = (counts[place] as number) + sizeOf(table, row);
  }
  return counts;
}

const mostUnlistedSaid = 20;

/**
 * Applies the codebook to a column of categories: its missing codes set rows aside, its order is the order of the
 * categories. A value that a codebook with values does not name is kept after them, and said.
 */
export function categoriesOf(table: Table, variable: Variable): Categories {
  if (variable.bands) return bandsOf(table, variable, variable.bands);
  const column = table.category(variable.name);
  const found = placed(column.texts, variable, table.notation);
  const { categories, places, others } = found;
  const listed = variable.categories.length;
  const counts = listed > 0 && others.length > 0 ? countsOf(table, column, places, categories.length) : undefined;
  const problems = (counts ? others : []).slice(0, mostUnlistedSaid).map(({ code: value }, i) => {
    const facts = { column: variable.name, value, count: counts?.[listed + i] ?? 0, table: table.name };
    return warning('value-not-named', facts);
  });
  return { variable, categories, ...byRow(column, found), problems };
}

/** Only the categories that occur in some rows. */
export function occurring(given: Categories, rowCount: number, keeps: (row: number) => boolean): Categories {
  const seen = new Uint8Array(given.categories.length);
  for (let row = 0; row < rowCount; row += 1) {
    const at = keeps(row) ? given.of(row) : -1;
    if (at >= 0) seen[at] = 1;
  }
  const numbers = new Int32Array(seen.length).fill(-1);
  const categories = given.categories.filter((_, at) => seen[at] === 1);
  let next = 0;
  for (const [at, is] of seen.entries()) if (is === 1) numbers[at] = next++;
  const of = (row: number) => {
    const at = given.of(row);
    return at < 0 ? -1 : (numbers[at] as number);
  };
  return { ...given, categories, of };
}

/** Where a number falls among rising edges; −1 below the first and from the last on. */
const bandOf = (edges: readonly number[], value: number): number => {
  if (Number.isNaN(value)) return -1;
  const above = edges.findIndex((edge) => value < edge);
  return value === edges.at(-1) ? edges.length - 2 : above - 1;
};

/** A column of numbers as categories: the bands of the codebook, each with its lower edge. */
function bandsOf(table: Table, variable: Variable, edges: readonly number[]): Categories {
  const { name, bandNames = [] } = variable;
  const column = table.category(name);
  const notation = new ColumnNotation(table.notation, variable.unit);
  const codes = missingCodes(variable, table.notation);
  const isMissing = (text: string, value: number) => codes.hasText(text) || codes.hasNumber(value);
  const filled = column.texts.filter((text) => text !== '' && !codes.hasText(text));
  const read = notation.resolve(filled);
  const values = column.texts.map((text) => read.value(text));
  const absences = column.texts.map((text, id): Lack | undefined => {
    if (text === '') return { column: name, is: 'empty' };
    return isMissing(text, entryAt(values, id)) ? { column: name, is: 'missing', text } : undefined;
  });
  const places = values.map((value, id) => (absences[id] === undefined ? bandOf(edges, value) : -1));
  const categories = edges.slice(0, -1).map((edge, i) => ({ code: String(edge), name: entryAt(bandNames, i) }));
  const rising = edges.every((edge, i) => i === 0 || edge > (edges[i - 1] as number));
  const reasons = absences.map(
    (absent, id): Lack => absent ?? { column: name, is: Number.isNaN(values[id]) ? 'noNumber' : 'outsideBands' },
  );
  return {
    variable: { ...variable, categories },
    categories,
    ...byRow(column, { places, reasons }),
    problems: [
      ...(rising ? [] : [error('bands-not-rising', { column: name, bands: [...edges] })]),
      ...(read.fault ? [numberProblem(name, read.fault.fault, read.fault.texts, read.fault.texts.length)] : []),
    ],
  };
}

/** Whether a value that is given for a column of cases is one of its texts: as it is written, or as the same number. */
export function findText(texts: readonly string[], wanted: string, notation: NumberNotation): string | undefined {
  if (texts.includes(wanted)) return wanted;
  const value = readCode(wanted, notation);
  if (Number.isNaN(value)) return undefined;
  const same = texts.filter((text) => readCode(text, notation) === value);
  return same.length === 1 ? same[0] : undefined;
}
