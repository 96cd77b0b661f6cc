import type { CommandSpec } from './command.js';

export const demoCommand: CommandSpec = {
  name: 'demo',
  arguments: '[folder]',
  summary: 'write the demo project, a made-up garden, and draw its figures',
  options: [],
  example: 'hexis demo lanternfield',
  run: async (folders) => (await import('./demoRun.js')).runDemo(folders[0] ?? 'lanternfield'),
};
