import type { Codebook } from '../../data/codebook.js';
import type { ColumnRequest, Table } from '../../data/table.js';
import type { Outcome } from '../../problem/problem.js';
import type { Face, Variant } from '../../type/face.js';
import type { Shaper } from '../../type/harfBuzz.js';
import type { Markup } from '../../type/markup.js';
import { type KitForm, type TypeKit, typeKit } from '../../type/typeKit.js';
import { overlaid, type Source } from './source.js';
import { TableShelf } from './tableShelf.js';

/** Content that was read, with what its file looked like then. */
interface Held {
  stamp: unknown;
  content: Promise<string | Uint8Array>;
  size: number;
}

/** Where the columns of a table come from. */
interface TableSource {
  /** The path of its file, with all that the author says of it. */
  key: string;
  /** What the file holds: another content is another table. */
  content: unknown;
  codebook: Codebook;
}

/** So many characters and bytes are kept of files; the ones that were asked for longest ago go first. */
const mostHeld = 128e6;

const mostKits = 8;

/** So many works made of files are kept. */
const mostWorks = 32;

/** Something made of files, with what each of them looked like. */
interface Work {
  stamps: ReadonlyMap<string, unknown>;
  value: unknown;
}

/**
 * What a project has read, kept as long as the files stay as they are: texts, what they say, tables and faces.
 * Memory is bounded; whatever was let go is read again.
 */
export class Store {
  readonly source: Source;
  private readonly files = new Map<string, Held>();
  private readonly said = new Map<string, { text: string; value: unknown }>();
  private readonly shelves = new Map<string, { content: unknown; codebook: Codebook; shelf: TableShelf }>();
  private readonly faces = new Map<string, { content: Uint8Array; face: Promise<Face> }>();
  private readonly kits: { faces: readonly Face[]; markup: Markup | undefined; kit: TypeKit }[] = [];
  private readonly fonts = new Map<string, Promise<Uint8Array>>();
  private readonly archives = new Map<string, { content: Uint8Array; found: Promise<unknown> }>();
  private readonly works = new Map<string, Work>();
  /** The stamps of files that works in the making have asked for: one map for each. */
  private readonly makings = new Set<Map<string, unknown>>();
  private stamps: Map<string, Promise<unknown>> | undefined;
  private held = 0;

  constructor(source: Source) {
    this.source = source;
  }

  /**
   * The same files, but those with other texts: it has what this one has read of all others, and keeps what it reads to itself.
   *
   * @param texts by path; what changes in it is another file from then on
   */
  over(texts: Readonly<Record<string, string>>): Store {
    const store = new Store(overlaid(this.source, texts));
    const copy = <K, V>(from: ReadonlyMap<K, V>, to: Map<K, V>) => {
      for (const [key, value] of from) to.set(key, value);
    };
    copy(this.files, store.files);
    store.held = this.held;
    copy(this.said, store.said);
    copy(this.shelves, store.shelves);
    copy(this.faces, store.faces);
    store.kits.push(...this.kits);
    copy(this.fonts, store.fonts);
    copy(this.works, store.works);
    return store;
  }

  /** A file's text. @throws {SourceFault} */
  async text(path: string): Promise<string> {
    return (await this.content(`text ${path}`, path, () => this.source.text(path))) as string;
  }

  /** A file's bytes. @throws {SourceFault} */
  async bytes(path: string): Promise<Uint8Array> {
    return (await this.content(`bytes ${path}`, path, () => this.source.bytes(path))) as Uint8Array;
  }

  /** The font file of a face that ships. @throws {SourceFault} */
  shippedFont(family: string, variant: Variant): Promise<Uint8Array> {
    const key = `${family} ${variant}`;
    const known = this.fonts.get(key);
    if (known) return known;
    const font = this.source.shippedFont(family, variant);
    this.fonts.set(key, font);
    font.catch(() => this.fonts.delete(key));
    return font;
  }

  /** Takes files as they are now until the end of some work, which then sees one state of each. */
  async *asTheyAre<T>(work: () => AsyncGenerator<T>): AsyncGenerator<T> {
    const outer = this.stamps;
    this.stamps ??= new Map();
    try {
      yield* work();
    } finally {
      this.stamps = outer;
    }
  }

  private stamp(path: string): Promise<unknown> | undefined {
    const { stamps } = this;
    const known = stamps?.get(path);
    if (known) return known;
    const stamp = this.source.stamp?.(path);
    if (stamp) stamps?.set(path, stamp);
    return stamp;
  }

