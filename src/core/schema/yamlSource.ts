import {
  type Document,
  isMap,
  isScalar,
  isSeq,
  LineCounter,
  type Node,
  type Pair,
  parseDocument,
  visit,
  type YAMLError,
  type YAMLMap,
} from 'yaml';
import { entryAt, lastOf } from '../at.js';
import { messageOf } from '../messageOf.js';
import { error, type Place, type Problem } from '../problem/problem.js';
import type { Ordered } from './ordered.js';
import { keyText, orderedNode } from './orderedYaml.js';

export type Path = readonly (string | number)[];

/** A YAML or JSON text with the places of all that is in it. */
export interface YamlSource {
  /** What the text says, as plain values. */
  value: unknown;
  /** The same, its keys in the order of the text. */
  ordered(): Ordered;
  /** Where a setting stands; where it does not, the innermost setting around it that does. */
  locate(path: Path): Place;
  /** Where the key of a setting stands. */
  locateKey(path: Path): Place;
  /** The keys of a mapping in the order of the text. (Plain objects put whole numbers first.) */
  keys(path: Path): string[];
  /** Whether a key inside braces is what a comma without quotation marks has cut off a text: the setting and its whole text. */
  cutByComma(path: Path): { key: string; text: string } | undefined;
  /** A colour behind a key without a value, which YAML takes for a remark. */
  colorAfter(path: Path): string | undefined;
}

const reasons: Record<string, string> = {
  BAD_INDENT: 'this line is indented unlike its neighbours, or a key lacks the blank after its colon',
  BLOCK_AS_IMPLICIT_KEY: 'this line is indented unlike its neighbours, or has two colons',
  MULTILINE_IMPLICIT_KEY: 'this line is not "key: value", or a quotation mark or bracket before it is not closed',
  TAB_AS_INDENT: 'a tab stands where only blanks may indent',
  MISSING_CHAR: 'something is missing here: a colon, a closing quotation mark, or a comma',
  DUPLICATE_KEY: 'this key is given twice',
  BAD_SCALAR_START: 'a text that starts with this sign needs quotation marks',
  UNEXPECTED_TOKEN:
    'a value ends before this; a text with quotation marks in it needs those of the other kind around it',
  MULTIPLE_DOCS: 'a second document begins here, and a file holds one',
  BAD_DQ_ESCAPE: 'in double quotation marks a backslash starts an escape; write \\\\, or use single ones',
};

