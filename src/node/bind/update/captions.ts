import { escaped } from '../../../core/export/xml.js';
import type { DocumentFigure } from '../../../core/report/documentForm.js';
import { type LetterForm, letterRuns } from '../../../core/report/letterForms.js';
import {
  figureHash,
  type MarkedPart,
  markName,
  type OwnMark,
  readMark,
  wordsHash,
} from '../../../core/report/ownMarks.js';
import type { Span } from '../../../core/type/markup.js';
import { attributeAt, meant, type Splice, type Tag, tagsOf } from './xmlTags.js';

/** A bookmark of ours in a part: where its name stands, and what lies within it. */
export interface FoundMark extends OwnMark {
  name: { from: number; to: number };
  from: number;
  to: number;
  /** The prefix of the namespace that words stand in. */
  prefix: string;
}

/** The bookmarks of ours in a part, those that end. */
export function marksIn(text: string): FoundMark[] {
  const open = new Map<string, FoundMark>();
  const found: FoundMark[] = [];
  for (const tag of tagsOf(text)) {
    if (tag.name !== 'bookmarkStart' && tag.name !== 'bookmarkEnd') continue;
    const number = attributeAt(text, tag, 'id')?.value ?? '';
    if (tag.name === 'bookmarkStart') {
      const name = attributeAt(text, tag, 'name');
      const own = name && readMark(meant(name.value));
      const prefix = /^<((?:[\w.-]+:)?)/.exec(text.slice(tag.start))?.[1] ?? '';
      if (name && own) open.set(number, { ...own, name, from: tag.end, to: tag.end, prefix });
      continue;
    }
    const own = open.get(number);
    if (own) found.push({ ...own, to: tag.start });
    open.delete(number);
  }
  return found;
}

/** What words of ours may be made of; anything else in them is the author's, and stays. */
const plainTags = new Set(['r', 't', 'br', 'tab', 'noBreakHyphen', 'softHyphen', 'lastRenderedPageBreak', 'proofErr']);

/** Changes of the form of words that are tracked. */
const trackedForm = /Change$|^(ins|del|moveFrom|moveTo)$/;

/** Whether a stretch holds more than words, or reaches over the end of a paragraph. */
function isStrange(text: string, { from, to }: FoundMark): boolean {
  let depth = 0;
  let form = 0;
  for (const { name, kind } of tagsOf(text, from, to)) {
    if (kind === 'close') {
      depth -= 1;
      if (name === 'rPr') form -= 1;
      if (depth < 0) return true;
      continue;
    }
    if (form > 0 ? trackedForm.test(name) : name !== 'rPr' && !plainTags.has(name)) return true;
    if (kind !== 'open') continue;
    depth += 1;
    if (name === 'rPr') form += 1;
  }
  return depth !== 0;
}

/** The words of a stretch; a line break is one. */
function wordsIn(text: string, { from, to }: FoundMark): string {
  let words = '';
  let inside: Tag | undefined;
  for (const tag of tagsOf(text, from, to)) {
    if (tag.name === 't' && tag.kind === 'open') inside = tag;
    else if (tag.name === 't' && tag.kind === 'close' && inside) words += meant(text.slice(inside.end, tag.start));
    else if (tag.name === 'br') words += '\n';
    else if (tag.name === 'tab') words += '\t';
    else if (tag.name === 'noBreakHyphen') words += '\u2011';
  }
  return words;
}

/** The form of the first words of a stretch, as it is written between its tags. */
function formIn(text: string, { from, to }: FoundMark): string {
  let open: Tag | undefined;
  for (const tag of tagsOf(text, from, to)) {
    if (tag.name === 'rPr' && tag.kind === 'open') open = tag;
    if (tag.name === 'rPr' && tag.kind === 'close' && open) return text.slice(open.end, tag.start);
    if (tag.name === 't') return '';
  }
  return '';
}

/** A form without some of what it says. */
const without = (form: string, names: string): string =>
  form.replace(new RegExp(`<(?:[\\w.-]+:)?(?:${names})(?:\\s[^>]*)?/>`, 'g'), '');

/** What a form says by some names. */
const saidBy = (form: string, names: string): string =>
  (form.match(new RegExp(`<(?:[\\w.-]+:)?(?:${names})(?:\\s[^>]*)?/>`, 'g')) ?? []).join('');

/** A form with more, where the standard has it: bold and slant come after the face, raised letters near the end. */
function withForm(
  form: string,
  { weight, slant }: { weight: string; slant: string },
  raised: string,
  w: string,
): string {
  const emphasis = (weight || saidBy(form, 'b|bCs')) + (slant || saidBy(form, 'i|iCs'));
  const rest = without(form, 'b|bCs|i|iCs');
  const head = /^(?:\s*<(?:[\w.-]+:)?(?:rStyle|rFonts)(?:\s[^>]*)?\/>)*/.exec(rest)?.[0] ?? '';
  const made = weight || slant ? head + emphasis + rest.slice(head.length) : form;
  if (raised === '') return made;
  const plain = without(made, 'vertAlign');
  const tail = /(?:<(?:[\w.-]+:)?(?:rtl|cs|em|lang|eastAsianLayout|specVanish|oMath)(?:\s[^>]*)?\/>\s*)*$/.exec(plain);
  const at = tail?.index ?? plain.length;
  return `${plain.slice(0, at)}<${w}vertAlign ${w}val="${raised}"/>${plain.slice(at)}`;
}

