import type { FolderEntry } from './kinds.js';

/** A folder that a program reaches file by file, such as one that a browser was given. Paths are within it, with `/`. */
export interface Shelf {
  /**
   * A file; undefined where there is none.
   *
   * @throws {SourceFault} where it cannot be read
   */
  read(path: string): Promise<Uint8Array | undefined>;
  /** Writes a file whole or not at all, with the folders that lead to it. */
  write(path: string, bytes: Uint8Array): Promise<void>;
  /** Removes a file, where it is there. */
  remove(path: string): Promise<void>;
  /** What a folder holds (`''`: this one); nothing where there is no such folder. */
  entries(folder: string): Promise<FolderEntry[]>;
  /** Runs a step while no other page or thread changes files here. */
  alone<T>(step: () => Promise<T>): Promise<T>;
  /** A text of our own about what is under way, where nobody else writes. */
  pending: {
    read(): Promise<string | undefined>;
    write(text: string): Promise<void>;
    remove(): Promise<void>;
  };
  /** Why something failed, in words. */
  reason(fault: unknown): string;
}
