import { entryAt } from '../at.js';
import { type DateOrder, parseDate } from './dates.js';
import { ColumnNotation, cleaned, type NumberFault, type NumberNotation } from './numberText.js';
import { isCodeLike, suspectValues } from './suspectCodes.js';
import type { CategoryColumn, Table } from './table.js';
import { namesTotal } from './totals.js';

/** What a column of a table seems to be. */
export interface ColumnProfile {
  /** Name of the column. */
  name: string;
  /** What it seems to hold. */
  looks: 'numeric' | 'date' | 'nominal' | 'coded' | 'names' | 'empty';
  /** Rows with a value. */
  count: number;
  /** Cells without a value. */
  empty: number;
  /** How many different values there are, and the first of them in order with how often each occurs. */
  different: number;
  /** The first of its different values, with how often each occurs. */
  values: { text: string; count: number }[];
  /** Least and greatest number, missing codes left out. */
  range?: [number, number];
  /** Most decimals of its numbers. */
  decimals?: number;
  /** The sign or unit that stands beside all its numbers. */
  unit?: string;
  /** What is in doubt of how its numbers are written. */
  doubt?: NumberFault;
  /** Words that stand for "no value", such as NA. */
  missing: string[];
  /** Numbers that may stand for it, and may be measured: values until the author says so. */
  unsure: string[];
  /** Texts among its numbers that are none, and look like numbers with something wrong: no figure is drawn of them. */
  odd: string[];
  /** Whether its numbers are years. */
  isYear: boolean;
  /** Which comes first in dates such as 3/4/2026; "unsure" where none of them says so. */
  dateOrder?: DateOrder | 'unsure';
  /** Whether its values name the rows. */
  isId: boolean;
  /** Whether it seems to follow from other columns: their sum, or a difference. */
  isTotal: boolean;
}

const noValue =
  /^(na|n\/a|nan|null|none|missing|unknown|-|–|—|\.{1,3}|…|:|\?|#n\/a|k\.\s?a\.|n\.\s?d\.|s\.\s?o\.|s\/d|n\.\s?v\.\s?t\.|b\.\s?d\.|n\.\s?a\.)$/i;
const mostShown = 12;
/** Columns of numbers with at most so many different whole values may be codes of categories. */
const mostCodes = 7;

/** How often each text occurs. */
function countsOf(column: CategoryColumn): { text: string; count: number }[] {
  const counts = new Int32Array(column.texts.length);
  for (const code of column.codes) counts[code] = entryAt(counts, code) + 1;
  const joined = new Map<string, number>();
  for (const [id, text] of column.texts.entries()) joined.set(text, (joined.get(text) ?? 0) + entryAt(counts, id));
  return [...joined].filter(([, count]) => count > 0).map(([text, count]) => ({ text, count }));
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

/** The texts of a column as numbers, with the unit that stands beside most of them: of "4 or more" alone, the rest is no unit. */
function numbersIn(texts: readonly string[], notation: NumberNotation) {
  const plain = new ColumnNotation(notation).resolve(texts);
  const fault = plain.fault?.fault;
  const isUnit =
    fault?.is === 'unit' && fault.sure && 2 * texts.filter((text) => text.includes(fault.unit)).length > texts.length;
  if (!isUnit) return { read: plain, unit: undefined };
  return { read: new ColumnNotation(notation, fault.unit).resolve(texts), unit: fault.unit };
}

/** Whether values run from 0 or 1 without large holes, as codes do. */
function areCodes(values: readonly number[]): boolean {
  const sorted = [...values].sort((a, b) => a - b);
  const whole = sorted.every((value) => Number.isInteger(value));
  const [first, last] = [sorted[0] ?? 0, sorted.at(-1) ?? 0];
  return whole && sorted.length <= mostCodes && sorted.length > 1 && first >= 0 && first <= 1 && last <= sorted.length;
}

const countedName =
  /week|day|month|hour|minute|time|year|dose|age|trial|round|grade|level|step|woche|tag|monat|jahr|alter/i;
const leastRunning = 8;

/** Whether numbers run from 0 or 1 without holes, each in as many rows: they number subjects that were measured several times. */
function areRepeatedNumbers(name: string, kept: readonly { value: number; count: number }[]): boolean {
  const [first] = kept;
  if (!first || first.count < 2 || kept.length < leastRunning || countedName.test(name)) return false;
  const values = kept.map(({ value }) => value);
  const [least, greatest] = [Math.min(...values.slice(0, 50_000)), Math.max(...values.slice(0, 50_000))];
  const isRow = values.every(Number.isInteger) && (least === 0 || least === 1) && greatest - least + 1 === kept.length;
  return isRow && kept.every(({ count }) => count === first.count);
}

/** What all profiles say. */
type ProfileBase = Pick<ColumnProfile, 'name' | 'count' | 'empty' | 'isTotal' | 'isYear' | 'unsure' | 'odd'>;
type Counted = ReturnType<typeof countsOf>[number];

/** So many codes for "no value", each with a reason of its own, a column of words may have. */
const mostCodesAmong = 3;

/** Numbers among words that people write for "no value": -99 among answers in words. */
function codesAmong(texts: readonly string[]): string[] {
  const codes = texts.filter((text) => Number.isFinite(Number(text)));
  const areFew = codes.length <= mostCodesAmong && 2 * codes.length < texts.length;
  return areFew && codes.every((text) => isCodeLike(Number(text))) ? codes : [];
}

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
    unsure: codesAmong(texts),
    ...(dates && dateOrder !== undefined ? { dateOrder } : {}),
    ...(fault && fault.fault.is !== 'other' && fault.texts.length === filled.length ? { doubt: fault.fault } : {}),
  };
}

