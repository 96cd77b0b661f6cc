import { describe, type Place, type Problem } from '../problem/problem.js';
import { lengthInPoints } from '../schema/length.js';
import { isGroup } from '../schema/settingTree.js';
import { spokenPath } from '../schema/spokenPath.js';
import { type Layer, originOf } from '../style/layers.js';
import type { Finding, Mend, Severity } from './finding.js';
import { idleWaiver } from './idleWaiver.js';
import { settingOf } from './measure/settingOf.js';
import type { Subject } from './measure/subject.js';
import {
  editsText,
  type Flaw,
  type LimitValues,
  mendLook,
  type OwnMend,
  type Rule,
  type TakenProblem,
} from './rule.js';

/** How a style applies a rule: the severity of its findings, and its limits. */
export interface HeldRule {
  severity: Severity | 'off';
  limits: LimitValues<Rule['limits']>;
}

/** What the layers of a style say about a rule; upper layers win. */
export function heldRule(
  rule: Pick<Rule, 'name' | 'severity' | 'limits'>,
  layers: readonly Pick<Layer, 'check'>[],
): HeldRule {
  let { severity } = rule;
  const limits: Record<string, number | readonly string[]> = {};
  for (const [key, { value }] of Object.entries(rule.limits)) limits[key] = value;
  for (const { check } of layers) {
    const said = check?.[rule.name];
    if (typeof said === 'string') severity = said as HeldRule['severity'];
    if (!isGroup(said)) continue;
    for (const [key, value] of Object.entries(said)) {
      if (key === 'severity') severity = value as HeldRule['severity'];
      else
        limits[key] = typeof value === 'string' ? (lengthInPoints(value) ?? 0) : (value as number | readonly string[]);
    }
  }
  return { severity, limits: limits as HeldRule['limits'] };
}

/** Where a setting is decided, and by which layer. */
function decided(
  { layers, shows, locate }: Subject,
  setting: string,
): { setting: string; place: Place; layer?: string } {
  if (setting.startsWith('codebook.')) return { setting, place: locate(setting) };
  const origin = originOf(layers, setting, shows);
  const near = locate(setting);
  // A setting of a built-in style has no line in the author's files. The author would start at the chart.
  const place = origin?.place ?? (near.line === 1 ? locate('chart') : near);
  return { setting: origin?.path ?? setting, place, ...(origin ? { layer: origin.layer } : {}) };
}

/** A mend with its edits under the keys that the figure file uses, such as `axes.value` for `axes.y`. */
function placedMend(mend: OwnMend, { layers, shows, spoken }: Subject): Mend {
  const edits = mend.edits.map(({ path, value }) => {
    const origin = originOf(layers, path.join('.'), shows);
    const isOwn = origin && origin.layer === layers.at(-1)?.name;
    return { path: spokenPath<string | number>(spoken, isOwn ? origin.path.split('.') : path), value };
  });
  return { ...mend, edits, says: mend.says ?? editsText(edits) };
}

/** Whether a mend takes a text away that stands in several languages: the figure would then show that of another one. */
const unspeaks = ({ edits }: OwnMend, { spoken }: Subject): boolean =>
  edits.some(({ path, value }) => value === undefined && spoken.has(path.join('.')));

function findingOf(rule: Rule, severity: Severity, flaw: Flaw, subject: Subject): Finding {
  const { items = [], severity: gravity = severity, mend, ...said } = flaw;
  return {
    rule: rule.name,
    severity: gravity,
    ...said,
    ...(items[0] ? { role: items[0].role } : {}),
    boxes: items.map(({ box }) => box),
    ...decided(subject, flaw.setting),
    why: rule.reason,
    source: rule.source,
    ...(mend && !unspeaks(mend, subject) ? { mend: placedMend(mend, subject) } : {}),
  };
}

/** A warning of the drawing as a finding. */
function takenFinding(rule: Rule, severity: Severity, problem: Problem, subject: Subject): Finding {
  const { found, expected } = describe(problem);
  const mend = (rule.takes?.[problem.code] as TakenProblem | undefined)?.(problem, subject);
  const flaw: Flaw = {
    found,
    ...(expected === undefined ? {} : { expected }),
    setting: settingOf(problem),
    ...(mend ? { mend } : {}),
  };
  const finding = findingOf(rule, severity, flaw, subject);
  return problem.place ? { ...finding, place: problem.place } : finding;
}

function findingsOf(rule: Rule, subject: Subject): Finding[] {
  const { severity, limits } = heldRule(rule, subject.layers);
  if (severity === 'off') return [];
  const taken = subject.problems.filter(
    ({ code, severity: own }) => own === 'warning' && rule.takes?.[code] !== undefined,
  );
  return [
    ...taken.map((problem) => takenFinding(rule, severity, problem, subject)),
    ...(rule.finds?.(subject, limits) ?? []).map((flaw) => findingOf(rule, severity, flaw, subject)),
  ];
}

/** Waivers of rules that had nothing to say. */
function idleWaivers(subject: Subject, findings: readonly Finding[], checked: readonly Rule[]): Finding[] {
  const { severity } = heldRule(idleWaiver, subject.layers);
  if (severity === 'off' || !checked.includes(idleWaiver)) return [];
  const idle = Object.keys(subject.figure.waive ?? {}).filter(
    (name) => checked.some((rule) => rule.name === name) && !findings.some(({ rule }) => rule === name),
  );
  return idle.map((name) => {
    const path = `waive.${name}`;
    const flaw: Flaw = {
      found: `${path} waives a rule that has nothing to say of this figure`,
      setting: path,
      mend: mendLook(path),
    };
    return findingOf(idleWaiver, severity, flaw, subject);
  });
}

const grave: Record<Severity, number> = { error: 0, warning: 1 };

/**
 * Holds a figure against rules, in their order.
 *
 * @returns its findings, the gravest first; those of rules that the figure waives have the reason in `waived` and come last
 */
export function checkSubject(subject: Subject, rules: readonly Rule[]): Finding[] {
  const found = rules.flatMap((rule) => findingsOf(rule, subject));
  const { waive = {} } = subject.figure;
  const all = [...found, ...idleWaivers(subject, found, rules)].map((finding) => {
    const waived = waive[finding.rule] ?? subject.boardWaives?.[finding.rule];
    return waived === undefined ? finding : { ...finding, waived };
  });
  const rank = ({ waived, severity }: Finding) => (waived === undefined ? 0 : 2) + grave[severity];
  return all.sort((a, b) => rank(a) - rank(b));
}
