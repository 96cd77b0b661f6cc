import { isComplex } from '../../type/scripts.js';
import type { TextPiece } from '../../type/textPiece.js';
import { isText, quoted } from '../measure/ink.js';
import { type Flaw, listed, mendLook, rule, unmended } from '../rule.js';

export const textFace = rule({
  name: 'text-face',
  asks: 'All words of a figure are set in one typeface, and every letter is there.',
  measures: 'The families of the faces in which words are set, and letters that they lack.',
  reason:
    'Several typefaces look like several hands, and a letter that a face lacks is printed as a box or not at all.',
  source: 'APA (2020), chapter 7: one sans serif typeface',
  severity: 'warning',
  limits: {
    banned: { is: 'words', value: [], what: 'Typefaces that no word may have.', example: '[Tinos]' },
  },
  takes: {
    'glyph-missing': unmended,
    'shaping-missing': unmended,
    'face-replaced': unmended,
    'variant-missing': unmended,
  },
  finds({ items, settings }, { banned }) {
    const main = settings.text.face;
    const families = new Map<string, (typeof items)[number][]>();
    // Letters that the typeface lacks stand in another one.
    const isFurther = ({ family, text }: TextPiece) =>
      family !== main && (isComplex(text) || settings.text.further?.includes(family) || !/[\p{L}\p{N}]/u.test(text));
    for (const item of items.filter(isText)) {
      for (const family of new Set(item.pieces.filter((piece) => !isFurther(piece)).map((piece) => piece.family))) {
        families.set(family, [...(families.get(family) ?? []), item]);
      }
    }
    const flaws: Flaw[] = [];
    for (const [family, set] of families) {
      const [first] = set.filter(isText);
      if (!first) continue;
      if (banned.some((name) => name.toLowerCase() === family.toLowerCase())) {
        flaws.push({
          found: `${quoted(first)} is set in ${family}, which the style bans`,
          items: set,
          setting: 'text.face',
        });
      } else if (families.size > 1 && family !== main) {
        const kind = first.kind;
        const path = settings.text[kind].face === undefined ? 'text.face' : `text.${kind}.face`;
        flaws.push({
          found: `the words are set in ${listed([...families.keys()])}; ${quoted(first)} is in ${family}`,
          expected: `one typeface, ${main}`,
          measured: { value: families.size, unit: 'typefaces' },
          limit: { value: 1, unit: 'typeface' },
          items: set,
          setting: path,
          ...(path === 'text.face' ? {} : { mend: mendLook(path) }),
        });
      }
    }
    return flaws;
  },
  examples: {
    ok: [{ says: 'One typeface', figure: 'chart: { kind: bar, category: bed, value: yield }\ntext: { face: Tinos }' }],
    bad: [
      {
        says: 'Axis titles in another typeface',
        figure: 'chart: { kind: bar, category: bed, value: yield }\ntext: { axisTitle: { face: Tinos } }',
      },
    ],
  },
});
