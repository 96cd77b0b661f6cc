import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type DocumentFigure, type DocumentFile, pictureFile } from '../../../core/report/documentForm.js';
import { texNote, texPicture, texTitle } from '../../../core/report/write/tex.js';

/** Folders are looked into so deep. */
const deepest = 8;

/** The files of a folder with some endings, by their paths in it; links are not followed. */
async function filesIn(folder: string, ending: RegExp, depth = 0): Promise<string[]> {
  const entries = await readdir(folder, { withFileTypes: true });
  const found: string[] = [];
  for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
    if (entry.name.startsWith('.') || entry.name === 'node_modules') continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory() && depth < deepest) found.push(...(await filesIn(path, ending, depth + 1)));
    else if (entry.isFile() && ending.test(entry.name)) found.push(path);
  }
  return found;
}

/** A line of ours in a text, with what it is. */
const ownLine = /^([^\n]*?)% hexis (title|note|picture) (.+?)[ \t]*(\r?)$/gm;

/** A width as LaTeX writes it, and the rest of the line of a picture that the author may have changed. */
const options = /\\includegraphics\[([^\]{}]*(?:\{[^{}]*(?:\{[^{}]*\}[^{}]*)*\}[^\]{}]*)*)\]\{([^}]*)\}/;

/** The new line of a picture: width and file stay as the author has them. */
function pictureLine(line: string, figure: DocumentFigure): string {
  const [, own = '', file] = options.exec(line) ?? [];
  const width = /(?:^|,)\s*(width\s*=\s*[^,{}\]]+)/.exec(own)?.[1];
  if (file === undefined) return line;
  const [, usual = ''] = /^(\s*\\includegraphics\[)[^\n]*$/.exec(texPicture(figure)) ?? [];
  const fresh = texPicture(figure).replace(/ {0,}% hexis picture .*$/, '');
  const alt = fresh.slice(fresh.indexOf('alt='), fresh.lastIndexOf(']{'));
  const indent = /^\s*/.exec(line)?.[0] ?? usual;
  const scaled = width === undefined ? own.replace(/,?\s*alt\s*=.*$/, '') : width;
  return `${indent}\\includegraphics[${[scaled, alt].filter((part) => part !== '').join(',')}]{${file}}`;
}

/** A text with its lines of ours brought up to date. */
function updatedText(text: string, figures: readonly DocumentFigure[], found: Set<string>): string {
  return text.replace(ownLine, (all, line: string, what: string, id: string, end: string) => {
    const figure = figures.find((own) => own.id === id);
    if (!figure) return all;
    found.add(id);
    if (what === 'picture') return `${pictureLine(line, figure)}% hexis picture ${id}${end}`;
    if (what === 'note' && figure.caption.note.length === 0) return all;
    const indent = /^\s*/.exec(line)?.[0] ?? '';
    return `${indent}${(what === 'title' ? texTitle(figure) : texNote(figure)).trimStart()}${end}`;
  });
}

/**
 * The files of a LaTeX folder that are to be others: pictures that have a name of ours, wherever they stand, and the lines of
 * captions that are marked as ours. What is as it should be is not among them.
 */
export async function updateTex(
  folder: string,
  figures: readonly DocumentFigure[],
): Promise<{ files: DocumentFile[]; found: Set<string> }> {
  const files: DocumentFile[] = [];
  const found = new Set<string>();
  for (const path of await filesIn(folder, /\.pdf$/i)) {
    const name = path.split(/[/\\]/).at(-1) as string;
    const figure = figures.find((own) => pictureFile(own.id) === name.replace(/\.pdf$/i, ''));
    if (!figure) continue;
    found.add(figure.id);
    const bytes = figure.pictures['pdf'] as Uint8Array;
    if (Buffer.compare(await readFile(path), bytes) !== 0) files.push({ path, bytes });
  }
  for (const path of await filesIn(folder, /\.tex$/i)) {
    const text = await readFile(path, 'utf8');
    const fresh = updatedText(text, figures, found);
    // A text in another encoding would not come back as it was.
    if (fresh !== text && Buffer.compare(Buffer.from(text, 'utf8'), await readFile(path)) === 0)
      files.push({ path, bytes: fresh });
  }
  return { files, found };
}
