import { loadMarkup, type Markup, type Span } from '../../type/markup.js';
import {
  type BoundDocument,
  type DocumentFigure,
  type DocumentFile,
  numberText,
  pictureFile,
} from '../documentForm.js';

/** A text in which nothing is markup (CommonMark, backslash escapes). */
const plain = (text: string): string =>
  text.replace(/[\\`*_{}[\]<>()#+!|~^&-]/g, (sign) => (sign === '-' ? sign : `\\${sign}`));

/** Emphasis stands at words, not at blanks. */
const marked = (sign: string, text: string): string =>
  text.replace(/^(\s*)([\s\S]*?)(\s*)$/, (_, before: string, words: string, after: string) =>
    words === '' ? before + after : `${before}${sign}${words}${sign}${after}`,
  );

const spansMarkdown = (spans: readonly Span[], around = ''): string =>
  spans
    .map(({ text, bold, italic, shift }) => {
      if (text === '\n') return '  \n';
      let words = plain(text);
      if (shift) words = shift === 'super' ? `<sup>${words}</sup>` : `<sub>${words}</sub>`;
      if (italic && around !== '*') words = marked('*', words);
      return bold && around !== '**' ? marked('**', words) : words;
    })
    .join('');

/** All words in the look of the caption. */
function looked({ bold, italic }: { bold: boolean; italic: boolean }, text: string): string {
  if (text === '' || text.includes('\n')) return text;
  const slanted = italic ? marked('*', text) : text;
  return bold ? marked('**', slanted) : slanted;
}

function figureMarkdown(figure: DocumentFigure, folder: string, spansOf: Markup): string {
  const { caption, id, altText } = figure;
  const { number, title: titleLook } = caption.looks;
  const picture = `![${plain(altText).replace(/\s*\n\s*/g, ' ')}](${folder}/${encodeURIComponent(pictureFile(id))}.svg)`;
  const numbered = looked(number, plain(numberText(figure)));
  const title = titleLook.italic
    ? looked(titleLook, spansMarkdown(caption.title, '*'))
    : looked(titleLook, spansMarkdown(caption.title));
  const note = spansMarkdown(caption.note);
  const parts =
    caption.arrange === 'stacked' ? [numbered, title, picture, note] : [picture, `${numbered} ${title}`.trim(), note];
  const before = figure.before.map((text) => spansMarkdown(spansOf(text)));
  return [...before, ...parts].filter((part) => part !== '').join('\n\n');
}

/** The first line, by which a document of ours is known. */
export const markdownHead = '<!-- Figures by hexis bind -->';

/** A document as CommonMark with pictures beside it. @param folder of the pictures */
export async function markdownDocument(
  { title, author, figures }: BoundDocument,
  name: string,
): Promise<DocumentFile[]> {
  const spansOf = await loadMarkup();
  const folder = 'figures';
  const head = [
    ...(title === undefined ? [] : [`# ${spansMarkdown(spansOf(title)).replace(/\s*\n/g, ' ')}`]),
    ...(author === undefined ? [] : [plain(author)]),
  ];
  const text = [markdownHead, ...head, ...figures.map((figure) => figureMarkdown(figure, folder, spansOf))].join(
    '\n\n',
  );
  return [
    { path: `${name}.md`, bytes: `${text}\n` },
    ...figures.map(({ id, pictures }) => ({
      path: `${folder}/${pictureFile(id)}.svg`,
      bytes: pictures['file'] as string,
    })),
  ];
}
