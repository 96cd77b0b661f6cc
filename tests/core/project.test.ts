import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import Ajv from 'ajv/dist/2020.js';
import { builtInStyles, readStyle } from 'hexis';
import { parse } from 'yaml';
import { fileKinds } from '../../src/core/project/files/fileKinds.js';
import { publishedSchema } from '../../src/core/project/files/publishedSchema.js';
import { demo, demoFigures, root } from '../helpers/hexis.js';

const node = (...args: string[]) => spawnSync(process.execPath, args, { cwd: root, encoding: 'utf8' });

describe('what scripts make', () => {
  test('schemas and pages are what the code gives', () => {
    expect(node('scripts/writeDocs.mjs', '--check')).toMatchObject({ status: 0, stderr: '' });
  });

  test('the built-in styles are their files', () => {
    for (const [name, style] of Object.entries(builtInStyles)) {
      const path = `src/core/style/${name}.style.yaml`;
      const text = readFileSync(join(root, path), 'utf8');
      expect(style).toEqual(parse(text));
      expect(readStyle(text, path).ok).toBe(true);
    }
  });

  test('the demo data are what their generator gives', () => {
    const before = readFileSync(demo('data/plots.csv'), 'utf8');
    expect(node('demo/generate.mjs').status).toBe(0);
    expect(readFileSync(demo('data/plots.csv'), 'utf8')).toBe(before);
  });
});

test.each(Object.keys(fileKinds) as (keyof typeof fileKinds)[])(
  'the published schema of %s agrees with our own reading',
  (kind) => {
    const AjvClass = (Ajv as unknown as { default?: typeof Ajv }).default ?? Ajv;
    const check = new (
      AjvClass as unknown as new (
        options: object,
      ) => { compile(schema: object): (value: unknown) => boolean }
    )({ strict: false }).compile(publishedSchema(kind));
    const files = {
      figure: demoFigures,
      codebook: [demo('garden.codebook.yaml')],
      style: [demo('lanternfield.style.yaml')],
      board: [demo('boards/yield.board.yaml')],
      report: [demo('garden.report.yaml')],
    }[kind];
    for (const file of files) {
      const value = parse(readFileSync(file, 'utf8'));
      expect(check(value)).toBe(true);
      expect(check({ ...value, unheardOf: 1 })).toBe(false);
      expect(check({ ...value, hexis: 'other/1' })).toBe(false);
    }
    expect(check(parse(fileKinds[kind].example))).toBe(true);
  },
);

test('every link and picture of the pages exists, and every picture is linked from the README', () => {
  const pages = [
    'README.md',
    'CONTRIBUTING.md',
    ...readdirSync(join(root, 'docs'))
      .filter((name) => name.endsWith('.md'))
      .map((name) => `docs/${name}`),
    ...readdirSync(join(root, 'docs/work'))
      .filter((name) => name.endsWith('.md'))
      .map((name) => `docs/work/${name}`),
  ];
  for (const page of pages) {
    const links = [...readFileSync(join(root, page), 'utf8').matchAll(/\]\(([^)#:]+)\)/g)].map((match) =>
      join(dirname(page), match[1] as string),
    );
    expect(links.filter((link) => !existsSync(join(root, link)))).toEqual([]);
  }
  const readme = readFileSync(join(root, 'README.md'), 'utf8');
  for (const name of readdirSync(join(root, 'docs/screenshots'))) expect(readme).toContain(`docs/screenshots/${name}`);
});

test('the figure file of the README is that of the demo', () => {
  expect(readFileSync(join(root, 'README.md'), 'utf8')).toContain(
    readFileSync(demo('figures/yield-by-bed.figure.yaml'), 'utf8'),
  );
});
