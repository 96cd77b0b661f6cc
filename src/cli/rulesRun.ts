import { heldRule } from '../core/check/check.js';
import type { HandRule } from '../core/check/hand/handRule.js';
import type { Limit, Rule } from '../core/check/rule.js';
import { rules } from '../core/check/rules.js';
import { hasErrors } from '../core/problem/problem.js';
import { openProject } from '../core/project/project.js';
import { readStyleLayers } from '../core/project/read/readStyleLayers.js';
import { inColumns } from '../core/schema/columns.js';
import type { Layer } from '../core/style/layers.js';
import { disk } from '../node/disk.js';
import { rulesNamed } from './checkRun.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say, sayJson } from './report.js';
import { terminalWidth, wrapped } from './wrapped.js';

interface RulesCall {
  style?: string;
  json?: boolean;
}

function limitText(key: string, limit: Limit, value: number | readonly string[]): string {
  if (limit.is === 'words') return `${key}: ${(value as readonly string[]).join(', ') || 'none'}`;
  const unit = limit.is === 'length' ? 'pt' : limit.unit;
  return `${key}: ${value}${unit === '' || unit.startsWith(':') ? unit : ` ${unit}`}`;
}

/** What a style says of a rule. */
const heldBy = (layers: readonly Layer[]) => (rule: Rule) => {
  const { severity, limits } = heldRule(rule, layers);
  const said = Object.entries(rule.limits).map(([key, limit]) => limitText(key, limit, limits[key] as number));
  return { rule, severity, said, limits };
};

function details({ rule, severity, said }: ReturnType<ReturnType<typeof heldBy>>, style: string): string {
  const { name, asks, measures, reason, source, limits, examples } = rule;
  const example = (what: string) => (one: (typeof examples.ok)[number]) =>
    `  ${what}: ${one.says}\n${one.figure
      .trim()
      .split('\n')
      .map((line) => `      ${line.length > 100 ? `${line.slice(0, 99)}…` : line}`)
      .join('\n')}`;
  const setting = Object.entries(limits).map(([key, limit]) => `  ${key}: ${limit.what}`);
  return [
    `${name}: ${asks}`,
    '',
    `  In ${style}: ${[severity, ...said].join(', ')}`,
    `  Measured: ${measures}`,
    `  Why: ${reason}`,
    `  Source: ${source}`,
    ...(setting.length === 0 ? [] : ['', `Limits, under "check: { ${name}: … }" of a style:`, ...setting]),
    '',
    ...examples.ok.map(example('passes')),
    ...examples.bad.map(example('does not')),
    '',
    `With its pictures: docs/rules/${name}.md`,
  ].join('\n');
}

function handDetails({ name, asks, severity, measures, reason, source, examples }: Omit<HandRule, 'finds'>): string {
  const example = (what: string) => (one: (typeof examples.ok)[number]) =>
    [`  ${what}: ${one.says}`, ...one.figures.map((figure) => `      ${figure.split('\n').join('\n      ')}`)].join(
      '\n',
    );
  return [
    `${name}: ${asks}`,
    '',
    `  Across the figures of a report: ${severity}`,
    `  Measured: ${measures}`,
    `  Why: ${reason}`,
    `  Source: ${source}`,
    '',
    `Waived under "waive" of the report, or of one of its figures: { ${name}: the reason }`,
    ...(examples.bad.length === 0
      ? []
      : ['', ...examples.ok.map(example('passes')), ...examples.bad.map(example('does not'))]),
  ].join('\n');
}

/** Says which rules there are, or all about one of them. */
export async function runRules(wanted: string | undefined, { style = 'plain', json }: RulesCall): Promise<number> {
  const named = rulesNamed(wanted);
  const layers = await readStyleLayers(openProject(disk).store, style);
  const problems = [...named.problems, ...layers.problems];
  if (!layers.ok || hasErrors(problems)) {
    reportProblems(problems);
    return exitCode(problems);
  }
  const held = named.rules.map(heldBy(layers.value));
  const hand = named.hand.map(({ finds: _, ...rule }) => rule);
  if (json) {
    const all = held.map(({ rule, severity, limits }) => {
      const { name, asks, measures, reason, source, examples } = rule;
      return { name, severity, limits, asks, measures, reason, source, examples };
    });
    const both = [...all, ...hand];
    sayJson(wanted === undefined ? both : both[0]);
  } else if (wanted !== undefined) {
    const [own] = held;
    say(wrapped(own ? details(own, style) : handDetails(hand[0] as (typeof hand)[number]), terminalWidth()));
  } else {
    const rows = held.map(({ rule, severity, said }) => [rule.name, severity, said.join(', ')]);
    const across = hand.map(({ name, severity, asks }) => [name, severity, asks]);
    say(
      `${inColumns(rows).join('\n')}\n\nAcross the figures of a report:\n${inColumns(across).join('\n')}\n\nAll about one of them: hexis rules ${rules[0]?.name}. As ${style} holds them; of another style: --style apa`,
    );
  }
  return exit.done;
}
