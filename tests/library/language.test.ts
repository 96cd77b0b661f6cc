import { describe, expect, test } from '@jest/globals';
import { check, type Drawing, describe as inWords, type PlateItem } from 'hexis';
import { wordsAt } from 'hexis/desk';
import { small } from '../helpers/figures.js';

const codebook = `hexis: codebook/1
cases: { en: plots, de: Beete, pt-BR: parcelas }
variables:
  bed: { label: { en: Type of bed, de: Art des Beets }, values: { 2: { en: Compost, de: Kompost }, 1: Bare soil } }
  season: { label: Season, values: [spring, autumn] }
  yield: { label: { en: Yield, de: Ertrag }, unit: { en: kg/m², de: kg je m² }, missing: [-9] }
`;
const textsOf = async (more: string, parts: Parameters<typeof small>[0] = {}) => {
  const { drawing, problems } = await small({ codebook, ...parts, more });
  const texts = (drawing?.plate.items ?? []).flatMap((item) => (item.type === 'text' ? [item.text] : []));
  return { texts, problems, drawing };
};
const errors = ({ problems }: Awaited<ReturnType<typeof textsOf>>) =>
  problems.filter(({ severity }) => severity === 'error').map((problem) => inWords(problem).found);

describe('a figure', () => {
  test('has the words of its language, and those that the codebook has in it', async () => {
    const { texts, drawing } = await textsOf('language: de');
    expect(texts).toContain('Ertrag, Mittelwert (kg je m²)');
    expect(texts).toContain('Art des Beets');
    expect(texts).toContain('Kompost');
    expect(texts).toContain('Bare soil');
    expect(drawing?.note).toContain('*N*\u00a0=\u00a08 Beete.');
    expect(drawing?.plate.language).toBe('de');
    expect((await textsOf('')).texts).toContain('Mean yield (kg/m²)');
  });

  test('finds values by their names in any language', async () => {
    const accents = (name: string) => `accents: [{ for: { bed: ${name} }, fill: "#aa0011" }]`;
    for (const name of ['Kompost', 'Compost', '2', 'compost'])
      expect(errors(await textsOf(`language: de\n${accents(name)}`))).toEqual([]);
    expect(errors(await textsOf(accents('Kompost')))).toEqual([]);
    expect(errors(await textsOf(`language: de\n${accents('Paillis')}`))).toHaveLength(1);
    const table = 'bed,season,yield\nCompost,spring,2\nCompost,spring,3\nKompost,autumn,4\nBare soil,autumn,5\n';
    const chart = '{ kind: bar, category: bed, summary: count }';
    expect((await textsOf('language: de', { table, chart })).texts.filter((text) => text === 'Kompost')).toHaveLength(
      1,
    );
  });

  test('says which words the codebook lacks, once for each column in use', async () => {
    const lacking = async (more: string) =>
      (await textsOf(more)).problems.flatMap((problem) =>
        problem.code === 'words-lacking' ? [(problem.facts as { path: string }).path] : [],
      );
    expect(await lacking('language: de')).toEqual([]);
    expect(await lacking('language: fr')).toEqual(['variables.bed.label', 'variables.yield.label', 'cases']);
    expect(await lacking('language: pt')).toEqual(['variables.bed.label', 'variables.yield.label']);
  });

  test('has titles with capitals throughout in English alone', async () => {
    const words = 'words: { case: title, keep: [] }';
    expect((await textsOf(words)).texts).toContain('Type of Bed');
    expect((await textsOf(`language: de\n${words}`)).texts).toContain('Art des Beets');
    const turkish = { codebook: codebook.replace('de: Art des Beets', 'tr: iklim türü') };
    expect((await textsOf('language: tr', turkish)).texts).toContain('İklim türü');
  });

  test('writes numbers as its language does, unless the style says otherwise', async () => {
    const y = 'axes: { y: { from: 0, to: 3000, step: 1500.5 } }';
    expect((await textsOf(`language: de\n${y}`)).texts).toContain('1\u202f500,5');
    expect((await textsOf(`language: de\nnumbers: { grouping: language }\n${y}`)).texts).toContain('1.500,5');
    expect((await textsOf(`language: de-CH\n${y}`)).texts).toContain('1\u202f500.5');
    expect((await textsOf(`language: de\nnumbers: { decimalMark: "." }\n${y}`)).texts).toContain('1\u202f500.5');
    expect(errors(await textsOf('language: de\nnumbers: { grouping: comma }'))).toEqual([
      expect.stringContaining('numbers.grouping is comma'),
    ]);
    const percent = 'axes: { y: { format: { as: percent } } }';
    expect((await textsOf(`language: de\n${percent}`)).texts.some((text) => /^\d+\u00a0%$/.test(text))).toBe(true);
    expect((await textsOf(`language: tr\n${percent}`)).texts.some((text) => /^%\d+$/.test(text))).toBe(true);
  });

  test.each(['constructor', 'toString', 'hasOwnProperty'])('has no sentences in %s', async (word) => {
    const { problems } = await small({ more: `wording: { ${word}: { title-mean: x } }` });
    expect(problems.map(({ code }) => code).length).toBeGreaterThan(0);
    expect(problems.map(({ code }) => code)).not.toContain('internal');
  });

  test('is refused in a language that there is none of, with the nearest', async () => {
    const { problems } = await textsOf('language: dee');
    expect(problems.map(({ code, place }) => [code, place?.line])).toEqual([['language-unknown', 5]]);
    expect(errors(await textsOf('numbers: { language: de }'))).toEqual([
      expect.stringContaining('there is no setting "language" in numbers'),
    ]);
  });

  test.each([
    ['Deutsch', 'de'],
    ['german', 'de'],
    ['français', 'fr'],
    ['español', 'es'],
    ['中文', 'zh'],
    // Words in another script are other words.
    ['zh-TW', 'zh'],
    ['zh-Hant', 'zh'],
    ['nn', 'nb'],
    ['de_AT', 'de'],
  ])('is refused as %s, which may mean %s', async (found, meant) => {
    expect((await textsOf(`language: ${found}`)).problems).toEqual([
      expect.objectContaining({ code: 'language-unknown', facts: expect.objectContaining({ found, nearest: meant }) }),
    ]);
  });

  test.each(['de-AT', 'no', 'zh-CN', 'zh-Hans-SG', 'pt-BR', 'iw'])('is that of the tag %s', async (tag) => {
    expect(errors(await textsOf(`language: ${tag}`))).toEqual([]);
  });
});

