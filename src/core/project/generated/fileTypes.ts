// Made by scripts/writeDocs.mjs from the schemas of the files.

/**
 * How an axis looks, and what its limits are.
 */
export interface AxisLook {
  /**
   * Axis title. Left out: label and unit from the codebook. Empty: none.
   */
  title?: string;
  /**
   * Unit after the title, in the form of the style. Left out: from the codebook.
   */
  unit?: string;
  /**
   * Lower limit: a number, along dates a date, of which a month or year is all of it, "possible" for that of the codebook, or "data" to hug the values. Left out: chosen with the ticks.
   */
  from?: number | ('possible' | 'data') | string;
  /**
   * Upper limit: a number, along dates a date, of which a month or year is all of it, "possible" for that of the codebook, or "data" to hug the values. Left out: chosen with the ticks.
   */
  to?: number | ('possible' | 'data') | string;
  /**
   * Distance from tick to tick. Left out: chosen for the printed size.
   */
  step?: number;
  /**
   * The exact places of ticks, in place of steps.
   *
   * Items: A place.
   */
  at?: number[];
  /**
   * Parts into which minor tick marks cut each step. Left out: 1, which makes none.
   */
  minor?: number;
  /**
   * Texts in place of tick labels, by number, or by the code or name of a category.
   */
  names?: {
    /**
     * A text.
     */
    [k: string]: string;
  };
  /**
   * Looks of single tick labels, by number, or by the code or name of a category.
   */
  looks?: {
    /**
     * A look.
     */
    [k: string]: {
      /**
       * Colour.
       */
      color?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
    };
  };
  /**
   * How numbers become lengths: in proportion, by logarithm, or by a power.
   */
  scale?: 'linear' | 'log' | 'power';
  /**
   * Base of the ticks of a log scale. Left out: 10.
   */
  base?: number;
  /**
   * Exponent of a power scale. Left out: 0.5, a root scale.
   */
  exponent?: number;
  /**
   * Whether the axis runs the other way.
   */
  reverse?: boolean;
  /**
   * Empty share of the axis at both ends, or at its lower and its upper one.
   */
  gap?: number | number[];
  /**
   * Value of this axis at which the line of the other one stands.
   */
  crosses?: number;
  /**
   * Angle of the tick labels in degrees: 0 across the page, 90 upwards, 45 rising, -45 falling. Left out: names are turned where they do not fit.
   */
  angle?: number;
  /**
   * Angle of the title of a vertical axis: 90 upwards, 0 across the page, "column" with letters of Chinese, Japanese and Korean one below the other. Left out: 90.
   */
  titleAngle?: 0 | 90 | 'column';
  /**
   * Where the title stands along its axis; one across the page at the end of a vertical axis stands above it, and a short one in the middle of a line inside the panel at the end of that line.
   */
  titlePlace?: 'start' | 'middle' | 'end';
  /**
   * A second unit for the same numbers, on the far side: shown = factor × number + offset.
   */
  second?: {
    /**
     * The second unit.
     */
    unit: string;
    /**
     * What numbers are multiplied by; not 0. Left out: 1.
     */
    factor?: number;
    /**
     * What is added then. Left out: 0.
     */
    offset?: number;
    /**
     * Title. Left out: that of the axis, with the second unit. Empty: none.
     */
    title?: string;
    /**
     * Distance from tick to tick in the second unit. Left out: chosen.
     */
    step?: number;
  };
  /**
   * How the numbers of the axis are written.
   */
  format?: {
    /**
     * Decimals shown. Left out: as many as the numbers need.
     */
    decimals?: number;
    /**
     * Significant digits shown, in place of decimals.
     */
    significant?: number;
    /**
     * Plain, shares of 1 as percent, or powers of ten.
     */
    as?: 'plain' | 'percent' | 'powers';
    /**
     * What the numbers are counted in.
     */
    per?: 'ones' | 'thousands' | 'millions';
    /**
     * Before each number.
     */
    prefix?: string;
    /**
     * After each number.
     */
    suffix?: string;
    /**
     * Whether a zero stands before the decimal mark. Left out: true.
     */
    leadingZero?: boolean;
  };
  /**
   * The axis line.
   */
  line?: {
    /**
     * Line width; 0pt draws none.
     */
    width?: string;
    /**
     * Line colour.
     */
    color?: string;
    /**
     * Dashes. Left out: solid.
     */
    dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
  };
  /**
   * Whether the line ends in an arrow, beyond the upper end. Left out: false.
   */
  arrow?: boolean;
  /**
   * Side of the axis line that tick marks stand on.
   */
  ticks?: 'outside' | 'inside' | 'across' | 'none';
  /**
   * Length of tick marks, in text sizes or as a length.
   */
  tickLength?: number | string;
  /**
   * The tick marks.
   */
  tickMarks?: {
    /**
     * Line width. Left out: that of the axis line.
     */
    width?: string;
    /**
     * Colour. Left out: that of the axis line.
     */
    color?: string;
  };
  /**
   * The grid lines; without a width there are none.
   */
  grid?: {
    /**
     * Line width; 0pt draws none.
     */
    width?: string;
    /**
     * Line colour.
     */
    color?: string;
    /**
     * Dashes. Left out: solid.
     */
    dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
  };
  /**
   * The grid lines at minor ticks; without a width there are none.
   */
  minorGrid?: {
    /**
     * Line width; 0pt draws none.
     */
    width?: string;
    /**
     * Line colour.
     */
    color?: string;
    /**
     * Dashes. Left out: solid.
     */
    dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
  };
}

/**
 * A figure file.
 */
