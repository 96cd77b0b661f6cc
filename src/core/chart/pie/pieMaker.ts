import type { Category } from '../../data/codebook.js';
import { error, fail, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import { exactTotal } from '../../statistics/exactSum.js';
import { noRows } from '../frame/cases.js';
import { sortIntoCells } from '../frame/cells.js';
import { type Frame, filled } from '../frame/frame.js';
import { gatheredCodes, restOf } from '../frame/gather.js';
import type { Grouping } from '../frame/grouping.js';
import { labelDecimals, once } from '../frame/labelDecimals.js';
import { orderOf } from '../frame/order.js';
import { inSentence } from '../frame/variableTitle.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { NoAxis, Series, SliceMark } from '../plan.js';
import type { PieSettings } from './pieSettings.js';

/** The most slices that readers can tell apart. */
const mostSlices = 40;

interface PieFrame extends Frame<PieSettings> {
  category: Grouping;
}

/** What all panels have in common: the order of their slices, and which of them are gathered, by codes. */
export interface SharedSlices {
  order: readonly string[];
  small: readonly string[];
}

interface Part {
  category: Category;
  value: number;
  count: number;
  /** Names of the slices that were gathered into it. */
  of?: string[];
}

/** The slices that have any case, as the codebook orders them. */
function partsOf(frame: PieFrame): Part[] {
  const { settings, category } = frame;
  const cells = sortIntoCells(frame, category, undefined);
  return category.categories.flatMap((own, i): Part[] => {
    const { summary } = cells.at(i, 0);
    const value = settings.value === undefined ? summary.size : summary.sum;
    return summary.n === 0 ? [] : [{ category: own, value, count: summary.n }];
  });
}

const totalOf = (parts: readonly Part[]): number => exactTotal(parts.map(({ value }) => value));

/** The category of the gathered slices. */
const restIn = ({ settings, words }: PieFrame): Category => restOf(settings.gather ?? {}, words);

/** Gathers the small slices into one. */
function gathered(parts: readonly Part[], frame: PieFrame, small: readonly string[]): Part[] {
  const joined = parts.filter(({ category }) => small.includes(category.code));
  if (joined.length === 0) return [...parts];
  const sum = (key: 'value' | 'count') => joined.reduce((all, part) => all + part[key], 0);
  const other = {
    category: restIn(frame),
    value: sum('value'),
    count: sum('count'),
    of: joined.map(({ category }) => category.name),
  };
  return [...parts.filter((part) => !joined.includes(part)), other];
}

/** The slices of a pie, with an empty series for each that other panels alone have, so that colours are the same in all. */
function seriesOf(
  { settings, category: { variable } }: PieFrame,
  parts: readonly Part[],
  shown: readonly Category[],
  total: number,
): Series[] {
  const start = ((((settings.start ?? 0) / 360) % 1) + 1) % 1;
  let from = 0;
  return shown.map((category): Series => {
    const part = parts.find((own) => own.category.code === category.code);
    const color = variable.colors.get(category.code);
    const common = { category, ...(color === undefined ? {} : { color }) };
    if (!part) return { ...common, marks: [] };
    const to = from + part.value / total;
    const mark: SliceMark = {
      type: 'slice',
      cell: { [settings.category]: category.code },
      from,
      to: Math.min(1, to),
      start,
      hole: settings.hole ?? 0,
      name: category.name,
      value: part.value,
      count: part.count,
      share: { part: part.value / total, whole: 'all' },
    };
    from = to;
    return { ...common, marks: [mark] };
  });
}

function numbersOf({ codebook, settings, words }: PieFrame, parts: readonly Part[], total: number): Drawn['numbers'] {
  const variable = codebook.variable(settings.category);
  const valued = settings.value === undefined ? [] : [codebook.variable(settings.value)];
  return {
    columns: [
      { key: settings.category, title: variable.label },
      { key: 'n', title: words.say('head-n'), decimals: 0 },
      ...valued.map(({ label, decimals = 2 }) => ({ key: 'value', title: label, decimals })),
      { key: 'percent', title: words.say('head-percent'), decimals: 1 },
      { key: 'gathered', title: words.say('head-gathered') },
    ].filter(({ key }) => key !== 'gathered' || parts.some(({ of }) => of)),
    rows: parts.map(({ category, count, value, of }) => [
      category.name,
      count,
      ...valued.map(() => value),
      (100 * value) / total,
      ...(parts.some((part) => part.of) ? [of && words.row(of)] : []),
    ]),
  };
}

function altText({ codebook, settings, words }: PieFrame, parts: readonly Part[], total: number): string {
  const what = settings.value === undefined ? codebook.cases : words.lowered(codebook.variable(settings.value).label);
  const by = inSentence(codebook.variable(settings.category), words);
  const shares = parts.map(({ category: { name }, value }) =>
    words.say('alt-value', { name, value: words.percent((100 * value) / total, 0) }),
  );
  return words.say('alt-pie', { what, by, values: words.row(shares) });
}

function settingsProblems({ settings, locate }: PieFrame): Problem[] {
  const idle = (path: string, needs: string) => error('setting-idle', { path, needs }, locate(path));
  return [...(settings.middle !== undefined && !settings.hole ? [idle('chart.middle', 'a "hole"')] : [])];
}

/** The order of the slices over the cases of all panels, and which are small among them; one small slice alone stays. */
function shareSlices(frame: PieFrame): Outcome<SharedSlices> {
  const { gather, order: wanted } = frame.settings;
  const parts = partsOf(frame);
  const categories = parts.map(({ category }) => category);
  const heights = parts.map(({ value }, category) => ({ category, value }));
  const { places, problems } = orderOf(wanted, categories, heights, frame);
  if (problems.length > 0) return fail(problems);
  return succeed({
    order: places.flatMap((at) => categories[at]?.code ?? []),
    small: gatheredCodes(gather, parts, frame.words),
  });
}

/** What no pie can show: negative shares, no shares, or too many to tell apart. */
function sharesProblems(frame: PieFrame, parts: readonly Part[], total: number): Problem[] {
  const { settings, locate, counts } = frame;
  const negative = parts.find((part) => part.value < 0);
  if (negative) {
    const facts = { group: negative.category.name, value: negative.value };
    return [error('shares-negative', facts, locate('chart.value'))];
  }
  if (parts.length === 0) return [noRows(frame, counts)];
  if (!(total > 0)) {
    const { path, value } =
      settings.value === undefined ? { path: 'chart' } : { path: 'chart.value', value: settings.value };
    return [error('shares-nothing', { value, table: frame.table.name }, locate(path))];
  }
  if (parts.length <= mostSlices) return [];
  const facts = { column: settings.category, path: 'chart.category', count: parts.length, most: mostSlices };
  return [error('measured-as-category', facts, locate('chart.category'))];
}

/** Problem: a single slice, because "where" selects one value of the counted variable, so that its whole is lost. */
function wholeAlone({ settings, locate }: PieFrame, parts: readonly Part[]): Problem[] {
  const [part, ...others] = parts;
  const path = `chart.where.${settings.category}`;
  if (!part || others.length > 0 || !Object.hasOwn(settings.where ?? {}, settings.category)) return [];
  return [warning('share-alone', { column: settings.category, value: part.category.name }, locate(path))];
}

const noAxis: NoAxis = { shows: 'none', title: { label: '', from: 'chart' } };

function draw(frame: PieFrame, { order, small }: SharedSlices): Outcome<Drawn> {
  const { settings, category } = frame;
  const found = partsOf(frame);
  const total = totalOf(found);
  const wrong = sharesProblems(frame, found, total);
  if (wrong.length > 0) return fail(wrong);
  const ordered = order.flatMap((code) => found.filter((part) => part.category.code === code));
  const parts = gathered(ordered, frame, small);
  const others = small.length > 0 ? [restIn(frame)] : [];
  const large = order.filter((code) => !small.includes(code));
  const shown = large.flatMap((code) => category.categories.filter((own) => own.code === code));
  const show = settings.labels?.show ?? (settings.names === 'legend' ? ['percent'] : ['name', 'percent']);
  const entries = [...shown, ...others];
  return succeed({
    plan: {
      direction: 'vertical',
      x: noAxis,
      y: noAxis,
      series: seriesOf(frame, parts, entries, total),
      labelDecimals: once(() =>
        settings.value === undefined
          ? labelDecimals(
              'counts',
              parts.map(({ value }) => value),
              undefined,
            )
          : labelDecimals('data', [], frame.measured('value')),
      ),
      ...(show.length > 0 ? { sliceLabels: { shows: show, place: settings.labels?.place ?? 'auto' } } : {}),
      ...(settings.middle === undefined ? {} : { middle: settings.middle }),
    },
    legend:
      settings.names === 'legend' ? { title: category.variable.label, by: category.variable.name, entries } : 'none',
    numbers: numbersOf(frame, parts, total),
    note: [],
    altText: altText(frame, parts, total),
    problems: wholeAlone(frame, parts),
  });
}

const pieFrame = (frame: Frame<PieSettings>): PieFrame => ({
  ...frame,
  category: filled(frame.sorted('category'), 'category'),
});

/** Makes the marks of pie. */
export const pieMaker: ChartMaker<PieSettings, PieSettings, SharedSlices> = {
  check: (frame) => settingsProblems(pieFrame(frame)),
  share: (frame) => shareSlices(pieFrame(frame)),
  draw: (frame, common) => draw(pieFrame(frame), common),
};
