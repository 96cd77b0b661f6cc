import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { edited, historyOf, redo, undo } from 'hexis/desk';
import { parse, stringify } from 'yaml';
import { type Edit, inverse, patched, patchFor } from '../../src/core/schema/patch.js';

const text = `# The figure of the first chapter.
hexis: figure/1   # kind
data: "plots.csv"

chart:
  kind: bar
  # what stands along the axis
  category: bed
  where: { season: [spring, autumn] }

axes: { y: { from: 0, to: 6 }, x: { title: 'Type of bed' } }   # limits by hand
caption:
  title: |
    One line,
    and another
legend:
notes: []
`;

const after = (...edits: Edit[]) => patched(text, patchFor(text, edits));

describe('edits of a text', () => {
  test.each<[string, Edit, string, string]>([
    ['replace a value', { path: ['chart', 'kind'], value: 'interval' }, '  kind: bar\n', '  kind: interval\n'],
    ['keep a comment behind it', { path: ['hexis'], value: 'figure/2' }, 'hexis: figure/1   #', 'hexis: figure/2   #'],
    ['replace in braces', { path: ['axes', 'y', 'to'], value: 8 }, 'to: 6 }', 'to: 8 }'],
    ['add in braces', { path: ['axes', 'y', 'step'], value: 2 }, 'to: 6 }', 'to: 6, step: 2 }'],
    [
      'add a group in braces',
      { path: ['axes', 'all', 'grid', 'width'], value: '1pt' },
      "'Type of bed' } }",
      "'Type of bed' }, all: { grid: { width: 1pt } } }",
    ],
    ['add below', { path: ['chart', 'value'], value: 'yield' }, 'autumn] }\n', 'autumn] }\n  value: yield\n'],
    ['fill what is empty', { path: ['legend', 'place'], value: 'top' }, 'legend:\n', 'legend: { place: top }\n'],
    ['add at the end', { path: ['size', 'width'], value: '8cm' }, 'notes: []\n', 'notes: []\nsize: { width: 8cm }\n'],
    [
      'replace a text of several lines',
      { path: ['caption', 'title'], value: 'Short' },
      'title: |\n    One line,\n    and another\n',
      'title: Short\n',
    ],
    ['quote what needs it', { path: ['data'], value: '{a}: #1' }, '"plots.csv"', '"{a}: #1"'],
    ['remove from braces', { path: ['axes', 'y', 'to'], value: undefined }, 'from: 0, to: 6 }', 'from: 0 }'],
    ['remove the first', { path: ['axes', 'y', 'from'], value: undefined }, '{ from: 0, to: 6 }', '{ to: 6 }'],
    [
      'remove a group that is left empty',
      { path: ['axes', 'x', 'title'], value: undefined },
      ", x: { title: 'Type of bed' } }",
      ' }',
    ],
    ['remove a line', { path: ['chart', 'category'], value: undefined }, '  category: bed\n', ''],
    [
      'remove a group of lines',
      { path: ['caption', 'title'], value: undefined },
      'caption:\n  title: |\n    One line,\n    and another\n',
      '',
    ],
    ['replace an item', { path: ['chart', 'where', 'season', 1], value: 'fall' }, 'autumn]', 'fall]'],
    ['add an item', { path: ['chart', 'where', 'season', 2], value: 'winter' }, 'autumn]', 'autumn, winter]'],
    ['add the first item', { path: ['notes', 0], value: { a: 1 } }, 'notes: []', 'notes: [{ a: 1 }]'],
    ['remove an item', { path: ['chart', 'where', 'season', 0], value: undefined }, '[spring, autumn]', '[autumn]'],
    ['do nothing where there is nothing', { path: ['chart', 'group'], value: undefined }, 'hexis', 'hexis'],
  ])('%s, and touch nothing else', (_, edit, old, now) => {
    expect(after(edit)).toBe(text.replace(old, now));
  });

  test('of lists in lines keep their lines', () => {
    const list = 'accents:\n  # ours\n  - for: { bed: a }\n    fill: red\n  - { for: { bed: b } }  # theirs\nlast: 1\n';
    const now = (...edits: Edit[]) => patched(list, patchFor(list, edits));
    expect(now({ path: ['accents', 0, 'opacity'], value: 0.5 })).toBe(
      list.replace('fill: red\n', 'fill: red\n    opacity: 0.5\n'),
    );
    expect(now({ path: ['accents', 1, 'fill'], value: 'blue' })).toBe(
      list.replace('{ for: { bed: b } }', '{ for: { bed: b }, fill: blue }'),
    );
    expect(now({ path: ['accents', 2], value: { for: { bed: 'c' } } })).toBe(
      list.replace('# theirs\n', '# theirs\n  - { for: { bed: c } }\n'),
    );
    expect(now({ path: ['accents', 0], value: undefined })).toBe(
      list.replace('  - for: { bed: a }\n    fill: red\n', ''),
    );
    expect(now({ path: ['accents', 0], value: undefined }, { path: ['accents', 0], value: undefined })).toBe(
      'last: 1\n',
    );
  });

  test('keep JSON as it is', () => {
    const json = '{ "hexis": "figure/1", "axes": { "y": { "to": 6 } } }\n';
    const now = patched(
      json,
      patchFor(json, [
        { path: ['axes', 'y', 'step'], value: 2 },
        { path: ['size'], value: { width: '8cm' } },
      ]),
    );
    expect(JSON.parse(now)).toEqual({ hexis: 'figure/1', axes: { y: { to: 6, step: 2 } }, size: { width: '8cm' } });
    expect(now.startsWith('{ "hexis": "figure/1", "axes": { "y": { "to": 6, "step": 2 } }')).toBe(true);
  });
});

