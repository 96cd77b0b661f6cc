// Draws the figure file of each page in docs/work/ beside it, and writes their index by need. Run after a build.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ok, openProject, problemText, write } from '../dist/core/index.js';
import { overlaid } from '../dist/core/project/read/source.js';
import { disk } from '../dist/node/index.js';

const folder = fileURLToPath(new URL('../docs/work/', import.meta.url));
const check = process.argv.includes('--check');

/** A page: its title, the figure file in it, and the needs that it meets. */
export function pageOf(text) {
  const [, title] = /^# (.+)$/m.exec(text);
  const [, figure] = /```yaml\n([\s\S]*?)```/.exec(text);
  const [, needs] = /^Needs: (.+)$/m.exec(text);
  return { title, figure, needs: needs.split(', ') };
}

const pages = readdirSync(folder)
  .filter((name) => name.endsWith('.md') && name !== 'README.md')
  .sort()
  .map((name) => ({ name: name.replace('.md', ''), ...pageOf(readFileSync(join(folder, name), 'utf8')) }));

let stale = false;
function put(name, text) {
  const path = join(folder, name);
  let there;
  try {
    there = readFileSync(path, 'utf8');
  } catch {
    there = undefined;
  }
  if (there === text) return;
  stale = true;
  if (!check) writeFileSync(path, text);
  else process.stderr.write(`docs/work/${name} is not what its page gives; run npm run work\n`);
}

for (const { name, figure } of pages) {
  const path = join(folder, `${name}.figure.yaml`);
  const drawn = await openProject(overlaid(disk, { [path]: figure })).draw(path);
  for (const problem of drawn.problems) process.stderr.write(`${name}: ${problemText(problem)}\n`);
  const svg = ok(await write(ok(drawn), 'svg', { ground: 'paper', carries: 'nothing' }));
  // Figures are drawn on paper, whatever the page is shown on.
  put(`${name}.svg`, svg.endsWith('\n') ? svg : `${svg}\n`);
}

const needs = pages
  .flatMap(({ name, needs: own }) => own.map((need) => ({ need, name })))
  .sort((a, b) => a.need.localeCompare(b.need, 'en'));
const index = `# What authors need, and how it is done

<!-- Made by scripts/drawWork.mjs from the pages of this folder. -->

Each page has a need, the whole figure file, and the picture that it gives. All use the data of the made-up garden: put your
own table, codebook and columns in their place.

${pages.map(({ name, title }) => `- [${title}](${name}.md)`).join('\n')}

## By need

| need | page |
|---|---|
${needs.map(({ need, name }) => `| ${need} | [${pages.find((page) => page.name === name).title}](${name}.md) |`).join('\n')}
`;
put('README.md', index);
if (check && stale) process.exitCode = 1;
