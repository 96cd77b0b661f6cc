import { type Asked, answersFile, changedRows, isAnswers, type Kept, keptText, readKept } from '../core/ask/kept.js';
import { entryAt } from '../core/at.js';
import { hasErrors, type Problem } from '../core/problem/problem.js';
import { openProject } from '../core/project/project.js';
import { isReport, openReport } from '../core/report/openReport.js';
import { disk } from '../node/disk.js';
import { figureFiles } from '../node/figureFiles.js';
import { type Output, save } from '../node/save.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say, sayJson } from './report.js';

interface KeepCall {
  style?: string;
  json?: boolean;
}

/** The answers of one figure, with the file that they go to. */
interface KeptFigure {
  id: string;
  path: string;
  asked: readonly Asked[];
  before: Kept | undefined;
}

/** The figures and boards that the words of a call name; those of reports. */
async function pathsOf(words: readonly string[]): Promise<{ paths: string[]; problems: Problem[] }> {
  const { files, empty } = await figureFiles(words);
  const problems: Problem[] = [];
  const paths: string[] = [];
  const { store } = openProject(disk);
  for (const file of [...files, ...empty]) {
    if (!isReport(await disk.text(file).catch(() => ''))) {
      paths.push(file);
      continue;
    }
    const report = await openReport(store, file);
    problems.push(...report.problems);
    if (report.ok) paths.push(...report.value.entries.map(({ path }) => path));
  }
  return { paths: [...new Set(paths)], problems };
}

async function keptBefore(path: string): Promise<Kept | undefined> {
  const bytes = await disk.bytes(path).catch(() => undefined);
  return bytes && readKept(new TextDecoder().decode(bytes));
}

const rowsOf = (asked: readonly Asked[], rows: 'each' | 'alike'): number =>
  asked.filter(({ question }) => question.rows === rows).reduce((sum, { answer }) => sum + answer.rows, 0);

/** What is kept of a figure, in words; whether single rows of the source are among it has to be known. */
function wordsOf({ path, asked, before }: KeptFigure, bytes: number): string {
  const [single, alike] = [rowsOf(asked, 'each'), rowsOf(asked, 'alike')];
  const alone = asked.reduce(
    (sum, { answer: { sizes } }) => sum + (sizes?.filter((size) => size === 1).length ?? 0),
    0,
  );
  const groups = alike > 0 ? [`${alike} groups of rows, with how many they are; ${alone} of a single row`] : [];
  const rows = single > 0 ? [`${single} single rows, each as the figure draws it`] : [];
  const lines = [`${path}: ${[...groups, ...rows].join('; ')} (${Math.max(1, Math.round(bytes / 1000))} kB)`];
  if (before) {
    const { gone, come } = changedRows(before, asked);
    lines.push(
      gone + come === 0
        ? `  the same as on ${before.at}`
        : `  since ${before.at}: ${come} of them are new or others, ${gone} are no more`,
    );
  }
  return lines.join('\n');
}

/** What figures are answered now, by the file that it is kept in; those whose tables are read are named. */
async function askedFor(paths: readonly string[], style: string | undefined) {
  const project = openProject(disk, { style, fresh: true });
  const figures = new Map<string, KeptFigure>();
  const [problems, read]: [Problem[], string[]] = [[], []];
  for (const path of paths) {
    const drawn = await project.draw(path);
    problems.push(...drawn.problems.filter(({ severity }) => severity === 'error'));
    for (const { id, asked, locate } of drawn.drawing?.parts ?? []) {
      const file = answersFile(locate('chart').file);
      if (asked.length === 0) read.push(id);
      else figures.set(file, { id, path: file, asked, before: await keptBefore(file) });
    }
  }
  return { figures: [...figures.values()], read, problems };
}

/** Keeps the answers of figures beside them. */
export async function runKeep(words: string[], { style, json }: KeepCall): Promise<number> {
  const { paths, problems } = await pathsOf(words);
  const { figures, read, ...found } = await askedFor(paths, style);
  problems.push(...found.problems);
  const at = new Date().toISOString();
  const outputs = figures.map(
    ({ id, path, asked }): Output => ({ path, bytes: keptText(id, at, asked), replaces: isAnswers }),
  );
  if (!hasErrors(problems)) problems.push(...(await save(outputs)));
  const kept = hasErrors(problems) ? [] : outputs;
  if (json) {
    sayJson({ kept: kept.map(({ path }) => path), problems: problemsJson(problems) });
    return exitCode(problems);
  }
  reportProblems(problems);
  if (hasErrors(problems)) {
    process.stderr.write('nothing was kept\n');
    return exitCode(problems);
  }
  for (const [i, { bytes }] of kept.entries()) say(wordsOf(entryAt(figures, i), Buffer.byteLength(bytes)));
  if (read.length > 0) say(`nothing to keep, as their tables are read: ${read.join(', ')}`);
  return exit.done;
}
