import { error, type Problem } from '../core/problem/problem.js';
import { turnFigure, viewOf } from '../core/project/compose/turntable.js';
import { openProject, type Project } from '../core/project/project.js';
import { overlaid } from '../core/project/read/source.js';
import type { View } from '../core/space/view.js';
import { disk } from '../node/disk.js';
import { saveChanges } from '../node/journal.js';
import { changeText } from './changeText.js';
import { exit } from './command.js';
import { exitCode, reportProblems, say } from './report.js';

interface TurnCall {
  to?: string;
  show?: boolean;
}

type Named = 'corner' | 'front' | 'side' | 'above' | 'best';
const names: readonly string[] = ['corner', 'front', 'side', 'above', 'best'];

/** A view as somebody typed it; undefined where it is none. Its limits are those of the figure file. */
function viewFrom(text: string): Named | View | undefined {
  if (names.includes(text)) return text as Named;
  const [turn, tilt, distance, ...rest] = text
    .split(',')
    .map((part) => (part.trim() === '' ? Number.NaN : Number(part)));
  if (turn === undefined || tilt === undefined || rest.length > 0) return undefined;
  if (![turn, tilt, distance ?? 0].every(Number.isFinite)) return undefined;
  return { turn, tilt, ...(distance === undefined ? {} : { distance }) };
}

const words = ({ turn, tilt, distance }: View): string => {
  const [around, up] = [Number(turn.toFixed(1)), Number(tilt.toFixed(1))];
  const from = up < 0 ? `${-up} degrees below` : `${up} degrees above`;
  return `turned by ${around} degrees, seen from ${from}${distance === undefined ? '' : ` at the distance ${distance}`}`;
};

const noSpace = (path: string): Problem =>
  error('bad-option', {
    option: 'the figure',
    found: path,
    expects: 'a figure with chart: { kind: space }',
    example: 'figures/plots-in-space.figure.yaml',
  });

function failed(problems: readonly Problem[]): number {
  reportProblems(problems);
  return exitCode(problems);
}

/** From where a figure is seen, in words. */
async function seen(project: Project, path: string): Promise<{ problems: readonly Problem[]; words?: string }> {
  const drawn = await project.draw(path);
  if (!drawn.ok) return drawn;
  const view = viewOf(drawn.value);
  return view ? { problems: drawn.problems, words: words(view) } : { problems: [noSpace(path)] };
}

/** Says from where a cloud is seen, or writes another view into its file. */
export async function runTurn(path: string, { to, show = false }: TurnCall): Promise<number> {
  if (to === undefined) {
    const now = await seen(openProject(disk), path);
    if (now.words === undefined) return failed(now.problems);
    reportProblems(now.problems);
    say(`${path}: ${now.words}`);
    return exit.done;
  }
  const view = viewFrom(to);
  if (view === undefined)
    return failed([
      error('bad-option', {
        option: '--to',
        found: to,
        expects: `${names.join(', ')}, or degrees of turn and tilt`,
        example: '--to 50,20',
      }),
    ]);
  const turned = await turnFigure(openProject(disk), path, view);
  if (!turned.ok) return failed(turned.problems);
  if (!turned.value) return failed([noSpace(path)]);
  const { before, after, patch } = turned.value;
  const then = await seen(openProject(overlaid(disk, { [path]: after })), path);
  if (then.words === undefined) return failed(then.problems);
  if (before === after) {
    say(`${path}: is ${then.words} already`);
    return exit.done;
  }
  const problems = show ? [] : await saveChanges([{ path, before, after, patch, by: 'turn' }]);
  reportProblems([...then.problems, ...problems]);
  if (problems.length > 0 && exitCode(problems) !== exit.done) return exitCode(problems);
  say(`${path}${show ? ' would change' : ''}: ${then.words}\n${changeText({ before, after })}`);
  return exit.done;
}
