/**
 * Writes what is made from the schemas: schemas/*.schema.json for editors, a page of docs/ for each kind of file, and the
 * types of the files for programs.
 *
 *   npm run build && npm run docs            writes
 *   node scripts/writeDocs.mjs --check       fails where a file is not what the schemas give
 */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { chartKinds } from '../dist/core/chart/kinds.js';
import { fileKinds } from '../dist/core/project/files/fileKinds.js';
import { publishedSchema } from '../dist/core/project/files/publishedSchema.js';
import { notes } from '../dist/core/schema/fields.js';
import { languageOf, languages } from '../dist/core/words/languages.js';
import { sentenceKeys } from '../dist/core/words/sentenceNames.js';
import { fileTypes } from './fileTypes.mjs';

const intros = {
  figure: [
    'figure-file',
    'What you write for one figure: the table, the chart, the words, and any setting of its look. Every look setting may also stand in a [house style](house-style.md); the figure file has the last word. Texts take `*italic*`, `**bold**`, `^super^`, `~sub~` and HTML entities such as `&alpha;`. A line break in a text is a line break.',
  ],
  codebook: [
    'codebook',
    'What the columns of a table mean. Titles, units, names and order of categories, and the codes for missing values come from here, so that no raw column name shows and no code is averaged.',
  ],
  board: [
    'board-file',
    'Several figures as one, side by side and below each other, each with its letter; `hexis draw` draws it as it draws a figure file. Each figure is laid out anew for the size of its place.',
  ],
  report: [
    'report-file',
    'The figures of one document, in order: what they share, how they are numbered and how wide they stand. `hexis bind` makes the document of it, or brings one up to date; see [Reports](reports.md).',
  ],
  style: [
    'house-style',
    'What all figures of an organisation share. A style names the style that it builds on and sets only what differs. The built-in ones are files of this kind: [apa](../src/core/style/apa.style.yaml), [plain](../src/core/style/plain.style.yaml), [mono](../src/core/style/mono.style.yaml) in black ink with patterns, [screen](../src/core/style/screen.style.yaml) for slides. Distances are multiples of the base text size. `hexis style --from thesis.docx` [drafts one from a document](reports.md#figures-that-look-like-your-document).',
  ],
};

/** What a page says beside its settings. */
const outros = {
  codebook: `
## Codebooks of archives

A study that comes from an archive has its codebook with it. A figure takes it as it is, by what the file holds and not by its name:

\`\`\`yaml
codebook: survey.xml
\`\`\`

| form | what is taken |
|---|---|
| DDI Codebook 2.5 (XML) | \`labl\` in all languages, \`measUnit\`, \`nature\` and \`intrvl\`, \`dcml\`, \`catgry\` in their order, missing codes of \`missing="Y"\` and \`invalrng\`, \`valrng\` |
| Table Schema, Data Package (JSON) | \`title\`, \`unit\`, \`type\`, \`categories\` (of version 2, with their order) or \`enum\`, \`missingValues\` of table and field, \`minimum\` and \`maximum\`, marks of numbers |
| CSV on the Web (JSON) | \`titles\` in all languages, \`datatype\` with its limits, \`null\` |

\`\`\`sh
hexis codebook survey.xml -o survey.codebook.yaml
hexis codebook garden.codebook.yaml --as ddi -o garden.xml
hexis start data/plots.csv --codebook survey.xml
\`\`\`

The first turns it into one of Hexis, which you can go on with; what has no place there is listed once, such as the wording of questions. The second
goes the other way: \`--as ddi\`, \`table-schema\` or \`csvw\`, and says what is lost, such as colours. The third drafts a first figure with what
the archive knows; doubts about its columns are settled, those about others stay as remarks.

Where a codebook describes several tables (the resources of a Data Package, the \`tables\` of CSV on the Web, the \`fileDscr\` of DDI), a figure takes
what it says of the table of the same name, whatever the folder and the ending. Where none has that name, and a column stands in several of them
with different descriptions, the first is taken and the check says so; \`hexis codebook survey.json --table visits\` makes a codebook of one of them.

A column of numbers keeps no names of single values (\`0: never\`): say \`measure: ordinal\` where these are categories. Ranges of missing codes are
taken code by code, up to 200 of them. Document types are not read: an entity that one declares is refused.
`,
};

