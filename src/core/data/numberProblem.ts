import { error, type Problem } from '../problem/problem.js';
import { cleaned, type NumberFault } from './numberText.js';

/** What a spreadsheet shows where it could not compute a cell. */
export const isBroken = (text: string): boolean =>
  /^(#(N\/A|DIV\/0!|VALUE!|REF!|NAME\?|NUM!|NULL!|SPILL!|CALC!)|Err:\d{3})$/i.test(text);

/** Digits and marks, in groups or not. */
const number = String.raw`[+-]?\d[\d.,]*(?:[ \u00a0\u202f\u2009'’]\d{3}[\d.,]*)*`;
/** Texts in which a person sees a number, by what else they see. */
const dresses = [
  [
    'two',
    new RegExp(String.raw`^${number}\s*(?:(?:±|\+/?-|–|—|-|\.\.+|to)\s*${number}|[([]\s*${number}[^()[\]]*[)\]])$`),
  ],
  ['marked', new RegExp(String.raw`^${number}\s*[*†‡§¶#?¹²³⁴ᵃᵇᶜᵈ]+$`)],
  ['in-brackets', new RegExp(String.raw`^[([]\s*${number}\s*[)\]]$`)],
  ['bound', new RegExp(String.raw`^(?:[<>≤≥~≈]=?|ca\.?)\s*${number}$`, 'i')],
  ['digits', /^(?=.*[^\d\P{Nd}])[-+]?\p{Nd}[\p{Nd}.,٫٬]*$/u],
] as const;

/** Some of the texts of faulty cells, the first apart. */
const othersThan = (first: string, texts: Iterable<string>): string[] =>
  [...new Set(texts)].filter((text) => text !== first).slice(0, 4);

/** The problem of cells that are no numbers: its words depend on what stands there. */
export function numberProblem(column: string, fault: NumberFault, texts: readonly string[], count: number): Problem {
  const { text } = fault;
  const dress = dresses.find(([, form]) => form.test(cleaned(text)))?.[0];
  switch (fault.is) {
    case 'other-mark':
      return error(fault.mark === ',' ? 'decimal-comma' : 'decimal-point', { column, text });
    case 'unsure':
      return error('thousands-unsure', { column, text, mark: fault.mark });
    case 'unit':
      if (dress) return error('number-dressed', { column, text, is: dress, count });
      return error('number-with-unit', { column, text, unit: fault.unit, count });
    default:
      if (isBroken(text)) return error('cell-broken', { column, text, count });
      if (dress) return error('number-dressed', { column, text, is: dress, count });
      return error('not-a-number', { column, text, count, others: othersThan(text, texts) });
  }
}
