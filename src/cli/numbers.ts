import type { CommandSpec } from './command.js';
import { languageOption } from './languageOption.js';

export const numbersCommand: CommandSpec = {
  name: 'numbers',
  arguments: '<figure>',
  summary: 'print the table behind a figure: counts, means, intervals, bins, fits, and the rows left out',
  options: [
    ['--style <style>', 'house style in place of the one that the figure names'],
    languageOption,
    ['--table <name>', 'only this of several tables, such as "loadings": the table of the marks is "marks"'],
    ['--csv', 'as CSV, every value in full; of several tables the one of the marks, or the one that --table names'],
    ['--raw', 'with --csv: cells that a spreadsheet would take for a formula as they are, for programs'],
    ['--question', 'what is asked of a database or a large file for it, in words and in SQL'],
    ['--fresh', 'ask anew, whatever answers are kept'],
    ['--json', 'as JSON, every value of all tables in full'],
  ],
  example: 'hexis numbers figures/yield-by-bed.figure.yaml',
  run: async (figures, options) => (await import('./numbersRun.js')).runNumbers(figures[0] as string, options),
};
