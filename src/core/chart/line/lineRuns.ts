import { entryAt } from '../../at.js';
import { Summary } from '../../statistics/summary.js';
import { addRow, sampleOf } from '../frame/cells.js';
import { filled } from '../frame/frame.js';
import { errorInterval, type PlaceCases, summaryType } from '../frame/summaries.js';
import type { LineFrame, LineSummary, Run, RunPlace } from './lineSettings.js';

/** The lines of all groups that have any values, and what they show. */
export interface Lines {
  runs: Run[];
  summary: LineSummary;
}

/** The rows at one place of one group. */
interface PlaceCell {
  summary: Summary;
  rows: number[];
  missing: boolean;
}

/** The rows of each group by place. A place whose values are all missing has no rows. */
function cellsOf(frame: LineFrame): Map<number, PlaceCell>[] {
  const { along, group, weight, table } = frame;
  const value = frame.measured('value')?.column;
  const cells = (group?.categories ?? [undefined]).map(() => new Map<number, PlaceCell>());
  const cellOf = (row: number): PlaceCell => {
    const places = entryAt(cells, group ? group.of(row) : 0);
    const x = along.at(row);
    const cell = places.get(x) ?? { summary: new Summary(weight?.kind), rows: [], missing: false };
    places.set(x, cell);
    return cell;
  };
  for (const row of frame.rows) {
    const cell = cellOf(row);
    addRow(cell.summary, row, value, weight);
    cell.rows.push(row);
  }
  for (let row = 0; value && row < table.rowCount; row += 1) {
    const isPlaced = along.of(row) >= 0 && (!group || group.of(row) >= 0);
    if (entryAt(value.absent, row) === 0 || !isPlaced || !frame.keeps(row)) continue;
    cellOf(row).missing = true;
  }
  return cells;
}

/** What a summary may need to know about a place. Lines never show parts of a whole. */
const casesOf = (frame: LineFrame, { summary, rows }: PlaceCell): PlaceCases => ({
  summary,
  whole: { size: summary.size, effective: summary.effective },
  values() {
    const numbers = frame.measured('value')?.column.numbers;
    return rows.map((row) => (numbers ? entryAt(numbers, row) : 1));
  },
  sample: () => sampleOf(rows, filled(frame.measured('value'), 'value').column, frame.weight),
});

/** Whether the case of a row ended at its place. */
function endedOf({ settings: { ends }, table }: LineFrame): (row: number) => boolean {
  if (ends === undefined) return () => false;
  const { numbers } = table.number(ends);
  return (row) => !Number.isNaN(entryAt(numbers, row)) && entryAt(numbers, row) !== 0;
}

/** Sorts the rows by group and place, and sums each place up. */
export function linesOf(frame: LineFrame): Lines {
  const { settings, group } = frame;
  const cells = cellsOf(frame);
  const single = cells.every((places) => [...places.values()].every(({ summary }) => summary.n <= 1));
  const usual = settings.value === undefined ? 'count' : single && !settings.error ? 'given' : 'mean';
  const shows = settings.summary ?? usual;
  const hasEnded = endedOf(frame);
  const runs = cells.map((places, g): Run => {
    const entries = [...places].sort((a, b) => a[0] - b[0]);
    const category = group?.categories[g];
    return {
      ...(category ? { category } : {}),
      group: g,
      places: entries.flatMap(([x, cell]): RunPlace[] => {
        const { summary } = cell;
        if (summary.n === 0) return [];
        const cases = casesOf(frame, cell);
        const interval = settings.error && errorInterval(shows, settings.error, cases);
        const ended = cell.rows.some(hasEnded);
        return [
          { x, y: summaryType(shows).of(cases), summary, interval, rows: cell.rows, ...(ended ? { ended } : {}) },
        ];
      }),
      missing: entries.flatMap(([x, { summary, missing }]) => (summary.n === 0 && missing ? [x] : [])),
    };
  });
  return { runs: runs.filter(({ places }) => places.length > 0), summary: shows };
}
