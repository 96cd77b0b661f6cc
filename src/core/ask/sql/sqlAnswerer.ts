import { entryAt } from '../../at.js';
import { error, fail, type Outcome, succeed } from '../../problem/problem.js';
import type { Answer, AnsweredColumn, Answerer } from '../answerer.js';
import type { Question } from '../question.js';
import { columnApart, textOf } from './columnTexts.js';
import { eachRow } from './eachRow.js';
import { askParts, type Measured, measure, pieceOf } from './measured.js';
import { ident, type Params } from './params.js';
import { EngineFault, type Rows, type Run, type SqlSource } from './source.js';
import { fineSums, momentsOf, plainSums, productsOf, type Scale, type SumForm, scaleOf, shareOf } from './sums.js';

/** Of numbers that spread less than this in their scale, squares lose digits in the plain form. */
const leastSpread = 1e-6;

/** Rows that are asked for: those of which all numbers are summed up, the others, or all. */
type Which = 'summed' | 'others' | 'all';

/** A question as it goes to the engine. */
interface Asking {
  source: SqlSource;
  question: Question;
  /** The columns whose values tell rows apart. */
  apart: readonly string[];
  measured: readonly { own: Measured; scale: Scale }[];
  /** Places among these of each two columns of which it is asked how they go together. */
  pairs: readonly (readonly [number, number])[];
}

/** Whether no number of some rows is summed up: of one column they are the rows in which it is not. */
const areOdd = ({ measured }: Asking, which: Which): boolean => which === 'others' && measured.length === 1;

/** The keys by which rows that are not summed up are told apart further, in SQL. */
function oddKeys(asking: Asking, params: Params): string[] {
  return asking.measured.map(({ own }) => {
    const text = `case when ${ident(own.column)} is null then '' else ${textOf(own.column)} end`;
    return areOdd(asking, 'others') ? text : `case when ${own.isSummed(params)} then null else ${text} end`;
  });
}

/** Where a number lies among the edges of its column, in SQL: below and on each of them, and above all. */
function placeAmong({ edges, number }: Measured, params: Params): string {
  const own = number(params);
  const tests = edges.flatMap((edge, i) => [
    `when ${own} < ${params.number(edge)} then ${2 * i}`,
    `when ${own} = ${params.number(edge)} then ${2 * i + 1}`,
  ]);
  return `case ${tests.join(' ')} else ${2 * edges.length} end`;
}

/** The pieces that a column is cut into: between its edges, and where many values lie close, those of the whole span. */
function piecesOf(own: Measured, params: Params): string[] {
  return [
    ...(own.edges.length > 0 ? [placeAmong(own, params)] : []),
    ...(own.step === undefined ? [] : [pieceOf(own.number(params), own.step, params)]),
  ];
}

/** The pieces by which rows are told apart further, in SQL. */
function pieces(asking: Asking, which: Which, params: Params): string[] {
  if (areOdd(asking, which)) return [];
  return asking.measured.flatMap(({ own }): string[] =>
    piecesOf(own, params).map((piece) =>
      which === 'others' ? `case when ${own.isSummed(params)} then ${piece} end` : piece,
    ),
  );
}

/** The sums of some rows in a form, and of cut columns one of the numbers in the piece, in SQL. */
function sumsOf(asking: Asking, which: Which, form: SumForm, params: Params): string[] {
  if (areOdd(asking, which)) return [];
  const shareAt = (at: number) => {
    const { own, scale } = entryAt(asking.measured, at);
    const share = shareOf(own, scale, params);
    return which === 'others' ? `case when ${own.isSummed(params)} then ${share} end` : share;
  };
  const sums = asking.measured.flatMap(({ own }, at) => {
    const only = (text: string) => (which === 'others' ? `case when ${own.isSummed(params)} then ${text} end` : text);
    const least = own.edges.length > 0 ? [`min(${only(own.number(params))})`] : [];
    const ends = own.hasEnds ? [`min(${only(own.number(params))})`, `max(${only(own.number(params))})`] : [];
    return own.isCut ? least : [...least, ...form.sums(shareAt(at)), ...ends];
  });
  const products = asking.pairs.flatMap(([one, other]) => form.products(shareAt(one), shareAt(other)));
  return [...sums, ...products];
}

