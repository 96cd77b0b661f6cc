import { heldBy } from '../../at.js';
import { sizeOf, sourceRows } from '../../data/table.js';
import type { Subject } from '../measure/subject.js';
import { type Flaw, listed, rule } from '../rule.js';

/** The variables whose values are the groups of the chart. */
function groupsOf({ plans }: Subject): string[] {
  const cells = plans.flatMap(({ series }) =>
    series.flatMap(({ marks }) => marks.slice(0, 3).map(({ cell }) => Object.keys(cell))),
  );
  return [...new Set(cells.flat())];
}

export const missingShare = rule({
  name: 'missing-share',
  asks: 'No group lacks many more values than the others.',
  measures: 'The share of missing values in each group against that of all other cases together.',
  reason:
    'Where values are missing mostly in one group, its mean is that of the cases that are left, and the comparison is not fair.',
  source: 'APA Journal Article Reporting Standards',
  severity: 'warning',
  limits: {
    difference: {
      is: 'number',
      value: 0.2,
      unit: 'of the cases',
      what: 'By how much the share of missing values may be larger in one group.',
    },
    cases: { is: 'number', value: 5, unit: 'cases', what: 'The fewest missing values in a group that are spoken of.' },
  },
  finds(subject, { difference, cases: few }) {
    const { numbers, table, codebook } = subject;
    const lacking = [...new Set(numbers.leftOut.map(({ variable }) => variable.name))].filter((name) =>
      table.hasNumber(name),
    );
    return groupsOf(subject).flatMap((by): Flaw[] => {
      const column = table.columns.find((own) => own.as === 'category' && own.name === by);
      if (column?.as !== 'category') return [];
      return lacking.flatMap((name): Flaw[] => {
        const { absent } = table.number(name);
        const [counts, missing] = [new Map<number, number>(), new Map<number, number>()];
        column.codes.forEach((code, row) => {
          const size = sizeOf(table, row);
          counts.set(code, (counts.get(code) ?? 0) + size);
          if (absent[row] !== 0) missing.set(code, (missing.get(code) ?? 0) + size);
        });
        const [all, allMissing] = [sourceRows(table), [...missing.values()].reduce((a, b) => a + b, 0)];
        const variable = codebook.variable(by);
        const hit = [...missing].flatMap(([code, count]) => {
          const size = heldBy(counts, code);
          const others = all - size;
          const share = count / size - (others > 0 ? (allMissing - count) / others : 0);
          const text = column.texts[code] ?? '';
          if (count < few || share <= difference || variable.missing.has(text) || text === '') return [];
          return [{ text: variable.categories.find((own) => own.code === text)?.name ?? text, count, size, share }];
        });
        const [first] = hit.sort((a, b) => b.share - a.share);
        if (!first) return [];
        return [
          {
            found: `${codebook.variable(name).label} is missing in ${listed(hit.map(({ text, count, size }) => `${count} of ${size} ${codebook.cases} of ${text}`))}, much more often than in the others`,
            measured: { value: Math.round(first.share * 100) / 100, unit: 'of the cases' },
            limit: { value: difference, unit: 'of the cases' },
            setting: 'chart.value',
          },
        ];
      });
    });
  },
  examples: {
    ok: [{ says: 'A few values missing everywhere', figure: 'chart: { kind: bar, category: bed, value: yield }' }],
    bad: [
      {
        says: 'Half of one group missing',
        figure: `data: { rows: [${Array.from({ length: 20 }, (_, i) => `{ bed: ${1 + (i % 2)}, yield: ${i % 2 === 0 && i > 8 ? -9 : 3 + i / 10} }`).join(', ')}] }\nchart: { kind: bar, category: bed, value: yield }`,
      },
    ],
  },
});
