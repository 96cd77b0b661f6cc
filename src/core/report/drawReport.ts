import type { Finding } from '../check/finding.js';
import { handGrades } from '../check/hand/checkHand.js';
import { type HandFacts, handFacts } from '../check/hand/facts.js';
import type { HandFigure } from '../check/hand/handRule.js';
import { nearest } from '../problem/nearest.js';
import { error, fail, type Outcome, type Problem, succeed } from '../problem/problem.js';
import { check, subjectOf } from '../project/acts/check.js';
import { checkDrawn } from '../project/acts/checkFile.js';
import type { Drawing } from '../project/compose/drawing.js';
import type { Project, ProjectOptions } from '../project/project.js';
import { inAllLanguages } from '../project/read/spokenWords.js';
import { styleDocument } from '../project/read/styleDocument.js';
import { lengthInPoints } from '../schema/length.js';
import { type DocumentPage, type PageSaid, pageSaid, roomOf } from '../style/documentPage.js';
import { type DocumentCaption, documentCaption } from './documentCaption.js';
import { fileSafe } from './fileSafe.js';
import { type Leaf, leafOf } from './leaf.js';
import { paragraphsBefore, type Report, type ReportEntry, titleIn } from './openReport.js';

/** A figure of a report, drawn, with all that a document says of it. */
export interface BoundFigure {
  /** Where it stands in the report. */
  entry: ReportEntry;
  /** Paragraphs that stand before it, in its language, with inline markup. */
  before: string[];
  /** Id of the figure. */
  id: string;
  /** Its title; empty where it has none. */
  title: string;
  /** What it shows, for those who cannot see it. */
  altText: string;
  /** Its caption. */
  caption: DocumentCaption;
  /** The same and the words before it, set in its faces for pages. */
  leaf: Leaf;
  /** Width and height in the document, in points. */
  width: number;
  /** Its height in the document, in points. */
  height: number;
  /** Its width in the document by its width as drawn. */
  placed: number;
  /** What is held against the other figures. */
  facts: HandFacts[];
  /** What was found in it alone. */
  findings: Finding[];
  /** The page that its style gives a document. */
  page: readonly (PageSaid | undefined)[];
  /** Name of its style. */
  style: string;
  /** The language of its words, as in `en`. */
  language: string;
}

/** How a report has its figures drawn. */
export const entryOptions = (
  { style, shared, language, title, author }: Report,
  { label, before }: ReportEntry,
): ProjectOptions => ({
  alongside: [title ?? '', before, author ?? ''].flatMap(inAllLanguages),
  style,
  shared,
  language,
  number: label,
  caption: 'beside',
});

/** The width of a figure in its document, in points. */
function widthOf(entry: ReportEntry, { settings, plate }: Drawing, report: Report): Outcome<number> {
  const { width } = entry;
  if (width === undefined) return succeed(plate.width * settings.placed);
  const found = settings.widths[width.value] ?? lengthInPoints(width.value);
  if (found !== undefined && found > 0) return succeed(found);
  const known = Object.keys(settings.widths);
  const facts = { path: width.setting, found: width.value, known, nearest: nearest(width.value, known) };
  return fail([error('width-unknown', facts, report.locate(width.setting))]);
}

const leastRoom = 113;
/** A page where no figure says one. */
const usualPage: PageSaid = { width: '21cm', height: '29.7cm', margin: '2.5cm' };
const largestPage = 14_400;

/** The page of a document: as the report says, else as the style of its figures does. */
export function pageOf(report: Report, figures: readonly Pick<BoundFigure, 'page'>[]): Outcome<DocumentPage> {
  const [first] = figures;
  const page = pageSaid([...(first?.page ?? [usualPage]), report.page]);
  const room = roomOf(page);
  const isWide = Math.min(room.width, room.height) >= leastRoom;
  if (isWide && Math.max(page.width, page.height) <= largestPage) return succeed(page);
  const inWords = (points: number) => `${((points / 72) * 2.54).toFixed(1)} cm`;
  const facts = {
    width: inWords(page.width),
    height: inWords(page.height),
    across: inWords(Math.max(0, room.width)),
    down: inWords(Math.max(0, room.height)),
  };
  return fail([error('page-small', facts, report.locate('page'))]);
}

/** What a document says of a drawing. @param drawn `isDeep` where settings that change nothing are looked for */
export async function boundFigure(
  project: Project,
  report: Report,
  entry: ReportEntry,
  drawn: { drawing: Drawing; problems: readonly Problem[]; isDeep: boolean },
): Promise<Outcome<BoundFigure>> {
  const { drawing, problems, isDeep } = drawn;
  const { plate, about, parts } = drawing;
  const width = widthOf(entry, drawing, report);
  if (!width.ok) return width;
  const ofStyle = styleDocument(parts[0]?.layers ?? []);
  const page = pageSaid([...ofStyle, report.page]);
  // Settings that change nothing are looked for where each figure stands by itself.
  const isPlain = isDeep && report.style === undefined && report.shared === undefined;
  const findings = isPlain
    ? await checkDrawn(project, entry.path, drawn, { placed: () => width.value })
    : check(drawing, problems, { placed: width.value });
  const facts = parts.map((part) =>
    handFacts(subjectOf(drawing, part, problems, width.value), {
      file: entry.path,
      isOnBoard: part.prefix !== '',
      grades: handGrades(part.layers),
      waive: entry.waive,
    }),
  );
  const { language } = drawing.settings;
  const before = paragraphsBefore(entry, language);
  return succeed({
    entry,
    before,
    id: about.id,
    title: drawing.caption.title ? plate.title : '',
    altText: plate.description,
    caption: documentCaption(drawing, report.lead),
    leaf: leafOf(
      drawing,
      { title: titleIn(report, report.language ?? language), author: report.author, before },
      Math.max(leastRoom, roomOf(page).width),
    ),
    width: width.value,
    height: (width.value * plate.height) / plate.width,
    placed: width.value / plate.width,
    facts,
    findings,
    page: ofStyle,
    style: about.style,
    language,
  });
}

/** The figures of a report as rules across them look at them. */
export const handFigures = (
  figures: readonly BoundFigure[],
  changed: ReadonlyMap<string, readonly string[]> = new Map(),
): HandFigure[] =>
  figures.map(({ entry, title, facts, id }) => ({
    label: entry.label,
    number: entry.number,
    title,
    facts,
    setting: entry.setting,
    changed: changed.get(id),
  }));

/** Figures that have the name of another one, so that documents cannot tell them apart. */
export function sameIds(figures: readonly BoundFigure[], report: Report): Problem[] {
  return figures.flatMap(({ id, entry }, i) =>
    figures.slice(0, i).some((other) => fileSafe(other.id).toLowerCase() === fileSafe(id).toLowerCase())
      ? [error('figure-twice', { id, path: entry.path }, report.locate(entry.setting))]
      : [],
  );
}
