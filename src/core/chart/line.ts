import * as z from 'zod/mini';
import type { Categories } from '../data/categories.js';
import type { Category } from '../data/codebook.js';
import { type Selection, selectionOf } from '../data/selection.js';
import { choice, level, object, optional, text } from '../document/fields.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../document/problem.js';
import { type Interval, meanInterval } from '../statistics/interval.js';
import { median } from '../statistics/median.js';
import { Summary } from '../statistics/summary.js';
import { type Along, alongOf } from './along.js';
import { type CaseCounts, countCases, measureProblems, noRows } from './cases.js';
import { groupingOf } from './grouping.js';
import { levelText } from './groupWords.js';
import type { ChartInput, ChartKind } from './kind.js';
import { lineMarks } from './lineMarks.js';
import { lineAltText, lineNumbers } from './lineWords.js';
import { caseSentences } from './notes.js';
import type { LineMark, Plan, Series, ValueAxis } from './plan.js';
import { namedLine, type Reference, referenceLines, referenceSentences, referencesField } from './references.js';
import { resolveSingled } from './singled.js';
import { finenessOf, variableTitle } from './variableTitle.js';
import {
  unlikeWeights,
  weightColumns,
  weightOf,
  weightProblems,
  weightSentences,
  weightShape,
  weightsOf,
} from './weights.js';
import { whereColumns, whereField } from './where.js';
import { asLong, wideColumns, wideShape } from './wide.js';

const summaries = ['given', 'mean', 'median', 'sum', 'count'] as const;

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['line'], 'line'),
  x: text('Variable along the horizontal axis: categories, numbers, dates or years.', 'week'),
  value: optional(text('Variable whose values the line joins.', 'harvest')),
  ...wideShape,
  group: optional(text('Variable with a line for each of its values.', 'crop')),
  ...weightShape,
  summary: optional(
    choice(
      'What is shown where several rows share a place. Left out: the value as given, or the mean where there are several.',
      summaries,
      'mean',
    ),
  ),
  error: optional(
    object('Intervals of means.', {
      shows: choice('Confidence interval, standard error or standard deviation.', ['ci', 'se', 'sd'], 'ci'),
      level: optional(level('Level of the confidence interval. Left out: 0.95.', '0.95')),
      as: optional(choice('Error bars, or a band along the line. Left out: bars.', ['bars', 'band'], 'band')),
    }),
  ),
  gaps: optional(
    choice('Whether a missing value breaks the line, or the line bridges it.', ['break', 'bridge'], 'break'),
  ),
  steps: optional(
    choice(
      'A line in steps that change at a value, after it, or between two.',
      ['none', 'before', 'after', 'middle'],
      'after',
    ),
  ),
  names: optional(
    choice(
      'Where the names of the groups stand: in a legend, or at the ends of the lines.',
      ['legend', 'ends'],
      'ends',
    ),
  ),
  references: referencesField,
  where: whereField,
});

export type LineSettings = z.infer<typeof schema>;
export type LineInput = ChartInput<LineSettings & { value?: string | undefined }>;

/** One place of a line. */
export interface Place {
  x: number;
  y: number;
  summary: Summary;
  interval?: Interval | undefined;
}

/** The places of one group, in the order of x. */
export interface Run {
  category?: Category;
  places: Place[];
  /** Values of x at which a value is missing. */
  missing: number[];
}

interface Gathered {
  runs: Run[];
  counts: CaseCounts;
  summary: (typeof summaries)[number];
}

function intervalOf({ settings }: LineInput, summary: Summary): Interval | undefined {
  const { error: bars } = settings;
  if (!bars) return undefined;
  if (bars.shows === 'ci') return meanInterval(summary, bars.level ?? 0.95);
  const half = bars.shows === 'se' ? summary.se : summary.sd;
  return half === undefined ? undefined : { low: summary.mean - half, high: summary.mean + half };
}

