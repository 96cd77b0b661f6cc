import type { DocumentFigure } from '../../../core/report/documentForm.js';
import { figureHash, type MarkedPart, markName, type OwnMark, wordsHash } from '../../../core/report/ownMarks.js';
import type { Span } from '../../../core/type/markup.js';
import type { Splice } from './xmlTags.js';

/** A bookmark of ours in a part: where its name stands, and what lies within it. */
export interface FoundMark extends OwnMark {
  name: { from: number; to: number };
  /** Where its name stands once more, at its end. */
  end?: { from: number; to: number };
  from: number;
  to: number;
}

/** A stretch of a part. */
export type Stretch = Pick<FoundMark, 'from' | 'to'>;

/** Forms of words, each with how many letters have it. */
export class FormsByLetters {
  private readonly letters = new Map<string, number>();

  add(form: string, words: string): void {
    this.letters.set(form, (this.letters.get(form) ?? 0) + words.length);
  }

  /** The form that most letters have: those that are set apart are fewer. */
  get most(): string {
    return [...this.letters].reduce((a, b) => (b[1] > a[1] ? b : a), ['', 0])[0];
  }
}

/** How words stand in the XML of a kind of documents. */
export interface WordsXml {
  /** The bookmarks of ours in a part, those that end. */
  marksIn(text: string): FoundMark[];
  /** Whether a stretch holds more than words, or reaches over the end of a paragraph. */
  isStrange(text: string, stretch: Stretch): boolean;
  /** The words of a stretch; a line break is one. */
  wordsIn(text: string, stretch: Stretch): string;
  /** New words in the form of those that stand in a stretch. */
  written(spans: readonly Span[], text: string, mark: FoundMark): string;
}

const textOf = (spans: readonly Span[]) => spans.map(({ text }) => text).join('');

/** Why words stay as they are where others are wanted. */
export type KeptReason = 'more-than-words' | 'rewritten' | 'unmarked';

/** What comes of the words of one mark. */
export interface MarkedChange {
  splices: Splice[];
  kept?: KeptReason;
}

/** The changes of the name of a mark, wherever it stands. */
const renamed = ({ name, end, copy }: FoundMark, text: string): Splice[] =>
  [name, ...(end ? [end] : [])].map(({ from, to }) => ({ from, to, text: text + copy }));

/**
 * The changes that give words of ours their new text. What is more than words stays, and so does what the author has
 * rewritten, unless ours are asked for.
 */
function markedChange(
  xml: WordsXml,
  text: string,
  mark: FoundMark,
  { id, spans, oursAlways }: { id: string; spans: readonly Span[]; oursAlways: boolean },
): MarkedChange {
  const words = xml.wordsIn(text, mark);
  const wanted = textOf(spans);
  const name = markName(mark.part, id, wanted);
  if (wordsHash(words) === wordsHash(wanted))
    return { splices: mark.words === wordsHash(wanted) ? [] : renamed(mark, name) };
  if (xml.isStrange(text, mark)) return { splices: [], kept: 'more-than-words' };
  if (mark.words !== wordsHash(words) && !oursAlways) return { splices: [], kept: 'rewritten' };
  const runs = xml.written(spans, text, mark);
  return { splices: [...renamed(mark, name), { from: mark.from, to: mark.to, text: runs }] };
}

const both = ['title', 'note'] as const;

/**
 * The changes that give the caption and the note of a figure their new words in a part, wherever the author has put them; the
 * number is left to the document.
 */
export const captionChanges = (
  xml: WordsXml,
  text: string,
  marks: readonly FoundMark[],
  { id, caption }: Pick<DocumentFigure, 'id' | 'caption'>,
  oursAlways: boolean,
): { part: MarkedPart; change: MarkedChange }[] =>
  both.flatMap((part) => {
    const spans = caption[part];
    if (spans.length === 0) return [];
    const own = marks.filter((mark) => mark.figure === figureHash(id) && mark.part === part);
    return own.map((mark) => ({ part, change: markedChange(xml, text, mark, { id, spans, oursAlways }) }));
  });

const blanks = (text: string) => text.replace(/\s+/g, ' ').trim();

/** Words of a figure that no mark holds and that do not stand in the document as they should. */
export const unmarked = (
  { id, caption }: Pick<DocumentFigure, 'id' | 'caption'>,
  marked: ReadonlySet<string>,
  words: string,
): { id: string; part: MarkedPart; reason: KeptReason }[] =>
  both.flatMap((part) => {
    const own = blanks(textOf(caption[part]));
    if (own === '' || marked.has(`${part} ${figureHash(id)}`) || blanks(words).includes(own)) return [];
    return [{ id, part, reason: 'unmarked' as const }];
  });

/** Whose an alternative text is: ours is written anew, the author's stays. @param there what stands in the document */
export function keptAlt(
  mark: FoundMark | undefined,
  { there, wanted, oursAlways }: { there: string; wanted: string; oursAlways: boolean },
): KeptReason | undefined {
  const own = wordsHash(there);
  if (own === wordsHash(wanted) || oursAlways) return undefined;
  if (mark) return mark.words === own ? undefined : 'rewritten';
  // Whose words those without a mark are cannot be told: some programs drop all marks.
  return there === '' ? undefined : 'unmarked';
}

/** The bookmark of ours around a picture. */
export const markAround = (
  marks: readonly FoundMark[],
  id: string,
  { start, end }: { start: number; end: number },
): FoundMark | undefined =>
  marks.find(
    ({ part, figure, from, to }) => part === 'picture' && figure === figureHash(id) && from <= start && to >= end,
  );

/**
 * The id of the figure whose copy a picture is: office programs give copies names of their own, and so their marks. One that
 * does not say our alternative text any more is the author's, wherever it stands.
 */
export const idByMark =
  (marks: readonly FoundMark[], ids: readonly string[]) =>
  (start: number, end: number, alt: string): string | undefined => {
    const mark = marks.find(({ part, from, to }) => part === 'picture' && from <= start && to >= end);
    if (!mark?.copy || mark.words !== wordsHash(alt)) return undefined;
    return ids.find((id) => figureHash(id) === mark.figure);
  };

/** The change of the name of a mark whose words have become others. */
export const renamedMark = (mark: FoundMark | undefined, id: string, altText: string): Splice[] =>
  mark && mark.words !== wordsHash(altText) ? renamed(mark, markName('picture', id, altText)) : [];
