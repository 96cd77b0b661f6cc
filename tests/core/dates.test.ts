import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { dayOf } from '../../src/core/data/calendar.js';
import { dateLimit, parseDate, readPeriod } from '../../src/core/data/dates.js';
import { chooseDates, dateInFull, datesBetween, dateTexts } from '../../src/core/scale/dateTicks.js';
import { language } from '../../src/core/words/en.js';
import type { Language } from '../../src/core/words/language.js';
import { languageCodes, languageOf } from '../../src/core/words/languages.js';

import { composed } from '../helpers/figures.js';

const english = { writing: language };

describe('dates', () => {
  test.each([
    ['2026-03-01', undefined, '1 Mar 2026'],
    ['2026-03', undefined, '1 Mar 2026'],
    ['2026', undefined, '1 Jan 2026'],
    ['2024-02-29', undefined, '29 Feb 2024'],
    ['1.3.2026', undefined, '1 Mar 2026'],
    ['01. 03. 2026', undefined, '1 Mar 2026'],
    ['1-3-2026', undefined, undefined],
    ['3/4/2026', 'day-month', '3 Apr 2026'],
    ['3/4/2026', 'month-day', '4 Mar 2026'],
    ['3/4/2026', undefined, undefined],
    ['2026-02-29', undefined, undefined],
    ['2026-13-01', undefined, undefined],
    ['32.1.2026', undefined, undefined],
    ['soon', undefined, undefined],
  ] as const)('%s (%s) is %s', (text, order, expected) => {
    const found = parseDate(text, order);
    expect(Number.isNaN(found) ? undefined : dateInFull(found, english)).toBe(expected);
  });

  test('have a time of day as a part of the day', () => {
    expect(parseDate('1970-01-02T12:00', undefined)).toBe(1.5);
    expect(parseDate('1970-01-01 06:00:00', undefined)).toBe(0.25);
  });

  test('are read back as they are written', () => {
    fc.assert(
      fc.property(fc.integer({ min: -200_000, max: 200_000 }), (days) => {
        const date = new Date(days * 86_400_000).toISOString().slice(0, 10);
        if (/^\d{4}-/.test(date)) expect(parseDate(date, undefined)).toBe(days);
      }),
    );
  });
});

describe('ticks at dates', () => {
  test('stand at firsts of years and months, at Mondays, at days', () => {
    const [from, to] = [dayOf(2025, 10, 12), dayOf(2026, 4, 20)];
    const words = (places: readonly number[]) => places.map((day) => dateInFull(day, english));
    expect(words(datesBetween(from, to, { unit: 'month', count: 3 }))).toEqual(['1 Jan 2026', '1 Apr 2026']);
    expect(words(datesBetween(from, to, { unit: 'year', count: 1 }))).toEqual(['1 Jan 2026']);
    const mondays = datesBetween(dayOf(2026, 2, 1), dayOf(2026, 2, 31), { unit: 'day', count: 7 });
    expect(words(mondays)).toEqual(['2 Mar 2026', '9 Mar 2026', '16 Mar 2026', '23 Mar 2026', '30 Mar 2026']);
  });

  test('say the year at the first, and where it changes', () => {
    const months = datesBetween(dayOf(2025, 9, 1), dayOf(2026, 3, 1), { unit: 'month', count: 3 });
    expect(dateTexts(months, { unit: 'month', count: 3 }, english)).toEqual(['Oct 2025', 'Jan 2026', 'Apr']);
    expect(dateTexts([dayOf(2026, 0, 1), dayOf(2026, 1, 1)], { unit: 'month', count: 1 }, english)).toEqual([
      'Jan 2026',
      'Feb',
    ]);
  });

  test('are never nearer than their labels are wide, from a week to a thousand years', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -150_000, max: 150_000 }),
        fc.integer({ min: 7, max: 360_000 }),
        fc.integer({ min: 60, max: 700 }),
        (start, span, length) => {
          const room = 40;
          const { values } = chooseDates({ low: start, high: start + span, length, comfort: 1 }, () => room);
          expect(values.length).toBeGreaterThan(0);
          for (let i = 1; i < values.length; i += 1) {
            const distance = (((values[i] as number) - (values[i - 1] as number)) * length) / span;
            // Months differ in length by a tenth.
            if (values.length > 2) expect(distance).toBeGreaterThanOrEqual(room * 0.85);
          }
          for (const value of values) expect(value >= start - 1 && value <= start + span + 1).toBe(true);
        },
      ),
    );
  });
});

describe('dates in other languages and forms', () => {
  const days = [dayOf(2026, 4, 3), dayOf(2026, 9, 12)];
  const step = { unit: 'day', count: 1 } as const;

  test('have the names and marks of the language', async () => {
    const inGerman = { writing: (await languageOf('de')) as Language };
    expect(dateTexts(days, step, inGerman)).toEqual(['3. Mai 2026', '12. Okt.']);
    expect(dateTexts(days, { unit: 'month', count: 1 }, inGerman)).toEqual(['Mai 2026', 'Okt.']);
    for (const code of languageCodes) expect((await languageOf(code))?.months).toHaveLength(12);
  });

  test('or are in the form of ISO 8601', () => {
    expect(dateTexts(days, { unit: 'month', count: 1 }, { dates: 'iso' })).toEqual(['2026-05', '2026-10']);
    expect(dateInFull(days[0] as number, { dates: 'iso' })).toBe('2026-05-03');
  });

  test('go with the decimal mark, unless a style has one of its own', async () => {
    const mark = async (more: string) => {
      const { plate } = await composed({ more: `axes: { y: { from: 0, to: 10, step: 2.5 } }\n${more}` });
      return plate.items.flatMap((item) =>
        item.type === 'text' && /axes\.y\.labels\[1\]/.test(item.role) ? [item.text] : [],
      );
    };
    expect(await mark('')).toEqual(['2.5']);
    expect(await mark('language: de')).toEqual(['2,5']);
    expect(await mark('language: de\nnumbers: { decimalMark: "." }')).toEqual(['2.5']);
  });
});

test('quarters are dates, and limits that mean all of theirs', () => {
  const day = (text: string) => parseDate(text, undefined);
  for (const [quarter, first] of Object.entries({
    '2024-Q1': '2024-01-01',
    '2024-Q2': '2024-04-01',
    '2024Q3': '2024-07-01',
    '2024 q4': '2024-10-01',
  }))
    expect([quarter, day(quarter)]).toEqual([quarter, day(first)]);
  for (const none of ['2024-Q0', '2024-Q5', 'Q2', '24-Q1', '2024-Q22'])
    expect([none, day(none)]).toEqual([none, Number.NaN]);
  expect(readPeriod('2024-Q4')).toEqual({ from: day('2024-10-01'), until: day('2025-01-01') });
  expect(dateLimit('2024-Q1', 'to', false)).toBe(day('2024-03-31'));
});
