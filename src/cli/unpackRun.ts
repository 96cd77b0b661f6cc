import { readFile, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { error, hasErrors, type Problem } from '../core/problem/problem.js';
import type { Lacking } from '../core/project/carry/readCarried.js';
import type { Unpacked, UnpackedFigure } from '../core/project/carry/together.js';
import { type Output, save } from '../node/save.js';
import { unpack } from '../node/unpack/unpack.js';
import { exit } from './command.js';
import { exitCode, problemsJson, reportProblems, say, sayJson } from './report.js';

interface UnpackCall {
  output?: string;
  replace?: boolean;
  json?: boolean;
}

/** The files to write; those that stand there as they would be are left alone. */
async function outputsOf(
  { files }: Unpacked,
  { output = '', replace }: UnpackCall,
): Promise<{ outputs: Output[]; problems: Problem[] }> {
  const outputs: Output[] = [];
  const problems: Problem[] = [];
  for (const [name, bytes] of files) {
    const path = join(output, name);
    const there = await readFile(path, 'utf8').catch(() => undefined);
    if (there === bytes) continue;
    const isThere = there !== undefined || (await stat(path).catch(() => undefined)) !== undefined;
    if (isThere && !replace) problems.push(error('already-there', { path }));
    outputs.push({ path, bytes, ...(there === undefined ? {} : { was: there }) });
  }
  return { outputs, problems };
}

/** A word of a command line, in quotation marks where it needs them. */
const word = (text: string) => (/^[\w@%+=:,./\\-]+$/.test(text) ? text : `'${text.replaceAll("'", "'\\''")}'`);

const lackingWords: Readonly<Record<Lacking['kind'], (name: string, folder: string) => string>> = {
  table: (name, folder) => `the table ${name}: put it into ${folder}, or change "data"`,
  face: (name, folder) => `the typeface ${name}: put its file into ${folder}`,
  query: (name, folder) => `the statement ${name}: put its file into ${folder}`,
  connection: (name) => `the connection "${name}": the environment says what it stands for`,
};

function figureLines(figure: UnpackedFigure, output: string | undefined): string[] {
  const folder = join(output ?? '.', figure.folder);
  const call = `hexis draw ${word(join(output ?? '', figure.file))}${figure.options.map((own) => ` ${own}`).join('')}`;
  return [
    ...figure.lacking.map(({ kind, name }) => `  not in it: ${lackingWords[kind](name, folder)}`),
    `  draw: ${call}`,
  ];
}

function text(unpacked: Unpacked, sources: readonly string[], output: string | undefined): string {
  const { figures, files } = unpacked;
  const lines = [`${sources.join(', ')}: ${figures.length === 1 ? 'a figure' : `${figures.length} figures`}`];
  lines.push(...[...files.keys()].map((name) => `  ${output === undefined ? name : join(output, name)}`));
  const said = figures.flatMap((figure) => figureLines(figure, output));
  lines.push(...(output === undefined ? said.filter((line) => line.startsWith('  not')) : said));
  return [...new Set(lines)].join('\n');
}

/** Gives back what pictures and documents carry. */
export async function runUnpack(paths: readonly string[], call: UnpackCall): Promise<number> {
  const { output, json } = call;
  const give = (problems: readonly Problem[]): number => {
    if (json) sayJson({ problems: problemsJson(problems) });
    else reportProblems(problems);
    return exitCode(problems);
  };
  const found = await unpack(paths);
  if (!found.ok) return give(found.problems);
  const unpacked = found.value;
  const { outputs, problems } = output === undefined ? { outputs: [], problems: [] } : await outputsOf(unpacked, call);
  const all = [...found.problems, ...problems];
  if (hasErrors(problems)) return give(all);
  all.push(...(await save(outputs)));
  if (hasErrors(all.slice(found.problems.length))) return give(all);
  if (json) {
    const written = outputs.map(({ path }) => path);
    sayJson({ figures: unpacked.figures, files: [...unpacked.files.keys()], written, problems: problemsJson(all) });
  } else {
    reportProblems(all);
    say(text(unpacked, unpacked.sources, output));
    if (output === undefined) say('nothing is written; name a folder with -o');
  }
  return hasErrors(all) ? exitCode(all) : exit.done;
}
