import type { CommandSpec } from './command.js';

export const mendCommand: CommandSpec = {
  name: 'mend',
  arguments: '<figure...>',
  summary: 'mend in figure files what the check finds and no reader would miss, and show the change',
  options: [
    ['--show', 'only show what would change, and write nothing'],
    ['--only <rules>', 'only findings of these rules, with commas between'],
    ['--placed <width>', 'width of the figures in the document: a length, or a name of the style such as "column"'],
    ['--style <style>', 'house style in place of the one that the figure names: a built-in name or a file'],
  ],
  example: 'hexis mend flawed/first-try.figure.yaml',
  run: async (figures, options) => (await import('./mendRun.js')).runMend(figures, options),
};
