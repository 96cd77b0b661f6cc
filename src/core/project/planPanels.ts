import { alignPlans, emptied, type Shared } from '../chart/align.js';
import type { ChartInput } from '../chart/kind.js';
import { type ChartSettings, kindOf } from '../chart/kinds.js';
import { caseSentences } from '../chart/notes.js';
import type { LeftOut, NumbersTable, Plan } from '../chart/plan.js';
import { Tally } from '../chart/tally.js';
import { timesOf, weightOf } from '../chart/weights.js';
import { type Categories, categoriesOf } from '../data/categories.js';
import { selectionOf, type Where } from '../data/selection.js';
import { everyColumn } from '../data/table.js';
import type { PanelSettings } from '../document/panels.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed, warning } from '../document/problem.js';
import { type Grid, onePanel } from '../layout/grid.js';
import { letterOf } from '../layout/letters.js';
import { lowered } from '../type/letterCase.js';

/** Plans in their panels. */
export interface PlannedPanels {
  plans: Plan[];
  grid: Grid;
  numbers: NumbersTable;
  note: string[];
  altText: string;
}

type Input = ChartInput<ChartSettings>;

/** A panel by the categories that it shows, one of each variable. */
interface Cell {
  picks: { categories: Categories; place: number }[];
}

const mostPanels = 60;

const nameOf = ({ picks }: Cell) => picks.map(({ categories, place }) => categories.categories[place]?.name).join(', ');

/** Panels in reading order: the values of one variable, or rows of one and columns of another. */
function cellsOf(variables: readonly Categories[]): Cell[] {
  return variables.reduce<Cell[]>(
    (cells, categories) =>
      cells.flatMap(({ picks }) =>
        categories.categories.map((_, place) => ({ picks: [...picks, { categories, place }] })),
      ),
    [{ picks: [] }],
  );
}

/** The chart of one panel: its settings choose the rows of the panel among those that the author chose. */
function settingsFor(settings: ChartSettings, { picks }: Cell): ChartSettings {
  const where: Where = (settings as { where?: Where }).where ?? {};
  const own = Object.fromEntries(
    picks.map(({ categories, place }) => [categories.variable.name, [categories.categories[place]?.code as string]]),
  );
  return { ...settings, where: { ...where, ...own } } as ChartSettings;
}

/** The categories of the variables, those alone that the author's own choice of rows leaves. */
function shownCategories(input: Input, names: readonly string[]): { variables: Categories[]; problems: Problem[] } {
  const { table, codebook, locate } = input;
  const where = (input.settings as { where?: Where }).where;
  const selection = selectionOf(where, table, codebook, locate);
  const all = names.map((name) => categoriesOf(table, codebook.variable(name)));
  const seen = all.map(() => new Set<number>());
  for (let row = 0; row < table.rowCount; row += 1) {
    if (!selection.keeps(row)) continue;
    for (const [i, categories] of all.entries()) seen[i]?.add(categories.of(row));
  }
  const variables = all.map((categories, i): Categories => {
    const kept = categories.categories.map((_, place) => place).filter((place) => seen[i]?.has(place));
    return {
      ...categories,
      categories: kept.map((place) => categories.categories[place] as { code: string; name: string }),
      of: (row) => kept.indexOf(categories.of(row)),
    };
  });
  const dates = names.flatMap((name, i) => {
    if (codebook.variable(name).measure !== 'date') return [];
    const path = names.length > 1 ? `panels.by.${i}` : 'panels.by';
    return [error('date-as-category', { column: name, path }, locate(path))];
  });
  return { variables, problems: [...selection.problems, ...dates, ...all.flatMap(({ problems }) => problems)] };
}

/** Each problem once: all panels find the same ones. */
function distinct(problems: readonly Problem[]): Problem[] {
  const seen = new Set<string>();
  return problems.filter((problem) => {
    const key = JSON.stringify([problem.code, problem.facts, problem.place]);
    return !seen.has(key) && seen.add(key);
  });
}

/**
 * The chosen cases that are in no panel, by reason.
 *
 * @param read cases of the whole table as a panel counts them: a row stands for several where it has a frequency, or where
 *   each of its columns is a value
 */
