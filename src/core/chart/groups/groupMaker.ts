import { entryAt } from '../../at.js';
import type { Category } from '../../data/codebook.js';
import { error, fail, type Outcome, succeed } from '../../problem/problem.js';
import { exactTotal } from '../../statistics/exactSum.js';
import type { ChartInput } from '../chartInput.js';
import { bothAxes, categoryAxis } from '../frame/categoryAxes.js';
import { type Cells, sortIntoCells } from '../frame/cells.js';
import { gatheredCodes, restOf } from '../frame/gather.js';
import { decimalsIn, labelDecimals, once } from '../frame/labelDecimals.js';
import { orderOf } from '../frame/order.js';
import { referenceEnds, referenceLines } from '../frame/references.js';
import { summaryType } from '../frame/summaries.js';
import { asLong } from '../frame/wide.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { AxisTable, AxisTableRow, LineMark, ValueAxis } from '../plan.js';
import { forestOf } from './forest.js';
import { furtherEnds, furtherLine } from './further.js';
import { groupChecks } from './groupChecks.js';
import { type GroupMarks, type GroupSeries, groupMarks, reordered } from './groupMarks.js';
import { groupNumbers } from './groupNumbers.js';
import {
  type GroupCommon,
  type GroupFrame,
  type GroupLong,
  type GroupSettings,
  groupFrame,
  summaryOf,
  withRest,
} from './groupSettings.js';
import { groupAltText, groupFacts, summaryTitle } from './groupWords.js';
import { stack } from './stack.js';

function valueAxis(input: GroupFrame, series: readonly GroupSeries[]): ValueAxis {
  const ends = series.flatMap(({ marks }) =>
    marks.flatMap((mark) => [
      ...(mark.type === 'interval' ? [] : [mark.base]),
      mark.value,
      ...(mark.interval ? [mark.interval.low, mark.interval.high] : []),
    ]),
  );
  const { value } = input.settings;
  const { range } = value === undefined ? {} : input.codebook.variable(value);
  const { holds } = summaryType(input.summary);
  const percent = holds === 'shares' || input.settings.arrange === 'shares';
  const possible = percent ? ([0, 100] as const) : holds === 'values' ? range : undefined;
  ends.push(...referenceEnds(input.settings.references), ...furtherEnds(input));
  const isOpposed = input.settings.arrange === 'opposed';
  return {
    shows: 'value',
    title: summaryTitle(input),
    least: ends.reduce((least, end) => Math.min(least, end)),
    greatest: ends.reduce((greatest, end) => Math.max(greatest, end)),
    ...(possible === undefined || isOpposed ? {} : { possible }),
    ...(isOpposed ? { mirrored: true } : {}),
    counts: holds === 'counts' && !percent,
  };
}

/** A chart of intervals shows confidence intervals of means or shares by default. */
const withInterval = (settings: GroupSettings): GroupSettings =>
  settings.error === undefined && !settings.join && summaryType(summaryOf(settings)).intervals?.ci
    ? { ...settings, error: { shows: 'ci' } }
    : settings;

/** The settings with a category, over a table with a row for each value. */
function complete(given: ChartInput<GroupSettings>): Outcome<ChartInput<GroupLong>> {
  const long = asLong(given);
  if (!long.ok) return long;
  const { settings } = long.value;
  const { category } = settings;
  if (category !== undefined) return succeed({ ...long.value, settings: { ...settings, category } }, long.problems);
  const columns = given.table.columnNames.filter((column) => given.codebook.variable(column).measure !== 'numeric');
  const facts = { path: 'chart.category', why: 'nothing says what stands along the axis', columns };
  return fail([error('setting-needed', facts, given.locate('chart'))]);
}

const cellsOf = (input: GroupFrame): Cells =>
  sortIntoCells(input, input.category, input.group, summaryType(input.summary).keepsRows);

/** How much of the whole each category is, over all groups. */
function partsOf({ summary, category, group }: GroupFrame, cells: Cells): { category: Category; value: number }[] {
  const isSum = summaryType(summary).asks === 'values';
  const groups = (group?.categories ?? [undefined]).map((_, g) => g);
  return category.categories.map((own, c) => {
    const values = groups.map((g) => cells.at(c, g).summary).filter(({ n }) => n > 0);
    return { category: own, value: exactTotal(values.map(({ sum, size }) => (isSum ? sum : size))) };
  });
}

/** The order of the categories along the axis, and which are gathered, over the cases of all panels. */
function shareOrder(input: GroupFrame): Outcome<GroupCommon> {
  const { order, gather } = input.settings;
  const { categories } = input.category;
  const isOrdered = order !== undefined && order !== 'codebook';
  if (!isOrdered && !gather) return succeed({ order: undefined, small: [] });
  const cells = cellsOf(input);
  const parts = gather ? partsOf(input, cells) : [];
  const negative = parts.find(({ value }) => value < 0);
  if (negative) {
    const facts = { group: negative.category.name, value: negative.value };
    return fail([error('shares-negative', facts, input.locate('chart.value'))]);
  }
  const small = gatheredCodes(gather, parts, input.words);
  if (!isOrdered) return succeed({ order: undefined, small });
  const heights = groupMarks(input, cells).series.flatMap(({ marks }) => marks);
  const { places, problems } = orderOf(order, categories, heights, input);
  if (problems.length > 0) return fail(problems);
  const codes = places.flatMap((at) => categories[at]?.code ?? []);
  const rest = small.length > 0 ? [restOf(gather ?? {}, input.words).code] : [];
  return succeed({ order: [...codes.filter((code) => !small.includes(code)), ...rest], small });
}