/** Stars without quotation marks are aliases to YAML, though in labels they make words slanted. */
const starred = (content: string): boolean => /[:[{,-]\s*\*{1,2}[^\s*]/.test(content);
const starReason = 'a text that begins with a star needs quotation marks, such as "*p* < .05"';

/** A setting in whose text a colon stands, with the quotation marks that it lacks. */
function colonText(content: string): string | undefined {
  const [, key, text] = /(?:^|[{,])\s*([A-Za-z]\w*):\s+([^"'{}[\],\s][^"'{}[\],]*:\s[^"'{}[\],]*)/.exec(content) ?? [];
  return key === undefined || text === undefined ? undefined : `${key}: ${JSON.stringify(text.trim())}`;
}

/** A colour that stands after a colon without quotation marks. */
const bareColor = /([A-Za-z]\w*):\s+(#(?:[\da-f]{8}|[\da-f]{6}|[\da-f]{3,4}))(?=\s*(?:[,}\]]|$))/i;

/** A text with brackets inside braces, as it needs to be written. */
function bracketText(content: string): string | undefined {
  const [, key, text] =
    /(?:^|[{,])\s*([A-Za-z]\w*):\s+([^"'{}[\],\s][^"'{}[\],]*\[[^\]]*\][^"'{}[\],]*)/.exec(content) ?? [];
  return key === undefined || text === undefined ? undefined : `${key}: ${JSON.stringify(text.trim())}`;
}

/** A text inside braces that a remark cuts off, as it needs to be written. */
function remarkText(content: string): string | undefined {
  const [, key, text] =
    /[{,]\s*([A-Za-z]\w*):\s+([^"'{}[\],\s#][^"'{}[\],]*\s#[^\s"'{}[\],][^"'{}[\],]*)/.exec(content) ?? [];
  return key === undefined || text === undefined ? undefined : `${key}: ${JSON.stringify(text.trim())}`;
}

/** Spaces that look like the blank and are others, as programs for texts and pages write them. */
const oddBlank = /[\u00a0\u2000-\u200b\u202f\u205f\u3000]/;
const oddReason = 'a no-break space stands here in place of a blank';
const oddIndent = new RegExp(`^ *${oddBlank.source}[\\s\u200b]*(- |["']?\\w+["']?\\s*:)`);
const oddAfterColon = new RegExp(`^\\s*(- )?\\w+:${oddBlank.source}`);

/** Lines in which another space stands where a blank has to: at their beginning, or behind a colon. */
function oddBlanks(text: string, file: string, form: RegExp): Problem[] {
  if (!oddBlank.test(text)) return [];
  return text.split('\n').flatMap((content, at) => {
    if (!form.test(content)) return [];
    return [error('yaml-broken', { reason: oddReason }, { file, line: at + 1, column: content.search(oddBlank) + 1 })];
  });
}

/** The line in which a quotation mark opens that no later one of it closes. */
function openQuoteLine(content: readonly string[], before: number): number | undefined {
  for (let at = Math.min(before, content.length - 1); at >= 0; at -= 1) {
    const bare = entryAt(content, at)
      .replace(/\\"/g, '')
      .replace(/(^|\s)#.*$/, '');
    if (((bare.match(/"/g) ?? []).length % 2 === 1 || /:\s+'[^']*$/.test(bare)) && /[:[{,-]\s*["']/.test(bare))
      return at;
  }
  return undefined;
}

/** A fault that shows somewhere else than where its cause is: a colour that is a remark, brackets in a text, an open quotation mark. */
function causeOf(fault: YAMLError, file: string, text: string, line: number): Problem | undefined {
  const content = text.split('\n');
  const say = (at: number, pattern: RegExp, reason: string, write?: string) => {
    const column = Math.max(0, entryAt(content, at).search(pattern)) + 1;
    return error('yaml-broken', { reason, ...(write === undefined ? {} : { write }) }, { file, line: at + 1, column });
  };
  const colored = content.findIndex((own, i) => i < line && /[{[]/.test(own) && bareColor.test(own));
  if (colored >= 0) {
    const [, key, color] = bareColor.exec(entryAt(content, colored)) as unknown as [string, string, string];
    return say(colored, /#/, `without quotation marks ${color} is a remark`, `${key}: "${color}"`);
  }
  const remarked = content.findIndex((own, i) => i < line && remarkText(own) !== undefined);
  if (remarked >= 0)
    return say(remarked, /(?<=\s)#/, 'what follows # is a remark', remarkText(entryAt(content, remarked)));
  const brackets = bracketText(content[line - 1] ?? '');
  if (brackets) return say(line - 1, /\[/, 'brackets in a text need quotation marks around it inside { }', brackets);
  const quote =
    /quot/i.test(fault.message) || fault.code === 'MISSING_CHAR' ? openQuoteLine(content, line - 1) : undefined;
  if (quote !== undefined) return say(quote, /["']/, 'the quotation mark that opens here is not closed');
  return undefined;
}

function syntaxProblem(fault: YAMLError, file: string, lines: LineCounter, text: string): Problem {
  const { line, col } = lines.linePos(fault.pos[0]);
  const cause = causeOf(fault, file, text, line);
  if (cause) return cause;
  if (starred(text.split('\n')[line - 1] ?? '')) {
    return error('yaml-broken', { reason: starReason }, { file, line, column: col });
  }
  const cut = colonText(text.split('\n')[line - 1] ?? '');
  if (fault.code === 'BLOCK_IN_FLOW' || (cut && fault.code === 'BLOCK_AS_IMPLICIT_KEY')) {
    const reason = 'a text with a colon in it needs quotation marks';
    return error('yaml-broken', { reason, ...(cut ? { write: cut } : {}) }, { file, line, column: col });
  }
  const reason = reasons[fault.code] ?? 'this is not written as settings are';
  return error('yaml-broken', { reason }, { file, line, column: col });
}

function pairAt(node: unknown, key: string | number) {
  return isMap(node) ? node.items.find((pair) => keyText(pair.key) === String(key)) : undefined;
}

/** The node at a path, or the innermost one above it. */
function nodeAt(document: Document, path: Path): Node | null {
  let node: unknown = document.contents;
  for (const key of path) {
    const next: unknown = isSeq(node) ? node.items[Number(key)] : pairAt(node, key)?.value;
    if (next === undefined || next === null) break;
    node = next;
  }
  return node as Node | null;
}

function aliasReason(fault: unknown): string {
  const message = messageOf(fault);
  return /alias/i.test(message)
    ? 'its aliases (*name) name nothing, or repeat each other without end'
    : 'its parts cannot be put together';
}

/** Settings are a few levels deep; deeper brackets or indents are none, and reading them would take all memory. */
const mostLevels = 100;

const levelsOf = { '[': 1, '{': 1, ']': -1, '}': -1 } as const;

/** Brackets, dashes or indents that stand too deep to be settings. */
function nestingProblem(text: string, file: string): Problem | undefined {
  let depth = 0;
  const indents: number[] = [];
  for (const [at, content] of text.split('\n').entries()) {
    const [lead = ''] = /^[\s-]*/.exec(content) ?? [];
    while (indents.length > 0 && lastOf(indents) >= lead.length) indents.pop();
    if (content.trim() !== '') indents.push(lead.length);
    const dashes = lead.split('-').length - 1;
    for (const sign of content.match(/[[\]{}]/g) ?? []) {
      depth = Math.max(0, depth + levelsOf[sign as keyof typeof levelsOf]);
      if (depth > mostLevels) break;
    }
    if (Math.max(depth, dashes, indents.length) <= mostLevels) continue;
    const reason = `settings stand more than ${mostLevels} levels deep here`;
    return error('yaml-broken', { reason }, { file, line: at + 1, column: 1 });
  }
  return undefined;
}

/** Settings by hand are some hundreds, and rows of a table some hundreds too; more of them take seconds to read. */
const mostEntries = 20_000;

/** More entries than files by hand have: lines and commas. */
function lengthProblem(text: string, file: string): Problem | undefined {
  let count = 0;
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    if (code === 0x2c || code === 0x0a) count += 1;
  }
  if (count <= mostEntries) return undefined;
  const reason = `it has ${count} entries, and at most ${mostEntries} are read; rows belong in a table, such as a CSV file`;
  return error('file-unreadable', { path: file, reason }, { file, line: 1, column: 1 });
}

/** Keys that are given twice in one group. The library's own search for them takes the square of their number. */
function repeatedKeys(document: Document): number[] {
  const places: number[] = [];
  visit(document, {
    Map(_, map) {
      const seen = new Set<string>();
      for (const { key } of map.items) {
        const name = keyText(key);
        if (seen.has(name)) places.push((key as Node | null)?.range?.[0] ?? 0);
        seen.add(name);
      }
    },
  });
  return places;
}

/**
 * Texts that authors mean otherwise than YAML has them: those that go on behind a #, since remarks have a blank after the sign, and
 * settings whose colon another space follows.
 */
function misreadTexts(document: Document, text: string, at: (offset: number) => Place): Problem[] {
  const problems: Problem[] = [];
  visit(document, {
    Scalar(role, { value, type, range }) {
      if (role === 'key' || type !== 'PLAIN' || typeof value !== 'string' || !range) return;
      if (oddAfterColon.test(value))
        problems.push(error('yaml-broken', { reason: oddReason }, at(range[0] + value.search(oddBlank))));
      const [, rest] = /^[ \t]+(#(?:[\p{L}\p{N}][^\n]*)?)(?:\n|$)/u.exec(text.slice(range[1], range[1] + 2000)) ?? [];
      if (rest === undefined) return;
      const reason = 'what follows # is a remark; one that is meant has a blank after the sign';
      const write = JSON.stringify(`${value} ${rest.trim()}`);
      problems.push(error('yaml-broken', { reason, write }, at(text.indexOf('#', range[1]))));
    },
  });
  return problems;
}

/** The setting whose text goes on in a key without a value, with all keys after it that are parts of the same text. */
function cutText(map: YAMLMap, cut: string): { key: string; text: string } | undefined {
  const isPart = ({ value }: Pair) =>
    value === null || (isScalar(value) && value.value === null && value.source === '');
  const at = map.items.findIndex((pair) => keyText(pair.key) === cut);
  const pair = map.items[at];
  if (!pair || !isPart(pair)) return undefined;
  const first = map.items.slice(0, at).findLastIndex((one) => !isPart(one));
  const before = map.items[first];
  if (!before || !isScalar(before.value) || before.value.type !== 'PLAIN') return undefined;
  const parts = map.items.slice(first + 1);
  const end = parts.findIndex((one) => !isPart(one));
  const rest = parts.slice(0, end < 0 ? undefined : end).map((one) => keyText(one.key));
  return { key: keyText(before.key), text: [String(before.value.value), ...rest].join(', ') };
}

/** Reads a YAML text; JSON is read by the same rules. */
export function readYaml(text: string, file: string): { source?: YamlSource; problems: Problem[] } {
  const tooMuch = lengthProblem(text, file) ?? nestingProblem(text, file);
  if (tooMuch) return { problems: [tooMuch] };
  const lines = new LineCounter();
  // Lines that end by a carriage return alone keep their places.
  const read = text.slice(text.charCodeAt(0) === 0xfeff ? 1 : 0).replace(/\r(?!\n)/g, '\n');
  const indented = oddBlanks(read, file, oddIndent);
  if (indented.length > 0) return { problems: indented };
  const document = parseDocument(read, { lineCounter: lines, prettyErrors: false, strict: true, uniqueKeys: false });
  if (document.errors.length > 0) {
    const blanks = oddBlanks(read, file, oddAfterColon);
    if (blanks.length > 0) return { problems: blanks };
    const distinct = document.errors.filter(
      (fault, i, all) => all.findIndex(({ pos }) => pos[0] === fault.pos[0]) === i,
    );
    const said = distinct.map((fault) => syntaxProblem(fault, file, lines, read));
    // One cause makes several faults.
    return { problems: [...new Map(said.map((own) => [JSON.stringify(own.place), own])).values()] };
  }
  const at = (offset: number): Place => {
    const { line, col } = lines.linePos(offset);
    return { file, line: Math.max(1, line), column: Math.max(1, col) };
  };
  const placeOf = (node: unknown): Place => at((node as Node | null)?.range?.[0] ?? 0);
  const twice = repeatedKeys(document).slice(0, 20);
  if (twice.length > 0) {
    return {
      problems: twice.map((offset) => error('yaml-broken', { reason: reasons['DUPLICATE_KEY'] ?? '' }, at(offset))),
    };
  }
  const misread = misreadTexts(document, read, at);
  if (misread.length > 0) return { problems: misread };
  let value: unknown;
  try {
    value = document.toJS({ maxAliasCount: 50 });
  } catch (fault) {
    // Aliases that name nothing, or that multiply.
    const line = read.split('\n').findIndex(starred);
    const reason = line < 0 ? aliasReason(fault) : starReason;
    return { problems: [error('yaml-broken', { reason }, { file, line: Math.max(0, line) + 1, column: 1 })] };
  }
  let ordered: Ordered | undefined;
  const source: YamlSource = {
    value,
    ordered: () => {
      ordered ??= orderedNode(document.contents, document);
      return ordered;
    },
    locate: (path) => placeOf(nodeAt(document, path)),
    locateKey: (path) =>
      placeOf(pairAt(nodeAt(document, path.slice(0, -1)), path.at(-1) ?? '')?.key ?? nodeAt(document, path)),
    keys: (path) => {
      const node = nodeAt(document, path);
      return isMap(node) ? node.items.map((pair) => keyText(pair.key)) : [];
    },
    colorAfter: (path) => {
      const { line = 1 } = source.locateKey(path);
      return bareColor.exec(read.split('\n')[line - 1] ?? '')?.[2];
    },
    cutByComma: (path) => {
      const node = nodeAt(document, path.slice(0, -1));
      return isMap(node) && node.flow ? cutText(node, String(path.at(-1))) : undefined;
    },
  };
  return { source, problems: [] };
}
