/** What a desk thinks with: ink under a pointer and its reach, settings as controls, edits and their history, beginnings, turned clouds. */

export { remembered } from './ask/remembered.js';
export { askingStopped, remoteAnswerer, type Send } from './ask/remote.js';
export { isAsked, nameOfTable } from './ask/tableRef.js';
export { purposes, purposeWords } from './chart/purposes.js';
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
export { type Comparison, compareFigures, type InkBoxes, inkBoxes, type Side } from './compare/compare.js';
export { type ComparisonTable, comparisonTables } from './compare/comparisonTables.js';
export { inkText } from './compare/comparisonText.js';
export type { ColumnProfile } from './data/profile.js';
export { tableEndings } from './data/tableFacts.js';
export { cellForm, cellText, csvOf } from './export/numbers.js';
export { pngWriter, type Raster, type Rasteriser } from './export/png.js';
export { DeskFolder, type DeskPlace, faultOf, type Reply } from './folder/deskFolder.js';
export { type FolderEntry, type FolderFile, type FolderKind, isRead } from './folder/kinds.js';
export { memoryShelf } from './folder/memoryShelf.js';
export { Refused } from './folder/refused.js';
export type { Shelf } from './folder/shelf.js';
export { shelfPlace } from './folder/shelfPlace.js';
export {
  type Answers,
  answered,
  beginnings,
  type ColumnAnswer,
  type DraftNames,
  draftFiles,
  lookInto,
  lookIntoDatabase,
  type TableLook,
  type TableReading,
} from './project/acts/begin.js';
export { pathFrom } from './project/acts/match.js';
export { type Samples, samplesOf } from './project/acts/samples.js';
export type { DraftSettings } from './project/begin/firstFigure.js';
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
export { settingsText } from './project/read/settingsText.js';
export { overlaid } from './project/read/source.js';
export { edited, type History, historyOf, redo, undo } from './schema/history.js';
export { type Edit, inverse, type Patch, patched, patchFor, type Splice } from './schema/patch.js';
export type { View } from './space/view.js';
export { unmarked } from './type/markup.js';
