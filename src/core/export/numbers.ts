import { entryAt } from '../at.js';
import type { FurtherNumbers, NumbersTable } from '../chart/plan.js';
import { decimalsOf, formatNumber, type NumberForm } from '../scale/numberFormat.js';
import { columnWidths, inColumns } from '../schema/columns.js';
import { plainWords, type Words } from '../words/words.js';

/** Numbers of a table in a language: with its decimal mark, and nothing between digits. */
export const cellForm = ({ language: { decimalMark } }: Words): NumberForm => ({ decimalMark, grouping: 'none' });

/** A cell as people read it: numbers with the decimals of their column, an empty cell where there is none. */
export function cellText(
  table: Pick<NumbersTable, 'columns'>,
  value: string | number | undefined,
  column: number,
  form: NumberForm,
): string {
  if (value === undefined) return '';
  if (typeof value === 'string') return value;
  const { decimals = 0, least } = table.columns[column] ?? {};
  return least !== undefined && value < least
    ? `<${formatNumber(least, decimals, form)}`
    : formatNumber(value, decimals, form);
}

/** A count of cases as the table writes its numbers. */
export const countCell = (count: number, words: Words): string =>
  formatNumber(count, decimalsOf(count), cellForm(words));

/** How many rows were left out, for each reason. */
export const leftOutTexts = (leftOut: NumbersTable['leftOut'], words: Words): string[] =>
  leftOut.map(({ reason, count }) => words.say('rows-leftOut', { count: countCell(count, words), reason }));

/** Of how many its cases were drawn by lot, where they were. */
export const sampledTexts = ({ sampled, read, cases }: NumbersTable, words: Words): string[] =>
  sampled ? [words.say('sampled', { count: read, total: sampled.total, cases, seed: String(sampled.seed) })] : [];

/** Which rows were left out and why, and how many were used. */
function leftOutLines(table: NumbersTable, words: Words): string[] {
  const { cases, read, chosen, used, leftOut } = table;
  const head = words.say('rows-used', { used: countCell(used, words), read: countCell(read, words), cases });
  const unchosen = read - chosen;
  const where = unchosen > 0 ? [`  ${words.say('rows-unchosen', { count: countCell(unchosen, words) })}`] : [];
  const lots = sampledTexts(table, words).map((text) => `  ${text}`);
  return [head, ...lots, ...where, ...leftOutTexts(leftOut, words).map((text) => `  ${text}`)];
}

/** Sums of a cross table, one line each. */
function sumLines({ sums = [] }: NumbersTable, words: Words): string[] {
  const form = cellForm(words);
  if (sums.length === 0) return [];
  const rows = sums.map(({ name, n, percent }) => [
    `  ${name}`,
    formatNumber(n, 0, form),
    ...(percent === undefined ? [] : [` ${formatNumber(percent, 1, form).padStart(5)} %`]),
  ]);
  return [words.say('sums'), ...inColumns(rows, { isRight: (column) => column > 0 }), ''];
}

/** The lines of a table between rules: texts from the left, numbers from the right. */
function tableLines(table: Pick<NumbersTable, 'columns' | 'rows'>, form: NumberForm): string[] {
  const titles = table.columns.map((column) => column.title);
  const rows = table.rows.map((row) => row.map((value, i) => cellText(table, value, i, form)));
  const all = [titles, ...rows];
  const [head = '', ...lines] = inColumns(all, { isRight: (column) => table.columns[column]?.decimals !== undefined });
  const rule = columnWidths(all)
    .map((width) => '─'.repeat(width))
    .join('──');
  return [head, rule, ...lines, rule];
}

/** One of several tables for a terminal, under its title where it has one. */
export const tableText = ({ title, ...table }: Omit<FurtherNumbers, 'key'>, words: Words = plainWords): string =>
  [...(title === '' ? [] : [title]), ...tableLines(table, cellForm(words))].join('\n');

/** The table behind the marks for a terminal, with those beside it. */
export function numbersText(table: NumbersTable, words: Words = plainWords): string {
  const form = cellForm(words);
  const further = (table.further ?? []).flatMap((own) => ['', own.title, ...tableLines(own, form)]);
  return [...tableLines(table, form), ...sumLines(table, words), ...leftOutLines(table, words), ...further].join('\n');
}

/**
 * The keys of the columns, each its own: where a variable is called like a measure (`n`, `mean`), the measure, which comes
 * later, keeps the key.
 */
function keysOf({ columns }: Pick<NumbersTable, 'columns'>): string[] {
  const taken = new Set<string>();
  const keys = columns.map(({ key }) => key);
  for (let i = keys.length - 1; i >= 0; i -= 1) {
    const plainKey = entryAt(keys, i);
    for (let n = 1; taken.has(entryAt(keys, i)); n += 1) {
      keys[i] = `${plainKey} (variable${n === 1 ? '' : ` ${n}`})`;
    }
    taken.add(entryAt(keys, i));
  }
  return keys;
}

/** A row as an object that has just its own keys, whatever they are called. */
const rowObject = (keys: readonly string[], row: NumbersTable['rows'][number]): object => {
  const object: Record<string, unknown> = Object.create(null);
  for (const [i, value] of row.entries()) object[entryAt(keys, i)] = value ?? null;
  return object;
};

/** A table as its columns and a row for each line. */
function tableObject(table: Pick<NumbersTable, 'columns' | 'rows'>) {
  const keys = keysOf(table);
  return {
    columns: table.columns.map(({ title }, i) => ({ key: entryAt(keys, i), title })),
    rows: table.rows.map((row) => rowObject(keys, row)),
  };
}

/** The same for programs: every value in full. */
export function numbersJson(id: string, table: NumbersTable): object {
  return {
    figure: id,
    ...tableObject(table),
    ...(table.further
      ? { further: table.further.map(({ key, title, ...own }) => ({ key, title, ...tableObject(own) })) }
      : {}),
    ...(table.sums ? { sums: table.sums } : {}),
    cases: {
      named: table.cases,
      ...(table.sampled ? { sampled: table.sampled } : {}),
      ...{ read: table.read, chosen: table.chosen, used: table.used },
    },
    leftOut: table.leftOut.map(({ reason, count }) => ({ reason, count })),
  };
}

/** A text as a cell of a CSV file. */
const quoted = (text: string) => (/[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

/** Rows of texts as a CSV file. */
export const csvOf = (rows: readonly (readonly string[])[]): string =>
  rows.map((row) => `${row.map(quoted).join(',')}\n`).join('');

/** What a spreadsheet would take for a formula and run, though it is a text; a number with its sign is none. */
const isFormula = (text: string) => /^[=+\-@\t\r\uff1d\uff0b\uff0d\uff20]/.test(text) && !/^[+-]?[\d.,]+$/.test(text);

/** A text cell, behind the sign by which spreadsheets know that it is one. */
const asText = (text: string) => (isFormula(text) ? `'${text}` : text);

/**
 * The same as CSV: every value in full, one line for each mark. Texts that a spreadsheet would run as formulas stand behind an
 * apostrophe.
 *
 * @param raw whether they are written as they are
 */
export function numbersCsv(
  table: Pick<NumbersTable, 'columns' | 'rows'>,
  { raw = false }: { raw?: boolean | undefined } = {},
): string {
  const cell = (value: string | number | undefined) =>
    quoted(typeof value === 'string' && !raw ? asText(value) : String(value ?? ''));
  const lines = [keysOf(table), ...table.rows].map((row) => row.map(cell).join(','));
  return `${lines.join('\n')}\n`;
}
