import { spawnSync } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  realpathSync,
  renameSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { holdFolders } from '../../src/node/holdFolders.js';
import { hashOf, nothing, setText } from '../../src/node/unfinished.js';
import { folderWith, hexis } from '../helpers/hexis.js';

const figure = 'hexis: figure/1\ndata: t.csv\nchart: { kind: bar, category: bed, value: yield }\n';
const table = 'bed,yield\na,1\na,2\nb,3\nb,5\n';

/** A process that has ended, under whose name files may have been left. */
const ended = (): number => spawnSync(process.execPath, ['-e', '0']).pid;
const ours = (folder: { path: string }) => readdirSync(folder.path).filter((name) => name.startsWith('.hexis-'));

/** A folder in which a program was killed while it moved two files to their places. */
async function killed() {
  const folder = folderWith({ 'f.figure.yaml': figure, 't.csv': table, 'a.txt': 'old a', 'b.txt': 'old b' });
  const path = realpathSync(folder.path);
  const saving = `.hexis-${ended()}-1x.0-1`;
  const move = (name: string, i: number, was: string) => {
    const from = join(path, `${saving}-${i}.part`);
    writeFileSync(from, `new ${name}`);
    return { from, to: join(path, `${name}.txt`), was: hashOf(was), will: hashOf(`new ${name}`) };
  };
  const moves = [move('a', 0, 'old a'), move('b', 1, 'old b')];
  writeFileSync(join(path, `${saving}.set`), await setText(path, moves));
  return { ...folder, path, saving, moves };
}

const draw = (folder: { path: string }) => hexis(['draw', 'f.figure.yaml', '-o', 'f.svg'], { cwd: folder.path });

test('a set that was being moved is finished by the next call', async () => {
  const folder = await killed();
  const { code, err } = draw(folder);
  expect([code, err]).toEqual([0, '']);
  expect([readFileSync(folder.at('a.txt'), 'utf8'), readFileSync(folder.at('b.txt'), 'utf8')]).toEqual([
    'new a',
    'new b',
  ]);
  expect(ours(folder)).toEqual([]);
  folder.remove();
});

test('a file that was edited after the crash keeps its edits, and that is said', async () => {
  const folder = await killed();
  writeFileSync(folder.at('b.txt'), 'edited by hand');
  const { code, err } = draw(folder);
  expect(code).toBe(0);
  expect(err).toContain(`${join(folder.path, 'b.txt')} was changed after a program was stopped`);
  expect([readFileSync(folder.at('a.txt'), 'utf8'), readFileSync(folder.at('b.txt'), 'utf8')]).toEqual([
    'old a',
    'edited by hand',
  ]);
  expect(ours(folder)).toEqual([]);
  folder.remove();
});

test.each([
  ['with no seal', (text: string) => text.replace(/"seal":"\w+"/, '"seal":"0"')],
  ['of other moves', (text: string) => text.replace('a.txt', 'c.txt')],
  ['that is no list', () => '[["x","y"]]'],
  ['that is no JSON', () => '{'],
])('a list %s is left, and said', async (_, change) => {
  const folder = await killed();
  const list = join(folder.path, `${folder.saving}.set`);
  writeFileSync(list, change(readFileSync(list, 'utf8')));
  const { code, err } = draw(folder);
  expect(code).toBe(0);
  expect(err).toContain('was not written by Hexis on this machine');
  expect(err).toContain(`write: delete ${list}`);
  expect([readFileSync(folder.at('a.txt'), 'utf8'), existsSync(list)]).toEqual(['old a', true]);
  folder.remove();
});

test.each([
  ['that was being written', 'new', '{"hexis":"set/1","mov'],
  ['without a word', 'set', ''],
])('of a list %s nothing is moved, and all of it is cleared away', async (_, ending, text) => {
  const folder = await killed();
  const list = join(folder.path, `${folder.saving}.set`);
  renameSync(list, join(folder.path, `${folder.saving}.${ending}`));
  writeFileSync(join(folder.path, `${folder.saving}.${ending}`), text);
  const { code, err } = draw(folder);
  expect([code, err]).toEqual([0, '']);
  expect(readFileSync(folder.at('a.txt'), 'utf8')).toBe('old a');
  expect(ours(folder)).toEqual([]);
  folder.remove();
});

test('a list that leads out of its folder is not obeyed, not even one that is sealed', async () => {
  const folder = await killed();
  const other = folderWith({ 'mine.txt': 'mine' });
  const [first] = folder.moves;
  const outside = [{ ...(first as (typeof folder.moves)[number]), to: other.at('mine.txt'), was: hashOf('mine') }];
  writeFileSync(join(folder.path, `${folder.saving}.set`), await setText(folder.path, outside));
  expect(draw(folder).err).toContain('was not written by Hexis');
  expect(readFileSync(other.at('mine.txt'), 'utf8')).toBe('mine');
  folder.remove();
  other.remove();
});

