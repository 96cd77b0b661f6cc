import type { Source } from 'hexis';
import { DeskFolder, type Rasteriser, Refused, type Reply, type Shelf, shelfPlace } from 'hexis/desk';
import { documents, formatsWith } from './forms.js';
import type { Place } from './shelves.js';
import { speech } from './speech.js';

/** The calls about files that a page may make. */
export const folderCalls = ['list', 'file', 'change', 'undo', 'redo', 'earlier', 'save', 'bind'] as const;
export type FolderCall = (typeof folderCalls)[number] | 'add';

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
