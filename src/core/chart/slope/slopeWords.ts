import { formatNumber } from '../../scale/numberFormat.js';
import { lowered } from '../../type/letterCase.js';
import type { Drawn } from '../kind.js';
import type { EndLabel, Series } from '../plan.js';
import type { Item, SlopeFrame, SlopePart } from './slopeSettings.js';

/** What may become of an item from the first time to the last. */
export const changes = ['Rise', 'Fall', 'No change'] as const;

export function changeOf({ values }: Item): (typeof changes)[number] {
  const [first, last] = [
    values.find((value) => value !== undefined) ?? 0,
    values.findLast((value) => value !== undefined) ?? 0,
  ];
  return last > first ? 'Rise' : last < first ? 'Fall' : 'No change';
}

/** Name and value at both ends; in the middle the lines speak for themselves. */
export function slopeLabels(input: SlopeFrame, parts: readonly SlopePart[], series: readonly Series[]): EndLabel[] {
  return parts.flatMap((part, s) =>
    part.items.flatMap(({ category, values }): EndLabel[] => {
      const cell = series[s]?.marks[0]?.cell ?? {};
      const common = {
        series: s,
        cell: part.category ? cell : { [input.settings.item]: category.code },
        from: 'chart.item',
      };
      const [first, last] = [values[0], values.at(-1)];
      return [
        ...(first === undefined
          ? []
          : [{ ...common, side: 'left' as const, y: first, value: first, text: category.name }]),
        ...(last === undefined
          ? []
          : [{ ...common, side: 'right' as const, y: last, value: last, text: category.name }]),
      ];
    }),
  );
}

/** The table behind the lines: each item at each time, and its change. */
export function slopeNumbers({ codebook, settings, item, time }: SlopeFrame, items: readonly Item[]): Drawn['numbers'] {
  const decimals = codebook.variable(settings.value).decimals ?? 2;
  return {
    columns: [
      { key: item.variable.name, title: item.variable.label },
      ...time.categories.map(({ code: key, name }) => ({ key, title: name, decimals })),
      { key: 'change', title: 'Change', decimals },
      { key: 'changePercent', title: 'Change (%)', decimals: 1 },
    ],
    rows: items.map(({ category, values }) => {
      const [first, last] = [values[0], values.at(-1)];
      const change = first === undefined || last === undefined ? undefined : last - first;
      return [
        category.name,
        ...values,
        change,
        change === undefined || !first ? undefined : (100 * change) / Math.abs(first),
      ];
    }),
  };
}

/** What rises and falls, in words. */
export function slopeAltText({ codebook, settings, numbers, time }: SlopeFrame, items: readonly Item[]): string {
  const times = time.categories;
  const value = codebook.variable(settings.value);
  const [first, last] = [times[0]?.name, times.at(-1)?.name];
  const count = (name: string) => items.filter((entry) => changeOf(entry) === name).length;
  const most = items.reduce((a, b) =>
    Math.abs((b.values.at(-1) ?? 0) - (b.values[0] ?? 0)) > Math.abs((a.values.at(-1) ?? 0) - (a.values[0] ?? 0))
      ? b
      : a,
  );
  const write = (y: number | undefined) =>
    y === undefined ? 'nothing' : formatNumber(y, value.decimals ?? 1, numbers);
  return `Slope chart of ${lowered(value.label)} from ${first} to ${last}: ${count('Rise')} of ${items.length} rise, ${count('Fall')} fall. ${most.category.name} changes most, from ${write(most.values[0])} to ${write(most.values.at(-1))}.`;
}
