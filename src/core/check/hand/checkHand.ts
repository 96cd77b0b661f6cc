import type { Place } from '../../problem/problem.js';
import type { Layer } from '../../style/layers.js';
import { heldRule } from '../check.js';
import type { Finding } from '../finding.js';
import { editsText } from '../rule.js';
import type { HandFacts } from './facts.js';
import type { HandFigure, HandFlaw, HandRule } from './handRule.js';
import { handRules } from './handRules.js';

/** What a report says about the rules across its figures. */
export interface HandReport {
  /** Waived rules, with the reasons. */
  waive: Readonly<Record<string, string | undefined>>;
  /** Where a setting of the report file is written, or would be. */
  locate(path: string): Place;
}

/** The severity that a style gives each rule across figures. */
export const handGrades = (layers: readonly Pick<Layer, 'check'>[]): HandFacts['grades'] =>
  Object.fromEntries(handRules.map((rule) => [rule.name, heldRule({ ...rule, limits: {} }, layers).severity]));

/** A flaw with the severity that the style of its figure gives it; undefined where the style allows it. */
function findingOf(rule: HandRule, flaw: HandFlaw, report: HandReport): Finding[] {
  const { figure, facts, mend, found, ...said } = flaw;
  const place = facts ? (facts.places[flaw.setting] ?? facts.places['chart']) : report.locate(flaw.setting);
  const severity = (facts ?? figure.facts[0])?.grades[rule.name] ?? rule.severity;
  if (severity === 'off') return [];
  const waived = facts?.waive[rule.name] ?? report.waive[rule.name];
  const finding: Finding = {
    rule: rule.name,
    severity,
    ...said,
    found: `figure ${figure.label}: ${found}`,
    boxes: [],
    ...(place ? { place } : {}),
    why: rule.reason,
    source: rule.source,
    ...(mend ? { mend: { ...mend, says: editsText(mend.edits) } } : {}),
    ...(waived === undefined ? {} : { waived }),
  };
  return [finding];
}

/**
 * Holds the figures of a report against each other.
 *
 * @returns findings in the order of the rules, the gravest first; those that are waived come last
 */
export function checkHand(
  figures: readonly HandFigure[],
  report: HandReport,
  rules: readonly HandRule[] = handRules,
): Finding[] {
  const found = rules.flatMap((rule) => rule.finds(figures).flatMap((flaw) => findingOf(rule, flaw, report)));
  const rank = ({ waived, severity }: Finding) => (waived === undefined ? 0 : 2) + (severity === 'error' ? 0 : 1);
  return found.sort((a, b) => rank(a) - rank(b));
}
