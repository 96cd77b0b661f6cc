import { describe, expect, test } from '@jest/globals';
import { HexisError, memory, ok, openProject, type Source, type TextItem } from 'hexis';
import { smallCodebook, smallTable } from '../helpers/figures.js';

const figure = (chart: string, more = '') => `hexis: figure/1\ndata: t.csv\ncodebook: c.yaml\nchart: ${chart}\n${more}`;
const bar = '{ kind: bar, category: bed, value: yield }';

/** A source whose files may change, and which counts how often each is read. */
function watched(files: Record<string, string>) {
  const reads = new Map<string, number>();
  const count = <T>(path: string, value: T): T => {
    reads.set(path, (reads.get(path) ?? 0) + 1);
    return value;
  };
  const inner = memory(files);
  const source: Source = {
    ...inner,
    text: async (path) => count(path, await inner.text(path)),
    bytes: async (path) => count(path, await inner.bytes(path)),
    stamp: async (path) => files[path],
  };
  return { source, reads: (path: string) => reads.get(path) ?? 0 };
}

const files = () => ({
  'a.yaml': figure(bar),
  'b.yaml': figure('{ kind: box, category: season, value: yield }'),
  'c.yaml': smallCodebook,
  't.csv': smallTable,
});

describe('a project', () => {
  test('reads each file once for all its figures, and again when it changes', async () => {
    const own = files();
    const { source, reads } = watched(own);
    const project = openProject(source);
    const counts = async () => {
      const found: number[] = [];
      for await (const drawn of project.drawings(['a.yaml', 'b.yaml', 'a.yaml'])) found.push(ok(drawn).numbers.used);
      return found;
    };
    expect(await counts()).toEqual([8, 8, 8]);
    expect(await counts()).toEqual([8, 8, 8]);
    expect(['a.yaml', 'b.yaml', 'c.yaml', 't.csv'].map(reads)).toEqual([1, 1, 1, 1]);
    own['t.csv'] += '2,autumn,3\n';
    expect(await counts()).toEqual([9, 9, 9]);
    expect(['a.yaml', 'c.yaml', 't.csv'].map(reads)).toEqual([1, 1, 2]);
    own['c.yaml'] = smallCodebook.replace('missing: [-9]', 'missing: [-9, 3]');
    expect(await counts()).toEqual([8, 8, 8]);
    own['c.yaml'] = smallCodebook.replace('Type of bed', 'Sort of bed');
    const { plate } = ok(await project.draw('a.yaml'));
    const title = plate.items.find(({ role }) => role === 'axes.x.title') as TextItem;
    expect(title.text).toBe('Sort of bed');
  });

  test('gives the same drawings, whatever was drawn before', async () => {
    const alone = (path: string) => openProject(memory(files())).draw(path);
    const project = openProject(watched(files()).source);
    for (const path of ['b.yaml', 'a.yaml', 'b.yaml'])
      expect(ok(await project.draw(path)).plate).toEqual(ok(await alone(path)).plate);
  });

  test('says what is wrong as problems, which ok() throws with their words', async () => {
    const outcome = await openProject(
      memory({ ...files(), 'a.yaml': figure('{ kind: bar, category: bde, value: yield }') }),
    ).draw('a.yaml');
    expect(outcome.ok).toBe(false);
    let thrown: unknown;
    try {
      ok(outcome);
    } catch (fault) {
      thrown = fault;
    }
    expect(thrown).toBeInstanceOf(HexisError);
    expect((thrown as HexisError).problems).toEqual(outcome.problems);
    expect((thrown as HexisError).message).toMatch(/^error: a\.yaml:4:\d+: .*"bde"[\s\S]*write: bed/);
  });
});
