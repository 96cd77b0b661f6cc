/** The types that those of the other entries are made of, for programs that name them. There is nothing else in it. */

export type { Answer, AnsweredColumn, Answerer, Holds, Moments, SourceColumn } from './ask/answerer.js';
export type { Asked } from './ask/kept.js';
export type { AskedColumn, Question, Singly } from './ask/question.js';
export type { ConnectionRef, EngineName, engineNames, FileRef, TableRef, TableSaid } from './ask/tableRef.js';
export type { ChartSettings, chartSchema } from './chart/kinds.js';
export type {
  AxisPlan,
  AxisTable,
  AxisTableRow,
  AxisTitle,
  BandMark,
  BarMark,
  BinMark,
  BoxMark,
  CategoryAxis,
  Cell,
  CellMark,
  CloudMark,
  EndLabel,
  FurtherNumbers,
  IntervalMark,
  LeftOut,
  LegendPlan,
  LineLook,
  LineMark,
  LineRole,
  Mark,
  NoAxis,
  NumbersColumn,
  NumbersSum,
  Plan,
  PointMark,
  Remark,
  Series,
  ShadeKeys,
  Share,
  Singled,
  SizeKeys,
  SkinMark,
  SliceMark,
  SpacePlan,
  SpotsMark,
  StemMark,
  StrutMark,
  TextColumn,
  TileMark,
  ValueAxis,
  ViolinMark,
  WallName,
} from './chart/plan.js';
export type { SpaceSettings, spaceSchema } from './chart/space/spaceSettings.js';
export type { ShownGroup, ShownVariable } from './check/hand/facts.js';
export type { HandExample } from './check/hand/handRule.js';
export type { FigureWords, PanelPlace } from './check/measure/subject.js';
export type { Example, Limits, LimitValues, OwnMend, TakenProblem } from './check/rule.js';
export type { SaidRule } from './check/sarif.js';
export type { DashedLine } from './color/dashes.js';
export type { View as ColorView, views } from './color/views.js';
export type { CountDifference, Difference } from './compare/compare.js';
export type { NumberDifference } from './compare/numbers.js';
export type {
  Category,
  Codebook,
  CodebookTerms,
  LackingWords,
  Measure as MeasureKind,
  Variable,
} from './data/codebook.js';
export type { CellValue } from './data/columnReader.js';
export type { DateOrder } from './data/dates.js';
export type { Encoding, encodings } from './data/encoding.js';
export type { Lack } from './data/lack.js';
export type { NumberFault, NumberNotation } from './data/numberText.js';
export type { Sample } from './data/sample.js';
export type { Bundles, CategoryColumn, Column, ColumnRequest, NumberColumn, Table, TotalsRow } from './data/table.js';
export type { FileSetting, fileSettings } from './data/tableFacts.js';
export type { coreList } from './export/formats.js';
export type { Inks } from './export/inks.js';
export type { WriteContext, Writer, WrittenBy } from './export/writer.js';
export type { BoundFile } from './folder/bindFiles.js';
export type { DrawnFile, DrawnFiles, FilesWanted } from './folder/drawFiles.js';
export type { Keeper, Output, Paths } from './folder/keeper.js';
export type { ShelfPlaceOptions } from './folder/shelfPlace.js';
export type { AxisScale, NoScale } from './layout/axes/panelScales.js';
export type { SceneScales, SpaceAxis } from './layout/axes/sceneScales.js';
export type { CaptionWords } from './layout/page/caption.js';
export type { Ink, PlateStroke, Shown } from './plate/plate.js';
export type { ProblemOf } from './problem/problem.js';
export type { Facts, wordings } from './problem/wording.js';
export type { Said, SettingOrigin } from './project/acts/explain.js';
export type { ProofSubject } from './project/acts/proof.js';
export type { InkContrast, PaletteDistance, StyleSetting } from './project/acts/styleReport.js';
export type { IdleTries } from './project/acts/unread.js';
export type { Writable } from './project/acts/write.js';
export type { DraftData } from './project/begin/draftFigure.js';
export type { PlacedKind } from './project/begin/placedKinds.js';
export type { DrawingOrigin, DrawnRows, FigureOrigin, Taken } from './project/carry/origin.js';
export type { Lacking } from './project/carry/readCarried.js';
export type { ReferenceKind } from './project/carry/references.js';
export type { Unpacked, UnpackedFigure } from './project/carry/together.js';
export type { Part } from './project/compose/part.js';
export type { FigureContents, figureSchema } from './project/files/figureFile.js';
export type { FileKind, fileKinds } from './project/files/fileKinds.js';
export type { AxisLook, StyleHead } from './project/generated/fileTypes.js';
export type { AuthoredFile } from './project/read/gatherer.js';
export type { Files as FilesByKind, Reader, Reading } from './project/read/readFiles.js';
export type { FaceAbility, ScriptFace, ScriptWish } from './project/read/source.js';
export type { InLanguages, OneLanguage, Spoken, SpokenFigure, Texts } from './project/read/spokenWords.js';
export type { Store } from './project/read/store.js';
export type { WordsLook } from './report/documentCaption.js';
export type { Leaf, Stack } from './report/leaf.js';
export type { CategoryScale } from './scale/categoryScale.js';
export type { NumberForm, OwnDigits, Writing } from './scale/numberFormat.js';
export type { NumberScale } from './scale/numberScale.js';
export type { Transform } from './scale/transform.js';
export type { CodebookContents, codebookSchema } from './schema/codebook.js';
export type { Open, Reading as FieldReading, ReadingName } from './schema/fields.js';
export type { TakingOver } from './schema/formatting.js';
export type { CheckLook, HouseStyle, styleShape } from './schema/houseStyle.js';
export type { axisShape } from './schema/look/axes.js';
export type {
  AxisName,
  CarriedPart,
  carriedParts,
  Dash,
  dashes,
  MarkerShape,
  markerShapes,
  TextRole,
  textRoles,
} from './schema/look/names.js';
export type { Look, lookSchema, lookShape } from './schema/look.js';
export type { Ordered } from './schema/ordered.js';
export type { Schema } from './schema/schemaParts.js';
export type { ThousandsMark, thousandsMarks } from './schema/thousandsMarks.js';
export type { Path, YamlSource } from './schema/yamlSource.js';
export type { Projection, Seen, SpacePoint } from './space/view.js';
export type { BoxSummary, Whiskers } from './statistics/box.js';
export type { Triple } from './statistics/density3.js';
export type { Interval } from './statistics/interval.js';
export type { Mesh } from './statistics/mesh.js';
export type { PositionRule } from './statistics/quantilePlot.js';
export type { DocumentPage, PageSaid } from './style/documentPage.js';
export type { AxesShow, Layer, Shows } from './style/layers.js';
export type {
  AxisSettings,
  Held,
  HeldLook,
  HeldShape,
  OpenKeys,
  Readings,
  Stroke,
  TextStyle,
} from './style/settings.js';
export type { Complex, WordBreaks } from './type/complex.js';
export type { Face, PlacedGlyph, Variant, variants } from './type/face.js';
export type { Markup, Span } from './type/markup.js';
export type { Outline } from './type/outline.js';
export type { TextDirection } from './type/scripts.js';
export type { KnownBlock, Setting as TypeSetting, TextBlock, Wrapping } from './type/textBlock.js';
export type { TypeKit } from './type/typeKit.js';
export type { Language } from './words/language.js';
export type { NoteFact, NoteFacts, NoteSentence } from './words/noteFacts.js';
export type { PluralCategory, PluralRule } from './words/plurals.js';
export type {
  Meet,
  NamesOf,
  Naming,
  Plurals,
  Sentence,
  SentenceKey,
  SentenceNames,
  Sentences,
} from './words/sentences.js';
export type { Named, OwnWording, SaidNames, SaidValue, Words, WordsForm } from './words/words.js';
