import { tableEndings } from '../data/tableFacts.js';
import { tableForm } from '../data/tableForms.js';
import type { Format } from '../export/writer.js';
import { hasErrors, type Outcome, type Problem, problemText } from '../problem/problem.js';
import { SourceFault } from '../project/read/source.js';
import type { DocumentForm } from '../report/documentForm.js';
import { type Edit, type Patch, patchBetween, patched, patchFor } from '../schema/patch.js';
import type { BoundFile } from './bindFiles.js';
import { type DrawnFile, type DrawnFiles, type FilesWanted, filesWanted, namedOf } from './drawFiles.js';
import { sha256 } from './journal.js';
import { type Change, Journals, type MayGoAlong, type Undone } from './journals.js';
import type { Keeper, Output } from './keeper.js';
import { type FolderFile, isHidden, kindOf } from './kinds.js';
import { Refused } from './refused.js';

/** The files that a desk works on, and how it makes others of them. */
export interface DeskPlace {
  /** Its name for the person. */
  name: string;
  /** Reads and writes them. */
  keeper: Keeper;
  /** The formats that figures are saved in here. */
  formats: readonly Format[];
  /** The forms that reports are bound in here. */
  documents: readonly DocumentForm[];
  /** The files that figures are made of. */
  list(): Promise<FolderFile[]>;
  /**
   * The file that a page names by its path in the folder, written with `/`, as the keeper knows it.
   *
   * @throws {Refused} where it leads out of the folder
   */
  inside(path: unknown): Promise<string>;
  /** The path of a file in the folder, with `/`. */
  nameOf(file: string): Promise<string>;
  /** Draws a figure into files. */
  draw(wanted: FilesWanted): Promise<Outcome<DrawnFiles>>;
  /** Binds a report. `kept` is told that its files are in their places. */
  bind(
    file: string,
    forms: readonly DocumentForm[],
    into: string,
  ): Promise<Outcome<{ files: BoundFile[]; read: string[]; kept?(): Promise<void> }>>;
  /**
   * Puts files into a folder of this one (`''`: itself), all of them or none. Files that it gives back are to be handed to the
   * person by the page.
   *
   * @param read files that they are made of, which are never replaced
   */
  hand(
    files: readonly (DrawnFile & Pick<Output, 'replaces'>)[],
    into: string,
    read: readonly string[],
  ): Promise<Outcome<DrawnFile[]>>;
}

/** What a call says. */
export interface Reply {
  /** How it went: `conflict` where somebody else has changed a file meanwhile, `unusable` where a figure cannot be drawn. */
  is: 'done' | 'conflict' | 'unusable' | 'failed';
  /** What it gives; with a `fault` in words where it gives nothing else. */
  body: object;
}

/** A file as it is, with what can be taken back and made again. */
export interface DeskFile {
  text: string;
  sha256: string;
  undo: string[];
  redo: string[];
}

/** A change to one file that a page asks for: edits of single settings, or a whole new text. */
interface Wanted {
  path?: unknown;
  /** SHA-256 of the file as the page knows it; null for a new file. */
  was?: unknown;
  edits?: unknown;
  text?: unknown;
}

/** Limits that no honest change reaches: depth of a setting, and settings changed by one act. */
const [deepestEdit, mostEdits] = [40, 5000];

const isEdit = (value: unknown): value is Edit => {
  const { path } = (value ?? {}) as { path?: unknown };
  const isPart = (part: unknown) => typeof part === 'string' || Number.isInteger(part);
  return Array.isArray(path) && path.length > 0 && path.length <= deepestEdit && path.every(isPart);
};

/** The patch that a change makes to a text. */
function patchOf(before: string, { text, edits }: Wanted): Patch {
  if (typeof text === 'string') return patchBetween(before, text);
  if (Array.isArray(edits) && edits.length <= mostEdits && edits.every(isEdit)) return patchFor(before, edits);
  throw new Refused('neither edits nor a text');
}

/** Problems as the body of a reply. */
export const faultOf = (problems: readonly Problem[]) => ({
  fault: problems.map(problemText).join('\n'),
  codes: problems.map(({ code }) => code),
});

const done = (body: object): Reply => ({ is: 'done', body });

