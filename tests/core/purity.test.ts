import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { root } from '../helpers/hexis.js';

const core = join(root, 'src/core');
const sources = readdirSync(core, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts') && !name.endsWith('.d.ts') && !name.includes('generated/'))
  .map((name) => ({ name, text: readFileSync(join(core, name), 'utf8') }));

test('the core has no clock, no locale, no randomness and no surroundings', () => {
  const forbidden =
    /Date\.now|new Date\(\)|Math\.random|\bIntl\b|toLocale|localeCompare|performance\.|process\.|\bBuffer\b|globalThis|\bwindow\b|navigator/;
  const found = sources.flatMap(({ name, text }) =>
    text
      .split('\n')
      .filter((line) => forbidden.test(line))
      .map((line) => `${name}: ${line.trim()}`),
  );
  expect(found).toEqual([]);
});
