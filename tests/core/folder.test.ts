import { describe, expect, test } from '@jest/globals';
import { Journals } from '../../src/core/folder/journals.js';
import type { Output } from '../../src/core/folder/keeper.js';
import { memoryShelf } from '../../src/core/folder/memoryShelf.js';
import { pathParts } from '../../src/core/folder/pathParts.js';
import { Refused } from '../../src/core/folder/refused.js';
import type { Shelf } from '../../src/core/folder/shelf.js';
import { shelfKeeper } from '../../src/core/folder/shelfKeeper.js';
import { slashPaths } from '../../src/core/folder/slashPaths.js';
import { patchBetween } from '../../src/core/schema/patch.js';

const textIn = async (shelf: Shelf, path: string) => {
  const bytes = await shelf.read(path);
  return bytes && new TextDecoder().decode(bytes);
};

const old = { 'a.style.yaml': 'style of old', 'figures/b.figure.yaml': 'figure of old' };
const young = { 'a.style.yaml': 'style of now', 'figures/b.figure.yaml': 'figure of now', 'c.figure.yaml': 'one more' };

const outputs: Output[] = Object.entries(young).map(([path, bytes]) => ({
  path,
  bytes,
  was: (old as Record<string, string>)[path],
}));

/** All files that matter, as they are. */
const texts = async (shelf: Shelf) => Promise.all(Object.keys(young).map((path) => textIn(shelf, path)));
const before = ['style of old', 'figure of old', undefined];
const after = Object.values(young);

/** A shelf on which writing begins to fail, for once or for ever. */
function failing(shelf: Shelf, from: number, isForEver: boolean): Shelf {
  let writes = 0;
  const may = () => {
    writes += 1;
    const fails = isForEver ? writes >= from : writes === from;
    if (fails) throw new Error('no room');
  };
  return {
    ...shelf,
    write: async (path, bytes) => {
      may();
      await shelf.write(path, bytes);
    },
    remove: async (path) => {
      if (isForEver && writes >= from) throw new Error('no room');
      await shelf.remove(path);
    },
    // A page that is being closed may still do one thing and not another.
    pending: {
      ...shelf.pending,
      write: async (text) => {
        may();
        await shelf.pending.write(text);
      },
    },
  };
}

describe('several files that are saved together', () => {
  test('are all as before where one of them cannot be written', async () => {
    for (let at = 1; at <= 4; at += 1) {
      const shelf = memoryShelf(old);
      const problems = await shelfKeeper(failing(shelf, at, false)).save(outputs);
      expect([at, problems.map(({ code }) => code), await texts(shelf)]).toEqual([at, ['not-writable'], before]);
      expect(await shelf.pending.read()).toBeUndefined();
    }
  });

  test('are finished, or were never begun, where the page was closed at any step', async () => {
    for (let at = 1; at <= 5; at += 1) {
      const shelf = memoryShelf(old);
      await shelfKeeper(failing(shelf, at, true)).save(outputs);
      // The next page finds what is left when it lists the files.
      expect(await shelfKeeper(shelf).save([])).toEqual([]);
      // Where the first of the files could not be written, all are as they were.
      expect([at, await texts(shelf)]).toEqual([at, at <= 2 ? before : after]);
      expect(await shelf.pending.read()).toBeUndefined();
    }
  });

  test('wait until there is room to finish them', async () => {
    const shelf = memoryShelf(old);
    await shelfKeeper(failing(shelf, 3, true)).save(outputs);
    const full = shelfKeeper(failing(shelf, 1, true));
    expect((await full.save([{ path: 'd.csv', bytes: 'a' }])).map(({ code }) => code)).toEqual(['not-writable']);
    expect(await textIn(shelf, 'd.csv')).toBeUndefined();
    expect(await shelfKeeper(shelf).save([{ path: 'd.csv', bytes: 'a' }])).toEqual([]);
    expect([await texts(shelf), await textIn(shelf, 'd.csv')]).toEqual([after, 'a']);
  });

  test('are finished also where one of them was lost on its way into its place', async () => {
    const shelf = memoryShelf(old);
    await shelfKeeper(failing(shelf, 3, true)).save(outputs);
    await shelf.remove('figures/b.figure.yaml');
    expect(await shelfKeeper(shelf).save([])).toEqual([]);
    expect(await texts(shelf)).toEqual(after);
  });

  test('are finished also where a new one was begun and is empty', async () => {
    for (let at = 2; at <= 4; at += 1) {
      const shelf = memoryShelf(old);
      const begun = failing(shelf, at, true);
      // A browser makes a new file first, and fills it then.
      const write: typeof shelf.write = async (path, bytes) => {
        if (!(await shelf.read(path))) await shelf.write(path, new Uint8Array());
        await begun.write(path, bytes);
      };
      await shelfKeeper({ ...begun, write }).save(outputs);
      expect(await shelfKeeper(shelf).save([])).toEqual([]);
      expect([at, await texts(shelf)]).toEqual([at, at <= 2 ? before : after]);
    }
  });

  test('are left where somebody has changed one after the page was closed, and that is said', async () => {
    const shelf = memoryShelf(old);
    await shelfKeeper(failing(shelf, 3, true)).save(outputs);
    await shelf.write('figures/b.figure.yaml', new TextEncoder().encode('by hand'));
    const problems = await shelfKeeper(shelf).save([]);
    expect(problems.map(({ code }) => code)).toEqual(['unfinished-left']);
    expect(await texts(shelf)).toEqual(['style of now', 'by hand', undefined]);
  });

  test('are not written where one is another than it was read, or stands where another kind of file is', async () => {
    const shelf = memoryShelf({ ...old, 'a.style.yaml': 'by somebody else' });
    const [problem] = await shelfKeeper(shelf).save(outputs);
    expect(problem).toMatchObject({ code: 'not-writable', facts: { path: 'a.style.yaml' } });
    const [other] = await shelfKeeper(shelf).save([{ path: 'a.style.yaml', bytes: 'x', replaces: () => false }]);
    expect(other).toMatchObject({ code: 'not-replaced' });
    expect(await textIn(shelf, 'a.style.yaml')).toBe('by somebody else');
  });

  test('take what is pending for nothing where it is not as we write it', async () => {
    const shelf = memoryShelf(old);
    for (const text of [
      '',
      '{',
      '[]',
      '{"hexis":"pending/1","files":[{"path":1}]}',
      '{"hexis":"other/1","files":[]}',
    ]) {
      await shelf.pending.write(text);
      expect([text, await shelfKeeper(shelf).save([]), await texts(shelf)]).toEqual([text, [], before]);
    }
  });
});

