import type { PlateItem } from '../plate/plate.js';
import type { Part } from '../project/compose/part.js';
import { categoryNames } from './inkWords.js';

/** The rows of the numbers behind a figure that a mark stands for, counted from 0; none where its table does not name them. */
export function rowsOf(part: Part, item: PlateItem): number[] {
  const of = item.shows?.of ?? {};
  const { columns, rows } = part.numbers;
  const wanted = Object.entries(of).flatMap(([variable, code]) => {
    const at = columns.findIndex(({ key }) => key === variable);
    const [name] = categoryNames(part, { [variable]: code });
    return at < 0 ? [] : [{ at, values: [code, name] }];
  });
  if (wanted.length === 0) return [];
  return rows.flatMap((row, i) =>
    wanted.every(({ at, values }) => row[at] !== undefined && values.includes(String(row[at]))) ? [i] : [],
  );
}