export interface FigureFile {
  /**
   * Kind and version of the file.
   */
  hexis: 'figure/1';
  /**
   * Name of the figure; its files are named after it. Left out: the name of this file.
   */
  id?: string;
  /**
   * The table: the path of a file (CSV, TSV, JSON, JSON lines, XLSX, ODS, Parquet, a table in Markdown or HTML, or cells between blanks; or a pattern for several that are one table), that path with what has to be said about it, several tables with the same columns, a table of a database, or the rows themselves.
   */
  data?:
    | string
    | {
        /**
         * Path of the table, from the folder of this file.
         */
        file: string;
        /**
         * What separates the cells, or "blanks". Left out: found out.
         */
        delimiter?: string;
        /**
         * Whether the first line names the columns. Left out: true; without it they are column1, column2, …
         */
        header?: boolean;
        /**
         * What begins a line that is left out. Left out: # between blanks, none else.
         */
        comment?: string;
        /**
         * Sheet of a workbook, left out: the first; or table of a document, by caption, heading or number, left out: the only one.
         */
        sheet?: string | number | boolean;
        /**
         * Cells of a sheet. Left out: all.
         */
        range?: string;
        /**
         * Decimal mark. Left out: as the codebook says, or a point.
         */
        decimalMark?: '.' | ',';
        /**
         * Mark between groups of three digits. Left out: as the codebook says, or found out from the whole column.
         */
        thousandsMark?: '.' | ',' | ' ' | "'" | 'none';
        /**
         * Lines above the names of the columns that are left out.
         */
        skip?: number;
        /**
         * Makes a column of each value of a column, where a chart needs several columns of numbers.
         */
        spread?: {
          /**
           * Column with the numbers.
           */
          of: string;
          /**
           * Column whose values become columns.
           */
          by: string;
          /**
           * Column that names the rows.
           */
          for: string;
        };
        /**
         * What reads the file: this program, or an engine that needs not hold it in memory. Left out: by its size.
         */
        engine?: 'memory' | 'embedded';
        /**
         * So many rows, drawn by lot, where a chart draws each row and all are too many. Left out: all.
         */
        sample?: number;
        /**
         * Number that the lots hang on: the same one draws the same rows. Left out: 1.
         */
        seed?: number;
        /**
         * How letters are written in a text file. Left out: found out.
         */
        encoding?:
          | 'utf-8'
          | 'windows-1252'
          | 'utf-16'
          | 'windows-1250'
          | 'windows-1251'
          | 'windows-1253'
          | 'windows-1254'
          | 'windows-1255'
          | 'windows-1256'
          | 'windows-1257'
          | 'windows-1258'
          | 'windows-874'
          | 'iso-8859-2'
          | 'iso-8859-15'
          | 'koi8-r'
          | 'koi8-u'
          | 'macintosh'
          | 'shift_jis'
          | 'euc-jp'
          | 'gb18030'
          | 'big5'
          | 'euc-kr';
      }
    | (
        | string
        | {
            /**
             * Path of the table, from the folder of this file.
             */
            file: string;
            /**
             * What it is called. Left out: its file without the ending.
             */
            name?: string;
            /**
             * What separates the cells, or "blanks". Left out: found out.
             */
            delimiter?: string;
            /**
             * Whether the first line names the columns. Left out: true; without it they are column1, column2, …
             */
            header?: boolean;
            /**
             * What begins a line that is left out. Left out: # between blanks, none else.
             */
            comment?: string;
            /**
             * Sheet of a workbook, left out: the first; or table of a document, by caption, heading or number, left out: the only one.
             */
            sheet?: string | number | boolean;
            /**
             * Cells of a sheet. Left out: all.
             */
            range?: string;
            /**
             * Decimal mark. Left out: as the codebook says, or a point.
             */
            decimalMark?: '.' | ',';
            /**
             * Mark between groups of three digits. Left out: as the codebook says, or found out from the whole column.
             */
            thousandsMark?: '.' | ',' | ' ' | "'" | 'none';
            /**
             * Lines above the names of the columns that are left out.
             */
            skip?: number;
            /**
             * Makes a column of each value of a column, where a chart needs several columns of numbers.
             */
            spread?: {
              /**
               * Column with the numbers.
               */
              of: string;
              /**
               * Column whose values become columns.
               */
              by: string;
              /**
               * Column that names the rows.
               */
              for: string;
            };
            /**
             * What reads the file: this program, or an engine that needs not hold it in memory. Left out: by its size.
             */
            engine?: 'memory' | 'embedded';
            /**
             * So many rows, drawn by lot, where a chart draws each row and all are too many. Left out: all.
             */
            sample?: number;
            /**
             * Number that the lots hang on: the same one draws the same rows. Left out: 1.
             */
            seed?: number;
            /**
             * How letters are written in a text file. Left out: found out.
             */
            encoding?:
              | 'utf-8'
              | 'windows-1252'
              | 'utf-16'
              | 'windows-1250'
              | 'windows-1251'
              | 'windows-1253'
              | 'windows-1254'
              | 'windows-1255'
              | 'windows-1256'
              | 'windows-1257'
              | 'windows-1258'
              | 'windows-874'
              | 'iso-8859-2'
              | 'iso-8859-15'
              | 'koi8-r'
              | 'koi8-u'
              | 'macintosh'
              | 'shift_jis'
              | 'euc-jp'
              | 'gb18030'
              | 'big5'
              | 'euc-kr';
          }
      )[]
    | {
        /**
         * The tables.
         *
         * Items: A table: its path, or its path with a name.
         */
        files: (
          | string
          | {
              /**
               * Path of the table, from the folder of this file.
               */
              file: string;
              /**
               * What it is called. Left out: its file without the ending.
               */
              name?: string;
              /**
               * What separates the cells, or "blanks". Left out: found out.
               */
              delimiter?: string;
              /**
               * Whether the first line names the columns. Left out: true; without it they are column1, column2, …
               */
              header?: boolean;
              /**
               * What begins a line that is left out. Left out: # between blanks, none else.
               */
              comment?: string;
              /**
               * Sheet of a workbook, left out: the first; or table of a document, by caption, heading or number, left out: the only one.
               */
              sheet?: string | number | boolean;
              /**
               * Cells of a sheet. Left out: all.
               */
              range?: string;
              /**
               * Decimal mark. Left out: as the codebook says, or a point.
               */
              decimalMark?: '.' | ',';
              /**
               * Mark between groups of three digits. Left out: as the codebook says, or found out from the whole column.
               */
              thousandsMark?: '.' | ',' | ' ' | "'" | 'none';
              /**
               * Lines above the names of the columns that are left out.
               */
              skip?: number;
              /**
               * Makes a column of each value of a column, where a chart needs several columns of numbers.
               */
              spread?: {
                /**
                 * Column with the numbers.
                 */
                of: string;
                /**
                 * Column whose values become columns.
                 */
                by: string;
                /**
                 * Column that names the rows.
                 */
                for: string;
              };
              /**
               * What reads the file: this program, or an engine that needs not hold it in memory. Left out: by its size.
               */
              engine?: 'memory' | 'embedded';
              /**
               * So many rows, drawn by lot, where a chart draws each row and all are too many. Left out: all.
               */
              sample?: number;
              /**
               * Number that the lots hang on: the same one draws the same rows. Left out: 1.
               */
              seed?: number;
              /**
               * How letters are written in a text file. Left out: found out.
               */
              encoding?:
                | 'utf-8'
                | 'windows-1252'
                | 'utf-16'
                | 'windows-1250'
                | 'windows-1251'
                | 'windows-1253'
                | 'windows-1254'
                | 'windows-1255'
                | 'windows-1256'
                | 'windows-1257'
                | 'windows-1258'
                | 'windows-874'
                | 'iso-8859-2'
                | 'iso-8859-15'
                | 'koi8-r'
                | 'koi8-u'
                | 'macintosh'
                | 'shift_jis'
                | 'euc-jp'
                | 'gb18030'
                | 'big5'
                | 'euc-kr';
            }
        )[];
        /**
         * What separates the cells, or "blanks". Left out: found out.
         */
        delimiter?: string;
        /**
         * Whether the first line names the columns. Left out: true; without it they are column1, column2, …
         */
        header?: boolean;
        /**
         * What begins a line that is left out. Left out: # between blanks, none else.
         */
        comment?: string;
        /**
         * Sheet of a workbook, left out: the first; or table of a document, by caption, heading or number, left out: the only one.
         */
        sheet?: string | number | boolean;
        /**
         * Cells of a sheet. Left out: all.
         */
        range?: string;
        /**
         * Decimal mark. Left out: as the codebook says, or a point.
         */
        decimalMark?: '.' | ',';
        /**
         * Mark between groups of three digits. Left out: as the codebook says, or found out from the whole column.
         */
        thousandsMark?: '.' | ',' | ' ' | "'" | 'none';
        /**
         * Lines above the names of the columns that are left out.
         */
        skip?: number;
        /**
         * Makes a column of each value of a column, where a chart needs several columns of numbers.
         */
        spread?: {
          /**
           * Column with the numbers.
           */
          of: string;
          /**
           * Column whose values become columns.
           */
          by: string;
          /**
           * Column that names the rows.
           */
          for: string;
        };
        /**
         * What reads the file: this program, or an engine that needs not hold it in memory. Left out: by its size.
         */
        engine?: 'memory' | 'embedded';
        /**
         * So many rows, drawn by lot, where a chart draws each row and all are too many. Left out: all.
         */
        sample?: number;
        /**
         * Number that the lots hang on: the same one draws the same rows. Left out: 1.
         */
        seed?: number;
        /**
         * How letters are written in a text file. Left out: found out.
         */
        encoding?:
          | 'utf-8'
          | 'windows-1252'
          | 'utf-16'
          | 'windows-1250'
          | 'windows-1251'
          | 'windows-1253'
          | 'windows-1254'
          | 'windows-1255'
          | 'windows-1256'
          | 'windows-1257'
          | 'windows-1258'
          | 'windows-874'
          | 'iso-8859-2'
          | 'iso-8859-15'
          | 'koi8-r'
          | 'koi8-u'
          | 'macintosh'
          | 'shift_jis'
          | 'euc-jp'
          | 'gb18030'
          | 'big5'
          | 'euc-kr';
      }
    | {
        /**
         * Name of the connection; the environment says what it stands for.
         */
        connection: string;
        /**
         * Name of the table.
         */
        table?: string;
        /**
         * Schema of the table. Left out: where the connection looks first.
         */
        schema?: string;
        /**
         * Path of a file with one SELECT, in place of a table.
         */
        query?: string;
        /**
         * Seconds that an answer may take. Left out: 120.
         */
        timeLimit?: number;
        /**
         * Decimal mark. Left out: as the codebook says, or a point.
         */
        decimalMark?: '.' | ',';
        /**
         * Mark between groups of three digits. Left out: as the codebook says, or found out from the whole column.
         */
        thousandsMark?: '.' | ',' | ' ' | "'" | 'none';
        /**
         * Makes a column of each value of a column, where a chart needs several columns of numbers.
         */
        spread?: {
          /**
           * Column with the numbers.
           */
          of: string;
          /**
           * Column whose values become columns.
           */
          by: string;
          /**
           * Column that names the rows.
           */
          for: string;
        };
        /**
         * So many rows, drawn by lot, where a chart draws each row and all are too many. Left out: all.
         */
        sample?: number;
        /**
         * Number that the lots hang on: the same one draws the same rows. Left out: 1.
         */
        seed?: number;
      }
    | {
        /**
         * One entry for each case.
         *
         * Items: The cells of a case, by column.
         */
        rows: {
          [k: string]: string | number | boolean | null;
        }[];
      };
  /**
   * The codebook: a path, or the codebook itself.
   */
  codebook?:
    | string
    | {
        /**
         * What one row is, in the plural; used in counts and notes.
         */
        cases?:
          | string
          | {
              /**
               * A text.
               */
              [k: string]: string;
            };
        /**
         * Decimal mark in the table.
         */
        decimalMark?: '.' | ',';
        /**
         * Mark between groups of three digits in the table. Left out: found out, or asked for.
         */
        thousandsMark?: '.' | ',' | ' ' | "'" | 'none';
        /**
         * The columns, by their names in the table.
         */
        variables?: {
          /**
           * One column of the table.
           */
          [k: string]: {
            /**
             * Name in words, as figures show it.
             */
            label?:
              | string
              | {
                  /**
                   * A text.
                   */
                  [k: string]: string;
                };
            /**
             * Unit of measurement.
             */
            unit?:
              | string
              | {
                  /**
                   * A text.
                   */
                  [k: string]: string;
                };
            /**
             * What its values are: names, names in order, numbers, or dates.
             */
            measure?: 'nominal' | 'ordinal' | 'numeric' | 'date';
            /**
             * The categories in their order: codes with their names, or a list where the codes are the names.
             */
            values?:
              | {
                  /**
                   * Name.
                   */
                  [k: string]:
                    | string
                    | {
                        /**
                         * A text.
                         */
                        [k: string]: string;
                      };
                }
              | (string | number | boolean)[];
            /**
             * Colours tied to values, by code.
             */
            colors?: {
              /**
               * A fill.
               */
              [k: string]: string;
            };
            /**
             * Codes that stand for a missing value.
             *
             * Items: A code.
             */
            missing?: (string | number | boolean)[];
            /**
             * Decimals that the values are measured to.
             */
            decimals?: number;
            /**
             * What the column is computed from, where the table has no such column: other columns with + - * / ^, brackets and functions.
             */
            formula?: string;
            /**
             * Order of day and month in dates such as 3/4/2026.
             */
            dateOrder?: 'day-month' | 'month-day';
            /**
             * Rising edges that cut its numbers into categories, for charts that use it as one. Each holds its lower edge.
             *
             * Items: An edge.
             */
            bands?: number[];
            /**
             * Lowest and highest possible value.
             *
             * Items: A limit.
             */
            range?: number[];
          };
        };
      };
  /**
   * House style: a built-in name or a path. Left out: plain.
   */
  style?: string;
  /**
   * The chart: its kind, the columns that it shows, and how.
   */
  chart:
    | {
        /**
         * Kind of chart.
         */
        kind: 'bar';
        /**
         * Variable with one place on the axis for each of its values. Left out with "values": the columns.
         */
        category?: string;
        /**
         * Variable that is summarised.
         */
        value?: string;
        /**
         * What is shown of each group. Left out: the mean where there is a value, else the count.
         */
        summary?:
          'mean' | 'median' | 'sum' | 'count' | 'percent' | 'least' | 'greatest' | 'range' | 'first' | 'last' | 'given';
        /**
         * Several measured columns in place of one: each is a group named after its column. "all" takes every column with numbers.
         */
        values?: 'all' | string[];
        /**
         * Columns that "values: all" leaves out, such as totals.
         *
         * Items: A column.
         */
        except?: string[];
        /**
         * Second variable: its values side by side at each category.
         */
        group?: string;
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * Order along the axis: as in the codebook, by rising or falling values, or by hand; those not named come last.
         */
        order?: ('codebook' | 'rising' | 'falling') | (string | number | boolean)[];
        /**
         * What percentages add up over: all bars, the bars of a group, or those of a category.
         */
        of?: 'all' | 'group' | 'category';
        /**
         * Direction of the axis of values.
         */
        direction?: 'vertical' | 'horizontal';
        /**
         * Error bars, for means and shares. Left out: none with bars, confidence intervals with intervals.
         */
        error?: {
          /**
           * Confidence interval, standard error or standard deviation.
           */
          shows: 'ci' | 'se' | 'sd';
          /**
           * Level of the confidence interval. Left out: 0.95.
           */
          level?: number;
        };
        /**
         * Column with the lower ends of intervals that the table gives, one row for each place.
         */
        low?: string;
        /**
         * Column with the upper ends of intervals that the table gives.
         */
        high?: string;
        /**
         * Lines and bands at values to compare with.
         *
         * Items: A line, or a band.
         */
        references?: {
          /**
           * Value at which it stands, or begins.
           */
          at: number;
          /**
           * Value at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * Numbers under the axis, at its ticks, in a row for each group.
         */
        axisTable?: {
          /**
           * Column with the numbers; between places, that of the next one. Left out: how many cases there are.
           */
          value?: string;
          /**
           * What stands above them.
           */
          title?: string;
        };
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
        /**
         * How the bars of a category stand: beside each other, on top of each other, as shares that add up to 100 %, or those of two groups back to back.
         */
        arrange?: 'clustered' | 'stacked' | 'shares' | 'opposed';
        /**
         * Whether bars are bars, or stems: thin lines with markers at their ends. Left out: bar.
         */
        shape?: 'bar' | 'stem';
        /**
         * Adds counts, shares or sums up along the axis.
         */
        cumulative?: boolean;
        /**
         * Small categories gathered into one, which comes last.
         */
        gather?: {
          /**
           * Share of the whole below which a category is small.
           */
          below: number;
          /**
           * What the rest is called. Left out: Other.
           */
          name?: string;
        };
        /**
         * A further value over the bars, on their scale, such as a target or last year.
         */
        further?: {
          /**
           * Variable with the value, summed up like that of the bars.
           */
          value: string;
          /**
           * What the legend calls it. Left out: the label of the variable.
           */
          name?: string;
          /**
           * A short line across each bar, a line through all, or a marker on each. Left out: dash.
           */
          as?: 'dash' | 'line' | 'marker';
          /**
           * The shape of the markers. Left out: diamond.
           */
          marker?:
            | 'circle'
            | 'square'
            | 'triangle'
            | 'diamond'
            | 'wedge'
            | 'pentagon'
            | 'star'
            | 'plus'
            | 'cross'
            | 'open-circle'
            | 'open-square'
            | 'open-triangle'
            | 'open-diamond'
            | 'open-wedge';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'interval';
        /**
         * Variable with one place on the axis for each of its values. Left out with "values": the columns.
         */
        category?: string;
        /**
         * Variable that is summarised.
         */
        value?: string;
        /**
         * What is shown of each group. Left out: the mean where there is a value, else the count.
         */
        summary?:
          'mean' | 'median' | 'sum' | 'count' | 'percent' | 'least' | 'greatest' | 'range' | 'first' | 'last' | 'given';
        /**
         * Several measured columns in place of one: each is a group named after its column. "all" takes every column with numbers.
         */
        values?: 'all' | string[];
        /**
         * Columns that "values: all" leaves out, such as totals.
         *
         * Items: A column.
         */
        except?: string[];
        /**
         * Second variable: its values side by side at each category.
         */
        group?: string;
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * Order along the axis: as in the codebook, by rising or falling values, or by hand; those not named come last.
         */
        order?: ('codebook' | 'rising' | 'falling') | (string | number | boolean)[];
        /**
         * What percentages add up over: all bars, the bars of a group, or those of a category.
         */
        of?: 'all' | 'group' | 'category';
        /**
         * Direction of the axis of values.
         */
        direction?: 'vertical' | 'horizontal';
        /**
         * Error bars, for means and shares. Left out: none with bars, confidence intervals with intervals.
         */
        error?: {
          /**
           * Confidence interval, standard error or standard deviation.
           */
          shows: 'ci' | 'se' | 'sd';
          /**
           * Level of the confidence interval. Left out: 0.95.
           */
          level?: number;
        };
        /**
         * Column with the lower ends of intervals that the table gives, one row for each place.
         */
        low?: string;
        /**
         * Column with the upper ends of intervals that the table gives.
         */
        high?: string;
        /**
         * Lines and bands at values to compare with.
         *
         * Items: A line, or a band.
         */
        references?: {
          /**
           * Value at which it stands, or begins.
           */
          at: number;
          /**
           * Value at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * Numbers under the axis, at its ticks, in a row for each group.
         */
        axisTable?: {
          /**
           * Column with the numbers; between places, that of the next one. Left out: how many cases there are.
           */
          value?: string;
          /**
           * What stands above them.
           */
          title?: string;
        };
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
        /**
         * Whether the markers of the groups stand on one line at each category, joined from the least to the greatest.
         */
        join?: boolean;
        /**
         * Columns of words beside lying intervals, aligned with them, under their labels.
         */
        beside?: {
          /**
           * Columns between the names and the panel.
           *
           * Items: A column.
           */
          left?: string[];
          /**
           * Columns on the right of the panel.
           *
           * Items: A column.
           */
          right?: string[];
          /**
           * Where each value stands with its interval, in words. Left out: nowhere.
           */
          estimate?: 'left' | 'right';
        };
        /**
         * Column that the areas of the markers show, such as weights.
         */
        size?: string;
        /**
         * Variable whose values are subheadings, with their rows under them.
         */
        sections?: string;
        /**
         * Categories that are totals: diamonds as wide as their intervals, set apart.
         *
         * Items: A category.
         */
        totals?: (string | number | boolean)[];
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'histogram';
        /**
         * Variable whose values are counted.
         */
        value: string;
        /**
         * What the height of a bar shows. Left out: the count.
         */
        measure?: 'count' | 'percent' | 'density';
        /**
         * How the values are cut into bins: by one of about, count, width, edges or rule. Left out: by rule.
         */
        bins?: {
          /**
           * Rule for the width. Left out: freedman-diaconis.
           */
          rule?: 'sturges' | 'scott' | 'freedman-diaconis';
          /**
           * Number of bins, about which their width is a round one.
           */
          about?: number;
          /**
           * What the bins cover: all values, or what lies within the limits of the axis. Left out: the data.
           */
          over?: 'data' | 'limits';
          /**
           * Number of bins, exact ones from the least to the greatest value.
           */
          count?: number;
          /**
           * Width of a bin; edges are multiples of it.
           */
          width?: number;
          /**
           * The edges, rising. Values outside are not shown.
           *
           * Items: An edge.
           */
          edges?: number[];
          /**
           * Keeps the width of the rule as it is, in place of the nearest of 1, 2, 2.5 or 5 × 10ⁿ.
           */
          exact?: boolean;
          /**
           * Side on which an edge belongs to its bin. Left out: left.
           */
          closed?: 'left' | 'right';
        };
        /**
         * Adds the bins up from the left: as bars, or as steps. Left out: each by itself.
         */
        cumulative?: 'bars' | 'steps';
        /**
         * Lines and bands at values to compare with.
         *
         * Items: A line, or a band.
         */
        references?: {
          /**
           * Value at which it stands, or begins.
           */
          at: number;
          /**
           * Value at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * Variable with an outline for each of its values, over the same bins.
         */
        group?: string;
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * Curves over the bars, in their measure: the normal curve with mean and SD of the values, and their kernel density.
         *
         * Items: A curve.
         */
        curves?: ('normal' | 'density')[];
        /**
         * Bandwidth of the density. Left out: that of Silverman (1986).
         */
        bandwidth?: number;
        /**
         * What becomes of cases beyond the limits of an axis: they are hidden and count in every number, or are left out of all. Left out: hidden.
         */
        beyond?: 'hidden' | 'left-out';
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'box';
        /**
         * Variable with one place on the axis for each of its values. Left out with "values": the columns.
         */
        category?: string;
        /**
         * Variable whose spread is shown.
         */
        value?: string;
        /**
         * Several measured columns in place of one: each is a group named after its column. "all" takes every column with numbers.
         */
        values?: 'all' | string[];
        /**
         * Columns that "values: all" leaves out, such as totals.
         *
         * Items: A column.
         */
        except?: string[];
        /**
         * Second variable: its boxes side by side at each category.
         */
        group?: string;
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * Direction of the axis of values.
         */
        direction?: 'vertical' | 'horizontal';
        /**
         * How far the whiskers reach.
         */
        whiskers?: {
          /**
           * To the farthest value within some box lengths, to the ends, or to two percentiles. Left out: fences.
           */
          rule?: 'fences' | 'range' | 'percentiles';
          /**
           * Box lengths within which values belong to the whiskers, for fences. Left out: 1.5.
           */
          lengths?: number;
          /**
           * Lower percentile. Left out: 5.
           */
          low?: number;
          /**
           * Upper percentile. Left out: 95.
           */
          high?: number;
        };
        /**
         * How quartiles are found: a type from 1 to 9 (Hyndman & Fan 1996), or hinges (Tukey 1977). Left out: 7.
         */
        quartiles?: number | 'hinges';
        /**
         * Whether a marker shows the mean.
         */
        mean?: boolean;
        /**
         * Whether a notch about the median shows how sure it is.
         */
        notch?: boolean;
        /**
         * Whether all boxes are as wide, or in proportion to √n.
         */
        width?: 'equal' | 'count';
        /**
         * Whether all values stand beside the box as points.
         */
        points?: boolean;
        /**
         * Variable that names the cases beyond the whiskers, in the figure and in the numbers.
         */
        id?: string;
        /**
         * Whether the names stand beside the outliers. Left out: true where "id" is given.
         */
        names?: boolean;
        /**
         * Lines and bands at values to compare with.
         *
         * Items: A line, or a band.
         */
        references?: {
          /**
           * Value at which it stands, or begins.
           */
          at: number;
          /**
           * Value at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * What becomes of cases beyond the limits of an axis: they are hidden and count in every number, or are left out of all. Left out: hidden.
         */
        beyond?: 'hidden' | 'left-out';
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'violin';
        /**
         * Variable with one place on the axis for each of its values. Left out with "values": the columns.
         */
        category?: string;
        /**
         * Variable whose distribution is shown.
         */
        value?: string;
        /**
         * Several measured columns in place of one: each is a group named after its column. "all" takes every column with numbers.
         */
        values?: 'all' | string[];
        /**
         * Columns that "values: all" leaves out, such as totals.
         *
         * Items: A column.
         */
        except?: string[];
        /**
         * Second variable: its violins side by side at each category.
         */
        group?: string;
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * Direction of the axis of values.
         */
        direction?: 'vertical' | 'horizontal';
        /**
         * Whether violins are whole, or halves: on the near side, on the far side, or those of two groups back to back. Left out: whole.
         */
        side?: 'whole' | 'near' | 'far' | 'opposed';
        /**
         * What stands in the violins, or beside halves: the box with its whiskers, the mean, all values as points. Left out: box.
         *
         * Items: A part.
         */
        inside?: ('box' | 'mean' | 'points')[];
        /**
         * What the width shows: the density, the density times the number of cases, or each violin as wide as there is room. Left out: density.
         */
        width?: 'density' | 'cases' | 'equal';
        /**
         * Where violins end: at the least and greatest value, or where the density runs out. Left out: data.
         */
        ends?: 'data' | 'tails';
        /**
         * Bandwidth of the density. Left out: that of Silverman (1986), for each violin.
         */
        bandwidth?: number;
        /**
         * Lines and bands at values to compare with.
         *
         * Items: A line, or a band.
         */
        references?: {
          /**
           * Value at which it stands, or begins.
           */
          at: number;
          /**
           * Value at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * What becomes of cases beyond the limits of an axis: they are hidden and count in every number, or are left out of all. Left out: hidden.
         */
        beyond?: 'hidden' | 'left-out';
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'points';
        /**
         * Variable with one strip for each of its values. Left out with "values": the columns.
         */
        category?: string;
        /**
         * Variable whose values are the points.
         */
        value?: string;
        /**
         * Several measured columns in place of one: each is a group named after its column. "all" takes every column with numbers.
         */
        values?: 'all' | string[];
        /**
         * Columns that "values: all" leaves out, such as totals.
         *
         * Items: A column.
         */
        except?: string[];
        /**
         * Second variable: its points side by side in each strip.
         */
        group?: string;
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * Direction of the axis of values.
         */
        direction?: 'vertical' | 'horizontal';
        /**
         * What a bar across the points shows. Left out: the median.
         */
        center?: 'mean' | 'median' | 'none';
        /**
         * Whether points that would stand on each other stand aside, the same way every time. Left out: true.
         */
        jitter?: boolean;
        /**
         * What happens to cases of the same value: they stand aside, or they are one marker whose area shows their number. Left out: aside.
         */
        overlap?: 'aside' | 'count';
        /**
         * Variable that names the cases.
         */
        id?: string;
        /**
         * Which cases have their name beside their marker, by "id": all, or those named.
         */
        names?: 'all' | (string | number | boolean)[];
        /**
         * Lines and bands at values to compare with.
         *
         * Items: A line, or a band.
         */
        references?: {
          /**
           * Value at which it stands, or begins.
           */
          at: number;
          /**
           * Value at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * What becomes of cases beyond the limits of an axis: they are hidden and count in every number, or are left out of all. Left out: hidden.
         */
        beyond?: 'hidden' | 'left-out';
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'quantiles';
        /**
         * Variable whose values are held against a distribution, such as residuals.
         */
        value: string;
        /**
         * Variable with points and a line of its own for each of its values.
         */
        group?: string;
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * The distribution, in its standard form. Left out: normal.
         */
        distribution?: 'normal' | 't' | 'uniform' | 'exponential';
        /**
         * Degrees of freedom of t.
         */
        freedom?: number;
        /**
         * Rule for the plotting positions. Left out: blom.
         */
        positions?: 'blom' | 'hazen' | 'weibull' | 'tukey';
        /**
         * Whether a line runs through the quartiles. Left out: true.
         */
        line?: boolean;
        /**
         * A band about the line, in which values from the distribution lie.
         */
        band?: {
          /**
           * At each place by itself, or at all places together.
           */
          holds: 'pointwise' | 'simultaneous';
          /**
           * Level of the band. Left out: 0.95.
           */
          level?: number;
        };
        /**
         * Lines and bands to compare with.
         *
         * Items: A line: upright at "x", level at "y", or by "slope" and "intercept".
         */
        references?: {
          /**
           * Value of x at which it stands.
           */
          x?: number;
          /**
           * Value of y at which it lies.
           */
          y?: number;
          /**
           * Value of the same axis at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * Its slope.
           */
          slope?: number;
          /**
           * Its value at x = 0. Left out: 0.
           */
          intercept?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * Variable that names the cases.
         */
        id?: string;
        /**
         * Which cases have their name beside their marker, by "id": all, or those named.
         */
        names?: 'all' | (string | number | boolean)[];
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'scatter';
        /**
         * Variable along the horizontal axis. Left out: a component.
         */
        x?: string;
        /**
         * Variable along the vertical axis. Left out: a component.
         */
        y?: string;
        /**
         * Variable whose values have a colour and a marker each.
         */
        group?: string;
        /**
         * Measured variable that the colour of the markers shows, on the ramp of the style.
         */
        color?: string;
        /**
         * Variable that the area of the markers shows.
         */
        size?: string;
        /**
         * Which values the legend explains the areas of markers by. Left out: some round ones.
         */
        sizes?: ('legend' | 'none') | number[];
        /**
         * Variable that names the cases.
         */
        id?: string;
        /**
         * Which cases have their name beside their marker, by "id": all, or those named.
         */
        names?: 'all' | (string | number | boolean)[];
        /**
         * What happens to cases on the same spot: nothing, they stand aside by a hair, they are one marker whose area shows their number, or all are counted in the cells of a grid, whose colour shows how many are in each.
         */
        overlap?: 'keep' | 'jitter' | 'count' | 'cells';
        /**
         * With "overlap: cells": about how many of them go along each axis. Left out: 40.
         */
        cellsAlong?: number;
        /**
         * A line fitted to the points of each group.
         */
        fit?: {
          /**
           * A polynomial by least squares, from a straight line (1), a parabola (2) and a cubic (3) to degree 5, or a local regression.
           */
          degree: number | 'local';
          /**
           * Share of the points that each part of a local regression takes. Left out: 0.6.
           */
          share?: number;
          /**
           * Whether a band shows the confidence interval of the mean.
           */
          band?: boolean;
          /**
           * Level of the band. Left out: 0.95.
           */
          level?: number;
          /**
           * Whether each group has a line of its own, or all have one. Left out: groups.
           */
          over?: 'groups' | 'all';
          /**
           * What is written in the panel: R², the equation.
           *
           * Items: A part.
           */
          show?: ('r2' | 'equation')[];
        };
        /**
         * An ellipse around each group that holds a share of a normal distribution.
         */
        ellipse?: {
          /**
           * That share. Left out: 0.95.
           */
          level?: number;
        };
        /**
         * Lines and bands to compare with.
         *
         * Items: A line: upright at "x", level at "y", or by "slope" and "intercept".
         */
        references?: {
          /**
           * Value of x at which it stands.
           */
          x?: number;
          /**
           * Value of y at which it lies.
           */
          y?: number;
          /**
           * Value of the same axis at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * Its slope.
           */
          slope?: number;
          /**
           * Its value at x = 0. Left out: 0.
           */
          intercept?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * Principal components of several columns: their scores stand along axes that name no column, or under the names "component 1", "component 2" … wherever a measured column can.
         */
        components?: {
          /**
           * The columns, two or more.
           *
           * Items: A column.
           */
          of: string[];
          /**
           * Whether all columns count alike, by their correlations, or by how far they spread in their units, by their covariances. Left out: correlation.
           */
          on?: 'correlation' | 'covariance';
          /**
           * How many components are kept for a rotation. Left out: as many as there are axes.
           */
          keep?: number;
          /**
           * How kept components are turned so that each column loads on few of them: not, upright on each other (varimax), or also on each other (promax). Left out: not.
           */
          rotate?: 'none' | 'varimax' | 'promax';
        };
        /**
         * What becomes of cases beyond the limits of an axis: they are hidden and count in every number, or are left out of all. Left out: hidden.
         */
        beyond?: 'hidden' | 'left-out';
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'space';
        /**
         * Variable along the axis across. Left out: a component.
         */
        x?: string;
        /**
         * Variable along the axis into the depth. Left out: a component.
         */
        y?: string;
        /**
         * Variable along the upright axis. Left out: a component.
         */
        z?: string;
        /**
         * Variable whose values have a colour and a marker each.
         */
        group?: string;
        /**
         * Measured variable that the colour of the markers shows, on the ramp of the style.
         */
        color?: string;
        /**
         * Variable that the area of the markers shows.
         */
        size?: string;
        /**
         * Which values the legend explains the areas of markers by. Left out: some round ones.
         */
        sizes?: ('legend' | 'none') | number[];
        /**
         * Variable that names the cases.
         */
        id?: string;
        /**
         * Which cases have their name beside their marker, by "id": all, or those named.
         */
        names?: 'all' | (string | number | boolean)[];
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * From where the cloud is seen. Left out: corner. "best" is the view on which cases hide each other least while all axes can be read.
         */
        view?:
          | ('corner' | 'front' | 'side' | 'above' | 'best')
          | {
              /**
               * The view with a name that it begins from. Left out: corner.
               */
              from?: 'corner' | 'front' | 'side' | 'above' | 'best';
              /**
               * Degrees by which the cloud is turned about its upright axis, counter-clockwise from above.
               */
              turn?: number;
              /**
               * Degrees by which one looks down on it; below 0 one looks up.
               */
              tilt?: number;
              /**
               * How far the eye is from the middle of the box, in lengths of its longest side: a perspective view. Left out: so far that all lines of sight are parallel.
               */
              distance?: number;
            };
        /**
         * Lengths of the box along x, y and z, in comparison. Left out: all alike.
         *
         * Items: A length.
         */
        proportions?: number[];
        /**
         * Lines from each marker: to the floor, to the side wall across x, or to the back wall across y.
         */
        drop?: 'floor' | 'side' | 'back';
        /**
         * Walls on which small marks show the cases, as seen straight on.
         *
         * Items: A wall.
         */
        shadows?: ('floor' | 'side' | 'back')[];
        /**
         * How depth shows: farther markers are smaller, fainter, or both. Left out: not at all, but in a perspective view by size.
         */
        depth?: 'none' | 'size' | 'fade' | 'both';
        /**
         * An ellipsoid about the cases that holds a share of a normal distribution.
         */
        ellipsoid?: {
          /**
           * That share. Left out: 0.5.
           */
          level?: number;
          /**
           * Whether each group has its own, or all cases one. Left out: each group.
           */
          over?: 'groups' | 'all';
        };
        /**
         * Closed surfaces of equal density about the cases, each with a share of them inside.
         */
        shells?: {
          /**
           * Those shares. Left out: one half.
           *
           * Items: A share of the cases.
           */
          shares?: number[];
          /**
           * Bandwidths of the kernel along x, y and z. Left out: by the rule of Silverman.
           *
           * Items: Along x, y or z.
           */
          bandwidths?: number[];
          /**
           * Places along each axis at which the density is found. Left out: 26.
           */
          resolution?: number;
          /**
           * Whether each group has its own, or all cases one. Left out: each group.
           */
          over?: 'groups' | 'all';
        };
        /**
         * Whether lines through the middle of the cloud show its directions of greatest spread, two standard deviations to each side.
         */
        directions?: boolean;
        /**
         * Principal components of several columns: their scores stand along axes that name no column, or under the names "component 1", "component 2" … wherever a measured column can.
         */
        components?: {
          /**
           * The columns, two or more.
           *
           * Items: A column.
           */
          of: string[];
          /**
           * Whether all columns count alike, by their correlations, or by how far they spread in their units, by their covariances. Left out: correlation.
           */
          on?: 'correlation' | 'covariance';
          /**
           * How many components are kept for a rotation. Left out: as many as there are axes.
           */
          keep?: number;
          /**
           * How kept components are turned so that each column loads on few of them: not, upright on each other (varimax), or also on each other (promax). Left out: not.
           */
          rotate?: 'none' | 'varimax' | 'promax';
        };
        /**
         * What becomes of cases beyond the limits of an axis: they are hidden and count in every number, or are left out of all. Left out: hidden.
         */
        beyond?: 'hidden' | 'left-out';
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'line';
        /**
         * Variable along the horizontal axis: categories, numbers, dates or years.
         */
        x: string;
        /**
         * Variable whose values the line joins.
         */
        value?: string;
        /**
         * Several measured columns in place of one: each is a group named after its column. "all" takes every column with numbers.
         */
        values?: 'all' | string[];
        /**
         * Columns that "values: all" leaves out, such as totals.
         *
         * Items: A column.
         */
        except?: string[];
        /**
         * Variable with a line for each of its values.
         */
        group?: string;
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * What is shown where several rows share a place. Left out: the value as given, or the mean where there are several.
         */
        summary?: 'mean' | 'median' | 'sum' | 'count' | 'least' | 'greatest' | 'range' | 'first' | 'last' | 'given';
        /**
         * Intervals of means.
         */
        error?: {
          /**
           * Confidence interval, standard error or standard deviation.
           */
          shows: 'ci' | 'se' | 'sd';
          /**
           * Level of the confidence interval. Left out: 0.95.
           */
          level?: number;
          /**
           * Error bars, or a band along the line. Left out: bars.
           */
          as?: 'bars' | 'band';
        };
        /**
         * Whether a missing value breaks the line, or the line bridges it.
         */
        gaps?: 'break' | 'bridge';
        /**
         * A line in steps that change at a value, after it, or between two.
         */
        steps?: 'none' | 'before' | 'after' | 'middle';
        /**
         * How the groups stand: as lines, as lines with the area to zero, as areas on top of each other, or as shares that add up to 100 %. Left out: lines.
         */
        arrange?: 'lines' | 'area' | 'stacked' | 'shares';
        /**
         * Column that says with a number other than 0 that cases ended there: a short line across marks it.
         */
        ends?: string;
        /**
         * Numbers under the axis, at its ticks, in a row for each group.
         */
        axisTable?: {
          /**
           * Column with the numbers; between places, that of the next one. Left out: how many cases there are.
           */
          value?: string;
          /**
           * What stands above them.
           */
          title?: string;
        };
        /**
         * Where the names of the groups stand: in a legend, or at the ends of the lines.
         */
        names?: 'legend' | 'ends';
        /**
         * Lines and bands at values to compare with.
         *
         * Items: A line, or a band.
         */
        references?: {
          /**
           * Value at which it stands, or begins.
           */
          at: number;
          /**
           * Value at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'slope';
        /**
         * Variable with a line for each of its values.
         */
        item: string;
        /**
         * Variable whose values are the times, two or more. Left out with "values": the columns.
         */
        time?: string;
        /**
         * Variable that is compared.
         */
        value?: string;
        /**
         * Several measured columns in place of one: each is a group named after its column. "all" takes every column with numbers.
         */
        values?: 'all' | string[];
        /**
         * Columns that "values: all" leaves out, such as totals.
         *
         * Items: A column.
         */
        except?: string[];
        /**
         * Variable whose values have a colour each.
         */
        group?: string;
        /**
         * Whether rise and fall from the first time to the last have a colour each.
         */
        change?: boolean;
        /**
         * Lines and bands at values to compare with.
         *
         * Items: A line, or a band.
         */
        references?: {
          /**
           * Value at which it stands, or begins.
           */
          at: number;
          /**
           * Value at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'pie';
        /**
         * Variable with a slice for each of its values.
         */
        category: string;
        /**
         * Variable whose sum is the size of a slice. Left out: the number of cases.
         */
        value?: string;
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * Words at the slices.
         */
        labels?: {
          /**
           * What they say, in order. Left out: name and percent.
           *
           * Items: A part.
           */
          show?: ('name' | 'percent' | 'value' | 'count')[];
          /**
           * In the slices, beside them, or in those with room for it. Left out: auto.
           */
          place?: 'inside' | 'outside' | 'auto';
        };
        /**
         * Where the names stand: at the slices, or in a legend.
         */
        names?: 'slices' | 'legend';
        /**
         * Radius of a hole, as a share of that of the pie.
         */
        hole?: number;
        /**
         * Words in the hole.
         */
        middle?: string;
        /**
         * Order along the axis: as in the codebook, by rising or falling values, or by hand; those not named come last.
         */
        order?: ('codebook' | 'rising' | 'falling') | (string | number | boolean)[];
        /**
         * Angle at which the first slice begins, in degrees clockwise from twelve.
         */
        start?: number;
        /**
         * Small categories gathered into one, which comes last.
         */
        gather?: {
          /**
           * Share of the whole below which a category is small.
           */
          below: number;
          /**
           * What the rest is called. Left out: Other.
           */
          name?: string;
        };
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'answers';
        /**
         * Columns that share a scale of answers, a row of the chart for each. Their labels in the codebook are the questions.
         *
         * Items: A column.
         */
        questions?: string[];
        /**
         * In place of several questions, one: the variable with its answers.
         */
        answer?: string;
        /**
         * Variable with a row for each of its values, where there is one question alone.
         */
        category?: string;
        /**
         * Where rows begin: on the left, or so that the middle of the scale is below each other. Left out: middle where the codebook says that the answers are ordinal, else start.
         */
        around?: 'start' | 'middle';
        /**
         * The answer in the middle of the scale. Left out: the one with as many before it as after it, if any.
         */
        neutral?: string | number | boolean;
        /**
         * What becomes of the answer in the middle: half on either side, apart on the right, or counted and not shown. Left out: split.
         */
        middle?: 'split' | 'apart' | 'hidden';
        /**
         * The answers that are shown; shares stay those of all who answered.
         */
        only?: (string | number | boolean) | (string | number | boolean)[];
        /**
         * Sums of the answers on both sides of the middle, at the ends of the rows: whether, or with what stands above them.
         */
        sums?:
          | boolean
          | {
              /**
               * Above those of the lower side.
               */
              low: string;
              /**
               * Above those of the upper side.
               */
              high: string;
            };
        /**
         * Whether *n* stands beside each row. Left out: where rows differ in it.
         */
        counts?: boolean;
        /**
         * Order along the axis: as in the codebook, by rising or falling values, or by hand; those not named come last.
         */
        order?: ('codebook' | 'rising' | 'falling') | (string | number | boolean)[];
        /**
         * Lines and bands at values to compare with.
         *
         * Items: A line, or a band.
         */
        references?: {
          /**
           * Value at which it stands, or begins.
           */
          at: number;
          /**
           * Value at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'matrix';
        /**
         * Variable with a row for each of its values.
         */
        row?: string;
        /**
         * Variable with a column for each of its values.
         */
        column?: string;
        /**
         * Variable that is summarised in each cell.
         */
        value?: string;
        /**
         * What each cell shows. Left out: the mean where there is a value, else the count.
         */
        summary?:
          'mean' | 'median' | 'sum' | 'count' | 'percent' | 'least' | 'greatest' | 'range' | 'first' | 'last' | 'given';
        /**
         * What percentages add up over. Left out: all.
         */
        of?: 'all' | 'row' | 'column';
        /**
         * Order along the axis: as in the codebook, by rising or falling values, or by hand; those not named come last.
         */
        order?: ('codebook' | 'rising' | 'falling') | (string | number | boolean)[];
        /**
         * In place of rows and columns: measured variables, whose correlations with each other are shown.
         *
         * Items: A column.
         */
        variables?: string[];
        /**
         * Pearson's correlation, or Spearman's, of the ranks. Left out: pearson.
         */
        correlation?: 'pearson' | 'spearman';
        /**
         * Which cases a correlation is of: those that have both values, or those that have the values of all variables. Left out: pairwise.
         */
        cases?: 'pairwise' | 'listwise';
        /**
         * Which half of the correlations is shown. Left out: both.
         */
        triangle?: 'lower' | 'upper' | 'both';
        /**
         * Variables as given, or so that those alike stand beside each other. Left out: given.
         */
        arrange?: 'given' | 'likeness';
        /**
         * Whether colour or the area of a square shows the numbers. Left out: color.
         */
        cells?: 'color' | 'area';
        /**
         * The number around which colours go to both sides. Left out: 0 where there are numbers on both sides of it, else none.
         */
        middle?: number | 'none';
        /**
         * Whether each cell says its number. Left out: true.
         */
        numbers?: boolean;
        /**
         * Column that says how many cases a row stands for.
         */
        frequency?: string;
        /**
         * Column that says how much the case of a row counts.
         */
        weight?: string;
        /**
         * The rows to draw: for each variable named, its value or values by code or name, those that are left out, or the lowest and highest number or date.
         */
        where?: {
          /**
           * A value, several, or { not: … }, { from: …, to: … }.
           */
          [k: string]:
            | string
            | number
            | boolean
            | (string | number | boolean)[]
            | {
                /**
                 * Values that are left out.
                 */
                not?: (string | number | boolean) | (string | number | boolean)[];
                /**
                 * Lowest number or first date, which belongs to it.
                 */
                from?: string | number | boolean;
                /**
                 * Highest number or last date, which belongs to it.
                 */
                to?: string | number | boolean;
              };
        };
      }
    | {
        /**
         * Kind of chart.
         */
        kind: 'curve';
        /**
         * Functions of x, drawn on the same axes.
         *
         * Items: A function.
         */
        functions: {
          /**
           * Its expression in x: + - * / ^, brackets, functions, pi, e and the parameters; or a number.
           */
          y: string | number;
          /**
           * Its name in the legend. Left out: the expression.
           */
          name?: string;
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
          /**
           * Where its domain begins. Left out: with that of all.
           */
          from?: number | string;
          /**
           * Where its domain ends. Left out: with that of all.
           */
          to?: number | string;
          /**
           * Markers at the ends of its domain: filled where the end belongs to it, open where it does not.
           */
          ends?: {
            /**
             * The lower end.
             */
            from?: 'closed' | 'open';
            /**
             * The upper end.
             */
            to?: 'closed' | 'open';
          };
          /**
           * Values of x at which markers stand on it, each with a shape of its own where one is named.
           *
           * Items: A value of x, or one with the shape of its marker.
           */
          markers?: (
            | number
            | {
                /**
                 * A value of x.
                 */
                x: number | string;
                /**
                 * Its shape.
                 */
                shape:
                  | 'circle'
                  | 'square'
                  | 'triangle'
                  | 'diamond'
                  | 'wedge'
                  | 'pentagon'
                  | 'star'
                  | 'plus'
                  | 'cross'
                  | 'open-circle'
                  | 'open-square'
                  | 'open-triangle'
                  | 'open-diamond'
                  | 'open-wedge';
              }
          )[];
          /**
           * The shape of those without one of their own. Left out: as the style has it.
           */
          marker?:
            | 'circle'
            | 'square'
            | 'triangle'
            | 'diamond'
            | 'wedge'
            | 'pentagon'
            | 'star'
            | 'plus'
            | 'cross'
            | 'open-circle'
            | 'open-square'
            | 'open-triangle'
            | 'open-diamond'
            | 'open-wedge';
        }[];
        /**
         * The domain.
         */
        x: {
          /**
           * Lower end.
           */
          from: number | string;
          /**
           * Upper end.
           */
          to: number | string;
          /**
           * Distance of the ticks, from 0; a fraction of pi is written as such. Left out: round numbers.
           */
          step?: number | string;
          /**
           * What x is, for the axis title. Left out: *x*.
           */
          label?: string;
          /**
           * Its unit.
           */
          unit?: string;
        };
        /**
         * What the functions give, for the axis title.
         */
        y?: {
          /**
           * What y is. Left out: *y*.
           */
          label?: string;
          /**
           * Its unit.
           */
          unit?: string;
        };
        /**
         * Numbers that the expressions use by name.
         */
        parameters?: {
          /**
           * A value.
           */
          [k: string]: number;
        };
        /**
         * Values of x at which each function is computed. Left out: 300.
         */
        samples?: number;
        /**
         * Where the axes cross: at the origin, or at the edge. Left out: edge.
         */
        cross?:
          | ('origin' | 'edge')
          | {
              /**
               * Value of x.
               */
              x: number;
              /**
               * Value of y.
               */
              y: number;
            };
        /**
         * A shaded surface between a function and zero, or between two functions.
         */
        area?: {
          /**
           * Number of the function, from 1.
           */
          of: number;
          /**
           * Number of the other function. Left out: zero.
           */
          to?: number;
          /**
           * Where it begins. Left out: at the lower end.
           */
          from?: number;
          /**
           * Where it ends. Left out: at the upper end.
           */
          until?: number;
        };
        /**
         * Lines and bands to compare with.
         *
         * Items: A line: upright at "x", level at "y", or by "slope" and "intercept".
         */
        references?: {
          /**
           * Value of x at which it stands.
           */
          x?: number;
          /**
           * Value of y at which it lies.
           */
          y?: number;
          /**
           * Value of the same axis at which a band ends. Left out: it is a line.
           */
          to?: number;
          /**
           * Its slope.
           */
          slope?: number;
          /**
           * Its value at x = 0. Left out: 0.
           */
          intercept?: number;
          /**
           * What it is, for the note.
           */
          label?: string;
          /**
           * Words beside it in the panel, or in the legend.
           */
          name?: string;
          /**
           * Where the name stands. Left out: beside the line.
           */
          named?: 'beside' | 'legend';
          /**
           * Colour. Left out: as the style has it.
           */
          color?: string;
          /**
           * Line width. Left out: as the style has it.
           */
          width?: string;
          /**
           * Dashes. Left out: as the style has them.
           */
          dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
        }[];
        /**
         * Where the names stand: in a legend, or at the ends of the curves.
         */
        names?: 'legend' | 'ends';
      };
  /**
   * The chart repeated in panels, one for each value of a variable.
   */
  panels?: {
    /**
     * Variable with a panel for each of its values, or two: one for the rows, one for the columns.
     */
    by: string | string[];
    /**
     * Panels beside each other. Left out: as many as make about a square.
     */
    across?: number;
    /**
     * Which axes each panel has to itself, with limits of its own; the others are the same in all. Left out: none.
     */
    ownAxes?: 'none' | 'both' | 'horizontal' | 'vertical';
    /**
     * What stands above each panel. Left out: names.
     */
    titles?: 'names' | 'letters' | 'both' | 'none';
  };
  /**
   * Rules that this figure does not follow, each with the reason, which the check and the proof show.
   */
  waive?: {
    /**
     * Why this figure does not follow the rule.
     */
    reading?: string;
    /**
     * Why this figure does not follow the rule.
     */
    measure?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'missing-share'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'missing-rows'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'axis-title'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'dual-words'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    heading?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'caption-title'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    language?: string;
    /**
     * Why this figure does not follow the rule.
     */
    digits?: string;
    /**
     * Why this figure does not follow the rule.
     */
    direction?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'alt-text'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'error-note'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'zero-base'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'scale-honesty'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'empty-scale'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'cut-off'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    ticks?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'invisible-ink'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    contrast?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'hidden-marks'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'tell-apart'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'series-count'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    legend?: string;
    /**
     * Why this figure does not follow the rule.
     */
    chrome?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'shares-sum'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    rounding?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'text-size'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'text-face'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'text-overlap'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'label-overlap'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'ink-outside'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'line-weight'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    placed?: string;
    /**
     * Why this figure does not follow the rule.
     */
    resolution?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'idle-setting'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'idle-waiver'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'banned-words'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'palette-only'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    widths?: string;
  };
  /**
   * Number, title and note of the figure.
   */
  caption?: {
    /**
     * Number of the figure in its document.
     */
    number?: number;
    /**
     * Title: short, but telling.
     */
    title?:
      | string
      | {
          /**
           * A text.
           */
          [k: string]: string;
        };
    /**
     * Line under the heading inside the figure.
     */
    subtitle?:
      | string
      | {
          /**
           * A text.
           */
          [k: string]: string;
        };
    /**
     * Line at the foot of the figure: where the data come from.
     */
    source?:
      | string
      | {
          /**
           * A text.
           */
          [k: string]: string;
        };
    /**
     * Note under the figure. "auto" says what the error bars are, how many cases there are and which were left out.
     */
    note?:
      | string
      | {
          /**
           * A text.
           */
          [k: string]: string;
        };
  };
  /**
   * Brackets with a mark over two categories, or over two groups at one, such as for significance.
   *
   * Items: A bracket.
   */
  brackets?: {
    /**
     * The two ends, by code or name.
     *
     * Items: A value.
     */
    between: (string | number | boolean)[];
    /**
     * The category at which the ends are groups.
     */
    at?: string | number | boolean;
    /**
     * What stands over it.
     */
    mark: string;
  }[];
  /**
   * Free words in the panel, with a line to what they speak of.
   *
   * Items: A callout.
   */
  callouts?: {
    /**
     * The words.
     */
    text: string;
    /**
     * What they point to. Numbers, dates, or categories by code or name; where there is no axis, shares of the panel.
     */
    to?: {
      /**
       * Along the horizontal axis.
       */
      x: string | number | boolean;
      /**
       * Along the vertical axis.
       */
      y: string | number | boolean;
      /**
       * In space: along the upright axis.
       */
      z?: string | number | boolean;
    };
    /**
     * Where they stand. Left out: where there is room. Numbers, dates, or categories by code or name; where there is no axis, shares of the panel.
     */
    at?: {
      /**
       * Along the horizontal axis.
       */
      x: string | number | boolean;
      /**
       * Along the vertical axis.
       */
      y: string | number | boolean;
      /**
       * In space: along the upright axis.
       */
      z?: string | number | boolean;
    };
    /**
     * Which end of the words stands at "at". Left out: start.
     */
    align?: 'start' | 'middle' | 'end';
    /**
     * What leads to "to". Left out: a line.
     */
    pointer?: 'line' | 'arrow' | 'none';
    /**
     * Number of the panel. Left out: 1.
     */
    panel?: number;
  }[];
  /**
   * The figure in words, for readers who cannot see it. Left out: made from the chart.
   */
  altText?:
    | string
    | {
        /**
         * A text.
         */
        [k: string]: string;
      };
  /**
   * Looks of single groups, or of single cases by "chart.id"; what an accent does not name stays as it was. Of two that name the same mark the narrower wins, which names more variables; else the later one.
   *
   * Items: One accent.
   */
  accents?: {
    /**
     * The groups or cases: variables of the chart with one or several of their values each, by code or name.
     */
    for: {
      /**
       * A value, or several.
       */
      [k: string]: string | number | boolean | (string | number | boolean)[];
    };
    /**
     * Fill, or colour of a line or marker; "none" leaves it transparent.
     */
    fill?: string;
    /**
     * Pattern.
     */
    pattern?: 'solid' | 'rising' | 'falling' | 'level' | 'upright' | 'squares' | 'diamonds' | 'dense' | 'dots' | 'open';
    /**
     * The outline; where the style draws none, a width left out is 0.75pt.
     */
    outline?: {
      /**
       * Line width; 0pt draws none.
       */
      width?: string;
      /**
       * Line colour.
       */
      color?: string;
      /**
       * Dashes. Left out: solid.
       */
      dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
    };
    /**
     * How opaque it is.
     */
    opacity?: number;
    /**
     * Radius of the corners of a bar.
     */
    corner?: string;
    /**
     * Shape of the marker.
     */
    marker?:
      | 'circle'
      | 'square'
      | 'triangle'
      | 'diamond'
      | 'wedge'
      | 'pentagon'
      | 'star'
      | 'plus'
      | 'cross'
      | 'open-circle'
      | 'open-square'
      | 'open-triangle'
      | 'open-diamond'
      | 'open-wedge';
    /**
     * Diameter of the marker.
     */
    size?: string;
    /**
     * The line of a series.
     */
    line?: {
      /**
       * Line width.
       */
      width?: string;
      /**
       * Dashes.
       */
      dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
    };
    /**
     * The data label.
     */
    label?: {
      /**
       * Whether it is shown, whatever "dataLabels.show" says.
       */
      show?: boolean;
      /**
       * Words in place of the number.
       */
      text?: string;
      /**
       * Colour.
       */
      color?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
    };
    /**
     * The words that name it: tick label, legend entry, name at the end of its line.
     */
    words?: {
      /**
       * Colour.
       */
      color?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
    };
  }[];
  /**
   * Groups or cases that are singled out; the rest stands back in the quiet colour of the style.
   *
   * Items: Variables with one or several values each.
   */
  spotlight?: {
    /**
     * A value, or several.
     */
    [k: string]: string | number | boolean | (string | number | boolean)[];
  }[];
  /**
   * Language of all words, numbers and dates of the figure and its document, as BCP 47 names it.
   */
  language?: string;
  /**
   * Sentences of notes and descriptions in other words, by language and name; docs/languages.md lists them.
   */
  wording?: {
    /**
     * Sentences by their names.
     */
    [k: string]: {
      /**
       * A sentence with its names in braces.
       */
      [k: string]: string;
    };
  };
  /**
   * The form of words that Hexis sets.
   */
  words?: {
    /**
     * Capitals of axis titles and legends.
     */
    case?: 'title' | 'sentence' | 'as-written';
    /**
     * Capitals of the title in caption and heading.
     */
    titleCase?: 'title' | 'sentence' | 'as-written';
    /**
     * Form of the unit after an axis title.
     */
    unit?: 'parentheses' | 'slash' | 'brackets';
    /**
     * Words that keep their form in any case.
     *
     * Items: A word.
     */
    keep?: string[];
  };
  /**
   * The form of all numbers.
   */
  numbers?: {
    /**
     * Decimal mark. Left out: that of the language.
     */
    decimalMark?: '.' | ',';
    /**
     * Dates with names of months, or as 2026-05-03.
     */
    dates?: 'words' | 'iso';
    /**
     * Western digits, or those of the language where it has its own (Arabic, Persian, Hindi, Bengali, Thai), with their marks.
     */
    digits?: 'western' | 'language';
    /**
     * What stands between groups of three digits; "language" takes the mark of the language.
     */
    grouping?: 'none' | 'space' | 'comma' | 'point' | 'language';
  };
  /**
   * The heading inside the figure; its words are the title of the caption.
   */
  heading?: {
    /**
     * Whether there is one.
     */
    show?: boolean;
    /**
     * What it stands over.
     */
    over?: 'page' | 'panel';
    /**
     * Which side its lines keep to.
     */
    align?: 'start' | 'middle' | 'end';
    /**
     * The rule beneath heading and subtitle.
     */
    rule?: {
      /**
       * Line width; 0pt draws none.
       */
      width?: string;
      /**
       * Line colour.
       */
      color?: string;
      /**
       * Dashes. Left out: solid.
       */
      dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
    };
  };
  /**
   * The form of the caption, where it is drawn with the figure.
   */
  captionForm?: {
    /**
     * The number: {figure} stands for it with the word of the language, as in Figure 3, {number} for it alone.
     */
    number?: string;
    /**
     * Number and title above the image on lines of their own, or below it in one run.
     */
    arrange?: 'stacked' | 'run-in';
    /**
     * Words before the note; {note} stands for that of the language.
     */
    noteLead?: string;
  };
  /**
   * The axes: all, by what they show, or one of them. The narrower wins.
   */
  axes?: {
    /**
     * Both axes.
     */
    all?: AxisLook;
    /**
     * The axis with numbers that are read off.
     */
    value?: AxisLook;
    /**
     * The axis with categories.
     */
    category?: AxisLook;
    /**
     * An axis of numbers that marks stand along: bins, dates and numbers of lines, both axes of curves.
     */
    along?: AxisLook;
    /**
     * The horizontal axis.
     */
    x?: AxisLook;
    /**
     * The vertical axis, or in space the one into the depth.
     */
    y?: AxisLook;
    /**
     * The upright axis of a chart in space.
     */
    z?: AxisLook;
  };
  /**
   * Colours by name, used wherever a colour is asked for.
   */
  colors?: {
    /**
     * A CSS colour.
     */
    [k: string]: string;
  };
  /**
   * Colours that tell series apart.
   */
  palette?: {
    /**
     * Fill where there is one series; "none" leaves it transparent.
     */
    single?: string;
    /**
     * Pattern of fills where there is one series.
     */
    pattern?: 'solid' | 'rising' | 'falling' | 'level' | 'upright' | 'squares' | 'diamonds' | 'dense' | 'dots' | 'open';
    /**
     * Fill of what stands back behind something that is singled out; "none" leaves it transparent.
     */
    quiet?: string;
    /**
     * Pattern of fills that stand back; markers are open where it is "open".
     */
    quietPattern?:
      'solid' | 'rising' | 'falling' | 'level' | 'upright' | 'squares' | 'diamonds' | 'dense' | 'dots' | 'open';
    /**
     * Fills of the series, in order.
     *
     * Items: A fill; "none" leaves it transparent.
     */
    groups?: string[];
    /**
     * Which colours series have: those of groups without an order, a ramp for groups with one, from light to dark or to both sides of a middle, or what fits the kind of chart.
     */
    use?: 'fitting' | 'groups' | 'sequential' | 'diverging';
    /**
     * Ramps from light to dark, by the number of series.
     */
    sequential?: {
      /**
       * The colours of so many series, in order.
       *
       * Items: A fill; "none" leaves it transparent.
       */
      [k: string]: string[];
    };
    /**
     * Ramps to both sides of a light middle, by the number of series.
     */
    diverging?: {
      /**
       * The colours of so many series, in order.
       *
       * Items: A fill; "none" leaves it transparent.
       */
      [k: string]: string[];
    };
    /**
     * Patterns of the series, in order.
     *
     * Items: A pattern.
     */
    patterns?: (
      'solid' | 'rising' | 'falling' | 'level' | 'upright' | 'squares' | 'diamonds' | 'dense' | 'dots' | 'open'
    )[];
  };
  /**
   * Bars.
   */
  bars?: {
    /**
     * Share of the distance between categories that the bars take.
     */
    share?: number;
    /**
     * Greatest width of one bar.
     */
    widest?: string;
    /**
     * Gap between bars of a cluster, as a share of a bar.
     */
    gap?: number;
    /**
     * The outline.
     */
    outline?: {
      /**
       * Line width; 0pt draws none.
       */
      width?: string;
      /**
       * Line colour.
       */
      color?: string;
      /**
       * Dashes. Left out: solid.
       */
      dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
    };
    /**
     * How opaque they are.
     */
    opacity?: number;
    /**
     * Radius of the corners at the end of a bar.
     */
    corner?: string;
  };
  /**
   * Parts of boxes with a look of their own; the box itself is filled as bars are, whiskers are error bars.
   */
  boxes?: {
    /**
     * The line at the median.
     */
    median?: {
      /**
       * Line width. Left out: twice that of error bars.
       */
      width?: string;
      /**
       * Colour. Left out: that of the paper, or of error bars where the box is too light for it.
       */
      color?: string;
    };
    /**
     * The marker of the mean.
     */
    mean?: {
      /**
       * Shape.
       */
      marker?:
        | 'circle'
        | 'square'
        | 'triangle'
        | 'diamond'
        | 'wedge'
        | 'pentagon'
        | 'star'
        | 'plus'
        | 'cross'
        | 'open-circle'
        | 'open-square'
        | 'open-triangle'
        | 'open-diamond'
        | 'open-wedge';
      /**
       * Diameter. Left out: that of all markers.
       */
      size?: string;
      /**
       * Colour. Left out: that of error bars.
       */
      color?: string;
    };
    /**
     * Markers of values beyond the whiskers.
     */
    outliers?: {
      /**
       * Shape.
       */
      marker?:
        | 'circle'
        | 'square'
        | 'triangle'
        | 'diamond'
        | 'wedge'
        | 'pentagon'
        | 'star'
        | 'plus'
        | 'cross'
        | 'open-circle'
        | 'open-square'
        | 'open-triangle'
        | 'open-diamond'
        | 'open-wedge';
      /**
       * Diameter. Left out: that of all markers.
       */
      size?: string;
      /**
       * Colour. Left out: that of the box, or of error bars where the box is too light to be seen on paper.
       */
      color?: string;
    };
    /**
     * Markers of values far beyond them.
     */
    extremes?: {
      /**
       * Shape.
       */
      marker?:
        | 'circle'
        | 'square'
        | 'triangle'
        | 'diamond'
        | 'wedge'
        | 'pentagon'
        | 'star'
        | 'plus'
        | 'cross'
        | 'open-circle'
        | 'open-square'
        | 'open-triangle'
        | 'open-diamond'
        | 'open-wedge';
      /**
       * Diameter. Left out: that of all markers.
       */
      size?: string;
      /**
       * Colour. Left out: that of the box, or of error bars where the box is too light to be seen on paper.
       */
      color?: string;
    };
  };
  /**
   * Markers of points.
   */
  markers?: {
    /**
     * Diameter of a circle; the other shapes have its area.
     */
    size?: string;
    /**
     * Light edge that sets a marker off from its neighbours; 0pt for none.
     */
    edge?: string;
    /**
     * Shapes of the series, in order.
     *
     * Items: A shape.
     */
    shapes?: (
      | 'circle'
      | 'square'
      | 'triangle'
      | 'diamond'
      | 'wedge'
      | 'pentagon'
      | 'star'
      | 'plus'
      | 'cross'
      | 'open-circle'
      | 'open-square'
      | 'open-triangle'
      | 'open-diamond'
      | 'open-wedge'
    )[];
    /**
     * How opaque the markers of single cases are.
     */
    opacity?: number;
  };
  /**
   * Lines of patterns.
   */
  patterns?: {
    /**
     * Line width.
     */
    width?: string;
    /**
     * Distance from line to line.
     */
    step?: string;
  };
  /**
   * Lines of series and of functions.
   */
  lines?: {
    /**
     * Line width.
     */
    width?: string;
    /**
     * Dashes of the series, in order.
     *
     * Items: Dashes.
     */
    dashes?: ('solid' | 'dashed' | 'dotted' | 'long' | 'mixed')[];
    /**
     * Whether markers stand at the values of a line.
     */
    markers?: boolean;
    /**
     * Ends of lines and dashes.
     */
    cap?: 'butt' | 'round' | 'square';
    /**
     * Corners of lines.
     */
    join?: 'round' | 'miter' | 'bevel';
    /**
     * Whether lines are curves through their values, which never swing beyond them.
     */
    smooth?: boolean;
  };
  /**
   * Lines that follow from the data: fits, curves of distribution, ellipses.
   */
  fits?: {
    /**
     * Line width.
     */
    width?: string;
  };
  /**
   * Surfaces between two lines: bands of confidence, areas under curves.
   */
  bands?: {
    /**
     * How opaque they are.
     */
    opacity?: number;
    /**
     * Pattern of lines in place of a light fill. Left out: solid, which is none.
     */
    pattern?: 'solid' | 'rising' | 'falling' | 'level' | 'upright' | 'squares' | 'diamonds' | 'dense' | 'dots' | 'open';
  };
  /**
   * Reference lines.
   */
  references?: {
    /**
     * Line width; 0pt for none.
     */
    width?: string;
    /**
     * Line colour.
     */
    color?: string;
    /**
     * Dashes.
     */
    dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
  };
  /**
   * The box of a chart in space, and what stands in it.
   */
  scene?: {
    /**
     * Fill of the back walls; "none" leaves it transparent.
     */
    walls?: string;
    /**
     * Fill of the floor; "none" leaves it transparent.
     */
    floor?: string;
    /**
     * Which edges of the box are drawn: those of the walls, all, or none.
     */
    box?: 'walls' | 'whole' | 'none';
    /**
     * The edges.
     */
    edges?: {
      /**
       * Line width; 0pt draws none.
       */
      width?: string;
      /**
       * Line colour.
       */
      color?: string;
      /**
       * Dashes. Left out: solid.
       */
      dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
    };
    /**
     * The grid lines on the walls.
     */
    grid?: {
      /**
       * Line width; 0pt draws none.
       */
      width?: string;
      /**
       * Line colour.
       */
      color?: string;
      /**
       * Dashes. Left out: solid.
       */
      dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
    };
    /**
     * The lines from markers to a wall.
     */
    drops?: {
      /**
       * Line width; 0pt draws none.
       */
      width?: string;
      /**
       * Line colour.
       */
      color?: string;
      /**
       * Dashes. Left out: solid.
       */
      dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
    };
    /**
     * Diameter of the marks on walls, as a share of that of the markers.
     */
    shadows?: number;
    /**
     * Ellipsoids and shells.
     */
    surfaces?: {
      /**
       * How opaque they are; 0 for lines alone.
       */
      opacity?: number;
      /**
       * Width of their outline and of the lines on them.
       */
      width?: string;
    };
    /**
     * How much of its colour is kept by what stands back: marks on walls, lines on the far side of surfaces.
     */
    tint?: number;
    /**
     * How much of its colour the farthest marker loses where depth fades.
     */
    fade?: number;
  };
  /**
   * The lines from callouts to what they speak of.
   */
  pointers?: {
    /**
     * Line width; 0pt draws none.
     */
    width?: string;
    /**
     * Line colour.
     */
    color?: string;
    /**
     * Dashes. Left out: solid.
     */
    dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
  };
  /**
   * Slices of a pie.
   */
  slices?: {
    /**
     * Width of the line between slices, in the colour of the paper.
     */
    edge?: string;
  };
  /**
   * Error bars.
   */
  errorBars?: {
    /**
     * Line width.
     */
    width?: string;
    /**
     * Line colour.
     */
    color?: string;
    /**
     * Length of the cross lines at the ends; 0 for none, in text sizes or as a length.
     */
    cap?: number | string;
    /**
     * Width of the light edge that sets them off from a dark bar, or one with a pattern; 0pt for none.
     */
    halo?: string;
  };
  /**
   * Numbers at the marks.
   */
  dataLabels?: {
    /**
     * What they show: nothing, the value, how many cases there are, the share of the whole, or two of these, the second in parentheses.
     */
    show?: ('none' | 'value' | 'count' | 'percent') | ('value' | 'count' | 'percent')[];
    /**
     * Where they stand at bars: beyond the end, inside at the end, in the middle, or at the base; where a bar has no room, beyond its end. Left out: beyond the end, and in the middle of stacked bars.
     */
    place?: 'end' | 'inside' | 'center' | 'base';
    /**
     * How values are written. Decimals left out: those of the data, and one more for means.
     */
    format?: {
      /**
       * Decimals shown. Left out: as many as the numbers need.
       */
      decimals?: number;
      /**
       * Significant digits shown, in place of decimals.
       */
      significant?: number;
      /**
       * Plain, shares of 1 as percent, or powers of ten.
       */
      as?: 'plain' | 'percent' | 'powers';
      /**
       * What the numbers are counted in.
       */
      per?: 'ones' | 'thousands' | 'millions';
      /**
       * Before each number.
       */
      prefix?: string;
      /**
       * After each number.
       */
      suffix?: string;
      /**
       * Whether a zero stands before the decimal mark. Left out: true.
       */
      leadingZero?: boolean;
    };
    /**
     * How shares are written. Decimals left out: none where shares add up without, else one.
     */
    percent?: {
      /**
       * Decimals shown. Left out: as many as the numbers need.
       */
      decimals?: number;
      /**
       * Significant digits shown, in place of decimals.
       */
      significant?: number;
      /**
       * Plain, shares of 1 as percent, or powers of ten.
       */
      as?: 'plain' | 'percent' | 'powers';
      /**
       * What the numbers are counted in.
       */
      per?: 'ones' | 'thousands' | 'millions';
      /**
       * Before each number.
       */
      prefix?: string;
      /**
       * After each number.
       */
      suffix?: string;
      /**
       * Whether a zero stands before the decimal mark. Left out: true.
       */
      leadingZero?: boolean;
    };
    /**
     * Share of its whole, in percent, below which a part has no label. Left out: each has one.
     */
    least?: number;
    /**
     * Whether each share is rounded by itself, or those of a whole together, so that they add up to it: the largest remainders are rounded up.
     */
    rounding?: 'each' | 'sum';
  };
  /**
   * The legend.
   */
  legend?: {
    /**
     * Side of the panel, inside it, or none; "fitting" is on the right, and above rows of answers.
     */
    place?: 'fitting' | 'right' | 'left' | 'top' | 'bottom' | 'inside' | 'none';
    /**
     * Where it stands inside the panel. Left out: where the fewest marks are.
     */
    corner?: 'emptiest' | 'top-left' | 'top-right' | 'bottom-left' | 'bottom-right';
    /**
     * Other words for entries, by the code or name of what they stand for.
     */
    names?: {
      /**
       * The words.
       */
      [k: string]: string;
    };
    /**
     * Order of the entries: as the marks, the other way round, or by hand; those not named come last.
     */
    order?: ('marks' | 'reverse') | (string | number | boolean)[];
    /**
     * Columns beside or inside the panel. Left out: as few as fit.
     */
    columns?: number;
    /**
     * Ground. Left out: that of the paper inside the panel, none beside it; "none" leaves it transparent.
     */
    fill?: string;
    /**
     * The frame.
     */
    frame?: {
      /**
       * Line width; 0pt draws none.
       */
      width?: string;
      /**
       * Line colour.
       */
      color?: string;
      /**
       * Dashes. Left out: solid.
       */
      dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
    };
    /**
     * Keys of fills; lines have a width of their own where none is given.
     */
    key?: {
      /**
       * As the marks look, or a square in their colour.
       */
      shape?: 'marks' | 'square';
      /**
       * Width. Left out: "space.legendKey", in text sizes or as a length.
       */
      width?: number | string;
      /**
       * Height. Left out: "space.legendKey", in text sizes or as a length.
       */
      height?: number | string;
      /**
       * Radius of the corners. Left out: none.
       */
      corner?: string;
    };
    /**
     * Title. Left out: label from the codebook. Empty: none.
     */
    title?: string;
  };
  /**
   * Typefaces from font files (TTF or OTF), by name.
   */
  faces?: {
    /**
     * The files of a typeface.
     */
    [k: string]: {
      /**
       * File of the upright face.
       */
      regular: string;
      /**
       * File of the bold face.
       */
      bold?: string;
      /**
       * File of the italic face.
       */
      italic?: string;
      /**
       * File of the bold italic face.
       */
      boldItalic?: string;
    };
  };
  /**
   * Type: the face, the base size, and each kind of text.
   */
  text?: {
    /**
     * Typeface, one of those that ship or of "faces".
     */
    face?: string;
    /**
     * Typefaces for letters that the others lack, such as those of another script, in the order in which they are asked.
     *
     * Items: A typeface that ships or of "faces".
     */
    further?: string[];
    /**
     * Base size: distances are multiples of it, and each kind of text without a size beside it keeps its proportion to it.
     */
    size?: string;
    /**
     * The axis titles.
     */
    axisTitle?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
      /**
       * Size below which the text never goes.
       */
      least?: string;
    };
    /**
     * The names and numbers along the axes.
     */
    tickLabel?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
      /**
       * Size below which the text never goes.
       */
      least?: string;
    };
    /**
     * The title of the legend.
     */
    legendTitle?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
      /**
       * Size below which the text never goes.
       */
      least?: string;
    };
    /**
     * The words of the legend.
     */
    legendEntry?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
      /**
       * Size below which the text never goes.
       */
      least?: string;
    };
    /**
     * The numbers and names at the marks.
     */
    dataLabel?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
      /**
       * Size below which the text never goes.
       */
      least?: string;
    };
    /**
     * The titles of panels.
     */
    panelTitle?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
      /**
       * Size below which the text never goes.
       */
      least?: string;
    };
    /**
     * The words of callouts.
     */
    callout?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
      /**
       * Size below which the text never goes.
       */
      least?: string;
    };
    /**
     * The heading inside the figure.
     */
    heading?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
      /**
       * Size below which the text never goes.
       */
      least?: string;
    };
    /**
     * The line under the heading.
     */
    subtitle?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
      /**
       * Size below which the text never goes.
       */
      least?: string;
    };
    /**
     * The line at the foot of the figure.
     */
    source?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
      /**
       * Size below which the text never goes.
       */
      least?: string;
    };
    /**
     * The number of the figure in its caption.
     */
    captionNumber?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
    };
    /**
     * The title of the figure in its caption.
     */
    captionTitle?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
    };
    /**
     * The note under the figure.
     */
    note?: {
      /**
       * Typeface. Left out: that of all text.
       */
      face?: string;
      /**
       * Preferred size.
       */
      size?: string;
      /**
       * Weight.
       */
      weight?: 'regular' | 'bold';
      /**
       * Slant.
       */
      slant?: 'upright' | 'italic';
      /**
       * Colour.
       */
      color?: string;
    };
  };
  /**
   * Distances: multiples of the base text size, or lengths.
   */
  space?: {
    /**
     * Empty border around everything, in text sizes or as a length.
     */
    page?: number | string;
    /**
     * Below the heading, in text sizes or as a length.
     */
    heading?: number | string;
    /**
     * Between tick marks and their labels, in text sizes or as a length.
     */
    tickLabel?: number | string;
    /**
     * Between tick labels and axis title, in text sizes or as a length.
     */
    axisTitle?: number | string;
    /**
     * Between legend and panel, in text sizes or as a length.
     */
    legend?: number | string;
    /**
     * Between one legend entry and the next, in text sizes or as a length.
     */
    legendEntry?: number | string;
    /**
     * Side of a legend key, in text sizes or as a length.
     */
    legendKey?: number | string;
    /**
     * Between a mark and its data label, in text sizes or as a length.
     */
    dataLabel?: number | string;
    /**
     * Between caption and image, in text sizes or as a length.
     */
    caption?: number | string;
  };
  /**
   * From which side the figure is laid out: categories, legend, panels, and the side of the upright axis. "language": as its words run. From the right, what is set for the left stands at the right.
   */
  direction?: 'language' | 'left-to-right' | 'right-to-left';
  /**
   * Widths by name, for "size: { width: … }".
   */
  widths?: {
    /**
     * A width.
     */
    [k: string]: string;
  };
  /**
   * Size of the figure on paper. With one side given, the other follows from "ratio".
   */
  size?: {
    /**
     * Width: a length, or a width that the style names.
     */
    width?: string;
    /**
     * Height.
     */
    height?: string;
    /**
     * Width divided by height, for the side that is not given.
     */
    ratio?: number;
    /**
     * Width that the figure will have in the document. Text sizes are judged by it; on a board, by the place of the figure there. Left out: its own.
     */
    placed?: string;
    /**
     * Whether text has its size as drawn, or as placed in the document.
     */
    textAt?: 'drawn' | 'placed';
  };
  /**
   * The area between the axes.
   */
  panel?: {
    /**
     * Least share of the width and height of the figure, before text is made smaller.
     */
    least?: number;
    /**
     * Whether one unit has the same length along both axes. Left out: false.
     */
    equalScales?: boolean;
    /**
     * Ground of the panel. Left out: none; "none" leaves it transparent.
     */
    fill?: string;
    /**
     * The frame about the panel.
     */
    frame?: {
      /**
       * Line width; 0pt draws none.
       */
      width?: string;
      /**
       * Line colour.
       */
      color?: string;
      /**
       * Dashes. Left out: solid.
       */
      dash?: 'solid' | 'dashed' | 'dotted' | 'long' | 'mixed';
    };
  };
  /**
   * Distances from the sides of the page to the panel. Left out: what the words need.
   */
  margins?: {
    /**
     * On the left.
     */
    left?: string;
    /**
     * On the right.
     */
    right?: string;
    /**
     * At the top.
     */
    top?: string;
    /**
     * At the foot.
     */
    bottom?: string;
  };
  /**
   * How files are written, where the call does not say.
   */
  export?: {
    /**
     * Who made the figure: a person or an organisation. Left out: nobody is named.
     */
    author?: string;
    /**
     * Name of the files in a folder, without ending. {id}, {number}, {style}, {width} and {height} in mm, {dpi} and {inks} stand for those of the figure.
     */
    name?: string;
    /**
     * SVG text as outlines, or live with the face inside.
     */
    text?: 'outlines' | 'live';
    /**
     * Resolution of pictures, in dots per inch.
     */
    dpi?: number;
    /**
     * All colours, greys of the same lightness, or black alone.
     */
    inks?: 'color' | 'grey' | 'black';
    /**
     * Whether the paper is drawn. auto: under pictures (PNG, TIFF) alone.
     */
    ground?: 'auto' | 'paper' | 'none';
    /**
     * What files carry of what they were made of, to be given back by "unpack": nothing, the settings (figure, codebook and styles, without remarks and folders), or all (also the columns of the table that are drawn).
     */
    carries?: 'nothing' | 'settings' | 'all';
    /**
     * The most that files may carry. Of several styles and the figure the least counts.
     */
    carriesAtMost?: 'nothing' | 'settings' | 'all';
  };
}

