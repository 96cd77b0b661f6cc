import { entryAt, numberAt } from '../../at.js';
import { categoriesOf, findCategory } from '../../data/categories.js';
import type { Category, Variable } from '../../data/codebook.js';
import { decimalsOf, formatNumber } from '../../scale/numberFormat.js';
import { decimalsIn } from '../frame/labelDecimals.js';
import { defaultLevel } from '../frame/levels.js';
import type { CategoryAxis, TextColumn } from '../plan.js';
import type { GroupMarks, GroupSeries } from './groupMarks.js';
import type { GroupFrame } from './groupSettings.js';

/** Codes of rows that are no categories: no code of a table begins so. */
const ofHeading = (i: number) => `\u0000heading ${i}`;
const ofSpace = (i: number) => `\u0000space ${i}`;

/** Rows of the figure: subheadings, spaces and categories, with the place of each category. */
interface Laid {
  categories: Category[];
  headings: number[];
  /** The place of each category of the marks. */
  places: number[];
}

const isTotal = ({ settings, table }: GroupFrame, categories: readonly Category[]): boolean[] => {
  const wanted = new Set((settings.totals ?? []).map((name) => findCategory(categories, String(name), table.notation)));
  return categories.map((_, i) => wanted.has(i));
};

/** The rows of a category of the marks. */
function rowsOf({ rows, category }: GroupFrame, { code }: Category): number[] {
  const at = category.categories.findIndex((own) => own.code === code);
  return rows.filter((row) => category.of(row) === at);
}

/** The section of each category, by its number and name; those without one come last. */
function sectionsOf(frame: GroupFrame, categories: readonly Category[]): { at: number; name: string }[] {
  const { settings, table, codebook } = frame;
  if (settings.sections === undefined) return categories.map(() => ({ at: 0, name: '' }));
  const sections = categoriesOf(table, codebook.variable(settings.sections));
  return categories.map((own) => {
    const at = rowsOf(frame, own)
      .map((row) => sections.of(row))
      .find((found) => found >= 0);
    return at === undefined
      ? { at: Number.POSITIVE_INFINITY, name: '' }
      : { at, name: entryAt(sections.categories, at).name };
  });
}

/** Puts the categories under their subheadings, totals last and set apart. */
function laidRows(frame: GroupFrame, categories: readonly Category[]): Laid {
  const totals = isTotal(frame, categories);
  const sections = sectionsOf(frame, categories);
  const order = categories
    .map((_, i) => i)
    .sort(
      (a, b) => entryAt(sections, a).at - entryAt(sections, b).at || Number(totals[a]) - Number(totals[b]) || a - b,
    );
  const laid: Laid = { categories: [], headings: [], places: categories.map(() => -1) };
  let section: number | undefined;
  for (const [i, at] of order.entries()) {
    const own = entryAt(sections, at);
    const isNew = frame.settings.sections !== undefined && own.at !== section;
    const before = order[i - 1];
    const isFirstTotal = totals[at] && before !== undefined && !totals[before];
    if (i > 0 && (isNew || isFirstTotal)) laid.categories.push({ code: ofSpace(i), name: '' });
    if (isNew && own.name !== '') {
      laid.headings.push(laid.categories.length);
      laid.categories.push({ code: ofHeading(i), name: own.name });
    }
    section = own.at;
    laid.places[at] = laid.categories.length;
    laid.categories.push(entryAt(categories, at));
  }
  return laid;
}

/** What stands in a column for some rows, in words: the same in all of them, or nothing. */
function cellText(
  { table, codebook, numbers }: GroupFrame,
  variable: Variable,
  rows: readonly number[],
): string | undefined {
  const { name } = variable;
  if (table.hasNumber(name) && variable.categories.length === 0) {
    const column = table.number(name).numbers;
    const found = [...new Set(rows.map((row) => numberAt(column, row)).filter((value) => !Number.isNaN(value)))];
    const [value] = found;
    if (found.length !== 1 || value === undefined) return undefined;
    return formatNumber(value, variable.decimals ?? decimalsIn(column), numbers);
  }
  const categories = categoriesOf(table, codebook.variable(name));
  const found = [...new Set(rows.map((row) => categories.of(row)).filter((at) => at >= 0))];
  const [at] = found;
  return found.length === 1 && at !== undefined ? entryAt(categories.categories, at).name : undefined;
}

const headOf = ({ label, unit }: Variable): string =>
  unit === undefined || unit === '' ? label : `${label} (${unit})`;

