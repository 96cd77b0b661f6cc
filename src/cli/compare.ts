import type { CommandSpec } from './command.js';

export const compareCommand: CommandSpec = {
  name: 'compare',
  arguments: '<figure...>',
  summary: 'say what differs between two figure files, or between a figure file and an earlier revision of it',
  options: [
    ['--git <revision>', 'hold the file against itself at a revision of git, such as HEAD or v1'],
    ['--json', 'what differs, as JSON'],
  ],
  example: 'hexis compare figures/yield-plain.figure.yaml figures/yield-by-bed.figure.yaml',
  run: async (operands, options) => (await import('./compareRun.js')).runCompare(operands, options),
};