/** What says of which form letters are, where the standard has it: before what stands behind raised letters. */
const lastInForm = /(?:<(?:[\w.-]+:)?(?:em|lang|eastAsianLayout|specVanish|oMath)(?:\s[^>]*)?\/>\s*)*$/;

/** A form for letters that run from the right, for those of complex scripts, or for plain ones. */
function withLetters(form: string, letters: LetterForm, w: string): string {
  const plain = without(form, 'rtl|cs');
  const said = { fromRight: `<${w}rtl/>`, complex: `<${w}cs/>`, plain: '', eastAsian: '' }[letters];
  if (said === '') return plain;
  const at = lastInForm.exec(plain)?.index ?? plain.length;
  return plain.slice(0, at) + said + plain.slice(at);
}

/** Words as runs in the form of those before. */
function runsOf(spans: readonly Span[], form: string, w: string): string {
  const isSlanted = /<(?:[\w.-]+:)?i\s*\/>/.test(form);
  const off = ` ${w}val="0"`;
  return spans
    .flatMap(({ text, bold, italic, shift }) => {
      if (text === '\n') return [`<${w}r><${w}br/></${w}r>`];
      return letterRuns(text).map(({ text: part, form: letters }) => {
        // Letters of complex scripts have an emphasis of their own.
        const isComplex = letters === 'complex' || letters === 'fromRight';
        const said = (name: string, more = '') => `<${w}${name}${more}/>${isComplex ? `<${w}${name}Cs${more}/>` : ''}`;
        // Emphasis within slanted words stands upright.
        const slant = italic ? said('i', isSlanted ? off : '') : '';
        const weight = bold ? said('b') : '';
        const emphasised = withForm(form, { weight, slant }, shift === undefined ? '' : `${shift}script`, w);
        const properties = withLetters(emphasised, letters, w);
        const rPr = properties === '' ? '' : `<${w}rPr>${properties}</${w}rPr>`;
        return `<${w}r>${rPr}<${w}t xml:space="preserve">${escaped(part)}</${w}t></${w}r>`;
      });
    })
    .join('');
}

const textOf = (spans: readonly Span[]) => spans.map(({ text }) => text).join('');

/** Why words stay as they are where others are wanted. */
export type KeptReason = 'more-than-words' | 'rewritten' | 'unmarked';

/** What comes of the words of one mark. */
export interface MarkedChange {
  splices: Splice[];
  kept?: KeptReason;
}

/**
 * The changes that give words of ours their new text. What is more than words stays, and so does what the author has
 * rewritten, unless ours are asked for.
 */
function markedChange(
  text: string,
  mark: FoundMark,
  { id, spans, oursAlways }: { id: string; spans: readonly Span[]; oursAlways: boolean },
): MarkedChange {
  const words = wordsIn(text, mark);
  const wanted = textOf(spans);
  const name = markName(mark.part, id, wanted);
  const renamed = { from: mark.name.from, to: mark.name.to, text: name };
  if (wordsHash(words) === wordsHash(wanted)) return { splices: mark.words === wordsHash(wanted) ? [] : [renamed] };
  if (isStrange(text, mark)) return { splices: [], kept: 'more-than-words' };
  if (mark.words !== wordsHash(words) && !oursAlways) return { splices: [], kept: 'rewritten' };
  const runs = runsOf(spans, formIn(text, mark), mark.prefix);
  return { splices: [renamed, { from: mark.from, to: mark.to, text: runs }] };
}

/** The words of a whole part, to see whether some stand there that nothing marks. */
export function wordsOfPart(text: string): string {
  const mark = { from: 0, to: text.length } as FoundMark;
  return wordsIn(text, mark);
}

const both = ['title', 'note'] as const;

/**
 * The changes that give the caption and the note of a figure their new words in a part, wherever the author has put them; the
 * number is left to the document.
 */
export const captionChanges = (
  text: string,
  marks: readonly FoundMark[],
  { id, caption }: Pick<DocumentFigure, 'id' | 'caption'>,
  oursAlways: boolean,
): { part: MarkedPart; change: MarkedChange }[] =>
  both.flatMap((part) => {
    const spans = caption[part];
    if (spans.length === 0) return [];
    const own = marks.filter((mark) => mark.figure === figureHash(id) && mark.part === part);
    return own.map((mark) => ({ part, change: markedChange(text, mark, { id, spans, oursAlways }) }));
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
