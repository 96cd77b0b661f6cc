import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { nearest } from '../core/document/nearest.js';
import { inverse, type Patch, patched } from '../core/document/patch.js';
import { error, fail, type Outcome, type Problem, succeed } from '../core/document/problem.js';
import { SourceFault } from '../core/project/source.js';
import { disk } from './disk.js';
import { type Output, save } from './save.js';

/** One change of a file, so that it can be taken back. */
interface Act {
  /** What made it, such as `mend`. */
  by: string;
  patch: Patch;
  /** SHA-256 of the file before and after it. */
  before: string;
  after: string;
}

/** A change of a file that is to be written and remembered. */
export interface Change {
  path: string;
  before: string;
  after: string;
  patch: Patch;
  by: string;
}

/** What was taken back. */
export interface Undone {
  by: string;
  before: string;
  after: string;
  /** How many acts are left. */
  left: number;
}

/** So many acts of a file are kept. */
const mostActs = 5000;

const folderOf = (path: string) => join(dirname(path), '.hexis');
const journalOf = (path: string) => join(folderOf(path), `${basename(path)}.journal.json`);
const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');

const isAct = (value: unknown): value is Act => {
  const { by, patch, before, after } = (value ?? {}) as Partial<Act>;
  return typeof by === 'string' && Array.isArray(patch) && typeof before === 'string' && typeof after === 'string';
};

/** What was done to a file, and what of it was taken back, each the latest last. */
interface Journal {
  acts: Act[];
  undone: Act[];
}

/** The journal of a file; an empty one where there is none, or none that can be read. */
async function journalFor(path: string): Promise<Journal> {
  const text = await readFile(journalOf(path), 'utf8').catch(() => '');
  try {
    const found = JSON.parse(text) as { hexis?: unknown; acts?: unknown; undone?: unknown };
    const list = (own: unknown) => (Array.isArray(own) ? own.filter(isAct) : []);
    return found.hexis === 'journal/1' ? { acts: list(found.acts), undone: list(found.undone) } : empty;
  } catch {
    return empty;
  }
}

const empty: Journal = { acts: [], undone: [] };

/** The journal of a file with its acts; version control leaves the folder out. */
const journalOutputs = (path: string, { acts, undone }: Journal): Output[] => [
  {
    path: journalOf(path),
    bytes: `${JSON.stringify({ hexis: 'journal/1', acts, ...(undone.length > 0 ? { undone } : {}) }, null, 1)}\n`,
  },
  { path: join(folderOf(path), '.gitignore'), bytes: '*\n' },
];

/** The acts that a file has behind it: one that was written down and never done, as after a crash, is none. */
function done(acts: readonly Act[], text: string): Act[] {
  const last = acts.at(-1);
  const own = sha256(text);
  return last && last.after !== own && last.before === own ? acts.slice(0, -1) : [...acts];
}

/** Changed files with their journals, to be written together. */
export async function changeOutputs(changes: readonly Change[]): Promise<Output[]> {
  const outputs: Output[] = [];
  for (const { path, before, after, patch, by } of changes) {
    const acts = done((await journalFor(path)).acts, before);
    const act: Act = { by, patch, before: sha256(before), after: sha256(after) };
    // The journal comes first: an act that was not done is passed over, one that was not written down is lost.
    // What was taken back before is gone with a new act.
    const kept = { acts: [...acts, act].slice(-mostActs), undone: [] };
    outputs.push(...journalOutputs(path, kept), { path, bytes: after });
  }
  return outputs.filter(({ path }, i) => outputs.findIndex((other) => other.path === path) === i);
}

/** Writes changed files with their journals, all of them or none. */
export const saveChanges = async (changes: readonly Change[]): Promise<Problem[]> => save(await changeOutputs(changes));

/** The text of a file that is to be taken back or made again, or why it cannot be read. */
async function textFor(path: string): Promise<Outcome<string>> {
  try {
    return succeed(await disk.text(path));
  } catch (fault) {
    const missing = fault instanceof SourceFault && fault.kind === 'missing';
    return fail([
      missing
        ? error('file-missing', {
            path,
            what: 'a figure file',
            named: false,
            nearest: nearest(path, await disk.near(path)),
          })
        : error('file-unreadable', { path, reason: (fault as Error).message }),
    ]);
  }
}

/**
 * Takes the last change of a file back that its journal holds. What a person has changed since is left: then nothing is
 * taken back, and that is said.
 *
 * @param show whether nothing is written
 */
export async function undoChange(path: string, show = false): Promise<Outcome<Undone>> {
  const found = await textFor(path);
  if (!found.ok) return found;
  const text = found.value;
  const journal = await journalFor(path);
  const acts = done(journal.acts, text);
  const last = acts.at(-1);
  if (!last) return fail([error('nothing-to-undo', { path })]);
  if (sha256(text) !== last.after) return fail([error('changed-since', { path, by: last.by }, { file: path })]);
  const after = patched(text, inverse(last.patch));
  if (sha256(after) !== last.before) return fail([error('changed-since', { path, by: last.by }, { file: path })]);
  const left = acts.slice(0, -1);
  if (!show) {
    const undone = [...journal.undone, last].slice(-mostActs);
    // The file comes first: a crash between both leaves an act that was not done, which is passed over.
    const problems = await save([{ path, bytes: after }, ...journalOutputs(path, { acts: left, undone })]);
    if (problems.length > 0) return fail(problems);
  }
  return succeed({ by: last.by, before: text, after, left: left.length });
}

/** Makes the change of a file once more that was taken back last, where the file is as it was then. */
export async function redoChange(path: string): Promise<Outcome<Undone>> {
  const found = await textFor(path);
  if (!found.ok) return found;
  const text = found.value;
  const journal = await journalFor(path);
  const next = journal.undone.at(-1);
  if (!next) return fail([error('nothing-to-redo', { path })]);
  if (sha256(text) !== next.before) return fail([error('changed-since', { path, by: next.by }, { file: path })]);
  const after = patched(text, next.patch);
  if (sha256(after) !== next.after) return fail([error('changed-since', { path, by: next.by }, { file: path })]);
  const undone = journal.undone.slice(0, -1);
  const acts = [...done(journal.acts, text), next];
  const problems = await save([...journalOutputs(path, { acts, undone }), { path, bytes: after }]);
  return problems.length > 0 ? fail(problems) : succeed({ by: next.by, before: text, after, left: undone.length });
}

/** What can be taken back of a file as it is now, and what can be made again, by what made it, the latest last. */
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
