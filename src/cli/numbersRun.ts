import { askedText } from '../core/ask/askedText.js';
import type { NumbersTable } from '../core/chart/plan.js';
import { numbersCsv, numbersJson, numbersText, tableText } from '../core/export/numbers.js';
import { nearest } from '../core/problem/nearest.js';
import { error } from '../core/problem/problem.js';
import type { Drawing } from '../core/project/compose/drawing.js';
import type { Part } from '../core/project/compose/part.js';
import { openProject } from '../core/project/project.js';
import { disk } from '../node/disk.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say, sayJson } from './report.js';

interface NumbersCall {
  style?: string;
  language?: string;
  table?: string;
  csv?: boolean;
  raw?: boolean;
  json?: boolean;
  question?: boolean;
  fresh?: boolean;
}

const conflict = (option: string, other: string) =>
  error('bad-option', {
    option,
    found: `given with ${other}`,
    expects: `one of ${option} and ${other}`,
    example: option === '--table' ? '--csv --table marks' : option,
  });

/** Prints a table as CSV. */
function giveCsv(numbers: NumbersTable, { raw, table }: NumbersCall): void {
  const further = numbers.further ?? [];
  const csv = numbersCsv(further.find(({ key }) => key === table) ?? numbers, { raw });
  // To a file or another program the cells go as they are.
  if (process.stdout.isTTY) say(csv.trimEnd());
  else process.stdout.write(csv);
  const others = further.map(({ key }) => `--table ${key}`);
  if (others.length > 0 && table === undefined)
    process.stderr.write(`this is the table of the marks; others: ${others.join(', ')}\n`);
}

/** The tables of a figure as text, or one of them. */
function textOf({ numbers, words }: Drawing, { table }: NumbersCall): string {
  if (table === undefined) return numbersText(numbers, words);
  return tableText(numbers.further?.find(({ key }) => key === table) ?? { title: '', ...numbers }, words);
}

/** What was asked for a figure; where its table was read, that it was. */
const questionsOf = ({ id, asked, table }: Part): string =>
  asked.length > 0
    ? asked.map(askedText).join('\n\n')
    : `${id}: ${table.name} is read, all ${table.rowCount} rows of it, and nothing is asked`;

/** Prints the tables behind a figure. */
export async function runNumbers(path: string, call: NumbersCall): Promise<number> {
  const both = call.json && (call.csv ? '--csv' : call.table !== undefined ? '--table' : undefined);
  if (both) {
    reportProblems([conflict(both, '--json')]);
    return exit.wrongInput;
  }
  const drawn = await openProject(disk, { style: call.style, language: call.language, fresh: call.fresh }).draw(path);
  if (!drawn.ok) {
    if (call.json) sayJson({ problems: problemsJson(drawn.problems) });
    else reportProblems(drawn.problems);
    return exitCode(drawn.problems);
  }
  const { numbers, plate, about } = drawn.value;
  if (call.question) {
    reportProblems(drawn.problems);
    say(drawn.value.parts.map(questionsOf).join('\n\n'));
    return exit.done;
  }
  if (call.json) {
    sayJson({ ...numbersJson(about.id, numbers), problems: problemsJson(drawn.problems) });
    return exit.done;
  }
  const known = ['marks', ...(numbers.further ?? []).map(({ key }) => key)];
  if (call.table !== undefined && !known.includes(call.table)) {
    const facts = { name: call.table, known, nearest: nearest(call.table, known) };
    reportProblems([...drawn.problems, error('table-unknown', facts)]);
    return exit.wrongInput;
  }
  reportProblems(drawn.problems);
  if (call.csv) giveCsv(numbers, call);
  else say(`${about.id}: ${plate.title}\n\n${textOf(drawn.value, call)}`);
  return exit.done;
}
