import { error } from '../core/document/problem.js';
import { numbersCsv, numbersJson, numbersText } from '../core/export/numbers.js';
import { openProject } from '../core/project/project.js';
import { disk } from '../node/disk.js';
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
  const drawn = await openProject(disk, { style: call.style }).draw(path);
  if (!drawn.ok) {
    if (call.json) process.stdout.write(`${JSON.stringify({ problems: problemsJson(drawn.problems) }, null, 1)}\n`);
    else reportProblems(drawn.problems);
    return exitCode(drawn.problems);
  }
  const { numbers, plate, about } = drawn.value;
  if (call.json) {
    const problems = problemsJson(drawn.problems);
    process.stdout.write(`${JSON.stringify({ ...numbersJson(about.id, numbers), problems }, null, 1)}\n`);
    return exit.done;
  }
  reportProblems(drawn.problems);
  if (!call.csv) say(`${about.id}: ${plate.title}\n\n${numbersText(numbers)}`);
  // To a file or another program the cells go as they are.
  else if (process.stdout.isTTY) say(numbersCsv(numbers).trimEnd());
  else process.stdout.write(numbersCsv(numbers));
  return exit.done;
}
