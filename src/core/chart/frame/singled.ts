import { entryAt } from '../../at.js';
import { type Categories, findCategory, findText } from '../../data/categories.js';
import type { NumberNotation } from '../../data/numberText.js';
import type { CategoryColumn } from '../../data/table.js';
import { nearest } from '../../problem/nearest.js';
import { error, type Problem } from '../../problem/problem.js';
import type { ChartInput, Named } from '../chartInput.js';
import type { Cell, Singled } from '../plan.js';

/** What a chart shows: its groupings, and the column that names its cases, where it draws them. */
interface Known {
  shown: readonly Categories[];
  ids: CategoryColumn | undefined;
  notation: NumberNotation;
}

/** The code of a value of a variable that the chart shows, or of a case by the column that names the cases. */
function codeOf(column: string, value: string, { shown, ids, notation }: Known) {
  const categories = shown.find(({ variable }) => variable.name === column)?.categories;
  if (categories) {
    const at = findCategory(categories, value, notation);
    return { code: categories[at]?.code, known: categories.map(({ name }) => name) };
  }
  if (ids?.name !== column) return undefined;
  return { code: findText(ids.texts, value, notation), known: ids.texts };
}

/**
 * The groups and cases that accents and the spotlight name, as codes; variables and values that the chart does not show
 * are problems.
 *
 * @param shown the groupings of the chart
 * @param ids the column that names single cases, where the chart draws them
 */
export function resolveSingled(
  input: ChartInput<unknown>,
  shown: readonly Categories[],
  ids?: CategoryColumn,
): { singled: Singled; problems: Problem[] } {
  const problems: Problem[] = [];
  const codesOf = (column: string, wanted: Named[string], at: string): string[] =>
    [wanted].flat().flatMap((one, i) => {
      const path = Array.isArray(wanted) ? `${at}.${column}.${i}` : `${at}.${column}`;
      const value = String(one);
      const found = codeOf(column, value, { shown, ids, notation: input.table.notation });
      if (!found) {
        const used = [...shown.map(({ variable }) => variable.name), ...(ids ? [ids.name] : [])];
        problems.push(error('variable-unused', { column, path, used }, input.locate(path)));
      } else if (found.code !== undefined) return [found.code];
      else {
        const { known } = found;
        const facts = { column, value, path, known, nearest: nearest(value, known) };
        problems.push(error('value-unknown', facts, input.locate(path)));
      }
      return [];
    });
  // Several values of several variables name all that have one of each.
  const cellsOf = (named: Named, at: string): Cell[] =>
    Object.entries(named).reduce<Cell[]>(
      (cells, [column, wanted]) => {
        const codes = codesOf(column, wanted, at);
        return cells.flatMap((cell) => codes.map((code) => ({ ...cell, [column]: code })));
      },
      [{}],
    );
  const accents = input.accents.flatMap((accent, index) =>
    cellsOf(accent.for, `accents.${index}.for`).map((cell) => ({ cell, index })),
  );
  const spotlight = input.spotlight.flatMap((named, index) => cellsOf(named, `spotlight.${index}`));
  return { singled: { accents, spotlight }, problems };
}

/** The names of the cases in some rows, where accents or the spotlight name one of them. */
export function singledIds(
  { accents, spotlight }: Singled,
  ids: CategoryColumn | undefined,
  rows: readonly number[],
): { variable: string; texts: string[] } | undefined {
  const named = [...accents.map(({ cell }) => cell), ...spotlight].some((cell) => ids && ids.name in cell);
  if (!ids || !named) return undefined;
  return { variable: ids.name, texts: rows.map((row) => entryAt(ids.texts, entryAt(ids.codes, row))) };
}
