import type { PlateItem } from '../plate/plate.js';

/** The key under which an object keeps the settings that were read to make it. */
const readFor: unique symbol = Symbol('settings read for it');

/** On ink that an inner step has made: what an outer one reads is for other ink. */
const made: unique symbol = Symbol('made');

interface Remembering {
  [readFor]?: ReadonlySet<string>;
  [made]?: true;
}

/** Parts of settings that have another name in the author's files. */
const written: Readonly<Record<string, string>> = { bold: 'weight', italic: 'slant' };

/** Settings that default to another one. */
const decidedBy: Readonly<Record<string, string>> = { 'numbers.decimalMark': 'numbers' };

/** What is written by the language, and in the words of the style, beside the setting that is read. */
const alsoDecidedBy: Readonly<Record<string, readonly string[]>> = {
  'numbers.decimalMark': ['language'],
  'captionForm.number': ['language', 'wording', 'numbers.digits'],
  'captionForm.noteLead': ['language', 'wording', 'numbers.digits'],
};

/** Settings derived from others, by those. */
const followsFrom: Readonly<Record<string, string>> = {
  width: 'size.width',
  height: 'size.height',
  placed: 'size.placed',
  grown: 'size.textAt',
  paper: 'colors.paper',
};

const isGroup = (value: unknown): value is object =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** A line is one setting, wherever its parts are read. */
const isLine = (value: object): boolean => {
  const keys = Object.keys(value);
  return keys.includes('width') && keys.every((key) => ['width', 'color', 'dash'].includes(key));
};

/**
 * Remembers which settings are read while a figure is laid out. The settings are watched, and each step of the layout
 * marks what it makes with those that were read in it.
 */
export class Trace {
  private readonly open: Set<string>[] = [];

  /** Settings that say when one of them is read. */
  watch<T extends object>(settings: T, path = ''): T {
    const known = new Map<PropertyKey, unknown>();
    return new Proxy(settings, {
      get: (target, key) => {
        const value = Reflect.get(target, key);
        if (typeof key !== 'string') return value;
        const at = path === '' ? (followsFrom[key] ?? key) : `${path}.${written[key] ?? key}`;
        if (!isGroup(value) || isLine(value)) {
          this.note(at);
          return value;
        }
        if (!known.has(key)) known.set(key, this.watch(value, at));
        return known.get(key);
      },
    });
  }

  private note(path: string): void {
    // What was made in an inner step remembers for itself, and is carried on.
    const read = this.open.at(-1);
    if (!read) return;
    read.add(decidedBy[path] ?? path);
    for (const other of alsoDecidedBy[path] ?? []) read.add(other);
  }

  /** Runs a step, and marks what it makes, or each of several things, with the settings that were read for it. */
  remember<T>(step: () => T, from: readonly object[] = []): T {
    const read = new Set<string>();
    this.open.push(read);
    try {
      const result = step();
      const before = from.flatMap((one) => [...((one as Remembering)[readFor] ?? [])]);
      for (const one of Array.isArray(result) ? result : [result]) {
        if (!isGroup(one)) continue;
        const ink: Remembering = one;
        mark(ink, ink[made] ? before : [...read, ...before]);
        if ('role' in ink && 'type' in ink) ink[made] = true;
      }
      return result;
    } finally {
      this.open.pop();
    }
  }
}

function mark(one: Remembering, read: Iterable<string>): void {
  one[readFor] = new Set([...(one[readFor] ?? []), ...read]);
}

/** What is made of something remembers what that was made with. */
export function carried<T extends object>(one: T, from: object): T {
  const read = (from as Remembering)[readFor];
  if (read) mark(one, read);
  return one;
}

/** What can be traced during layout. */
interface Watched {
  trace?: Trace | undefined;
}

/**
 * Runs a step of the layout; where it is traced, what it makes remembers the settings that were read for it.
 *
 * @param from what was made before and goes into it
 */
export const remembered = <T>({ trace }: Watched, step: () => T, ...from: readonly object[]): T =>
  trace ? trace.remember(step, from) : step();

/** The ink with the settings that were read for each piece, once it is all made. */
export const withSettings = (items: readonly PlateItem[]): PlateItem[] =>
  items.map((item) => {
    const { [readFor]: read, [made]: _, ...ink } = item as PlateItem & Remembering;
    return { ...(ink as PlateItem), settings: [...(read ?? [])].sort() };
  });