/** A value with its interval, in words. */
function estimateColumn(
  frame: GroupFrame,
  series: readonly GroupSeries[],
  count: number,
  side: TextColumn['side'],
): TextColumn {
  const { words, numbers, settings, codebook } = frame;
  const marks = series.flatMap((own) => own.marks);
  const data = settings.value === undefined ? undefined : codebook.variable(settings.value).decimals;
  const decimals =
    data ?? marks.reduce((most, { value }) => Math.max(most, Math.min(3, decimalsOf(Number(value.toPrecision(6))))), 0);
  const write = (value: number) => formatNumber(value, decimals, numbers);
  const cells = new Array<string | undefined>(count).fill(undefined);
  for (const { category, value, interval } of marks) {
    cells[category] = interval ? `${write(value)} [${write(interval.low)}, ${write(interval.high)}]` : write(value);
  }
  const level = words.level(settings.error?.level ?? defaultLevel);
  const hasIntervals = marks.some(({ interval }) => interval);
  const isLevel = (settings.low ?? settings.high) === undefined || settings.error?.level !== undefined;
  const head = hasIntervals
    ? isLevel
      ? `[${words.say('head-ci', { level })}]`
      : `[${words.say('head-interval')}]`
    : '';
  const label = settings.value === undefined ? '' : codebook.variable(settings.value).label;
  return { side, head: [label, head].filter(Boolean).join(' '), cells, align: 'end', from: 'chart.beside.estimate' };
}

function textColumns(frame: GroupFrame, series: readonly GroupSeries[], laid: Laid): TextColumn[] {
  const { beside } = frame.settings;
  if (!beside) return [];
  const places = byPlace(laid);
  const column = (side: TextColumn['side'], name: string, i: number): TextColumn => {
    const variable = frame.codebook.variable(name);
    const isNumber = frame.table.hasNumber(name) && variable.categories.length === 0;
    const cells = laid.categories.map((own, place) =>
      places.has(place) ? cellText(frame, variable, rowsOf(frame, own)) : undefined,
    );
    return {
      side,
      head: headOf(variable),
      cells,
      align: isNumber ? 'end' : 'start',
      from: `chart.beside.${side}.${i}`,
    };
  };
  const estimate = (side: TextColumn['side']) =>
    beside.estimate === side ? [estimateColumn(frame, series, laid.categories.length, side)] : [];
  return [
    ...(beside.left ?? []).map((name, i) => column('left', name, i)),
    ...estimate('left'),
    ...estimate('right'),
    ...(beside.right ?? []).map((name, i) => column('right', name, i)),
  ];
}

const byPlace = ({ places }: Laid): Set<number> => new Set(places);

/** Areas of the markers by a column, beside the largest. */
function areasOf(frame: GroupFrame, categories: readonly Category[]): (number | undefined)[] {
  const { settings, table } = frame;
  if (settings.size === undefined) return categories.map(() => undefined);
  const { numbers } = table.number(settings.size);
  const sizes = categories.map((own) =>
    rowsOf(frame, own)
      .map((row) => numberAt(numbers, row))
      .find((value) => value > 0),
  );
  const greatest = sizes.reduce<number>((most, size) => Math.max(most, size ?? 0), 0);
  return sizes.map((size) => (size === undefined || greatest === 0 ? undefined : size / greatest));
}

/** Intervals in a table: their rows under subheadings, totals as diamonds, words beside them. */
export function forestOf(
  frame: GroupFrame,
  marks: GroupMarks,
  series: readonly GroupSeries[],
): { series: GroupSeries[]; axis: Pick<CategoryAxis, 'categories' | 'headings'>; columns: TextColumn[] } | undefined {
  const { beside, sections, totals, size } = frame.settings;
  if (frame.mark !== 'interval' || (beside ?? sections ?? totals ?? size) === undefined) return undefined;
  const laid = laidRows(frame, marks.categories);
  const diamonds = isTotal(frame, marks.categories);
  const areas = areasOf(frame, marks.categories);
  const moved = series.map((own) => ({
    ...own,
    marks: own.marks.map((mark) => {
      const { category } = mark;
      const area = areas[category];
      return {
        ...mark,
        category: entryAt(laid.places, category),
        ...(mark.type === 'interval' && diamonds[category] ? { diamond: true } : {}),
        ...(mark.type === 'interval' && area !== undefined ? { area } : {}),
      };
    }),
  }));
  return {
    series: moved,
    axis: { categories: laid.categories, ...(laid.headings.length > 0 ? { headings: laid.headings } : {}) },
    columns: textColumns(frame, moved, laid),
  };
}

/** Totals that no category is called. */
export const unknownTotals = ({ settings, category, table }: GroupFrame): { value: string; at: number }[] =>
  (settings.totals ?? []).flatMap((name, at) =>
    findCategory(category.categories, String(name), table.notation) < 0 ? [{ value: String(name), at }] : [],
  );
