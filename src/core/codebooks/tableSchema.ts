import { error, fail, type Outcome, succeed } from '../problem/problem.js';
import {
  type Archive,
  type ArchiveTable,
  type ArchiveVariable,
  type CodebookForm,
  countLost,
  filled,
  oneOf,
  type ReadArchive,
  said,
  tidied,
  Unused,
  variablesOfTables,
  type WrittenArchive,
} from './archive.js';
import { codeIn, isObject, type JsonObject, listIn, memberOf, parsedJson, rangeFrom, textIn } from './jsonText.js';

const measures: Readonly<Record<string, ArchiveVariable['measure']>> = {
  number: 'numeric',
  integer: 'numeric',
  date: 'date',
  datetime: 'date',
  year: 'date',
  yearmonth: 'date',
  string: undefined,
  boolean: 'nominal',
};

const known = new Set([
  'name',
  'title',
  'type',
  'format',
  'unit',
  'constraints',
  'categories',
  'categoriesOrdered',
  'missingValues',
  'decimalChar',
  'groupChar',
]);
const knownConstraints = new Set(['enum', 'minimum', 'maximum', 'required', 'unique']);

/** Codes with names: those of `categories` (version 2), else those that may occur. */
function valuesOf(field: JsonObject): ArchiveVariable['values'] {
  const listed = listIn(field['categories']);
  const given = listed.length > 0 ? listed : listIn(memberOf(field, 'constraints', 'enum'));
  return given.flatMap((one) => {
    const code = codeIn(isObject(one) ? one['value'] : one);
    if (code === undefined) return [];
    return [[code, (isObject(one) && textIn(one['label'])) || code] as const];
  });
}

/** Words as one line. */
const tidiedIn = (value: unknown): string | undefined => {
  const text = textIn(value);
  return text === undefined ? undefined : tidied(text);
};

const missingIn = (value: unknown): string[] =>
  listIn(value)
    .flatMap((one) => codeIn(isObject(one) ? one['value'] : one) ?? [])
    .filter((code) => code.trim() !== '');

/** The order of day and month in a format of dates, where it says one. */
function dateOrderOf(format: unknown): ArchiveVariable['dateOrder'] {
  const [first] = typeof format === 'string' ? (/%[dm]/.exec(format) ?? []) : [];
  if (first === undefined || /%Y.*%m.*%d/.test(String(format))) return undefined;
  return first === '%d' ? 'day-month' : 'month-day';
}

/** What the values of a field are, where it says so. */
function measureOf(field: JsonObject, values: NonNullable<ArchiveVariable['values']>): ArchiveVariable['measure'] {
  if (field['categoriesOrdered'] === true) return 'ordinal';
  const isNamed = listIn(field['categories']).length > 0 || values.some(([code, own]) => code !== own);
  if (isNamed) return 'nominal';
  return measures[textIn(field['type']) ?? ''] ?? (values.length > 0 ? 'nominal' : undefined);
}

/** Counts what a field says that no codebook of ours can hold. */
function countUnused(field: JsonObject, unused: Unused): void {
  for (const key of Object.keys(field)) if (!known.has(key)) unused.add(key);
  const { constraints } = field;
  if (!isObject(constraints)) return;
  for (const key of Object.keys(constraints)) if (!knownConstraints.has(key)) unused.add(key);
}

function variableOf(field: JsonObject, missing: readonly string[], unused: Unused): ArchiveVariable | undefined {
  const name = textIn(field['name']);
  if (name === undefined) return undefined;
  countUnused(field, unused);
  const values = valuesOf(field) ?? [];
  const measure = measureOf(field, values);
  const limit = (key: string) => memberOf(field, 'constraints', key);
  const isNumber = measure === 'numeric';
  return {
    name,
    ...said({
      label: tidiedIn(field['title']),
      unit: tidiedIn(field['unit']),
      measure,
      values: isNumber ? undefined : filled(values),
      // What a field says of its own stands in place of what all fields say.
      missing: filled([...new Set(field['missingValues'] === undefined ? missing : missingIn(field['missingValues']))]),
      range: isNumber ? rangeFrom(limit('minimum'), limit('maximum')) : undefined,
      dateOrder: dateOrderOf(field['format']),
    }),
  };
}

