import type { Answerer } from '../../ask/answerer.js';
import type { TableRef } from '../../ask/tableRef.js';
import type { Outcome } from '../../problem/problem.js';
import type { WordBreaks } from '../../type/complex.js';
import type { Variant } from '../../type/face.js';
import type { Faces } from '../../type/faces.js';

/** Why a file could not be read. */
export class SourceFault extends Error {
  /** Why the file cannot be read. */
  readonly kind: 'missing' | 'unreadable';

  constructor(kind: 'missing' | 'unreadable', reason: string) {
    super(reason);
    this.kind = kind;
  }
}

/** What a source can do with typefaces, where the program has it. */
export type FaceAbility = 'shippedFont' | 'subsetFont' | 'tryFont' | 'shaper' | 'scriptFace' | 'wordBreaks';

/** For what a typeface is sought. */
export interface ScriptWish {
  /** Its code (ISO 15924). */
  script: string;
  /** The language of the words (BCP 47). */
  language: string;
  variant: Variant;
  /** Whether it stands beside a face with serifs. */
  withSerifs?: boolean | undefined;
  /** The file of the figure, beside which typefaces may be installed; left out where it has none. */
  beside?: string | undefined;
}

/** A typeface for a script. */
export interface ScriptFace {
  family: string;
  variant: Variant;
  font: Uint8Array;
}

/** Access to files, on disk or in memory. */
export interface Source {
  /** @throws {SourceFault} */
  text(path: string): Promise<string>;
  /** @throws {SourceFault} */
  bytes(path: string): Promise<Uint8Array>;
  /** The path of a file that another file names. */
  join(from: string, reference: string): string;
  /**
   * A stamp that changes whenever the file does, so that a project reads it again only then. Left out, or undefined: the file is
   * read each time.
   */
  stamp?(path: string): Promise<unknown>;
  /** Files that a mistyped path may have meant. */
  near(path: string): Promise<string[]>;
  /**
   * The files in the same folder as a file. Left out by sources that may hold only part of a project, such as a web page.
   */
  folder?(path: string): Promise<string[]>;
  /**
   * What answers questions of a table in a database, or in files that an engine reads; undefined where the file is to be read.
   * Left out where there are no engines.
   */
  answerer?(table: TableRef): Promise<Outcome<Answerer> | undefined>;
  /**
   * The font file of a face that ships, for characters that its compiled table lacks.
   *
   * @throws {SourceFault}
   */
  shippedFont(family: string, variant: Variant): Promise<Uint8Array>;
  /**
   * Tries to read a font where the attempt can be stopped, since reading a damaged one may never end. Left out if that is
   * not possible.
   *
   * @throws {SourceFault} where it cannot be used
   */
  tryFont?: ((font: Uint8Array, text: string) => Promise<void>) | undefined;
  /**
   * The program that shapes text of scripts whose letters join or change places (`harfbuzz.wasm` of the package `harfbuzzjs`).
   * Left out where it is not at hand: their letters then stand as they are typed.
   */
  shaper?: (() => Promise<Uint8Array>) | undefined;
  /**
   * A typeface for a script that the faces of a figure lack, where one is installed: its name, and the font file of the variant
   * or the one nearest to it.
   */
  scriptFace?: ((wish: ScriptWish) => Promise<ScriptFace | undefined>) | undefined;
  /**
   * Where words begin in scripts that have no blanks between them, such as Thai, as a dictionary of the machine knows them. Left
   * out where there is none: lines then break between letters.
   */
  wordBreaks?: WordBreaks | undefined;
  /** Subsets a font to some characters (as WOFF2). Left out if that is not possible. */
  subsetFont?: Faces['subsetFont'];
}

/** Resolves the path of a file named in another file; both use `/`. */
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

/** A source in which some texts replace or add to its files. They are looked up on every read. */
export const overlaid = (source: Source, texts: Readonly<Record<string, string>>): Source => ({
  ...source,
  text: async (path) => texts[path] ?? source.text(path),
  bytes: async (path) => (texts[path] === undefined ? source.bytes(path) : new TextEncoder().encode(texts[path])),
  stamp: async (path) => texts[path] ?? source.stamp?.(path),
});

/**
 * Files held in memory, by path.
 *
 * @param abilities font files of the faces that ship, a way to cut them down, and one to try an author's own, where the
 *   program has them: PDF and live text need them
 */
export function memory(
  files: Readonly<Record<string, string | Uint8Array>>,
  abilities: Partial<Pick<Source, FaceAbility>> = {},
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
