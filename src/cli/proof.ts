import type { CommandSpec } from './command.js';
import { languageOption } from './languageOption.js';

export const proofCommand: CommandSpec = {
  name: 'proof',
  arguments: '<figure...>',
  summary:
    'draw a proof: figures, or those of a report, at their true size, in grey and as colour-blind readers see them, findings pinned on the ink',
  options: [
    ['-o, --output <file>', 'file to write; its ending says the form: pdf, html or png (default: proof.pdf)'],
    ['--placed <width>', 'width of the figures in the document: a length, or a name of the style such as "column"'],
    ['--style <style>', 'house style in place of the one that the figure names: a built-in name or a file'],
    languageOption,
    ['--dpi <number>', 'dots per inch of a picture (default: 110)'],
    ['--replace', 'write over a file that is there, whatever it is'],
  ],
  example: 'hexis proof figures/yield-by-bed.figure.yaml -o proof.pdf',
  run: async (figures, options) => (await import('./proofRun.js')).runProof(figures, options),
};
