import { lastOf } from '../at.js';
import { after, fail, type Outcome } from '../problem/problem.js';
import { valueSource } from '../schema/valueSource.js';
import type { Layer } from '../style/layers.js';
import { composeBoard } from './compose/board.js';
import { layFigure } from './compose/compose.js';
import type { Drawing } from './compose/drawing.js';
import { ready } from './compose/ready.js';
import type { FigureFile } from './generated/fileTypes.js';
import { gather, gatherFigure, type Readable } from './read/gather.js';
import { Gatherer } from './read/gatherer.js';
import { checkOfKind } from './read/readFiles.js';
import type { Source } from './read/source.js';
import { Store } from './read/store.js';

/** A figure as a program gives it: what stands in a figure file, whose first line may be left out. */
export type FigureInput = Omit<FigureFile, 'hexis'> & { hexis?: 'figure/1' };

/** How figures are drawn: in which style, with a caption, at which number. */
export interface ProjectOptions {
  /** A house style in place of those that figures name: a built-in name or a path. */
  style?: string | undefined;
  /** Whether number, title and note are drawn with the image; `beside`: they are not, and can be set in its faces. */
  caption?: boolean | 'beside' | undefined;
  /** What the figures of a document share, between their style and the figure file. */
  shared?: Layer | undefined;
  /** The number of a figure in a document, in place of its own. */
  number?: string | undefined;
  /** Whether each piece of ink says which settings were read for it, for `explain`. */
  trace?: boolean | undefined;
  /** Font files, where the source has none: PDF and live text need them. */
  faces?: Partial<Pick<Source, 'shippedFont' | 'subsetFont' | 'tryFont'>> | undefined;
}

/** A drawing, or what is wrong with it, under the name of its figure. */
export type DrawnFigure = Outcome<Drawing> & {
  /** Path of the file; "the figure" where a program gives it. */
  path: string;
  /** Its id, or what the path makes of one where it cannot be read. */
  id: string;
  /** The drawing; none where something is wrong. */
  drawing: Drawing | undefined;
};

/** Whether a file says that it is a board. */
const isBoard = (text: string): boolean => /^\s*[{]?\s*"?hexis"?\s*:\s*"?board\/1/m.test(text.slice(0, 4000));

const idOf = (path: string): string => lastOf(path.split(/[/\\]/)).replace(/(\.(figure|board))?\.(ya?ml|json)$/i, '');

const drawnFigure = (path: string, outcome: Outcome<Drawing>): DrawnFigure => {
  const drawing = outcome.ok ? outcome.value : undefined;
  return { ...outcome, path, id: drawing?.about.id ?? idOf(path), drawing };
};

/** How many files are read ahead of the one that is drawn. */
const ahead = 4;

/** A figure that a program gives, called so in messages. */
const given = 'the figure';

/**
 * Figures and boards that belong together: what they share, such as tables, codebooks, styles and faces, is read once,
 * and again when its files change.
 */
export class Project {
  /** What was read of its files. */
  readonly store: Store;
  /** The options that hold for all its drawings. */
  readonly options: ProjectOptions;

  constructor(from: Source | Store, options: ProjectOptions = {}) {
    this.store = from instanceof Store ? from : new Store({ ...from, ...options.faces });
    this.options = options;
  }

  /** The same files with other options: what was read of them is shared. */
  with(options: Omit<ProjectOptions, 'faces'>): Project {
    return new Project(this.store, options);
  }

  /** Draws a figure or a board by the path of its file, or a figure that a program gives; files change in between. */
  async draw(figure: string | FigureInput, options: ProjectOptions = {}): Promise<DrawnFigure> {
    const all = { ...this.options, ...options };
    if (typeof figure !== 'string')
      return drawnFigure(given, await composed(this.store, await this.gatherGiven(figure, all), all));
    // What cannot be read is said by what reads it next.
    const text = await this.store.text(figure).catch(() => '');
    if (isBoard(text)) return drawnFigure(figure, await composeBoard(this.store, figure, all));
    return drawnFigure(figure, await composed(this.store, await gather(this.store, figure, all), all));
  }

  /**
   * Draws figures and boards one after the other; those that fail are among them, with what is wrong. All see the files
   * that they share as these are when the first of them asks.
   */
  drawings(paths: Iterable<string>): AsyncGenerator<DrawnFigure> {
    return this.store.asTheyAre(() => this.eachOf([...paths]));
  }

  private async *eachOf(paths: readonly string[]): AsyncGenerator<DrawnFigure> {
    for (const [i, path] of paths.entries()) {
      // The next files are read while this one is composed.
      for (const next of paths.slice(i + 1, i + 1 + ahead)) this.store.text(next).catch(() => undefined);
      yield await this.draw(path);
    }
  }

  private gatherGiven(figure: FigureInput, options: ProjectOptions): Promise<Outcome<Readable>> | Outcome<Readable> {
    const value = { hexis: 'figure/1', ...figure };
    const reading = checkOfKind('figure', valueSource(value, given), given);
    if (!reading.ok) return fail(reading.problems);
    return gatherFigure(new Gatherer(this.store), reading.value, JSON.stringify(value), options);
  }
}

/** Composes what was read. */
async function composed(store: Store, read: Outcome<Readable>, options: ProjectOptions): Promise<Outcome<Drawing>> {
  const { caption, trace, number } = options;
  const found = await ready(store, read, options);
  if (!found.ok) return found;
  const { gathered, planned } = found.value;
  return after(found.problems, layFigure(gathered, planned, { caption: caption === true, trace, number }));
}

/** Opens the files of a source as a project. */
export const openProject = (source: Source, options: ProjectOptions = {}): Project => new Project(source, options);
