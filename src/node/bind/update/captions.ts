import { escaped } from '../../../core/export/xml.js';
import type { DocumentFigure } from '../../../core/report/documentForm.js';
import type { Span } from '../../../core/type/markup.js';
import { styleIds } from '../docx.js';
import type { FoundPicture } from './pictures.js';
import { attributeAt, meant, type Splice, type Tag, tagsOf } from './xmlTags.js';

/** A paragraph of a part, its content from after its opening tag to its closing one. */
interface Paragraph {
  start: number;
  end: number;
  from: number;
  to: number;
  style: string;
  /** Number of the container that it stands in, such as a cell of a table. */
  within: number;
}

/** All paragraphs of a part in order, those within others too. */
export function paragraphsOf(text: string): Paragraph[] {
  const found: Paragraph[] = [];
  const open: { tag: Tag; paragraph?: Paragraph; number: number }[] = [];
  let containers = 0;
  for (const tag of tagsOf(text)) {
    const { name, kind, start, end } = tag;
    if (kind === 'close') {
      const own = open.pop();
      if (own?.paragraph) {
        own.paragraph.to = start;
        own.paragraph.end = end;
      }
      continue;
    }
    const inner = [...open].reverse().find(({ paragraph }) => paragraph)?.paragraph;
    if (name === 'pStyle' && inner && inner.style === '' && open.at(-1)?.tag.name === 'pPr')
      inner.style = attributeAt(text, tag, 'val')?.value ?? '';
    if (kind === 'empty') continue;
    containers += 1;
    const isParagraph = name === 'p';
    const within = open.at(-1)?.number ?? 0;
    const paragraph: Paragraph | undefined = isParagraph
      ? { start, end: start, from: end, to: start, style: '', within }
      : undefined;
    if (paragraph) found.push(paragraph);
    open.push({ tag, number: containers, ...(paragraph ? { paragraph } : {}) });
  }
  return found;
}

/** What a paragraph of our form may hold; anything else is the author's, and stays. */
const plainTags = new Set([
  'pPr',
  'r',
  'rPr',
  't',
  'br',
  'tab',
  'fldSimple',
  'fldChar',
  'instrText',
  'bookmarkStart',
  'bookmarkEnd',
  'proofErr',
  'lastRenderedPageBreak',
  'noBreakHyphen',
]);

/** Pieces of a paragraph in order: its runs, and what stands between them. */
interface Piece {
  name: string;
  start: number;
  end: number;
}

function piecesOf(text: string, { from, to }: Paragraph): Piece[] {
  const pieces: Piece[] = [];
  let depth = 0;
  let start = 0;
  for (const tag of tagsOf(text, from, to)) {
    if (tag.kind === 'open') {
      if (depth === 0) start = tag.start;
      depth += 1;
    } else if (tag.kind === 'close') {
      depth -= 1;
      if (depth === 0) pieces.push({ name: tag.name, start, end: tag.end });
    } else if (depth === 0) pieces.push({ name: tag.name, start: tag.start, end: tag.end });
  }
  return pieces;
}

/** The words of some runs; a line break is one. */
function wordsOf(text: string, pieces: readonly Piece[]): string {
  let words = '';
  for (const { start, end } of pieces) {
    let inside: Tag | undefined;
    for (const tag of tagsOf(text, start, end)) {
      if (tag.name === 't' && tag.kind === 'open') inside = tag;
      else if (tag.name === 't' && tag.kind === 'close' && inside) words += meant(text.slice(inside.end, tag.start));
      else if (tag.name === 'br') words += '\n';
      else if (tag.name === 'tab' && tag.kind === 'empty') words += '\t';
      else if (tag.name === 'noBreakHyphen') words += '\u2011';
    }
  }
  return words;
}

const isStrange = (text: string, paragraph: Paragraph): boolean => {
  for (const { name } of tagsOf(text, paragraph.from, paragraph.to)) {
    if (name === 'ins' || name === 'del' || name === 'moveFrom' || name === 'moveTo') return true;
  }
  return piecesOf(text, paragraph).some(({ name }) => !plainTags.has(name));
};

/** The form of the first words of some runs, as it is written. */
function formOf(text: string, pieces: readonly Piece[]): string {
  for (const { start, end } of pieces) {
    const own = text.slice(start, end);
    if (!/<(?:[\w.-]+:)?t[\s>]/.test(own)) continue;
    return /<((?:[\w.-]+:)?)rPr(?:\s[^>]*)?>[\s\S]*?<\/\1rPr>/.exec(own)?.[0] ?? '';
  }
  return '';
}

/** The prefix of the namespace that words stand in. */
const prefixOf = (text: string, { start }: Paragraph): string =>
  /^<((?:[\w.-]+:)?)p[\s>]/.exec(text.slice(start))?.[1] ?? '';

