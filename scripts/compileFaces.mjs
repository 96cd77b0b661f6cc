/**
 * Compiles the shipped font files into the compact tables that `compiledFace.ts` reads:
 * advances, kerning and outlines of the covered characters, in font units.
 *
 *   node scripts/compileFaces.mjs [--check]
 *
 * With `--check` nothing is written; the run fails where a table on disk is not what the font file gives.
 *
 * Table format, one string of parts separated by `|`, in this order:
 *   1. unitsPerEm ascent descent capHeight xHeight
 *   2. left kerning classes, separated by `/`: the code points of each, with blanks between
 *   3. right kerning classes, likewise
 *   4. kerning: `left right value` triples of class numbers and font units, separated by blanks
 *   5. one part for each character: its code point, its advance, and its outline as relative
 *      commands in half units (`M L Q` with base-10 integers, `Z`)
 * The table is plain ASCII, which programs read fastest.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { create } from 'fontkit';
import { coverage } from './coverage.mjs';

const families = [{ family: 'arimo', variants: ['regular', 'bold', 'italic', 'boldItalic'] }];
const codePoint = (character) => character.codePointAt(0);
const classLine = (classes) =>
  classes
    .slice(1)
    .map((c) => [...c.members].map(codePoint).join(' '))
    .join('/');
const scripts = [
  ['grek', /\p{Script=Greek}/u],
  ['cyrl', /\p{Script=Cyrillic}/u],
];
const scriptOf = (text) => scripts.find(([, pattern]) => pattern.test(text))?.[0] ?? 'latn';
const isCommon = (character) => /[\p{Script=Common}\p{Script=Inherited}]/u.test(character);

function kerningRow(font, left, characters) {
  return characters.map((right) => {
    if (!isCommon(left) && !isCommon(right) && scriptOf(left) !== scriptOf(right)) return 0;
    const script = isCommon(right) ? scriptOf(left) : scriptOf(right);
    const run = font.layout(left + right, { kern: true }, script);
    return run.positions.length === 2 ? run.positions[0].xAdvance - run.glyphs[0].advanceWidth : 0;
  });
}

/** Groups equal rows; class 0 is the row of zeros. */
function classesOf(rows, characters) {
  const width = rows[0].length;
  const classes = new Map([[new Array(width).fill(0).join(' '), { row: new Array(width).fill(0), members: '' }]]);
  rows.forEach((row, i) => {
    const key = row.join(' ');
    if (!classes.has(key)) classes.set(key, { row, members: '' });
    classes.get(key).members += characters[i];
  });
  return [...classes.values()];
}

function outline(glyph) {
  let x = 0;
  let y = 0;
  let text = '';
  for (const { command, args } of glyph.path.commands) {
    const name = { moveTo: 'M', lineTo: 'L', quadraticCurveTo: 'Q', closePath: 'Z' }[command];
    if (!name) throw new Error(`unexpected outline command ${command}`);
    const numbers = [];
    for (let i = 0; i < args.length; i += 2) {
      const [px, py] = [Math.round(args[i] * 2), Math.round(args[i + 1] * 2)];
      numbers.push(px - x, py - y);
      [x, y] = [px, py];
    }
    text += name + numbers.join(' ').replaceAll(' -', '-');
  }
  return text;
}

function compile(path) {
  const font = create(readFileSync(path));
  const characters = coverage.filter((c) => font.hasGlyphForCodePoint(c)).map((c) => String.fromCodePoint(c));
  const lefts = classesOf(
    characters.map((left) => kerningRow(font, left, characters)),
    characters,
  );
  const columns = characters.map((_, i) => lefts.map(({ row }) => row[i]));
  const rights = classesOf(columns, characters);
  const triples = [];
  for (let l = 0; l < lefts.length; l += 1) {
    for (const [r, { row }] of rights.entries()) {
      if (row[l] !== 0) triples.push(l, r, row[l]);
    }
  }
  const glyphs = characters.map((character) => {
    const glyph = font.glyphForCodePoint(character.codePointAt(0));
    return `${codePoint(character)} ${Math.round(glyph.advanceWidth)} ${outline(glyph)}`;
  });
  return [
    [font.unitsPerEm, font.ascent, font.descent, font.capHeight, font.xHeight].join(' '),
    classLine(lefts),
    classLine(rights),
    triples.join(' '),
    ...glyphs,
  ].join('|');
}

let stale = 0;
for (const { family, variants } of families) {
  for (const variant of variants) {
    const target = `src/core/type/generated/${family}.${variant}.ts`;
    const compiled = compile(`assets/faces/${family}/${variant}.ttf`);
    const text = `// Made by scripts/compileFaces.mjs from assets/faces/${family}/${variant}.ttf; its format is described there.\nexport const table: string = '${compiled}';\n`;
    if (process.argv.includes('--check')) {
      if (readFileSync(target, 'utf8') !== text) {
        console.error(`${target} is not what its font file gives; run node scripts/compileFaces.mjs`);
        stale += 1;
      }
    } else {
      writeFileSync(target, text);
      console.log(`${target}: ${Math.round(text.length / 1024)} kB`);
    }
  }
}
process.exitCode = stale > 0 ? 1 : 0;
