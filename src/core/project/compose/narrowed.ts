import type { Finer } from '../../ask/asked.js';
import type { Singly } from '../../ask/question.js';
import { type NumberColumn, sizeOf, type Table } from '../../data/table.js';
import { type Place, type Problem, warning } from '../../problem/problem.js';

/** So many values of the source, at most, are asked for by themselves, from so many pieces of a column. */
const [mostSingle, mostPieces] = [250_000, 4000];

/** Columns of which numbers were needed by themselves that stand for several. */
const soughtOf = (table: Table): NumberColumn[] =>
  table.columns.flatMap((column) =>
    column.as === 'number' && column.bundles?.step !== undefined && (column.bundles.sought?.size ?? 0) > 0
      ? [column]
      : [],
  );

/** The pieces of a column whose numbers are needed by themselves, with those known before: of new ones first those with the fewest. */
function singlyOf({ numbers, bundles }: NumberColumn, table: Table, before: Singly | undefined): Singly {
  const step = before?.step ?? bundles?.step ?? 1;
  const counts = new Map<number, number>();
  for (const [row, value] of numbers.entries()) {
    if (!bundles?.sought?.has(value)) continue;
    const multiple = Math.floor(value / step + 1e-9);
    counts.set(multiple, (counts.get(multiple) ?? 0) + sizeOf(table, row));
  }
  const found = new Set(before?.multiples);
  let left = mostSingle;
  for (const [multiple, count] of [...counts].sort(([, a], [, b]) => a - b)) {
    left -= count;
    if (left < 0 || found.size >= mostPieces) break;
    found.add(multiple);
  }
  return { step, multiples: [...found].sort((a, b) => a - b) };
}

/**
 * What a source has to be asked for by itself, where a chart needed numbers that stand for several: those among which a quartile,
 * the end of a whisker or a value beyond it lies.
 *
 * @returns undefined where nothing is, or can be
 */
export function finerFor(table: Table, before: Finer = new Map()): Finer | undefined {
  const found = new Map(before);
  for (const column of soughtOf(table)) {
    const singly = singlyOf(column, table, before.get(column.name));
    if (singly.multiples.length > 0) found.set(column.name, singly);
  }
  const isMore = [...found].some(
    ([name, { multiples }]) => multiples.length > (before.get(name)?.multiples.length ?? 0),
  );
  return isMore ? found : undefined;
}

/** That numbers which a chart needed by themselves are known to a step alone. */
export const nearValues = (table: Table, place: Place): Problem[] =>
  soughtOf(table).map(({ name, bundles }) =>
    warning('values-near', { column: name, table: table.name, step: bundles?.step ?? 0 }, place),
  );
