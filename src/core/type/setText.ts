import { lastOf } from '../at.js';
import { type Face, variantOf } from './face.js';
import type { Span } from './markup.js';
import { scriptRuns } from './scripts.js';
import type { Setting, TextBlock, Wrapping } from './textBlock.js';
import type { TextPiece } from './textPiece.js';
import type { TypeKit } from './typeKit.js';

/** Height of super- and subscripts and their distance from the baseline, in text sizes. */
const shifts = { super: { scale: 0.66, rise: 0.36 }, sub: { scale: 0.66, rise: -0.14 } } as const;

const leadingRatio = 1.22;
/** How many texts a kit remembers, and in how many forms each. */
const mostTexts = 5000;
const mostForms = 12;

interface Fragment {
  text: string;
  face: Face;
  size: number;
  rise: number;
}

interface Word {
  fragments: Fragment[];
  width: number;
}

const widthOf = ({ text, face, size }: Fragment): number => (face.advance(text) * size) / face.unitsPerEm;

const sameForm = (a: Fragment, b: Fragment) => a.face === b.face && a.size === b.size && a.rise === b.rise;

function fragmentOf(kit: TypeKit, span: Span, text: string, setting: Setting): Fragment {
  const face = kit.face(setting.family, variantOf(span.bold || setting.bold, span.italic !== setting.italic));
  const shift = span.shift ? shifts[span.shift] : { scale: 1, rise: 0 };
  return { text, face, size: setting.size * shift.scale, rise: setting.size * shift.rise };
}

const wordOf = (fragments: Fragment[]): Word => ({
  fragments,
  width: fragments.reduce((sum, f) => sum + widthOf(f), 0),
});

/** The words of each given line; blanks separate words, spans do not. */
function wordsOf(kit: TypeKit, spans: readonly Span[], setting: Setting): Word[][] {
  const lines: Fragment[][][] = [[[]]];
  for (const span of spans) {
    if (span.text === '\n') {
      lines.push([[]]);
      continue;
    }
    span.text.split(/ +/).forEach((text, i) => {
      const line = lastOf(lines);
      if (i > 0) line.push([]);
      if (text !== '') lastOf(line).push(fragmentOf(kit, span, text, setting));
    });
  }
  return lines.map((line) => line.filter((fragments) => fragments.length > 0).map(wordOf));
}

/** Cuts a word into parts that fit a width, at least one character each. */
function broken(word: Word, width: number): Word[] {
  const parts: Word[] = [];
  let part: Fragment[] = [];
  for (const fragment of word.fragments) {
    for (const text of fragment.text) {
      const last = part.at(-1);
      const joined =
        last && sameForm(last, fragment)
          ? [...part.slice(0, -1), { ...last, text: last.text + text }]
          : [...part, { ...fragment, text }];
      if (part.length > 0 && wordOf(joined).width > width) {
        parts.push(wordOf(part));
        part = [{ ...fragment, text }];
      } else part = joined;
    }
  }
  return [...parts, wordOf(part)];
}

/** Fills lines with words one after the other. */
function filled(words: readonly Word[], space: number, width: number): Word[][] {
  const lines: Word[][] = [[]];
  let used = 0;
  for (const word of words) {
    const line = lastOf(lines);
    if (line.length > 0 && used + space + word.width > width) {
      lines.push([word]);
      used = word.width;
    } else {
      used += (line.length > 0 ? space : 0) + word.width;
      line.push(word);
    }
  }
  return lines;
}

/** The narrowest lines among those that are no more in number. */
function balancedLines(words: readonly Word[], space: number, width: number): Word[][] {
  const greedy = filled(words, space, width);
  if (greedy.length < 2) return greedy;
  let [low, high] = [Math.max(...words.map((word) => word.width)), width];
  for (let i = 0; i < 12 && high - low > 0.25; i += 1) {
    const middle = (low + high) / 2;
    if (filled(words, space, middle).length > greedy.length) low = middle;
    else high = middle;
  }
  return filled(words, space, high);
}

/**
 * Joins the words of a line: neighbours of one form and script become one piece, so that kerning runs across their
 * blanks.
 */
function setLine(words: readonly Word[], y: number): { pieces: TextPiece[]; width: number } {
  const joined: Fragment[] = [];
  words.forEach((word, i) => {
    word.fragments.forEach((fragment, j) => {
      const last = joined.at(-1);
      const blank = i > 0 && j === 0 ? ' ' : '';
      if (last && sameForm(last, fragment)) last.text += blank + fragment.text;
      else {
        if (last && blank !== '') last.text += blank;
        joined.push({ ...fragment });
      }
    });
  });
  let x = 0;
  const pieces = joined.flatMap((fragment) =>
    scriptRuns(fragment.text).map(({ text }): TextPiece => {
      const { face, size, rise } = fragment;
      const width = widthOf({ ...fragment, text });
      const piece = { text, family: face.family, variant: face.variant, size, x, y: y - rise, width };
      x += width;
      return piece;
    }),
  );
  return { pieces, width: x };
}

/**
 * Sets a text: measured with the kerning of its faces, wrapped where a width is given.
 *
 * @param text with inline markup; a line break in it is a line break
 */
export function setText(kit: TypeKit, text: string, setting: Setting, wrapping?: Wrapping): TextBlock {
  const known = kit.blocks.get(text) ?? [];
  const found = known.find((entry) => sameSetting(entry.setting, setting) && sameWrapping(entry.wrapping, wrapping));
  if (found) return found.block;
  const block = freshBlock(kit, text, setting, wrapping);
  if (kit.blocks.size >= mostTexts) kit.blocks.clear();
  kit.blocks.set(text, [{ setting, wrapping, block }, ...known.slice(0, mostForms)]);
  return block;
}

const sameSetting = (a: Setting, b: Setting) =>
  a.size === b.size && a.bold === b.bold && a.italic === b.italic && a.family === b.family;

const sameWrapping = (a: Wrapping | undefined, b: Wrapping | undefined) =>
  a?.width === b?.width && a?.balanced === b?.balanced && a?.breakWords === b?.breakWords;

function freshBlock(kit: TypeKit, text: string, setting: Setting, wrapping: Wrapping | undefined): TextBlock {
  const spans = kit.spans(text);
  const base = kit.face(setting.family, variantOf(setting.bold, setting.italic));
  const unit = setting.size / base.unitsPerEm;
  const leading = setting.size * leadingRatio;
  const space = base.advance(' ') * unit;
  let given = wordsOf(kit, spans, setting);
  let tooWide = false;
  if (wrapping) {
    const { width } = wrapping;
    if (wrapping.breakWords)
      given = given.map((line) => line.flatMap((w) => (w.width > width ? broken(w, width) : [w])));
    const fill = wrapping.balanced ? balancedLines : filled;
    tooWide = given.some((line) => line.some((word) => word.width > width + 0.01));
    given = given.flatMap((line) => fill(line, space, width));
  }
  const lines = given.map((words, i) => setLine(words, i * leading));
  const ascent = base.ascent * unit;
  const descent = base.descent * unit;
  return {
    lines,
    text: spans.map((span) => span.text).join(''),
    width: Math.max(0, ...lines.map((line) => line.width)),
    height: ascent + descent + (lines.length - 1) * leading,
    ascent,
    descent,
    capHeight: base.capHeight * unit,
    leading,
    tooWide,
  };
}
