import type { Format } from '../core/export/writer.js';
import { formats } from '../node/formats.js';

const names = (some: readonly Format[]) => some.map(({ name }) => name).join(', ');

/** The options of commands that write in one of the formats. */
export const formatOptions = {
  as: ['--as <formats>', `formats, with commas: ${names(formats)} (default: svg)`],
  dpi: [
    '--dpi <number>',
    `resolution of pictures (${names(formats.filter(({ isPicture }: Format) => isPicture))}), in dots per inch`,
  ],
} as const;