/** A mark that all fields have that say one. */
function markOf<T extends string>(fields: readonly JsonObject[], key: string, allowed: readonly T[]): T | undefined {
  const marks = new Set(fields.flatMap((field) => textIn(field[key]) ?? []));
  const [mark] = marks;
  return marks.size === 1 ? allowed.find((one) => one === mark) : undefined;
}

/** Reads a Table Schema, or those of a Data Package. */
async function readSchema(text: string, file: string, tables: readonly string[]): Promise<Outcome<ReadArchive>> {
  const parsed = parsedJson(text, file);
  if ('problem' in parsed) return fail([parsed.problem]);
  const unused = new Unused();
  const resources = listIn(parsed.value['resources']).filter(isObject);
  const all: JsonObject[] = [];
  const described = (resources.length > 0 ? resources : [parsed.value]).map((one): ArchiveTable => {
    const schema = one['schema'] ?? (resources.length > 0 ? undefined : one);
    if (typeof schema === 'string') unused.add('schemas in files of their own');
    if (!isObject(schema)) return { names: [], variables: [] };
    const missing = missingIn(schema['missingValues']);
    const fields = listIn(schema['fields']).filter(isObject);
    all.push(...fields);
    const names = [...listIn(one['path']), one['name']].flatMap((name) => textIn(name) ?? []);
    return { names, variables: fields.flatMap((field) => variableOf(field, missing, unused) ?? []) };
  });
  const { variables, ...doubts } = variablesOfTables(described, tables);
  if (variables.length === 0) return fail([error('codebook-bare', {}, { file, line: 1, column: 1 })]);
  const decimalMark = markOf(all, 'decimalChar', ['.', ','] as const);
  const thousandsMark = markOf(all, 'groupChar', ['.', ',', "'", ' '] as const);
  const archive = {
    variables,
    ...(decimalMark === undefined || decimalMark === '.' ? {} : { decimalMark }),
    ...(thousandsMark === undefined ? {} : { thousandsMark }),
  };
  return succeed({ archive, unused: unused.list, ...doubts });
}

const types: Readonly<Record<string, string>> = { numeric: 'number', date: 'date' };

function fieldOf(variable: ArchiveVariable, archive: Archive, unused: Unused): JsonObject {
  const { name, label, unit, measure, values = [], missing = [], range, dateOrder } = variable;
  const [title, own] = [oneOf(label, unused), oneOf(unit, unused)];
  const isNumber = measure === 'numeric';
  return said({
    name,
    title,
    type: types[measure ?? ''] ?? 'string',
    format: dateOrder && (dateOrder === 'day-month' ? '%d/%m/%Y' : '%m/%d/%Y'),
    unit: own,
    decimalChar: isNumber ? archive.decimalMark : undefined,
    groupChar: isNumber ? archive.thousandsMark : undefined,
    categories: filled(values.map(([value, words]) => ({ value, label: oneOf(words, unused) }))),
    categoriesOrdered: measure === 'ordinal' && values.length > 0 ? true : undefined,
    missingValues: missing.length > 0 ? ['', ...missing] : undefined,
    constraints: range && { minimum: range[0], maximum: range[1] },
  });
}

function writeSchema(archive: Archive): WrittenArchive {
  const unused = new Unused();
  if (archive.cases !== undefined) unused.add('what one row is called');
  countLost(archive, ['colors', 'formula', 'bands', 'decimals'], unused);
  const fields = archive.variables.map((one) => fieldOf(one, archive, unused));
  const schema = { $schema: 'https://datapackage.org/profiles/2.0/tableschema.json', fields };
  return { text: `${JSON.stringify(schema, undefined, 2)}\n`, lost: unused.list };
}

/** Table Schema, alone or within a Data Package (versions 1 and 2). */
export const tableSchema: CodebookForm = {
  name: 'table-schema',
  words: 'a Table Schema or Data Package',
  ending: '.json',
  isOne: (text) => /^\ufeff?\s*\{/.test(text) && /"(fields|resources)"\s*:/.test(text),
  read: readSchema,
  write: writeSchema,
};
