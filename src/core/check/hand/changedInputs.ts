import { listed } from '../rule.js';
import type { HandRule } from './handRule.js';

export const changedInputs: HandRule = {
  name: 'up-to-date',
  asks: 'The document shows figures of the data as they are now.',
  measures: 'The SHA-256 of every file that a figure is made of, against those of the last time the report was bound.',
  reason: 'A figure of last week beside one of today contradicts it.',
  source: 'The record of the last binding',
  severity: 'warning',
  finds: (figures) =>
    figures.flatMap((figure) =>
      figure.changed && figure.changed.length > 0
        ? [
            {
              figure,
              found: `${listed(figure.changed)} ${figure.changed.length === 1 ? 'is' : 'are'} not as when the document was bound`,
              expected: 'the report bound once more',
              setting: figure.setting,
            },
          ]
        : [],
    ),
  // An earlier binding cannot be shown by a figure file alone.
  examples: { ok: [], bad: [] },
};
