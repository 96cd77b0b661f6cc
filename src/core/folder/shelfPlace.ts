import type { Format } from '../export/writer.js';
import { error, fail, hasErrors, succeed } from '../problem/problem.js';
import type { Source } from '../project/read/source.js';
import type { DocumentForm } from '../report/documentForm.js';
import { bindFiles } from './bindFiles.js';
import type { DeskPlace } from './deskFolder.js';
import { drawFiles } from './drawFiles.js';
import { filesOf } from './kinds.js';
import { pathParts } from './pathParts.js';
import type { Shelf } from './shelf.js';
import { shelfKeeper } from './shelfKeeper.js';
import { slashPaths } from './slashPaths.js';

/** What a desk over a shelf makes of its files, and with what. */
export interface ShelfPlaceOptions {
  name: string;
  /** The files as figures are drawn from them. */
  source: Source;
  formats: readonly Format[];
  documents: readonly DocumentForm[];
  /** Whether files that are made are handed to the person, where the shelf is no folder of theirs. */
  isHanded: boolean;
  /** Hears of each figure of a report that is drawn. */
  progress?(done: number, total: number): void;
}

/** A shelf as a desk works on it. */
export function shelfPlace(
  shelf: Shelf,
  { name, source, formats, documents, isHanded, progress }: ShelfPlaceOptions,
): DeskPlace {
  const keeper = shelfKeeper(shelf);
  return {
    name,
    keeper,
    formats,
    documents,
    async list() {
      // What a page left that was closed in the middle is finished before anybody reads it.
      await keeper.save([]);
      return filesOf((folder) => shelf.entries(folder));
    },
    inside: async (path) => pathParts(path).join('/'),
    nameOf: async (file) => file,
    draw: (wanted) => drawFiles(source, wanted, formats),
    bind: (file, forms) => bindFiles(source, file, { forms, formats, ...(progress ? { progress } : {}) }),
    async hand(files, into, read) {
      if (isHanded) return succeed(files.map((file) => ({ name: file.name, bytes: file.bytes })));
      const outputs = files.map((file) => ({
        path: slashPaths.join(into, file.name),
        bytes: file.bytes,
        replaces: file.replaces,
      }));
      const inputs = new Set(read);
      const taken = outputs.find(({ path }) => inputs.has(path));
      const problems = taken ? [error('output-is-input', { path: taken.path })] : await keeper.save(outputs);
      return hasErrors(problems) ? fail(problems) : succeed([]);
    },
  };
}
