import { escaped } from '../export/xml.js';
import { error, fail, type Outcome, type Place, succeed } from '../problem/problem.js';
import {
  type Archive,
  type ArchiveTable,
  type ArchiveVariable,
  type CodebookForm,
  countLost,
  filled,
  type ReadArchive,
  said,
  tidied,
  Unused,
  variablesOfTables,
  type Words,
  type WrittenArchive,
  wordsFrom,
} from './archive.js';

/** Codes in a range of missing ones that are taken one by one; a wider one is no list of codes. */
const mostCodes = 200;

const measures: Readonly<Record<string, ArchiveVariable['measure']>> = {
  nominal: 'nominal',
  ordinal: 'ordinal',
  interval: 'numeric',
  ratio: 'numeric',
  percent: 'numeric',
};

interface Said {
  tag: string | undefined;
  text: string;
}

interface Category {
  code: string;
  labels: Said[];
  isMissing: boolean;
}

/** A variable while its element is read. */
interface Draft {
  name: string;
  attributes: Readonly<Record<string, string>>;
  labels: Said[];
  categories: Category[];
  missing: string[];
  range?: [number, number];
  format: Readonly<Record<string, string>>;
}

/** The parts of a variable that are read; all others are listed. */
const read = new Set([
  'labl',
  'catgry',
  'catValu',
  'invalrng',
  'valrng',
  'item',
  'range',
  'varFormat',
  'catgryGrp',
  'location',
]);

const numberIn = (text: string | undefined): number | undefined => {
  const value = text === undefined || text.trim() === '' ? Number.NaN : Number(text);
  return Number.isFinite(value) ? value : undefined;
};

/** The codes of a range of missing ones; undefined where it is no list of whole numbers. */
function codesBetween(min: string | undefined, max: string | undefined): string[] | undefined {
  const [low, high] = [numberIn(min), numberIn(max)];
  if (low === undefined || high === undefined) return undefined;
  if (low === high) return [String(min)];
  if (!Number.isInteger(low) || !Number.isInteger(high) || high - low > mostCodes || high < low) return undefined;
  return Array.from({ length: high - low + 1 }, (_, i) => String(low + i));
}

function measureOf({ attributes, format }: Draft, hasNames: boolean): ArchiveVariable['measure'] {
  if (/^(date|time|year)/i.test(format['category'] ?? '')) return 'date';
  const nature = measures[attributes['nature'] ?? ''];
  if (nature !== undefined) return nature;
  if (attributes['intrvl'] === 'contin') return 'numeric';
  if (hasNames || format['type'] === 'character') return 'nominal';
  return format['type'] === 'numeric' ? 'numeric' : undefined;
}

function variableOf(draft: Draft, unused: Unused): ArchiveVariable {
  const { name, attributes, labels, categories, range } = draft;
  const missing = new Set(draft.missing);
  for (const { code, isMissing } of categories) if (isMissing) missing.add(code);
  const named = categories.filter(({ code }) => code !== '' && !missing.has(code));
  unused.add(
    'names of missing codes',
    categories.filter(({ code, labels: own }) => missing.has(code) && own.length > 0).length,
  );
  const hasNames = named.some((category) => category.labels.length > 0);
  const measure = measureOf(draft, hasNames);
  const values =
    measure === 'numeric' || !hasNames
      ? []
      : named.map(({ code, labels: own }) => [code, wordsFrom(own) ?? code] as const);
  if (measure === 'numeric' && hasNames) unused.add('names of single values of measured variables', named.length);
  const decimals = numberIn(attributes['dcml']);
  return {
    name,
    ...said({
      label: wordsFrom(labels),
      unit: attributes['measUnit'] || undefined,
      measure,
      values: filled(values),
      missing: filled([...missing]),
      decimals:
        measure === 'numeric' && decimals !== undefined && decimals >= 0 && decimals <= 12 ? decimals : undefined,
      range: measure === 'numeric' ? range : undefined,
    }),
  };
}

const local = (name: string) => name.slice(name.indexOf(':') + 1);

/** An element that is read. */
interface Open {
  name: string;
  attributes: Readonly<Record<string, string>>;
  text: string;
  /** The language of its words, said by it or around it. */
  tag: string | undefined;
}

