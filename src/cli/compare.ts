import type { CommandSpec } from './command.js';

export const compareCommand: CommandSpec = {
  name: 'compare',
  arguments: '<file...>',
  summary: 'say what differs between two figures, boards, reports or folders, or since an earlier revision of one',
  options: [
    ['--git <revision>', 'hold the file against itself at a revision of git, such as HEAD or v1'],
    ['-o, --output <page>', 'write a page (HTML) with both states side by side'],
    ['--replace', 'write over a page that is there'],
    ['--json', 'what differs, as JSON'],
  ],
  example: 'hexis compare figures/yield-plain.figure.yaml figures/yield-by-bed.figure.yaml',
  run: async (operands, options) => (await import('./compareRun.js')).runCompare(operands, options),
};
