import type { CommandSpec } from './command.js';

export const undoCommand: CommandSpec = {
  name: 'undo',
  arguments: '<figure...>',
  summary: 'take the last change of figure files back that mend, match or the desk made',
  options: [['--show', 'only show what would change, and write nothing']],
  example: 'hexis undo flawed/first-try.figure.yaml',
  run: async (figures, options) => (await import('./undoRun.js')).runUndo(figures, options),
};
