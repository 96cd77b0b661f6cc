import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { userInfo } from 'node:os';
import { basename, join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { unzipSync } from 'fflate';
import { demo, demoFigure, folderWith, hexis, root } from '../helpers/hexis.js';

const figure = 'hexis: figure/1\ndata: t.csv\nchart: { kind: bar, category: bed, value: yield }\n';
const table = 'bed,yield\na,1\na,2\nb,3\nb,5\n';
const withPicture = (...options: string[]) => {
  const folder = folderWith({ 'f.figure.yaml': figure, 't.csv': table });
  const { code, err } = hexis(['draw', 'f.figure.yaml', '-o', 'f.svg', ...options], { cwd: folder.path });
  expect([code, err]).toEqual([0, '']);
  return folder;
};
const unpack = (folder: { path: string }, ...args: string[]) => hexis(['unpack', ...args], { cwd: folder.path });

describe('unpack', () => {
  test('says what a picture carries, and writes nothing unasked', () => {
    const folder = withPicture();
    const { code, out } = unpack(folder, 'f.svg');
    expect(code).toBe(0);
    expect(out).toBe(
      'f.svg: a figure\n  f.figure.yaml\n  not in it: the table t.csv: put it into ., or change "data"\nnothing is written; name a folder with -o\n',
    );
    expect(readdirSync(folder.path).sort()).toEqual(['f.figure.yaml', 'f.svg', 't.csv']);
    folder.remove();
  });

  test('gives back files that are drawn to the same picture, as it says', () => {
    const folder = withPicture('--inks', 'grey', '--caption');
    const { out } = unpack(folder, 'f.svg', '-o', 'back');
    expect(out).toContain('  back/f.figure.yaml\n');
    const [, call = ''] = /draw: hexis (.*)\n/.exec(out) ?? [];
    expect(call).toBe('draw back/f.figure.yaml --caption --inks grey');
    copyFileSync(folder.at('t.csv'), folder.at('back/t.csv'));
    const again = hexis([...call.split(' '), '-o', 'again.svg'], { cwd: folder.path });
    expect([again.code, again.err]).toEqual([0, '']);
    expect(readFileSync(folder.at('again.svg'), 'utf8')).toBe(readFileSync(folder.at('f.svg'), 'utf8'));
    folder.remove();
  });

  test('with the rows that it carries nothing is missing', () => {
    const folder = withPicture('--carries', 'all');
    const { out } = unpack(folder, 'f.svg', '-o', 'back/');
    expect(out).not.toContain('not in it');
    expect(readFileSync(folder.at('back/t.csv'), 'utf8')).toBe(table);
    const again = hexis(['draw', 'back/f.figure.yaml', '--carries', 'all', '-o', 'again.svg'], { cwd: folder.path });
    expect([again.code, again.err]).toEqual([0, '']);
    expect(readFileSync(folder.at('again.svg'), 'utf8')).toBe(readFileSync(folder.at('f.svg'), 'utf8'));
    folder.remove();
  });

  test('rows that are drawn by lot are the same ones again', () => {
    const rows = Array.from({ length: 90 }, (_, i) => `${i},${(i * 31) % 17}\n`).join('');
    const sampled =
      'hexis: figure/1\ndata: { file: t.csv, sample: 30, seed: 3 }\nchart: { kind: scatter, x: bed, y: yield }\n';
    const folder = folderWith({ 'f.figure.yaml': sampled, 't.csv': `bed,yield\n${rows}` });
    const draw = (from: string, to: string) =>
      hexis(['draw', from, '--carries', 'all', '-o', to], { cwd: folder.path }).code;
    expect(draw('f.figure.yaml', 'f.svg')).toBe(0);
    unpack(folder, 'f.svg', '-o', 'back/');
    expect(draw('back/f.figure.yaml', 'again.svg')).toBe(0);
    const ink = (name: string) => readFileSync(folder.at(name), 'utf8').match(/<path[^>]*>/g);
    expect(ink('again.svg')).toEqual(ink('f.svg'));
    folder.remove();
  });

  test('a sheet of every style is made of no single one', () => {
    const folder = withPicture();
    hexis(['draw', 'f.figure.yaml', '--style', 'all', '-o', 'all.svg'], { cwd: folder.path });
    expect(unpack(folder, 'all.svg').err).toContain('carries nothing of what it was made of');
    folder.remove();
  });

  test('writes over no file unasked, and none half', () => {
    const folder = withPicture();
    mkdirSync(folder.at('back'));
    writeFileSync(folder.at('back/f.figure.yaml'), 'mine');
    const refused = unpack(folder, 'f.svg', '-o', 'back');
    expect([refused.code, readFileSync(folder.at('back/f.figure.yaml'), 'utf8')]).toEqual([2, 'mine']);
    expect(refused.err).toContain('back/f.figure.yaml');
    expect(unpack(folder, 'f.svg', '-o', 'back', '--replace').code).toBe(0);
    expect(readFileSync(folder.at('back/f.figure.yaml'), 'utf8')).toContain('hexis: figure/1');
    // What stands there already is left as it is.
    const { written } = JSON.parse(unpack(folder, 'f.svg', '-o', 'back', '--json').out);
    expect(written).toEqual([]);
    folder.remove();
  });

  test.each(['docx', 'odt'])('gives back the figures of a %s file that another office program has saved', (form) => {
    const folder = folderWith();
    const path = join(root, 'tests', 'documents', `carried.${form}`);
    const { code, out, err } = unpack(folder, path, '-o', 'back');
    expect([code, err]).toEqual([0, '']);
    expect(out).toContain(': 2 figures\n');
    expect(readdirSync(folder.at('back')).sort()).toEqual([
      'bars.figure.yaml',
      'garden.codebook.yaml',
      'points.figure.yaml',
    ]);
    // In the order in which they stand in the document.
    expect(out.indexOf('bars')).toBeLessThan(out.indexOf('points'));
    folder.remove();
  });

  test('documents carry no folder, remark or row that nobody asked for', () => {
    const folder = folderWith({
      'f.figure.yaml': `${figure}# a remark of mine\n`,
      't.csv': table.replace('b,5', 'b,5\nb,987654'),
      'r.report.yaml': 'hexis: report/1\nfigures: [f.figure.yaml]\n',
    });
    const forms = ['docx', 'odt', 'html', 'pdf'];
    const bound = hexis(['bind', 'r.report.yaml', '--as', forms.join(), '-o', 'out/'], { cwd: folder.path });
    expect([bound.code, bound.err]).toEqual([0, '']);
    for (const form of forms) {
      const bytes = readFileSync(folder.at(`out/r.${form}`));
      const parts = ['docx', 'odt'].includes(form) ? Object.values(unzipSync(bytes)) : [bytes];
      const letters = parts.map((part) => Buffer.from(part).toString('latin1')).join('\n');
      for (const secret of [
        basename(folder.path),
        'remark of mine',
        '987654',
        userInfo().username === 'root' ? 'home/' : userInfo().username,
      ])
        expect([form, letters.includes(secret)]).toEqual([form, false]);
      const { out } = unpack(folder, `out/r.${form}`);
      expect([form, out]).toEqual([form, expect.stringContaining(': a figure\n  f.figure.yaml\n')]);
    }
    folder.remove();
  });

  test('gives back all pictures of a folder, and says where there is none', () => {
    const folder = folderWith({ 'notes.svg': '<svg xmlns="http://www.w3.org/2000/svg"/>' });
    hexis([
      'draw',
      demoFigure('yield-by-bed'),
      demo('boards/yield.board.yaml'),
      '-o',
      `${folder.path}/`,
      '--as',
      'svg',
    ]);
    const { code, out, err } = unpack(folder, '.', '-o', 'back');
    expect([code, err]).toEqual([0, '']);
    expect(readdirSync(folder.at('back'))).toContain('yield.board.yaml');
    expect(out.match(/draw: /g)).toHaveLength(2);
    const none = unpack(folder, 'notes.svg');
    expect([none.code, none.err]).toEqual([2, expect.stringContaining('carries nothing of what it was made of')]);
    folder.remove();
  });

  test.each([
    ['a file that is not there', 'none.svg', 3],
    ['a document that is none', 'broken.docx', 3],
    ['a text', 't.csv', 2],
    ['a damaged PDF', 'broken.pdf', 2],
  ])('says what is wrong with %s', (_, name, code) => {
    const folder = folderWith({
      't.csv': table,
      'broken.docx': 'PK\u0003\u0004nothing',
      'broken.pdf': '%PDF-1.7\nnothing',
    });
    const answer = unpack(folder, name, '-o', 'back');
    expect(answer.err).toMatch(/^error: .*\n/);
    expect(answer.err).not.toContain('    at ');
    expect([name, answer.code]).toEqual([name, code]);
    expect(readdirSync(folder.path)).not.toContain('back');
    folder.remove();
  });
});
