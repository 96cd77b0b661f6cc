/** How a language writes dates and percentages. */
export interface Writing {
  /** Short names of the months, from January. */
  months: readonly string[];
  /** Forms of dates, with `{day}`, `{month}` and `{year}`. */
  day: string;
  dayOfYear: string;
  monthOfYear: string;
  /** Form of a percentage, with `{number}`. */
  percent: string;
}

/** Digits of a language that has its own, with the marks that stand among them. */
export interface OwnDigits {
  /** From zero to nine. */
  ten: string;
  decimalMark: string;
  /** Between groups of three digits. */
  group: string;
}

/** How numbers and dates are written; the words of a house style. */
export interface NumberForm {
  decimalMark: '.' | ',';
  grouping: 'none' | 'space' | 'comma' | 'point';
  /** How the language writes dates and percentages; left out: dates as numbers, percentages with the sign behind. */
  writing?: Writing;
  /** Dates with the names of months, or as ISO 8601 has them; left out: in words. */
  dates?: 'words' | 'iso';
  /** The digits of the language, where it has its own and they are asked for; left out: Western ones. */
  digits?: OwnDigits;
}

/** A text with the digits of a form. */
export const inDigits = (text: string, { digits }: Pick<NumberForm, 'digits'>): string =>
  digits ? text.replace(/[0-9]/g, (digit) => digits.ten[Number(digit)] as string) : text;

/** How the numbers along an axis are written, beside their decimals. */
export interface TickFormat {
  as: 'plain' | 'percent' | 'powers';
  per: 'ones' | 'thousands' | 'millions';
  prefix: string;
  suffix: string;
  leadingZero: boolean;
  /** Significant digits, in place of decimals. */
  significant?: number;
}

/** Numbers as they are. */
export const plainFormat: TickFormat = { as: 'plain', per: 'ones', prefix: '', suffix: '', leadingZero: true };

const divisors = { ones: 1, thousands: 1e3, millions: 1e6 } as const;

/** What the numbers of an axis are divided by before they are written. */
export const divisorOf = ({ as, per }: TickFormat): number => (as === 'percent' ? 0.01 : divisors[per]);

/** The decimals that write a number with some significant digits. */
export const decimalsFor = (value: number, significant: number): number =>
  value === 0
    ? 0
    : Math.max(
        0,
        significant -
          1 -
          Number(
            Math.abs(value)
              .toExponential(significant - 1)
              .split('e')[1],
          ),
      );

/** The text of a number as a percentage. @param form as the language writes it; left out: the sign behind the number */
export const percentText = (text: string, form = '{number}%'): string => form.replace('{number}', () => text);

/** A number along an axis or at a mark; `decimals` are those of the number as it is written. */
export function formatTick(value: number, fixed: number, form: NumberForm, format: TickFormat): string {
  const exact = Number((value / divisorOf(format)).toPrecision(14));
  const { significant } = format;
  const shown = significant === undefined ? exact : Number(exact.toPrecision(significant));
  const decimals = significant === undefined ? fixed : decimalsFor(shown, significant);
  const plain = format.as === 'powers' && value !== 0 ? powerOfTen(value, form) : plainNumber(shown, decimals, form);
  const written = format.leadingZero ? plain : plain.replace(/^(\u2212?)0(?=[^\d]\d)/, '$1');
  const short = inDigits(written, form);
  // The minus stands before what is before the number.
  const signed =
    format.prefix !== '' && short.startsWith('\u2212')
      ? `\u2212${format.prefix}${short.slice(1)}`
      : `${format.prefix}${short}`;
  return `${format.as === 'percent' ? percentText(signed, form.writing?.percent) : signed}${format.suffix}`;
}

/** U+202F, a narrow blank that does not break. */
const groupMarks = { none: '', space: '\u202f', comma: ',', point: '.' } as const;

/**
 * A size with a fixed count of decimals. What lies half way between two of them is rounded up by the decimal text that a reader
 * sees, not by the binary number behind it, which may lie a hair below: 1.005 becomes 1.01, 2.675 becomes 2.68.
 */
export function fixedText(size: number, decimals: number): string {
  // What a mean has beyond 15 digits is the rounding of its computation.
  const exact = Number(size.toPrecision(15));
  const text = String(exact);
  const point = text.indexOf('.');
  const isTie = point > 0 && text.length - point - 2 === decimals && text.endsWith('5') && !text.includes('e');
  if (!isTie) return exact.toFixed(decimals);
  const digits = BigInt(text.slice(0, point) + text.slice(point + 1, -1)) + 1n;
  const whole = String(digits).padStart(decimals + 1, '0');
  return decimals === 0 ? whole : `${whole.slice(0, -decimals)}.${whole.slice(-decimals)}`;
}

/**
 * A number with a fixed count of decimals, ties rounded away from zero, a true minus and the marks of the style. Numbers of 1e15 and above, and those of more than 9 decimals, are
 * written as powers of ten.
 */
export const formatNumber = (value: number, decimals: number, form: NumberForm): string =>
  inDigits(plainNumber(value, decimals, form), form);

/** The same with Western digits, and the marks of the form. */
function plainNumber(value: number, decimals: number, form: NumberForm): string {
  const size = Math.abs(value);
  if (size === 0 && decimals > 9) return '0';
  if (size >= 1e15 || decimals > 9) return powerOfTen(value, form);
  const [whole = '0', part] = fixedText(size, decimals).split('.');
  const group = form.digits?.group ?? groupMarks[form.grouping];
  const grouped = form.grouping === 'none' ? whole : whole.replace(/\B(?=(\d{3})+$)/g, group);
  const text = part === undefined ? grouped : `${grouped}${form.digits?.decimalMark ?? form.decimalMark}${part}`;
  const isZero = !/[1-9]/.test(text);
  return value < 0 && !isZero ? `\u2212${text}` : text;
}

const superscripts = '⁰¹²³⁴⁵⁶⁷⁸⁹';

/** A number as a product with a power of ten, such as 2.5 × 10¹⁵. */
export function powerOfTen(value: number, form: NumberForm): string {
  const [mantissa = '0', exponent = '0'] = Math.abs(value).toExponential(5).split('e');
  const digits = mantissa.replace(/\.?0+$/, '').replace('.', form.decimalMark);
  const raised = [...exponent.replace('+', '')].map((d) => (d === '-' ? '⁻' : superscripts[Number(d)])).join('');
  const product = digits === '1' ? '' : `${digits} × `;
  return `${value < 0 ? '\u2212' : ''}${product}10${raised}`;
}

/** The fewest decimals that write a number exactly, to 12 significant digits and at most 12. */
export function decimalsOf(value: number): number {
  const slack = Math.abs(value) * 1e-12;
  let power = 1;
  for (let decimals = 0; decimals < 12; decimals += 1) {
    const scaled = value * power;
    if (Math.abs(scaled - Math.round(scaled)) <= slack * power) return decimals;
    power *= 10;
  }
  return 12;
}
