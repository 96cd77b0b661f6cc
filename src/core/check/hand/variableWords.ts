import type { ShownVariable } from './facts.js';
import { figureWords, type HandFlaw, type HandRule, oddOnes, type Seen, sortedBy } from './handRule.js';

type Pair = { odd: Seen<ShownVariable>; usual: Seen<ShownVariable> };

const flawOf = ({ odd: { figure, facts, value }, usual }: Pair, found: string, expected: string): HandFlaw => ({
  figure,
  facts,
  found,
  expected,
  setting: `axes.${value.axis}.title`,
  ...(usual.value.title === '' || value.unit !== usual.value.unit
    ? {}
    : // Which word is the right one, the author knows.
      { mend: { edits: [{ path: ['axes', value.axis, 'title'], value: undefined }], keepsMeaning: false } }),
});

const titled = ({ title }: ShownVariable) => title.trim() !== '';

export const variableWords: HandRule = {
  name: 'one-variable',
  asks: 'A variable has the same words, unit and form of numbers in every figure.',
  measures:
    'The axis title, the unit and the form of the numbers of each variable along an axis, for the same summary of it. Axes without a title are left out.',
  reason: 'Readers take another word or another unit for another measurement.',
  source: 'APA (2020), chapter 7: words agree between figures, tables and text',
  severity: 'warning',
  finds(figures) {
    const all = ({ variables }: { variables: ShownVariable[] }) => variables.filter(titled);
    const same = [...sortedBy(figures, all, ({ column, summary }) => `${column}\n${summary}`).values()];
    return same.flatMap((seen) => {
      const units = oddOnes(seen, ({ unit }) => unit).map((pair) =>
        flawOf(
          { ...pair },
          `"${pair.odd.value.title}" is in ${pair.odd.value.unit || 'no unit'}, and in ${pair.usual.value.unit || 'no unit'} in ${figureWords(pair.usual.figure)}`,
          'one unit for a variable in all figures',
        ),
      );
      const said = new Set(units.map(({ facts }) => facts));
      const titles = oddOnes(seen, ({ title }) => title)
        .filter(({ odd }) => !said.has(odd.facts))
        .map((pair) =>
          flawOf(
            pair,
            `an axis is called "${pair.odd.value.title}", and "${pair.usual.value.title}" in ${figureWords(pair.usual.figure)}`,
            'one name for a variable in all figures',
          ),
        );
      const forms = oddOnes(seen, ({ form }) => form).map(({ odd, usual }) => ({
        figure: odd.figure,
        facts: odd.facts,
        found: `the numbers of "${odd.value.title}" are written in another form than in ${figureWords(usual.figure)}`,
        expected: 'one form of numbers for a variable in all figures',
        setting: `axes.${odd.value.axis}.title`,
      }));
      return [...units, ...titles, ...forms];
    });
  },
  examples: {
    ok: [
      {
        says: 'Words of the codebook, means beside single values',
        figures: [
          'chart: { kind: bar, category: bed, value: yield }',
          'chart: { kind: box, category: bed, value: yield }',
          'chart: { kind: points, category: bed, value: yield }',
        ],
      },
    ],
    bad: [
      {
        says: 'An axis title of its own',
        figures: [
          'chart: { kind: box, category: bed, value: yield }',
          'chart: { kind: points, category: bed, value: yield }\naxes: { y: { title: Harvest } }',
        ],
      },
      {
        says: 'Another unit',
        figures: [
          'chart: { kind: box, category: bed, value: yield }',
          'chart: { kind: points, category: bed, value: yield }\naxes: { y: { unit: g/m² } }',
        ],
      },
    ],
  },
};