/** The statement for some of the rows, with its sums in a form. */
function statement(asking: Asking, which: Which, form: SumForm, params: Params) {
  const { question, apart, measured } = asking;
  const further = [...(which === 'others' ? oddKeys(asking, params) : []), ...pieces(asking, which, params)];
  const sums = sumsOf(asking, which, form, params);
  const areSummed = () => measured.map(({ own }) => own.isSummed(params)).join(' and ');
  const where = which === 'all' ? '' : ` where (${areSummed()}) is ${which === 'others' ? 'not ' : ''}true`;
  // Columns are sorted as they are, and only what remains is turned into text.
  const by = [...apart.map(ident), ...further.map((_, i) => apart.length + i + 1)];
  const group = by.length > 0 ? ` group by ${by.join(', ')}` : '';
  return {
    select: [...apart.map(textOf), ...further, 'count(*)', ...sums].join(', '),
    after: `${where}${group} limit ${question.most + 1}`,
  };
}

/** What one row of a result says. */
interface Bundle {
  texts: readonly (string | null)[];
  /** What stands in the columns that are measured, where it is not summed up. */
  odd: readonly (string | null)[];
  count: number;
  measured: readonly {
    /** One of the numbers, where the column is cut. */
    one?: number | undefined;
    moments?: ReturnType<typeof momentsOf> | undefined;
    /** The ends of the numbers, where they are asked for. */
    ends?: readonly [number, number];
    /** The sum of the numbers in their scale. */
    sum?: bigint | undefined;
  }[];
  /** The products of the deviations of each pair, added up. */
  products?: readonly number[];
}

/** Reads the cells of a row one after the other. */
class RowReader {
  private at = 0;
  private readonly row: readonly (string | null)[];

  constructor(row: readonly (string | null)[]) {
    this.row = row;
  }

  take(count: number): (string | null)[] {
    this.at += count;
    return this.row.slice(this.at - count, this.at);
  }
}

/** What a row says of one of the columns that are measured. */
function measuredIn(
  cells: RowReader,
  { own, scale }: Asking['measured'][number],
  { form, count }: { form: SumForm; count: number },
): Bundle['measured'][number] {
  const [one] = own.edges.length > 0 ? cells.take(1) : [];
  const found = typeof one === 'string' ? { one: Number(one) } : {};
  if (own.isCut) return found;
  const sums = cells.take(form.sums('').length).map((cell) => BigInt(cell ?? '0'));
  const [low, high] = own.hasEnds ? cells.take(2) : [];
  const ends =
    typeof low === 'string' && typeof high === 'string' ? { ends: [Number(low), Number(high)] as const } : {};
  return { ...found, ...ends, moments: momentsOf(sums, form, scale, count), sum: sums[0] };
}

function bundlesIn(rows: Rows, asking: Asking, which: Which, form: SumForm): Bundle[] {
  const { apart, measured, pairs } = asking;
  const cut = areOdd(asking, which)
    ? 0
    : measured.reduce((sum, { own: { edges, step } }) => sum + (edges.length > 0 ? 1 : 0) + (step ? 1 : 0), 0);
  return rows.flatMap((row): Bundle[] => {
    const cells = new RowReader(row);
    const texts = cells.take(apart.length);
    const odd = which === 'others' ? cells.take(measured.length) : measured.map(() => null);
    cells.take(cut);
    const count = Number(cells.take(1)[0]);
    if (count === 0) return [];
    const own = measured.map((one) => (areOdd(asking, which) ? {} : measuredIn(cells, one, { form, count })));
    if (areOdd(asking, which)) return [{ texts, odd, count, measured: own }];
    const products = pairs.map(([one, other]) => {
      const product = form.readProducts(cells.take(form.products('', '').length).map((cell) => BigInt(cell ?? '0')));
      if (odd[one] !== null || odd[other] !== null) return 0;
      const [a, b] = [one, other].map((at) => ({ sum: own[at]?.sum ?? 0n, unit: entryAt(measured, at).scale.unit }));
      return productsOf(product, [a?.sum ?? 0n, b?.sum ?? 0n], [a?.unit ?? 1, b?.unit ?? 1], count);
    });
    return [{ texts, odd, count, measured: own, products }];
  });
}

