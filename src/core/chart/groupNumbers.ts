import type { Cells } from './cells.js';
import type { GroupInput } from './group.js';
import type { GroupMarks } from './groupMarks.js';
import { levelText } from './groupWords.js';
import type { GroupMark, NumbersColumn, NumbersTable } from './plan.js';

interface Entry extends NumbersColumn {
  of(mark: GroupMark, cell: ReturnType<Cells['at']>): string | number | undefined;
}

function intervalTitle(input: GroupInput): string {
  const bars = input.settings.error;
  if (bars?.shows === 'ci') return `${levelText(bars.level ?? 0.95)} CI`;
  return bars?.shows === 'se' ? 'M ± SE' : 'M ± SD';
}

function measuredColumns(input: GroupInput, decimals: number): Entry[] {
  const fine = decimals + 2;
  const { summary, settings } = input;
  if (summary === 'count') return [];
  if (summary === 'percent') return [{ key: 'percent', title: 'Percent', decimals: 1, of: (mark) => mark.value }];
  if (summary === 'given') return [{ key: 'value', title: 'Value', decimals, of: (mark) => mark.value }];
  if (summary === 'sum') return [{ key: 'sum', title: 'Sum', decimals, of: (mark) => mark.value }];
  const spread: Entry[] = [
    { key: 'mean', title: 'Mean', decimals: fine, of: (_, cell) => cell.summary.mean },
    { key: 'sd', title: 'SD', decimals: fine, of: (_, cell) => cell.summary.sd },
    { key: 'se', title: 'SE', decimals: fine + 1, of: (_, cell) => cell.summary.se },
  ];
  if (summary === 'median') {
    return [{ key: 'median', title: 'Median', decimals: fine, of: (mark) => mark.value }, ...spread];
  }
  if (!settings.error) return spread;
  const title = intervalTitle(input);
  return [
    ...spread,
    { key: 'low', title: `${title}, low`, decimals: fine, of: (mark) => mark.interval?.low },
    { key: 'high', title: `${title}, high`, decimals: fine, of: (mark) => mark.interval?.high },
  ];
}

/** The table behind the bars: each group's n and measures, in the order of the axis. */
export function groupNumbers(input: GroupInput, marks: GroupMarks, cells: Cells): NumbersTable {
  const { category, group, codebook, settings } = input;
  const decimals = settings.value === undefined ? 0 : (codebook.variable(settings.value).decimals ?? 2);
  const name = (categories: NonNullable<GroupInput['group']>, mark: GroupMark) =>
    categories.categories.find(({ code }) => code === mark.cell[categories.variable.name])?.name;
  const entries: Entry[] = [
    { key: category.variable.name, title: category.variable.label, of: (mark) => name(category, mark) },
    ...(group
      ? [{ key: group.variable.name, title: group.variable.label, of: (mark: GroupMark) => name(group, mark) }]
      : []),
    { key: 'n', title: 'n', decimals: 0, of: (mark) => mark.count },
    ...measuredColumns(input, decimals),
  ];
  const places = (categories: NonNullable<GroupInput['group']>, mark: GroupMark) =>
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
    cases: codebook.cases,
    read: input.table.rowCount,
    chosen: cells.chosen,
    used: cells.used,
    leftOut: cells.leftOut,
  };
}
