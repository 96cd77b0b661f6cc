import type { CommandSpec } from './command.js';

export const turnCommand: CommandSpec = {
  name: 'turn',
  arguments: '<figure>',
  summary: 'say from where a cloud in space is seen, or save another view in its file',
  options: [
    [
      '--to <view>',
      'corner, front, side, above, best, or degrees of turn and tilt such as 50,20; a third number is the distance',
    ],
    ['--show', 'only show what would change, and write nothing'],
  ],
  example: 'hexis turn figures/plots-in-space.figure.yaml --to 50,20',
  run: async ([figure = ''], options) => (await import('./turnRun.js')).runTurn(figure, options),
};
