import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { build } from 'esbuild';
import { root } from '../helpers/hexis.js';

/** The files of ours that stand in the first chunk of a program, and how large that is. */
async function firstChunk(program: string): Promise<{ files: string[]; bytes: number }> {
  const { metafile } = await build({
    stdin: { contents: program, resolveDir: root, loader: 'js' },
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'browser',
    minify: true,
    write: false,
    outdir: 'out',
    metafile: true,
    logLevel: 'silent',
  });
  const outputs = Object.entries(metafile.outputs);
  const chunks = new Map(outputs);
  const [entry] = outputs.find(([, { entryPoint }]) => entryPoint === '<stdin>') as (typeof outputs)[number];
  // What the entry takes in at once, and what those take in.
  const open = [entry];
  const taken = new Set<string>();
  for (let path = open.pop(); path !== undefined; path = open.pop()) {
    if (taken.has(path)) continue;
    taken.add(path);
    const { imports = [] } = chunks.get(path) ?? {};
    open.push(...imports.filter(({ kind }) => kind === 'import-statement').map((one) => one.path));
  }
  const found = [...taken].flatMap((path) => chunks.get(path) ?? []);
  return {
    files: found.flatMap(({ inputs }) =>
      Object.entries(inputs).flatMap(([path, own]) => (own.bytesInOutput > 0 ? [path] : [])),
    ),
    bytes: found.reduce((sum, own) => sum + own.bytes, 0),
  };
}

const within = (files: readonly string[], folder: string) =>
  files.filter((path) => path.includes(`dist/core/${folder}/`));

describe('a program that a bundler puts together', () => {
  test('has of drawing alone no desk, report or proof, nor a library of one format', async () => {
    const { files, bytes } = await firstChunk("import { draw } from 'hexis';\nglobalThis.drawn = draw;");
    expect(within(files, 'chart').length).toBeGreaterThan(30);
    // What makes the marks of a kind comes once a figure names it, and so does what draws scenes, reads formulas.
    expect(files.filter((path) => /Maker\.js$/.test(path))).toEqual([]);
    for (const folder of ['layout/space', 'space/order', 'expression'])
      expect([folder, within(files, folder)]).toEqual([folder, []]);
    for (const folder of ['choose', 'report', 'proof', 'data/workbook', 'data/parquet', 'check/rules', 'project/carry'])
      expect([folder, within(files, folder)]).toEqual([folder, []]);
    expect(
      files.filter((path) => /node_modules\/(pdfkit|fontkit|docx|@zip\.js|hyparquet|micromark)/.test(path)),
    ).toEqual([]);
    expect(bytes).toBeLessThan(680_000);
  });

  test('has of what a desk thinks with more, and of problems in words next to nothing', async () => {
    const desk = await firstChunk("import { scopesOf } from 'hexis/desk';\nglobalThis.scopes = scopesOf;");
    expect(within(desk.files, 'choose').length).toBeGreaterThan(1);
    const words = await firstChunk("import { problemText } from 'hexis';\nglobalThis.text = problemText;");
    expect(within(words.files, 'layout')).toEqual([]);
    expect(words.bytes).toBeLessThan(85_000);
  });
});

test('the bundles that the command reads byte by byte have no other letters', () => {
  for (const name of ['hexis', 'pdf']) {
    const bytes = readFileSync(join(root, 'dist', 'bin', `${name}.cjs`));
    expect([name, bytes.findIndex((byte) => byte > 127)]).toEqual([name, -1]);
  }
});
