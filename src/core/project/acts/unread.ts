import { entryAt } from '../../at.js';
import type { Plate } from '../../plate/plate.js';
import { type Problem, warning } from '../../problem/problem.js';
import { patched, patchFor } from '../../schema/patch.js';
import { leavesOf, valueAt } from '../../schema/settingTree.js';
import { axisKeys, axisNames, originOf } from '../../style/layers.js';
import type { Drawing } from '../compose/drawing.js';
import type { Part } from '../compose/part.js';
import { Project } from '../project.js';

/** What in a figure file is no setting of its look, or has a meaning beyond the ink. */
const others: readonly string[] = [
  'hexis',
  'id',
  'data',
  'codebook',
  'style',
  'chart',
  'panels',
  'caption',
  'waive',
  'altText',
  'accents',
  'callouts',
  'brackets',
  'spotlight',
  'faces',
  'export',
  'colors',
];

/** How wide the figure is placed is for the check, and for words that follow it. */
const beyondInk: readonly string[] = ['size.placed'];

/** The paths by which the layout reads a setting: one that speaks of several axes, by each. */
function readAs({ shows }: Part, [first, axis, ...rest]: readonly string[]): string[] {
  if (first !== 'axes' || axis === undefined) return [[first, axis, ...rest].filter(Boolean).join('.')];
  const names = axisNames(shows).filter((name) => {
    const shown = shows[name];
    return shown && axisKeys(name, shown).some((key) => key === axis);
  });
  return names.map((name) => ['axes', name, ...rest].join('.'));
}

const begins = (path: string, other: string) => path === other || path.startsWith(`${other}.`);

/** Groups that the layout reads as a whole, so that what is read says nothing of one setting in them. */
const readWhole: readonly string[] = ['numbers', 'axes'];

/** Whether the style sets this to a different value. If it sets none, the default may happen to be what the author wrote. */
function isUnlikeStyle({ layers, shows }: Part, paths: readonly string[], value: unknown): boolean {
  const below = layers.slice(0, -1);
  return paths.some((path) => {
    const origin = originOf(below, path, shows);
    const layer = below.find(({ name }) => name === origin?.layer);
    const usual = origin && layer ? valueAt(layer.look, origin.path.split('.')) : undefined;
    return usual !== undefined && JSON.stringify(usual) !== JSON.stringify(value);
  });
}

/** All settings that may change nothing, or those alone that no ink has read. */
export type IdleTries = 'all' | 'unread';

/** Whether the style says the same. */
function isLikeStyle({ layers, shows }: Part, paths: readonly string[], value: unknown): boolean {
  const below = layers.slice(0, -1);
  return paths.some((path) => {
    const origin = originOf(below, path, shows);
    const layer = below.find(({ name }) => name === origin?.layer);
    return origin && layer && JSON.stringify(valueAt(layer.look, origin.path.split('.'))) === JSON.stringify(value);
  });
}

/** The settings of a figure file that may change nothing: no piece of ink has read them, or only with others. */
function doubtfulSettings({ plate, parts: [part] }: Drawing, tries: IdleTries): string[] {
  if (!part) return [];
  const read = [...new Set(plate.items.flatMap(({ settings = [] }) => settings))];
  const isRead = (path: string) => read.some((one) => begins(one, path) || begins(path, one));
  const look = Object.fromEntries(Object.entries(part.figure).filter(([key]) => !others.includes(key)));
  return leavesOf(look).flatMap(({ path, value }) => {
    const [setting, paths] = [path.join('.'), readAs(part, path)];
    if (beyondInk.includes(setting)) return [];
    // What says what the style says anyway is kept on purpose, for another style.
    if (isLikeStyle(part, paths, value)) return [];
    const isWhole = tries === 'all' && readWhole.includes(entryAt(path, 0)) && isUnlikeStyle(part, paths, value);
    return !paths.some(isRead) || isWhole ? [setting] : [];
  });
}

/** So many settings of one figure are tried, each by a drawing of its own. */
const mostTried = 24;

/** The ink of a plate, and how large it is, without what was read for it. */
const inkText = ({ width, height, items }: Plate): string =>
  JSON.stringify([width, height, items.map(({ settings: _, from: __, ...ink }) => ink)]);

/**
 * Settings of a figure file that change nothing in it, found in general: those without which the figure is drawn as it is. Only
 * settings are tried that no ink has read, or that are read with others and unlike in the style: what would be chosen just
 * so, such as a limit, may be held on purpose.
 *
 * @param drawing the figure, drawn with `trace`
 * @param said settings that are known to be idle
 */
export async function idleInGeneral(
  project: Project,
  path: string,
  drawing: Drawing,
  { said, tries }: { said: readonly string[]; tries: IdleTries },
): Promise<Problem[]> {
  const isNew = (own: string) => !said.some((other) => begins(own, other));
  if (!doubtfulSettings(drawing, tries).some(isNew)) return [];
  // What is said of the caption has its ink where the caption is drawn.
  const whole = await project.draw(path, { trace: true, caption: true });
  const [part] = whole.ok ? whole.value.parts : [];
  if (!whole.ok || !part) return [];
  const candidates = doubtfulSettings(whole.value, tries).filter(isNew).slice(0, mostTried);
  const text = await project.store.text(path);
  const ink = inkText(whole.value.plate);
  const texts: Record<string, string> = {};
  const trial = new Project(project.store.over(texts), { ...project.options, caption: true });
  const idle: Problem[] = [];
  for (const candidate of candidates) {
    texts[path] = patched(text, patchFor(text, [{ path: candidate.split('.'), value: undefined }]));
    const without = await trial.draw(path);
    if (!without.ok || inkText(without.value.plate) !== ink) continue;
    idle.push(
      warning(
        'setting-idle',
        { path: candidate, needs: 'ink that hangs on it: the figure is the same without it' },
        part.locate(candidate),
      ),
    );
  }
  return idle;
}
