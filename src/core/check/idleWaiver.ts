import { rule } from './rule.js';

/** Its findings are made after the other rules, by comparing their findings with the waivers of the figure. */
export const idleWaiver = rule({
  name: 'idle-waiver',
  asks: 'A waiver is of a rule that would speak.',
  measures: 'The rules under "waive" against the findings of the figure.',
  reason: 'A waiver that waives nothing hides the next mistake.',
  source: 'good practice',
  severity: 'warning',
  limits: {},
  examples: {
    ok: [
      {
        says: 'A rule that would speak',
        figure:
          'chart: { kind: interval, category: bed, value: yield }\naxes: { value: { from: 2, to: 5 } }\nwaive: { scale-honesty: "the effect is small, and its size is said in the text" }',
      },
    ],
    bad: [
      {
        says: 'A rule that has nothing to say',
        figure:
          'chart: { kind: bar, category: bed, value: yield }\nwaive: { scale-honesty: "all scores lie between 20 and 80" }',
      },
    ],
  },
});