/** Sorts the chosen rows by group and place, and sums each place up. */
function gatherRuns(input: LineInput, along: Along, group: Categories | undefined, selection: Selection): Gathered {
  const { settings, table, codebook } = input;
  const value = settings.value === undefined ? undefined : table.number(settings.value);
  const weight = weightOf(input);
  const cells = (group?.categories ?? [undefined]).map(
    () => new Map<number, { summary: Summary; rows: number[]; missing: boolean }>(),
  );
  const cellOf = (row: number) => {
    const places = cells[group ? group.of(row) : 0] as (typeof cells)[number];
    const x = along.at(row);
    const cell = places.get(x) ?? { summary: new Summary(weight?.kind), rows: [], missing: false };
    places.set(x, cell);
    return cell;
  };
  const numberOf = (row: number) => (value ? (value.numbers[row] as number) : 1);
  const needs = {
    columns: value ? [{ variable: codebook.variable(value.name), column: value }] : [],
    groupings: [along, ...(group ? [group] : [])],
    weight,
  };
  const counts = countCases(input, selection, needs, (row) => {
    const cell = cellOf(row);
    cell.summary.add(numberOf(row), weight?.column.numbers[row]);
    cell.rows.push(row);
  });
  // A place whose values are all missing breaks the line.
  for (let row = 0; value && row < table.rowCount; row += 1) {
    const placed = along.of(row) >= 0 && (!group || group.of(row) >= 0);
    if ((value.absent[row] as number) > 0 && placed && selection.keeps(row)) cellOf(row).missing = true;
  }
  const single = cells.every((places) => [...places.values()].every(({ summary }) => summary.n <= 1));
  const summary = settings.summary ?? (value === undefined ? 'count' : single && !settings.error ? 'given' : 'mean');
  const runs = cells.map((places, g): Run => {
    const entries = [...places].sort((a, b) => a[0] - b[0]);
    const category = group?.categories[g];
    return {
      ...(category ? { category } : {}),
      places: entries.flatMap(([x, cell]): Place[] => {
        if (cell.summary.n === 0) return [];
        const y =
          summary === 'median'
            ? (median(cell.rows.map(numberOf), weightsOf(cell.rows, weight)) as number)
            : summary === 'sum'
              ? cell.summary.sum
              : summary === 'count'
                ? cell.summary.size
                : cell.summary.mean;
        return [{ x, y, summary: cell.summary, interval: intervalOf(input, cell.summary) }];
      }),
      missing: entries.flatMap(([x, cell]) => (cell.summary.n === 0 && cell.missing ? [x] : [])),
    };
  });
  return { runs: runs.filter(({ places }) => places.length > 0), counts, summary };
}

function valueAxis(input: LineInput, { runs, summary }: Gathered): ValueAxis {
  const { settings, codebook } = input;
  const ends = runs.flatMap(({ places }) =>
    places.flatMap(({ y, interval }) => [y, ...(interval ? [interval.low, interval.high] : [])]),
  );
  ends.push(...(settings.references ?? []).map(({ at }) => at));
  const range = { least: ends.reduce((a, b) => Math.min(a, b)), greatest: ends.reduce((a, b) => Math.max(a, b)) };
  if (summary === 'count' || settings.value === undefined) {
    const title = { label: `Number of ${codebook.cases}`, from: 'chart.summary' };
    return { shows: 'value', title, ...range, least: Math.min(0, range.least), decimals: 0, counts: true };
  }
  const variable = codebook.variable(settings.value);
  const leads = { mean: 'Mean', median: 'Median', sum: 'Total' } as const;
  const lead = summary === 'given' ? {} : { lead: leads[summary] };
  return {
    shows: 'value',
    title: { ...lead, ...variableTitle(variable, 'chart.value') },
    ...range,
    ...finenessOf(variable),
  };
}

function noteOf(input: LineInput, gathered: Gathered, numbers: Plan['numbers']): string[] {
  const { error: bars, references } = input.settings;
  const what = bars?.as === 'band' ? 'Bands show' : 'Error bars show';
  const shows = {
    ci: `${levelText(bars?.level ?? 0.95)} confidence intervals of the mean`,
    se: 'one standard error on either side of the mean',
    sd: 'one standard deviation on either side of the mean',
  };
  return [
    ...(bars ? [`${what} ${shows[bars.shows]}.`] : []),
    ...weightSentences(input),
    ...referenceSentences(references as Reference[] | undefined, input.numbers),
    ...(gathered.summary === 'given' && input.codebook.cases === 'values' ? [] : caseSentences(input, numbers)),
  ];
}

/** A line of a variable against itself says nothing. */
function sameVariable({ settings, locate }: LineInput): Problem[] {
  const { x, value } = settings;
  if (x !== value) return [];
  return [error('same-variable', { column: x, path: 'chart.value', other: 'chart.x' }, locate('chart.value'))];
}

function settingsProblems(input: LineInput, gathered: Gathered): Problem[] {
  const { settings, locate, table, codebook } = input;
  const problems: Problem[] = [];
  const { summary } = gathered;
  if (settings.error && summary !== 'mean') {
    problems.push(error('error-needs-mean', { summary, shows: settings.error.shows }, locate('chart.error')));
  }
  if (settings.value === undefined && summary !== 'count') {
    const columns = table.columnNames.filter((name) => codebook.variable(name).measure !== 'nominal');
    problems.push(error('value-needed', { summary, columns }, locate('chart.summary')));
  }
  const many =
    summary === 'given'
      ? gathered.runs.flatMap(({ places }) => places).find((place) => place.summary.n > 1)
      : undefined;
  if (settings.error) {
    const places = gathered.runs.flatMap(({ places: own }) =>
      own.map(({ x, summary: cell }) => ({ name: `${settings.x} ${x}`, summary: cell })),
    );
    problems.push(...unlikeWeights({ ...input, settings }, places));
  }
  if (summary === 'given') problems.push(...weightProblems({ ...input, summary }));
  if (many)
    problems.push(
      error('given-many', { group: `${settings.x} ${many.x}`, count: many.summary.n }, locate('chart.summary')),
    );
  return problems;
}

