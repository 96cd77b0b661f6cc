import type { CommandSpec } from './command.js';

export const styleCommand: CommandSpec = {
  name: 'style',
  arguments: '[style]',
  summary: 'check a house style: what it sets and inherits, contrast, smallest text, distances of its colours',
  options: [['--json', 'all that was measured, as JSON']],
  example: 'hexis style lanternfield.style.yaml',
  run: async (styles, options) => (await import('./styleRun.js')).runStyle(styles[0] ?? 'plain', options),
};
