/**
 * Writes what styles and figures may say of the rules of the check into a module, so that a program which only draws takes
 * none of the rules along. Run after a build whenever a name, a limit or what a rule asks for has changed, and build again.
 *
 *   node scripts/compileRules.mjs
 */
import { writeFileSync } from 'node:fs';
import { handRules } from '../dist/core/check/hand/handRules.js';
import { rules } from '../dist/core/check/rules.js';

const termsOf = ({ name, asks, severity, limits = {} }) => `  ${JSON.stringify({ name, asks, severity, limits })},`;
const list = (name, words, all) =>
  `/** ${words} */\nexport const ${name}: readonly RuleTerms[] = [\n${all.map(termsOf).join('\n')}\n];\n`;

writeFileSync(
  new URL('../src/core/check/generated/ruleTerms.ts', import.meta.url),
  `// Made by scripts/compileRules.mjs from the rules of the check.
import type { RuleTerms } from '../rule.js';

${list('ruleTerms', 'The rules that look at a single figure.', rules)}
${list('handTerms', 'The rules that look at the figures of a report together.', handRules)}`,
);
