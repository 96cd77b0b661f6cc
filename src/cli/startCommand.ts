import type { CommandSpec } from './command.js';

export const startCommand: CommandSpec = {
  name: 'start',
  arguments: '<table>',
  summary: 'read a table, say what it holds, and draft a codebook and a first figure file',
  options: [
    ['--value <column>', 'the measured column'],
    ['--values <columns>', 'several measured columns side by side, with commas between them'],
    ['--category <column>', 'the column with a place on the axis for each of its values'],
    ['--group <column>', 'the column whose values stand side by side'],
    ['--x <column>', 'the column along the horizontal axis'],
    ['--y <column>', 'the column along the vertical axis, or in space into the depth'],
    ['--z <column>', 'the column along the upright axis of a cloud in space'],
    ['--kind <kind>', 'the kind of chart, see "hexis kinds"; left out: what most would draw'],
    ['--sheet <name>', 'the sheet of a workbook'],
    ['--range <cells>', 'the cells of a sheet that hold the table, such as B3:F40'],
    [
      '--skip <lines>',
      'lines above the names of the columns; left out: those that hold a single cell, such as a title',
    ],
    ['--no-header', 'the first line names no columns; left out: where it holds numbers alone'],
    ['--thousands-mark <mark>', "the mark between groups of three digits: . , ' a blank, or none; left out: found out"],
    ['--decimal-mark <mark>', 'the decimal mark of the table, "." or ","; left out: found out'],
    ['--language <tag>', 'the language of the words of the figure, such as de; left out: English'],
    ['-o, --output <folder>', 'folder for the two files; left out: that of the table'],
    ['--replace', 'whether files that are there are replaced'],
    ['--json', 'what the table holds, as JSON'],
  ],
  example: 'hexis start data/plots.csv --value yield --category bed',
  run: async (operands, options) => (await import('./startRun.js')).runStart(operands[0] as string, options),
};
