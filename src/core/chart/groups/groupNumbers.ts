import type { Words } from '../../words/words.js';
import type { Cells } from '../frame/cells.js';
import { restOf } from '../frame/gather.js';
import { defaultLevel } from '../frame/levels.js';
import { summaryType } from '../frame/summaries.js';
import type { Drawn } from '../kind.js';
import type { GroupMark, NumbersColumn, NumbersSum } from '../plan.js';
import type { GroupMarks } from './groupMarks.js';
import type { GroupFrame } from './groupSettings.js';

interface Entry extends NumbersColumn {
  of(mark: GroupMark, cell: ReturnType<Cells['at']>): string | number | undefined;
}

function intervalTitle(input: GroupFrame): string {
  const { words, settings } = input;
  const bars = settings.error;
  if (bars?.shows === 'ci') return words.say('head-ci', { level: words.level(bars.level ?? defaultLevel) });
  return words.say(bars?.shows === 'se' ? 'head-meanSe' : 'head-meanSd');
}

/** Mean, SD and SE of each cell. */
const spreadColumns = (decimals: number, words: Words): Entry[] => [
  { key: 'mean', title: words.say('head-mean'), decimals, of: (_, cell) => cell.summary.mean },
  { key: 'sd', title: words.say('head-sd'), decimals, of: (_, cell) => cell.summary.sd },
  { key: 'se', title: words.say('head-se'), decimals: decimals + 1, of: (_, cell) => cell.summary.se },
];

/** @param data decimals of the variable, 0 where there is none */
function measuredColumns(input: GroupFrame, data: number): Entry[] {
  const { settings, words } = input;
  const { holds, column, spread } = summaryType(input.summary);
  if (holds === 'counts') {
    // The number of cases stands there already.
    return settings.weight === undefined
      ? []
      : [{ key: 'weighted', title: words.say('head-weightedN'), decimals: 1, of: (mark) => mark.value }];
  }
  const decimals = data + column.decimals;
  const entry: Entry = { key: column.key, title: words.say(column.head), decimals, of: (mark) => mark.value };
  const others = spread ? spreadColumns(decimals, words) : [];
  const columns = others.some(({ key }) => key === entry.key) ? others : [entry, ...others];
  const isGiven = (settings.low ?? settings.high) !== undefined;
  if (!isGiven && !settings.error) return columns;
  const what = isGiven ? words.say('head-interval') : intervalTitle(input);
  return [
    ...columns,
    { key: 'low', title: words.say('head-lowOf', { what }), decimals, of: (mark) => mark.interval?.low },
    { key: 'high', title: words.say('head-highOf', { what }), decimals, of: (mark) => mark.interval?.high },
  ];
}

/** What part of its category each bar is. */
function shareColumn({ settings, words }: GroupFrame, { series }: GroupMarks): Entry[] {
  if (settings.arrange !== 'shares') return [];
  const all = series.flatMap(({ marks }) => marks);
  const total = (category: number) => all.reduce((sum, mark) => sum + (mark.category === category ? mark.value : 0), 0);
  return [
    {
      key: 'share',
      title: words.say('head-share'),
      decimals: 1,
      of: (mark) => (100 * mark.value) / (total(mark.category) || 1),
    },
  ];
}

/** What bars that are added up come to. */
function cumulativeColumn({ settings, summary, words }: GroupFrame, { series }: GroupMarks, decimals: number): Entry[] {
  if (!settings.cumulative) return [];
  const sums = new Map<GroupMark, number>();
  for (const { marks } of series) {
    let sum = 0;
    for (const mark of [...marks].sort((a, b) => a.category - b.category)) {
      sum += mark.value;
      sums.set(mark, sum);
    }
  }
  const { column } = summaryType(summary);
  const label = words.say(column.head);
  return [
    {
      key: 'cumulative',
      title: words.say('title-cumulative', { label: { label } }),
      decimals: decimals + column.decimals,
      of: (mark) => sums.get(mark),
    },
  ];
}

/** What the rest was gathered from. */
function gatheredColumn({ category, settings, words }: GroupFrame, gathered: readonly string[]): Entry[] {
  if (gathered.length === 0) return [];
  const rest = restOf(settings.gather ?? {}, words).code;
  const isRest = ({ cell }: GroupMark) => cell[category.variable.name] === rest;
  return [
    {
      key: 'gathered',
      title: words.say('head-gathered'),
      of: (mark) => (isRest(mark) ? words.row(gathered) : undefined),
    },
  ];
}

/** The table behind the marks: each group's n and measures, in the order of the axis. */
export function groupNumbers(
  input: GroupFrame,
  marks: GroupMarks,
  { cells, gathered }: { cells: Cells; gathered: readonly string[] },
): Drawn['numbers'] {
  const { category, group, codebook, settings, words } = input;
  const decimals = settings.value === undefined ? 0 : (codebook.variable(settings.value).decimals ?? 2);
  const name = (categories: NonNullable<GroupFrame['group']>, mark: GroupMark) =>
    categories.categories.find(({ code }) => code === mark.cell[categories.variable.name])?.name;
  const entries: Entry[] = [
    { key: category.variable.name, title: category.variable.label, of: (mark) => name(category, mark) },
    ...(group
      ? [{ key: group.variable.name, title: group.variable.label, of: (mark: GroupMark) => name(group, mark) }]
      : []),
    { key: 'n', title: words.say('head-n'), decimals: 0, of: (mark) => mark.count },
    ...measuredColumns(input, decimals),
    ...shareColumn(input, marks),
    ...cumulativeColumn(input, marks, decimals),
    ...gatheredColumn(input, gathered),
  ];
  const places = (categories: NonNullable<GroupFrame['group']>, mark: GroupMark) =>
    categories.categories.findIndex(({ code }) => code === mark.cell[categories.variable.name]);
  const ordered = marks.series
    .flatMap((series) => series.marks)
    .sort((a, b) => a.category - b.category || a.place - b.place);
  return {
    columns: entries.map(({ of: _, ...column }) => column),
    rows: ordered.map((mark) => {
      const cell = cells.at(places(category, mark), group ? places(group, mark) : 0);
      return entries.map((entry) => entry.of(mark, cell));
    }),
    ...(group && summaryType(input.summary).asks === 'cases' ? { sums: crossSums(input, marks) } : {}),
  };
}

/** Sums of a cross table over the groups of each category, the categories of each group, and all: a check. */
function crossSums(
  { group, category, summary, words }: GroupFrame,
  { series, categories, groups }: GroupMarks,
): NumbersSum[] {
  const all = series.flatMap(({ marks }) => marks);
  const sum = (name: string, of: readonly GroupMark[]): NumbersSum => ({
    name,
    n: of.reduce((total, { count }) => total + count, 0),
    ...(summaryType(summary).ofWhole ? { percent: of.reduce((total, { value }) => total + value, 0) } : {}),
  });
  const within = (variable: string | undefined, code: string) =>
    all.filter(({ cell }) => cell[variable ?? ''] === code);
  return [
    ...categories.map(({ code, name }) => sum(name, within(category.variable.name, code))),
    ...groups.map(({ code, name }) => sum(name, within(group?.variable.name, code))),
    sum(words.say('head-all'), all),
  ];
}
