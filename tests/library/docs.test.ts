import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { kinds as chartKinds, memory } from 'hexis';
import { disk } from 'hexis/node';
import { overlaid } from '../../src/core/project/read/source.js';
import { drawn } from '../helpers/figures.js';
import { demo, root } from '../helpers/hexis.js';

const page = readFileSync(join(root, 'docs/charts.md'), 'utf8');
const blocks = [...page.matchAll(/```yaml\n([\s\S]*?)```/g)].map(([, block]) => block as string);
const charts = blocks.filter((block) => block.startsWith('kind:'));

describe('the page of chart kinds', () => {
  test('shows every kind', () => {
    const shown = new Set(charts.map((block) => /^kind: (\w+)/.exec(block)?.[1]));
    expect([...shown].sort()).toEqual(chartKinds.map(({ name }) => name).sort());
  });

  test.each(charts.map((block) => [block.split('\n').slice(0, 3).join(', '), block]))('%s draws', async (_, block) => {
    const indented = block.replace(/^/gm, '  ');
    const isAsked = block.includes('questions:');
    const [data, codebook] = isAsked
      ? [demo('data/survey.csv'), demo('survey.codebook.yaml')]
      : [demo('data/plots.csv'), demo('garden.codebook.yaml')];
    const text = `hexis: figure/1\ndata: ${data}\ncodebook: ${codebook}\nchart:\n${indented}`;
    const slope = block.startsWith('kind: slope');
    // One plot of each bed and season, as a slope needs.
    const rows =
      'plot,bed,season,yield\nL001,1,spring,2\nL002,1,summer,3\nL003,1,autumn,2.5\nL004,2,spring,3\nL005,2,summer,4\nL006,2,autumn,3\n';
    const figure = slope ? text.replace(data, 'small.csv') : text;
    const texts = { 'f.yaml': figure, 'small.csv': rows };
    const made = await drawn(overlaid(disk, texts), 'f.yaml');
    expect(made.problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    expect(made.ok).toBe(true);
  });

  test('has panels that draw', async () => {
    const panels = blocks.find((block) => block.startsWith('panels:')) as string;
    const text = `hexis: figure/1\ndata: ${demo('data/plots.csv')}\nchart: { kind: histogram, value: water }\n${panels}`;
    expect((await drawn(overlaid(disk, { 'f.yaml': text }), 'f.yaml')).ok).toBe(true);
  });
});

const formatting = readFileSync(join(root, 'docs/formatting.md'), 'utf8');
const settings = [...formatting.matchAll(/```yaml\n([\s\S]*?)```/g)].map(([, block]) => block as string);

describe('the page of formatting', () => {
  test.each(settings.map((block): [string, string] => [block.split('\n')[0] as string, block]))(
    '%s is taken as it stands',
    async (_, block) => {
      const text = `hexis: figure/1
data: ${demo('data/plots.csv')}
codebook: ${demo('garden.codebook.yaml')}
chart: { kind: bar, category: bed, value: yield, group: season, error: { shows: ci } }
${block}`;
      // A block with a chart of its own shows what is below it.
      const chart = /^chart:.*\n/m.exec(block)?.[0];
      if (chart) {
        const whole = text.replace(/^chart: \{ kind: bar.*\n/m, '');
        const bare = whole.replace(block, chart);
        const drawings = await Promise.all(
          [bare, whole].map((of) => drawn(overlaid(disk, { 'f.yaml': of }), 'f.yaml')),
        );
        const [before, after] = drawings.map(({ problems, drawing }) => [problems, drawing?.plate.items]);
        expect([before?.[0], after?.[0]]).toEqual([[], []]);
        expect(JSON.stringify(after)).not.toBe(JSON.stringify(before));
        return;
      }
      const plain = text.replace(block, '');
      const made = async (of: string) => {
        const { drawing, problems } = await drawn(overlaid(disk, { 'f.yaml': of }), 'f.yaml');
        expect(problems.map(({ code }) => code)).toEqual([]);
        return drawing;
      };
      const [before, after] = [await made(plain), await made(text)];
      expect(JSON.stringify([after?.plate.items, after?.settings])).not.toBe(
        JSON.stringify([before?.plate.items, before?.settings]),
      );
    },
  );
});

test('the page of tables says what is: its block is valid, and its table of numbers is how columns are read', async () => {
  const text = readFileSync(join(root, 'docs/tables.md'), 'utf8');
  const [block] = [...text.matchAll(/```yaml\n([\s\S]*?)```/g)].map(([, own]) => own as string);
  const table = 'Harvest\n\ng;v\na;1,5\na;2,5\n';
  const figure = `hexis: figure/1\n${block}chart: { kind: bar, category: g, value: v }\n`;
  const made = await drawn(memory({ 'f.yaml': figure, 'harvest.txt': table }), 'f.yaml');
  expect(made.ok && 'numbers' in made.value && made.value.numbers.rows[0]?.[2]).toBe(2);
});

const figureFile = readFileSync(join(root, 'docs/figure-file.md'), 'utf8');
const wishes = [...figureFile.matchAll(/^\| ([a-z][^|`]*) \| `(\w+): (.*)` \|$/gm)].map(([, wish, key, rest]) => [
  wish as string,
  key as string,
  rest as string,
]) as [string, string, string][];

describe('what authors look for first on the page of figure files', () => {
  test('stands there', () => expect(wishes.length).toBeGreaterThan(15));

  test.each(wishes)('%s: %s is taken, and changes the figure', async (_, key, rest) => {
    const chart = 'kind: interval, category: bed, value: yield, group: season';
    const [own, others] = key === 'chart' ? [`, ${rest.replace(/^\{|\}$/g, '')}`, ''] : ['', `${key}: ${rest}\n`];
    const head = `hexis: figure/1\ndata: ${demo('data/plots.csv')}\ncodebook: ${demo('garden.codebook.yaml')}\n`;
    const made = async (inChart: string, below: string) => {
      const text = `${head}chart: { ${chart}${inChart} }\n${below}`;
      const { drawing, problems } = await drawn(overlaid(disk, { 'f.yaml': text }), 'f.yaml');
      expect(problems.map(({ code }) => code)).toEqual([]);
      return JSON.stringify([drawing?.plate, drawing?.parts.map(({ figure }) => figure.waive)]);
    };
    expect(await made(own, others)).not.toBe(await made('', ''));
  });
});
