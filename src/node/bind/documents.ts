import type { DocumentForm } from '../../core/report/documentForm.js';
import { coreDocumentList } from '../../core/report/documents.js';
import { wordDocumentList } from '../../core/report/wordDocuments.js';

/** To add a form of document, write its file and add it to one of these lists. */
export const documentList = [...wordDocumentList, ...coreDocumentList] as const satisfies readonly DocumentForm[];

/** The name of a form of document. */
export type DocumentName = (typeof documentList)[number]['name'];

/** All forms of document available under Node. */
export const documents: readonly (DocumentForm & { name: DocumentName })[] = documentList;
