import { nearest } from '../problem/nearest.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../problem/problem.js';
import { SourceFault } from '../project/read/source.js';
import { inverse, type Patch, patched } from '../schema/patch.js';
import { type Act, done, type Journal, journalText, mostBytes, readJournal, sha256 } from './journal.js';
import type { Keeper, Output } from './keeper.js';

/** A change to be written and recorded. */
export interface Change {
  /** Path of the file. */
  path: string;
  /** Its text before; left out: it is new. */
  before: string;
  /** Its text after. */
  after: string;
  /** The patch from one to the other. */
  patch: Patch;
  /** What is done, in words. */
  by: string;
}

/** A change of a binary file, such as a picture or a document. */
export interface ByteChange extends Pick<Change, 'path' | 'by'> {
  before: Uint8Array;
  after: Uint8Array;
}

/** How many acts are kept for a file, and how many contents of a binary file. */
const [mostActs, mostContents] = [5000, 20];

/** What was undone or redone. */
export interface Undone {
  /** Path of the file. */
  path: string;
  /** What was undone or redone, in words. */
  by: string;
  /** Its text before. */
  before: string | Uint8Array;
  /** Its text after. */
  after: string | Uint8Array;
  /** How many further acts can be undone or redone. */
  left: number;
  /** The same for the other files of the act; empty where one of them has changed since. */
  others: Omit<Undone, 'others'>[];
}

/** A step in the journal of a file, not yet written. */
interface Step {
  path: string;
  act: Act;
  before: string | Uint8Array;
  after: string | Uint8Array;
  journal: Journal;
  left: number;
}

/** Whether another file of an act may be changed with it. */
export type MayGoAlong = (path: string) => Promise<boolean>;

const anyFile: MayGoAlong = async () => true;

const undoneOf = ([own, ...others]: readonly Step[]): Undone => {
  const one = ({ path, act, before, after, left }: Step) => ({ path, by: act.by, before, after, left });
  return { ...one(own as Step), others: others.map(one) };
};

/** Each file once. */
const unlike = (outputs: readonly Output[]): Output[] =>
  outputs.filter(({ path }, i) => outputs.findIndex((other) => other.path === path) === i);

/** A text as it was before the last acts on it; undefined where somebody else has changed it since. */
function textBefore(text: string, acts: readonly Act[]): string | undefined {
  let now = text;
  for (const act of acts.toReversed()) {
    if (!act.patch || sha256(now) !== act.after) return undefined;
    now = patched(now, inverse(act.patch));
  }
  return now;
}

/** The journals of files, each beside its file: changes are written with them, and taken back by them. */
export class Journals {
  private readonly keeper: Keeper;

  constructor(keeper: Keeper) {
    this.keeper = keeper;
  }

  /** The path of a file that the journal of another one names. */
  private beside(path: string, name: string): string {
    const { join, dirname } = this.keeper.paths;
    return join(dirname(path), name);
  }

  /** How the journal of a file names another one. */
  private wayTo(path: string, other: string): string {
    const { relative, dirname } = this.keeper.paths;
    return relative(dirname(path), other).replaceAll('\\', '/');
  }

  private folderOf(path: string): string {
    const { join, dirname } = this.keeper.paths;
    return join(dirname(path), '.hexis');
  }

  private journalOf(path: string): string {
    const { join, basename } = this.keeper.paths;
    return join(this.folderOf(path), `${basename(path)}.journal.json`);
  }

  /** Where a whole content is kept. */
  private contentOf(path: string, hash: string): string {
    const { join, basename } = this.keeper.paths;
    return join(this.folderOf(path), `${basename(path)}.${hash.slice(0, 32)}.was`);
  }

  /** The journal of a file; an empty one if it is missing or unreadable. */
  private async journalFor(path: string): Promise<Journal> {
    const bytes = await this.keeper.bytes(this.journalOf(path)).catch(() => new Uint8Array());
    return readJournal(bytes.length > mostBytes ? '' : new TextDecoder().decode(bytes));
  }

  /** A journal as an output; version control ignores its folder. */
  private journalOutputs(path: string, journal: Journal): Output[] {
    const ignored = this.keeper.paths.join(this.folderOf(path), '.gitignore');
    return [
      { path: this.journalOf(path), bytes: journalText(journal), isOwnFolder: true },
      { path: ignored, bytes: '*\n', isOwnFolder: true },
    ];
  }

  /** Contents of a binary file, kept beside its journal. */
  private contents(path: string, bytes: readonly (string | Uint8Array)[]): Output[] {
    return bytes.map((one) => ({ path: this.contentOf(path, sha256(one)), bytes: one, isOwnFolder: true }));
  }

