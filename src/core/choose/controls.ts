import { entryAt } from '../at.js';
import { isoDay } from '../data/calendar.js';
import type { Part } from '../project/compose/part.js';
import type { ReadingName } from '../schema/fields.js';
import { noteOf } from '../schema/fields.js';
import type { AxisName } from '../schema/look/names.js';
import { lookShape } from '../schema/look.js';
import { type Edit, flowText } from '../schema/patch.js';
import { partsOf, required, type Schema } from '../schema/schemaParts.js';
import { isGroup, valueAt } from '../schema/settingTree.js';
import { spokenPath } from '../schema/spokenPath.js';
import { axisKeys, originOf } from '../style/layers.js';
import { enteredFor } from './entered.js';
import { everyLeaf, fieldAt, leavesAt, limitsOf } from './fieldAt.js';
import { axisName } from './inkWords.js';
import type { Scope, Target } from './scopes.js';
import { axisSettingWords, plainSettingWords, settingWords } from './settingWords.js';

/** What a value is entered with. */
export type ControlKind = 'choice' | 'flag' | 'color' | 'length' | 'number' | 'text' | 'colors' | 'other';

/** One setting as a person changes it. */
export interface Control {
  /** Its path in the figure file. */
  path: string;
  /** What it is, in plain words, such as `line width`. */
  words: string;
  /** What the setting does, in a sentence. */
  description: string;
  /** With what it is entered. */
  kind: ControlKind;
  /** The names to choose from. */
  options?: readonly string[];
  /** What a number may be at least and at most. */
  bounds?: { least?: number; most?: number } | undefined;
  /** A value as one writes it. */
  example?: string | undefined;
  /** What may stand there, in words. */
  expects: string;
  /** Its value where anybody gives one. */
  value: unknown;
  /** Who gives it: the figure, a style, or nobody, so that it follows from something else. */
  from: 'figure' | 'style' | 'drawn';
  /** The style that gives it. */
  style?: string | undefined;
  /** What the setting is about. */
  group: 'words' | 'scale' | 'look' | 'place';
  /** What one should know before giving another value, such as the range of the data. */
  hint?: string | undefined;
}

const readings: Partial<Record<ReadingName, ControlKind>> = {
  length: 'length',
  sizes: 'number',
  width: 'length',
  color: 'color',
  fill: 'color',
};

/** What a field is entered with, by what it takes. */
function kindOf(schema: Schema): { kind: ControlKind; options?: string[] } {
  const { type, entries, options, values, element } = partsOf(schema);
  const reads = noteOf(schema)?.reads;
  const read = reads && readings[reads];
  if (read) return { kind: read };
  if (type === 'enum') return { kind: 'choice', options: Object.values(entries ?? {}) };
  if (type === 'literal') return { kind: 'choice', options: (values ?? []).map(String) };
  if (type === 'boolean') return { kind: 'flag' };
  if (type === 'number' || type === 'int') return { kind: 'number' };
  if (type === 'string') return { kind: noteOf(schema)?.is === 'length' ? 'length' : 'text' };
  if (type === 'array' && element && kindOf(required(element)).kind === 'color') return { kind: 'colors' };
  return type === 'union' ? kindOfUnion(options ?? []) : { kind: 'other' };
}

/** What a field is entered with that takes one of several forms. */
function kindOfUnion(options: readonly Schema[]): { kind: ControlKind; options?: string[] } {
  const kinds = options.map((option) => kindOf(required(option)));
  const choices = kinds.flatMap((own) => own.options ?? []);
  // A number or one of some words is entered as text; words alone are chosen.
  if (kinds.every(({ kind }) => kind === 'choice')) return { kind: 'choice', options: choices };
  // One word, or a list of such words: the word is chosen.
  const isWordOrList = options.every((option) => {
    const { type, element: each } = partsOf(required(option));
    return type !== 'array'
      ? kindOf(required(option)).kind === 'choice'
      : each && kindOf(required(each)).kind === 'choice';
  });
  if (isWordOrList) return { kind: 'choice', options: choices };
  if (kinds.some(({ kind }) => kind === 'other' || kind === 'colors')) return { kind: 'other' };
  return { kind: 'text', ...(choices.length > 0 ? { options: choices } : {}) };
}

const groups: readonly (readonly [RegExp, Control['group']])[] = [
  [/(^|\.)(title|unit|text|names|prefix|suffix|subtitle|source|label)$/, 'words'],
  [/^axes\.\w+\.(from|to|step|at|minor|scale|base|exponent|reverse|gap|crosses|format)/, 'scale'],
  [/place|corner$|columns|align|^size|^margins|angle|order/i, 'place'],
];

const groupOf = (path: string): Control['group'] =>
  (path.startsWith('bars.corner') ? undefined : groups.find(([pattern]) => pattern.test(path))?.[1]) ?? 'look';

