import { stat } from 'node:fs/promises';
import { error, hasErrors, type Problem } from '../core/problem/problem.js';
import { plural } from '../core/problem/wording/phrases.js';
import { codebookAs } from '../core/project/acts/codebookAs.js';
import { openProject } from '../core/project/project.js';
import { disk } from '../node/disk.js';
import { save } from '../node/save.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say } from './report.js';

interface CodebookCall {
  as?: string;
  table?: string;
  output?: string;
  replace?: boolean;
}

/** Turns a codebook into another form. */
export async function runCodebook(
  path: string,
  { as: form = 'hexis', table, output, replace }: CodebookCall,
): Promise<number> {
  const give = (problems: readonly Problem[]): number => {
    reportProblems(problems);
    return exitCode(problems);
  };
  const made = await codebookAs(openProject(disk), path, form, table === undefined ? [] : [table]);
  if (!made.ok) return give(made.problems);
  const { text, from, unused, lost, variables } = made.value;
  const left = [
    ...(unused.length > 0 ? [`left, since a codebook has no place for it: ${unused.join(', ')}`] : []),
    ...(lost.length > 0 ? [`lost, since ${form} has no place for it: ${lost.join(', ')}`] : []),
  ];
  reportProblems(made.problems);
  if (output === undefined) {
    say(text.trimEnd());
    for (const line of left) process.stderr.write(`${line}\n`);
    return exit.done;
  }
  const isThere = !replace && (await stat(output).catch(() => undefined)) !== undefined;
  const failed = isThere ? [error('already-there', { path: output })] : await save([{ path: output, bytes: text }]);
  if (hasErrors(failed)) return give(failed);
  say(
    [`${path}: ${from} of ${plural(variables, 'variable')}`, `  ${output}`, ...left.map((line) => `  ${line}`)].join(
      '\n',
    ),
  );
  return exit.done;
}
