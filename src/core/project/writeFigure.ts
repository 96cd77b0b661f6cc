import { type Inks, inInks } from '../export/inks.js';
import type { Format } from '../export/writer.js';
import type { Composition } from './compose.js';
import type { Gathered } from './gather.js';

export interface WriteOptions {
  /** Dots per inch of pictures. Left out: as the settings say. */
  dpi?: number | undefined;
  /** SVG text as outlines or live. Left out: as the settings say. */
  text?: 'outlines' | 'live' | undefined;
  /** Colours, greys or black alone. Left out: as the settings say. */
  inks?: Inks | undefined;
  /** Whether the paper is drawn. Left out: as the settings say. */
  ground?: 'auto' | 'paper' | 'none' | undefined;
}

/** Writes a composed figure in one format. */
export async function writeFigure(
  gathered: Gathered,
  { plate, settings }: Composition,
  format: Format,
  options: WriteOptions = {},
): Promise<Uint8Array | string> {
  const write = await format.load();
  const inks = options.inks ?? settings.export.inks;
  return write(inInks(plate, inks), {
    kit: gathered.kit,
    fontBytes: gathered.fontBytes,
    text: options.text ?? settings.export.text,
    dpi: options.dpi ?? settings.export.dpi,
    inks,
    ground: options.ground ?? settings.export.ground,
  });
}
