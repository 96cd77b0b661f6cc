import { createHash } from 'node:crypto';
import { readdir, unlink } from 'node:fs/promises';
import { basename, dirname, join, relative } from 'node:path';
import { nearest } from '../core/problem/nearest.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../core/problem/problem.js';
import { SourceFault } from '../core/project/read/source.js';
import { inverse, type Patch, patched } from '../core/schema/patch.js';
import { disk, ownContent, ownText } from './disk.js';
import { type Output, save } from './save.js';

/** One change of a file, kept so that it can be undone. */
interface Act {
  /** What made it, such as `mend`. */
  by: string;
  /** The change of its text. Missing for a binary file, whose contents are kept whole beside the journal. */
  patch?: Patch;
  /** SHA-256 of the file before and after it. */
  before: string;
  after: string;
  /** For an act on several files: its name in all of their journals, and the other files, relative to this one's folder. */
  set?: string;
  with?: string[];
}

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

/** How many acts are kept for a file, and how many contents of a binary file. */
const [mostActs, mostContents] = [5000, 20];

const folderOf = (path: string) => join(dirname(path), '.hexis');
const journalOf = (path: string) => join(folderOf(path), `${basename(path)}.journal.json`);
const sha256 = (content: string | Uint8Array) => createHash('sha256').update(content).digest('hex');

/** Where a whole content is kept. */
const contentOf = (path: string, hash: string) => join(folderOf(path), `${basename(path)}.${hash.slice(0, 32)}.was`);

const isAct = (value: unknown): value is Act => {
  const { by, patch, before, after, with: others } = (value ?? {}) as Partial<Act>;
  const isSet = others === undefined || (Array.isArray(others) && others.every((one) => typeof one === 'string'));
  return (
    isSet &&
    typeof by === 'string' &&
    (patch === undefined || isPatch(patch)) &&
    typeof before === 'string' &&
    typeof after === 'string'
  );
};

const isPatch = (value: unknown): value is Patch =>
  Array.isArray(value) &&
  value.every((one) => {
    const { at, removed, inserted } = (one ?? {}) as Partial<Patch[number]>;
    return Number.isInteger(at) && typeof removed === 'string' && typeof inserted === 'string';
  });

/** What was done to a file, and what of it was undone, latest last. */
interface Journal {
  acts: Act[];
  undone: Act[];
}

/** A larger file is not one of our journals. */
const mostBytes = 50e6;

/** The journal of a file; an empty one if it is missing or unreadable. */
async function journalFor(path: string): Promise<Journal> {
  const text = await ownContent(journalOf(path)).then(
    (bytes) => (bytes.length > mostBytes ? '' : Buffer.from(bytes).toString('utf8')),
    () => '',
  );
  try {
    const found = JSON.parse(text) as { hexis?: unknown; acts?: unknown; undone?: unknown };
    const list = (own: unknown) => (Array.isArray(own) ? own.filter(isAct) : []);
    return found.hexis === 'journal/1' ? { acts: list(found.acts), undone: list(found.undone) } : empty;
  } catch {
    return empty;
  }
}

const empty: Journal = { acts: [], undone: [] };

/** A journal as an output; version control ignores its folder. */
const journalOutputs = (path: string, { acts, undone }: Journal): Output[] => [
  {
    path: journalOf(path),
    bytes: `${JSON.stringify({ hexis: 'journal/1', acts, ...(undone.length > 0 ? { undone } : {}) }, null, 1)}\n`,
    isOwnFolder: true,
  },
  { path: join(folderOf(path), '.gitignore'), bytes: '*\n', isOwnFolder: true },
];

/** The acts that led to the file as it is. An act recorded but never carried out, as after a crash, is skipped. */
function done(acts: readonly Act[], text: string | Uint8Array): Act[] {
  const last = acts.at(-1);
  const own = sha256(text);
  return last && last.after !== own && last.before === own ? acts.slice(0, -1) : [...acts];
}

/**
 * Changed files with their journals, to be written together.
 *
 * @param isOne whether they are one act, which is taken back in all of them at once
 */
export async function changeOutputs(changes: readonly (Change | ByteChange)[], isOne = false): Promise<Output[]> {
  const outputs: Output[] = [];
  const set = sha256(changes.map(({ before, after }) => `${sha256(before)} ${sha256(after)}`).join('\n')).slice(0, 16);
  for (const change of changes) {
    const { path, before, after, by } = change;
    const acts = done((await journalFor(path)).acts, before);
    const others = changes.filter((other) => other.path !== path).map((other) => slashed(dirname(path), other.path));
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
    if (!('patch' in change)) outputs.push(...contents(path, [before]));
    outputs.push(...journalOutputs(path, kept), { path, bytes: after, was: before });
  }
  return unlike(outputs);
}

