import type { CommandSpec } from './command.js';

export const undoCommand: CommandSpec = {
  name: 'undo',
  arguments: '<file...>',
  summary: 'take the last change of files back that mend, match, the desk or bind --into made',
  options: [['--show', 'only show what would change, and write nothing']],
  example: 'hexis undo flawed/first-try.figure.yaml',
  run: async (files, options) => (await import('./undoRun.js')).runUndo(files, options),
};
