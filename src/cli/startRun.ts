import { stat } from 'node:fs/promises';
import { basename, join, relative } from 'node:path';
import type { Archive } from '../core/codebooks/archive.js';
import { draftWith } from '../core/codebooks/own.js';
import { encodings } from '../core/data/encoding.js';
import type { ColumnProfile } from '../core/data/profile.js';
import { idleFileSettings } from '../core/data/tableForms.js';
import { nearest } from '../core/problem/nearest.js';
import { error, hasErrors, type Outcome, type Problem, succeed } from '../core/problem/problem.js';
import { list, plural } from '../core/problem/wording/phrases.js';
import {
  draftFiles,
  lookInto,
  lookIntoDatabase,
  type TableLook,
  type TableReading,
} from '../core/project/acts/begin.js';
import { anyCodebook, type KnownArchive } from '../core/project/acts/codebookAs.js';
import { type DraftWish, draftChart } from '../core/project/begin/draftChart.js';
import type { DraftChart } from '../core/project/begin/firstFigure.js';
import { openProject } from '../core/project/project.js';
import { overlaid } from '../core/project/read/source.js';
import { inColumns } from '../core/schema/columns.js';
import { thousandsMarks } from '../core/schema/thousandsMarks.js';
import { codebookTerms } from '../core/words/codebookTerms.js';
import { languageMeant, languageOf, languagesInWords } from '../core/words/languages.js';
import { disk } from '../node/disk.js';
import { save } from '../node/save.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say, sayJson } from './report.js';

interface StartCall extends DraftWish {
  codebook?: string;
  connection?: string;
  table?: string;
  schema?: string;
  encoding?: string;
  sheet?: string;
  range?: string;
  skip?: string;
  /** False where the call says that the first line names no columns. */
  header?: boolean;
  decimalMark?: string;
  thousandsMark?: string;
  language?: string;
  output?: string;
  replace?: boolean;
  json?: boolean;
}

const looks: Record<ColumnProfile['looks'], string> = {
  numeric: 'measured',
  date: 'dates',
  nominal: 'categories',
  coded: 'codes?',
  names: 'names',
  empty: 'empty',
};

/** What there is to say of a column beside its values. */
function remarks({ missing, unsure, isId, isTotal, isYear, empty }: ColumnProfile): string {
  return [
    ...(isYear ? ['years'] : []),
    ...(unsure.length > 0 ? [`${unsure.join(', ')}: no value?`] : []),
    ...(isId ? ['names the rows?'] : []),
    ...(isTotal ? ['total or difference?'] : []),
    ...(missing.length > 0 ? [`missing: ${missing.join(', ')}`] : []),
    ...(empty > 0 ? [`${empty} empty`] : []),
  ].join('; ');
}

function valuesText({ looks: what, range, values, different }: ColumnProfile): string {
  if (what === 'numeric' && range) return `${range[0]} to ${range[1]}`;
  const shown = values.slice(0, 4).map(({ text }) => text);
  return different > shown.length ? `${shown.join(', ')}, … (${different})` : shown.join(', ');
}

/** The columns as a table for the terminal. */
function profileText(profiles: readonly ColumnProfile[]): string {
  const rows = [
    ['Column', 'Looks like', 'n', 'Values', ''],
    ...profiles.map((profile) => [
      profile.name,
      looks[profile.looks],
      String(profile.count),
      valuesText(profile),
      remarks(profile),
    ]),
  ];
  return inColumns(rows, { isRight: (column) => column === 2 }).join('\n');
}

/** Lines to leave out that are no number of lines. */
const skipProblems = ({ skip }: StartCall): Problem[] =>
  skip === undefined || /^\d{1,5}$/.test(skip)
    ? []
    : [error('bad-option', { option: '--skip', found: skip, expects: 'a number of lines', example: '--skip 2' })];

/** What the call says of a file that is not read by it. */
const idleProblems = ({ sheet, range, skip, encoding, header }: StartCall, path: string): Problem[] =>
  idleFileSettings({ sheet, range, skip, encoding, header: header === false ? header : undefined }, [path]).map(
    ({ setting, forms }) => {
      const option = setting === 'header' ? '--no-header' : `--${setting}`;
      return error('setting-idle', { path: option, needs: `a file that is read by it: ${forms.join(', ')}` });
    },
  );

/** Marks and encodings that the call names and that there are not. */
function markProblems({ decimalMark, thousandsMark, encoding }: StartCall): Problem[] {
  const wrong = (option: string, found: string, expects: string, example: string) =>
    error('bad-option', { option, found, expects, example });
  return [
    ...(decimalMark === undefined || decimalMark === '.' || decimalMark === ','
      ? []
      : [wrong('--decimal-mark', decimalMark, 'a point or a comma', '--decimal-mark ","')]),
    ...(encoding === undefined || (encodings as readonly string[]).includes(encoding)
      ? []
      : [
          wrong(
            '--encoding',
            encoding,
            list(encodings, encodings.length),
            `--encoding ${nearest(encoding.toLowerCase(), encodings) ?? 'windows-1251'}`,
          ),
        ]),
    ...(thousandsMark === undefined || (thousandsMarks as readonly string[]).includes(thousandsMark)
      ? []
      : [wrong('--thousands-mark', thousandsMark, thousandsMarks.join('  '), '--thousands-mark ","')]),
  ];
}