/** Contents of a binary file, kept beside its journal. */
const contents = (path: string, bytes: readonly (string | Uint8Array)[]): Output[] =>
  bytes.map((one) => ({ path: contentOf(path, sha256(one)), bytes: one, isOwnFolder: true }));

/** Removes contents that no act, or only an old one, refers to. */
export async function clearContents(path: string): Promise<void> {
  const { acts, undone } = await journalFor(path);
  const asked = [...acts.slice(-mostContents), ...undone.slice(-mostContents)];
  const kept = new Set(asked.flatMap(({ before, after }) => [contentOf(path, before), contentOf(path, after)]));
  const own = `${basename(path)}.`;
  for (const name of await readdir(folderOf(path)).catch(() => [])) {
    const file = join(folderOf(path), name);
    const isContent = name.startsWith(own) && /^[\da-f]{32}\.was$/.test(name.slice(own.length));
    if (isContent && !kept.has(file)) await unlink(file).catch(() => undefined);
  }
}

/** Each file once. */
const unlike = (outputs: readonly Output[]): Output[] =>
  outputs.filter(({ path }, i) => outputs.findIndex((other) => other.path === path) === i);

const slashed = (from: string, to: string) => relative(from, to).replaceAll('\\', '/');

/** Writes changed files and their journals, all of them or none. */
export const saveChanges = async (changes: readonly Change[]): Promise<Problem[]> => save(await changeOutputs(changes));

/** A file to undo or redo, as text or bytes, or why it cannot be read. */
async function readFor<T>(path: string, read: (path: string) => Promise<T>): Promise<Outcome<T>> {
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
            nearest: nearest(path, await disk.near(path)),
          })
        : error('file-unreadable', { path, reason: (fault as Error).message }),
    ]);
  }
}

const textFor = (path: string): Promise<Outcome<string>> => readFor(path, ownText);