describe('texts of a figure in several languages', () => {
  const caption = 'caption: { title: { en: What grows, de: Was wächst }, note: { de: Eigene Anmerkung. } }\n';

  test('are shown in that of the figure, and said to lack it', async () => {
    const captioned = { caption: true };
    const german = await textsOf(`language: de\n${caption}`, captioned);
    expect(german.texts.join(' ')).toMatch(/Was wächst.*Eigene Anmerkung\./);
    expect(german.drawing?.plate.title).toBe('Was wächst');
    const english = await textsOf(caption, captioned);
    expect(english.texts.join(' ')).toMatch(/What grows.*Eigene Anmerkung\./);
    expect(english.problems.flatMap(({ code, place }) => (code === 'words-lacking' ? [place?.line] : []))).toEqual([5]);
    expect((await textsOf(`language: en-GB\n${caption}`, captioned)).texts.join(' ')).toContain('What grows');
  });

  test('keep the others when one is written anew where it stands, or mended', async () => {
    const more = `language: de\nheading: { show: true }\nchart2: ~\n${caption}`.replace('chart2: ~\n', '');
    const { drawing } = await textsOf(more);
    const heading = drawing?.plate.items.find((item) => item.type === 'text' && item.kind === 'heading');
    expect(wordsAt(drawing as Drawing, heading as PlateItem)).toEqual({
      path: ['caption', 'title', 'de'],
      text: 'Was wächst',
    });
    const ill = await textsOf('language: de\ncaption: { title: { en: A, de: B }, note: { en: One., de: Eins. } }');
    const mends = check(ill.drawing as Drawing, ill.problems).flatMap(({ rule, mend }) =>
      rule === 'error-note' ? (mend?.edits ?? []) : [],
    );
    expect(mends).toEqual([
      {
        path: ['caption', 'note', 'de'],
        value: 'Eins. Fehlerbalken zeigen 95-%-Konfidenzintervalle des Mittelwerts.',
      },
    ]);
  });

  test('are not mended by taking one away, which would leave that of another language', async () => {
    const found = async (altText: string) => {
      const { drawing, problems } = await textsOf(`language: de\naltText: ${altText}`);
      return check(drawing as Drawing, problems)
        .filter(({ rule }) => rule === 'alt-text')
        .map(({ mend }) => mend?.edits);
    };
    expect(await found('Kurz.')).toEqual([[{ path: ['altText'], value: undefined }]]);
    expect(await found('{ de: Kurz., en: Short. }')).toEqual([undefined]);
  });

  test('an author’s own words in the language of the figure define its intervals', async () => {
    const note = async (text: string) => {
      const { drawing, problems } = await textsOf(`language: de\ncaption: { title: Was, note: "${text}" }`);
      return check(drawing as Drawing, problems).flatMap(({ rule }) => (rule === 'error-note' ? [rule] : []));
    };
    expect(await note('Fehlerbalken: 95-%-Konfidenzintervalle.')).toEqual([]);
    expect(await note('95 % confidence intervals.')).toEqual([]);
    expect(await note('Mittlere Erträge.')).toEqual(['error-note']);
  });
});

