import { entryAt } from '../../at.js';
import { picked } from '../../pick.js';
import { error, type Outcome, type Problem, succeed, warning } from '../../problem/problem.js';
import type { Transform } from '../../scale/transform.js';
import { bestView, namedViews, type View } from '../../space/view.js';
import { covarianceOf } from '../../statistics/covariance.js';
import type { Triple } from '../../statistics/density3.js';
import { tripleOf } from '../../tuple.js';
import { noteSentence } from '../../words/noteFacts.js';
import type { Words } from '../../words/words.js';
import type { ChartInput } from '../chartInput.js';
import { seriesOf } from '../frame/categoryAxes.js';
import { shadeKeys, sizeKeys, zeroSizes } from '../frame/cloudKeys.js';
import { completeComponents, componentTitle } from '../frame/components.js';
import { cellOf, filled } from '../frame/frame.js';
import { namesProblems } from '../frame/names.js';
import { possibleOf, variableTitle } from '../frame/variableTitle.js';
import { weightsOf } from '../frame/weights.js';
import type { ChartMaker, Drawn } from '../kind.js';
import type { SkinMark, SpacePlan, StrutMark, ValueAxis, WallName } from '../plan.js';
import type { PlannedChart } from '../planChart.js';
import { type Cloud, missingSkins, skinsOf, spotsOf, strutsOf, wholeCloud } from './spaceMarks.js';
import type { ShownView, SpaceAxes, SpaceFrame, SpaceSettings, Spots, Wall } from './spaceSettings.js';
import { spaceAltText, spaceFacts, spaceNumbers } from './spaceWords.js';

type AxisKey = 'x' | 'y' | 'z';
const axisKeys = ['x', 'y', 'z'] as const;

const numbersOf = (frame: SpaceFrame, axis: AxisKey): Float64Array => filled(frame.measured(axis), axis).column.numbers;

/** The cases of each group that has any, in codebook order. */
function groupsOf(frame: SpaceFrame): Spots[] {
  const group = frame.sorted('group');
  const rows = (group?.categories ?? [undefined]).map((): number[] => []);
  for (const row of frame.rows) rows[group ? group.of(row) : 0]?.push(row);
  const [xs, ys, zs] = tripleOf(axisKeys, (axis) => numbersOf(frame, axis));
  const pick = (own: readonly number[], from: Float64Array) => picked(from, own);
  return rows.flatMap((own, g): Spots[] => {
    const category = group?.categories[g];
    if (own.length === 0) return [];
    const places = { xs: pick(own, xs), ys: pick(own, ys), zs: pick(own, zs) };
    return [{ ...(category ? { category } : {}), group: g, rows: own, ...places }];
  });
}

/** The least and the greatest of some numbers. */
function rangeOf(parts: readonly ArrayLike<number>[], start = 0, step = 1): [number, number] {
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const part of parts) {
    for (let i = start; i < part.length; i += step) {
      least = Math.min(least, entryAt(part, i));
      greatest = Math.max(greatest, entryAt(part, i));
    }
  }
  return [least, greatest];
}

/** What the axes must cover: the cases, and the surfaces and lines about them. */
function axesOf(frame: SpaceFrame, cloud: Cloud, marks: readonly (SkinMark | StrutMark)[]): SpacePlan['axes'] {
  const { settings, codebook, words } = frame;
  const axis = (key: AxisKey): ValueAxis => {
    const at = axisKeys.indexOf(key);
    const variable = codebook.variable(settings[key]);
    const cases = { x: cloud.xs, y: cloud.ys, z: cloud.zs }[key];
    const range = rangeOf([cases]);
    // Surfaces that extend below zero do not fit on a logarithmic axis.
    const isLog = frame.limits[key]?.transform !== undefined && range[0] > 0;
    const beyond = marks.map((mark): [number, number] =>
      mark.type === 'skin'
        ? rangeOf([mark.mesh.corners], at, 3)
        : rangeOf([[entryAt(mark.from, at), entryAt(mark.to, at)]]),
    );
    const ranges = [range, ...(isLog ? beyond.filter(([low]) => low > 0) : beyond)];
    const title = variableTitle(variable, `chart.${key}`);
    const label = componentTitle(settings, settings[key], words);
    return {
      shows: 'value',
      title: label === undefined ? title : { label, from: 'chart.components' },
      least: Math.min(...ranges.map(([low]) => low)),
      greatest: Math.max(...ranges.map(([, high]) => high)),
      // Room in the box that goes beyond the cases makes them smaller.
      hugs: true,
      ...(variable.measure === 'date' ? { form: 'date' } : {}),
      ...possibleOf(variable),
    };
  };
  return { x: axis('x'), y: axis('y'), z: axis('z') };
}

