import { entryAt } from '../at.js';
import type { Categories } from '../data/categories.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed, warning } from '../problem/problem.js';
import type { PanelSettings } from '../schema/panels.js';
import { type NoteFact, type NoteSentence, noteSentences } from '../words/noteFacts.js';
import type { ChartInput } from './chartInput.js';
import { caseFacts } from './frame/caseFacts.js';
import { noRows } from './frame/cases.js';
import { type Frame, frameOf, type Ground, groundOf, placeProblems } from './frame/frame.js';
import { withEnoughDecimals } from './frame/numberColumns.js';
import { gridOf, isIn, nameOf, type PanelCell, panelsAltText, panelsOf, sharedAxes } from './frame/panels.js';
import type { Drawn, LoadedKind } from './kind.js';
import type { AxisPlan, LegendPlan, NumbersTable, PanelGrid, Plan, Series, SpacePlan, ValueAxis } from './plan.js';

/** A chart planned, in one panel or in several. */
export interface PlannedChart {
  plans: Plan[];
  grid: PanelGrid;
  numbers: NumbersTable;
  /** Sentences that a note needs. */
  note: NoteSentence[];
  altText: string;
}

const onePanel: PanelGrid = { columns: 1, shared: { x: true, y: true } };

type Kind = LoadedKind<object, object>;

/** A panel as its kind drew it, with the rows behind it. */
interface DrawnPanel {
  frame: Frame<object>;
  drawn: Drawn;
  cell?: PanelCell;
}

/** The legend of a chart: its own, that of its groups, or none. */
function legendOf({ frame, drawn }: DrawnPanel): { legend?: LegendPlan } {
  if (drawn.legend === 'none') {
    return (drawn.plan.references ?? []).some(({ inLegend }) => inLegend) ? { legend: { title: '', entries: [] } } : {};
  }
  if (drawn.legend) return { legend: drawn.legend };
  const group = frame.sorted('group');
  const entries = drawn.plan.series.flatMap(({ category }) => (category ? [category] : []));
  if (group) return { legend: { title: group.variable.label, by: group.variable.name, entries } };
  // Lines named at their ends need no legend, but sizes and shades do.
  const { references = [], sizes, shades } = drawn.plan;
  return sizes || shades || references.some(({ inLegend }) => inLegend) ? { legend: { title: '', entries: [] } } : {};
}

/** The plan of a panel: what its kind drew, with what all kinds have in common. */
function planOf(panel: DrawnPanel, { roles }: Pick<Ground<object>, 'roles'>): Plan {
  const { frame, drawn } = panel;
  const [along] = Object.entries(roles).filter(([, { onAxis, inCells }]) => onAxis && inCells);
  const tied = frame.sorted('group') || !along ? undefined : frame.sorted(along[0])?.variable.colors;
  return { ...drawn.plan, ...legendOf(panel), singled: frame.singled, categoryColors: tied ?? new Map() };
}

/** The table of numbers, with overflowed and undefined values left empty. */
const computed = (rows: NumbersTable['rows']): NumbersTable['rows'] =>
  rows.map((row) => row.map((value) => (typeof value === 'number' && !Number.isFinite(value) ? undefined : value)));

/** What is counted, and how often: the cases of the table, or the rows themselves where there is none. */
function casesOf(
  kind: Kind,
  panels: readonly DrawnPanel[],
  whole: Frame<object>,
): Pick<NumbersTable, 'cases' | 'read' | 'chosen' | 'used' | 'leftOut'> {
  if (kind.counts) return kind.counts(whole);
  const [drawn] = panels.map((panel) => panel.drawn);
  if (drawn?.cases === undefined) return { cases: whole.codebook.cases, ...whole.counts };
  const count = drawn.numbers.rows.length;
  return { cases: drawn.cases, read: count, chosen: count, used: count, leftOut: [] };
}

/** The numbers of all panels in one table, with the values of the panels in front. Counts are those of all rows. */
function numbersOf(
  kind: Kind,
  panels: readonly DrawnPanel[],
  whole: Frame<object>,
  by: readonly Categories[],
  { table: { sampled } }: ChartInput<object>,
): NumbersTable {
  const widest = panels
    .map(({ drawn }) => drawn.numbers)
    .reduce((a, numbers) => (numbers.columns.length > a.columns.length ? numbers : a));
  const names = ({ cell }: DrawnPanel) =>
    (cell?.picks ?? []).map(({ categories, at }) => categories.categories[at]?.name);
  const marks = withEnoughDecimals({
    columns: [...by.map(({ variable }) => ({ key: variable.name, title: variable.label })), ...widest.columns],
    rows: computed(panels.flatMap((panel) => panel.drawn.numbers.rows.map((row) => [...names(panel), ...row]))),
  });
  return {
    ...marks,
    ...(by.length === 0 && widest.sums ? { sums: widest.sums } : {}),
    ...(widest.further ? { further: widest.further.map(withEnoughDecimals) } : {}),
    ...casesOf(kind, panels, whole),
    ...(sampled ? { sampled } : {}),
  };
}