const unwrap = (schema) => (schema._zod.def.innerType ? unwrap(schema._zod.def.innerType) : schema);
const cell = (text) =>
  String(text ?? '')
    .replaceAll('|', '\\|')
    .replaceAll('\n', ' ');

/** One row for each setting below a schema, groups before what is in them. */
function rowsOf(schema, path) {
  const inner = unwrap(schema);
  const { shape, valueType, element, options, entries } = inner._zod.def;
  const note = notes.get(inner);
  const own =
    path === '' || !note
      ? []
      : [
          `| \`${path}\` | ${cell(note.description)}${
            entries
              ? ` One of ${Object.values(entries)
                  .map((value) => `\`${value}\``)
                  .join(', ')}.`
              : ''
          }${note.needs ? ` Needs ${cell(note.needs)}.` : ''} | ${note.example === undefined ? '' : `\`${cell(note.example)}\``} |`,
        ];
  const below = shape
    ? Object.entries(shape).flatMap(([key, value]) => rowsOf(value, path === '' ? key : `${path}.${key}`))
    : valueType && unwrap(valueType)._zod.def.shape
      ? rowsOf(valueType, `${path}.NAME`)
      : element && unwrap(element)._zod.def.shape
        ? rowsOf(element, `${path}[…]`)
        : options
          ? options.flatMap((option) =>
              unwrap(option)._zod.def.shape
                ? rowsOf(option, path).filter((row) => !own.includes(row) && !row.startsWith(`| \`${path}\` |`))
                : [],
            )
          : [];
  return [...own, ...below];
}

/** What authors look for, by what they call it, and what they write in a figure file. */
const wishes = [
  ['other rows', 'chart: { where: { season: spring } }'],
  ['another order of the categories', 'chart: { order: falling }'],
  ['error bars', 'chart: { error: { shows: ci } }'],
  ['a line at a value', 'chart: { references: [{ at: 3, label: target }] }'],
  ['a chart for each value of a variable', 'panels: { by: season }'],
  ['title, number and note', 'caption: { number: 2, title: Yield of the beds, note: Means of all plots. }'],
  ['another axis title or unit', 'axes: { value: { title: Yield, unit: kg/m^2^ } }'],
  ['other limits or ticks', 'axes: { value: { from: 0, to: 8, step: 2 } }'],
  ['a logarithmic axis', 'axes: { value: { scale: log, from: 1 } }'],
  ['numbers of an axis written otherwise', 'axes: { value: { format: { decimals: 1 } } }'],
  ['numbers at the marks', 'dataLabels: { show: value, format: { decimals: 1 } }'],
  ['the legend elsewhere, or none', 'legend: { place: bottom }'],
  ['another size', 'size: { width: 16cm, height: 9cm }'],
  ['another typeface or size of letters', 'text: { face: Tinos, size: 11pt }'],
  ['other colours', 'palette: { groups: ["#335c67", "#b5652b", "#d9c77e"] }'],
  ['one that stands out', 'spotlight: [{ bed: 2 }]'],
  ['one colour or pattern by itself', 'accents: [{ for: { bed: 2 }, fill: "#b5652b" }]'],
  ['words in the panel, on two lines', 'callouts: [{ text: "best\\nof all", to: { x: 2, y: 4 } }]'],
  ['stars of significance', 'brackets: [{ between: [1, 2], mark: "\\\\*" }]'],
  ['a rule that does not hold here', 'waive: { zero-base: the axis shows a part }'],
];

/** Where each part of a figure file is listed: what people look for first, and what they seldom need last. */
const order = ['hexis', 'data', 'chart', 'codebook', 'style', 'caption', 'size', 'axes', 'legend', 'text', 'palette'];
const seldom = ['waive'];
const place = (row) => {
  const key = /^\| `([^`.[]+)/.exec(row)[1];
  const at = order.indexOf(key);
  return at >= 0 ? at : seldom.includes(key) ? order.length + 1 : order.length;
};

/** The rules are one setting over and over: they are listed in docs/check.md. */
function inOrder(rows) {
  const once = rows
    .filter((row) => !row.startsWith('| `waive.'))
    .map((row) =>
      row.startsWith('| `waive`')
        ? row
            .replace('| `waive` | ', '| `waive.RULE` | ')
            .replace(/\| *\|$/, '| `"all possible scores lie between 20 and 80"` |')
        : row,
    );
  return [...new Set(once)].toSorted((a, b) => place(a) - place(b));
}

