import { coreFormats, type Format } from 'hexis';
import { pngWriter, type Rasteriser } from 'hexis/desk';
import { coreDocuments, type DocumentForm, wordDocumentList } from 'hexis/report';
import { speech } from './speech.js';

const signature = [0x89, 0x50, 0x4e, 0x47];

/** The formats that a page writes figures in. */
export const formatsWith = (rasterise: Rasteriser): readonly Format[] => [
  ...coreFormats,
  {
    name: 'png',
    ending: 'png',
    description: speech.save.png,
    isPicture: true,
    isOwn: (head) => signature.every((byte, i) => head[i] === byte),
    load: async () => pngWriter(rasterise),
  },
];

/** The forms of documents that a page binds reports in. */
export const documents: readonly DocumentForm[] = [...wordDocumentList, ...coreDocuments];
