import { stat } from 'node:fs/promises';
import { basename, join, relative } from 'node:path';
import { codebookOf } from '../core/data/codebook.js';
import type { NumberNotation } from '../core/data/numberText.js';
import { pointNotation } from '../core/data/numberText.js';
import { type ColumnProfile, notationOfTable, profileTable, totalsRowsOf } from '../core/data/profile.js';
import { everyColumn, type Table } from '../core/data/table.js';
import { inColumns } from '../core/document/columns.js';
import { error, hasErrors, type Problem } from '../core/document/problem.js';
import { type ThousandsMark, thousandsMarks } from '../core/document/thousandsMarks.js';
import { plural } from '../core/document/wording/phrases.js';
import { type DraftWish, draftChart, draftCodebook, draftFigure } from '../core/project/draft.js';
import { Gatherer, readTableFile } from '../core/project/gatherer.js';
import { Store } from '../core/project/store.js';
import { disk } from '../node/disk.js';
import { save } from '../node/save.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say } from './report.js';

interface StartCall extends DraftWish {
  sheet?: string;
  /** False where the call says that the first line names no columns. */
  header?: boolean;
  decimalMark?: string;
  thousandsMark?: string;
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
    ...(unsure.length > 0 ? [`missing: ${unsure.join(', ')}??`] : []),
    ...(isId ? ['names the rows?'] : []),
    ...(isTotal ? ['total or difference?'] : []),
    ...(missing.length > 0 ? [`missing: ${missing.join(', ')}?`] : []),
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

/** Marks that the call names and that there are not. */
function markProblems({ decimalMark, thousandsMark }: StartCall): Problem[] {
  const wrong = (option: string, found: string, expects: string, example: string) =>
    error('bad-option', { option, found, expects, example });
  return [
    ...(decimalMark === undefined || decimalMark === '.' || decimalMark === ','
      ? []
      : [wrong('--decimal-mark', decimalMark, 'a point or a comma', '--decimal-mark ","')]),
    ...(thousandsMark === undefined || (thousandsMarks as readonly string[]).includes(thousandsMark)
      ? []
      : [wrong('--thousands-mark', thousandsMark, thousandsMarks.join('  '), '--thousands-mark ","')]),
  ];
}

/** How the numbers of the table are written: as the call says, or as the table shows. */
function notationFor({ decimalMark, thousandsMark }: StartCall, table: Table): NumberNotation {
  const found =
    decimalMark === undefined ? notationOfTable(table) : { decimalMark: decimalMark as '.' | ',', told: true };
  return { ...found, ...(thousandsMark === undefined ? {} : { thousandsMark: thousandsMark as ThousandsMark }) };
}

/** Columns whose numbers can be read in two ways, or in none with the marks of the rest: asked, not guessed. */
const doubts = (profiles: readonly ColumnProfile[], table: string): Problem[] =>
  profiles.flatMap(({ name, doubt }) => {
    if (doubt?.is !== 'unsure') return [];
    return [error('thousands-asked', { column: name, text: doubt.text, mark: doubt.mark, table })];
  });

async function existing(paths: readonly string[]): Promise<Problem[]> {
  const problems: Problem[] = [];
  for (const path of paths)
    if (await stat(path).catch(() => undefined)) problems.push(error('already-there', { path }));
  return problems;
}

function give(problems: readonly Problem[], call: StartCall): number {
  if (call.json) process.stdout.write(`${JSON.stringify({ problems: problemsJson(problems) }, null, 1)}\n`);
  else reportProblems(problems);
  return exitCode(problems);
}

const wordsFor = (value: string | readonly string[] | Readonly<Record<string, string>>): string =>
  typeof value === 'string' ? value : Object.values(value).join(' and ');

/** The whole table, and whether its first line names no columns: as the call says, or where it holds numbers alone. */
async function readWhole(
  gatherer: Gatherer,
  path: string,
  { sheet, header }: StartCall,
): Promise<{ table: Table; bare: boolean } | undefined> {
  const requests = [{ column: everyColumn, as: 'category' as const, path: 'table' }];
  const reading = { name: path, codebook: codebookOf(), notation: pointNotation, requests, sheet };
  const read = (named: boolean) => readTableFile(gatherer, path, { ...reading, header: named });
  if (header === false) {
    const table = await read(false);
    return table && { table, bare: true };
  }
  const table = await read(true);
  const isBare = table?.columnNames.every((name) => /^[+-]?\d+([.,]\d+)?$/.test(name.trim()));
  const again = isBare ? await read(false) : undefined;
  return again ? { table: again, bare: true } : table && { table, bare: false };
}

/** Says what a table holds and drafts a codebook and a first figure file. */
export async function runStart(path: string, call: StartCall): Promise<number> {
  const wrong = markProblems(call);
  if (wrong.length > 0) return give(wrong, call);
  const gatherer = new Gatherer(new Store(disk));
  const read = await readWhole(gatherer, path, call);
  if (!read || hasErrors(gatherer.problems)) return give(gatherer.problems, call);
  const { table, bare } = read;
  const notation = notationFor(call, table);
  const profiles = profileTable(table, notation);
  const asked = doubts(profiles, path);
  if (asked.length > 0) return give(asked, call);
  const totals = totalsRowsOf(table, profiles, notation);
  const chart = draftChart(call, profiles, path);
  if (!chart.ok && call.json) return give(chart.problems, call);
  const folder = call.output ?? join(path, '..');
  const name = basename(path).replace(/\.[^.]+$/, '');
  const [codebook, figure] = [join(folder, `${name}.codebook.yaml`), join(folder, `${name}.figure.yaml`)];
  if (!call.json)
    say(
      `${path}: ${plural(table.rowCount, 'row')}, ${plural(profiles.length, 'column')}\n\n${profileText(profiles)}\n`,
    );
  if (!chart.ok) return give(chart.problems, call);
  const problems = call.replace ? [] : await existing([codebook, figure]);
  if (problems.length > 0) return give(problems, call);
  const there = relative(folder, path).replaceAll('\\', '/');
  const failed = await save([
    { path: codebook, bytes: draftCodebook(profiles, basename(path), notation, chart.value.settings, totals) },
    {
      path: figure,
      bytes: draftFigure(name, { file: there, sheet: call.sheet, bare }, basename(codebook), chart.value.settings),
    },
  ]);
  if (failed.length > 0) return give(failed, call);
  if (call.json) {
    process.stdout.write(
      `${JSON.stringify({ table: path, rows: table.rowCount, columns: profiles, chart: chart.value.settings, rule: chart.value.rule, totals, written: [codebook, figure] }, null, 1)}\n`,
    );
    return exit.done;
  }
  const { settings, rule } = chart.value;
  const said = Object.entries(settings).map(([key, value]) => `${key} ${wordsFor(value)}`);
  for (const { column, text } of totals)
    say(`"${text}" in ${column} is the sum or mean of the other rows, it seems: charts leave it out\n`);
  if (bare) say('The first line holds numbers and names no columns: they are column1, column2, …\n');
  say(
    `written: ${codebook}, a draft with questions to answer\n         ${figure}: ${said.join(', ')}\n${rule === undefined ? '' : `         (${rule}; --kind, --value and --category ask for another)\n`}\nNext: npx hexis draw ${figure} -o ${folder.replace(/[/\\]+$/, '') || '.'}/`,
  );
  return exit.done;
}
