import { heldBy, numberAt } from '../at.js';
import type { Face, Variant } from './face.js';
import type { Outline } from './outline.js';
import { scriptRuns } from './scripts.js';
import { seenFromLeft } from './visualOrder.js';

interface Glyph {
  advance: number;
  source: string;
  outline?: Outline;
}

const replacement = '\u25a1';

const characterOf = (codePoint: string) => String.fromCodePoint(Number(codePoint));

/** Each character's class number, counted from 1; characters without kerning have none. */
function readClasses(line: string): Map<string, number> {
  const classes = new Map<string, number>();
  for (const [i, members] of line.split('/').entries()) {
    for (const member of members.split(' ')) classes.set(characterOf(member), i + 1);
  }
  return classes;
}

function readKerning(line: string, stride: number): Map<number, number> {
  const kerning = new Map<number, number>();
  const numbers = line.split(' ').map(Number);
  for (let i = 0; i + 2 < numbers.length; i += 3) {
    kerning.set(numberAt(numbers, i) * stride + numberAt(numbers, i + 1), numberAt(numbers, i + 2));
  }
  return kerning;
}

const numberPattern = /-?\d+/g;

/** Reads the relative half units of the table into absolute font units. */
function readOutline(source: string): Outline {
  let x = 0;
  let y = 0;
  const coordinates: number[] = [];
  const commands = source.replace(/[^MLQZ]+/g, '');
  const deltas = source.match(numberPattern)?.map(Number) ?? [];
  for (let i = 0; i < deltas.length; i += 2) {
    x += numberAt(deltas, i);
    y += numberAt(deltas, i + 1);
    coordinates.push(x / 2, y / 2);
  }
  return { commands, coordinates };
}

/** Reads one part of the table: code point, advance, outline. */
function readGlyph(part: string): [string, Glyph] {
  const first = part.indexOf(' ');
  const second = part.indexOf(' ', first + 1);
  const advance = Number(part.slice(first + 1, second));
  return [characterOf(part.slice(0, first)), { advance, source: part.slice(second + 1) }];
}

/** The kerning between two characters, in font units. */
function kerningOf(lefts: string, rights: string, kerns: string): (before: string, after: string) => number {
  const left = readClasses(lefts);
  const right = readClasses(rights);
  const stride = right.size + 1;
  const kerning = readKerning(kerns, stride);
  return (before, after) => {
    const l = left.get(before);
    const r = l === undefined ? undefined : right.get(after);
    return l === undefined || r === undefined ? 0 : (kerning.get(l * stride + r) ?? 0);
  };
}

/** Calls `visit` with each character of a text and the place where it starts; returns the whole width. */
type Walk = (text: string, visit?: (glyph: Glyph, x: number) => void) => number;

const walkOf =
  (glyphs: ReadonlyMap<string, Glyph>, kernBetween: (before: string, after: string) => number): Walk =>
  (text, visit) => {
    let x = 0;
    for (const run of scriptRuns(text)) {
      let before = '';
      for (const character of run.text) {
        const glyph = glyphs.get(character) ?? heldBy(glyphs, replacement);
        x += before === '' ? 0 : kernBetween(before, character);
        visit?.(glyph, x);
        x += glyph.advance;
        before = character;
      }
    }
    return x;
  };

/**
 * A face from the compact table that `scripts/compileFaces.mjs` makes of a font file. It measures and draws as the
 * OpenType library does, for the characters of the table, without loading that library.
 */
export function compiledFace(family: string, variant: Variant, table: string): Face {
  const [metrics = '', lefts = '', rights = '', kerns = '', ...parts] = table.split('|');
  const [unitsPerEm = 0, ascent = 0, descent = 0, capHeight = 0, xHeight = 0] = metrics.split(' ').map(Number);
  const glyphs = new Map(parts.map(readGlyph));
  const kerning = kerningOf(lefts, rights, kerns);
  const walk = walkOf(glyphs, kerning);
  const widths = new Map<string, number>();
  return {
    family,
    variant,
    unitsPerEm,
    ascent,
    descent: -descent,
    capHeight,
    xHeight,
    covers: (character) => glyphs.has(character),
    kerning,
    advance(given, direction = 'ltr') {
      const text = direction === 'ltr' ? given : seenFromLeft(given);
      let width = widths.get(text);
      if (width === undefined) {
        width = walk(text);
        if (widths.size < 4096) widths.set(text, width);
      }
      return width;
    },
    outline(text, direction = 'ltr') {
      let commands = '';
      const coordinates: number[] = [];
      walk(direction === 'ltr' ? text : seenFromLeft(text), (glyph, x) => {
        glyph.outline ??= readOutline(glyph.source);
        commands += glyph.outline.commands;
        for (const [i, v] of glyph.outline.coordinates.entries()) coordinates.push(i % 2 === 0 ? v + x : v);
      });
      return { commands, coordinates };
    },
  };
}
