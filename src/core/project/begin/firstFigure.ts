import { mostAnswers } from '../../chart/answers/answersSettings.js';
import { type ColumnProfile, isIdName } from '../../data/profile.js';

/** The settings of a chart as a draft has them. */
export type DraftSettings = Readonly<Record<string, string | readonly string[] | Readonly<Record<string, string>>>>;

/** The chart of a first figure, and the rule by which it was chosen where the author named nothing. */
export interface DraftChart {
  settings: DraftSettings;
  rule?: string;
}

/** A column name in a chart with several; more of them nobody would put on one axis. */
const mostTogether = 6;
/** Questions that can be read below each other. */
const mostQuestions = 20;
/** Bars that can be named along an axis. */
const mostItems = 30;
const mostGroups = 8;

/** What a first figure can be made of: ids and totals are none of it. */
interface Columns {
  /** The ends of intervals around means that the table gives. */
  ends: { low: string; high: string } | undefined;
  /** A column of dates or years. */
  time: ColumnProfile | undefined;
  measured: ColumnProfile[];
  /** Numbers that rise by one from row to row, and are not called ids. */
  running: ColumnProfile | undefined;
  /** Names of categories that repeat. */
  categories: ColumnProfile[];
  /** Names that each stand in one row. */
  items: ColumnProfile | undefined;
  /** Answers in the same codes. */
  answers: ColumnProfile[];
  /** Answers in the same words. */
  battery: ColumnProfile[];
}

/** Columns of words that share their answers: at least three, and each has most of what occurs in any of them. */
function batteryOf(words: readonly ColumnProfile[]): ColumnProfile[] {
  const repeats = ({ different, count }: ColumnProfile) =>
    different > 1 && different <= mostAnswers && different < count;
  const textsOf = ({ values }: ColumnProfile) => values.map(({ text }) => text);
  const scales = words.filter((one) => repeats(one) && one.different > 2).sort((a, b) => b.different - a.different);
  for (const widest of scales) {
    const all = textsOf(widest);
    const alike = words.filter((one) => {
      const own = textsOf(one);
      return repeats(one) && 2 * own.length > all.length && own.every((text) => all.includes(text));
    });
    if (alike.length > 2) return alike.slice(0, mostQuestions);
  }
  return [];
}

/** What a table of results calls its means, and what stands beside them: how many, how far spread, between which ends. */
const called = {
  mean: /^(m|means?|avg|averages?|medians?|estimates?|est|mittelwert|mw|moyenne|media|média|promedio|gemiddelde|medelvärde|gennemsnit|gjennomsnitt|średnia)$/i,
  aside: /^(n|count|sd|se|sem|std|stdev|stderr|var|variance|df|t|p)$/i,
  low: /^(low|lower|lcl|lo|ll)$/i,
  high: /^(high|upper|ucl|hi|ul)$/i,
} as const;

/** Whether one of the words of a column name is called so; `ci_lower`, `Mean yield`. */
const isCalled = ({ name }: ColumnProfile, by: RegExp) => name.split(/[\s_.()[\]]+/).some((word) => by.test(word));

/** Measured columns, means first: what a table of results has beside its means is no value that a figure begins with. */
function resultsOf(measured: readonly ColumnProfile[]): Pick<Columns, 'measured' | 'ends'> {
  const means = measured.filter((one) => isCalled(one, called.mean));
  const [low, high] = [called.low, called.high].map((by) => measured.find((one) => isCalled(one, by)));
  const aside = measured.filter((one) => !means.includes(one) && isCalled(one, called.aside));
  const ends = low && high ? { low: low.name, high: high.name } : undefined;
  if (means.length === 0 || (aside.length === 0 && !ends)) return { measured: [...measured], ends: undefined };
  const others = measured.filter((one) => ![...means, ...aside, low, high].includes(one));
  return { measured: [...means, ...others], ends: means.length === 1 ? ends : undefined };
}

