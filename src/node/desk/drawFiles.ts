import type { Format } from '../../core/export/writer.js';
import { fail, hasErrors, type Outcome, succeed } from '../../core/problem/problem.js';
import { writeAs } from '../../core/project/acts/write.js';
import { openProject } from '../../core/project/project.js';
import { overlaid } from '../../core/project/read/source.js';
import { patched, patchFor } from '../../core/schema/patch.js';
import { disk } from '../disk.js';
import { filesRead } from '../filesRead.js';
import { formats } from '../formats.js';
import { pixelProblem } from '../pixels.js';

/** Which figure to save, and how. */
export interface FilesWanted {
  file: string;
  /** Names of existing formats. */
  formats: string[];
  dpi: number | undefined;
  caption: boolean;
  /** Width and height for this time only, written as settings are. */
  width: string | undefined;
  height: string | undefined;
}

export interface DrawnFiles {
  id: string;
  /** One for each format, in their order. */
  files: (Uint8Array | string)[];
  /** Paths of the files that were read. */
  read: string[];
}

/** Draws a figure and returns the bytes of its files. The figure file itself is not changed. */
export async function drawFiles(wanted: FilesWanted): Promise<Outcome<DrawnFiles>> {
  const { file, dpi, caption, width, height } = wanted;
  const edits = Object.entries({ width, height }).flatMap(([side, value]) =>
    value === undefined ? [] : [{ path: ['size', side], value }],
  );
  const text = await disk.text(file);
  const source = edits.length === 0 ? disk : overlaid(disk, { [file]: patched(text, patchFor(text, edits)) });
  const drawn = await openProject(source, { caption }).draw(file);
  if (!drawn.ok) return fail(drawn.problems);
  const own = wanted.formats.map((name) => formats.find((format) => format.name === name) as Format);
  const tooLarge = pixelProblem(drawn.value, own, dpi);
  if (hasErrors(tooLarge)) return fail(tooLarge);
  const files: (Uint8Array | string)[] = [];
  for (const format of own) {
    const bytes = await writeAs(drawn.value, format, { dpi });
    if (!bytes.ok) return bytes;
    files.push(bytes.value);
  }
  return succeed({ id: drawn.id, files, read: [...filesRead.keys()] });
}
