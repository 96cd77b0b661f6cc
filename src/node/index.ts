/** What Hexis adds under Node: files, fonts from disk, pictures. */

export { bind, bindInto, type DocumentName } from './bind/bind.js';
export { type BindOptions, type DrawnReport, drawReport } from './bind/bindReport.js';
export { documents } from './bind/documents.js';
export { type DeskOptions, type ServedDesk, serveDesk } from './desk/server.js';
export { disk } from './disk.js';
export { draw, type Written, write } from './draw.js';
export { type FormatName, formats } from './formats.js';
export { type Change, redoChange, saveChanges, stepsOf, type Undone, undoChange } from './journal.js';
export { type Output, save } from './save.js';
export { type ProofForm, proofForms, writeProof } from './writeProof.js';
