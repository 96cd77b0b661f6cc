/** What is drawn beside a block of YAML: the block as it stands where it is a whole figure, else a figure of the demo with it. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { openProject, write } from '../dist/core/index.js';
import { overlaid } from '../dist/core/project/read/source.js';
import { disk } from '../dist/node/index.js';
import { composed, settingsIn } from './composed.mjs';

/** Figures of the demo that a block may be tried in, without their words and waivers. */
function bases(root) {
  const folder = join(root, 'demo', 'figures');
  const order = [
    'yield-by-bed',
    'yield-plain',
    'experience',
    'yield-and-water',
    'kale-season',
    'yield-boxes',
    'bed-shares',
  ];
  const names = readdirSync(folder).map((name) => name.replace('.figure.yaml', ''));
  const rank = (name) => (order.includes(name) ? order.indexOf(name) : order.length);
  return names
    .sort((a, b) => rank(a) - rank(b))
    .map((name) => {
      const text = readFileSync(join(folder, `${name}.figure.yaml`), 'utf8')
        .replace(/^#.*\n/gm, '')
        .replace(/ +#.*$/gm, '');
      const kept = ['hexis', 'data', 'codebook', 'style', 'chart', 'panels', 'axes', 'size'];
      const settings = [...settingsIn(text)].filter(([key]) => kept.includes(key));
      return settings
        .map(([, own]) => own.trimEnd())
        .join('\n')
        .replaceAll('../data/', 'demo/data/')
        .replaceAll('../garden', 'demo/garden')
        .replaceAll('../survey', 'demo/survey')
        .replaceAll('../trials', 'demo/trials')
        .replaceAll('../lanternfield', 'demo/lanternfield');
    });
}

const isWhole = (block) => /^hexis: figure\/1/m.test(block);

/** Whether a block may be settings of a figure at all. */
function isSettings(block) {
  try {
    const found = parse(block);
    return (
      typeof found === 'object' && found !== null && !Array.isArray(found) && !('hexis' in found && !isWhole(block))
    );
  } catch {
    return false;
  }
}

const kindLine = /^kind: /m;

export class Examples {
  constructor(root) {
    this.root = root;
    this.bases = bases(root);
    this.plain = new Map();
  }

  async drawn(text, at) {
    const path = join(this.root, at);
    const { drawing, problems } = await openProject(overlaid(disk, { [path]: text })).draw(path);
    if (!drawing || problems.some(({ severity }) => severity === 'error')) return undefined;
    const svg = await write(drawing, 'svg', { ground: 'paper', carries: 'nothing' });
    return svg.ok ? { svg: svg.value, alt: drawing.plate.description, problems } : undefined;
  }

  /** The base alone, drawn once. */
  async bare(base) {
    if (!this.plain.has(base)) this.plain.set(base, await this.drawn(base, 'example.figure.yaml'));
    return this.plain.get(base);
  }

  /**
   * A block as a live example: what stands around it, and its picture. Undefined where it is none of a figure.
   *
   * @param page path of the page, beside which a whole figure lies
   */
  async of(block, page) {
    if (!isSettings(block)) return undefined;
    if (isWhole(block)) {
      const at = page.replace(/\.md$/, '.figure.yaml');
      const made = await this.drawn(block, at);
      return made && { at, around: '', isChart: false, ...made };
    }
    const isChart = kindLine.test(block);
    const saysChart = isChart || /^chart:/m.test(block);
    let second;
    for (const base of this.bases) {
      const made = await this.drawn(composed(base, block, isChart), 'example.figure.yaml');
      if (!made) continue;
      const example = { at: 'example.figure.yaml', around: base, isChart, ...made };
      const isShown = saysChart || made.svg !== (await this.bare(base))?.svg;
      if (isShown && made.problems.length === 0) return example;
      if (isShown) second ??= example;
    }
    return second;
  }
}
