import { choice, either, length, listOf, notNegative, object, optional, reason, text } from '../schema/fields.js';
import { handTerms, ruleTerms } from './generated/ruleTerms.js';
import type { Limit, RuleTerms } from './rule.js';

const grades = ['error', 'warning', 'off'] as const;

const limitField = (limit: Limit) => {
  if (limit.is === 'length') return length(limit.what, `${limit.value}pt`);
  if (limit.is === 'number') return notNegative(limit.what, String(limit.value));
  return listOf(limit.what, text('A word.', 'Graph'), limit.example);
};

/** What a style may say about a rule: its severity and limits. */
function ruleField({ name, asks, severity, limits }: RuleTerms) {
  const grade = choice(`How grave a finding is. Left out: ${severity}, or as the style below says.`, grades, 'warning');
  const entries = Object.entries(limits);
  const example =
    entries.length === 0
      ? 'warning'
      : `{ severity: warning, ${entries.map(([key, limit]) => `${key}: ${exampleOf(limit)}`).join(', ')} }`;
  return optional(
    either(
      asks,
      entries.length === 0 ? 'error, warning or off' : 'error, warning or off, or a group with "severity" and limits',
      [
        choice(`${name}: how grave a finding is.`, grades, 'warning'),
        object('How grave a finding is, and the limits of the rule.', {
          severity: optional(grade),
          ...Object.fromEntries(entries.map(([key, limit]) => [key, optional(limitField(limit))])),
        }),
      ],
      example,
    ),
  );
}

const exampleOf = (limit: Limit) =>
  limit.is === 'length' ? `${limit.value}pt` : limit.is === 'number' ? limit.value : limit.example;

/** What a style may say about rules, by name. Built only when a style is read, as figures do not need it. */
export const checkField = () =>
  optional(
    object(
      'The rules of the check: how grave a finding is, and limits.',
      Object.fromEntries([...ruleTerms, ...handTerms].map((rule) => [rule.name, ruleField(rule)])),
    ),
  );

const waiver = optional(
  reason('Why this figure does not follow the rule.', 'all possible scores lie between 20 and 80'),
);

/** The rules that a figure waives, each with the reason. */
export const waiveField = optional(
  object(
    'Rules that this figure does not follow, each with the reason, which the check and the proof show.',
    Object.fromEntries(ruleTerms.map(({ name }) => [name, waiver])),
  ),
);
