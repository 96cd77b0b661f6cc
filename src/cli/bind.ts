import { documents } from '../node/bind/documents.js';
import type { CommandSpec } from './command.js';
import { languageOption } from './languageOption.js';

const forms = documents.map(({ name }) => name).join(', ');

export const bindCommand: CommandSpec = {
  name: 'bind',
  arguments: '<report>',
  summary: 'make a document of all figures of a report, numbered and captioned, or bring one up to date',
  options: [
    ['-o, --output <file>', 'file to write, or with a / at its end a folder (default: the id of the report)'],
    ['--as <forms>', `forms of the document, with commas: ${forms} (default: by the ending of the file, or docx)`],
    [
      '--into <document>',
      'document (DOCX, ODT) or LaTeX folder whose figures are brought up to date, all else left as it is',
    ],
    [
      '--captions <whose>',
      'with --into: "ours" writes titles, notes and alternative texts over that were rewritten in the document',
    ],
    languageOption,
    ['--only <figures>', 'numbers or ids of some of the figures, with commas'],
    ['--list', 'list the figures: number, title, file, size and findings; nothing is written'],
    ['--fresh', 'draw every figure anew, also those that have not changed'],
    ['--replace', 'write over a file that is there, whatever it is'],
    ['--json', 'say what was done for programs'],
  ],
  example: 'hexis bind garden.report.yaml -o garden.docx',
  run: async ([report = ''], options) => (await import('./bindRun.js')).runBind(report, options),
};
