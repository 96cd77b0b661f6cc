/** The public face of Hexis: everything that runs in Node and in browsers alike. */

export type { ChartKind } from './chart/kind.js';
export { type ChartSettings, chartKinds } from './chart/kinds.js';
export type {
  AxisPlan,
  BandMark,
  BarMark,
  BinMark,
  BoxMark,
  Cell,
  CloudMark,
  IntervalMark,
  LeftOut,
  LineMark,
  Mark,
  NumbersColumn,
  NumbersTable,
  Plan,
  PointMark,
  Series,
  SliceMark,
} from './chart/plan.js';
export { type Category, type Codebook, codebookOf, type Variable } from './data/codebook.js';
export type { Table } from './data/table.js';
export type { CodebookFile } from './document/codebook.js';
export type { TakingOver } from './document/formatting.js';
export { edited, type History, historyOf, redo, undo } from './document/history.js';
export type { HouseStyle } from './document/houseStyle.js';
export type { Look } from './document/look.js';
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
export { coreFormats } from './export/formats.js';
export { numbersCsv, numbersJson, numbersText } from './export/numbers.js';
export type { Format, WriteContext, Writer } from './export/writer.js';
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
export { type BoardComposition, composeBoard, isBoard } from './project/board.js';
export type { BoardFile } from './project/boardFile.js';
export { type ComposeOptions, type Composition, compose } from './project/compose.js';
export { type DocumentKind, documentKinds } from './project/documentKinds.js';
export { type Explanation, explain, type SettingOrigin } from './project/explain.js';
export type { FigureFile } from './project/figureFile.js';
export { type Gathered, type GatherOptions, gather } from './project/gather.js';
export { type Matched, matchFigure } from './project/match.js';
export { publishedSchema } from './project/publishedSchema.js';
export { type Reading, readBoard, readCodebook, readDocument, readFigure, readStyle } from './project/readDocument.js';
export { memorySource, type Source, SourceFault } from './project/source.js';
export { reportStyle, type StyleReport } from './project/styleReport.js';
export { composeSwatch } from './project/swatch.js';
export { writeFigure } from './project/writeFigure.js';
export { builtInStyles } from './style/builtIn.js';
export type { Origin } from './style/layers.js';
export type { Settings } from './style/settings.js';
export type { Face, Variant } from './type/face.js';