/** The language of the words, with what it calls cases; undefined where the call names none, a problem where it is not known. */
async function languageIn({ language: tag }: StartCall): Promise<{ tag: string; cases: string } | Problem | undefined> {
  if (tag === undefined) return undefined;
  const language = await languageOf(tag);
  if (language) return { tag, cases: codebookTerms(language).cases };
  return error('language-unknown', { found: tag, known: languagesInWords(), nearest: languageMeant(tag) });
}

async function existing(paths: readonly string[]): Promise<Problem[]> {
  const problems: Problem[] = [];
  for (const path of paths)
    if (await stat(path).catch(() => undefined)) problems.push(error('already-there', { path }));
  return problems;
}

function give(problems: readonly Problem[], call: StartCall): number {
  if (call.json) sayJson({ problems: problemsJson(problems) });
  else reportProblems(problems);
  return exitCode(problems);
}

const wordsFor = (value: string | readonly string[] | Readonly<Record<string, string>>): string =>
  typeof value === 'string' ? value : Object.values(value).join(' and ');

/** A draft that can be drawn: the one that was chosen, else the first of all others that can be. */
async function drawableDraft(
  look: TableLook,
  chosen: DraftChart,
  names: Parameters<typeof draftFiles>[2],
  paths: { codebook: string; figure: string },
  known: Archive | undefined,
): Promise<{ chart: DraftChart; drafts: ReturnType<typeof draftFiles> }> {
  const draftOf = (chart: DraftChart) => {
    const drafts = draftFiles(look, chart.settings, names);
    return { chart, drafts: known ? { ...drafts, codebook: draftWith(drafts.codebook, known) } : drafts };
  };
  const first = draftOf(chosen);
  // What the author asked for by name is drafted as it is: what is wrong with it is said when it is drawn.
  if (chosen.rule === undefined) return first;
  const others = look.columns.flatMap(({ name, looks: what, isId }): DraftChart[] =>
    isId || what === 'empty'
      ? []
      : [
          {
            settings: what === 'numeric' ? { kind: 'histogram', value: name } : { kind: 'bar', category: name },
            rule: 'one column alone, which can be drawn whatever the others hold',
          },
        ],
  );
  for (const one of [first, ...others.map(draftOf)]) {
    const texts = { [paths.codebook]: one.drafts.codebook, [paths.figure]: one.drafts.figure };
    if ((await openProject(overlaid(disk, texts)).draw(paths.figure)).ok) return one;
  }
  return first;
}

/** What was found out about a table that its author may not know, or may want otherwise. */
function remarksOn({ totals, skip, sheets, bare, notation }: TableLook, call: StartCall): string[] {
  const sums = totals.map(
    ({ column, text }) => `"${text}" in ${column} is the sum or mean of the other rows, it seems: charts leave it out`,
  );
  const one = skip === 1;
  const above =
    skip && call.skip === undefined
      ? `${plural(skip, 'line')} above the names of the columns ${one ? 'is' : 'are'} left out: ${one ? 'it holds' : 'they hold'} no row of the table`
      : undefined;
  const sheet =
    sheets && call.sheet === undefined
      ? `This is the sheet ${sheets[0]} of ${sheets.join(', ')}; --sheet ${JSON.stringify(sheets[1])} reads another one`
      : undefined;
  const names = bare ? 'The first line holds numbers and names no columns: they are column1, column2, …' : undefined;
  const isForeign = notation.decimalMark === ',' && call.language === undefined;
  const language = isForeign
    ? 'The table has decimal commas, and the figure speaks English: --language de, or another one, gives it words and marks'
    : undefined;
  return [...sums, above, sheet, names, language].filter((line) => line !== undefined);
}

/** What is wrong with what the call says of where the table is. */
function tableProblems({ connection, table, schema }: StartCall, path: string | undefined): Problem[] {
  const wrong = (option: string, found: string, expects: string, example: string) =>
    error('bad-option', { option, found, expects, example });
  const example = '--connection survey --table answers';
  if (connection !== undefined) {
    if (path !== undefined) return [wrong('--connection', connection, 'a database or a file, not both', example)];
    return table === undefined ? [wrong('--table', 'nothing', 'the name of a table', example)] : [];
  }
  const idle = table === undefined ? (schema === undefined ? undefined : '--schema') : '--table';
  if (idle) return [wrong(idle, table ?? schema ?? '', 'the --connection that it belongs to', example)];
  return path === undefined ? [wrong('table', 'nothing', 'the path of a table', 'hexis start data/plots.csv')] : [];
}

