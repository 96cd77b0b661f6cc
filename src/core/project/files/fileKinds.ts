import { codebookSchema } from '../../schema/codebook.js';
import { boardSchema } from './boardFile.js';
import { figureSchema } from './figureFile.js';
import { reportSchema } from './reportFile.js';
import { styleSchema } from './styleFile.js';

/** The kinds of file that authors write; the first line of each says which it is. */
export const fileKinds = {
  figure: {
    schema: figureSchema,
    title: 'Figure file',
    words: 'a figure file',
    example: 'hexis: figure/1\ndata: plots.csv\nchart: { kind: bar, category: bed, value: yield }',
  },
  board: {
    schema: boardSchema,
    title: 'Board file',
    words: 'a board file',
    example: 'hexis: board/1\nfigures: [a.figure.yaml, b.figure.yaml]\nsize: { width: 16cm, height: 8cm }',
  },
  report: {
    schema: reportSchema,
    title: 'Report file',
    words: 'a report file',
    example: 'hexis: report/1\ntitle: Yield in the garden\nfigures: [a.figure.yaml, b.figure.yaml]',
  },
  codebook: {
    schema: codebookSchema,
    title: 'Codebook',
    words: 'a codebook',
    example: 'hexis: codebook/1\nvariables:\n  yield: { label: Yield, unit: kg/m², measure: numeric }',
  },
  style: {
    get schema() {
      return styleSchema();
    },
    title: 'House style',
    words: 'a house style',
    example: 'hexis: style/1\nextends: plain',
  },
} as const;

export type FileKind = keyof typeof fileKinds;
