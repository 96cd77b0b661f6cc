import { entryAt, lastOf } from '../at.js';
import { type Face, variantOf } from './face.js';
import type { Span } from './markup.js';
import {
  directionOf,
  hasLettersFromRight,
  isComplex,
  isDirectionSign,
  scriptCode,
  scriptRuns,
  type TextDirection,
  withoutSigns,
} from './scripts.js';
import type { Setting, TextBlock, Wrapping } from './textBlock.js';
import type { TextPiece } from './textPiece.js';
import type { TypeKit } from './typeKit.js';
import { visualOrder } from './visualOrder.js';

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
  /** Whether it stands to the word before it without a blank, as where a script has none. */
  joins: boolean;
}

/** How wide a fragment is, with the letters of its script as they join in their own direction. */
const widthOf = ({ text, face, size }: Fragment): number =>
  (face.advance(withoutSigns(text), hasLettersFromRight(text) ? 'rtl' : 'ltr') * size) / face.unitsPerEm;

const sameForm = (a: Fragment, b: Fragment) => a.face === b.face && a.size === b.size && a.rise === b.rise;

/** Letters that have no script of their own, and join the face of those before them; digits keep to the first face. */
const joining = /^[^\p{L}\p{N}]/u;

/** A text by the faces that have its letters, the first that has each. */
function byFace(kit: TypeKit, faces: readonly Face[], text: string): { text: string; face: Face }[] {
  const first = entryAt(faces, 0);
  if (faces.length === 1 || !kit.complex) return [{ text, face: first }];
  const runs: { text: string; face: Face }[] = [];
  for (const letter of kit.complex.letters(text)) {
    const last = runs.at(-1);
    const has = (face: Face) => [...letter].every((character) => face.covers(character) || /\p{Cf}/u.test(character));
    const joins = last && joining.test(letter) && scriptCode(letter) === undefined && has(last.face);
    const face = joins ? last.face : (faces.find(has) ?? first);
    if (last?.face === face) last.text += letter;
    else runs.push({ text: letter, face });
  }
  return runs;
}

function fragmentsOf(kit: TypeKit, span: Span, text: string, setting: Setting): Fragment[] {
  const variant = variantOf(span.bold || setting.bold, span.italic !== setting.italic);
  const shift = span.shift ? shifts[span.shift] : { scale: 1, rise: 0 };
  const [size, rise] = [setting.size * shift.scale, setting.size * shift.rise];
  const main = kit.face(setting.family, variant);
  if (kit.further.length === 0) return [{ text, face: main, size, rise }];
  const faces = [main, ...kit.further.map((family) => kit.face(family, variant))];
  return byFace(kit, faces, text).map((run) => ({ ...run, size, rise }));
}

const wordOf = (fragments: Fragment[], joins = false): Word => ({
  fragments,
  width: fragments.reduce((sum, f) => sum + widthOf(f), 0),
  joins,
});

/** The parts of a word between which a line may break. */
function partsOf({ complex }: TypeKit, word: string): string[] {
  const places = complex && isComplex(word) ? complex.breaks(word) : [];
  return [0, ...places].map((from, i) => word.slice(from, places[i]));
}

/** The words of each given line; blanks separate words, spans do not. */
function wordsOf(kit: TypeKit, spans: readonly Span[], setting: Setting): Word[][] {
  const lines: { fragments: Fragment[]; joins: boolean }[][] = [[{ fragments: [], joins: false }]];
  for (const span of spans) {
    if (span.text === '\n') {
      lines.push([{ fragments: [], joins: false }]);
      continue;
    }
    span.text.split(/ +/).forEach((text, i) => {
      const line = lastOf(lines);
      if (i > 0) line.push({ fragments: [], joins: false });
      if (text === '') return;
      partsOf(kit, text).forEach((part, k) => {
        if (k > 0) line.push({ fragments: [], joins: true });
        lastOf(line).fragments.push(...fragmentsOf(kit, span, part, setting));
      });
    });
  }
  return lines.map((line) =>
    line.filter(({ fragments }) => fragments.length > 0).map(({ fragments, joins }) => wordOf(fragments, joins)),
  );
}

