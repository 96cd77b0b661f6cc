import { sha256 as hashed } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Patch } from '../schema/patch.js';

/** One change of a file, kept so that it can be undone. */
export interface Act {
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

export const sha256 = (content: string | Uint8Array): string =>
  bytesToHex(hashed(typeof content === 'string' ? utf8ToBytes(content) : content));

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
export interface Journal {
  acts: Act[];
  undone: Act[];
}

/** A larger file is not one of our journals. */
export const mostBytes = 50e6;

const empty: Journal = { acts: [], undone: [] };

/** A journal from its file; an empty one where it is none of ours. */
export function readJournal(text: string): Journal {
  try {
    const found = JSON.parse(text) as { hexis?: unknown; acts?: unknown; undone?: unknown };
    const list = (own: unknown) => (Array.isArray(own) ? own.filter(isAct) : []);
    return found.hexis === 'journal/1' ? { acts: list(found.acts), undone: list(found.undone) } : empty;
  } catch {
    return empty;
  }
}

/** The text of the file of a journal. */
export const journalText = ({ acts, undone }: Journal): string =>
  `${JSON.stringify({ hexis: 'journal/1', acts, ...(undone.length > 0 ? { undone } : {}) }, null, 1)}\n`;

/** The acts that led to the file as it is. An act recorded but never carried out, as after a crash, is skipped. */
export function done(acts: readonly Act[], text: string | Uint8Array): Act[] {
  const last = acts.at(-1);
  const own = sha256(text);
  return last && last.after !== own && last.before === own ? acts.slice(0, -1) : [...acts];
}
