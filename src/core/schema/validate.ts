import type * as z from 'zod/mini';
import { lastOf } from '../at.js';
import { nearest } from '../problem/nearest.js';
import { error, type Place, type Problem } from '../problem/problem.js';
import { type FieldNotes, largestText, longestSide, noteOf } from './fields.js';
import { insteadOf, kindMeant, valueMeant } from './otherWords.js';
import { partsOf, required, type Schema, type SchemaParts, textsOf } from './schemaParts.js';
import { valueAt } from './settingTree.js';
import type { Path, YamlSource } from './yamlSource.js';

type Issue = z.core.$ZodIssue;

/** The options of a union that a value may mean: where one of its settings says which, that one. */
function meant({ options = [], discriminator }: SchemaParts, value: unknown): readonly Schema[] {
  if (discriminator === undefined) return options;
  const said = valueAt(value, [discriminator]);
  const fitting = options.filter((option) => {
    const kind = partsOf(required(option)).shape?.[discriminator];
    return kind && textsOf(kind).includes(String(said));
  });
  return fitting.length > 0 ? fitting : options;
}

/** The schemas that may apply at a key of a schema: several where it is a union. */
function children(schema: Schema, key: string | number, value?: unknown): Schema[] {
  const inner = required(schema);
  const def = partsOf(inner);
  if (def.options) return meant(def, value).flatMap((option) => children(option, key, value));
  const child = def.shape?.[key] ?? def.valueType ?? def.element;
  return child ? [child] : [];
}

function schemasAt(schema: Schema, path: Path, value?: unknown): Schema[] {
  let inner = value;
  return path.reduce<Schema[]>(
    (level, key) => {
      const next = level.flatMap((s) => children(s, key, inner));
      inner = valueAt(inner, [key]);
      return next;
    },
    [schema],
  );
}

/** What is known of the setting at a path. @param value the whole file, which decides between kinds of settings */
export function notesAt(schema: Schema, path: Path, value?: unknown): FieldNotes | undefined {
  return schemasAt(schema, path, value)
    .map((s) => noteOf(required(s)))
    .find((found) => found !== undefined);
}

/** The keys that the mapping at a path may have. */
export function knownKeys(schema: Schema, path: Path, value?: unknown): string[] {
  const at = value === undefined ? undefined : valueAt(value, path);
  const keys = schemasAt(schema, path, value).flatMap((s) => {
    const def = partsOf(required(s));
    const shapes = def.options ? meant(def, at).map((o) => partsOf(required(o)).shape) : [def.shape];
    return shapes.flatMap((shape) => Object.keys(shape ?? {}));
  });
  return [...new Set(keys)];
}

/** A value as a message shows it. */
export function shown(value: unknown): string {
  if (value === null || value === undefined) return 'empty';
  if (Array.isArray(value)) return shortList(value) ?? 'a list';
  if (typeof value === 'object') return 'a group of settings';
  return typeof value === 'string' ? `"${short(value)}"` : String(value);
}

/** A list of a few numbers as it is written. */
const shortList = (values: readonly unknown[]): string | undefined =>
  values.length > 0 && values.length <= 6 && values.every((value) => typeof value === 'number')
    ? `[${values.join(', ')}]`
    : undefined;

/** A text that is too long for a message is cut, with its length. */
const short = (text: string): string => (text.length > 80 ? `${text.slice(0, 60)}… (${text.length} characters)` : text);

/** More faults of one group than this say nothing new. */
const mostSaid = 20;

/** The issues of a union, taken from the branch that the author most likely meant. */
function unionIssues(issue: Issue & { code: 'invalid_union' }): Issue[] {
  const depth = (issues: readonly Issue[]) =>
    Math.max(0, ...issues.map((i) => i.path.length + (i.code === 'unrecognized_keys' ? 1 : 0)));
  const branches = [...issue.errors].sort((a, b) => depth(b) - depth(a));
  const best = branches[0];
  if (!best || depth(best) === 0) return [];
  return best.map((inner) => ({ ...inner, path: [...issue.path, ...inner.path] }) as Issue);
}

