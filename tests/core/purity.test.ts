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

interface Override {
  includes: string[];
  linter: { rules: { style: { noRestrictedImports?: { options: { patterns: { group: string[] }[] } } } } };
}

test('the linter knows every room, and forbids each what stands below it', () => {
  const { overrides } = JSON.parse(readFileSync(join(root, 'biome.json'), 'utf8')) as { overrides: Override[] };
  const forbidden = new Map(
    overrides.slice(1).map(({ includes, linter }) => {
      const { patterns } = linter.rules.style.noRestrictedImports?.options ?? { patterns: [] };
      return [includes[0], patterns.flatMap(({ group }) => group)] as const;
    }),
  );
  const rooms = readdirSync(core, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? [entry.name] : [],
  );
  const below = (room: string) =>
    forbidden.get(`src/core/${room}/**`)?.filter((group) => /^\*\*\/\w+\/\*\*$/.test(group)) ?? [];
  // Of any two rooms, one knows nothing of the other.
  for (const a of rooms)
    for (const b of rooms)
      if (a !== b)
        expect([a, b, below(a).includes(`**/${b}/**`) !== below(b).includes(`**/${a}/**`)]).toEqual([a, b, true]);
});
