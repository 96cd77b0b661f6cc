import type { Description } from './problem.js';

/** `a, b, c or d`; long lists are cut with their length said. */
function list(items: readonly string[], most = 12): string {
  const shown = items.slice(0, most);
  if (items.length > most) return `${shown.join(', ')} … (${items.length} in all)`;
  return shown.length < 2 ? shown.join('') : `${shown.slice(0, -1).join(', ')} or ${shown.at(-1)}`;
}

const plural = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`;
const lengthExample = '8cm, 80mm, 3.2in, 230pt or 300px';

interface Nearest {
  nearest?: string | undefined;
}

const written = ({ nearest }: Nearest) => (nearest === undefined ? {} : { write: nearest });

/** The words of every problem. The key is its code; the argument its facts. */
export const wordings = {
  // Files
  'file-missing': (f: { path: string; what: string; named: boolean } & Nearest) => ({
    found: `there is no file ${f.path}`,
    expected: f.named ? `${f.what}, with its path from the folder of the file that names it` : f.what,
    ...written(f),
  }),
  'file-unreadable': (f: { path: string; reason: string }) => ({
    found: `${f.path} cannot be read: ${f.reason}`,
  }),
  'file-empty': (f: { what: string; first: string }) => ({
    found: 'the file is empty',
    expected: f.what,
    write: f.first,
  }),
  'yaml-broken': (f: { reason: string }) => ({ found: f.reason }),
  'wrong-file-kind': (f: { found: string; expected: string }) => ({
    found: `this is a ${f.found} file`,
    expected: `a ${f.expected} file, which starts with "hexis: ${f.expected}/1"`,
  }),
  'file-kind-missing': (f: { kind: string }) => ({
    found: 'the file does not say what it is',
    expected: `a ${f.kind} file, which starts with "hexis: ${f.kind}/1"`,
    write: `hexis: ${f.kind}/1`,
  }),
  'file-kind-unknown': (f: { found: string; known: string[] } & Nearest) => ({
    found: `"hexis: ${f.found}" is no kind of file that this version reads`,
    expected: list(f.known),
    ...(f.nearest === undefined ? {} : { write: `hexis: ${f.nearest}` }),
  }),

  // Keys and values
  'unknown-key': (f: { key: string; where: string; known: string[] } & Nearest) => ({
    found: `there is no setting "${f.key}"${f.where === '' ? '' : ` in ${f.where}`}`,
    expected: list(f.known, 30),
    ...written(f),
  }),
  'missing-key': (f: { key: string; where: string; expects: string; example?: string | undefined }) => ({
    found: `${f.where === '' ? 'the file' : f.where} lacks "${f.key}"`,
    expected: f.expects,
    ...(f.example === undefined ? {} : { write: `${f.key}: ${f.example}` }),
  }),
  'wrong-type': (f: { path: string; found: string; expects: string; example?: string | undefined }) => ({
    found: `${f.path} is ${f.found}`,
    expected: f.expects,
    ...(f.example === undefined ? {} : { write: `${f.path.split('.').at(-1)}: ${f.example}` }),
  }),
  'wrong-value': (f: { path: string; found: string; options: string[] } & Nearest) => ({
    found: `${f.path} is ${f.found}`,
    expected: list(f.options),
    ...(f.nearest === undefined ? {} : { write: `${f.path.split('.').at(-1)}: ${f.nearest}` }),
  }),
  'length-without-unit': (f: { path: string; found: string }) => ({
    found: `${f.path} is ${f.found}, a length without a unit`,
    expected: `a length with its unit: ${lengthExample}`,
    write: `${f.path.split('.').at(-1)}: ${f.found}${Number(f.found) > 30 ? 'mm' : 'cm'}`,
  }),
  'bad-length': (f: { path: string; found: string }) => ({
    found: `${f.path} is ${f.found}`,
    expected: `a length: ${lengthExample}`,
  }),
  'bad-color': (f: { path: string; found: string; known: string[] } & Nearest) => ({
    found: `${f.path} is "${f.found}", which is neither a colour of the house style nor a CSS colour`,
    expected: `a CSS colour such as "#20563a" or teal${f.known.length === 0 ? '' : `, or one of the style: ${list(f.known)}`}`,
    ...written(f),
  }),
  'width-unknown': (f: { path: string; found: string; known: string[] } & Nearest) => ({
    found: `${f.path} is "${f.found}", neither a length nor a width that the house style names`,
    expected: `${lengthExample}${f.known.length === 0 ? '' : `, or ${list(f.known)}`}`,
    ...written(f),
  }),
  'limits-reversed': (f: { path: string; from: number; to: number }) => ({
    found: `${f.path} runs from ${f.from} to ${f.to}`,
    expected: 'a lower limit below the upper one',
    write: `from: ${Math.min(f.from, f.to)}\nto: ${Math.max(f.from, f.to)}`,
  }),
  'step-too-small': (f: { path: string; step: number; count: number; suggestion: number }) => ({
    found: `${f.path} is ${f.step}, which makes ${f.count} ticks`,
    expected: 'at most 200 ticks on an axis',
    write: `step: ${f.suggestion}`,
  }),
  'axis-not-measured': (f: { path: string; key: string; other: string }) => ({
    found: `${f.path} shows categories, which have no "${f.key}"`,
    expected: `"${f.key}" on the axis of the values, axes.${f.other}`,
  }),

  // Styles and faces
  'style-missing': (f: { name: string; known: string[] } & Nearest) => ({
    found: `there is no house style "${f.name}"`,
    expected: `${list(f.known)}, or the path of a style file`,
    ...(f.nearest === undefined ? {} : { write: `style: ${f.nearest}` }),
  }),
  'style-circle': (f: { chain: string[] }) => ({
    found: `the house styles extend each other in a circle: ${f.chain.join(' → ')}`,
    expected: 'a chain of styles that ends',
  }),
  'face-unknown': (f: { face: string; known: string[] } & Nearest) => ({
    found: `the typeface "${f.face}" is not at hand`,
    expected: `${list(f.known)}, or a face whose files "faces" names`,
    ...(f.nearest === undefined
      ? { write: `faces:\n  ${f.face}: { regular: fonts/${f.face.replace(/\s/g, '')}.ttf }` }
      : { write: f.nearest }),
  }),
  'font-unreadable': (f: { path: string; reason: string }) => ({
    found: `${f.path} is not a font that can be read (${f.reason})`,
    expected: 'a TTF or OTF file',
  }),
  'variant-missing': (f: { face: string; variants: string[] }) => ({
    found: `the typeface "${f.face}" has no file for ${f.variants.join(', ')}; the regular face is drawn instead`,
    expected: `faces: ${f.face}: { ${f.variants[0]}: … }`,
  }),
  'glyph-missing': (f: { face: string; characters: string[] }) => ({
    found: `the typeface "${f.face}" has no glyph for ${list(f.characters.map((c) => `"${c}"`))}; an empty box is drawn`,
    expected: 'a typeface that has it, named under "faces"',
  }),

  // Tables
  'table-empty': (_: Record<never, never>) => ({
    found: 'the table has no rows',
    expected: 'a first line with the names of the columns, then one line for each case',
  }),
  'table-quote-open': (_: Record<never, never>) => ({
    found: 'a quotation mark is opened here and not closed',
    expected: 'a closing " before the next separator; a quotation mark inside a quoted cell is written ""',
  }),
  'table-ragged': (f: { found: number; expected: number; more: number }) => ({
    found: `this row has ${plural(f.found, 'cell')}${f.more > 0 ? `, and ${plural(f.more, 'further row')} differ from the first line` : ''}`,
    expected: `${plural(f.expected, 'cell')}, as the first line has`,
  }),
  'column-twice': (f: { column: string }) => ({
    found: `two columns are named "${f.column}"`,
    expected: 'a name of its own for each column',
  }),
  'column-unknown': (f: { column: string; table: string; known: string[] } & Nearest) => ({
    found: `${f.table} has no column "${f.column}"`,
    expected: list(f.known, 30),
    ...written(f),
  }),
  'not-a-number': (f: { column: string; text: string; count: number; others: string[] }) => ({
    found: `"${f.text}" in column ${f.column} is not a number${f.count > 1 ? `; ${f.count} cells of the column are not${f.others.length > 0 ? ` ("${f.others.join('", "')}")` : ''}` : ''}`,
    expected: 'a number, an empty cell, or a missing code that the codebook names',
    write: `variables:\n  ${f.column}: { missing: [${[f.text, ...f.others].map((text) => JSON.stringify(text)).join(', ')}] }`,
  }),
  'decimal-comma': (f: { column: string; text: string }) => ({
    found: `"${f.text}" in column ${f.column} has a decimal comma`,
    expected: 'decimal points, or a file that says it has commas',
    write: 'decimalMark: ","     (in the codebook)',
  }),

  'out-of-range': (f: { column: string; text: string; count: number; low: number; high: number }) => ({
    found: `${f.column} is ${f.text} here, and ${f.low} to ${f.high} is possible${f.count > 1 ? `; ${f.count} cells are outside` : ''}`,
    expected: `a missing code for it (variables: ${f.column}: missing: [${f.text}]), or a wider range`,
  }),

  // Variables in their places
  'category-as-measured': (f: { column: string; measure: string; path: string; numeric: string[] }) => ({
    found: `${f.path} is ${f.column}, a ${f.measure} variable: its codes name categories and have no mean`,
    expected:
      f.numeric.length === 0
        ? 'a variable with measure: numeric'
        : `a numeric variable: ${list(f.numeric)}; or "summary: count"`,
  }),
  'measured-as-category': (f: { column: string; path: string; count: number }) => ({
    found: `${f.path} is ${f.column}, which has ${f.count} different values`,
    expected: 'a variable with at most 500 categories',
  }),
  'value-unknown': (f: { column: string; value: string; path: string; known: string[] } & Nearest) => ({
    found: `${f.path}: ${f.column} has no value "${f.value}"`,
    expected: list(f.known),
    ...written(f),
  }),
  'variable-unused': (f: { column: string; path: string; used: string[] }) => ({
    found: `${f.path} names ${f.column}, which this chart does not show as groups`,
    expected: f.used.length === 0 ? 'no accents in a chart without groups' : list(f.used),
  }),
  'same-variable': (f: { column: string; path: string; other: string }) => ({
    found: `${f.path} is ${f.column}, which ${f.other} is already`,
    expected: 'another variable',
  }),
  'value-not-named': (f: { column: string; value: string; count: number; table: string }) => ({
    found: `${f.column} has the value "${f.value}" in ${plural(f.count, 'row')} of ${f.table}, and the codebook does not name it`,
    expected: `variables: ${f.column}: values: { ${f.value}: … }, or missing: [${f.value}]`,
  }),
  'no-rows': (f: { table: string; rows: number; reasons: { reason: string; count: number }[] }) => ({
    found: `no row of ${f.table} is left to draw${f.rows === 0 ? '' : ` (of ${f.rows}: ${f.reasons.map((r) => `${r.count} where ${r.reason}`).join(', ')})`}`,
    expected: 'at least one row with a value and a category',
  }),
  'one-case': (f: { groups: string[]; shows: string }) => ({
    found: `${list(f.groups)}: only one case, so ${f.shows === 'ci' ? 'a confidence interval' : f.shows === 'se' ? 'a standard error' : 'a standard deviation'} cannot be computed; the bar is drawn without one`,
  }),
  'value-needed': (f: { summary: string; columns: string[] }) => ({
    found: `chart.summary is ${f.summary}, but no variable to summarise is named`,
    expected: `"value" with one of the columns: ${list(f.columns, 30)}; or "summary: count"`,
    write: `value: ${f.columns[0] ?? 'NAME'}`,
  }),
  'value-idle': (f: { summary: string; column: string }) => ({
    found: `chart.summary is ${f.summary}, which takes no variable, but "value" names ${f.column}`,
    expected: '"summary: mean", or no "value"',
  }),
  'setting-idle': (f: { path: string; needs: string }) => ({
    found: `${f.path} has nothing to act on`,
    expected: f.needs,
  }),
  'error-needs-mean': (f: { summary: string; shows: string }) => ({
    found: `error bars (${f.shows}) are defined for means, and chart.summary is ${f.summary}`,
    expected: '"summary: mean", or no "error"',
  }),
  'one-of-several': (f: { path: string; others: string[]; where: string }) => ({
    found: `${f.path} is given beside ${list(f.others)}`,
    expected: `one of them in ${f.where}`,
  }),
  'percentiles-wrong': (f: { low: number; high: number }) => ({
    found: `chart.whiskers reaches from percentile ${f.low} to percentile ${f.high}`,
    expected: 'a lower percentile below the upper one, both from 0 to 100',
    write: 'low: 5\nhigh: 95',
  }),
  'edges-not-rising': (f: { path: string }) => ({
    found: `${f.path} does not rise from edge to edge`,
    expected: 'at least two numbers, each greater than the one before',
    write: 'edges: [0, 2, 4, 8]',
  }),
  'too-many-bins': (f: { count: number; most: number }) => ({
    found: `this makes ${f.count} bins`,
    expected: `from 1 to ${f.most} bins; a wider "width", or a "count"`,
  }),
  'outside-edges': (f: { count: number; total: number }) => ({
    found: `${f.count} of ${plural(f.total, 'value')} are outside the edges and not shown`,
    expected: 'edges that hold all values',
  }),
  'given-many': (f: { group: string; count: number }) => ({
    found: `${f.group} has ${f.count} rows, and "summary: given" draws values as they stand in the table`,
    expected: 'one row for each bar, or a summary such as mean or sum',
    write: 'summary: mean',
  }),

  // What was laid out
  'too-small': (f: { width: string; height: string; needs: string }) => ({
    found: `the figure is ${f.width} × ${f.height}, too small for its words at their least size`,
    expected: f.needs,
  }),
  'text-shrunk': (f: { least: number; preferred: number; percent: number }) => ({
    found: `the words did not fit at their size: all text is set at ${f.percent}% of it, the smallest at ${f.least} pt`,
    expected: 'a larger figure, or fewer and shorter words',
  }),
  'labels-thinned': (f: { axis: string; shown: number; count: number }) => ({
    found: `axes.${f.axis}: ${f.shown} of ${f.count} category names fit; the others are not drawn`,
    expected: `a larger figure, fewer categories, or "direction: ${f.axis === 'x' ? 'horizontal' : 'vertical'}"`,
  }),
  'data-labels-left-out': (f: { count: number }) => ({
    found: `${plural(f.count, 'data label')} did not fit and ${f.count === 1 ? 'is' : 'are'} not drawn`,
    expected: 'a larger figure, or fewer decimals',
  }),
  'decimals-too-few': (f: { path: string; decimals: number; needed: number }) => ({
    found: `${f.path} is ${f.decimals}, and the ticks of this axis need ${f.needed}; they are written with ${f.needed}`,
    expected: 'a step that these decimals can write, or more decimals',
    write: `decimals: ${f.needed}`,
  }),
  'colors-repeat': (f: { groups: number; colors: number }) => ({
    found: `there are ${f.groups} groups and ${f.colors} colours, so colours repeat`,
    expected: 'fewer groups, or more colours under palette.groups',
  }),
  'data-outside': (f: { axis: string; count: number; low: string; high: string }) => ({
    found: `the limits of axes.${f.axis} cut ${plural(f.count, 'mark')} off; the data reach from ${f.low} to ${f.high}`,
    expected: 'limits that hold the data',
  }),

  // The command
  'no-output-folder': (f: { folder: string; make: string }) => ({
    found: `the folder ${f.folder} does not exist`,
    expected: 'a folder to write into',
    write: f.make,
  }),
  'not-writable': (f: { path: string; reason: string }) => ({ found: `${f.path} cannot be written: ${f.reason}` }),
  'format-unknown': (f: { found: string; known: string[] } & Nearest) => ({
    found: `"${f.found}" is no format that can be written`,
    expected: list(f.known),
    ...written(f),
  }),
  'ending-missing': (f: { path: string; known: string[] }) => ({
    found: `the ending of ${f.path} does not say the format`,
    expected: `a file that ends in ${list(f.known.map((name) => `.${name}`))}, or a folder`,
  }),
  'one-file-many': (f: { path: string; count: number; what: string }) => ({
    found: `-o names one file, ${f.path}, for ${plural(f.count, f.what)}`,
    expected: 'a folder for several',
    write: `-o ${f.path.replace(/\.[^./\\]*$/, '')}/`,
  }),
  'same-output': (f: { path: string }) => ({
    found: `two figures would be written to ${f.path}`,
    expected: 'a different "id" in each figure file',
  }),
  'bad-option': (f: { option: string; found: string; expects: string; example: string }) => ({
    found: `${f.option} is "${f.found}"`,
    expected: f.expects,
    write: f.example,
  }),
  'picture-too-large': (f: { width: number; height: number; dpi: number; most: number }) => ({
    found: `${f.dpi} dots per inch make a picture of ${f.width} × ${f.height} pixels`,
    expected: `at most ${f.most} million pixels`,
    write: '--dpi 300',
  }),
} satisfies Record<string, (facts: never) => Description>;

export type ProblemCode = keyof typeof wordings;
export type Facts<C extends ProblemCode> = Parameters<(typeof wordings)[C]>[0];
