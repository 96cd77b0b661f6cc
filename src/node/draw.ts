import type { Format, WrittenBy } from '../core/export/writer.js';
import type { Outcome } from '../core/problem/problem.js';
import { writeDrawn } from '../core/project/acts/draw.js';
import { type Writable, type WriteOptions, writeAs } from '../core/project/acts/write.js';
import { type FigureInput, openProject, type ProjectOptions } from '../core/project/project.js';
import { disk } from './disk.js';
import { type FormatName, type formatList, formats } from './formats.js';

/** What a format is written as: text or bytes, as its writer declares. */
export type Written<F extends FormatName> = WrittenBy<Extract<(typeof formatList)[number], { name: F }>>;

/** Writes a drawing in any of the formats available under Node. */
export async function write<F extends FormatName>(
  drawing: Writable,
  format: F,
  options: WriteOptions = {},
): Promise<Outcome<Written<F>>> {
  const found = formats.find(({ name }) => name === format) as Format;
  return writeAs(drawing, found, options) as Promise<Outcome<Written<F>>>;
}

/** Draws and writes a figure or a board, given the path of its file, or a figure given as an object. */
export async function draw<F extends FormatName>(
  figure: string | FigureInput,
  format: F,
  options: ProjectOptions & WriteOptions = {},
): Promise<Outcome<Written<F>>> {
  return writeDrawn(await openProject(disk, options).draw(figure), (drawing) => write(drawing, format, options));
}
