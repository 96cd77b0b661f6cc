import { type CoreFormat, coreFormats, type coreList } from '../../export/formats.js';
import type { Format, WrittenBy } from '../../export/writer.js';
import { fail, type Outcome, succeed } from '../../problem/problem.js';
import type { Drawing } from '../compose/drawing.js';
import { type DrawnFigure, type FigureInput, openProject, type ProjectOptions } from '../project.js';
import { memory } from '../read/source.js';
import { type Writable, type WriteOptions, writeAs } from './write.js';

/** What a format writes: text, or bytes. */
export type Written<F extends CoreFormat> = WrittenBy<Extract<(typeof coreList)[number], { name: F }>>;

/**
 * Writes a drawing as SVG, EPS or its plate (text), or as PDF (bytes); a problem where the format needs what is not at
 * hand, such as font files.
 */
export async function write<F extends CoreFormat>(
  drawing: Writable,
  format: F,
  options: WriteOptions = {},
): Promise<Outcome<Written<F>>> {
  const writer = coreFormats.find(({ name }) => name === format) as Format;
  return writeAs(drawing, writer, options) as Promise<Outcome<Written<F>>>;
}

/** Draws a figure given as an object, and writes it. Its table is part of the object, as rows; it can use the built-in styles. */
export async function draw<F extends CoreFormat>(
  figure: FigureInput,
  format: F,
  options: ProjectOptions & WriteOptions = {},
): Promise<Outcome<Written<F>>> {
  return writeDrawn(await openProject(memory({}), options).draw(figure), (drawing) => write(drawing, format, options));
}

/** Writes a drawing where there is one, with all that was said of it. */
export async function writeDrawn<T>(
  drawn: DrawnFigure,
  writer: (drawing: Drawing) => Promise<Outcome<T>>,
): Promise<Outcome<T>> {
  if (!drawn.ok) return fail(drawn.problems);
  const written = await writer(drawn.value);
  const problems = [...drawn.problems, ...written.problems];
  return written.ok ? succeed(written.value, problems) : fail(problems);
}
