import { chartSetting } from '../../chart/kinds.js';
import type { Cell, Mark, Plan } from '../../chart/plan.js';
import { keysOf } from '../../keys.js';
import { typeOf } from '../../layout/marks/marks.js';
import { labelParts } from '../../layout/words/labelWords.js';
import type { PlateItem } from '../../plate/plate.js';
import { roleOf } from '../../plate/role.js';
import { error, type Place, type Problem, warning } from '../../problem/problem.js';
import { type TextRole, textRoles } from '../../schema/look/names.js';
import { lookShape } from '../../schema/look.js';
import { settingNeeds } from '../../schema/settingNeeds.js';
import { isGroup, leavesOf } from '../../schema/settingTree.js';
import type { AxesShow, Shows } from '../../style/layers.js';
import type { Settings } from '../../style/settings.js';
import type { FigureContents } from '../files/figureFile.js';

/** What a figure file says, and what became of it. */
interface Drawn {
  figure: FigureContents;
  plans: readonly Plan[];
  settings: Settings;
  items: readonly PlateItem[];
  shows: AxesShow;
}

/** A rule by which settings that begin with a path have something to act on, and what they need. */
interface Need {
  path: string;
  /** A setting below the path that is not meant. */
  except?: string;
  needs: string;
  isMet(drawn: Drawn): boolean;
}

const marksOf = (plans: readonly Plan[]): Mark[] =>
  plans.flatMap(({ series, references = [], space }) => [
    ...series.flatMap(({ marks }) => marks),
    ...references,
    ...(space?.common ?? []),
  ]);

const begins = (path: string, with_: string) => path === with_ || path.startsWith(`${with_}.`);

/** The settings of marks that no mark of this chart hangs on. */
function idleForMarks({ plans }: Drawn, paths: readonly string[]): [string, string][] {
  const concerned = paths.flatMap((path): [string, string][] => {
    const need = settingNeeds(path);
    return need ? [[path, need]] : [];
  });
  if (concerned.length === 0) return [];
  const used = new Set<string>();
  for (const mark of marksOf(plans)) for (const path of typeOf(mark).uses(mark)) used.add(path);
  return concerned.filter(([path]) => ![...used].some((own) => begins(path, own) || begins(own, path)));
}

/** The caption is drawn where the call asks for it. */
const ofCaption: readonly TextRole[] = ['captionNumber', 'captionTitle', 'note'];

const textNeeds = textRoles.map(
  (role): Need => ({
    path: `text.${role}`,
    needs: 'words of this kind in the figure',
    isMet: ({ items }) => ofCaption.includes(role) || items.some((item) => item.type === 'text' && item.kind === role),
  }),
);

const shown = ({ shows }: Drawn, what: Shows) => shows.x === what || shows.y === what;
const isSingle = ({ plans }: Drawn) => plans.every(({ series }) => series.every(({ category }) => !category));
const isLit = ({ plans }: Drawn) =>
  plans.some(({ series, singled }) => singled.spotlight.length > 0 || series.some(({ quiet }) => quiet));
const hasLegend = ({ plans, settings }: Drawn) =>
  settings.legend.place !== 'none' && plans.some(({ legend }) => legend !== undefined);
const hasHeading = ({ items }: Drawn) => items.some(({ role }) => role === 'heading');
const labelled = ({ plans, settings, figure }: Drawn) =>
  labelParts(settings).length > 0 ||
  (figure.accents ?? []).some(({ label }) => label?.show) ||
  plans.some(({ sliceLabels, endLabels }) => sliceLabels ?? endLabels?.some(({ value }) => value !== undefined));
const showsNumbers = ({ plans, settings, figure }: Drawn) =>
  labelParts(settings).some((part) => part !== 'percent') ||
  (figure.accents ?? []).some(({ label }) => label?.show) ||
  plans.some(
    ({ sliceLabels, endLabels }) =>
      sliceLabels?.shows.some((part) => part === 'value' || part === 'count') ??
      endLabels?.some(({ value }) => value !== undefined),
  );
const showsShares = ({ plans, settings }: Drawn) =>
  labelParts(settings).includes('percent') || plans.some(({ sliceLabels }) => sliceLabels?.shows.includes('percent'));

/** What axes in space have nothing to do with. */
const flatAxes = ['x', 'y', 'all', 'value', 'along'].flatMap((key) =>
  (
    [
      ['angle', 'a flat chart; labels stand upright beside axes in space'],
      ['arrow', 'a flat chart'],
      ['crosses', 'a flat chart'],
      ['second', 'a flat chart'],
      ['grid', 'a flat chart; the grid on the walls is "grid" of "scene"'],
    ] as const
  ).map(
    ([part, what]): Need => ({ path: `axes.${key}.${part}`, needs: what, isMet: ({ shows }) => shows.z === undefined }),
  ),
);

