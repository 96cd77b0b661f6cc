import type { Edit } from 'hexis/desk';
import { edited, historyOf, redo, undo } from 'hexis/desk';
import { speech } from './speech.js';

export interface FolderFile {
  path: string;
  kind: string;
}

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

/** The files that the desk works on: those of a folder, or the demo in memory. */
export interface Files {
  name: string;
  /** The formats that figures are saved in, as far as there is a folder to save them into. */
  formats: readonly { name: string; description: string }[];
  list(): Promise<FolderFile[]>;
  read(path: string): Promise<FileState>;
  /** Changes files, and makes new ones: all of them, or none. */
  change(by: string, changes: readonly FileChange[]): Promise<ChangedFiles>;
  /** Takes the last act on a file back, or makes it again, in all files that it changed. */
  undo(path: string): Promise<Stepped>;
  redo(path: string): Promise<Stepped>;
  /** The texts of a file, and of those that were changed with it, as they were before its last acts. */
  earlier(path: string, steps: number): Promise<Earlier>;
  /** Keeps a table; one of that name that is there already, and is another, stays. */
  add(path: string, bytes: Uint8Array): Promise<{ path: string } | { fault: string }>;
  /** Draws into files of the folder; in memory the page keeps the drawing itself. */
  save?(path: string, wish: SaveWish): Promise<{ files: string[] } | { fault: string }>;
  /** Binds a report into documents in the folder; in memory there is no such folder. */
  bind?(path: string, as: string[], into: string): Promise<{ files: string[] } | { fault: string }>;
  /** The tables of the databases that the environment of the server knows, or why they cannot be had. */
  databases?(): Promise<Database[]>;
  /** Tells of files that another program has changed. */
  watch(changed: (path: string) => void): void;
}

/** The files of a folder, by the calls of its server. */
export class ServedFiles implements Files {
  name = '';
  formats: Files['formats'] = [];
  private readonly token: string;

  constructor(token: string) {
    this.token = token;
  }

