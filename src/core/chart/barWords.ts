import { decimalsOf, formatNumber } from '../scale/numberFormat.js';
import { lowered } from '../type/letterCase.js';
import type { BarInput, SummaryName } from './bar.js';
import type { BarMarks } from './barMarks.js';
import type { AxisTitle, NumbersTable } from './plan.js';

/** A level such as 0.95 as `95%`. */
export const levelText = (level: number): string => `${Number((level * 100).toPrecision(10))}%`;

const leads: Partial<Record<SummaryName, string>> = { mean: 'Mean', median: 'Median', sum: 'Total' };

/** The title of the value axis: what is summarised, and how. */
export function summaryTitle(input: BarInput): AxisTitle {
  const { settings, summary, codebook } = input;
  if (summary === 'count') return { label: `Number of ${codebook.cases}`, from: 'chart.summary' };
  if (summary === 'percent') return { label: `Share of ${codebook.cases}`, unit: '%', from: 'chart.summary' };
  const variable = codebook.variable(settings.value as string);
  const lead = leads[summary];
  return {
    ...(lead === undefined ? {} : { lead }),
    label: variable.label,
    ...(variable.unit === undefined ? {} : { unit: variable.unit }),
    from: variable.labelled ? `codebook.variables.${variable.name}.label` : 'chart.value',
  };
}

function errorSentence({ settings }: BarInput): string[] {
  const bars = settings.error;
  if (!bars) return [];
  if (bars.shows === 'ci')
    return [`Error bars show ${levelText(bars.level ?? 0.95)} confidence intervals of the mean.`];
  if (bars.shows === 'se') return ['Error bars show one standard error on either side of the mean.'];
  return ['Error bars show one standard deviation on either side of the mean.'];
}

/** How many rows are not shown, and for want of which variables. */
function leftOutSentence(input: BarInput, numbers: NumbersTable): string[] {
  const byVariable = new Map<string, number>();
  for (const { variable, count } of numbers.leftOut) {
    byVariable.set(variable.label, (byVariable.get(variable.label) ?? 0) + count);
  }
  const count = (value: number) => formatNumber(value, 0, input.numbers);
  const { cases } = input.codebook;
  const [first, ...others] = [...byVariable].sort((a, b) => b[1] - a[1]);
  if (!first) return [];
  const without = `without a value for ${lowered(first[0])}`;
  if (others.length === 0) return [`Not shown: ${count(first[1])} ${cases} ${without}.`];
  const total = numbers.leftOut.reduce((sum, { count: rows }) => sum + rows, 0);
  const parts = [
    `${count(first[1])} ${without}`,
    ...others.map(([label, rows]) => `${count(rows)} for ${lowered(label)}`),
  ];
  return [`Not shown: ${count(total)} ${cases} (${parts.join(', ')}).`];
}

/** What a reader must know beside the image: the error bars, how many cases, and which are not shown. */
export function noteSentences(input: BarInput, numbers: NumbersTable): string[] {
  return [
    ...errorSentence(input),
    `*N* = ${formatNumber(numbers.used, 0, input.numbers)} ${input.codebook.cases}.`,
    ...leftOutSentence(input, numbers),
  ];
}

/** The chart in words: what is shown of what, and the values where they are few. */
export function altText(input: BarInput, marks: BarMarks): string {
  const { lead, label, unit } = summaryTitle(input);
  const value = lead === undefined ? label : `${lead} ${lowered(label)}`;
  const by = [input.category, input.group].flatMap((c) => (c ? [lowered(c.variable.label)] : []));
  const what = `Bar chart of ${lowered(value)}${unit === undefined ? '' : ` in ${unit}`} by ${by.join(' and ')}`;
  const bars = marks.series.flatMap((series) => series.marks.map((mark) => ({ mark, series })));
  if (bars.length > 12) return `${what}: ${bars.length} bars.`;
  const decimals = Math.min(2, Math.max(...bars.map(({ mark }) => decimalsOf(Number(mark.value.toPrecision(3))))));
  const parts = bars.map(({ mark, series }) => {
    const name = [marks.categories[mark.category]?.name, series.category?.name].filter(Boolean).join(', ');
    return `${name} ${formatNumber(mark.value, decimals, input.numbers)}`;
  });
  return `${what}. ${parts.join('; ')}.`;
}
