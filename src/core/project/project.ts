import { lastOf } from '../at.js';
import { after, fail, type Outcome } from '../problem/problem.js';
import { valueSource } from '../schema/valueSource.js';
import type { Layer } from '../style/layers.js';
import { composeBoard } from './compose/board.js';
import { layFigure } from './compose/compose.js';
import type { Drawing } from './compose/drawing.js';
import { type ReadBy, ready } from './compose/ready.js';
import type { FigureFile } from './generated/fileTypes.js';
import { type GatherOptions, gather, gatherFigure, type Readable } from './read/gather.js';
import { Gatherer } from './read/gatherer.js';
import { checkOfKind } from './read/readFiles.js';
import type { FaceAbility, Source } from './read/source.js';
import { Store } from './read/store.js';

/** A figure as an object: the contents of a figure file, of which the `hexis` line is optional. */
export type FigureInput = Omit<FigureFile, 'hexis'> & { hexis?: 'figure/1' };

/** Options for drawing figures: style, caption, number. */
export interface ProjectOptions {
  /** A house style to use instead of the one that each figure names: a built-in name or a path. */
  style?: string | undefined;
  /** The language of all words, as BCP 47 names it, in place of the one that figure, document or style name. */
  language?: string | undefined;
  /** Whether the number, title and note are drawn with the image. With `beside` they are not, but the faces to set them in are loaded. */
  caption?: boolean | 'beside' | undefined;
  /** Settings shared by the figures of a document. They override the style, and each figure file overrides them. */
  shared?: Layer | undefined;
  /** The number of a figure in a document, in place of its own. */
  number?: string | undefined;
  /** Whether databases and large files are asked whatever answers are kept. */
  fresh?: boolean | undefined;
  /** Texts that are set beside the figure in its faces: the caption of a board, the title and the paragraphs of a document. */
  alongside?: readonly string[] | undefined;
  /** Whether to record which settings each piece of ink was drawn with, for `explain`. */
  trace?: boolean | undefined;
  /** Access to font files, if the source has none. PDF and live text need them. */
  faces?: Partial<Pick<Source, FaceAbility>> | undefined;
}

/** The outcome of drawing a figure, with its path and id. */
export type DrawnFigure = Outcome<Drawing> & {
  /** Path of the file; "the figure" where a program gives it. */
  path: string;
  /** Its id, or one derived from the path if the file could not be read. */
  id: string;
  /** The drawing. Undefined if something is wrong. */
  drawing: Drawing | undefined;
};

/** Whether a file says that it is a board. */
const isBoard = (text: string): boolean => /^\s*[{]?\s*"?hexis"?\s*:\s*"?board\/1/m.test(text.slice(0, 4000));

const idOf = (path: string): string => lastOf(path.split(/[/\\]/)).replace(/(\.(figure|board))?\.(ya?ml|json)$/i, '');

const drawnFigure = (path: string, outcome: Outcome<Drawing>): DrawnFigure => {
  const drawing = outcome.ok ? outcome.value : undefined;
  return { ...outcome, path, id: drawing?.about.id ?? idOf(path), drawing };
};

/** How many files to read ahead while one is being drawn. */
const ahead = 4;

/** What messages call a figure that was given as an object. */
const given = 'the figure';

/**
 * A set of figures and boards that share files. Tables, codebooks, styles and faces are read once, and again when they
 * change.
 */
export class Project {
  /** What has been read of its files so far. */
  readonly store: Store;
  /** Options that apply to all of its drawings. */
  readonly options: ProjectOptions;

  constructor(from: Source | Store, options: ProjectOptions = {}) {
    this.store = from instanceof Store ? from : new Store({ ...from, ...options.faces });
    this.options = options;
  }

  /** The same files with other options. Both share what has been read. */
  with(options: Omit<ProjectOptions, 'faces'>): Project {
    return new Project(this.store, options);
  }

  /** Draws a figure or board from its file, or a figure given as an object. Picks up changes to files since the last call. */
  async draw(figure: string | FigureInput, options: ProjectOptions = {}): Promise<DrawnFigure> {
    const all = { ...this.options, ...options };
    if (typeof figure !== 'string')
      return drawnFigure(
        given,
        await composed(this.store, (finer) => this.gatherGiven(figure, { ...all, finer }), all),
      );
    // A file that cannot be read is reported when it is read again below.
    const text = await this.store.text(figure).catch(() => '');
    if (isBoard(text)) return drawnFigure(figure, await composeBoard(this.store, figure, all));
    return drawnFigure(
      figure,
      await composed(this.store, (finer) => gather(this.store, figure, { ...all, finer }), all),
    );
  }

  /**
   * Draws figures and boards one after another, and yields those that fail as well, with their problems. All of them see shared
   * files as they were when the first one read them.
   */
  drawings(paths: Iterable<string>): AsyncGenerator<DrawnFigure> {
    return this.store.asTheyAre(() => this.eachOf([...paths]));
  }

  private async *eachOf(paths: readonly string[]): AsyncGenerator<DrawnFigure> {
    for (const [i, path] of paths.entries()) {
      // Read the next files while this one is being composed.
      for (const next of paths.slice(i + 1, i + 1 + ahead)) this.store.text(next).catch(() => undefined);
      yield await this.draw(path);
    }
  }

  private gatherGiven(figure: FigureInput, options: GatherOptions): Promise<Outcome<Readable>> | Outcome<Readable> {
    const value = { hexis: 'figure/1', ...figure };
    const reading = checkOfKind('figure', valueSource(value, given), given);
    if (!reading.ok) return fail(reading.problems);
    return gatherFigure(new Gatherer(this.store), reading.value, JSON.stringify(value), options);
  }
}

/** Plans and lays out what was read. */
async function composed(store: Store, read: ReadBy, options: ProjectOptions): Promise<Outcome<Drawing>> {
  const { caption, trace, number } = options;
  const found = await ready(store, read, options);
  if (!found.ok) return found;
  const { gathered, planned } = found.value;
  return after(found.problems, layFigure(gathered, planned, { caption: caption === true, trace, number }));
}

/** Opens the files of a source as a project. */
export const openProject = (source: Source, options: ProjectOptions = {}): Project => new Project(source, options);
