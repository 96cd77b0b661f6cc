import { lastOf } from '../../at.js';
import { isOrderedGroup, type Ordered, orderedText, withEntry } from '../../schema/ordered.js';
import { type Carried, fileText, type Lacking, lackingIn } from './readCarried.js';

type Group = ReadonlyMap<string, Ordered>;

/** A figure or board that was unpacked. */
export interface UnpackedFigure {
  /** Its file, from the folder of all. */
  file: string;
  /** Options by which `draw` makes the same of it. */
  options: string[];
  /** What it names that was not carried, and the folder that files of it belong into; empty for the folder of all. */
  lacking: Lacking[];
  folder: string;
}

/** Files in a folder. */
export interface Unpacked {
  figures: UnpackedFigure[];
  /** Paths from the folder of all, with their texts. */
  files: Map<string, string>;
}

/** One order in which the names of several lists follow each other as they do in each; undefined where two contradict. */
function commonOrder(lists: readonly (readonly string[])[]): string[] | undefined {
  const before = new Map<string, Set<string>>();
  for (const list of lists) {
    for (const [i, name] of list.entries()) {
      const own = before.get(name) ?? new Set();
      before.set(name, own);
      if (i > 0) own.add(list[i - 1] as string);
    }
  }
  const order: string[] = [];
  while (before.size > 0) {
    const next = [...before].find(([, names]) => [...names].every((name) => !before.has(name)));
    if (!next) return undefined;
    order.push(next[0]);
    before.delete(next[0]);
  }
  return order;
}

const variablesOf = (codebook: Group): Group => {
  const variables = codebook.get('variables');
  return isOrderedGroup(variables) ? variables : new Map();
};

/** Parts of one codebook put together again; undefined where they are of several. */
function wholeCodebook(parts: readonly Group[]): Group | undefined {
  if (parts.length === 1) return parts[0];
  const rest = new Set(parts.map((part) => orderedText(withEntry(part, 'variables', null))));
  if (rest.size > 1) return undefined;
  const said = new Map<string, Ordered>();
  for (const part of parts) {
    for (const [name, variable] of variablesOf(part)) {
      const known = said.get(name);
      if (known !== undefined && orderedText(known) !== orderedText(variable)) return undefined;
      said.set(name, variable);
    }
  }
  const order = commonOrder(parts.map((part) => [...variablesOf(part).keys()]));
  if (!order) return undefined;
  return withEntry(lastOf(parts), 'variables', new Map(order.map((name) => [name, said.get(name) as Ordered])));
}

const optionsOf = ({ caption, written }: Carried): string[] => [
  ...(caption ? ['--caption'] : []),
  ...Array.from(written, ([name, value]) => `--${name} ${value}`),
];

/** The files of one folder, with the parts of each codebook. */
class Folder {
  readonly texts = new Map<string, string>();
  private readonly parts = new Map<string, readonly Group[]>();

  /** Whether a file would take the place of another one; codebooks are put together. */
  private clashes(texts: ReadonlyMap<string, string>): boolean {
    const taken = new Map([...this.texts.keys()].map((name) => [name.toLowerCase(), name]));
    return [...texts].some(([name, text]) => {
      const there = taken.get(name.toLowerCase());
      if (there === undefined || this.parts.has(name)) return false;
      return there !== name || this.texts.get(name) !== text;
    });
  }

  /** Takes the files of a figure in, where none of them is another one of the same name. */
  take({ files, tables }: Carried): boolean {
    const texts = new Map<string, string>(tables);
    const parts = new Map<string, readonly Group[]>();
    for (const [name, { kind, value }] of files) {
      const known = kind === 'codebook' ? (this.parts.get(name) ?? []) : [];
      const isNew = known.every((part) => orderedText(part) !== orderedText(value));
      const all = isNew ? [...known, value] : known;
      const whole = kind === 'codebook' ? wholeCodebook(all) : value;
      if (!whole) return false;
      if (kind === 'codebook') parts.set(name, all);
      texts.set(name, fileText(name, whole));
    }
    if (this.clashes(texts)) return false;
    for (const [name, text] of texts) this.texts.set(name, text);
    for (const [name, own] of parts) this.parts.set(name, own);
    return true;
  }
}

/**
 * The figures of several pictures as files of one folder: what they share is there once, codebooks are put together again, and a
 * figure whose files are others under the same names gets a folder of its own.
 */
export function together(all: readonly Carried[]): Unpacked {
  const folders = new Map<string, Folder>();
  const figures = new Map<string, UnpackedFigure>();
  for (const carried of all) {
    const stem = carried.draw.replace(/(\.(figure|board))?\.(ya?ml|json)$/i, '');
    let name = '';
    for (let count = 1; ; count += 1) {
      const folder = folders.get(name) ?? new Folder();
      folders.set(name, folder);
      if (folder.take(carried)) break;
      name = count === 1 ? stem : `${stem}-${count}`;
    }
    const file = name === '' ? carried.draw : `${name}/${carried.draw}`;
    // A picture in two formats is one figure.
    if (figures.has(file)) continue;
    figures.set(file, { file, options: optionsOf(carried), lacking: lackingIn(carried), folder: name });
  }
  const files = new Map<string, string>();
  for (const [name, { texts }] of folders)
    for (const [file, text] of texts) files.set(name === '' ? file : `${name}/${file}`, text);
  return { figures: [...figures.values()], files };
}
