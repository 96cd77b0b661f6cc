import type { Format } from './writer.js';

const textOf = (head: Uint8Array) => new TextDecoder().decode(head);

const wholeText = (bytes: Uint8Array) => new TextDecoder().decode(bytes);
const readers = () => import('./carriedIn.js');

/** A new format is a file of its own and an entry here. */
export const coreList = [
  {
    name: 'svg',
    ending: 'svg',
    description: 'drawing for the web, editors and office programs',
    isOwn: (head) =>
      /^\ufeff?\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*|<!DOCTYPE[^>]*>\s*)*<svg[\s/>]/.test(textOf(head)),
    carried: async (bytes) => (await readers()).carriedInXml(wholeText(bytes)),
    load: async () => (await import('./svg.js')).writeSvg,
  },
  {
    name: 'pdf',
    ending: 'pdf',
    description: 'for LaTeX and print, fonts inside',
    isOwn: (head) => textOf(head).startsWith('%PDF-'),
    load: async () => (await import('./pdf.js')).writePdf,
  },
  {
    name: 'eps',
    ending: 'eps',
    description: 'for LaTeX and older journals, text as outlines',
    isOwn: (head) => textOf(head).startsWith('%!PS'),
    carried: async (bytes) => (await readers()).carriedInEps(wholeText(bytes)),
    load: async () => (await import('./eps.js')).writeEps,
  },
  {
    name: 'plate',
    ending: 'plate.json',
    description: 'the laid-out figure as JSON, for programs',
    isOwn: (head) => /^\s*\{\s*"hexis":\s*"plate\//.test(textOf(head)),
    carried: async (bytes) => (await readers()).carriedInPlate(wholeText(bytes)),
    load: async () => (await import('./plateJson.js')).writePlate,
  },
] as const satisfies readonly Format[];

/** The name of a format that can be written wherever the core runs. */
export type CoreFormat = (typeof coreList)[number]['name'];

/** The formats that can be written wherever the core runs. */
export const coreFormats: readonly (Format & { name: CoreFormat })[] = coreList;