test('a list of an older form, as somebody may hand it over, moves nothing', () => {
  const folder = folderWith({ 'f.figure.yaml': figure, 't.csv': table, evil: 'evil' });
  const other = folderWith({ 'mine.txt': 'mine' });
  writeFileSync(folder.at(`.hexis-${ended()}-0.set`), JSON.stringify([[folder.at('evil'), other.at('mine.txt')]]));
  expect(draw(folder).code).toBe(0);
  expect([readFileSync(other.at('mine.txt'), 'utf8'), existsSync(folder.at('evil'))]).toEqual(['mine', true]);
  folder.remove();
  other.remove();
});

test('what a process left whose number another one has now is cleared away', () => {
  const folder = folderWith({ 'f.figure.yaml': figure, 't.csv': table });
  for (const start of ['1', 'zz']) writeFileSync(folder.at(`.hexis-${process.pid}-${start}.0-1-0.part`), 'left');
  expect(draw(folder).code).toBe(0);
  expect(ours(folder)).toEqual([]);
  folder.remove();
});

test('a list in a folder above is found from below, where a part was left', async () => {
  const folder = await killed();
  mkdirSync(folder.at('sub'));
  const from = join(folder.path, 'sub', `${folder.saving}-2.part`);
  writeFileSync(from, 'new c');
  const moves = [...folder.moves, { from, to: folder.at('sub/c.txt'), was: nothing, will: hashOf('new c') }];
  writeFileSync(join(folder.path, `${folder.saving}.set`), await setText(folder.path, moves));
  expect(hexis(['draw', 'f.figure.yaml', '-o', 'sub/f.svg'], { cwd: folder.path }).code).toBe(0);
  expect(['a.txt', 'b.txt', 'sub/c.txt'].map((name) => readFileSync(folder.at(name), 'utf8'))).toEqual([
    'new a',
    'new b',
    'new c',
  ]);
  folder.remove();
});

test('a folder of journals that is a link is not followed', () => {
  const other = folderWith({ '.gitignore': 'mine\n' });
  const folder = folderWith({
    't.csv': table,
    'f.figure.yaml': `${figure}style: apa\npanel: { frame: { width: 0.5pt, color: ink } }\n`,
  });
  symlinkSync(other.path, folder.at('.hexis'));
  const { code, err } = hexis(['mend', 'f.figure.yaml'], { cwd: folder.path });
  expect([code, err]).toEqual([3, expect.stringContaining('.hexis is a link')]);
  expect([readFileSync(other.at('.gitignore'), 'utf8'), readdirSync(other.path)]).toEqual(['mine\n', ['.gitignore']]);
  folder.remove();
  other.remove();
});

test.each(['../x', '/tmp/x', '..\\x', 'a/../../x', '.', '..', '', 'con', 'x\u0000y', '~/x', 'a'.repeat(400)])(
  'whatever an author calls a figure, its files stay in the folder: %j',
  (id) => {
    const folder = folderWith({ 't.csv': table });
    mkdirSync(folder.at('in'));
    mkdirSync(folder.at('in/out'));
    const named = `${figure}id: ${JSON.stringify(id)}\n`.replace('t.csv', '../t.csv');
    writeFileSync(folder.at('in/f.figure.yaml'), named);
    writeFileSync(
      folder.at('in/r.report.yaml'),
      `hexis: report/1\nid: ${JSON.stringify(id)}\nfigures: [f.figure.yaml]\n`,
    );
    const own = ['in', 't.csv'];
    for (const args of [
      ['draw', 'f.figure.yaml', '-o', 'out/'],
      ['draw', 'f.figure.yaml', '--name', 'fig {id}', '-o', 'out/'],
      ['bind', 'r.report.yaml', '--as', 'html,markdown,tex', '-o', 'out/'],
    ]) {
      const { code, err } = hexis(args, { cwd: folder.at('in') });
      // An id that is none is refused; nothing is written beside what was asked for.
      expect([args, [0, 2].includes(code as number) || err]).toEqual([args, true]);
      expect([
        readdirSync(folder.path),
        readdirSync(folder.at('in')).filter((name) => !/^(\.hexis-cache|f\.fig.*|r\.rep.*|out)$/.test(name)),
      ]).toEqual([own, []]);
    }
    folder.remove();
  },
);

test('folders that are held together are let go where one of them cannot be', async () => {
  const folder = folderWith();
  const gone = folder.at('nowhere');
  await expect(holdFolders([folder.path, gone], '.hexis-1-a.0-1')).rejects.toThrow(/ENOENT/);
  expect(readdirSync(folder.path)).toEqual([]);
  const release = await holdFolders([folder.path], '.hexis-1-a.0-2');
  expect(readdirSync(folder.path)).toEqual(['.hexis-busy']);
  await release?.();
  expect(readdirSync(folder.path)).toEqual([]);
  folder.remove();
});
