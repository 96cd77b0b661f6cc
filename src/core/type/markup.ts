/** A stretch of text in one form. A line break is a span of its own with the text `\n`. */
export interface Span {
  text: string;
  bold: boolean;
  italic: boolean;
  shift?: 'super' | 'sub';
}

export type Markup = (text: string) => Span[];

/** Signs without which a text has no markup. */
const marked = /[*_^~&\\]/;

export const hasMarkup = (text: string): boolean => marked.test(text);

/** The spans of a text without markup. */
export function plainSpans(text: string): Span[] {
  return text.split('\n').flatMap((line, i) => {
    const span = { text: line, bold: false, italic: false };
    return i === 0 ? [span] : [{ ...span, text: '\n' }, span];
  });
}

interface Token {
  type: string;
  content: string;
}

const forms = ['strong', 'em', 'sup', 'sub'] as const;
const breaks = ['softbreak', 'hardbreak'];

/** Tokens open and close forms, or are text in the forms that are open. */
function spansOfTokens(tokens: readonly Token[]): Span[] {
  const spans: Span[] = [];
  const open = new Map<string, number>();
  const isOpen = (form: (typeof forms)[number]) => (open.get(form) ?? 0) > 0;
  for (const { type, content } of tokens) {
    const [form = '', side] = type.split('_');
    if (side !== undefined) open.set(form, (open.get(form) ?? 0) + (side === 'open' ? 1 : -1));
    else {
      const shift = isOpen('sup') ? { shift: 'super' as const } : isOpen('sub') ? { shift: 'sub' as const } : {};
      const text = breaks.includes(type) ? '\n' : content;
      spans.push({ text, bold: isOpen('strong'), italic: isOpen('em'), ...shift });
    }
  }
  return spans;
}

let loaded: Promise<Markup> | undefined;

/**
 * Loads, once, the reader of inline markup: CommonMark emphasis, `^super^`, `~sub~`, HTML entities and backslash escapes.
 * Texts without any of their signs never need it.
 */
export function loadMarkup(): Promise<Markup> {
  loaded ??= makeMarkup();
  return loaded;
}

async function makeMarkup(): Promise<Markup> {
  const [{ default: MarkdownIt }, { default: sub }, { default: sup }] = await Promise.all([
    import('markdown-it'),
    import('markdown-it-sub'),
    import('markdown-it-sup'),
  ]);
  const parser = new MarkdownIt('zero').enable([
    'emphasis',
    'entity',
    'escape',
    'newline',
    'balance_pairs',
    'fragments_join',
  ]);
  parser.use(sub as never).use(sup as never);
  const cache = new Map<string, Span[]>();
  return (text) => {
    if (!hasMarkup(text)) return plainSpans(text);
    let spans = cache.get(text);
    if (!spans) {
      spans = spansOfTokens((parser.parseInline(text, {})[0]?.children ?? []) as Token[]);
      cache.set(text, spans);
    }
    return spans;
  };
}

/** The words of a text without their markup. */
export const plainText = (spans: readonly Span[]): string => spans.map((span) => span.text).join('');

/** The words of a text with markup, without it. */
export const unmarked = async (text: string): Promise<string> => plainText((await loadMarkup())(text));
