import { Document, isMap, isNode, isScalar, isSeq, parseDocument, visit, type YAMLMap, type YAMLSeq } from 'yaml';
import { entryAt, lastOf } from '../at.js';
import type { Path } from './yamlSource.js';

/** One setting to write, or, where the value is `undefined`, to take away. */
export interface Edit {
  /** The setting, key by key. */
  path: Path;
  /** Its new value; undefined takes it away. */
  value: unknown;
}

/** A stretch of a text replaced by another one. */
export interface Splice {
  /** Where it begins in the text, in UTF-16 units. */
  at: number;
  /** What is taken away there. */
  removed: string;
  /** What is put in its place. */
  inserted: string;
}

/** Changes of a text, each of the text that the ones before it left. */
export type Patch = readonly Splice[];

/** The text after a patch. */
export const patched = (text: string, patch: Patch): string =>
  patch.reduce((now, { at, removed, inserted }) => now.slice(0, at) + inserted + now.slice(at + removed.length), text);

/** The patch that takes another one back. */
export const inverse = (patch: Patch): Patch =>
  patch.map(({ at, removed, inserted }) => ({ at, removed: inserted, inserted: removed })).reverse();

/** The one splice that makes a text another one. */
export function patchBetween(before: string, after: string): Patch {
  let start = 0;
  while (start < before.length && start < after.length && before[start] === after[start]) start += 1;
  let end = 0;
  const most = Math.min(before.length, after.length) - start;
  while (end < most && before[before.length - 1 - end] === after[after.length - 1 - end]) end += 1;
  const removed = before.slice(start, before.length - end);
  const inserted = after.slice(start, after.length - end);
  return removed === '' && inserted === '' ? [] : [{ at: start, removed, inserted }];
}

type Pair = YAMLMap['items'][number];

const startOf = (node: unknown): number => (isNode(node) && node.range?.[0]) || 0;
/** Where the value itself ends, before blanks and comments after it. */
const endOf = (node: unknown): number => (isNode(node) && node.range?.[1]) || 0;

const keyOf = (pair: Pair) => String(isScalar(pair.key) ? pair.key.value : pair.key);
const pairOf = (map: YAMLMap, key: string | number) => map.items.find((pair) => keyOf(pair) === String(key));

