import { entryAt } from '../../at.js';
import type { NumberNotation } from '../../data/numberText.js';
import type { ColumnProfile } from '../../data/profile.js';
import type { TotalsRow } from '../../data/table.js';
import { capital } from '../../type/letterCase.js';
import type { DraftSettings } from './firstFigure.js';
import { yamlName } from './yamlName.js';

/** A code as a key that YAML gives back as it is: whole numbers stand alone, all else in quotation marks. */
const yamlCode = (text: string): string => (/^(0|-?[1-9]\d{0,14})$/.test(text) ? text : JSON.stringify(text));

/** A text that begins with a capital letter; as it is where its own letters say more: pH, n, mRNA. */
const capitalized = (text: string, language: string | undefined): string =>
  /^\p{Ll}(\p{Ll}|-\p{Ll})/u.test(text) ? capital(text, language) : text;

/** What a table calls a value, as figures show it: the author's words, whose `_` stand for spaces. */
const valueWords = (text: string, language: string | undefined): string =>
  capitalized(text.replace(/_+/g, ' ').trim(), language) || text;

/** A column name in words: `last_year`, `last.year` and `lastYear` as `Last year`. */
export function wordsOf(name: string, language?: string): string {
  // Names with spaces are words already: what else stands in them belongs to them.
  const words = /\s/.test(name)
    ? name
    : name
        .replace(/(?<=[\p{L}\d])\.(?=\p{L})|(?<=\p{L})\.(?=\d)/gu, ' ')
        .replace(/(?<=\p{Ll}{2})\p{Lu}(?=\p{Ll})/gu, (letter) => ` ${letter.toLowerCase()}`);
  return valueWords(words, language);
}

/** The names of values; of those that would be called alike, what stands in the table. */
function namesOf(texts: readonly string[], language: string | undefined): string[] {
  const names = texts.map((text) => valueWords(text, language));
  return names.map((name, i) => (names.indexOf(name) === names.lastIndexOf(name) ? name : (texts[i] ?? name)));
}

/** A column name with its unit in brackets, such as `Depth (m)`, in its two parts. */
export function labelAndUnit(name: string, language?: string): { label: string; unit?: string } {
  const [, label, unit] = /^(.*[^\s_])[\s_]*[([]\s*([^()[\]]{1,24}?)\s*[)\]]$/.exec(name) ?? [];
  return label === undefined || unit === undefined
    ? { label: wordsOf(name, language) }
    : { label: wordsOf(label, language), unit };
}

/** What a column is used for in the first figure. */
interface DraftUse {
  measured: ReadonlySet<string>;
  sorted: ReadonlySet<string>;
  /** Questions with answers on a scale, and all answers in words that occur in any of them. */
  asked: ReadonlySet<string>;
  scale: ColumnProfile['values'];
  totals: readonly TotalsRow[];
  language: string | undefined;
}

/** What a column is in the codebook: codes that the author measures are numbers. */
const looksIn = ({ name, looks }: ColumnProfile, { measured }: DraftUse): ColumnProfile['looks'] =>
  measured.has(name) && looks === 'coded' ? 'numeric' : looks;

/** A column as a draft sees it. */
interface Drafted {
  profile: ColumnProfile;
  looks: ColumnProfile['looks'];
  /** Whether it is drawn as names in order, though it holds numbers or dates. */
  isSorted: boolean;
  /** Whether its codes or words are answers on a scale. */
  isAsked: boolean;
  total: TotalsRow | undefined;
}

/** What a person should decide of a column, or know. */
function commentsOn({ profile, looks, isSorted, isAsked, total }: Drafted): string[] {
  const { range, odd, values, isId, isTotal, isYear, dateOrder } = profile;
  const isMeasured = looks === 'numeric' && !isYear && !isSorted && !isId;
  const unsure = profile.unsure.filter((text) => !odd.includes(text));
  const listed = (texts: readonly string[]) => `missing: [${texts.map(yamlCode).join(', ')}]`;
  const codes = `values: { ${yamlCode(values[0]?.text ?? '1')}: … }`;
  const said: (string | false | undefined)[] = [
    isId && 'names the rows, it seems',
    isTotal && 'follows from other columns, it seems: leave it out of charts of all columns',
    unsure.length > 0 &&
      `${unsure.length > 1 ? 'do' : 'does'} ${unsure.join(' and ')} stand for "no value"? then add ${listed(unsure)}; until then it is drawn as a value`,
    odd.length > 0 &&
      `no ${odd.length > 1 ? 'numbers' : 'number'}: ${odd.join(' and ')}; mend the table, or add ${listed(odd)} where no value is meant`,
    total && `"${total.text}" is the sum or mean of the other rows, it seems: charts leave it out`,
    dateOrder === 'unsure' && 'day first, or month first? the dates do not say',
    isAsked && looks === 'nominal' && 'answers: put them in order, from one end of the scale to the other',
    isSorted && 'numbers as names in order; "bands: [0, 10, 20]" cuts them into some',
    looks === 'coded' && `codes of categories? give their names, ${codes}; or "measure: numeric" if they are measured`,
    range && isMeasured && `from ${range[0]} to ${range[1]}; "range: [least, greatest]" says what is possible`,
  ];
  return said.filter((one): one is string => typeof one === 'string');
}

