import type { Change, FileState } from './files.js';
import { speech } from './speech.js';

/** A change of a file that is there, or a new one with its text. */
export interface Wanted {
  path: string;
  change: Change;
  isNew?: boolean;
}

/** A change that met one of another program, and waits for an answer. */
export interface Conflict {
  path: string;
  by: string;
  change: Change;
  /** The text that the change was made of, and what stands there now. */
  before: string;
  now: string;
}

/**
 * What is to be asked, or said, where another program was there first.
 *
 * @param texts the texts that the changes were made of, by path
 * @param states the files as they are now
 */
export function conflictOf(
  by: string,
  wanted: readonly Wanted[],
  texts: ReadonlyMap<string, string>,
  states: Readonly<Record<string, FileState>>,
): { conflict: Conflict } | { said: string } {
  const other = wanted.find(({ path }) => states[path] && states[path].text !== texts.get(path));
  if (!other) return { said: speech.conflict.nothingChanged };
  const { path, change, isNew } = other;
  if (isNew) return { said: speech.conflict.exists(path) };
  // What was to be done in several files is done in all of them or in none.
  if (wanted.length > 1) return { said: speech.conflict.nothingChangedIn(path) };
  return { conflict: { path, by, change, before: texts.get(path) ?? '', now: states[path]?.text ?? '' } };
}
