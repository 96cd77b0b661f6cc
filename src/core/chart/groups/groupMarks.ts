import { entryAt, heldBy } from '../../at.js';
import type { Category } from '../../data/codebook.js';
import { picked } from '../../pick.js';
import { error, type Problem, warning } from '../../problem/problem.js';
import { exactTotal } from '../../statistics/exactSum.js';
import type { Interval } from '../../statistics/interval.js';
import type { Summary } from '../../statistics/summary.js';
import { type CellData, type Cells, sampleOf } from '../frame/cells.js';
import { errorInterval, type PlaceCases, summaryType, type Whole } from '../frame/summaries.js';
import { unlikeWeights } from '../frame/weights.js';
import type { GroupMark, Series } from '../plan.js';
import type { GroupFrame } from './groupSettings.js';

/** A series whose marks are at categories. */
export interface GroupSeries extends Series {
  marks: GroupMark[];
}

export interface GroupMarks {
  /** The categories and groups in their order along the axis and beside each other. */
  categories: Category[];
  groups: Category[];
  series: GroupSeries[];
  problems: Problem[];
}

interface Kept {
  index: number;
  category: Category;
}

/** What percentages add up over, where the author does not say: the parts of a stacked bar, the bars of a group, or all. */
export function wholeOf({ settings, group }: GroupFrame): 'all' | 'group' | 'category' {
  const { of, arrange = 'clustered' } = settings;
  return of ?? (arrange === 'clustered' ? (group ? 'group' : 'all') : 'category');
}

/** The marks with the part of their whole that each shows, where values add up to one. */
function withShares(input: GroupFrame, series: readonly GroupSeries[]): GroupSeries[] {
  const { addsUp: adds } = summaryType(input.summary);
  const marks = series.flatMap((one) => one.marks);
  if (!adds || marks.some(({ value }) => value < 0)) return [...series];
  const of = wholeOf(input);
  const whole = ({ category, place }: GroupMark) =>
    of === 'all' ? 'all' : of === 'group' ? `group ${place}` : `category ${category}`;
  const sums = new Map<string, number>();
  for (const mark of marks) sums.set(whole(mark), (sums.get(whole(mark)) ?? 0) + mark.value);
  const shareOf = (mark: GroupMark) => {
    const sum = heldBy(sums, whole(mark));
    return sum > 0 ? { share: { part: mark.value / sum, whole: whole(mark) } } : {};
  };
  return series.map((one) => ({ ...one, marks: one.marks.map((mark) => ({ ...mark, ...shareOf(mark) })) }));
}

/** Counts over which percentages are taken, by what they add up over. */
function percentBase(input: GroupFrame, cells: Cells, categories: Kept[], groups: Kept[]) {
  const of = wholeOf(input);
  const known = new Map<string, Whole>();
  return (c: number, g: number): Whole => {
    const key = `${of === 'category' ? c : ''} ${of === 'group' ? g : ''}`;
    const found = known.get(key);
    if (found) return found;
    const rows = of === 'category' ? [c] : categories.map(({ index }) => index);
    const columns = of === 'group' ? [g] : groups.map(({ index }) => index);
    const base = baseOf(rows.flatMap((row) => columns.map((column) => cells.at(row, column).summary)));
    known.set(key, base);
    return base;
  };
}

/** Several cells together: their sizes added, and Kish's n of all their cases. */
function baseOf(summaries: readonly Summary[]): Whole {
  const filled = summaries.filter(({ n }) => n > 0);
  const size = exactTotal(filled.map((summary) => summary.size));
  const squares = exactTotal(filled.map((summary) => summary.size ** 2 / summary.effective));
  return { size, effective: filled.every(({ size: own, n }) => own === n) ? size : size ** 2 / squares };
}

/** The interval that the table gives in the row of a cell. */
function givenInterval({ settings: { low, high, value }, table }: GroupFrame, row: number): Interval | undefined {
  if (low === undefined && high === undefined) return undefined;
  const at = (name: string | undefined) => entryAt(table.number(name ?? (value as string)).numbers, row);
  return { low: at(low), high: at(high) };
}

function intervalOf(input: GroupFrame, row: number, cases: PlaceCases): Interval | undefined {
  const { error: bars } = input.settings;
  return givenInterval(input, row) ?? (bars && errorInterval(input.summary, bars, cases));
}

/** What a summary may ask of a cell. */
const casesOf = (input: GroupFrame, { summary, rows }: CellData, whole: Whole): PlaceCases => ({
  summary,
  whole,
  values: () => picked(input.table.number(input.settings.value as string).numbers, rows),
  sample: () => sampleOf(rows, input.table.number(input.settings.value as string), input.weight),
});

const cellName = (category: Category, group: Category | undefined) =>
  group ? `${category.name}, ${group.name}` : category.name;

