import { entryAt } from '../../at.js';
import { after, error, fail, hasErrors, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import type { ChartInput } from '../chartInput.js';
import { categoryAxis } from '../frame/categoryAxes.js';
import { filled } from '../frame/frame.js';
import { labelDecimals, once } from '../frame/labelDecimals.js';
import { referenceEnds, referenceFacts, referenceLines } from '../frame/references.js';
import { possibleOf, variableTitle } from '../frame/variableTitle.js';
import { asLong, type WideSettings } from '../frame/wide.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { LegendPlan, LineMark, Mark, PointMark, Series } from '../plan.js';
import {
  type Item,
  type SlopeFrame,
  type SlopeLong,
  type SlopePart,
  type SlopeSettings,
  slopeFrame,
} from './slopeSettings.js';
import { type Change, changeOf, changes, slopeAltText, slopeLabels, slopeNumbers } from './slopeWords.js';

/** Sorts the rows by item and time. Two rows for the same item and time, or an item in two groups, are problems. */
function findItems(frame: SlopeFrame): { items: Item[]; problems: Problem[] } {
  const { item, time, group, locate } = frame;
  const { numbers } = filled(frame.measured('value'), 'value').column;
  const items = new Map<number, Item>();
  const problems: Problem[] = [];
  for (const row of frame.rows) {
    const [i, t, series] = [item.of(row), time.of(row), group ? group.of(row) : 0];
    const category = entryAt(item.categories, i);
    const values = new Array<undefined>(time.categories.length).fill(undefined);
    const entry = items.get(i) ?? { category, group: series, values };
    if (entry.values[t] !== undefined) {
      const name = `${category.name}, ${time.categories[t]?.name}`;
      problems.push(error('given-many', { group: name, count: 2 }, locate('chart.item')));
    }
    if (entry.group !== series) {
      const names = [entry.group, series].map((g) => group?.categories[g]?.name ?? '').sort();
      problems.push(error('item-in-groups', { item: category.name, groups: names }, locate('chart.group')));
    }
    entry.values[t] = entryAt(numbers, row);
    items.set(i, entry);
  }
  const sorted = [...items].sort((a, b) => a[0] - b[0]).map(([, entry]) => entry);
  return { items: sorted, problems: problems.slice(0, 1) };
}

/** The items in series: by group, or by rise and fall, of which those are shown that occur in any panel. */
function partsOf(
  { settings, group, words }: SlopeFrame,
  items: readonly Item[],
  shown: readonly Change[],
): SlopePart[] {
  if (group) {
    return group.categories.map((category, g) => ({
      category,
      color: group.variable.colors.get(category.code),
      items: items.filter((entry) => entry.group === g),
    }));
  }
  if (!settings.change) return [{ items: [...items] }];
  return shown.map((change) => ({
    category: { code: change, name: words.say(change) },
    ...(change === 'noChange' ? { quiet: true } : {}),
    items: items.filter((entry) => changeOf(entry) === change),
  }));
}

/** What happens to items in any panel, in order. */
function shareChanges(frame: SlopeFrame): Outcome<Change[]> {
  const found = new Set(findItems(frame).items.map(changeOf));
  return succeed(changes.filter((name) => found.has(name)));
}

function marksOf({ settings, group }: SlopeFrame, { category, values }: Item, part: SlopePart): Mark[] {
  const cell = {
    [settings.item]: category.code,
    ...(group && part.category ? { [group.variable.name]: part.category.code } : {}),
  };
  const line: LineMark = {
    type: 'line',
    cell,
    as: 'series',
    xs: values.map((_, t) => t),
    ys: values.map((value) => value ?? Number.NaN),
  };
  const points = values.flatMap((y, x): PointMark[] =>
    y === undefined ? [] : [{ type: 'point', cell, x, y, onLine: 'marked' }],
  );
  return [line, ...points];
}

/** The settings with a time and a value, or what is missing. */
function needed(input: ChartInput<SlopeSettings>): Outcome<ChartInput<SlopeLong>> {
  const { settings, table, locate } = input;
  const { value, time } = settings;
  if (time !== undefined && value !== undefined) return succeed({ ...input, settings: { ...settings, value, time } });
  const facts = {
    path: `chart.${time === undefined ? 'time' : 'value'}`,
    why: 'a slope chart compares a value at two or more times',
    columns: [...table.columnNames],
  };
  return fail([error('setting-needed', facts, locate('chart'))]);
}

/** The settings over a table with a row for each value: columns of a wide one are the times. */
function complete(given: ChartInput<SlopeSettings>): Outcome<ChartInput<SlopeLong>> {
  const { group: _, time, ...others } = given.settings;
  const long = asLong<Omit<SlopeSettings, 'group' | 'time'> & WideSettings>({
    ...given,
    settings: { ...others, category: time },
  });
  if (!long.ok) return long;
  const { value, group, category } = long.value.settings;
  const isWide = given.settings.values !== undefined;
  const settings = { ...given.settings, value, time: isWide ? (group ?? category) : time };
  return after(long.problems, needed({ ...long.value, settings }));
}

/** The legend of the groups, or of rise and fall. */
function legendOf({ settings }: SlopeFrame, parts: readonly SlopePart[]): { legend?: LegendPlan } {
  if (!settings.change) return {};
  const entries = parts.flatMap(({ category }) => (category ? [category] : []));
  return { legend: { title: '', entries } };
}

function draw(frame: SlopeFrame, shown: readonly Change[]): Outcome<Drawn> {
  const { settings, codebook, time, locate } = frame;
  const { items, problems } = findItems(frame);
  if (hasErrors(problems)) return fail(problems);
  if (time.categories.length < 2) {
    return fail([error('too-few-times', { column: settings.time, count: time.categories.length }, locate('chart'))]);
  }
  const parts = partsOf(frame, items, shown);
  const series = parts.map(
    (part): Series => ({
      ...(part.category ? { category: part.category } : {}),
      ...(part.color === undefined ? {} : { color: part.color }),
      ...(part.quiet ? { quiet: true } : {}),
      marks: part.items.flatMap((entry) => marksOf(frame, entry, part)),
    }),
  );
  const variable = codebook.variable(settings.value);
  const values = items.flatMap((entry) => entry.values.filter((value) => value !== undefined));
  const ends = [...values, ...referenceEnds(settings.references)];
  return succeed({
    plan: {
      direction: 'vertical',
      x: categoryAxis(time, 'chart.time'),
      y: {
        shows: 'value',
        title: variableTitle(variable, 'chart.value'),
        least: ends.reduce((a, b) => Math.min(a, b)),
        greatest: ends.reduce((a, b) => Math.max(a, b)),
        ...possibleOf(variable),
        quiet: true,
        hugs: true,
      },
      series,
      ...referenceLines(settings.references, 'vertical'),
      endLabels: slopeLabels(frame, parts, series),
      labelDecimals: once(() => labelDecimals('data', [], frame.measured('value'))),
    },
    ...(frame.group ? {} : legendOf(frame, parts)),
    numbers: slopeNumbers(frame, items),
    note: referenceFacts(settings.references),
    isComplete: settings.values !== undefined,
    altText: slopeAltText(frame, items),
  });
}

/** Makes the marks of slope. */
export const slopeMaker: ChartMaker<SlopeSettings, SlopeLong, Change[]> = {
  complete,
  share: (frame) => shareChanges(slopeFrame(frame)),
  draw: (frame, shown) => draw(slopeFrame(frame), shown),
};
