import type { CommandSpec } from './command.js';

export const compareCommand: CommandSpec = {
  name: 'compare',
  arguments: '<file...>',
  summary: 'say what differs between two figures, pictures, reports, documents or folders, or since a revision of one',
  options: [
    ['--git <revision>', 'hold the file against itself at a revision of git, such as HEAD or v1'],
    ['-o, --output <page>', 'write both states side by side: a page (.html), or pages to be printed (.pdf)'],
    ['--replace', 'write over a page that is there'],
    ['--json', 'what differs, as JSON'],
  ],
  example: 'hexis compare figures/yield-plain.figure.yaml figures/yield-by-bed.figure.yaml',
  run: async (operands, options) => (await import('./compareRun.js')).runCompare(operands, options),
};
