import type { Format } from '../../export/writer.js';
import { error, type Problem } from '../../problem/problem.js';
import type { Drawing } from '../compose/drawing.js';

const mostMillionPixels = 120;

/** The problem with a picture whose pixels would not fit into memory. */
export function pixelProblem(
  { plate, settings }: Pick<Drawing, 'plate' | 'settings'>,
  wanted: readonly Format[],
  dpi: number | undefined,
): Problem[] {
  const resolution = dpi ?? settings.export.dpi;
  const [width, height] = [Math.round((plate.width * resolution) / 72), Math.round((plate.height * resolution) / 72)];
  if (!wanted.some(({ isPicture }) => isPicture) || width * height <= mostMillionPixels * 1e6) return [];
  return [error('picture-too-large', { width, height, dpi: resolution, most: mostMillionPixels })];
}