/** Decimals of the labels at the marks. */
function decimalsFor(input: GroupFrame, { series }: GroupMarks): number {
  if (input.settings.arrange === 'shares') return 1;
  const values = series.flatMap(({ marks }) => marks.map(({ value }) => value));
  return labelDecimals(summaryType(input.summary).labels, values, input.measured('value'));
}

/** Lines beside the marks: values to compare with, those that join markers, and a further value of each category. */
function linesAcross(
  input: GroupFrame,
  categories: readonly Category[],
  series: readonly GroupSeries[],
): { references?: LineMark[] } {
  const { settings } = input;
  const { references: own = [] } = referenceLines(settings.references, settings.direction ?? 'vertical');
  const codes = categories.map(({ code }) => code);
  const lines = [...own, ...(settings.join ? [joinLine(input, series)] : []), ...furtherLine(input, codes)];
  return lines.length > 0 ? { references: lines } : {};
}

/** A line at each category from its least to its greatest marker. */
function joinLine({ settings }: GroupFrame, series: readonly GroupSeries[]): LineMark {
  const ends = new Map<number, [number, number]>();
  for (const { category, value } of series.flatMap(({ marks }) => marks)) {
    const [low, high] = ends.get(category) ?? [value, value];
    ends.set(category, [Math.min(low, value), Math.max(high, value)]);
  }
  const along = [...ends.keys()].flatMap((category) => [category, category, category]);
  const across = [...ends.values()].flatMap(([low, high]) => [low, high, Number.NaN]);
  const [xs, ys] = settings.direction === 'horizontal' ? [across, along] : [along, across];
  return { type: 'line', cell: {}, as: 'reference', xs, ys, look: { dash: 'solid' } };
}

/** The numbers under the categories: how many cases each bar has, or the numbers of a column. */
function axisTableOf(
  { settings, table, codebook, group, rows, category }: GroupFrame,
  marks: GroupMarks,
): { axisTable?: AxisTable } {
  const { axisTable, direction } = settings;
  if (!axisTable || direction === 'horizontal') return {};
  const { value, title } = axisTable;
  const numbers = value === undefined ? undefined : table.number(value).numbers;
  const found = (cat: number, g: number): number | undefined => {
    if (!numbers) return marks.series[g]?.marks.find((mark) => mark.category === cat)?.count ?? 0;
    const code = marks.categories[cat]?.code;
    const at = category.categories.findIndex((own) => own.code === code);
    const row = rows.find(
      (own) => category.of(own) === at && (!group || group.of(own) === g) && !Number.isNaN(entryAt(numbers, own)),
    );
    return row === undefined ? undefined : entryAt(numbers, row);
  };
  const tableRows = (group?.categories ?? [undefined]).map((own, g): AxisTableRow => {
    const known = marks.categories.flatMap((_, c) => {
      const number = found(c, g);
      return number === undefined ? [] : [{ c, number }];
    });
    return {
      ...(own ? { name: own.name } : {}),
      series: g,
      xs: known.map(({ c }) => c),
      values: known.map(({ number }) => number),
    };
  });
  const decimals =
    value === undefined ? 0 : (codebook.variable(value).decimals ?? decimalsIn(tableRows.flatMap((row) => row.values)));
  return {
    axisTable: {
      ...(title === undefined ? {} : { title }),
      rows: tableRows,
      decimals,
      from: 'chart.axisTable',
      exact: true,
    },
  };
}

/** The names of the categories that are gathered. */
const namesOf = ({ category }: GroupFrame, { small }: GroupCommon): string[] =>
  category.categories.flatMap(({ code, name }) => (small.includes(code) ? [name] : []));

const isStacked = ({ arrange }: GroupSettings): boolean => arrange === 'stacked' || arrange === 'shares';

function draw(whole: GroupFrame, common: GroupCommon): Outcome<Drawn> {
  const input = withRest(whole, common);
  const { settings } = input;
  const { order } = common;
  const cells = cellsOf(input);
  const unordered = groupMarks(input, cells);
  const marks = order ? reordered(unordered, order) : unordered;
  const stacked = stack(input, marks);
  if (!stacked.ok) return fail([...marks.problems, ...stacked.problems]);
  const forest = forestOf(input, marks, stacked.value);
  const series = forest?.series ?? stacked.value;
  const rows = forest?.axis ?? { categories: marks.categories };
  const along = { ...categoryAxis(input.category, 'chart.category'), ...rows };
  const axes = bothAxes(along, valueAxis(input, series), settings.direction);
  return succeed({
    plan: {
      ...axes,
      series,
      ...linesAcross(input, rows.categories, series),
      ...(isStacked(settings) ? { stacked: true } : {}),
      ...axisTableOf(input, marks),
      ...(forest && forest.columns.length > 0 ? { textColumns: forest.columns } : {}),
      labelDecimals: once(() => decimalsFor(input, marks)),
    },
    numbers: groupNumbers(input, marks, { cells, gathered: namesOf(whole, common) }),
    note: groupFacts(input),
    // Totals are no cases, and each row is drawn.
    ...(settings.totals && input.counts.leftOut.length === 0 ? { isComplete: true } : {}),
    altText: groupAltText(input, marks),
    problems: marks.problems,
  });
}

/** What makes the marks of all charts of summaries by group, drawn with one type of mark. */
const groupMaker = (mark: GroupFrame['mark']): ChartMaker<GroupSettings, GroupLong, GroupCommon> => ({
  complete: (given) => complete(mark === 'interval' ? { ...given, settings: withInterval(given.settings) } : given),
  check: (frame) => groupChecks(groupFrame(frame, mark)),
  share: (frame) => shareOrder(groupFrame(frame, mark)),
  draw: (frame, common) => draw(groupFrame(frame, mark), common),
});

/** Makes the marks of bars and intervals. */
export const groupMakers = { bar: groupMaker('bar'), interval: groupMaker('interval') };