/** What may stand there at most, for texts and lists that are too long. */
function bound(issue: Issue | undefined): string {
  if (issue?.code === 'custom') {
    const most = issue.params?.['most'];
    return most === undefined ? '' : `, at most ${most}`;
  }
  if (issue?.code !== 'too_big') return '';
  const { maximum, origin } = issue;
  const what = origin === 'string' ? ' characters' : origin === 'array' ? ' entries' : '';
  return `, at most ${maximum}${what}`;
}

/** A length without its unit, or what is none. @param isSmall whether it is one of the sizes of letters and lines */
function wrongLength(value: unknown, path: string, place: Place, isSmall: boolean): Problem {
  const isBare = typeof value === 'number' || /^\s*[\d.]+\s*$/.test(String(value));
  return isBare
    ? error('length-without-unit', { path, found: String(value), isSmall }, place)
    : error('bad-length', { path, found: shown(value) }, place);
}

/** What is known of the value that was wanted. */
interface Wanted {
  options?: string[] | undefined;
  issue?: Issue;
}

/** What a value that is not as it should be is to be, in words for its author. */
function wrongValue(schema: Schema, source: YamlSource, path: Path, { options, issue }: Wanted = {}): Problem {
  const value = valueAt(source.value, path);
  const place = source.locate(path);
  const name = path.join('.');
  const note = notesAt(schema, path, source.value);
  const found = shown(value);
  const isColumn = note?.is === 'column';
  if (value === undefined && path.length > 0) {
    const where = path.slice(0, -1).join('.');
    const expects = options?.join(', ') ?? note?.expects ?? 'a value';
    const example = isColumn ? undefined : note?.example;
    return error('missing-key', { key: String(path.at(-1)), where, expects, example, isColumn }, place);
  }
  if (note?.is === 'length') return wrongLength(value, name, place, (note.bounds?.most ?? longestSide) <= largestText);
  const cut = source.colorAfter(path);
  if (value === null && cut !== undefined) {
    const write = `${path.at(-1)}: "${cut}"`;
    return error('yaml-broken', { reason: `without quotation marks ${cut} is a remark`, write }, place);
  }
  if (options) {
    const meantBy = path.at(-1) === 'kind' ? kindMeant : valueMeant;
    const near = meantBy(String(value), options);
    return error(
      'wrong-value',
      { path: name, found, options, nearest: near ?? nearest(String(value), options) },
      place,
    );
  }
  return error(
    'wrong-type',
    {
      path: name || 'the file',
      found,
      expects: `${note?.expects ?? 'another value'}${bound(issue)}`,
      example: isColumn ? undefined : (groupFor(schema, path, value, source.value) ?? exampleFor(note, value)),
      isColumn,
    },
    place,
  );
}

const truths: Readonly<Record<string, string>> = {
  yes: 'true',
  on: 'true',
  y: 'true',
  no: 'false',
  off: 'false',
  n: 'false',
};

/** A group of settings that says what a bare value means: the setting among its own that such a value fits. */
function groupFor(schema: Schema, path: Path, value: unknown, whole: unknown): string | undefined {
  if (typeof value === 'object' || value === undefined) return undefined;
  const shape = schemasAt(schema, path, whole)
    .map((one) => partsOf(required(one)).shape)
    .find((found) => found !== undefined);
  if (!shape) return undefined;
  const fields = Object.entries(shape).map(([key, field]) => ({
    key,
    options: textsOf(field),
    note: noteOf(required(field)),
  }));
  const text = String(value);
  const said = fields.find(({ options }) => options.includes(text));
  if (said) return `{ ${said.key}: ${text} }`;
  if (/^[\d.]+\s*[a-z]+$/i.test(text)) {
    const lengths = fields.filter(({ note }) => note?.is === 'length');
    const sides = lengths.length > 0 ? lengths : fields.filter(({ note }) => note?.expects.includes('length'));
    if (sides.length > 0)
      return `{ ${sides
        .slice(0, 4)
        .map(({ key }) => `${key}: ${text}`)
        .join(', ')} }`;
  }
  const words = fields.find(({ key, note }) => note?.expects.startsWith('a text') || key === 'title');
  if (typeof value === 'string' && words)
    return `{ ${words.key}: ${/[:#,{}[\]]/.test(text) ? JSON.stringify(text) : text} }`;
  const first = fields.find(({ note }) => note?.example !== undefined);
  return first && `{ ${first.key}: ${first.note?.example} }`;
}

