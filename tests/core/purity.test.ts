import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { root } from '../helpers/hexis.js';

const core = join(root, 'src/core');
const sources = readdirSync(core, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts') && !name.endsWith('.d.ts') && !name.includes('faces/'))
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

/** Rooms in the order of their arrows: a room imports from those before it and from its own. */
const order = [
  'document',
  'statistics',
  'color',
  'type',
  'scale',
  'data',
  'expression',
  'chart',
  'style',
  'plate',
  'layout',
  'export',
  'project',
];

test('the rooms import one way', () => {
  const room = (path: string) => path.split('/')[0] as string;
  const wrong = sources.flatMap(({ name, text }) =>
    [...text.matchAll(/from '\.\.\/(\w+)\/[^']*'/g)]
      .map((match) => match[1] as string)
      .filter((target) => order.includes(room(name)) && order.indexOf(target) > order.indexOf(room(name)))
      .map((target) => `${name} imports ${target}`),
  );
  expect([...new Set(wrong)]).toEqual([]);
});
