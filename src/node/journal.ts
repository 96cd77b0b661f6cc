import { readdir, unlink } from 'node:fs/promises';
import { basename, dirname, join, relative } from 'node:path';
import { type ByteChange, type Change, Journals, type MayGoAlong, type Undone } from '../core/folder/journals.js';
import type { Keeper, Output } from '../core/folder/keeper.js';
import type { Outcome, Problem } from '../core/problem/problem.js';
import { disk, ownContent, ownText } from './disk.js';
import { save } from './save.js';

export type { ByteChange, Change, MayGoAlong, Undone };

/** The files of the disk, by their paths. */
export const keeper: Keeper = {
  bytes: ownContent,
  text: ownText,
  near: disk.near,
  save,
  names: (folder) => readdir(folder).catch(() => []),
  remove: (path) => unlink(path).catch(() => undefined),
  paths: { join, dirname, basename, relative },
};

const journals = new Journals(keeper);

/**
 * Changed files with their journals, to be written together.
 *
 * @param isOne whether they are one act, which is taken back in all of them at once
 */
export const changeOutputs = (changes: readonly (Change | ByteChange)[], isOne = false): Promise<Output[]> =>
  journals.changeOutputs(changes, isOne);

/** Removes contents that no act, or only an old one, refers to. */
export const clearContents = (path: string): Promise<void> => journals.clearContents(path);

/** Writes changed files and their journals, all of them or none. */
export const saveChanges = (changes: readonly Change[]): Promise<Problem[]> => journals.saveChanges(changes);

/**
 * Takes the last change of a file back that its journal holds, and of the other files that were changed by the same act. A
 * file that a person has changed since is left, and that is said; where it is one of the others, this one goes alone.
 *
 * @param show whether nothing is written
 */
export const undoChange = (path: string, show = false, mayGoAlong?: MayGoAlong): Promise<Outcome<Undone>> =>
  journals.undoChange(path, show, mayGoAlong);

/** Redoes the change that was undone last, if the file is still as it was then. */
export const redoChange = (path: string, mayGoAlong?: MayGoAlong): Promise<Outcome<Undone>> =>
  journals.redoChange(path, mayGoAlong);

/** What can be undone and redone now, each by what made it, latest last. */
export const stepsOf = (path: string): Promise<{ undo: string[]; redo: string[] }> => journals.stepsOf(path);
