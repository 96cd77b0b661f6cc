import { letterSize, quoted, textsOf } from '../measure/ink.js';
import type { Subject } from '../measure/subject.js';
import { below, type Flaw, mendLook, mendLooks, rounded, rule } from '../rule.js';

/** The setting for the size of a kind of text, with the value that gives a certain size in the document. */
const mendFor = ({ settings, placed, page }: Subject, path: string, size: number) => {
  if (placed < 1 && !settings.grown) {
    const width = `${rounded((page.width * placed * 2.54) / 72, 2)}cm`;
    // If the figure states its placed width, that stays.
    const facts = settings.placed === placed ? {} : { 'size.placed': width };
    return mendLooks({ ...facts, 'size.textAt': 'placed' });
  }
  const drawn = settings.grown ? size : size / placed;
  return mendLook(path, `${Math.ceil(drawn * 100) / 100}pt`);
};

/** If all text is too small because the document shrinks the figure, that is a single finding. */
function together({ placed }: Subject, flaws: readonly (Flaw & { by: number })[]): Flaw[] {
  const found = flaws.map(({ by: _, ...flaw }) => flaw);
  const worst = [...flaws].sort((a, b) => b.by - a.by)[0];
  if (placed >= 1 || !worst || flaws.length === 1) return found;
  const { by: _, ...flaw } = worst;
  const items = flaws.flatMap((one) => one.items ?? []);
  return [
    {
      ...flaw,
      items,
      found: `${flaw.found}; so ${flaws.length === 2 ? 'is one more kind' : `are ${flaws.length - 1} more kinds`} of words`,
      setting: 'size.placed',
    },
  ];
}

/** Text that was shrunk to fit by more than the style allows. */
function shrunkFlaws({ problems }: Subject, least: number): Flaw[] {
  const said = problems.find((own) => own.code === 'text-shrunk');
  const percent = said?.code === 'text-shrunk' ? said.facts.percent : 100;
  if (percent / 100 >= least) return [];
  return [
    {
      found: `the words did not fit, and all are set at ${percent}% of their size`,
      expected: 'a larger figure, or fewer and shorter words',
      measured: { value: percent / 100, unit: 'of the size' },
      limit: { value: least, unit: 'of the size' },
      setting: 'size',
      severity: 'warning',
    },
  ];
}

export const textSize = rule({
  name: 'text-size',
  asks: 'All words can be read at the size at which they are printed.',
  measures:
    'The letters of each text in points, at the width of the figure in its document; raised and lowered ones are left out.',
  reason: 'Letters below about 7 pt cost readers their place in the line, and a figure is shrunk with all its words.',
  source: 'APA (2020), chapter 7: 8 to 14 pt in figures',
  severity: 'error',
  limits: {
    least: { is: 'length', value: 6.5, what: 'The smallest letters.' },
    most: { is: 'length', value: 30, what: 'The largest letters.' },
    shrunk: {
      is: 'number',
      value: 0.7,
      unit: 'of the size',
      what: 'The least share of their size to which words are shrunk so that they fit.',
    },
  },
  reads: ['text-small-placed', 'text-shrunk'],
  finds(subject, { least, most, shrunk }) {
    const worst = new Map<string, Flaw & { by: number }>();
    for (const item of textsOf(subject)) {
      const size = letterSize(item) * subject.placed;
      const isSmall = size < least - 0.01;
      if (!isSmall && size <= most + 0.01) continue;
      const kind = item.kind;
      const by = isSmall ? least / size : size / most;
      if (by <= (worst.get(kind)?.by ?? 0)) continue;
      const path = `text.${kind}.size`;
      const limit = isSmall ? least : most;
      worst.set(kind, {
        by,
        found: `${quoted(item)} is printed at ${isSmall ? below(size, least) : rounded(size)} pt, ${isSmall ? 'below' : 'above'} the ${limit} pt that the style allows`,
        measured: { value: isSmall ? below(size, least) : rounded(size), unit: 'pt' },
        limit: { value: limit, unit: 'pt' },
        items: [item],
        setting: path,
        mend: mendFor(subject, path, limit),
      });
    }
    return [...together(subject, [...worst.values()]), ...shrunkFlaws(subject, shrunk)];
  },
  examples: {
    ok: [
      { says: 'Words at the sizes of the style', figure: 'chart: { kind: bar, category: bed, value: yield }' },
      {
        says: 'Tick labels at the least size',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ntext: { tickLabel: { size: 6.5pt, least: 6pt } }',
      },
    ],
    bad: [
      {
        says: 'Tick labels that nobody reads',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ntext: { tickLabel: { size: 6.4pt, least: 5pt } }',
      },
      {
        says: 'A wide figure that is shrunk into a column',
        figure: 'chart: { kind: bar, category: bed, value: yield }\nsize: { width: 16cm, height: 9cm }',
        placed: '8.5cm',
      },
    ],
  },
});
