import { entryAt } from '../../at.js';
import { picked } from '../../pick.js';
import { exactTotal } from '../../statistics/exactSum.js';
import { Sample } from '../../statistics/sample.js';
import { sampleOf, sortIntoCells } from '../frame/cells.js';
import { filled } from '../frame/frame.js';
import { type Order, orderOf } from '../frame/order.js';
import { summaryType } from '../frame/summaries.js';
import { type Grid, type MatrixCell, type MatrixFrame, summaryOf } from './matrixSettings.js';

/** A number for each pair of categories that has cases. */
export function tableGrid(frame: MatrixFrame): Grid {
  const { settings, weight } = frame;
  const [row, column] = [filled(frame.sorted('row'), 'row'), filled(frame.sorted('column'), 'column')];
  const name = summaryOf(settings);
  const type = summaryType(name);
  const cells = sortIntoCells(frame, row, column, type.keepsRows);
  const places = row.categories.flatMap((_, r) => column.categories.map((__, c) => ({ row: r, column: c })));
  const sizes = places.map((place) => cells.at(place.row, place.column).summary.size);
  const { of = 'all' } = settings;
  const wholeOf = (place: { row: number; column: number }) => {
    const own = sizes.filter((_, i) => of === 'all' || entryAt(places, i)[of] === place[of]);
    const size = exactTotal(own);
    return { size, effective: size };
  };
  const value = frame.measured('value')?.column;
  const found = places.map((place): MatrixCell => {
    const { summary, rows } = cells.at(place.row, place.column);
    const isShare = type.ofWhole === true && wholeOf(place).size > 0;
    if (summary.n === 0 && !isShare && type.asks === 'values') return { ...place, n: 0 };
    const values = () => (value ? picked(value.numbers, rows) : []);
    const sample = () => (value ? sampleOf(rows, value, weight) : new Sample([]));
    const number = type.of({
      summary,
      values,
      sample,
      whole: type.ofWhole ? wholeOf(place) : { size: 1, effective: 1 },
    });
    return { ...place, n: summary.n, value: Number.isFinite(number) ? number : undefined };
  });
  return { rows: row.categories, columns: column.categories, cells: found };
}

/** The rows in the order that the author asks for, which all panels have: by what their cells come to in the mean. */
export function rowOrder(frame: MatrixFrame) {
  const { rows, cells } = tableGrid(frame);
  const heights = cells.flatMap(({ row, value }) => (value === undefined ? [] : [{ category: row, value }]));
  const input = { ...frame, settings: { ...frame.settings, category: frame.settings.row ?? '' } };
  const { places, problems } = orderOf(frame.settings.order as Order | undefined, rows, heights, input);
  return { order: places.map((at) => entryAt(rows, at).code), problems };
}

/** A grid with its rows in another order, by codes. */
export function withRows(grid: Grid, order: readonly string[]): Grid {
  const places = order.flatMap((code) => {
    const found = grid.rows.findIndex((own) => own.code === code);
    return found < 0 ? [] : [found];
  });
  return {
    ...grid,
    rows: places.map((at) => entryAt(grid.rows, at)),
    cells: grid.cells.map((cell) => ({ ...cell, row: places.indexOf(cell.row) })),
  };
}
