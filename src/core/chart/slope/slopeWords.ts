import { tellingDecimals } from '../../scale/enoughDecimals.js';
import { formatNumber } from '../../scale/numberFormat.js';
import type { Drawn } from '../kind.js';
import type { EndLabel, Series } from '../plan.js';
import type { Item, SlopeFrame, SlopePart } from './slopeSettings.js';

/** What may become of an item from the first time to the last. */
export const changes = ['rise', 'fall', 'noChange'] as const;

export type Change = (typeof changes)[number];

export function changeOf({ values }: Item): Change {
  const [first, last] = [
    values.find((value) => value !== undefined) ?? 0,
    values.findLast((value) => value !== undefined) ?? 0,
  ];
  return last > first ? 'rise' : last < first ? 'fall' : 'noChange';
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
export function slopeNumbers(
  { codebook, settings, item, time, words }: SlopeFrame,
  items: readonly Item[],
): Drawn['numbers'] {
  const decimals = codebook.variable(settings.value).decimals ?? 2;
  return {
    columns: [
      { key: item.variable.name, title: item.variable.label },
      ...time.categories.map(({ code: key, name }) => ({ key, title: name, decimals })),
      { key: 'change', title: words.say('head-change'), decimals },
      { key: 'changePercent', title: words.say('head-changePercent'), decimals: 1 },
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

/** The item whose value changes most from the first time to the last; none where no value does. */
function mostChanged(items: readonly Item[]): { name: string; ends: [number, number] } | undefined {
  let found: { name: string; ends: [number, number] } | undefined;
  for (const { category, values } of items) {
    const [first, last] = [values[0], values.at(-1)];
    if (first === undefined || last === undefined || first === last) continue;
    if (!found || Math.abs(last - first) > Math.abs(found.ends[1] - found.ends[0]))
      found = { name: category.name, ends: [first, last] };
  }
  return found;
}

/** What rises and falls, in words. */
export function slopeAltText({ codebook, settings, numbers, time, words }: SlopeFrame, items: readonly Item[]): string {
  const times = time.categories;
  const value = codebook.variable(settings.value);
  const [first = '', last = ''] = [times[0]?.name, times.at(-1)?.name];
  const count = (name: Change) => items.filter((entry) => changeOf(entry) === name).length;
  const most = mostChanged(items);
  const decimals = tellingDecimals(most?.ends ?? [], value.decimals ?? 1);
  const write = (y: number) => formatNumber(y, decimals, numbers);
  return words.say('alt-slopes', {
    what: { label: value.label },
    first,
    last,
    rise: count('rise'),
    fall: count('fall'),
    count: items.length,
    most: most
      ? words.say('alt-slopes-most', { name: most.name, before: write(most.ends[0]), after: write(most.ends[1]) })
      : '',
  });
}
