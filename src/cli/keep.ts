import type { CommandSpec } from './command.js';

export const keepCommand: CommandSpec = {
  name: 'keep',
  arguments: '<figure...>',
  summary: 'keep what databases and large files answer beside figures, boards or reports, which then draw without them',
  options: [
    ['--style <style>', 'house style in place of the one that the figures name'],
    ['--json', 'say what was kept as JSON'],
  ],
  example: 'hexis keep figures/yield-by-bed.figure.yaml',
  run: async (figures, options) => (await import('./keepRun.js')).runKeep(figures, options),
};
