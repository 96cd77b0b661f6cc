import { readFile } from 'node:fs/promises';
import { type DocumentFigure, pictureFile } from '../../../core/report/documentForm.js';
import { type MarkedPart, wordsHash } from '../../../core/report/ownMarks.js';
import { type TexWords, texMark, texWords } from '../../../core/report/write/tex.js';
import { filesIn, remarkAt, type TexFile, texFiles } from './texFiles.js';
import type { Splice } from './xmlTags.js';
import { spliced } from './xmlTags.js';

export type TexKept = 'rewritten' | 'more-than-words' | 'encoding';

/** A changed file of a LaTeX folder: its bytes before and after. */
export interface TexChange {
  path: string;
  before: Uint8Array | string;
  after: Uint8Array | string;
}

export interface UpdatedTex {
  changes: TexChange[];
  /** The ids of the figures found in it. */
  found: Set<string>;
  /** The figures whose pictures or words became others. */
  figures: Set<string>;
  /** Texts that were kept, with the reason. */
  kept: { id: string; part: MarkedPart; reason: TexKept }[];
  /** Files with figures that the folder includes from outside; they are not changed. */
  outside: string[];
}

/** One of our lines: where its text is, and what its comment says. */
interface OwnLine {
  part: MarkedPart;
  id: string;
  hash: string;
  /** The position of its text, if the line contains all of it. */
  words: { from: number; to: number } | undefined;
  remark: { from: number; to: number };
}

const remark = /^% hexis (title|note|picture) (.+?)(?: ([\da-f]{10}))?[ \t]*\r?$/;

/** How each of our texts begins. The author's own options may precede an alternative text. */
const begins: Record<MarkedPart, RegExp> = {
  title: /\\caption\s*(?:\[[^\]]*\])?\s*\{/,
  note: /\{\\raggedright\\footnotesize /,
  picture: /\balt\s*=\s*\{\{?/,
};

/** The position of the brace that closes a group. */
function groupEnd(line: string, from: number): number | undefined {
  let depth = 0;
  for (let i = from; i < line.length; i += 1) {
    if (line[i] === '\\') i += 1;
    else if (line[i] === '{') depth += 1;
    else if (line[i] === '}') {
      if (depth === 0) return i;
      depth -= 1;
    }
  }
  return undefined;
}

/** The position of a line's text. */
function wordsAt(line: string, part: MarkedPart): { from: number; to: number } | undefined {
  const found = begins[part].exec(line);
  if (!found) return undefined;
  const from = found.index + found[0].length;
  const to = groupEnd(line, from);
  if (to === undefined) return undefined;
  const end = part === 'note' && line.slice(from, to).endsWith('\\par') ? to - '\\par'.length : to;
  return { from, to: end };
}

/** Our lines in a text. Lines that the author has commented out are ignored. */
function* ownLines(text: string): Generator<OwnLine> {
  for (let start = 0; start < text.length; ) {
    const found = text.indexOf('\n', start);
    const end = found === -1 ? text.length : found;
    const line = text.slice(start, end);
    const at = line.includes('% hexis ') ? remarkAt(line) : line.length;
    const [, part, id, hash = ''] = remark.exec(line.slice(at)) ?? [];
    if (part !== undefined && id !== undefined && line.slice(0, at).trim() !== '') {
      const words = wordsAt(line.slice(0, at), part as MarkedPart);
      const length = line.slice(at).replace(/[ \t\r]+$/, '').length;
      yield {
        part: part as MarkedPart,
        id,
        hash,
        words: words && { from: start + words.from, to: start + words.to },
        remark: { from: start + at, to: start + at + length },
      };
    }
    start = end + 1;
  }
}

/** The change to one line, or the reason to keep it. */
function lineChange(
  { text, encoding }: TexFile,
  line: OwnLine,
  { words: wanted }: TexWords,
  oursAlways: boolean,
): { splices: Splice[]; kept?: TexKept } {
  const { part, id, hash, words, remark: own } = line;
  if (!words) return { splices: [], kept: 'more-than-words' };
  const there = text.slice(words.from, words.to);
  const renamed = { ...own, text: texMark(part, id, wanted) };
  if (wordsHash(there) === wordsHash(wanted)) return { splices: hash === wordsHash(wanted) ? [] : [renamed] };
  if (hash !== wordsHash(there) && !oursAlways) return { splices: [], kept: 'rewritten' };
  // Characters outside the encoding of the file would be damaged.
  if (encoding !== 'utf8' && /[^\u0020-\u007e]/.test(wanted)) return { splices: [], kept: 'encoding' };
  return { splices: [{ ...words, text: wanted }, renamed] };
}

/** Brings our lines in a file up to date. */
function updatedText(
  file: TexFile,
  figures: readonly DocumentFigure[],
  { found, kept, figures: others }: Pick<UpdatedTex, 'found' | 'kept' | 'figures'>,
  oursAlways: boolean,
): string {
  const splices: Splice[] = [];
  for (const line of ownLines(file.text)) {
    const figure = figures.find(({ id }) => id === line.id);
    if (!figure) continue;
    found.add(figure.id);
    const wanted = texWords[line.part](figure);
    // If the figure has no such text, the one in the document stays.
    if (wanted.words === '') continue;
    const change = lineChange(file, line, wanted, oursAlways);
    splices.push(...change.splices);
    if (change.splices.length > 0) others.add(figure.id);
    if (change.kept) kept.push({ id: figure.id, part: line.part, reason: change.kept });
  }
  return spliced(file.text, splices);
}

/**
 * The files of a LaTeX folder that are to be others: pictures that have a name of ours, wherever they stand, and the words that
 * are marked as ours. Everything around them stays as it is, and so does what the author has rewritten.
 */
export async function updateTex(
  folder: string,
  figures: readonly DocumentFigure[],
  oursAlways = false,
): Promise<UpdatedTex> {
  const updated: UpdatedTex = { changes: [], found: new Set(), figures: new Set(), kept: [], outside: [] };
  for (const path of await filesIn(folder, /\.pdf$/i)) {
    const name = path.split(/[/\\]/).at(-1) as string;
    const figure = figures.find((own) => pictureFile(own.id) === name.replace(/\.pdf$/i, ''));
    if (!figure) continue;
    updated.found.add(figure.id);
    const after = figure.pictures['pdf'] as Uint8Array;
    const before = new Uint8Array(await readFile(path));
    if (Buffer.compare(before, after) === 0) continue;
    updated.changes.push({ path, before, after });
    updated.figures.add(figure.id);
  }
  const { inside, outside } = await texFiles(folder);
  for (const file of inside) {
    const fresh = updatedText(file, figures, updated, oursAlways);
    if (fresh === file.text) continue;
    const bytes = (text: string) => (file.encoding === 'utf8' ? text : new Uint8Array(Buffer.from(text, 'latin1')));
    updated.changes.push({ path: file.path, before: bytes(file.text), after: bytes(fresh) });
  }
  const ids = new Set(figures.map(({ id }) => id));
  for (const { path, text } of outside)
    if ([...ownLines(text)].some(({ id }) => ids.has(id))) updated.outside.push(path);
  return updated;
}
