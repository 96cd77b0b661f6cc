import { resolve } from 'node:path';
import { undoChange } from '../node/journal.js';
import { changeText } from './changeText.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say } from './report.js';

/** Takes the last change of each file back, with what the same act had changed in others. */
export async function runUndo(paths: readonly string[], { show = false }: { show?: boolean }): Promise<number> {
  const taken = new Set<string>();
  let code: number = exit.done;
  for (const path of paths) {
    if (taken.has(resolve(path))) continue;
    const undone = await undoChange(path, show);
    reportProblems(undone.problems);
    if (!undone.ok) {
      code = Math.max(code, exitCode(undone.problems));
      continue;
    }
    const { others, ...own } = undone.value;
    for (const one of [own, ...others]) {
      taken.add(resolve(one.path));
      const rest = one.left === 0 ? 'nothing more to take back' : `${one.left} more to take back`;
      say(`${one.path}: what ${one.by} did ${show ? 'would be' : 'is'} taken back\n${changeText(one)}\n${rest}`);
    }
  }
  return code;
}