/** JSON texts stay JSON. */
const isJson = (text: string) => /^\s*\{\s*("|\})/.test(text);

/** A value in the style of flow, as it may stand inside brackets. */
function written(value: unknown, json: boolean): string {
  if (json) return JSON.stringify(value);
  const document = new Document([value]);
  visit(document, {
    // Line breaks within texts stay as escapes.
    Scalar(_, node) {
      if (typeof node.value === 'string' && /[\r\n]/.test(node.value)) node.type = 'QUOTE_DOUBLE';
    },
  });
  const list = document.toString({
    collectionStyle: 'flow',
    lineWidth: 0,
    flowCollectionPadding: true,
    doubleQuotedMinMultiLineLength: 1e9,
  });
  return list
    .trim()
    .replace(/^\[\s*/, '')
    .replace(/\s*\]$/, '')
    .replace(/\s*\n\s*/g, ' ');
}

/** A value as YAML in one line. */
export const flowText = (value: unknown): string => written(value, false);

/** Keys within keys, and the value of the innermost. */
const nested = (keys: Path, value: unknown): unknown =>
  [...keys].reverse().reduce<unknown>((inner, key) => ({ [key]: inner }), value);

const pairText = ([key, ...keys]: Path, value: unknown, json: boolean): string =>
  `${written(String(key), json)}: ${written(nested(keys, value), json)}`;

const lineStart = (text: string, at: number) => text.lastIndexOf('\n', at - 1) + 1;
function lineEnd(text: string, at: number): number {
  const end = text.indexOf('\n', at);
  return end < 0 ? text.length : end;
}

/** The last place that a node takes, whose own nodes may reach further than its first line. */
const pairEnd = (pair: Pair): number => (pair.value ? endOf(pair.value) : endOf(pair.key) + 1);

function insertPair(text: string, map: YAMLMap, keys: Path, value: unknown): Splice {
  const json = isJson(text);
  const pair = pairText(keys, value, json);
  const last = map.items.at(-1);
  if (map.flow) {
    if (last) return { at: pairEnd(last), removed: '', inserted: `, ${pair}` };
    const [from, to] = [startOf(map), endOf(map)];
    return { at: from, removed: text.slice(from, to), inserted: `{ ${pair} }` };
  }
  if (!last) return { at: startOf(map), removed: '', inserted: pair };
  const first = entryAt(map.items, 0);
  const indent = ' '.repeat(startOf(first.key) - lineStart(text, startOf(first.key)));
  const end = lineEnd(text, Math.max(pairEnd(last) - (text[pairEnd(last) - 1] === '\n' ? 1 : 0), startOf(last.key)));
  return { at: end, removed: '', inserted: `\n${indent}${pair}` };
}

/** A value in place of another one. */
function replaceValue(text: string, pair: Pair, keys: Path, value: unknown): Splice {
  const json = isJson(text);
  const node = isNode(pair.value) ? pair.value : null;
  const whole = written(nested(keys, value), json);
  const empty = !node || (isScalar(node) && node.range && node.range[0] === node.range[1]);
  if (empty) {
    const colon = text.indexOf(':', endOf(pair.key)) + 1;
    return { at: colon, removed: '', inserted: ` ${whole}` };
  }
  const [from, to] = [startOf(node), endOf(node)];
  if ((isMap(node) || isSeq(node)) && !node.flow) {
    // A block begins on the line below its key.
    const colon = text.indexOf(':', endOf(pair.key)) + 1;
    const end = text[to - 1] === '\n' ? to - 1 : to;
    return { at: colon, removed: text.slice(colon, end), inserted: ` ${whole}` };
  }
  const block = isScalar(node) && (node.type === 'BLOCK_FOLDED' || node.type === 'BLOCK_LITERAL');
  const end = block && text[to - 1] === '\n' ? to - 1 : to;
  return { at: from, removed: text.slice(from, end), inserted: whole };
}

/** A pair with its comma, or with its lines. */
function removePair(text: string, map: YAMLMap, pair: Pair): Splice {
  const at = map.items.indexOf(pair);
  const [start, end] = [startOf(pair.key), pairEnd(pair)];
  if (map.flow) {
    const [before, after] = [map.items[at - 1], map.items[at + 1]];
    if (after) return { at: start, removed: text.slice(start, startOf(after.key)), inserted: '' };
    const from = before ? pairEnd(before) : start;
    return { at: from, removed: text.slice(from, end), inserted: '' };
  }
  const from = lineStart(text, start);
  const to = Math.min(text.length, lineEnd(text, text[end - 1] === '\n' ? end - 1 : end) + 1);
  return { at: from, removed: text.slice(from, to), inserted: '' };
}

/** What holds settings: a mapping by their keys, a list by their places. */
type Group = YAMLMap | YAMLSeq;

const childOf = (group: Group, key: string | number): unknown =>
  isSeq(group) ? group.items[Number(key)] : pairOf(group, key)?.value;

/** The groups on the way to a setting, from the outermost on, as far as they are there. */
function groupsTo(root: unknown, path: Path): Group[] {
  const groups: Group[] = [];
  let node: unknown = root;
  for (const key of path) {
    // A list has places and no keys.
    if (!isMap(node) && !isSeq(node)) break;
    if (isSeq(node) && !/^\d+$/.test(String(key))) break;
    groups.push(node);
    node = childOf(node, key);
  }
  return groups;
}

/** An item of a list with its comma, or with its lines. */
function removeItem(text: string, list: YAMLSeq, at: number): Splice {
  const [start, end] = [startOf(list.items[at]), endOf(list.items[at])];
  if (list.flow) {
    const [before, after] = [list.items[at - 1], list.items[at + 1]];
    if (after) return { at: start, removed: text.slice(start, startOf(after)), inserted: '' };
    const from = before ? endOf(before) : start;
    return { at: from, removed: text.slice(from, end), inserted: '' };
  }
  const from = lineStart(text, start);
  const to = Math.min(text.length, lineEnd(text, text[end - 1] === '\n' ? end - 1 : end) + 1);
  return { at: from, removed: text.slice(from, to), inserted: '' };
}

/** One more item at the end of a list. */
function appendItem(text: string, list: YAMLSeq, keys: Path, value: unknown): Splice {
  const item = written(nested(keys, value), isJson(text));
  const last = list.items.at(-1);
  if (!last) {
    const [from, to] = [startOf(list), endOf(list)];
    return { at: from, removed: text.slice(from, to), inserted: `[${item}]` };
  }
  if (list.flow) return { at: endOf(last), removed: '', inserted: `, ${item}` };
  const dash = text.lastIndexOf('-', startOf(list.items[0]) - 1);
  const indent = ' '.repeat(dash - lineStart(text, dash));
  const end = endOf(last);
  return { at: lineEnd(text, text[end - 1] === '\n' ? end - 1 : end), removed: '', inserted: `\n${indent}- ${item}` };
}

/** An item of a list in place of another one. */
function replaceItem(text: string, item: unknown, keys: Path, value: unknown): Splice {
  const [from, to] = [startOf(item), endOf(item)];
  const end = text[to - 1] === '\n' ? to - 1 : to;
  return { at: from, removed: text.slice(from, end), inserted: written(nested(keys, value), isJson(text)) };
}

function removal(text: string, root: unknown, path: Path): Splice[] {
  let keys = path;
  let groups = groupsTo(root, path);
  if (groups.length < path.length || childOf(lastOf(groups), lastOf(keys)) === undefined) return [];
  // A group that would be left empty goes as well.
  while (groups.length > 1 && groups.at(-1)?.items.length === 1) {
    [keys, groups] = [keys.slice(0, -1), groups.slice(0, -1)];
  }
  const [group, key] = [lastOf(groups), lastOf(keys)];
  if (isSeq(group)) return [removeItem(text, group, Number(key))];
  const pair = pairOf(group, key);
  return pair ? [removePair(text, group, pair)] : [];
}

function spliceFor(text: string, { path, value }: Edit): Splice[] {
  const root = parseDocument(text).contents;
  if (value === undefined) return removal(text, root, path);
  if (!isMap(root)) return [{ at: text.length, removed: '', inserted: `${pairText(path, value, false)}\n` }];
  const groups = groupsTo(root, path);
  const group = lastOf(groups);
  const depth = groups.length - 1;
  const rest = path.slice(depth + 1);
  if (isSeq(group)) {
    const item = group.items[Number(path[depth])];
    return [item ? replaceItem(text, item, rest, value) : appendItem(text, group, rest, value)];
  }
  const pair = pairOf(group, entryAt(path, depth));
  return [pair ? replaceValue(text, pair, rest, value) : insertPair(text, group, path.slice(depth), value)];
}

const mark = (text: string) => (text.charCodeAt(0) === 0xfeff ? 1 : 0);

/** A text as edits see it: without a byte order mark, each line ended by one sign. */
const plainText = (text: string) => text.slice(mark(text)).replaceAll('\r\n', '\n');

/** A splice of the plain text as one of the file as it is, whose new lines end as its others do. */
function inFile(text: string, { at, removed, inserted }: Splice): Splice {
  const ends: number[] = [];
  for (let end = text.indexOf('\r\n'); end >= 0; end = text.indexOf('\r\n', end + 2)) ends.push(end);
  // Each such end is one sign shorter in the plain text.
  const placeOf = (plain: number) => {
    const place = plain + mark(text);
    return place + ends.filter((end, i) => end - i < place).length;
  };
  const [from, to] = [placeOf(at), placeOf(at + removed.length)];
  return {
    at: from,
    removed: text.slice(from, to),
    inserted: ends.length > 0 ? inserted.replaceAll('\n', '\r\n') : inserted,
  };
}

/**
 * The patch of a YAML or JSON text that makes some edits. It touches what they name and nothing else: comments, blank
 * lines, quotation marks and the order of settings stay to the letter. New settings come last in their group, new items
 * last in their list; an item is named by its place in it.
 *
 * @param text a text without syntax errors; groups on the way to a setting are mappings and lists
 */
export function patchFor(text: string, edits: readonly Edit[]): Patch {
  const splices: Splice[] = [];
  let now = text;
  for (const edit of edits) {
    const made = spliceFor(plainText(now), edit).map((splice) => inFile(now, splice));
    now = patched(now, made);
    splices.push(...made);
  }
  return splices;
}
