import type { FileSetting } from '../data/tableFacts.js';

/** What reads the tables of files: this program, or an engine beside it. */
export const engineNames = ['memory', 'embedded'] as const;
export type EngineName = (typeof engineNames)[number];

/** What a figure file says of a table, whatever the folder that it is drawn in. */
export interface TableSaid {
  said: string;
}

/** A file, or several by a pattern, with what is said of them. */
export interface FileRef extends TableSaid {
  file: string;
  told: Readonly<Partial<Record<FileSetting, unknown>>>;
  engine?: EngineName | undefined;
}

/** A table of a database, or a statement that gives one. */
export interface ConnectionRef extends TableSaid {
  /** The name of the connection. */
  connection: string;
  /** The table, and the schema where it is not the usual one. */
  table?: string | undefined;
  schema?: string | undefined;
  /** The statement, and the file that it comes from. */
  query?: { text: string; path: string } | undefined;
  /** Seconds that an answer may take. */
  timeLimit?: number | undefined;
}

/** A table that may be asked and not read. */
export type TableRef = FileRef | ConnectionRef;

/** Whether a path is a pattern for several files. */
export const isPattern = (path: string): boolean => /[*?]/.test(path);

/** Whether a table is asked by what is said of it, be there something that answers or not. */
export const isAsked = (ref: TableRef): boolean => !('file' in ref) || ref.engine === 'embedded' || isPattern(ref.file);

/** What messages call a table. */
export const nameOfTable = (ref: Omit<FileRef, 'said'> | Omit<ConnectionRef, 'said'>): string =>
  'file' in ref ? ref.file : (ref.query?.path ?? [ref.schema, ref.table].filter(Boolean).join('.'));
