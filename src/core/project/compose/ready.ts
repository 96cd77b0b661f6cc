import { fail, hasErrors, type Outcome, succeed } from '../../problem/problem.js';
import type { Gathered, GatherOptions, Readable } from '../read/gather.js';
import type { TypeRequest } from '../read/loadFamily.js';
import { fontReader, loadType, withFaces } from '../read/loadType.js';
import type { Store } from '../read/store.js';
import { type PlannedFigure, planFigure } from './compose.js';
import { hasOwnLooks, wordsOf } from './wordsOf.js';

/** A figure that is read and planned, with the type of all its words. */
export interface Ready {
  gathered: Gathered;
  planned: PlannedFigure;
}

/**
 * Plans a figure that was read, and makes the type ready for exactly the words that it will show. Where it cannot be planned, what is
 * wrong with its type is said as well.
 */
export async function ready(
  store: Store,
  read: Outcome<Readable>,
  { caption, alongside = [] }: Pick<GatherOptions, 'caption' | 'alongside'>,
): Promise<Outcome<Ready>> {
  if (!read.ok) return read;
  const { look, faceBase, ...figure } = read.value;
  const planned = planFigure(figure);
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
  const problems = [...read.problems, ...type.problems, ...planned.problems];
  if (!planned.ok || !type.kit || hasErrors(problems)) return fail(problems);
  const { resolved } = figure;
  const gathered: Gathered = {
    ...figure,
    resolved: { ...resolved, settings: withFaces(resolved.settings, type.families) },
    faces: { kit: type.kit, fontBytes: fontReader(request, type.fonts), subsetFont: store.source.subsetFont },
  };
  return succeed({ gathered, planned: planned.value }, problems);
}
