import { lookShape } from './look.js';
import type { Edit } from './patch.js';
import { leavesOf, valueAt } from './settingTree.js';

/** Settings that are words or names of values, by their paths; `*` stands for any key. */
const words = [
  'axes.*.title',
  'axes.*.unit',
  'axes.*.names',
  'axes.*.second',
  'legend.title',
  'legend.names',
  'legend.order',
];

/** Settings that hang on the numbers that are shown. */
const scales = ['from', 'to', 'step', 'at', 'crosses', 'base', 'exponent', 'scale', 'reverse', 'gap', 'minor'].map(
  (key) => `axes.*.${key}`,
);

const speaksOf = (patterns: readonly string[], path: readonly string[]) =>
  patterns.some((pattern) => {
    const keys = pattern.split('.');
    return keys.every((key, i) => key === '*' || key === path[i]) && path.length >= keys.length;
  });

/** Whether a setting is words of the variables that are shown, or hangs on their numbers. */
export const hangsOnData = (path: readonly string[]): boolean => speaksOf([...words, ...scales], path);

export interface TakingOver {
  /** Whether limits, ticks and transformations of the axes are taken over too. */
  scales: boolean;
}

/** The formatting of a figure file, setting by setting: its style and its look, without words and without what belongs to its data. */
function formattingOf(
  figure: object,
  { scales: withScales }: TakingOver,
): Map<string, { path: string[]; value: unknown }> {
  const kept = ['style', ...Object.keys(lookShape)];
  const look = Object.fromEntries(Object.entries(figure).filter(([key]) => kept.includes(key)));
  const found = leavesOf(look).filter(({ path }) => !speaksOf(words, path) && (withScales || !speaksOf(scales, path)));
  return new Map(found.map((leaf) => [leaf.path.join('\0'), leaf]));
}

/** What a figure leaves in the one whose formatting it takes over, by the paths of the settings. */
export interface LeftBehind {
  /** Limits, ticks and transformations, which it could take. */
  scales: string[];
  /** Words, settings of the chart, and what singles out some of the data. */
  others: string[];
}

/** Settings of a figure file that single out or divide what it shows. */
const singling = ['panels', 'accents', 'spotlight', 'callouts', 'brackets', 'waive'];

/**
 * The settings of a model, other than its data and caption, that {@link formattingEdits} does not take over although the
 * figure has them otherwise.
 *
 * @param columns the settings of the chart that name columns
 */
export function leftBehind(
  figure: object,
  model: object,
  { scales: withScales }: TakingOver,
  columns: readonly string[],
): LeftBehind {
  const differing = leavesOf(model)
    .filter(({ path, value }) => JSON.stringify(valueAt(figure, path)) !== JSON.stringify(value))
    .map(({ path }) => path);
  // Another kind of chart has settings of its own.
  const isSameKind = [figure, model]
    .map((one) => valueAt(one, ['chart', 'kind']))
    .every((kind, _, [own]) => kind === own);
  const ofChart = isSameKind
    ? differing.filter(([key, setting]) => key === 'chart' && !columns.some((column) => column === setting))
    : [];
  const others = differing.filter(([key]) => key !== 'chart');
  const named = (paths: readonly string[][]) => [...new Set(paths.map((path) => path.join('.')))];
  return {
    scales: withScales ? [] : named(others.filter((path) => speaksOf(scales, path))),
    others: named([
      ...others.filter((path) => speaksOf(words, path)),
      ...ofChart.map((path) => path.slice(0, 2)),
      ...others.filter(([key]) => singling.some((own) => own === key)).map((path) => path.slice(0, 1)),
    ]),
  };
}

/** The edits that give one figure file the formatting of another one. */
export function formattingEdits(figure: object, model: object, options: TakingOver): Edit[] {
  const [current, wanted] = [formattingOf(figure, options), formattingOf(model, options)];
  const differs = (key: string, value: unknown) => JSON.stringify(current.get(key)?.value) !== JSON.stringify(value);
  return [
    ...[...current].filter(([key]) => !wanted.has(key)).map(([, { path }]) => ({ path, value: undefined })),
    ...[...wanted].filter(([key, { value }]) => differs(key, value)).map(([, leaf]) => leaf),
  ];
}
