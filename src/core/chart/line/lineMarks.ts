import type { Along } from '../frame/along.js';
import { cellOf } from '../frame/frame.js';
import type { BandMark, LineMark, Mark, PointMark } from '../plan.js';
import { areasToZero } from './lineAreas.js';
import type { LineFrame, LineSettings, Run } from './lineSettings.js';
import { stepped } from './steps.js';

/** Where a line breaks: at missing values, and at categories without any. */
function holes(run: Run, along: Along, gaps: LineSettings['gaps']): number[] {
  if (gaps === 'bridge') return [];
  const taken = new Set(run.places.map(({ x }) => x));
  const categories = along.axis.shows === 'category' ? along.axis.categories.map((_, i) => i) : [];
  return [...run.missing, ...categories.filter((x) => !taken.has(x))];
}

/** A line with this many points or more has no markers, as they would hide it. */
const manyPlaces = 40;

/** Distance between the lines of neighbouring groups at a category, so that their error bars do not overlap. */
const apart = 0.07;

/** The places of a run, moved aside where error bars of several groups would stand on each other. */
function aside(run: Run, { axis }: Along, bars: LineSettings['error'], of: number): Run {
  if (!bars || bars.as === 'band' || axis.shows !== 'category') return run;
  const by = (run.group - (of - 1) / 2) * apart;
  return { ...run, places: run.places.map((place) => ({ ...place, x: place.x + by })) };
}

/** The line of a group with its markers, its error bars or its band. @param of how many groups there are */
export function lineMarks(frame: LineFrame, given: Run, of: number): Mark[] {
  const { along } = frame;
  const { gaps, steps, error: bars, arrange } = frame.settings;
  const run = aside(given, along, bars, of);
  const cell = cellOf(frame, { group: given.group });
  const entries = [
    ...run.places.map(({ x, y }) => ({ x, y })),
    ...holes(given, along, gaps).map((x) => ({ x, y: Number.NaN })),
  ].sort((a, b) => a.x - b.x);
  const [xs, ys] = stepped(
    entries.map(({ x }) => x),
    entries.map(({ y }) => y),
    steps,
  );
  const line: LineMark = { type: 'line', cell, as: 'series', xs, ys };
  const banded = run.places.flatMap(({ x, interval }) => (interval ? [{ x, ...interval }] : []));
  const band: BandMark[] =
    bars?.as === 'band' && banded.length > 1
      ? [
          {
            type: 'band',
            cell,
            xs: banded.map(({ x }) => x),
            low: banded.map(({ low }) => low),
            high: banded.map(({ high }) => high),
          },
        ]
      : [];
  const few = run.places.length <= manyPlaces;
  const points = run.places.map(
    ({ x, y, interval, summary }): PointMark => ({
      type: 'point',
      cell,
      x,
      y,
      onLine: few ? 'marked' : 'bare',
      count: summary.n,
      ...(interval && bars?.as !== 'band' ? { interval } : {}),
    }),
  );
  const ended = run.places.flatMap(({ x, y, ended: has }): PointMark[] =>
    has ? [{ type: 'point', cell, x, y, onLine: 'ended' }] : [],
  );
  const areas = arrange === 'area' ? areasToZero(xs, ys, cell) : [];
  return [line, ...band, ...areas, ...points, ...ended];
}
