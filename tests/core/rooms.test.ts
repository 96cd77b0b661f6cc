import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, posix } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { root } from '../helpers/hexis.js';

/** The rooms of the core in their order: each may ask those before it, and knows nothing of those after it. */
const rooms = [
  'problem',
  'schema',
  'data',
  'statistics',
  'ask',
  'scale',
  'space',
  'type',
  'color',
  'expression',
  'words',
  'chart',
  'style',
  'plate',
  'layout',
  'export',
  'codebooks',
  'template',
  'check',
  'proof',
  'project',
  'choose',
  'report',
  'compare',
  'folder',
];

/** The same of rooms inside rooms; kinds of chart stand beside each other. */
const inner: Readonly<Record<string, readonly (readonly string[])[]>> = {
  chart: [['frame'], ['box', 'curve', 'groups', 'histogram', 'line', 'pie', 'points', 'scatter', 'slope', 'space']],
  check: [['measure'], ['rules', 'hand']],
  layout: [['words'], ['ink'], ['axes'], ['marks'], ['labels'], ['space'], ['legend'], ['page']],
  project: [['generated'], ['files'], ['read'], ['compose'], ['begin'], ['acts']],
};

const core = join(root, 'src/core');
const files = readdirSync(core, { recursive: true, encoding: 'utf8' })
  .map((name) => name.replaceAll('\\', '/'))
  .filter((name) => name.endsWith('.ts') && !name.endsWith('.d.ts'));

/** What each file imports, as paths from the core; types count. */
const imports = files.flatMap((file) => {
  const text = readFileSync(join(core, file), 'utf8');
  const named = [...text.matchAll(/(?:from|import)\s*\(?\s*'(\.[^']+)'/g)].map(([, path]) => path as string);
  return named.map((path) => ({ file, other: posix.normalize(posix.join(dirname(file), path)) }));
});

const roomOf = (path: string) => path.split('/')[0] as string;
const innerRoom = (path: string) => (path.split('/').length > 2 ? path.split('/')[1] : undefined);

describe('the rooms of the core', () => {
  test('are all in the list', () => {
    const found = readdirSync(core, { withFileTypes: true }).flatMap((entry) =>
      entry.isDirectory() ? [entry.name] : [],
    );
    expect(found.sort()).toEqual([...rooms].sort());
    expect(imports.length).toBeGreaterThan(2000);
  });

  test('import one way', () => {
    const wrong = imports.filter(({ file, other }) => {
      const [own, there] = [rooms.indexOf(roomOf(file)), rooms.indexOf(roomOf(other))];
      return own >= 0 && there > own;
    });
    expect(wrong).toEqual([]);
    const out = imports.filter(({ other }) => other.startsWith('..'));
    expect(out).toEqual([]);
  });

  test.each(Object.entries(inner))('inside %s import one way too', (room, order) => {
    const level = (path: string) => order.findIndex((names) => names.includes(innerRoom(path) ?? ''));
    const own = imports.filter(({ file, other }) => roomOf(file) === room && roomOf(other) === room);
    const between = own.filter(({ file, other }) => level(file) >= 0 && level(other) >= 0);
    expect(between.length).toBeGreaterThan(10);
    expect(between.filter(({ file, other }) => level(other) > level(file))).toEqual([]);
    // Kinds ask each other only where they say so by standing in one room.
    if (room === 'chart')
      expect(between.filter(({ file, other }) => level(other) > 0 && innerRoom(file) !== innerRoom(other))).toEqual([]);
  });

  test('stand in CONTRIBUTING', () => {
    const text = readFileSync(join(root, 'CONTRIBUTING.md'), 'utf8');
    const table = text.slice(0, text.indexOf('## To add'));
    expect(rooms.filter((room) => !new RegExp(`\`(src/core/)?${room}\``).test(table))).toEqual([]);
  });
});

describe('the page of the desk', () => {
  const desk = join(core, '../../examples/desk/src');
  const components = readdirSync(desk).filter((name) => name.endsWith('.tsx'));

  test.each(components)('%s says words of one place', (name) => {
    const text = readFileSync(join(desk, name), 'utf8');
    const said = [
      ...text.matchAll(/\b(?:aria-label|label|title|placeholder)="[^"]*[a-z][^"]*"/g),
      ...text.matchAll(/>[A-Za-z][a-z][^<>{}=;]*</g),
      ...text.matchAll(/^\s+[A-Z][a-z]+(?: [^=;{}()]*)?$/gm),
    ];
    expect(said.map(([all]) => all)).toEqual([]);
  });
});