function plan(given: ChartInput<LineSettings>): Outcome<Plan> {
  const long = asLong(given, true);
  if (!long.ok) return long;
  const input = long.value as LineInput;
  const { settings, table, codebook, locate } = input;
  const selection = selectionOf(settings.where, table, codebook, locate);
  const group = settings.group === undefined ? undefined : groupingOf(input, settings.group, 'chart.group', selection);
  const along = alongOf(input, settings.x, 'chart.x', (row) => selection.keeps(row));
  const singled = resolveSingled(input, group ? [group.all] : []);
  const problems: Problem[] = [
    ...(settings.value === undefined ? [] : measureProblems(input, settings.value, 'chart.value')),
    ...weightProblems({ ...input, summary: settings.summary }),
    ...sameVariable(input),
    ...(group?.problems ?? []),
    ...along.problems,
    ...selection.problems,
    ...singled.problems,
  ];
  if (hasErrors(problems)) return fail(problems);
  const gathered = gatherRuns(input, along, group, selection);
  if (gathered.counts.used === 0) return fail([...problems, noRows(input, gathered.counts)]);
  problems.push(...settingsProblems(input, gathered));
  if (hasErrors(problems)) return fail(problems);
  const series = gathered.runs.map((run, i): Series => {
    const color = run.category && group?.variable.colors.get(run.category.code);
    const marks = lineMarks(input, run, along, group, i, gathered.runs.length);
    return { ...(run.category ? { category: run.category } : {}), ...(color === undefined ? {} : { color }), marks };
  });
  const numbers = lineNumbers(input, gathered.runs, along, group, gathered);
  const atEnds = settings.names === 'ends' && group !== undefined;
  const entries = gathered.runs.flatMap(({ category }) => (category ? [category] : []));
  const endLabels = gathered.runs.map((run, s) => ({
    side: 'right' as const,
    series: s,
    cell: series[s]?.marks[0]?.cell ?? {},
    y: run.places.at(-1)?.y as number,
    other: run.places[0]?.y as number,
    text: run.category?.name ?? '',
    from: 'chart.names',
  }));
  const categories = along.axis.shows === 'category' ? along.axis.categories.length : 0;
  return succeed(
    {
      direction: 'vertical',
      x: along.axis,
      y: valueAxis(input, gathered),
      series,
      ...(along.axis.shows === 'category'
        ? referenceLines(settings.references, 'vertical', categories)
        : levelLines(settings.references, along)),
      ...(atEnds ? { endLabels } : {}),
      ...(group && !atEnds ? { legend: { variable: group.variable, entries } } : {}),
      singled: singled.singled,
      categoryColors: new Map(),
      numbers,
      note: noteOf(input, gathered, numbers),
      altText: lineAltText(input, gathered.runs, along, valueAxis(input, gathered).title),
    },
    problems,
  );
}

/** Lines at values over the whole of an axis of numbers. */
function levelLines(references: readonly Reference[] | undefined, { axis }: Along): { references?: LineMark[] } {
  if (!references || references.length === 0 || axis.shows !== 'value') return {};
  const span = axis.greatest - axis.least || 1;
  const xs = [axis.least - span, axis.greatest + span];
  return {
    references: references.map(
      ({ at, name }): LineMark => ({ type: 'line', cell: {}, as: 'reference', xs, ys: [at, at], ...namedLine(name) }),
    ),
  };
}

/** Values joined by lines along categories, numbers, dates or years. */
export const line = {
  name: 'line',
  description: 'Values or summaries joined by lines along categories, numbers, dates or years.',
  schema,
  columns: (settings) => [
    { column: settings.x, as: 'category', path: 'chart.x' },
    { column: settings.x, as: 'number', path: 'chart.x', trial: true },
    ...(settings.value === undefined ? [] : [{ column: settings.value, as: 'number', path: 'chart.value' } as const]),
    ...(settings.group === undefined ? [] : [{ column: settings.group, as: 'category', path: 'chart.group' } as const]),
    ...wideColumns(settings),
    ...weightColumns(settings),
    ...whereColumns(settings.where),
  ],
  shows: ({ x }, measured) => ({ x: measured(x) ? 'bins' : 'category', y: 'value' }),
  plan,
} satisfies ChartKind<LineSettings>;
