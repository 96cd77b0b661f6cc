import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { check, memory, ok, openProject, type TextItem } from 'hexis';
import { disk } from 'hexis/node';
import { overlap } from '../../src/core/plate/plate.js';
import { drawn } from '../helpers/figures.js';
import { demo, folderWith, hexis } from '../helpers/hexis.js';

const shipped = { shippedFont: disk.shippedFont };

const figure = (chart: string, style = 'apa') => `hexis: figure/1\ndata: t.csv\nstyle: ${style}\nchart: ${chart}\n`;
const files = {
  'one.figure.yaml': figure('{ kind: bar, category: a, value: b }'),
  'two.figure.yaml': figure('{ kind: histogram, value: b }', 'plain'),
  't.csv': 'a,b\nx,1\ny,2\ny,4\n',
};
const board = (more = '', figures = '[one.figure.yaml, two.figure.yaml, one.figure.yaml]') =>
  `hexis: board/1\nfigures: ${figures}\nsize: { width: 16cm, height: 14cm }\n${more}`;

async function made(text: string, caption = false) {
  const outcome = await drawn(memory({ 'all.board.yaml': text, ...files }), 'all.board.yaml', { caption });
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems));
  return ok(outcome);
}

const said = async (text: string) =>
  (await drawn(memory({ 'b.yaml': text, ...files }), 'b.yaml')).problems.map(({ code }) => code);

describe('a board', () => {
  test('is checked as one: the gravest findings first, whichever figure has them, those waived last', async () => {
    const own = (more: string, waived = '') =>
      `${figure('{ kind: bar, category: a, value: b }', 'plain')}altText: Bars of b by a, the second the longer one\n${more}\n${waived}`;
    const source = memory({
      'all.board.yaml': board('', '[warned.yaml, waived.yaml, wrong.yaml]'),
      'warned.yaml': own('axes: { value: { format: { decimals: 2 } } }'),
      'waived.yaml': own('text: { tickLabel: { size: 4pt, least: 4pt } }', 'waive: { text-size: a test of letters }'),
      'wrong.yaml': own('axes: { value: { from: 1 } }'),
      't.csv': files['t.csv'],
    });
    const outcome = await drawn(source, 'all.board.yaml');
    const found = check(ok(outcome), outcome.problems);
    const ranks = found.map(({ waived, severity }) => (waived !== undefined ? 3 : severity === 'warning' ? 2 : 1));
    expect([...new Set(ranks)]).toEqual([1, 2, 3]);
    expect(ranks).toEqual([...ranks].sort());
    expect(found.findIndex(({ rule }) => rule === 'zero-base')).toBeLessThan(ranks.indexOf(2));
  });

  test('puts figures side by side, each with its letter, none on another, all on the page', async () => {
    const { plate } = await made(board());
    expect([plate.id, plate.width.toFixed(2), plate.height.toFixed(2)]).toEqual(['all', '453.54', '396.85']);
    const letters = plate.items.filter(({ role }) => role.endsWith('.letter')) as TextItem[];
    expect(letters.map(({ text }) => text)).toEqual(['A', 'B', 'C']);
    const of = (i: number) => plate.items.filter(({ role }) => role.startsWith(`figures[${i}].`));
    for (const a of of(0)) for (const b of [...of(1), ...of(2)]) expect(overlap(a.box, b.box)).toBe(false);
    for (const { box } of plate.items) {
      expect(box.x >= -0.01 && box.y >= -0.01).toBe(true);
      expect(box.x + box.width <= plate.width + 0.01 && box.y + box.height <= plate.height + 0.01).toBe(true);
    }
  });

  test('takes one style for all, other places, no letters, and a caption that joins the notes', async () => {
    const { plate } = await made(board('style: plain\nletters: false\nacross: 3\n'));
    expect(plate.items.some(({ role }) => role.endsWith('.letter'))).toBe(false);
    const titles = plate.items.filter(({ role }) => /figures\[\d\]\.axes\.x\.title/.test(role));
    expect(new Set(titles.map(({ box }) => box.y.toFixed(0))).size).toBeLessThanOrEqual(2);
    const whole = await made(board('caption: { number: 3, title: All of it }\n'), true);
    const note = whole.plate.items.find(({ role }) => role === 'caption.note') as TextItem;
    expect(note.text).toMatch(/A: .*N\u00a0=\u00a03 cases\. B: .*C: /s);
    expect(whole.numbers.rows.map((row) => row.slice(1))).toEqual([
      [3, 3],
      [3, 3],
      [3, 3],
    ]);
  });

  test.each([
    [board('', '[]'), ['board-empty']],
    [board('', '[three.figure.yaml]'), ['file-missing']],
    [board('gap: 30cm\n'), ['board-small']],
    [board('acros: 2\n'), ['unknown-key']],
  ])('says what is wrong with %j', async (text, codes) => expect(await said(text)).toEqual(codes));

  test('is drawn and counted by the command as a figure is', () => {
    const folder = folderWith();
    const drawn = hexis(['draw', demo('boards/yield.board.yaml'), '--as', 'svg,pdf,png', '-o', `${folder.path}/`]);
    expect(drawn.code).toBe(0);
    expect(drawn.out).toMatch(/yield-board\.pdf {2}16\.5 × 13\.0 cm/);
    expect(hexis(['numbers', demo('boards/yield.board.yaml')]).out).toMatch(/yield-spread +233 +240/);
    folder.remove();
  });
});

