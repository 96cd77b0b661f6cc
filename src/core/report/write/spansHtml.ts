import { escaped } from '../../export/xml.js';
import type { Span } from '../../type/markup.js';

const wrapped = (tag: string, text: string) => `<${tag}>${text}</${tag}>`;

/** Words with their forms as HTML. */
export const spansHtml = (spans: readonly Span[]): string =>
  spans
    .map(({ text, bold, italic, shift }) => {
      if (text === '\n') return '<br>';
      let html = escaped(text);
      if (shift) html = wrapped(shift === 'super' ? 'sup' : 'sub', html);
      if (italic) html = wrapped('em', html);
      return bold ? wrapped('strong', html) : html;
    })
    .join('');
