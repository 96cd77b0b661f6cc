import { type SummaryName, summaries, summaryType } from '../../chart/frame/summaries.js';
import { chartSetting } from '../../chart/kinds.js';
import { type Bundles, sizeOf, type Table } from '../../data/table.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, listed, rule, unmended } from '../rule.js';

/** Whether the chart averages or sums numbers. */
const isSummed = (summary: SummaryName): boolean => {
  const type = summaries[summary] === undefined ? undefined : summaryType(summary);
  return type?.asks === 'values' && !type.asGiven;
};

const isCode = (number: number) => Number.isInteger(number) && number >= 0 && number <= 9;

/** The most values that codes are taken to have. */
const mostCodes = 6;

/** Of numbers that are known by their sums alone, the whole ones between their ends. */
function betweenEnds({ least, greatest, decimals }: Bundles): number[] {
  const isFew = decimals === 0 && greatest - least < mostCodes;
  return isFew ? Array.from({ length: greatest - least + 1 }, (_, i) => least + i) : [];
}

/** The values of a column if they look like codes: two to six one-digit integers, each four times on average. Else empty. */
function codesAmong(table: Table, column: string): ReadonlySet<number> {
  const { numbers, bundles } = table.number(column);
  const values = new Set<number>(bundles ? betweenEnds(bundles) : []);
  let count = 0;
  for (const [row, number] of numbers.entries()) {
    if (Number.isNaN(number)) continue;
    count += sizeOf(table, row);
    if (bundles || values.has(number)) continue;
    if (values.size === mostCodes || !isCode(number)) return new Set();
    values.add(number);
  }
  return values.size < 2 || count < 4 * values.size || ![...values].every(isCode) ? new Set() : values;
}

/** Numbers that look like codes: a few integers starting at 0 or 1, in a column missing from the codebook. */
function codesFlaw({ figure, codebook, table }: Subject): Flaw[] {
  const value = chartSetting(figure.chart, 'value');
  const summary = chartSetting(figure.chart, 'summary') ?? 'mean';
  if (typeof value !== 'string' || !isSummed(summary) || !table.hasNumber(value)) return [];
  const variable = codebook.variable(value);
  if (variable.measure !== undefined || variable.labelled) return [];
  const values = codesAmong(table, value);
  if (values.size < 2) return [];
  return [
    {
      found: `${value} holds ${listed([...values].sort((a, b) => a - b).map(String), 6)} and nothing else, which may be codes of categories, and codes have no ${summary}`,
      expected: `measure: numeric for ${value} in the codebook where they are numbers, or measure: nominal with names under "values"`,
      setting: 'chart.value',
    },
  ];
}

export const measure = rule({
  name: 'measure',
  asks: 'Categories are used as categories, measured numbers as numbers, and a mean stands for several cases.',
  measures:
    'How many values a category has, whether averaged numbers look like codes, and how many cases each mean has.',
  reason: 'A mean of codes is a number without a meaning, and a mean of one case is that case.',
  source: 'Stevens (1946)',
  severity: 'warning',
  limits: { categories: { is: 'number', value: 25, unit: 'categories', what: 'The most categories of an axis.' } },
  takes: {
    'one-case': unmended,
    'fit-missing': unmended,
    'panels-empty': unmended,
    'surface-missing': unmended,
    'components-flat': unmended,
  },
  finds(subject, { categories: most }) {
    const { plans } = subject;
    const axes = (['x', 'y'] as const).flatMap((axis): Flaw[] => {
      const shown = plans[0]?.[axis];
      if (shown?.shows !== 'category' || shown.categories.length <= most) return [];
      return [
        {
          found: `${shown.title.label} has ${shown.categories.length} categories side by side`,
          expected: 'fewer of them, bands of numbers, or a chart with a measured axis',
          measured: { value: shown.categories.length, unit: 'categories' },
          limit: { value: most, unit: 'categories' },
          setting: 'chart.category',
        },
      ];
    });
    return [...axes, ...codesFlaw(subject)];
  },
  examples: {
    ok: [{ says: 'Means of measured numbers', figure: 'chart: { kind: bar, category: bed, value: yield }' }],
    bad: [
      {
        says: 'The mean of codes',
        figure:
          'codebook: { variables: { season: { label: Season } } }\nchart: { kind: bar, category: season, value: experience }\naxes: { value: { title: Experience } }',
      },
      {
        says: 'A mean of one case',
        figure:
          'chart: { kind: bar, category: bed, value: yield, error: { shows: ci }, where: { plot: [L001, L002, L003, L004, L005] } }',
      },
    ],
  },
});
