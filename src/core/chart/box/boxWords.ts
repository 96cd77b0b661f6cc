import { tellingDecimals } from '../../scale/enoughDecimals.js';
import { formatNumber } from '../../scale/numberFormat.js';
import type { NoteFact } from '../../words/noteFacts.js';
import { referenceFacts } from '../frame/references.js';
import { inSentence, inUnits } from '../frame/variableTitle.js';
import { weightFacts } from '../frame/weights.js';
import type { BoxMark } from '../plan.js';
import { type BoxFrame, whiskersOf } from './boxSettings.js';

/** What boxes, whiskers and points mean, as several definitions are in use. */
export function boxFacts({ settings, weight, looks }: BoxFrame, marks: readonly BoxMark[]): NoteFact[] {
  // If both have the same shape, readers cannot tell them apart.
  const isAlike = ({ extremes }: BoxMark['box']) => extremes.length > 0 && looks.outliers === looks.extremes;
  const said: [NoteFact, unknown][] = [
    [{ is: 'boxes', whiskers: whiskersOf(settings) }, true],
    [{ is: 'outliers', marker: looks.outliers }, marks.some(({ box }) => box.outliers.length > 0 || isAlike(box))],
    [{ is: 'extremes', marker: looks.extremes }, marks.some(({ box }) => box.extremes.length > 0 && !isAlike(box))],
    [{ is: 'notches' }, settings.notch],
    [{ is: 'widths' }, settings.width === 'count'],
    [{ is: 'means', marker: looks.mean }, settings.mean],
    [{ is: 'weightedQuartiles' }, settings.weight !== undefined],
  ];
  return [
    ...said.flatMap(([fact, holds]) => (holds ? [fact] : [])),
    ...weightFacts(weight),
    ...referenceFacts(settings.references),
  ];
}

interface Named {
  mark: BoxMark;
  category: { name: string };
  group?: { name: string };
}

/** The medians in words, where they are few. */
export function boxAltText({ settings, codebook, numbers, words }: BoxFrame, drawn: readonly Named[]): string {
  const value = codebook.variable(settings.value);
  const named = [settings.category, settings.group].flatMap((name) =>
    name === undefined ? [] : [inSentence(codebook.variable(name), words)],
  );
  const [what, by] = [inUnits(value.label, value.unit, words), words.list(named)];
  if (drawn.length > 12) return words.say('alt-boxes-many', { what, by, count: drawn.length });
  const decimals = tellingDecimals(
    drawn.map(({ mark }) => mark.box.median),
    (value.decimals ?? 1) + 1,
  );
  const medians = drawn.map(({ mark, category, group }) => {
    const name = [category.name, group?.name].filter(Boolean).join(', ');
    return words.say('alt-value', { name, value: formatNumber(mark.box.median, decimals, numbers) });
  });
  return words.say('alt-boxes', { what, by, values: medians.join('; ') });
}
