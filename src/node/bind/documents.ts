import type { DocumentForm } from '../../core/report/documentForm.js';
import { coreDocumentList } from '../../core/report/documents.js';

/** A new form is a file of its own and an entry here. */
export const documentList = [
  {
    name: 'docx',
    ending: 'docx',
    description: 'document for word processors, with captions that count',
    // The dots are for programs that draw no lines; as many as print shows are enough.
    pictures: { svg: { text: 'outlines', ground: 'none' }, png: { ground: 'paper', dpi: 220 } },
    needs: ['docx', '@resvg/resvg-js'],
    isOwn: (head) => head[0] === 0x50 && head[1] === 0x4b,
    load: async () => {
      const { docxDocument } = await import('./docx.js');
      return async (document, name) => [{ path: `${name}.docx`, bytes: await docxDocument(document) }];
    },
  },
  ...coreDocumentList,
] as const satisfies readonly DocumentForm[];

/** The name of a form of document. */
export type DocumentName = (typeof documentList)[number]['name'];

/** Every form of document that can be written under Node. */
export const documents: readonly (DocumentForm & { name: DocumentName })[] = documentList;