test('acts are taken back and made again on any shelf, in all files that they changed', async () => {
  const shelf = memoryShelf(old);
  const keeper = shelfKeeper(shelf);
  const journals = new Journals(keeper);
  const [style, figure] = ['a.style.yaml', 'figures/b.figure.yaml'] as const;
  const changes = ([style, figure] as const).map((path) => ({
    path,
    before: old[path],
    after: young[path],
    patch: patchBetween(old[path], young[path]),
    by: 'a setting to the style',
  }));
  expect(await keeper.save(await journals.changeOutputs(changes, true))).toEqual([]);
  expect(await journals.stepsOf(figure)).toEqual({ undo: ['a setting to the style'], redo: [] });
  const undone = await journals.undoChange(figure);
  expect(undone.ok && undone.value.others.map(({ path }) => path)).toEqual([style]);
  expect([await textIn(shelf, style), await textIn(shelf, figure)]).toEqual([old[style], old[figure]]);
  const earlier = await journals.redoChange(style);
  expect(earlier.ok).toBe(true);
  expect([await textIn(shelf, style), await textIn(shelf, figure)]).toEqual([young[style], young[figure]]);
  const was = await journals.earlierTexts(style, 1);
  expect(was.ok && Object.fromEntries(was.value)).toEqual(old);
  // Somebody else's change is not taken back.
  await shelf.write(figure, new TextEncoder().encode('by hand'));
  const refused = await journals.undoChange(figure);
  expect(refused.ok || refused.problems.map(({ code }) => code)).toEqual(['changed-since']);
  expect(await textIn(shelf, figure)).toBe('by hand');
});

test('paths of a page stay in its folder', () => {
  expect(pathParts('figures/a b.figure.yaml')).toEqual(['figures', 'a b.figure.yaml']);
  for (const path of [
    '',
    '/a',
    'a//b',
    '../a',
    'a/../b',
    './a',
    'a\u0000b',
    '.hexis/a',
    'a/.git/config',
    7,
    'x'.repeat(1001),
  ])
    expect(() => pathParts(path)).toThrow(Refused);
  const { join, dirname, basename, relative } = slashPaths;
  expect([dirname('a/b/c'), dirname('c'), basename('a/b/c'), basename('c')]).toEqual(['a/b', '', 'c', 'c']);
  expect([join('a/b', '../c'), join('', 'c'), join('a', '.hexis', 'x')]).toEqual(['a/c', 'c', 'a/.hexis/x']);
  expect([relative('a/b', 'a/c/d'), relative('', 'a/b'), relative('a', 'a/b'), relative('a/b', 'c')]).toEqual([
    '../c/d',
    'a/b',
    'b',
    '../../c',
  ]);
});
