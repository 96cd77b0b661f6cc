import type { DefaultTreeAdapterTypes } from 'parse5';
import type { GridLine } from '../gridTable.js';
import { type FoundTable, tidied } from './found.js';

type Node = DefaultTreeAdapterTypes.ChildNode;
type Element = DefaultTreeAdapterTypes.Element;

/** A span beyond these is a mistake; browsers stop there too (HTML, 4.9.11). */
const mostSpan = { colspan: 1000, rowspan: 65_534 } as const;
/** More cells are no table that stands in a page. */
const mostCells = 5e6;

const isElement = (node: Node): node is Element => 'tagName' in node;

const attribute = ({ attrs }: Element, name: string): string | undefined =>
  attrs.find((own) => own.name === name)?.value;

/** What readers of a page do not see. */
const unseen = new Set(['script', 'style', 'template', 'noscript']);

const isSeen = (element: Element): boolean =>
  !unseen.has(element.tagName) && attribute(element, 'hidden') === undefined;

/** The words of an element, without those of tables inside of it. */
function wordsOf(element: Element): string {
  let words = '';
  const left: (Node | string)[] = [...element.childNodes].reverse();
  for (let next = left.pop(); next !== undefined; next = left.pop()) {
    if (typeof next === 'string') words += next;
    else if (next.nodeName === '#text') words += (next as DefaultTreeAdapterTypes.TextNode).value;
    else if (isElement(next) && isSeen(next) && next.tagName !== 'table') {
      const blank = /^(br|p|div|li)$/.test(next.tagName) ? ' ' : '';
      left.push(blank, ...[...next.childNodes].reverse(), blank);
    }
  }
  return words;
}

const elements = (parent: Element, ...names: string[]): Element[] =>
  parent.childNodes.filter((node): node is Element => isElement(node) && names.includes(node.tagName));

const spanOf = (cell: Element, name: 'colspan' | 'rowspan'): number => {
  const value = Number.parseInt(attribute(cell, name) ?? '1', 10);
  // A row span of 0 reaches to the end of the rows.
  if (name === 'rowspan' && value === 0) return mostSpan.rowspan;
  return Number.isFinite(value) && value > 0 ? Math.min(value, mostSpan[name]) : 1;
};

interface Row {
  cells: string[];
  line: number;
  /** Whether it stands in the head, or holds names alone. */
  isHead: boolean;
  /** How many cells it is written with. */
  count: number;
}

/** The rows of a part of a table, with cells that span several repeated in each. */
function rowsOf(rows: readonly Element[], isHead: boolean): Row[] {
  /** What hangs down from rows above, by column. */
  const hanging = new Map<number, { text: string; rows: number }>();
  let total = 0;
  return rows.map((row) => {
    const cells: string[] = [];
    const own = elements(row, 'td', 'th');
    const hang = () => {
      for (let from = hanging.get(cells.length); from; from = hanging.get(cells.length)) {
        if (from.rows === 1) hanging.delete(cells.length);
        else from.rows -= 1;
        cells.push(from.text);
      }
    };
    for (const cell of own) {
      hang();
      const text = tidied(wordsOf(cell));
      const down = spanOf(cell, 'rowspan');
      for (let k = spanOf(cell, 'colspan'); k > 0 && total < mostCells; k -= 1) {
        if (down > 1) hanging.set(cells.length, { text, rows: down - 1 });
        cells.push(text);
        total += 1;
      }
    }
    hang();
    const names = own.length > 0 && own.every(({ tagName }) => tagName === 'th');
    return { cells, line: row.sourceCodeLocation?.startLine ?? 1, isHead: isHead || names, count: own.length };
  });
}

/** The names of columns of a head of several rows: `Yield` above `2025` is `Yield 2025`. */
const joined = (rows: readonly Row[]): string[] =>
  Array.from({ length: Math.max(...rows.map(({ cells }) => cells.length)) }, (_, i) =>
    [...new Set(rows.map(({ cells }) => cells[i] ?? '').filter((name) => name !== ''))].join(' '),
  );

function tableOf(table: Element, heading: string): FoundTable {
  const caption = elements(table, 'caption')[0];
  const parts: [Element, boolean][] = [
    [table, false],
    ...elements(table, 'thead').map((part): [Element, boolean] => [part, true]),
    ...elements(table, 'tbody', 'tfoot').map((part): [Element, boolean] => [part, false]),
  ];
  const rows = parts.flatMap(([part, isHead]) => rowsOf(elements(part, 'tr'), isHead));
  const across: string[] = [];
  const width = Math.max(0, ...rows.map(({ cells }) => cells.length));
  const kept = rows.filter(({ cells, count }) => {
    if (cells.every((cell) => cell === '')) return false;
    if (width < 2 || count !== 1 || cells.length < width) return true;
    across.push(cells[0] ?? '');
    return false;
  });
  const heads = kept.findIndex(({ isHead }) => !isHead);
  const head = kept.slice(0, heads < 0 ? kept.length : heads);
  const named: GridLine[] = head.length > 1 ? [{ cells: joined(head), line: head[0]?.line ?? 1 }] : head;
  return {
    caption: caption ? tidied(wordsOf(caption)) : heading,
    lines: [...named, ...kept.slice(head.length)].map(({ cells, line }) => ({ cells, line })),
    across,
  };
}

/** The tables of a page. One that stands in a cell of another is a table by itself, and no part of that one. */
export async function tablesInHtml(text: string): Promise<FoundTable[]> {
  const { parse } = await import('parse5');
  const tables: FoundTable[] = [];
  let heading = '';
  const nodes: Node[] = [...parse(text, { sourceCodeLocationInfo: true }).childNodes].reverse();
  for (let node = nodes.pop(); node; node = nodes.pop()) {
    if (!isElement(node) || !isSeen(node)) continue;
    if (/^(h[1-6]|figcaption)$/.test(node.tagName)) heading = tidied(wordsOf(node));
    if (node.tagName === 'table') tables.push(tableOf(node, heading));
    nodes.push(...[...node.childNodes].reverse());
  }
  return tables.filter(({ lines }) => lines.length > 0);
}
