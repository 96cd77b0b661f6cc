import type { Variant } from '../../type/face.js';
import type { Faces } from '../../type/faces.js';

/** Why a file could not be read. */
export class SourceFault extends Error {
  /** Why the file cannot be had. */
  readonly kind: 'missing' | 'unreadable';

  constructor(kind: 'missing' | 'unreadable', reason: string) {
    super(reason);
    this.kind = kind;
  }
}

/** Where files come from: a disk, or the memory of a page. */
export interface Source {
  /** @throws {SourceFault} */
  text(path: string): Promise<string>;
  /** @throws {SourceFault} */
  bytes(path: string): Promise<Uint8Array>;
  /** The path of a file that another file names. */
  join(from: string, reference: string): string;
  /**
   * What a file looks like, which changes with every change of it: a project reads it again only then. Left out, or
   * undefined: it is read each time.
   */
  stamp?(path: string): Promise<unknown>;
  /** Files that a mistyped path may have meant. */
  near(path: string): Promise<string[]>;
  /**
   * The files of the folder of a file, where the source has all of them; left out where it may hold a part of a project, as a
   * page does.
   */
  folder?(path: string): Promise<string[]>;
  /**
   * The font file of a face that ships, for characters that its compiled table lacks.
   *
   * @throws {SourceFault}
   */
  shippedFont(family: string, variant: Variant): Promise<Uint8Array>;
  /**
   * Tries a font that a file names where it can be stopped, for reading a damaged one may never end; left out where
   * there is no such place.
   *
   * @throws {SourceFault} where it cannot be used
   */
  tryFont?: ((font: Uint8Array, text: string) => Promise<void>) | undefined;
  /** A font (WOFF2) with some characters alone; left out where that cannot be done. */
  subsetFont?: Faces['subsetFont'];
}

/** The path of a file named in another one, both written with `/`. */
export function joinPath(from: string, reference: string): string {
  if (/^([/\\]|[A-Za-z]:)/.test(reference)) return reference;
  const folder = from.includes('/') ? from.slice(0, from.lastIndexOf('/') + 1) : '';
  const parts: string[] = [];
  for (const part of `${folder}${reference}`.split('/')) {
    if (part === '..' && parts.length > 0 && parts.at(-1) !== '..' && parts.at(-1) !== '') parts.pop();
    else if (part !== '.') parts.push(part);
  }
  return parts.join('/');
}

/** A source with some texts in place of, or beside, its own files; they are looked at whenever a file is read. */
export const overlaid = (source: Source, texts: Readonly<Record<string, string>>): Source => ({
  ...source,
  text: async (path) => texts[path] ?? source.text(path),
  bytes: async (path) => (texts[path] === undefined ? source.bytes(path) : new TextEncoder().encode(texts[path])),
  stamp: async (path) => texts[path] ?? source.stamp?.(path),
});

/**
 * Files that a program holds in memory, by path.
 *
 * @param abilities font files of the faces that ship, a way to cut them down, and one to try an author's own, where the
 *   program has them: PDF and live text need them
 */
export function memory(
  files: Readonly<Record<string, string | Uint8Array>>,
  abilities: Partial<Pick<Source, 'shippedFont' | 'subsetFont' | 'tryFont'>> = {},
): Source {
  const get = (path: string) => {
    if (!Object.hasOwn(files, path)) throw new SourceFault('missing', 'no such file');
    return files[path] as string | Uint8Array;
  };
  return {
    async text(path) {
      const found = get(path);
      if (typeof found !== 'string') throw new SourceFault('unreadable', 'it is not text');
      return found;
    },
    async bytes(path) {
      const found = get(path);
      return typeof found === 'string' ? new TextEncoder().encode(found) : found;
    },
    // What stands there is the same text or the same bytes as long as nobody puts others in its place.
    stamp: async (path) => (Object.hasOwn(files, path) ? files[path] : undefined),
    join: joinPath,
    near: async () => Object.keys(files),
    shippedFont: async () => {
      throw new SourceFault('missing', 'font files are not at hand here');
    },
    ...abilities,
  };
}
