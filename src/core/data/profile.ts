import { type DateOrder, parseDate } from './dates.js';
import { ColumnNotation, cleaned, type NumberFault, type NumberNotation } from './numberText.js';
import type { CategoryColumn, Table } from './table.js';
import { isTotalName, namesTotal, totalOf } from './totals.js';

/** What a column of a table seems to be. */
export interface ColumnProfile {
  name: string;
  looks: 'numeric' | 'date' | 'nominal' | 'coded' | 'names' | 'empty';
  /** Rows with a value. */
  count: number;
  empty: number;
  /** How many different values there are, and the first of them in order with how often each occurs. */
  different: number;
  values: { text: string; count: number }[];
  /** Least and greatest number, missing codes left out. */
  range?: [number, number];
  decimals?: number;
  /** The sign or unit that stands beside all its numbers. */
  unit?: string;
  /** What is in doubt of how its numbers are written. */
  doubt?: NumberFault;
  /** Values that seem to stand for "no value". */
  missing: string[];
  /** Values that may stand for it, and may be measured. */
  unsure: string[];
  /** Whether its numbers are years. */
  isYear: boolean;
  /** Which comes first in dates such as 3/4/2026; "unsure" where none of them says so. */
  dateOrder?: DateOrder | 'unsure';
  /** Whether its values name the rows. */
  isId: boolean;
  /** Whether it seems to follow from other columns: their sum, or a difference. */
  isTotal: boolean;
}

