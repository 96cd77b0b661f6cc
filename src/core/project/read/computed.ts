import { entryAt } from '../../at.js';
import type { Codebook } from '../../data/codebook.js';
import { Lacks } from '../../data/lack.js';
import { type MissingCodes, missingCodes } from '../../data/missingCodes.js';
import {
  type CategoryColumn,
  type Column,
  type ColumnRequest,
  columnKey,
  type NumberColumn,
  type Table,
  tableOf,
} from '../../data/table.js';
import { type Expression, functionNames, readExpression } from '../../expression/expression.js';
import { error, fail, hasErrors, type Outcome, type Place, type Problem, succeed } from '../../problem/problem.js';
import { constants, namesIn } from './formulaSources.js';

/** Columns of one table that are computed by the formulas of its codebook, each once. */
class Computer {
  readonly problems: Problem[] = [];
  private readonly made = new Map<string, NumberColumn | undefined>();
  private readonly table: Table;
  private readonly codebook: Codebook;
  private readonly locate: (path: string) => Place;

  constructor(table: Table, codebook: Codebook, locate: (path: string) => Place) {
    this.table = table;
    this.codebook = codebook;
    this.locate = locate;
  }

  /** The numbers of a column: those of the table, or computed; undefined where its formula cannot be read. */
  numbers(name: string, on: readonly string[] = []): NumberColumn | undefined {
    const { formula } = this.codebook.variable(name);
    if (formula === undefined) return this.table.hasNumber(name) ? this.table.number(name) : undefined;
    if (!this.made.has(name)) this.made.set(name, this.compute(name, formula, on));
    return this.made.get(name);
  }

  private has(name: string): boolean {
    return this.table.hasNumber(name) || this.codebook.variable(name).formula !== undefined;
  }

  private compute(name: string, formula: string, on: readonly string[]): NumberColumn | undefined {
    const path = `codebook.variables.${name}.formula`;
    // A column goes before a number of mathematics that is called the same.
    const names = namesIn(formula).filter((own) => !constants.includes(own) || this.has(own));
    const round = [...on, name];
    const again = names.find((column) => round.includes(column));
    if (again !== undefined) {
      const facts = { path, text: formula, fault: `it needs ${again}, which needs it`, functions: functionNames };
      this.problems.push(error('expression-wrong', facts, this.locate(path)));
      return undefined;
    }
    const read = readExpression(formula, names);
    if (typeof read !== 'function') {
      this.problems.push(
        error('expression-wrong', { path, text: formula, functions: functionNames, ...read }, this.locate(path)),
      );
      return undefined;
    }
    const sources = names.map((column) => this.numbers(column, round));
    if (sources.some((source) => source === undefined)) return undefined;
    const codes = missingCodes(this.codebook.variable(name), this.table.notation);
    return computed(name, this.table.rowCount, read, { sources: sources as NumberColumn[], codes });
  }
}

/** The values of a formula for each row. A row has none if a column is missing there or the formula is undefined. */
function computed(
  name: string,
  rows: number,
  of: Expression,
  { sources, codes }: { sources: readonly NumberColumn[]; codes: MissingCodes },
): NumberColumn {
  const [numbers, absent] = [new Float64Array(rows), new Int32Array(rows)];
  const lacks = new Lacks();
  for (let row = 0; row < rows; row += 1) {
    const lacking = sources.find((source) => entryAt(source.absent, row) > 0);
    const value = lacking
      ? Number.NaN
      : of(Object.fromEntries(sources.map((source) => [source.name, entryAt(source.numbers, row)])));
    const isDefined = Number.isFinite(value);
    const isMissing = codes.hasNumber(value);
    numbers[row] = isDefined && !isMissing ? value : Number.NaN;
    if (lacking) absent[row] = lacks.of(entryAt(lacking.reasons, entryAt(lacking.absent, row) - 1));
    else if (!isDefined) absent[row] = lacks.of({ column: name, is: 'undefined' });
    else if (isMissing) absent[row] = lacks.of({ column: name, is: 'missing', text: String(value) });
  }
  return { as: 'number', name, numbers, absent, reasons: lacks.all };
}

/** Numbers as the texts of categories, for bands. */
function asCategories({ name, numbers }: NumberColumn): CategoryColumn {
  const places = new Map<string, number>();
  const codes = Int32Array.from(numbers, (value) => {
    const text = Number.isNaN(value) ? '' : String(value);
    const at = places.get(text) ?? places.size;
    places.set(text, at);
    return at;
  });
  return { as: 'category', name, codes, texts: [...places.keys()] };
}

/** The table with columns that its codebook computes. @param wanted requests for such columns */
export function computedTable(
  table: Table,
  codebook: Codebook,
  wanted: readonly ColumnRequest[],
  locate: (path: string) => Place,
): Outcome<Table> {
  const computer = new Computer(table, codebook, locate);
  const columns = new Map<string, Column>(table.columns.map((own) => [columnKey(own.name, own.as), own]));
  for (const { column, as } of wanted) {
    const found = computer.numbers(column);
    if (found) columns.set(columnKey(column, as), as === 'number' ? found : asCategories(found));
  }
  const { problems } = computer;
  if (hasErrors(problems)) return fail(problems);
  const names = [...new Set([...table.columnNames, ...wanted.map(({ column }) => column)])];
  return succeed(tableOf({ ...table, columnNames: names, columns: [...columns.values()] }));
}
