import { spawn } from 'node:child_process';
import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { folderWith, hexis, root } from '../helpers/hexis.js';

const figure = 'hexis: figure/1\nid: f\ndata: t.csv\nchart: { kind: bar, category: a, value: b }\n';

describe('drawing again on change', () => {
  let folder: ReturnType<typeof folderWith>;
  beforeAll(() => {
    folder = folderWith({ 'f.yaml': figure, 't.csv': 'a,b\nx,1\ny,2\n' });
  });
  afterAll(() => folder.remove());

  test('draws when the table or the figure changes, says what is wrong, and goes on', async () => {
    const call = ['draw', folder.at('f.yaml'), '--watch', '-o', folder.at('f.svg')];
    const child = spawn(process.execPath, [join(root, 'bin', 'hexis.cjs'), ...call]);
    let said = '';
    child.stdout.on('data', (text) => {
      said += text;
    });
    child.stderr.on('data', (text) => {
      said += text;
    });
    const until = async (pattern: RegExp) => {
      for (let i = 0; i < 600 && !pattern.test(said); i += 1) await new Promise((resolve) => setTimeout(resolve, 100));
      expect(said).toMatch(pattern);
      said = '';
    };
    try {
      await until(/waiting for changes of 2 files/);
      const before = readFileSync(folder.at('f.svg'), 'utf8');
      writeFileSync(folder.at('t.csv'), 'a,b\nx,1\ny,2\nz,5\n');
      await until(/f: 3 of 3 cases/);
      expect(readFileSync(folder.at('f.svg'), 'utf8')).not.toBe(before);
      writeFileSync(folder.at('f.yaml'), figure.replace('value: b', 'value: c'));
      await until(/no column "c"/);
      writeFileSync(folder.at('f.yaml'), figure);
      await until(/f: 3 of 3 cases/);
      // Editors that save safely write another file and give it the name.
      writeFileSync(folder.at('next'), 'a,b\nx,1\n');
      renameSync(folder.at('next'), folder.at('t.csv'));
      await until(/f: 1 of 1 cases?/);
    } finally {
      child.kill();
    }
  });

  test('a card shows what a style offers, in its own colours', () => {
    const { code, out } = hexis(['swatch', 'mono', '-o', folder.at('card.svg')]);
    expect([code, /style mono/.test(out)]).toEqual([0, true]);
    const svg = readFileSync(folder.at('card.svg'), 'utf8');
    expect([...new Set(svg.match(/#[0-9a-f]{6}/g))].sort()).toEqual(['#000000', '#ffffff']);
    expect(hexis(['swatch', 'mnoo', '-o', folder.at('x.svg')])).toMatchObject({ code: 2 });
    expect(hexis(['swatch', 'apa', '-o', folder.at('x.gif')])).toMatchObject({ code: 2 });
  });
});
