import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { check, type Drawing, ok, openProject } from 'hexis';
import { disk, write } from 'hexis/node';
import type { Browser } from 'playwright-core';
import { overlaid } from '../../src/core/project/read/source.js';
import { launch } from '../helpers/browser.js';
import { folderWith, root } from '../helpers/hexis.js';
import { apart, limit } from '../helpers/renderers.js';

/** The figures of a folder whose codebook has the languages of many scripts. */
const place = join(root, 'tests', 'languages');
const figures = ['bars', 'boxes', 'scatter'].map((id) => join(place, `${id}.figure.yaml`));
const languages = ['en', 'ar', 'fa', 'he', 'hi', 'bn', 'ta', 'th', 'zh', 'ja', 'ko', 'el', 'uk', 'vi'];

/** What a figure is drawn with: letters of East Asia stand in faces that a style names. */
const asked = (language: string) => ({
  language,
  ...(['zh', 'ja', 'ko'].includes(language) ? { style: join(place, `${language}.style.yaml`) } : {}),
});

const textsOf = ({ plate }: Drawing, role: RegExp) =>
  plate.items.flatMap((item) => (item.type === 'text' && role.test(item.role) ? [item.text] : []));

/** Letters as they are read, whatever a format does to their order in space. */
const bare = (text: string) => text.normalize('NFKC').replace(/[\s\p{Cf}]/gu, '');

describe.each(languages)('figures in the language %s', (language) => {
  let folder: ReturnType<typeof folderWith>;
  let browser: Browser;
  beforeAll(async () => {
    folder = folderWith();
    browser = await launch();
  });
  afterAll(async () => {
    await browser.close();
    folder.remove();
  });

  test.each(figures)('have all their letters, words that fit, and nothing is found: %s', async (figure) => {
    for (const caption of [false, true]) {
      const drawn = await openProject(disk).draw(figure, { ...asked(language), caption });
      expect(drawn.problems).toEqual([]);
      const drawing = ok(drawn);
      expect(check(drawing, drawn.problems).map(({ rule, found }) => [rule, found])).toEqual([]);
      expect(drawing.plate.language ?? 'en').toBe(language);
    }
  });

  test('look the same in every format, to independent readers', async () => {
    const [, boxes = ''] = figures;
    const text = (await disk.text(boxes)).replace(/^size:.*$/m, 'size: { width: 300pt, height: 198pt }');
    const drawing = ok(await openProject(overlaid(disk, { [boxes]: text })).draw(boxes, asked(language)));
    for (const format of ['svg', 'pdf', 'eps', 'png', 'tiff'] as const)
      writeFileSync(folder.at(`f.${format}`), ok(await write(drawing, format, { dpi: 600 })) as Uint8Array);
    for (const block of await apart(browser, folder.at, 'f')) expect(block).toBeLessThan(limit);
    // Words that stand close are told apart by their order in the file, letters from the right by their places.
    const read = [[], ['-raw']].map((how) =>
      bare(execFileSync('pdftotext', [...how, folder.at('f.pdf'), '-'], { encoding: 'utf8' })),
    );
    for (const name of textsOf(drawing, /axes\.x\.(labels|title)/)) {
      for (const word of name.split(/\s+/)) expect(read.join('\n')).toContain(bare(word));
    }
  });
});
