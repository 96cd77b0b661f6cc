import { figureWords, type HandRule, oddOnes, sortedBy } from './handRule.js';

export const groupLook: HandRule = {
  name: 'one-look',
  asks: 'A group has the same colour in every figure, and the same pattern, marker and dashes in figures of one kind.',
  measures:
    'The colour of the marks of each group as drawn, by the variable and its code; patterns, markers and dashes among charts of one kind. Groups that stand back behind others are left out.',
  reason: 'Readers carry a colour from figure to figure, and a group that changes it becomes another one.',
  source: 'APA (2020), chapter 7: figures that are compared look alike',
  severity: 'warning',
  finds(figures) {
    const byColor = [
      ...sortedBy(
        figures,
        ({ groups }) => groups,
        ({ variable, code }) => `${variable}\n${code}`,
      ).values(),
    ];
    const colors = byColor.flatMap((seen) =>
      oddOnes(seen, ({ color }) => color).map(({ odd, usual }) => ({
        figure: odd.figure,
        facts: odd.facts,
        found: `${odd.value.name} is drawn in ${odd.value.color}, and in ${usual.value.color} in ${figureWords(usual.figure)}`,
        expected: 'one colour in all figures, as "colors" of the codebook ties it to the group',
        setting: 'palette',
      })),
    );
    const odd = new Set(colors.map(({ facts }) => facts));
    const sorted = sortedBy(
      figures,
      ({ groups }) => groups,
      ({ variable, code, form }) => `${variable}\n${code}\n${form.split(':')[0]}`,
    );
    const forms = [...sorted.values()].flatMap((seen) =>
      oddOnes(seen, ({ form }) => form)
        .filter(({ odd: { facts } }) => !odd.has(facts))
        .map(({ odd: own, usual }) => ({
          figure: own.figure,
          facts: own.facts,
          found: `${own.value.name} has another pattern, marker or dash than in ${figureWords(usual.figure)}`,
          expected: 'one pattern, marker and dash for a group in all figures',
          setting: 'accents',
        })),
    );
    return [...colors, ...forms];
  },
  examples: {
    ok: [
      {
        says: 'The same seasons in the colours of the style',
        figures: [
          'chart: { kind: bar, category: bed, value: yield, group: season }',
          'chart: { kind: interval, category: bed, value: yield, group: season }',
        ],
      },
    ],
    bad: [
      {
        says: 'Spring changes its colour from one figure to the next',
        figures: [
          'chart: { kind: bar, category: bed, value: yield, group: season }',
          'chart: { kind: interval, category: bed, value: yield, group: season }\naccents:\n  - { for: { season: spring }, fill: "#b3401f" }',
        ],
      },
      {
        says: 'Spring changes its pattern',
        figures: [
          'style: mono\nchart: { kind: bar, category: bed, value: yield, group: season }',
          'style: mono\nchart: { kind: bar, category: bed, value: water, group: season }\naccents:\n  - { for: { season: spring }, pattern: dots }',
        ],
      },
    ],
  },
};
