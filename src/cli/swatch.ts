import type { CommandSpec } from './command.js';
import { formatOptions } from './formatOptions.js';

export const swatchCommand: CommandSpec = {
  name: 'swatch',
  arguments: '[style]',
  summary: 'draw what a style offers to choose from: colours, patterns, markers and dashes with their names',
  options: [
    ['-o, --output <path>', 'file to write; its ending says the format (default: swatch-STYLE.svg)'],
    formatOptions.dpi,
  ],
  example: 'hexis swatch lanternfield.style.yaml -o swatch.svg',
  run: async (styles, options) => (await import('./swatchRun.js')).runSwatch(styles[0] ?? 'plain', options),
};