/** What to write in place of a value: what was meant by it, where that can be told, else the example of the docs. */
function exampleFor(note: FieldNotes | undefined, value: unknown): string | undefined {
  if (note?.is === 'flag') return truths[String(value).toLowerCase()] ?? note.example;
  const isOne = typeof value === 'string' || typeof value === 'number';
  if (isOne && note?.expects.startsWith('a list')) return `[${value}]`;
  return note?.example;
}

function problemsOf(schema: Schema, source: YamlSource, issue: Issue): Problem[] {
  const path = issue.path as Path;
  if (issue.code === 'invalid_union') {
    const inner = unionIssues(issue);
    if (inner.length > 0) return inner.flatMap((i) => problemsOf(schema, source, i));
    const { discriminator } = issue;
    if (discriminator !== undefined) {
      const at = path.at(-1) === discriminator ? path : [...path, discriminator];
      return [wrongValue(schema, source, at, { options: schemasAt(schema, at).flatMap(textsOf) })];
    }
    return [wrongValue(schema, source, path)];
  }
  if (issue.code === 'unrecognized_keys') {
    const known = knownKeys(schema, path, source.value);
    return issue.keys.slice(0, mostSaid).map((key) => {
      const place = source.locateKey([...path, key]);
      const cut = source.cutByComma([...path, key]);
      if (cut) return error('text-cut', cut, place);
      const where = path.join('.');
      const meantBy = insteadOf(key, where, valueAt(source.value, [...path, key]));
      // What stands there already is not what is missed.
      const [name = ''] = meantBy?.split(':') ?? [];
      const write = valueAt(source.value, [...path, name]) === undefined ? meantBy : undefined;
      return error('unknown-key', { key, where, known, nearest: nearest(key, known), write }, place);
    });
  }
  const options = issue.code === 'invalid_value' ? issue.values.map(String) : undefined;
  return [wrongValue(schema, source, path, { options, issue })];
}

/** A file with more faults than this is another file than was meant. */
const mostIssues = 200;

/** From the top of the text down. */
const byPlace = ({ place: a }: Problem, { place: b }: Problem): number =>
  (a?.line ?? 0) - (b?.line ?? 0) || (a?.column ?? 0) - (b?.column ?? 0);

/** Holds a text against a schema: all its problems at once, each at its line. */
export function validate(schema: Schema, source: YamlSource): Problem[] {
  const found = faultsOf(schema, source);
  // YAML reads the name of a column such as 2025 as a number.
  const numbers = found.filter(
    (problem): problem is Problem<'wrong-type'> =>
      problem.code === 'wrong-type' &&
      problem.facts.isColumn === true &&
      typeof valueAt(source.value, problem.facts.path.split('.')) === 'number',
  );
  if (numbers.length === 0) return found;
  for (const { facts } of numbers) asText(source.value, facts.path.split('.'));
  return faultsOf(schema, source);
}

/** Makes the number at a path the text that it is written as. */
function asText(value: unknown, path: Path): void {
  const group = valueAt(value, path.slice(0, -1)) as Record<string | number, unknown>;
  const key = lastOf(path);
  group[key] = String(group[key]);
}

function faultsOf(schema: Schema, source: YamlSource): Problem[] {
  const result = (schema as z.ZodMiniType).safeParse(source.value);
  if (result.success) return [];
  const issues = (result.error.issues as Issue[]).slice(0, mostIssues);
  return issues.flatMap((issue) => problemsOf(schema, source, issue)).sort(byPlace);
}
