import * as z from 'zod/mini';
import { type Outcome, succeed } from '../../problem/problem.js';
import { choice, text } from '../../schema/fields.js';
import { bothAxes, categoryAxis, seriesOf } from '../frame/categoryAxes.js';
import { cellOf, type Frame, filled } from '../frame/frame.js';
import { categoryRole, valueRole } from '../frame/roles.js';
import { possibleOf, variableTitle } from '../frame/variableTitle.js';
import type { ChartKind, Drawn } from '../kind.js';
import type { Mark } from '../plan.js';

const schema = z.strictObject({
  kind: choice('Kind of chart.', ['rug'], 'rug'),
  category: text('Variable with one rug for each of its values.', 'bed'),
  value: text('Variable whose values are the dashes.', 'yield'),
});

export type RugSettings = z.infer<typeof schema>;

function draw(frame: Frame<RugSettings>): Outcome<Drawn> {
  const category = filled(frame.sorted('category'), 'category');
  const { variable, column } = filled(frame.measured('value'), 'value');
  const values = frame.rows.map((row) => column.numbers[row] as number);
  const along = categoryAxis(category, 'chart.category');
  const axis = {
    shows: 'value',
    title: variableTitle(variable, 'chart.value'),
    least: values.reduce((a, b) => Math.min(a, b)),
    greatest: values.reduce((a, b) => Math.max(a, b)),
    ...possibleOf(variable),
  } as const;
  const dashes = frame.rows.map((row, i): Mark => {
    const place = category.of(row);
    const cell = cellOf(frame, { category: place });
    return { type: 'dash', cell, category: place, place: 0, places: 1, value: values[i] as number };
  });
  return succeed({
    plan: { ...bothAxes(along, axis), series: seriesOf(undefined, () => dashes) },
    numbers: {
      columns: [
        { key: variable.name, title: variable.label, decimals: variable.decimals ?? 2 },
        { key: category.variable.name, title: category.variable.label },
      ],
      rows: frame.rows.map((row, i) => [values[i], category.categories[category.of(row)]?.name]),
    },
    note: [],
    altText: `Dashes of ${variable.label} by ${category.variable.label}.`,
  });
}

/** Every case as a dash at its category. */
export const rug = {
  name: 'rug',
  nouns: ['dash', 'dashes'],
  purpose: 'spread',
  description: 'Every case as a dash at its category.',
  schema,
  roles: { category: categoryRole, value: valueRole },
  shows: () => ({ x: 'category', y: 'value' }),
  load: async () => ({ draw }),
} satisfies ChartKind<RugSettings>;