/**
 * A board file: several figures on one plate.
 */
export interface BoardFile {
  /**
   * Kind and version of the file.
   */
  hexis: 'board/1';
  /**
   * Name of the board; its files are named after it. Left out: the name of this file.
   */
  id?: string;
  /**
   * The figure files, from the upper left; paths are from the folder of this file.
   *
   * Items: A figure file.
   */
  figures: string[];
  /**
   * Figures beside each other. Left out: 2.
   */
  across?: number;
  /**
   * Whether each figure has a letter. Left out: true.
   */
  letters?: boolean;
  /**
   * Distance between figures. Left out: 6mm.
   */
  gap?: string;
  /**
   * Size of the board on paper.
   */
  size: {
    /**
     * Width.
     */
    width: string;
    /**
     * Height.
     */
    height: string;
  };
  /**
   * Language of all figures, as BCP 47 names it. Left out: each has its own.
   */
  language?: string;
  /**
   * House style of all figures: a built-in name or a path. Left out: each has its own.
   */
  style?: string;
  /**
   * Number, title and note of the board.
   */
  caption?: {
    /**
     * Number of the figure in its document.
     */
    number?: number;
    /**
     * Title: short, but telling.
     */
    title?:
      | string
      | {
          /**
           * A text.
           */
          [k: string]: string;
        };
    /**
     * Note under the board. "auto" joins the notes of the figures, each after its letter.
     */
    note?:
      | string
      | {
          /**
           * A text.
           */
          [k: string]: string;
        };
  };
  /**
   * The board in words. Left out: the words of its figures, each after its letter.
   */
  altText?:
    | string
    | {
        /**
         * A text.
         */
        [k: string]: string;
      };
  /**
   * Rules that this figure does not follow, each with the reason, which the check and the proof show.
   */
  waive?: {
    /**
     * Why this figure does not follow the rule.
     */
    reading?: string;
    /**
     * Why this figure does not follow the rule.
     */
    measure?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'missing-share'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'missing-rows'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'axis-title'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'dual-words'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    heading?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'caption-title'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    language?: string;
    /**
     * Why this figure does not follow the rule.
     */
    digits?: string;
    /**
     * Why this figure does not follow the rule.
     */
    direction?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'alt-text'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'error-note'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'zero-base'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'scale-honesty'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'empty-scale'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'cut-off'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    ticks?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'invisible-ink'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    contrast?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'hidden-marks'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'tell-apart'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'series-count'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    legend?: string;
    /**
     * Why this figure does not follow the rule.
     */
    chrome?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'shares-sum'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    rounding?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'text-size'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'text-face'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'text-overlap'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'label-overlap'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'ink-outside'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'line-weight'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    placed?: string;
    /**
     * Why this figure does not follow the rule.
     */
    resolution?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'idle-setting'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'idle-waiver'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'banned-words'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    'palette-only'?: string;
    /**
     * Why this figure does not follow the rule.
     */
    widths?: string;
  };
}

