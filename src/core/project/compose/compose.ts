import type { AxisLimits } from '../../chart/chartInput.js';
import { type PlannedChart, planChart } from '../../chart/planChart.js';
import { settingOf } from '../../check/measure/settingOf.js';
import { inkLosses } from '../../export/inks.js';
import { movedPanel } from '../../layout/axes/movedPanel.js';
import { layOut } from '../../layout/figure.js';
import type { Colors } from '../../layout/ink/looks.js';
import { type CaptionWords, captioned } from '../../layout/page/caption.js';
import { allFinite, inkProblems } from '../../layout/page/inkProblems.js';
import type { Sheet } from '../../layout/sheet.js';
import { Trace, withSettings } from '../../layout/trace.js';
import { labelParts } from '../../layout/words/labelWords.js';
import type { Plate } from '../../plate/plate.js';
import { error, fail, hasErrors, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import { transformFor } from '../../scale/transform.js';
import { given } from '../../style/given.js';
import type { Layer } from '../../style/layers.js';
import { joinedLook, type Resolved } from '../../style/resolve.js';
import type { AxisSettings } from '../../style/settings.js';
import { inARow } from '../../words/inARow.js';
import { noteSentence } from '../../words/noteFacts.js';
import type { Gathered, ReadFigure } from '../read/gather.js';
import { readLooks } from './accentLooks.js';
import { axisChecks } from './axisChecks.js';
import { readBrackets } from './brackets.js';
import { readCallouts } from './callouts.js';
import type { Drawing } from './drawing.js';
import { fromRight, type LaidPlate } from './fromRight.js';
import { emptyAccents, idleSettings } from './idleSettings.js';
import { keptPlan } from './keptPlans.js';

export interface ComposeOptions {
  /** Whether number, title and note are drawn with the image; the page then grows by their height. */
  caption?: boolean | undefined;
  /** Whether each piece of ink says which settings were read for it; it takes about twice the time. */
  trace?: boolean | undefined;
  /** The number of the figure in a document, in place of its own. */
  number?: string | undefined;
}

/** What a style is called, without the word before it. */
export const styleName = (layers: readonly Layer[]): string =>
  (layers.findLast(({ name }) => name.startsWith('style '))?.name ?? '').replace(/^style /, '');

function captionWords(gathered: Gathered, plan: Pick<PlannedChart, 'note'>, given?: string): CaptionWords {
  const { number, title, note = 'auto' } = gathered.figure.caption ?? {};
  return {
    number: given ?? number,
    title,
    note: note === 'auto' ? inARow(plan.note.map(({ text }) => text)) : note,
    noteFrom: note === 'auto' ? 'chart' : 'caption.note',
  };
}

/** Callouts in panels that the figure does not have. */
function panelsOf({ figure, locate }: Gathered, count: number): { problems: Problem[] } {
  const problems = (figure.callouts ?? []).flatMap(({ panel = 1 }, i) => {
    const path = `callouts.${i}.panel`;
    const facts = { path, found: String(panel), expects: `a number from 1 to ${count}`, example: '1' };
    return panel <= count ? [] : [error('wrong-type', facts, locate(path))];
  });
  return { problems };
}

/** The panels to be laid out, with the brackets and callouts that belong into each. */
function sheetsOf(
  gathered: Gathered,
  planned: PlannedChart,
  look: Pick<Sheet, 'settings' | 'colors' | 'trace'>,
): Outcome<Sheet[]> {
  const read = planned.plans.map((plan) => readBrackets(plan, gathered.figure.brackets, gathered.locate));
  const callouts = planned.plans.map((plan, i) => readCallouts(plan, i + 1, gathered.figure.callouts, gathered.locate));
  const faults = [...read, ...callouts, panelsOf(gathered, planned.plans.length)].flatMap((one) => one.problems);
  if (hasErrors(faults)) return fail(faults.slice(0, 3));
  const sheets = planned.plans.map(
    (plan, i): Sheet => ({
      ...look,
      brackets: read[i]?.brackets ?? [],
      callouts: callouts[i]?.callouts ?? [],
      titled: planned.grid.titles !== undefined,
      plan,
      kit: gathered.faces.kit,
      panels: planned.plans.length,
      scale: 1,
    }),
  );
  return succeed(sheets);
}

/** A text as it is read aloud: without markup, on one line. */
const plainText = ({ faces }: Gathered, text: string): string =>
  faces.kit
    .spans(text)
    .map((span) => span.text)
    .join('')
    .replace(/\s*\n\s*/g, ' ');

/** Whether a figure is laid out from the right. */
const runsFromRight = ({ resolved: { settings }, words }: Gathered): boolean =>
  settings.direction === 'language' ? words.language.direction === 'rtl' : settings.direction === 'right-to-left';

function plateOf(
  gathered: Gathered,
  planned: PlannedChart,
  { resolved, colors }: { resolved: Resolved; colors: Colors },
  options: ComposeOptions,
): Outcome<LaidPlate> {
  const trace = options.trace ? new Trace() : undefined;
  const settings = trace ? trace.watch(resolved.settings) : resolved.settings;
  const sheets = sheetsOf(gathered, planned, { settings, colors, trace });
  if (!sheets.ok) return sheets;
  const { title, subtitle, source } = gathered.figure.caption ?? {};
  const plain = (text: string) => plainText(gathered, text);
  const heading = settings.heading.show && title !== '' ? title : undefined;
  const laidOut = layOut({
    sheets: sheets.value,
    grid: planned.grid,
    heading,
    subtitle: heading === undefined ? undefined : subtitle,
    source,
    stage: gathered.stage,
  });
  const problems = laidOut.problems.map((problem) =>
    problem.place ? problem : { ...problem, place: gathered.locate(settingOf(problem)) },
  );
  if (!('items' in laidOut)) return fail(problems);
  const page = options.caption
    ? captioned(laidOut.sheet, captionWords(gathered, planned, options.number), laidOut.items, laidOut.panel)
    : { items: laidOut.items, panel: laidOut.panel, height: settings.height, down: 0 };
  if (!allFinite(page.items)) return fail([...problems, error('not-drawable', {}, gathered.locate('chart'))]);
  const silent = inkProblems(page.items, { width: settings.width, height: page.height });
  problems.push(...silent.map((problem) => ({ ...problem, place: gathered.locate(settingOf(problem)) })));
  const plate: Plate = {
    hexis: 'plate/1',
    id: gathered.id,
    width: settings.width,
    height: page.height,
    title: plain(title ?? gathered.id),
    description: gathered.figure.altText ?? plain(planned.altText),
    ...(settings.export.author === undefined ? {} : { author: settings.export.author }),
    ...(settings.language === 'en' ? {} : { language: settings.language }),
    madeFrom: gathered.madeFrom,
    paper: settings.paper,
    panel: page.panel,
    items: trace ? withSettings(page.items) : page.items,
  };
  const { figure, shows } = gathered;
  const panels = laidOut.panels.map((place) => movedPanel(place, 0, page.down));
  const drawn = { figure, plans: planned.plans, settings: resolved.settings, items: plate.items, shows };
  // In a style that the author did not choose, some settings may have no effect. That is not the author's mistake.
  const idle = gathered.restyled ? [] : idleSettings(drawn, gathered.locate);
  const shown = runsFromRight(gathered) ? fromRight(plate, panels) : { plate, panels, isFromRight: false };
  const inks = inkLosses(plate, settings.export.inks, resolved.origin('export.inks')?.place);
  return succeed(shown, [...problems, ...idle, ...inks]);
}

/** What a plan hangs on of an axis. */
const endsOf = ({ from, to, scale, exponent }: AxisSettings) => {
  const limit = (end: AxisSettings['from']) => (end === 'data' ? undefined : end);
  return { from: limit(from), to: limit(to), scale, exponent };
};

const limitsOf = ({ from, to, scale, exponent }: ReturnType<typeof endsOf>): AxisLimits => ({
  from,
  to,
  transform: transformFor(scale, exponent),
});

/** The looks that notes speak of. */
function looksOf({ layers, resolved }: ReadFigure) {
  const { outliers, extremes, mean } = resolved.settings.boxes;
  const references = joinedLook(layers).references?.dash ?? 'solid';
  return { outliers: outliers.marker, extremes: extremes.marker, mean: mean.marker, references };
}

/** Whether labels show shares that are rounded together, which a reader has to know. */
function roundsShares({ plans }: PlannedChart, { settings }: Resolved): boolean {
  if (settings.dataLabels.rounding !== 'sum') return false;
  const shown = labelParts(settings);
  return plans.some(({ series, sliceLabels }) =>
    sliceLabels
      ? sliceLabels.shows.includes('percent')
      : shown.length > 0 && series.some(({ marks }) => marks.some((mark) => 'share' in mark && mark.share)),
  );
}

/** A figure with its chart planned, and the colours that it is drawn in. */
export interface PlannedFigure {
  chart: PlannedChart;
  colors: Colors;
}

/** The chart of a figure planned in data units, with what is wrong with it. */
export function planFigure(gathered: ReadFigure): Outcome<PlannedFigure> {
  const { figure, kind, table, codebook, resolved, words, locate } = gathered;
  const { colors, problems: colorProblems } = readLooks(gathered);
  const { axes, numbers, words: wordForms, wording } = resolved.settings;
  const hangsOn = {
    settings: figure.chart,
    accents: figure.accents ?? [],
    spotlight: figure.spotlight ?? [],
    numbers,
    labels: labelParts(resolved.settings),
    looks: looksOf(gathered),
  };
  const [x, y, z] = [endsOf(axes.x), endsOf(axes.y), axes.z && endsOf(axes.z)];
  const limits = { x: limitsOf(x), y: limitsOf(y), ...(z ? { z: limitsOf(z) } : {}) };
  const { panels } = figure;
  const { code } = words.language;
  const planned = keptPlan(gathered, { ...hangsOn, ends: { x, y, z }, panels, code, wordForms, wording }, () =>
    planChart(kind, { ...hangsOn, table, codebook, words, limits, locate }, panels),
  );
  const problems = [...colorProblems, ...planned.problems];
  if (!planned.ok || hasErrors(problems)) return fail(problems);
  problems.push(...emptyAccents({ figure, plans: planned.value.plans }, locate));
  const placeOf = (path: string) => resolved.origin(path)?.place;
  const misfits = planned.value.plans.flatMap((plan) => axisChecks(plan, resolved.settings, placeOf));
  // All panels have the same axes.
  const said = new Map(misfits.map((problem) => [JSON.stringify([problem.code, problem.facts]), problem]));
  problems.push(...[...said.values()].slice(0, 4));
  if (hasErrors(problems)) return fail(problems);
  const chart = roundsShares(planned.value, resolved)
    ? { ...planned.value, note: [...planned.value.note, noteSentence({ is: 'roundedShares' }, words)] }
    : planned.value;
  return succeed({ chart, colors }, problems);
}

/**
 * Lays a planned figure out on its page, with its real type. Pure and synchronous; the same input gives the same plate.
 */
export function layFigure(
  gathered: Gathered,
  { chart, colors }: PlannedFigure,
  options: ComposeOptions = {},
): Outcome<Drawing> {
  const { figure, resolved } = gathered;
  const { note, numbers } = chart;
  const laidOut = plateOf(gathered, chart, { resolved, colors }, options);
  const { problems } = laidOut;
  if (!laidOut.ok) return fail(problems);
  const { plate, panels, isFromRight } = laidOut.value;
  const { settings } = resolved;
  const { id, layers, shows, locate, codebook, table, asked } = gathered;
  const shownNumbers = {
    ...numbers,
    columns: numbers.columns.map((own) => ({ ...own, title: plainText(gathered, own.title) })),
  };
  const { number } = figure.caption ?? {};
  const { author } = settings.export;
  return succeed(
    {
      plate,
      faces: gathered.faces,
      about: { id, style: styleName(layers), ...given({ number, author }) },
      numbers: shownNumbers,
      note: note.map(({ text }) => text),
      words: gathered.words,
      caption: captionWords(gathered, chart, options.number),
      settings,
      origin: { figures: [gathered.origin], caption: options.caption === true },
      parts: [
        {
          ...{
            prefix: '',
            id,
            layers,
            shows,
            figure,
            locate,
            codebook,
            table,
            asked,
            panels,
            isFromRight,
            settings,
            note,
            words: gathered.words,
            spoken: gathered.spoken,
          },
          plans: chart.plans,
          numbers: shownNumbers,
        },
      ],
    },
    problems,
  );
}
