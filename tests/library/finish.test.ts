import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  kinds as chartKinds,
  type Drawing,
  describe as describeProblem,
  memory,
  ok,
  openProject,
  type PlateItem,
  readCodebook,
  readFigure,
} from 'hexis';
import {
  answered,
  beginnings,
  codebookEdit,
  codebookRows,
  draftFiles,
  dragAt,
  dragEdits,
  enteredValue,
  everyControl,
  exchangesOf,
  forCategory,
  forColumn,
  forStyle,
  lookInto,
  patched,
  patchFor,
  pathFrom,
  rowsOf,
  samplesOf,
  settingEdits,
  sizeEdits,
  type VariableKey,
  valueText,
  wordsAt,
} from 'hexis/desk';
import { disk } from 'hexis/node';
import { parse } from 'yaml';
import { overlaid } from '../../src/core/project/read/source.js';
import { position, valueAtPlace } from '../../src/core/scale/numberScale.js';
import { logarithmic, powerOf } from '../../src/core/scale/transform.js';
import { demo, demoFigure, demoIds } from '../helpers/hexis.js';

const project = openProject(disk, { trace: true });
const drawn = async (id: string, text?: string): Promise<Drawing> => {
  const path = demoFigure(id);
  const own = text === undefined ? project : openProject(overlaid(disk, { [path]: text }), { trace: true });
  return ok(await own.draw(path));
};
const textOf = (id: string) => readFileSync(demoFigure(id), 'utf8');
const itemOf = ({ plate }: Drawing, role: string) => plate.items.find((item) => item.role === role) as PlateItem;
const middle = ({ box }: PlateItem) => [box.x + box.width / 2, box.y + box.height / 2] as const;
type Part = Drawing['parts'][number];
const firstPart = ({ parts }: Drawing) => parts[0] as Part;

describe('words where they stand', () => {
  test.each([
    ['yield-by-bed', 'axes.y.title', ['axes', 'y', 'title'], 'Harvest'],
    ['yield-by-bed', 'axes.x.labels[2]', ['axes', 'x', 'names', '3'], 'Straw'],
    ['yield-by-bed', 'legend.title', ['legend', 'title'], 'Time of year'],
    ['yield-by-bed', 'legend.entries[1]', ['legend', 'names', 'summer'], 'Summer 2026'],
    ['weekly-harvest', 'heading', ['caption', 'title'], 'Crop by crop'],
    ['kale-season', 'callouts[0]', ['callouts', 0, 'text'], 'The best week'],
  ] as const)('of %s at %s are those of a setting, and are written anew', async (id, role, path, next) => {
    const drawing = await drawn(id);
    const item = itemOf(drawing, role);
    const words = wordsAt(drawing, item);
    expect(words?.path).toEqual(path);
    const text = textOf(id);
    const after = await drawn(id, patched(text, patchFor(text, [{ path: [...path], value: next }])));
    const shown = after.plate.items.flatMap((own) => (own.type === 'text' ? [own.text.replace(/\s+/g, ' ')] : []));
    expect(shown.some((own) => own.toLowerCase().includes(next.toLowerCase()))).toBe(true);
    // Written once more, they are found at the same setting, as the file has them.
    expect(wordsAt(after, itemOf(after, role))).toEqual({ path, text: next });
  });

  test('are none at marks, numbers and lines', async () => {
    const drawing = await drawn('yield-by-bed');
    for (const role of ['series[0].marks[0]', 'axes.y.labels[1]', 'axes.y.line'])
      expect([role, wordsAt(drawing, itemOf(drawing, role))]).toEqual([role, undefined]);
  });
});

