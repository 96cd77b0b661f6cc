import type { Finer } from '../../ask/asked.js';
import type { Asked } from '../../ask/kept.js';
import { lastOf } from '../../at.js';
import { isMeasured } from '../../chart/frame/along.js';
import type { LoadedKind } from '../../chart/kind.js';
import { type ChartSettings, columnsOf, kindOf, loadedKind } from '../../chart/kinds.js';
import { type Codebook, type CodebookTerms, codebookOf } from '../../data/codebook.js';
import { fileColumn, withFiles } from '../../data/joined.js';
import type { ColumnRequest, Table } from '../../data/table.js';
import type { Stage } from '../../layout/space/stage.js';
import {
  error,
  fail,
  hasErrors,
  type Outcome,
  type Place,
  type Problem,
  succeed,
  warning,
} from '../../problem/problem.js';
import { list } from '../../problem/wording/phrases.js';
import type { CodebookContents } from '../../schema/codebook.js';
import type { Look } from '../../schema/look.js';
import { valueAt } from '../../schema/settingTree.js';
import { readYaml } from '../../schema/yamlSource.js';
import { type AxesShow, type Layer, over } from '../../style/layers.js';
import { type Resolved, resolve } from '../../style/resolve.js';
import type { Faces } from '../../type/faces.js';
import { codebookTerms } from '../../words/codebookTerms.js';
import type { Language } from '../../words/language.js';
import type { Words } from '../../words/words.js';
import type { FigureOrigin } from '../carry/origin.js';
import type { FigureContents } from '../files/figureFile.js';
import { codebookDoubts, type UnclearColumns, unclearColumns } from './codebookDoubts.js';
import { dataFiles, hasSeveralFiles, nameOfFile, tableNames } from './dataFiles.js';
import { lackingWords, languageFor, wordsFor } from './figureLanguage.js';
import { figureOrigin } from './figureOrigin.js';
import { Gatherer, readTableFile } from './gatherer.js';
import { gatherTable, notationOf } from './gatherTable.js';
import { madeFrom } from './madeFrom.js';
import type { Reading } from './readFiles.js';
import { type Spoken, type SpokenFigure, spokenIn } from './spokenWords.js';
import type { Store } from './store.js';
import { gatherStyles } from './styleChain.js';

/** A figure with all that it names, read and checked. */
export interface ReadFigure {
  /** Where its texts in several languages stand in its file. */
  spoken: Spoken;
  id: string;
  /** The figure file: its name, and the SHA-256 of its text. */
  madeFrom: ReturnType<typeof madeFrom>;
  figure: SpokenFigure;
  /** The kind of its chart. */
  kind: LoadedKind<ChartSettings, object>;
  codebook: Codebook;
  /** Settings from the bottom up: built-in style, styles over it, the figure file. */
  layers: Layer[];
  /** What each axis shows. */
  shows: AxesShow;
  /** Every setting explicit. */
  resolved: Resolved;
  /** The words of its language. */
  words: Words;
  table: Table;
  /** What was asked of sources for the table; nothing where it was read. */
  asked: readonly Asked[];
  /** Whether the call asks for another style than the figure. */
  restyled: boolean;
  /** Where a setting of the figure file or the codebook (`codebook.…`) stands. */
  locate(path: string): Place;
  /** What it was made of, for files that carry it. */
  origin: FigureOrigin;
}

/** A figure that was read, with what its type is found by. */
export interface Readable extends ReadFigure {
  /** The joined look, with the files that faces were named from. */
  look: Look;
  /** The file that names the files of a face. */
  faceBase(face: string): string;
}

/** A figure with the type of its words: ready to be laid out. */
export interface Gathered extends ReadFigure {
  faces: Faces;
  /** What lays out its scenes, where it is one in space. */
  stage: Stage | undefined;
}

export interface GatherOptions {
  /** A house style in place of the one that the figure names: a built-in name or a path. */
  style?: string | undefined;
  /** Whether the number, title and note are drawn with the image. With `beside` they are not, but the faces to set them in are loaded. */
  caption?: boolean | 'beside' | undefined;
  /** Whether each piece of ink says which settings were read for it. */
  trace?: boolean | undefined;
  /** What the figures of a document share, between their style and the figure file. */
  shared?: Layer | undefined;
  /** The number of the figure in a document, in place of its own. */
  number?: string | undefined;
  /** The language of all words, in place of the one that figure, document or style name. */
  language?: string | undefined;
  /** Whether sources are asked whatever answers are kept. */
  fresh?: boolean | undefined;
  /** Which numbers a source gives by themselves, by column. */
  finer?: Finer | undefined;
  /** Texts that are set beside the figure in its faces: the caption of a board, the title and the paragraphs of a document. */
  alongside?: readonly string[] | undefined;
}

