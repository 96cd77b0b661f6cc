import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { type Drawing, ok, openProject, type PlateItem } from 'hexis';
import {
  type Control,
  controlsOf,
  edited,
  everyControl,
  fieldAt,
  historyOf,
  hit,
  inkWords,
  partOf,
  patched,
  patchFor,
  readingOrder,
  type Scope,
  scopesOf,
  searchControls,
  settingEdits,
  undo,
} from 'hexis/desk';
import { disk } from 'hexis/node';
import { everyLeaf } from '../../src/core/choose/fieldAt.js';
import { spokenPaths } from '../../src/core/choose/settingWords.js';
import { overlaid } from '../../src/core/project/read/source.js';
import { demoFigure, demoIds } from '../helpers/hexis.js';

const texts: Record<string, string> = {};
const project = openProject(overlaid(disk, texts), { trace: true });

/** A figure of the demo, or what it is with another text. */
async function drawn(id: string, text?: string): Promise<Drawing> {
  const path = demoFigure(id);
  if (text === undefined) delete texts[path];
  else texts[path] = text;
  return ok(await project.draw(path));
}

const itemOf = ({ plate }: Drawing, role: string) => plate.items.find((item) => item.role === role) as PlateItem;
const middle = ({ box }: PlateItem) => [box.x + box.width / 2, box.y + box.height / 2] as const;
const partFor = (drawing: Drawing, item: PlateItem) => partOf(drawing, item) as Drawing['parts'][number];
const scopeNamed = (drawing: Drawing, item: PlateItem, words: string) =>
  scopesOf(drawing, item).find((own) => own.words === words) as Scope;

describe('ink that is pointed at', () => {
  test('is found and named, words and thin lines as well', async () => {
    const drawing = await drawn('yield-by-bed');
    const named = (role: string, dx = 0) => {
      const [x, y] = middle(itemOf(drawing, role));
      const found = hit(drawing.plate, x + dx, y);
      return found && inkWords(partFor(drawing, found), found);
    };
    expect(named('axes.y.title')).toBe('title of the vertical axis');
    expect(named('axes.x.labels[2]')).toBe('label "Mulch" of the horizontal axis');
    expect(named('legend.entries[1]')).toBe('legend entry "Summer"');
    expect(named('axes.y.line', 2)).toMatch(/the vertical axis/);
    const bar = itemOf(drawing, 'series[1].marks[2]');
    expect(
      inkWords(partFor(drawing, bar), hit(drawing.plate, bar.box.x + 4, bar.box.y + bar.box.height - 8) as PlateItem),
    ).toBe('bar: Mulch, Summer');
    expect(hit(drawing.plate, 1, 1)).toBeUndefined();
  });

  test('is walked in the order in which one reads, each thing once', async () => {
    const drawing = await drawn('yield-by-bed');
    const order = readingOrder(drawing.plate);
    expect(new Set(order.map(({ role }) => role)).size).toBe(order.length);
    const at = (role: string) => order.findIndex((item) => item.role === role);
    expect(at('legend.title')).toBeLessThan(at('axes.x.labels[0]'));
    expect(at('axes.x.labels[0]')).toBeLessThan(at('axes.x.labels[3]'));
    expect(at('axes.x.labels[3]')).toBeLessThan(at('axes.x.title'));
  });

  test.each(demoIds)('has words and a reach wherever it stands in %s, and the marks that a reach names', async (id) => {
    const drawing = await drawn(id);
    const roles = new Set(drawing.plate.items.map(({ role }) => role));
    for (const item of readingOrder(drawing.plate)) {
      const part = partFor(drawing, item);
      expect([item.role, inkWords(part, item)]).not.toEqual([item.role, 'ink of the figure']);
      const scopes = scopesOf(drawing, item);
      expect([item.role, scopes.length > 0]).toEqual([item.role, true]);
      for (const scope of scopes) {
        expect(scope.roles.every((role) => roles.has(role))).toBe(true);
        expect([scope.words, scope.count > 0]).toEqual([scope.words, true]);
        expect(new Set(scopes.map(({ key }) => key)).size).toBe(scopes.length);
      }
    }
  });
});

