import type { Categories } from '../../data/categories.js';
import { selectionOf, type Where } from '../../data/selection.js';
import type { CategoryColumn } from '../../data/table.js';
import { fail, hasErrors, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import type { ChartInput } from '../chartInput.js';
import type { Singled } from '../plan.js';
import { type Along, alongOf } from './along.js';
import { countedWithin } from './beyond.js';
import { type CaseCounts, countCases, measureProblems } from './cases.js';
import { type Grouping, groupingOf, shownIn } from './grouping.js';
import type { MeasuredColumn } from './measuredColumn.js';
import { namedColumns, type Role, type Roles } from './roles.js';
import { resolveSingled } from './singled.js';
import { type WeightColumn, weightOf, weightProblems } from './weights.js';

/** The rows of a chart, or of one of its panels, with the columns of its roles: what its kind makes marks of. */
export interface Frame<S> extends ChartInput<S> {
  /** Numbers of the rows that have all that they need. */
  rows: readonly number[];
  counts: CaseCounts;
  /** Whether the author chose a row, and this panel shows it. */
  keeps(row: number): boolean;
  /** The categories of a role that sorts rows, those alone that are shown; none where the author names no column. */
  sorted(role: string): Grouping | undefined;
  /** The numbers of a role that measures; none where the author names no column. */
  measured(role: string): MeasuredColumn | undefined;
  /** The variable along the axis of a role that places rows. */
  placed(role: string): Along | undefined;
  /** The names of the cases, where a role holds them. */
  ids: CategoryColumn | undefined;
  weight: WeightColumn | undefined;
  singled: Singled;
}

/** A chart read: what all its panels have in common, before rows are looked at. */
export interface Ground<S> {
  input: ChartInput<S>;
  roles: Roles;
  named: [string, Role, string][];
  sorts: ReadonlyMap<string, Grouping>;
  measures: ReadonlyMap<string, MeasuredColumn>;
  keeps(row: number): boolean;
  weight: WeightColumn | undefined;
  ids: CategoryColumn | undefined;
  singled: Singled;
  /** Whether it is drawn from rows at all; a function is not. */
  isOfTable: boolean;
  problems: Problem[];
}

/** Reads the columns of the roles, the chosen rows, weights, and what is singled out. */
export function groundOf<S extends object, L extends object>(
  kind: {
    roles: Roles;
    complete?(input: ChartInput<S>): Outcome<ChartInput<L>>;
    needs?(settings: L): string[] | undefined;
  },
  given: ChartInput<S>,
): Outcome<Ground<L>> {
  const completed = kind.complete?.(given) ?? succeed(given as unknown as ChartInput<L>);
  if (!completed.ok) return completed;
  const input = completed.value;
  const { settings, table, codebook, locate } = input;
  const { where, beyond }: { where?: Where; beyond?: string } = settings;
  const named = namedColumns(kind.roles, settings);
  const needs = kind.needs?.(settings);
  const selection = selectionOf(where, table, codebook, locate);
  const sorts = new Map<string, Grouping>();
  const measures = new Map<string, MeasuredColumn>();
  const problems: Problem[] = [...completed.problems, ...weightProblems(input), ...selection.problems];
  let ids: CategoryColumn | undefined;
  for (const [key, role, column] of named) {
    const path = `chart.${key}`;
    if (role.use === 'sorts') {
      const grouping = groupingOf(input, column, path, { keeps: selection.keeps, accepts: role.accepts });
      sorts.set(key, grouping);
      problems.push(...grouping.problems);
    } else if (role.use === 'measures') {
      const variable = codebook.variable(column);
      measures.set(key, { variable, column: table.number(column), within: countedWithin(input, role, variable) });
      if (role.measures) problems.push(...measureProblems(input, column, path, role.measures));
    } else if (role.use === 'names') ids = table.category(column);
  }
  for (const column of needs ?? []) {
    measures.set(`\u0000${column}`, { variable: codebook.variable(column), column: table.number(column) });
  }
  if (beyond === 'left-out') problems.push(...idleBeyond(input, measures.values()));
  const shown = named.flatMap(([key, { inCells }]) => (inCells ? (sorts.get(key)?.all ?? []) : []));
  const { singled, problems: unknown } = resolveSingled(input, shown, ids);
  problems.push(...unknown);
  const weight = hasErrors(problems) ? undefined : weightOf(input);
  const { keeps } = selection;
  const isOfTable = named.length > 0 || needs !== undefined;
  return succeed({
    input,
    roles: kind.roles,
    named,
    sorts,
    measures,
    keeps,
    weight,
    ids,
    singled,
    isOfTable,
    problems,
  });
}

/** Leaving cases out beyond limits that no axis has. */
function idleBeyond({ locate }: ChartInput<unknown>, measures: Iterable<MeasuredColumn>): Problem[] {
  const limited = [...measures].some(({ within }) => within?.some(Number.isFinite));
  const facts = { path: 'chart.beyond', needs: 'limits of the axes of this chart' };
  return limited ? [] : [warning('setting-idle', facts, locate('chart.beyond'))];
}

/** One panel among others. */
export interface PanelRows {
  /** The variables of all panels: rows without a value of them are in none. */
  by: readonly Categories[];
  /** Whether a row is in this panel; left out: in any. */
  holds?(row: number): boolean;
  /** The frame of all panels, whose categories this one shows. */
  whole?: Frame<unknown>;
  /** Whether the panels share the axis of the categories. */
  sharesAxis: boolean;
}

/** The rows that are drawn in one panel, or in all. */
export function frameOf<S>(ground: Ground<S>, panel: PanelRows = { by: [], sharesAxis: true }): Frame<S> {
  const { input, named, sorts, measures, weight } = ground;
  const { by, holds, whole, sharesAxis } = panel;
  const keeps = holds ? (row: number) => ground.keeps(row) && holds(row) : ground.keeps;
  const placed = new Map<string, Along>();
  for (const [key, { use }, column] of named) {
    if (use !== 'places') continue;
    const shared = sharesAxis ? whole?.placed(key) : undefined;
    placed.set(key, shared ?? alongOf(input, column, `chart.${key}`, keeps));
  }
  const needs = {
    columns: [...measures.values()],
    groupings: [...by, ...named.flatMap(([key]) => sorts.get(key) ?? placed.get(key) ?? [])],
    weight,
  };
  const rows: number[] = [];
  const counts = countCases(input, { keeps }, needs, (row) => rows.push(row));
  const shown = new Map<string, Grouping>();
  for (const [key, grouping] of sorts) {
    const shares = sharesAxis || !ground.roles[key]?.onAxis;
    shown.set(key, (shares ? whole?.sorted(key) : undefined) ?? shownIn(grouping, rows));
  }
  return {
    ...input,
    rows,
    counts,
    keeps,
    sorted: (role) => shown.get(role),
    measured: (role) => measures.get(role),
    placed: (role) => placed.get(role),
    ids: ground.ids,
    weight,
    singled: ground.singled,
  };
}

/** A role that the kind knows to be filled. */
export function filled<T>(found: T | undefined, role: string): T {
  if (found === undefined) throw new Error(`the chart has no column for "${role}"`);
  return found;
}

/** What a frame says of the problems of its places, which hang on the rows of all panels. */
export const placeProblems = (frame: Frame<unknown>, { named }: Pick<Ground<unknown>, 'named'>): Problem[] =>
  named.flatMap(([key]) => frame.placed(key)?.problems ?? []);

/** The columns of categories with their codes, as a mark of a row has them. */
export function cellOf(frame: Frame<unknown>, at: Readonly<Record<string, number>>): Record<string, string> {
  const cell: Record<string, string> = {};
  for (const [role, place] of Object.entries(at)) {
    const grouping = frame.sorted(role);
    const category = grouping?.categories[place];
    if (grouping && category) cell[grouping.variable.name] = category.code;
  }
  return cell;
}

/** Fails with all problems, or goes on with the warnings. */
export const checked = <T>(value: T, problems: Problem[]): Outcome<T> =>
  hasErrors(problems) ? fail(problems) : succeed(value, problems);