/**
 * A report file: the figures of one document.
 */
export interface ReportFile {
  /**
   * Kind and version of the file.
   */
  hexis: 'report/1';
  /**
   * Name of the report. Left out: the name of this file.
   */
  id?: string;
  /**
   * Title of the document.
   */
  title?:
    | string
    | {
        /**
         * A text.
         */
        [k: string]: string;
      };
  /**
   * Who wrote it.
   */
  author?: string;
  /**
   * Language of the document and of all its figures, as BCP 47 names it. Left out: that of the figures.
   */
  language?: string;
  /**
   * House style of all figures: a built-in name or a path. Left out: each figure has its own.
   */
  style?: string;
  /**
   * Width of the figures in the document: a length, or a name of the style. Left out: as each figure says.
   */
  width?: string;
  /**
   * The page of the document. Left out: that of the style.
   */
  page?: {
    /**
     * Width of the paper.
     */
    width?: string;
    /**
     * Height of the paper.
     */
    height?: string;
    /**
     * Margin on all four sides.
     */
    margin?: string;
    /**
     * Margin on the left. Left out: that of all four sides.
     */
    left?: string;
    /**
     * Margin on the right. Left out: that of all four sides.
     */
    right?: string;
    /**
     * Margin at the top. Left out: that of all four sides.
     */
    top?: string;
    /**
     * Margin at the foot. Left out: that of all four sides.
     */
    bottom?: string;
  };
  /**
   * How the figures are numbered.
   */
  numbering?: {
    /**
     * Number of the first figure. Left out: 1.
     */
    from?: number;
    /**
     * Chapter before each number, with a point between.
     */
    chapter?: string | number | boolean;
    /**
     * Letters before each number.
     */
    prefix?: string;
  };
  /**
   * Settings of the look that all figures share: over those of the style, below those of a figure file.
   */
  shared?: Partial<
    Pick<
      FigureFile,
      | 'language'
      | 'wording'
      | 'words'
      | 'numbers'
      | 'heading'
      | 'captionForm'
      | 'axes'
      | 'colors'
      | 'palette'
      | 'bars'
      | 'boxes'
      | 'markers'
      | 'patterns'
      | 'lines'
      | 'fits'
      | 'bands'
      | 'references'
      | 'scene'
      | 'pointers'
      | 'slices'
      | 'errorBars'
      | 'dataLabels'
      | 'legend'
      | 'faces'
      | 'text'
      | 'space'
      | 'direction'
      | 'widths'
      | 'size'
      | 'panel'
      | 'margins'
      | 'export'
    >
  >;
  /**
   * The figures and boards, in order.
   *
   * Items: A figure or board file, or one with what has to be said about it.
   */
  figures: (
    | string
    | {
        /**
         * A figure or board file, from the folder of this file.
         */
        file: string;
        /**
         * Width in the document: a length, or a name of the style. Left out: as the report says.
         */
        width?: string;
        /**
         * Words that stand before it; a blank line begins a paragraph.
         */
        before?:
          | string
          | {
              /**
               * A text.
               */
              [k: string]: string;
            };
        /**
         * Its number, from which the next ones count on. Left out: the next.
         */
        number?: number;
        /**
         * Rules across figures that are not followed here, each with the reason, which the check shows.
         */
        waive?: {
          /**
           * Why the rule is not followed.
           */
          numbering?: string;
          /**
           * Why the rule is not followed.
           */
          'figure-title'?: string;
          /**
           * Why the rule is not followed.
           */
          'one-name'?: string;
          /**
           * Why the rule is not followed.
           */
          'one-look'?: string;
          /**
           * Why the rule is not followed.
           */
          'one-variable'?: string;
          /**
           * Why the rule is not followed.
           */
          'one-language'?: string;
          /**
           * Why the rule is not followed.
           */
          'one-scale'?: string;
          /**
           * Why the rule is not followed.
           */
          'one-kind'?: string;
          /**
           * Why the rule is not followed.
           */
          'one-text-size'?: string;
          /**
           * Why the rule is not followed.
           */
          'one-width'?: string;
          /**
           * Why the rule is not followed.
           */
          'up-to-date'?: string;
        };
      }
  )[];
  /**
   * Rules across figures that are not followed here, each with the reason, which the check shows.
   */
  waive?: {
    /**
     * Why the rule is not followed.
     */
    numbering?: string;
    /**
     * Why the rule is not followed.
     */
    'figure-title'?: string;
    /**
     * Why the rule is not followed.
     */
    'one-name'?: string;
    /**
     * Why the rule is not followed.
     */
    'one-look'?: string;
    /**
     * Why the rule is not followed.
     */
    'one-variable'?: string;
    /**
     * Why the rule is not followed.
     */
    'one-language'?: string;
    /**
     * Why the rule is not followed.
     */
    'one-scale'?: string;
    /**
     * Why the rule is not followed.
     */
    'one-kind'?: string;
    /**
     * Why the rule is not followed.
     */
    'one-text-size'?: string;
    /**
     * Why the rule is not followed.
     */
    'one-width'?: string;
    /**
     * Why the rule is not followed.
     */
    'up-to-date'?: string;
  };
}

