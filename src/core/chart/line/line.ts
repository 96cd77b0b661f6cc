import { entryAt, lastOf } from '../../at.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import type { NoteFact } from '../../words/noteFacts.js';
import type { Along } from '../frame/along.js';
import { labelDecimals, once } from '../frame/labelDecimals.js';
import { defaultLevel } from '../frame/levels.js';
import { namedLine, type Reference, referenceFacts, referenceLines } from '../frame/references.js';
import { groupRole } from '../frame/roles.js';
import { detailOf, summaryType, titleOfCases, titleOfSummary } from '../frame/summaries.js';
import { possibleOf } from '../frame/variableTitle.js';
import { idleWeights, unlikeWeights, weightFacts } from '../frame/weights.js';
import { asLong } from '../frame/wide.js';
import type { ChartKind, Drawn } from '../kind.js';
import type { EndLabel, LineMark, Series, ValueAxis } from '../plan.js';
import { lineMarks } from './lineMarks.js';
import { type Lines, linesOf } from './lineRuns.js';
import { type LineFrame, type LineSettings, lineFrame, lineSchema } from './lineSettings.js';
import { lineAltText, lineNumbers } from './lineWords.js';

function valueAxis(input: LineFrame, { runs, summary }: Lines): ValueAxis {
  const { settings, codebook, words } = input;
  const ends = runs.flatMap(({ places }) =>
    places.flatMap(({ y, interval }) => [y, ...(interval ? [interval.low, interval.high] : [])]),
  );
  ends.push(...(settings.references ?? []).map(({ at }) => at));
  const range = { least: ends.reduce((a, b) => Math.min(a, b)), greatest: ends.reduce((a, b) => Math.max(a, b)) };
  const { asks } = summaryType(summary);
  if (asks === 'cases' || settings.value === undefined) {
    const title = { label: titleOfCases(summary, codebook.cases, words), from: 'chart.summary' };
    return { shows: 'value', title, ...range, least: Math.min(0, range.least), counts: true };
  }
  const variable = codebook.variable(settings.value);
  return {
    shows: 'value',
    title: titleOfSummary(summary, variable, 'chart.value', words),
    ...range,
    ...possibleOf(variable),
  };
}

function factsOf({ settings, weight }: LineFrame): NoteFact[] {
  const { error: bars, references } = settings;
  const shown = bars && ({ shows: bars.shows, level: bars.level ?? defaultLevel, of: 'mean' } as const);
  return [
    ...(shown ? [{ is: 'errors', ...shown, as: bars?.as === 'band' ? 'bands' : 'bars' } as const] : []),
    ...weightFacts(weight),
    ...referenceFacts(references),
  ];
}

/** Problem: a variable against itself. */
function sameVariable({ settings, locate }: LineFrame): Problem[] {
  const { x, value } = settings;
  if (x !== value) return [];
  return [error('same-variable', { column: x, path: 'chart.value', other: 'chart.x' }, locate('chart.value'))];
}

function settingsProblems(input: LineFrame, lines: Lines): Problem[] {
  const { settings, locate, table, codebook } = input;
  const problems: Problem[] = [];
  const { summary } = lines;
  const { asks, asGiven, intervals } = summaryType(summary);
  if (settings.error && !intervals?.[settings.error.shows]) {
    problems.push(error('error-needs-mean', { summary, shows: settings.error.shows }, locate('chart.error')));
  }
  if (settings.value === undefined && asks === 'values') {
    const columns = table.columnNames.filter((name) => codebook.variable(name).measure !== 'nominal');
    problems.push(error('value-needed', { summary, columns }, locate('chart.summary')));
  }
  const many = asGiven ? lines.runs.flatMap(({ places }) => places).find((place) => place.summary.n > 1) : undefined;
  if (settings.error) {
    const places = lines.runs.flatMap(({ places: own }) =>
      own.map(({ x, summary: cell }) => ({ name: `${settings.x} ${x}`, summary: cell })),
    );
    problems.push(...unlikeWeights(input, places));
  }
  problems.push(...idleWeights(input, summary));
  if (many)
    problems.push(
      error('given-many', { group: `${settings.x} ${many.x}`, count: many.summary.n }, locate('chart.summary')),
    );
  return problems;
}

