import { entryAt, lastOf } from '../../at.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import type { NoteFact } from '../../words/noteFacts.js';
import type { Along } from '../frame/along.js';
import { decimalsIn, labelDecimals, once } from '../frame/labelDecimals.js';
import { defaultLevel } from '../frame/levels.js';
import {
  edgesOf,
  namedLine,
  type Reference,
  referenceEnds,
  referenceFacts,
  referenceLines,
} from '../frame/references.js';
import { summaryType, titleOfCases, titleOfSummary } from '../frame/summaries.js';
import { possibleOf } from '../frame/variableTitle.js';
import { idleWeights, unlikeWeights, weightFacts } from '../frame/weights.js';
import { asLong } from '../frame/wide.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { AxisTable, AxisTableRow, EndLabel, LineMark, Series, ValueAxis } from '../plan.js';
import { type Areas, areaProblems, stackedAreas } from './lineAreas.js';
import { lineMarks } from './lineMarks.js';
import { type Lines, linesOf } from './lineRuns.js';
import { type LineFrame, type LineSettings, lineFrame } from './lineSettings.js';
import { lineAltText, lineNumbers } from './lineWords.js';

function valueAxis(input: LineFrame, { runs, summary }: Lines, areas: Areas | undefined): ValueAxis {
  const { settings, codebook, words } = input;
  if (areas) return areaAxis(input, summary, areas);
  const ends = runs.flatMap(({ places }) =>
    places.flatMap(({ y, interval }) => [y, ...(interval ? [interval.low, interval.high] : [])]),
  );
  ends.push(...referenceEnds(settings.references));
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

function factsOf({ settings, weight, codebook }: LineFrame): NoteFact[] {
  const { error: bars, references, ends } = settings;
  const shown = bars && ({ shows: bars.shows, level: bars.level ?? defaultLevel, of: 'mean' } as const);
  return [
    ...(shown ? [{ is: 'errors', ...shown, as: bars?.as === 'band' ? 'bands' : 'bars' } as const] : []),
    ...(ends === undefined ? [] : [{ is: 'ended', cases: codebook.cases } as const]),
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

/** The axis of areas on top of each other, which begins at zero. */
function areaAxis({ settings, codebook, words }: LineFrame, summary: Lines['summary'], { greatest }: Areas): ValueAxis {
  const { value, arrange } = settings;
  const isCount = summaryType(summary).asks === 'cases' || value === undefined;
  if (arrange === 'shares') {
    const cases = isCount ? codebook.cases : words.lowered(codebook.variable(value).label);
    const title = { label: words.say('title-share', { cases }), unit: '%', from: 'chart.arrange' };
    return { shows: 'value', title, least: 0, greatest: 100, possible: [0, 100] };
  }
  const title = isCount
    ? { label: titleOfCases(summary, codebook.cases, words), from: 'chart.summary' }
    : titleOfSummary(summary, codebook.variable(value), 'chart.value', words);
  return { shows: 'value', title, least: 0, greatest, ...(isCount ? { counts: true } : {}) };
}

/** The numbers under the axis: those of a column, or how many cases there are, at each place of each group. */
function axisTableOf({ settings, table, codebook }: LineFrame, { runs }: Lines): { axisTable?: AxisTable } {
  const { axisTable } = settings;
  if (!axisTable) return {};
  const { value, title } = axisTable;
  const numbers = value === undefined ? undefined : table.number(value).numbers;
  const rows = runs.map(({ category, group, places }): AxisTableRow => {
    const known = places.flatMap(({ x, summary, rows: own }) => {
      const found = numbers ? own.map((row) => entryAt(numbers, row)).find((n) => !Number.isNaN(n)) : summary.n;
      return found === undefined ? [] : [{ x, found }];
    });
    return {
      ...(category ? { name: category.name } : {}),
      series: group,
      xs: known.map(({ x }) => x),
      values: known.map(({ found }) => found),
    };
  });
  const decimals =
    value === undefined ? 0 : (codebook.variable(value).decimals ?? decimalsIn(rows.flatMap((row) => row.values)));
  return { axisTable: { ...(title === undefined ? {} : { title }), rows, decimals, from: 'chart.axisTable' } };
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
  const problems = [...settingsProblems(frame, lines), ...areaProblems(frame, lines)];
  if (hasErrors(problems)) return fail(problems);
  const isStacked = settings.arrange === 'stacked' || settings.arrange === 'shares';
  const stacked = isStacked ? stackedAreas(frame, lines) : succeed(undefined);
  if (!stacked.ok) return fail([...problems, ...stacked.problems]);
  const areas = stacked.value;
  const count = group?.categories.length ?? 1;
  const series = (group?.categories ?? [undefined]).map((category, g): Series => {
    const run = lines.runs.find((own) => own.group === g);
    const color = category && group?.variable.colors.get(category.code);
    const area = areas?.marks[lines.runs.findIndex((own) => own.group === g)];
    const marks = areas ? (area ? [area] : []) : run ? lineMarks(frame, run, count) : [];
    return { ...(category ? { category } : {}), ...(color === undefined ? {} : { color }), marks };
  });
  const atEnds = settings.names === 'ends' && group !== undefined && !areas;
  const values = valueAxis(frame, lines, areas);
  return succeed({
    plan: {
      direction: 'vertical',
      x: along.axis,
      y: values,
      series,
      ...(along.axis.shows === 'category'
        ? referenceLines(settings.references, 'vertical')
        : levelLines(settings.references, along)),
      ...(atEnds ? { endLabels: endLabelsOf(lines, series) } : {}),
      ...axisTableOf(frame, lines),
      ...(areas ? { stacked: true } : {}),
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
      (own): LineMark => ({
        type: 'line',
        cell: {},
        as: 'reference',
        ...edgesOf(own, (at) => ({ xs, ys: [at, at] })),
        ...namedLine(own),
      }),
    ),
  };
}

/** Makes the marks of line. */
export const lineMaker: ChartMaker<LineSettings> = {
  complete: (given) => asLong(given, true),
  check: (frame) => sameVariable(lineFrame(frame)),
  draw: (frame) => draw(lineFrame(frame)),
};