test.each(demoIds)('what ink hangs on in %s was read when it was drawn', async (id) => {
  const drawing = await drawn(id);
  let looked = 0;
  for (const item of readingOrder(drawing.plate)) {
    const [scope, ...others] = scopesOf(drawing, item);
    if (item.type === 'text' || others.length > 0 || scope?.target.is !== 'look') continue;
    const { paths } = scope.target;
    const meets = (read: string) => paths.some((path) => read === path || read.startsWith(`${path}.`));
    expect([item.role, paths, (item.settings ?? []).some(meets)]).toEqual([item.role, paths, true]);
    looked += 1;
  }
  expect([id, looked > 0 || !/yield|growth|experience/.test(id)]).toEqual([id, true]);
});

describe('a change', () => {
  const figure = 'yield-by-bed';
  const file = readFileSync(demoFigure(figure), 'utf8');
  const changed = async (role: string, words: string, path: string, value: unknown, text = file) => {
    const drawing = await drawn(figure, text);
    const item = itemOf(drawing, role);
    const scope = scopeNamed(drawing, item, words);
    return patched(text, patchFor(text, settingEdits(partFor(drawing, item), scope.target, path, value)));
  };
  const fills = async (text: string) =>
    new Map(
      (await drawn(figure, text)).plate.items.flatMap((item) =>
        /^series\[\d\]\.marks\[\d\]$/.test(item.role) && 'fill' in item ? [[item.role, item.fill]] : [],
      ),
    );

  test.each([
    ['this bar: Mulch, Summer', 1],
    ['bars of Mulch', 3],
    ['bars of Summer', 4],
  ])('of %s changes so many bars and no other', async (words, count) => {
    const before = await fills(file);
    const after = await fills(await changed('series[1].marks[2]', words, 'fill', '#aa0011'));
    const unlike = [...after].filter(([role, fill]) => before.get(role) !== fill);
    expect([unlike.length, unlike.every(([, fill]) => fill === '#aa0011')]).toEqual([count, true]);
  });

  test('of all bars stands in the look, and is taken back to the byte', async () => {
    const wider = await changed('series[1].marks[2]', 'all bars', 'bars.share', 0.4);
    expect(wider).toContain('bars: { share: 0.4 }');
    expect(await changed('series[1].marks[2]', 'all bars', 'bars.share', undefined, wider)).not.toContain('0.4');
    const redder = await changed('series[1].marks[2]', 'bars of Mulch', 'fill', '#aa0011');
    expect(await changed('series[1].marks[2]', 'bars of Mulch', 'fill', undefined, redder)).toBe(file);
    const both = await changed('series[1].marks[2]', 'bars of Mulch', 'opacity', 0.5, redder);
    expect(both.match(/for:/g)).toHaveLength(1);
    expect(await changed('series[1].marks[2]', 'bars of Mulch', 'fill', undefined, both)).toContain('opacity: 0.5');
  });

  test('of an axis goes where the file speaks of it already', async () => {
    expect(await changed('axes.y.labels[1]', 'labels of the vertical axis', 'axes.y.to', 8)).toContain(
      'value: { from: 0, to: 8, step: 1 }',
    );
    expect(await changed('axes.y.title', 'title of the vertical axis', 'axes.y.title', 'Harvest')).toMatch(
      /title: Harvest/,
    );
  });

  test('is found by words of every day', async () => {
    const drawing = await drawn(figure, file);
    const item = itemOf(drawing, 'axes.y.labels[1]');
    const controls = controlsOf(partFor(drawing, item), scopesOf(drawing, item)[0] as Scope);
    const found = (words: string) => searchControls(controls, words).map(({ path }) => path);
    expect(found('larger text')).toContain('text.tickLabel.size');
    expect(found('grey')).toContain('text.tickLabel.color');
    expect(found('limits')).toContain('axes.y.to');
    expect(found('zzz')).toEqual([]);
    expect(found('')).toHaveLength(controls.length);
  });
});