function sorted(profiles: readonly ColumnProfile[]): Columns {
  const plain = profiles.filter(({ isTotal, looks }) => !isTotal && looks !== 'empty');
  const isTime = ({ looks, isYear }: ColumnProfile) => looks === 'date' || isYear;
  const isUnique = ({ different, count }: ColumnProfile) => count > 1 && different === count;
  const isNumeric = (one: ColumnProfile) => one.looks === 'numeric' || (one.looks === 'coded' && isUnique(one));
  const words = plain.filter(({ looks }) => looks === 'nominal' || looks === 'names');
  const coded = plain.filter((one) => one.looks === 'coded' && !one.isYear && !isUnique(one));
  // A code that seems to stand for no value is none of the scale, whether it occurs or not.
  const codesOf = ({ values, unsure }: ColumnProfile) => {
    const codes = values.filter(({ text }) => !unsure.includes(text)).map(({ text }) => Number(text));
    return `${Math.min(...codes)} ${Math.max(...codes)}`;
  };
  const scale = coded.find(
    (one) => one.different > 2 && coded.filter((other) => codesOf(other) === codesOf(one)).length > 2,
  );
  return {
    time: plain.find(isTime),
    ...resultsOf(plain.filter((one) => isNumeric(one) && !one.isId && !isTime(one))),
    running: plain.find((one) => one.isId && isUnique(one) && one.looks === 'numeric' && !isIdName(one.name)),
    categories: [...words.filter((one) => !isUnique(one) && one.different <= 2 * mostGroups), ...coded].sort(
      (a, b) => profiles.indexOf(a) - profiles.indexOf(b),
    ),
    items: words.find((one) => isUnique(one) && one.different <= mostItems),
    answers: scale ? coded.filter((one) => codesOf(one) === codesOf(scale)).slice(0, mostQuestions) : [],
    battery: batteryOf(words),
  };
}

/** Whether columns may share an axis: they have one unit, and none is far larger than another. */
function areAlike(columns: readonly ColumnProfile[]): boolean {
  const units = new Set(columns.map(({ unit, name }) => unit ?? /[([]([^()[\]]+)[)\]]$/.exec(name)?.[1]));
  const sizes = columns.map(({ range = [0, 0] }) => Math.max(...range.map(Math.abs)));
  return units.size === 1 && Math.max(...sizes) <= 20 * Math.max(1e-300, Math.min(...sizes));
}

const names = (columns: readonly ColumnProfile[]) => columns.map(({ name }) => name);
const isSeveral = (columns: readonly ColumnProfile[]) =>
  columns.length > 1 && columns.length <= mostTogether && areAlike(columns);

function alongTime({ time, measured, categories }: Columns): DraftChart | undefined {
  const [value] = measured;
  if (!time || !value) return undefined;
  const isOnce = time.different === time.count;
  if (isOnce && isSeveral(measured)) {
    return {
      settings: { kind: 'line', x: time.name, values: names(measured) },
      rule: 'one row for each time and several alike columns: a line for each column',
    };
  }
  const group = isOnce ? undefined : categories.find(({ different }) => different <= mostGroups);
  return {
    settings: { kind: 'line', x: time.name, value: value.name, ...(group ? { group: group.name } : {}) },
    rule: group ? 'times that repeat: a line for each group' : 'times and a measured column: a line',
  };
}

/** How months and days of the week begin in the languages that most tables of ours are in. */
const months =
  /^(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec|mär|mai|okt|dez|fév|avr|jui|aoû|déc|ene|abr|ago|dic)/i;
const days = /^(mon|tue|wed|thu|fri|sat|sun|die|mit|don|fre|sam|son|lun|mar|mer|mié|jeu|jue|ven|vie|sáb|dim|dom)/i;

/** Whether names have an order of their own: times, spans of ages, months, days of the week. */
const haveOrder = ({ values }: ColumnProfile): boolean =>
  values.length > 2 && [/^\d/, months, days].some((begin) => values.every(({ text }) => begin.test(text)));