/** Words as runs: those without a form of their own in that of the words before. */
function runsOf(spans: readonly Span[], form: string, w: string): string {
  return spans
    .map(({ text, bold, italic, shift }) => {
      if (text === '\n') return `<${w}r><${w}br/></${w}r>`;
      const isPlain = !bold && !italic && !shift;
      const upright = /<(?:[\w.-]+:)?i(?:\s[^>]*)?\/>/.test(form);
      const own = [
        ...(bold ? [`<${w}b/>`] : []),
        // Emphasis within slanted words stands upright.
        ...(italic ? [upright ? `<${w}i ${w}val="0"/>` : `<${w}i/>`] : []),
        ...(shift ? [`<${w}vertAlign ${w}val="${shift === 'super' ? 'superscript' : 'subscript'}"/>`] : []),
      ].join('');
      const properties = isPlain ? form : `<${w}rPr>${own}</${w}rPr>`;
      return `<${w}r>${properties}<${w}t xml:space="preserve">${escaped(text)}</${w}t></${w}r>`;
    })
    .join('');
}

/** The runs after the count of a caption; none where it has no count of ours. */
function afterCount(text: string, pieces: readonly Piece[]): Piece[] | undefined {
  let isCount = false;
  for (const [i, { name, start, end }] of pieces.entries()) {
    const own = text.slice(start, end);
    if (name === 'fldSimple' && /\sSEQ\s|"SEQ\s/.test(` ${meant(own)}`)) return pieces.slice(i + 1);
    if (/instrText[^>]*>\s*SEQ\s/.test(meant(own))) isCount = true;
    if (isCount && /fldCharType\s*=\s*["']end["']/.test(own)) return pieces.slice(i + 1);
  }
  return undefined;
}

const words = (spans: readonly Span[]) => spans.map(({ text }) => text).join('');

/** The changes of the runs of a paragraph from some piece on; what stands between them, such as bookmarks, stays behind them. */
function replaced(text: string, paragraph: Paragraph, pieces: readonly Piece[], spans: readonly Span[]): Splice[] {
  const runs = pieces.filter(({ name }) => name === 'r');
  if (wordsOf(text, runs) === words(spans)) return [];
  const [first] = pieces;
  const from = first?.start ?? paragraph.to;
  const kept = pieces
    .filter(({ name }) => name !== 'r' && name !== 'proofErr')
    .map(({ start, end }) => text.slice(start, end))
    .join('');
  const w = prefixOf(text, paragraph);
  return [{ from, to: paragraph.to, text: runsOf(spans, formOf(text, runs), w) + kept }];
}

/**
 * The changes that give the caption and the note beside a picture their new words, where they stand in our form; the number is
 * left to the document.
 *
 * @returns the changes, and why words stay as they are where they would have to change
 */
export function captionSplices(
  text: string,
  paragraphs: readonly Paragraph[],
  picture: FoundPicture,
  { caption }: Pick<DocumentFigure, 'caption'>,
): { splices: Splice[]; kept: string[] } {
  const own = paragraphs.findLast(({ start, end }) => start < picture.start && end > picture.end);
  const splices: Splice[] = [];
  const kept: string[] = [];
  if (!own) return { splices, kept };
  const siblings = paragraphs.filter(({ within }) => within === own.within);
  const at = siblings.indexOf(own);
  const near = (style: string, places: readonly number[]) =>
    places.map((by) => siblings[at + by]).find((one) => one?.style === style);
  const heading = near(styleIds.caption, caption.arrange === 'stacked' ? [-1] : [1]);
  const pieces = heading && piecesOf(text, heading).filter(({ name }) => name !== 'pPr');
  const rest = heading && pieces && afterCount(text, pieces);
  if (heading && rest && caption.title.length > 0) {
    const between: Span = { text: caption.arrange === 'stacked' ? '\n' : ' ', bold: false, italic: false };
    const { after } = caption.number;
    const spans = [...(after === '' ? [] : [{ ...between, text: after }]), between, ...caption.title];
    if (
      wordsOf(
        text,
        rest.filter(({ name }) => name === 'r'),
      ) !== words(spans)
    ) {
      if (isStrange(text, heading)) kept.push('the caption has tracked changes, comments or links');
      else splices.push(...replaced(text, heading, rest, spans));
    }
  }
  const note = near(styleIds.note, caption.arrange === 'stacked' ? [1] : [2]);
  if (note && caption.note.length > 0) {
    const parts = piecesOf(text, note).filter(({ name }) => name !== 'pPr');
    if (
      wordsOf(
        text,
        parts.filter(({ name }) => name === 'r'),
      ) !== words(caption.note)
    ) {
      if (isStrange(text, note)) kept.push('the note has tracked changes, comments or links');
      else splices.push(...replaced(text, note, parts, caption.note));
    }
  }
  return { splices, kept };
}
