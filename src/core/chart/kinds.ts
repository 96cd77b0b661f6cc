import * as z from 'zod/mini';
import { bar } from './bar.js';
import { box } from './box.js';
import { curve } from './curve.js';
import { histogram } from './histogram.js';
import { interval } from './interval.js';
import type { ChartKind } from './kind.js';
import { line } from './line.js';
import { pie } from './pie.js';
import { points } from './points.js';
import { scatter } from './scatter.js';
import { slope } from './slope.js';

/** Every kind of chart. A new one is a file of its own and a line here. */
export const chartKinds = [bar, interval, histogram, box, points, scatter, line, slope, pie, curve] as const;

export const chartSchema = z.discriminatedUnion('kind', [
  bar.schema,
  interval.schema,
  histogram.schema,
  box.schema,
  scatter.schema,
  line.schema,
  points.schema,
  slope.schema,
  pie.schema,
  curve.schema,
]);

export type ChartSettings = z.infer<typeof chartSchema>;

/** The kind that settings name. */
export function kindOf(settings: ChartSettings): ChartKind<ChartSettings> {
  return chartKinds.find((kind) => kind.name === settings.kind) as unknown as ChartKind<ChartSettings>;
}
