import { entryAt } from '../../at.js';
import { error, fail, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import type { ChartInput } from '../chartInput.js';
import { measureProblems } from '../frame/cases.js';
import { categoryAxis } from '../frame/categoryAxes.js';
import { labelDecimals, once } from '../frame/labelDecimals.js';
import { summaryType } from '../frame/summaries.js';
import { type ShadeRange, shadeOf, surfaceKeys } from '../frame/surfaceShades.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { CategoryAxis, CellMark, ShadeKeys } from '../plan.js';
import { correlationGrid, variableOrder } from './correlations.js';
import { type Grid, type MatrixCell, type MatrixFrame, type MatrixSettings, summaryOf } from './matrixSettings.js';
import { shadeRange } from './matrixShades.js';
import { cellTitle, matrixAltText, matrixFacts, matrixNumbers } from './matrixWords.js';
import { rowOrder, tableGrid, withRows } from './table.js';

const ofTable = ['row', 'column', 'value', 'summary', 'of', 'order'] as const;
const ofVariables = ['correlation', 'cases', 'triangle', 'arrange'] as const;

/** Rows and columns, or variables: what is missing, and what is both. */
function complete(given: ChartInput<MatrixSettings>): Outcome<ChartInput<MatrixSettings>> {
  const { settings, table, codebook, locate } = given;
  const { variables } = settings;
  if (variables) {
    const clash = ofTable.find((key) => settings[key] !== undefined);
    if (clash) {
      const facts = { path: `chart.${clash}`, others: ['variables'], where: 'chart' };
      return fail([error('one-of-several', facts, locate(`chart.${clash}`))]);
    }
    const twice = variables.findIndex((name, i) => variables.indexOf(name) < i);
    if (twice >= 0) {
      const column = entryAt(variables, twice);
      const [path, other] = [`chart.variables.${twice}`, `chart.variables.${variables.indexOf(column)}`];
      return fail([error('same-variable', { column, path, other }, locate(path))]);
    }
    if (variables.length > 1) return succeed(given);
    const facts = { path: 'chart.variables', count: variables.length };
    return fail([error('variables-few', facts, locate('chart.variables'))]);
  }
  const lacking = (['row', 'column'] as const).find((key) => settings[key] === undefined);
  if (lacking) {
    const columns = table.columnNames.filter((name) => codebook.variable(name).measure !== 'numeric');
    const why = `nothing says what the ${lacking}s are, nor which "variables" are correlated`;
    return fail([error('setting-needed', { path: `chart.${lacking}`, why, columns }, locate('chart'))]);
  }
  return succeed(given);
}

function check(frame: MatrixFrame): Problem[] {
  const { settings, locate, table, codebook } = frame;
  const { variables, value } = settings;
  const idle = (keys: readonly (keyof MatrixSettings)[], needs: string) =>
    keys.flatMap((key) =>
      settings[key] === undefined
        ? []
        : [warning('setting-idle', { path: `chart.${key}`, needs }, locate(`chart.${key}`))],
    );
  const isArea = settings.cells === 'area';
  const unfit = isArea ? idle(['numbers', 'middle'], '"cells: color"') : [];
  if (variables) {
    const measures = settings.correlation === 'spearman' ? (['numeric', 'ordinal'] as const) : (['numeric'] as const);
    return [
      ...unfit,
      ...variables.flatMap((name, i) => measureProblems(frame, name, `chart.variables.${i}`, measures)),
    ];
  }
  const problems: Problem[] = [...unfit, ...idle(ofVariables, '"variables"')];
  if (settings.row === settings.column) {
    const facts = { column: settings.row ?? '', path: 'chart.column', other: 'chart.row' };
    problems.push(error('same-variable', facts, locate('chart.column')));
  }
  const name = summaryOf(settings);
  const { asks, measures, ofWhole } = summaryType(name);
  if (asks === 'cases' && value !== undefined) {
    problems.push(error('value-idle', { summary: name, column: value }, locate('chart.value')));
  }
  if (asks === 'values' && value === undefined) {
    const columns = table.columnNames.filter((own) => codebook.variable(own).measure === 'numeric');
    problems.push(error('value-needed', { summary: name, columns }, locate('chart.summary')));
  }
  if (value !== undefined && asks === 'values') {
    problems.push(...measureProblems(frame, value, 'chart.value', measures as never));
  }
  if (!ofWhole) problems.push(...idle(['of'], '"summary: percent"'));
  return problems;
}

/** What all panels share: the order of the rows or the variables, and what the colours stand for. */
export interface MatrixShared {
  rows: readonly string[];
  variables: readonly number[];
  range?: ShadeRange;
  /** The number with the largest square. */
  greatest: number;
}

const gridOf = (frame: MatrixFrame, { rows, variables }: Pick<MatrixShared, 'rows' | 'variables'>): Grid =>
  frame.settings.variables
    ? correlationGrid(frame, frame.settings.variables, variables)
    : withRows(tableGrid(frame), rows);

function share(whole: MatrixFrame, panels: readonly MatrixFrame[]): Outcome<MatrixShared> {
  const { variables } = whole.settings;
  const { order: rows, problems } = variables ? { order: [], problems: [] } : rowOrder(whole);
  if (problems.length > 0) return fail(problems);
  const order = { rows, variables: variables ? variableOrder(whole, variables) : [] };
  const grids = panels.map((panel) => gridOf(panel, order));
  const range = shadeRange(whole.settings, grids);
  const greatest = grids
    .flatMap(({ cells }) => cells.map(({ value = 0 }) => Math.abs(value)))
    .reduce((most, size) => Math.max(most, size), 0);
  return succeed({ ...order, greatest: variables ? 1 : greatest, ...(range ? { range } : {}) });
}

/** More cells than this need not each have room for their number. */
const mostNumbered = 225;

function marksOf(frame: MatrixFrame, grid: Grid, { range, greatest }: MatrixShared): CellMark[] {
  const { settings } = frame;
  const [row, column] = [settings.row ?? 'variable', settings.column ?? 'with'];
  const isArea = settings.cells === 'area';
  const look = ({ value }: MatrixCell) => {
    if (value === undefined) return {};
    if (isArea) return { value, area: greatest > 0 ? value / greatest : 0 };
    return { value, ...(range ? { shade: shadeOf(range, value) } : {}) };
  };
  return grid.cells.map(
    (own): CellMark => ({
      type: 'cell',
      cell: { [row]: entryAt(grid.rows, own.row).code, [column]: entryAt(grid.columns, own.column).code },
      column: own.column,
      row: own.row,
      count: own.n,
      ...look(own),
    }),
  );
}

/** The axes: categories down and across, or the variables. */
function axesOf(frame: MatrixFrame, grid: Grid): { x: CategoryAxis; y: CategoryAxis } {
  const axis = (role: 'row' | 'column', categories: Grid['rows']): CategoryAxis => {
    const grouping = frame.sorted(role);
    if (grouping) return { ...categoryAxis(grouping, `chart.${role}`), categories: [...categories] };
    const title = { label: '', from: 'chart.variables' };
    return { shows: 'category', variable: '', title, categories: [...categories] };
  };
  return { x: axis('column', grid.columns), y: axis('row', grid.rows) };
}

function decimalsFor(frame: MatrixFrame, { cells }: Grid): number {
  if (frame.settings.variables) return 2;
  const values = cells.flatMap(({ value }) => value ?? []);
  const name = summaryOf(frame.settings);
  return name === 'percent' ? 0 : labelDecimals(summaryType(name).labels, values, frame.measured('value'));
}

/** What colours mean; of areas, what they are of. */
function keysOf(range: ShadeRange, title: Pick<ShadeKeys, 'label' | 'unit' | 'from'>, isArea: boolean): ShadeKeys {
  const keys = surfaceKeys(range, title);
  return isArea ? { ...keys, entries: [] } : keys;
}

function draw(frame: MatrixFrame, shared: MatrixShared): Outcome<Drawn> {
  const { settings } = frame;
  const grid = gridOf(frame, shared);
  const { label, unit, from } = cellTitle(frame);
  const isArea = settings.cells === 'area';
  const isNumbered = !isArea && settings.numbers !== false;
  return succeed({
    plan: {
      direction: 'horizontal',
      ...axesOf(frame, grid),
      series: [{ marks: marksOf(frame, grid, shared) }],
      ...(shared.range ? { shades: keysOf(shared.range, { label, unit, from }, isArea) } : {}),
      labelsInside: true,
      ...(isNumbered ? { labelsShow: 'value' as const } : {}),
      ...(isArea || grid.cells.length > mostNumbered ? { labelsInRoom: true } : {}),
      labelDecimals: once(() => decimalsFor(frame, grid)),
    },
    numbers: matrixNumbers(frame, grid),
    note: matrixFacts(frame, grid, shared.greatest),
    altText: matrixAltText(frame, grid),
  });
}
/** Makes the marks of matrix. */
export const matrixMaker: ChartMaker<MatrixSettings, MatrixSettings, MatrixShared> = {
  complete,
  check,
  share,
  draw,
};
