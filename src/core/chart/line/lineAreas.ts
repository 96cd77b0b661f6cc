import { entryAt } from '../../at.js';
import { error, fail, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import { cellOf } from '../frame/frame.js';
import { summaryType } from '../frame/summaries.js';
import type { BandMark } from '../plan.js';
import type { Lines } from './lineRuns.js';
import type { LineFrame, Run } from './lineSettings.js';
import { stepped } from './steps.js';

/** The areas of all groups over the same places, the first at the bottom. */
export interface Areas {
  marks: BandMark[];
  /** What all of them reach at most. */
  greatest: number;
}

/** What is wrong with areas on top of each other: a summary that does not add up, error bars, values below zero. */
export function areaProblems({ settings, locate }: LineFrame, { runs, summary }: Lines): Problem[] {
  const { arrange = 'lines' } = settings;
  if (arrange === 'lines' || arrange === 'area') return [];
  const problems: Problem[] = [];
  const say = (what: string, path: string) => problems.push(error('stack-of', { arrange, what }, locate(path)));
  if (settings.error) say('error bars', 'chart.error');
  if (!summaryType(summary).addsUp) say(`${summary}s, which do not add up`, 'chart.arrange');
  for (const { category, places } of runs) {
    const below = places.find(({ y }) => y < 0);
    if (!below) continue;
    problems.push(error('shares-negative', { group: category?.name ?? '', value: below.y }, locate('chart.arrange')));
    break;
  }
  return problems;
}

/** The value of a run at each place: 0 before its first and after its last, and where nothing is counted. */
function valuesAt(run: Run, xs: readonly number[], { counts, bridges }: { counts: boolean; bridges: boolean }) {
  const known = new Map(run.places.map(({ x, y }) => [x, y]));
  const [first, last] = [run.places[0]?.x ?? 0, run.places.at(-1)?.x ?? 0];
  return xs.map((x): number | undefined => {
    const own = known.get(x);
    if (own !== undefined) return own;
    if (counts || x < first || x > last) return 0;
    if (!bridges) return undefined;
    const after = run.places.findIndex((place) => place.x > x);
    const [a, b] = [entryAt(run.places, after - 1), entryAt(run.places, after)];
    return a.y + ((b.y - a.y) * (x - a.x)) / (b.x - a.x);
  });
}

/** Areas on top of each other, or as shares that add up to 100; a group without a value within its own range is a problem. */
export function stackedAreas(frame: LineFrame, { runs, summary }: Lines): Outcome<Areas> {
  const { settings, locate, along } = frame;
  const xs = [...new Set(runs.flatMap(({ places }) => places.map(({ x }) => x)))].sort((a, b) => a - b);
  const counts = summaryType(summary).holds === 'counts' || summary === 'sum';
  const values = runs.map((run) => valuesAt(run, xs, { counts, bridges: settings.gaps === 'bridge' }));
  for (const [r, own] of values.entries()) {
    const hole = own.indexOf(undefined);
    if (hole < 0) continue;
    const x = entryAt(xs, hole);
    const place = along.axis.shows === 'category' ? (along.axis.categories[x]?.name ?? '') : String(x);
    const facts = { group: runs[r]?.category?.name ?? '', place };
    return fail([error('area-hole', facts, locate('chart.arrange'))]);
  }
  const totals = xs.map((_, i) => values.reduce((sum, own) => sum + (own[i] ?? 0), 0));
  const isShare = settings.arrange === 'shares';
  const part = (value: number, i: number) => {
    const total = entryAt(totals, i);
    return isShare ? (total > 0 ? (100 * value) / total : 0) : value;
  };
  let below = xs.map(() => 0);
  const marks = runs.map((run, r): BandMark => {
    const low = below;
    const high = low.map((base, i) => base + part(values[r]?.[i] ?? 0, i));
    below = high;
    const [sx, lows] = stepped([...xs], low, settings.steps);
    const [, highs] = stepped([...xs], high, settings.steps);
    return { type: 'band', cell: cellOf(frame, { group: run.group }), xs: sx, low: lows, high: highs, solid: true };
  });
  return succeed({ marks, greatest: below.reduce((most, top) => Math.max(most, top), 0) });
}

/** The area between a line and zero, broken where the line is. */
export function areasToZero(xs: readonly number[], ys: readonly number[], cell: BandMark['cell']): BandMark[] {
  const pieces: [number, number][][] = [[]];
  for (const [i, x] of xs.entries()) {
    const y = entryAt(ys, i);
    if (Number.isNaN(y)) pieces.push([]);
    else pieces.at(-1)?.push([x, y]);
  }
  return pieces
    .filter((piece) => piece.length > 1)
    .map((piece) => ({
      type: 'band',
      cell,
      xs: piece.map(([x]) => x),
      low: piece.map(() => 0),
      high: piece.map(([, y]) => y),
    }));
}
