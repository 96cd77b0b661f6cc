import { error, type Problem } from '../problem/problem.js';
import type { NumberFault } from './numberText.js';

/** What a spreadsheet shows where it could not compute a cell. */
export const isBroken = (text: string): boolean =>
  /^(#(N\/A|DIV\/0!|VALUE!|REF!|NAME\?|NUM!|NULL!|SPILL!|CALC!)|Err:\d{3})$/i.test(text);

/** Some of the texts of faulty cells, the first apart. */
const othersThan = (first: string, texts: Iterable<string>): string[] =>
  [...new Set(texts)].filter((text) => text !== first).slice(0, 4);

/** The problem of cells that are no numbers: its words depend on what stands there. */
export function numberProblem(column: string, fault: NumberFault, texts: readonly string[], count: number): Problem {
  const { text } = fault;
  switch (fault.is) {
    case 'other-mark':
      return error(fault.mark === ',' ? 'decimal-comma' : 'decimal-point', { column, text });
    case 'unsure':
      return error('thousands-unsure', { column, text, mark: fault.mark });
    case 'unit':
      return error('number-with-unit', { column, text, unit: fault.unit, count });
    default:
      if (isBroken(text)) return error('cell-broken', { column, text, count });
      return error('not-a-number', { column, text, count, others: othersThan(text, texts) });
  }
}
