import { coreFormats } from '../core/export/formats.js';
import type { Format } from '../core/export/writer.js';

/** Every format that can be written under Node. */
export const formats = [
  ...coreFormats,
  { name: 'png', description: 'picture for any program', load: async () => (await import('./png.js')).writePng },
  { name: 'tiff', description: 'picture for journals', load: async () => (await import('./tiff.js')).writeTiff },
] as const satisfies readonly Format[];

export type FormatName = (typeof formats)[number]['name'];
