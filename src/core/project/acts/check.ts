import { checkSubject } from '../../check/check.js';
import type { Finding } from '../../check/finding.js';
import type { Subject } from '../../check/measure/subject.js';
import type { Rule } from '../../check/rule.js';
import { rules as allRules } from '../../check/rules.js';
import type { PlateItem } from '../../plate/plate.js';
import { roleOf } from '../../plate/role.js';
import type { Problem } from '../../problem/problem.js';
import type { Drawing } from '../compose/drawing.js';
import type { Part } from '../compose/part.js';

/** Which rules speak, and at which width. */
export interface CheckOptions {
  /** The rules that are held against the figure; left out: all. A program may give some of its own. */
  rules?: readonly Rule[] | undefined;
  /** Width of the figure in its document, in points; left out: as `size.placed` says, or as drawn. */
  placed?: number | undefined;
}

/** The ink of a figure of a board under the roles that it has by itself. */
const inkOf = (items: readonly PlateItem[], prefix: string): PlateItem[] =>
  items.flatMap((item) => (item.role.startsWith(prefix) ? [{ ...item, role: item.role.slice(prefix.length) }] : []));

/** What was said of a figure of a drawing; what names no file is said of the first. */
function problemsOf(problems: readonly Problem[], parts: readonly Part[], part: Part): readonly Problem[] {
  if (parts.length === 1) return problems;
  const fileOf = ({ locate }: Part) => locate('chart').file;
  const file = fileOf(part);
  const files = new Set(parts.map(fileOf));
  return problems.filter(({ place }) => (place && files.has(place.file) ? place.file === file : part === parts[0]));
}

/** A figure of a drawing as rules look at it. @param placed width of the drawing in its document, in points */
export function subjectOf(
  drawing: Drawing,
  part: Part,
  problems: readonly Problem[],
  placed: number | undefined,
): Subject {
  const { plate, parts } = drawing;
  const { prefix, locate: _, ...rest } = part;
  return {
    ...rest,
    locate: part.locate,
    page: { width: plate.width, height: plate.height, paper: plate.paper },
    items: prefix === '' ? plate.items : inkOf(plate.items, prefix),
    placed: placed === undefined ? part.settings.placed : placed / plate.width,
    captioned: plate.items.some((item) => roleOf(item).of === 'caption'),
    problems: problemsOf(problems, parts, part),
  };
}

/**
 * Holds a drawing against the rules of its style.
 *
 * @param problems what was said while it was drawn: its warnings are findings of the rules that they belong to
 * @returns findings, the gravest first; those that the figure waives come last
 */
export function check(drawing: Drawing, problems: readonly Problem[], options: CheckOptions = {}): Finding[] {
  const { parts } = drawing;
  const found = parts.flatMap((part) => {
    const findings = checkSubject(subjectOf(drawing, part, problems, options.placed), options.rules ?? allRules);
    return part.prefix === ''
      ? findings
      : findings.map((finding) => ({
          ...finding,
          ...(finding.role === undefined ? {} : { role: part.prefix + finding.role }),
        }));
  });
  const rank = ({ waived, severity }: Finding) => (waived === undefined ? 0 : 2) + (severity === 'error' ? 0 : 1);
  return parts.length === 1 ? found : found.sort((a, b) => rank(a) - rank(b));
}