describe('dragging', () => {
  const after = async (id: string, role: string, to: (drawing: Drawing) => readonly [number, number]) => {
    const drawing = await drawn(id);
    const item = itemOf(drawing, role);
    const drag = dragAt(drawing, item, ...middle(item));
    if (!drag) throw new Error('nothing is taken');
    const edits = dragEdits(drawing, drag, ...to(drawing));
    const text = textOf(id);
    return { drag, edits, now: await drawn(id, patched(text, patchFor(text, edits))) };
  };

  test('puts the legend at each side and into each corner of the panel', async () => {
    const drawing = await drawn('yield-by-bed');
    const { box } = firstPart(drawing).panels[0] as Part['panels'][number];
    const legend = { is: 'legend', words: '' } as const;
    const put = (x: number, y: number) => {
      const said = dragEdits(drawing, legend, box.x + x * box.width, box.y + y * box.height);
      return Object.fromEntries(said.map(({ path, value }) => [path[1], value]));
    };
    expect(put(1.2, 0.5)).toEqual({ place: 'right', corner: undefined });
    expect(put(-0.1, 0.5)).toEqual({ place: 'left', corner: undefined });
    expect(put(0.5, 1.2)).toEqual({ place: 'bottom', corner: undefined });
    expect(put(0.5, -0.2)).toEqual({ place: 'top', corner: undefined });
    expect(put(0.1, 0.1)).toEqual({ place: 'inside', corner: 'top-left' });
    expect(put(0.9, 0.8)).toEqual({ place: 'inside', corner: 'bottom-right' });
  });

  test('puts a bar at another place among its neighbours, the others in their order', async () => {
    const { drag, edits, now } = await after(
      'yield-by-bed',
      'axes.x.labels[3]',
      (drawing) => [...middle(itemOf(drawing, 'axes.x.labels[1]'))] as [number, number],
    );
    expect(drag).toMatchObject({ is: 'order', words: 'place of Raised bed' });
    expect(edits).toEqual([{ path: ['chart', 'order'], value: ['Bare soil', 'Raised bed', 'Compost', 'Mulch'] }]);
    const names = [0, 1, 2, 3].map((i) => itemOf(now, `axes.x.labels[${i}]`));
    expect(names.map((item) => (item.type === 'text' ? item.text : ''))).toEqual(edits[0]?.value);
    const self = await drawn('yield-by-bed');
    const own = itemOf(self, 'axes.x.labels[3]');
    expect(dragEdits(self, dragAt(self, own, ...middle(own)) as never, ...middle(own))).toEqual([]);
  });

  test('puts the limit of an axis where the pointer is, in numbers as short as can be', async () => {
    const drawing = await drawn('yield-by-bed');
    const { box, y } = firstPart(drawing).panels[0] as Part['panels'][number];
    const drag = dragAt(drawing, undefined, box.x, box.y);
    expect(drag).toEqual({ is: 'limit', axis: 'y', end: 'to', words: 'upper limit of the vertical axis' });
    const edits = dragEdits(drawing, drag as never, box.x, box.y + 30);
    const value = edits[0]?.value as number;
    expect(edits[0]?.path).toEqual(['axes', 'value', 'to']);
    if (y.shows !== 'value') throw new Error('no numbers');
    expect(Math.abs(position(y, value) - (box.y + 30))).toBeLessThan(4);
    expect(String(value).length).toBeLessThan(5);
    expect(dragAt(drawing, undefined, box.x + box.width / 2, box.y + box.height / 2)).toBeUndefined();
  });

  test('puts a callout at a value, a date or a category', async () => {
    const { edits, now } = await after('kale-season', 'callouts[0]', (drawing) => {
      const { box } = firstPart(drawing).panels[0] as Part['panels'][number];
      return [box.x + 0.6 * box.width, box.y + 0.4 * box.height];
    });
    expect(edits[0]?.path).toEqual(['callouts', 0, 'at']);
    expect(edits[0]?.value).toEqual({ x: expect.stringMatching(/^\d{4}-\d\d-\d\d$/), y: expect.any(Number) });
    expect(itemOf(now, 'callouts[0]')).toBeDefined();
  });

  test('gives the figure a size to a tenth of a centimetre, within what a page holds', () => {
    expect(sizeEdits({ width: 226.772, height: 141.73 })).toEqual([
      { path: ['size', 'width'], value: '8cm' },
      { path: ['size', 'height'], value: '5cm' },
    ]);
    expect(sizeEdits({ width: -40, height: 1e9 }).map(({ value }) => value)).toEqual(['2cm', '60cm']);
  });

  test('takes nothing of a board or of a cloud by its axes', async () => {
    const board = ok(await project.draw(demo('boards/yield.board.yaml')));
    for (const item of board.plate.items) expect(dragAt(board, item, ...middle(item))).toBeUndefined();
  });

  const ends = fc.tuple(fc.double({ min: 0.01, max: 50, noNaN: true }), fc.double({ min: 0.5, max: 80, noNaN: true }));
  test.each([
    ['in proportion', undefined],
    ['as logarithms', logarithmic],
    ['as roots', powerOf(0.5)],
  ])('a value at a place %s is that which stands there', (_, transform) => {
    fc.assert(
      fc.property(ends, fc.boolean(), fc.double({ min: 0, max: 1, noNaN: true }), ([low, span], isUp, share) => {
        const [from, to] = isUp ? [200, 20] : [20, 200];
        const scale = { low, high: low + span, from, to, transform };
        const place = from + share * (to - from);
        expect(position(scale, valueAtPlace(scale, place))).toBeCloseTo(place, 6);
      }),
      { seed: Number(process.env['HEXIS_SEED'] ?? 7) },
    );
  });
});

