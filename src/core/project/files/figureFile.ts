import * as z from 'zod/mini';
import { engineNames } from '../../ask/tableRef.js';
import { chartSchema } from '../../chart/kinds.js';
import { waiveField } from '../../check/checkField.js';
import { encodings } from '../../data/encoding.js';
import { codebookSchema } from '../../schema/codebook.js';
import {
  choice,
  code,
  color,
  columnName,
  counting,
  either,
  fill,
  flag,
  inLanguages,
  length,
  listOf,
  named,
  number,
  object,
  optional,
  share,
  text,
  whole,
} from '../../schema/fields.js';
import { stroke, wordShape } from '../../schema/look/forms.js';
import { dashes, markerShapes, patternNames } from '../../schema/look/names.js';
import { lookShape } from '../../schema/look.js';
import { panelsField } from '../../schema/panels.js';
import { thousandsMarks } from '../../schema/thousandsMarks.js';

/** Rows drawn by lot. */
const sampleShape = {
  sample: optional(
    counting(
      'So many rows, drawn by lot, where a chart draws each row and all are too many. Left out: all.',
      1_000_000,
      '100000',
    ),
  ),
  seed: optional(
    whole('Number that the lots hang on: the same one draws the same rows. Left out: 1.', 2 ** 31 - 1, '7'),
  ),
};

/** What may be said of a file with a table. */
const fileShape = {
  delimiter: optional(text('What separates the cells, or "blanks". Left out: found out.', '";"')),
  header: optional(
    flag('Whether the first line names the columns. Left out: true; without it they are column1, column2, …'),
  ),
  comment: optional(text('What begins a line that is left out. Left out: # between blanks, none else.', '"#"')),
  sheet: optional(
    code(
      'Sheet of a workbook, left out: the first; or table of a document, by caption, heading or number, left out: the only one.',
      'Harvest',
    ),
  ),
  range: optional(text('Cells of a sheet. Left out: all.', 'A1:F40')),
  decimalMark: optional(choice('Decimal mark. Left out: as the codebook says, or a point.', ['.', ','], ',')),
  thousandsMark: optional(
    choice(
      'Mark between groups of three digits. Left out: as the codebook says, or found out from the whole column.',
      thousandsMarks,
      "'",
    ),
  ),
  skip: optional(whole('Lines above the names of the columns that are left out.', 10_000, '3')),
  spread: optional(
    object('Makes a column of each value of a column, where a chart needs several columns of numbers.', {
      of: columnName('Column with the numbers.', 'harvest'),
      by: columnName('Column whose values become columns.', 'year'),
      for: columnName('Column that names the rows.', 'crop'),
    }),
  ),
  engine: optional(
    choice(
      'What reads the file: this program, or an engine that needs not hold it in memory. Left out: by its size.',
      engineNames,
      'embedded',
    ),
  ),
  ...sampleShape,
  encoding: optional(choice('How letters are written in a text file. Left out: found out.', encodings, 'windows-1252')),
};

const filePath = (example: string) => text('Path of the table, from the folder of this file.', example);

const oneOfFiles = either(
  'A table: its path, or its path with a name.',
  'the path of a table, or { file: …, name: … }',
  [
    filePath('spring.csv'),
    object('A table with its name, and what has to be said about it.', {
      file: filePath('spring.csv'),
      name: optional(text('What it is called. Left out: its file without the ending.', 'Spring 2026')),
      ...fileShape,
    }),
  ],
  '{ file: spring.csv, name: Spring }',
);

const dataSchema = either(
  'The table: the path of a file (CSV, TSV, JSON, JSON lines, XLSX, ODS, Parquet, a table in Markdown or HTML, or cells between blanks; or a pattern for several that are one table), that path with what has to be said about it, several tables with the same columns, a table of a database, or the rows themselves.',
  'the path of a table, a list of paths, { file: … }, { files: … }, { connection: … }, or { rows: … }',
  [
    filePath('plots.csv'),
    object('A file with what has to be said about it.', { file: filePath('plots.csv'), ...fileShape }),
    listOf('Several tables, which are the groups of the chart.', oneOfFiles, '[spring.csv, autumn.csv]', 60),
    object('Several tables with what has to be said about all of them.', {
      files: listOf('The tables.', oneOfFiles, '[spring.txt, autumn.txt]', 60),
      ...fileShape,
    }),
    object('A table of a database.', {
      connection: text('Name of the connection; the environment says what it stands for.', 'survey'),
      table: optional(text('Name of the table.', 'answers')),
      schema: optional(text('Schema of the table. Left out: where the connection looks first.', 'garden')),
      query: optional(text('Path of a file with one SELECT, in place of a table.', 'sql/answers.sql')),
      timeLimit: optional(whole('Seconds that an answer may take. Left out: 120.', 86_400, '600')),
      decimalMark: fileShape.decimalMark,
      thousandsMark: fileShape.thousandsMark,
      spread: fileShape.spread,
      ...sampleShape,
    }),
    object('The rows themselves.', {
      rows: listOf(
        'One entry for each case.',
        named(
          'The cells of a case, by column.',
          z.union([z.string(), z.number(), z.boolean(), z.null()]),
          '{ bed: 1, yield: 2.4 }',
        ),
        '[{ bed: 1, yield: 2.4 }]',
        200_000,
      ),
    }),
  ],
  'plots.csv',
);