/** The calls of a page about the files of a folder, wherever that is kept. */
export class DeskFolder {
  private readonly place: DeskPlace;
  private readonly journals: Journals;
  /** The queue of changes: they are made one after the other. */
  private turn: Promise<unknown> = Promise.resolve();

  constructor(place: DeskPlace) {
    this.place = place;
    this.journals = new Journals(place.keeper);
  }

  /** Runs a change after those before it. */
  private inTurn<T>(step: () => Promise<T>): Promise<T> {
    const next = this.turn.then(step, step);
    this.turn = next.catch(() => undefined);
    return next;
  }

  private async state(path: string): Promise<DeskFile> {
    const file = await this.place.inside(path);
    const text = await this.place.keeper.text(file);
    return { text, sha256: sha256(text), ...(await this.journals.stepsOf(file)) };
  }

  async list(): Promise<Reply> {
    const said = <T extends { name: string; description: string }>(all: readonly T[]) =>
      all.map(({ name, description }) => ({ name, description }));
    const { name, formats, documents } = this.place;
    return done({
      folder: name,
      files: await this.place.list(),
      formats: said(formats),
      documents: said(documents),
      endings: tableEndings,
    });
  }

  async file({ path }: Record<string, unknown>): Promise<Reply> {
    return done(await this.state(path as string));
  }

  /** What becomes of a file: a change, a new file, or nothing if somebody else has changed it meanwhile. */
  private async wanted(one: Wanted, by: string): Promise<{ made: Output } | { changed: Change } | undefined> {
    const path = await this.place.inside(one.path);
    if (kindOf(path) === undefined || kindOf(path) === 'table') throw new Refused('no file that the desk changes');
    const before = await this.place.keeper.text(path).catch((fault) => {
      if (fault instanceof SourceFault && fault.kind === 'missing' && one.was === null) return undefined;
      throw fault;
    });
    if (before === undefined) {
      if (typeof one.text !== 'string') throw new Refused('a new file needs its text');
      return { made: { path, bytes: one.text } };
    }
    if (one.was !== sha256(before)) return undefined;
    const patch = patchOf(before, one);
    return { changed: { path, before, after: patched(before, patch), patch, by } };
  }

  /**
   * Changes files that are still as the page has them, and makes new ones: all of them or none. Where somebody else has
   * changed one, or a new one is there already, all are given back as they are.
   */
  change({ by, changes }: Record<string, unknown>): Promise<Reply> {
    return this.inTurn(async () => {
      const wanted = (Array.isArray(changes) ? changes : []).map((one) => (one ?? {}) as Wanted);
      const paths = wanted.map(({ path }) => path as string);
      if (paths.length === 0 || new Set(paths).size !== paths.length) throw new Refused('no list of files to change');
      const name = typeof by === 'string' && by !== '' ? by.slice(0, 200) : 'desk';
      const found = await Promise.all(wanted.map((one) => this.wanted(one, name)));
      const isOther = found.includes(undefined);
      const made = found.flatMap((one) => (one && 'made' in one ? [one.made] : []));
      const changed = found.flatMap((one) => (one && 'changed' in one ? [one.changed] : []));
      const others = changed.filter(({ before, after }) => before !== after);
      const outputs = [...made, ...(await this.journals.changeOutputs(others, true))];
      const problems = isOther || outputs.length === 0 ? [] : await this.place.keeper.save(outputs);
      if (hasErrors(problems)) return { is: 'failed', body: faultOf(problems) };
      // A new file that could not be made is not reported as one.
      const files = await Promise.all(paths.map((path) => this.state(path).catch(() => undefined)));
      return { is: isOther ? 'conflict' : 'done', body: { files } };
    });
  }

  /** Stores a table that was dropped on the page. No existing file is overwritten. */
  add(path: string, bytes: Uint8Array): Promise<Reply> {
    return this.inTurn(async () => {
      const file = await this.place.inside(path);
      if (kindOf(file) !== 'table') throw new Refused(`no table: its name ends in ${tableEndings.join(', ')}`);
      if (path.split('/').some(isHidden)) throw new Refused('no place for a table: other programs keep theirs there');
      if (tableForm(path).isTable?.(bytes) === false) throw new Refused('no table: JSON is one as a list of rows');
      const there = await this.place.keeper.bytes(file).catch(() => undefined);
      if (there) {
        const isSame = there.length === bytes.length && there.every((byte, i) => byte === bytes[i]);
        return isSame
          ? done({ path })
          : { is: 'conflict', body: { fault: `${path} is there already, and is another` } };
      }
      const problems = await this.place.keeper.save([{ path: file, bytes }]);
      return hasErrors(problems) ? { is: 'failed', body: faultOf(problems) } : done({ path });
    });
  }

