import { dateInFull } from '../../scale/dateTicks.js';
import { tellingDecimals } from '../../scale/enoughDecimals.js';
import { decimalsOf, formatNumber, type NumberForm } from '../../scale/numberFormat.js';
import type { Along } from '../frame/along.js';
import { summaryType } from '../frame/summaries.js';
import { inUnits } from '../frame/variableTitle.js';
import type { Drawn } from '../kind.js';
import type { AxisTitle } from '../plan.js';
import type { Lines } from './lineRuns.js';
import type { LineFrame, Run } from './lineSettings.js';

/** A place along an axis in words. */
function placeWords({ axis }: Along, x: number, form: NumberForm): string {
  if (axis.shows === 'category') return axis.categories[x]?.name ?? '';
  if (axis.form === 'date') return dateInFull(x, { ...form, dates: 'words' });
  return formatNumber(x, decimalsOf(x), { ...form, grouping: 'none' });
}

/** A place along an axis in full: the name of a category, a number, or a date by ISO 8601. */
function placeValue({ axis }: Along, x: number): string | number {
  if (axis.shows === 'category') return axis.categories[x]?.name ?? '';
  return axis.form === 'date' ? dateInFull(x, { dates: 'iso' }) : x;
}

/** The decimals that numbers along the axis are written with. */
function placeDecimals({ axis }: Along, runs: readonly Run[]): { decimals?: number } {
  if (axis.shows === 'category' || axis.form === 'date') return {};
  const xs = runs.flatMap(({ places }) => places.map(({ x }) => x));
  return { decimals: xs.reduce((most, x) => Math.max(most, decimalsOf(x)), 0) };
}

/** The table behind the lines: each place of each group with its n and measures. */
export function lineNumbers(
  { settings, codebook, along, group, words }: LineFrame,
  { runs, summary }: Lines,
): Drawn['numbers'] {
  const { asks, column, spread } = summaryType(summary);
  const { value } = settings;
  const data = asks === 'cases' || value === undefined ? 0 : (codebook.variable(value).decimals ?? 2);
  const fine = data + column.decimals;
  return {
    columns: [
      ...(group ? [{ key: group.variable.name, title: group.variable.label || words.say('head-column') }] : []),
      { key: along.variable.name, title: along.variable.label, ...placeDecimals(along, runs) },
      { key: 'n', title: words.say('head-n'), decimals: 0 },
      { key: column.key, title: words.say(column.head), decimals: fine },
      ...(spread
        ? [
            { key: 'sd', title: words.say('head-sd'), decimals: fine },
            { key: 'se', title: words.say('head-se'), decimals: fine + 1 },
          ]
        : []),
      ...(settings.error
        ? [
            { key: 'low', title: words.say('head-low'), decimals: fine },
            { key: 'high', title: words.say('head-high'), decimals: fine },
          ]
        : []),
    ],
    rows: runs.flatMap(({ category, places }) =>
      places.map(({ x, y, summary: cell, interval }) => [
        ...(group ? [category?.name] : []),
        placeValue(along, x),
        cell.n,
        y,
        ...(spread ? [cell.sd, cell.se] : []),
        ...(settings.error ? [interval?.low, interval?.high] : []),
      ]),
    ),
  };
}

/** The lines in words: where each begins and ends. */
export function lineAltText(frame: LineFrame, runs: readonly Run[], title: AxisTitle): string {
  const { along, numbers, words } = frame;
  const [what, by] = [inUnits(title.label, title.unit, words), words.lowered(along.variable.label)];
  if (runs.length > 8) return words.say('alt-lines-many', { what, by, count: runs.length });
  const ys = runs.flatMap(({ places }) => [places[0], places.at(-1)].flatMap((place) => place?.y ?? []));
  const write = (y: number) =>
    formatNumber(y, tellingDecimals(ys, Math.min(2, decimalsOf(Number(y.toPrecision(3))))), numbers);
  const parts = runs.map(({ category, places }) => {
    const [first, last] = [places[0], places.at(-1)];
    if (!first || !last) return '';
    const place = ({ x }: { x: number }) => placeWords(along, x, numbers);
    const ends = { first: write(first.y), start: place(first), last: write(last.y), end: place(last) };
    return category ? words.say('alt-line-named', { name: category.name, ...ends }) : words.say('alt-line', ends);
  });
  return words.say('alt-lines', { what, by, values: parts.join('; ') });
}
