import { type Document, isMap, isScalar, isSeq, LineCounter, type Node, parseDocument, type YAMLError } from 'yaml';
import { error, type Place, type Problem } from './problem.js';

export type Path = readonly (string | number)[];

/** A YAML or JSON text with the places of all that is in it. */
export interface YamlSource {
  /** What the text says, as plain values. */
  value: unknown;
  /** Where a setting stands; where it does not, the innermost setting around it that does. */
  locate(path: Path): Place;
  /** Where the key of a setting stands. */
  locateKey(path: Path): Place;
  /** The keys of a mapping in the order of the text. (Plain objects put whole numbers first.) */
  keys(path: Path): string[];
}

const reasons: Record<string, string> = {
  BAD_INDENT: 'this line is indented unlike its neighbours, or a key lacks the blank after its colon',
  BLOCK_AS_IMPLICIT_KEY: 'this line is indented unlike its neighbours, or has two colons',
  MULTILINE_IMPLICIT_KEY: 'this line is not "key: value", or a quotation mark or bracket before it is not closed',
  TAB_AS_INDENT: 'a tab stands where only blanks may indent',
  MISSING_CHAR: 'something is missing here: a colon, a closing quotation mark, or a comma',
  DUPLICATE_KEY: 'this key is given twice',
  BAD_SCALAR_START: 'a text that starts with this sign needs quotation marks',
  BAD_DQ_ESCAPE: 'in double quotation marks a backslash starts an escape; write \\\\, or use single ones',
};

function syntaxProblem(fault: YAMLError, file: string, lines: LineCounter): Problem {
  const { line, col } = lines.linePos(fault.pos[0]);
  const reason = reasons[fault.code] ?? fault.message.split('\n')[0] ?? fault.code;
  return error('yaml-broken', { reason }, { file, line, column: col });
}

const keyText = (key: unknown) => String(isScalar(key) ? key.value : key);

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
  const message = (fault as Error).message ?? '';
  return /alias/i.test(message)
    ? 'its aliases (*name) name nothing, or repeat each other without end'
    : 'its parts cannot be put together';
}

/** Settings are a few levels deep; deeper brackets or indents are no settings, and reading them would take all memory. */
const mostLevels = 100;

function nestingProblem(text: string, file: string): Problem | undefined {
  let [depth, line, start] = [0, 1, 0];
  for (let i = 0; i < text.length; i += 1) {
    const sign = text.charCodeAt(i);
    if (sign === 10) [line, start] = [line + 1, i + 1];
    else if (sign === 91 || sign === 123) depth += 1;
    else if (sign === 93 || sign === 125) depth = Math.max(0, depth - 1);
    else if (
      sign === 45 &&
      text.charCodeAt(i + 1) === 32 &&
      i - start > 2 * mostLevels &&
      /^[\s-]*$/.test(text.slice(start, i))
    )
      depth = mostLevels + 1;
    if (depth > mostLevels)
      return error(
        'yaml-broken',
        { reason: `brackets or dashes stand more than ${mostLevels} deep here` },
        { file, line, column: i - start + 1 },
      );
  }
  return undefined;
}

/** Reads a YAML text; JSON is read by the same rules. */
export function readYaml(text: string, file: string): { source?: YamlSource; problems: Problem[] } {
  const tooDeep = nestingProblem(text, file);
  if (tooDeep) return { problems: [tooDeep] };
  const lines = new LineCounter();
  // Lines that end by a carriage return alone keep their places.
  const read = text.slice(text.charCodeAt(0) === 0xfeff ? 1 : 0).replace(/\r(?!\n)/g, '\n');
  const document = parseDocument(read, { lineCounter: lines, prettyErrors: false, strict: true });
  if (document.errors.length > 0) {
    const distinct = document.errors.filter(
      (fault, i, all) => all.findIndex(({ pos }) => pos[0] === fault.pos[0]) === i,
    );
    return { problems: distinct.map((fault) => syntaxProblem(fault, file, lines)) };
  }
  const placeOf = (node: unknown): Place => {
    const offset = (node as Node | null)?.range?.[0] ?? 0;
    const { line, col } = lines.linePos(offset);
    return { file, line: Math.max(1, line), column: Math.max(1, col) };
  };
  let value: unknown;
  try {
    value = document.toJS({ maxAliasCount: 50 });
  } catch (fault) {
    // Aliases that name nothing, or that multiply.
    return { problems: [error('yaml-broken', { reason: aliasReason(fault) }, { file, line: 1, column: 1 })] };
  }
  const source: YamlSource = {
    value,
    locate: (path) => placeOf(nodeAt(document, path)),
    locateKey: (path) =>
      placeOf(pairAt(nodeAt(document, path.slice(0, -1)), path.at(-1) ?? '')?.key ?? nodeAt(document, path)),
    keys: (path) => {
      const node = nodeAt(document, path);
      return isMap(node) ? node.items.map((pair) => keyText(pair.key)) : [];
    },
  };
  return { source, problems: [] };
}
