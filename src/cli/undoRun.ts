import { undoChange } from '../node/journal.js';
import { changeText } from './changeText.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say } from './report.js';

/** Takes the last change of a file back. */
export async function runUndo(path: string, { show = false }: { show?: boolean }): Promise<number> {
  const undone = await undoChange(path, show);
  reportProblems(undone.problems);
  if (!undone.ok) return exitCode(undone.problems);
  const { by, left } = undone.value;
  say(
    `${path}: what ${by} did ${show ? 'would be' : 'is'} taken back\n${changeText(undone.value)}\n${left === 0 ? 'nothing more to take back' : `${left} more to take back`}`,
  );
  return exit.done;
}
