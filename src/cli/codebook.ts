import type { CommandSpec } from './command.js';

export const codebookCommand: CommandSpec = {
  name: 'codebook',
  arguments: '<file>',
  summary: 'turn a codebook of an archive into one of Hexis, or the other way round, and say what is lost',
  options: [
    ['--as <form>', 'hexis, table-schema, csvw or ddi; left out: hexis'],
    ['--table <name>', 'the table that is meant, where the codebook describes several'],
    ['-o, --output <file>', 'where it is written; left out: it is shown'],
    ['--replace', 'whether a file that is there is replaced'],
  ],
  example: 'hexis codebook garden.codebook.yaml --as ddi -o garden.xml',
  run: async (operands, options) => (await import('./codebookRun.js')).runCodebook(operands[0] ?? '', options),
};