const pathOf = (path: string) => path.split('.');

/** The codebook that a figure names or holds. */
async function gatherCodebook(
  gatherer: Gatherer,
  figure: Reading<FigureContents>,
  terms: CodebookTerms,
): Promise<{ codebook: Codebook; reading?: Reading<CodebookContents>; unclear?: UnclearColumns | undefined }> {
  const named = figure.value.codebook;
  // One and the same for all figures without, so that their tables stay read.
  if (named === undefined)
    return {
      codebook: gatherer.store.once('no codebook', terms.language, '', () => codebookOf({}, terms)),
    };
  if (typeof named !== 'string') {
    return {
      codebook: codebookOf(named, terms, (name) => figure.source.keys(['codebook', 'variables', name, 'values'])),
    };
  }
  const found = await gatherer.codebook(
    gatherer.join(figure.file, named),
    tableNames(figure.value.data),
    figure.source.locate(['codebook']),
  );
  if (!found) return { codebook: codebookOf({}, terms) };
  const { reading, text, unclear } = found;
  const read = () => codebookOf(reading.value, terms, (name) => reading.source.keys(['variables', name, 'values']));
  const kept = `the codebook in ${terms.language} of`;
  return { codebook: gatherer.store.once(kept, reading.file, text, read), reading, unclear };
}

/** Every setting made explicit; none where a style is missing, so that the bottom layer is not complete. */
function resolveLayers(
  gatherer: Gatherer,
  layers: readonly Layer[],
  shows: AxesShow,
  language: Language,
): Resolved | undefined {
  if (layers[0]?.name !== 'style plain') return undefined;
  const resolved = resolve(layers, shows, language);
  gatherer.problems.push(...resolved.problems);
  return resolved;
}

/**
 * Reads a figure file with everything that it names: codebook, house styles, table and faces. All problems of all files
 * come back together.
 */
export async function gather(store: Store, path: string, options: GatherOptions = {}): Promise<Outcome<Readable>> {
  const gatherer = new Gatherer(store);
  const found = await gatherer.document('figure', path);
  const lacking = found ? lackingColumns(found.reading) : gatherer.problems;
  return found && lacking.length === 0
    ? gatherFigure(gatherer, found.reading, found.text, options)
    : fail(await withColumns(store, path, lacking));
}

/** Columns that a chart of this kind cannot do without as it is set. */
function lackingColumns({ value: { chart }, source }: Reading<FigureContents>): Problem[] {
  const settings = chart as ChartSettings;
  return (kindOf(settings).lacks?.(settings) ?? []).map((key) => {
    const facts = { key, where: 'chart', expects: 'a column of the table', isColumn: true };
    return error('missing-key', facts, source.locate(['chart']));
  });
}

/** Adds the names of the columns in the table, if it can be read, to problems with settings that should name one. */
async function withColumns(store: Store, path: string, problems: readonly Problem[]): Promise<Problem[]> {
  const isAsked = ({ facts }: Problem) => 'isColumn' in facts && facts.isColumn === true;
  if (!problems.some(isAsked)) return [...problems];
  const named = valueAt(readYaml(await store.text(path), path).source?.value, ['data']);
  const told = typeof named === 'string' ? named : valueAt(named, ['file']);
  if (typeof told !== 'string') return [...problems];
  // What is wrong with the table comes up once the figure file is right.
  const file = store.source.join(path, told);
  const codebook = codebookOf({}, codebookTerms());
  const reading = { name: file, codebook, notation: notationOf(codebook, {}), requests: [] };
  const table = await readTableFile(new Gatherer(store), file, reading);
  if (!table || table.columnNames.length === 0) return [...problems];
  const expects = `a column of ${told}: ${list(table.columnNames, 30)}`;
  return problems.map((problem) =>
    isAsked(problem) ? ({ ...problem, facts: { ...problem.facts, expects } } as Problem) : problem,
  );
}

/** The id of a figure: its own, or the name of its file. */
const idOf = ({ id }: FigureContents, path: string): string =>
  id ?? lastOf(path.split(/[/\\]/)).replace(/(\.figure)?\.(ya?ml|json)$/i, '');

/** The styles of a figure: the one that the call asks for in place of its own. */
function stylesOf(gatherer: Gatherer, { file, value, source }: Reading<FigureContents>, asked: string | undefined) {
  return asked === undefined
    ? gatherStyles(gatherer, value.style ?? 'plain', { file, place: source.locate(['style']) })
    : gatherStyles(gatherer, asked);
}

/** Several tables are the groups of a chart that has any and names none. */
function byFile(chart: ChartSettings): ChartSettings {
  const { group, values, ...roles } = chart as ChartSettings & { group?: string; values?: unknown };
  const isNamed = group !== undefined || values !== undefined || Object.values(roles).includes(fileColumn);
  return isNamed || !('group' in kindOf(chart).roles) ? chart : ({ ...chart, group: fileColumn } as ChartSettings);
}

