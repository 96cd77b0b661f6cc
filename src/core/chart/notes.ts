import { formatNumber } from '../scale/numberFormat.js';
import { lowered } from '../type/letterCase.js';
import type { ChartInput } from './kind.js';
import type { LeftOut, NumbersTable } from './plan.js';

/** How many rows are not shown, and for want of which variables. */
function leftOutSentence(input: ChartInput<unknown>, leftOut: readonly LeftOut[]): string[] {
  const byVariable = new Map<string, number>();
  for (const { variable, count } of leftOut) {
    byVariable.set(variable.label, (byVariable.get(variable.label) ?? 0) + count);
  }
  const count = (value: number) => formatNumber(value, 0, input.numbers);
  const { cases } = input.codebook;
  const [first, ...others] = [...byVariable].sort((a, b) => b[1] - a[1]);
  if (!first) return [];
  const without = `without a value for ${lowered(first[0])}`;
  if (others.length === 0) return [`Not shown: ${count(first[1])} ${cases} ${without}.`];
  const total = leftOut.reduce((sum, { count: rows }) => sum + rows, 0);
  const parts = [
    `${count(first[1])} ${without}`,
    ...others.map(([label, rows]) => `${count(rows)} for ${lowered(label)}`),
  ];
  return [`Not shown: ${count(total)} ${cases} (${parts.join(', ')}).`];
}

/** How many cases a chart shows, and how many it does not: what every note says. */
export const caseSentences = (
  input: ChartInput<unknown>,
  { used, leftOut }: Pick<NumbersTable, 'used' | 'leftOut'>,
): string[] => [
  `*N* = ${formatNumber(used, 0, input.numbers)} ${input.codebook.cases}.`,
  ...leftOutSentence(input, leftOut),
];
