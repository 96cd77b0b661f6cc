import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pdfPages } from '../../src/core/export/pdf.js';
import type { Plate } from '../../src/core/plate/plate.js';
import { type Face, variants } from '../../src/core/type/face.js';
import { inCase, lowered } from '../../src/core/type/letterCase.js';
import { loadMarkup, plainText } from '../../src/core/type/markup.js';
import { openTypeFace, UnreadableFont } from '../../src/core/type/openTypeFace.js';
import { scriptRuns } from '../../src/core/type/scripts.js';
import { setText } from '../../src/core/type/setText.js';
import { shippedFace } from '../../src/core/type/shippedFaces.js';
import { type TypeKit, typeKit } from '../../src/core/type/typeKit.js';
import { root } from '../helpers/hexis.js';

const alphabet = [
  ...'AVWTYLPFabcdefghijklmnopqrstuvwxyzÄÖÜßéèñ 0123456789.,:;()-–—−±×"\'/%²³½ΑΒΓΔΩαβγλμπАБВГУЯабвгдя≤≥√∑→',
];
const strings = fc
  .array(fc.constantFrom(...alphabet), { minLength: 1, maxLength: 24 })
  .map((letters) => letters.join(''));

describe.each(variants)('the compiled face, %s', (variant) => {
  let compiled: Face;
  let library: Face;
  beforeAll(async () => {
    compiled = await shippedFace('Arimo', variant);
    library = await openTypeFace('Arimo', variant, readFileSync(`${root}/assets/faces/arimo/${variant}.ttf`));
  });

  test('has the measures of the font file', () => {
    for (const measure of ['unitsPerEm', 'ascent', 'descent', 'capHeight', 'xHeight'] as const)
      expect(compiled[measure]).toBe(library[measure]);
  });

  test('is as wide as the OpenType library says, to 0.01 pt at 10 pt', () => {
    fc.assert(
      fc.property(strings, (text) => {
        const difference = Math.abs(compiled.advance(text) - library.advance(text));
        expect((difference * 10) / compiled.unitsPerEm).toBeLessThanOrEqual(0.01);
      }),
      { numRuns: 1500 },
    );
  });

  test('draws the same outlines', () => {
    fc.assert(
      fc.property(strings, (text) => {
        const [a, b] = [compiled.outline(text), library.outline(text)];
        expect(a.commands).toBe(b.commands);
        expect(
          Math.max(0, ...a.coordinates.map((v, i) => Math.abs(v - (b.coordinates[i] as number)))),
        ).toBeLessThanOrEqual(1);
      }),
      { numRuns: 120 },
    );
  });
});

describe('a PDF', () => {
  test.each(variants)('places the glyphs of a compiled face as the tables of its font do: %s', async (variant) => {
    const face = await shippedFace('Arimo', variant);
    const file = readFileSync(`${root}/assets/faces/arimo/${variant}.ttf`);
    const texts = [
      'AV To office fluffy',
      'e\u0301te\u0301',
      'a\u200bb\u200dc',
      ...fc.sample(strings, { seed: 7, numRuns: 80 }),
    ];
    const items = texts.flatMap((text, i) =>
      scriptRuns(text).map((run) => ({
        ...{ type: 'text', role: 'heading', from: '', x: 10, y: 10 * i, angle: 0, color: '#000000', text: run.text },
        box: { x: 0, y: 0, width: 1, height: 1 },
        pieces: [{ text: run.text, family: 'Arimo', variant, size: 9, x: 0, y: 0, width: 1 }],
      })),
    );
    const plate = { id: 'p', title: 't', description: 'd', width: 400, height: 900, paper: '#ffffff', items };
    const pdf = (own: Face) =>
      pdfPages([plate as unknown as Plate], {
        kit: typeKit([own]),
        // Bytes of its own for each, so that none is read with the other's pairs.
        fontBytes: async () => Uint8Array.from(file),
        text: 'outlines',
        dpi: 72,
        inks: 'color',
        ground: 'none',
      });
    const { kerning: _, ...without } = face;
    expect(items.length).toBeGreaterThan(80);
    expect(Buffer.compare(await pdf(face), await pdf(without))).toBe(0);
    expect(Buffer.compare(await pdf({ ...face, kerning: () => 0 }), await pdf(without))).not.toBe(0);
  });
});

