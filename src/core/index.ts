/**
 * The public face of Hexis: figures drawn, written, checked and mended, in Node and in browsers alike. What a desk thinks with is
 * `hexis/desk`, the figures of one document are `hexis/report`, and what Node adds is `hexis/node`.
 */

export { type KindSummary, kinds } from './chart/kinds.js';
export type { NumbersTable } from './chart/plan.js';
export type { Purpose } from './chart/purposes.js';
export type { Finding, Measure, Mend, Severity } from './check/finding.js';
export { countText, findingText } from './check/findingText.js';
export type { Subject } from './check/measure/subject.js';
export { type Flaw, type Limit, type Rule, rule } from './check/rule.js';
export { rules } from './check/rules.js';
export { type CheckedFile, sarifOf } from './check/sarif.js';
export { type CoreFormat, coreFormats } from './export/formats.js';
export { numbersCsv, numbersJson, numbersText } from './export/numbers.js';
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
export { HexisError, ok } from './problem/ok.js';
export {
  type Description,
  describe,
  type Outcome,
  type Place,
  type Problem,
  type ProblemCode,
  placeText,
  problemText,
} from './problem/problem.js';
export { type CheckOptions, check } from './project/acts/check.js';
export { type CheckedFigure, type CheckFileOptions, checkFile } from './project/acts/checkFile.js';
export { contactSheet } from './project/acts/contactSheet.js';
export { draw, type Written, write } from './project/acts/draw.js';
export { type Explanation, explain } from './project/acts/explain.js';
export { type Matched, matchFigure } from './project/acts/match.js';
export { type Mended, type MendOptions, mend } from './project/acts/mend.js';
export { type Proof, type ProofOptions, proof } from './project/acts/proof.js';
export { reportStyle, type StyleReport } from './project/acts/styleReport.js';
export { drawSwatch } from './project/acts/swatch.js';
export type { WriteOptions } from './project/acts/write.js';
export type { About, Drawing } from './project/compose/drawing.js';
export { plateFaces } from './project/compose/plateFaces.js';
export type { BoardFile, CodebookFile, FigureFile, ReportFile, StyleFile } from './project/generated/fileTypes.js';
export {
  type DrawnFigure,
  type FigureInput,
  openProject,
  type Project,
  type ProjectOptions,
} from './project/project.js';
export { readBoard, readCodebook, readFigure, readReport, readStyle } from './project/read/readFiles.js';
export { memory, type Source, SourceFault } from './project/read/source.js';
export type { LeftBehind } from './schema/formatting.js';
export { builtInStyles } from './style/generated/builtIn.js';
export type { Settings } from './style/settings.js';
export type { Faces } from './type/faces.js';