function outsidePanels(
  input: Input,
  variables: readonly Categories[],
  read: number,
): { count: number; leftOut: LeftOut[] } {
  const { settings, table, codebook, locate } = input;
  const { where } = settings as { where?: Where };
  const selection = selectionOf(where, table, codebook, locate);
  const times = timesOf(weightOf(input as ChartInput<object>));
  let all = 0;
  for (let row = 0; row < table.rowCount; row += 1) all += times(row);
  const values = all > 0 ? Math.round(read / all) : 1;
  const tally = new Tally();
  for (let row = 0; row < table.rowCount; row += 1) {
    const lacking = selection.keeps(row) ? variables.find((categories) => categories.of(row) < 0) : undefined;
    if (lacking) tally.add(lacking.variable, lacking.reason(row), times(row) * values);
  }
  const leftOut = tally.list();
  return { count: leftOut.reduce((sum, { count }) => sum + count, 0), leftOut };
}

/** The numbers of all panels below each other, with the values of the panels before them. */
function joinedNumbers(
  input: Input,
  cells: readonly Cell[],
  plans: readonly Plan[],
  variables: readonly Categories[],
): NumbersTable {
  const widest = plans.reduce(
    (a, { numbers }) => (numbers.columns.length > a.columns.length ? numbers : a),
    (plans[0] as Plan).numbers,
  );
  const [{ numbers: sample }] = plans as [Plan];
  const outside = outsidePanels(input, variables, sample.read);
  const counts = new Map(outside.leftOut.map((entry) => [entry.reason, { ...entry }]));
  for (const entry of plans.flatMap(({ numbers }) => numbers.leftOut)) {
    const known = counts.get(entry.reason);
    if (known) known.count += entry.count;
    else counts.set(entry.reason, { ...entry });
  }
  return {
    columns: [...variables.map(({ variable }) => ({ key: variable.name, title: variable.label })), ...widest.columns],
    rows: plans.flatMap(({ numbers }, i) => {
      const names = cells[i]?.picks.map(({ categories, place }) => categories.categories[place]?.name) ?? [];
      return numbers.rows.map((row) => [...names, ...row]);
    }),
    cases: widest.cases,
    read: sample.read,
    chosen: plans.reduce((sum, { numbers }) => sum + numbers.chosen, outside.count),
    used: plans.reduce((sum, { numbers }) => sum + numbers.used, 0),
    leftOut: [...counts.values()].sort((a, b) => b.count - a.count || (a.reason < b.reason ? -1 : 1)),
  };
}

function titlesOf(cells: readonly Cell[], { titles = 'names' }: PanelSettings): { titles?: string[] } {
  if (titles === 'none') return {};
  return {
    titles: cells.map((cell, i) => {
      if (titles === 'names') return nameOf(cell);
      return titles === 'letters' ? `**${letterOf(i)}**` : `${letterOf(i)}  ${nameOf(cell)}`;
    }),
  };
}

function gridOf(cells: readonly Cell[], variables: readonly Categories[], panels: PanelSettings, shared: Shared): Grid {
  const square = Math.ceil(Math.sqrt(cells.length));
  const columns =
    variables[1]?.categories.length ??
    Math.min(cells.length, panels.across || (cells.length <= 3 ? cells.length : square));
  return { columns, shared, ...titlesOf(cells, panels) };
}

function altText(variables: readonly Categories[], cells: readonly Cell[], plans: readonly Plan[]): string {
  const by = variables.map(({ variable }) => lowered(variable.label)).join(' and ');
  const first = `${cells.length} panels by ${by}.`;
  if (cells.length > 4) return `${first} ${nameOf(cells[0] as Cell)}: ${plans[0]?.altText}`;
  return [first, ...cells.map((cell, i) => `${nameOf(cell)}: ${plans[i]?.altText}`)].join(' ');
}

