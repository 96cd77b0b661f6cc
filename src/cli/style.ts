import type { CommandSpec } from './command.js';

export const styleCommand: CommandSpec = {
  name: 'style',
  arguments: '[style]',
  summary: 'check a house style: what it sets, contrast, distances of its colours; or draft one from a document',
  options: [
    ['--from <document>', 'draft the style that a document has: DOCX, ODT, LaTeX, or a folder of them'],
    ['-o, --output <file>', 'with --from, the file to write; left out: the style goes to the screen'],
    ['--replace', 'with --from, write over a file that is there'],
    ['--json', 'all that was measured, or read, as JSON'],
  ],
  example: 'hexis style lanternfield.style.yaml',
  run: async (styles, options) => {
    if (options['from'] !== undefined)
      return (await import('./styleFromRun.js')).runStyleFrom(styles, options as { from: string });
    return (await import('./styleRun.js')).runStyle(styles[0], options);
  },
};
