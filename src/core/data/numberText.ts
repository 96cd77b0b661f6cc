import type { ThousandsMark } from '../schema/thousandsMarks.js';

/** How numbers are written in a table. */
export interface NumberNotation {
  decimalMark: '.' | ',';
  /** Whether the author states it. Otherwise a point is assumed until a column shows something else. */
  told: boolean;
  /** The thousands separator. Left out: detected column by column. */
  thousandsMark?: ThousandsMark | undefined;
}

/** Decimal points, the default. */
export const pointNotation: NumberNotation = { decimalMark: '.', told: false };

/** The largest size of a number that can be drawn: beyond it, what is computed of it would overflow. */
export const largestNumber = 1e305;

const plain = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?$/;
const minusSigns = /^[\u2212\u2013\ufe63\uff0d]/;
/** Blanks between groups of digits, of any width, and both forms of the apostrophe. */
const groupers: Record<' ' | "'", string> = { ' ': '[ \\u00a0\\u202f\\u2009]', "'": "['\\u2019]" };

/** A text in the form that all readings begin from: no blanks at its ends, a hyphen for each kind of minus. */
export const cleaned = (text: string): string => text.trim().replace(minusSigns, '-');

/** A text with decimal points as a number; `NaN` for all else, and for what is too large to be one. */
export function plainNumber(text: string): number {
  if (!plain.test(text)) return Number.NaN;
  const value = Number(text);
  return Number.isFinite(value) ? value : Number.NaN;
}

/** A text without thousands marks as a number; `NaN` for all else. */
function ungrouped(text: string, decimalMark: '.' | ','): number {
  if (decimalMark === '.') return plainNumber(text);
  return text.includes('.') ? Number.NaN : plainNumber(text.replace(',', '.'));
}

/** Digits in groups of three, the first of one to three, with decimals or without. */
const groupedForms = new Map<string, RegExp>();
function groupedForm(mark: Exclude<ThousandsMark, 'none'>, decimalMark: '.' | ','): RegExp {
  const key = mark + decimalMark;
  const known = groupedForms.get(key);
  if (known) return known;
  const between = mark === ' ' || mark === "'" ? groupers[mark] : `\\${mark}`;
  const form = new RegExp(`^[+-]?[1-9]\\d{0,2}(${between})\\d{3}(?:\\1\\d{3})*(?:\\${decimalMark}\\d*)?$`);
  groupedForms.set(key, form);
  return form;
}

/** A text with its groups of digits joined, where they stand as they must; undefined where they do not. */
function grouped(text: string, mark: Exclude<ThousandsMark, 'none'>, decimalMark: '.' | ','): number | undefined {
  const between = groupedForm(mark, decimalMark).exec(text)?.[1];
  return between === undefined ? undefined : ungrouped(text.split(between).join(''), decimalMark);
}

/**
 * A text alone as a number, or `NaN`: what a column of which it is the only cell would give, thousands in doubt left
 * alone. A missing code, an edge or a value to choose rows by is read so.
 */
export function readNumber(text: string, notation: NumberNotation): number {
  const clean = cleaned(text);
  const direct = ungrouped(clean, notation.decimalMark);
  return Number.isNaN(direct) ? (byThousands(clean, notation) ?? Number.NaN) : direct;
}

/** Thousands that cannot be taken for anything else: with blanks or apostrophes, or with the mark that is told. */
function byThousands(clean: string, { decimalMark, thousandsMark }: NumberNotation): number | undefined {
  if (thousandsMark === 'none') return undefined;
  const marks = thousandsMark === undefined ? ([' ', "'"] as const) : [thousandsMark];
  for (const mark of marks) {
    const value = mark === decimalMark ? undefined : grouped(clean, mark, decimalMark);
    if (value !== undefined) return value;
  }
  return undefined;
}

/** A code as the author writes it: a number of the file itself has a point, a text the marks of the table. */
export function readCode(code: string, notation: NumberNotation): number {
  const clean = cleaned(code);
  const direct = plainNumber(clean);
  return Number.isNaN(direct) ? readNumber(clean, notation) : direct;
}

/** Why cells of a column are not numbers, or not certainly. */
export type NumberFault =
  /** The other mark is used as a decimal mark. */
  | { is: 'other-mark'; text: string; mark: '.' | ',' }
  /** It may separate thousands or decimals. */
  | { is: 'unsure'; text: string; mark: '.' | ',' }
  /** A sign or unit stands beside the number; surely where it is one of percent or money, or stands apart by a blank. */
  | { is: 'unit'; text: string; unit: string; sure: boolean }
  | { is: 'other'; text: string };

/** How many faults are enough to tell what is wrong with a column. */
const mostFaults = 1000;

/** What a column of texts means as numbers. */
export interface NumbersRead {
  value(text: string): number;
  /** The first fault and the texts that have it. */
  fault?: { fault: NumberFault; texts: string[] };
  /** A text read with thousands that nothing but the told decimal mark speaks for. */
  assumed?: string;
}

/** Signs of shares, degrees and money. */
const sign = /^(?:[%‰°]|\p{Sc})/u;