describe('every setting', () => {
  /** A figure of each kind of chart. */
  const ofKind = new Map(
    demoIds.map((id) => [(parse(textOf(id)) as { chart: { kind: string } }).chart.kind, id] as const),
  );

  test.each(chartKinds.map(({ name }) => name))('of a chart of kind %s has a control', async (kind) => {
    const id = ofKind.get(kind) as string;
    const part = firstPart(await drawn(id));
    const controls = everyControl(part);
    const has = new Set(controls.map(({ path }) => path));
    // All that the schema has, as the published one lists it.
    const schema = JSON.parse(readFileSync(demo('../schemas/figure.schema.json'), 'utf8')) as Schema;
    const missing = leavesOf(schema, kind).filter((path) => !covered(has, path, part));
    expect(missing).toEqual([]);
    for (const { path, words, description, expects, kind: own } of controls)
      expect([
        path,
        words !== '',
        description !== '',
        own === 'choice' || own === 'flag' || expects !== '' || own === 'text' || own === 'number',
      ]).toEqual([path, true, true, true]);
  });

  test('is written as it is shown, and read back as it was written', async () => {
    const id = 'yield-by-bed';
    const part = firstPart(await drawn(id));
    const text = textOf(id);
    let tried = 0;
    for (const control of everyControl(part)) {
      const examples = control.options ?? (control.example === undefined ? [] : [control.example]);
      for (const shown of examples) {
        const value = enteredValue(control, shown, 'bar');
        if (value === undefined) continue;
        tried += 1;
        expect([control.path, enteredValue(control, valueText(value), 'bar')]).toEqual([control.path, value]);
        const next = patched(text, patchFor(text, settingEdits(part, { is: 'look', paths: [] }, control.path, value)));
        const reading = readFigure(next);
        // Alone it may need another setting beside it; it is never taken for another kind of value.
        const codes = reading.problems.map((problem) => problem.code as string);
        expect([
          control.path,
          shown,
          codes.filter((code) => code === 'wrong-type' || code === 'setting-unknown'),
        ]).toEqual([control.path, shown, []]);
      }
    }
    expect(tried).toBeGreaterThan(300);
  });

  test('takes what is typed as what it is: words stay words, numbers become numbers, nothing is as the style has it', () => {
    const typed = (path: string, kind: 'text' | 'number' | 'length' | 'color' | 'other', text: string) =>
      enteredValue({ path, kind }, text);
    expect(typed('axes.y.title', 'text', '2026')).toBe('2026');
    expect(typed('axes.y.title', 'text', '')).toBe('');
    expect(typed('axes.y.to', 'text', '6')).toBe(6);
    expect(typed('axes.y.to', 'text', 'possible')).toBe('possible');
    expect(typed('axes.y.to', 'text', '')).toBeUndefined();
    expect(typed('axes.y.line.width', 'length', '0.5pt')).toBe('0.5pt');
    expect(typed('palette.single', 'color', '#aa0011')).toBe('#aa0011');
    expect(typed('axes.y.gap', 'other', '[0, 0.1]')).toEqual([0, 0.1]);
    expect(typed('palette.groups', 'other', '["#111111", red]')).toEqual(['#111111', 'red']);
    expect(typed('fill', 'color', 'moss')).toBe('moss');
  });
});

interface Schema {
  $ref?: string;
  $defs?: Record<string, Schema>;
  properties?: Record<string, Schema>;
  anyOf?: Schema[];
  oneOf?: Schema[];
  const?: unknown;
  enum?: unknown[];
}

