import type { HandFlaw, HandRule } from './handRule.js';

export const numbering: HandRule = {
  name: 'numbering',
  asks: 'Figures are numbered one after the other, without holes and none twice.',
  measures: 'The numbers of the figures in the order of the report.',
  reason: 'Readers look for the figure that a hole leaves out, and a number that stands twice leads to the wrong one.',
  source: 'APA (2020), chapter 7: figures are numbered in the order in which the text mentions them',
  severity: 'error',
  finds(figures) {
    const flaws: HandFlaw[] = [];
    for (const [i, figure] of figures.entries()) {
      const before = figures[i - 1];
      if (!before || figure.number === before.number + 1) continue;
      const twice = figures.slice(0, i).some(({ number }) => number === figure.number);
      flaws.push({
        figure,
        found: twice ? `the number ${figure.label} stands twice` : `the number ${figure.label} follows ${before.label}`,
        expected: `${before.number + 1}`,
        setting: `${figure.setting}.number`,
        mend: { edits: [{ path: [...figure.setting.split('.'), 'number'], value: undefined }], keepsMeaning: true },
      });
    }
    return flaws;
  },
  examples: {
    ok: [
      {
        says: 'Counted by the report',
        figures: [
          'chart: { kind: bar, category: bed, value: yield }',
          'chart: { kind: box, category: bed, value: yield }',
        ],
        report: 'numbering: { from: 4 }',
      },
    ],
    bad: [
      {
        says: 'A number of its own that leaves a hole',
        figures: [
          'chart: { kind: bar, category: bed, value: yield }',
          'chart: { kind: box, category: bed, value: yield }',
        ],
        report: 'figures: [a.figure.yaml, { file: b.figure.yaml, number: 4 }]',
      },
    ],
  },
};