describe('text', () => {
  let kit: TypeKit;
  const setting = { family: 'Arimo', size: 10, bold: false, italic: false };
  beforeAll(async () => {
    kit = typeKit(await Promise.all(variants.map((variant) => shippedFace('Arimo', variant))), await loadMarkup());
  });

  test('is split where its script changes', () => {
    expect(scriptRuns('Dose (β) 5')).toEqual([
      { text: 'Dose (', script: 'latn' },
      { text: 'β) 5', script: 'grek' },
    ]);
    expect(scriptRuns('5 × βγ')).toEqual([{ text: '5 × βγ', script: 'grek' }]);
    expect(scriptRuns('')).toEqual([]);
  });

  test('reads emphasis, super- and subscripts, entities, escapes and line breaks', () => {
    const spans = kit.spans('*M* is **m**^2^ H~2~O &alpha; \\*\nnext');
    expect(plainText(spans)).toBe('M is m2 H2O α *\nnext');
    expect(spans[0]).toMatchObject({ text: 'M', italic: true });
    expect(spans.filter((span) => span.shift).map(({ text, shift }) => [text, shift])).toEqual([
      ['2', 'super'],
      ['2', 'sub'],
    ]);
    expect(plainText(kit.spans('a < b & c'))).toBe('a < b & c');
  });

  test('keeps every word and no line wider than it may be', () => {
    const words = fc.array(
      strings.map((text) => text.replace(/[\s*_^~&\\]/g, '') || 'x'),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(words, fc.integer({ min: 30, max: 300 }), fc.boolean(), (list, width, balanced) => {
        const block = setText(kit, list.join(' '), setting, { width, balanced, breakWords: true });
        for (const line of block.lines) expect(line.width).toBeLessThanOrEqual(width + 0.5);
        const written = block.lines.flatMap((line) => line.pieces.map((piece) => piece.text)).join('');
        expect(written.replaceAll(' ', '')).toBe(list.join(''));
      }),
    );
  });

  test('kerns across blanks and sets scripts smaller and shifted', () => {
    const block = setText(kit, 'm^2^', setting);
    const [base, raised] = block.lines[0]?.pieces ?? [];
    expect(raised?.size).toBeLessThan(base?.size as number);
    expect(raised?.y).toBeLessThan(base?.y as number);
    expect(setText(kit, 'AVA', setting).width).toBeLessThan(3 * setText(kit, 'A', setting).width);
  });

  test('refuses what is no font', async () => {
    await expect(openTypeFace('X', 'regular', new TextEncoder().encode('no font at all'))).rejects.toThrow(
      UnreadableFont,
    );
  });
});

describe('capitals', () => {
  test.each([
    ['mean yield by type of bed', 'Mean Yield by Type of Bed'],
    ['the effect of pH on kWh: a first look at it', 'The Effect of pH on kWh: A First Look at It'],
    ['self-report of long-term care', 'Self-Report of Long-Term Care'],
    ['what is between us and them', 'What Is Between Us and Them'],
    ['change from first to last', 'Change From First to Last'],
    ['a *slanted* word, with *n* and *p* values', 'A *Slanted* Word, With *n* and *p* Values'],
  ])('%s', (text, expected) => {
    expect(inCase(text, 'title')).toBe(expected);
  });

  test('of sentences touch the first word alone, and none with a form of its own', () => {
    expect(inCase('yield of Lanternfield', 'sentence')).toBe('Yield of Lanternfield');
    expect(inCase('pH of soil', 'sentence')).toBe('pH of soil');
    expect(inCase('de facto', 'as-written')).toBe('de facto');
    expect(lowered('Yield')).toBe('yield');
    expect(lowered('CO2 stored')).toBe('CO2 stored');
    expect([lowered('İlçe'), lowered('İlçe', [], 'tr'), lowered('Isı', [], 'tr-TR')]).toEqual(['ilçe', 'ilçe', 'ısı']);
    expect([lowered('IJs per week', [], 'nl'), lowered('IJs per week')]).toEqual(['ijs per week', 'IJs per week']);
    expect(inCase('ijs per week', 'sentence', { language: 'nl' })).toBe('IJs per week');
    expect(lowered('Lanternfield beds', ['Lanternfield'])).toBe('Lanternfield beds');
  });
});
