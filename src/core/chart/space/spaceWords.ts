import { entryAt } from '../../at.js';
import type { Variable } from '../../data/codebook.js';
import { formatNumber } from '../../scale/numberFormat.js';
import { type Covariance, covarianceOf } from '../../statistics/covariance.js';
import { settled } from '../../statistics/settled.js';
import { tripleOf } from '../../tuple.js';
import type { NoteFact } from '../../words/noteFacts.js';
import type { Words } from '../../words/words.js';
import { componentFacts, componentNumbers, componentsFor, shareOf } from '../frame/components.js';
import { weightFacts, weightsOf } from '../frame/weights.js';
import type { Drawn } from '../kind.js';
import type { SkinMark } from '../plan.js';
import { type Cloud, usualShare } from './spaceMarks.js';
import type { ShownView, SpaceFrame, Spots } from './spaceSettings.js';

const axes = ['x', 'y', 'z'] as const;

const variablesOf = ({ codebook, settings }: SpaceFrame): [Variable, Variable, Variable] =>
  tripleOf(axes, (axis) => codebook.variable(settings[axis]));

/** The correlation of two axes; none where one of them does not vary. */
const correlationOf = (moments: Covariance | undefined, i: number, j: number): number | undefined =>
  moments && entryAt(moments.sds, i) > 0 && entryAt(moments.sds, j) > 0 ? moments.correlations[i]?.[j] : undefined;

/** What stands behind the cloud: means, spread and correlations of each group, and how many cases its surfaces hold. */
export function spaceNumbers(
  frame: SpaceFrame,
  spots: readonly Spots[],
  clouds: readonly (Cloud & { skins: SkinMark[] })[],
  whole: () => Covariance | undefined,
): Drawn['numbers'] {
  const { words } = frame;
  const group = frame.sorted('group');
  const shells = Math.max(0, ...clouds.map(({ skins }) => shellsAmong(skins).length));
  const row = (
    name: string | undefined,
    cloud: Pick<Cloud, 'rows' | 'xs' | 'ys' | 'zs'>,
    skins: readonly SkinMark[],
  ) => [
    ...(group ? [name] : []),
    ...momentCells(frame, cloud, whole),
    ...Array.from({ length: shells }, (_, k) => shellsAmong(skins)[k]?.share).map((share) =>
      share === undefined ? undefined : 100 * share,
    ),
  ];
  const skinsOf = (g: number) => clouds.find(({ rows }) => rows === spots[g]?.rows)?.skins ?? [];
  const common = clouds.find(({ name, skins }) => name === '' && skins.length > 0);
  return {
    columns: [
      ...(group ? [{ key: group.variable.name, title: group.variable.label }] : []),
      ...momentColumns(variablesOf(frame), words),
      ...Array.from({ length: shells }, (_, k) => ({
        key: shells === 1 ? 'inside' : `inside${k + 1}`,
        title: words.say('head-inside'),
        decimals: 1,
      })),
    ],
    rows: [
      ...spots.map((own, g) => row(own.category?.name, own, skinsOf(g))),
      ...(common && spots.length > 1 ? [row(words.say('head-all'), common, common.skins)] : []),
    ],
    ...(componentsFor(frame.settings) ? { further: componentNumbers(frame.settings, words) } : {}),
  };
}

const shellsAmong = (skins: readonly SkinMark[]): SkinMark[] => skins.filter(({ as }) => as === 'shell');

/** Number, means, spread and correlations of the cases of a cloud. */
function momentCells(
  frame: SpaceFrame,
  cloud: Pick<Cloud, 'rows' | 'xs' | 'ys' | 'zs'>,
  whole: () => Covariance | undefined,
): (number | undefined)[] {
  const weights = weightsOf(cloud.rows, frame.weight);
  const columns = [cloud.xs, cloud.ys, cloud.zs];
  const moments = cloud.rows.length === frame.rows.length ? whole() : covarianceOf(columns, weights);
  const alone = moments ? undefined : columns.map((values) => values[0]);
  const counted =
    weights?.kind === 'frequency' ? Array.from(weights.counts).reduce((a, b) => a + b, 0) : cloud.rows.length;
  const pair = (i: number, j: number) => settled(correlationOf(moments, i, j), 1);
  return [
    moments?.n ?? counted,
    ...axes.flatMap((_, j) => [settled(moments?.means[j], moments?.sds[j]) ?? alone?.[j], moments?.sds[j]]),
    pair(0, 1),
    pair(0, 2),
    pair(1, 2),
  ];
}

