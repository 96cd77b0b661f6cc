import { writePlate } from './plateJson.js';
import { writeSvg } from './svg.js';
import type { Format } from './writer.js';

/** The formats that can be written wherever the core runs. A new one is a file of its own and a line here. */
export const coreFormats = [
  {
    name: 'svg',
    description: 'drawing for the web, editors and office programs',
    load: async () => writeSvg,
  },
  {
    name: 'pdf',
    description: 'for LaTeX and print, fonts inside',
    load: async () => (await import('./pdf.js')).writePdf,
  },
  {
    name: 'eps',
    description: 'for LaTeX and older journals, text as outlines',
    load: async () => (await import('./eps.js')).writeEps,
  },
  {
    name: 'plate',
    description: 'the laid-out figure as JSON, for programs',
    load: async () => writePlate,
  },
] as const satisfies readonly Format[];
