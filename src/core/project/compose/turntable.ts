import { entryAt } from '../../at.js';
import type { SpaceSettings } from '../../chart/space/spaceSettings.js';
import { after, fail, type Outcome, succeed } from '../../problem/problem.js';
import { type Edit, type Patch, patched, patchFor } from '../../schema/patch.js';
import { type View, wrapped } from '../../space/view.js';
import type { Project, ProjectOptions } from '../project.js';
import { gather } from '../read/gather.js';
import { Gatherer } from '../read/gatherer.js';
import { readFigure } from '../read/readFiles.js';
import { layFigure } from './compose.js';
import type { Drawing } from './drawing.js';
import { ready } from './ready.js';

/** The nearest and the farthest that an eye may be, in lengths of the longest side of the box. */
const [nearest, farthest] = [1.5, 12];
/** Where the eye is first, of a view whose lines of sight were parallel. */
const first = 8;

/** A figure in space that is turned: read and planned once, and laid out anew for each view. */
export interface Turntable {
  /** From where its file has it seen. */
  view: View;
  /** The figure as it is seen from elsewhere, drawn by the same code as from its file. */
  at(view: View): Outcome<Drawing>;
}

/** The view of a figure in space, in numbers; undefined of any other figure. */
export const viewOf = ({ parts }: Drawing): View | undefined => parts[0]?.plans[0]?.space?.view;

/** A view turned and tilted by some degrees, never past straight above or below. */
export const turnedBy = (view: View, turn: number, tilt: number): View => ({
  ...view,
  turn: view.turn + turn,
  tilt: Math.min(90, Math.max(-90, view.tilt + tilt)),
});

/** A view from so many times as far; from beyond a limit on all lines of sight are parallel. */
export function movedBy({ distance, ...view }: View, times: number): View {
  if (distance === undefined && times >= 1) return view;
  const next = Math.max(nearest, (distance ?? first / times) * times);
  return next > farthest ? view : { ...view, distance: next };
}

/** A view as one writes it: whole degrees from −180 to 180, and a distance of one decimal. */
export function roundedView({ turn, tilt, distance }: View): View {
  const around = Math.round(wrapped(turn));
  return {
    turn: around > 180 ? around - 360 : around,
    tilt: Math.round(tilt),
    ...(distance === undefined ? {} : { distance: Number(distance.toFixed(1)) }),
  };
}

/** The change of a figure file by which it is seen from a view. */
export const viewEdits = ({ turn, tilt, distance }: View): Edit[] => [
  { path: ['chart', 'view'], value: { turn, tilt, ...(distance === undefined ? {} : { distance }) } },
];

/** A figure file before and after its view was changed. */
export interface Turned {
  /** The text of the file before. */
  before: string;
  /** The text with the new view. */
  after: string;
  /** What leads from one to the other. */
  patch: Patch;
}

/**
 * Writes a view into the file of a figure in space: one with a name, or by its angles. Comments and the layout of the file stay.
 *
 * @returns undefined as its value where the figure is not one in space
 */
export async function turnFigure(
  { store }: Project,
  path: string,
  to: NonNullable<SpaceSettings['view']>,
): Promise<Outcome<Turned | undefined>> {
  const gatherer = new Gatherer(store);
  const figure = await gatherer.document('figure', path);
  if (!figure) return fail(gatherer.problems);
  if (figure.reading.value.chart.kind !== 'space') return succeed(undefined, gatherer.problems);
  const patch = patchFor(figure.text, [{ path: ['chart', 'view'], value: to }]);
  const after = patched(figure.text, patch);
  if (!gatherer.keep(readFigure(after, path))) return fail(gatherer.problems);
  return succeed({ before: figure.text, after, patch }, gatherer.problems);
}

/**
 * Reads a figure so that it can be turned. Each view takes the time of laying out alone.
 *
 * @returns undefined as its value where the figure is not one in space
 */
export async function turntable(
  project: Project,
  path: string,
  options: ProjectOptions = {},
): Promise<Outcome<Turntable | undefined>> {
  const all = { ...project.options, ...options };
  const found = await ready(project.store, (finer) => gather(project.store, path, { ...all, finer }), all);
  if (!found.ok) return found;
  const { gathered, planned } = found.value;
  const { figure, words } = gathered;
  const settings = figure.chart;
  if (settings.kind !== 'space') return succeed(undefined, found.problems);
  const { chart, colors } = planned;
  const { seenFrom } = await import('../../chart/space/spaceMaker.js');
  const view = entryAt(
    chart.plans.flatMap(({ space }) => space?.view ?? []),
    0,
  );
  const at = (from: View) => {
    const seen = seenFrom(chart, settings, from, words);
    return layFigure(gathered, { chart: seen, colors }, { caption: all.caption === true, trace: all.trace });
  };
  return after(found.problems, succeed({ view, at }));
}