/** What stands over the cells of `momentCells`. */
const momentColumns = (variables: readonly Variable[], words: Words) => [
  { key: 'n', title: words.say('head-n'), decimals: 0 },
  ...axes.flatMap((axis, j) => {
    const { label, decimals = 2 } = entryAt(variables, j);
    const end = axis.toUpperCase();
    return [
      { key: `mean${end}`, title: words.say('head-meanOf', { label: { label } }), decimals: decimals + 2 },
      { key: `sd${end}`, title: words.say('head-sd'), decimals: decimals + 2 },
    ];
  }),
  { key: 'rXY', title: 'r x, y', decimals: 3 },
  { key: 'rXZ', title: 'r x, z', decimals: 3 },
  { key: 'rYZ', title: 'r y, z', decimals: 3 },
];

/** What a reader has to know: the view, and what sizes, colours, surfaces and lines mean. */
export function spaceFacts(frame: SpaceFrame, view: ShownView): NoteFact[] {
  const { settings, codebook, weight } = frame;
  const { size, color, ellipsoid, shells, directions, shadows = [], drop, depth } = settings;
  const perGroup = frame.sorted('group') !== undefined;
  const each = (over: 'groups' | 'all' | undefined) => perGroup && over !== 'all';
  return [
    { is: 'view', ...view },
    ...(size === undefined
      ? []
      : [
          {
            is: 'sizes',
            of: codebook.variable(size).label,
            depth: depth === 'size' || depth === 'both' || (depth === undefined && view.distance !== undefined),
          } as const,
        ]),
    ...(color === undefined ? [] : [{ is: 'shades', of: codebook.variable(color).label } as const]),
    ...(ellipsoid
      ? [{ is: 'ellipsoids', level: ellipsoid.level ?? usualShare, each: each(ellipsoid.over) } as const]
      : []),
    ...(shells
      ? [
          {
            is: 'shells',
            shares: shells.shares ?? [usualShare],
            each: each(shells.over),
            cases: codebook.cases,
          } as const,
        ]
      : []),
    ...(directions ? [{ is: 'directions' } as const] : []),
    ...(shadows.length > 0 ? [{ is: 'shadows', walls: shadows, cases: codebook.cases } as const] : []),
    ...(drop === undefined ? [] : [{ is: 'drops', wall: drop } as const]),
    ...componentFacts(settings),
    ...weightFacts(weight),
  ];
}

export function spaceAltText(frame: SpaceFrame, moments: Covariance | undefined): string {
  const { codebook, numbers, settings, words } = frame;
  const variables = variablesOf(frame);
  const found = componentsFor(settings);
  const named = variables.map(({ label, name }) => {
    const k = /^component (\d+)$/.exec(name)?.[1];
    if (!found || !k) return words.lowered(label);
    const percent = words.percent(shareOf(found, Number(k) - 1), 0);
    return words.lowered(words.say('title-componentShare', { number: Number(k), percent }));
  });
  const n = moments && frame.weight?.kind === 'frequency' ? moments.n : frame.rows.length;
  const pairs = [
    [0, 1],
    [0, 2],
    [1, 2],
  ] as const;
  const correlations = pairs.flatMap(([i, j]) => {
    const r = correlationOf(moments, i, j);
    return r === undefined || found
      ? []
      : [
          words.say('alt-correlation', {
            pair: words.list([entryAt(named, i), entryAt(named, j)]),
            r: formatNumber(r, 2, numbers),
          }),
        ];
  });
  const group = frame.sorted('group');
  const parts = [
    ...(correlations.length > 0 ? [words.say('alt-correlations', { values: correlations.join('; ') })] : []),
    ...(group
      ? [words.say('alt-groups', { label: group.variable, names: words.row(group.categories.map(({ name }) => name)) })]
      : []),
    ...(settings.color === undefined ? [] : [words.say('alt-color', { label: codebook.variable(settings.color) })]),
    ...(settings.size === undefined ? [] : [words.say('alt-size', { label: codebook.variable(settings.size) })]),
  ];
  return [words.say('alt-space', { count: n, cases: codebook.cases, variables: words.list(named) }), ...parts].join(
    ' ',
  );
}
