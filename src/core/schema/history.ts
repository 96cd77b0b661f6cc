import { type Edit, inverse, type Patch, patched, patchFor } from './patch.js';

/** A text with the edits that were made of it, which can be taken back and made again. */
export interface History {
  /** The text as it is now. */
  readonly text: string;
  /** What was done, the latest last. */
  readonly done: readonly Patch[];
  /** What was taken back, the latest last. */
  readonly undone: readonly Patch[];
}

/** The history of a text that nothing was done to. */
export const historyOf = (text: string): History => ({ text, done: [], undone: [] });

/** One step further: all edits of it are undone together. What was taken back before is gone. */
export function edited({ text, done }: History, edits: readonly Edit[]): History {
  const patch = patchFor(text, edits);
  return { text: patched(text, patch), done: [...done, patch], undone: [] };
}

/** One step back; the same history where nothing was done. */
export function undo(history: History): History {
  const last = history.done.at(-1);
  if (!last) return history;
  return {
    text: patched(history.text, inverse(last)),
    done: history.done.slice(0, -1),
    undone: [...history.undone, last],
  };
}

/** The last step that was taken back, once more; the same history where there is none. */
export function redo(history: History): History {
  const last = history.undone.at(-1);
  if (!last) return history;
  return { text: patched(history.text, last), done: [...history.done, last], undone: history.undone.slice(0, -1) };
}
