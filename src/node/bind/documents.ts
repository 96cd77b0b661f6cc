import type { DocumentForm } from '../../core/report/documentForm.js';
import { coreDocumentList } from '../../core/report/documents.js';
import { isOpenText } from './openTextType.js';

/** To add a form of document, write its file and add it here. */
export const documentList = [
  {
    name: 'docx',
    ending: 'docx',
    description: 'document for word processors, with captions that count',
    // The raster picture is for programs without vector graphics; the resolution of print is enough.
    pictures: { svg: { text: 'outlines', ground: 'none' }, png: { ground: 'paper', dpi: 220 } },
    needs: ['docx', '@resvg/resvg-js'],
    isOwn: (head) => head[0] === 0x50 && head[1] === 0x4b && !isOpenText(head),
    load: async () => {
      const { docxDocument } = await import('./docx.js');
      return async (document, name) => [{ path: `${name}.docx`, bytes: await docxDocument(document) }];
    },
  },
  {
    name: 'odt',
    ending: 'odt',
    description: 'document for office programs in the OpenDocument format, with captions that count',
    pictures: { svg: { text: 'outlines', ground: 'none' }, png: { ground: 'paper', dpi: 220 } },
    needs: ['@resvg/resvg-js'],
    isOwn: (head) => isOpenText(head),
    load: async () => {
      const { odtDocument } = await import('./odt.js');
      return async (document, name) => [{ path: `${name}.odt`, bytes: await odtDocument(document) }];
    },
  },
  ...coreDocumentList,
] as const satisfies readonly DocumentForm[];

/** The name of a form of document. */
export type DocumentName = (typeof documentList)[number]['name'];

/** All forms of document available under Node. */
export const documents: readonly (DocumentForm & { name: DocumentName })[] = documentList;