/** What a column measures, as a draft puts it. */
function measureOf({ profile, looks, isSorted, isAsked }: Drafted): string {
  if (isSorted) return 'ordinal';
  if (isAsked && (looks === 'coded' || looks === 'nominal')) return 'ordinal';
  if (profile.isId || looks === 'coded' || looks === 'names' || looks === 'empty') return 'nominal';
  return looks;
}

/** The lines of the codebook for a column. */
function linesFor(drafted: Drafted, language: string | undefined): string[] {
  const { profile, looks, total } = drafted;
  const { name, decimals, missing, values, different, dateOrder } = profile;
  const named = labelAndUnit(name, language);
  const unit = profile.unit ?? named.unit;
  const measure = measureOf(drafted);
  const names = namesOf(
    values.map(({ text }) => text),
    language,
  );
  const lines: (string | false)[] = [
    `label: ${yamlName(named.label)}`,
    unit !== undefined && `unit: ${JSON.stringify(unit)}`,
    `measure: ${measure}`,
    measure === 'numeric' && decimals !== undefined && `decimals: ${decimals}`,
    dateOrder !== undefined && `dateOrder: ${dateOrder === 'unsure' ? 'day-month' : dateOrder}`,
    looks === 'coded' && `values: [${values.map(({ text }) => yamlCode(text)).join(', ')}]`,
    looks === 'nominal' &&
      different <= 12 &&
      !total &&
      `values: { ${values.map(({ text }, i) => `${yamlName(text)}: ${yamlName(entryAt(names, i))}`).join(', ')} }`,
    missing.length > 0 && `missing: [${missing.map(yamlCode).join(', ')}]`,
  ];
  return lines.filter((line): line is string => typeof line === 'string');
}

function variableDraft(profile: ColumnProfile, use: DraftUse): string[] {
  const { name } = profile;
  const looks = looksIn(profile, use);
  const isInWords = use.asked.has(name) && looks === 'nominal';
  const isSorted = use.sorted.has(name) && (looks === 'numeric' || looks === 'date');
  const isAsked = use.asked.has(name);
  const drafted: Drafted = {
    profile: isInWords ? { ...profile, values: use.scale } : profile,
    looks,
    isSorted,
    isAsked,
    total: use.totals.find(({ column }) => column === name),
  };
  return [
    ...commentsOn(drafted).map((comment) => `  # ${comment}`),
    `  ${yamlName(name)}:`,
    ...linesFor(drafted, use.language).map((line) => `    ${line}`),
  ];
}

/** The answers that occur in any of some columns, in one order for all: that of their numbers, where each begins with one. */
function scaleOf(columns: readonly ColumnProfile[]): ColumnProfile['values'] {
  const answers = new Map(columns.flatMap(({ values }) => values.map((value) => [value.text, value] as const)));
  const number = ({ text }: { text: string }) => Number(/^\d+/.exec(text)?.[0] ?? Number.NaN);
  const all = [...answers.values()];
  const areNumbered = new Set(all.map(number)).size === all.length && !all.some((one) => Number.isNaN(number(one)));
  return areNumbered ? all.sort((a, b) => number(a) - number(b)) : all;
}

/** What a draft says of its table as a whole. */
export interface DraftedTable {
  /** The name of its file. */
  table: string;
  notation: NumberNotation;
  totals?: readonly TotalsRow[];
  /** Code of its language (BCP 47), whose capitals its labels get. Left out: that which its letters tell. */
  language?: string | undefined;
  /** What rows are called. Left out: cases. */
  cases?: string | undefined;
}

/** Letters of Turkish and its neighbours alone. */
const turkic = /[ıİ]/;

/** The language that the letters of a table tell, where its capitals are others than elsewhere. */
const languageOf = (profiles: readonly ColumnProfile[]): string | undefined =>
  profiles.some(({ name, values }) => turkic.test(name) || values.some(({ text }) => turkic.test(text)))
    ? 'tr'
    : undefined;

/** A codebook draft, with comments where a person should decide. */
export function draftCodebook(
  profiles: readonly ColumnProfile[],
  { table, notation, totals = [], language = languageOf(profiles), cases = 'cases' }: DraftedTable,
  chart: DraftSettings,
): string {
  const named = (value: DraftSettings[string] | undefined): string[] =>
    typeof value === 'string' ? [value] : Array.isArray(value) ? [...value] : [];
  const inRoles = (...keys: string[]) => new Set(keys.flatMap((key) => named(chart[key])));
  const isLine = chart['kind'] === 'line';
  const asked = inRoles('questions');
  const use = {
    measured: inRoles('value', 'values', 'variables', ...(isLine ? [] : ['x']), 'y', 'z'),
    sorted: inRoles('category', 'group', 'item', 'time'),
    asked,
    scale: scaleOf(profiles.filter(({ name, looks }) => asked.has(name) && looks === 'nominal')),
    totals,
    language,
  };
  const head = [
    'hexis: codebook/1',
    `# A draft from ${table}. Give each column the name and unit that figures should show, and look the comments over.`,
    `cases: ${yamlName(cases)}  # what one row is, in the plural: plots, pupils, visits`,
    ...(notation.decimalMark === ',' ? ['decimalMark: ","'] : []),
    ...(notation.thousandsMark === undefined ? [] : [`thousandsMark: ${JSON.stringify(notation.thousandsMark)}`]),
    'variables:',
  ];
  return `${[...head, ...profiles.flatMap((profile) => variableDraft(profile, use))].join('\n')}\n`;
}
