import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { check, ok, openProject, write } from 'hexis';
import { disk } from 'hexis/node';
import { small } from '../helpers/figures.js';
import { root } from '../helpers/hexis.js';

const figures = readdirSync(join(root, 'demo', 'figures')).map((name) => name.replace('.figure.yaml', ''));

/** What writing a figure of the demo in black ink alone says. */
async function saidOf(name: string, style?: string): Promise<string[]> {
  const path = join(root, 'demo', 'figures', `${name}.figure.yaml`);
  const drawing = ok(await openProject(disk, { style }).draw(path));
  const { problems } = await write(drawing, 'svg', { inks: 'black' });
  return problems.map(({ code }) => code);
}

describe('in black ink alone', () => {
  test('a figure whose settings say so is checked for it, and mended by greys', async () => {
    const made = await small({ more: 'export: { inks: black }' });
    const [found] = check(ok(made), made.problems).filter(({ found: words }) => words.includes('one black'));
    expect(found).toMatchObject({ rule: 'tell-apart', mend: { says: 'sets export.inks to grey' } });
    // It was said when it was drawn.
    expect((await write(ok(made), 'svg')).problems).toEqual([]);
  });

  test.each(['what-goes-together', 'bed-shares', 'yield-by-bed', 'two-years', 'yield-marked', 'garden-survey'])(
    'that the colours of %s are one is said',
    async (name) => {
      expect(await saidOf(name)).toEqual(['inks-alike']);
    },
  );

  test.each(['yield-points', 'kale-season', 'yield-boxes', 'growth-curve', 'yield-intervals', 'plots-in-space'])(
    '%s is told apart by form and place',
    async (name) => {
      expect(await saidOf(name)).toEqual([]);
    },
  );

  test.each(figures)('%s loses nothing in the style that is made for it', async (name) => {
    expect(await saidOf(name, 'mono')).toEqual([]);
  });
});