/** The single settings of the published schema, for a chart of one kind. */
function leavesOf(root: Schema, kind: string): string[] {
  const plain = (schema: Schema): Schema =>
    schema.$ref ? plain(root.$defs?.[schema.$ref.replace(/^#\/\$defs\//, '')] as Schema) : schema;
  const walk = (schema: Schema, path: string[]): string[] => {
    const own = plain(schema);
    if (own.properties) return Object.entries(own.properties).flatMap(([key, inner]) => walk(inner, [...path, key]));
    const kinds = (own.oneOf ?? own.anyOf ?? []).map(plain);
    const chart =
      path.join('.') === 'chart' &&
      kinds.find((one) =>
        [plain(one.properties?.['kind'] ?? {}).const, ...(plain(one.properties?.['kind'] ?? {}).enum ?? [])].includes(
          kind,
        ),
      );
    return chart ? walk(chart, path) : [path.join('.')];
  };
  return walk(root, []);
}

/** Whether a control has a setting; axes by what they show are those of their sides. */
function covered(has: ReadonlySet<string>, path: string, { shows }: Part): boolean {
  if (path === 'hexis' || has.has(path)) return true;
  const [first, axis, ...rest] = path.split('.');
  if (first !== 'axes') return [...has].some((own) => path.startsWith(`${own}.`));
  const side = (Object.entries(shows) as [string, string][]).find(([name, shown]) => name === axis || shown === axis);
  return side === undefined || [...has].some((own) => `axes.${side[0]}.${rest.join('.')}`.startsWith(own));
}

describe('the same again', () => {
  const columns = async (id: string) =>
    ok(await lookInto(project, demo(`figures/${(parse(textOf(id)) as { data: string }).data}`))).columns;

  test.each(
    demoIds.filter((id) => !['growth-curve', 'two-years', 'soil-sensor', 'weekly-harvest', 'kale-season'].includes(id)),
  )('of %s for another column is drawn wherever the kind can show it, and says nothing of the first', async (id) => {
    const drawing = await drawn(id);
    const part = firstPart(drawing);
    const exchanges = exchangesOf(part, await columns(id));
    let made = 0;
    for (const { setting, label, others } of exchanges) {
      for (const { column } of others.slice(0, 2)) {
        const { edits, left } = forColumn(part, { setting, label }, column);
        const text = patched(textOf(id), patchFor(textOf(id), edits));
        const figure = ok(readFigure(text)).value as unknown as Record<string, unknown> & {
          chart: Record<string, unknown>;
          caption?: { number?: number; title?: string };
        };
        expect(figure.chart[setting]).toBe(column);
        expect([figure['id'], figure.caption?.number, figure['altText'], figure['callouts']]).toEqual([
          undefined,
          undefined,
          undefined,
          undefined,
        ]);
        expect(figure.caption?.title?.toLowerCase().includes(label.toLowerCase()) ?? false).toBe(false);
        expect(new Set(left).size).toBe(left.length);
        const path = demoFigure(id);
        const outcome = await openProject(overlaid(disk, { [path]: text })).draw(path);
        if (outcome.drawing) made += 1;
        // What cannot be drawn is said in words.
        else expect(outcome.problems.map((problem) => describeProblem(problem).found).join('')).not.toBe('');
      }
    }
    if (exchanges.length > 0) expect(made).toBeGreaterThan(0);
  });

  test('leaves a note of the author’s own behind, and keeps one that follows from the figure', async () => {
    const said = async (note: string) => {
      const text = textOf('yield-by-bed').replace('note: auto', note);
      expect(text).toContain(note);
      const made = await openProject(overlaid(disk, { [demoFigure('yield-by-bed')]: text })).draw(
        demoFigure('yield-by-bed'),
      );
      return forCategory(firstPart(ok(made)), 'season', 'spring').edits.map(({ path }) => path.join('.'));
    };
    expect(await said('note: All of it by hand.')).toContain('caption.note');
    expect(await said('note: auto')).not.toContain('caption.note');
  });

  test('for one category alone keeps the scales, and counts what it shows', async () => {
    const drawing = await drawn('yield-by-bed');
    const { edits } = forCategory(firstPart(drawing), 'season', 'spring');
    const text = patched(textOf('yield-by-bed'), patchFor(textOf('yield-by-bed'), edits));
    expect(text).toContain('value: { from: 0, to: 6, step: 1 }');
    const after = await drawn('yield-by-bed', text);
    const shown = firstPart(after).numbers.rows;
    const whole = firstPart(drawing).numbers.rows.filter((row) => row.includes('Spring'));
    expect(shown).toEqual(whole);
  });
});

test('a setting goes over to the style, and the figure stays as it was drawn', async () => {
  const id = 'yield-by-bed';
  const text = textOf(id).replace('axes:', 'bars: { share: 0.4 }\naxes:');
  const before = await drawn(id, text);
  const given = forStyle(firstPart(before), 'bars.share');
  expect(given).toEqual({
    style: 'apa',
    styleEdits: [{ path: ['bars', 'share'], value: 0.4 }],
    figureEdits: [{ path: ['bars', 'share'], value: undefined }],
  });
  const style = patched(
    'hexis: style/1\nextends: apa\n',
    patchFor('hexis: style/1\nextends: apa\n', given?.styleEdits ?? []),
  );
  const figure = patched(
    text,
    patchFor(text, [...(given?.figureEdits ?? []), { path: ['style'], value: 'own.style.yaml' }]),
  );
  const after = ok(
    await openProject(overlaid(disk, { [demoFigure(id)]: figure, [demo('figures/own.style.yaml')]: style })).draw(
      demoFigure(id),
    ),
  );
  expect(after.plate.items.map(({ box }) => box)).toEqual(before.plate.items.map(({ box }) => box));
  expect(forStyle(firstPart(before), 'axes.x.title')).toBeUndefined();
  expect(forStyle(firstPart(before), 'caption.title')).toBeUndefined();
  expect(pathFrom('own.style.yaml', 'figures/a.figure.yaml')).toBe('../own.style.yaml');
});

test('a mark is found in the rows of its numbers', async () => {
  const drawing = await drawn('yield-by-bed');
  const part = firstPart(drawing);
  const rows = rowsOf(part, itemOf(drawing, 'series[1].marks[2]'));
  expect(rows.map((row) => part.numbers.rows[row]?.slice(0, 2))).toEqual([['Mulch', 'Summer']]);
  expect(rowsOf(part, itemOf(drawing, 'legend.entries[1]'))).toHaveLength(4);
  expect(rowsOf(part, itemOf(drawing, 'axes.y.title'))).toEqual([]);
});

test('patterns, markers and dashes are drawn as they look', async () => {
  const found = await samplesOf(await drawn('yield-by-bed'));
  const all = [...Object.values(found.pattern), ...Object.values(found.marker), ...Object.values(found.dash)];
  for (const svg of all) expect(svg).toMatch(/^<svg [\s\S]*<\/svg>\s*$/);
  const bare = all.map((svg) => svg.replace(/sample-\w+/g, ''));
  expect(new Set(bare).size).toBe(bare.length);
});

describe('a figure is begun', () => {
  const table = [
    'plot,bed,season,yield,ph,week',
    ...Array.from({ length: 40 }, (_, i) =>
      [
        `P${i}`,
        (i % 3) + 1,
        ['spring', 'autumn'][i % 2],
        2 + ((i * 7) % 23) / 4,
        6 + ((i * 5) % 17) / 10,
        `2026-05-${String((i % 28) + 1).padStart(2, '0')}`,
      ].join(','),
    ),
  ].join('\n');
  const files: Record<string, string> = { 'trial.csv': table };
  const own = openProject(memory(files));

  test.each([
    [['yield'], { histogram: { value: 'yield' } }],
    [
      ['yield', 'bed'],
      {
        bar: { category: 'bed', value: 'yield' },
        box: { category: 'bed', value: 'yield' },
        histogram: { value: 'yield', group: 'bed' },
      },
    ],
    [['bed', 'yield'], { bar: { category: 'bed', value: 'yield' }, interval: { category: 'bed', value: 'yield' } }],
    [['ph', 'yield'], { scatter: { x: 'ph', y: 'yield' } }],
    [['yield', 'ph', 'season'], { scatter: { x: 'yield', y: 'ph', group: 'season' } }],
    [['week', 'yield'], { line: { x: 'week', value: 'yield' } }],
    [['yield', 'week'], { line: { x: 'week', value: 'yield' } }],
    [['season', 'bed'], { bar: { category: 'season', group: 'bed' } }],
  ])('with %j in the roles that suit them', async (chosen, wanted) => {
    const look = ok(await lookInto(own, 'trial.csv'));
    const found = new Map(beginnings(look.columns, chosen).map((kind) => [kind.kind, kind]));
    for (const [kind, settings] of Object.entries(wanted)) {
      const at = found.get(kind);
      expect(at && 'settings' in at ? at.settings : at).toEqual({ kind, ...settings });
    }
  });

  test('by each kind that is offered, drawn without a fault; the others say why', async () => {
    const look = ok(await lookInto(own, 'trial.csv'));
    const names = look.columns.map(({ name }) => name);
    let made = 0;
    const some = fc.uniqueArray(fc.constantFrom(...names), { maxLength: 4 });
    await fc.assert(
      fc.asyncProperty(some, async (chosen) => {
        for (const at of beginnings(look.columns, chosen)) {
          if ('why' in at) {
            expect(at.why).not.toBe('');
            continue;
          }
          const used = Object.entries(at.settings).flatMap(([key, value]) => (key === 'kind' ? [] : [value].flat()));
          if (chosen.length > 0) expect([...used].sort()).toEqual([...chosen].sort());
          const { figure, codebook } = draftFiles(look, at.settings, {
            id: 'a',
            table: 'trial.csv',
            codebook: 'a.codebook.yaml',
          });
          const drawing = await openProject(
            memory({ ...files, 'a.figure.yaml': figure, 'a.codebook.yaml': codebook }),
          ).draw('a.figure.yaml');
          // What only the values tell is said in words.
          const faults = drawing.problems.filter(({ severity }) => severity === 'error');
          if (drawing.drawing) made += 1;
          else expect(faults.map((problem) => describeProblem(problem).found).join('')).not.toBe('');
          for (const { code } of faults)
            expect(['setting-unknown', 'wrong-type', 'column-unknown']).not.toContain(code);
        }
      }),
      { numRuns: 25, seed: Number(process.env['HEXIS_SEED'] ?? 7) },
    );
    expect(made).toBeGreaterThan(25);
  });

  test('with what its author knows better: measured codes, names of values, units, codes for no value', async () => {
    const look = ok(await lookInto(own, 'trial.csv'));
    const answers = {
      bed: { label: 'Type of bed', values: { '1': 'Bare soil', '2': 'Compost', '3': 'Mulch' } },
      yield: { unit: 'kg', missing: ['2'] },
      ph: { looks: 'nominal' as const },
    };
    expect(answered(look.columns, answers).find(({ name }) => name === 'ph')?.looks).toBe('nominal');
    const { figure, codebook } = draftFiles(
      look,
      { kind: 'box', category: 'bed', value: 'yield' },
      { id: 'a', table: 'trial.csv', codebook: 'a.codebook.yaml' },
      answers,
    );
    const drawing = ok(
      await openProject(memory({ ...files, 'a.figure.yaml': figure, 'a.codebook.yaml': codebook })).draw(
        'a.figure.yaml',
      ),
    );
    const part = firstPart(drawing);
    expect(part.codebook.variable('bed').categories.map(({ name }) => name)).toEqual(['Bare soil', 'Compost', 'Mulch']);
    expect(part.numbers.used).toBe(40 - table.split('\n').filter((line) => line.split(',')[3] === '2').length);
    expect(drawing.plate.items.some((item) => item.type === 'text' && item.text.includes('(kg)'))).toBe(true);
  });
});

describe('the table of a codebook', () => {
  const text = readFileSync(demo('garden.codebook.yaml'), 'utf8');
  const rows = codebookRows(ok(readCodebook(text)).value);

  test('shows each variable as the file has it, and fills in what it shows without a change', () => {
    expect(rows.map(({ name }) => name)).toContain('yield');
    for (const row of rows) {
      for (const key of ['label', 'unit', 'measure', 'values', 'missing', 'decimals', 'range'] as VariableKey[]) {
        if (row[key] === '') continue;
        const { path, value } = codebookEdit(row.name, key, row[key]);
        const there = path.reduce<unknown>((inner, own) => (inner as Record<string, unknown>)?.[own], parse(text));
        expect([path, JSON.parse(JSON.stringify(value))]).toEqual([path, there]);
      }
    }
  });

  test.each<[VariableKey, string, unknown]>([
    ['values', '1: Compost, 2: Mulch', { 1: 'Compost', 2: 'Mulch' }],
    ['values', 'spring, autumn', ['spring', 'autumn']],
    ['missing', '-9, 99', [-9, 99]],
    ['range', '0, 12', [0, 12]],
    ['decimals', '2', 2],
    ['label', '2026', '2026'],
    ['unit', '', undefined],
  ])('%s "%s" becomes what the file holds', (key, given, value) => {
    expect(codebookEdit('a', key, given)).toEqual({ path: ['variables', 'a', key], value });
  });
});
