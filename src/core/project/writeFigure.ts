import type { Format } from '../export/writer.js';
import type { Composition } from './compose.js';
import type { Gathered } from './gather.js';

export interface WriteOptions {
  /** Dots per inch of pictures. Left out: as the settings say. */
  dpi?: number | undefined;
  /** SVG text as outlines or live. Left out: as the settings say. */
  text?: 'outlines' | 'live' | undefined;
}

/** Writes a composed figure in one format. */
export async function writeFigure(
  gathered: Gathered,
  { plate, settings }: Composition,
  format: Format,
  options: WriteOptions = {},
): Promise<Uint8Array | string> {
  const write = await format.load();
  return write(plate, {
    kit: gathered.kit,
    fontBytes: gathered.fontBytes,
    text: options.text ?? settings.export.text,
    dpi: options.dpi ?? settings.export.dpi,
  });
}
