import { compose, gather, memorySource, type NumbersTable, numbersJson } from 'hexis';

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
}> {
  const figure = JSON.stringify({
    hexis: 'figure/1',
    data: data ?? { rows },
    codebook: codebook ?? {},
    chart,
    ...(panels ? { panels } : {}),
  });
  const gathered = await gather(memorySource({ 'f.yaml': figure }), 'f.yaml');
  if (!gathered.ok) throw new Error(JSON.stringify(gathered.problems));
  const made = compose(gathered.value);
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  return {
    table: made.value.numbers,
    json: numbersJson('f', made.value.numbers) as never,
    codes: [...gathered.problems, ...made.problems].map(({ code }) => code),
    svgInput: JSON.stringify({ ...made.value.plate, madeFrom: undefined }),
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
  const gathered = await gather(memorySource({ 'f.yaml': figure, [file]: table }), 'f.yaml');
  if (!gathered.ok) return { codes: gathered.problems.map(({ code }) => code) };
  const made = compose(gathered.value);
  const codes = [...gathered.problems, ...made.problems].map(({ code }) => code);
  return made.ok
    ? { rows: made.value.numbers.rows as unknown[][], codes, leftOut: made.value.numbers.leftOut }
    : { codes };
}