describe('sentences of a house', () => {
  test('stand in place of those of the language, in that language alone', async () => {
    const own = 'wording: { de: { cases: "Es sind {count} {cases}.", figure: "Bild {number}" } }';
    expect((await textsOf(`language: de\n${own}`)).drawing?.note).toContain('Es sind 8 Beete.');
    expect((await textsOf(own)).drawing?.note).toContain('*N*\u00a0=\u00a08 plots.');
    const captioned = { caption: true };
    expect((await textsOf(`language: de\n${own}\ncaption: { number: 3 }`, captioned)).texts.join(' ')).toContain(
      'Bild 3.',
    );
  });

  test('have to name what they replace names, and to be sentences that there are', async () => {
    expect(errors(await textsOf('wording: { de: { cases: "Viele {cases}." } }'))).toEqual([
      'wording.de.cases does not name {count}',
    ]);
    expect(errors(await textsOf('wording: { de: { aside: "Etwas {count}." } }'))).toEqual([
      'wording.de.aside names {count}, which nothing stands for',
    ]);
    expect(errors(await textsOf('wording: { de: { case: "{count} {cases}" } }'))).toEqual([
      'wording.de.case: there is no sentence "case"',
    ]);
    expect(errors(await textsOf('wording: { xx: { aside: Aside. } }'))).toEqual([
      'there are no words in the language "xx"',
    ]);
  });
});

test.each([
  'Total',
  'Gesamt',
  'Razem',
  'Celkem',
  'Összesen',
  'Усього',
  'Toplam',
  'Σύνολο',
  'סך הכול',
  'المجموع',
  'कुल',
  '合计',
  '합계',
])('a row called %s that holds the sum of the others is none of the cases', async (name) => {
  const table = `bed,season,yield\nCompost,spring,2\nBare soil,spring,3\n${name},spring,5\n`;
  const { problems } = await textsOf('', {
    table,
    chart: '{ kind: bar, category: bed, value: yield, summary: given }',
  });
  expect(problems.map(({ code }) => code)).toContain('totals-row');
});
