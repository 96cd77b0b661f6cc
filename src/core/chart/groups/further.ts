import { numberAt } from '../../at.js';
import { sampleOf } from '../frame/cells.js';
import { lineLook } from '../frame/lineLook.js';
import { summaryType } from '../frame/summaries.js';
import type { LineMark } from '../plan.js';
import type { GroupFrame } from './groupSettings.js';

/** Half the length of the line across a bar, as a share of the room of a category. */
const halfDash = 0.4;

/** The further value of each category, by its place; none where it has no cases with one. */
function valuesOf({ settings, rows, category, table, weight, summary }: GroupFrame): (number | undefined)[] {
  const { further } = settings;
  if (!further) return [];
  const column = table.number(further.value);
  const of = category.categories.map((): number[] => []);
  for (const row of rows) if (!Number.isNaN(numberAt(column.numbers, row))) of[category.of(row)]?.push(row);
  return of.map((own) => {
    if (own.length === 0) return undefined;
    const sample = sampleOf(own, column, weight);
    if (summary === 'median') return sample.quantile(0.5);
    return summary === 'sum' ? sample.summary.sum : sample.summary.mean;
  });
}

/** The further value as one line over all categories, or as markers, named in the legend. @param order places of the categories by code */
export function furtherLine(frame: GroupFrame, order: readonly string[]): LineMark[] {
  const { settings, codebook, category } = frame;
  const { further, direction } = settings;
  if (!further) return [];
  const values = valuesOf(frame);
  const along: number[] = [];
  const across: number[] = [];
  for (const [place, code] of order.entries()) {
    const value = values[category.categories.findIndex((own) => own.code === code)];
    if (further.as === 'line' || further.as === 'marker') {
      along.push(place);
      across.push(value ?? Number.NaN);
    } else if (value !== undefined) {
      along.push(place - halfDash, place + halfDash, place + halfDash);
      across.push(value, value, Number.NaN);
    }
  }
  const [xs, ys] = direction === 'horizontal' ? [across, along] : [along, across];
  const { value, name = codebook.variable(value).label, as, marker = 'diamond', ...look } = further;
  const shape = as === 'marker' ? { shape: marker } : {};
  return [{ type: 'line', cell: {}, as: 'further', name, inLegend: true, xs, ys, ...shape, ...lineLook(look) }];
}

/** What the further value covers of the axis. */
export const furtherEnds = (frame: GroupFrame): number[] => valuesOf(frame).flatMap((value) => value ?? []);

/** Whether the summary of the bars is one that a further variable can have. */
export const hasFurther = ({ summary }: Pick<GroupFrame, 'summary'>): boolean => summaryType(summary).asks === 'values';