  /**
   * Changed files with their journals, to be written together.
   *
   * @param isOne whether they are one act, which is taken back in all of them at once
   */
  async changeOutputs(changes: readonly (Change | ByteChange)[], isOne = false): Promise<Output[]> {
    const outputs: Output[] = [];
    const set = sha256(changes.map(({ before, after }) => `${sha256(before)} ${sha256(after)}`).join('\n')).slice(
      0,
      16,
    );
    for (const change of changes) {
      const { path, before, after, by } = change;
      const acts = done((await this.journalFor(path)).acts, before);
      const others = changes.filter((other) => other.path !== path).map((other) => this.wayTo(path, other.path));
      const act: Act = {
        by,
        ...('patch' in change ? { patch: change.patch } : {}),
        before: sha256(before),
        after: sha256(after),
        ...(isOne && others.length > 0 ? { set, with: others } : {}),
      };
      // The journal is written first: an act never carried out is skipped later, but one never recorded would be lost.
      // A new act discards what could be redone.
      const kept = { acts: [...acts, act].slice(-mostActs), undone: [] };
      if (!('patch' in change)) outputs.push(...this.contents(path, [before]));
      outputs.push(...this.journalOutputs(path, kept), { path, bytes: after, was: before });
    }
    return unlike(outputs);
  }

  /** Removes contents that no act, or only an old one, refers to. */
  async clearContents(path: string): Promise<void> {
    const { acts, undone } = await this.journalFor(path);
    const asked = [...acts.slice(-mostContents), ...undone.slice(-mostContents)];
    const kept = new Set(
      asked.flatMap(({ before, after }) => [this.contentOf(path, before), this.contentOf(path, after)]),
    );
    const { basename, join } = this.keeper.paths;
    const own = `${basename(path)}.`;
    for (const name of await this.keeper.names(this.folderOf(path))) {
      const file = join(this.folderOf(path), name);
      const isContent = name.startsWith(own) && /^[\da-f]{32}\.was$/.test(name.slice(own.length));
      if (isContent && !kept.has(file)) await this.keeper.remove(file);
    }
  }

  /** Writes changed files and their journals, all of them or none. */
  async saveChanges(changes: readonly Change[]): Promise<Problem[]> {
    return this.keeper.save(await this.changeOutputs(changes));
  }

  /** A file to undo or redo, as text or bytes, or why it cannot be read. */
  private async readFor<T>(path: string, read: (path: string) => Promise<T>): Promise<Outcome<T>> {
    try {
      return succeed(await read(path));
    } catch (fault) {
      const missing = fault instanceof SourceFault && fault.kind === 'missing';
      return fail([
        missing
          ? error('file-missing', {
              path,
              what: 'a file that Hexis has changed',
              named: false,
              nearest: nearest(path, await this.keeper.near(path)),
            })
          : error('file-unreadable', { path, reason: (fault as Error).message }),
      ]);
    }
  }

  private textFor(path: string): Promise<Outcome<string>> {
    return this.readFor(path, this.keeper.text);
  }

  /** The file with its journal: as text if its acts are patches, else as bytes. */
  private async fileFor(path: string): Promise<Outcome<{ before: string | Uint8Array; journal: Journal }>> {
    const journal = await this.journalFor(path);
    const last = journal.acts.at(-1) ?? journal.undone.at(-1);
    const isText = last === undefined || last.patch !== undefined;
    const found = await (isText ? this.textFor(path) : this.readFor<Uint8Array>(path, this.keeper.bytes));
    return found.ok ? succeed({ before: found.value, journal }) : found;
  }

  /** What a file becomes by a patch or a kept content; undefined where the file is not as expected. */
  private async stepped(
    path: string,
    before: string | Uint8Array,
    patch: Patch | undefined,
    [from, to]: readonly [string, string],
  ): Promise<string | Uint8Array | undefined> {
    if (sha256(before) !== from) return undefined;
    const after =
      patch === undefined
        ? await this.keeper.bytes(this.contentOf(path, to)).catch(() => undefined)
        : typeof before === 'string'
          ? patched(before, patch)
          : undefined;
    return after !== undefined && sha256(after) === to ? after : undefined;
  }

  private async stepBack(path: string): Promise<Outcome<Step>> {
    const found = await this.fileFor(path);
    if (!found.ok) return found;
    const { before, journal: known } = found.value;
    const acts = done(known.acts, before);
    const act = acts.at(-1);
    if (!act) return fail([error('nothing-to-undo', { path })]);
    const after = await this.stepped(path, before, act.patch && inverse(act.patch), [act.after, act.before]);
    if (after === undefined) return fail([error('changed-since', { path, by: act.by }, { file: path })]);
    const journal = { acts: acts.slice(0, -1), undone: [...known.undone, act].slice(-mostActs) };
    return succeed({ path, act, before, after, journal, left: journal.acts.length });
  }

  private async stepAgain(path: string): Promise<Outcome<Step>> {
    const found = await this.fileFor(path);
    if (!found.ok) return found;
    const { before, journal: known } = found.value;
    const act = known.undone.at(-1);
    if (!act) return fail([error('nothing-to-redo', { path })]);
    const after = await this.stepped(path, before, act.patch, [act.before, act.after]);
    if (after === undefined) return fail([error('changed-since', { path, by: act.by }, { file: path })]);
    const journal = { acts: [...done(known.acts, before), act], undone: known.undone.slice(0, -1) };
    return succeed({ path, act, before, after, journal, left: journal.undone.length });
  }