/** The names of the groups at the ends of their lines. */
const endLabelsOf = ({ runs }: Lines, series: readonly Series[]): EndLabel[] =>
  runs.map(({ places, category, group }) => ({
    side: 'right',
    series: group,
    cell: series[group]?.marks[0]?.cell ?? {},
    y: lastOf(places).y,
    other: entryAt(places, 0).y,
    text: category?.name ?? '',
    from: 'chart.names',
  }));

function draw(frame: LineFrame): Outcome<Drawn> {
  const { settings, along, group } = frame;
  const lines = linesOf(frame);
  const problems = settingsProblems(frame, lines);
  if (hasErrors(problems)) return fail(problems);
  const count = group?.categories.length ?? 1;
  const series = (group?.categories ?? [undefined]).map((category, g): Series => {
    const run = lines.runs.find((own) => own.group === g);
    const color = category && group?.variable.colors.get(category.code);
    const marks = run ? lineMarks(frame, run, count) : [];
    return { ...(category ? { category } : {}), ...(color === undefined ? {} : { color }), marks };
  });
  const atEnds = settings.names === 'ends' && group !== undefined;
  const values = valueAxis(frame, lines);
  return succeed({
    plan: {
      direction: 'vertical',
      x: along.axis,
      y: values,
      series,
      ...(along.axis.shows === 'category'
        ? referenceLines(settings.references, 'vertical', along.axis.categories.length)
        : levelLines(settings.references, along)),
      ...(atEnds ? { endLabels: endLabelsOf(lines, series) } : {}),
      labelDecimals: once(() => {
        const shown = lines.runs.flatMap(({ places }) => places.map(({ y }) => y));
        return labelDecimals(summaryType(lines.summary).labels, shown, frame.measured('value'));
      }),
    },
    ...(atEnds ? { legend: 'none' } : {}),
    numbers: lineNumbers(frame, lines),
    note: factsOf(frame),
    isComplete: summaryType(lines.summary).asGiven === true && settings.values !== undefined,
    altText: lineAltText(frame, lines.runs, values.title),
    problems,
  });
}

/** Reference lines over the whole of a numeric axis. */
function levelLines(references: readonly Reference[] | undefined, { axis }: Along): { references?: LineMark[] } {
  if (!references || references.length === 0 || axis.shows !== 'value') return {};
  const span = axis.greatest - axis.least || 1;
  const xs = [axis.least - span, axis.greatest + span];
  return {
    references: references.map(
      ({ at, ...own }): LineMark => ({ type: 'line', cell: {}, as: 'reference', xs, ys: [at, at], ...namedLine(own) }),
    ),
  };
}

/** Values joined by lines along categories, numbers, dates or years. */
export const line = {
  name: 'line',
  nouns: ['line', 'lines'],
  description: 'Values or summaries joined by lines along categories, numbers, dates or years.',
  schema: lineSchema,
  roles: {
    x: { use: 'places', accepts: 'ordered', onAxis: true, draft: { keys: ['x'], isNeeded: true } },
    group: groupRole,
    value: {
      use: 'measures',
      accepts: 'measured',
      measures: ['numeric'],
      draft: { keys: ['y', 'value'], isNeeded: true },
    },
  },
  shows: ({ x }, measured) => ({ x: measured(x) ? 'along' : 'category', y: 'value' }),
  reads: ({ summary = 'mean' }) => (summary === 'given' ? 'moments' : detailOf(summary)),
  complete: (given) => asLong(given, true),
  check: (frame) => sameVariable(lineFrame(frame)),
  draw: (frame) => draw(lineFrame(frame)),
} satisfies ChartKind<LineSettings>;
