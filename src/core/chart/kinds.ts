import * as z from 'zod/mini';
import type { Detail } from '../ask/question.js';
import type { ColumnRequest } from '../data/table.js';
import { answers } from './answers/answers.js';
import { box } from './box/box.js';
import { curve } from './curve/curve.js';
import { withComponentColumns } from './frame/components.js';
import { roleColumns } from './frame/roles.js';
import { type WeightSettings, weightColumns } from './frame/weights.js';
import { whereColumns } from './frame/where.js';
import { type WideSettings, wideColumns } from './frame/wide.js';
import { bar } from './groups/bar.js';
import { interval } from './groups/interval.js';
import { histogram } from './histogram/histogram.js';
import type { ChartKind, LoadedKind } from './kind.js';
import { line } from './line/line.js';
import { matrix } from './matrix/matrix.js';
import { pie } from './pie/pie.js';
import { points } from './points/points.js';
import type { Purpose } from './purposes.js';
import { quantiles } from './quantiles/quantiles.js';
import { scatter } from './scatter/scatter.js';
import { slope } from './slope/slope.js';
import { space } from './space/space.js';
import { violin } from './violin/violin.js';

/** All kinds of charts. To add one, write its file and add it here. */
export const chartKinds = [
  bar,
  interval,
  histogram,
  box,
  violin,
  points,
  quantiles,
  scatter,
  space,
  line,
  slope,
  pie,
  answers,
  matrix,
  curve,
] as const;

/** A kind of chart, for lists and help. */
export interface KindSummary {
  /** As figure files name it. */
  name: string;
  /** What one of its marks is called, and several. */
  nouns: readonly [one: string, several: string];
  /** What one wants to show with it. */
  purpose: Purpose;
  /** What it shows, in a sentence. */
  description: string;
}

/** Every kind of chart, in the order in which they are listed. */
export const kinds: readonly KindSummary[] = chartKinds;

type Schemas<T> = { -readonly [I in keyof T]: T[I] extends { schema: infer S } ? S : never };

/** The settings of any kind. */
export const chartSchema = z.discriminatedUnion(
  'kind',
  chartKinds.map(({ schema }) => schema) as unknown as Schemas<typeof chartKinds>,
);

export type ChartSettings = z.infer<typeof chartSchema>;
export type AnyKind = ChartKind<ChartSettings, object>;

/** The settings that any kind has, and what they hold in the kinds that have them. */
type SettingName<C = ChartSettings> = C extends unknown ? keyof C : never;
type SettingValue<K, C = ChartSettings> = C extends unknown ? (K extends keyof C ? C[K] : never) : never;

/** A setting that some kinds have; undefined in all others. */
export const chartSetting = <K extends SettingName>(chart: ChartSettings, name: K): SettingValue<K> | undefined =>
  (chart as Partial<Record<K, SettingValue<K>>>)[name];

/** The kind that settings name. */
export const kindOf = ({ kind }: ChartSettings): AnyKind => chartKinds.find(({ name }) => name === kind) as AnyKind;

/** The kind that settings name, with what makes its marks. */
export async function loadedKind(settings: ChartSettings): Promise<LoadedKind<ChartSettings, object>> {
  const kind = kindOf(settings);
  return { ...kind, ...(await kind.load()) };
}

/** How much of a table a chart needs. What names single cases needs each row. */
export function detailOf(settings: ChartSettings): Detail {
  const { id, weight }: { id?: string | undefined; weight?: string | undefined } = settings as object;
  const detail = id === undefined ? (kindOf(settings).reads?.(settings) ?? 'rows') : 'rows';
  // Weights go with each value.
  return weight !== undefined && detail !== 'rows' ? 'values' : detail;
}

/** The columns that settings name, in their roles and beside them. */
export function columnsOf(settings: ChartSettings): ColumnRequest[] {
  const further: WideSettings & WeightSettings & { kind: string } = settings;
  const cells = kindOf(settings).cells?.(settings);
  const ofRoles = roleColumns(kindOf(settings).roles, settings);
  const inCells = ofRoles.map((own) =>
    cells && /^chart\.[xy]$/.test(own.path) ? { ...own, cells, together: true as const } : own,
  );
  return [
    ...withComponentColumns(settings, inCells),
    ...wideColumns(further),
    ...(kindOf(settings).columns?.(settings) ?? []),
    ...weightColumns(further),
    ...whereColumns(further.where),
  ];
}
