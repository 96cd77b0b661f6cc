import { hexOf } from '../color/color.js';
import { dashed } from '../color/dashes.js';
import { nearest } from '../problem/nearest.js';
import { error, type Place, type Problem } from '../problem/problem.js';
import { type Bounds, longestSide, noteOf, type ReadingName } from '../schema/fields.js';
import { lengthInPoints } from '../schema/length.js';
import type { Dash } from '../schema/look/names.js';
import { partsOf, type Schema, type SchemaParts } from '../schema/schemaParts.js';
import { isGroup } from '../schema/settingTree.js';
import { isNone } from './given.js';
import type { Origin } from './layers.js';
import type { Readings } from './settings.js';

/** The parts of a field that the walk goes down by, and how its value is held. */
interface Field {
  shape?: SchemaParts['shape'] | undefined;
  element?: Schema | undefined;
  valueType?: Schema | undefined;
  reads?: ReadingName | undefined;
  bounds?: Bounds | undefined;
}

const fields = new WeakMap<Schema, Field>();

/** What is known of a field, looked up once. */
function fieldOf(schema: Schema): Field {
  const known = fields.get(schema);
  if (known) return known;
  const { innerType, shape, element, valueType } = partsOf(schema);
  const note = noteOf(schema);
  const field = innerType
    ? fieldOf(innerType)
    : { shape, element, valueType, reads: note?.reads, bounds: note?.bounds };
  fields.set(schema, field);
  return field;
}

/** Names that a style gives to colours and widths. */
export interface StyleNames {
  /** The base text size in points, for lengths in text sizes. */
  em?: number | undefined;
  colors: Readonly<Record<string, string>>;
  widths: Readonly<Record<string, string>>;
}

/** What was made of a group of settings without a problem, and with which names. */
interface Held {
  by: Schema | Shape;
  names: StyleNames;
  value: unknown;
}

type Shape = Readonly<Record<string, Schema>>;

/** Groups that were read, as they stand in a style: figures of one style share most of them. */
const readBefore = new WeakMap<object, Held>();

const isSame = (one: StyleNames, other: StyleNames): boolean =>
  one === other || (one.em === other.em && one.colors === other.colors && one.widths === other.widths);

const entryOf = (names: Readonly<Record<string, string>>, name: string): string | undefined =>
  Object.hasOwn(names, name) ? names[name] : undefined;

/** Reads settings as their fields say: colours and widths by the names of the style, lengths in points. */
export class Reader {
  readonly problems: Problem[] = [];
  readonly origin: (path: string) => Origin | undefined;
  private readonly names: StyleNames;

  constructor(names: StyleNames, origin: (path: string) => Origin | undefined) {
    this.names = names;
    this.origin = origin;
  }

  report(problem: (place: Place | undefined) => Problem, path: string): void {
    this.problems.push(problem(this.origin(path)?.place));
  }

  color(value: string, path: string): string {
    const named = entryOf(this.names.colors, value);
    const hex = hexOf(named ?? value);
    if (hex !== undefined) return hex;
    const known = Object.keys(this.names.colors);
    const facts = { path, found: named ?? value, known, nearest: nearest(value, known) };
    this.report((place) => error('bad-color', facts, place), path);
    return '#000000';
  }

  /** A length in points, which lies within bounds. */
  points(value: string, path: string, { least, most }: Bounds = { least: 0, most: longestSide }): number {
    const points = lengthInPoints(value, path === 'text.size' ? undefined : this.names.em);
    if (points === undefined) {
      this.report((place) => error('bad-length', { path, found: `"${value}"` }, place), path);
      return 1;
    }
    if (points <= most && points >= least) return points;
    this.report((place) => error('length-beyond', { path, found: value, least, most }, place), path);
    return Math.max(1, least);
  }

  /** A width: a length, or one of the widths that the style names. */
  width(value: string, path: string): number {
    const points = lengthInPoints(entryOf(this.names.widths, value) ?? value);
    if (points !== undefined && points <= longestSide) return points;
    const known = Object.keys(this.names.widths);
    const problem = /^[\d.]+$/.test(value)
      ? (place?: Place) => error('length-without-unit', { path, found: value }, place)
      : (place?: Place) => error('width-unknown', { path, found: value, known, nearest: nearest(value, known) }, place);
    this.report(problem, path);
    return 100;
  }

  /** What is held of the value of a field, and of all fields within it. Callers share it, and change nothing of it. */
  read(schema: Schema, value: unknown, path: string): unknown {
    return typeof value === 'object' && value !== null
      ? this.once(schema, value, () => this.readAnew(schema, value, path))
      : this.readAnew(schema, value, path);
  }

  /** The fields of a group. */
  readFields(shape: Shape, group: object, path: string): Record<string, unknown> {
    return this.once(shape, group, () => {
      const read = Object.entries(group).flatMap(([key, value]) => {
        const field = shape[key];
        return field && value !== undefined ? [[key, this.read(field, value, `${path}.${key}`)]] : [];
      });
      return Object.fromEntries(read) as Record<string, unknown>;
    });
  }

  /** What a group gives, which stays the same for as long as the group and the names do and nothing is wrong with it. */
  private once<T>(by: Schema | Shape, group: object, make: () => T): T {
    const known = readBefore.get(group);
    if (known && known.by === by && isSame(known.names, this.names)) return known.value as T;
    const before = this.problems.length;
    const value = make();
    if (this.problems.length === before) readBefore.set(group, { by, names: this.names, value });
    return value;
  }

  private readAnew(schema: Schema, value: unknown, path: string): unknown {
    const field = fieldOf(schema);
    const { shape, element, valueType } = field;
    if (field.reads) return this.held(field.reads, field, value, path);
    const at = (key: string | number) => (path === '' ? String(key) : `${path}.${key}`);
    if (Array.isArray(value)) return element ? value.map((item, i) => this.read(element, item, at(i))) : value;
    if (!isGroup(value)) return value;
    const read: Record<string, unknown> = {};
    for (const [key, inner] of Object.entries(value)) {
      const field = shape ? shape[key] : valueType;
      if (field && inner !== undefined) read[key] = this.read(field, inner, at(key));
    }
    return read;
  }

  private held(name: ReadingName, { shape = {}, bounds }: Field, value: unknown, path: string): unknown {
    const part = (key: string) => {
      const [field, inner] = [shape[key], isGroup(value) ? value[key] : undefined];
      return field && inner !== undefined ? this.read(field, inner, `${path}.${key}`) : undefined;
    };
    const text = String(value);
    const forms: { [N in ReadingName]: () => Readings[N] } = {
      length: () => this.points(text, path, bounds),
      sizes: () => (typeof value === 'number' ? value : this.points(text, path) / (this.names.em ?? 1)),
      width: () => this.width(text, path),
      color: () => this.color(text, path),
      fill: () => (isNone(text) ? 'none' : this.color(text, path)),
      stroke: () => dashed(part('width') as number, part('color') as string, (part('dash') ?? 'solid') as Dash),
      textStyle: () => {
        const size = part('size') as number;
        const least = part('least') as number | undefined;
        return {
          size,
          least: least === undefined ? size : Math.min(size, least),
          bold: part('weight') === 'bold',
          italic: part('slant') === 'italic',
          color: part('color') as string,
          ...(part('face') === undefined ? {} : { face: part('face') as string }),
        };
      },
      ends: () => (typeof value === 'number' ? [value, value] : (value as [number, number])),
    };
    return forms[name]();
  }
}
