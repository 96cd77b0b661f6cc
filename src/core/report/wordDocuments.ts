import type { DocumentForm } from './documentForm.js';
import { isOpenText } from './write/openTextType.js';

// The raster picture is for programs without vector graphics; the resolution of print is enough.
const pictures = { svg: { text: 'outlines', ground: 'none' }, png: { ground: 'paper', dpi: 220 } } as const;

/** Documents of word processors: they need pictures of dots, which a rasteriser makes that the core does not have. */
export const wordDocumentList = [
  {
    name: 'docx',
    ending: 'docx',
    description: 'document for word processors, with captions that count',
    pictures,
    needs: ['docx', '@resvg/resvg-js'],
    isOwn: (head) => head[0] === 0x50 && head[1] === 0x4b && !isOpenText(head),
    load: async () => {
      const { docxDocument } = await import('./write/docx.js');
      return async (document, name) => [{ path: `${name}.docx`, bytes: await docxDocument(document) }];
    },
  },
  {
    name: 'odt',
    ending: 'odt',
    description: 'document for office programs in the OpenDocument format, with captions that count',
    pictures,
    needs: ['@resvg/resvg-js'],
    isOwn: (head) => isOpenText(head),
    load: async () => {
      const { odtDocument } = await import('./write/odt.js');
      return async (document, name) => [{ path: `${name}.odt`, bytes: await odtDocument(document) }];
    },
  },
] as const satisfies readonly DocumentForm[];
