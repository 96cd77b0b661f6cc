import { memoryShelf, type Shelf } from 'hexis/desk';
import { type HandleRef, handleShelf } from './handleShelf.js';

/** Where the files of a desk without a server are: texts of its own in memory, or a folder of the browser. */
export type Place =
  | { name: string; texts: Readonly<Record<string, string | Uint8Array>> }
  | (HandleRef & { name: string; isOwn: boolean });

/** @param isTold whether other pages hear of a change of this file */
export const shelfOf = (place: Place, isTold: (path: string) => boolean = () => true): Shelf =>
  'texts' in place ? memoryShelf(place.texts) : handleShelf(place, isTold);
