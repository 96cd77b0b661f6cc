import type { Finer } from '../../ask/asked.js';
import { fail, hasErrors, type Outcome, succeed } from '../../problem/problem.js';
import type { Gathered, GatherOptions, Readable } from '../read/gather.js';
import type { TypeRequest } from '../read/loadFamily.js';
import { fontReader, loadType, withFaces } from '../read/loadType.js';
import type { Store } from '../read/store.js';
import { type PlannedFigure, planFigure } from './compose.js';
import { finerFor, nearValues } from './narrowed.js';
import { hasOwnLooks, wordsOf } from './wordsOf.js';

/** A figure that is read and planned, with the type of all its words. */
export interface Ready {
  gathered: Gathered;
  planned: PlannedFigure;
}

/** Reads a figure. @param finer numbers that sources have to give by themselves */
export type ReadBy = (finer?: Finer) => Promise<Outcome<Readable>> | Outcome<Readable>;

/** So often a source is asked anew for numbers that a chart turns out to need by themselves. */
const mostRounds = 4;

/** Plans a figure; where sources took numbers together that it needs by themselves, these are asked for, and it is planned again. */
async function narrowed(
  first: Readable,
  readBy: ReadBy,
): Promise<{ readable: Readable; planned: Outcome<PlannedFigure> }> {
  let [readable, planned] = [first, planFigure(first)];
  let finer: Finer | undefined;
  for (let round = 0; round < mostRounds && planned.ok; round += 1) {
    finer = finerFor(readable.table, finer);
    const again = finer && (await readBy(finer));
    if (!again?.ok) break;
    // What is kept has to answer each of the questions.
    readable = { ...again.value, asked: [...readable.asked, ...again.value.asked] };
    planned = planFigure(readable);
  }
  return { readable, planned };
}

/**
 * Plans a figure that was read, and makes the type ready for exactly the words that it will show. Where it cannot be planned, what is
 * wrong with its type is said as well.
 */
export async function ready(
  store: Store,
  readBy: ReadBy,
  { caption, alongside = [] }: Pick<GatherOptions, 'caption' | 'alongside'>,
): Promise<Outcome<Ready>> {
  const read = await readBy();
  if (!read.ok) return read;
  const { readable, planned } = await narrowed(read.value, readBy);
  const { look, faceBase, ...figure } = readable;
  const withCaption = Boolean(caption);
  const request: TypeRequest = {
    store,
    look,
    faceBase,
    texts: [...wordsOf(figure, planned.ok ? planned.value.chart : undefined, withCaption), ...alongside],
    allVariants: hasOwnLooks(figure),
    caption: withCaption,
    language: figure.words.language,
    locate: figure.locate,
  };
  const type = await loadType(request);
  const near = nearValues(figure.table, figure.locate('data'));
  const problems = [...read.problems, ...near, ...type.problems, ...planned.problems];
  if (!planned.ok || !type.kit || hasErrors(problems)) return fail(problems);
  const { resolved } = figure;
  const isInSpace = planned.value.chart.plans.some(({ space }) => space);
  const gathered: Gathered = {
    ...figure,
    stage: isInSpace ? (await import('../../layout/space/stage.js')).stage : undefined,
    resolved: { ...resolved, settings: withFaces(resolved.settings, type.families) },
    faces: { kit: type.kit, fontBytes: fontReader(request, type.fonts), subsetFont: store.source.subsetFont },
  };
  return succeed({ gathered, planned: planned.value }, problems);
}
