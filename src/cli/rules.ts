import type { CommandSpec } from './command.js';

export const rulesCommand: CommandSpec = {
  name: 'rules',
  arguments: '[rule]',
  summary: 'say what the check holds figures against, and why',
  options: [
    ['--style <style>', 'the style whose limits are said: a built-in name or a file (default: plain)'],
    ['--json', 'the same as JSON'],
  ],
  example: 'hexis rules --style apa',
  run: async (names, options) => (await import('./rulesRun.js')).runRules(names[0], options),
};
