/**
 * Writes a page of docs/rules/ for each rule from what the rule itself says, with a picture of a figure that it does not
 * let pass, its findings pinned on it. Run after a build.
 *
 *   node scripts/writeRules.mjs              writes
 *   node scripts/writeRules.mjs --check      fails where a file is not what the rules give
 */
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { heldRule } from '../dist/core/check/check.js';
import { check, memory, ok, openProject, rules, write } from '../dist/core/index.js';
import { readStyleLayers } from '../dist/core/project/read/readStyleLayers.js';
import { Pen } from '../dist/core/proof/pen.js';
import { handRules } from '../dist/core/reports.js';
import { lengthInPoints } from '../dist/core/schema/length.js';
import { disk } from '../dist/node/index.js';

const { shippedFont, shaper, scriptFace } = disk;

const folder = fileURLToPath(new URL('../docs/rules/', import.meta.url));
const demo = fileURLToPath(new URL('../demo/', import.meta.url));
const styles = ['plain', 'apa', 'mono', 'screen'];
const isChecking = process.argv.includes('--check');

const data = Object.fromEntries(
  ['data/plots.csv', 'data/crops.csv', 'garden.codebook.yaml'].map((name) => [
    name.replace('data/', ''),
    readFileSync(join(demo, name), 'utf8'),
  ]),
);

/** Pictures of the pages are small. */
const small = 'size: { width: 11cm, height: 6.4cm }';