function cellProblems(input: GroupFrame, kept: { mark: GroupMark; name: string; summary: Summary }[]): Problem[] {
  const { settings, summary, locate } = input;
  const problems: Problem[] = [];
  const { asGiven, asks } = summaryType(summary);
  const many = asGiven ? kept.find(({ mark }) => mark.count > 1) : undefined;
  if (many) problems.push(error('given-many', { group: many.name, count: many.mark.count }, locate('chart.summary')));
  const crossed = kept.find(
    ({ mark }) => mark.interval && (mark.interval.low > mark.value || mark.interval.high < mark.value),
  );
  if (crossed && (settings.low ?? settings.high) !== undefined) {
    const path = settings.low === undefined ? 'chart.high' : 'chart.low';
    problems.push(error('interval-beside', { group: crossed.name, path }, locate(path)));
  }
  const alone =
    settings.error && asks === 'values' ? kept.filter(({ mark }) => mark.count === 1).map(({ name }) => name) : [];
  if (alone.length > 0 && settings.error) {
    problems.push(warning('one-case', { groups: alone, shows: settings.error.shows }, locate('chart.error')));
  }
  if (settings.error) problems.push(...unlikeWeights(input, kept));
  return problems;
}

/** Problem: shares of 100 %, because "where" selects a single value of the counted variable, so that their whole is lost. */
function shareAlone(input: GroupFrame, kept: readonly { mark: GroupMark }[]): Problem[] {
  const { settings, summary, category, group, locate } = input;
  const isShares = settings.arrange === 'shares';
  if (!summaryType(summary).ofWhole && !isShares) return [];
  if (!kept.every(({ mark }) => (isShares ? mark.share?.part === 1 : Math.abs(mark.value - 100) < 1e-9))) return [];
  const alone = [category, group].find(
    (own) => own && own.categories.length === 1 && isChosen(input, own.variable.name),
  );
  if (!alone) return [];
  const facts = { column: alone.variable.name, value: alone.categories[0]?.name ?? '' };
  return [warning('share-alone', facts, locate(`chart.where.${alone.variable.name}`))];
}

const isChosen = ({ settings }: GroupFrame, name: string): boolean => Object.hasOwn(settings.where ?? {}, name);

/** The bars, group by group, at the categories that have cases. */
export function groupMarks(input: GroupFrame, cells: Cells): GroupMarks {
  const { category, group } = input;
  const kept = (categories: readonly Category[]) =>
    categories.map((entry, index): Kept => ({ index, category: entry }));
  const groups = kept(group?.categories ?? [{ code: '', name: '' }]);
  const categories = kept(category.categories);
  const shown = summaryType(input.summary);
  const type = input.mark === 'interval' ? 'interval' : input.settings.shape === 'stem' ? 'stem' : 'bar';
  const base = shown.ofWhole ? percentBase(input, cells, categories, groups) : () => ({ size: 1, effective: 1 });
  const { arrange = 'clustered' } = input.settings;
  const isShareOfSome = shown.ofWhole && arrange === 'clustered' && group !== undefined;
  const named: { mark: GroupMark; name: string; summary: Summary }[] = [];

  const series = groups.map((g, place): GroupSeries => {
    const marks = categories.flatMap((c, position): GroupMark[] => {
      const cell = cells.at(c.index, g.index);
      const whole = base(c.index, g.index);
      // A share of 0 is a share like any other, with a row and an interval.
      const isNone = isShareOfSome && whole.size > 0;
      if (cell.summary.n === 0 && !isNone) return [];
      const cases = casesOf(input, cell, whole);
      const interval = intervalOf(input, cell.row, cases);
      const common = {
        cell: {
          [category.variable.name]: c.category.code,
          ...(group ? { [group.variable.name]: g.category.code } : {}),
        },
        category: position,
        place,
        places: groups.length,
        value: shown.of(cases),
        count: cell.summary.n,
        ...(interval ? { interval } : {}),
      };
      const mark: GroupMark = type === 'interval' ? { type, ...common } : { type, base: 0, ...common };
      named.push({ mark, name: cellName(c.category, group ? g.category : undefined), summary: cell.summary });
      return [mark];
    });
    const color = group?.variable.colors.get(g.category.code);
    return { ...(group ? { category: g.category } : {}), ...(color === undefined ? {} : { color }), marks };
  });
  const shared = withShares(input, series);
  return {
    categories: categories.map((c) => c.category),
    groups: groups.map((g) => g.category),
    series: shared,
    problems: [
      ...cellProblems(input, named),
      ...shareAlone(
        input,
        shared.flatMap(({ marks }) => marks.map((mark) => ({ mark }))),
      ),
    ],
  };
}

/** The marks with their categories in another order, by codes. */
export function reordered(marks: GroupMarks, order: readonly string[]): GroupMarks {
  const places = order.flatMap((code) => {
    const at = marks.categories.findIndex((category) => category.code === code);
    return at < 0 ? [] : [at];
  });
  return {
    ...marks,
    categories: places.map((at) => entryAt(marks.categories, at)),
    series: marks.series.map((series) => ({
      ...series,
      marks: series.marks
        .map((mark) => ({ ...mark, category: places.indexOf(mark.category) }))
        .sort((a, b) => a.category - b.category),
    })),
  };
}
