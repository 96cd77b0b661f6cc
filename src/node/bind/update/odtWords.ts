import { readMark } from '../../../core/report/ownMarks.js';
import { spaced } from '../../../core/report/write/spaced.js';
import type { Span } from '../../../core/type/markup.js';
import { FormsByLetters, type FoundMark, type Stretch, type WordsXml } from './captions.js';
import { attributeAt, meant, type Tag, tagsOf } from './xmlTags.js';

/** The bookmarks of ours in a part, those that end. */
function marksIn(text: string): FoundMark[] {
  const open = new Map<string, FoundMark>();
  const found: FoundMark[] = [];
  for (const tag of tagsOf(text)) {
    if (tag.name !== 'bookmark-start' && tag.name !== 'bookmark-end') continue;
    const at = attributeAt(text, tag, 'name');
    const name = at && meant(at.value);
    if (name === undefined || !at) continue;
    const own = readMark(name);
    if (tag.name === 'bookmark-start') {
      if (own) open.set(name, { ...own, name: at, from: tag.end, to: tag.end });
      continue;
    }
    const started = open.get(name);
    if (started) found.push({ ...started, to: tag.start, end: at });
    open.delete(name);
  }
  return found;
}

/** What words of ours may be made of; anything else in them is the author's, and stays. */
const plainTags = new Set(['span', 's', 'tab', 'line-break', 'soft-page-break']);

function isStrange(text: string, { from, to }: Stretch): boolean {
  let depth = 0;
  for (const { name, kind } of tagsOf(text, from, to)) {
    if (!plainTags.has(name)) return true;
    if (kind === 'open') depth += 1;
    if (kind === 'close') depth -= 1;
    if (depth < 0) return true;
  }
  return depth !== 0;
}

/** Signs that stand as elements. */
const signs: Readonly<Record<string, string>> = { tab: '\t', 'line-break': '\n' };

/** Pieces of a stretch: words, with the tags between them. */
function* pieces(text: string, { from, to }: Stretch): Generator<{ words: string } | { tag: Tag }> {
  let at = from;
  for (const tag of tagsOf(text, from, to)) {
    if (tag.start > at) yield { words: meant(text.slice(at, tag.start)).replace(/\s+/g, ' ') };
    yield { tag };
    at = tag.end;
  }
  if (to > at) yield { words: meant(text.slice(at, to)).replace(/\s+/g, ' ') };
}

/** The words of a tag that stands for signs; empty for others. */
function signsOf(text: string, tag: Tag): string {
  if (tag.kind === 'close') return '';
  if (tag.name !== 's') return signs[tag.name] ?? '';
  const count = Number(attributeAt(text, tag, 'c')?.value ?? 1);
  return ' '.repeat(Math.min(1000, Math.max(1, count || 1)));
}

function wordsIn(text: string, stretch: Stretch): string {
  let words = '';
  for (const piece of pieces(text, stretch)) words += 'words' in piece ? piece.words : signsOf(text, piece.tag);
  return words;
}

/** The style of letters that most of a stretch has; empty where it has none of its own. */
function formIn(text: string, stretch: Stretch): string {
  const forms = new FormsByLetters();
  const open: string[] = [];
  for (const piece of pieces(text, stretch)) {
    if ('words' in piece) forms.add(open.at(-1) ?? '', piece.words);
    else if (piece.tag.name === 'span' && piece.tag.kind === 'open')
      open.push(attributeAt(text, piece.tag, 'style-name')?.value ?? '');
    else if (piece.tag.name === 'span' && piece.tag.kind === 'close') open.pop();
  }
  return forms.most;
}

/** What a style of ours adds to letters, by its name. */
const additions = {
  Bold: 'fo:font-weight="bold" style:font-weight-asian="bold" style:font-weight-complex="bold"',
  Italic: 'fo:font-style="italic" style:font-style-asian="italic" style:font-style-complex="italic"',
  Upright: 'fo:font-style="normal" style:font-style-asian="normal" style:font-style-complex="normal"',
  Super: 'style:text-position="super 58%"',
  Sub: 'style:text-position="sub 58%"',
} as const;
type Addition = keyof typeof additions;
const ownStyle = 'HexisWords';
const ownNames = new RegExp(`^${ownStyle}((?:${Object.keys(additions).join('|')})+)$`);