/** A place in a panel: a number or date, or a category by code or name, along each axis. */
const placeField = (what: string) =>
  object(`${what}. Numbers, dates, or categories by code or name; where there is no axis, shares of the panel.`, {
    x: code('Along the horizontal axis.', '2026-05-03'),
    y: code('Along the vertical axis.', '20'),
    z: optional(code('In space: along the upright axis.', '3.5')),
  });

const valueOrSeveral = either(
  'A value, or several.',
  'a value, or a list of values',
  [code('A value.', 'Mulch'), listOf('Values.', code('A value.', 'Mulch'), '[Mulch, Compost]')],
  '[Mulch, Compost]',
);

/** A figure file: what the author writes for one figure. */
export const figureSchema = z.strictObject({
  hexis: choice('Kind and version of the file.', ['figure/1'], 'figure/1'),
  id: optional(
    text('Name of the figure; its files are named after it. Left out: the name of this file.', 'yield-by-bed'),
  ),
  data: optional(dataSchema),
  codebook: optional(
    either(
      'The codebook: a path, or the codebook itself.',
      'the path of a codebook',
      [
        text('Path of the codebook, from the folder of this file.', 'garden.codebook.yaml'),
        z.omit(codebookSchema, { hexis: true }),
      ],
      'garden.codebook.yaml',
    ),
  ),
  style: optional(text('House style: a built-in name or a path. Left out: plain.', 'apa')),
  chart: chartSchema,
  panels: panelsField,
  waive: waiveField,
  caption: optional(
    object('Number, title and note of the figure.', {
      number: optional(number('Number of the figure in its document.', '1')),
      title: optional(inLanguages('Title: short, but telling.', 'Mean yield by type of bed')),
      subtitle: optional(inLanguages('Line under the heading inside the figure.', 'Plots of 2026, by season')),
      source: optional(
        inLanguages('Line at the foot of the figure: where the data come from.', 'Source: the garden’s own records'),
      ),
      note: optional(
        inLanguages(
          'Note under the figure. "auto" says what the error bars are, how many cases there are and which were left out.',
          'auto',
        ),
      ),
    }),
  ),
  brackets: optional(
    listOf(
      'Brackets with a mark over two categories, or over two groups at one, such as for significance.',
      object('A bracket.', {
        between: listOf('The two ends, by code or name.', code('A value.', 'Mulch'), '[Compost, Mulch]').check(
          z.length(2),
        ),
        at: optional(code('The category at which the ends are groups.', 'Mulch')),
        mark: text('What stands over it.', '"*p* < .05"'),
      }),
      '[{ between: [Compost, Mulch], mark: "\\\\*" }]',
      100,
    ),
  ),
  callouts: optional(
    listOf(
      'Free words in the panel, with a line to what they speak of.',
      object('A callout.', {
        text: text('The words.', 'Frost on 3 May'),
        to: optional(placeField('What they point to')),
        at: optional(placeField('Where they stand. Left out: where there is room')),
        align: optional(
          choice('Which end of the words stands at "at". Left out: start.', ['start', 'middle', 'end'], 'middle'),
        ),
        pointer: optional(choice('What leads to "to". Left out: a line.', ['line', 'arrow', 'none'], 'arrow')),
        panel: optional(counting('Number of the panel. Left out: 1.', 400, '2')),
      }),
      '[{ text: Frost on 3 May, to: { x: 2026-05-03, y: 20 } }]',
      100,
    ),
  ),
  altText: optional(
    inLanguages(
      'The figure in words, for readers who cannot see it. Left out: made from the chart.',
      'Mulched beds yield most.',
    ),
  ),
  accents: optional(
    listOf(
      'Looks of single groups, or of single cases by "chart.id"; what an accent does not name stays as it was. Of two that name the same mark the narrower wins, which names more variables; else the later one.',
      object('One accent.', {
        for: named(
          'The groups or cases: variables of the chart with one or several of their values each, by code or name.',
          valueOrSeveral,
          '{ bed: [Mulch, Compost] }',
        ),
        fill: optional(fill('Fill, or colour of a line or marker.', 'signal')),
        pattern: optional(choice('Pattern.', patternNames, 'rising')),
        outline: stroke('outline; where the style draws none, a width left out is 0.75pt'),
        opacity: optional(share('How opaque it is.', '0.6')),
        corner: optional(length('Radius of the corners of a bar.', '2pt')),
        marker: optional(choice('Shape of the marker.', markerShapes, 'diamond')),
        size: optional(length('Diameter of the marker.', '8pt')),
        line: optional(
          object('The line of a series.', {
            width: optional(length('Line width.', '2.4pt')),
            dash: optional(choice('Dashes.', dashes, 'dotted')),
          }),
        ),
        label: optional(
          object('The data label.', {
            show: optional(flag('Whether it is shown, whatever "dataLabels.show" says.')),
            text: optional(text('Words in place of the number.', 'a record')),
            color: optional(color('Colour.', 'signal')),
            weight: optional(choice('Weight.', ['regular', 'bold'], 'bold')),
          }),
        ),
        words: optional(
          object('The words that name it: tick label, legend entry, name at the end of its line.', wordShape),
        ),
      }),
      '[{ for: { bed: Mulch }, fill: signal }]',
    ),
  ),
  spotlight: optional(
    listOf(
      'Groups or cases that are singled out; the rest stands back in the quiet colour of the style.',
      named('Variables with one or several values each.', valueOrSeveral, '{ bed: Mulch }'),
      '[{ bed: [Mulch, Compost] }]',
    ),
  ),
  ...lookShape,
});

/** What a figure file says, once it is read; authors see it as `FigureFile`. */
export type FigureContents = z.infer<typeof figureSchema>;
