import type { Codebook } from '../../data/codebook.js';
import type { ColumnRequest } from '../../data/table.js';

/** Names that a formula may mean as numbers of mathematics, where the table has no columns of these names. */
export const constants = ['pi', 'e'];

/** The names in a formula that refer to numbers, as opposed to function names and the "e" of a power of ten. */
export const namesIn = (formula: string): string[] => [
  ...new Set(
    [
      ...formula.matchAll(
        /\d+\.?\d*(?:[eE][+-]?\d+)?|\.\d+|([\p{L}_][\p{L}\p{N}\p{M}_]*)(?!\s*\(|[\p{L}\p{N}\p{M}_])/gu,
      ),
    ]
      .map(([, name]) => name)
      .filter((name) => name !== undefined),
  ),
];

/** Replaces requests for computed columns by requests for the columns in their formulas. @param on names already being resolved, which a formula may not use again */
function sourcesOf(request: ColumnRequest, codebook: Codebook, on: readonly string[] = []): ColumnRequest[] {
  const { formula } = codebook.variable(request.column);
  if (formula === undefined || on.includes(request.column)) return [request];
  const path = `codebook.variables.${request.column}.formula`;
  return namesIn(formula).flatMap((column) => {
    const isMaybe = constants.includes(column) && !codebook.variables.includes(column);
    const source: ColumnRequest = { column, as: 'number', path, ...(isMaybe ? { maybe: true } : {}) };
    return sourcesOf(source, codebook, [...on, request.column]);
  });
}

/** The requests as they go to the table: columns that are computed are not in it. */
export const withSources = (requests: readonly ColumnRequest[], codebook: Codebook): ColumnRequest[] =>
  requests.flatMap((request) => sourcesOf(request, codebook));

/** The requests for columns that the codebook computes. */
export const computedAmong = (requests: readonly ColumnRequest[], codebook: Codebook): ColumnRequest[] =>
  requests.filter(({ column }) => codebook.variable(column).formula !== undefined);
