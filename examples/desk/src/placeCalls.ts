import type { Source } from 'hexis';
import { DeskFolder, memoryShelf, type Rasteriser, Refused, type Reply, type Shelf, shelfPlace } from 'hexis/desk';
import { documents, formatsWith } from './forms.js';
import { type HandleRef, handleShelf } from './handleShelf.js';
import { speech } from './speech.js';

/** Where the files of a desk without a server are: texts of its own in memory, or a folder of the browser. */
export type Place =
  | { name: string; texts: Readonly<Record<string, string | Uint8Array>> }
  | (HandleRef & { name: string; isOwn: boolean });

/** The calls about files that a page may make. */
export const folderCalls = ['list', 'file', 'change', 'undo', 'redo', 'earlier', 'save', 'bind'] as const;
export type FolderCall = (typeof folderCalls)[number] | 'add';

export const shelfOf = (place: Place): Shelf => ('texts' in place ? memoryShelf(place.texts) : handleShelf(place));

/** Whether files that are made go to the person, and not into the folder. */
const isHanded = (place: Place) => 'texts' in place || place.isOwn;

/** Answers calls about the files of a place, as a server does for a folder of the disk. */
export class PlaceCalls {
  private readonly desk: DeskFolder;

  constructor(
    place: Place,
    shelf: Shelf,
    made: { source: Source; rasterise: Rasteriser; progress(done: number, total: number): void },
  ) {
    this.desk = new DeskFolder(
      shelfPlace(shelf, {
        name: place.name,
        source: made.source,
        formats: formatsWith(made.rasterise),
        documents,
        isHanded: isHanded(place),
        progress: made.progress,
      }),
    );
  }

  async answer(call: FolderCall, ask: Record<string, unknown>): Promise<Reply> {
    try {
      if (call === 'add') return await this.desk.add(ask['path'] as string, ask['bytes'] as Uint8Array);
      return await this.desk[call](ask);
    } catch (fault) {
      const said = fault instanceof Error ? fault.message : String(fault);
      if (fault instanceof Refused) return { is: 'failed', body: { fault: speech.storage.refused(said) } };
      return { is: 'failed', body: { fault: said } };
    }
  }
}