/** What the note of all panels says. */
function noteOf(
  panels: readonly DrawnPanel[],
  numbers: NumbersTable,
  { table, codebook }: ChartInput<object>,
): NoteFact[] {
  const isComplete = panels.every(({ drawn }) => drawn.isComplete);
  const { sampled } = table;
  return [
    ...panels.flatMap(({ drawn }) => drawn.note),
    ...(sampled ? [{ is: 'sampled' as const, count: table.rowCount, cases: codebook.cases, ...sampled }] : []),
    ...(isComplete ? [] : caseFacts(numbers.cases, numbers)),
  ];
}

/** Each problem once, as all panels report the same ones. */
function distinct(problems: readonly Problem[]): Problem[] {
  const seen = new Set<string>();
  return problems.filter((problem) => {
    const key = JSON.stringify([problem.code, problem.facts, problem.place]);
    return !seen.has(key) && seen.add(key);
  });
}

/** The axes of all panels as one: of numbers, one that covers them all; categories are the same in each already. */
function joinedAxis(axes: readonly AxisPlan[]): AxisPlan {
  const first = entryAt(axes, 0);
  if (first.shows !== 'value') return first;
  const values = axes.flatMap((axis) => (axis.shows === 'value' ? [axis] : []));
  const least = values.reduce((a, axis) => Math.min(a, axis.least), Number.POSITIVE_INFINITY);
  const greatest = values.reduce((a, axis) => Math.max(a, axis.greatest), Number.NEGATIVE_INFINITY);
  return { ...first, least, greatest };
}

/** The axes in space of all panels as one each: clouds are compared in the same box. */
function joinedSpace(plans: readonly Plan[]): SpacePlan['axes'] | undefined {
  const all = plans.flatMap(({ space }) => space?.axes ?? []);
  if (all.length === 0) return undefined;
  const join = (axis: 'x' | 'y' | 'z') => joinedAxis(all.map((axes) => axes[axis])) as ValueAxis;
  return { x: join('x'), y: join('y'), z: join('z') };
}

/** Plans with the axes that they share, and with a mark of each series for a legend where a panel has none of it. */
function joined(plans: readonly Plan[], shared: PanelGrid['shared']): Plan[] {
  const axes = { x: joinedAxis(plans.map(({ x }) => x)), y: joinedAxis(plans.map(({ y }) => y)) };
  const samples = plans[0]?.series.map((_, s) => plans.flatMap(({ series }) => series[s]?.marks[0] ?? [])[0]) ?? [];
  const inSpace = joinedSpace(plans);
  return plans.map((plan) => ({
    ...plan,
    ...(plan.space && inSpace ? { space: { ...plan.space, axes: inSpace } } : {}),
    x: shared.x ? axes.x : plan.x,
    y: shared.y ? axes.y : plan.y,
    series: plan.series.map((series, s): Series => {
      const sample = samples[s];
      return { ...series, ...(sample ? { sample } : {}) };
    }),
  }));
}

/** The plan of a panel without cases: like another one, with nothing drawn. */
const emptied = (plan: Plan): Plan => ({
  ...plan,
  series: plan.series.map((series) => ({ ...series, marks: [] })),
  endLabels: [],
  remarks: [],
});

/** Draws the panels that have rows. */
function drawnPanels(
  kind: Kind,
  frames: readonly { frame: Frame<object>; cell?: PanelCell }[],
  whole: Frame<object>,
): Outcome<DrawnPanel[]> {
  const filled = frames.map(({ frame }) => frame).filter(({ counts }) => counts.used > 0);
  const shared = kind.share?.(whole, filled) ?? succeed(undefined);
  if (!shared.ok) return shared;
  const problems = [...shared.problems];
  const panels = frames.flatMap((panel): DrawnPanel[] => {
    if (panel.frame.counts.used === 0) return [];
    const outcome = kind.draw(panel.frame, shared.value);
    problems.push(...outcome.problems);
    if (!outcome.ok) return [];
    problems.push(...(outcome.value.problems ?? []));
    return [{ ...panel, drawn: outcome.value }];
  });
  return hasErrors(problems) ? fail(distinct(problems)) : succeed(panels, distinct(problems));
}

