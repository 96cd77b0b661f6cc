import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { edited, historyOf, redo, undo } from 'hexis';
import { parse, stringify } from 'yaml';
import { type Edit, inverse, patched, patchFor } from '../../src/core/document/patch.js';

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
    ['do nothing where there is nothing', { path: ['chart', 'group'], value: undefined }, 'hexis', 'hexis'],
  ])('%s, and touch nothing else', (_, edit, old, now) => {
    expect(after(edit)).toBe(text.replace(old, now));
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
    fc.array(scalar, { maxLength: 3 }),
    fc.dictionary(key, tie('tree'), { minKeys: 1, maxKeys: 3 }),
  ),
}));
const root = fc.dictionary(key, tree as fc.Arbitrary<unknown>, { minKeys: 1, maxKeys: 4 });
const edit = fc.record({
  path: fc.array(key, { minLength: 1, maxLength: 3 }),
  value: fc.oneof(tree, fc.constant(undefined)),
});

const isGroup = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What a text should say after an edit. */
function withEdit(
  value: Record<string, unknown>,
  { path: [first, ...rest], value: own }: Edit,
): Record<string, unknown> {
  const { [first as string]: inner, ...others } = value;
  const there = Object.hasOwn(value, first as string);
  if (own === undefined) {
    if (!there) return value;
    if (rest.length === 0) return others;
    if (!isGroup(inner)) return value;
    const left = withEdit(inner, { path: rest, value: own });
    return left !== inner && Object.keys(left).length === 0 ? others : { ...value, [first as string]: left };
  }
  if (rest.length === 0) return { ...value, [first as string]: own };
  return { ...value, [first as string]: withEdit(isGroup(inner) ? inner : {}, { path: rest, value: own }) };
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