/** A column of numbers, which may be codes. @param isUnsure whether a number may stand for "no value", and tells nothing of the rest */
function ofNumbers(
  base: ProfileBase,
  all: readonly (Counted & { value: number })[],
  isUnsure: (one: { value: number }) => boolean,
  notation: NumberNotation,
): Omit<ColumnProfile, 'missing'> {
  const kept = all.filter((one) => !isUnsure(one));
  const values = kept.map(({ value }) => value);
  const least = values.reduce((a, b) => Math.min(a, b), Infinity);
  const greatest = values.reduce((a, b) => Math.max(a, b), -Infinity);
  const whole = values.every((value) => Number.isInteger(value));
  const looks = areCodes(values) ? 'coded' : 'numeric';
  const isUnique = whole && kept.length === base.count;
  const isRun = greatest - least + 1 === base.count;
  // In few rows only what is called so names them: other numbers may run on by chance.
  const isEnough = base.count > 8 || (base.count > 2 && isRun && isIdName(base.name));
  const sorted = [...all].sort((a, b) => a.value - b.value);
  return {
    ...base,
    looks,
    different: kept.length,
    values: looks === 'coded' ? sorted.slice(0, mostShown) : [],
    range: [least, greatest],
    decimals: kept.reduce((most, { text }) => Math.max(most, decimalsIn(cleaned(text), notation)), 0),
    isYear: areYears(base.name, values),
    isId:
      (isUnique && isEnough && !areYears(base.name, values) && (isRun || isIdName(base.name))) ||
      areRepeatedNumbers(base.name, kept),
  };
}

/** With fewer different numbers a column may hold categories: 1, 2, 3, and more. */
const leastNumbers = 8;
/** At most so many different texts among numbers, in at most this share of the cells, are by mistake. */
const [mostOdd, oddShare] = [3, 0.1];

/** The few texts of a column of numbers that are none; undefined where they are too many for that, or digits and marks alone. */
function strangers<One extends Counted & { value: number }>(all: readonly One[], count: number): One[] | undefined {
  const odd = all.filter(({ value }) => Number.isNaN(value));
  if (odd.length === 0) return [];
  const cells = odd.reduce((sum, one) => sum + one.count, 0);
  const areFew = odd.length <= mostOdd && all.length - odd.length >= leastNumbers && cells <= oddShare * count;
  return areFew && odd.every(({ text }) => /[^\d\s.,'’+-]/.test(text)) ? odd : undefined;
}

function profileOf(column: CategoryColumn, rowCount: number, notation: NumberNotation): ColumnProfile {
  const all = countsOf(column);
  const empty = all.find(({ text }) => text === '')?.count ?? 0;
  const filled = all.filter(({ text }) => text !== '' && !noValue.test(text));
  const missing = all.flatMap(({ text }) => (text !== '' && noValue.test(text) ? [text] : []));
  const count = filled.reduce((sum, entry) => sum + entry.count, 0);
  const base = { name: column.name, count, empty, isTotal: false, isYear: false, unsure: [], odd: [] };
  if (filled.length === 0) return { ...base, looks: 'empty', different: 0, values: [], missing, isId: false };
  const texts = filled.map(({ text }) => text);
  const found = numbersIn(texts, notation);
  if (areCompactDates(texts)) return { ...ofWords(base, filled, found, rowCount), missing };
  const read = filled.map((entry) => ({ ...entry, value: found.read.value(entry.text) }));
  const strange = strangers(read, count);
  if (!strange) return { ...ofWords(base, filled, found, rowCount), missing };
  const numbers = read.filter((one) => !strange.includes(one));
  // A word stands for no value; what has digits may be a slip, and is asked about.
  const [words, odd] = [false, true].map((isSlip) =>
    strange.flatMap(({ text }) => (/\p{Nd}/u.test(text) === isSlip ? [text] : [])),
  ) as [string[], string[]];
  const counts = new Map<number, number>();
  for (const { value, count: times } of numbers) counts.set(value, (counts.get(value) ?? 0) + times);
  // Whether a number is a code nobody but the author can tell: it is asked about, and is a value until then.
  const suspects = new Set(suspectValues(counts));
  const isUnsure = ({ value }: { value: number }) => suspects.has(value);
  const { unit } = found;
  return {
    ...ofNumbers(base, numbers, isUnsure, notation),
    missing: [...missing, ...words],
    unsure: [...numbers.filter(isUnsure).map(({ text }) => text), ...odd],
    odd,
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
      return [name, (row: number) => entryAt(numbers, entryAt(column.codes, row))];
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
