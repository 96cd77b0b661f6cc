import { Document, isCollection, isPair, isScalar, parseDocument, visit } from 'yaml';
import { messageOf } from '../../messageOf.js';
import { error, fail, type Outcome, succeed } from '../../problem/problem.js';
import { isOrderedGroup, type Ordered, orderedText } from '../../schema/ordered.js';
import { orderedNode } from '../../schema/orderedYaml.js';
import { type FileKind, fileKinds } from '../files/fileKinds.js';
import { readOfKind } from '../read/readFiles.js';
import { isPlainName } from './localNames.js';
import { type ReferenceKind, referencesOf } from './references.js';

/** A file that a picture carried. */
export interface CarriedFile {
  kind: FileKind;
  value: ReadonlyMap<string, Ordered>;
}

/** What a picture carried. */
export interface Carried {
  /** The file that is drawn. */
  draw: string;
  /** Whether its caption was drawn with it. */
  caption: boolean;
  /** How the file was written where its call said so: options of `draw` with their values. */
  written: ReadonlyMap<string, string>;
  /** Figure, board, codebook and styles by their names. */
  files: ReadonlyMap<string, CarriedFile>;
  /** Tables as CSV, by their names. */
  tables: ReadonlyMap<string, string>;
}

const mostFiles = 500;
const mostLevels = 100;

class Fault extends Error {}

/** How deep brackets stand in a JSON text; those in texts count as well. */
function depthOf(text: string): number {
  let [depth, most] = [0, 0];
  for (const sign of text.match(/[[\]{}]/g) ?? []) {
    depth += sign === '[' || sign === '{' ? 1 : -1;
    most = Math.max(most, depth);
  }
  return most;
}

/** The value of a JSON text, its keys in their order. */
function parsed(text: string): Ordered {
  if (depthOf(text) > mostLevels) throw new Fault('its parts stand too deep');
  try {
    // What is JSON has no aliases, tags or merges, by which YAML would make much of little.
    JSON.parse(text);
  } catch (fault) {
    throw new Fault(messageOf(fault));
  }
  const document = parseDocument(text, { uniqueKeys: false, strict: false });
  return orderedNode(document.contents, document);
}

const kinds: readonly string[] = Object.keys(fileKinds);

/** A file as its kind says that it may be, and that names no file of another folder. */
function fileOf(name: string, value: Ordered): CarriedFile {
  if (!isPlainName(name) || !/\.(ya?ml|json)$/i.test(name))
    throw new Fault(`${JSON.stringify(name)} is no name of a figure, board, codebook or style`);
  const said = isOrderedGroup(value) ? value.get('hexis') : undefined;
  const kind = typeof said === 'string' ? said.replace(/\/1$/, '') : '';
  if (!isOrderedGroup(value) || !kinds.includes(kind) || kind === 'report')
    throw new Fault(`${name} says not of what kind it is`);
  const read = readOfKind(kind as FileKind, orderedText(value), name);
  if (!read.ok) throw new Fault(`${name} is none that this version reads`);
  for (const { name: named } of referencesOf(kind as FileKind, value)) {
    if (!isPlainName(named)) throw new Fault(`${name} names a file of another folder, ${JSON.stringify(named)}`);
  }
  return { kind: kind as FileKind, value };
}

function entriesOf(value: Ordered | undefined): [string, Ordered][] {
  if (value === undefined) return [];
  if (!isOrderedGroup(value) || value.size > mostFiles) throw new Fault('its files are none');
  return [...value];
}

/** Options of `draw` that may be said, with the values that they may have. */
const writing: Readonly<Record<string, RegExp>> = {
  dpi: /^\d{1,4}(\.\d{1,6})?$/,
  text: /^(outlines|live)$/,
  inks: /^(color|grey|black)$/,
  ground: /^(auto|paper|none)$/,
  carries: /^(nothing|settings|all)$/,
};

const writtenAs = (value: Ordered | undefined): Map<string, string> =>
  new Map(
    entriesOf(value).map(([key, entry]) => {
      if (!writing[key]?.test(String(entry))) throw new Fault('how it was written is none that this version knows');
      return [key, String(entry)];
    }),
  );

function carriedOf(text: string): Carried {
  const whole = parsed(text);
  if (!isOrderedGroup(whole)) throw new Fault('it is no group of files');
  const version = whole.get('hexis');
  if (version !== 'carried/1') throw new Fault(`it is of another version, ${JSON.stringify(version ?? null)}`);
  const files = new Map(entriesOf(whole.get('files')).map(([name, value]) => [name, fileOf(name, value)]));
  const tables = new Map(
    entriesOf(whole.get('tables')).map(([name, value]) => {
      if (!isPlainName(name) || !/\.csv$/i.test(name) || typeof value !== 'string')
        throw new Fault(`${JSON.stringify(name)} is no name of a table`);
      return [name, value];
    }),
  );
  const names = [...files.keys(), ...tables.keys()].map((name) => name.toLowerCase());
  if (new Set(names).size < names.length) throw new Fault('two of its files have one name');
  const draw = whole.get('draw');
  const drawn = typeof draw === 'string' ? files.get(draw) : undefined;
  if (typeof draw !== 'string' || (drawn?.kind !== 'figure' && drawn?.kind !== 'board'))
    throw new Fault('the figure that it draws is not in it');
  return { draw, caption: whole.get('caption') === true, written: writtenAs(whole.get('written')), files, tables };
}

/**
 * What a picture carried, held against what it may say: it comes from outside.
 *
 * @param path of the picture, for messages
 */
export function readCarried(text: string, path: string): Outcome<Carried> {
  try {
    return succeed(carriedOf(text));
  } catch (fault) {
    if (!(fault instanceof Fault)) throw fault;
    return fail([error('carried-broken', { reason: fault.message }, { file: path })]);
  }
}

/** The text of a file as its author might write it: YAML, small groups on one line; JSON where its name says so. */
export function fileText(name: string, value: ReadonlyMap<string, Ordered>): string {
  if (/\.json$/i.test(name)) return `${orderedText(value)}\n`;
  const document = new Document(value);
  visit(document, {
    Pair(_, { key }) {
      if (isScalar(key) && typeof key.value === 'string' && /^(0|[1-9]\d{0,14})$/.test(key.value))
        key.value = Number(key.value);
    },
    Collection(_, node, path) {
      const isSmall = orderedText(orderedNode(node, document)).length <= 90;
      const isFlat = node.items.every((item) => !isCollection(isPair(item) ? item.value : item));
      if (path.length > 1 && isSmall && isFlat) node.flow = true;
    },
  });
  return document.toString({ lineWidth: 0 });
}

/** What a figure names that was not carried with it. */
export interface Lacking {
  kind: Exclude<ReferenceKind, 'figure' | 'codebook' | 'style'> | 'connection';
  name: string;
  /** The file that names it. */
  in: string;
}

/** Tables, font files, statements and connections that are named and not there. */
export function lackingIn({ files, tables }: Pick<Carried, 'files' | 'tables'>): Lacking[] {
  const found = new Map<string, Lacking>();
  for (const [file, { kind, value }] of files) {
    const add = (what: Lacking['kind'], name: string) => found.set(`${what} ${name}`, { kind: what, name, in: file });
    for (const own of referencesOf(kind, value)) {
      if (own.kind === 'face' || own.kind === 'query') add(own.kind, own.name);
      if (own.kind === 'table' && !tables.has(own.name)) add('table', own.name);
    }
    const data = value.get('data');
    const connection = isOrderedGroup(data) ? data.get('connection') : undefined;
    if (typeof connection === 'string') add('connection', connection);
  }
  return [...found.values()];
}
