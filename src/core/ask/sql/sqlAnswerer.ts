import { error, fail, type Outcome, succeed } from '../../problem/problem.js';
import type { Answer, AnsweredColumn, Answerer } from '../answerer.js';
import type { Question } from '../question.js';
import { cellMakers } from './cells.js';
import { askParts, type Measured, measure } from './measured.js';
import { ident, type Params } from './params.js';
import { EngineFault, type Rows, type Run, type SqlSource } from './source.js';
import { fineSums, momentsOf, plainSums, type Scale, type SumForm, scaleOf, shareOf } from './sums.js';

/** The text of a value, in SQL. */
const textOf = (column: string): string => `cast(${ident(column)} as varchar)`;

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

/** The pieces of the span that numbers are taken together in, in SQL; none where all are summed up as one. */
function pieces(asking: Asking, which: Which, params: Params): string[] {
  if (areOdd(asking, which)) return [];
  return asking.measured.flatMap(({ own }): string[] => {
    if (own.step === undefined) return [];
    // What stands on a multiple belongs to the piece above it, whatever rounding took away.
    const piece = `floor(${own.number(params)} / ${params.number(own.step)} + ${params.number(1e-9)})`;
    return [which === 'others' ? `case when ${own.isSummed(params)} then ${piece} end` : piece];
  });
}

/** The statement for some of the rows, with its sums in a form. */
function statement(asking: Asking, which: Which, form: SumForm, params: Params) {
  const { question, apart, measured } = asking;
  const further = [...(which === 'others' ? oddKeys(asking, params) : []), ...pieces(asking, which, params)];
  const sums = areOdd(asking, which)
    ? []
    : measured.flatMap(({ own, scale }) => {
        const share = shareOf(own, scale, params);
        return form.sums(which === 'others' ? `case when ${own.isSummed(params)} then ${share} end` : share);
      });
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
  moments: readonly { mean: number; squares: number; spread: number }[];
}

function bundlesIn(rows: Rows, asking: Asking, which: Which, form: SumForm): Bundle[] {
  const { apart, measured } = asking;
  const stepped = areOdd(asking, which) ? 0 : measured.filter(({ own }) => own.step !== undefined).length;
  const keys = apart.length + (which === 'others' ? measured.length : 0) + stepped;
  const each = areOdd(asking, which) ? 0 : form.sums('').length;
  return rows.flatMap((row): Bundle[] => {
    const count = Number(row[keys]);
    if (count === 0) return [];
    const odd = measured.map((_, i) => (which === 'others' ? (row[apart.length + i] ?? null) : null));
    const moments = measured.map(({ scale }, i) => {
      const from = keys + 1 + i * each;
      const sums = row.slice(from, from + each).map((cell) => BigInt(cell ?? '0'));
      return momentsOf(sums, form, scale, count);
    });
    return [{ texts: row.slice(0, apart.length), odd, count, moments }];
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
    ({ count, odd, moments }) =>
      count > 1 && moments.some(({ spread }, i) => odd[i] === null && isWhole(i) && spread < leastSpread),
  );
  return isClose ? ask(fineSums) : found;
}

/** What stands in the rows of a column whose values tell them apart. */
function columnApart(column: string, rows: readonly (string | null | undefined)[], source: SqlSource): AnsweredColumn {
  const { holds = 'text' } = source.columns.find(({ name }) => name === column) ?? {};
  const cell = cellMakers[holds];
  return { column, cells: rows.map((text) => (text ? cell(text) : '')) };
}

/** A column of which moments are known, beside values that are none of the numbers summed up. */
function columnMeasured(own: Measured, at: number, found: readonly Bundle[], source: SqlSource): AnsweredColumn {
  const { cells } = columnApart(
    own.column,
    found.map(({ odd }) => odd[at]),
    source,
  );
  const isOdd = found.map(({ odd }) => odd[at] !== null);
  return {
    column: own.column,
    cells: cells.map((cell, row) => (isOdd[row] ? cell : own.least)),
    moments: {
      means: Float64Array.from(found, ({ moments }, row) => (isOdd[row] ? Number.NaN : (moments[at]?.mean ?? 0))),
      squares: Float64Array.from(found, ({ moments }, row) => (isOdd[row] ? 0 : (moments[at]?.squares ?? 0))),
      least: own.least,
      greatest: own.greatest,
      decimals: own.decimals,
      step: own.step,
    },
  };
}

async function alike(run: Run, source: SqlSource, question: Question): Promise<Answer> {
  const measured: Asking['measured'][number][] = [];
  for (const column of question.columns) {
    const own = column.as === 'value' ? undefined : await measure(run, source, column, question);
    if (own) measured.push({ own, scale: scaleOf(own) });
  }
  const isMeasured = (name: string) => measured.some(({ own }) => own.column === name);
  const apart = question.columns.map(({ column }) => column).filter((name) => !isMeasured(name));
  const asking: Asking = { source, question, apart, measured };
  const isAll = measured.every(({ own }) => own.isAll);
  const found = isAll
    ? await bundles(run, asking, 'all')
    : [...(await bundles(run, asking, 'summed')), ...(await bundles(run, asking, 'others'))];
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
      ...measured.map(({ own }, i) => columnMeasured(own, i, found, source)),
    ],
  };
}

async function each(run: Run, source: SqlSource, { columns, most, some }: Question): Promise<Answer> {
  const select = columns.length > 0 ? columns.map(({ column }) => textOf(column)).join(', ') : '1';
  const all = await askParts(run, source, () => ({ select, after: ` limit ${some ? most : most + 1}` }));
  const rows = some ? all.slice(0, most) : all;
  return {
    rows: rows.length,
    columns: columns.map(({ column }, i) =>
      columnApart(
        column,
        rows.map((row) => row[i]),
        source,
      ),
    ),
  };
}

/** A statement as people read it: with its values, which are numbers, in their places. */
const withValues = (text: string, values: readonly string[]): string =>
  text.replace(/cast\(\$(\d+) as double precision\)/g, (_, at: string) => values[Number(at) - 1] ?? '');

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
          statements.push(withValues(text, values));
          return run(text, values);
        };
      const work = (run: Run) => (question.rows === 'each' ? each : alike)(noting(run), source, question);
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