/** The accent of a figure file that names just what is chosen; −1 where there is none. */
export function accentFor({ figure, codebook }: Part, wanted: Readonly<Record<string, string>>): number {
  const isSame = (variable: string, given: unknown) => {
    const code = wanted[variable];
    const name = codebook.variable(variable).categories.find((own) => own.code === code)?.name;
    return [given].flat().length === 1 && [code, name].includes(String([given].flat()[0]));
  };
  return (figure.accents ?? []).findLastIndex(
    (accent) =>
      Object.keys(accent.for).length === Object.keys(wanted).length &&
      Object.entries(accent.for).every(([variable, given]) => isSame(variable, given)),
  );
}

/** A control for a leaf of the figure file. */
function controlFor(
  path: string,
  schema: Schema,
  from: Pick<Control, 'value' | 'from' | 'style'>,
  words: string,
): Control {
  const note = noteOf(schema);
  return {
    path,
    words,
    description: note?.description ?? '',
    expects: note?.expects ?? '',
    ...(note?.example === undefined ? {} : { example: note.example }),
    bounds: note?.bounds ?? limitsOf(schema),
    ...kindOf(schema),
    ...from,
    group: groupOf(path),
  };
}

/** The value of a setting of the look, and who gives it. */
function givenFor({ layers, shows, figure }: Part, path: string): Pick<Control, 'value' | 'from' | 'style'> {
  const keys = path.split('.');
  if (!(entryAt(keys, 0) in lookShape)) {
    const value = valueAt(figure, keys);
    return { value, from: value === undefined ? 'drawn' : 'figure' };
  }
  const origin = originOf(layers, path, shows);
  const layer = layers.find(({ name }) => name === origin?.layer);
  if (!origin || !layer) return { value: undefined, from: 'drawn' };
  const value = valueAt(layer.look, origin.path.split('.'));
  return layer === layers.at(-1)
    ? { value, from: 'figure' }
    : { value, from: 'style', style: layer.name.replace(/^style /, '') };
}

/** What is known of the numbers along an axis, for whoever sets its limits. */
function limitHint({ plans }: Part, path: string): string | undefined {
  const [, at] = /^axes\.([xyz])\.(from|to)$/.exec(path) ?? [];
  if (at === undefined) return undefined;
  const shown = plans.flatMap(({ x, y, space }) => {
    const axis = new Map(Object.entries(space?.axes ?? { x, y })).get(at);
    return axis?.shows === 'value' ? [axis] : [];
  });
  if (shown.length === 0) return undefined;
  const short = (value: number, form: string | undefined) =>
    form === 'date' ? isoDay(value) : String(Number(value.toPrecision(6)));
  const { form, possible } = entryAt(shown, 0);
  const least = Math.min(...shown.map(({ least }) => least));
  const greatest = Math.max(...shown.map(({ greatest }) => greatest));
  return [
    `what is drawn reaches from ${short(least, form)} to ${short(greatest, form)}`,
    ...(possible ? [`possible are ${possible[0]} to ${possible[1]}`] : []),
  ].join('; ');
}

function lookControl(part: Part, path: readonly string[], schema: Schema, isPlain: boolean): Control {
  const setting = path.join('.');
  const keys = path.slice(2);
  const short = path[0] === 'axes' ? axisSettingWords : plainSettingWords;
  const words = isPlain ? short(keys) : placedWords(part, path);
  const hint = limitHint(part, setting);
  return { ...controlFor(setting, schema, givenFor(part, setting), words), ...(hint ? { hint } : {}) };
}

/** A path in plain words, with the axis that it speaks of. */
function placedWords(part: Part, [first = '', second = '', ...rest]: readonly string[]): string {
  if (first === 'axes' && rest.length > 0) {
    const axis = second === 'all' ? 'all axes' : axisName(part, second);
    return `${axis}: ${axisSettingWords(rest)}`;
  }
  return settingWords([first, second, ...rest].filter((key) => key !== '').join('.'));
}

/** Every setting of a figure file, as a person changes it. */
export function everyControl(part: Part): Control[] {
  const { shows, figure } = part;
  const isShown = ([first, axis = '']: readonly string[]) =>
    first !== 'hexis' && (first !== 'axes' || axis === 'all' || axis in shows);
  return everyLeaf(figure.chart.kind)
    .filter(({ path }) => isShown(path))
    .map(({ path, schema }) => lookControl(part, path, schema, false));
}

/** One setting of a figure file, by its path; undefined where there is none. */
export function controlAt(part: Part, path: string): Control | undefined {
  const keys = path.split('.');
  const schema = fieldAt(keys, part.figure.chart.kind);
  return schema && lookControl(part, keys, schema, false);
}

/** A value as it stands in the file. */
export const valueText = (value: unknown): string =>
  value === undefined ? '' : typeof value === 'string' ? value : flowText(value);

/**
 * What somebody enters as the value that the file holds: what stands there as YAML where the setting takes it, else the
 * words themselves. Nothing is no words where a setting may have none, else undefined: as the style has it.
 */