describe('the places of a board', () => {
  test('are all alike, row under row, whatever the figures say of their own size', async () => {
    const same = '[one.figure.yaml, one.figure.yaml, one.figure.yaml, one.figure.yaml, one.figure.yaml]';
    const { plate } = await made(board('gap: 10mm\nacross: 2\n', same));
    const gap = (10 / 25.4) * 72;
    const of = (i: number) => plate.items.filter(({ role }) => role.startsWith(`figures[${i}].`));
    const step = [
      (plate.width + gap) / 2,
      // Three rows with two gaps, each with its letters above it.
      (plate.height + gap) / 3,
    ] as const;
    for (const i of [1, 2, 3, 4]) {
      const [dx, dy] = [(i % 2) * step[0], Math.floor(i / 2) * step[1]];
      for (const [k, item] of of(i).entries()) {
        if (item.role.endsWith('.letter')) continue;
        const first = of(0)[k] as (typeof plate.items)[number];
        expect([item.box.x - first.box.x, item.box.y - first.box.y]).toEqual([
          expect.closeTo(dx, 6),
          expect.closeTo(dy, 6),
        ]);
      }
    }
  });

  test('are the size in which figures are placed: words have their own size there', async () => {
    const placed = files['one.figure.yaml'].concat('size: { width: 16cm, height: 8cm, placed: 8cm, textAt: placed }\n');
    const own = memory({ ...files, 'b.yaml': board('', '[two.yaml, one.figure.yaml]'), 'two.yaml': placed });
    const drawing = ok(await drawn(own, 'b.yaml'));
    const sizes = (figure: number) =>
      drawing.plate.items.flatMap((item) =>
        item.type === 'text' && item.role.startsWith(`figures[${figure}].`)
          ? item.pieces.map(({ size }) => size.toFixed(6))
          : [],
      );
    expect(sizes(0)).toEqual(sizes(1));
    expect(drawing.settings.placed).toBe(1);
  });
});

describe('a board that is drawn again', () => {
  const codebook = (label: string) => `hexis: codebook/1\nvariables: { a: { label: ${label} } }\n`;
  const style = (color: string) => `hexis: style/1\nname: House\nextends: plain\npalette: { single: "${color}" }\n`;
  const own = (width: number) =>
    `hexis: figure/1\ndata: t.csv\ncodebook: c.yaml\nstyle: house.yaml\nchart: { kind: bar, category: a, value: b }\nbars: { share: ${width} }\n`;
  const edits = fc.oneof(
    fc.constantFrom('Kind', 'Sort').map((label) => ['c.yaml', codebook(label)] as const),
    fc.constantFrom('#35618c', '#9e5c1a').map((color) => ['house.yaml', style(color)] as const),
    fc.constantFrom(0.4, 0.6).map((width) => ['own.yaml', own(width)] as const),
    fc.constantFrom(3, 5).map((last) => ['t.csv', `a,b\nx,1\ny,2\ny,${last}\n`] as const),
    fc.constantFrom('15cm', '16cm').map((width) => ['b.yaml', ownBoard(width)] as const),
    fc.constantFrom('', 'a,b\nx,no\n').map((text) => ['t.csv', text] as const),
  );
  const ownBoard = (width: string) =>
    `hexis: board/1\nfigures: [own.yaml, two.figure.yaml]\nsize: { width: ${width}, height: 9cm }\ncaption: { title: Both }\n`;

  test('is what it would be drawn for the first time, whichever of its files are others', async () => {
    const step = fc.record({ edit: edits, caption: fc.boolean(), language: fc.constantFrom(undefined, 'de') });
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 3, maxLength: 8 }), async (steps) => {
        const texts: Record<string, string> = {
          ...files,
          'c.yaml': codebook('Kind'),
          'house.yaml': style('#35618c'),
          'own.yaml': own(0.5),
          'b.yaml': ownBoard('16cm'),
        };
        const source = memory(texts);
        const project = openProject({ ...source, ...shipped });
        for (const { edit, caption, language } of steps) {
          texts[edit[0]] = edit[1];
          const kept = await project.draw('b.yaml', { caption, language });
          const anew = await openProject({ ...memory({ ...texts }), ...shipped }).draw('b.yaml', { caption, language });
          expect([kept.problems, kept.drawing?.plate]).toEqual([anew.problems, anew.drawing?.plate]);
        }
      }),
      { numRuns: 25 },
    );
  });
});
