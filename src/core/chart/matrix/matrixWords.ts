import { entryAt } from '../../at.js';
import { tellingDecimals } from '../../scale/enoughDecimals.js';
import { decimalsOf, formatNumber } from '../../scale/numberFormat.js';
import type { NoteFact } from '../../words/noteFacts.js';
import { chanceColumn } from '../frame/numberColumns.js';
import { summaryType, titleOfCases, titleOfSummary } from '../frame/summaries.js';
import { inSentence, inUnits } from '../frame/variableTitle.js';
import { weightFacts } from '../frame/weights.js';
import type { Drawn } from '../kind.js';
import type { AxisTitle } from '../plan.js';
import { type Grid, type MatrixCell, type MatrixFrame, summaryOf } from './matrixSettings.js';

/** What the cells show: a summary, or a correlation. */
export function cellTitle({ settings, codebook, words, sorted }: MatrixFrame): AxisTitle {
  if (settings.variables) return { label: words.say('head-correlation'), from: 'chart.variables' };
  const name = summaryOf(settings);
  const { asks, unit, ofWhole } = summaryType(name);
  const { cases } = codebook;
  if (asks === 'values') return titleOfSummary(name, codebook.variable(settings.value ?? ''), 'chart.value', words);
  const within = settings.of === undefined || settings.of === 'all' ? undefined : sorted(settings.of);
  const label =
    ofWhole && within
      ? words.say('title-shareWithin', { cases, group: inSentence(within.variable, words) })
      : titleOfCases(name, cases, words);
  return { label, ...(unit === undefined ? {} : { unit }), from: 'chart.summary' };
}

/** The table behind the cells: each pair with its cases and its number. */
export function matrixNumbers(frame: MatrixFrame, grid: Grid): Drawn['numbers'] {
  const { settings, words, codebook, sorted } = frame;
  const names = ({ row, column }: MatrixCell) => [entryAt(grid.rows, row).name, entryAt(grid.columns, column).name];
  const n = { key: 'n', title: words.say('head-n'), decimals: 0 };
  if (settings.variables) {
    const variable = words.say('head-variable');
    // Each pair once, and no variable with itself.
    const pairs = grid.cells.filter(
      ({ row, column }) =>
        entryAt(grid.rows, row).code !== entryAt(grid.columns, column).code &&
        (settings.triangle === 'upper' || settings.triangle === 'lower' || column < row),
    );
    return {
      columns: [
        { key: 'variable', title: variable },
        { key: 'with', title: variable },
        n,
        { key: settings.correlation === 'spearman' ? 'rho' : 'r', title: words.say('head-correlation'), decimals: 3 },
        chanceColumn,
      ],
      rows: pairs.map((cell) => [...names(cell), cell.n, cell.value, cell.p]),
    };
  }
  const name = summaryOf(settings);
  const { column, holds } = summaryType(name);
  const data = settings.value === undefined ? 0 : (codebook.variable(settings.value).decimals ?? 2);
  const [row, across] = [sorted('row'), sorted('column')].map((own) => own?.variable);
  const isCount = holds === 'counts' && settings.weight === undefined;
  return {
    columns: [
      { key: row?.name ?? '', title: row?.label ?? '' },
      { key: across?.name ?? '', title: across?.label ?? '' },
      n,
      ...(isCount ? [] : [{ key: column.key, title: words.say(column.head), decimals: data + column.decimals }]),
    ],
    rows: grid.cells.map((cell) => [...names(cell), cell.n, ...(isCount ? [] : [cell.value])]),
  };
}

/** What a reader must know beside the cells. */
export function matrixFacts(frame: MatrixFrame, { cells }: Grid, greatest: number): NoteFact[] {
  const { settings, weight } = frame;
  const { variables, cases = 'pairwise', correlation: of = 'pearson' } = settings;
  const counts = cells.map(({ n }) => n);
  const isNegative = cells.some(({ value = 0 }) => value < 0);
  const [from, to] = [Math.min(...counts), Math.max(...counts)];
  return [
    ...(variables ? [{ is: 'correlations', of, cases, from, to } as const] : []),
    ...(settings.cells === 'area'
      ? [{ is: 'squares', isNegative, greatest: Number(greatest.toPrecision(3)) } as const]
      : []),
    ...weightFacts(weight),
  ];
}

/** Cells that are named one by one in words. */
const mostSaid = 12;

/** The cells in words: each where they are few, else the least and the greatest. */
export function matrixAltText(frame: MatrixFrame, grid: Grid): string {
  const { words, settings, codebook, sorted, numbers } = frame;
  const { label, unit } = cellTitle(frame);
  const what = inUnits(label, unit, words);
  const by = settings.variables
    ? settings.variables.length > 6
      ? words.say('components-many', { count: settings.variables.length })
      : words.list(settings.variables.map((name) => words.lowered(codebook.variable(name).label)))
    : words.list([sorted('row'), sorted('column')].flatMap((own) => (own ? [inSentence(own.variable, words)] : [])));
  const cells = grid.cells.filter(
    ({ value, row, column }) =>
      value !== undefined &&
      (!settings.variables || entryAt(grid.rows, row).code !== entryAt(grid.columns, column).code),
  );
  const decimals = settings.variables
    ? 2
    : tellingDecimals(
        cells.flatMap(({ value }) => value ?? []),
        cells.reduce((most, { value = 0 }) => Math.min(2, Math.max(most, decimalsOf(Number(value.toPrecision(3))))), 0),
      );
  const said = ({ row, column, value = 0 }: MatrixCell) =>
    words.say('alt-value', {
      name: `${entryAt(grid.rows, row).name}, ${entryAt(grid.columns, column).name}`,
      value: formatNumber(value, decimals, numbers),
    });
  const isSymmetric = settings.variables !== undefined && (settings.triangle ?? 'both') === 'both';
  const told = isSymmetric ? cells.filter(({ row, column }) => column < row) : cells;
  if (told.length > 0 && told.length <= mostSaid) {
    return words.say('alt-matrix', { what, by, values: told.map(said).join('; ') });
  }
  const [least, greatest] = [
    told.reduce<MatrixCell | undefined>((a, b) => (a && (a.value ?? 0) <= (b.value ?? 0) ? a : b), undefined),
    told.reduce<MatrixCell | undefined>((a, b) => (a && (a.value ?? 0) >= (b.value ?? 0) ? a : b), undefined),
  ];
  const nothing = words.say('alt-nothing');
  return words.say('alt-matrix-many', {
    what,
    by,
    count: told.length,
    least: least ? said(least) : nothing,
    greatest: greatest ? said(greatest) : nothing,
  });
}