function fileOf({ figure, style = 'plain' }, named) {
  const own = (key, value) => (new RegExp(`^${key}:`, 'm').test(figure) ? [] : [`${key}: ${value}`]);
  const head = ['hexis: figure/1', ...own('data', 'plots.csv'), ...own('codebook', 'garden.codebook.yaml')];
  const size = /^(size|margins):|text: \{ size/m.test(figure) ? [] : [small];
  return `${[...head, `style: ${named ?? style}`, figure, ...size].join('\n')}\n`;
}

/** The picture of an example with its findings pinned on it, and their sentences. */
async function drawn(rule, example) {
  const { style = 'plain', check: said = `${rule.name}: warning` } = example;
  const files = {
    ...data,
    'own.style.yaml': `hexis: style/1\nextends: ${style}\ncheck:\n  ${said}\n`,
    'f.figure.yaml': fileOf(example, 'own.style.yaml'),
  };
  const figure = await openProject(memory(files, { shippedFont, shaper, scriptFace })).draw('f.figure.yaml');
  const drawing = ok(figure);
  const placed = example.placed === undefined ? undefined : lengthInPoints(example.placed);
  const findings = check(drawing, figure.problems, { placed }).filter((finding) => finding.rule === rule.name);
  const pen = new Pen({ settings: drawing.settings, kit: drawing.faces.kit, scale: 1 }, 'pins');
  for (const { boxes } of findings) {
    const [box] = boxes;
    if (!box) continue;
    const around = { x: box.x - 1.5, y: box.y - 1.5, width: box.width + 3, height: box.height + 3 };
    pen.rect(around, { stroke: '#b3401f', width: 0.9 });
  }
  const plate = { ...drawing.plate, items: [...drawing.plate.items, ...pen.items] };
  return { svg: ok(await write({ ...drawing, plate }, 'svg', { ground: 'paper', carries: 'nothing' })), findings };
}

const layers = Object.fromEntries(
  await Promise.all(styles.map(async (style) => [style, ok(await readStyleLayers(openProject(disk).store, style))])),
);

const valueText = (limit, value) => {
  if (limit.is === 'words') return value.join(', ') || 'none';
  return limit.is === 'length' ? `${value} pt` : `${value}${limit.unit.startsWith(':') ? '' : ' '}${limit.unit}`;
};

/** How each built-in style holds a rule. */
function limitTable(rule) {
  const held = styles.map((style) => heldRule(rule, layers[style]));
  const limits = Object.entries(rule.limits);
  return [
    `| | ${styles.join(' | ')} |`,
    `|---|${styles.map(() => '---').join('|')}|`,
    `| severity | ${held.map(({ severity }) => severity).join(' | ')} |`,
    ...limits.map(
      ([key, limit]) =>
        `| \`${key}\`: ${limit.what} | ${held.map((own) => valueText(limit, own.limits[key])).join(' | ')} |`,
    ),
  ].join('\n');
}

const yaml = (text) => `\`\`\`yaml\n${text.trim()}\n\`\`\``;

const exampleText = ({ says, figure, style, check: said, placed }) =>
  [
    `${says}${style ? `, in ${style}` : ''}${placed ? `, placed at ${placed}` : ''}${said ? ', where the style says' : ''}:`,
    ...(said ? ['', yaml(`check:\n  ${said}`), '', 'and the figure:'] : []),
    '',
    yaml(figure),
  ].join('\n');

async function page(rule) {
  const { name, asks, measures, reason, source, limits, examples } = rule;
  const [worst] = examples.bad;
  const { svg, findings } = await drawn(rule, worst);
  const [first] = findings;
  const example = Object.entries(limits)[0];
  const text = `# ${name}

<!-- Made by scripts/writeRules.mjs from the rule itself. -->

${asks}

**Measured.** ${measures}

**Why.** ${reason} (${source})

![${worst.says}](${name}.svg)

> ${first.severity} ${name}: ${first.found}${first.expected ? `; expected: ${first.expected}` : ''}${first.mend ? `\n>\n> ${first.mend.keepsMeaning ? 'mend' : 'yours to decide'}: ${first.mend.says}` : ''}

## In each style

${limitTable(rule)}

A style grades the rule and sets its limits; a figure that does not follow it says why:

${yaml(`check:\n  ${name}: ${example ? `{ severity: error, ${example[0]}: ${example[1].is === 'length' ? `${example[1].value}pt` : example[1].is === 'number' ? example[1].value : example[1].example} }` : 'error'}`)}

${yaml(`waive:\n  ${name}: the reason, in words that a reader would accept`)}

## What passes

${examples.ok.map(exampleText).join('\n\n')}

## What does not

${examples.bad.map(exampleText).join('\n\n')}
`;
  return { name, asks, text, svg };
}

const pages = [];
for (const rule of rules) pages.push(await page(rule));
function handPage({ name, asks, measures, reason, source, severity, examples }) {
  const shown = ({ says, figures, report }) =>
    [
      `${says}:`,
      ...figures.flatMap((figure) => ['', yaml(figure)]),
      ...(report ? ['', 'in a report with', '', yaml(report)] : []),
    ].join('\n');
  const section = (title, own) => (own.length === 0 ? '' : `\n## ${title}\n\n${own.map(shown).join('\n\n')}\n`);
  const text = `# ${name}

<!-- Made by scripts/writeRules.mjs from the rule itself. -->

${asks}

**Across the figures of a [report](../reports.md).** ${severity}.

**Measured.** ${measures}

**Why.** ${reason} (${source})

A report that does not follow it says why, for all of its figures or for one:

${yaml(`waive:\n  ${name}: the reason, in words that a reader would accept`)}
${section('What passes', examples.ok)}${section('What does not', examples.bad)}`;
  return { name, asks, text };
}

const handPages = handRules.map(handPage);
const index = `# The rules

<!-- Made by scripts/writeRules.mjs from the rules themselves. -->

What \`hexis check\` holds a finished figure against, in the order in which authors work: the numbers, the words, the scales,
the marks, the type, the page, the house. \`hexis rules\` lists them with the limits of a style.

| rule | what it asks |
|---|---|
${pages.map(({ name, asks }) => `| [${name}](${name}.md) | ${asks} |`).join('\n')}

## Across the figures of a report

What \`hexis check\` holds the figures of a [report](../reports.md) against each other for.

| rule | what it asks |
|---|---|
${handPages.map(({ name, asks }) => `| [${name}](${name}.md) | ${asks} |`).join('\n')}
`;
const files = new Map([['README.md', index]]);
for (const { name, text, svg } of pages) files.set(`${name}.md`, text).set(`${name}.svg`, svg);
for (const { name, text } of handPages) files.set(`${name}.md`, text);

mkdirSync(folder, { recursive: true });
const stale = [];
for (const [name, text] of files) {
  const path = join(folder, name);
  let there;
  try {
    there = readFileSync(path, 'utf8');
  } catch {
    there = undefined;
  }
  if (there === text) continue;
  if (isChecking) stale.push(name);
  else writeFileSync(path, text);
}
for (const name of readdirSync(folder).filter((own) => !files.has(own))) {
  if (isChecking) stale.push(name);
  else rmSync(join(folder, name));
}
if (stale.length > 0) {
  console.error(`not what the rules give: ${stale.join(', ')}; run node scripts/writeRules.mjs`);
  process.exitCode = 1;
}
