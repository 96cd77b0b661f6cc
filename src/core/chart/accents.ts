import { type Categories, findCategory } from '../data/categories.js';
import { nearest } from '../document/nearest.js';
import { error, type Problem } from '../document/problem.js';
import type { ChartInput } from './kind.js';
import type { Plan } from './plan.js';

/** The groups that accents name, as codes; variables and values that the chart does not show are problems. */
export function resolveAccents(
  input: ChartInput<unknown>,
  shown: readonly Categories[],
): { accents: Plan['accents']; problems: Problem[] } {
  const problems: Problem[] = [];
  const accents = input.accents.map((accent, index) => {
    const cell: Record<string, string> = {};
    for (const [column, wanted] of Object.entries(accent.for)) {
      const path = `accents.${index}.for.${column}`;
      const categories = shown.find(({ variable }) => variable.name === column);
      if (!categories) {
        const used = shown.map(({ variable }) => variable.name);
        problems.push(error('variable-unused', { column, path, used }, input.locate(path)));
        continue;
      }
      const at = findCategory(categories.categories, String(wanted));
      const known = categories.categories.map(({ name }) => name);
      if (at >= 0) cell[column] = (categories.categories[at] as { code: string }).code;
      else {
        const facts = { column, value: String(wanted), path, known, nearest: nearest(String(wanted), known) };
        problems.push(error('value-unknown', facts, input.locate(path)));
      }
    }
    return { cell, index };
  });
  return { accents, problems };
}