/** The file with its journal: as text if its acts are patches, else as bytes. */
async function fileFor(path: string): Promise<Outcome<{ before: string | Uint8Array; journal: Journal }>> {
  const journal = await journalFor(path);
  const last = journal.acts.at(-1) ?? journal.undone.at(-1);
  const isText = last === undefined || last.patch !== undefined;
  const found = await (isText ? textFor(path) : readFor<Uint8Array>(path, ownContent));
  return found.ok ? succeed({ before: found.value, journal }) : found;
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

/** What a file becomes by a patch or a kept content; undefined where the file is not as expected. */
async function stepped(
  path: string,
  before: string | Uint8Array,
  patch: Patch | undefined,
  [from, to]: readonly [string, string],
): Promise<string | Uint8Array | undefined> {
  if (sha256(before) !== from) return undefined;
  const after =
    patch === undefined
      ? await ownContent(contentOf(path, to)).catch(() => undefined)
      : typeof before === 'string'
        ? patched(before, patch)
        : undefined;
  return after !== undefined && sha256(after) === to ? after : undefined;
}

async function stepBack(path: string): Promise<Outcome<Step>> {
  const found = await fileFor(path);
  if (!found.ok) return found;
  const { before, journal: known } = found.value;
  const acts = done(known.acts, before);
  const act = acts.at(-1);
  if (!act) return fail([error('nothing-to-undo', { path })]);
  const after = await stepped(path, before, act.patch && inverse(act.patch), [act.after, act.before]);
  if (after === undefined) return fail([error('changed-since', { path, by: act.by }, { file: path })]);
  const journal = { acts: acts.slice(0, -1), undone: [...known.undone, act].slice(-mostActs) };
  return succeed({ path, act, before, after, journal, left: journal.acts.length });
}

async function stepAgain(path: string): Promise<Outcome<Step>> {
  const found = await fileFor(path);
  if (!found.ok) return found;
  const { before, journal: known } = found.value;
  const act = known.undone.at(-1);
  if (!act) return fail([error('nothing-to-redo', { path })]);
  const after = await stepped(path, before, act.patch, [act.before, act.after]);
  if (after === undefined) return fail([error('changed-since', { path, by: act.by }, { file: path })]);
  const journal = { acts: [...done(known.acts, before), act], undone: known.undone.slice(0, -1) };
  return succeed({ path, act, before, after, journal, left: journal.undone.length });
}

/** The content of a binary file that a step keeps for the opposite step. */
const stepContents = ({ path, act, before }: Step): Output[] =>
  act.patch === undefined ? contents(path, [before]) : [];

/** Whether another file of an act may be changed with it. */
export type MayGoAlong = (path: string) => Promise<boolean>;

const anyFile: MayGoAlong = async () => true;

/** The steps of all files of an act. If one of them has changed since, only the step of the file itself. */
async function together(
  path: string,
  step: (path: string) => Promise<Outcome<Step>>,
  mayGoAlong: MayGoAlong,
): Promise<Outcome<Step[]>> {
  const own = await step(path);
  if (!own.ok) return own;
  const { set, with: names = [] } = own.value.act;
  const paths = names.map((other) => join(dirname(path), other));
  const isFree = (await Promise.all(paths.map(mayGoAlong))).every((may) => may);
  if (!isFree) return succeed([own.value]);
  const others = await Promise.all(paths.map(step));
  const along = others.flatMap((other) => (other.ok && other.value.act.set === set ? [other.value] : []));
  return succeed(along.length === others.length ? [own.value, ...along] : [own.value]);
}

const undoneOf = ([own, ...others]: readonly Step[]): Undone => {
  const one = ({ path, act, before, after, left }: Step) => ({ path, by: act.by, before, after, left });
  return { ...one(own as Step), others: others.map(one) };
};

/**
 * Takes the last change of a file back that its journal holds, and of the other files that were changed by the same act. A
 * file that a person has changed since is left, and that is said; where it is one of the others, this one goes alone.
 *
 * @param show whether nothing is written
 */
export async function undoChange(path: string, show = false, mayGoAlong = anyFile): Promise<Outcome<Undone>> {
  const steps = await together(path, stepBack, mayGoAlong);
  if (!steps.ok) return steps;
  if (!show) {
    // The files are written first: a crash in between leaves acts that were not carried out, which are skipped.
    const files = steps.value.map((step) => ({ path: step.path, bytes: step.after, was: step.before }));
    const problems = await save(
      unlike([
        ...steps.value.flatMap(stepContents),
        ...files,
        ...steps.value.flatMap((step) => journalOutputs(step.path, step.journal)),
      ]),
    );
    if (hasErrors(problems)) return fail(problems);
    return succeed(undoneOf(steps.value), problems);
  }
  return succeed(undoneOf(steps.value));
}

/** A text as it was before the last acts on it; undefined where somebody else has changed it since. */
function textBefore(text: string, acts: readonly Act[]): string | undefined {
  let now = text;
  for (const act of acts.toReversed()) {
    if (!act.patch || sha256(now) !== act.after) return undefined;
    now = patched(now, inverse(act.patch));
  }
  return now;
}

/** The acts of a file of texts, with its text; undefined where it cannot be read. */
async function actsOf(path: string): Promise<{ text: string; acts: Act[] } | undefined> {
  const found = await fileFor(path);
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
export async function earlierTexts(
  path: string,
  steps: number,
  mayGoAlong = anyFile,
): Promise<Outcome<Map<string, string>>> {
  const own = await actsOf(path);
  const last = own?.acts.slice(-steps) ?? [];
  const [first] = last;
  if (!own || !first) return fail([error('nothing-to-undo', { path })]);
  const text = textBefore(own.text, last);
  if (text === undefined)
    return fail([error('changed-since', { path, by: last.at(-1)?.by ?? first.by }, { file: path })]);
  const texts = new Map([[path, text]]);
  const sets = new Set(last.flatMap(({ set }) => set ?? []));
  const others = new Set(last.flatMap(({ with: names = [] }) => names.map((name) => join(dirname(path), name))));
  for (const other of others) {
    const along = (await mayGoAlong(other)) ? await actsOf(other) : undefined;
    const from = along?.acts.findIndex(({ set }) => set !== undefined && sets.has(set)) ?? -1;
    const before = along && from >= 0 ? textBefore(along.text, along.acts.slice(from)) : undefined;
    if (before !== undefined) texts.set(other, before);
  }
  return succeed(texts);
}

/** Redoes the change that was undone last, if the file is still as it was then. */
export async function redoChange(path: string, mayGoAlong = anyFile): Promise<Outcome<Undone>> {
  const steps = await together(path, stepAgain, mayGoAlong);
  if (!steps.ok) return steps;
  const outputs = steps.value.flatMap((step) => [
    ...stepContents(step),
    ...journalOutputs(step.path, step.journal),
    { path: step.path, bytes: step.after, was: step.before },
  ]);
  const problems = await save(unlike(outputs));
  return hasErrors(problems) ? fail(problems) : succeed(undoneOf(steps.value), problems);
}

/** What can be undone and redone now, each by what made it, latest last. */
export async function stepsOf(path: string): Promise<{ undo: string[]; redo: string[] }> {
  const found = await textFor(path);
  if (!found.ok) return { undo: [], redo: [] };
  const { acts, undone } = await journalFor(path);
  const behind = done(acts, found.value);
  const own = sha256(found.value);
  return {
    undo: behind.at(-1)?.after === own ? behind.map(({ by }) => by) : [],
    redo: undone.at(-1)?.before === own ? undone.map(({ by }) => by) : [],
  };
}
