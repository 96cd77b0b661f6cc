/** What Hexis adds under Node: files, fonts from disk, raster pictures. */

export type { DraftedStyle } from '../core/template/draftStyle.js';
export { bind, bindInto } from './bind/bind.js';
export { type BindOptions, type DrawnReport, drawReport } from './bind/bindReport.js';
export type { Cache } from './bind/cache.js';
export { type DocumentName, type documentList, documents } from './bind/documents.js';
export type { HashedEntry, Input, Work } from './bind/drawOne.js';
export { type DeskOptions, type ServedDesk, serveDesk } from './desk/server.js';
export { disk } from './disk.js';
export { draw, type Written, write } from './draw.js';
export { type FormatName, type formatList, formats } from './formats.js';
export { type Change, type MayGoAlong, redoChange, saveChanges, stepsOf, type Undone, undoChange } from './journal.js';
export { type Output, save } from './save.js';
export { type StyleOfDocuments, styleOf as styleOfDocuments } from './template/readTemplates.js';
export { type UnpackedFiles, unpack } from './unpack/unpack.js';
export { type ProofForm, proofForms, writeProof } from './writeProof.js';
