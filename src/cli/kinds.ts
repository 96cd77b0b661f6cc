import type { CommandSpec } from './command.js';

export const kindsCommand: CommandSpec = {
  name: 'kinds',
  arguments: '[kind]',
  summary: 'say which kinds of chart there are, what each shows, and which columns it takes',
  options: [['--json', 'the same as JSON']],
  example: 'hexis kinds',
  run: async (kinds, options) => (await import('./kindsRun.js')).runKinds(kinds[0], options),
};