/** The settings of `chart`, kind by kind. */
const chartSections = () =>
  chartKinds
    .map(
      ({ name, description, schema }) => `
## chart: { kind: ${name} }

${description}

| setting | what it does | example |
|---|---|---|
${rowsOf(schema, 'chart').join('\n')}
`,
    )
    .join('');

/** The axes have the same settings five times over: they are listed once. */
function page(kind) {
  const { schema, title, example } = fileKinds[kind];
  const rows = inOrder(
    rowsOf(schema, '').filter((row) => !/^\| `(axes\.(value|category|along|x|y)|chart)\./.test(row)),
  );
  return `# ${title}

<!-- Made by scripts/writeDocs.mjs from the schema. -->

${intros[kind][1]}

\`\`\`yaml
${example}
\`\`\`

With an editor that reads JSON Schema, put \`# yaml-language-server: $schema=${kind}.schema.json\` on the first line; the schema is [schemas/${kind}.schema.json](../schemas/${kind}.schema.json).

Lengths are CSS absolute lengths (\`12pt\`, \`1cm\`, \`4mm\`, \`0.1in\`, \`96px\`). A colour is any CSS colour, or a name that the style defines.${rows.some((row) => row.includes('axes.all')) ? ' What stands under `axes.all` may also stand under `axes.value`, `axes.category`, `axes.along`, `axes.x` and `axes.y`; the narrower wins.' : ''}

${kind === 'figure' ? `## What is it called?\n\n| I want | I write |\n|---|---|\n${wishes.map(([wish, text]) => `| ${wish} | \`${cell(text)}\` |`).join('\n')}\n\n## Every setting\n\n` : ''}| setting | what it does | example |
|---|---|---|
${rows.join('\n')}
${kind === 'figure' ? chartSections() : (outros[kind] ?? '')}`;
}

/** What each language has: a few of its words beside each other, and the names of all sentences. */
async function languagesPage() {
  const all = [];
  for (const [code, { name }] of Object.entries(languages)) all.push({ code, name, ...(await languageOf(code)) });
  const english = all[0].sentences;
  const row = ({ code, name, sentences: own, decimalMark, percent, direction }) =>
    `| \`${code}\` | ${name}${direction === 'rtl' ? ', from the right' : ''} | ${own.figure.replace('{number}', '1')} | *${own.note}.* | 3${decimalMark}5 | ${percent.replace('{number}', '50')} | ${cell(own['errorBars-ci'].replace('{level}', '95'))} |`;
  const shown = (sentence) => {
    const text = typeof sentence === 'string' ? sentence : Object.values(sentence).join(' / ');
    return text.length > 200 ? `${text.slice(0, text.indexOf('.') + 1)} …` : text;
  };
  return `# Languages

<!-- Made by scripts/writeDocs.mjs from the languages. -->

${readFileSync('scripts/languages.md', 'utf8').trim()}

## What each language has

| \`language\` | | figure | note | number | share | an interval |
|---|---|---|---|---|---|---|
${all.map(row).join('\n')}

## The sentences

What stands in braces is named by each sentence, in any order. A \`wording\` replaces a sentence by its name.

| name | in English |
|---|---|
${sentenceKeys.map((key) => `| \`${key}\` | ${cell(shown(english[key]))} |`).join('\n')}
`;
}

const files = Object.keys(fileKinds).flatMap((kind) => [
  [`schemas/${kind}.schema.json`, `${JSON.stringify(publishedSchema(kind), null, 2)}\n`],
  [`docs/${intros[kind][0]}.md`, page(kind)],
]);
files.push(['src/core/project/generated/fileTypes.ts', await fileTypes()]);
files.push(['docs/languages.md', await languagesPage()]);
for (const folder of ['schemas', 'docs']) mkdirSync(folder, { recursive: true });
for (const [path, text] of files) {
  if (!process.argv.includes('--check')) writeFileSync(path, text);
  else if (readFileSync(path, 'utf8') !== text) {
    console.error(`${path} is not what the schemas give; run npm run docs`);
    process.exitCode = 1;
  }
}
