/** The public face of Hexis: everything that runs in Node and in browsers alike. */

export { chartKinds } from './chart/kinds.js';
export type { NumbersTable } from './chart/plan.js';
export type { Finding, Measure, Mend, Severity } from './check/finding.js';
export { countText, findingText } from './check/findingText.js';
export { checkHand, type HandReport } from './check/hand/checkHand.js';
export type { HandFacts } from './check/hand/facts.js';
export type { HandFigure, HandFlaw, HandRule } from './check/hand/handRule.js';
export { handRules } from './check/hand/handRules.js';
export type { Subject } from './check/measure/subject.js';
export { type Flaw, type Limit, type Rule, rule } from './check/rule.js';
export { rules } from './check/rules.js';
export { type CheckedFile, sarifOf } from './check/sarif.js';
export { type Again, type Exchange, exchangesOf, forCategory, forColumn } from './choose/again.js';
export {
  codebookEdit,
  codebookRows,
  type VariableKey,
  type VariableRow,
  variableKeys,
} from './choose/codebookTable.js';
export {
  type Control,
  type ControlKind,
  controlAt,
  controlsOf,
  enteredValue,
  everyControl,
  searchControls,
  settingEdits,
  valueText,
} from './choose/controls.js';
export { type Drag, dragAt, dragEdits, sizeEdits } from './choose/drag.js';
export { fieldAt } from './choose/fieldAt.js';
export { type ForStyle, forStyle } from './choose/forStyle.js';
export { hit, readingOrder } from './choose/hit.js';
export { inkWords } from './choose/inkWords.js';
export { rowsOf } from './choose/rowsOf.js';
export { partOf, type Scope, scopesOf, type Target } from './choose/scopes.js';
export { type Words, wordsAt } from './choose/words.js';
export { contrast } from './color/color.js';
export type { ColumnProfile } from './data/profile.js';
export { tableEndings } from './data/tableForms.js';
export type { LeftBehind } from './document/formatting.js';
export { edited, type History, historyOf, redo, undo } from './document/history.js';
export { HexisError, ok } from './document/ok.js';
export { type Edit, inverse, type Patch, patched, patchFor, type Splice } from './document/patch.js';
export {
  type Description,
  describe,
  type Outcome,
  type Place,
  type Problem,
  type ProblemCode,
  placeText,
  problemText,
} from './document/problem.js';
export { type CoreFormat, coreFormats } from './export/formats.js';
export { cellText, numbersCsv, numbersJson, numbersText } from './export/numbers.js';
export type { Format } from './export/writer.js';
export type {
  Box,
  LineItem,
  MarkersItem,
  PathItem,
  Plate,
  PlateItem,
  RectItem,
  TextItem,
  TextPiece,
} from './plate/plate.js';
export { readPlate } from './plate/readPlate.js';
export {
  type Answers,
  answered,
  beginnings,
  type ColumnAnswer,
  draftFiles,
  lookInto,
  type TableLook,
  type TableReading,
} from './project/acts/begin.js';
export { type CheckOptions, check } from './project/acts/check.js';
export { type CheckedFigure, type CheckFileOptions, checkFile } from './project/acts/checkFile.js';
export { contactSheet } from './project/acts/contactSheet.js';
export { draw, type Written, write } from './project/acts/draw.js';
export { type Explanation, explain } from './project/acts/explain.js';
export type { DraftSettings } from './project/acts/firstFigure.js';
export { type Matched, matchFigure, pathFrom } from './project/acts/match.js';
export { type Mended, type MendOptions, mend } from './project/acts/mend.js';
export { type Proof, type ProofOptions, proof } from './project/acts/proof.js';
export { type Samples, samplesOf } from './project/acts/samples.js';
export { reportStyle, type StyleReport } from './project/acts/styleReport.js';
export { drawSwatch } from './project/acts/swatch.js';
export { type Writable, type WriteOptions, writeAs } from './project/acts/write.js';
export type { About, Drawing } from './project/compose/drawing.js';
export { plateFaces } from './project/compose/plateFaces.js';
export {
  movedBy,
  roundedView,
  type Turned,
  type Turntable,
  turnedBy,
  turnFigure,
  turntable,
  viewEdits,
  viewOf,
} from './project/compose/turntable.js';
export { type DocumentKind, documentKinds } from './project/files/documentKinds.js';
export { publishedSchema } from './project/files/publishedSchema.js';
export type { BoardFile, CodebookFile, FigureFile, ReportFile, StyleFile } from './project/generated/fileTypes.js';
export {
  type DrawnFigure,
  type FigureInput,
  openProject,
  type Project,
  type ProjectOptions,
} from './project/project.js';
export { readBoard, readCodebook, readFigure, readReport, readStyle } from './project/read/readDocument.js';
export { memory, type Source, SourceFault } from './project/read/source.js';
export type { DocumentCaption } from './report/documentCaption.js';
export type { BoundDocument, DocumentFigure, DocumentFile, DocumentForm } from './report/documentForm.js';
export { coreDocuments } from './report/documents.js';
export { type DrawnEntry, drawEntry } from './report/drawnEntry.js';
export { type BoundFigure, entryOptions, handFigures, pageOf } from './report/drawReport.js';
export { movedFigure, reportDraft } from './report/figureOrder.js';
export { type MendedAcross, type MendedFile, mendAcross } from './report/mendAcross.js';
export { isReport, openReport, type Report, type ReportEntry } from './report/openReport.js';
export type { View } from './space/view.js';
export { builtInStyles } from './style/generated/builtIn.js';
export type { Settings } from './style/settings.js';
export type { Faces } from './type/faces.js';
export { unmarked } from './type/markup.js';
