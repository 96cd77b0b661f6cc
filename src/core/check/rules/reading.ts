import { rule, unmended } from '../rule.js';

export const reading = rule({
  name: 'reading',
  asks: 'The table is read as its author means it, and holds what the codebook calls possible.',
  measures:
    'What was assumed while the table was read: its encoding, its marks of thousands and decimals, its time zones, rows and columns of totals, columns without single values, values beyond the possible range, codes that may stand for no value, columns that a codebook describes for several tables, and its entries that no table has a column for.',
  reason: 'A figure cannot be better than the numbers that were read for it.',
  source: 'good practice',
  severity: 'warning',
  limits: {},
  takes: {
    'encoding-assumed': unmended,
    'thousands-read': unmended,
    'zones-differ': unmended,
    'columns-nested': unmended,
    'totals-column': unmended,
    'totals-row': unmended,
    'code-suspect': unmended,
    'codebook-stray': unmended,
    'codebook-unclear': unmended,
    'codebook-entry-stray': unmended,
    'out-of-range': unmended,
    'values-near': unmended,
    'edges-near': unmended,
  },
  examples: {
    ok: [{ says: 'Values that are possible', figure: 'chart: { kind: bar, category: bed, value: yield }' }],
    bad: [
      {
        says: 'A value beyond what is possible',
        figure:
          'data: { rows: [{ bed: 1, yield: 3 }, { bed: 1, yield: 40 }, { bed: 2, yield: 2 }, { bed: 2, yield: 4 }] }\nchart: { kind: bar, category: bed, value: yield }',
      },
    ],
  },
});
