import type { DocumentForm } from './documentForm.js';

const startsWith = (head: Uint8Array, ...texts: string[]): boolean => {
  const text = new TextDecoder('latin1').decode(head.subarray(0, 200));
  return texts.some((own) => text.startsWith(own));
};

/** A new form is a file of its own and an entry here. */
export const coreDocumentList = [
  {
    name: 'html',
    ending: 'html',
    description: 'one page for browsers, with the numbers of each figure',
    pictures: { svg: { text: 'outlines', ground: 'none' } },
    isOwn: (head) => startsWith(head, '<!doctype html>'),
    load: async () => {
      const { htmlDocument } = await import('./write/html.js');
      return async (document, name) => [{ path: `${name}.html`, bytes: await htmlDocument(document) }];
    },
  },
  {
    name: 'tex',
    ending: 'tex',
    description: 'figures for LaTeX, with their pictures as PDF in a folder beside them',
    pictures: { pdf: {} },
    isOwn: (head) => startsWith(head, '% Figures by hexis bind'),
    load: async () => {
      const { texDocument } = await import('./write/tex.js');
      return async (document, name) => texDocument(document, name);
    },
  },
  {
    name: 'markdown',
    ending: 'md',
    description: 'text for other programs, with the pictures as SVG in a folder beside it',
    pictures: { file: { format: 'svg', text: 'outlines' } },
    isOwn: (head) => startsWith(head, '<!-- Figures by hexis bind -->'),
    load: async () => {
      const { markdownDocument } = await import('./write/markdown.js');
      return async (document, name) => markdownDocument(document, name);
    },
  },
  {
    name: 'pdf',
    ending: 'pdf',
    description: 'figures with their captions on pages',
    pictures: { plate: {} },
    isOwn: (head) => startsWith(head, '%PDF-'),
    load: async () => {
      const { pdfOfDocument } = await import('./write/pdf.js');
      return async (document, name) => [{ path: `${name}.pdf`, bytes: await pdfOfDocument(document) }];
    },
  },
] as const satisfies readonly DocumentForm[];

/** The forms of documents that can be written anywhere. */
export const coreDocuments: readonly DocumentForm[] = coreDocumentList;