/** Some of the rows, taken together; where numbers lie close together, their sums are asked for once more and finer. */
async function bundles(run: Run, asking: Asking, which: Which): Promise<Bundle[]> {
  const ask = async (form: SumForm) =>
    bundlesIn(
      await askParts(run, asking.source, (params) => statement(asking, which, form, params)),
      asking,
      which,
      form,
    );
  const found = await ask(plainSums);
  // Within a piece numbers always lie close; between pieces nothing is lost.
  const isWhole = (i: number) => asking.measured[i]?.own.step === undefined;
  const isClose = found.some(
    ({ count, odd, measured }) =>
      count > 1 &&
      measured.some(({ moments }, i) => odd[i] === null && moments && isWhole(i) && moments.spread < leastSpread),
  );
  return isClose ? ask(fineSums) : found;
}

/** The products of a column with those that come later, by the names of these. */
function productsBeside(found: readonly Bundle[], at: number, { pairs, measured }: Pick<Asking, 'pairs' | 'measured'>) {
  const own = pairs.flatMap(([one, other], pair): [string, Float64Array][] =>
    one === at
      ? [[entryAt(measured, other).own.column, Float64Array.from(found, ({ products }) => products?.[pair] ?? 0)]]
      : [],
  );
  return own.length > 0 ? { products: Object.fromEntries(own) } : {};
}

/**
 * The mean of numbers that lie between the same edges, or on one of them, as one that does so too: what sums are rounded by would
 * carry it over an edge, where it is chosen or left out with all of them.
 *
 * @param least the least of the numbers
 */
function meanWithin(mean: number, least: number, edges: readonly number[]): number {
  const next = edges.find((edge) => edge > least);
  const isOn = edges.includes(least);
  return isOn || (next !== undefined && mean >= next) ? least : Math.max(mean, least);
}

/** A column of which moments are known, or between which edges it lies, beside values that are none of the numbers measured. */
function columnMeasured(
  own: Measured,
  at: number,
  found: readonly Bundle[],
  { source, pairs, measured: all }: Asking,
): AnsweredColumn {
  const { cells } = columnApart(
    own.column,
    found.map(({ odd }) => odd[at]),
    source,
  );
  const isOdd = found.map(({ odd }) => odd[at] !== null);
  const endsAt = (end: 0 | 1) =>
    Float64Array.from(found, ({ measured }, row) => (isOdd[row] ? undefined : measured[at]?.ends?.[end]) ?? Number.NaN);
  const momentsAt = (row: number) => (isOdd[row] ? undefined : found[row]?.measured[at]?.moments);
  const meanAt = (row: number) => {
    const mean = momentsAt(row)?.mean ?? Number.NaN;
    const one = found[row]?.measured[at]?.one;
    return one === undefined ? mean : meanWithin(mean, one, own.edges);
  };
  const column = {
    column: own.column,
    cells: cells.map((cell, row) => (isOdd[row] ? cell : (found[row]?.measured[at]?.one ?? own.least))),
  };
  if (own.isCut) return column;
  const { least, greatest, decimals, step } = own;
  return {
    ...column,
    moments: {
      means: Float64Array.from(found, (_, row) => meanAt(row)),
      squares: Float64Array.from(found, (_, row) => momentsAt(row)?.squares ?? 0),
      ...(own.hasEnds ? { lows: endsAt(0), highs: endsAt(1) } : {}),
      ...productsBeside(found, at, { pairs, measured: all }),
      ...{ least, greatest, decimals, step },
    },
  };
}

