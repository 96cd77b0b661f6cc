import type { CommandSpec } from './command.js';

export const unpackCommand: CommandSpec = {
  name: 'unpack',
  arguments: '<file...>',
  summary: 'give back figures, codebooks and styles that pictures and documents carry, or say what they carry',
  options: [
    ['-o, --output <folder>', 'folder for the files; left out: they are named, and nothing is written'],
    ['--replace', 'write over files that are there'],
    ['--json', 'what was found, as JSON'],
  ],
  example: 'hexis unpack drawings/yield-by-bed.svg -o unpacked/',
  run: async (files, options) => (await import('./unpackRun.js')).runUnpack(files, options),
};