/**
 * A codebook: what is known of the columns of a table.
 */
export interface CodebookFile {
  /**
   * Kind and version of the file.
   */
  hexis: 'codebook/1';
  /**
   * What one row is, in the plural; used in counts and notes.
   */
  cases?:
    | string
    | {
        /**
         * A text.
         */
        [k: string]: string;
      };
  /**
   * Decimal mark in the table.
   */
  decimalMark?: '.' | ',';
  /**
   * Mark between groups of three digits in the table. Left out: found out, or asked for.
   */
  thousandsMark?: '.' | ',' | ' ' | "'" | 'none';
  /**
   * The columns, by their names in the table.
   */
  variables?: {
    /**
     * One column of the table.
     */
    [k: string]: {
      /**
       * Name in words, as figures show it.
       */
      label?:
        | string
        | {
            /**
             * A text.
             */
            [k: string]: string;
          };
      /**
       * Unit of measurement.
       */
      unit?:
        | string
        | {
            /**
             * A text.
             */
            [k: string]: string;
          };
      /**
       * What its values are: names, names in order, numbers, or dates.
       */
      measure?: 'nominal' | 'ordinal' | 'numeric' | 'date';
      /**
       * The categories in their order: codes with their names, or a list where the codes are the names.
       */
      values?:
        | {
            /**
             * Name.
             */
            [k: string]:
              | string
              | {
                  /**
                   * A text.
                   */
                  [k: string]: string;
                };
          }
        | (string | number | boolean)[];
      /**
       * Colours tied to values, by code.
       */
      colors?: {
        /**
         * A fill.
         */
        [k: string]: string;
      };
      /**
       * Codes that stand for a missing value.
       *
       * Items: A code.
       */
      missing?: (string | number | boolean)[];
      /**
       * Decimals that the values are measured to.
       */
      decimals?: number;
      /**
       * What the column is computed from, where the table has no such column: other columns with + - * / ^, brackets and functions.
       */
      formula?: string;
      /**
       * Order of day and month in dates such as 3/4/2026.
       */
      dateOrder?: 'day-month' | 'month-day';
      /**
       * Rising edges that cut its numbers into categories, for charts that use it as one. Each holds its lower edge.
       *
       * Items: An edge.
       */
      bands?: number[];
      /**
       * Lowest and highest possible value.
       *
       * Items: A limit.
       */
      range?: number[];
    };
  };
}

