import type { PlannedChart } from '../../chart/planChart.js';
import { noteWords, numberRun } from '../../layout/page/caption.js';
import type { Language } from '../../words/language.js';
import type { FigureContents } from '../files/figureFile.js';
import type { Gathered } from '../read/gather.js';

/** Keys whose texts are no words on the page: codes, names of columns or in other languages, settings, and what things are. */
const silent: ReadonlySet<string> = new Set([
  'also',
  'as',
  'at',
  'by',
  'cell',
  'code',
  'color',
  'direction',
  'form',
  'from',
  'id',
  'is',
  'marker',
  'of',
  'place',
  'shows',
  'side',
  'singled',
  'type',
  'variable',
]);

/** Collects every text inside a value, at any depth, except settings that are not words. Skips lists of numbers. */
function textsIn(value: unknown, found: string[] = []): string[] {
  if (typeof value === 'string') found.push(value);
  else if (Array.isArray(value)) {
    if (typeof value[0] !== 'number') for (const one of value) textsIn(one, found);
  } else if (typeof value === 'object' && value !== null && !ArrayBuffer.isView(value)) {
    for (const [key, inner] of Object.entries(value)) if (!silent.has(key)) textsIn(inner, found);
  }
  return found;
}

/** What in a figure file is words of the figure itself, beside what its chart makes of its table. */
const wordKeys = ['accents', 'brackets', 'callouts'] as const satisfies readonly (keyof FigureContents)[];

/** What in settings has words. */
const wordSettings = ['axes', 'legend', 'dataLabels'] as const;

/** What dates along the axes are written with. */
function datesOf({ plans }: Pick<PlannedChart, 'plans'>, { months, day, dayOfYear, monthOfYear }: Language): string[] {
  const hasDates = plans.some(({ x, y, space }) =>
    [x, y, ...Object.values(space?.axes ?? {})].some((axis) => axis.shows === 'value' && axis.form === 'date'),
  );
  return hasDates ? [...months, day, dayOfYear, monthOfYear].map((form) => form.replace(/\{\w+\}/g, '')) : [];
}

/** Collects every text that a planned figure can print, whether it comes from the table, the codebook, the figure file or a style. */
export function wordsOf(
  { figure, resolved: { settings }, codebook, words }: Pick<Gathered, 'figure' | 'resolved' | 'codebook' | 'words'>,
  planned: PlannedChart | undefined,
  withCaption: boolean,
): string[] {
  const { number = 1, note = 'auto', ...caption } = figure.caption ?? {};
  const noted = note === 'auto' ? (planned?.note ?? []).map(({ text }) => text).join(' ') : note;
  // A number that the document gives has the same letters.
  const drawn = withCaption ? [numberRun({ settings }, number), noteWords({ settings }, noted)] : [];
  return textsIn([
    planned?.plans,
    planned?.grid.titles,
    wordKeys.map((key) => figure[key]),
    wordSettings.map((key) => settings[key]),
    caption,
    codebook.cases,
    planned && datesOf(planned, words.language),
    settings.numbers.digits,
    drawn,
  ]);
}

/** Whether some words are bold or slanted by a look of their own, and not by markup. */
export function hasOwnLooks({ figure, resolved }: Pick<Gathered, 'figure' | 'resolved'>): boolean {
  const { x, y, z } = resolved.settings.axes;
  const looks = [x, y, z].flatMap((axis) => Object.values(axis?.looks ?? {}));
  const accents = (figure.accents ?? []).flatMap(({ words, label }) => [words, label]);
  return [...looks, ...accents].some((look) => {
    return look !== undefined && (look.weight !== undefined || ('slant' in look && look.slant !== undefined));
  });
}
