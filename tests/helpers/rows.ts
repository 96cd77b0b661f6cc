import { memory, type NumbersTable, numbersJson, ok } from 'hexis';
import { drawn } from './figures.js';

export type Row = Readonly<Record<string, string | number | null>>;

/** A figure of rows that a program holds: its numbers as programs get them. */
export async function numbersOf(
  rows: readonly Row[],
  chart: object,
  { codebook, panels, data }: { codebook?: object; panels?: object; data?: object } = {},
): Promise<{
  table: NumbersTable;
  json: { rows: Record<string, unknown>[]; cases: object };
  codes: string[];
  svgInput: string;
  altText: string;
}> {
  const figure = JSON.stringify({
    hexis: 'figure/1',
    data: data ?? { rows },
    codebook: codebook ?? {},
    chart,
    ...(panels ? { panels } : {}),
  });
  const made = await drawn(memory({ 'f.yaml': figure }), 'f.yaml');
  const { numbers, plate } = ok(made);
  return {
    table: numbers,
    json: numbersJson('f', numbers) as never,
    codes: made.problems.map(({ code }) => code),
    svgInput: JSON.stringify({ ...plate, madeFrom: undefined }),
    altText: plate.description,
  };
}

/** A figure of a table as a text: its numbers, or the codes of its problems. */
export async function numbersOfText(
  table: string,
  chart: object,
  codebook: object = {},
  data: object = {},
  file = 't.csv',
): Promise<{ rows?: unknown[][]; codes: string[]; leftOut?: NumbersTable['leftOut'] }> {
  const figure = JSON.stringify({ hexis: 'figure/1', data: { file, ...data }, codebook, chart });
  const made = await drawn(memory({ 'f.yaml': figure, [file]: table }), 'f.yaml');
  const codes = made.problems.map(({ code }) => code);
  return made.ok
    ? { rows: made.value.numbers.rows as unknown[][], codes, leftOut: made.value.numbers.leftOut }
    : { codes };
}
