import { diffLines } from 'diff';
import { error, hasErrors, type Problem } from '../core/document/problem.js';
import { type Matched, matchFigure } from '../core/project/match.js';
import { openProject } from '../core/project/project.js';
import { disk } from '../node/disk.js';
import { type Output, save } from '../node/save.js';
import { exit } from './command.js';
import { exitCode, reportProblems } from './report.js';

interface MatchCall {
  to?: string;
  scales?: boolean;
  show?: boolean;
}

/** The lines that go and come, each after its number in the file as it was or is. */
function changeText({ before, after }: Matched): string {
  let [old, now] = [1, 1];
  return diffLines(before, after)
    .flatMap(({ value, added, removed }) => {
      const lines = value.replace(/\n$/, '').split('\n');
      const [sign, from] = added ? ['+', now] : removed ? ['-', old] : ['', 0];
      if (!added) old += lines.length;
      if (!removed) now += lines.length;
      return sign === '' ? [] : lines.map((line, i) => `  ${String(from + i).padStart(4)} ${sign} ${line}`);
    })
    .join('\n');
}

/** Gives figures the formatting of another one; writes all of them or, where anything is wrong, none. */
export async function runMatch(figures: string[], call: MatchCall): Promise<number> {
  if (call.to === undefined) {
    const problems = [
      error('option-missing', {
        option: '--to',
        expects: 'the figure file to take after',
        example: '--to other.figure.yaml',
      }),
    ];
    reportProblems(problems);
    return exitCode(problems);
  }
  const project = openProject(disk);
  const problems: Problem[] = [];
  const outputs: Output[] = [];
  const said: string[] = [];
  for (const path of figures) {
    const matched = await matchFigure(project, path, call.to, { scales: call.scales ?? false });
    problems.push(...matched.problems);
    if (!matched.ok) continue;
    const { before, after } = matched.value;
    if (before === after) said.push(`${path}: has the formatting of ${call.to} already`);
    else {
      said.push(`${path}${call.show ? ' would change' : ''}\n${changeText(matched.value)}`);
      outputs.push({ path, bytes: after });
    }
  }
  if (!hasErrors(problems) && !call.show) problems.push(...(await save(outputs)));
  reportProblems(problems);
  if (hasErrors(problems)) {
    process.stderr.write('nothing was written\n');
    return exitCode(problems);
  }
  process.stdout.write(`${said.join('\n')}\n`);
  return exit.done;
}
