import { lastOf } from '../at.js';
import type { HandFacts } from '../check/hand/facts.js';
import { error, fail, type Outcome, type Place, succeed } from '../problem/problem.js';
import type { ReportContents } from '../project/files/reportFile.js';
import { Gatherer } from '../project/read/gatherer.js';
import { type InLanguages, textIn } from '../project/read/spokenWords.js';
import type { Store } from '../project/read/store.js';
import type { PageSaid } from '../style/documentPage.js';
import type { Layer } from '../style/layers.js';
import { codeOf, languageMeant, languagesInWords } from '../words/languages.js';
import { fileSafe } from './fileSafe.js';

/** A figure or board of a report with its place in the document. */
export interface ReportEntry {
  /** Path of its file. */
  path: string;
  /** The setting that names it, such as `figures.2`. */
  setting: string;
  /** Its number as readers see it, such as `3.2`. */
  label: string;
  /** Its number as it is counted. */
  number: number;
  /** Its width in the document as it is written: a length, or a name of the style; none: as the figure says. */
  width: { value: string; setting: string } | undefined;
  /** What stands before it: paragraphs with blank lines between, with inline markup. */
  before: InLanguages;
  /** What its author has waived of it within the report. */
  waive: HandFacts['waive'];
}

/** A report file, read, with the paths of its figures. */
export interface Report {
  /** Path of its file. */
  file: string;
  /** Id, after which its documents are named. */
  id: string;
  /** Its title. */
  title: InLanguages | undefined;
  /** Who wrote it. */
  author: string | undefined;
  /** Its language, as in `en`; none where it is that of its figures. */
  language: string | undefined;
  /** The style of all figures: a built-in name or a path. */
  style: string | undefined;
  /** What it says of the page; the rest is that of the style. */
  page: PageSaid | undefined;
  /** What stands before the count in the number of every figure. */
  lead: string;
  /** What it says for all its figures. */
  shared: Layer | undefined;
  /** Its figures in their order. */
  entries: ReportEntry[];
  /** What its author has waived, with the reasons. */
  waive: HandFacts['waive'];
  /** Where a setting of it is written. */
  locate(path: string): Place;
}

const idOf = (path: string): string => lastOf(path.split(/[/\\]/)).replace(/(\.report)?\.(ya?ml|json)$/i, '');

/** A text of a report in the language of its document or figure (BCP 47). */
const spokenText = (text: InLanguages, language: string): string => textIn(text, codeOf(language) ?? language);

/** The title of a report in the language of its document, if it has one. */
export const titleIn = ({ title }: Report, language: string): string | undefined =>
  title === undefined ? undefined : spokenText(title, language);

/** The paragraphs that stand before a figure, in its language. */
export const paragraphsBefore = ({ before }: ReportEntry, language: string): string[] =>
  spokenText(before, language)
    .split(/\n\s*\n/)
    .map((one) => one.trim())
    .filter((one) => one !== '');

const pathOf = (setting: string) => setting.split('.').map((part) => (/^\d+$/.test(part) ? Number(part) : part));

/** Whether a file says that it is a report. */
export const isReport = (text: string): boolean => /^\s*[{]?\s*"?hexis"?\s*:\s*"?report\/1/m.test(text.slice(0, 4000));

/** What stands before the number of each figure: a letter, a chapter. */
function leadOf({ numbering: { prefix = '', chapter } = {} }: ReportContents): string {
  return `${prefix}${chapter === undefined ? '' : `${chapter}.`}`;
}

/** The figures in their order, each with its number and width. @param pathTo the path to a file that the report names */
function entriesOf(report: ReportContents, lead: string, pathTo: (file: string) => string): ReportEntry[] {
  let next = report.numbering?.from ?? 1;
  const common = report.width && { value: report.width, setting: 'width' };
  return report.figures.map((entry, i) => {
    const said = typeof entry === 'string' ? { file: entry } : entry;
    const setting = `figures.${i}`;
    const number = said.number ?? next;
    next = number + 1;
    const width = said.width === undefined ? common : { value: said.width, setting: `${setting}.width` };
    return {
      path: pathTo(said.file),
      setting,
      label: `${lead}${number}`,
      number,
      width: width || undefined,
      before: said.before ?? '',
      waive: said.waive ?? {},
    };
  });
}

/**
 * Reads a report file; that its figures are there is found here, what is wrong with them when they are drawn.
 *
 * @param asked the language of the document in place of that of the report
 */
export async function openReport(store: Store, path: string, asked?: string): Promise<Outcome<Report>> {
  const gatherer = new Gatherer(store);
  const found = await gatherer.document('report', path);
  if (!found) return fail(gatherer.problems);
  const { value, source } = found.reading;
  const { style } = value;
  const locate = (setting: string): Place => source.locate(pathOf(setting));
  const language = asked ?? value.language;
  if (language !== undefined && codeOf(language) === undefined) {
    const facts = { found: language, known: languagesInWords(), nearest: languageMeant(language) };
    return fail([error('language-unknown', facts, asked === undefined ? locate('language') : undefined)]);
  }
  if (value.figures.length === 0) return fail([error('report-empty', {}, locate('figures'))]);
  const lead = leadOf(value);
  const entries = entriesOf(value, lead, (file) => gatherer.join(path, file));
  for (const { path: file, setting } of entries) {
    const isNamed = typeof value.figures[Number(setting.split('.')[1])] === 'string';
    await gatherer.text(file, 'a figure or board file', locate(isNamed ? setting : `${setting}.file`));
  }
  if (gatherer.problems.length > 0) return fail(gatherer.problems);
  return succeed({
    file: path,
    id: fileSafe(value.id ?? idOf(path)),
    title: value.title,
    author: value.author,
    language,
    style: style === undefined || !/[./\\]/.test(style) ? style : gatherer.join(path, style),
    page: value.page,
    lead,
    shared: value.shared && {
      name: 'the report file',
      look: value.shared,
      locate: (own) => source.locate(['shared', ...own]),
    },
    entries,
    waive: value.waive ?? {},
    locate,
  });
}
