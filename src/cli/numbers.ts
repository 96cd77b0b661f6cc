import type { CommandSpec } from './command.js';

export const numbersCommand: CommandSpec = {
  name: 'numbers',
  arguments: '<figure>',
  summary: 'print the table behind a figure: counts, means, intervals, bins, fits, and the rows left out',
  options: [
    ['--style <style>', 'house style in place of the one that the figure names'],
    ['--csv', 'as CSV, every value in full'],
    ['--json', 'as JSON, every value in full'],
  ],
  example: 'hexis numbers figures/yield-by-bed.figure.yaml',
  run: async (figures, options) => (await import('./numbersRun.js')).runNumbers(figures[0] as string, options),
};
