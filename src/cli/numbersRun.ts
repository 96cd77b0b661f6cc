import { nearest } from '../core/document/nearest.js';
import { error } from '../core/document/problem.js';
import { numbersCsv, numbersJson, numbersText, tableText } from '../core/export/numbers.js';
import { openProject } from '../core/project/project.js';
import { disk } from '../node/disk.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say, sayJson } from './report.js';

interface NumbersCall {
  style?: string;
  table?: string;
  csv?: boolean;
  raw?: boolean;
  json?: boolean;
}

const conflict = (option: string, other: string) =>
  error('bad-option', {
    option,
    found: `given with ${other}`,
    expects: `one of ${option} and ${other}`,
    example: option === '--table' ? '--csv --table marks' : option,
  });

/** Prints the tables behind a figure. */
export async function runNumbers(path: string, call: NumbersCall): Promise<number> {
  const both = call.json && (call.csv ? '--csv' : call.table !== undefined ? '--table' : undefined);
  if (both) {
    reportProblems([conflict(both, '--json')]);
    return exit.wrongInput;
  }
  const drawn = await openProject(disk, { style: call.style }).draw(path);
  if (!drawn.ok) {
    if (call.json) sayJson({ problems: problemsJson(drawn.problems) });
    else reportProblems(drawn.problems);
    return exitCode(drawn.problems);
  }
  const { numbers, plate, about } = drawn.value;
  if (call.json) {
    const problems = problemsJson(drawn.problems);
    sayJson({ ...numbersJson(about.id, numbers), problems });
    return exit.done;
  }
  const further = numbers.further ?? [];
  const known = ['marks', ...further.map(({ key }) => key)];
  const chosen = further.find(({ key }) => key === call.table);
  if (call.table !== undefined && !known.includes(call.table)) {
    reportProblems([
      ...drawn.problems,
      error('table-unknown', { name: call.table, known, nearest: nearest(call.table, known) }),
    ]);
    return exit.wrongInput;
  }
  reportProblems(drawn.problems);
  if (!call.csv) {
    say(
      `${about.id}: ${plate.title}\n\n${call.table === undefined ? numbersText(numbers) : tableText(chosen ?? { title: '', ...numbers })}`,
    );
    return exit.done;
  }
  const csv = numbersCsv(chosen ?? numbers, { raw: call.raw });
  // To a file or another program the cells go as they are.
  if (process.stdout.isTTY) say(csv.trimEnd());
  else process.stdout.write(csv);
  if (further.length > 0 && call.table === undefined)
    process.stderr.write(
      `this is the table of the marks; others: ${known
        .slice(1)
        .map((key) => `--table ${key}`)
        .join(', ')}\n`,
    );
  return exit.done;
}