export interface StyleHead {
  /**
   * Kind and version of the file.
   */
  hexis: 'style/1';
  /**
   * Name of the style, as messages say it.
   */
  name?: string;
  /**
   * What the style is for.
   */
  description?: string;
  /**
   * The style that this one builds on: a built-in name or a path. Left out: plain.
   */
  extends?: string;
  /**
   * The page of a document into which figures are bound.
   */
  document?: {
    /**
     * Width of the paper.
     */
    width?: string;
    /**
     * Height of the paper.
     */
    height?: string;
    /**
     * Margin on all four sides.
     */
    margin?: string;
    /**
     * Margin on the left. Left out: that of all four sides.
     */
    left?: string;
    /**
     * Margin on the right. Left out: that of all four sides.
     */
    right?: string;
    /**
     * Margin at the top. Left out: that of all four sides.
     */
    top?: string;
    /**
     * Margin at the foot. Left out: that of all four sides.
     */
    bottom?: string;
  };
  /**
   * The rules of the check: how grave a finding is, and limits.
   */
  check?: {
    /**
     * The table is read as its author means it, and holds what the codebook calls possible.
     */
    reading?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Categories are used as categories, measured numbers as numbers, and a mean stands for several cases.
     */
    measure?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The most categories of an axis.
           */
          categories?: number;
        };
    /**
     * No group lacks many more values than the others.
     */
    'missing-share'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * By how much the share of missing values may be larger in one group.
           */
          difference?: number;
          /**
           * The fewest missing values in a group that are spoken of.
           */
          cases?: number;
        };
    /**
     * The note says how many cases were left out, and no other number of cases than there are.
     */
    'missing-rows'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Every axis with numbers says what they measure and in which unit, in words.
     */
    'axis-title'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Nothing is said twice.
     */
    'dual-words'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * The title stands in the caption, not inside the image.
     */
    heading?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: off, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * A figure with a caption has a title, and it is about what the figure shows.
     */
    'caption-title'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * All words of a figure are in one language.
     */
    language?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * All numbers of a figure are in digits of one kind.
     */
    digits?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * A figure is laid out from the side from which its words are read.
     */
    direction?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The share of letters from the right above which this is said.
           */
          share?: number;
        };
    /**
     * The figure has a description for readers who do not see it, which says more than its title.
     */
    'alt-text'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The shortest description.
           */
          least?: number;
        };
    /**
     * The note says what error bars and bands show, with their level.
     */
    'error-note'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Bars start at zero.
     */
    'zero-base'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Limits chosen by hand do not make differences look larger than they are.
     */
    'scale-honesty'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * How many times as large as over the possible range.
           */
          most?: number;
        };
    /**
     * An axis is not mostly empty.
     */
    'empty-scale'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The largest empty share at an end.
           */
          most?: number;
        };
    /**
     * No mark lies beyond the limits of an axis.
     */
    'cut-off'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * An axis has as many ticks as readers need, and their labels say no more than they must.
     */
    ticks?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The fewest labels of an axis.
           */
          least?: number;
          /**
           * The most labels of an axis.
           */
          most?: number;
        };
    /**
     * No mark, line or word has the colour of what lies under it.
     */
    'invisible-ink'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The least contrast of marks and their pieces.
           */
          marks?: number;
          /**
           * The least contrast of lines of axes and grid.
           */
          lines?: number;
        };
    /**
     * Words and marks stand out from what lies under them.
     */
    contrast?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The least contrast of words.
           */
          words?: number;
          /**
           * The least contrast of marks.
           */
          marks?: number;
        };
    /**
     * Markers of cases do not hide each other.
     */
    'hidden-marks'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The largest share of markers that are hidden.
           */
          share?: number;
        };
    /**
     * All groups of a legend can be told apart, by every reader and in grey.
     */
    'tell-apart'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The least distance of two colours, by any reader.
           */
          distance?: number;
          /**
           * The least difference of lightness in grey.
           */
          grey?: number;
        };
    /**
     * There are no more slices, lines or colours than readers can hold apart.
     */
    'series-count'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The most slices of a pie.
           */
          slices?: number;
          /**
           * The most lines of a panel.
           */
          lines?: number;
          /**
           * The most groups of a legend.
           */
          groups?: number;
        };
    /**
     * A legend has two entries or more, each with words and with ink of the figure, in the order of the marks.
     */
    legend?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Nothing is drawn that carries no data: no grid, no frame, no ground.
     */
    chrome?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: off, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Percentages that make a whole add up to 100.
     */
    'shares-sum'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * By how much each part may be rounded.
           */
          slack?: number;
        };
    /**
     * Labels do not contradict what they stand for.
     */
    rounding?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * All words can be read at the size at which they are printed.
     */
    'text-size'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The smallest letters.
           */
          least?: string;
          /**
           * The largest letters.
           */
          most?: string;
          /**
           * The least share of their size to which words are shrunk so that they fit.
           */
          shrunk?: number;
        };
    /**
     * All words of a figure are set in one typeface, and every letter is there.
     */
    'text-face'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * Typefaces that no word may have.
           *
           * Items: A word.
           */
          banned?: string[];
        };
    /**
     * No words stand on other words, and neither a legend nor a callout on the data.
     */
    'text-overlap'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Names and numbers at marks stand clear of other marks.
     */
    'label-overlap'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * All ink is on the page.
     */
    'ink-outside'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Lines are neither too thin to print nor too thick.
     */
    'line-weight'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The thinnest lines.
           */
          least?: string;
          /**
           * The thickest lines.
           */
          most?: string;
        };
    /**
     * The figure is no wider than the text of its document.
     */
    placed?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Pictures are sharp at the size at which they are printed.
     */
    resolution?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * The fewest pixels per inch.
           */
          least?: number;
        };
    /**
     * Every setting of the figure file changes something in the figure.
     */
    'idle-setting'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * A waiver is of a rule that would speak.
     */
    'idle-waiver'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Titles have none of the words that the house does not use.
     */
    'banned-words'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * Words that no title has; whole words, in any case.
           *
           * Items: A word.
           */
          words?: string[];
        };
    /**
     * Marks have no other colours than those of the house style.
     */
    'palette-only'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: off, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * The figure has one of the widths of the house.
     */
    widths?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
          /**
           * Widths that a figure may have: names of the style, or lengths.
           *
           * Items: A word.
           */
          of?: string[];
        };
    /**
     * Figures are numbered one after the other, without holes and none twice.
     */
    numbering?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Each figure has a title.
     */
    'figure-title'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * A group has the same name in every figure.
     */
    'one-name'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * A group has the same colour in every figure, and the same pattern, marker and dashes in figures of one kind.
     */
    'one-look'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * A variable has the same words, unit and form of numbers in every figure.
     */
    'one-variable'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * All figures of a document speak one language.
     */
    'one-language'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: error, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Figures of one kind that show the same variable have the same scale.
     */
    'one-scale'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * The same summary of the same variables is drawn as the same kind of chart.
     */
    'one-kind'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Words of one kind have one size in all figures, as they are printed.
     */
    'one-text-size'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * Figures have a few widths, not widths that differ by a hair.
     */
    'one-width'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
    /**
     * The document shows figures of the data as they are now.
     */
    'up-to-date'?:
      | ('error' | 'warning' | 'off')
      | {
          /**
           * How grave a finding is. Left out: warning, or as the style below says.
           */
          severity?: 'error' | 'warning' | 'off';
        };
  };
}

/** A house style: what all figures of an organisation share. */
export interface StyleFile extends StyleHead, Pick<FigureFile, 'language' | 'wording' | 'words' | 'numbers' | 'heading' | 'captionForm' | 'axes' | 'colors' | 'palette' | 'bars' | 'boxes' | 'markers' | 'patterns' | 'lines' | 'fits' | 'bands' | 'references' | 'scene' | 'pointers' | 'slices' | 'errorBars' | 'dataLabels' | 'legend' | 'faces' | 'text' | 'space' | 'direction' | 'widths' | 'size' | 'panel' | 'margins' | 'export'> {}
