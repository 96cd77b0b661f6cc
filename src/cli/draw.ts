import type { CommandSpec } from './command.js';
import { formatOptions } from './formatOptions.js';
import { languageOption } from './languageOption.js';

export const drawCommand: CommandSpec = {
  name: 'draw',
  arguments: '<figure...>',
  summary: 'draw figure files and boards',
  options: [
    [
      '-o, --output <path>',
      'file or folder to write; the ending of a file says the format (default: the current folder)',
    ],
    formatOptions.as,
    formatOptions.dpi,
    [
      '--style <style>',
      'house style in place of the one that the figure names: a built-in name or a file; "all" draws every style on one sheet',
    ],
    languageOption,
    [
      '--name <pattern>',
      'name of files in a folder: {id}, {number}, {style}, {width} and {height} in mm, {dpi}, {inks}',
    ],
    ['--caption', 'draw number, title and note with the image'],
    ['--text <form>', 'SVG text as "outlines", or "live" with the face inside the file'],
    ['--inks <inks>', 'color, grey or black'],
    ['--ground <ground>', 'whether the paper is drawn: paper, none, or auto, which draws it under pictures alone'],
    [
      '--carries <part>',
      'what files carry of what they were made of, for "unpack": nothing, settings, or all, rows included',
    ],
    ['--explain <setting>', 'say where a setting, or the look of a piece of ink, comes from, and write nothing'],
    ['--fresh', 'ask databases and large files anew, whatever answers are kept'],
    ['--replace', 'write over a file that is there, whatever it is'],
    ['--strict', 'write nothing where the check finds anything that the figure does not waive'],
    ['--watch', 'draw again whenever a file changes that a figure is made of, until stopped'],
    ['--json', 'say what was written, and all problems, as JSON'],
  ],
  example: 'hexis draw figures/yield-by-bed.figure.yaml --as svg,pdf -o drawings/',
  run: async (figures, options) => (await import('./drawRun.js')).runDraw(figures, options),
};
