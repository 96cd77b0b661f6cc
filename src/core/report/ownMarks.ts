import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** What a bookmark of ours stands around: the title of a caption, its note, or the picture with its alternative text. */
export type MarkedPart = 'title' | 'note' | 'picture';

const hash = (text: string, length: number): string => bytesToHex(sha256(utf8ToBytes(text))).slice(0, length);

/** Words without what programs change when they save them: forms of letters, and how blanks are written. */
const settled = (words: string): string => words.normalize('NFC').replace(/\s+/g, ' ').trim();

/** What a bookmark says: whose words it is around, and what they were when they were written here. */
export interface OwnMark {
  part: MarkedPart;
  figure: string;
  words: string;
  /** What an office program has put behind its name, since a copy of it stands elsewhere. */
  copy: string;
}

export const figureHash = (id: string): string => hash(id, 12);
export const wordsHash = (words: string): string => hash(settled(words), 10);

/**
 * The name of a bookmark, by which words of ours are found again whatever program has saved the document, and told from
 * what an author has made of them. Bookmarks whose names begin with a line are not shown; 40 letters are the most.
 */
export const markName = (part: MarkedPart, id: string, words: string): string =>
  `_hexis_${part}_${figureHash(id)}_${wordsHash(words)}`;

export function readMark(name: string): OwnMark | undefined {
  const [, part, figure, words, copy = ''] =
    /^_hexis_(title|note|picture)_([\da-f]{12})_([\da-f]{10})([ _]Copy[ _]?\d+)?$/.exec(name) ?? [];
  return part === undefined || figure === undefined || words === undefined
    ? undefined
    : { part: part as MarkedPart, figure, words, copy };
}