/** Lengths of the box, the longest 1. */
function sidesOf({ proportions = [1, 1, 1] }: SpaceSettings): Triple {
  const longest = Math.max(...proportions);
  const side = (axis: 0 | 1 | 2) => entryAt(proportions, axis) / longest;
  return [side(0), side(1), side(2)];
}

/** The cases in the box, for finding a view: from −½ to ½ of its sides. */
function inBox(frame: SpaceFrame, cloud: Cloud): Float64Array[] {
  const sides = sidesOf(frame.settings);
  return axisKeys.map((axis, at) => {
    const values = { x: cloud.xs, y: cloud.ys, z: cloud.zs }[axis];
    const [least] = rangeOf([values]);
    const transform = frame.limits[axis]?.transform;
    const on: Transform = transform && Number.isFinite(transform(least)) ? transform : (value) => value;
    const places = values.map(on);
    const [low, high] = rangeOf([places]);
    return places.map((place) => (high > low ? ((place - low) / (high - low) - 0.5) * entryAt(sides, at) : 0));
  });
}

function viewOf(frame: SpaceFrame, cloud: Cloud): ShownView {
  const { view = 'corner' } = frame.settings;
  const given = typeof view === 'string' ? { from: view } : view;
  const { from = 'corner', distance } = given;
  const base = from === 'best' ? bestView(inBox(frame, cloud), distance) : namedViews[from];
  const { turn = base.turn, tilt = base.tilt } = given;
  return { turn, tilt, ...(distance === undefined ? {} : { distance }) };
}

const wallNames: Record<Wall, WallName> = { floor: 'z', side: 'x', back: 'y' };

/** How depth shows; a perspective view has it by size. */
function depthOf({ depth }: SpaceSettings, { distance }: ShownView): SpacePlan['depth'] {
  const shown = depth ?? (distance === undefined ? 'none' : 'size');
  return { size: shown === 'size' || shown === 'both', fade: shown === 'fade' || shown === 'both' };
}

/** A planned figure as it is seen from elsewhere: marks, axes and numbers stay as they are. */
export function seenFrom(chart: PlannedChart, settings: SpaceSettings, view: View, words: Words): PlannedChart {
  return {
    ...chart,
    plans: chart.plans.map((plan) =>
      plan.space ? { ...plan, space: { ...plan.space, view, depth: depthOf(settings, view) } } : plan,
    ),
    note: chart.note.map((own) => (own.is === 'view' ? noteSentence({ is: 'view', ...view }, words) : own)),
  };
}

function settingsProblems({ settings, locate, rows, measured, sorted }: SpaceFrame): Problem[] {
  const problems: Problem[] = [];
  const { color, group, size, view } = settings;
  if (color !== undefined && group !== undefined) {
    problems.push(
      error('one-of-several', { path: 'chart.color', others: ['group'], where: 'chart' }, locate('chart.color')),
    );
  }
  for (const key of ['ellipsoid', 'shells'] as const) {
    if (settings[key]?.over === undefined || group !== undefined) continue;
    const path = `chart.${key}.over`;
    problems.push(warning('setting-idle', { path, needs: 'groups' }, locate(path)));
  }
  if (typeof view === 'object' && view.from !== undefined && view.turn !== undefined && view.tilt !== undefined) {
    const path = 'chart.view.from';
    problems.push(error('one-of-several', { path, others: ['turn', 'tilt'], where: 'chart.view' }, locate(path)));
  }
  const shares = settings.shells?.shares?.length ?? 1;
  const clouds = (settings.shells?.over ?? 'groups') === 'groups' ? (sorted('group')?.categories.length ?? 1) : 1;
  if (settings.shells && shares * clouds > mostShells) {
    const facts = { count: shares * clouds, most: mostShells, groups: clouds };
    problems.push(error('shells-many', facts, locate('chart.shells')));
  }
  const column = size === undefined ? undefined : measured('size');
  const negative = column && rows.map((row) => entryAt(column.column.numbers, row)).find((value) => value < 0);
  if (column && negative !== undefined) {
    problems.push(error('size-negative', { column: column.variable.name, value: negative }, locate('chart.size')));
  }
  return problems;
}

