import { escaped } from '../../../core/export/xml.js';
import { type LetterForm, letterRuns } from '../../../core/report/letterForms.js';
import { readMark } from '../../../core/report/ownMarks.js';
import type { Span } from '../../../core/type/markup.js';
import { FormsByLetters, type FoundMark, type Stretch, type WordsXml } from './captions.js';
import { attributeAt, meant, type Tag, tagsOf } from './xmlTags.js';

/** The bookmarks of ours in a part, those that end. */
function marksIn(text: string): FoundMark[] {
  const open = new Map<string, FoundMark>();
  const found: FoundMark[] = [];
  for (const tag of tagsOf(text)) {
    if (tag.name !== 'bookmarkStart' && tag.name !== 'bookmarkEnd') continue;
    const number = attributeAt(text, tag, 'id')?.value ?? '';
    if (tag.name === 'bookmarkStart') {
      const name = attributeAt(text, tag, 'name');
      const own = name && readMark(meant(name.value));
      if (name && own) open.set(number, { ...own, name, from: tag.end, to: tag.end });
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
function isStrange(text: string, { from, to }: Stretch): boolean {
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
function wordsIn(text: string, { from, to }: Stretch): string {
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

/** The form that most letters of a stretch have, as it is written between its tags: those set apart are fewer. */
function formIn(text: string, { from, to }: Stretch): string {
  const forms = new FormsByLetters();
  let open: Tag | undefined;
  let form = '';
  for (const tag of tagsOf(text, from, to)) {
    const { name, kind } = tag;
    if (kind === 'open') {
      if (name === 'r') form = '';
      if (name === 'rPr' || name === 't') open = tag;
    } else if (kind === 'close' && open?.name === name) {
      const inside = text.slice(open.end, tag.start);
      if (name === 'rPr') form = inside;
      else forms.add(form, inside);
    }
  }
  return forms.most;
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

/** The prefix of the namespace that a bookmark stands in, and so do the words in it. */
const prefixAt = (text: string, { name }: FoundMark): string =>
  /<((?:[\w.-]+:)?)bookmarkStart[^<]*$/.exec(text.slice(Math.max(0, name.from - 1000), name.from))?.[1] ?? '';

/** Words in documents of word processors (ISO/IEC 29500). */
export const docxWords: WordsXml = {
  marksIn,
  isStrange,
  wordsIn,
  written: (spans, text, mark) => runsOf(spans, formIn(text, mark), prefixAt(text, mark)),
};
