import { rounded } from '../rule.js';
import { figureWords, type HandFlaw, type HandRule } from './handRule.js';

/** A difference too small for print to show, in points, and the share above which two widths differ on purpose. */
const unseen = 0.6;
const meant = 0.04;

const centimetres = (points: number) => rounded((points * 2.54) / 72, 2);

export const placedWidths: HandRule = {
  name: 'one-width',
  asks: 'Figures have a few widths, not widths that differ by a hair.',
  measures: `The width of each figure in the document; differences above ${meant * 100} % are taken as meant, differences below 0.2 mm as none.`,
  reason: 'Edges that nearly line up look like a mistake.',
  source: 'APA (2020), chapter 7: figures that are compared have the same size',
  severity: 'warning',
  finds(figures) {
    const flaws: HandFlaw[] = [];
    const usual: { label: string; width: number }[] = [];
    for (const figure of figures) {
      const [facts] = figure.facts;
      if (!facts) continue;
      const near = usual.find(({ width }) => {
        const by = Math.abs(width - facts.placedWidth);
        return by > unseen && by < meant * width;
      });
      if (!near) usual.push({ label: figure.label, width: facts.placedWidth });
      else
        flaws.push({
          figure,
          facts,
          found: `it is ${centimetres(facts.placedWidth)} cm wide, and ${figureWords(near)} is ${centimetres(near.width)} cm`,
          expected: 'one width, or two that are plainly different',
          measured: { value: centimetres(facts.placedWidth), unit: 'cm' },
          limit: { value: centimetres(near.width), unit: 'cm' },
          setting: 'size.width',
          ...(facts.isOnBoard
            ? {}
            : {
                mend: {
                  edits: [{ path: ['size', 'width'], value: `${centimetres(near.width)}cm` }],
                  keepsMeaning: true,
                },
              }),
        });
    }
    return flaws;
  },
  examples: {
    ok: [
      {
        says: 'One wide figure and one for a column',
        figures: [
          'chart: { kind: bar, category: bed, value: yield }\nsize: { width: 16cm }',
          'chart: { kind: box, category: bed, value: water }\nsize: { width: 7.7cm }',
        ],
      },
    ],
    bad: [
      {
        says: 'Two millimetres apart',
        figures: [
          'chart: { kind: bar, category: bed, value: yield }\nsize: { width: 16cm }',
          'chart: { kind: box, category: bed, value: water }\nsize: { width: 15.8cm }',
        ],
      },
    ],
  },
};
