import type { Codebook, Variable } from '../data/codebook.js';
import { type NumberNotation, readCode } from '../data/numberText.js';
import type { Sample } from '../data/sample.js';
import { type ColumnRequest, everyColumn } from '../data/table.js';
import type { SourceColumn } from './answerer.js';
import type { AskedColumn, Detail, Question, Singly } from './question.js';

/** So many rows an answer may have: as many cases as one figure can show, and as many different values as it needs. */
const mostAnswered = { each: 1_000_000, alike: 300_000 } as const;

/** Whether the numbers of a column are summed up, or are counted in the cells of a grid. */
const isSummed = ({ path, together }: ColumnRequest): boolean =>
  together === true || /^chart\.values?(\.\d+)?$/.test(path);

/** The columns that a request names; those of numbers where it names none. */
function namedBy(request: ColumnRequest, requests: readonly ColumnRequest[], columns: readonly SourceColumn[]) {
  if (request.column !== everyColumn) return [request];
  const named = new Set([...(request.except ?? []), ...requests.map(({ column }) => column)]);
  const isNumber = ({ name, holds }: SourceColumn) => (holds === 'number' || holds === 'single') && !named.has(name);
  return columns.filter(isNumber).map(({ name }) => ({ ...request, column: name }));
}

/** The numbers that a request holds those of its column against, where it does nothing else with them: limits, or bands. */
function edgesOf({ as, edges }: ColumnRequest, { bands }: Variable): readonly number[] | undefined {
  return as === 'number' ? edges : bands;
}

/** How a column is asked for by all requests that name it. */
function askedFor(
  column: string,
  requests: readonly ColumnRequest[],
  { codebook, notation, detail, finer }: AskingOf,
): AskedColumn {
  const variable = codebook.variable(column);
  const { missing, range, decimals, measure } = variable;
  const isCut = (request: ColumnRequest) => edgesOf(request, variable) !== undefined;
  const areEnough = requests.every((own) => isCut(own) || (own.as === 'number' && isSummed(own)));
  const as = requests.every(isCut) ? 'cut' : detail;
  if (as === 'rows' || as === 'values' || detail === 'rows' || !areEnough || measure === 'date')
    return { column, as: 'value' };
  const singly = finer?.get(column);
  const cells = requests.find((own) => own.cells !== undefined)?.cells;
  // Of numbers that go together alone, none is written.
  const hasDecimals = cells !== undefined || (decimals === undefined && requests.some((own) => !own.together));
  const apart = [...missing].map((code) => readCode(code, notation)).filter((code) => !Number.isNaN(code));
  const edges = [...new Set(requests.flatMap((own) => edgesOf(own, variable) ?? []))];
  return {
    column,
    as,
    ...(cells === undefined ? {} : { cells }),
    ...(as === 'spread' && singly ? { singly } : {}),
    ...(edges.length > 0 ? { edges: edges.sort((a, b) => a - b) } : {}),
    ...(apart.length > 0 ? { apart } : {}),
    ...(range ? { within: range } : {}),
    ...(hasDecimals && as !== 'cut' ? { decimals: true } : {}),
  };
}

/** What a question is made of, beside the requests. */
interface AskingOf {
  codebook: Codebook;
  notation: NumberNotation;
  detail: Detail;
  /** Rows that are drawn by lot in place of all. */
  sample?: Sample | undefined;
  finer?: Finer | undefined;
}

/** Which numbers are needed by themselves, by column. */
export type Finer = ReadonlyMap<string, Singly>;

/** The question that gives the columns that were requested; columns that the source does not have are not asked for. */
export function questionFor(
  requests: readonly ColumnRequest[],
  columns: readonly SourceColumn[],
  asking: AskingOf,
): Question {
  const byColumn = new Map<string, ColumnRequest[]>();
  for (const request of requests.flatMap((own) => namedBy(own, requests, columns)))
    byColumn.set(request.column, [...(byColumn.get(request.column) ?? []), request]);
  const known = columns.filter(({ name, holds }) => byColumn.has(name) && holds !== 'nested');
  const rows = asking.detail === 'rows' ? 'each' : 'alike';
  const asked = known.map(({ name }) => askedFor(name, byColumn.get(name) ?? [], asking));
  const isTogether = ({ column, as }: AskedColumn) =>
    as !== 'value' && as !== 'cut' && byColumn.get(column)?.some((own) => own.together);
  const together = asked.filter(isTogether).map(({ column }) => column);
  return {
    rows,
    columns: asked,
    ...(together.length > 1 ? { together } : {}),
    decimalMark: asking.notation.decimalMark,
    most: mostAnswered[rows],
    ...(asking.sample ? { sample: asking.sample } : {}),
  };
}