/** Looks at the table that the call names: a file, or a table in a database. */
function lookFor({ connection, table = '', schema, skip: lines, ...reading }: StartCall, path: string) {
  const project = openProject(disk);
  if (connection !== undefined) return lookIntoDatabase(project, { connection, table, schema });
  const told: TableReading = { ...(reading as TableReading), ...(lines === undefined ? {} : { skip: Number(lines) }) };
  return lookInto(project, path, told);
}

/** Where the two files go: beside the table, or where the call says. */
function pathsFor(operand: string | undefined, path: string, { output }: StartCall) {
  const isFile = operand !== undefined;
  const folder = output ?? (isFile ? join(path, '..') : '.');
  const name = isFile ? basename(path).replace(/\.[^.]+$/, '') : path.replace(/[^\p{L}\p{N}_-]+/gu, '-');
  const codebook = join(folder, `${name}.codebook.yaml`);
  return {
    folder,
    codebook,
    figure: join(folder, `${name}.figure.yaml`),
    names: {
      id: name,
      table: isFile ? relative(folder, path).replaceAll('\\', '/') : path,
      codebook: basename(codebook),
    },
  };
}

/** The codebook that the call names; none where it names none. */
const knownFor = async ({ codebook }: StartCall, table: string): Promise<Outcome<KnownArchive | undefined>> =>
  codebook === undefined ? succeed(undefined) : anyCodebook(openProject(disk), codebook, [table]);

/** Shows what the table holds. */
function sayTable(path: string, { asked, rows, columns }: TableLook): void {
  const size = `${asked ? 'looked at ' : ''}${plural(rows, 'row')}, ${plural(columns.length, 'column')}`;
  say(`${path}: ${size}\n\n${profileText(columns)}\n`);
}

/** What was taken over from a codebook, and what of it has no place. */
function knownText(
  { archive, from, unused }: KnownArchive,
  path: string,
  columns: readonly { name: string }[],
): string {
  const names = new Set(archive.variables.map(({ name }) => name));
  const count = columns.filter(({ name }) => names.has(name)).length;
  const left = unused.length > 0 ? `\n  left, since a codebook has no place for it: ${unused.join(', ')}` : '';
  return `${path}: ${from}, which knows ${count} of the ${plural(columns.length, 'column')}${left}`;
}

/** What was drafted, in words, and what comes next. */
function saysDraft({ settings, rule }: DraftChart, { folder, codebook, figure }: ReturnType<typeof pathsFor>): void {
  const said = Object.entries(settings).map(([key, value]) => `${key} ${wordsFor(value)}`);
  const why = rule === undefined ? '' : `         (${rule}; --kind, --value and --category ask for another)\n`;
  const out = folder.replace(/[/\\]+$/, '') || '.';
  say(
    `written: ${codebook}, a draft with questions to answer\n         ${figure}: ${said.join(', ')}\n${why}\nNext: npx hexis draw ${figure} -o ${out}/`,
  );
}

/** Says what a table holds and drafts a codebook and a first figure file. */
export async function runStart(operand: string | undefined, call: StartCall): Promise<number> {
  const language = await languageIn(call);
  const path = operand ?? call.table ?? '';
  const wrong = [
    ...tableProblems(call, operand),
    ...markProblems(call),
    ...skipProblems(call),
    ...idleProblems(call, path),
    ...(language && 'code' in language ? [language] : []),
  ];
  if (wrong.length > 0) return give(wrong, call);
  const spoken = language && 'tag' in language ? language : undefined;
  const found = await lookFor(call, path);
  if (!found.ok) return give(found.problems, call);
  const known = await knownFor(call, path);
  if (!known.ok) return give(known.problems, call);
  const look = found.value;
  const { rows, columns: profiles, totals } = look;
  const chart = draftChart(call, profiles, path);
  if (!chart.ok && call.json) return give(chart.problems, call);
  if (!call.json) sayTable(path, look);
  if (!chart.ok) return give(chart.problems, call);
  const paths = pathsFor(operand, path, call);
  const { codebook, figure } = paths;
  const problems = call.replace ? [] : await existing([codebook, figure]);
  if (problems.length > 0) return give(problems, call);
  const names = { ...paths.names, language: spoken };
  const drawable = await drawableDraft(look, chart.value, names, { codebook, figure }, known.value?.archive);
  const { drafts } = drawable;
  const failed = await save([
    { path: codebook, bytes: drafts.codebook },
    { path: figure, bytes: drafts.figure },
  ]);
  if (hasErrors(failed)) return give(failed, call);
  if (call.json) {
    sayJson({
      table: path,
      rows,
      columns: profiles,
      chart: drawable.chart.settings,
      rule: drawable.chart.rule,
      totals,
      problems: problemsJson([...found.problems, ...known.problems]),
      written: [codebook, figure],
    });
    return exit.done;
  }
  reportProblems([...found.problems, ...known.problems]);
  for (const line of remarksOn(look, call)) say(`${line}\n`);
  if (known.value) say(`${knownText(known.value, call.codebook ?? '', profiles)}\n`);
  saysDraft(drawable.chart, paths);
  return exit.done;
}