/** Another value for a control, of the kind that it takes. */
function otherValue({ kind, options = [], value, example, bounds, path }: Control): unknown {
  if (kind === 'flag') return value !== true;
  if (kind === 'choice') return options.find((option) => option !== String(value)) as string;
  if (kind === 'color') return '#7a1f3d';
  if (kind === 'length') return bounds?.most !== undefined && bounds.most < 1 ? '0.5pt' : '3pt';
  if (kind === 'number') return /opacity|share|gap/.test(path) ? 0.37 : 2;
  return example === undefined
    ? undefined
    : (JSON.parse(
        /^[[{"]|^-?[\d.]+$/.test(example)
          ? example.replace(/([{,[]\s*)([A-Za-z]\w*)/g, '$1"$2"')
          : JSON.stringify(example),
      ) as unknown);
}

type Part = Drawing['parts'][number];

/** Settings that were tried on one of the figures. */
const proven = new Set<string>();

describe.each(['yield-by-bed', 'yield-and-water', 'yield-boxes', 'weekly-harvest', 'bed-shares', 'plots-in-space'])(
  'every control of %s',
  (id) => {
    const file = readFileSync(demoFigure(id), 'utf8');

    /** Tries a control with another value; gives whether the figure can have it. */
    async function isTaken(item: PlateItem, part: Part, scope: Scope, control: Control): Promise<boolean> {
      const value = otherValue(control);
      if (value === undefined || control.kind === 'other' || proven.has(control.path)) return false;
      proven.add(control.path);
      const history = edited(historyOf(file), settingEdits(part, scope.target, control.path, value));
      expect(undo(history).text).toBe(file);
      texts[demoFigure(id)] = history.text;
      const outcome = await project.draw(demoFigure(id));
      // What a person may enter and the figure cannot have is said in words; it is never lost.
      if (!outcome.drawing) {
        expect(outcome.problems.some(({ severity }) => severity === 'error')).toBe(true);
        return false;
      }
      const controls = controlsOf(partOf(outcome.drawing, item) as Part, scope);
      const again = controls.find(({ path }) => path === control.path);
      expect([control.path, again?.value, again?.from]).toEqual([control.path, value, 'figure']);
      return true;
    }

    test('writes what it shows, and is taken back', async () => {
      const drawing = await drawn(id);
      const seen = new Set<string>();
      let tried = 0;
      for (const item of readingOrder(drawing.plate)) {
        const part = partFor(drawing, item);
        for (const scope of scopesOf(drawing, item)) {
          if (seen.has(scope.key)) continue;
          seen.add(scope.key);
          const controls = controlsOf(part, scope);
          const wordless = controls.filter(({ words, description }) => words === '' || description === '');
          expect(wordless).toEqual([]);
          for (const control of controls) if (await isTaken(item, part, scope, control)) tried += 1;
          delete texts[demoFigure(id)];
        }
      }
      expect(tried).toBeGreaterThan(0);
    });
  },
);

test('fields are found at any path of a figure file, and only there', () => {
  expect(fieldAt(['axes', 'y', 'line', 'width'])).toBeDefined();
  expect(fieldAt(['accents', '0', 'fill'])).toBeDefined();
  expect(fieldAt(['chart', 'fit', 'degree'])).toBeDefined();
  expect(fieldAt(['axes', 'q', 'line'])).toBeUndefined();
});

test('words of settings speak of settings that there are, and no two in one figure have the same', async () => {
  const leaves = demoIds.length > 0 ? ['bar', 'box', 'line', 'pie', 'scatter', 'space'].flatMap(everyLeaf) : [];
  const paths = leaves.map(({ path }) => path.join('.'));
  const begins = (path: string) => paths.some((one) => one === path || one.startsWith(`${path}.`));
  expect(spokenPaths.length).toBeGreaterThan(80);
  expect(spokenPaths.filter((path) => !begins(path))).toEqual([]);
  for (const id of ['yield-by-bed', 'weekly-harvest', 'plots-in-space']) {
    const controls = everyControl((await drawn(id)).parts[0] as Drawing['parts'][number]);
    const words = controls.map((control) => control.words);
    expect(words.length).toBeGreaterThan(150);
    expect(words.filter((own, i) => words.indexOf(own) !== i)).toEqual([]);
  }
});
