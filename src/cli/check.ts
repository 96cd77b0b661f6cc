import type { CommandSpec } from './command.js';
import { languageOption } from './languageOption.js';

export const checkCommand: CommandSpec = {
  name: 'check',
  arguments: '<figure...>',
  summary: 'measure finished figures, boards and reports, and say what breaks their style',
  options: [
    ['--placed <width>', 'width of the figures in the document: a length, or a name of the style such as "column"'],
    ['--style <style>', 'house style in place of the one that the figure names: a built-in name or a file'],
    languageOption,
    ['--only <rules>', 'only these rules, with commas between'],
    ['--as <form>', 'text, json, or sarif (2.1.0), which code hosts show at the lines (default: text)'],
    ['-o, --output <file>', 'file to write, in place of the terminal'],
    ['--caption', 'check the figures with their number, title and note'],
  ],
  example: 'hexis check figures',
  run: async (figures, options) => (await import('./checkRun.js')).runCheck(figures, options),
};
