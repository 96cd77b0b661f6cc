import { isText, quoted } from '../measure/ink.js';
import { mendLook, rule } from '../rule.js';

export const heading = rule({
  name: 'heading',
  asks: 'The title stands in the caption, not inside the image.',
  measures: 'Whether a heading is drawn inside the image.',
  reason:
    'Number and title above the image are text of the document, where they can be searched, listed and set alike.',
  source: 'APA (2020), chapter 7',
  severity: 'off',
  limits: {},
  finds({ items }) {
    const heads = items.filter(isText).filter(({ role }) => role === 'heading' || role === 'subtitle');
    const [first] = heads;
    if (!first) return [];
    return [
      {
        found: `${quoted(first)} stands inside the image`,
        items: heads,
        setting: 'heading.show',
        mend: mendLook('heading.show', false),
      },
    ];
  },
  examples: {
    ok: [
      {
        says: 'The title in the caption',
        style: 'apa',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: Yield by bed }',
      },
    ],
    bad: [
      {
        says: 'A heading in a figure of a thesis',
        style: 'apa',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\ncaption: { title: What the beds of the garden gave }\nheading: { show: true }',
      },
    ],
  },
});