/** Texts in the order of their signs, nothing first: engines give groups in any order, and each run in another. */
function compareTexts(a: readonly (string | null)[], b: readonly (string | null)[]): number {
  for (const [i, text] of a.entries()) {
    const [own, other] = [text ?? '', b[i] ?? ''];
    if (own !== other) return own < other ? -1 : 1;
  }
  return 0;
}

const middleOf = ({ measured: [first] }: Bundle): number => first?.moments?.mean ?? first?.one ?? 0;

const compareBundles = (a: Bundle, b: Bundle): number =>
  compareTexts(a.texts, b.texts) || compareTexts(a.odd, b.odd) || middleOf(a) - middleOf(b) || a.count - b.count;

/**
 * Rows with the same values, taken together.
 *
 * @param areMany whether it is known that there are too many values for each to stand for itself
 */
async function alike(run: Run, source: SqlSource, question: Question, areMany = false): Promise<Answer> {
  const measured: Asking['measured'][number][] = [];
  for (const column of question.columns) {
    const own = column.as === 'value' ? undefined : await measure(run, source, column, { question, areMany });
    if (own) measured.push({ own, scale: scaleOf(own) });
  }
  const isMeasured = (name: string) => measured.some(({ own }) => own.column === name);
  const apart = question.columns.map(({ column }) => column).filter((name) => !isMeasured(name));
  const places = (question.together ?? [])
    .map((name) => measured.findIndex(({ own }) => own.column === name && !own.isCut))
    .filter((at) => at >= 0);
  const pairs = places.flatMap((one, i) => places.slice(i + 1).map((other) => [one, other] as const));
  const asking: Asking = { source, question, apart, measured, pairs };
  const isAll = measured.every(({ own }) => own.isAll);
  const found = isAll
    ? await bundles(run, asking, 'all')
    : [...(await bundles(run, asking, 'summed')), ...(await bundles(run, asking, 'others'))];
  // The rows that were looked at may have shown few of the values.
  const mayBeFewer = question.columns.some(({ column, as }) => as === 'spread' && !isMeasured(column));
  if (found.length > question.most && mayBeFewer && !areMany) return alike(run, source, question, true);
  found.sort(compareBundles);
  return {
    rows: found.length,
    sizes: Float64Array.from(found, ({ count }) => count),
    columns: [
      ...apart.map((column, i) =>
        columnApart(
          column,
          found.map(({ texts }) => texts[i]),
          source,
        ),
      ),
      ...measured.map(({ own }, i) => columnMeasured(own, i, found, asking)),
    ],
  };
}

/** A statement as people read it: with its values, which are numbers, in their places. */
function readable(text: string, values: readonly string[], { parts, shown }: SqlSource): string {
  const named = shown === undefined ? text : parts.reduce((own, part) => own.replaceAll(part, shown), text);
  return named.replace(/cast\(\$(\d+) as double precision\)/g, (_, at: string) => values[Number(at) - 1] ?? '');
}

/** A table that is asked in SQL. */
export const sqlAnswerer = (source: SqlSource): Answerer => ({
  name: source.name,
  columns: source.columns,
  async ask(question): Promise<Outcome<Answer>> {
    try {
      const statements: string[] = [];
      const noting =
        (run: Run): Run =>
        (text, values) => {
          statements.push(readable(text, values, source));
          return run(text, values);
        };
      const work = (run: Run) => (question.rows === 'each' ? eachRow : alike)(noting(run), source, question);
      const answer = { ...(await source.session(work)), statements };
      if (answer.rows <= question.most) return succeed(answer);
      const { rows, most } = question;
      const columns = question.columns.map(({ column }) => column);
      return fail([error('answer-too-long', { table: source.name, columns, most, rows })]);
    } catch (fault) {
      if (fault instanceof EngineFault) return fail([fault.problem]);
      throw fault;
    }
  },
});
