import { stat } from 'node:fs/promises';
import { error, hasErrors, type Problem } from '../core/problem/problem.js';
import { inColumns } from '../core/schema/columns.js';
import { inputProblems, save } from '../node/save.js';
import { styleOf } from '../node/template/readTemplates.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say, sayJson } from './report.js';

interface StyleFromCall {
  from: string;
  output?: string;
  replace?: boolean;
  json?: boolean;
}

/** Where a drafted style is written, so that nothing else is lost. */
async function written(text: string, { from, output, replace }: StyleFromCall): Promise<Problem[]> {
  if (output === undefined) return [];
  const isThere = (await stat(output).catch(() => undefined)) !== undefined;
  if (isThere && !replace) return [error('already-there', { path: output })];
  const outputs = [{ path: output, bytes: text }];
  const own = await inputProblems(outputs, [from]);
  return hasErrors(own) ? own : [...own, ...(await save(outputs))];
}

/** Drafts a style from documents. */
export async function runStyleFrom(styles: readonly string[], call: StyleFromCall): Promise<number> {
  const give = (problems: readonly Problem[]): number => {
    if (call.json) sayJson({ problems: problemsJson(problems) });
    else reportProblems(problems);
    return exitCode(problems);
  };
  if (styles.length > 0) {
    const facts = {
      option: '--from',
      found: `${call.from} beside the style ${styles[0]}`,
      expects: 'a document alone; the style that is drafted goes to --output',
      example: `--from ${call.from} -o ${styles[0]}`,
    };
    return give([error('bad-option', facts)]);
  }
  const drafted = await styleOf(call.from);
  if (!drafted.ok) return give(drafted.problems);
  const { text, read, left, count } = drafted.value;
  const failed = await written(text, call);
  if (hasErrors(failed)) return give([...drafted.problems, ...failed]);
  if (call.json) {
    sayJson({
      ...(call.output === undefined ? { style: text } : { written: [call.output] }),
      documents: count,
      read,
      left,
      problems: problemsJson(drafted.problems),
    });
    return exit.done;
  }
  reportProblems(drafted.problems);
  const rows = inColumns(read.map(({ what, value, from }) => [what, value, from]));
  const lines = [
    `${call.from}${count === 1 ? '' : `: ${count} documents`}`,
    ...rows.map((row) => `  ${row}`),
    ...left.map((one) => `  left out: ${one}`),
  ];
  // The style alone goes where it may be sent on to.
  if (call.output === undefined) {
    say(text.trimEnd());
    process.stderr.write(`${lines.join('\n')}\n`);
  } else
    say(
      [
        ...lines,
        `  written: ${call.output}`,
        `see what it sets, and how its colours tell apart: hexis style ${call.output}`,
      ].join('\n'),
    );
  return exit.done;
}