  private async call(path: string, body?: unknown): Promise<Response> {
    return fetch(`./api/${path}`, {
      method: body === undefined ? 'GET' : 'POST',
      headers: { authorization: `Bearer ${this.token}`, 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  }

  private async step(which: 'undo' | 'redo', path: string): Promise<Stepped> {
    const answer = await this.call(which, { path });
    type Found = FileState & { fault?: string; others?: (FileState & { path: string })[] };
    const { others = [], fault, ...state } = (await answer.json()) as Found;
    if (state.text === undefined) return { fault: fault ?? speech.folder.silent };
    const states = Object.fromEntries(others.map(({ path: other, ...own }) => [other, own]));
    return { states: { ...states, [path]: state }, conflict: answer.status === 409 };
  }

  async list() {
    type Found = { folder: string; files: FolderFile[]; formats: Files['formats']; fault?: string };
    const found = (await (await this.call('folder')).json()) as Found;
    if (found.fault) throw new Error(found.fault);
    this.name = found.folder;
    this.formats = found.formats;
    return found.files;
  }

  async read(path: string) {
    const answer = await this.call(`file?path=${encodeURIComponent(path)}`);
    const found = (await answer.json()) as FileState & { fault?: string };
    if (!answer.ok) throw new Error(found.fault);
    return found;
  }

  async change(by: string, changes: readonly FileChange[]): Promise<ChangedFiles> {
    const answer = await this.call('change', {
      by,
      changes: changes.map(({ path, was, change }) => ({ path, was, ...change })),
    });
    const found = (await answer.json()) as { files?: (FileState | null)[]; fault?: string };
    if (!found.files) return { fault: found.fault ?? speech.folder.silent };
    const states: Record<string, FileState> = {};
    for (const [i, { path }] of changes.entries()) if (found.files[i]) states[path] = found.files[i];
    return { states, conflict: answer.status === 409 };
  }

  undo = (path: string) => this.step('undo', path);
  redo = (path: string) => this.step('redo', path);

  async earlier(path: string, steps: number) {
    return (await (await this.call(`earlier?path=${encodeURIComponent(path)}&steps=${steps}`)).json()) as Earlier;
  }

  async add(path: string, bytes: Uint8Array) {
    const answer = await fetch(`./api/add?path=${encodeURIComponent(path)}`, {
      method: 'POST',
      headers: { authorization: `Bearer ${this.token}` },
      body: Uint8Array.from(bytes),
    });
    return (await answer.json()) as { path: string } | { fault: string };
  }

  async save(path: string, wish: SaveWish) {
    return (await (await this.call('save', { path, ...wish })).json()) as { files: string[] } | { fault: string };
  }

  async bind(path: string, as: string[], into: string) {
    return (await (await this.call('bind', { path, as, into })).json()) as { files: string[] } | { fault: string };
  }

  async databases() {
    return (await (await this.call('databases')).json()) as Database[];
  }

  watch(changed: (path: string) => void) {
    const listen = async (): Promise<void> => {
      const answer = await this.call('changes');
      const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader();
      for (let left = ''; reader; ) {
        const { value, done } = await reader.read();
        if (done) return;
        left += value;
        const parts = left.split('\n\n');
        left = parts.pop() ?? '';
        for (const part of parts) changed(/^data: ?(.*)$/m.exec(part)?.[1] ?? '');
      }
    };
    const again = () =>
      setTimeout(
        () =>
          void listen()
            .catch(() => undefined)
            .then(again),
        800,
      );
    void listen()
      .catch(() => undefined)
      .then(again);
  }
}

/** An act by its name, with the paths of all files that it changed. */
interface Act {
  by: string;
  paths: string[];
}

/** Texts in memory, with the acts of each. */
export class MemoryFiles implements Files {
  name = speech.folder.demo;
  readonly formats = [];
  private readonly histories = new Map<string, ReturnType<typeof historyOf>>();
  private readonly acts = new Map<string, { undo: Act[]; redo: Act[] }>();
  private readonly texts: Record<string, string>;
  private readonly tables: string[] = [];

  constructor(texts: Record<string, string>) {
    this.texts = texts;
  }

  async list() {
    const kind = (path: string) => /\.(figure|board|report|style|codebook)\.ya?ml$/.exec(path)?.[1] ?? 'table';
    return [...Object.keys(this.texts), ...this.tables].sort().map((path) => ({ path, kind: kind(path) }));
  }

  private actsOf(path: string): { undo: Act[]; redo: Act[] } {
    return this.acts.get(path) ?? { undo: [], redo: [] };
  }

  private state(path: string): FileState {
    const text = this.texts[path] as string;
    const { undo: back, redo: again } = this.actsOf(path);
    return { text, sha256: text, undo: back.map(({ by }) => by), redo: again.map(({ by }) => by) };
  }

  private states(paths: readonly string[]): Record<string, FileState> {
    return Object.fromEntries(paths.map((path) => [path, this.state(path)]));
  }

  read = async (path: string) => this.state(path);

  async change(by: string, changes: readonly FileChange[]): Promise<ChangedFiles> {
    const conflict = changes.some(({ path, was }) => was === null && path in this.texts);
    const changed = conflict ? [] : changes.filter((one) => this.changeOne(one));
    const act = { by, paths: changed.map(({ path }) => path) };
    for (const path of act.paths) this.acts.set(path, { undo: [...this.actsOf(path).undo, act], redo: [] });
    return { states: this.states(changes.map(({ path }) => path).filter((path) => path in this.texts)), conflict };
  }

  /** Changes a text, or makes it; says whether it is one that was there and is another now. */
  private changeOne({ path, change }: FileChange): boolean {
    const before = this.texts[path];
    if (before === undefined) {
      if ('text' in change) this.texts[path] = change.text;
      return false;
    }
    const own = this.histories.get(path) ?? historyOf(before);
    const next =
      'edits' in change
        ? edited(own, change.edits)
        : {
            text: change.text,
            done: [...own.done, [{ at: 0, removed: before, inserted: change.text }]],
            undone: [],
          };
    if (next.text === before) return false;
    this.histories.set(path, next);
    this.texts[path] = next.text;
    return true;
  }

  private step(path: string, take: typeof undo, from: 'undo' | 'redo'): Stepped {
    const act = this.actsOf(path)[from].at(-1);
    // An act goes in all files in which it is the last one, or in none of the others.
    const isWhole = act?.paths.every((own) => this.actsOf(own)[from].at(-1) === act);
    const paths = act && isWhole ? act.paths : [path];
    for (const own of act ? paths : []) {
      const next = take(this.histories.get(own) as ReturnType<typeof historyOf>);
      this.histories.set(own, next);
      this.texts[own] = next.text;
      const other = from === 'undo' ? 'redo' : 'undo';
      const acts = this.actsOf(own);
      this.acts.set(own, { ...acts, [from]: acts[from].slice(0, -1), [other]: [...acts[other], act as Act] });
    }
    return { states: this.states(paths), conflict: false };
  }

  async add(path: string) {
    if (path in this.texts) return { fault: speech.folder.exists(path) };
    this.tables.push(path);
    return { path };
  }

  undo = async (path: string) => this.step(path, undo, 'undo');
  redo = async (path: string) => this.step(path, redo, 'redo');

  async earlier(path: string, steps: number): Promise<Earlier> {
    const last = this.actsOf(path).undo.slice(-steps);
    const texts: Record<string, string> = {};
    for (const own of new Set([path, ...last.flatMap(({ paths }) => paths)])) {
      const acts = this.actsOf(own).undo;
      const from = acts.findIndex((act) => last.includes(act));
      let history = this.histories.get(own);
      for (let count = from < 0 ? 0 : acts.length - from; history && count > 0; count -= 1) history = undo(history);
      if (history) texts[own] = history.text;
    }
    return { texts };
  }

  watch() {}
}
