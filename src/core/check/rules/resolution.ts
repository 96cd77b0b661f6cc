import { mendLook, rounded, rule } from '../rule.js';

export const resolution = rule({
  name: 'resolution',
  asks: 'Pictures are sharp at the size at which they are printed.',
  measures: 'The pixels per inch that PNG and TIFF files get, at the width of the figure in its document.',
  reason: 'Below about 200 pixels per inch letters and thin lines are seen to be made of squares.',
  source: 'journals ask for 300 to 600',
  severity: 'warning',
  limits: { least: { is: 'number', value: 200, unit: 'pixels per inch', what: 'The fewest pixels per inch.' } },
  finds({ settings, placed }, { least }) {
    const dpi = settings.export.dpi / placed;
    if (dpi >= least - 0.5) return [];
    return [
      {
        found: `pictures will have ${rounded(dpi, 0)} pixels per inch in the document`,
        measured: { value: rounded(dpi, 0), unit: 'pixels per inch' },
        limit: { value: least, unit: 'pixels per inch' },
        setting: 'export.dpi',
        mend: mendLook('export.dpi', Math.ceil(least * placed)),
      },
    ];
  },
  examples: {
    ok: [{ says: 'Enough pixels', figure: 'chart: { kind: bar, category: bed, value: yield }\nexport: { dpi: 200 }' }],
    bad: [
      { says: 'Too few pixels', figure: 'chart: { kind: bar, category: bed, value: yield }\nexport: { dpi: 199 }' },
    ],
  },
});
