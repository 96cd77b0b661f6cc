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
const mostActs = 200;

const folderOf = (path: string) => join(dirname(path), '.hexis');
const journalOf = (path: string) => join(folderOf(path), `${basename(path)}.journal.json`);
const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');

const isAct = (value: unknown): value is Act => {
  const { by, patch, before, after } = (value ?? {}) as Partial<Act>;
  return typeof by === 'string' && Array.isArray(patch) && typeof before === 'string' && typeof after === 'string';
};

/** The acts of a file, the latest last; none where there is no journal, or none that can be read. */
async function actsOf(path: string): Promise<Act[]> {
  const text = await readFile(journalOf(path), 'utf8').catch(() => '');
  try {
    const found = JSON.parse(text) as { hexis?: unknown; acts?: unknown };
    return found.hexis === 'journal/1' && Array.isArray(found.acts) ? found.acts.filter(isAct) : [];
  } catch {
    return [];
  }
}

const journalText = (acts: readonly Act[]): string => `${JSON.stringify({ hexis: 'journal/1', acts }, null, 1)}\n`;

/** The journal of a file with its acts; version control leaves the folder out. */
const journalOutputs = (path: string, acts: readonly Act[]): Output[] => [
  { path: journalOf(path), bytes: journalText(acts) },
  { path: join(folderOf(path), '.gitignore'), bytes: '*\n' },
];

/** The acts that a file has behind it: one that was written down and never done, as after a crash, is none. */
function done(acts: readonly Act[], text: string): Act[] {
  const last = acts.at(-1);
  const own = sha256(text);
  return last && last.after !== own && last.before === own ? acts.slice(0, -1) : [...acts];
}

/** Writes changed files with their journals, all of them or none. */
export async function saveChanges(changes: readonly Change[]): Promise<Problem[]> {
  const outputs: Output[] = [];
  for (const { path, before, after, patch, by } of changes) {
    const acts = done(await actsOf(path), before);
    const act: Act = { by, patch, before: sha256(before), after: sha256(after) };
    // The journal comes first: an act that was not done is passed over, one that was not written down is lost.
    outputs.push(...journalOutputs(path, [...acts, act].slice(-mostActs)), { path, bytes: after });
  }
  const unlike = outputs.filter(({ path }, i) => outputs.findIndex((other) => other.path === path) === i);
  return save(unlike);
}

/**
 * Takes the last change of a file back that its journal holds. What a person has changed since is left: then nothing is
 * taken back, and that is said.
 *
 * @param show whether nothing is written
 */
export async function undoChange(path: string, show = false): Promise<Outcome<Undone>> {
  let text: string;
  try {
    text = await disk.text(path);
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
  const acts = done(await actsOf(path), text);
  const last = acts.at(-1);
  if (!last) return fail([error('nothing-to-undo', { path })]);
  if (sha256(text) !== last.after) return fail([error('changed-since', { path, by: last.by }, { file: path })]);
  const after = patched(text, inverse(last.patch));
  if (sha256(after) !== last.before) return fail([error('changed-since', { path, by: last.by }, { file: path })]);
  const left = acts.slice(0, -1);
  if (!show) {
    // The file comes first: a crash between both leaves an act that was not done, which is passed over.
    const problems = await save([{ path, bytes: after }, ...journalOutputs(path, left)]);
    if (problems.length > 0) return fail(problems);
  }
  return succeed({ by: last.by, before: text, after, left: left.length });
}
