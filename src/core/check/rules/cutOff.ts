import { isOwn, saidAt } from '../measure/scales.js';
import { mendMeaning, rule, unmended } from '../rule.js';

export const cutOff = rule({
  name: 'cut-off',
  asks: 'No mark lies beyond the limits of an axis.',
  measures:
    'Marks, error bars, whiskers and lines whose ends are beyond the limits, and whether the numbers still count them.',
  reason: 'What is cut off is not seen, and the numbers of the figure may speak of cases that it does not show.',
  source: 'Cleveland (1985)',
  severity: 'warning',
  limits: {},
  takes: {
    'data-outside': ({ facts: { axis } }, subject) => {
      // Only a limit that somebody set can cut off.
      const end = (['to', 'from'] as const).find((own) => isOwn(subject, `axes.${axis}.${own}`));
      return end && mendMeaning(saidAt(subject, `axes.${axis}.${end}`));
    },
    'outside-edges': unmended,
    'cells-outside': unmended,
    'rows-across': unmended,
  },
  examples: {
    ok: [
      {
        says: 'Limits that hold the data',
        figure: 'chart: { kind: scatter, x: water, y: yield }\naxes: { y: { from: 0, to: 12 } }',
      },
    ],
    bad: [
      {
        says: 'Limits that cut points off',
        figure: 'chart: { kind: scatter, x: water, y: yield }\naxes: { y: { from: 0, to: 4 } }',
      },
    ],
  },
});
