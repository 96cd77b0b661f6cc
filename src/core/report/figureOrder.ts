import { entryAt, lastOf } from '../at.js';
import { readReport } from '../project/read/readFiles.js';
import { patched, patchFor } from '../schema/patch.js';

const isItem = (line: string | undefined): boolean => line !== undefined && /^\s*-(\s|$)/.test(line);
const isRemark = (line: string | undefined): boolean => line !== undefined && /^\s*#/.test(line);
const indentOf = (line: string): number => line.length - line.trimStart().length;

/** A list with one of its entries at another place. */
function reordered<T>(list: readonly T[], from: number, to: number): T[] {
  const rest = list.filter((_, i) => i !== from);
  return [...rest.slice(0, to), entryAt(list, from), ...rest.slice(to)];
}

/**
 * The lines of each entry of a list that is written with a dash on each line, the remarks above it included; undefined where the
 * list is written otherwise.
 */
function blocksOf(lines: readonly string[], starts: readonly number[]): { from: number; to: number }[] | undefined {
  if (starts.length === 0 || !starts.every((at) => isItem(lines[at]))) return undefined;
  const dash = indentOf(entryAt(lines, entryAt(starts, 0)));
  const heads = starts.map((at, i) => {
    const least = i === 0 ? 0 : entryAt(starts, i - 1) + 1;
    let head = at;
    while (head > least && isRemark(lines[head - 1]) && indentOf(entryAt(lines, head - 1)) === dash) head -= 1;
    return head;
  });
  let end = lastOf(starts) + 1;
  // A value may have empty lines in it.
  for (let at = end; at < lines.length; at += 1) {
    const line = entryAt(lines, at);
    if (line.trim() === '') continue;
    if (indentOf(line) <= dash) break;
    end = at + 1;
  }
  return heads.map((from, i) => ({ from, to: heads[i + 1] ?? end }));
}

/** Lines of an entry, and the empty ones behind it, which stay where they are. */
function parted(lines: readonly string[]): { own: string[]; behind: string[] } {
  let end = lines.length;
  while (end > 0 && entryAt(lines, end - 1).trim() === '') end -= 1;
  return { own: lines.slice(0, end), behind: lines.slice(end) };
}

/**
 * The text of a report file with one of its figures at another place in the order; remarks go with the figure below them.
 *
 * @param from number of the figure, from 0
 * @param to its number afterwards
 */
export function movedFigure(text: string, from: number, to: number): string {
  const read = readReport(text);
  if (!read.ok) return text;
  const { figures } = read.value.value;
  const count = figures.length;
  if (from === to || !(from >= 0 && from < count && to >= 0 && to < count)) return text;
  const { source } = read.value;
  const starts = figures.map((_, i) => (source.locate(['figures', i]).line ?? 0) - 1);
  const lines = text.split('\n');
  const blocks = blocksOf(lines, starts);
  if (!blocks) return patched(text, patchFor(text, [{ path: ['figures'], value: reordered(figures, from, to) }]));
  const parts = blocks.map((block) => parted(lines.slice(block.from, block.to)));
  const body = reordered(parts, from, to).flatMap((part, i) => [...part.own, ...(parts[i]?.behind ?? [])]);
  const [head, foot] = [entryAt(blocks, 0).from, lastOf(blocks).to];
  return [...lines.slice(0, head), ...body, ...lines.slice(foot)].join('\n');
}

/** A first report of some figures. @param paths from the folder of the report */
export function reportDraft(title: string, paths: readonly string[]): string {
  const quoted = (text: string) => (/^[\w./-]+$/.test(text) ? text : JSON.stringify(text));
  return `hexis: report/1\ntitle: ${JSON.stringify(title)}\nfigures:\n${paths.map((path) => `  - ${quoted(path)}`).join('\n')}\n`;
}
