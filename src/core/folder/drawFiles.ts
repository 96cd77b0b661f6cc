import type { Format } from '../export/writer.js';
import { fail, hasErrors, type Outcome, succeed } from '../problem/problem.js';
import { pixelProblem } from '../project/acts/pixels.js';
import { writeAs } from '../project/acts/write.js';
import { openProject } from '../project/project.js';
import { remembering } from '../project/read/inputs.js';
import { overlaid, type Source } from '../project/read/source.js';
import { fileSafe } from '../report/fileSafe.js';
import { patched, patchFor } from '../schema/patch.js';
import { Refused } from './refused.js';

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

/** A file of a figure. */
export interface DrawnFile {
  name: string;
  bytes: Uint8Array | string;
}

export interface DrawnFiles {
  /** One for each format, in their order. */
  files: DrawnFile[];
  /** Paths of the files that were read. */
  read: string[];
}

const [leastDpi, mostDpi] = [36, 2400];

/** Entries of a list by the names that a page gives. @throws {Refused} where it names none, or one that there is not */
export function namedOf<T extends { name: string }>(known: readonly T[], names: unknown, what: string): T[] {
  const asked: unknown[] = Array.isArray(names) ? names : [];
  const found = asked.flatMap((name) => known.filter((one) => one.name === name));
  if (found.length === 0 || found.length !== asked.length) throw new Refused(`no such ${what}`);
  return found;
}

/** What a page wants of a figure. @throws {Refused} */
export function filesWanted(file: string, asked: Record<string, unknown>, known: readonly Format[]): FilesWanted {
  const { as, dpi, caption, width, height } = asked;
  const side = (value: unknown) => (typeof value === 'string' && value !== '' ? value : undefined);
  return {
    file,
    formats: namedOf(known, as, 'format').map(({ name }) => name),
    dpi: typeof dpi === 'number' && dpi >= leastDpi && dpi <= mostDpi ? dpi : undefined,
    caption: caption === true,
    width: side(width),
    height: side(height),
  };
}

/** Draws a figure and gives its files. The figure file itself is not changed. */
export async function drawFiles(
  from: Source,
  { file, formats, dpi, caption, width, height }: FilesWanted,
  known: readonly Format[],
): Promise<Outcome<DrawnFiles>> {
  const edits = Object.entries({ width, height }).flatMap(([side, value]) =>
    value === undefined ? [] : [{ path: ['size', side], value }],
  );
  const { source, asked } = remembering(from);
  const text = await source.text(file);
  const changed = edits.length === 0 ? source : overlaid(source, { [file]: patched(text, patchFor(text, edits)) });
  const drawn = await openProject(changed, { caption }).draw(file);
  if (!drawn.ok) return fail(drawn.problems);
  const own = formats.map((name) => known.find((format) => format.name === name) as Format);
  const tooLarge = pixelProblem(drawn.value, own, dpi);
  if (hasErrors(tooLarge)) return fail(tooLarge);
  const files: DrawnFile[] = [];
  for (const format of own) {
    const written = await writeAs(drawn.value, format, { dpi });
    if (!written.ok) return written;
    files.push({ name: `${fileSafe(drawn.id)}.${format.ending}`, bytes: written.value });
  }
  return succeed({ files, read: [...asked] });
}