/** Whether the ticks of an axis of a flat chart follow a step. */
const steps = ({ plans, settings }: Drawn, at: 'x' | 'y'): boolean =>
  settings.axes[at].scale !== 'log' &&
  settings.axes[at].at === undefined &&
  plans.every((plan) => plan[at].shows !== 'value' || plan[at].form !== 'date');

/** The distance of ticks, where something else decides them. */
const stepNeeds = ['x', 'y', 'value', 'along'].map(
  (key): Need => ({
    path: `axes.${key}.step`,
    needs: 'an axis of numbers whose ticks are decided by neither "at" nor a log scale',
    isMet: (drawn) =>
      drawn.shows.z !== undefined ||
      (['x', 'y'] as const).some((at) => (at === key || drawn.shows[at] === key) && steps(drawn, at)),
  }),
);

const needs: readonly Need[] = [
  ...flatAxes,
  { path: 'axes.x.titleAngle', needs: 'a vertical axis', isMet: () => false },
  { path: 'axes.y.titleAngle', needs: 'an upright axis', isMet: ({ shows }) => shows.z === undefined },
  { path: 'axes.along.titleAngle', needs: 'a vertical axis', isMet: ({ shows }) => shows.y === 'along' },
  { path: 'axes.category.titleAngle', needs: 'a vertical axis', isMet: ({ shows }) => shows.y === 'category' },
  {
    path: 'axes.value.titleAngle',
    needs: 'a vertical axis',
    isMet: ({ shows }) => shows.y === 'value',
  },
  {
    path: 'legend.place',
    needs: 'groups that a legend names',
    isMet: ({ plans }) => plans.some(({ legend }) => legend),
  },
  { path: 'legend.corner', needs: '"place: inside"', isMet: ({ settings }) => settings.legend.place === 'inside' },
  {
    path: 'legend.columns',
    needs: 'a legend beside or inside the panel',
    isMet: ({ settings }) => !['top', 'bottom'].includes(settings.legend.place),
  },
  // Where the legend stands says whether there is one.
  { path: 'legend', except: 'legend.place', needs: 'a legend', isMet: hasLegend },
  {
    path: 'heading.show',
    needs: '"title" under "caption"',
    isMet: ({ settings, ...rest }) => !settings.heading.show || hasHeading({ settings, ...rest }),
  },
  ...['over', 'align', 'rule'].map((part) => ({
    path: `heading.${part}`,
    needs: 'a heading inside the figure',
    isMet: hasHeading,
  })),
  { path: 'axes.category', needs: 'an axis with categories', isMet: (drawn) => shown(drawn, 'category') },
  { path: 'axes.along', needs: 'an axis of numbers that marks stand along', isMet: (drawn) => shown(drawn, 'along') },
  {
    path: 'axes.value',
    needs: 'an axis with numbers',
    isMet: (drawn) => shown(drawn, 'value'),
  },
  { path: 'axes.x', needs: 'a chart with a horizontal axis', isMet: ({ shows }) => shows.x !== 'none' },
  { path: 'axes.y', needs: 'a chart with a vertical axis', isMet: ({ shows }) => shows.y !== 'none' },
  { path: 'axes.z', needs: 'a chart in space', isMet: ({ shows }) => shows.z !== undefined },
  { path: 'axes.all', needs: 'a chart with axes', isMet: ({ shows }) => shows.x !== 'none' || shows.y !== 'none' },
  ...stepNeeds,
  { path: 'dataLabels.percent', needs: '"percent" among what labels show', isMet: showsShares },
  { path: 'dataLabels.rounding', needs: 'labels with shares', isMet: (drawn) => labelled(drawn) && hasShares(drawn) },
  { path: 'dataLabels.format', needs: 'labels that say a value or a count', isMet: showsNumbers },
  { path: 'dataLabels.place', needs: '"show" with what labels say', isMet: labelled },
  { path: 'palette.single', needs: 'a chart without groups', isMet: isSingle },
  { path: 'palette.pattern', needs: 'a chart without groups', isMet: isSingle },
  { path: 'palette.groups', needs: 'groups', isMet: (drawn) => !isSingle(drawn) || isLit(drawn) },
  { path: 'palette.patterns', needs: 'groups', isMet: (drawn) => !isSingle(drawn) },
  { path: 'palette.use', needs: 'groups', isMet: (drawn) => !isSingle(drawn) },
  { path: 'palette.quiet', needs: 'a spotlight', isMet: isLit },
  { path: 'palette.quietPattern', needs: 'a spotlight', isMet: isLit },
  {
    path: 'pointers',
    needs: 'callouts that point to something',
    isMet: ({ items }) => items.some((item) => roleOf(item).part === 'pointer'),
  },
  ...textNeeds,
];

