import Papa from 'papaparse';
import type { Answer, AnsweredColumn, Answerer, Moments } from '../../src/core/ask/answerer.js';
import type { AskedColumn, Question } from '../../src/core/ask/question.js';
import { type Outcome, succeed } from '../../src/core/problem/problem.js';

const isNumber = (text: string) => /^-?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(text);
const decimalsOf = (text: string) => text.split('.')[1]?.length ?? 0;

/** Whether a cell is one of those whose moments suffice. */
function isSummed({ as, apart = [], within }: AskedColumn, text: string): boolean {
  const value = Number(text);
  if (as !== 'moments' || !isNumber(text) || apart.includes(value)) return false;
  return !within || (value >= within[0] && value <= within[1]);
}

/** Between which of its edges a number lies. */
const placeAmong = ({ edges = [] }: AskedColumn, text: string) =>
  `summed ${edges.map((edge) => Math.sign(Number(text) - edge)).join()}`;

/** The moments of some numbers, in the plainest way. */
function momentsOf(numbers: readonly number[]) {
  const mean = numbers.reduce((sum, value) => sum + value, 0) / numbers.length;
  return { mean, squares: numbers.reduce((sum, value) => sum + (value - mean) ** 2, 0) };
}

function columnOf(asked: AskedColumn, groups: readonly (readonly string[])[]): AnsweredColumn {
  const { column, as } = asked;
  const cells = groups.map(([text = '']) => text);
  if (as === 'value') return { column, cells };
  const summed = groups.map((texts) => (isSummed(asked, texts[0] ?? '') ? momentsOf(texts.map(Number)) : undefined));
  const numbers = groups.flat().filter((text) => isSummed(asked, text));
  const moments: Moments = {
    means: Float64Array.from(summed, (own) => own?.mean ?? Number.NaN),
    squares: Float64Array.from(summed, (own) => own?.squares ?? 0),
    least: Math.min(...numbers.map(Number)),
    greatest: Math.max(...numbers.map(Number)),
    decimals: Math.max(0, ...numbers.map(decimalsOf)),
  };
  return { column, cells, moments };
}

/**
 * Answers questions of a CSV text in the plainest way: what engines have to agree with.
 *
 * @param asked takes the questions
 */
export function plainAnswerer(name: string, csv: string, asked: Question[] = []): Answerer {
  const [names = [], ...rows] = Papa.parse(csv.trim()).data as string[][];
  return {
    name,
    columns: names.map((own, i) => {
      const isNumeric = rows.every((row) => row[i] === '' || isNumber(row[i] ?? ''));
      return { name: own, holds: isNumeric ? ('number' as const) : ('text' as const), type: 'text' };
    }),
    async ask(question: Question): Promise<Outcome<Answer>> {
      asked.push(question);
      const places = question.columns.map(({ column }) => names.indexOf(column));
      const groups = new Map<string, string[][]>();
      for (const [i, row] of rows.entries()) {
        const cells = places.map((place) => (row[place] ?? '').trim());
        const key = question.columns.map((own, c) =>
          isSummed(own, cells[c] ?? '') ? placeAmong(own, cells[c] ?? '') : cells[c],
        );
        const id = question.rows === 'each' ? String(i) : JSON.stringify(key);
        groups.set(id, [...(groups.get(id) ?? []), cells]);
      }
      // In an order that is none of the table.
      const found = [...groups.values()];
      const bundles = question.rows === 'each' ? found : found.reverse();
      const columns = question.columns.map((own, c) =>
        columnOf(
          own,
          bundles.map((cells) => cells.map((texts) => texts[c] ?? '')),
        ),
      );
      const together = (question.together ?? []).map((own) =>
        question.columns.findIndex(({ column }) => column === own),
      );
      /** How the numbers of two columns go together in each bundle. */
      const productsOf = (a: number, b: number) =>
        Float64Array.from(bundles, (cells, row) => {
          const [x, y] = [columns[a]?.moments?.means[row] ?? Number.NaN, columns[b]?.moments?.means[row] ?? Number.NaN];
          const of = (texts: string[]) => (Number(texts[a]) - x) * (Number(texts[b]) - y);
          return Number.isNaN(x + y) ? 0 : cells.reduce((sum, texts) => sum + of(texts), 0);
        });
      return succeed({
        rows: bundles.length,
        columns: columns.map((own, c) => {
          const later = together.slice(together.indexOf(c) + 1);
          if (!own.moments || !together.includes(c) || later.length === 0) return own;
          const beside = later.flatMap((b) => (columns[b]?.moments ? [[columns[b].column, productsOf(c, b)]] : []));
          return { ...own, moments: { ...own.moments, products: Object.fromEntries(beside) } };
        }),
        ...(question.rows === 'each' ? {} : { sizes: Float64Array.from(bundles, ({ length }) => length) }),
      });
    },
  };
}
