import { beforeAll, describe, expect, test } from '@jest/globals';
import fc, { type Arbitrary } from 'fast-check';
import { language as english } from '../../src/core/words/en.js';
import type { Language } from '../../src/core/words/language.js';
import { languageCodes, languageOf, languages } from '../../src/core/words/languages.js';
import { type NoteFact, noteSentence } from '../../src/core/words/noteFacts.js';
import { formsOf, sentenceKeys as keys, namesOf } from '../../src/core/words/sentenceNames.js';
import type { Sentence } from '../../src/core/words/sentences.js';
import { Words } from '../../src/core/words/words.js';
import { namesIn, noteFacts } from '../helpers/noteFacts.js';

const all = new Map<string, Language>();

beforeAll(async () => {
  for (const code of languageCodes) all.set(code, (await languageOf(code)) as Language);
});

const ofCode = (code: string) => all.get(code) as Language;

const bare = (text: string) => text.replace(/\{\w+\}/g, ' ');

/** Words by which English is known, and which none of the other languages writes like this. */
const englishWord =
  /^(the|and|with|shows?|are|from|each|without|within|which|values?|boxes|means?|lines|whiskers|reach|by|of|to|not|shown|left|out|cases|colour|size|groups|share|number|figures?|rows?|turned|tilted|wall|floor|beyond)$/i;

/** English words that are words of another language too. */
const shared: Readonly<Record<string, RegExp>> = {
  fr: /^figures?$/i,
  da: /^to$/i,
  nb: /^to$/i,
  it: /^figure$/i,
  tr: /^not$/i,
};

const isLatin = (code: string) => languages[code]?.script === undefined;

/** How sentences end; in Thai by a blank alone. */
const ending = (code: string) => (code === 'th' ? /[^\s.,;]$/ : /[^\s.,;][.。।]$/);

/** Symbols of statistics, and the name of the author of an interval, that all scripts write in Latin letters. */
const symbols = /^(n|t|x|N|M|R|Q1|Q3|SD|SE|Wilson|where|cm)$/;