  /** A file that a call may change with another one: it lies in the folder. */
  private readonly isInside: MayGoAlong = async (file) =>
    this.place
      .nameOf(file)
      .then((name) => this.place.inside(name))
      .then(
        () => true,
        () => false,
      );

  /** The texts of a file, and of those changed with it, before its last acts. */
  async earlier({ path, steps: asked }: Record<string, unknown>): Promise<Reply> {
    const steps = Number(asked);
    if (!Number.isInteger(steps) || steps < 1) throw new Refused('the number of steps is none');
    const file = await this.place.inside(path);
    // One that is not there is said to be missing, as everywhere.
    await this.place.keeper.text(file);
    const found = await this.journals.earlierTexts(file, steps, this.isInside);
    if (!found.ok) return { is: 'conflict', body: faultOf(found.problems) };
    const texts = await Promise.all(
      Array.from(found.value, async ([own, text]) => [await this.place.nameOf(own), text] as const),
    );
    return done({ texts: Object.fromEntries(texts) });
  }

  private step(path: unknown, take: (file: string) => Promise<Outcome<Undone>>): Promise<Reply> {
    return this.inTurn(async () => {
      const stepped = await take(await this.place.inside(path));
      const state = () => this.state(path as string);
      if (!stepped.ok) return { is: 'conflict', body: { ...faultOf(stepped.problems), ...(await state()) } };
      const { by, others } = stepped.value;
      const files = await Promise.all(
        others.map(async (other) => {
          const name = await this.place.nameOf(other.path);
          return { path: name, ...(await this.state(name)) };
        }),
      );
      return done({ by, others: files, ...(await state()) });
    });
  }

  // An act made from a parent folder may have changed files outside this one.
  undo({ path }: Record<string, unknown>): Promise<Reply> {
    return this.step(path, (file) => this.journals.undoChange(file, false, this.isInside));
  }

  redo({ path }: Record<string, unknown>): Promise<Reply> {
    return this.step(path, (file) => this.journals.redoChange(file, this.isInside));
  }

  /** A folder in this one that files go into. */
  private async folderOf(into: unknown): Promise<string> {
    if (into === '' || into === undefined) return '';
    await this.place.inside(into);
    return into as string;
  }

  /** Draws a figure into files, with the same code as the command. */
  async save(asked: Record<string, unknown>): Promise<Reply> {
    const { formats, keeper, draw, hand } = this.place;
    const file = await this.place.inside(asked['path']);
    const into = await this.folderOf(asked['into']);
    const wanted = filesWanted(file, asked, formats);
    await keeper.text(file);
    const drawn = await draw(wanted);
    if (!drawn.ok) return { is: 'unusable', body: faultOf(drawn.problems) };
    const { files, read } = drawn.value;
    const own = files.map((one, i) => ({
      ...one,
      replaces: formats.find(({ name }) => name === wanted.formats[i])?.isOwn,
    }));
    const handed = await hand(own, into, read);
    if (!handed.ok) return { is: 'failed', body: faultOf(handed.problems) };
    return done({ files: files.map(({ name }) => name), handed: handed.value });
  }

  /** Binds a report into documents, with the same code as the command. */
  async bind({ path, as, into: folder }: Record<string, unknown>): Promise<Reply> {
    const file = await this.place.inside(path);
    if (kindOf(file) !== 'report') throw new Refused('no report');
    const into = await this.folderOf(folder);
    const forms = namedOf(this.place.documents, as, 'form of document');
    const bound = await this.place.bind(file, forms, into);
    if (!bound.ok) return { is: 'unusable', body: faultOf(bound.problems) };
    const { files, read, kept } = bound.value;
    const own = files.map(({ path: name, bytes, replaces }) => ({ name, bytes, replaces }));
    const handed = await this.place.hand(own, into, read);
    // Existing files that are not our documents are kept.
    if (!handed.ok) return { is: 'conflict', body: faultOf(handed.problems) };
    await kept?.();
    return done({ files: own.map(({ name }) => name), handed: handed.value });
  }
}
