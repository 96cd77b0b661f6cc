import type { Problem } from '../problem/problem.js';

/** A file to be written. */
export interface Output {
  /** Path of the file. */
  path: string;
  /** Its content. */
  bytes: Uint8Array | string;
  /** Whether the file now at the path may be replaced, judged by its first bytes. Left out: any file may. */
  replaces?: ((head: Uint8Array) => boolean) | undefined;
  /** The content it had when it was read. If it differs by now, nothing is written. */
  was?: string | Uint8Array | undefined;
  /** Whether it belongs in a folder that Hexis keeps for itself, such as the journals'. Neither may be a link. */
  isOwnFolder?: true;
}

/** Where files are kept: a disk, a folder that a browser was given, or its own storage. */
export interface Keeper {
  /** @throws {SourceFault} */
  bytes(path: string): Promise<Uint8Array>;
  /** @throws {SourceFault} */
  text(path: string): Promise<string>;
  /** Files that a mistyped path may have meant. */
  near(path: string): Promise<string[]>;
  /**
   * Writes files whole or not at all, and together.
   *
   * @returns why nothing was written, as errors; else what has to be said besides, as warnings
   */
  save(outputs: readonly Output[]): Promise<Problem[]>;
  /** The names in a folder; none where there is no such folder. */
  names(folder: string): Promise<string[]>;
  /** Removes a file, where it is there. */
  remove(path: string): Promise<void>;
  /** How its paths are put together. */
  paths: Paths;
}

/** How paths are put together, as `node:path` does on a disk. */
export interface Paths {
  join(...parts: string[]): string;
  dirname(path: string): string;
  basename(path: string): string;
  relative(from: string, to: string): string;
}
