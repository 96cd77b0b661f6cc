import { keysOf } from '../../keys.js';
import type { TextRole } from '../../schema/look/names.js';
import { rounded } from '../rule.js';
import { figureWords, type HandRule, oddOnes, sortedBy } from './handRule.js';

/** Kinds of text that most figures have, in words. */
const compared: Partial<Record<TextRole, string>> = {
  tickLabel: 'tick labels',
  axisTitle: 'axis titles',
  legendEntry: 'legend entries',
};
const roles = keysOf(compared);

/** A difference in size that nobody sees, in points. */
const unseen = 0.35;

export const textSizes: HandRule = {
  name: 'one-text-size',
  asks: 'Words of one kind have one size in all figures, as they are printed.',
  measures: `Tick labels, axis titles and legend entries of each figure at its width in the document; differences of up to ${unseen} pt are not seen, and words that were shrunk so that they fit count as they were meant.`,
  reason: 'A figure that was shrunk by its frame shows by its letters that another hand made it.',
  source: 'APA (2020), chapter 7: figures that are compared look alike',
  severity: 'warning',
  finds(figures) {
    const flawed = new Set<unknown>();
    return roles.flatMap((role) => {
      const sizes = ({ texts }: { texts: Partial<Record<TextRole, number>> }) =>
        texts[role] === undefined ? [] : [texts[role]];
      const seen = [...sortedBy(figures, sizes, () => role).values()].flat();
      return oddOnes(seen, (size) => size.toFixed(1))
        .filter(({ odd, usual }) => Math.abs(odd.value - usual.value) > unseen && !flawed.has(odd.facts))
        .map(({ odd, usual }) => {
          flawed.add(odd.facts);
          const { placedWidth, width } = odd.facts;
          const isScaled = !odd.facts.isOnBoard && Math.abs(placedWidth - width) > 0.5;
          const value = `${rounded((placedWidth * 2.54) / 72, 2)}cm`;
          return {
            figure: odd.figure,
            facts: odd.facts,
            found: `${compared[role]} are printed at ${rounded(odd.value)} pt, and at ${rounded(usual.value)} pt in ${figureWords(usual.figure)}`,
            expected: isScaled
              ? `the figure drawn at its width in the document, ${value}, in place of being scaled to it`
              : 'one size in all figures',
            measured: { value: rounded(odd.value), unit: 'pt' },
            limit: { value: rounded(usual.value), unit: 'pt' },
            setting: isScaled ? 'size.width' : `text.${role}.size`,
            ...(odd.facts.isOnBoard
              ? {}
              : {
                  mend: {
                    edits: isScaled
                      ? [{ path: ['size', 'width'], value }]
                      : [{ path: ['text', role, 'size'], value: `${rounded(usual.value, 2)}pt` }],
                    keepsMeaning: true,
                  },
                }),
          };
        });
    });
  },
  examples: {
    ok: [
      {
        says: 'Figures drawn at the width at which they stand',
        figures: [
          'chart: { kind: bar, category: bed, value: yield }',
          'chart: { kind: box, category: bed, value: water }\nsize: { width: column }',
        ],
      },
    ],
    bad: [
      {
        says: 'A narrow figure blown up to the width of the text',
        figures: [
          'chart: { kind: bar, category: bed, value: yield }',
          'chart: { kind: box, category: bed, value: water }\nsize: { width: 9cm }',
        ],
        report: 'width: text',
      },
    ],
  },
};
