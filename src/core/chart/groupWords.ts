import { decimalsOf, formatNumber } from '../scale/numberFormat.js';
import { lowered } from '../type/letterCase.js';
import type { GroupInput, SummaryName } from './group.js';
import type { GroupMarks } from './groupMarks.js';
import { caseSentences } from './notes.js';
import type { AxisTitle, NumbersTable } from './plan.js';
import { referenceSentences } from './references.js';
import { variableTitle } from './variableTitle.js';
import { weightSentences } from './weights.js';

/** A level such as 0.95 as `95%`. */
export const levelText = (level: number): string => `${Number((level * 100).toPrecision(10))}%`;

const leads: Partial<Record<SummaryName, string>> = { mean: 'Mean', median: 'Median', sum: 'Total' };

/** The title of the value axis: what is summarised, and how. */
export function summaryTitle(input: GroupInput): AxisTitle {
  const { settings, summary, codebook, group, category } = input;
  if (settings.arrange === 'shares') {
    const what = settings.value === undefined ? codebook.cases : lowered(codebook.variable(settings.value).label);
    return { label: `Share of ${what}`, unit: '%', from: 'chart.arrange' };
  }
  if (summary === 'percent' && group) {
    const of = settings.of ?? 'group';
    const within = lowered((of === 'group' ? group : category).variable.label);
    const label = of === 'all' ? `Share of all ${codebook.cases}` : `Share of ${codebook.cases} within ${within}`;
    return { label, unit: '%', from: 'chart.of' };
  }
  if (summary === 'count') return { label: `Number of ${codebook.cases}`, from: 'chart.summary' };
  if (summary === 'percent') return { label: `Share of ${codebook.cases}`, unit: '%', from: 'chart.summary' };
  const variable = codebook.variable(settings.value as string);
  const lead = leads[summary];
  return { ...(lead === undefined ? {} : { lead }), ...variableTitle(variable, 'chart.value') };
}

function errorSentence({ settings, summary }: GroupInput): string[] {
  const bars = settings.error;
  if (settings.low !== undefined || settings.high !== undefined) {
    const level = bars?.level === undefined ? '' : `${levelText(bars.level)} `;
    return [`Error bars show the ${level}intervals as given in the table.`];
  }
  if (!bars) return [];
  if (summary === 'percent') {
    return [`Error bars show ${levelText(bars.level ?? 0.95)} confidence intervals of the share (Wilson).`];
  }
  if (bars.shows === 'ci')
    return [`Error bars show ${levelText(bars.level ?? 0.95)} confidence intervals of the mean.`];
  if (bars.shows === 'se') return ['Error bars show one standard error on either side of the mean.'];
  return ['Error bars show one standard deviation on either side of the mean.'];
}

/** What a reader must know beside the image: the error bars, how many cases, and which are not shown. */
export const noteSentences = (input: GroupInput, numbers: NumbersTable): string[] => [
  ...errorSentence(input),
  ...referenceSentences(input.settings.references, input.numbers),
  ...weightSentences(input),
  ...caseSentences(input, numbers),
];

const forms = { bar: 'Bar chart', interval: 'Chart of intervals' } as const;

/** The chart in words: what is shown of what, and the values where they are few. */
export function altText(input: GroupInput, marks: GroupMarks): string {
  const { lead, label, unit } = summaryTitle(input);
  const value = lead === undefined ? label : `${lead} ${lowered(label)}`;
  const by = [input.category, input.group].flatMap((c) => (c ? [lowered(c.variable.label)] : []));
  const what = `${forms[input.mark]} of ${lowered(value)}${unit === undefined ? '' : ` in ${unit}`} by ${by.join(' and ')}`;
  const bars = marks.series.flatMap((series) => series.marks.map((mark) => ({ mark, series })));
  if (bars.length > 12) return `${what}: ${bars.length} values.`;
  const decimals = Math.min(2, Math.max(...bars.map(({ mark }) => decimalsOf(Number(mark.value.toPrecision(3))))));
  const parts = bars.map(({ mark, series }) => {
    const name = [marks.categories[mark.category]?.name, series.category?.name].filter(Boolean).join(', ');
    return `${name} ${formatNumber(mark.value, decimals, input.numbers)}`;
  });
  return `${what}. ${parts.join('; ')}.`;
}
