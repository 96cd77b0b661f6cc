import { type Outcome, succeed } from '../core/document/problem.js';
import type { Format } from '../core/export/writer.js';
import { composeBoard, isBoard } from '../core/project/board.js';
import { type Composition, compose } from '../core/project/compose.js';
import { type Gathered, gather } from '../core/project/gather.js';
import { type WriteOptions, writeFigure } from '../core/project/writeFigure.js';
import { diskSource } from './diskSource.js';

export interface DrawOptions extends WriteOptions {
  /** House style in place of the one that the figure names. */
  style?: string | undefined;
  /** Whether number, title and note are drawn with the image. */
  caption?: boolean | undefined;
}

/** A figure file that was read and composed. */
export interface Prepared {
  path: string;
  gathered: Gathered;
  composition: Composition;
}

/** Reads a figure file from disk with all that it names, and composes it. */
export async function prepare(path: string, options: DrawOptions = {}): Promise<Outcome<Prepared>> {
  const text = await diskSource.text(path).catch(() => undefined);
  if (text !== undefined && isBoard(text)) {
    const board = await composeBoard(diskSource, path, options);
    return board.ok ? succeed({ path, ...board.value }, board.problems) : board;
  }
  const gathered = await gather(diskSource, path, {
    ...options,
    ...(text === undefined ? {} : { texts: { [path]: text } }),
  });
  if (!gathered.ok) return gathered;
  const composed = compose(gathered.value, options);
  const problems = [...gathered.problems, ...composed.problems];
  if (!composed.ok) return { ok: false, problems };
  return succeed({ path, gathered: gathered.value, composition: composed.value }, problems);
}

/** Draws a figure file in one format. */
export async function draw(
  path: string,
  format: Format,
  options: DrawOptions = {},
): Promise<Outcome<Uint8Array | string>> {
  const prepared = await prepare(path, options);
  if (!prepared.ok) return prepared;
  const { gathered, composition } = prepared.value;
  const written = await writeFigure(gathered, composition, format, options);
  return { ...written, problems: [...prepared.problems, ...written.problems] };
}
