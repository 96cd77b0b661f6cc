import { error } from '../core/document/problem.js';
import { numbersCsv, numbersJson, numbersText } from '../core/export/numbers.js';
import { prepare } from '../node/draw.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say } from './report.js';

interface NumbersCall {
  style?: string;
  csv?: boolean;
  json?: boolean;
}

/** Prints the table behind a figure. */
export async function runNumbers(path: string, call: NumbersCall): Promise<number> {
  if (call.csv && call.json) {
    reportProblems([
      error('bad-option', {
        option: '--csv',
        found: 'given with --json',
        expects: 'one of --csv and --json',
        example: '--csv',
      }),
    ]);
    return exit.wrongInput;
  }
  const prepared = await prepare(path, { style: call.style });
  if (!prepared.ok) {
    if (call.json) process.stdout.write(`${JSON.stringify({ problems: problemsJson(prepared.problems) }, null, 1)}\n`);
    else reportProblems(prepared.problems);
    return exitCode(prepared.problems);
  }
  const { gathered, composition } = prepared.value;
  const { numbers, plate } = composition;
  if (call.json) {
    const problems = problemsJson(prepared.problems);
    process.stdout.write(`${JSON.stringify({ ...numbersJson(gathered.id, numbers), problems }, null, 1)}\n`);
    return exit.done;
  }
  reportProblems(prepared.problems);
  if (!call.csv) say(`${gathered.id}: ${plate.title}\n\n${numbersText(numbers)}`);
  // To a file or another program the cells go as they are.
  else if (process.stdout.isTTY) say(numbersCsv(numbers).trimEnd());
  else process.stdout.write(numbersCsv(numbers));
  return exit.done;
}