/** Cuts a word into parts that fit a width, at least one letter each. */
function broken({ complex }: TypeKit, word: Word, width: number): Word[] {
  const parts: Word[] = [];
  let part: Fragment[] = [];
  for (const fragment of word.fragments) {
    for (const text of complex ? complex.letters(fragment.text) : fragment.text) {
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
    const blank = line.length > 0 && !word.joins ? space : 0;
    if (line.length > 0 && used + blank + word.width > width) {
      lines.push([word]);
      used = word.width;
    } else {
      used += blank + word.width;
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

/** The words of a line as fragments: neighbours of one form are one, so that kerning runs across their blanks. */
function joinedFragments(words: readonly Word[]): Fragment[] {
  const joined: Fragment[] = [];
  words.forEach((word, i) => {
    word.fragments.forEach((fragment, j) => {
      const last = joined.at(-1);
      const blank = i > 0 && j === 0 && !word.joins ? ' ' : '';
      if (last && sameForm(last, fragment)) last.text += blank + fragment.text;
      else {
        if (last && blank !== '') last.text += blank;
        joined.push({ ...fragment });
      }
    });
  });
  return joined;
}

/** A fragment of one script and direction. */
interface Run extends Fragment {
  level: number;
}

/** The runs of a line in the order in which they are read. @param direction in which its text runs as a whole */
function runsOf({ complex }: TypeKit, fragments: readonly Fragment[], direction: TextDirection): Run[] {
  const line = fragments.map(({ text }) => text).join('');
  // Numbers alone run from the left everywhere.
  const levels =
    complex && (direction === 'rtl' || isComplex(line)) && /\p{L}/u.test(line)
      ? complex.levels(line, direction)
      : undefined;
  let at = 0;
  return fragments.flatMap((fragment) =>
    scriptRuns(fragment.text).flatMap(({ text }) => {
      if (!levels) return [{ ...fragment, text: withoutSigns(text), level: 0 }];
      const runs: Run[] = [];
      for (const character of text) {
        const level = levels[at] as number;
        at += character.length;
        // What it says is done.
        if (isDirectionSign(character)) continue;
        const last = runs.at(-1);
        if (last?.level === level) last.text += character;
        else runs.push({ ...fragment, text: character, level });
      }
      return runs;
    }),
  );
}

/** A line of words: its pieces, each of one form, script and direction, from the left. */
function setLine(
  kit: TypeKit,
  words: readonly Word[],
  y: number,
  direction: TextDirection,
): { pieces: TextPiece[]; width: number } {
  const runs = runsOf(kit, joinedFragments(words), direction);
  let x = 0;
  const pieces = visualOrder(runs.map(({ level }) => level)).map((place): TextPiece => {
    const { text, face, size, rise, level } = entryAt(runs, place);
    const isTurned = level % 2 === 1;
    const width = (face.advance(text, isTurned ? 'rtl' : 'ltr') * size) / face.unitsPerEm;
    const { family, variant } = face;
    const piece = { text, family, variant, size, x, y: y - rise, width, ...(isTurned ? { turned: true } : {}) };
    x += width;
    return piece;
  });
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

/** How wide a blank is, of the size of its text: the widest of those that may stand between words of several faces. */
function blankOf(kit: TypeKit, text: string, base: Face): number {
  const further = kit.complex && isComplex(text) ? kit.further.map((family) => kit.face(family, base.variant)) : [];
  return Math.max(...[base, ...further].map((face) => face.advance(' ') / face.unitsPerEm));
}

function freshBlock(kit: TypeKit, text: string, setting: Setting, wrapping: Wrapping | undefined): TextBlock {
  const spans = kit.spans(text);
  const base = kit.face(setting.family, variantOf(setting.bold, setting.italic));
  const unit = setting.size / base.unitsPerEm;
  const leading = setting.size * leadingRatio;
  const space = blankOf(kit, text, base) * setting.size;
  let given = wordsOf(kit, spans, setting);
  let tooWide = false;
  if (wrapping) {
    const { width } = wrapping;
    if (wrapping.breakWords)
      given = given.map((line) => line.flatMap((w) => (w.width > width ? broken(kit, w, width) : [w])));
    const fill = wrapping.balanced ? balancedLines : filled;
    tooWide = given.some((line) => line.some((word) => word.width > width + 0.01));
    given = given.flatMap((line) => fill(line, space, width));
  }
  const direction = directionOf(text, kit.direction);
  const lines = given.map((words, i) => setLine(kit, words, i * leading, direction));
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