/** The most intersecting surfaces: more cannot be told apart, nor sorted by depth in reasonable time. */
const mostShells = 6;

/** What is worked out when it is first asked for. */
function once<T>(make: () => T): () => T {
  let made: { value: T } | undefined;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}

/** A group with the surfaces about it, and which of them it has none of. */
function cloudOf(frame: SpaceFrame, own: Spots, isGrouped: boolean) {
  const cell = cellOf(frame, { group: own.group });
  const cloud: Cloud = { rows: own.rows, xs: own.xs, ys: own.ys, zs: own.zs, cell, name: own.category?.name ?? '' };
  const found = skinsOf(frame, cloud, 'groups');
  // Without groups there is one cloud, whichever is asked for.
  const rest = isGrouped ? { marks: [], missing: [] } : skinsOf(frame, cloud, 'all');
  return { ...cloud, skins: [...found.marks, ...rest.marks], missing: [...found.missing, ...rest.missing] };
}

function draw(frame: SpaceFrame, view: ShownView): Outcome<Drawn> {
  const spots = groupsOf(frame);
  const whole = wholeCloud(spots);
  const isGrouped = frame.sorted('group') !== undefined;
  const clouds = spots.map((own) => cloudOf(frame, own, isGrouped));
  const common = isGrouped ? skinsOf(frame, whole, 'all') : { marks: [], missing: [] };
  const struts = strutsOf(frame, whole);
  const surfaces = [...clouds.flatMap(({ skins }) => skins), ...common.marks];
  const moments = once(() => covarianceOf([whole.xs, whole.ys, whole.zs], weightsOf(whole.rows, frame.weight)));
  const { drop, shadows = [] } = frame.settings;
  const space: SpacePlan = {
    axes: axesOf(frame, whole, [...surfaces, ...struts.marks]),
    view,
    sides: sidesOf(frame.settings),
    ...(drop === undefined ? {} : { drop: wallNames[drop] }),
    shadows: [...new Set(shadows)].map((wall) => wallNames[wall]),
    depth: depthOf(frame.settings, view),
    common: [...common.marks, ...struts.marks],
  };
  const none = (title: ValueAxis['title']) => ({ shows: 'none', title: { label: '', from: title.from } }) as const;
  return succeed({
    plan: {
      direction: 'vertical',
      x: none(space.axes.x.title),
      y: none(space.axes.y.title),
      space,
      series: seriesOf(frame.sorted('group'), (g) => {
        const at = spots.findIndex(({ group }) => group === g);
        const spot = spots[at];
        return spot ? [spotsOf(frame, spot, spots), ...(clouds[at]?.skins ?? [])] : [];
      }),
      ...sizeKeys(frame),
      ...shadeKeys(frame),
    },
    numbers: spaceNumbers(frame, spots, [...clouds, { ...whole, skins: common.marks }], moments),
    note: spaceFacts(frame, view),
    altText: spaceAltText(frame, moments()),
    problems: [
      ...missingSkins(frame, [...clouds, { name: '', missing: common.missing }]),
      ...struts.problems,
      ...zeroSizes(frame),
    ],
  });
}

/** Makes the marks of space. */
export const spaceMaker: ChartMaker<SpaceSettings, SpaceAxes, ShownView> = {
  complete: (input: ChartInput<SpaceSettings>) => completeComponents(input, 3) as Outcome<ChartInput<SpaceAxes>>,
  check: (frame) => [...namesProblems(frame), ...settingsProblems(frame)],
  // All panels are seen from the same side.
  share: (frame) => succeed(viewOf(frame, wholeCloud(groupsOf(frame)))),
  draw,
};
