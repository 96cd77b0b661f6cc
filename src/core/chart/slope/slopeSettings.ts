import * as z from 'zod/mini';
import type { Category } from '../../data/codebook.js';
import { choice, columnName, flag, optional } from '../../schema/fields.js';
import { type Frame, filled } from '../frame/frame.js';
import type { Grouping } from '../frame/grouping.js';
import { referencesField } from '../frame/references.js';
import { whereField } from '../frame/where.js';
import { wideShape } from '../frame/wide.js';

export const slopeSchema = z.strictObject({
  kind: choice('Kind of chart.', ['slope'], 'slope'),
  item: columnName('Variable with a line for each of its values.', 'crop'),
  time: optional(
    columnName('Variable whose values are the times, two or more. Left out with "values": the columns.', 'year'),
  ),
  value: optional(columnName('Variable that is compared.', 'harvest')),
  ...wideShape,
  group: optional(columnName('Variable whose values have a colour each.', 'family')),
  change: optional(flag('Whether rise and fall from the first time to the last have a colour each.')),
  references: referencesField,
  where: whereField,
});

export type SlopeSettings = z.infer<typeof slopeSchema>;
/** The settings once it is known what is compared, and when. */
export type SlopeLong = SlopeSettings & { time: string; value: string };

export interface SlopeFrame extends Frame<SlopeLong> {
  item: Grouping;
  time: Grouping;
  group: Grouping | undefined;
}

export const slopeFrame = (frame: Frame<SlopeLong>): SlopeFrame => ({
  ...frame,
  item: filled(frame.sorted('item'), 'item'),
  time: filled(frame.sorted('time'), 'time'),
  group: frame.sorted('group'),
});

/** An item with its value at each time; `undefined` where it has none. */
export interface Item {
  category: Category;
  group: number;
  values: (number | undefined)[];
}

/** The items of a series: those of a group, or those that rise or fall. */
export interface SlopePart {
  category?: Category;
  color?: string | undefined;
  quiet?: boolean;
  items: Item[];
}