function byItem({ items, measured, ends }: Columns): DraftChart | undefined {
  const [value] = measured;
  if (!items || !value) return undefined;
  const common = { kind: 'bar', category: items.name } as const;
  if (ends) {
    return {
      settings: { kind: 'interval', category: items.name, value: value.name, ...ends, summary: 'given' },
      rule: 'means with the ends of their intervals: as the table gives them',
    };
  }
  if (isSeveral(measured)) {
    return {
      settings: { ...common, values: names(measured), summary: 'given' },
      rule: 'one row for each name and several alike columns: their values side by side',
    };
  }
  return {
    settings: { ...common, value: value.name, summary: 'given', ...(haveOrder(items) ? {} : { order: 'falling' }) },
    rule: haveOrder(items)
      ? 'one row for each name: the values as they are, in the order of the table'
      : 'one row for each name: the values as they are, by size',
  };
}

/** Confidence intervals, where every category has more than one case. */
const intervals = (categories: readonly ColumnProfile[]): { error?: { shows: string } } =>
  categories.every(({ values }) => values.every(({ count }) => count > 2 * categories.length - 1))
    ? { error: { shows: 'ci' } }
    : {};

/** Words that several columns share are answers, whatever else was asked. Their order, nobody but the author knows. */
const inWords = ({ battery }: Columns): DraftChart | undefined =>
  battery.length > 0
    ? {
        settings: { kind: 'answers', questions: names(battery) },
        rule: 'several columns share their answers, which the codebook should have in order: the shares of each',
      }
    : undefined;

const inCodes = ({ answers }: Columns): DraftChart | undefined =>
  answers.length > 0
    ? {
        settings: { kind: 'answers', questions: names(answers) },
        rule: 'several columns of answers in the same codes: the shares of each answer',
      }
    : undefined;

function byCategory({ categories, measured, answers }: Columns): DraftChart | undefined {
  const [category, second] = categories.filter((one) => !answers.includes(one));
  const [value] = measured;
  if (category && value) {
    const isCrossed = second && categories.length === 2 && second.different <= mostGroups;
    const isOnce = isCrossed && value.count === category.different * second.different;
    const error = intervals(isCrossed ? [category, second] : [category]);
    return {
      settings: {
        kind: 'bar',
        category: category.name,
        value: value.name,
        ...(isCrossed ? { group: second.name } : {}),
        ...(isOnce ? { summary: 'given' } : error),
      },
      rule: isOnce
        ? 'one row for each two names together: the values as they are'
        : `a category and a measured column: means${error.error ? ' with confidence intervals' : ''}`,
    };
  }
  if (!category) return undefined;
  const group = second && second.different <= mostGroups ? { group: second.name } : {};
  return {
    settings: { kind: 'bar', category: category.name, ...group },
    rule: 'categories alone: how often each occurs',
  };
}

function ofNumbers({ measured, running }: Columns): DraftChart | undefined {
  const [x, y] = running && measured.length === 1 ? [running, ...measured] : measured;
  if (x && y)
    return {
      settings: { kind: 'scatter', x: x.name, y: y.name },
      rule: 'measured columns alone: one against the other',
    };
  return (
    x && { settings: { kind: 'histogram', value: x.name }, rule: 'one measured column: how its values are spread' }
  );
}

/** Codes that several columns share may be measured, unless nothing else is. */
const inCodesAlone = (columns: Columns) => (columns.measured.length === 0 ? inCodes(columns) : undefined);

/** What is asked of the columns, in this order. */
const rules = [inWords, alongTime, byItem, inCodesAlone, byCategory, ofNumbers] as const;

/** The figure that most authors would draw from a table, by the first rule that matches its columns. Undefined if none matches. */
export function firstFigure(profiles: readonly ColumnProfile[]): DraftChart | undefined {
  const columns = sorted(profiles);
  for (const rule of rules) {
    const chart = rule(columns);
    if (chart) return chart;
  }
  return undefined;
}

/** The names of measured columns that may stand side by side: several that are alike. */
export function severalOf(profiles: readonly ColumnProfile[]): string[] {
  const { measured } = sorted(profiles);
  return isSeveral(measured) ? names(measured) : [];
}

/** The answers that columns share, in words or in codes. Undefined if there are none. */
export function sharedAnswers(profiles: readonly ColumnProfile[]): DraftChart | undefined {
  const columns = sorted(profiles);
  return inWords(columns) ?? inCodes(columns);
}
