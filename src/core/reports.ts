/** The figures of one document: reports read, drawn, held against each other, and bound. */

export { checkHand, type HandReport } from './check/hand/checkHand.js';
export type { HandFacts } from './check/hand/facts.js';
export type { HandFigure, HandFlaw, HandRule } from './check/hand/handRule.js';
export { handRules } from './check/hand/handRules.js';
export type { DocumentCaption } from './report/documentCaption.js';
export type { BoundDocument, DocumentFigure, DocumentFile, DocumentForm, PictureForm } from './report/documentForm.js';
export { coreDocuments } from './report/documents.js';
export { type DrawnEntry, drawEntry, EntryDrawer, type PictureWishes } from './report/drawnEntry.js';
export { type BoundFigure, entryOptions, handFigures, pageOf } from './report/drawReport.js';
export { movedFigure, reportDraft } from './report/figureOrder.js';
export { type MendedAcross, type MendedFile, mendAcross } from './report/mendAcross.js';
export { isReport, openReport, type Report, type ReportEntry, titleIn } from './report/openReport.js';
export { wordDocumentList } from './report/wordDocuments.js';
