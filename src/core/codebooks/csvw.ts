import { error, fail, type Outcome, succeed } from '../problem/problem.js';
import {
  type Archive,
  type ArchiveTable,
  type ArchiveVariable,
  type CodebookForm,
  countLost,
  filled,
  type ReadArchive,
  said,
  Unused,
  variablesOfTables,
  type Words,
  type WrittenArchive,
  wordsFrom,
} from './archive.js';
import { codeIn, isObject, type JsonObject, listIn, memberOf, parsedJson, rangeFrom, textIn } from './jsonText.js';

const numbers =
  /^(number|decimal|double|float|integer|long|int|short|byte|(nonNegative|positive|unsigned|nonPositive|negative)\w*)$/;
const dates = /^(date|dateTime|datetime|dateTimeStamp|gYear|gYearMonth)$/;
const known = new Set([
  'name',
  'titles',
  'datatype',
  'null',
  'required',
  'virtual',
  'suppressOutput',
  'lang',
  '@type',
  '@id',
]);

/** Titles of a column: a text, several, or both by language. The first is what stands over the column in the table. */
function titlesOf(titles: unknown, language: string | undefined): { tag: string | undefined; text: string }[] {
  if (!isObject(titles))
    return listIn(titles).flatMap((one) => (typeof one === 'string' ? [{ tag: language, text: one }] : []));
  return Object.entries(titles).flatMap(([tag, own]) =>
    listIn(own).flatMap((one) => (typeof one === 'string' ? [{ tag, text: one }] : [])),
  );
}

/** A variable by the name that the table has: that of the column, or its title, as the standard has it. */
function variablesOf(
  column: JsonObject,
  language: string | undefined,
  empty: readonly string[],
  unused: Unused,
): ArchiveVariable[] {
  if (column['virtual'] === true) return [];
  for (const key of Object.keys(column)) if (!known.has(key)) unused.add(key);
  const titles = titlesOf(column['titles'], textIn(column['lang']) ?? language);
  const [first] = titles;
  const name = textIn(column['name']) ?? first?.text;
  if (name === undefined) return [];
  const datatype = column['datatype'];
  const base = (isObject(datatype) ? textIn(datatype['base']) : textIn(datatype)) ?? 'string';
  const measure: ArchiveVariable['measure'] = numbers.test(base) ? 'numeric' : dates.test(base) ? 'date' : undefined;
  const limit = (...keys: string[]) => keys.map((key) => memberOf(datatype, key)).find((own) => own !== undefined);
  const range =
    measure === 'numeric' ? rangeFrom(limit('minimum', 'minInclusive'), limit('maximum', 'maxInclusive')) : undefined;
  const format = memberOf(datatype, 'format');
  if (format !== undefined) unused.add('formats');
  const missing = [...new Set([...empty, ...listIn(column['null']).flatMap((one) => codeIn(one) ?? [])])].filter(
    (code) => code.trim() !== '',
  );
  // The first title stands over the column in the table; where its language has others, these are its names.
  const isHead = titles.some((one, i) => i > 0 && (one.tag === first?.tag || first?.tag === 'und'));
  const label = wordsFrom(isHead ? titles.slice(1) : titles);
  const variable = said({ label, measure, missing: filled(missing), range });
  const names = new Set([name, ...(first ? [first.text] : [])]);
  return [...names].map((own) => ({ name: own, ...variable }));
}

/** Reads the metadata of one table, or of several. */
async function readCsvw(text: string, file: string, tables: readonly string[]): Promise<Outcome<ReadArchive>> {
  const parsed = parsedJson(text, file);
  if ('problem' in parsed) return fail([parsed.problem]);
  const { value } = parsed;
  const unused = new Unused();
  const context = listIn(value['@context']).find(isObject);
  const language = textIn(memberOf(context, '@language')) ?? textIn(value['lang']);
  const listed = listIn(value['tables']).filter(isObject);
  const described = (listed.length > 0 ? listed : [value]).map((table): ArchiveTable => {
    const schema = table['tableSchema'];
    if (typeof schema === 'string') unused.add('schemas in files of their own');
    const empty = [...listIn(value['null']), ...listIn(table['null']), ...listIn(memberOf(schema, 'null'))].flatMap(
      (one) => codeIn(one) ?? [],
    );
    const columns = listIn(memberOf(schema, 'columns')).filter(isObject);
    return {
      names: listIn(table['url']).flatMap((one) => textIn(one) ?? []),
      variables: columns.flatMap((column) => variablesOf(column, language, empty, unused)),
    };
  });
  const { variables, ...doubts } = variablesOfTables(described, tables);
  if (variables.length === 0) return fail([error('codebook-bare', {}, { file, line: 1, column: 1 })]);
  return succeed({ archive: { variables }, unused: unused.list, ...doubts });
}

const bases: Readonly<Record<string, string>> = { numeric: 'number', date: 'date' };

function titlesFor(name: string, words: Words | undefined): unknown {
  // What stands over the column in the table comes first.
  if (words === undefined || words === name) return name;
  return typeof words === 'string' ? [name, words] : { und: name, ...words };
}

function columnOf({ name, label, measure, missing = [], range }: ArchiveVariable): JsonObject {
  const base = bases[measure ?? ''] ?? 'string';
  return {
    titles: titlesFor(name, label),
    datatype: range ? { base, minimum: range[0], maximum: range[1] } : base,
    ...(missing.length > 0 ? { null: ['', ...missing] } : {}),
  };
}

function writeCsvw(archive: Archive): WrittenArchive {
  const { cases, decimalMark, thousandsMark, variables } = archive;
  const unused = new Unused();
  if (cases !== undefined) unused.add('what one row is called');
  if (decimalMark !== undefined || thousandsMark !== undefined) unused.add('marks of numbers');
  countLost(archive, ['unit', 'values', 'colors', 'formula', 'bands', 'decimals', 'dateOrder'], unused);
  const columns = variables.map(columnOf);
  const metadata = { '@context': 'http://www.w3.org/ns/csvw', url: 'table.csv', tableSchema: { columns } };
  return { text: `${JSON.stringify(metadata, undefined, 2)}\n`, lost: unused.list };
}

/** CSV on the Web: metadata of a table (W3C, 2015). */
export const csvw: CodebookForm = {
  name: 'csvw',
  words: 'metadata of CSV on the Web',
  ending: '-metadata.json',
  isOne: (text) => /^\ufeff?\s*\{/.test(text) && /"tableSchema"\s*:/.test(text),
  read: readCsvw,
  write: writeCsvw,
};
