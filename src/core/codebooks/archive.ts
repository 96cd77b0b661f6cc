import { lastOf } from '../at.js';
import type { Outcome } from '../problem/problem.js';
import type { VariableFile } from '../schema/codebook.js';

/** A text in one language, or in several by their tags. */
export type Words = string | Readonly<Record<string, string>>;

/** What a codebook says of a column, whatever its form. */
export interface ArchiveVariable {
  name: string;
  label?: Words;
  unit?: Words;
  measure?: VariableFile['measure'];
  /** Codes with their names, in their order. */
  values?: readonly (readonly [code: string, name: Words])[];
  missing?: readonly string[];
  decimals?: number;
  range?: readonly [number, number];
  dateOrder?: VariableFile['dateOrder'];
  bands?: readonly number[];
  formula?: string;
  colors?: Readonly<Record<string, string>>;
}

/** A codebook, whatever its form. */
export interface Archive {
  cases?: Words;
  decimalMark?: '.' | ',';
  thousandsMark?: string;
  variables: readonly ArchiveVariable[];
}

/** Things that a codebook says and the other form has no place for, each with how often. */
export class Unused {
  private readonly counts = new Map<string, number>();

  add(what: string, count = 1): void {
    if (count > 0) this.counts.set(what, (this.counts.get(what) ?? 0) + count);
  }

  /** Each once, as in `question texts (12)`. */
  get list(): string[] {
    return [...this.counts].map(([what, count]) => (count === 1 ? what : `${what} (${count})`));
  }
}

/** A codebook as it was read, and what of its file is not used. */
export interface ReadArchive {
  archive: Archive;
  unused: string[];
  /** The tables that it describes, as it calls them. */
  tables: string[];
  /** Whether one of them is meant. */
  isMeant: boolean;
  /** Columns that it describes in one way for one table and in another for another, of which the first is taken. */
  unclear: { columns: string[]; tables: string[] };
}

/** What a codebook says of one of its tables. */
export interface ArchiveTable {
  /** What it is called, and its file, with or without folder and ending; none where nothing is said. */
  names: readonly string[];
  variables: readonly ArchiveVariable[];
}

const stemOf = (path: string): string =>
  lastOf(path.split(/[/\\]/))
    .replace(/\.[^.]+$/, '')
    .toLowerCase();

/**
 * The variables of the tables that are meant: those whose files somebody names, where the codebook knows any of these, else all.
 * Of several of one name the first counts.
 *
 * @param files paths or names of tables
 */
export function variablesOfTables(
  tables: readonly ArchiveTable[],
  files: readonly string[],
): Omit<ReadArchive, 'archive' | 'unused'> & { variables: ArchiveVariable[] } {
  const stems = new Set(files.map(stemOf));
  const meant = tables.filter(({ names }) => names.some((name) => stems.has(stemOf(name))));
  const used = meant.length > 0 ? meant : tables;
  const taken = new Map<string, { variable: ArchiveVariable; table: ArchiveTable }>();
  const unclear = new Set<string>();
  const between = new Set<ArchiveTable>();
  for (const table of used)
    for (const variable of table.variables) {
      const first = taken.get(variable.name);
      if (!first) taken.set(variable.name, { variable, table });
      else if (JSON.stringify(first.variable) !== JSON.stringify(variable)) {
        unclear.add(variable.name);
        between.add(first.table).add(table);
      }
    }
  return {
    variables: [...taken.values()].map(({ variable }) => variable),
    tables: tables.flatMap(({ names }) => names[0] ?? []),
    isMeant: meant.length > 0,
    unclear: { columns: [...unclear], tables: [...between].flatMap(({ names }) => names[0] ?? []) },
  };
}

/** A codebook as a text, and what that form has no place for. */
export interface WrittenArchive {
  text: string;
  lost: string[];
}

/** A form of codebooks. A new one is a file and a line in the list of forms. */
export interface CodebookForm {
  /** Its name in calls. */
  name: string;
  /** What it is, for messages. */
  words: string;
  /** The ending of its files. */
  ending: string;
  /** Whether a text is one of this form; its syntax may be broken. */
  isOne(text: string): boolean;
  /** @param tables paths or names of the tables that are meant, where it may describe others too */
  read(text: string, file: string, tables: readonly string[]): Promise<Outcome<ReadArchive>>;
  write(archive: Archive): Promise<WrittenArchive> | WrittenArchive;
}

/** What is said of something, without what is not. */
export const said = <T extends object>(all: T): { [K in keyof T]?: Exclude<T[K], undefined> } =>
  Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>;
  };

/** A list with something in it; undefined where it is empty. */
export const filled = <T>(list: readonly T[]): readonly T[] | undefined => (list.length > 0 ? list : undefined);

/** A text in a language of its file, without line breaks. */
export const tidied = (text: string): string => text.replace(/\s+/g, ' ').trim();

/** Words in several languages as they are given one by one; the first without a tag is the only one. */
export function wordsFrom(given: readonly { tag: string | undefined; text: string }[]): Words | undefined {
  const all = given.map(({ tag, text }) => ({ tag, text: tidied(text) })).filter(({ text }) => text !== '');
  const [first] = all;
  if (!first) return undefined;
  const tags = new Map<string, string>();
  for (const { tag, text } of all) if (tag !== undefined && !tags.has(tag)) tags.set(tag, text);
  return tags.size > 1 ? Object.fromEntries(tags) : first.text;
}

/** The words that a form without languages takes of several: the first, and how many are lost. */
export function oneOf(words: Words | undefined, unused: Unused): string | undefined {
  if (words === undefined || typeof words === 'string') return words;
  const [first, ...others] = Object.values(words);
  unused.add('words in further languages', others.length);
  return first;
}

/** What a form may have no place for, in words. */
const lostWords = {
  colors: 'colours',
  formula: 'formulas',
  bands: 'bands',
  decimals: 'decimals',
  dateOrder: 'orders of day and month',
  unit: 'units',
  values: 'names of values',
} as const satisfies Partial<Record<keyof ArchiveVariable, string>>;

/** Counts what a codebook says of its variables and a form has no place for. */
export function countLost({ variables }: Archive, lacks: readonly (keyof typeof lostWords)[], unused: Unused): void {
  for (const key of lacks)
    unused.add(lostWords[key], variables.filter((variable) => variable[key] !== undefined).length);
}
