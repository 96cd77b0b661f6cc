import { decimalsOf, formatNumber } from '../../scale/numberFormat.js';
import { lowered } from '../../type/letterCase.js';
import { defaultLevel } from '../frame/levels.js';
import type { NoteFact } from '../frame/noteFacts.js';
import { referenceFacts } from '../frame/references.js';
import { summaryType } from '../frame/summaries.js';
import { inSentence, variableTitle } from '../frame/variableTitle.js';
import { weightFacts } from '../frame/weights.js';
import type { AxisTitle } from '../plan.js';
import { type GroupMarks, wholeOf } from './groupMarks.js';
import type { GroupFrame } from './groupSettings.js';

/** The title of the value axis: what is summarised, and how. */
export function summaryTitle(input: GroupFrame): AxisTitle {
  const { settings, codebook, group, category } = input;
  const { asks, lead, unit, ofWhole } = summaryType(input.summary);
  if (settings.arrange === 'shares') {
    const what = settings.value === undefined ? codebook.cases : lowered(codebook.variable(settings.value).label);
    return { label: `Share of ${what}`, unit: '%', from: 'chart.arrange' };
  }
  if (ofWhole && group) {
    const of = wholeOf(input);
    const within = inSentence((of === 'group' ? group : category).variable);
    const label = of === 'all' ? `${lead} of all ${codebook.cases}` : `${lead} of ${codebook.cases} within ${within}`;
    return { label, ...(unit === undefined ? {} : { unit }), from: 'chart.of' };
  }
  if (asks === 'cases') {
    const label = `${lead} of ${codebook.cases}`;
    return { label, ...(unit === undefined ? {} : { unit }), from: 'chart.summary' };
  }
  const variable = codebook.variable(settings.value as string);
  return { ...(lead === undefined ? {} : { lead }), ...variableTitle(variable, 'chart.value') };
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
  ...referenceFacts(input.settings.references),
  ...weightFacts(input.weight),
];

const forms = { bar: 'Bar chart', interval: 'Chart of intervals' } as const;

/** The chart in words: what is shown of what, and the values where they are few. */
export function groupAltText(input: GroupFrame, marks: GroupMarks): string {
  const { lead, label, unit } = summaryTitle(input);
  const value = lead === undefined ? label : `${lead} ${lowered(label)}`;
  const by = [input.category, input.group].flatMap((c) => (c ? [inSentence(c.variable)] : []));
  const what = `${forms[input.mark]} of ${lowered(value)}${unit === undefined ? '' : ` in ${unit}`} by ${by.join(' and ')}`;
  const bars = marks.series.flatMap((series) => series.marks.map((mark) => ({ mark, series })));
  if (bars.length > 12) return `${what}: ${bars.length} values.`;
  const isShares = input.settings.arrange === 'shares';
  const said = (mark: GroupMarks['series'][number]['marks'][number]) =>
    isShares && mark.share ? 100 * mark.share.part : mark.value;
  const decimals = Math.min(2, Math.max(...bars.map(({ mark }) => decimalsOf(Number(said(mark).toPrecision(3))))));
  const parts = bars.map(({ mark, series }) => {
    const name = [marks.categories[mark.category]?.name, series.category?.name].filter(Boolean).join(', ');
    return `${name} ${formatNumber(said(mark), decimals, input.numbers)}`;
  });
  return `${what}. ${parts.join('; ')}.`;
}