/** What the elements of a codebook say, one after the other. */
class DdiReading {
  readonly unused = new Unused();
  readonly drafts: Draft[] = [];
  /** What the file of each table is called, by the mark that variables name. */
  private readonly files = new Map<string, string>();
  /** The mark of the file that is described now. */
  private file: string | undefined;
  root: string | undefined;
  private readonly elements: Open[] = [];
  private draft: Draft | undefined;

  open(name: string, attributes: Readonly<Record<string, string>>): void {
    this.root ??= name;
    const around = this.elements.at(-1);
    this.elements.push({ name, attributes, text: '', tag: attributes['xml:lang'] ?? around?.tag });
    if (name === 'var')
      this.draft = {
        name: attributes['name'] ?? attributes['ID'] ?? '',
        attributes,
        labels: [],
        categories: [],
        missing: [],
        format: {},
      };
    else if (name === 'fileDscr') this.file = attributes['ID'] ?? '';
    else if (this.draft) this.within(this.draft, name, attributes, around?.name);
  }

  /** The tables with their variables; those that name no file are in each. */
  get tables(): ArchiveTable[] {
    const drafts = this.drafts.map((one) => ({
      marks: one.attributes['files']?.match(/\S+/g) ?? [...this.files.keys()],
      variable: variableOf(one, this.unused),
    }));
    const marks = [...new Set(drafts.flatMap((one) => one.marks))];
    const inAny = marks.map((mark) => ({
      names: [this.files.get(mark) ?? mark],
      variables: drafts.filter((one) => one.marks.includes(mark)).map(({ variable }) => variable),
    }));
    const inNone = drafts.filter((one) => one.marks.length === 0).map(({ variable }) => variable);
    return inNone.length > 0 ? [...inAny, { names: [], variables: inNone }] : inAny;
  }

  /** An element within a variable. */
  private within(draft: Draft, name: string, attributes: Open['attributes'], around: string | undefined): void {
    if (name === 'catgry') draft.categories.push({ code: '', labels: [], isMissing: attributes['missing'] === 'Y' });
    else if (name === 'varFormat') draft.format = attributes;
    else if (around === 'invalrng') {
      const codes = name === 'item' ? [attributes['VALUE'] ?? ''] : codesBetween(attributes['min'], attributes['max']);
      if (codes) draft.missing.push(...codes.filter((one) => one !== ''));
      else this.unused.add('ranges of missing values');
    } else if (around === 'valrng' && name === 'range') {
      const [low, high] = [numberIn(attributes['min']), numberIn(attributes['max'])];
      if (low !== undefined && high !== undefined && low < high) draft.range = [low, high];
    } else if (around === 'var' && !read.has(name)) this.unused.add(name);
  }

  text(piece: string): void {
    const at = this.elements.at(-1);
    if (at && (this.draft || this.file !== undefined)) at.text += piece;
  }

  close(): void {
    const closed = this.elements.pop();
    const { draft } = this;
    if (this.file !== undefined && closed?.name === 'fileName') this.files.set(this.file, tidied(closed.text));
    if (closed?.name === 'fileDscr') this.file = undefined;
    if (!draft || !closed) return;
    const around = this.elements.at(-1)?.name;
    const category = draft.categories.at(-1);
    if (closed.name === 'labl' && around === 'var') draft.labels.push(closed);
    else if (closed.name === 'labl' && around === 'catgry') category?.labels.push(closed);
    else if (closed.name === 'catValu' && category) category.code = closed.text.trim();
    else if (closed.name === 'var') {
      if (draft.name !== '') this.drafts.push(draft);
      if (draft.attributes['wgt'] === 'wgt') this.unused.add('which variables are weights');
      this.draft = undefined;
    }
  }
}