/** The codes of all categories that the chart reads, each variable's in the order of the codebook. */
function codeOrders({ settings, table, codebook }: Input): string[][] {
  if ('order' in settings && settings.order !== undefined) return [];
  const requests = kindOf(settings)
    .columns(settings)
    .filter(({ as, column }) => as === 'category' && column !== everyColumn);
  return requests.map(({ column }) =>
    categoriesOf(table, codebook.variable(column)).categories.map(({ code }) => code),
  );
}

/** A table of numbers in which what overflowed or is undefined has no value. */
const computed = (numbers: NumbersTable): NumbersTable => ({
  ...numbers,
  rows: numbers.rows.map((row) =>
    row.map((value) => (typeof value === 'number' && !Number.isFinite(value) ? undefined : value)),
  ),
});

/** Plans a chart once, or once for each panel. */
export function planPanels(input: Input, panels: PanelSettings | undefined): Outcome<PlannedPanels> {
  const kind = kindOf(input.settings);
  if (!panels) {
    const planned = kind.plan(input);
    if (!planned.ok) return planned;
    const { note, altText: words } = planned.value;
    const numbers = computed(planned.value.numbers);
    return succeed({ plans: [planned.value], grid: onePanel, numbers, note, altText: words }, planned.problems);
  }
  const names = [panels.by].flat();
  if (kind.columns(input.settings).length === 0) {
    const facts = { path: 'panels', needs: 'a chart of a table' };
    return fail([error('setting-idle', facts, input.locate('panels'))]);
  }
  const [first, second] = names;
  if (first !== undefined && first === second) {
    const facts = { column: first, path: 'panels.by.1', other: 'panels.by.0' };
    return fail([error('same-variable', facts, input.locate('panels.by'))]);
  }
  const { variables, problems } = shownCategories(input, names);
  if (hasErrors(problems)) return fail(problems);
  const cells = cellsOf(variables);
  if (cells.length > mostPanels || cells.length === 0) {
    const facts = { count: cells.length, by: names.join(' × '), most: mostPanels };
    return fail([...problems, error('too-many-panels', facts, input.locate('panels.by'))]);
  }
  const settings = kind.common?.(input) ?? input.settings;
  const outcomes = cells.map((cell) => kind.plan({ ...input, settings: settingsFor(settings, cell) }));
  problems.push(
    ...outcomes.flatMap((outcome) => outcome.problems.filter(({ code }) => outcome.ok || code !== 'no-rows')),
  );
  const sample = outcomes.find((outcome) => outcome.ok);
  if (!sample?.ok) return fail(distinct(outcomes.flatMap((outcome) => outcome.problems)));
  if (hasErrors(problems)) return fail(distinct(problems));
  const empty = outcomes.flatMap((outcome, i) => (outcome.ok ? [] : [nameOf(cells[i] as Cell)]));
  if (empty.length > 0) problems.push(warning('panels-empty', { names: empty }, input.locate('panels.by')));
  const kept = variables.length > 1 ? cells : cells.filter((_, i) => outcomes[i]?.ok);
  const plans = outcomes.flatMap((outcome) =>
    outcome.ok ? [outcome.value] : variables.length > 1 ? [emptied(sample.value)] : [],
  );
  const { ownAxes = 'none' } = panels;
  const shared: Shared = {
    x: ownAxes === 'none' || ownAxes === 'vertical',
    y: ownAxes === 'none' || ownAxes === 'horizontal',
  };
  const aligned = alignPlans(plans, shared, codeOrders(input));
  const drawn = outcomes.flatMap((outcome) => (outcome.ok ? [outcome.value] : []));
  const drawnCells = cells.filter((_, i) => outcomes[i]?.ok);
  const numbers = computed(joinedNumbers(input, drawnCells, drawn, variables));
  const said = drawn.flatMap(({ note }) => note.filter((sentence) => !/^\*N\*|^Not shown/.test(sentence)));
  return succeed(
    {
      plans: aligned,
      grid: gridOf(kept, variables, panels, shared),
      numbers,
      note: [
        ...new Set(said),
        ...caseSentences({ ...input, codebook: { ...input.codebook, cases: numbers.cases } }, numbers),
      ],
      altText: altText(variables, drawnCells, drawn),
    },
    distinct(problems),
  );
}