  /** The content of a binary file that a step keeps for the opposite step. */
  private stepContents({ path, act, before }: Step): Output[] {
    return act.patch === undefined ? this.contents(path, [before]) : [];
  }

  /** The steps of all files of an act. If one of them has changed since, only the step of the file itself. */
  private async together(
    path: string,
    step: (path: string) => Promise<Outcome<Step>>,
    mayGoAlong: MayGoAlong,
  ): Promise<Outcome<Step[]>> {
    const own = await step(path);
    if (!own.ok) return own;
    const { set, with: names = [] } = own.value.act;
    const paths = names.map((other) => this.beside(path, other));
    const isFree = (await Promise.all(paths.map(mayGoAlong))).every((may) => may);
    if (!isFree) return succeed([own.value]);
    const others = await Promise.all(paths.map(step));
    const along = others.flatMap((other) => (other.ok && other.value.act.set === set ? [other.value] : []));
    return succeed(along.length === others.length ? [own.value, ...along] : [own.value]);
  }

  /**
   * Takes the last change of a file back that its journal holds, and of the other files that were changed by the same act. A
   * file that a person has changed since is left, and that is said; where it is one of the others, this one goes alone.
   *
   * @param show whether nothing is written
   */
  async undoChange(path: string, show = false, mayGoAlong = anyFile): Promise<Outcome<Undone>> {
    const steps = await this.together(path, (own) => this.stepBack(own), mayGoAlong);
    if (!steps.ok) return steps;
    if (!show) {
      // The files are written first: a crash in between leaves acts that were not carried out, which are skipped.
      const files = steps.value.map((step) => ({ path: step.path, bytes: step.after, was: step.before }));
      const problems = await this.keeper.save(
        unlike([
          ...steps.value.flatMap((step) => this.stepContents(step)),
          ...files,
          ...steps.value.flatMap((step) => this.journalOutputs(step.path, step.journal)),
        ]),
      );
      if (hasErrors(problems)) return fail(problems);
      return succeed(undoneOf(steps.value), problems);
    }
    return succeed(undoneOf(steps.value));
  }

  /** The acts of a file of texts, with its text; undefined where it cannot be read. */
  private async actsOf(path: string): Promise<{ text: string; acts: Act[] } | undefined> {
    const found = await this.fileFor(path);
    if (!found.ok || typeof found.value.before !== 'string') return undefined;
    const { before: text, journal } = found.value;
    return { text, acts: done(journal.acts, text) };
  }

  /**
   * The text of a file as it was before its last acts, with those of the other files that these acts changed; nothing is written. A
   * file that somebody else has changed since is left out, and where it is this one, that is said.
   *
   * @param steps how many acts
   * @returns texts by their paths
   */
  async earlierTexts(path: string, steps: number, mayGoAlong = anyFile): Promise<Outcome<Map<string, string>>> {
    const own = await this.actsOf(path);
    const last = own?.acts.slice(-steps) ?? [];
    const [first] = last;
    if (!own || !first) return fail([error('nothing-to-undo', { path })]);
    const text = textBefore(own.text, last);
    if (text === undefined)
      return fail([error('changed-since', { path, by: last.at(-1)?.by ?? first.by }, { file: path })]);
    const texts = new Map([[path, text]]);
    const sets = new Set(last.flatMap(({ set }) => set ?? []));
    const others = new Set(last.flatMap(({ with: names = [] }) => names.map((name) => this.beside(path, name))));
    for (const other of others) {
      const along = (await mayGoAlong(other)) ? await this.actsOf(other) : undefined;
      const from = along?.acts.findIndex(({ set }) => set !== undefined && sets.has(set)) ?? -1;
      const before = along && from >= 0 ? textBefore(along.text, along.acts.slice(from)) : undefined;
      if (before !== undefined) texts.set(other, before);
    }
    return succeed(texts);
  }

  /** Redoes the change that was undone last, if the file is still as it was then. */
  async redoChange(path: string, mayGoAlong = anyFile): Promise<Outcome<Undone>> {
    const steps = await this.together(path, (own) => this.stepAgain(own), mayGoAlong);
    if (!steps.ok) return steps;
    const outputs = steps.value.flatMap((step) => [
      ...this.stepContents(step),
      ...this.journalOutputs(step.path, step.journal),
      { path: step.path, bytes: step.after, was: step.before },
    ]);
    const problems = await this.keeper.save(unlike(outputs));
    return hasErrors(problems) ? fail(problems) : succeed(undoneOf(steps.value), problems);
  }

  /** What can be undone and redone now, each by what made it, latest last. */
  async stepsOf(path: string): Promise<{ undo: string[]; redo: string[] }> {
    const found = await this.textFor(path);
    if (!found.ok) return { undo: [], redo: [] };
    const { acts, undone } = await this.journalFor(path);
    const behind = done(acts, found.value);
    const own = sha256(found.value);
    return {
      undo: behind.at(-1)?.after === own ? behind.map(({ by }) => by) : [],
      redo: undone.at(-1)?.before === own ? undone.map(({ by }) => by) : [],
    };
  }
}