/** The columns that a figure reads. */
const requestsOf = ({ chart, panels }: FigureContents): ColumnRequest[] => [
  ...columnsOf(chart as ChartSettings),
  ...[panels?.by ?? []].flat().map((column): ColumnRequest => ({ column, as: 'category', path: 'panels.by' })),
];

/** A path in a codebook by its keys: names of columns may have points. */
function inCodebook(path: readonly string[], variables: object): string[] {
  const [first = '', ...rest] = path;
  if (first !== 'variables') return [...path];
  const ends = rest.map((_, i) => rest.length - i);
  const end = ends.find((count) => Object.hasOwn(variables, rest.slice(0, count).join('.'))) ?? 1;
  return [first, rest.slice(0, end).join('.'), ...rest.slice(end)];
}

/** Several files with the same columns are one table with a column of file names. The chart is grouped by it unless it has a group already. */
function byFiles({ data, chart }: FigureContents, codebook: Codebook): { codebook: Codebook; chart: ChartSettings } {
  if (!data || !hasSeveralFiles(data)) return { codebook, chart };
  const names = (dataFiles(data) ?? []).map(({ told }) => nameOfFile(told));
  return { codebook: withFiles(codebook, names), chart: byFile(chart) };
}

/** Where a setting of a figure or of its codebook is written. */
function locator(
  { source }: Reading<FigureContents>,
  codebook: Reading<CodebookContents> | undefined,
): (setting: string) => Place {
  return (setting) => {
    const [first, ...rest] = pathOf(setting);
    if (first !== 'codebook' || !codebook) return source.locate(pathOf(setting));
    return codebook.source.locate(inCodebook(rest, codebook.value.variables ?? {}));
  };
}

/** Reads all that a figure names. @param text of the figure, by which drawings can be traced */
export async function gatherFigure(
  gatherer: Gatherer,
  figure: Reading<FigureContents>,
  text: string,
  options: GatherOptions,
): Promise<Outcome<Readable>> {
  const path = figure.file;
  const styles = await stylesOf(gatherer, figure, options.style);
  const layers: Layer[] = [
    ...styles.map(({ layer }) => layer),
    ...(options.shared ? [options.shared] : []),
    { name: 'the figure file', look: figure.value, locate: figure.source.locate },
  ];
  const language = await languageFor(gatherer, layers, options.language);
  const { codebook: codebookFile, reading, unclear } = await gatherCodebook(gatherer, figure, codebookTerms(language));
  const { codebook: known, chart } = byFiles(figure.value, codebookFile);
  const requests = requestsOf({ ...figure.value, chart });
  const locate = locator(figure, reading);
  const asked: Asked[] = [];
  const fresh = options.fresh === true;
  const [gathered, kind] = await Promise.all([
    gatherTable(gatherer, { figure, codebook: known, requests, locate, asked, fresh, finer: options.finer }),
    loadedKind(chart),
  ]);
  const { table, codebook = known } = gathered ?? {};
  if (table) gatherer.problems.push(...codebookDoubts(table, codebook, requests, locate));
  gatherer.problems.push(...lackingWords(known, requests, locate), ...unclearColumns(unclear, requests, locate));
  const measured = (name: string) => table !== undefined && isMeasured(table, codebook, name);
  const shows = kindOf(chart).shows(chart, measured);
  const resolved = resolveLayers(gatherer, layers, shows, language);
  if (!table || !resolved || hasErrors(gatherer.problems)) return fail(gatherer.problems);
  const look = layers.reduce<unknown>((below, layer) => over(below, layer.look), {}) as Look;
  const faceBase = (face: string) => {
    const naming = [...styles].reverse().find(({ layer }) => layer.look.faces?.[face] !== undefined);
    return figure.value.faces?.[face] !== undefined || !naming ? path : naming.file;
  };
  const { file, spoken, lacking } = spokenIn(figure.value, language.code);
  gatherer.problems.push(
    ...lacking.map((one) => warning('words-lacking', { ...one, language: language.code }, locate(one.path))),
  );
  return succeed(
    {
      id: idOf(figure.value, path),
      madeFrom: madeFrom(path, text),
      figure: { ...file, chart },
      kind,
      spoken,
      codebook,
      layers,
      shows,
      resolved,
      words: wordsFor(language, resolved.settings),
      table,
      asked,
      look,
      faceBase,
      restyled: options.style !== undefined,
      locate,
      origin: figureOrigin(gatherer, figure, options, {
        id: idOf(figure.value, path),
        codebook: known,
        requests,
        locate,
        table,
      }),
    },
    gatherer.problems,
  );
}