const noValue = /^(na|n\/a|nan|null|none|missing|unknown|-|–|\.|\?|#n\/a|k\.\s?a\.)$/i;
/** Numbers that people write for "no value". */
const codeLike = /^(-9+|-1|9{2,}|8{2,}|-8+|-7+|9+[78])$/;
/** Codes that stand for "no value" together, above a short row of answers. */
const codeRows = [[7, 8, 9], [8, 9], [9], [77, 88, 99], [97, 98, 99], [98, 99], [99]] as const;
const mostShown = 12;
/** Columns of numbers with at most so many different whole values may be codes of categories. */
const mostCodes = 7;

/** How often each text occurs. */
function countsOf(column: CategoryColumn): { text: string; count: number }[] {
  const counts = new Int32Array(column.texts.length);
  for (const code of column.codes) counts[code] = (counts[code] as number) + 1;
  const joined = new Map<string, number>();
  for (const [id, text] of column.texts.entries()) joined.set(text, (joined.get(text) ?? 0) + (counts[id] as number));
  return [...joined].map(([text, count]) => ({ text, count }));
}

/** Numbers that stand far from the rest and look like codes: -9 among yields, 99 among ages below 90. */
function likelyCodes(numbers: readonly { text: string; value: number }[]): string[] {
  const suspects = numbers.filter(({ text }) => codeLike.test(text));
  const rest = numbers.filter(({ text }) => !codeLike.test(text)).map(({ value }) => value);
  if (rest.length === 0) return [];
  const [least, greatest] = [rest.reduce((a, b) => Math.min(a, b)), rest.reduce((a, b) => Math.max(a, b))];
  const span = greatest - least || 1;
  return suspects
    .filter(({ value }) => (value < 0 && least >= 0) || value > greatest + 0.5 * span || value < least - 0.5 * span)
    .map(({ text }) => text);
}

/** Codes such as 8 and 9 above a short row of answers, with a hole between the two: 9 after 1 to 7, or 7 to 9 after 1 to 5. */
function codesAbove(numbers: readonly { text: string; value: number }[]): string[] {
  const values = numbers.map(({ value }) => value);
  const found = codeRows.find((codes) => {
    const rest = values.filter((value) => !codes.some((code) => code === value));
    const highest = rest.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
    const isShort =
      rest.length > 1 && rest.length <= mostCodes + 1 && rest.every((value) => value >= 0 && value % 1 === 0);
    return isShort && codes.every((code) => values.includes(code)) && highest <= codes[0] - 2;
  });
  return numbers.filter(({ value }) => found?.some((code) => code === value)).map(({ text }) => text);
}

/** A 99 or 98 at the end of measured numbers that occurs again and again, with a hole below it: nobody but the author can tell. */
function unsureCodes(numbers: readonly { text: string; value: number; count: number }[]): string[] {
  const codes = numbers.filter(({ value }) => [97, 98, 99, 997, 998, 999].includes(value));
  const rest = numbers.filter((one) => !codes.includes(one)).map(({ value }) => value);
  const highest = rest.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
  const isAlone = codes.length > 0 && codes.every(({ value }) => value - highest >= 3);
  return isAlone && codes.some(({ count }) => count > 1) ? codes.map(({ text }) => text) : [];
}

/** Whether texts of eight digits are dates of our time. */
const areCompactDates = (texts: readonly string[]): boolean =>
  texts.every((text) => /^(1[89]|20|21)\d{6}$/.test(text) && !Number.isNaN(parseDate(text, undefined)));

const yearName = /year|jahr|ann[ée]e|^an$|a[ñn]o|anno|ano$|\brok\b|jaar|^år/i;

/** Whether whole numbers are years: they are called so, or run on without large holes. */
function areYears(name: string, values: readonly number[]): boolean {
  if (values.length < 2 || !values.every((value) => value % 1 === 0 && value >= 1500 && value <= 2200)) return false;
  const [least, greatest] = [values.reduce((a, b) => Math.min(a, b)), values.reduce((a, b) => Math.max(a, b))];
  return yearName.test(name) || (values.length > 2 && greatest - least <= 3 * values.length);
}

/** Which number comes first in dates with slashes: the one that is above 12 in none of them. */
function dateOrderOf(texts: readonly string[]): DateOrder | 'unsure' | undefined {
  const parts = texts.flatMap((text) => {
    const [, first, second] = /^(\d{1,2})\/(\d{1,2})\/\d{4}/.exec(text) ?? [];
    return first === undefined ? [] : [[Number(first), Number(second)] as const];
  });
  if (parts.length === 0) return undefined;
  if (parts.some(([first]) => first > 12)) return 'day-month';
  return parts.some(([, second]) => second > 12) ? 'month-day' : 'unsure';
}

const idName = /^(.*[_ ])?(id|nr|no|num|number|code|case|key|lfd.*|participant|resp(ondent)?|subject|row|index)\.?$/i;

/** Whether a column is called what names rows. */
export const isIdName = (name: string): boolean => idName.test(name.trim());

/** Most decimals that a column is drafted with: what is computed has more digits than it was measured to. */
const mostDecimals = 4;

/** Decimals that a number is written with, ends in zeros included, powers of ten counted. */
function decimalsIn(text: string, { decimalMark }: NumberNotation): number {
  const [, decimals = '', power = '0'] = new RegExp(`\\${decimalMark}(\\d+)(?:[eE]([+-]?\\d+))?`).exec(text) ?? [];
  return Math.min(mostDecimals, Math.max(0, decimals.length - Number(power)));
}

/** The texts of a column as numbers, with the unit that stands beside all of them; none where some are no numbers. */
function numbersIn(texts: readonly string[], notation: NumberNotation) {
  const plain = new ColumnNotation(notation).resolve(texts);
  const fault = plain.fault?.fault;
  if (fault?.is !== 'unit' || !fault.sure) return { read: plain, unit: undefined };
  return { read: new ColumnNotation(notation, fault.unit).resolve(texts), unit: fault.unit };
}

/** Whether values run from 0 or 1 without large holes, as codes do. */
function areCodes(values: readonly number[]): boolean {
  const sorted = [...values].sort((a, b) => a - b);
  const whole = sorted.every((value) => Number.isInteger(value));
  const [first, last] = [sorted[0] ?? 0, sorted.at(-1) ?? 0];
  return whole && sorted.length <= mostCodes && sorted.length > 1 && first >= 0 && first <= 1 && last <= sorted.length;
}

/** What all profiles say. */
type ProfileBase = Pick<ColumnProfile, 'name' | 'count' | 'empty' | 'isTotal' | 'isYear' | 'unsure'>;
type Counted = ReturnType<typeof countsOf>[number];

/** A column of words or dates. @param read how its cells were tried as numbers */
function ofWords(
  base: ProfileBase,
  filled: readonly Counted[],
  { read }: ReturnType<typeof numbersIn>,
  rowCount: number,
): Omit<ColumnProfile, 'missing'> {
  const { count } = base;
  const texts = filled.map(({ text }) => text);
  const dateOrder = dateOrderOf(texts);
  const order = dateOrder === 'month-day' ? dateOrder : 'day-month';
  const dates = texts.every((text) => !Number.isNaN(parseDate(text, order)));
  const isId = !dates && filled.length === count && count > 8 && filled.length > 0.9 * rowCount;
  const many = filled.length > 40 && filled.length > count / 3;
  const { fault } = read;
  return {
    ...base,
    looks: dates ? 'date' : many || isId ? 'names' : 'nominal',
    different: filled.length,
    values: filled.slice(0, mostShown),
    isId,
    ...(dates && dateOrder !== undefined ? { dateOrder } : {}),
    ...(fault && fault.fault.is !== 'other' && fault.texts.length === filled.length ? { doubt: fault.fault } : {}),
  };
}

/** A column of numbers, which may be codes. */
function ofNumbers(
  base: ProfileBase,
  kept: readonly (Counted & { value: number })[],
  notation: NumberNotation,
): Omit<ColumnProfile, 'missing'> {
  const values = kept.map(({ value }) => value);
  const least = values.reduce((a, b) => Math.min(a, b), Infinity);
  const greatest = values.reduce((a, b) => Math.max(a, b), -Infinity);
  const whole = values.every((value) => Number.isInteger(value));
  const looks = areCodes(values) ? 'coded' : 'numeric';
  const isUnique = whole && kept.length === base.count && base.count > 8;
  const sorted = [...kept].sort((a, b) => a.value - b.value);
  return {
    ...base,
    looks,
    different: kept.length,
    values: looks === 'coded' ? sorted.slice(0, mostShown) : [],
    range: [least, greatest],
    decimals: kept.reduce((most, { text }) => Math.max(most, decimalsIn(cleaned(text), notation)), 0),
    isYear: areYears(base.name, values),
    isId: isUnique && !areYears(base.name, values) && (greatest - least + 1 === base.count || isIdName(base.name)),
  };
}

function profileOf(column: CategoryColumn, rowCount: number, notation: NumberNotation): ColumnProfile {
  const all = countsOf(column);
  const empty = all.find(({ text }) => text === '')?.count ?? 0;
  const filled = all.filter(({ text }) => text !== '' && !noValue.test(text));
  const missing = all.flatMap(({ text }) => (text !== '' && noValue.test(text) ? [text] : []));
  const count = filled.reduce((sum, entry) => sum + entry.count, 0);
  const base = { name: column.name, count, empty, isTotal: false, isYear: false, unsure: [] };
  if (filled.length === 0) return { ...base, looks: 'empty', different: 0, values: [], missing, isId: false };
  const texts = filled.map(({ text }) => text);
  const found = numbersIn(texts, notation);
  if (areCompactDates(texts)) return { ...ofWords(base, filled, found, rowCount), missing };
  const numbers = filled.map((entry) => ({ ...entry, value: found.read.value(entry.text) }));
  if (numbers.some(({ value }) => Number.isNaN(value))) {
    return { ...ofWords(base, filled, found, rowCount), missing };
  }
  const codes = new Set([...likelyCodes(numbers), ...codesAbove(numbers)]);
  const kept = numbers.filter(({ text }) => !codes.has(text));
  const { unit } = found;
  return {
    ...ofNumbers(base, kept, notation),
    missing: [...missing, ...codes],
    unsure: unsureCodes(kept),
    ...(unit === undefined ? {} : { unit }),
  };
}

/** Whether a column is what others make, in nearly all rows that have them all. */
function fits(
  rows: number,
  valuesOf: ReadonlyMap<string, (row: number) => number>,
  own: ColumnProfile,
  made: (value: (column: ColumnProfile) => number) => number,
): boolean {
  let [fit, tried] = [0, 0];
  for (let row = 0; row < rows; row += 1) {
    const value = ({ name }: ColumnProfile) => valuesOf.get(name)?.(row) ?? Number.NaN;
    const [given, found] = [value(own), made(value)];
    if (Number.isNaN(given + found)) continue;
    tried += 1;
    if (Math.abs(given - found) <= 0.005 * Math.max(1, Math.abs(given))) fit += 1;
  }
  return tried > 2 && fit / tried > 0.95;
}

/** Marks columns that are sums or differences of other ones, or that say so in their name. */
function markTotals(profiles: ColumnProfile[], table: Table, notation: NumberNotation): void {
  const measured = profiles.filter(({ looks, isId }) => looks === 'numeric' && !isId);
  const valuesOf = new Map(
    measured.map(({ name }) => {
      const column = table.category(name);
      const { read } = numbersIn(
        column.texts.filter((text) => text !== ''),
        notation,
      );
      const numbers = column.texts.map((text) => read.value(text));
      return [name, (row: number) => numbers[column.codes[row] as number] as number];
    }),
  );
  const rows = Math.min(table.rowCount, 200);
  for (const [i, profile] of measured.entries()) {
    const sums = (others: readonly ColumnProfile[]) =>
      others.length > 1 &&
      fits(rows, valuesOf, profile, (value) => others.reduce((all, other) => all + value(other), 0));
    const before = measured.slice(0, i);
    const others = measured.filter((other) => other !== profile);
    const differs = before.some((a) =>
      before.some((b) => a !== b && fits(rows, valuesOf, profile, (value) => value(a) - value(b))),
    );
    profile.isTotal = namesTotal(profile.name) || sums(before) || differs || (others.length > 2 && sums(others));
  }
}

/**
 * How the numbers of a table seem to be written: with the decimal mark that some column shows beyond doubt. Where one does,
 * the other mark parts thousands.
 */
export function notationOfTable(table: Table): NumberNotation {
  const marks = { '.': 0, ',': 0 };
  for (const name of table.columnNames) {
    const texts = table.category(name).texts.slice(0, 2000).map(cleaned);
    for (const mark of ['.', ','] as const) {
      const form = new RegExp(`^[+-]?(?:\\d*\\${mark}(?!\\d{3}$)\\d+|0\\${mark}\\d+|\\d{4,}\\${mark}\\d+)$`);
      marks[mark] += texts.filter((text) => form.test(text)).length;
    }
  }
  if (marks['.'] === 0 && marks[','] === 0) return { decimalMark: '.', told: false };
  return { decimalMark: marks[','] > marks['.'] ? ',' : '.', told: true };
}

/** Looks a table over: what each of its columns seems to be. Its columns must have been read as categories. */
export function profileTable(table: Table, notation: NumberNotation): ColumnProfile[] {
  const profiles = table.columnNames.map((name) => profileOf(table.category(name), table.rowCount, notation));
  markTotals(profiles, table, notation);
  return profiles;
}

/** A row that is called a total and holds the sum or mean of the other rows in some column of numbers. */
export interface TotalsRow {
  column: string;
  text: string;
}

/** The rows with sums, by the columns that name them. */
export function totalsRowsOf(table: Table, profiles: readonly ColumnProfile[], notation: NumberNotation): TotalsRow[] {
  const measured = profiles.filter(({ looks }) => looks === 'numeric').map(({ name }) => table.category(name));
  const named = profiles.filter(({ looks }) => looks === 'nominal' || looks === 'names');
  return named.flatMap(({ name }): TotalsRow[] => {
    const column = table.category(name);
    const text = column.texts.find(isTotalName);
    const rows = [...column.codes.keys()].filter((row) => column.texts[column.codes[row] as number] === text);
    const [row] = rows;
    if (text === undefined || row === undefined || rows.length > 1) return [];
    const holds = measured.some((own) => {
      const { read } = numbersIn(
        own.texts.filter((cell) => cell !== ''),
        notation,
      );
      const values = Array.from(own.codes, (code) => read.value(own.texts[code] as string));
      const others = values.filter((value, i) => i !== row && !Number.isNaN(value));
      return totalOf(values[row] as number, others) !== undefined;
    });
    return holds ? [{ column: name, text }] : [];
  });
}
