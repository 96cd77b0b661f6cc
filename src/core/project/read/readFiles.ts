import { nearest } from '../../problem/nearest.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import type { CodebookContents } from '../../schema/codebook.js';
import type { HouseStyle } from '../../schema/houseStyle.js';
import { isGroup, valueAt } from '../../schema/settingTree.js';
import { validate } from '../../schema/validate.js';
import { readYaml, type YamlSource } from '../../schema/yamlSource.js';
import type { BoardContents } from '../files/boardFile.js';
import type { FigureContents } from '../files/figureFile.js';
import { type FileKind, fileKinds } from '../files/fileKinds.js';
import type { ReportContents } from '../files/reportFile.js';
import type { BoardFile, CodebookFile, FigureFile, ReportFile, StyleFile } from '../generated/fileTypes.js';

/** What the files of each kind say. */
export interface Contents {
  board: BoardContents;
  figure: FigureContents;
  report: ReportContents;
  codebook: CodebookContents;
  style: HouseStyle;
}

/** A file that was read and found right, with the places of its settings. */
export interface Reading<T> {
  file: string;
  value: T;
  source: YamlSource;
}

/** Whether the file says that it is of another kind, of none, or of one that does not exist. */
function kindProblem(kind: FileKind, source: YamlSource, file: string): Problem | undefined {
  const { value } = source;
  const first = { file, line: 1, column: 1 };
  if (value === null || value === undefined) {
    return error('file-empty', { what: `a ${kind} file`, first: fileKinds[kind].example }, first);
  }
  const said = valueAt(value, ['hexis']);
  if (!isGroup(value) || said === undefined) {
    return error('file-kind-missing', { kind }, first);
  }
  const found = typeof said === 'string' ? said : JSON.stringify(said);
  if (found === `${kind}/1`) return undefined;
  const place = source.locate(['hexis']);
  const known = Object.keys(fileKinds).map((name) => `${name}/1`);
  return known.includes(found)
    ? error('wrong-file-kind', { found: found.replace(/\/1$/, ''), expected: kind }, place)
    : error('file-kind-unknown', { found, known, nearest: nearest(found, known) }, place);
}

/**
 * Reads a figure file, codebook or house style from its text.
 * All problems of the file are found at once, each with its line and column.
 */
export function readOfKind<K extends FileKind>(kind: K, text: string, file: string): Outcome<Reading<Contents[K]>> {
  const { source, problems } = readYaml(text, file);
  if (!source) return fail(problems);
  return checkOfKind(kind, source, file);
}

/** Reads what a file of another form was turned into: its settings stand elsewhere in the file than in the text. */
export function readConverted<K extends FileKind>(kind: K, text: string, file: string): Outcome<Reading<Contents[K]>> {
  const { source, problems } = readYaml(text, file);
  if (!source) return fail(problems);
  const place = () => ({ file });
  return checkOfKind(kind, { ...source, locate: place, locateKey: place }, file);
}

/** Holds what a file says against what its kind may say. */
export function checkOfKind<K extends FileKind>(
  kind: K,
  source: YamlSource,
  file: string,
): Outcome<Reading<Contents[K]>> {
  const wrongKind = kindProblem(kind, source, file);
  if (wrongKind) return fail([wrongKind]);
  const faults = validate(fileKinds[kind].schema, source);
  return faults.length > 0 ? fail(faults) : succeed({ file, value: source.value as Contents[K], source });
}

/** What authors write into the files of each kind. */
export interface Files {
  board: BoardFile;
  figure: FigureFile;
  report: ReportFile;
  codebook: CodebookFile;
  style: StyleFile;
}

/** Reads a file of one kind from its text. @param file the name that messages give it */
export type Reader<K extends FileKind> = (text: string, file?: string) => Outcome<Reading<Files[K]>>;

/** The types of files are made from the schemas by which they are held against. */
const readerOf =
  <K extends FileKind>(kind: K): Reader<K> =>
  (text, file = `${kind}.yaml`) =>
    readOfKind(kind, text, file) as Outcome<Reading<Files[K]>>;

/** Reads a figure file from its text. */
export const readFigure: Reader<'figure'> = readerOf('figure');

/** Reads a board file from its text. */
export const readBoard: Reader<'board'> = readerOf('board');

/** Reads a report file from its text. */
export const readReport: Reader<'report'> = readerOf('report');

/** Reads a codebook from its text. */
export const readCodebook: Reader<'codebook'> = readerOf('codebook');

/** Reads a house style from its text; what it does not set is in the style that it extends. */
export const readStyle: Reader<'style'> = readerOf('style');
