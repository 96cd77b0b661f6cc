/** Panels in rows and columns. */
export interface Grid {
  columns: number;
  /** Words above each panel; none where there is one panel. */
  titles?: string[];
  /** Whether all panels have the same axis, so that only the outer ones need its labels. */
  shared: { x: boolean; y: boolean };
}

export const onePanel: Grid = { columns: 1, shared: { x: true, y: true } };

/** Where a panel stands among others, and which of its sides are outer ones. */
export interface GridPlace {
  column: number;
  row: number;
  first: boolean;
  last: boolean;
  top: boolean;
  /** Whether no panel stands below it. */
  bottom: boolean;
  lastRow: boolean;
}

export function gridPlace({ columns }: Grid, i: number, count: number): GridPlace {
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
