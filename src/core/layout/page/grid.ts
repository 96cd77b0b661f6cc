import type { PanelGrid } from '../../chart/plan.js';

/** The position of a panel among others, and which of its sides are outer ones. */
export interface GridPlace {
  column: number;
  row: number;
  first: boolean;
  last: boolean;
  top: boolean;
  /** Whether there is no panel below it. */
  bottom: boolean;
  lastRow: boolean;
}

export function gridPlace({ columns }: PanelGrid, i: number, count: number): GridPlace {
  const [column, row] = [i % columns, Math.floor(i / columns)];
  return {
    column,
    row,
    first: column === 0,
    last: column === columns - 1,
    top: row === 0,
    bottom: i + columns >= count,
    lastRow: row === Math.ceil(count / columns) - 1,
  };
}
