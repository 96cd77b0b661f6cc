import { lengthInPoints } from '../../schema/length.js';
import { listed, rounded, rule } from '../rule.js';

export const widths = rule({
  name: 'widths',
  asks: 'The figure has one of the widths of the house.',
  measures:
    'The width of the figure against those of a list, named widths of the style or lengths; half a point more or less is the same.',
  reason: 'Figures of a few widths line up on the pages of a document.',
  source: 'The house style',
  severity: 'warning',
  limits: {
    of: {
      is: 'words',
      value: [],
      what: 'Widths that a figure may have: names of the style, or lengths.',
      example: '[text, column, 12cm]',
    },
  },
  finds({ page, settings }, { of }) {
    const known = of.map((name) => ({ name, points: settings.widths[name] ?? lengthInPoints(name) }));
    if (known.length === 0 || known.some(({ points }) => points !== undefined && Math.abs(points - page.width) <= 0.5))
      return [];
    const width = rounded((page.width / 72) * 2.54, 2);
    return [
      {
        found: `the figure is ${width} cm wide, which is none of the widths of the style: ${listed(of)}`,
        measured: { value: width, unit: 'cm' },
        setting: 'size.width',
      },
    ];
  },
  examples: {
    ok: [
      {
        says: 'A width of the style',
        check: 'widths: { of: [text, column] }',
        figure: 'chart: { kind: bar, category: bed, value: yield }\nsize: { width: column, height: 6cm }',
      },
    ],
    bad: [
      {
        says: 'Another width',
        check: 'widths: { of: [text, column] }',
        figure: 'chart: { kind: bar, category: bed, value: yield }\nsize: { width: 12cm, height: 7cm }',
      },
    ],
  },
});
