import type { CommandSpec } from './command.js';

export const matchCommand: CommandSpec = {
  name: 'match',
  arguments: '<figure...>',
  summary: "take over another figure's formatting, and show what changes",
  options: [
    ['--to <figure>', 'figure file whose formatting is taken over'],
    ['--scales', 'take over limits, ticks and transformations of the axes too'],
    ['--show', 'only show what would change, and write nothing'],
  ],
  example: 'hexis match figures/yield-plain.figure.yaml --to figures/yield-by-bed.figure.yaml --show',
  run: async (figures, options) => (await import('./matchRun.js')).runMatch(figures, options),
};
