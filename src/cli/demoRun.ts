import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { hasErrors } from '../core/problem/problem.js';
import { packageRoot } from '../node/packageRoot.js';
import { type Output, save } from '../node/save.js';
import { exit } from './command.js';
import { runDraw } from './drawRun.js';
import { exitCode, reportProblems } from './report.js';

const isProjectFile = (name: string) => /\.(ya?ml|csv)$/.test(name);

/** Writes the demo project and draws it. Files that the author has changed are kept. */
export async function runDemo(folder: string): Promise<number> {
  const source = join(packageRoot, 'demo');
  const names = (await readdir(source, { recursive: true })).filter(isProjectFile).sort();
  const drawings = join(folder, 'drawings');
  const fresh: Output[] = [];
  const kept: string[] = [];
  for (const name of names) {
    const path = join(folder, name);
    const bytes = await readFile(join(source, name));
    const there = await readFile(path).catch(() => undefined);
    if (there === undefined) fresh.push({ path, bytes });
    else if (!bytes.equals(there)) kept.push(path);
  }
  const problems = await save(fresh);
  if (hasErrors(problems)) {
    reportProblems(problems);
    return exitCode(problems);
  }
  for (const path of kept) process.stdout.write(`kept your own ${path}\n`);
  const figures = names.filter((name) => /^figures[/\\].*\.figure\.yaml$/.test(name)).map((name) => join(folder, name));
  process.stdout.write(
    `The demo project is in ${folder}: a table of made-up plots, its codebook, a house style, ${figures.length} figure files.\n\n`,
  );
  const code = await runDraw(figures, { output: `${drawings}/`, as: 'svg,pdf,png' });
  if (code !== exit.done) return code;
  const flawed = join(folder, 'flawed');
  const first = join(folder, 'figures', 'yield-by-bed.figure.yaml');
  process.stdout.write(`
Look at ${join(drawings, 'yield-by-bed.png')}, then change a word in
${first} and draw it again:

  npx hexis draw ${first} --caption -o ${drawings}/
  npx hexis numbers ${first}

Two more figures have the mistakes of a first try. See what the check says of them, and let it mend what it can:

  npx hexis check ${flawed}
  npx hexis mend ${flawed} --show
  npx hexis proof ${flawed} -o ${join(folder, 'proof.pdf')}

Put figures into one document, numbered and captioned; the second call brings it up to date when the data change:

  npx hexis bind ${join(folder, 'garden.report.yaml')} -o ${join(folder, 'garden.docx')}
  npx hexis bind ${join(folder, 'garden.report.yaml')} --into ${join(folder, 'garden.docx')} -o ${join(folder, 'updated.docx')}
`);
  return exit.done;
}
