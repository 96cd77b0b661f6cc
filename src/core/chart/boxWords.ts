import { formatNumber } from '../scale/numberFormat.js';
import { lowered } from '../type/letterCase.js';
import { type BoxSettings, whiskersOf } from './box.js';
import type { ChartInput } from './kind.js';
import { caseSentences } from './notes.js';
import type { BoxMark, NumbersTable } from './plan.js';
import { weightSentences } from './weights.js';

type Input = ChartInput<BoxSettings & { category: string; value: string }>;

function whiskerSentence({ settings }: Input): string {
  const whiskers = whiskersOf(settings);
  if (whiskers.rule === 'range') return 'whiskers reach to the least and greatest values';
  if (whiskers.rule === 'percentiles')
    return `whiskers reach from percentile ${whiskers.low} to percentile ${whiskers.high}`;
  return `whiskers reach to the farthest values within ${whiskers.lengths} box lengths`;
}

/** What boxes, whiskers and points mean: a reader cannot know which of the definitions in use was taken. */
export function boxNotes(input: Input, numbers: NumbersTable, marks: readonly BoxMark[]): string[] {
  const outliers = marks.some(({ box }) => box.outliers.length > 0);
  const extremes = marks.some(({ box }) => box.extremes.length > 0);
  return [
    `Boxes show the median and the quartiles; ${whiskerSentence(input)}.`,
    ...(outliers ? ['Circles are values beyond the whiskers.'] : []),
    ...(extremes ? ['Diamonds are values more than three box lengths from the box.'] : []),
    ...(input.settings.notch ? ['Notches about the medians that do not overlap speak for a difference.'] : []),
    ...(input.settings.width === 'count' ? ['Boxes are as wide as the square root of their number of cases.'] : []),
    ...(input.settings.mean ? ['Squares show the mean.'] : []),
    ...(input.settings.weight === undefined
      ? []
      : ['Quartiles are those of the weighted cases, the mean of two values where a weight ends between them.']),
    ...weightSentences(input),
    ...caseSentences(input, numbers),
  ];
}

interface Named {
  mark: BoxMark;
  category: { name: string };
  group?: { name: string };
}

/** The medians in words, where they are few. */
export function boxAltText({ settings, codebook, numbers }: Input, drawn: readonly Named[]): string {
  const value = codebook.variable(settings.value);
  const by = [settings.category, settings.group].flatMap((name) =>
    name === undefined ? [] : [lowered(codebook.variable(name).label)],
  );
  const what = `Box plot of ${lowered(value.label)}${value.unit === undefined ? '' : ` in ${value.unit}`} by ${by.join(' and ')}`;
  if (drawn.length > 12) return `${what}: ${drawn.length} boxes.`;
  const decimals = (value.decimals ?? 1) + 1;
  const medians = drawn.map(({ mark, category, group }) => {
    const name = [category.name, group?.name].filter(Boolean).join(', ');
    return `${name} ${formatNumber(mark.box.median, decimals, numbers)}`;
  });
  return `${what}. Medians: ${medians.join('; ')}.`;
}
