import type { Finding } from '../../check/finding.js';
import { fail, type Outcome, type Problem, succeed } from '../../problem/problem.js';
import type { Drawing } from '../compose/drawing.js';
import type { Project } from '../project.js';
import { type CheckOptions, check } from './check.js';
import { strayEntries } from './strayEntries.js';
import { type IdleTries, idleInGeneral } from './unread.js';

/** How a figure file is checked. */
export interface CheckFileOptions extends Omit<CheckOptions, 'placed'> {
  /**
   * Which settings are tried by drawing the figure without them, to find those that change nothing: all that may, those alone
   * that no ink has read, or none. Left out: all.
   */
  tries?: IdleTries | 'none' | undefined;
  /** The width of the figure in its document in points, by the widths of its style; left out: as it says. */
  placed?: ((widths: Readonly<Record<string, number>>) => number | undefined) | undefined;
}

/** A figure or a board that was looked at. */
export interface CheckedFigure {
  /** Id of the figure. */
  id: string;
  /** What was found. */
  findings: Finding[];
}

/**
 * Draws a figure or a board of a project and holds it against the rules of its style. Settings of a figure file that change
 * nothing in it are found by drawing it without them, which `check`, that has the drawing alone, cannot.
 *
 * @returns its findings, the gravest first; what is wrong with the file where it cannot be drawn
 */
export async function checkFile(
  project: Project,
  path: string,
  { placed, ...options }: CheckFileOptions = {},
): Promise<Outcome<CheckedFigure>> {
  const drawn = await project.draw(path, { trace: true });
  if (!drawn.ok) return fail(drawn.problems);
  const { value: drawing, problems } = drawn;
  const findings = await checkDrawn(project, path, { drawing, problems }, { placed, ...options });
  return succeed({ id: drawn.id, findings }, problems);
}

/** Entries of the codebook that have no column anywhere, those that drawing did not say already. */
async function straysOf(
  project: Project,
  path: string,
  drawing: Drawing,
  said: readonly Problem[],
): Promise<Problem[]> {
  const [part, ...others] = drawing.parts;
  if (!part || others.length > 0 || part.prefix !== '') return [];
  const isSaid = ({ place }: Problem) =>
    said.some((own) => own.code === 'codebook-stray' && own.place?.line === place?.line);
  return (await strayEntries(project, path, part)).filter((own) => !isSaid(own));
}

/** The same for a figure that this project has already drawn with tracing on. */
export async function checkDrawn(
  project: Project,
  path: string,
  { drawing, problems }: { drawing: Drawing; problems: readonly Problem[] },
  { placed, tries = 'all', ...options }: CheckFileOptions = {},
): Promise<Finding[]> {
  const said = problems.flatMap(({ code, facts }) => (code === 'setting-idle' ? [facts.path] : []));
  const isFigure = drawing.parts.length === 1 && drawing.parts[0]?.prefix === '';
  const isAsked = (rule: string) => options.rules === undefined || options.rules.some(({ name }) => name === rule);
  // In another style than its own, a figure may have settings that nothing hangs on, and that is no fault of it.
  const isOwn = project.options.style === undefined;
  const idle =
    tries !== 'none' && isFigure && isAsked('idle-setting') && isOwn
      ? await idleInGeneral(project, path, drawing, { said, tries })
      : [];
  const strays = tries === 'all' && isAsked('reading') ? await straysOf(project, path, drawing, problems) : [];
  const width = placed?.(drawing.settings.widths);
  return check(drawing, [...problems, ...idle, ...strays], { ...options, placed: width });
}