/** Whether any mark shows the share of a whole. */
function hasShares({ plans }: Drawn): boolean {
  return marksOf(plans).some((mark) => 'share' in mark && mark.share !== undefined);
}

/** Lists every look setting of a figure file separately. A group such as a line is listed by its parts. */
const pathsOf = (figure: FigureContents): string[] =>
  keysOf(lookShape).flatMap((group) => {
    const value = figure[group];
    return isGroup(value) ? leavesOf(value, [group]).map(({ path }) => path.join('.')) : [];
  });

const covers = (accent: Cell, cell: Cell) =>
  Object.entries(accent).every(([variable, code]) => cell[variable] === code);

/** Whether a mark, or one of its single cases, is what an accent names. */
const isNamed = (accent: Cell, mark: Mark): boolean => {
  if (covers(accent, mark.cell)) return true;
  if (!('ids' in mark) || !mark.ids) return false;
  const { [mark.ids.variable]: id, ...rest } = accent;
  return id !== undefined && covers(rest, mark.cell) && mark.ids.texts.includes(id);
};

/** What an accent says that none of the marks that it names can follow. */
function idleAccents({ figure, plans }: Drawn): [string, string][] {
  return (figure.accents ?? []).flatMap(({ for: _, ...look }, i): [string, string][] => {
    const cells = plans.flatMap(({ singled }) => singled.accents.filter(({ index }) => index === i));
    const named = marksOf(plans).filter((mark) => cells.some(({ cell }) => isNamed(cell, mark)));
    if (named.length === 0) return [];
    const followed = new Set<string>(named.flatMap((mark) => typeOf(mark).accents));
    // Words that name a group stand along axes and in legends, whatever its marks.
    return Object.keys(look)
      .filter((key) => key !== 'words' && !followed.has(key))
      .map((key) => [`accents.${i}.${key}`, `one of ${[...followed].join(', ')}, which its marks can follow`]);
  });
}

/** Words for a label that is not shown. */
const idleLabelWords = ({ figure, settings }: Drawn): [string, string][] =>
  (figure.accents ?? []).flatMap(({ label }, i): [string, string][] =>
    label && Object.hasOwn(label, 'text') && label.show === undefined && labelParts(settings).length === 0
      ? [[`accents.${i}.label.text`, '"show" beside it, or data labels']]
      : [],
  );

/** Accents that name a group and say nothing of it, with what the marks of this chart can follow. */
export function emptyAccents(
  { figure, plans }: Pick<Drawn, 'figure' | 'plans'>,
  locate: (path: string) => Place,
): Problem[] {
  const followed = [...new Set(marksOf(plans).flatMap((mark) => typeOf(mark).accents))];
  return (figure.accents ?? []).flatMap((accent, i) => {
    const path = `accents.${i}`;
    return Object.keys(accent).length > 1 ? [] : [error('accent-empty', { path, known: followed }, locate(path))];
  });
}

/** A distance of ticks that a chart asks for, where those of the axis decide. */
const idleSteps = (drawn: Drawn): [string, string][] =>
  (['x', 'y'] as const).flatMap((at): [string, string][] => {
    const isAsked = drawn.plans.some((plan) => plan[at].shows === 'value' && plan[at].step !== undefined);
    const isIdle = isAsked && (!steps(drawn, at) || drawn.settings.axes[at].step !== undefined);
    return isIdle ? [[`chart.${at}.step`, 'an axis whose ticks nothing under "axes" decides']] : [];
  });

/** What a band says of a line. */
function idleBands({ figure }: Drawn): [string, string][] {
  return (chartSetting(figure.chart, 'references') ?? []).flatMap((own, i) =>
    (['width', 'dash'] as const).flatMap((key): [string, string][] =>
      own.to !== undefined && own[key] !== undefined
        ? [[`chart.references.${i}.${key}`, 'a line; a band has a colour alone']]
        : [],
    ),
  );
}

/** Settings of a figure file that change nothing in it, each with what it needs. */
export function idleSettings(drawn: Drawn, locate: (path: string) => Place): Problem[] {
  const paths = pathsOf(drawn.figure);
  const byNeed = paths.flatMap((path): [string, string][] => {
    const need = needs.find((own) => begins(path, own.path) && path !== own.except && !own.isMet(drawn));
    return need ? [[path, need.needs]] : [];
  });
  const known = new Set(byNeed.map(([path]) => path));
  const forMarks = idleForMarks(drawn, paths).filter(([path]) => !known.has(path));
  return [
    ...byNeed,
    ...forMarks,
    ...idleSteps(drawn),
    ...idleBands(drawn),
    ...idleAccents(drawn),
    ...idleLabelWords(drawn),
  ].map(([path, what]) => warning('setting-idle', { path, needs: what }, locate(path)));
}
