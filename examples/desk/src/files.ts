import type { Edit, Reply } from 'hexis/desk';
import { speech } from './speech.js';

export interface FolderFile {
  path: string;
  kind: string;
}

/** A file that was made and goes to the person, where there is no folder of theirs that it could go into. */
export interface Handed {
  name: string;
  bytes: Uint8Array | string;
}

/** Files that were made, by their names. */
export type Made = { files: string[]; handed?: Handed[] } | { fault: string };

/** A file as it is, with what can be taken back and made again. */
export interface FileState {
  text: string;
  sha256: string;
  undo: string[];
  redo: string[];
}

/** What was taken back or made again: how the files of that act are now, and whether somebody else has changed the first since. */
export type Stepped = { states: Record<string, FileState>; conflict: boolean } | { fault: string };

/** A change: single settings, or the whole text. */
export type Change = { edits: readonly Edit[] } | { text: string };

/** A change of one file: of the text with this hash, or of none, where the file is new. */
export interface FileChange {
  path: string;
  was: string | null;
  change: Change;
}

/** What an act on files did: how they are now, and whether it was left because somebody else has changed one. */
export type ChangedFiles = { states: Record<string, FileState>; conflict: boolean } | { fault: string };

/** Texts as they were, by their paths. */
export type Earlier = { texts: Record<string, string> } | { fault: string };

/** A database by the name of its connection. */
export interface Database {
  connection: string;
  tables: readonly string[];
  fault?: string;
}

/** How a figure is handed over. */
export interface SaveWish {
  as: string[];
  dpi?: number;
  caption?: boolean;
  /** A folder in the folder; empty: that one itself. */
  into?: string;
  /** Another size for this once, such as `8cm`. */
  width?: string;
  height?: string;
}

/** A call about the files of the desk, to a server or to a worker. */
export type Call = (name: string, ask: Record<string, unknown>) => Promise<{ is: Reply['is']; body: unknown }>;

/** What differs between the places that files are in. */
export interface FilesOptions {
  /** Whether files that are made are handed to the person, and go into no folder. */
  isHanded: boolean;
  /** Tells of files that another program, or another page, has changed. */
  watch(changed: (path: string) => void): void;
  /** The tables of the databases that the environment of a server knows, or why they cannot be had. */
  databases?: (() => Promise<Database[]>) | undefined;
  /** All files with their journals, as one to be kept. */
  packed?: (() => Promise<Uint8Array>) | undefined;
  /** Takes any files into the place, where it is one of the browser's own. */
  bring?: ((files: Record<string, Uint8Array>) => Promise<{ fault?: string }>) | undefined;
}

type Said = { name: string; description: string };

/** The files that the desk works on, wherever they are: whoever answers its calls knows that. */
export class Files {
  name = '';
  /** The formats that figures are saved in, and the forms that reports are bound in. */
  formats: readonly Said[] = [];
  documents: readonly Said[] = [];
  /** Endings of files that are tables. */
  endings: readonly string[] = [];
  readonly isHanded: boolean;
  readonly watch: FilesOptions['watch'];
  readonly databases: FilesOptions['databases'];
  readonly packed: FilesOptions['packed'];
  readonly bring: FilesOptions['bring'];
  private readonly call: Call;

  constructor(call: Call, { isHanded, watch, databases, packed, bring }: FilesOptions) {
    this.call = call;
    this.isHanded = isHanded;
    this.watch = watch;
    this.databases = databases;
    this.packed = packed;
    this.bring = bring;
  }

  async list(): Promise<FolderFile[]> {
    type Found = {
      folder: string;
      files: FolderFile[];
      formats: Said[];
      documents: Said[];
      endings: string[];
      fault?: string;
    };
    const found = (await this.call('list', {})).body as Found;
    if (found.fault) throw new Error(found.fault);
    this.name = found.folder;
    this.formats = found.formats;
    this.documents = found.documents;
    this.endings = found.endings;
    return found.files;
  }

  async read(path: string): Promise<FileState> {
    const { is, body } = await this.call('file', { path });
    const found = body as FileState & { fault?: string };
    if (is !== 'done') throw new Error(found.fault);
    return found;
  }

  /** Changes files, and makes new ones: all of them, or none. */
  async change(by: string, changes: readonly FileChange[]): Promise<ChangedFiles> {
    const { is, body } = await this.call('change', {
      by,
      changes: changes.map(({ path, was, change }) => ({ path, was, ...change })),
    });
    const found = body as { files?: (FileState | null)[]; fault?: string };
    if (!found.files) return { fault: found.fault ?? speech.folder.silent };
    const states: Record<string, FileState> = {};
    for (const [i, { path }] of changes.entries()) if (found.files[i]) states[path] = found.files[i];
    return { states, conflict: is === 'conflict' };
  }

  private async step(which: 'undo' | 'redo', path: string): Promise<Stepped> {
    const { is, body } = await this.call(which, { path });
    type Found = FileState & { fault?: string; others?: (FileState & { path: string })[] };
    const { others = [], fault, ...state } = body as Found;
    if (state.text === undefined) return { fault: fault ?? speech.folder.silent };
    const states = Object.fromEntries(others.map(({ path: other, ...own }) => [other, own]));
    return { states: { ...states, [path]: state }, conflict: is === 'conflict' };
  }

  /** Takes the last act on a file back, or makes it again, in all files that it changed. */
  undo = (path: string) => this.step('undo', path);
  redo = (path: string) => this.step('redo', path);

  /** The texts of a file, and of those that were changed with it, as they were before its last acts. */
  earlier = async (path: string, steps: number) => (await this.call('earlier', { path, steps })).body as Earlier;

  /** Keeps a table; one of that name that is there already, and is another, stays. */
  add = async (path: string, bytes: Uint8Array) =>
    (await this.call('add', { path, bytes })).body as { path: string } | { fault: string };

  /** Draws a figure into files. */
  save = async (path: string, wish: SaveWish) => (await this.call('save', { path, ...wish })).body as Made;

  /** Binds a report into documents. */
  bind = async (path: string, as: string[], into: string) => (await this.call('bind', { path, as, into })).body as Made;
}
