/**
 * Tries documents of a report in the programs that open them, where these are at hand (libreoffice-writer-nogui,
 * texlive-latex-base): an office program prints DOCX and ODT, saves them anew, and what it saved is brought up to date; LaTeX
 * compiles the figures. Leaves the printed pages to be looked at.
 *
 *   npm run build && node scripts/officeTrial.mjs [folder]
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ok } from '../dist/core/index.js';
import { picturesOf } from '../dist/node/bind/update/updateDocx.js';
import { picturesOfOdt } from '../dist/node/bind/update/updateOdt.js';
import { bind, bindInto } from '../dist/node/index.js';

const folder = process.argv[2] ?? 'out/office';
const report = 'demo/garden.report.yaml';
const faults = [];
const run = (program, args, cwd = folder) => spawnSync(program, args, { cwd, encoding: 'utf8', timeout: 240_000 });
const isThere = (program) => run(program, ['--version'], '.').status === 0;

for (const form of ['docx', 'odt', 'tex']) {
  for (const { path, bytes } of ok(await bind(report, form))) {
    mkdirSync(join(folder, path, '..'), { recursive: true });
    writeFileSync(join(folder, path), bytes);
  }
}

if (isThere('soffice')) {
  run('soffice', ['--headless', '--convert-to', 'pdf', '--outdir', 'printed', 'garden.docx']);
  if (!existsSync(join(folder, 'printed/garden.pdf'))) faults.push('the office program does not print the document');
  run('soffice', ['--headless', '--convert-to', 'docx:MS Word 2007 XML', '--outdir', 'saved', 'garden.docx']);
  const saved = readFileSync(join(folder, 'saved/garden.docx'));
  const names = picturesOf(saved).map(({ id }) => id);
  const updated = await bindInto(report, saved);
  if (!updated.ok || updated.problems.length > 0)
    faults.push(`what it saved is not found again: ${JSON.stringify(updated.problems)}`);
  else writeFileSync(join(folder, 'saved/updated.docx'), updated.value);
  run('soffice', ['--headless', '--convert-to', 'pdf', '--outdir', 'printed', 'saved/updated.docx']);
  if (!existsSync(join(folder, 'printed/updated.pdf'))) faults.push('the updated document is not printed');
  // The same in the OpenDocument format, whose vector pictures the program keeps.
  run('soffice', ['--headless', '--convert-to', 'odt', '--outdir', 'saved', 'garden.odt']);
  const text = readFileSync(join(folder, 'saved/garden.odt'));
  const found = picturesOfOdt(text).length;
  if (found !== picturesOfOdt(readFileSync(join(folder, 'garden.odt'))).length)
    faults.push('it loses figures of an ODT');
  const brought = await bindInto(report, text);
  if (!brought.ok || brought.problems.length > 0)
    faults.push(`the ODT that it saved is not found again: ${JSON.stringify(brought.problems)}`);
  else writeFileSync(join(folder, 'saved/updated.odt'), brought.value);
  run('soffice', ['--headless', '--convert-to', 'pdf', '--outdir', 'printed/odt', 'saved/updated.odt']);
  if (!existsSync(join(folder, 'printed/odt/updated.pdf'))) faults.push('the updated ODT is not printed');
  console.log(`office program: ${names.length} figures found again`);
} else console.log('no office program here');

if (isThere('pdflatex')) {
  writeFileSync(
    join(folder, 'thesis.tex'),
    '\\documentclass{article}\n\\usepackage[margin=2.5cm]{geometry}\n\\usepackage{graphicx}\n\\begin{document}\n\\listoffigures\n\\input{garden}\nSee Figure~\\ref{fig:yield-boxes}.\n\\end{document}\n',
  );
  for (let i = 0; i < 2; i += 1) run('pdflatex', ['-interaction=nonstopmode', '-halt-on-error', 'thesis.tex']);
  const log = existsSync(join(folder, 'thesis.log')) ? readFileSync(join(folder, 'thesis.log'), 'utf8') : '! nothing';
  if (/^!/m.test(log) || /undefined references/.test(log))
    faults.push(`LaTeX: ${/^!.*$/m.exec(log)?.[0] ?? 'references'}`);
  else console.log('LaTeX: compiled');
} else console.log('no LaTeX here');

if (isThere('pdftoppm') || existsSync('/usr/bin/pdftoppm'))
  for (const file of ['printed/garden.pdf', 'printed/updated.pdf', 'thesis.pdf'])
    if (existsSync(join(folder, file))) run('pdftoppm', ['-r', '60', '-png', file, file.replace('.pdf', '')]);
console.log(`pages to look at are in ${folder}`);
for (const fault of faults) console.error(fault);
process.exitCode = faults.length > 0 ? 1 : 0;
