import type { CommandSpec } from './command.js';

export const deskCommand: CommandSpec = {
  name: 'desk',
  arguments: '[folder]',
  summary: 'serve the desk, on which figures are finished by hand, for a folder or a figure of yours',
  options: [
    ['--port <number>', 'port on the loopback address; left out: any that is free'],
    ['--no-open', 'whether the page is opened in the browser of this machine'],
  ],
  example: 'hexis desk figures/',
  run: async ([folder = '.'], options) => (await import('./deskRun.js')).runDesk(folder, options),
};
