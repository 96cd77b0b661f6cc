import { describe, expect, test } from '@jest/globals';
import fc, { type Arbitrary } from 'fast-check';
import { markerShapes } from '../../src/core/schema/look/names.js';
import { type NoteFact, noteSentence } from '../../src/core/words/noteFacts.js';
import { plainWords } from '../../src/core/words/words.js';
import { namesIn, noteFacts } from '../helpers/noteFacts.js';

const sentenceOf = (fact: object) => noteSentence(fact as NoteFact, plainWords).text;

describe('the sentence of a fact', () => {
  test.each(Object.entries(noteFacts))('%s is whole, and has every name of it', (is, arbitrary) => {
    fc.assert(
      fc.property(arbitrary as Arbitrary<object>, (fact) => {
        const sentence = sentenceOf({ is, ...fact });
        expect(sentence).toMatch(/^(\*N\*\u00a0= |\*N\*\u00a0=\u00a0|[A-Z])/);
        expect(sentence).toMatch(/[^\s.,;]\.$/);
        expect(sentence).not.toMatch(/ {2}|undefined|NaN|null|\[object/);
        for (const own of namesIn(fact)) expect(sentence).toContain(own);
      }),
    );
  });

  test('tells apart what is told apart: fits, intervals, markers and walls', () => {
    const all = [
      ...[1, 2, 3, 'local'].map((degree) => ({ is: 'fits', degree, share: 0.5 })),
      ...['ci', 'se', 'sd'].flatMap((shows) =>
        ['bars', 'bands'].map((as) => ({ is: 'errors', of: 'mean', shows, level: 0.95, as })),
      ),
      { is: 'errors', of: 'share', shows: 'ci', level: 0.95, as: 'bars' },
      ...markerShapes.flatMap((shape) => ['outliers', 'extremes', 'means'].map((is) => ({ is, marker: shape }))),
      ...['floor', 'side', 'back'].map((own) => ({ is: 'drops', wall: own })),
      ...['correlation', 'covariance'].map((on) => ({ is: 'components', of: ['q'], on, rotate: 'none', kept: 2 })),
    ];
    expect(new Set(all.map(sentenceOf)).size).toBe(all.length);
    expect(sentenceOf({ is: 'fits', degree: 1, share: 0.5 })).toBe('Straight lines by least squares.');
    expect(sentenceOf({ is: 'fits', degree: 3, share: 0.5 })).toBe('Cubics by least squares.');
  });
});