const key = fc.constantFrom('a', 'b', 'c', 'from', 'axis title');
const scalar = fc.oneof(
  fc.integer(),
  fc.boolean(),
  fc.string({ maxLength: 12 }),
  fc.constantFrom('a: b', '# no', "it's", '- x', '1', 'true', '', 'a, b', '{x}'),
);
const { tree } = fc.letrec<{ tree: unknown }>((tie) => ({
  tree: fc.oneof(
    { maxDepth: 3, withCrossShrink: true },
    scalar,
    fc.array(tie('tree'), { maxLength: 3 }),
    fc.dictionary(key, tie('tree'), { minKeys: 1, maxKeys: 3 }),
  ),
}));
const root = fc.dictionary(key, tree as fc.Arbitrary<unknown>, { minKeys: 1, maxKeys: 4 });
const edit = fc.record({
  path: fc
    .tuple(key, fc.array(fc.oneof(key, fc.nat({ max: 3 })), { maxLength: 3 }))
    .map(([first, rest]) => [first, ...rest]),
  value: fc.oneof(tree, fc.constant(undefined)),
});

const isGroup = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What a text should say after an edit; a list has places and no keys. */
function withEdit<T extends object>(value: T, { path: [first, ...rest], value: own }: Edit): T {
  const isList = Array.isArray(value);
  const key = (isList ? Math.min(Number(first), value.length) : first) as keyof T;
  const inner = Object.hasOwn(value, key) ? value[key] : undefined;
  const isOwn = isGroup(inner) || (Array.isArray(inner) && typeof rest[0] === 'number');
  const copy = (isList ? [...value] : { ...value }) as T;
  if (own !== undefined) {
    const below = rest.length === 0 ? own : withEdit(isOwn ? (inner as object) : {}, { path: rest, value: own });
    return Object.assign(copy, { [key]: below });
  }
  const left = rest.length > 0 && isOwn ? withEdit(inner as object, { path: rest, value: own }) : undefined;
  if (!Object.hasOwn(value, key) || (rest.length > 0 && (left === undefined || left === inner))) return value;
  // What has nothing left in it goes as well.
  return left !== undefined && Object.keys(left).length > 0 ? Object.assign(copy, { [key]: left }) : without(copy, key);
}

/** A group or list that has one entry less. */
function without<T extends object>(copy: T, key: keyof T): T {
  if (Array.isArray(copy)) copy.splice(Number(key), 1);
  else delete copy[key];
  return copy;
}

describe('any edits of any text', () => {
  test.each([{}, { collectionStyle: 'flow' as const }, { indent: 4, defaultStringType: 'QUOTE_SINGLE' as const }])(
    'say what they should, and are taken back to the letter %j',
    (style) => {
      fc.assert(
        fc.property(root, fc.array(edit, { minLength: 1, maxLength: 4 }), (value, edits) => {
          const before = `# first\n${stringify(value, { lineWidth: 0, ...style })}`;
          const patch = patchFor(before, edits);
          const now = patched(before, patch);
          const wanted = edits.reduce(withEdit, value);
          expect(parse(now) ?? {}).toEqual(wanted);
          expect(now.startsWith('# first\n')).toBe(true);
          expect(patched(now, inverse(patch))).toBe(before);
        }),
        { numRuns: 400, seed: Number(process.env['HEXIS_SEED'] ?? 7) },
      );
    },
  );
});

describe('a history', () => {
  test('goes back and forth, step by step', () => {
    const start = historyOf(text);
    const one = edited(start, [
      { path: ['axes', 'y', 'to'], value: 8 },
      { path: ['axes', 'y', 'step'], value: 2 },
    ]);
    const two = edited(one, [{ path: ['data'], value: 'other.csv' }]);
    expect(undo(two).text).toBe(one.text);
    expect(undo(undo(two)).text).toBe(text);
    expect(undo(undo(undo(two))).text).toBe(text);
    expect(redo(redo(undo(undo(two)))).text).toBe(two.text);
    expect(redo(two)).toBe(two);
    const other = edited(undo(two), [{ path: ['data'], value: 'third.csv' }]);
    expect(redo(other)).toBe(other);
    expect(parse(other.text)).toMatchObject({ data: 'third.csv', axes: { y: { step: 2 } } });
  });
});
