import { isCodeLike } from '../../data/suspectCodes.js';
import { gridWidth, mostOfGrain } from '../../statistics/gridEdges.js';
import type { Holds } from '../answerer.js';
import type { AskedColumn, Question } from '../question.js';
import { ident, Params } from './params.js';
import type { Dialect, Rows, Run, SqlSource } from './source.js';

/** Numbers beyond are none that could be drawn. */
const farthest = 1e305;

/** Tables with fewer rows, and whole numbers that span no more, are answered value by value: that is exact and as short. */
const [fewRows, shortSpan] = [100_000, 1000];

/**
 * Values that are needed are taken together where a look at some rows shows more different ones than an answer may hold: as many
 * pieces of the whole span as nobody can see apart, each a power of ten wide.
 */
const [rowsLooked, mostLooked, mostPieces] = [50_000, 10_000, 10_000];

/** Values stand for themselves where so many at most, for each cell of a grid, are different. */
const mostOfCells = 3;

/** More decimals than this no number has as it was measured. */
const mostDecimals = 9;

/** The numbers of a column that are summed up. */
export interface Measured {
  column: string;
  /** The number of a row, in SQL. */
  number(params: Params): string;
  /** Whether it is one that is summed up, in SQL. */
  isSummed(params: Params): string;
  /** Whether that holds in every row. */
  isAll: boolean;
  least: number;
  greatest: number;
  decimals: number;
  /** Whether its numbers are summed up, or no more than between which edges they lie has to be known. */
  isCut: boolean;
  edges: readonly number[];
  /** Whether the ends of its numbers in each piece are asked for. */
  hasEnds: boolean;
  /** Where its values are taken together that lie close: between which multiples. */
  step?: number | undefined;
}

/** The number that a row of a column holds, in SQL. */
function numberOf(dialect: Dialect, name: string, holds: Holds, { decimalMark }: Question): string {
  const own = ident(name);
  if (holds === 'text') return dialect.numberIn(`trim(cast(${own} as varchar))`, decimalMark);
  // In single precision 0.1 is 0.10000000149: what is meant is the shortest decimal number.
  return holds === 'single' ? `cast(cast(${own} as varchar) as double precision)` : `cast(${own} as double precision)`;
}

/** What is asked of each part. */
interface Statement {
  select: string;
  /** What stands behind FROM; left out: the part. */
  from?(part: string, at: number): string;
  after: string;
}

/** The rows of a statement for each part, one below the other. */
export async function askParts(
  run: Run,
  { parts }: Pick<SqlSource, 'parts'>,
  statement: (params: Params) => Statement,
): Promise<Rows> {
  const params = new Params();
  const { select, from = (part) => part, after } = statement(params);
  const text = parts.map((part, i) => `select ${select} from ${from(part, i)}${after}`);
  const joined = text.length === 1 ? (text[0] ?? '') : text.map((own) => `(${own})`).join(' union all ');
  return run(joined, params.values);
}

/** Numbers that may stand for no value: those that do, and ends that look like such codes. */
function codesWithin({ least, greatest }: { least: number; greatest: number }, apart: readonly number[]): number[] {
  const all = new Set([...apart, ...[least, greatest].filter(isCodeLike)]);
  return [...all].filter((code) => !(code < least || code > greatest));
}

/** Within which steps numbers are taken together: of the whole span, or of the cells of a grid; none where all are equal. */
function stepFor(
  { least, greatest, decimals }: { least: number; greatest: number; decimals: number },
  cells: number | undefined,
): number | undefined {
  if (greatest <= least) return undefined;
  if (cells === undefined) return stepOver(least, greatest);
  return gridWidth({ least, greatest, grain: decimals <= mostOfGrain ? 10 ** -decimals : undefined }, cells).width;
}

/** Whether numbers between two ends are few, if they are whole. */
const isShortSpan = (least: number, greatest: number): boolean =>
  greatest - least <= shortSpan && least % 1 === 0 && greatest % 1 === 0;

const numbers = (cells: readonly (string | null)[]): number[] =>
  cells.map((cell) => (cell === null ? Number.NaN : Number(cell === 'Infinity' || cell === 'inf' ? Infinity : cell)));

