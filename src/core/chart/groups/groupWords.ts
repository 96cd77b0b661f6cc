import { tellingDecimals } from '../../scale/enoughDecimals.js';
import { decimalsOf, formatNumber } from '../../scale/numberFormat.js';
import type { NoteFact } from '../../words/noteFacts.js';
import { defaultLevel } from '../frame/levels.js';
import { referenceFacts } from '../frame/references.js';
import { summaryType, titleOfCases, titleOfSummary } from '../frame/summaries.js';
import { inSentence, inUnits } from '../frame/variableTitle.js';
import { weightFacts } from '../frame/weights.js';
import type { AxisTitle } from '../plan.js';
import { type GroupMarks, wholeOf } from './groupMarks.js';
import type { GroupFrame } from './groupSettings.js';

/** The title of the value axis: what is summarised, and how. */
export function summaryTitle(input: GroupFrame): AxisTitle {
  const title = plainTitle(input);
  if (!input.settings.cumulative) return title;
  const { summary: _, ...rest } = title;
  return { ...rest, label: input.words.say('title-cumulative', { label: { label: title.label } }) };
}

function plainTitle(input: GroupFrame): AxisTitle {
  const { settings, codebook, group, category, words } = input;
  const { cases } = codebook;
  const { asks, unit, ofWhole } = summaryType(input.summary);
  if (settings.arrange === 'shares') {
    const what = settings.value === undefined ? cases : words.lowered(codebook.variable(settings.value).label);
    return { label: words.say('title-share', { cases: what }), unit: '%', from: 'chart.arrange' };
  }
  if (ofWhole && group) {
    const of = wholeOf(input);
    const within = inSentence((of === 'group' ? group : category).variable, words);
    const label =
      of === 'all'
        ? words.say('title-shareOfAll', { cases })
        : words.say('title-shareWithin', { cases, group: within });
    return { label, ...(unit === undefined ? {} : { unit }), from: 'chart.of' };
  }
  if (asks === 'cases') {
    const label = titleOfCases(input.summary, cases, words);
    return { label, ...(unit === undefined ? {} : { unit }), from: 'chart.summary' };
  }
  return titleOfSummary(input.summary, codebook.variable(settings.value as string), 'chart.value', words);
}

function errorFacts({ settings, summary }: GroupFrame): NoteFact[] {
  const bars = settings.error;
  if (settings.low !== undefined || settings.high !== undefined) {
    return [{ is: 'givenIntervals', level: bars?.level }];
  }
  if (!bars) return [];
  const of = summaryType(summary).ofWhole ? 'share' : 'mean';
  return [{ is: 'errors', of, shows: bars.shows, level: bars.level ?? defaultLevel, as: 'bars' }];
}

/** What a reader must know beside the image: what the error bars and lines are, and how cases count. */
export const groupFacts = (input: GroupFrame): NoteFact[] => [
  ...errorFacts(input),
  ...(input.settings.size === undefined
    ? []
    : [{ is: 'sizes', of: input.codebook.variable(input.settings.size).label } as const]),
  ...referenceFacts(input.settings.references),
  ...weightFacts(input.weight),
];

const forms = { bar: 'alt-bars', interval: 'alt-intervals' } as const;

/** The chart in words: what is shown of what, and the values where they are few. */
export function groupAltText(input: GroupFrame, marks: GroupMarks): string {
  const { words } = input;
  const { label, unit } = summaryTitle(input);
  const by = words.list([input.category, input.group].flatMap((c) => (c ? [inSentence(c.variable, words)] : [])));
  const what = inUnits(label, unit, words);
  const form = forms[input.mark];
  const bars = marks.series.flatMap((series) => series.marks.map((mark) => ({ mark, series })));
  if (bars.length > 12) return words.say(`${form}-many`, { what, by, count: bars.length });
  const isShares = input.settings.arrange === 'shares';
  const said = (mark: GroupMarks['series'][number]['marks'][number]) =>
    isShares && mark.share ? 100 * mark.share.part : mark.value;
  const values = bars.map(({ mark }) => said(mark));
  const usual = Math.min(2, Math.max(...values.map((value) => decimalsOf(Number(value.toPrecision(3))))));
  const decimals = tellingDecimals(values, usual);
  const parts = bars.map(({ mark, series }) => {
    const name = [marks.categories[mark.category]?.name, series.category?.name].filter(Boolean).join(', ');
    return words.say('alt-value', { name, value: formatNumber(said(mark), decimals, input.numbers) });
  });
  return words.say(form, { what, by, values: parts.join('; ') });
}