/** Reads the variables of a codebook element by element. Entities that a document type declares are none: a text with one is refused. */
async function readDdi(text: string, file: string, tables: readonly string[]): Promise<Outcome<ReadArchive>> {
  const { SaxesParser } = await import('saxes');
  const parser = new SaxesParser({ xmlns: false, position: true });
  const reading = new DdiReading();
  let fault: { reason: string; place: Place } | undefined;
  parser.on('error', ({ message }) => {
    const [, line, column, reason = message] = /^(\d+):(\d+): (.*)$/s.exec(message) ?? [];
    const place = { file, line: Number(line ?? 1), column: Number(column ?? 0) + 1 };
    fault ??= { reason: reason.replace(/\.$/, ''), place };
  });
  parser.on('opentag', ({ name, attributes }) => reading.open(local(name), attributes as Record<string, string>));
  parser.on('text', (piece) => reading.text(piece));
  parser.on('cdata', (piece) => reading.text(piece));
  parser.on('closetag', () => reading.close());
  parser.write(text).close();
  const first = { file, line: 1, column: 1 };
  if (fault) return fail([error('codebook-broken', { form: 'XML', reason: fault.reason }, fault.place)]);
  if (reading.root !== 'codeBook')
    return fail([error('codebook-foreign', { found: `XML of another kind (${reading.root ?? 'empty'})` }, first)]);
  const { variables, ...doubts } = variablesOfTables(reading.tables, tables);
  if (variables.length === 0) return fail([error('codebook-bare', {}, first)]);
  return succeed({ archive: { variables }, unused: reading.unused.list, ...doubts });
}

const natures: Readonly<Record<string, string>> = { nominal: 'nominal', ordinal: 'ordinal', numeric: 'ratio' };

function labels(words: Words | undefined, indent: string): string {
  if (words === undefined) return '';
  const one = (text: string, tag?: string) =>
    `${indent}<labl${tag === undefined ? '' : ` xml:lang="${escaped(tag)}"`}>${escaped(text)}</labl>\n`;
  return typeof words === 'string'
    ? one(words)
    : Object.entries(words)
        .map(([tag, text]) => one(text, tag))
        .join('');
}

function variableXml(variable: ArchiveVariable, unused: Unused): string {
  const { name, label, unit, measure, values = [], missing = [], decimals, range } = variable;
  if (unit !== undefined && typeof unit !== 'string')
    unused.add('units in further languages', Object.keys(unit).length - 1);
  const attributes: [string, string | undefined][] = [
    ['name', name],
    ['intrvl', measure === 'numeric' ? 'contin' : measure === undefined ? undefined : 'discrete'],
    ['nature', natures[measure ?? '']],
    ['dcml', decimals === undefined ? undefined : String(decimals)],
    ['measUnit', typeof unit === 'object' ? Object.values(unit)[0] : unit],
  ];
  const given = attributes
    .flatMap(([key, value]) => (value === undefined ? [] : [` ${key}="${escaped(value)}"`]))
    .join('');
  const codes = missing.map((code) => `        <item VALUE="${escaped(code)}"/>\n`).join('');
  const categories = values
    .map(
      ([code, own]) =>
        `      <catgry>\n        <catValu>${escaped(code)}</catValu>\n${labels(own, '        ')}      </catgry>\n`,
    )
    .join('');
  return `    <var${given}>\n${labels(label, '      ')}${range ? `      <valrng><range min="${range[0]}" max="${range[1]}"/></valrng>\n` : ''}${
    codes === '' ? '' : `      <invalrng>\n${codes}      </invalrng>\n`
  }${categories}${measure === 'date' ? '      <varFormat category="date" type="character"/>\n' : ''}    </var>\n`;
}

function writeDdi(archive: Archive): WrittenArchive {
  const { cases, decimalMark, thousandsMark, variables } = archive;
  const unused = new Unused();
  if (cases !== undefined) unused.add('what one row is called');
  if (decimalMark !== undefined || thousandsMark !== undefined) unused.add('marks of numbers');
  countLost(archive, ['colors', 'formula', 'bands', 'dateOrder'], unused);
  const text = `<?xml version="1.0" encoding="UTF-8"?>\n<codeBook xmlns="ddi:codebook:2_5" version="2.5">\n  <stdyDscr><citation><titlStmt><titl/></titlStmt></citation></stdyDscr>\n  <dataDscr>\n${variables.map((one) => variableXml(one, unused)).join('')}  </dataDscr>\n</codeBook>\n`;
  return { text, lost: unused.list };
}

/** DDI Codebook 2.5, as archives of surveys give it out. */
export const ddi: CodebookForm = {
  name: 'ddi',
  words: 'a DDI Codebook',
  ending: '.xml',
  isOne: (text) => /^\ufeff?\s*</.test(text),
  read: readDdi,
  write: writeDdi,
};
