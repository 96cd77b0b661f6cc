import { type Outcome, succeed } from '../../core/problem/problem.js';
import { together, type Unpacked } from '../../core/project/carry/together.js';
import { carriedByAll } from './carriedBy.js';

/** What was unpacked, and of which files. */
export interface UnpackedFiles extends Unpacked {
  /** The files that carried something. */
  sources: string[];
}

/**
 * Gives back the figures, codebooks and styles that pictures and documents carry, as files of one folder; nothing is written.
 *
 * @param paths of pictures (SVG, PDF, EPS, PNG, TIFF, plates), documents (DOCX, ODT, HTML, PDF), or folders of pictures
 */
export async function unpack(paths: readonly string[]): Promise<Outcome<UnpackedFiles>> {
  const found = await carriedByAll(paths);
  if (!found.ok) return found;
  const unpacked = together(found.value.flatMap(({ carried }) => carried));
  return succeed({ ...unpacked, sources: found.value.map(({ path }) => path) }, found.problems);
}