  private async content(
    key: string,
    path: string,
    read: () => Promise<string | Uint8Array>,
  ): Promise<string | Uint8Array> {
    const stamp = await this.stamp(path);
    for (const making of this.makings) making.set(path, stamp);
    const known = this.files.get(key);
    if (known && stamp !== undefined && known.stamp === stamp) {
      this.files.delete(key);
      this.files.set(key, known);
      return known.content;
    }
    if (known) this.forget(key, known);
    const content = read();
    if (stamp === undefined) return content;
    const found: Held = { stamp, content, size: 0 };
    this.files.set(key, found);
    try {
      found.size = (await content).length;
    } catch (fault) {
      this.files.delete(key);
      throw fault;
    }
    this.held += found.size;
    for (const [oldest, held] of this.files) {
      if (this.held <= mostHeld || oldest === key) break;
      this.forget(oldest, held);
    }
    return content;
  }

  private forget(key: string, { size }: Held): void {
    this.files.delete(key);
    this.held -= size;
  }

  /** What a text says, read once as long as it stays the same. */
  once<T>(what: string, path: string, text: string, read: () => T): T {
    const key = `${what} ${path}`;
    const known = this.said.get(key);
    if (known?.text === text) return known.value as T;
    const value = read();
    this.said.set(key, { text, value });
    return value;
  }

  /**
   * What is made of files, again only once one of them is another. Files that others asked for meanwhile count as well, so that
   * it is made rather too often.
   *
   * @param key says what is made, and of what beside files
   * @param isKept whether it is worth its memory
   */
  async made<T>(key: string, make: () => Promise<T>, isKept: (value: T) => boolean): Promise<T> {
    const known = this.works.get(key);
    if (known && (await this.areSame(known.stamps))) return known.value as T;
    const stamps = new Map<string, unknown>();
    this.makings.add(stamps);
    try {
      const value = await make();
      this.works.delete(key);
      if (isKept(value) && ![...stamps.values()].includes(undefined)) this.works.set(key, { stamps, value });
      for (const oldest of this.works.keys()) {
        if (this.works.size <= mostWorks) break;
        this.works.delete(oldest);
      }
      return value;
    } finally {
      this.makings.delete(stamps);
    }
  }

  private async areSame(stamps: ReadonlyMap<string, unknown>): Promise<boolean> {
    for (const [path, stamp] of stamps) if ((await this.stamp(path)) !== stamp) return false;
    return true;
  }

  /**
   * A table, whose columns are read when they are first asked for.
   */
  async table(
    { key, content, codebook }: TableSource,
    requests: readonly ColumnRequest[],
    read: (requests: readonly ColumnRequest[]) => Promise<Outcome<Table>>,
  ): Promise<Outcome<Table>> {
    const known = this.shelves.get(key);
    const isSame = known && known.content === content && known.codebook === codebook;
    const shelf = isSame ? known.shelf : new TableShelf();
    if (!isSame) this.shelves.set(key, { content, codebook, shelf });
    const found = await shelf.take(requests, read);
    for (const [oldest, { shelf: faces }] of this.shelves) {
      if (this.shelves.size <= 1 || this.cells() <= mostHeld / 8) break;
      if (faces !== shelf) this.shelves.delete(oldest);
    }
    return found;
  }

  private cells(): number {
    return [...this.shelves.values()].reduce((sum, { shelf }) => sum + shelf.cells, 0);
  }

  /** A kit of faces; figures with the same ones share what was measured in them. */
  kit(faces: readonly Face[], markup?: Markup, form: KitForm = {}): TypeKit {
    const isSame = ({ kit, faces: own }: (typeof this.kits)[number]) =>
      own.length === faces.length &&
      own.every((face, i) => face === faces[i]) &&
      kit.complex === form.complex &&
      kit.direction === (form.direction ?? 'ltr') &&
      kit.further.join() === (form.further ?? []).join();
    const known = this.kits.find((one) => one.markup === markup && isSame(one));
    if (known) return known.kit;
    const kit = typeKit(faces, markup, form);
    this.kits.push({ faces, markup, kit });
    if (this.kits.length > mostKits) this.kits.shift();
    return kit;
  }

  /** What shapes text; undefined where the source has it not. */
  async shaping(): Promise<Shaper | undefined> {
    const { shaper } = this.source;
    if (!shaper) return undefined;
    const [{ startHarfBuzz }, program] = await Promise.all([import('../../type/harfBuzz.js'), shaper()]);
    return startHarfBuzz(program);
  }

  /** What a codebook of an archive says of some tables, read once as long as the file stays the same. */
  archive<T>(key: string, content: Uint8Array, read: () => Promise<T>): Promise<T> {
    const known = this.archives.get(key);
    if (known?.content === content) return known.found as Promise<T>;
    const found = read();
    this.archives.set(key, { content, found });
    return found;
  }

  /** A face made from a font file, once as long as the file stays the same. */
  face(key: string, content: Uint8Array, make: () => Promise<Face>): Promise<Face> {
    const known = this.faces.get(key);
    if (known?.content === content) return known.face;
    const face = make();
    this.faces.set(key, { content, face });
    face.catch(() => this.faces.delete(key));
    return face;
  }
}
