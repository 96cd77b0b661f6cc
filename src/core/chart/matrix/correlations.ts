import { entryAt, numberAt } from '../../at.js';
import type { NumberColumn } from '../../data/table.js';
import { picked } from '../../pick.js';
import { bundledCorrelation, correlationsOf, likenessOrder } from '../../statistics/correlation.js';
import { bundledPair } from '../frame/bundledPair.js';
import { weightsOf } from '../frame/weights.js';
import type { Grid, MatrixCell, MatrixFrame } from './matrixSettings.js';

/** Correlations of each pair of variables, over the rows that have both. */
function squareOf(frame: MatrixFrame, variables: readonly string[]) {
  const { rows, table, weight, settings } = frame;
  const columns = variables.map((name) => table.number(name));
  const ranks = settings.correlation === 'spearman';
  const over = (some: readonly NumberColumn[], own: readonly number[]) =>
    correlationsOf(
      some.map(({ numbers }) => picked(numbers, own)),
      { ranks, weights: weightsOf(own, weight) },
    );
  const rowsOf = (some: readonly NumberColumn[]) =>
    rows.filter((row) => some.every(({ numbers }) => !Number.isNaN(numberAt(numbers, row))));
  // Columns without gaps have all their correlations over the same rows, whose sums are added up once.
  const full = table.sizes ? [] : columns.filter((one) => rowsOf([one]).length === rows.length);
  const shared = full.length > 0 ? over(full, rows) : [];
  const pair = (one: NumberColumn, other: NumberColumn) => {
    const known = shared[full.indexOf(one)]?.[full.indexOf(other)];
    if (known) return known;
    const both = rowsOf([one, other]);
    if (table.sizes) return bundledCorrelation(bundledPair(table, [one, other], both, weight));
    return entryAt(entryAt(over(one === other ? [one] : [one, other], both), 0), one === other ? 0 : 1);
  };
  return columns.map((one, i) =>
    columns.slice(0, i + 1).map((other) => {
      const found = pair(one, other);
      return one === other ? { n: found.n, ...(found.r === undefined ? {} : { r: 1 }) } : found;
    }),
  );
}

type Square = ReturnType<typeof squareOf>;

const at = (square: Square, i: number, j: number) => entryAt(entryAt(square, Math.max(i, j)), Math.min(i, j));

/** Places of the variables in the order that is asked for, from the correlations of all panels. */
export function variableOrder(frame: MatrixFrame, variables: readonly string[]): number[] {
  const places = variables.map((_, i) => i);
  if (frame.settings.arrange !== 'likeness') return places;
  const square = squareOf(frame, variables);
  const isFull = places.every((i) => places.every((j) => at(square, i, j).r !== undefined));
  return isFull ? likenessOrder(places.map((i) => places.map((j) => at(square, i, j).r ?? 0))) : places;
}

/** The correlations in their order, or a half of them. */
export function correlationGrid(frame: MatrixFrame, variables: readonly string[], order: readonly number[]): Grid {
  const { codebook, settings } = frame;
  const { triangle = 'both' } = settings;
  const square = squareOf(frame, variables);
  const named = order.map((i) => {
    const { name, label } = codebook.variable(entryAt(variables, i));
    return { code: name, name: label };
  });
  const isShown = (row: number, column: number) =>
    triangle === 'both' || (triangle === 'lower' ? column < row : column > row);
  const cells = order.flatMap((i, row) =>
    order.flatMap((j, column): MatrixCell[] => {
      if (!isShown(row, column)) return [];
      const { r, n, p } = { p: undefined, ...at(square, i, j) };
      return [{ row, column, n, value: r, ...(i === j ? {} : { p }) }];
    }),
  );
  if (triangle === 'both') return { rows: named, columns: named, cells };
  // The first row and the last column of a half have no cell, or the last and the first.
  const [fromRow, fromColumn] = triangle === 'lower' ? [1, 0] : [0, 1];
  const last = named.length - 1;
  return {
    rows: named.slice(fromRow, fromRow + last),
    columns: named.slice(fromColumn, fromColumn + last),
    cells: cells.map((cell) => ({ ...cell, row: cell.row - fromRow, column: cell.column - fromColumn })),
  };
}