/** How many rows there are, how many hold a number, and the ends of these. */
async function endsOf(run: Run, source: SqlSource, number: string, where: (params: Params) => string) {
  const rows = await askParts(run, source, (params) => ({
    select: `count(*), count(${number}), min(${number}), max(${number})`,
    after: where(params),
  }));
  const all = rows.map(numbers).filter(([, filled = 0]) => filled > 0);
  const sum = (at: number) => rows.map(numbers).reduce((total, row) => total + (row[at] ?? 0), 0);
  return {
    count: sum(0),
    filled: sum(1),
    least: all.reduce((least, row) => Math.min(least, row[2] ?? Number.NaN), Number.POSITIVE_INFINITY),
    greatest: all.reduce((most, row) => Math.max(most, row[3] ?? Number.NaN), Number.NEGATIVE_INFINITY),
  };
}

/** The most decimals that any number has; 0 where all are whole. */
async function decimalsOf(
  run: Run,
  source: SqlSource,
  measured: Pick<Measured, 'number' | 'isSummed' | 'isAll'>,
): Promise<number> {
  const rows = await askParts(run, source, (params) => ({
    // A server asked for the greatest alone sorts the rows, and fetches them from others to do so.
    select: `count(*), max(${source.dialect.decimalsOf(measured.number(params))})`,
    after: measured.isAll ? '' : ` where ${measured.isSummed(params)}`,
  }));
  return Math.min(mostDecimals, Math.max(0, ...rows.map(([, most]) => Number(most ?? 0))));
}

/** Which multiple of a step a number follows, in SQL. What stands on one belongs to it, whatever rounding took away. */
export const pieceOf = (number: string, step: number, params: Params): string =>
  `floor(${number} / ${params.number(step)} + ${params.number(1e-9)})`;

/** Whether some rows show more different values than may stand for themselves. */
async function showMany(run: Run, { parts }: SqlSource, number: string, most = mostLooked): Promise<boolean> {
  const [part = ''] = parts;
  const some = `(select ${number} as looked from ${part} limit ${rowsLooked}) as some_rows`;
  const [found] = await run(`select count(distinct looked) from ${some}`, []);
  return Number(found?.[0]) > most;
}

/** Between which multiples values lie that are taken together. */
const stepOver = (least: number, greatest: number): number =>
  10 ** Math.ceil(Math.log10((greatest - least) / mostPieces));

/**
 * Which numbers of a column are summed up; undefined where its values are few enough to be told apart.
 *
 * @param areMany whether it is known that they are too many for that
 */
export async function measure(
  run: Run,
  source: SqlSource,
  asked: AskedColumn,
  { question, areMany }: { question: Question; areMany: boolean },
): Promise<Measured | undefined> {
  const { column, cells, singly, apart = [], within = [-farthest, farthest] } = asked;
  const holds = source.columns.find(({ name }) => name === column)?.holds ?? 'text';
  const number = numberOf(source.dialect, column, holds, question);
  const first = await endsOf(run, source, number, () => '');
  const isSpread = asked.as === 'spread';
  // Few values each of several columns are many together, and each row by itself at last.
  const givesFew = source.givesFew && !question.together?.includes(column);
  const isFew = first.count <= fewRows && (isSpread || givesFew);
  if (isFew || (isSpread && !areMany && !(await showMany(run, source, number, cells && mostOfCells * cells))))
    return undefined;
  const codes = codesWithin(first, apart);
  const [low, high] = within;
  const isSummed = (params: Params) => {
    // Numbers of texts are dear to find: each test names them once.
    const isNone = (value: string, of: readonly number[]) =>
      of.length === 0
        ? []
        : [
            source.dialect.isNoneOf(
              value,
              of.map((one) => params.number(one)),
            ),
          ];
    return [
      `${number} between ${params.number(low)} and ${params.number(high)}`,
      ...isNone(number, codes),
      ...(singly ? isNone(pieceOf(number, singly.step, params), singly.multiples) : []),
    ].join(' and ');
  };
  const isAll =
    first.filled === first.count && codes.length === 0 && !singly && first.least >= low && first.greatest <= high;
  const measured = { column, number: () => number, isSummed, isAll };
  const { filled, least, greatest } = isAll
    ? first
    : await endsOf(run, source, number, (params) => ` where ${isSummed(params)}`);
  if (filled === 0) return undefined;
  const isShort = !isSpread && givesFew && isShortSpan(least, greatest);
  const decimals = asked.decimals || isShort ? await decimalsOf(run, source, measured) : 0;
  if (isShort && decimals === 0) return undefined;
  const { edges = [] } = asked;
  const step = isSpread ? stepFor({ least, greatest, decimals }, cells) : undefined;
  return {
    ...measured,
    isCut: asked.as === 'cut',
    edges,
    least,
    greatest,
    decimals,
    step,
    hasEnds: cells !== undefined,
  };
}
