import type { DocumentForm } from '../../core/report/documentForm.js';
import { coreDocuments } from '../../core/report/documents.js';

/** Every form of document that can be written under Node. */
export const documents = [
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
  ...coreDocuments,
] as const satisfies readonly DocumentForm[];