describe('every language', () => {
  test('is in the list once, and none is English under another name', () => {
    expect(languageCodes.length).toBeGreaterThan(20);
    for (const code of languageCodes) expect(ofCode(code).code).toBe(code);
    expect(new Set([...all.values()].map(({ sentences: own }) => own.cases + own['errorBars-ci'])).size).toBe(
      languageCodes.length,
    );
  });

  test.each(languageCodes)('%s has every sentence with its names, and no others', (code) => {
    for (const key of keys) {
      const needed = namesOf(key).sort();
      for (const form of formsOf(ofCode(code), key)) {
        const named = [...form.matchAll(/\{(\w+)\}/g)].map(([, name]) => name as string);
        expect([key, [...new Set(named)].sort()]).toEqual([key, needed]);
        expect([key, form]).toEqual([key, form.trim() === '' ? 'something' : form]);
        expect(form).not.toMatch(/ {2}|\{\W|"/);
      }
    }
  });

  test.each(languageCodes.filter((code) => code !== 'en'))('%s has no word of English', (code) => {
    const found = keys.flatMap((key) =>
      formsOf(ofCode(code), key).flatMap((form) => {
        const latin = bare(form).match(/[A-Za-z]+\d?/g) ?? [];
        const strange = isLatin(code)
          ? (bare(form).match(/\p{L}+/gu) ?? []).filter((word) => englishWord.test(word) && !shared[code]?.test(word))
          : latin.filter((word) => !symbols.test(word));
        return strange.map((word) => `${key}: ${word}`);
      }),
    );
    expect(found).toEqual([]);
  });

  test.each(languageCodes)('%s says every fact whole, with all its names', (code) => {
    const words = new Words(ofCode(code));
    for (const [is, arbitrary] of Object.entries(noteFacts)) {
      fc.assert(
        fc.property(arbitrary as Arbitrary<object>, (fact) => {
          const { text } = noteSentence({ is, ...fact } as NoteFact, words);
          expect(text).toMatch(ending(code));
          expect(text).not.toMatch(/ {2}|undefined|NaN|null|\[object|[{}]/);
          for (const own of namesIn(fact)) expect(text).toContain(own);
        }),
        { numRuns: 20 },
      );
    }
  });

  test.each(languageCodes)('%s counts as the rules of CLDR say', (code) => {
    const own = ofCode(code);
    const counted = keys.flatMap((key) => (typeof own.sentences[key] === 'string' ? [] : [own.sentences[key]]));
    const said = new Set(counted.flatMap((sentence) => Object.keys(sentence)));
    const rules = new Intl.PluralRules(code);
    for (let count = 0; count < 250; count += 1) {
      const category = rules.select(count);
      // A form that a language does not tell apart is that of all others.
      const expected = said.has(category) ? category : 'other';
      const found = own.plural(count);
      expect([count, said.has(found) ? found : 'other']).toEqual([count, expected]);
    }
  });

  test.each(languageCodes)('%s writes dates, numbers and lists', (code) => {
    const { months, day, dayOfYear, monthOfYear, percent, list } = ofCode(code);
    expect(new Set(months).size).toBe(12);
    for (const form of [day, dayOfYear, monthOfYear]) expect(form).toContain('{month}');
    expect(dayOfYear).toMatch(/\{year\}.*\{day\}|\{day\}.*\{year\}/);
    expect(percent.replace('{number}', '5')).toMatch(/^([%٪]5|5\s?[%٪])$/);
    const words = new Words(ofCode(code));
    expect(words.list(['q'])).toBe('q');
    expect(words.list(['q', 'x', 'z'])).toBe(
      `q${list.between}x${list.lastBefore?.sound.test('z') ? list.lastBefore.last : list.last}z`,
    );
  });
});

describe('a language', () => {
  test('with a missing sentence or name does not compile', () => {
    const whole: Sentence<'reference-at'> = '{line} {at} {label}';
    // @ts-expect-error the place is not named
    const lacking: Sentence<'reference-at'> = '{line} {label}';
    // @ts-expect-error nothing is counted, so that there are no plurals
    const plural: Sentence<'weighted'> = { other: '{label}' };
    // @ts-expect-error one of the forms lacks its name
    const form: Sentence<'components-many'> = { one: 'one', other: '{count}' };
    expect([whole, lacking, plural, form]).toHaveLength(4);
  });

  test('is found by its tag, with the decimal mark of its region', async () => {
    const found = async (tag: string) => {
      const own = await languageOf(tag);
      return own && [own.code, own.decimalMark];
    };
    expect(await found('de-AT')).toEqual(['de', ',']);
    expect(await found('de-CH')).toEqual(['de', '.']);
    expect(await found('es-MX')).toEqual(['es', '.']);
    expect(await found('pt-BR')).toEqual(['pt', ',']);
    expect(await found('no')).toEqual(['nb', ',']);
    expect(await found('zh-Hans-CN')).toEqual(['zh', '.']);
    expect(await found('EN-gb')).toEqual(['en', '.']);
    expect(await found('xx')).toBeUndefined();
    expect(await found('toString')).toBeUndefined();
  });

  test('keeps the capitals of its nouns, or lowers those of labels within a sentence', () => {
    const weighted = (own: Language, label: string, keep: string[] = []) =>
      new Words(own, { numbers: { decimalMark: '.', grouping: 'none' }, keep }).say('weighted', { label: { label } });
    expect(weighted(english, 'Area')).toContain('by area');
    expect(weighted(english, 'Lanternfield share', ['Lanternfield'])).toContain('by Lanternfield');
    expect(weighted(english, 'pH')).toContain('by pH');
    expect(weighted(ofCode('de'), 'Fläche')).toContain('Fläche');
    expect(weighted(ofCode('tr'), 'Isı')).toContain('ısı');
    expect(weighted(ofCode('fr'), 'Été')).toContain('été');
  });
});
