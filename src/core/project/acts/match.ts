import { kindOf } from '../../chart/kinds.js';
import { fail, type Outcome, succeed } from '../../problem/problem.js';
import { formattingEdits, type LeftBehind, leftBehind, type TakingOver } from '../../schema/formatting.js';
import { type Patch, patched, patchFor } from '../../schema/patch.js';
import type { FigureContents } from '../files/figureFile.js';
import type { Project } from '../project.js';
import { Gatherer } from '../read/gatherer.js';
import { readFigure } from '../read/readFiles.js';
import type { Store } from '../read/store.js';

/** A figure file before and after it took over the formatting of another one. */
export interface Matched {
  /** The text of the file before. */
  before: string;
  /** The text with the formatting taken over. */
  after: string;
  /** What leads from one to the other. */
  patch: Patch;
  /** What the other figure has that was not taken over. */
  left: LeftBehind;
}

/** A path of a file as another file names it, from the folder of that one. */
export function pathFrom(target: string, from: string): string {
  const parts = (path: string) => path.split(/[/\\]/).filter((part) => part !== '' && part !== '.');
  const [file, folder] = [parts(target), parts(from).slice(0, -1)];
  let shared = 0;
  while (shared < folder.length && shared < file.length - 1 && folder[shared] === file[shared]) shared += 1;
  return [...folder.slice(shared).map(() => '..'), ...file.slice(shared)].join('/');
}

/** The other figure with the files of its style and faces as they are named from the folder of this one. */
function renamed(model: FigureContents, modelPath: string, path: string, { source }: Store): FigureContents {
  const moved = (reference: string) => pathFrom(source.join(modelPath, reference), path);
  const faces = Object.entries(model.faces ?? {}).map(([name, files]) => [
    name,
    Object.fromEntries(Object.entries(files).map(([variant, file]) => [variant, moved(file as string)])),
  ]);
  return {
    ...model,
    ...(model.style !== undefined && /[./\\]/.test(model.style) ? { style: moved(model.style) } : {}),
    ...(model.faces ? { faces: Object.fromEntries(faces) } : {}),
  };
}

/**
 * Takes over the formatting of another figure file: style, sizes, colours, type, legend and all else that is no word and
 * hangs on no data. Comments and the layout of the file stay.
 */
export async function matchFigure(
  { store }: Project,
  path: string,
  modelPath: string,
  options: TakingOver,
): Promise<Outcome<Matched>> {
  const gatherer = new Gatherer(store);
  const read = (from: string) => gatherer.document('figure', from);
  const [figure, model] = [await read(path), await read(modelPath)];
  if (!figure || !model) return fail(gatherer.problems);
  const wanted = renamed(model.reading.value, modelPath, path, store);
  const patch = patchFor(figure.text, formattingEdits(figure.reading.value, wanted, options));
  const after = patched(figure.text, patch);
  const checked = gatherer.keep(readFigure(after, path));
  if (!checked) return fail(gatherer.problems);
  const { chart } = figure.reading.value;
  const columns = ['kind', 'where', 'values', 'components', ...Object.keys(kindOf(chart).roles)];
  const left = leftBehind(figure.reading.value, wanted, options, columns);
  return succeed({ before: figure.text, after, patch, left }, gatherer.problems);
}