/** What is wrong with a chart before its rows are looked at; else the rows of all its panels. */
function wholeOf(kind: Kind, ground: Ground<object>, by: readonly Categories[]): Outcome<Frame<object>> {
  if (hasErrors(ground.problems)) return fail(ground.problems);
  const whole = frameOf(ground, { by, sharesAxis: true });
  const problems = [...ground.problems, ...placeProblems(whole, ground), ...(kind.check?.(whole) ?? [])];
  if (hasErrors(problems)) return fail(problems);
  if (!ground.isOfTable || whole.counts.used > 0) return succeed(whole, problems);
  const { where }: { where?: object } = ground.input.settings;
  return fail([...problems, noRows(whole, whole.counts, where ? 'chart.where' : 'chart')]);
}

/** Plans a chart in one panel. */
function planOne(kind: Kind, ground: Ground<object>, input: ChartInput<object>): Outcome<PlannedChart> {
  const whole = wholeOf(kind, ground, []);
  if (!whole.ok) return whole;
  const frame = whole.value;
  const shared = kind.share?.(frame, [frame]) ?? succeed(undefined);
  if (!shared.ok) return fail([...whole.problems, ...shared.problems]);
  const outcome = kind.draw(frame, shared.value);
  const problems = [...whole.problems, ...shared.problems, ...outcome.problems];
  if (!outcome.ok) return fail(problems);
  const panel = { frame, drawn: outcome.value };
  problems.push(...(outcome.value.problems ?? []));
  if (hasErrors(problems)) return fail(problems);
  const numbers = numbersOf(kind, [panel], frame, [], input);
  const note = noteSentences(noteOf([panel], numbers, input), frame.words);
  const plans = [planOf(panel, ground)];
  return succeed({ plans, grid: onePanel, numbers, note, altText: outcome.value.altText }, problems);
}

/** Plans a chart in panels, with the same categories and series in the same order, and axes that cover all of them. */
function planSeveral(
  kind: Kind,
  ground: Ground<object>,
  panels: PanelSettings,
  given: ChartInput<object>,
): Outcome<PlannedChart> {
  const { input } = ground;
  if (!ground.isOfTable) {
    return fail([error('setting-idle', { path: 'panels', needs: 'a chart of a table' }, input.locate('panels'))]);
  }
  const { variables, cells, problems: wrong } = panelsOf(ground, panels);
  if (hasErrors(wrong)) return fail([...ground.problems, ...wrong]);
  const found = wholeOf(kind, ground, variables);
  if (!found.ok) return fail([...wrong, ...found.problems]);
  const whole = found.value;
  const shared = sharedAxes(panels);
  const shows = kind.shows(input.settings, () => true);
  const sharesAxis = shows.y === 'category' ? shared.y : shared.x;
  const frames = cells.map((cell) => ({
    cell,
    frame: frameOf(ground, { by: variables, holds: (row) => isIn(cell, row), whole, sharesAxis }),
  }));
  const drawn = drawnPanels(kind, frames, whole);
  const problems = [...wrong, ...found.problems, ...drawn.problems];
  if (!drawn.ok) return fail(distinct(problems));
  const empty = frames.filter(({ frame }) => frame.counts.used === 0).map(({ cell }) => nameOf(cell));
  if (empty.length > 0) problems.push(warning('panels-empty', { names: empty }, input.locate('panels.by')));
  const isWhole = variables.length > 1;
  const kept = isWhole ? cells : drawn.value.flatMap(({ cell }) => cell ?? []);
  const plans = drawn.value.map((panel) => planOf(panel, ground));
  const sample = entryAt(plans, 0);
  const all = kept.map((cell) => plans[drawn.value.findIndex((panel) => panel.cell === cell)] ?? emptied(sample));
  const numbers = numbersOf(kind, drawn.value, whole, variables, given);
  return succeed(
    {
      plans: joined(all, shared),
      grid: gridOf(kept, variables, panels),
      numbers,
      note: noteSentences(noteOf(drawn.value, numbers, given), input.words),
      altText: panelsAltText(
        variables,
        drawn.value.flatMap(({ cell, drawn: { altText } }) => (cell ? [{ cell, altText }] : [])),
        input.words,
      ),
    },
    distinct(problems),
  );
}

/** Plans a chart once, or once for each panel. */
export function planChart(kind: Kind, input: ChartInput<object>, panels?: PanelSettings): Outcome<PlannedChart> {
  const ground = groundOf(kind, input);
  if (!ground.ok) return ground;
  return panels ? planSeveral(kind, ground.value, panels, input) : planOne(kind, ground.value, input);
}