export function enteredValue({ path, kind }: Pick<Control, 'path' | 'kind'>, text: string, chart?: string): unknown {
  const keys = path.split('.');
  const written = kind === 'colors' && !text.startsWith('[') ? `[${text.replace(/#\w+/g, '"$&"')}]` : text;
  return enteredFor(fieldAt(keys, chart) ?? fieldAt(['accents', '0', ...keys]), written);
}

/** The settings that bear on what is chosen, as a person changes them. */
export function controlsOf(part: Part, { target }: Pick<Scope, 'target'>): Control[] {
  if (target.is === 'look') {
    const leaves = target.paths.flatMap((path) => {
      const schema = fieldAt(path.split('.'), part.figure.chart.kind);
      return schema ? leavesAt(path.split('.'), schema) : [];
    });
    return leaves.map(({ path, schema }) => lookControl(part, path, schema, path[0] === 'axes' || path[0] === 'text'));
  }
  const at = accentFor(part, target.for);
  const accent = part.figure.accents?.[at];
  return target.keys.flatMap((key) => {
    const schema = fieldAt(['accents', '0', key]);
    return (schema ? leavesAt([key], schema) : []).map(({ path, schema: leaf }) => {
      const value = valueAt(accent ?? {}, path);
      return controlFor(
        path.join('.'),
        leaf,
        { value, from: value === undefined ? 'drawn' : 'figure' },
        plainSettingWords(path),
      );
    });
  });
}

/** The place in the figure file at which a setting stands, or would: an axis under the key that says it there already. */
export function placeOf({ layers, shows }: Part, path: string): string[] {
  const [first, axis, ...rest] = path.split('.');
  const shown = first === 'axes' ? shows[axis as AxisName] : undefined;
  if (!shown) return path.split('.');
  const look = layers.at(-1)?.look;
  const key = [...axisKeys(axis as AxisName, shown)]
    .reverse()
    .find((name) => valueAt(look, ['axes', name, ...rest]) !== undefined);
  return ['axes', key ?? (axis as string), ...rest];
}

/**
 * The change of a figure file that gives a setting a value, or none, so that it is as the style has it.
 *
 * @param value undefined: taken away
 */
export function settingEdits(part: Part, target: Target, path: string, value: unknown): Edit[] {
  if (target.is === 'look') return [{ path: spokenPath(part.spoken, placeOf(part, path)), value }];
  const keys = path.split('.');
  const at = accentFor(part, target.for);
  const accents = part.figure.accents ?? [];
  if (at >= 0) {
    const { for: _, ...accent } = entryAt(accents, at);
    const said = Object.entries(accent).find(([key]) => key === keys[0])?.[1];
    const others = Object.keys(accent).filter((key) => key !== keys[0]);
    const inGroup = isGroup(said) ? Object.keys(said).length : 1;
    // An accent that says nothing more is taken away whole.
    if (value === undefined && others.length === 0 && inGroup <= 1) {
      return [{ path: accents.length === 1 ? ['accents'] : ['accents', at], value: undefined }];
    }
    return [{ path: ['accents', at, ...keys], value }];
  }
  if (value === undefined) return [];
  // By name, as an author would write it.
  const named = Object.entries(target.for).map(([variable, code]) => {
    const known = part.codebook.variable(variable).categories.find((own) => own.code === code);
    return [variable, known?.name ?? code];
  });
  const [key = '', ...inner] = keys;
  const accent = {
    for: Object.fromEntries(named),
    [key]: inner.reduceRight<unknown>((below, own) => ({ [own]: below }), value),
  };
  return accents.length === 0
    ? [{ path: ['accents'], value: [accent] }]
    : [{ path: ['accents', accents.length], value: accent }];
}

/** Settings that words of every day may mean, by what they do and are called. */
export function searchControls<T extends Control>(controls: readonly T[], words: string): T[] {
  const wanted = words
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  const meant = wanted.map((word) => [word, ...(synonyms[word] ?? [])]);
  const text = ({ path, words: own, description }: Control) => `${path} ${own} ${description}`.toLowerCase();
  return controls.filter((control) => meant.every((any) => any.some((word) => text(control).includes(word))));
}

const synonyms: Readonly<Record<string, readonly string[]>> = {
  bigger: ['size', 'width', 'height'],
  larger: ['size', 'width', 'height'],
  smaller: ['size', 'width', 'height'],
  font: ['face', 'size'],
  grey: ['color', 'fill'],
  gray: ['color', 'fill'],
  colour: ['color', 'fill'],
  thick: ['width'],
  thin: ['width'],
  border: ['outline', 'frame', 'line'],
  key: ['legend'],
  range: ['from', 'to', 'limit'],
  limits: ['from', 'to'],
  hide: ['none', 'show', 'width'],
  space: ['gap', 'margins'],
  black: ['pattern', 'color'],
};
