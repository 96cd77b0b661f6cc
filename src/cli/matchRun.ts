import { error, hasErrors, type Problem } from '../core/problem/problem.js';
import { matchFigure } from '../core/project/acts/match.js';
import { openProject } from '../core/project/project.js';
import type { LeftBehind } from '../core/schema/formatting.js';
import { disk } from '../node/disk.js';
import { type Change, saveChanges } from '../node/journal.js';
import { changeText } from './changeText.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say } from './report.js';

interface MatchCall {
  to?: string;
  scales?: boolean;
  show?: boolean;
}

/** What was not taken over, in a line or two. */
const leftText = ({ scales, others }: LeftBehind): string =>
  [
    ...(scales.length > 0 ? [`\n  left, but taken with --scales: ${scales.join(', ')}`] : []),
    ...(others.length > 0 ? [`\n  left, since it speaks of what is shown: ${others.join(', ')}`] : []),
  ].join('');

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
  const changes: Change[] = [];
  const said: string[] = [];
  for (const path of figures) {
    const matched = await matchFigure(project, path, call.to, { scales: call.scales ?? false });
    problems.push(...matched.problems);
    if (!matched.ok) continue;
    const { before, after, patch, left } = matched.value;
    if (before === after) said.push(`${path}: has the formatting of ${call.to} already${leftText(left)}`);
    else {
      said.push(`${path}${call.show ? ' would change' : ''}\n${changeText(matched.value)}${leftText(left)}`);
      changes.push({ path, before, after, patch, by: 'match' });
    }
  }
  if (!hasErrors(problems) && !call.show) problems.push(...(await saveChanges(changes)));
  reportProblems(problems);
  if (hasErrors(problems)) {
    process.stderr.write('nothing was written\n');
    return exitCode(problems);
  }
  say(said.join('\n'));
  return exit.done;
}
