import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { builtInStyles, kinds as chartKinds, ok, type PlateItem, readFigure, type TextItem } from 'hexis';
import { disk } from 'hexis/node';
import { slantedOverlap } from '../../src/core/layout/words/turned.js';
import { overlap } from '../../src/core/plate/plate.js';
import { overlaid } from '../../src/core/project/read/source.js';
import { textRoles } from '../../src/core/schema/look/names.js';
import { drawn } from '../helpers/figures.js';
import { demo, demoFigure, demoIds } from '../helpers/hexis.js';

const styles = [...Object.keys(builtInStyles), demo('lanternfield.style.yaml')];

/** Words that must not touch each other, and those of one panel among themselves. */
const words = /(axes\.[xy]\.(labels\[\d+\]|title)|panelTitle|heading|subtitle|source|legend\.(title|entries\[\d+\]))$/;

describe.each(styles)('in the style %s', (style) => {
  test.each(demoIds)('%s has all its ink on the page and no word on another', async (id) => {
    const made = await drawn(disk, demoFigure(id), { style });
    expect(made.problems.filter(({ severity }) => severity === 'error')).toEqual([]);
    if (!made.ok) return;
    const { items, width, height } = made.value.plate;
    const outside = items.filter(
      ({ box }) =>
        box.x < -0.01 || box.y < -0.01 || box.x + box.width > width + 0.01 || box.y + box.height > height + 0.01,
    );
    expect(outside.map(({ role }) => role)).toEqual([]);
    const texts: PlateItem[] = items.filter(({ role, type }) => type === 'text' && words.test(role));
    const touching = texts.flatMap((a, i) =>
      texts
        .slice(i + 1)
        .flatMap((b) =>
          overlap(a.box, b.box) && slantedOverlap(a as TextItem, b as TextItem) ? [`${a.role} ${b.role}`] : [],
        ),
    );
    expect(touching).toEqual([]);
    const cramped = made.problems.filter(({ code }) => code === 'labels-thinned' || code === 'data-outside');
    expect(cramped).toEqual([]);
  });
});

describe.each(['16cm', '7cm'])('%s wide', (width) => {
  test.each(demoIds)('%s keeps every text at or above its least size and on the page, or is refused', async (id) => {
    const path = demoFigure(id);
    const text = readFileSync(path, 'utf8').replace(/^size:.*$/m, `size: { width: ${width}, ratio: 1.6 }`);
    const made = await drawn(overlaid(disk, { [path]: text }), path);
    if (!made.ok) {
      expect(made.problems.filter(({ severity }) => severity === 'error').map(({ code }) => code)).toEqual([
        'too-small',
      ]);
      expect(width).toBe('7cm');
      return;
    }
    const { plate, settings } = made.value;
    const least = Math.min(...textRoles.map((role) => settings.text[role].least));
    for (const item of plate.items) {
      const { box } = item;
      expect([item.role, box.x >= -0.01 && box.x + box.width <= plate.width + 0.01]).toEqual([item.role, true]);
      expect([item.role, box.y >= -0.01 && box.y + box.height <= plate.height + 0.01]).toEqual([item.role, true]);
      if (item.type !== 'text') continue;
      // Super- and subscripts are smaller than the text that they belong to.
      expect([item.role, Math.max(...item.pieces.map(({ size }) => size)) >= least - 1e-9]).toEqual([item.role, true]);
    }
  });
});

test('the demo has a figure of every kind', () => {
  const kinds = demoIds.map((id) => ok(readFigure(readFileSync(demoFigure(id), 'utf8'))).value.chart.kind);
  expect([...new Set(kinds)].sort()).toEqual(chartKinds.map(({ name }) => name).sort());
});