/** The definitions of styles of ours that a part uses and does not have, for its automatic styles. */
export function missingStyles(text: string): string {
  const used = new Set([...text.matchAll(/text:style-name="(HexisWords\w+)"/g)].map(([, name = '']) => name));
  return [...used]
    .filter((name) => ownNames.test(name) && !text.includes(`style:name="${name}"`))
    .map((name) => {
      const parts = [...name.matchAll(new RegExp(Object.keys(additions).join('|'), 'g'))];
      const said = parts.map(([part]) => additions[part as Addition]).join(' ');
      return `<style:style style:name="${name}" style:family="text"><style:text-properties ${said}/></style:style>`;
    })
    .join('');
}

/** A style of a document as it is written, with its name and its parent. */
function styleIn(texts: readonly string[], name: string): { inside: string; parent: string | undefined } | undefined {
  for (const text of texts) {
    const at = text.indexOf(` style:name="${name}"`);
    const start = at < 0 ? -1 : text.lastIndexOf('<', at);
    if (start < 0 || !text.startsWith('<style:style ', start)) continue;
    const end = text.indexOf('>', start);
    const head = text.slice(start, end + 1);
    const close = head.endsWith('/>') ? end : text.indexOf('</style:style>', end);
    return { inside: text.slice(start, close), parent: / style:parent-style-name="([^"]*)"/.exec(head)?.[1] };
  }
  return undefined;
}

/** Whether a style slants letters, by itself or by what it builds on; undefined where it does not say. */
function slants(texts: readonly string[], name: string): boolean | undefined {
  for (let at: string | undefined = name, steps = 0; at && steps < 20; steps += 1) {
    const style = styleIn(texts, at);
    const said = / fo:font-style="([a-z]+)"/.exec(style?.inside ?? '')?.[1];
    if (said !== undefined) return said !== 'normal';
    at = style?.parent;
  }
  return undefined;
}

/** Whether the words of a stretch are slanted where nothing is set apart. @param form their style of letters */
function isSlanted(texts: readonly string[], { from }: Stretch, form: string): boolean {
  const own = form === '' ? undefined : slants(texts, form);
  if (own !== undefined) return own;
  const [text = ''] = texts;
  const start = Math.max(text.lastIndexOf('<text:p ', from), text.lastIndexOf('<text:h ', from));
  const style = / text:style-name="([^"]*)"/.exec(start < 0 ? '' : text.slice(start, text.indexOf('>', start)))?.[1];
  return (style && slants(texts, style)) || false;
}

/** @param named the part in which styles with names are */
function written(spans: readonly Span[], text: string, mark: FoundMark, named: string): string {
  const form = formIn(text, mark);
  const slanted = isSlanted([text, named], mark, form);
  const inner = spans
    .map(({ text: words, bold, italic, shift }) => {
      if (words === '\n') return '<text:line-break/>';
      const parts: Addition[] = [
        ...(bold ? (['Bold'] as const) : []),
        // Emphasis within slanted words stands upright.
        ...(italic ? ([slanted ? 'Upright' : 'Italic'] as const) : []),
        ...(shift === 'super' ? (['Super'] as const) : shift === 'sub' ? (['Sub'] as const) : []),
      ];
      const own = spaced(words);
      return parts.length === 0 ? own : `<text:span text:style-name="${ownStyle}${parts.join('')}">${own}</text:span>`;
    })
    .join('');
  return form === '' ? inner : `<text:span text:style-name="${form}">${inner}</text:span>`;
}

/** Words in documents of the OpenDocument format (ISO/IEC 26300). @param named the part in which styles with names are */
export const odtWords = (named: string): WordsXml => ({
  marksIn,
  isStrange,
  wordsIn,
  written: (spans, text, mark) => written(spans, text, mark, named),
});