/** A sign or unit before or after digits: € 12, 45 %, 3.2 kg. */
const withUnit = /^(\p{Sc}|[A-Z]{3}(?=\s))?\s*([+-]?[\d.,\s'\u2019]*\d)(\s*)([^\d\s.,+-][^\d]{0,11})?$/u;

/** A text without the unit that the codebook gives its column. */
function withoutUnit(text: string, unit: string | undefined): string {
  if (unit === undefined || unit === '') return text;
  if (text.endsWith(unit)) return text.slice(0, -unit.length).trim();
  if (text.startsWith(unit)) return cleaned(text.slice(unit.length));
  // A minus before a sign of currency: −€12.
  return text.startsWith(`-${unit}`) ? `-${text.slice(unit.length + 1).trim()}` : text;
}

const powersOfTen = Array.from({ length: 16 }, (_, i) => 10 ** i);

/** A text that is a number if the other mark separates thousands. */
interface Doubtful {
  text: string;
  bare: string;
  value: number;
}

/**
 * Reads the texts of one column together, since one alone may be in doubt: "12,345" is twelve thousand where other cells
 * have two groups or a decimal point, has three decimals where others have one or two, and is asked about where nothing
 * speaks for either.
 */
export class ColumnNotation {
  private hasDecimals = false;
  private hasLongWhole = false;

  private readonly notation: NumberNotation;
  private readonly unit: string | undefined;

  constructor(notation: NumberNotation, unit?: string | undefined) {
    this.notation = notation;
    this.unit = unit;
  }

  /** The number of a text that is not in doubt; `NaN` where the column has to be seen first. */
  direct(text: string): number {
    const { decimalMark } = this.notation;
    const value = ungrouped(text, decimalMark);
    if (Number.isNaN(value)) return value;
    if (!this.hasDecimals && text.includes(decimalMark)) this.hasDecimals = true;
    if (!this.hasLongWhole && (value >= 1000 || value <= -1000)) this.hasLongWhole = /^[+-]?\d{4}/.test(text);
    return value;
  }

  /**
   * The same of a number that stands in a text from one place to another, of digits and a decimal mark alone: whole numbers of
   * fifteen digits and powers of ten up to 22 are exact, so that their quotient is the nearest number to the decimal one (W. D.
   * Clinger, How to Read Floating Point Numbers Accurately, 1990). `NaN` where more stands there, or anything else.
   */
  directIn(text: string, start: number, end: number): number {
    const mark = this.notation.decimalMark.charCodeAt(0);
    const isNegative = text.charCodeAt(start) === 45;
    const from = isNegative ? start + 1 : start;
    let [whole, digits, decimals] = [0, 0, -1];
    for (let at = from; at < end; at += 1) {
      const sign = text.charCodeAt(at);
      if (sign === mark && decimals < 0 && digits > 0) decimals = 0;
      else if (sign >= 48 && sign <= 57) {
        whole = 10 * whole + (sign - 48);
        digits += 1;
        if (decimals >= 0) decimals += 1;
      } else return Number.NaN;
    }
    if (digits === 0 || digits > 15) return Number.NaN;
    const value = decimals > 0 ? whole / (powersOfTen[decimals] as number) : whole;
    this.hasDecimals ||= decimals >= 0;
    this.hasLongWhole ||= value >= 1000;
    return isNegative ? -value : value;
  }

  /** Texts that are numbers for sure, those that may be, and those that are none. */
  private sorted(texts: readonly string[], other: '.' | ',') {
    const { decimalMark, thousandsMark } = this.notation;
    const clean = texts.map((text) => ({ text, bare: withoutUnit(cleaned(text), this.unit) }));
    for (const { bare } of clean) this.direct(bare);
    const values = new Map<string, number>();
    const doubtful: Doubtful[] = [];
    const faults: { fault: NumberFault; text: string }[] = [];
    for (const { text, bare } of clean) {
      // A column of names is seen soon.
      if (faults.length >= mostFaults) break;
      const direct = ungrouped(bare, decimalMark);
      const sure = Number.isNaN(direct) ? byThousands(bare, this.notation) : direct;
      const value = sure === undefined && thousandsMark === undefined ? grouped(bare, other, decimalMark) : undefined;
      if (sure !== undefined) values.set(text, sure);
      else if (value !== undefined) doubtful.push({ text, bare, value });
      else faults.push({ fault: this.faultOf(text, bare, other), text });
    }
    return { values, doubtful, faults };
  }

  /** Reads what `direct` could not, once all other cells have been seen. */
  resolve(texts: readonly string[]): NumbersRead {
    const { decimalMark, told } = this.notation;
    const other = decimalMark === '.' ? ',' : '.';
    const { values, doubtful, faults } = this.sorted(texts, other);
    const clear = ({ bare }: Doubtful) => bare.split(other).length > 2 || bare.includes(decimalMark);
    const decided = told || this.hasDecimals || doubtful.some(clear);
    const contradicted = this.hasLongWhole || faults.some(({ fault }) => fault.is === 'other-mark');
    for (const { text, value } of doubtful) {
      if (decided && !contradicted) values.set(text, value);
      else faults.push({ fault: { is: 'unsure', text, mark: other }, text });
    }
    // If a column is clear about its decimals, that settles the rest.
    const first = faults.find(({ fault }) => fault.is === 'other-mark') ?? faults[0];
    const assumed = told && !this.hasDecimals ? doubtful.find(({ text }) => values.has(text))?.text : undefined;
    return {
      value: (text) => values.get(text) ?? Number.NaN,
      ...(first
        ? { fault: { fault: first.fault, texts: faults.map(({ text }) => text) } }
        : assumed === undefined
          ? {}
          : { assumed }),
    };
  }

  private faultOf(text: string, bare: string, other: '.' | ','): NumberFault {
    if (!Number.isNaN(ungrouped(bare, other)) && bare.includes(other)) return { is: 'other-mark', text, mark: other };
    const [, before, digits, blank = '', after] = withUnit.exec(bare) ?? [];
    const unit = (after ?? before)?.trim();
    if (unit !== undefined && digits !== undefined && (before === undefined || after === undefined)) {
      return { is: 'unit', text, unit, sure: before !== undefined || blank !== '' || sign.test(unit) };
    }
    return { is: 'other', text };
  }
}
