import { mendLook, rounded, rule } from '../rule.js';

const centimetres = (points: number) => rounded((points / 72) * 2.54, 2);

export const placed = rule({
  name: 'placed',
  asks: 'The figure is no wider than the text of its document.',
  measures: 'The width of the figure as it is placed, against the width of a line of text that the style gives.',
  reason:
    'A figure that is too wide is shrunk by the word processor, with all its words, or cut off at the edge of the page.',
  source: 'good practice',
  severity: 'warning',
  limits: {},
  finds({ page, settings, placed: by }) {
    const text = settings.widths['text'];
    const width = page.width * by;
    if (text === undefined || width <= text + 0.5) return [];
    return [
      {
        found: `the figure is ${centimetres(width)} cm wide, and a line of text ${centimetres(text)} cm`,
        measured: { value: centimetres(width), unit: 'cm' },
        limit: { value: centimetres(text), unit: 'cm' },
        setting: 'size.width',
        mend: mendLook('size.width', 'text'),
      },
    ];
  },
  examples: {
    ok: [
      {
        says: 'As wide as the text',
        figure: 'chart: { kind: bar, category: bed, value: yield }\nsize: { width: 16cm, height: 9cm }',
      },
    ],
    bad: [
      {
        says: 'Wider than the text',
        figure: 'chart: { kind: bar, category: bed, value: yield }\nsize: { width: 16.1cm, height: 9cm }',
      },
    ],
  },
});
