import { error, fail, type Outcome, succeed } from '../document/problem.js';
import { type Inks, inInks } from '../export/inks.js';
import { type Format, WriteFault } from '../export/writer.js';
import type { Composition } from './compose.js';
import type { Gathered } from './gather.js';
import { SourceFault } from './source.js';

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

/** Writes a composed figure in one format; a problem where that format needs what is not at hand, such as font files. */
export async function writeFigure(
  gathered: Gathered,
  { plate, settings }: Composition,
  format: Format,
  options: WriteOptions = {},
): Promise<Outcome<Uint8Array | string>> {
  const write = await format.load();
  const inks = options.inks ?? settings.export.inks;
  try {
    return succeed(
      await write(inInks(plate, inks), {
        kit: gathered.kit,
        fontBytes: gathered.fontBytes,
        subsetFont: gathered.subsetFont,
        text: options.text ?? settings.export.text,
        dpi: options.dpi ?? settings.export.dpi,
        inks,
        ground: options.ground ?? settings.export.ground,
      }),
    );
  } catch (fault) {
    if (fault instanceof WriteFault)
      return fail([error('format-needs', { format: format.name, needs: fault.message })]);
    if (fault instanceof SourceFault) {
      return fail([error('format-needs', { format: format.name, needs: `font files: ${fault.message}` })]);
    }
    throw fault;
  }
}
